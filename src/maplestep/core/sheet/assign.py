"""Which of a line's landings belong to which of its figures."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache

from ..figures.expand import FigureUse


def share_landings(uses: Sequence[FigureUse], landings: int) -> tuple[int, ...] | None:
    """Number of landings for each figure, or None when no way fits.

    Each figure takes one of its usual lengths; the earliest figures get their first
    choice. Figures that repeat ("walk", "hold") take what is left. If nothing fits
    and one single move stands alone, it lasts over all its counts.

    Complexity: O(figures x landings) through memoisation.
    """
    lengths = [_choices(use, landings, alone=len(uses) == 1) for use in uses]

    @cache
    def fit(index: int, left: int) -> tuple[int, ...] | None:
        if index == len(lengths):
            return () if left == 0 else None
        for length in lengths[index]:
            if length <= left:
                rest = fit(index + 1, left - length)
                if rest is not None:
                    return (length, *rest)
        return None

    shares = fit(0, landings)
    if shares is None and len(uses) == 1 and uses[0].lengths() == (1,):
        return (landings,)
    return shares


def _choices(use: FigureUse, landings: int, *, alone: bool) -> tuple[int, ...]:
    """ "Walk R, L" is two walks and no more; "walk R" alone goes on for its counts."""
    named_step = use.foot is not None and use.lengths() == (1,)
    if not use.figure.repeats or (named_step and not alone):
        return use.lengths()
    return (*use.lengths(), *(n for n in range(1, landings + 1) if n not in use.lengths()))
