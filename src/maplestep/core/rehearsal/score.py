"""The score of a routine: all that is shown while it is danced, in the order of time.

Counts are exact counts of the song from 0, seconds those of the recording. What dancers say on a
count is its *label*: 1 to 8 (1 to 6 in waltz time) within a section, "&", "e" or "a" between two.
Before wall 1 the counts run toward it, so that the last one said is 8.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import groupby, pairwise
from typing import Final, NamedTuple

from ..analysis.path import Path, Point, path_of, turned
from ..figures.vocabulary import BY_NAME
from ..layout.timeline import EventOccurrence, Segment, Timeline
from ..primitives.counts import label
from ..primitives.moves import Move
from ..primitives.turns import FULL
from ..sheet.counting import count_labels, count_unit
from .step_in import Missed, StepIn, missed, step_ins

_NONE: Final = -1
_JOINT: Final = 8
"""An event is gone over from so many counts before it to so many behind it."""


class Beat(NamedTuple):
    """A count, or a landing between two, and when. ``segment`` is its number, -1 before wall 1."""

    at: Fraction
    at_seconds: float
    label: str
    segment: int


class DancedFigure(NamedTuple):
    """A figure as danced on song counts [start, end); ``moves`` are its own."""

    start: Fraction
    end: Fraction
    at_seconds: float
    segment: int
    moves: tuple[Move, ...]


class DancedSection(NamedTuple):
    """A section of a segment on song counts [start, end), and what one faces at its start."""

    title: str
    segment: int
    start: Fraction
    end: Fraction
    start_seconds: float
    end_seconds: float
    facing: int


class Standing(NamedTuple):
    """Where on the floor a dancer stands from a moment on, in metres, and the facing."""

    at_seconds: float
    place: Point
    facing: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Joint:
    """An event where it comes, the counts [start, end) to go over it, and what missing it does."""

    occurrence: EventOccurrence
    start: Fraction
    end: Fraction
    missed: Missed | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Score:
    """A routine as it goes by. Everything is in order of time."""

    timeline: Timeline
    unit: int
    beats: tuple[Beat, ...]
    figures: tuple[DancedFigure, ...]
    sections: tuple[DancedSection, ...]
    joints: tuple[Joint, ...]
    step_ins: tuple[StepIn, ...]
    floor: tuple[Standing, ...]


def score_of(timeline: Timeline) -> Score:
    """Everything of a routine laid on its song, ready to be followed.

    Complexity: linear in the number of counts and moves.
    """
    unit = _unit(timeline)
    return Score(
        timeline=timeline,
        unit=unit,
        beats=tuple(_beats(timeline, unit)),
        figures=tuple(_figures(timeline)),
        sections=tuple(_sections(timeline)),
        joints=tuple(_joint(timeline, occurrence) for occurrence in timeline.occurrences),
        step_ins=step_ins(timeline),
        floor=tuple(_floor(timeline)),
    )


def _unit(timeline: Timeline) -> int:
    sheet = timeline.routine.sheet
    return count_unit(sheet) if sheet.danced else timeline.routine.song.count_unit


# counts


def _beats(timeline: Timeline, unit: int) -> Iterator[Beat]:
    song = timeline.routine.song
    start = timeline.routine.start_count
    labels: dict[int, list[str]] = {}
    found = [
        (at, str((at - int(start)) % unit + 1), _NONE) for at in range(-unit, start.__ceil__())
    ]
    placed: list[tuple[Fraction, str, int]] = [(Fraction(at), said, n) for at, said, n in found]
    for number, segment in enumerate(timeline.segments):
        placed += _counted(segment, number, unit, labels)
        placed += _between(timeline, segment, number)
    placed += [
        (Fraction(at), str(int(at - timeline.end) % unit + 1), len(timeline.segments))
        for at in range(timeline.end.__ceil__(), int(song.length) + 1)
    ]
    # Compared as floats, which counts are simple enough for; fractions take longer.
    for at, said, number in sorted(placed, key=lambda each: float(each[0])):
        yield Beat(at, song.seconds(at), said, number)


def _counted(
    segment: Segment, number: int, unit: int, labels: dict[int, list[str]]
) -> Iterator[tuple[Fraction, str, int]]:
    """The whole counts of a segment, by what its part says on them."""
    part = segment.part
    known = labels.setdefault(id(part), count_labels(part, unit) if part else [])
    for step in range(segment.length.__ceil__()):
        own = int(segment.first) + step
        said = known[own] if own < len(known) else str(own % unit + 1)
        yield segment.start + step, said, number


def _between(
    timeline: Timeline, segment: Segment, number: int
) -> Iterator[tuple[Fraction, str, int]]:
    """The landings between two counts: "&", "e", "a"."""
    feel = timeline.routine.sheet.feel
    landings = sorted({move.at for move in segment.moves if move.at.denominator > 1})
    for at in landings:
        yield segment.start + at - segment.first, label(at % 1 - 1, feel), number


# figures and sections


def _figures(timeline: Timeline) -> Iterator[DancedFigure]:
    song = timeline.routine.song
    for number, segment in enumerate(timeline.segments):
        groups = list(figures_of(segment.moves))
        shift = segment.start - segment.first
        bounds = [*(moves[0].at + shift for moves in groups), segment.end]
        for moves, (start, end) in zip(groups, pairwise(bounds), strict=True):
            yield DancedFigure(start, end, song.seconds(start), number, moves)


def figures_of(moves: Sequence[Move]) -> Iterator[tuple[Move, ...]]:
    """The moves figure by figure; "shuffle forward twice" is two of them."""
    for (name, _), group in groupby(moves, lambda move: (move.figure, move.span)):
        own = tuple(group)
        figure = BY_NAME.get(name)
        length = figure.lengths[0] if figure is not None and not figure.repeats else len(own)
        if len(own) % length:
            length = len(own)
        for first in range(0, len(own), length):
            yield own[first : first + length]


def _sections(timeline: Timeline) -> Iterator[DancedSection]:
    song = timeline.routine.song
    for number, segment in enumerate(timeline.segments):
        for title, first, last in _pieces(segment):
            start, end = (segment.start + at - segment.first for at in (first, last))
            run = [r for r in segment.facings if r.start <= first - segment.first]
            yield DancedSection(
                title=title, segment=number, start=start, end=end,
                start_seconds=song.seconds(start), end_seconds=song.seconds(end),
                facing=run[-1].facing if run else segment.start_facing,
            )  # fmt: skip


def _pieces(segment: Segment) -> Iterator[tuple[str, Fraction, Fraction]]:
    """Title and counts of the part, of each section that a segment dances or a piece of it."""
    upto = segment.first + segment.length
    if segment.part is None:
        if segment.length:
            yield segment.name, segment.first, upto
        return
    for section in segment.part.sections:
        first, last = max(section.start, segment.first), min(section.end, upto)
        if first < last:
            yield section.title, first, last


# events


def _joint(timeline: Timeline, occurrence: EventOccurrence) -> Joint:
    """From eight counts before an event through eight behind it, its own counts between."""
    added = timeline.routine.tag_length(occurrence.event) if occurrence.event.has_tag else 0
    end = occurrence.at + added + _JOINT
    return Joint(
        occurrence=occurrence,
        start=max(timeline.routine.start_count, occurrence.at - _JOINT),
        end=min(end, timeline.routine.song.length),
        missed=missed(timeline, occurrence),
    )


# the floor


def _floor(timeline: Timeline) -> Iterator[Standing]:
    """Where a dancer stands, who begins at (0, 0) and faces the front."""
    begin = timeline.segments[0].start_seconds if timeline.segments else 0.0
    yield Standing(begin, Point(0.0, 0.0), 0)
    here = Point(0.0, 0.0)
    # Walls danced alike share their moves: each way is walked once.
    paths: dict[int, Path] = {}
    for segment in timeline.segments:
        path = paths.get(id(segment.moves))
        if path is None:
            path = paths[id(segment.moves)] = path_of(segment.moves)
        times = timeline.routine.song.all_seconds(segment.start, segment.offsets)
        for stop, seconds in zip(path.stops, times, strict=True):
            place = _seen_from(here, stop.place, segment.start_facing)
            yield Standing(seconds, place, (segment.start_facing + stop.facing) % FULL)
        here = _seen_from(here, path.drift, segment.start_facing)


def _seen_from(here: Point, there: Point, facing: int) -> Point:
    """A place that lies so from somebody who stands here and faces this way."""
    seen = turned(there, facing)
    return Point(here.x + seen.x, here.y + seen.y)
