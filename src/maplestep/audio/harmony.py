"""What sounds: pitch classes, bass and timbre, forty times a second, and how much they change."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from scipy import fft

from .arrays import SAMPLE_RATE, Floats

HOP: Final = 551
RATE: Final = SAMPLE_RATE / HOP
_WINDOW: Final = 4096
_BLOCK: Final = 1024
_TIMBRE_BANDS: Final = 16


@dataclass(frozen=True, slots=True)
class Harmony:
    """Running sums over time, (frames + 1, classes): a mean is the difference of two.

    ``chroma`` and ``bass`` have 12 pitch classes, ``timbre`` 16 log band energies.
    """

    chroma: Floats
    bass: Floats
    timbre: Floats

    def means(self, which: str, starts: Floats, ends: Floats) -> Floats:
        """The mean over each interval, in seconds: (intervals, classes)."""
        sums: Floats = getattr(self, which)
        low, high = (np.clip(t * RATE, 0, len(sums) - 1) for t in (starts, ends))
        part = _between(sums, high) - _between(sums, low)
        return np.asarray(part / np.maximum(high - low, 1e-3)[:, None])

    def changes(self, which: str, at: Floats, width: float) -> Floats:
        """One minus the likeness of the stretches before and after each time, 0 to 1."""
        before = self.means(which, at - width, at - 0.02)
        after = self.means(which, at + 0.02, at + width)
        dot = (before * after).sum(axis=1)
        size = np.linalg.norm(before, axis=1) * np.linalg.norm(after, axis=1)
        return np.where(size > 1e-6, 1.0 - dot / (size + 1e-9), 0.0)


def _between(sums: Floats, at: Floats) -> Floats:
    low = np.floor(at).astype(int)
    high = np.minimum(low + 1, len(sums) - 1)
    part = (at - low)[:, None]
    return np.asarray(sums[low] * (1 - part) + sums[high] * part)


def harmony_of(samples: Floats) -> Harmony:
    """Pitch classes and timbre of mono sound at 22,050 samples a second."""
    frames = max(1, len(samples) // HOP)
    padded = np.pad(samples.astype(np.float32), (_WINDOW // 2, _WINDOW))
    window = np.hanning(_WINDOW).astype(np.float32)
    treble, low, bands = _weights()
    strides = (padded.strides[0] * HOP, padded.strides[0])
    rows: list[tuple[Floats, Floats, Floats]] = []
    for start in range(0, frames, _BLOCK):
        count = min(_BLOCK, frames - start)
        view = np.lib.stride_tricks.as_strided(padded[start * HOP :], (count, _WINDOW), strides)
        spectrum = np.abs(fft.rfft(view * window, axis=1))
        loud = np.sqrt(spectrum)
        rows.append((loud @ treble, loud @ low, np.log1p(spectrum @ bands)))
    chroma, bass, timbre = (np.concatenate([row[i] for row in rows]) for i in range(3))
    return Harmony(_sums(_peaky(chroma)), _sums(_peaky(bass)), _sums(timbre))


def _peaky(chroma: Floats) -> Floats:
    """Minus the weakest third, so that noise is not taken for harmony; loudness is kept out."""
    above = np.maximum(chroma - np.quantile(chroma, 0.35, axis=1, keepdims=True), 0.0)
    return np.asarray(above / (np.linalg.norm(above, axis=1, keepdims=True) + 1e-3))


def _sums(rows: Floats) -> Floats:
    return np.concatenate([np.zeros((1, rows.shape[1])), np.cumsum(rows, axis=0, dtype=np.float64)])


def _weights() -> tuple[Floats, Floats, Floats]:
    bins = np.fft.rfftfreq(_WINDOW, 1 / SAMPLE_RATE)
    pitch = 69 + 12 * np.log2(np.maximum(bins, 1.0) / 440.0)
    near = np.exp(-0.5 * ((pitch - np.round(pitch)) / 0.25) ** 2)
    classes = (np.round(pitch).astype(int) % 12)[:, None] == np.arange(12)
    treble = classes * (near * ((bins >= 180) & (bins <= 2500)))[:, None]
    low = classes * (near * ((bins >= 38) & (bins <= 260)))[:, None]
    edges = np.geomspace(60, 9000, _TIMBRE_BANDS + 1)
    bands = (bins[:, None] >= edges[:-1]) & (bins[:, None] < edges[1:])
    spread = bands / np.maximum(bands.sum(axis=0), 1)
    return treble.astype(np.float32), low.astype(np.float32), spread.astype(np.float32)


def unit_rows(rows: Floats) -> Floats:
    """Rows of length 1; silent ones stay 0."""
    return np.asarray(rows / (np.linalg.norm(rows, axis=1, keepdims=True) + 1e-9))
