"""Feet and where the weight is."""

from __future__ import annotations

from enum import Enum
from typing import Literal


class Foot(Enum):
    """The foot that moves, or ``BOTH`` for a jump, a bounce or an unwind."""

    LEFT = "L"
    RIGHT = "R"
    BOTH = "both"

    @property
    def other(self) -> Foot:
        """The opposite foot; both feet have no opposite."""
        return _OTHER[self]

    @property
    def word(self) -> str:
        return _WORDS[self]


_OTHER = {Foot.LEFT: Foot.RIGHT, Foot.RIGHT: Foot.LEFT, Foot.BOTH: Foot.BOTH}
_WORDS = {Foot.LEFT: "left", Foot.RIGHT: "right", Foot.BOTH: "both"}


def is_free(foot: Foot, weight: Foot | None) -> bool:
    """May this foot be lifted? Not when it alone carries the weight.

    ``weight`` is the foot that carries the dancer, ``BOTH``, or None when unknown.
    """
    return foot is Foot.BOTH or weight is None or weight is not foot


FreeFoot = Literal["left", "right", "either"]


def free_foot(weight: Foot | None) -> FreeFoot:
    """The foot that may move next."""
    match weight:
        case Foot.LEFT:
            return "right"
        case Foot.RIGHT:
            return "left"
        case _:
            return "either"
