"""What the Teach desk is given: plans to the second, and what a class remembers.

Seconds are those of the evening; days ISO dates.
"""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from fractions import Fraction
from urllib.parse import urlencode

from pydantic import BaseModel

from ..core.layout.timeline import Timeline
from ..core.primitives.counts import label
from ..core.sheet.model import Part
from ..core.teaching.drills import Drill, DrillKind
from ..core.teaching.evening import BREAK, Planned
from ..core.teaching.lesson import parts_danced
from ..core.teaching.review import Logged, Remembered, noted_by
from ..messages.teaching import drill_detail, drill_hints, drill_words, fit_words
from ..messages.words import fact, text
from ..services.lessons import PlannedEvening, Taught


class PlanItemView(BaseModel):
    """An item of a plan. ``routine`` is "" for warm-up, breaks and cool-down; ``run`` is what is
    added to the address of the Run desk to be just there, "" where nothing is danced; ``noted``
    is the kind of line that the log gets once it is over, if any."""

    key: str
    kind: str
    routine: str
    words: str
    detail: str
    hints: list[str]
    part: str
    section: str
    rounds: int
    start_seconds: int
    seconds: int
    fixed: bool
    run: str
    noted: Logged | None


class LeftOutView(BaseModel):
    """A drill there is no time for, or fewer rounds of it with less."""

    key: str
    routine: str
    words: str


class EveningPlanView(BaseModel):
    """An evening to the second. ``fits`` says how in a sentence; ``cut`` is what goes first with
    five minutes less."""

    minutes: int
    items: list[PlanItemView]
    left_out: list[LeftOutView]
    cut: list[LeftOutView]
    spare_seconds: int
    over_seconds: int
    fits: str


def plan_view(evening: PlannedEvening, minutes: int) -> EveningPlanView:
    """A plan in words."""
    plan = evening.plan
    return EveningPlanView(
        minutes=minutes,
        items=[_item_view(item, evening) for item in plan.items],
        left_out=[
            LeftOutView(key=drill.key, routine=name, words=_words(evening, name, drill))
            for name, drill in plan.left_out
        ],
        cut=[
            LeftOutView(
                key=cut.key,
                routine=cut.routine,
                words=text(
                    "evening.fewer" if cut.left else "evening.gone",
                    drill=_words(evening, cut.routine, cut.drill),
                    **({"rounds": cut.left} if cut.left else {}),
                ),
            )
            for cut in plan.cut
        ],
        spare_seconds=plan.spare_seconds,
        over_seconds=plan.over_seconds,
        fits=fit_words(spare=plan.spare_seconds, over=plan.over_seconds, left=len(plan.left_out)),
    )


def _words(evening: PlannedEvening, name: str, drill: Drill) -> str:
    return drill_words(evening.routines[name].timeline, drill)


def _item_view(item: Planned, evening: PlannedEvening) -> PlanItemView:
    drill = item.drill
    if drill is None:
        kind = BREAK if item.key.startswith(BREAK) else item.key
        return PlanItemView(
            key=item.key, kind=kind, routine="", words=text(f"evening.{kind}"), detail="", hints=[],
            part="", section="", rounds=0, start_seconds=item.start_seconds,
            seconds=item.seconds, fixed=item.fixed, run="", noted=None,
        )  # fmt: skip
    timeline = evening.routines[item.routine].timeline
    return PlanItemView(
        key=item.key,
        kind=drill.kind.value,
        routine=item.routine,
        words=drill_words(timeline, drill),
        detail=drill_detail(drill, float(timeline.routine.song.bpm), item.rounds),
        hints=list(drill_hints(timeline, drill)),
        part=drill.part,
        section=drill.section if drill.kind is not DrillKind.WALLS else "",
        rounds=item.rounds,
        start_seconds=item.start_seconds,
        seconds=item.seconds,
        fixed=item.fixed,
        run=_run(timeline, drill),
        noted=noted_by(drill.kind),
    )


_ALONG_THE_SONG = frozenset({DrillKind.WALLS, DrillKind.WALL, DrillKind.EVENT, DrillKind.ROUND})


def _run(timeline: Timeline, drill: Drill) -> str:
    """Where the drill is in the song, and how fast: "?from=12.5&to=20.6&speed=0.5"."""
    if drill.kind in (DrillKind.MUSIC, DrillKind.SLOW):
        return "?" + urlencode({"speed": drill.percent / 100})
    start, end = drill.start, drill.end
    if drill.kind not in _ALONG_THE_SONG:
        found = _in_song(timeline, drill)
        if found is None:
            return ""
        start, end = found
    song = timeline.routine.song
    begin, stop = (round(song.seconds(at), 3) for at in (start, end))
    words = drill_words(timeline, drill)
    asked = {"from": begin, "to": stop, "speed": drill.percent / 100, "words": words}
    return "?" + urlencode(asked)


def _in_song(timeline: Timeline, drill: Drill) -> tuple[Fraction, Fraction] | None:
    """The first place in the song where these counts of a part are danced whole."""
    for segment in timeline.segments:
        if segment.part is None or segment.part.name != drill.part:
            continue
        if segment.first <= drill.start and drill.end <= segment.first + segment.length:
            shift = segment.start - segment.first
            return drill.start + shift, drill.end + shift
    return None


class StuckView(BaseModel):
    """A place of a dance where a class stuck so many times; ``open`` while it has not gone well
    since. ``at`` is the count of its part, from 0, as the log writes it, ``count`` the whole one
    it falls on."""

    part: str
    at: str
    count: int
    label: str
    section: str
    times: int
    open: bool


class StripSectionView(BaseModel):
    """A section of a dance as a strip of counts; ``taught`` to this class. ``from_count`` is its
    first count of the part, from 0, ``labels`` what dancers say on each."""

    part: str
    title: str
    words: str
    from_count: int
    labels: list[str]
    taught: bool


class RememberedView(BaseModel):
    """What a class has of a dance. ``last`` and ``due`` are None before it was ever on."""

    routine: str
    dance_id: str
    title: str
    song: str
    box: int
    last: date | None
    due: date | None
    days: list[date]
    stuck_days: list[date]
    sticks: bool
    sections: list[StripSectionView]
    stuck: list[StuckView]


def remembered_view(routine: str, dance_id: str, taught: Taught) -> RememberedView:
    """A dance of the repertoire as a strip."""
    kept = taught.remembered
    parts = parts_danced(taught.timeline)
    return RememberedView(
        routine=routine,
        dance_id=dance_id,
        title=taught.title,
        song=taught.timeline.routine.song.title,
        box=kept.card.box if kept else 0,
        last=date.fromordinal(kept.last_day) if kept else None,
        due=date.fromordinal(kept.due_day) if kept else None,
        days=[date.fromordinal(day) for day in kept.days] if kept else [],
        stuck_days=[date.fromordinal(day) for day in sorted(kept.stuck_days)] if kept else [],
        sticks=bool(kept and kept.sticks),
        sections=[each for part in parts for each in _strip(taught, part, kept)],
        stuck=list(_stuck_views(taught, kept)) if kept else [],
    )


def _strip(taught: Taught, part: Part, kept: Remembered | None) -> Iterator[StripSectionView]:
    feel = taught.timeline.routine.sheet.feel
    for section in part.sections:
        counts = section.length.__ceil__()
        yield StripSectionView(
            part=part.name,
            title=section.title,
            words=fact("section", section.title) or fact("part", part.name),
            from_count=int(section.start),
            labels=[label(Fraction(n), feel) for n in range(counts)],
            taught=bool(kept and (part.name, section.title) in kept.known.sections),
        )


def _stuck_views(taught: Taught, kept: Remembered) -> Iterator[StuckView]:
    feel = taught.timeline.routine.sheet.feel
    for (name, at), times in sorted(kept.stuck.items()):
        part = taught.timeline.routine.sheet.part(name)
        section = None
        if part is not None:
            section = next((s for s in part.sections if s.start <= at < s.end), None)
        yield StuckView(
            part=name,
            at=str(at),
            count=int(at // 1),
            label=label(at - section.start, feel) if section else "",
            section=fact("section", section.title) if section else "",
            times=times,
            open=at in kept.known.stuck.get(name, ()),
        )
