"""The timeline: every segment and move of a routine, in counts, seconds, facing, weight.

Every screen, export and finding reads this one structure. A *segment* is a stretch
danced without a break: a wall, a piece of one (before a restart, around a bridge), a tag,
a bridge, a wait, an ending. Each new start from count 1 is a new wall, also after a
restart; in a phrased dance every part of the order is one.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import Enum
from fractions import Fraction
from functools import cached_property
from typing import Final, NamedTuple

from ..primitives.feet import Foot
from ..primitives.moves import Move
from ..primitives.turns import FULL
from ..routine.model import Event, Routine
from ..sheet.model import Part
from ..song.model import PhraseKind, PlacedPhrase

ZERO: Final = Fraction(0)

_NOT_DANCED: Final = frozenset({PhraseKind.INTRO, PhraseKind.UNMARKED})


class SegmentKind(Enum):
    """What is danced."""

    WALL = "wall"
    TAG = "tag"
    BRIDGE = "bridge"
    WAIT = "wait"
    ENDING = "ending"


_OWN_ROW: Final = frozenset({SegmentKind.BRIDGE, SegmentKind.ENDING})


class EndReason(Enum):
    """Why a segment is over: it is whole, a restart, a cut of the order, a bridge or wait
    in mid-wall after which the wall goes on, the ending, or the song's end."""

    WHOLE = "whole"
    RESTART = "restart"
    CUT = "cut"
    BREAK = "break"
    ENDING = "ending"
    SONG = "song"


@dataclass(frozen=True, slots=True, kw_only=True)
class PhraseSpan:
    """The stretch of a segment that lies in one phrase, in counts from the segment's start.

    ``starts`` says that the phrase begins here rather than goes on.
    """

    phrase: PlacedPhrase
    start: Fraction
    end: Fraction
    starts: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class FacingRun:
    """Counts [start, end) of a segment during which one faces the same way."""

    facing: int
    start: Fraction
    end: Fraction


@dataclass(frozen=True, slots=True, kw_only=True)
class Segment:
    """One stretch of dancing. ``start`` and ``end`` are counts of the song.

    ``wall`` is the number of the wall it is or follows, 0 before the first; ``part`` is None
    for steps nobody has given; ``first`` is the count of the part (from 0) it begins on;
    ``goes_on`` marks the later pieces of a wall broken by a bridge or wait. ``moves`` are those
    danced, with the weight after each in ``weights`` and where it lands, in counts from the
    segment's start, in ``offsets``. ``event`` is what ends a wall or what a tag belongs to;
    ``item`` the place in the order of a phrased dance, from 0.
    """

    kind: SegmentKind
    wall: int
    name: str
    part: Part | None
    full_length: Fraction
    first: Fraction
    goes_on: bool
    start: Fraction
    end: Fraction
    start_seconds: float
    end_seconds: float
    start_facing: int
    end_facing: int
    start_weight: Foot | None
    end_weight: Foot | None
    moves: tuple[Move, ...]
    weights: tuple[Foot | None, ...]
    offsets: tuple[float, ...]
    facings: tuple[FacingRun, ...]
    ended: EndReason
    event: Event | None
    changed: Event | None
    item: int | None
    phrases: tuple[PhraseSpan, ...]

    @property
    def length(self) -> Fraction:
        return self.end - self.start

    @property
    def first_foot(self) -> Foot | None:
        """The foot that has to be free to begin; None when none has to, or nobody knows."""
        if self.part is None or (not self.first and self.part.opens_unknown):
            return None
        for move in self.moves:
            if move.foot in (Foot.LEFT, Foot.RIGHT):
                return None if move.may_move_loaded_foot else move.foot
        return None


class DancedMove(NamedTuple):
    """A move where it falls in the song, and the facing and weight after it.

    A tuple, because a song has many hundreds of them.
    """

    move: Move
    segment: Segment
    at_seconds: float
    facing: int
    weight: Foot | None

    @property
    def at(self) -> Fraction:
        """The count of the song on which it lands."""
        return self.segment.start + self.move.at - self.segment.first


@dataclass(frozen=True, slots=True, kw_only=True)
class EventOccurrence:
    """An event where it comes: on this wall, after ``after`` counts of it, at song count ``at``.

    ``starts`` is the clock faced at the wall's start, ``facing`` where it happens, in eighths.
    """

    event: Event
    wall: int
    after: Fraction
    at: Fraction
    at_seconds: float
    starts: int
    facing: int


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall with all its pieces: more than one where a bridge or wait breaks it."""

    pieces: tuple[Segment, ...]

    @property
    def number(self) -> int:
        return self.pieces[0].wall

    @property
    def start(self) -> Fraction:
        return self.pieces[0].start

    @property
    def end(self) -> Fraction:
        return self.pieces[-1].end

    @property
    def start_seconds(self) -> float:
        return self.pieces[0].start_seconds

    @property
    def end_seconds(self) -> float:
        return self.pieces[-1].end_seconds

    @property
    def start_facing(self) -> int:
        return self.pieces[0].start_facing

    @property
    def end_facing(self) -> int:
        return self.pieces[-1].end_facing

    @property
    def part(self) -> Part | None:
        return self.pieces[0].part

    @property
    def name(self) -> str:
        return self.pieces[0].name

    @property
    def ended(self) -> EndReason:
        return self.pieces[-1].ended

    @property
    def length(self) -> Fraction:
        """Counts of the wall's own that are danced, bridges left out."""
        return sum((piece.length for piece in self.pieces), ZERO)


@dataclass(frozen=True, kw_only=True)
class Timeline:
    """The segments of a routine from its first count to the end of the song or of its order."""

    routine: Routine
    segments: tuple[Segment, ...]
    occurrences: tuple[EventOccurrence, ...] = ()

    @cached_property
    def walls(self) -> tuple[Wall, ...]:
        """The walls, in order; wall n is ``walls[n - 1]``."""
        gathered: list[list[Segment]] = []
        for segment in self.segments:
            if segment.kind is SegmentKind.WALL:
                if segment.goes_on:
                    gathered[-1].append(segment)
                else:
                    gathered.append([segment])
        return tuple(Wall(tuple(pieces)) for pieces in gathered)

    @cached_property
    def rows(self) -> tuple[list[Segment], ...]:
        """The segments row by row, as the stack is drawn and printed.

        A row is a wall with its pieces, tags and ending; what the order of a phrased dance
        names as a bridge or an ending has a row of its own.
        """
        gathered: list[list[Segment]] = []
        for segment in self.segments:
            begins = segment.kind is SegmentKind.WALL and not segment.goes_on
            if begins or not gathered or (segment.item is not None and segment.kind in _OWN_ROW):
                gathered.append([])
            gathered[-1].append(segment)
        return tuple(gathered)

    @cached_property
    def danced_phrases(self) -> tuple[PlacedPhrase, ...]:
        """The marked phrases that begin while one dances; an intro is not danced to."""
        start = self.routine.start_count
        return tuple(
            placed
            for placed in self.routine.song.placed
            if placed.start >= start and placed.phrase.kind not in _NOT_DANCED
        )

    @cached_property
    def phrase_hits(self) -> tuple[PlacedPhrase, ...]:
        """The danced phrases that begin exactly with a wall or, in an order, with a bridge."""
        begun = set(self.wall_starts)
        begun.update(
            p.start
            for p in self.segments
            if p.item is not None and p.kind in (SegmentKind.BRIDGE, SegmentKind.ENDING)
        )
        return tuple(placed for placed in self.danced_phrases if placed.start in begun)

    @cached_property
    def wall_starts(self) -> dict[Fraction, Wall]:
        """Walls by the song count on which they start."""
        return {wall.start: wall for wall in self.walls}

    @property
    def end(self) -> Fraction:
        """The song count on which the dance is over."""
        return self.segments[-1].end if self.segments else self.routine.start_count

    def events_met(self) -> frozenset[tuple[str, int]]:
        """(event, wall) pairs that the dancers come to before the song is over."""
        return frozenset((there.event.id, there.wall) for there in self.occurrences)

    def moves(self) -> Iterator[DancedMove]:
        """Every move of the dance, in the order danced."""
        for segment in self.segments:
            facing = segment.start_facing
            times = self.routine.song.all_seconds(segment.start, segment.offsets)
            for move, seconds, weight in zip(segment.moves, times, segment.weights, strict=True):
                facing += move.turn
                yield DancedMove(move, segment, seconds, facing % FULL, weight)
