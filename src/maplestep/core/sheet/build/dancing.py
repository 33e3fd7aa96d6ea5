"""The moves of a line danced from a stance, and where a foot cannot move."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from typing import Final

from ...figures.expand import FigureUse, Stance, expand
from ...primitives.feet import is_free
from ...primitives.moves import Move
from ..language.interpretations import (
    Fitted,
)


def conflicts(fitted: Fitted, landings: tuple[Fraction, ...], stance: Stance) -> int:
    """How many moves of a reading ask for a foot that carries the dancer."""
    found = 0
    weight = stance.weight
    for moves in dance(fitted, landings, stance):
        for move in moves:
            loaded = move.foot is not None and not is_free(move.foot, weight)
            found += loaded and not move.may_move_loaded_foot
            weight = move.weight or weight
    return found


def placed(
    fitted: Fitted, landings: tuple[Fraction, ...]
) -> Iterator[tuple[FigureUse, tuple[Fraction, ...]]]:
    """Each figure with its landings."""
    start = 0
    for use, share in zip(fitted.uses, fitted.shares, strict=True):
        if share:
            end = start + share * fitted.lasts
            yield use, landings[start : end : fitted.lasts]
            start = end


def dance(
    fitted: Fitted,
    landings: tuple[Fraction, ...],
    stance: Stance,
    *,
    offset: int = 0,
    line: int = 1,
) -> Iterator[tuple[Move, ...]]:
    """The moves of each figure of a line, danced one after another from a stance."""
    weight, facing = stance.weight, stance.facing
    for use, own in placed(fitted, landings):
        now = Stance(weight=weight, facing=facing)
        moves = expand(use, own, now, offset=offset, line=line).moves
        for move in moves:
            weight = move.weight or weight
            facing += move.turn
        yield moves


def mirror(move: Move) -> Move:
    """The same on the other foot: feet and the sides of turns swapped."""
    return move._replace(
        foot=move.foot.other if move.foot else None,
        weight=move.weight.other if move.weight else None,
        turn=-move.turn,
        direction=OTHER_SIDE.get(move.direction, move.direction),
    )


OTHER_SIDE: Final = {"right": "left", "left": "right"}
