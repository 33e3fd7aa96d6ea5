"""The one rule that turns a figure as written on a sheet into moves.

Conventions: a foot not named is the free one; a turn without a side goes toward the
side of the foot that makes it; both assumptions are reported, never silent.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import Enum
from fractions import Fraction
from typing import NamedTuple

from ..primitives.feet import Foot
from ..primitives.moves import Move, Span
from ..primitives.turns import FULL, spread, to_front
from .model import Figure, Template, moves_of


class Weight(Enum):
    """What a sheet says outright of the weight when it names no foot."""

    TAKEN = "taken"
    NONE = "none"


@dataclass(frozen=True, slots=True, kw_only=True)
class FigureUse:
    """A figure as one place of a sheet asks for it.

    ``start`` and ``end`` are offsets within the line's words. ``foot`` leads if named;
    ``travel`` is the side it goes to; ``direction`` replaces the usual one; ``turn`` is
    the amount in eighths without sign (None: not given), ``turn_to`` its side and
    ``turn_facing`` where it ends instead of an amount; ``weight`` is said outright
    ("weight R", "no weight"). ``bare_turn`` marks a turn with no figure named, which may
    belong to a step beside it, ``echo`` a lone foot behind a figure ("walk R, L"), which
    asks for it again or names the foot of one of its moves, ``no_amount`` a turn that
    does not say how far; ``told`` are the feet listed behind it. ``lasts`` is over how many
    counts the sheet says it goes; ``ending`` replaces the figure's last move ("coaster touch"),
    in ``ending_direction`` if given.
    """

    figure: Figure
    start: int = 0
    end: int = 0
    foot: Foot | None = None
    travel: Foot | None = None
    direction: str = ""
    turn: int | None = None
    turn_to: Foot | None = None
    turn_facing: int | None = None
    weight: Foot | Weight | None = None
    bare_turn: bool = False
    echo: bool = False
    no_amount: bool = False
    lasts: int = 0
    told: tuple[Foot, ...] = ()
    ending: Figure | None = None
    ending_direction: str = ""

    @property
    def asks_turn(self) -> bool:
        return self.turn is not None or self.turn_facing is not None or self.figure.usual_turn > 0

    def again(self, foot: Foot | None) -> FigureUse:
        """The same once more with this foot."""
        return replace(self, foot=foot)

    def echo_on(self, foot: Foot) -> FigureUse:
        """What a lone foot behind this figure may ask for."""
        return replace(
            self,
            foot=foot,
            travel=None,
            turn=None,
            turn_to=None,
            turn_facing=None,
            weight=None,
            echo=True,
        )


class Expansion(NamedTuple):
    """The moves of one figure and what had to be assumed to write them."""

    moves: tuple[Move, ...]
    assumed_foot: Foot | None
    assumed_turn: int

    def feet_differ(self, use: FigureUse) -> bool:
        """Are the feet that the sheet lists other ones than those of the moves?"""
        if not use.told:
            return False
        feet = [move.foot for move in self.moves if move.foot in (Foot.LEFT, Foot.RIGHT)]
        said = list(use.told)
        if len(said) < len(feet) and use.foot is not None:
            said.insert(0, use.foot)
        return len(said) == len(feet) and said != feet


@dataclass(frozen=True, slots=True, kw_only=True)
class Stance:
    """How the dancer stands before a figure: weight (None: not known) and facing in eighths."""

    weight: Foot | None
    facing: int = 0


def expand(
    use: FigureUse,
    landings: tuple[Fraction, ...],
    stance: Stance,
    *,
    offset: int = 0,
    line: int = 1,
) -> Expansion:
    """Dance one figure on the given landings, starting from this stance.

    ``landings`` are positions in counts; their number decides which way of the
    figure is danced. A figure with fewer moves than landings leaves the rest empty.
    ``offset`` is where the line's words begin in the sheet.
    """
    figure = use.figure
    lead, assumed = _lead(use, stance.weight, len(landings))
    # With too few landings (a finding of its own) the last moves go, but not the turn.
    templates = _templates(use, len(landings), lead)[: len(landings)]
    side = _turn_side(use)
    asked = use.turn is not None or use.turn_facing is not None or figure.usual_turn > 0
    signed = _signed_turn(use, lead, templates, side, stance.facing) if asked else 0
    turns = _turn_shares(figure, signed, len(templates)) if signed else ()
    span = Span(offset + use.start, offset + use.end, line)
    moves = [
        _move(use, template, lead, stance.weight, at=at, span=span)
        for template, at in zip(templates, landings, strict=False)
    ]
    if turns:
        moves = [
            move._replace(turn=move.turn + turn) if turn else move
            for move, turn in zip(moves, turns, strict=True)
        ]
    moves = _as_said(use, moves)
    if assumed and all(template.role in "B-" for template in templates):
        assumed = None
    assumed_turn = signed if asked and side is None and use.turn_facing is None else 0
    return Expansion(tuple(moves), assumed, assumed_turn)


def _move(
    use: FigureUse, template: Template, lead: Foot, weight: Foot | None, *, at: Fraction, span: Span
) -> Move:
    """One move of a figure, without the turn that the sheet gives."""
    role, verb, direction, weighs, fixed = template
    foot = lead if role == "F" else lead.other if role == "O" else _NO_ROLE[role]
    if verb == "spiral" and foot is weight:
        direction = "place"  # on the foot that carries the weight, the other one hooks
    if direction == "@":
        direction = use.direction or use.figure.direction
    turn = fixed if lead is Foot.RIGHT else -fixed
    carries = foot if weighs else None
    return Move(at, foot, verb, direction, carries, turn, use.figure.name, span)


def _as_said(use: FigureUse, moves: list[Move]) -> list[Move]:
    """What the sheet says otherwise: where a swivel goes, the last move, its weight."""
    sideways = use.travel or use.foot
    if use.figure.name == SWIVEL and sideways in {Foot.LEFT, Foot.RIGHT}:
        assert sideways is not None
        moves = [move._replace(direction=sideways.word) for move in moves]
    if use.ending is not None and moves:
        moves[-1] = _ended(moves[-1], use.ending, use.ending_direction)
    if use.weight is not None and moves:
        moves[-1] = _weighted(moves[-1], use.weight)
    return moves


SWIVEL = "swivel"
"""The one figure of both feet that goes to a side; its moves' direction is "right" or "left"."""
_NO_ROLE = {"B": Foot.BOTH, "-": None}


def _ended(last: Move, ending: Figure, said: str) -> Move:
    """The last move done otherwise, with the same foot."""
    template = moves_of(ending.ways[0])[0]
    usual = ending.direction if template.direction == "@" else template.direction
    direction = said or usual
    weight = last.foot if template.weight else None
    return last._replace(verb=template.verb, direction=direction, weight=weight)


def _weighted(last: Move, said: Foot | Weight) -> Move:
    if said is Weight.NONE:
        return last._replace(weight=None)
    return last._replace(weight=last.foot if said is Weight.TAKEN else said)


def _lead(use: FigureUse, weight: Foot | None, landings: int) -> tuple[Foot, Foot | None]:
    """The foot that leads, and the same again when it had to be guessed."""
    if use.foot is not None:
        return use.foot, None
    if use.figure.name == "recover" and isinstance(use.weight, Foot):
        return use.weight, None
    if weight in (Foot.LEFT, Foot.RIGHT):
        stays = _templates(use, landings, Foot.RIGHT)[0].verb in {"turn", "spin", "spiral"}
        return (weight if stays else weight.other), None
    return use.travel or Foot.RIGHT, None if use.travel else Foot.RIGHT


def _templates(use: FigureUse, wanted: int, lead: Foot) -> tuple[Template, ...]:
    figure = use.figure
    ways = figure.ways
    if figure.crossing_way and use.travel not in (None, lead):
        ways = (figure.crossing_way,)
    if figure.repeats:
        pattern = moves_of(ways[0])
        if use.lasts > 1 and use.foot is not None and not use.told:
            if figure.name == _HELD:
                return pattern  # "sway R for 2 counts" is one sway
            if figure.name == _TO_ONE_SIDE:
                return pattern * wanted  # "bump hips R for 2 counts"
        return tuple(_alternating(pattern, index) for index in range(wanted))
    if wanted == figure.lengths[0]:
        return moves_of(ways[0])
    fitting = [way for way in ways if len(moves_of(way)) <= wanted]
    best = max(fitting or ways, key=lambda way: len(moves_of(way)) if fitting else 0)
    return moves_of(best)


_HELD = "sway"
_TO_ONE_SIDE = "bump"


def _alternating(pattern: tuple[Template, ...], index: int) -> Template:
    """The pattern again and again; a pattern of odd length changes feet each time."""
    template = pattern[index % len(pattern)]
    swapped = (index // len(pattern)) % 2 == 1 and len(pattern) % 2 == 1
    if not swapped or template.role not in "FO":
        return template
    return template._replace(role="O" if template.role == "F" else "F")


def _signed_turn(
    use: FigureUse, lead: Foot, templates: tuple[Template, ...], side: Foot | None, facing: int
) -> int:
    if use.turn_facing is not None:
        return _turn_to(use.turn_facing - facing, side)
    amount = use.turn if use.turn is not None else use.figure.usual_turn
    if side is None:
        places = _places(use.figure, len(templates))
        role = templates[places[0]].role if templates else "F"
        side = lead.other if role == "O" else lead
    return -amount if side is Foot.LEFT else amount


def _turn_to(change: int, side: Foot | None) -> int:
    """Turn by so much to the side named, or the short way."""
    if side is None:
        return -to_front(change)
    right = change % FULL
    return right if side is Foot.RIGHT else right - FULL if right else 0


def _turn_side(use: FigureUse) -> Foot | None:
    """The side a turn goes to as far as the sheet says it."""
    return use.turn_to or (use.travel or use.foot if use.figure.travels else None)


def _places(figure: Figure, length: int) -> list[int]:
    if figure.curves:
        return list(range(length))
    places = sorted({place % length for place in figure.turn_on if -length <= place < length})
    return places or [length - 1]


def _turn_shares(figure: Figure, signed: int, length: int) -> tuple[int, ...]:
    """How much of the turn each move completes; the sum is the whole turn."""
    places = _places(figure, length)
    weights = figure.shares
    if weights and len(weights) == len(places) and signed % sum(weights) == 0:
        parts = tuple(signed // sum(weights) * share for share in weights)
    else:
        parts = spread(signed, len(places), evenly=figure.curves)
    by_place = dict(zip(places, parts, strict=True))
    return tuple(by_place.get(index, 0) for index in range(length))
