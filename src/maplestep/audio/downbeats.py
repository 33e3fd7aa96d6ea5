"""Bars and the one: three or four to the bar, and on which beat a bar begins.

A path over the beats that pays to break a bar off, so that an extra half bar in the song costs one
slip and not the rest of the song. What speaks for a beat to begin a bar is a weighted sum over the
beats of its bar; the weights, ``bars.json``, are fitted by ``bench/train_bars.py``.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Final

import numpy as np

from .arrays import Floats, Ints, sample_at, standard
from .ears import pulse_at
from .harmony import Harmony
from .onsets import RATE, Onsets

_SLIP_PRICE: Final = 16.0
_METRES: Final = (3, 4)


@dataclass(frozen=True, slots=True)
class Bars:
    """``metre`` 3 or 4; ``starts``: beat numbers; confidences 0 to 1."""

    metre: int
    starts: Ints
    metre_confidence: float
    confidence: float


@cache
def _shipped() -> dict[str, Floats]:
    stored = json.loads(resources.files(__package__).joinpath("bars.json").read_text())
    return {name: np.asarray(values) for name, values in stored.items()}


def find_bars(onsets: Onsets, harmony: Harmony, beats: Floats) -> Bars:
    """The bars of a song whose beats are known."""
    learned = _shipped()
    parts = beat_features(onsets, harmony, beats)
    threes = float(learned["metre"] @ metre_features(parts))
    metre = 3 if threes > 0 else 4
    starts, margin = bar_path(bar_scores(parts, learned[f"bar{metre}"]), metre)
    odds = float(learned["sure"] @ sure_features(starts, margin, metre))
    return Bars(metre, starts, _chance(abs(threes)), _chance(odds))


def sure_features(starts: Ints, margin: float, metre: int) -> Floats:
    """What says how sure the one is: by how much a bar it won, how many bars broke off, and a
    constant."""
    bars = max(1, len(starts))
    slips = float(np.count_nonzero(np.diff(starts) != metre))
    return np.asarray([np.log(max(margin, 0.01) / bars), slips / bars, float(slips > 0), 1.0])


def _chance(odds: float) -> float:
    return float(1 / (1 + np.exp(-np.clip(odds, -30, 30))))


def beat_features(onsets: Onsets, harmony: Harmony, beats: Floats) -> Floats:
    """What begins and changes at each beat, each standardised over the song, (beats, features):
    low, middle and high onsets, change of chroma, bass and timbre within a beat and two, and what
    the ears take for a bar and for a beat."""
    period = float(np.median(np.diff(beats)))
    struck = [
        np.maximum(sample_at(band, beats * RATE), sample_at(band, beats * RATE + 2))
        for band in (onsets.ranges[0], onsets.ranges[2] + onsets.ranges[3], onsets.ranges[4])
    ]
    changes = [
        np.sqrt(np.maximum(harmony.changes(which, beats, width), 0))
        for which in ("chroma", "bass", "timbre")
        for width in (min(period, 0.8), min(2 * period, 1.6))
    ]
    heard = [pulse_at(row, beats) for row in (onsets.pulse[1], onsets.pulse[0])]
    return np.column_stack([standard(part) for part in (*struck, *changes, *heard)])


def bar_scores(parts: Floats, weights: Floats) -> Floats:
    """How well a bar begins at each beat, (beats,); ``weights``: (beats of a bar, features)."""
    padded = np.concatenate([parts, np.zeros((len(weights) - 1, parts.shape[1]))])
    return np.asarray(sum(padded[n : n + len(parts)] @ weight for n, weight in enumerate(weights)))


def metre_features(parts: Floats) -> Floats:
    """For each feature how much more it comes back every three beats than every two or four, and
    a constant."""
    apart = _repeats(parts, (3, 6, 9)) - _repeats(parts, (2, 4, 8))
    six = _repeats(parts, (6,)) - _repeats(parts, (4, 8))
    return np.concatenate([apart, six, [1.0]])


def _repeats(parts: Floats, lags: tuple[int, ...]) -> Floats:
    """Mean autocorrelation of each feature at these lags."""
    found = [
        (parts[:-lag] * parts[lag:]).mean(axis=0) / (parts.var(axis=0) + 1e-9)
        for lag in lags
        if len(parts) > lag + 8
    ]
    return np.asarray(np.mean(found, axis=0)) if found else np.zeros(parts.shape[1])


def bar_path(score: Floats, metre: int) -> tuple[Ints, float]:
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
