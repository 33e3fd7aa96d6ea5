"""What is called while a routine is danced, when, and how calls keep out of each other's way.

A *cue* is what there is to say and on which count of the song; its words and how long they last
come from outside. Seconds are those of the song unless a name says otherwise; at ``speed`` a word
of d seconds takes up d * speed of them.
"""

from __future__ import annotations

from bisect import bisect_right, insort
from collections.abc import Collection, Iterator, Sequence
from enum import StrEnum
from fractions import Fraction
from typing import Final, NamedTuple

from ..layout.timeline import Segment, SegmentKind
from .score import DancedFigure, Joint, Score

AHEAD: Final = (8, 4)
"""An event is called so many counts before it comes."""
LED_IN: Final = 4
_WALL_AHEAD: Final = 2
_FIGURE_AHEAD: Final = 1
_BREATH_SECONDS: Final = 0.04
"""Between two calls, as heard."""


class CallKind(StrEnum):
    """What is called, the most urgent first: of two that collide the later one here is dropped.
    The ``lead`` are the last four counts before wall 1."""

    LEAD = "lead"
    EVENT = "event"
    WALL = "wall"
    FIGURE = "figure"
    COUNT = "count"


class Cue(NamedTuple):
    """Something to say on count ``at``; the words of a wall are over by ``by``."""

    kind: CallKind
    at: Fraction
    subject: Joint | Segment | DancedFigure | str
    ahead: int = 0
    by: Fraction | None = None


class Call(NamedTuple):
    """Words that begin at a second of the song. ``lasts_seconds`` is how long they are heard."""

    kind: CallKind
    at_seconds: float
    words: str
    lasts_seconds: float


def cues_of(score: Score) -> tuple[Cue, ...]:
    """All there is to call, by kind and in order of time."""
    return (*_events(score), *_walls(score), *_figures(score), *_counts(score))


def _events(score: Score) -> Iterator[Cue]:
    for joint in score.joints:
        for ahead in AHEAD:
            at = joint.occurrence.at - ahead
            if at >= score.timeline.routine.start_count:
                yield Cue(CallKind.EVENT, at, joint, ahead)


def _walls(score: Score) -> Iterator[Cue]:
    for segment in score.timeline.segments:
        if segment.kind is SegmentKind.WALL and not segment.goes_on:
            at = segment.start - _WALL_AHEAD
            yield Cue(CallKind.WALL, at, segment, _WALL_AHEAD, segment.start)


def _figures(score: Score) -> Iterator[Cue]:
    for figure in score.figures:
        yield Cue(CallKind.FIGURE, figure.start - _FIGURE_AHEAD, figure, _FIGURE_AHEAD)


def _counts(score: Score) -> Iterator[Cue]:
    """The counts aloud, from one eight (six) before wall 1 to the end of the dance."""
    start = score.timeline.routine.start_count
    for beat in score.beats:
        danced = beat.segment < len(score.timeline.segments)
        if danced and beat.label.isdecimal() and beat.at >= start - score.unit:
            lead = start - LED_IN <= beat.at < start
            yield Cue(CallKind.LEAD if lead else CallKind.COUNT, beat.at, beat.label)


def called(
    score: Score,
    cues: Sequence[tuple[Cue, str, float]],
    kinds: Collection[CallKind],
    speed: float,
) -> tuple[Call, ...]:
    """The calls of these kinds at a speed, none of which collide, in order of time.

    ``cues`` come with their words and how many seconds those last. Of two calls that would sound
    together the less urgent one is left out, of two alike the later one. Complexity: O(n log n).
    """
    song = score.timeline.routine.song
    order = list(CallKind)
    placed: list[tuple[float, float, Call]] = []
    wanted = [each for each in cues if each[0].kind in kinds and each[1]]
    for cue, words, lasts in sorted(wanted, key=lambda c: (order.index(c[0].kind), c[0].at)):
        begins = song.seconds(cue.at)
        if cue.by is not None:
            begins = min(begins, song.seconds(cue.by) - lasts * speed)
        span = (begins, begins + (lasts + _BREATH_SECONDS) * speed)
        if _is_free(placed, span):
            insort(placed, (*span, Call(cue.kind, begins, words, lasts)))
    return tuple(call for _, _, call in placed)


def _is_free(placed: list[tuple[float, float, Call]], span: tuple[float, float]) -> bool:
    """Does nothing sound between these moments? What is placed does not overlap."""
    begins, ends = span
    after = bisect_right(placed, begins, key=lambda each: each[0])
    if after and placed[after - 1][1] > begins:
        return False
    return after == len(placed) or placed[after][0] >= ends
