"""How fast it goes, second by second, before anybody knows where the beats are.

Comb over the autocorrelation of the onset envelope, and the best path of the local tempo.
"""

from __future__ import annotations

from typing import Final

import numpy as np
from scipy import fft

from .arrays import Floats, Ints
from .onsets import RATE

SLOWEST: Final = 52.0
FASTEST: Final = 218.0
TEMPI: Final = np.geomspace(SLOWEST, FASTEST, 220)
# (multiple of the period, weight): a beat that repeats at 1, 2, 4 and 8, but not at 1½.
COMB: Final = ((0.5, 0.5), (1.0, 1.0), (1.5, -0.3), (2.0, 1.0), (4.0, 1.0), (8.0, 1.0))
_WINDOW_SECONDS: Final = 12.0
_PREFERRED: Final = 125.0
_SPREAD_OCTAVES: Final = 0.9
_KNOWN_SPREAD_OCTAVES: Final = 0.15
# What the path pays for moving one step on the tempo scale (0.65 %) from second to second.
_MOVE_PRICE: Final = 0.02


def local_periods(envelope: Floats, near: float | None = None) -> tuple[Floats, float]:
    """The beat's period in seconds, one value a second of the recording, and how clear it is.

    ``near``: a period that is known to be the beat's somewhere in the song.
    Clarity is the median second's best comb score: about 3 for a band, 0.3 for speech or rain.
    """
    scores = _salience(envelope)
    clarity = float(np.median(scores.max(axis=1)))
    octaves = np.log2(TEMPI / (60.0 / near if near else _PREFERRED))
    prior = np.exp(-0.5 * (octaves / (_KNOWN_SPREAD_OCTAVES if near else _SPREAD_OCTAVES)) ** 2)
    overall = scores.mean(axis=0) * prior
    best = int(np.argmax(prior if near else overall))
    allowed = np.abs(np.log(TEMPI / TEMPI[best])) <= np.log(1.33)
    path = _best_path(scores * prior, allowed)
    return np.asarray(60.0 / TEMPI[path]), clarity


def _salience(envelope: Floats) -> Floats:
    """How well each tempo explains each second, (seconds, tempi); at most about 1."""
    width = round(_WINDOW_SECONDS * RATE)
    seconds = max(1, int(len(envelope) / RATE))
    padded = np.pad(envelope - envelope.mean(), width // 2 + 1)
    size = fft.next_fast_len(2 * width)
    overlap = width - np.arange(width)
    rows = np.empty((seconds, len(TEMPI)))
    lags = [(60.0 * RATE / TEMPI * multiple, weight) for multiple, weight in COMB]
    for second in range(seconds):
        start = round(second * RATE)
        part = padded[start : start + width]
        part = np.pad(part, (0, width - len(part)))
        spectrum = fft.rfft(part, size)
        same = fft.irfft(np.abs(spectrum) ** 2, size)[:width]
        same = same / (same[0] + 1e-9) * np.minimum(width / overlap, 3.0)
        rows[second] = sum(
            weight * np.interp(lag, np.arange(width), same, right=0.0) for lag, weight in lags
        )
    return np.maximum(rows, 0.0)


def _best_path(scores: Floats, allowed: Ints) -> Ints:
    """The tempo of each second: high scores, few moves."""
    columns = np.flatnonzero(allowed)
    gain = scores[:, columns]
    gain = gain / (gain.max(axis=1, keepdims=True) + 1e-9)
    price = _MOVE_PRICE * np.abs(columns[:, None] - columns[None, :])
    total = gain[0].copy()
    came = np.zeros((len(gain), len(columns)), dtype=np.int64)
    for second in range(1, len(gain)):
        ways = total[:, None] - price
        came[second] = np.argmax(ways, axis=0)
        total = ways[came[second], np.arange(len(columns))] + gain[second]
    path = np.empty(len(gain), dtype=np.int64)
    path[-1] = int(np.argmax(total))
    for second in range(len(gain) - 1, 0, -1):
        path[second - 1] = came[second, path[second]]
    return columns[path]
