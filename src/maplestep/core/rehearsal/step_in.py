"""Finding the way back: where one can step in, and what missing an event does.

A dancer can step in wherever a wall (a part, in a phrased dance) begins with its count 1. Who
misses an event dances the wall as it is on every other wall and goes on; *late* by so many counts
is who begins the next wall that much behind the others, *early* who begins before them.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Final, NamedTuple

from ..layout.timeline import EventOccurrence, SegmentKind, Timeline, Wall
from ..primitives.turns import FULL
from ..routine.model import EventKind
from ..sheet.model import Part
from ..song.model import PhraseKind

_NOTICE: Final = 2
"""Counts one needs to get ready."""


class StepIn(NamedTuple):
    """Count 1 of a wall: its number and name, what one faces, the phrase it falls in ("" where
    nobody has marked one). Who hears of it by ``until_seconds`` can still get ready."""

    at: Fraction
    at_seconds: float
    until_seconds: float
    wall: int
    name: str
    facing: int
    phrase: str
    cue: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Missed:
    """What comes of missing an event: ``late`` counts behind the others (early where negative)
    at the start of the next wall, ``facing`` then what one faces and ``faced`` what the others
    do, in eighths; ``back`` is the next place to step in, None when the song has no other."""

    late: Fraction
    facing: int
    faced: int
    back: StepIn | None


def step_ins(timeline: Timeline) -> tuple[StepIn, ...]:
    """Every place to step in, in order of time."""
    return tuple(_places(timeline))


def _places(timeline: Timeline) -> Iterator[StepIn]:
    return (_step_in(timeline, wall) for wall in timeline.walls)


def next_step_in(places: Iterable[StepIn], at_seconds: float) -> StepIn | None:
    """The first place to step in behind a moment; None when the song has no other."""
    return next((place for place in places if place.at_seconds > at_seconds), None)


def missed(timeline: Timeline, occurrence: EventOccurrence) -> Missed | None:
    """What comes of dancing on as if an event were not there; None for an ending."""
    event = occurrence.event
    if event.kind is EventKind.ENDING:
        return None
    wall = timeline.walls[occurrence.wall - 1]
    part = timeline.routine.sheet.part(wall.name) or wall.part
    if part is None:
        return None
    following = timeline.walls[occurrence.wall : occurrence.wall + 1]
    return Missed(
        late=_late(timeline, wall, occurrence, part.length),
        facing=(wall.start_facing + _turn_without(wall, occurrence, part)) % FULL,
        faced=following[0].start_facing if following else wall.end_facing,
        back=next_step_in(_places(timeline), occurrence.at_seconds),
    )


def _turn_without(wall: Wall, occurrence: EventOccurrence, part: Part) -> int:
    """What the wall turns when the event is left out; other events of it are danced."""
    if occurrence.event.stops or occurrence.event.kind is EventKind.CHANGE:
        return part.net_turn
    return sum(move.turn for piece in wall.pieces for move in piece.moves)


def _late(
    timeline: Timeline, wall: Wall, occurrence: EventOccurrence, length: Fraction
) -> Fraction:
    """Counts behind the others: those they left out, less those they added."""
    event = occurrence.event
    if event.kind is EventKind.WAIT:
        return -_waited(timeline, wall)
    left_out = length - occurrence.after if event.stops else Fraction(0)
    added = timeline.routine.tag_length(event) if event.has_tag else Fraction(0)
    return left_out - added


def _waited(timeline: Timeline, wall: Wall) -> Fraction:
    """How long the others wait in this wall, in counts at the song's usual tempo, to a half."""
    song = timeline.routine.song
    seconds = sum(
        segment.end_seconds - segment.start_seconds
        for segment in timeline.segments
        if segment.kind is SegmentKind.WAIT and segment.wall == wall.number
    )
    return Fraction(round(2 * seconds / song.count_seconds), 2)


def _step_in(timeline: Timeline, wall: Wall) -> StepIn:
    phrase = timeline.routine.song.phrase_at(wall.start)
    marked = phrase is not None and phrase.phrase.kind is not PhraseKind.UNMARKED
    return StepIn(
        at=wall.start,
        at_seconds=wall.start_seconds,
        until_seconds=timeline.routine.song.seconds(wall.start - _NOTICE),
        wall=wall.number,
        name=wall.name,
        facing=wall.start_facing,
        phrase=phrase.name if phrase and marked else "",
        cue=phrase.phrase.cue if phrase and phrase.start == wall.start else "",
    )
