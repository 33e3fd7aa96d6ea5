"""Which pulse is the dancer's beat: the one heard, its double, its half, or a shifted one.

Nine ratios times the six strongest phases are told apart by a conditional logit (McFadden 1974)
over features of the sound. Its weights, ``level.json``, are fitted by ``bench/train_level.py`` on
generated pieces only.
"""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cache
from importlib import resources
from typing import Final

import numpy as np

from .arrays import Floats, sample_at, standard
from .harmony import Harmony
from .onsets import RATE, Onsets

RATIOS: Final = tuple(
    Fraction(r) for r in ("1", "2", "1/2", "3/2", "2/3", "3", "1/3", "4/3", "3/4")
)
PHASES: Final = 6
_TRIED_PHASES: Final = 12
_PLACES: Final = (0.0, 0.5, 1 / 3, 2 / 3, 0.25, 0.75)
_FASTEST: Final = 240.0
_SLOWEST: Final = 40.0


@dataclass(frozen=True, slots=True)
class Candidate:
    """A pulse: beats at places ``k / ratio + phase`` of the heard beats; seconds in ``beats``."""

    ratio: Fraction
    phase: float
    beats: Floats

    @property
    def bpm(self) -> float:
        """Its median tempo."""
        return float(60.0 / np.median(np.diff(self.beats)))


def candidates(onsets: Onsets, beats: Floats) -> list[Candidate]:
    """Every ratio of the heard beats with its six strongest phases."""
    out = []
    bpm = 60.0 / float(np.median(np.diff(beats)))
    for ratio in RATIOS:
        if not _SLOWEST <= bpm * float(ratio) <= _FASTEST:
            continue
        span = 1 / float(ratio)
        found = []
        for step in range(_TRIED_PHASES):
            times = at_places(
                beats, np.arange(step / _TRIED_PHASES * span, len(beats) - 1e-9, span)
            )
            if len(times) >= 8:
                strength = float(sample_at(onsets.envelope, times * RATE).mean())
                found.append((strength, step, Candidate(ratio, step / _TRIED_PHASES * span, times)))
        found.sort(key=lambda entry: -entry[0])
        out += [candidate for _, _, candidate in found[:PHASES]]
    return out


def at_places(beats: Floats, places: Floats) -> Floats:
    """Seconds at fractional beat numbers, running on beyond both ends."""
    numbers = np.arange(len(beats))
    times = np.interp(places, numbers, beats)
    first, last = beats[1] - beats[0], beats[-1] - beats[-2]
    times = np.where(places < 0, beats[0] + places * first, times)
    return np.asarray(
        np.where(places > numbers[-1], beats[-1] + (places - numbers[-1]) * last, times)
    )


def features(onsets: Onsets, harmony: Harmony, beats: Floats) -> Floats:
    """What speaks for these beats, one row of numbers."""
    period = float(np.median(np.diff(beats)))
    octaves = np.log2(60.0 / period / 120.0)
    row: list[float] = [octaves, octaves**2, octaves**3, abs(octaves)]
    spans = np.append(np.diff(beats), period)
    for band in onsets.ranges:
        mean = float(band.mean()) + 1e-6
        places = [float(sample_at(band, (beats + f * spans) * RATE).mean()) for f in _PLACES]
        places = [(p + 0.1 * mean) / mean for p in places]
        quarter = 0.5 * (places[4] + places[5])
        row += [float(np.log(p)) for p in (*places[:4], quarter)]
        on = sample_at(band, beats * RATE)
        row += [_alternation(on, n) for n in (2, 3, 4)]
    width = min(0.5 * period, 0.4)
    for which in ("chroma", "bass"):
        change = [
            harmony.changes(which, beats + f * spans, width) for f in (0.0, 0.5, 1 / 3, 2 / 3)
        ]
        here, *off = (float(c.mean()) + 0.01 for c in change)
        row += [float(np.log(here / o)) for o in off]
        row += [_alternation(change[0], n) for n in (2, 3, 4)]
    return np.asarray(row)


def _alternation(values: Floats, every: int) -> float:
    """How much the values repeat every so many beats, 0 to 1."""
    turn = np.exp(-2j * np.pi * np.arange(len(values)) / every)
    return float(abs((values * turn).sum()) / (np.abs(values).sum() + 1e-6))


def feature_rows(onsets: Onsets, harmony: Harmony, tried: Sequence[Candidate]) -> Floats:
    """The features of all candidates, and how each stands to the others of this song."""
    rows = np.stack([features(onsets, harmony, c.beats) for c in tried])
    strength = np.asarray([float(sample_at(onsets.envelope, c.beats * RATE).mean()) for c in tried])
    relative = np.column_stack([standard(strength), standard(rows[:, 4]), standard(rows[:, -12])])
    return np.column_stack([rows, relative])


@cache
def _weights() -> tuple[Floats, Floats, Floats]:
    stored = json.loads(resources.files(__package__).joinpath("level.json").read_text())
    return tuple(np.asarray(stored[name]) for name in ("mean", "scale", "weights"))  # type: ignore[return-value]


def vote(onsets: Onsets, harmony: Harmony, tried: Sequence[Candidate]) -> Floats:
    """The probability of each candidate to be the dancer's beat."""
    mean, scale, weights = _weights()
    score = ((feature_rows(onsets, harmony, tried) - mean) / scale) @ weights
    chance = np.exp(score - score.max())
    return np.asarray(chance / chance.sum())
