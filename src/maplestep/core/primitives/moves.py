"""One move of a dance and the place in the sheet it was read from."""

from __future__ import annotations

from fractions import Fraction
from typing import Final, NamedTuple

from .feet import Foot

_ON_THE_LOADED_FOOT: Final = frozenset(
    {
        "hop",
        "swivel",
        "unwind",
        "turn",
        "spin",
        "spiral",
        "bump",
        "sway",
        "knee pop",
        "toe fan",
        "heel fan",
    }
)


class Span(NamedTuple):
    """A stretch of the sheet's text: offsets from 0, ``end`` exclusive; ``line`` from 1.

    A tuple, like a move: a sheet has hundreds of them and is read at every keystroke.
    """

    start: int
    end: int
    line: int


class Move(NamedTuple):
    """What one foot does at one landing.

    ``at`` is the position in counts from the start of the part (before 0 for a
    lead-in); ``foot`` is None for a hold; ``weight`` is the foot that carries the
    dancer afterwards when the move changes it, else None; ``turn`` is signed eighths
    completed by this move.
    """

    at: Fraction
    foot: Foot | None
    verb: str
    direction: str
    weight: Foot | None
    turn: int
    figure: str
    span: Span

    @property
    def may_move_loaded_foot(self) -> bool:
        """Hops, swivels and turns on the spot work on the foot that carries the weight."""
        return self.verb in _ON_THE_LOADED_FOOT or self.foot in (None, Foot.BOTH)
