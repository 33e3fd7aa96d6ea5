"""Short words for a move, as they stand under a print of the foot chart."""

from __future__ import annotations

from typing import Final

from ..primitives.moves import Move

_SHORT: Final = {
    "together": "tog",
    "diag fwd": "diag",
    "diag back": "diag bk",
    "place": "in place",
    "recover": "rec",
    "big step": "big",
    "stomp up": "stomp",
}


def move_word(move: Move) -> str:
    """One or two short words: where the foot goes, or what it does."""
    if move.verb in {"step", "big step"} and move.direction:
        return _SHORT.get(move.direction, move.direction)
    return _SHORT.get(move.verb, move.verb)
