"""A figure named and described in the same line: do the two say the same?

"Coaster (step L back, step R together, step L forward)". What is beside the reading is danced as
well and compared move by move: the foot, whether it takes the weight, and roughly where it goes.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from typing import Final

from ...figures.expand import FigureUse, Stance, expand
from ...figures.model import Figure
from ...figures.vocabulary import STEP
from ...primitives.feet import Foot
from ...primitives.moves import Move
from .clause import Clause, Sense

_ROUGHLY: Final = {
    "diag fwd": "fwd", "diag back": "back", "behind": "back", "place": "near", "together": "near",
    "in": "near", "out": "side", "": "near",
}  # fmt: skip
_OPEN_ENDS: Final = frozenset({"touch", "scuff", "brush", "hitch", "kick", "point", "flick"})
"""What a figure of steps often ends with instead of its last one, without weight."""
_SAME_VERBS: Final = frozenset({"rock", "recover", "lock", "ball", "pivot", "turn", "drop"})


def compared(
    uses: Sequence[FigureUse], left: Sequence[Clause], landings: int
) -> tuple[list[FigureUse], tuple[int, int] | None]:
    """The uses, with the leading foot taken from the description; where the two differ."""
    told = list(uses)
    said = _saying_it_again(left)
    other = [use for clause in said for use in clause.uses()]
    if not other or (len(told) != 1 and len(other) != 1):
        return told, None
    if len(other) == 1 and len(told) > 1:
        # The steps are danced; the figure is the name of what they are.
        named = _ended(_named(other, told), told, landings)
        differs = _differ(named, told, landings)
    else:
        named = _ended(_named(told, other), other, landings)
        differs = _differ(named, other, landings)
        told = named if not differs else told
    return told, (said[0].start, said[-1].end) if differs else None


def _saying_it_again(left: Sequence[Clause]) -> list[Clause]:
    """The clauses left out that name figures; none where one of them is not understood."""
    plain = [clause for clause in left if not clause.ampersand]
    if any(clause.sense is Sense.UNKNOWN for clause in plain):
        return []
    return [clause for clause in plain if clause.sense is Sense.FIGURE]


def comparable(uses: Sequence[FigureUse], left: Sequence[Clause], landings: int) -> bool:
    """Do the clauses left out make as many moves as there are landings, as the uses do?"""
    other = [use for clause in left if clause.sense is Sense.FIGURE for use in clause.uses()]
    return any(
        landings in lengths
        for lengths in ([sum(use.figure.lengths[0] for use in other)], _only(other))
    )


def _only(uses: Sequence[FigureUse]) -> tuple[int, ...]:
    return uses[0].figure.lengths if len(uses) == 1 else ()


def _named(figure: Sequence[FigureUse], steps: Sequence[FigureUse]) -> list[FigureUse]:
    """The figure on the foot that its description begins with."""
    lead = next((use.foot for use in steps if use.foot), None)
    first = figure[0]
    crosses = bool(first.figure.crossing_way) and first.travel is not None
    if first.foot is None and lead is not None and (crosses or not first.figure.travels):
        return [replace(first, foot=lead), *figure[1:]]
    return list(figure)


def _ended(named: list[FigureUse], steps: Sequence[FigureUse], landings: int) -> list[FigureUse]:
    """ "Sailor (R behind, L side, R forward)", "mambo (..., step back)": the last step may go
    elsewhere than usual, "jazz box (cross, back, side, touch)" or be none."""
    figure, closes = named[0], steps[-1].figure
    whole = len(named) == 1 and figure.ending is None and figure.figure.lengths[0] >= 3
    if not whole or not (closes is STEP or closes.name in _OPEN_ENDS):
        return named
    lead = figure.foot or steps[0].foot or Foot.RIGHT
    first, second = _danced(named, landings, lead), _danced(steps, landings, lead)
    if first is None or second is None:
        return named
    turns = any(use.asks_turn for use in (*named, *steps))
    if not _alike_but_last(first, second, turns):
        return named
    if closes is STEP and not _may_end_so(figure.figure, first, second[-1]):
        return named
    return [replace(figure, ending=closes, ending_direction=second[-1].direction)]


def _alike_but_last(first: Sequence[Move], second: Sequence[Move], turns: bool) -> bool:
    before = zip(first[:-1], second[:-1], strict=True)
    return all(_alike(a, b, turns) for a, b in before) and first[-1].foot is second[-1].foot


def _may_end_so(figure: Figure, usual: Sequence[Move], told: Move) -> bool:
    """May the last step of a figure go where it is told to go, which is elsewhere?"""
    last = usual[-1]
    if not told.direction or last.direction == told.direction:
        return False
    sailor = last.direction == "side" and told.direction != "back"
    anchored = (last.direction, told.direction) == ("back", "place")
    mambo = usual[0].verb == "rock" and last.direction == "together"
    free = sailor or anchored or mambo or told.direction in figure.variants
    return free and last.weight is told.weight is not None


def _differ(one: Sequence[FigureUse], other: Sequence[FigureUse], landings: int) -> bool:
    both = (*one, *other)
    sides = [use.foot for use in both] + [use.travel for use in both]
    lead = next((side for side in sides if side), Foot.RIGHT)
    first, second = _danced(one, landings, lead), _danced(other, landings, lead)
    if first is None or second is None:
        return False
    turns = any(use.asks_turn for use in (*one, *other))
    return any(not _alike(a, b, turns) for a, b in zip(first, second, strict=True))


def _danced(uses: Sequence[FigureUse], landings: int, lead: Foot) -> list[Move] | None:
    """The moves, when each use has one of its usual lengths and all fill the landings."""
    lengths = [use.figure.lengths[0] for use in uses]
    if len(uses) == 1 and landings in uses[0].figure.lengths:
        lengths = [landings]
    if sum(lengths) != landings:
        return None
    found: list[Move] = []
    weight: Foot | None = lead.other
    at = 0
    for use, length in zip(uses, lengths, strict=True):
        places = tuple(Fraction(at + n) for n in range(length))
        moves = expand(use, places, Stance(weight=weight)).moves
        for move in moves:
            weight = move.weight or weight
        # "(toe, drop)" does not say where to.
        silent = length == 1 and not use.direction
        found += [move._replace(direction="") for move in moves] if silent else moves
        at += length
    return found if len(found) == landings else None


def _alike(one: Move, other: Move, turns: bool) -> bool:
    if one.foot is not other.foot or (one.weight is None) is not (other.weight is None):
        return False
    # In a turn "forward" and "back" depend on where one looks from.
    if turns or {one.verb, other.verb} & _SAME_VERBS:
        return True
    if not one.direction or not other.direction:
        return True
    a = _ROUGHLY.get(one.direction, one.direction)
    b = _ROUGHLY.get(other.direction, other.direction)
    return a == b or {a, b} in _NEAR


_NEAR: Final = ({"near", "side"}, {"cross", "fwd"}, {"cross", "back"}, {"cross", "near"})
