"""What a figure is: names, moves written in one short line, and how it turns.

A figure's moves are written as text, one move after another, divided by ``;``::

    F @; O together; F @          shuffle
    F cross; O back; F side; O @  jazz box
    F side; O behind; F side; [O touch together]
    F side; O behind; F fwd >2    the last move turns a quarter toward F's side

``F`` is the foot that leads, ``O`` the other one, ``B`` both, ``-`` nobody (a hold).
Then an optional verb (``step`` when left out) and a direction; ``@`` stands for the
direction the sheet gives, or the figure's usual one. ``>n`` and ``<n`` are eighths
that the figure always turns, toward and away from the side of the foot that leads.
Square brackets: no weight.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cache
from typing import Final, NamedTuple

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
_BY_LENGTH: Final = sorted((*DIRECTIONS, "@"), key=len, reverse=True)


class Template(NamedTuple):
    """One move of a figure before feet, counts and free turns are known.

    ``turn`` is fixed: eighths toward (+) or away from (-) the side of the foot that leads.
    """

    role: str
    verb: str
    direction: str
    weight: bool
    turn: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Figure:
    """A named figure as data.

    ``also`` are its other English names, ``french`` its French ones, the printed one
    first; ``ways`` its usual lengths, each a line of moves, the usual one first, danced
    in the rhythm at the same place of ``rhythms`` (none given: one, two, "1&2", then a
    count a move); ``turn_on`` the 0-based moves that share a turn (negative counts from
    the end); ``usual_turn`` the size in eighths when the sheet gives none; ``repeats``
    lets the moves start over, with the feet alternating, for as long as there are
    counts; ``sustained`` moves may last over whatever counts are left; ``shares`` weighs
    the moves in ``turn_on`` where the turn divides by their sum; ``curves`` spreads a
    turn over all moves. ``crossing_way`` is danced instead when the foot that leads is
    not the one on the side the figure travels to; ``travels`` says that a lone side names
    where it goes. ``directions`` are those that may replace the usual one (none listed:
    all); ``variants`` names the figure meant when a direction comes with this one
    ("coaster cross"); without one of them a figure that ``asks`` may be any of the figures
    named there; ``definition`` is the text of a user's own figure.
    """

    name: str
    also: tuple[str, ...] = ()
    french: tuple[str, ...] = ()
    ways: tuple[str, ...] = ()
    rhythms: tuple[str, ...] = ()
    direction: str = "fwd"
    turn_on: tuple[int, ...] = (-1,)
    usual_turn: int = 0
    repeats: bool = False
    sustained: bool = False
    shares: tuple[int, ...] = ()
    curves: bool = False
    crossing_way: str = ""
    travels: bool = False
    directions: tuple[str, ...] = ()
    variants: dict[str, str] = field(default_factory=dict, hash=False)
    asks: tuple[str, ...] = ()
    definition: str = ""
    lengths: tuple[int, ...] = ()
    takes_direction: bool = False

    def __post_init__(self) -> None:
        object.__setattr__(self, "lengths", tuple(len(moves_of(way)) for way in self.ways))
        object.__setattr__(self, "takes_direction", "@" in "".join(self.ways))

    @property
    def names(self) -> tuple[str, ...]:
        """Every name that is understood, in both languages."""
        return (self.name, *self.also, *self.french)

    @property
    def recovers(self) -> bool:
        """Does it end, in its longest form at least, with the weight back on the other foot?"""
        return moves_of(self.ways[-1])[-1].verb == "recover"

    def rhythm(self, index: int = 0) -> str:
        """The count column a way of the figure is usually danced on, from count 1."""
        if index < len(self.rhythms):
            return self.rhythms[index]
        length = self.lengths[index]
        return {1: "1", 2: "1-2", 3: "1&2"}.get(length, f"1-{length}")


@cache
def moves_of(way: str) -> tuple[Template, ...]:
    """Read a line of moves.

    >>> [m.weight for m in moves_of("F side; [O touch together]")]
    [True, False]
    >>> moves_of("F side >2")[0].turn
    2
    """
    return tuple(_template(piece.strip()) for piece in way.split(";"))


def _template(piece: str) -> Template:
    weight = not piece.startswith("[")
    role, *words = piece.strip("[]").split()
    turn = 0
    if words and words[-1][0] in "<>":
        mark = words.pop()
        turn = int(mark[1:]) * (1 if mark[0] == ">" else -1)
    text = " ".join(words)
    direction = next((d for d in _BY_LENGTH if text == d or text.endswith(f" {d}")), "")
    verb = text[: len(text) - len(direction)].strip() or "step"
    return Template(role, verb, direction, weight and role != "-", turn)
