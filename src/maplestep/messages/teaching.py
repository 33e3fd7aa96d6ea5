"""Drills, plans and logs in words, in the language that is spoken."""

from __future__ import annotations

from collections.abc import Iterator

from ..core.layout.timeline import Timeline
from ..core.primitives.turns import clock
from ..core.teaching.drills import Drill, DrillKind
from .score import occurrence_words, place_words
from .words import fact, text


def drill_words(timeline: Timeline, drill: Drill) -> str:
    """ "Section 1", "From the top through Section 2", "Restart, wall 5, after 24, facing 9:00"."""
    kind = drill.kind
    if kind is DrillKind.EVENT:
        there = timeline.occurrences[drill.joint]
        words = occurrence_words(timeline.routine, there)
        return text("drill.event", event=words, place=place_words(there))
    if kind is DrillKind.WALL:
        facing = timeline.walls[drill.wall - 1].start_facing
        return text("drill.wall", wall=drill.wall, clock=clock(facing))
    if kind is DrillKind.WALLS and drill.part != drill.section:
        return text("drill.walls-parts", one=drill.part, other=drill.section)
    if kind is DrillKind.WHOLE:
        phrased = bool(timeline.routine.order.items)
        return text("drill.whole-part", name=drill.part) if phrased else text("drill.whole")
    section = fact("section", drill.section) or fact("part", drill.part)
    return text(f"drill.{kind.value}", **_facts(drill, section))


def _facts(drill: Drill, section: str) -> dict[str, str]:
    if drill.kind is DrillKind.SPOT:
        return {"section": section, "count": drill.count}
    if drill.kind in (DrillKind.LEARN, DrillKind.TOP):
        return {"section": section}
    return {}


def drill_detail(drill: Drill, bpm: float, rounds: int) -> str:
    """ "3 × 8 counts at 59 a minute, 25 s of talking"."""
    if drill.kind in (DrillKind.MUSIC, DrillKind.SLOW):
        code = "drill.songs" if rounds > 1 else "drill.song"
        return text(code, rounds=rounds, percent=drill.percent, talk=drill.talk)
    return text(
        "drill.detail", rounds=rounds, counts=f"{float(drill.counts):g}",
        tempo=round(bpm * drill.percent / 100), talk=drill.talk,
    )  # fmt: skip


def drill_hints(timeline: Timeline, drill: Drill) -> Iterator[str]:
    """Why it gets more or less than usual, and what to say with it."""
    for reason in drill.reasons:
        yield text(f"drill.why.{reason.value}")
    if drill.kind is DrillKind.SPOT and not drill.reasons:
        # The key ends with what makes it hard.
        yield text(f"drill.why.{drill.key.rsplit(' ', 1)[-1]}")
    if drill.alike:
        yield text("drill.alike", section=fact("section", drill.alike))
    if drill.option is not None:
        yield text("drill.option", option=drill.option.text)
    if drill.kind is DrillKind.EVENT:
        cue = timeline.occurrences[drill.joint].event.cue
        if cue:
            yield text("drill.listen", cue=cue)


def minutes_words(seconds: int) -> str:
    """ "4 min", "45 s", "1 min 30 s"."""
    minutes, rest = divmod(seconds, 60)
    if not minutes:
        return text("evening.seconds", rest=rest)
    if not rest:
        return text("evening.minutes", minutes=minutes)
    return text("evening.both", minutes=minutes, rest=rest)


def fit_words(*, spare: int, over: int, left: int) -> str:
    """How the plan fits its minutes."""
    if over:
        return text("evening.over", time=minutes_words(over))
    if left:
        return text("evening.left", number=left) if left > 1 else text("evening.left-one")
    return text("evening.spare", time=minutes_words(spare)) if spare else text("evening.fits")
