"""The grid of equal beats that fits a stretch of sound best.

The period and phase whose folded envelope is strongest over a whole stretch are exact to
fractions of a millisecond where single beats scatter by several.
"""

from __future__ import annotations

from typing import Final

import numpy as np

from .arrays import Floats, sample_at
from .onsets import RATE

_BINS: Final = 64
_REACH_SECONDS: Final = 0.045
_PERIOD_SEARCH: Final = 0.012


def period_of(beats: Floats) -> float:
    return float(np.median(np.diff(beats)))


def constant_grid(envelope: Floats, beats: Floats, lock: float | None) -> Floats:
    """The one grid of equal beats over this stretch."""
    period, phase = _folded(envelope, beats, lock)
    first = int(np.round((beats[0] - phase) / period))
    last = int(np.round((beats[-1] - phase) / period))
    grid = phase + period * np.arange(first, last + 1)
    for _ in range(3):
        heard, weight = refined(envelope, grid)
        numbers = np.arange(len(grid), dtype=float)
        slope, start = line_through(numbers, heard, weight)
        if abs(slope / period - 1) > _PERIOD_SEARCH:
            break
        grid = start + slope * numbers
    return grid


def _folded(envelope: Floats, beats: Floats, lock: float | None) -> tuple[float, float]:
    """Period and phase, in seconds, whose folded envelope is strongest."""
    numbers = np.arange(len(beats), dtype=float)
    slope, _ = line_through(numbers, beats, np.ones(len(beats)))
    middle = float(beats.mean())
    low, high = (int(max(0.0, t) * RATE) for t in (beats[0] - slope, beats[-1] + slope))
    part = envelope[low:high]
    at = np.arange(low, low + len(part)) / RATE - middle
    steps = int(np.clip(16 * _PERIOD_SEARCH * len(beats), 12, 240))
    best = (-1.0, slope, middle)
    # The mean on the circle: half a beat and minus half a beat are one phase.
    expected = float(phase_of(beats, middle, slope))
    for period in slope * (1 + np.linspace(-_PERIOD_SEARCH, _PERIOD_SEARCH, 2 * steps + 1)):
        place = np.mod(at / period, 1.0) * _BINS
        sums = np.bincount(place.astype(int) % _BINS, part, _BINS)
        smooth = sums + 0.5 * (np.roll(sums, 1) + np.roll(sums, -1))
        if lock is not None:
            away = np.abs(wrapped((np.arange(_BINS) + 0.5) / _BINS - expected))
            smooth = np.where(away <= lock, smooth, 0.0)
        peak = int(np.argmax(smooth))
        if smooth[peak] > best[0]:
            best = (float(smooth[peak]), float(period), middle + (peak + 0.5) / _BINS * period)
    return best[1], best[2]


def wrapped(turns: Floats) -> Floats:
    """Phases to −½ … ½."""
    return np.asarray(turns - np.round(turns))


def refined(envelope: Floats, grid: Floats) -> tuple[Floats, Floats]:
    """For each beat the weighted middle of the onset within reach, and its weight."""
    period = period_of(grid)
    reach = round(min(_REACH_SECONDS, 0.2 * period) * RATE)
    offsets = np.arange(-reach, reach + 1)
    frames = np.round(grid * RATE).astype(int)[:, None] + offsets
    inside = (frames >= 0) & (frames < len(envelope))
    around = np.where(inside, envelope[np.clip(frames, 0, len(envelope) - 1)], 0.0)
    peak = np.argmax(around, axis=1)
    near = np.abs(offsets[None, :] - offsets[peak][:, None]) <= 3
    weights = around * near
    total = weights.sum(axis=1)
    heard = (weights * (frames / RATE)).sum(axis=1) / (total + 1e-9)
    return np.where(total > 0.05, heard, grid), total + 1e-6


def line_through(x: Floats, y: Floats, weight: Floats) -> tuple[float, float]:
    """Slope and start of the weighted line, outliers held down after Huber."""
    robust = np.ones_like(x)
    slope, start = 0.0, 0.0
    for _ in range(8):
        w = weight * robust
        mean_x, mean_y = (w * x).sum() / w.sum(), (w * y).sum() / w.sum()
        slope = (w * (x - mean_x) * (y - mean_y)).sum() / ((w * (x - mean_x) ** 2).sum() + 1e-12)
        start = mean_y - slope * mean_x
        off = np.abs(y - start - slope * x)
        scale = max(1.5 * float(np.median(off)), 0.002)
        robust = np.minimum(1.0, scale / (off + 1e-12))
    return float(slope), float(start)


def strength_at(envelope: Floats, beats: Floats) -> Floats:
    """The envelope's peak within 15 ms of each beat."""
    tries = [
        sample_at(envelope, (beats + off) * RATE) for off in (-0.015, -0.0075, 0, 0.0075, 0.015)
    ]
    return np.asarray(np.max(tries, axis=0))


def phase_of(beats: Floats, zero: float, period: float) -> Floats:
    """Where beats lie between those of a grid, −½ … ½: their mean on the circle."""
    turns = np.exp(2j * np.pi * (beats - zero) / period).mean()
    return np.asarray(np.angle(turns) / (2 * np.pi))
