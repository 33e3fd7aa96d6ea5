"""One figure named once for a list of feet: "Toe struts: R forward, L forward, R back, L back"."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Final

from ...figures.model import Figure
from .clause import Clause, Sense

# Where each of the list would be a step as well, these are meant.
_OF_ONE_COUNT: Final = frozenset({"touch", "tap", "point", "toe", "heel", "kick", "stomp", "flick"})


def with_figure(clauses: Sequence[Clause]) -> list[Clause] | None:
    """The list with its figure in every clause; None where it is no such list.

    The figure stands alone before a colon, or with the first of the feet.
    """
    first, rest = clauses[0], clauses[1:]
    if not rest or not _may_head(first) or not all(map(_only_goes, rest)):
        return None
    titles = not first.direction and not first.half and bool(rest[0].half)
    # "Touch R side, R together" closes with a step.
    leads = bool(first.feet) and not is_of_one_count(first.figure)
    items = clauses if leads else rest
    if not (leads or titles) or len(items) < 2 or len(items[0].feet) != 1:
        return None
    return [replace(item, figure=first.figure, sense=Sense.FIGURE) for item in items]


def is_of_one_count(figure: Figure | None) -> bool:
    """Would the moves of a list fill as many counts if they were steps?"""
    return figure is not None and figure.name in _OF_ONE_COUNT


def _may_head(clause: Clause) -> bool:
    figure = clause.figure
    if figure is None or not figure.takes_direction:
        return False
    lists = max(figure.lengths) > 1 or is_of_one_count(figure)
    return lists and clause.times == 1 and clause.turn is None and not clause.turns


def _only_goes(clause: Clause) -> bool:
    """Does a clause name a foot and a way, and nothing else?"""
    goes = clause.figure is None and len(clause.feet) == 1 and bool(clause.direction)
    turns = clause.turn is not None or clause.turns
    return goes and not turns and clause.weight is None and not clause.optional
