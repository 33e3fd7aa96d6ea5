"""Beats as one hears them, one after another: dynamic programming.

D. Ellis, "Beat tracking by dynamic programming", Journal of New Music Research 36 (2007),
with the period of each second in place of one for the whole song.
"""

from __future__ import annotations

from typing import Final

import numpy as np

from .arrays import Floats, sample_at
from .onsets import RATE

_STEPS: Final = 100  # places a second
_TIGHTNESS: Final = 300.0


def follow_beats(envelope: Floats, periods: Floats) -> Floats:
    """Beat times in seconds. ``periods``: one a second. O(n · period)."""
    length = int(len(envelope) / RATE * _STEPS)
    if length < 2 * _STEPS:
        return np.zeros(0)
    at = np.arange(length) / _STEPS
    strength = sample_at(envelope, at * RATE)
    strength = strength / (strength.std() + 1e-9)
    spans = np.interp(at, np.arange(len(periods)) + 0.0, periods) * _STEPS
    best = strength.copy()
    came = np.full(length, -1)
    costs: dict[int, tuple[np.ndarray, np.ndarray]] = {}
    for now in range(length):
        key = round(float(spans[now]) * 4)
        if key not in costs:
            span = key / 4
            back = np.arange(int(span * 0.5), int(span * 2) + 1)
            costs[key] = (back, -_TIGHTNESS * np.log(back / span) ** 2)
        back, cost = costs[key]
        fits = int(np.searchsorted(back, now, side="right"))
        if not fits:
            continue
        ways = best[now - back[:fits]] + cost[:fits]
        pick = int(np.argmax(ways))
        if ways[pick] > 0:
            best[now] = strength[now] + ways[pick]
            came[now] = now - back[pick]
    last = int(spans[-1])
    now = length - 1 - last + int(np.argmax(best[-last - 1 :]))
    beats = []
    while now >= 0:
        beats.append(now)
        now = int(came[now])
    return np.asarray(beats[::-1]) / _STEPS
