"""A lesson: the drills of one routine for one class, in the order they are taught.

Order (a), *added on*: section by section, each linked from the top; the whole part; the second
wall without stopping; every tag and restart; then once round, slow music, music. Order (b),
*in song order*: a part is learnt when the song first needs it, then wall after wall is danced,
and every event is met on the wall where it falls.

What stuck comes first. What the class knows already is gone through once instead of taught.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum
from fractions import Fraction
from itertools import pairwise
from typing import Final

from ..analysis.joints import bad_joints
from ..layout.timeline import EventOccurrence, Segment, SegmentKind, Timeline, Wall
from ..primitives.counts import label
from ..sheet.model import Option, Part, Section
from ..sheet.options import differences
from .drills import (
    FIGURE_TALK,
    OPTION_TALK,
    SPOT_COUNTS,
    USUAL,
    Drill,
    DrillKind,
    Pace,
    Reason,
    Spot,
    alike,
    drill_of,
    figure_count,
    hard_spots,
)

_OWN_STEPS: Final = frozenset({SegmentKind.TAG, SegmentKind.BRIDGE, SegmentKind.ENDING})
JOINT: Final = 8
"""An event is gone over from so many counts before it to so many behind it."""


class Order(StrEnum):
    """In which order a dance is taught."""

    ADDED_ON = "added-on"
    SONG = "song"


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    """What a class knows of a dance: the sections taught, by part and title, and where it stuck
    and has not gone well since, by part the counts from 0."""

    sections: frozenset[tuple[str, str]] = frozenset()
    stuck: Mapping[str, tuple[Fraction, ...]] = field(default_factory=dict)

    def all_of(self, part: Part) -> bool:
        return all((part.name, each.title) in self.sections for each in part.sections)


def lesson(
    timeline: Timeline,
    *,
    order: Order = Order.ADDED_ON,
    known: Known | None = None,
    level: str = "",
) -> tuple[Drill, ...]:
    """All drills of a routine, in the order taught; none when nothing is danced."""
    if not timeline.walls:
        return ()
    return tuple(_Lesson(timeline, known or Known(), level).drills(order))


class _Lesson:
    """The drills of one routine while they are put together."""

    def __init__(self, timeline: Timeline, known: Known, level: str) -> None:
        song = timeline.routine.song
        self.timeline = timeline
        self.known = known
        self.pace = Pace(count_seconds=Fraction(60) / song.bpm * song.beats_per_count, level=level)
        self.feel = timeline.routine.sheet.feel
        self.taught: list[Section] = []
        self.weight = {id(before) for before, _ in bad_joints(timeline)}

    def drills(self, order: Order) -> Iterator[Drill]:
        parts = parts_danced(self.timeline)
        for part in parts:
            # What stuck comes first, before anything new.
            yield from self._stuck(part, self._known_sections(part))
        if order is Order.ADDED_ON:
            for part in parts:
                yield from self._part(part)
            yield from self._second_wall()
            for number, there in enumerate(self.timeline.occurrences):
                yield from self._event(number, there)
            for segment in self._ordered():
                yield from self._item(segment)
            yield self._round()
        else:
            yield from self._in_song_order()
        yield self._music(DrillKind.SLOW)
        yield self._music(DrillKind.MUSIC)

    # parts and sections

    def _part(self, part: Part) -> Iterator[Drill]:
        """A part from nothing, or once through when it is known."""
        if not self.known.all_of(part):
            yield from self._sections(part)
        self.taught += part.sections
        if len(part.sections) > 1 or self.known.all_of(part):
            yield drill_of(
                DrillKind.WHOLE, self.pace, key=f"whole {part.name}", part=part.name,
                counts=(Fraction(0), part.length),
            )  # fmt: skip

    def _sections(self, part: Part) -> Iterator[Drill]:
        before = False
        for number, section in enumerate(part.sections, start=1):
            if (part.name, section.title) in self.known.sections:
                before = True
                self.taught.append(section)
                continue
            if before:
                yield self._top(part, part.sections[number - 2], number - 1)
                before = False
            yield self._learn(part, section, number)
            yield from self._spots(part, section)
            if number > 1:
                yield self._top(part, section, number)

    def _learn(self, part: Part, section: Section, number: int) -> Drill:
        same = alike(section, self.taught)
        self.taught.append(section)
        option = _option(part, section)
        figures = FIGURE_TALK * figure_count(section)
        drill = drill_of(
            DrillKind.LEARN, self.pace, key=f"learn {part.name} {number}", part=part.name,
            section=section.title, counts=(section.start, section.end), option=option,
            more_talk=(0 if same else figures) + (OPTION_TALK if option else 0),
            alike=same.title or part.name if same else "",
        )  # fmt: skip
        # What the feet know already, on these or on the others, needs one round at least.
        return replace(drill, least=1) if same else drill

    def _known_sections(self, part: Part) -> tuple[Section, ...]:
        known = self.known.sections
        return tuple(each for each in part.sections if (part.name, each.title) in known)

    def _top(self, part: Part, section: Section, number: int) -> Drill:
        return drill_of(
            DrillKind.TOP, self.pace, key=f"top {part.name} {number}", part=part.name,
            section=section.title, counts=(Fraction(0), section.end),
        )  # fmt: skip

    def _stuck(self, part: Part, sections: tuple[Section, ...]) -> Iterator[Drill]:
        for at in self.known.stuck.get(part.name, ()):
            section = _section_at(part, at)
            if section in sections:
                yield self._spot(part, section, Spot(at, Reason.STUCK))

    def _spots(self, part: Part, section: Section) -> Iterator[Drill]:
        """The hard places of a section that is being learnt."""
        yield from self._stuck(part, (section,))
        for spot in hard_spots(part, self.pace):
            if section.start <= spot.at < section.end:
                yield self._spot(part, section, spot)

    def _spot(self, part: Part, section: Section, spot: Spot) -> Drill:
        first = max(Fraction(0), spot.at - SPOT_COUNTS)
        last = min(part.length, spot.at + SPOT_COUNTS)
        said = label(spot.at - section.start, self.feel)
        return drill_of(
            DrillKind.SPOT, self.pace, key=f"spot {part.name} {spot.at} {spot.reason}",
            part=part.name, section=section.title, counts=(first, last), count=said,
            reasons=(spot.reason,) if spot.reason is Reason.STUCK else (),
        )  # fmt: skip

    # walls and events

    def _second_wall(self) -> Iterator[Drill]:
        """Two walls without stopping, or one part behind the other."""
        walls = self.timeline.walls
        seen: set[tuple[str, str]] = set()
        for one, other in pairwise(walls):
            pair = (one.name, other.name)
            if pair in seen or (not self.timeline.routine.order.items and seen):
                continue
            seen.add(pair)
            yield drill_of(
                DrillKind.WALLS, self.pace, key=f"walls {one.name} {other.name}",
                part=one.name, section=other.name, counts=(one.start, other.end),
                wall=one.number,
            )  # fmt: skip

    def _in_song_order(self) -> Iterator[Drill]:
        begun: set[str] = set()
        events = list(enumerate(self.timeline.occurrences))
        for wall in self.timeline.walls:
            if wall.part is not None and wall.part.name not in begun:
                begun.add(wall.part.name)
                yield from self._part(wall.part)
            yield self._wall(wall)
            for number, there in events:
                if there.wall == wall.number:
                    yield from self._event(number, there)
            for segment in self._ordered():
                if segment.wall == wall.number:
                    yield from self._item(segment)

    def _wall(self, wall: Wall) -> Drill:
        return drill_of(
            DrillKind.WALL, self.pace, key=f"wall {wall.number}", part=wall.name,
            counts=(wall.start, wall.end), wall=wall.number,
        )  # fmt: skip

    def _event(self, number: int, there: EventOccurrence) -> Iterator[Drill]:
        """The steps of a tag where it comes first, then the joint it makes."""
        first = all(each.event.id != there.event.id for each in self.timeline.occurrences[:number])
        own = _own_segment(self.timeline, there)
        if first and own is not None:
            yield from self._own_steps(own)
        added = self.timeline.routine.tag_length(there.event) if there.event.has_tag else 0
        loads = any(
            id(each) in self.weight for each in self.timeline.segments if each.end == there.at
        )
        drill = self._joint(
            f"event {there.event.id} {there.wall}", (there.at, there.at + added), loads=loads,
            wall=there.wall, joint=number,
        )  # fmt: skip
        yield drill if first else _again(drill)

    def _ordered(self) -> Iterator[Segment]:
        """The tags, bridges and endings that the order of a phrased dance names."""
        return (
            each
            for each in self.timeline.segments
            if each.item is not None and each.kind in _OWN_STEPS
        )

    def _item(self, segment: Segment) -> Iterator[Drill]:
        """What the order names between two parts: its steps at first, then the joint."""
        before = [each.name for each in self._ordered() if each.start < segment.start]
        if segment.name not in before:
            yield from self._own_steps(segment)
        drill = self._joint(
            f"item {segment.item}", (segment.start, segment.end), loads=self._loads(segment),
            wall=segment.wall, part=segment.name,
        )  # fmt: skip
        yield _again(drill) if segment.name in before else drill

    def _own_steps(self, segment: Segment) -> Iterator[Drill]:
        """The sections of a tag, bridge or ending, unless they are known."""
        if segment.part is None or not segment.moves:
            return
        for n, section in enumerate(segment.part.sections, start=1):
            if (segment.part.name, section.title) not in self.known.sections:
                yield self._learn(segment.part, section, n)

    def _joint(
        self, key: str, span: tuple[Fraction, Fraction], *, loads: bool, wall: int,
        part: str = "", joint: int = -1,
    ) -> Drill:  # fmt: skip
        """From eight counts before what happens on these counts of the song to eight behind it."""
        routine = self.timeline.routine
        start = max(routine.start_count, span[0] - JOINT)
        end = min(span[1] + JOINT, routine.song.length, self.timeline.end)
        return drill_of(
            DrillKind.EVENT, self.pace, key=key, part=part, counts=(start, max(start, end)),
            wall=wall, joint=joint, reasons=(Reason.WEIGHT,) if loads else (),
        )  # fmt: skip

    def _loads(self, segment: Segment) -> bool:
        """Does it begin or end on the foot that carries the weight?"""
        around = (e for e in self.timeline.segments if segment.start in (e.end, e.start))
        return any(id(each) in self.weight for each in around)

    def _round(self) -> Drill:
        return drill_of(
            DrillKind.ROUND, self.pace, key="round", part="",
            counts=(self.timeline.routine.start_count, self.timeline.end),
        )  # fmt: skip

    def _music(self, kind: DrillKind) -> Drill:
        """The song from its beginning to the end of the dance, as it goes."""
        song = self.timeline.routine.song
        heard = Fraction(song.seconds(self.timeline.end)).limit_denominator(1000)
        return drill_of(
            kind, self.pace, key=kind.value, part="", counts=(Fraction(0), self.timeline.end),
            once_seconds=heard * 100 / USUAL[kind].percent,
        )  # fmt: skip


def _again(drill: Drill) -> Drill:
    """The same on a later wall, known but for where one faces: a round and half the talking."""
    return replace(drill, least=1, talk=-(-drill.talk // 2))


def parts_danced(timeline: Timeline) -> list[Part]:
    """The parts the song needs, in the order it needs them."""
    found: dict[str, Part] = {}
    for wall in timeline.walls:
        if wall.part is not None:
            found.setdefault(wall.part.name, wall.part)
    return list(found.values())


def _own_segment(timeline: Timeline, there: EventOccurrence) -> Segment | None:
    """The tag, bridge or ending that an event brings."""
    return next(
        (
            each
            for each in timeline.segments
            if each.start == there.at and each.kind not in (SegmentKind.WALL, SegmentKind.WAIT)
        ),
        None,
    )


def _section_at(part: Part, at: Fraction) -> Section:
    return next((each for each in reversed(part.sections) if each.start <= at), part.sections[0])


def _option(part: Part, section: Section) -> Option | None:
    """An easier way to dance some of this section."""
    return next(
        (
            each
            for each in part.options
            if each.known
            and not differences(part, each)
            and section.start <= each.start < section.end
        ),
        None,
    )
