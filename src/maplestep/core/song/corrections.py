"""What somebody made of earlier proposals is evidence for the next one.

Who has halved three songs that were heard at 170 will most likely halve the fourth.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Final, NamedTuple

from .listening import Listening, Reading, with_ratios

EARS: Final = 4.0
"""As many corrections as the ears are worth: after four alike, both say as much."""
_ALIKE: Final = 0.2
"""How far tempi of songs that are alike lie apart, as a logarithm: a fifth."""
_SAME: Final = 0.04
_LEAST: Final = 0.02


class Correction(NamedTuple):
    """Beats per minute that were proposed for a song, and those its owner works with."""

    heard: float
    kept: float


def in_light_of(listening: Listening, earlier: Sequence[Correction]) -> Listening:
    """The readings in the light of what was made of proposals at about this tempo.

    The chance of each level is the mean of what the ears say, counted as ``EARS`` songs, and of
    the songs before (a Dirichlet prior, updated by what was counted). Where the beat lies is not in
    a tempo: of readings of one level the ears' likeliest is meant.
    """
    first = listening.readings[0]
    alike = [each for each in earlier if abs(math.log(each.heard / first.bpm)) < _ALIKE]
    counts = [0] * len(listening.readings)
    for each in alike:
        at = _of_level(listening.readings, first.bpm * each.kept / each.heard)
        if at is not None:
            counts[at] += 1
    if not sum(counts):
        return listening
    whole = sum(reading.confidence for reading in listening.readings)
    chances = [
        (number * whole + EARS * max(reading.confidence, _LEAST)) / (sum(counts) + EARS)
        for reading, number in zip(listening.readings, counts, strict=True)
    ]
    scale = whole / sum(chances)
    found = [
        replace(reading, confidence=chance * scale)
        for reading, chance in zip(listening.readings, chances, strict=True)
    ]
    found.sort(key=lambda reading: -reading.confidence)
    return replace(listening, readings=with_ratios(found))


def _of_level(readings: Sequence[Reading], bpm: float) -> int | None:
    """The likeliest reading at a tempo; they are in the order of their chances."""
    for at, reading in enumerate(readings):
        if abs(math.log(reading.bpm / bpm)) < _SAME:
            return at
    return None
