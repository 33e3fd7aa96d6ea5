"""What a lexeme is for."""

from __future__ import annotations

from enum import IntEnum, auto
from typing import Final


class Kind(IntEnum):
    """What a lexeme is for."""

    FIGURE = auto()
    DIRECTION = auto()
    RELATION = auto()
    """"over", "behind", "next to": a direction that may name the other foot as well."""
    DIAGONAL = auto()
    FOOT = auto()
    FEET = auto()
    """"RLR": several feet in one word."""
    AMOUNT = auto()
    TURN = auto()
    SQUARE = auto()
    """"Square up": an eighth of a turn back to a wall."""
    SHOULDER = auto()
    WEIGHT = auto()
    NO_WEIGHT = auto()
    TO = auto()
    """The side that follows says where something goes, not which foot."""
    STANDING = auto()
    """"On the ball of": the foot that follows is stood on and does not move."""
    TIMES = auto()
    NUMBER = auto()
    CLOCK = auto()
    BREAK = auto()
    JOIN = auto()
    COLON = auto()
    OPEN = auto()
    CLOSE = auto()
    STYLE = auto()
    """A word that says how a step looks and nothing else."""
    FILLER = auto()
    OTHER = auto()


CUTS: Final = frozenset({Kind.BREAK, Kind.JOIN, Kind.COLON, Kind.OPEN, Kind.CLOSE})
"""What parts clauses."""
LIFTED: Final = frozenset({"sweep", "drag", "hitch", "flick", "kick", "brush", "hook"})
"""Figures of a leg in the air, which may go along with a step."""
