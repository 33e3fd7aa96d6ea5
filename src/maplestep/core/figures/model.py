"""What a figure is: names, moves written in one short line, and how it turns.

A figure's moves are written as text, one move after another, divided by ``;``::

    F @; O together; F @          shuffle
    F cross; O back; F side; O @  jazz box
    F side; O behind; F side; [O touch together]

``F`` is the foot that leads, ``O`` the other one, ``B`` both, ``-`` nobody (a hold).
Then an optional verb (``step`` when left out) and a direction; ``@`` stands for the
direction the sheet gives, or the figure's usual one. Square brackets: no weight.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from functools import cache
from typing import Final

DIRECTIONS: Final = (
    "fwd",
    "back",
    "side",
    "cross",
    "behind",
    "together",
    "place",
    "diag fwd",
    "diag back",
    "out",
    "in",
)


class Toward(Enum):
    """Which way a figure turns when the sheet names no side."""

    LEAD = "lead"
    AWAY = "away"


@dataclass(frozen=True, slots=True, kw_only=True)
class Template:
    """One move of a figure before feet, counts and turns are known."""

    role: str
    verb: str
    direction: str
    weight: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Figure:
    """A named figure as data.

    ``ways`` are its usual lengths, each a line of moves, the usual one first;
    ``turn_on`` the 0-based moves that share a turn (negative counts from the end);
    ``usual_turn`` the size in eighths when the sheet gives none; ``repeats`` lets
    the moves start over, with the feet alternating, for as long as there are counts;
    ``shares`` weighs the moves in ``turn_on`` where the turn divides by their sum.
    ``crossing_way`` is danced instead when the foot that leads is not the one on the
    side the figure travels to; ``travels`` says that a lone side names where it goes.
    ``directions`` are those that may replace the usual one (none listed: all).
    """

    name: str
    also: tuple[str, ...] = ()
    ways: tuple[str, ...] = ()
    direction: str = "fwd"
    turn_on: tuple[int, ...] = (-1,)
    toward: Toward = Toward.LEAD
    usual_turn: int = 0
    repeats: bool = False
    shares: tuple[int, ...] = ()
    crossing_way: str = ""
    travels: bool = False
    directions: tuple[str, ...] = ()

    @property
    def lengths(self) -> tuple[int, ...]:
        """How many landings each way has."""
        return tuple(len(moves_of(way)) for way in self.ways)


@cache
def moves_of(way: str) -> tuple[Template, ...]:
    """Read a line of moves.

    >>> [m.weight for m in moves_of("F side; [O touch together]")]
    [True, False]
    """
    return tuple(_template(piece.strip()) for piece in way.split(";"))


def _template(piece: str) -> Template:
    weight = not piece.startswith("[")
    role, *words = piece.strip("[]").split()
    text = " ".join(words)
    direction = next(
        (d for d in sorted((*DIRECTIONS, "@"), key=len, reverse=True) if text.endswith(d)), ""
    )
    verb = text[: len(text) - len(direction)].strip() or "step"
    return Template(role=role, verb=verb, direction=direction, weight=weight and role != "-")
