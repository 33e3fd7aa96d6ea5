"""Drills, plans and logs in words, in the language that is spoken."""

from __future__ import annotations

from collections.abc import Iterator

from ..core.layout.timeline import EventOccurrence, Timeline
from ..core.primitives.turns import clock, walls_in_dance
from ..core.routine.model import EventKind
from ..core.teaching.drills import Drill, DrillKind
from ..core.teaching.lesson import parts_danced
from .score import occurrence_words, place_words
from .words import fact, text


def drill_words(timeline: Timeline, drill: Drill) -> str:
    """ "Section 1", "From the top through Section 2", "Restart, wall 5, after 24, facing 9:00"."""
    kind = drill.kind
    if kind is DrillKind.EVENT and drill.joint < 0:
        return text("drill.item", name=fact("part", drill.part), wall=drill.wall)
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
    if drill.kind is DrillKind.LEARN and _is_own(timeline, drill):
        section = fact("part", drill.part)
    return text(f"drill.{kind.value}", **_facts(drill, section))


def _is_own(timeline: Timeline, drill: Drill) -> bool:
    """Are these the steps of a tag, bridge or ending?"""
    return all(part.name != drill.part for part in parts_danced(timeline))


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
    if drill.kind is DrillKind.EVENT and drill.joint >= 0:
        cue = timeline.occurrences[drill.joint].event.cue
        if cue:
            yield text("drill.listen", cue=cue)


def announcement_words(timeline: Timeline) -> str:
    """ "32 counts, 4 walls, one restart: wall 5 after 24"."""
    sheet = timeline.routine.sheet
    counts = sum(part.length for part in sheet.danced)
    said = [text("announce.counts", counts=f"{float(counts):g}")]
    if len(sheet.danced) == 1:
        walls = walls_in_dance(sheet.danced[0].net_turn)
        said.append(text("announce.walls", walls=walls) if walls > 1 else text("announce.wall"))
    elif timeline.routine.order.items:
        said.append(" ".join(item.text for item in timeline.routine.order.items))
    said += _announced(timeline)
    return ", ".join(said)


def _announced(timeline: Timeline) -> Iterator[str]:
    """The events by kind, with where they come."""
    by_kind: dict[str, list[EventOccurrence]] = {}
    for there in timeline.occurrences:
        by_kind.setdefault(there.event.kind.value, []).append(there)
    for kind, all_there in by_kind.items():
        places = ", ".join(_announced_place(there) for there in all_there)
        several = len(all_there) > 1
        code = f"announce.{kind}.many" if several else f"announce.{kind}"
        number = {"number": len(all_there)} if several else {}
        yield text(code, places=places, **number)


def _announced_place(there: EventOccurrence) -> str:
    after = f"{float(there.after):g}"
    if there.event.kind is EventKind.TAG:
        return text("announce.end-of", wall=there.wall)
    return text("announce.after", wall=there.wall, after=after)


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
