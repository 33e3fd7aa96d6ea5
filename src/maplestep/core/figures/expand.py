"""The one rule that turns a figure as written on a sheet into moves.

Conventions: a foot not named is the free one; a turn without a side goes the
figure's usual way; both assumptions are reported, never silent.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction

from ..feet import Foot
from ..moves import Move, Span
from ..turns import spread
from .model import Figure, Template, Toward, moves_of


@dataclass(frozen=True, slots=True, kw_only=True)
class FigureUse:
    """A figure as one place of a sheet asks for it.

    ``foot`` leads if named; ``travel`` is the side it goes to; ``direction`` replaces
    the usual one; ``turn`` is the amount in eighths without sign (None: not given) and
    ``turn_to`` its side; ``end_weight`` is said outright ("weight R"). ``bare_turn``
    marks a turn with no figure named, which may belong to the step behind it. ``echo``
    marks a lone foot behind a figure of several moves ("shuffle right, left, right"):
    it names the foot of one of them, or asks for the figure again.
    """

    figure: Figure
    span: Span
    foot: Foot | None = None
    travel: Foot | None = None
    direction: str = ""
    turn: int | None = None
    turn_to: Foot | None = None
    end_weight: Foot | None = None
    bare_turn: bool = False
    echo: bool = False

    def lengths(self) -> tuple[int, ...]:
        """Numbers of landings this figure can fill, usual ones first."""
        return self.figure.lengths

    @property
    def asks_turn(self) -> bool:
        return self.turn is not None or self.figure.usual_turn > 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Expansion:
    """The moves of one figure and what had to be assumed to write them."""

    moves: tuple[Move, ...]
    assumed_foot: Foot | None = None
    assumed_turn: int = 0


def expand(use: FigureUse, landings: tuple[Fraction, ...], weight: Foot | None) -> Expansion:
    """Dance one figure on the given landings, starting with this weight.

    ``landings`` are positions in counts; their number decides which way of the
    figure is danced. A figure with fewer moves than landings leaves the rest empty.
    """
    lead, assumed = _lead(use, weight)
    # With too few landings (a finding of its own) the last moves go, but not the turn.
    templates = _templates(use, len(landings), lead)[: len(landings)]
    signed = _signed_turn(use, lead)
    shares = _turn_shares(use.figure, signed, len(templates))
    moves = tuple(
        _move(use, template, at, turn, lead)
        for template, at, turn in zip(templates, landings, shares, strict=False)
    )
    if use.end_weight is not None and moves:
        moves = (*moves[:-1], replace(moves[-1], weight=use.end_weight))
    assumed_turn = signed if use.asks_turn and _turn_side(use) is None else 0
    return Expansion(moves=moves, assumed_foot=assumed, assumed_turn=assumed_turn)


def _lead(use: FigureUse, weight: Foot | None) -> tuple[Foot, Foot | None]:
    """The foot that leads, and the same again when it had to be guessed."""
    if use.foot is not None:
        return use.foot, None
    if weight in (Foot.LEFT, Foot.RIGHT):
        return weight.other, None
    return Foot.RIGHT, Foot.RIGHT


def _templates(use: FigureUse, wanted: int, lead: Foot) -> tuple[Template, ...]:
    figure = use.figure
    ways = figure.ways
    if figure.crossing_way and use.travel not in (None, lead):
        ways = (figure.crossing_way,)
    if figure.repeats:
        pattern = moves_of(ways[0])
        return tuple(_alternating(pattern, index) for index in range(wanted))
    fitting = [way for way in ways if len(moves_of(way)) <= wanted]
    best = max(fitting or ways, key=lambda way: len(moves_of(way)) if fitting else 0)
    return moves_of(best)


def _alternating(pattern: tuple[Template, ...], index: int) -> Template:
    """The pattern again and again; a pattern of odd length changes feet each time."""
    template = pattern[index % len(pattern)]
    swapped = (index // len(pattern)) % 2 == 1 and len(pattern) % 2 == 1
    if not swapped or template.role not in "FO":
        return template
    role = "O" if template.role == "F" else "F"
    return Template(
        role=role, verb=template.verb, direction=template.direction, weight=template.weight
    )


def _signed_turn(use: FigureUse, lead: Foot) -> int:
    amount = use.turn if use.turn is not None else use.figure.usual_turn
    side = _turn_side(use)
    if side is None:
        side = lead if use.figure.toward is Toward.LEAD else lead.other
    return -amount if side is Foot.LEFT else amount


def _turn_side(use: FigureUse) -> Foot | None:
    """The side a turn goes to as far as the sheet says it."""
    return use.turn_to or (use.travel or use.foot if use.figure.travels else None)


def _turn_shares(figure: Figure, signed: int, length: int) -> tuple[int, ...]:
    """How much of the turn each move completes; the sum is the whole turn."""
    places = sorted({place % length for place in figure.turn_on if -length <= place < length})
    places = places or [length - 1]
    weights = figure.shares
    if len(weights) == len(places) and signed % sum(weights or (1,)) == 0 and weights:
        parts = tuple(signed // sum(weights) * share for share in weights)
    else:
        parts = spread(signed, len(places))
    by_place = dict(zip(places, parts, strict=True))
    return tuple(by_place.get(index, 0) for index in range(length))


def _move(use: FigureUse, template: Template, at: Fraction, turn: int, lead: Foot) -> Move:
    foot = {"F": lead, "O": lead.other, "B": Foot.BOTH, "-": None}[template.role]
    direction = template.direction
    if direction == "@":
        direction = use.direction or use.figure.direction
    return Move(
        at=at,
        foot=foot,
        verb=template.verb,
        direction=direction,
        weight=foot if template.weight else None,
        turn=turn,
        figure=use.figure.name,
        span=use.span,
    )
