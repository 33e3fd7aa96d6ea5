"""The foot that a stretch of dancing begins with."""

from __future__ import annotations

from collections.abc import Sequence

from ..feet import Foot
from ..moves import Move


def first_foot(moves: Sequence[Move]) -> Foot | None:
    """The first foot that has to be free; None when nothing needs a free foot."""
    for move in moves:
        if move.foot in (Foot.LEFT, Foot.RIGHT):
            return None if move.may_move_loaded_foot else move.foot
    return None
