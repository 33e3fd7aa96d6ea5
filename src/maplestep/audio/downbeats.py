"""Bars and the one: three or four to the bar, and on which beat a bar begins.

A path over the beats that pays to break a bar off, so that an extra half bar in the song costs one
slip and not the rest of the song.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np

from .arrays import Floats, Ints, sample_at, standard
from .harmony import Harmony
from .onsets import RATE, Onsets

_SLIP_PRICE: Final = 16.0
_METRE_MARGIN: Final = 0.02
# By how much a bar the found first beat must win: half, by .2 nearly all are right (training half).
_SURE_AT: Final = 0.11
_SURE_SLOPE: Final = 30.0
_LOW, _CHROMA, _BASS, _TIMBRE = 0.8, 1.4, 1.0, 0.5


@dataclass(frozen=True, slots=True)
class Bars:
    """``metre`` 3 or 4; ``starts``: beat numbers; confidences 0 to 1."""

    metre: int
    starts: Ints
    metre_confidence: float
    confidence: float


def find_bars(onsets: Onsets, harmony: Harmony, beats: Floats) -> Bars:
    """The bars of a song whose beats are known."""
    parts = _beat_features(onsets, harmony, beats)
    three, four = _repeats(parts, (3, 6, 9)), _repeats(parts, (2, 4, 8))
    metre = 3 if three > four + _METRE_MARGIN else 4
    metre_confidence = float(1 / (1 + np.exp(-12 * abs(three - four - _METRE_MARGIN))))
    score = _LOW * parts[0] + _CHROMA * parts[1] + _BASS * parts[2] + _TIMBRE * parts[3]
    starts, margin = _bar_path(score, metre)
    per_bar = margin / max(1, len(starts))
    confidence = float(1 / (1 + np.exp(-_SURE_SLOPE * (per_bar - _SURE_AT))))
    return Bars(metre, starts, metre_confidence, confidence)


def _beat_features(onsets: Onsets, harmony: Harmony, beats: Floats) -> list[Floats]:
    """Low onset, and change of chroma, bass and timbre at each beat, each standardised."""
    period = float(np.median(np.diff(beats)))
    low = np.maximum(
        sample_at(onsets.ranges[0], beats * RATE), sample_at(onsets.ranges[0], beats * RATE + 2)
    )
    width = min(period, 0.8)
    changes = [harmony.changes(which, beats, width) for which in ("chroma", "bass", "timbre")]
    return [standard(low), *(standard(np.sqrt(np.maximum(change, 0))) for change in changes)]


def _repeats(parts: list[Floats], lags: tuple[int, ...]) -> float:
    """Mean autocorrelation of the features at these lags."""
    found = [
        float((part[:-lag] * part[lag:]).mean() / (part.var() + 1e-9))
        for part in parts
        for lag in lags
        if len(part) > lag + 8
    ]
    return float(np.mean(found)) if found else 0.0


def _bar_path(score: Floats, metre: int) -> tuple[Ints, float]:
    """Beat numbers on which bars begin, and by how much this beats the next best phase."""
    count = len(score)
    gains = np.where(np.arange(metre)[:, None] == 0, score, -score / (metre - 1))
    total = gains[:, 0].copy()
    came = np.zeros((metre, count), dtype=np.int64)
    before = (np.arange(metre) - 1) % metre
    for at in range(1, count):
        follow = total[before]
        best = int(np.argmax(total))
        slip = total[best] - _SLIP_PRICE
        # A bar can only break off by starting a new one.
        came[:, at] = before
        if slip > follow[0]:
            came[0, at] = best
            follow = follow.copy()
            follow[0] = slip
        total = follow + gains[:, at]
    state = int(np.argmax(total))
    margin = float(np.sort(total)[-1] - np.sort(total)[-2])
    path = np.empty(count, dtype=np.int64)
    for at in range(count - 1, -1, -1):
        path[at] = state
        state = int(came[state, at])
    return np.flatnonzero(path == 0), margin
