"""How strongly something begins at each moment: one envelope, and five by pitch range.

Spectral flux with a maximum filter over pitch, after Böck & Widmer, "Maximum filter vibrato
suppression for onset detection" (DAFx 2013); the band-wise normalising is our own. Times: frame
``k`` is centred at ``k / RATE`` seconds.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from scipy import fft
from scipy.ndimage import gaussian_filter1d, maximum_filter1d, uniform_filter1d

from .arrays import FRAME_HOP, FRAME_RATE, SAMPLE_RATE, Floats
from .ears import Weights, beats_and_bars

HOP: Final = FRAME_HOP
WINDOW: Final = 1024
RATE: Final = FRAME_RATE
BANDS: Final = 48
RANGES: Final = (150.0, 450.0, 1500.0, 5000.0)
WEIGHTS: Final = (1.2, 1.0, 1.0, 0.9, 0.6)
# How late the envelope peaks: measured on the training half of bench/beats.py.
BIAS_SECONDS: Final = 0.0055
_BLOCK: Final = 4096


@dataclass(frozen=True, slots=True)
class Onsets:
    """``envelope``: (frames,), the sum, evened out over 8 s, and ``rise``, the same not evened
    out; ``ranges``: (5, frames); ``loudness``: (frames,). ``pulse``: of :mod:`.ears`, (2, half as
    many). ``strongest``: how much the strongest onsets rise, in units of the logarithmic levels."""

    envelope: Floats
    rise: Floats
    ranges: Floats
    loudness: Floats
    pulse: Floats
    strongest: float = 1.0

    @property
    def seconds(self) -> float:
        """Length of the recording."""
        return len(self.envelope) / RATE


def onsets_of(samples: Floats, networks: Sequence[Weights] | None = None) -> Onsets:
    """The onset envelopes of mono sound at 22,050 samples a second. O(n log n).

    ``networks``: other ears than those shipped, for training.
    """
    levels, loudness = mel_levels(samples)
    widened = maximum_filter1d(levels, 3, axis=1)
    back = round(0.02 * RATE)
    rise = np.zeros_like(levels)
    rise[back:] = np.maximum(levels[back:] - widened[:-back], 0.0)
    centres = _mel_edges()[1:-1]
    at = np.searchsorted(RANGES, centres)
    bands = np.stack([_even_out(rise[:, at == r].mean(axis=1)) for r in range(len(WEIGHTS))])
    total = gaussian_filter1d(np.asarray(WEIGHTS) @ bands.astype(np.float64), 1.0)
    # A running sum may end a hair below zero in silence.
    power = np.maximum(uniform_filter1d(total**2, round(8 * RATE)), 0.0)
    rms = np.sqrt(power) + 1e-3 * (total.max() + 1e-9)
    return Onsets(
        envelope=total / rms,
        rise=total,
        ranges=np.maximum(bands, 0.0),
        loudness=loudness.astype(np.float64),
        pulse=beats_and_bars(levels, networks),
        strongest=float(np.percentile(rise.mean(axis=1), 98)),
    )


def mel_levels(samples: Floats) -> tuple[Floats, Floats]:
    """How loud each of 48 mel bands is, (frames, bands), logarithmic, and the loudness of each
    frame."""
    energies, loudness = _mel_energies(samples)
    # 99th percentile: one cymbal crash must not decide how quiet the rest is.
    top = float(np.percentile(energies[::4], 99)) or 1.0
    return np.log1p(energies * (200.0 / top)), loudness


def _even_out(flux: Floats) -> Floats:
    """Minus its 0.8 s mean, rectified, over its deviation, clipped at 6."""
    above = np.maximum(flux - uniform_filter1d(flux, round(0.8 * RATE)), 0.0)
    return np.asarray(np.minimum(above / (above.std() + 1e-9), 6.0))


def _mel_energies(samples: Floats) -> tuple[Floats, Floats]:
    """Magnitudes in 48 mel bands, (frames, bands), and the power of each frame."""
    frames = max(1, len(samples) // HOP)
    padded = np.pad(samples.astype(np.float32), (WINDOW // 2, WINDOW))
    window = np.hanning(WINDOW).astype(np.float32)
    weights = _mel_weights()
    energies = np.empty((frames, BANDS), dtype=np.float32)
    loudness = np.empty(frames, dtype=np.float32)
    strides = (padded.strides[0] * HOP, padded.strides[0])
    for start in range(0, frames, _BLOCK):
        count = min(_BLOCK, frames - start)
        view = np.lib.stride_tricks.as_strided(padded[start * HOP :], (count, WINDOW), strides)
        spectrum = np.abs(fft.rfft(view * window, axis=1))
        energies[start : start + count] = spectrum @ weights
        loudness[start : start + count] = np.sqrt((spectrum**2).mean(axis=1))
    return energies, loudness


def _mel_edges() -> Floats:
    low, high = 30.0, 10_500.0
    mel = np.linspace(np.log1p(low / 700), np.log1p(high / 700), BANDS + 2)
    return np.asarray(700 * np.expm1(mel))


def _mel_weights() -> Floats:
    """Triangles over the bins of the transform, (bins, bands); each sums to 1."""
    bins = np.arange(WINDOW // 2 + 1) * SAMPLE_RATE / WINDOW
    edges = _mel_edges()
    # Below about 300 Hz a triangle is narrower than a bin: widen it to hold at least one.
    low = np.minimum(edges[:-2], edges[1:-1] - SAMPLE_RATE / WINDOW)
    high = np.maximum(edges[2:], edges[1:-1] + SAMPLE_RATE / WINDOW)
    middle = edges[1:-1]
    up = (bins[:, None] - low) / (middle - low)
    down = (high - bins[:, None]) / (high - middle)
    weights = np.maximum(0.0, np.minimum(up, down))
    return np.asarray(weights / weights.sum(axis=0)).astype(np.float32)
