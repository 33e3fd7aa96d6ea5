"""Figures written in short: what is left out is filled in where nothing else can be meant."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import zip_longest
from typing import Final

from ...figures.expand import FigureUse
from ...figures.model import moves_of
from ...figures.vocabulary import BY_NAME, PIVOT, STEP
from ...primitives.feet import Foot


def in_full(uses: list[FigureUse]) -> list[FigureUse]:
    """Locks and pivots told by a single word or by their turn alone, as they are danced."""
    return _with_pivots(_with_whole_locks(uses))


def one_for_each_foot(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """The figures with every foot listed behind one leading it once more.

    ``echo`` stays where the list may as well name the feet of a single one: "shuffle R, L, R".
    """
    kept: list[FigureUse] = []
    for use in uses:
        before = kept[-1] if kept else None
        if use.echo and before is not None and before.foot is None:
            kept[-1] = replace(before, foot=use.foot, end=use.end)
        else:
            kept.append(use)
    first = 0
    for at in range(1, len(kept) + 1):
        if at == len(kept) or not kept[at].echo:
            if not _danced_so(kept[first:at]):
                kept[first:at] = [replace(use, echo=False) for use in kept[first:at]]
            first = at
    return kept


def _danced_so(listed: Sequence[FigureUse]) -> bool:
    """Are the feet listed those of the moves of one figure? Those of toe struts are not."""
    feet = ["F" if use.foot is listed[0].foot else "O" for use in listed]
    return len(feet) == 1 or feet == [move.role for move in moves_of(listed[0].figure.ways[0])]


def with_struts(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Jazz box R with toe struts": struts that no foot is named for are those of the box."""
    kept: list[FigureUse] = []
    for use in uses:
        before = kept[-1] if kept else None
        struts = use.figure is BY_NAME["toe strut"] and use.foot is None and not use.direction
        if before is not None and struts and before.figure is BY_NAME["jazz box"]:
            kept[-1] = replace(before, figure=BY_NAME["toe strut jazz box"], end=use.end)
        else:
            kept.append(use)
    return kept


def _with_whole_locks(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "R lock forward": the whole step, lock, step."""
    return [
        replace(use, figure=_LOCKS[use.direction], direction="")
        if use.figure is BY_NAME["lock"] and use.direction in _LOCKS
        else use
        for use in uses
    ]


def _with_pivots(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "L step ½ R, step L": the foot that steps again was let go by a pivot."""
    kept: list[FigureUse] = []
    for use, following in zip_longest(uses, uses[1:]):
        if following is not None and _has_to_pivot(use) and _steps_with(following, use.foot):
            kept.append(replace(use, turn=None, turn_to=None))
            kept.append(_pivot_of(use))
        else:
            kept.append(use)
    return kept


def _pivot_of(use: FigureUse) -> FigureUse:
    return FigureUse(figure=PIVOT, start=use.end, end=use.end, turn=use.turn, turn_to=use.turn_to)


def _has_to_pivot(use: FigureUse) -> bool:
    turns = use.turn is not None and use.turn >= _QUARTER
    return turns and _steps_with(use, use.foot) and use.direction in {"", "fwd"}


def _steps_with(use: FigureUse, foot: Foot | None) -> bool:
    return use.figure is STEP and use.foot is foot is not None and use.weight is None


_QUARTER: Final = 2
_LOCKS: Final = {"fwd": BY_NAME["lock step"], "back": BY_NAME["back lock step"]}
