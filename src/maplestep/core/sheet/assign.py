"""Which of a line's landings belong to which of its figures."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cache

from ..figures.expand import FigureUse
from .clauses import Unknown


@dataclass(frozen=True, slots=True, kw_only=True)
class Fitted:
    """A line's figures, each with its number of landings.

    ``fits`` is False when no way of reading the line uses the landings up exactly.
    """

    uses: tuple[FigureUse, ...]
    shares: tuple[int, ...]
    unknown: tuple[Unknown, ...]
    fits: bool


def fit(ways: Iterable[Sequence[FigureUse | Unknown]], landings: int) -> Fitted:
    """The first way of reading a line in which everything is known and fits its landings.

    When there is none, the first way at all, each figure its usual length while landings last.
    """
    first: Fitted | None = None
    for way in ways:
        fitted = _fit_one(way, landings)
        if fitted.fits and fitted.uses and not fitted.unknown:
            return fitted
        first = first or fitted
    return first or Fitted(uses=(), shares=(), unknown=(), fits=False)


def _fit_one(way: Sequence[FigureUse | Unknown], landings: int) -> Fitted:
    known = [item for item in way if isinstance(item, FigureUse)]
    unknown = tuple(item for item in way if isinstance(item, Unknown))
    for uses in _forms(known):
        shares = share_landings(uses, landings)
        if shares is not None:
            return Fitted(uses=tuple(uses), shares=shares, unknown=unknown, fits=True)
    shares = _first_come(known, landings)
    return Fitted(uses=tuple(known), shares=shares, unknown=unknown, fits=False)


def _forms(uses: list[FigureUse]) -> Iterator[list[FigureUse]]:
    """Lone feet as part of the figure before them or as figures; turns alone or merged."""
    plain = _without_echoes(uses)
    for form in (plain, uses) if len(plain) < len(uses) else (uses,):
        yield form
        merged = _merge_bare_turns(form)
        if len(merged) < len(form):
            yield merged


def _without_echoes(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Shuffle right, left, right" is one shuffle; its first foot leads."""
    kept: list[FigureUse] = []
    for use in uses:
        if not use.echo or not kept:
            kept.append(use)
        elif kept[-1].foot is None:
            kept[-1] = replace(kept[-1], foot=use.foot)
    return kept


def _merge_bare_turns(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Turn ¼ R, step L back" on one count is one move."""
    merged: list[FigureUse] = []
    for use in uses:
        before = merged[-1] if merged else None
        if before is not None and before.bare_turn and use.turn is None and not use.bare_turn:
            span = replace(use.span, start=before.span.start)
            merged[-1] = replace(use, turn=before.turn, turn_to=before.turn_to, span=span)
        else:
            merged.append(use)
    return merged


def _first_come(uses: Sequence[FigureUse], landings: int) -> tuple[int, ...]:
    shares = []
    left = landings
    for use in uses:
        take = min(use.lengths()[0], left)
        shares.append(take)
        left -= take
    return tuple(shares)


def share_landings(uses: Sequence[FigureUse], landings: int) -> tuple[int, ...] | None:
    """Number of landings for each figure, or None when no way fits.

    Each figure takes one of its usual lengths; the earliest figures get their first
    choice. Figures that repeat ("walk", "hold") take what is left. If nothing fits
    and one single move stands alone, it lasts over all its counts.

    Complexity: O(figures x landings) through memoisation.
    """
    lengths = [_choices(use, landings, alone=len(uses) == 1) for use in uses]

    @cache
    def rest_of(index: int, left: int) -> tuple[int, ...] | None:
        if index == len(lengths):
            return () if left == 0 else None
        for length in lengths[index]:
            if length <= left:
                rest = rest_of(index + 1, left - length)
                if rest is not None:
                    return (length, *rest)
        return None

    shares = rest_of(0, landings)
    if shares is None and len(uses) == 1 and uses[0].lengths() == (1,):
        return (landings,)
    return shares


def _choices(use: FigureUse, landings: int, *, alone: bool) -> tuple[int, ...]:
    """ "Walk R, L" is two walks and no more; "walk R" alone goes on for its counts."""
    named_step = use.foot is not None and use.lengths() == (1,)
    if not use.figure.repeats or (named_step and not alone):
        return use.lengths()
    return (*use.lengths(), *(n for n in range(1, landings + 1) if n not in use.lengths()))
