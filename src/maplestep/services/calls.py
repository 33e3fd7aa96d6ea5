"""Calls of a routine: what is said, in words, and when at every speed."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import Final

from ..core.rehearsal.calls import Call, CallKind, Cue, called, cues_of
from ..core.rehearsal.score import Score
from ..messages.calls import call_words, number_words

SPEEDS: Final = tuple(percent / 100 for percent in range(50, 111, 5))
MOST_TEXTS: Final = 300
"""More different texts than this are not spoken: the last ones stay silent."""


Worded = Sequence[tuple[Cue, str]]
"""The cues of a score, each with its words."""


def worded(score: Score) -> Worded:
    """All there is to call, in the language that is spoken."""
    return [(cue, call_words(cue)) for cue in cues_of(score)]


def texts_of(score: Score, cues: Worded) -> tuple[str, ...]:
    """All that is ever said of a routine, each text once; the counts, which any stretch may be
    led in with, come first."""
    counts = list(number_words().values())[: score.unit]
    return tuple(dict.fromkeys([*counts, *(words for _, words in cues)]))[:MOST_TEXTS]


def calls_at(
    score: Score,
    cues: Worded,
    kinds: Collection[CallKind],
    lasts: Mapping[str, float],
    speeds: Sequence[float] = SPEEDS,
) -> dict[float, tuple[Call, ...]]:
    """The calls of these kinds at each speed; ``lasts`` says how many seconds each text takes,
    and what it does not know is not said."""
    known = [(cue, words, lasts[words]) for cue, words in cues if words in lasts]
    return {speed: called(score, known, kinds, speed) for speed in speeds}
