"""One grid for a steady song whose beats were followed in pieces.

Following loses its way where only the off-beats sound, or a third of a beat beside them in a
shuffle; the pieces found there are no other tempo and no stop.
"""

from __future__ import annotations

from enum import IntEnum
from typing import Final

import numpy as np

from .arrays import Floats
from .constant_grid import constant_grid, period_of, phase_of, strength_at, wrapped

BLOCK: Final = 16  # beats
FAINT: Final = 0.5
_SAME_PHASE: Final = 0.11
_SAME_TEMPO: Final = 0.006
_ON_A_PART: Final = 0.05  # beats beside a third or a quarter of one
_BESIDE: Final = 0.45
_HELD: Final = 0.75


class _Verdict(IntEnum):
    """Does the longest piece's grid explain another one, does that lie beside it, or neither?"""

    OTHER = 0
    BESIDE = 1
    HELD = 2


def steadied(envelope: Floats, pieces: list[Floats], lock: float | None) -> list[Floats]:
    """The pieces of one steady song as one: those that the longest one's grid explains, run on
    over them, and between those what lies a third, a quarter or a half of a beat beside it. What
    the band plays otherwise keeps its own beats."""
    longest = max(pieces, key=len)
    if len(pieces) < 2 or len(longest) < 2 * BLOCK or not _is_constant(longest):
        return pieces
    grid = _over_all(envelope, longest, pieces[0][:1], pieces[-1][-1:], lock)
    verdicts = [_verdict(envelope, grid, piece) for piece in pieces]
    held = [at for at, verdict in enumerate(verdicts) if verdict is _Verdict.HELD]
    joined: list[Floats] = []
    runs = False
    for at, piece in enumerate(pieces):
        between = verdicts[at] is _Verdict.BESIDE and held and held[0] < at < held[-1]
        fits = verdicts[at] is _Verdict.HELD or bool(between)
        if not fits:
            joined.append(piece)
        elif runs:
            joined[-1] = _within(grid, joined[-1][0], piece[-1])
        else:
            joined.append(_within(grid, piece[0], piece[-1]))
        runs = fits
    return joined


def _is_constant(beats: Floats) -> bool:
    spans = np.diff(beats)
    return bool(np.ptp(spans) < 1e-6)


def _over_all(
    envelope: Floats, longest: Floats, first: Floats, last: Floats, lock: float | None
) -> Floats:
    """The longest piece's grid from the first beat to the last, its period found again there."""
    period = period_of(longest)
    before = max(0, round(float(longest[0] - first[0]) / period)) if len(first) else 0
    after = max(0, round(float(last[0] - longest[-1]) / period)) if len(last) else 0
    whole = longest[0] + period * np.arange(-before, len(longest) + after)
    fitted = constant_grid(envelope, whole, _SAME_PHASE if lock is None else min(lock, _SAME_PHASE))
    mean = strength_at(envelope, fitted).mean()
    return fitted if mean >= strength_at(envelope, whole).mean() else whole


def _within(grid: Floats, low: float, high: float) -> Floats:
    half = 0.5 * period_of(grid)
    return grid[(grid > low - half) & (grid < high + half)]


def _verdict(envelope: Floats, grid: Floats, piece: Floats) -> _Verdict:
    """Where a piece's tempo is the same and it lies a part of a beat beside, the band needs to say
    less for the grid to hold."""
    mine = _within(grid, float(piece[0]), float(piece[-1])) if len(piece) > 1 else piece[:0]
    if len(mine) < 2:
        return _Verdict.OTHER
    own = float(strength_at(envelope, piece).mean())
    if own < FAINT * float(np.median(strength_at(envelope, grid))):
        return _Verdict.HELD
    share = float(strength_at(envelope, mine).mean()) / (own + 1e-9)
    period = period_of(grid)
    phase = phase_of(piece, float(grid[0]), period)
    apart = min(float(np.abs(wrapped(n * phase))) / n for n in (3, 4))
    beside = abs(period_of(piece) / period - 1) < _SAME_TEMPO and apart < _ON_A_PART
    if share >= (_BESIDE if beside else _HELD):
        return _Verdict.HELD
    return _Verdict.BESIDE if beside else _Verdict.OTHER
