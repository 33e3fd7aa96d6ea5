"""The timeline: every pass and move of a routine, in counts, seconds, facing, weight.

Every screen, export and finding reads this one structure. A *pass* is a stretch
danced without a break: a wall (or the part of it before a restart) or a tag. Each
new start from count 1 is a new wall, also after a restart.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import Enum
from fractions import Fraction
from functools import cached_property
from typing import Final, NamedTuple

from .counts import Cut
from .feet import Foot
from .moves import Move
from .routine import Event, EventKind, Routine
from .sheet.model import Part
from .song import PhraseKind, PlacedPhrase
from .turns import FULL

# A dance of one count over the longest song would still end; this guards the loop.
MAX_PASSES: Final = 20_000

_NOT_DANCED: Final = frozenset({PhraseKind.INTRO, PhraseKind.UNMARKED})


class PassKind(Enum):
    """What is danced."""

    WALL = "wall"
    TAG = "tag"


class Ended(Enum):
    """Why a pass is over."""

    WHOLE = "whole"
    RESTART = "restart"
    SONG = "song"


@dataclass(frozen=True, slots=True, kw_only=True)
class PhraseSpan:
    """The stretch of a pass that lies in one phrase, in counts from the pass's start.

    ``starts`` says that the phrase begins here rather than goes on.
    """

    phrase: PlacedPhrase
    start: Fraction
    end: Fraction
    starts: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class FacingRun:
    """Counts [start, end) of a pass during which one faces the same way."""

    facing: int
    start: Fraction
    end: Fraction


@dataclass(frozen=True, slots=True, kw_only=True)
class Pass:
    """One stretch of dancing. ``start`` and ``end`` are counts of the song.

    ``wall`` is the number of the wall it is or follows; ``part`` is None for a tag
    without steps; ``moves`` are those danced, with the weight after each in
    ``weights`` and where it lands, in counts from the pass's start, in ``offsets``;
    ``event`` is what ends a wall or what a tag belongs to.
    """

    kind: PassKind
    wall: int
    part: Part | None
    full_length: Fraction
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
    ended: Ended
    event: Event | None
    phrases: tuple[PhraseSpan, ...]

    @property
    def length(self) -> Fraction:
        return self.end - self.start


class DancedMove(NamedTuple):
    """A move where it falls in the song, and the facing and weight after it.

    A tuple, because a song has many hundreds of them.
    """

    move: Move
    passed: Pass
    at_seconds: float
    facing: int
    weight: Foot | None

    @property
    def at(self) -> Fraction:
        """The count of the song on which it lands."""
        return self.passed.start + self.move.at


@dataclass(frozen=True, kw_only=True)
class Timeline:
    """The passes of a routine from its first count to the end of the song."""

    routine: Routine
    passes: tuple[Pass, ...]

    @cached_property
    def walls(self) -> tuple[Pass, ...]:
        """The walls, in order; wall n is ``walls[n - 1]``."""
        return tuple(p for p in self.passes if p.kind is PassKind.WALL)

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
        """The danced phrases that begin exactly with a wall."""
        return tuple(placed for placed in self.danced_phrases if placed.start in self.wall_starts)

    @cached_property
    def wall_starts(self) -> dict[Fraction, Pass]:
        """Walls by the song count on which they start."""
        return {wall.start: wall for wall in self.walls}

    def events_met(self) -> frozenset[tuple[str, int]]:
        """(event, wall) pairs that the dancers come to before the song is over."""
        end = self.routine.song.length
        return frozenset(
            (passed.event.id, passed.wall)
            for passed in self.passes
            if passed.event is not None
            and (passed.kind is PassKind.TAG or passed.ended is Ended.RESTART)
            and (passed.kind is PassKind.TAG or passed.end < end)
        )

    def moves(self) -> Iterator[DancedMove]:
        """Every move of the dance, in the order danced."""
        for passed in self.passes:
            facing = passed.start_facing
            times = self.routine.song.all_seconds(passed.start, passed.offsets)
            for move, seconds, weight in zip(passed.moves, times, passed.weights, strict=True):
                facing += move.turn
                yield DancedMove(move, passed, seconds, facing % FULL, weight)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Slice:
    """A part up to a cut: what is danced does not depend on where in the song it falls."""

    moves: tuple[Move, ...]
    weights: tuple[Foot | None, ...]
    offsets: tuple[float, ...]
    facings: tuple[FacingRun, ...]
    turn: int


def lay_out(routine: Routine) -> Timeline:
    """Dance the routine through the song.

    A dance without counts gives an empty timeline. Complexity: linear in the number
    of passes and of phrases; slices of a part are worked out once.
    """
    return Timeline(routine=routine, passes=tuple(_Layer(routine).passes()))


class _Layer:
    """Walks through the song, pass by pass."""

    def __init__(self, routine: Routine) -> None:
        self._routine = routine
        self._end = routine.song.length
        self._at = routine.start_count
        self._facing = 0
        self._weight: Foot | None = None
        self._slices: dict[tuple[str, Fraction, bool], _Slice] = {}
        self._stops = _by_wall(routine, stops=True)
        self._tags = _by_wall(routine, stops=False)

    def passes(self) -> Iterator[Pass]:
        part = self._routine.sheet.wall
        if part is None or part.length <= 0:
            return
        self._weight = part.start_weight
        for wall in range(1, MAX_PASSES):
            if self._at >= self._end:
                return
            yield from self._wall(wall, part)

    def _wall(self, wall: int, part: Part) -> Iterator[Pass]:
        stop = next((e for e in self._stops.get(wall, ()) if _cut(e).at < part.length), None)
        at_end = self._tags.get(wall, ())
        if stop is not None:
            yield self._pass(wall, part, part.length, _cut(stop), stop)
            if stop.has_tag:
                yield from self._tag(wall, stop)
            return
        first = at_end[0] if at_end else None
        yield self._pass(wall, part, part.length, Cut(at=part.length), first)
        for event in at_end:
            yield from self._tag(wall, event)

    def _tag(self, wall: int, event: Event) -> Iterator[Pass]:
        if self._at >= self._end:
            return
        length = self._routine.tag_length(event)
        if length <= 0:
            return
        part = self._routine.tag_part(event)
        yield self._pass(wall, part, length, Cut(at=length), event, kind=PassKind.TAG)

    def _pass(
        self,
        wall: int,
        part: Part | None,
        full: Fraction,
        cut: Cut,
        event: Event | None,
        *,
        kind: PassKind = PassKind.WALL,
    ) -> Pass:
        start, facing, weight = self._at, self._facing, self._weight
        end = min(start + cut.at, self._end)
        by_song = end < start + cut.at
        if by_song:
            cut = Cut(at=end - start)
        piece = self._slice(part, cut)
        end_weight = _last_known(piece.weights, weight)
        ended = Ended.SONG if by_song else Ended.RESTART if cut.at < full else Ended.WHOLE
        self._at, self._facing, self._weight = end, (facing + piece.turn) % FULL, end_weight
        song = self._routine.song
        return Pass(
            kind=kind,
            wall=wall,
            part=part,
            full_length=full,
            start=start,
            end=end,
            start_seconds=song.seconds(start),
            end_seconds=song.seconds(end),
            start_facing=facing,
            end_facing=self._facing,
            start_weight=weight,
            end_weight=end_weight,
            moves=piece.moves,
            weights=piece.weights,
            offsets=piece.offsets,
            facings=tuple(
                FacingRun(facing=(run.facing + facing) % FULL, start=run.start, end=run.end)
                for run in piece.facings
            ),
            ended=ended,
            event=None if by_song and kind is PassKind.WALL else event,
            phrases=self._phrases(start, end),
        )

    def _slice(self, part: Part | None, cut: Cut) -> _Slice:
        key = (part.name if part else "", cut.at, cut.without_and)
        if key not in self._slices:
            self._slices[key] = _cut_slice(part, cut)
        return self._slices[key]

    def _phrases(self, start: Fraction, end: Fraction) -> tuple[PhraseSpan, ...]:
        return tuple(
            PhraseSpan(
                phrase=placed,
                start=max(placed.start - start, Fraction(0)),
                end=min(placed.end, end) - start,
                starts=placed.start >= start,
            )
            for placed in self._routine.song.phrases_between(start, end)
        )


def _by_wall(routine: Routine, *, stops: bool) -> dict[int, tuple[Event, ...]]:
    """Events by wall number: those that stop a wall by count, tags in the order given."""
    found: dict[int, list[Event]] = {}
    for event in routine.events:
        if (event.kind is not EventKind.TAG) is stops:
            for wall in event.walls:
                found.setdefault(wall, []).append(event)
    if stops:
        for events in found.values():
            events.sort(key=lambda event: _cut(event).at)
    return {wall: tuple(events) for wall, events in found.items()}


def _cut(event: Event) -> Cut:
    assert event.after is not None
    return event.after


def _cut_slice(part: Part | None, cut: Cut) -> _Slice:
    if part is None:
        run = FacingRun(facing=0, start=Fraction(0), end=cut.at)
        return _Slice(moves=(), weights=(), offsets=(), facings=(run,), turn=0)
    kept = [(m, w) for m, w in zip(part.moves, part.weights, strict=True) if cut.keeps(m.at)]
    moves = tuple(move for move, _ in kept)
    return _Slice(
        moves=moves,
        weights=tuple(weight for _, weight in kept),
        offsets=tuple(float(move.at) for move in moves),
        facings=_facing_runs(moves, cut.at),
        turn=sum(move.turn for move in moves),
    )


def _facing_runs(moves: tuple[Move, ...], end: Fraction) -> tuple[FacingRun, ...]:
    runs: list[FacingRun] = []
    facing = 0
    since = Fraction(0)
    for move in moves:
        if not move.turn:
            continue
        at = min(max(move.at, since), end)
        if at > since:
            runs.append(FacingRun(facing=facing % FULL, start=since, end=at))
        facing, since = facing + move.turn, at
    if since < end:
        runs.append(FacingRun(facing=facing % FULL, start=since, end=end))
    return tuple(runs)


def _last_known(weights: tuple[Foot | None, ...], before: Foot | None) -> Foot | None:
    return next((weight for weight in reversed(weights) if weight is not None), before)
