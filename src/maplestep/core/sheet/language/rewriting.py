"""Other ways to take the clauses of a line, when the plain way leaves counts or words over.

Each rewriting has a cost; they are tried alone and two at a time, the cheapest first.
Source: common practice, no published source.
"""

from __future__ import annotations

import heapq
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from itertools import count
from typing import Final

from ...figures.model import Template, moves_of
from ...figures.vocabulary import FULL_TURN, PIVOT, STEP
from ...primitives.turns import FULL
from .clause import Clause, Sense

Rewriting = Callable[[Sequence[Clause], int], list[Clause] | None]
_MOST: Final = 3
_LIMIT: Final = 40
# What legs and arms do beside a step without a count of their own.
_BESIDE: Final = frozenset(
    {"sweep", "drag", "hitch", "flick", "kick", "brush", "hook", "body roll", "hip roll", "shimmy",
     "knee pop", "bump", "sway", "clap", "dip", "swivel", "lunge"}
)  # fmt: skip
_TOUCHES: Final = frozenset({"touch", "point", "heel", "toe", "press", "step"})


def rewritten(clauses: list[Clause]) -> Iterator[tuple[float, list[Clause]]]:
    """The clauses as they are, then rewritten, by rising cost."""
    tie = count()
    queue: list[tuple[float, int, int, list[Clause]]] = [(0.0, 0, next(tie), clauses)]
    done = 0
    while queue and done < _LIMIT:
        cost, depth, _, now = heapq.heappop(queue)
        yield cost, now
        done += 1
        if depth == _MOST:
            continue
        for price, rewriting in REWRITINGS:
            for index in range(0 if rewriting is _step_pivot else 1, len(now)):
                if now[index].unread:
                    continue  # a clause with a word that fits nowhere must not be hidden
                changed = rewriting(now, index)
                if changed:
                    heapq.heappush(queue, (cost + price, depth + 1, next(tie), changed))


def _goes_along(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Step forward, sweeping L back to front": a leg does something beside the step."""
    clause = clauses[index]
    figure = clause.figure
    beside = figure is not None and figure.name in _BESIDE
    again = len(set(clause.feet)) < len(clause.feet)
    if not beside or not clause.gerund or clause.turn is not None or again:
        return None
    return [*clauses[:index], *clauses[index + 1 :]]


def _goes_along_unsaid(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Step R to side & sweep L": the same without an "-ing"."""
    clause = clauses[index]
    figure = clause.figure
    beside = figure is not None and figure.name in {"sweep", "drag", "hitch", "clap", "flick"}
    if not beside or clause.turn is not None or clause.gerund:
        return None
    return [*clauses[:index], *clauses[index + 1 :]]


def _leads_in(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Sweep R from front to back and step behind": the leg that moved takes the step."""
    clause, before = clauses[index], clauses[index - 1]
    swept = before.figure is not None and before.figure.name in {"sweep", "hitch", "drag"}
    stepped = clause.figure in (None, STEP) and clause.sense is Sense.FIGURE
    if not swept or not stepped or not clause.direction or before.turn is not None:
        return None
    if clause.feet and clause.feet != before.feet:
        return None
    led = replace(clause)
    led.feet, led.start = list(before.feet), before.start
    return [*clauses[: index - 1], led, *clauses[index + 1 :]]


def _turned_step(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Pivot ½ right on L stepping R together" on one count: a step that turns."""
    clause, before = clauses[index], clauses[index - 1]
    stepped = clause.gerund and clause.figure in (None, STEP) and clause.sense is Sense.FIGURE
    if not stepped or before.figure is not PIVOT or clause.turn is not None or not clause.feet:
        return None
    turned = replace(clause)
    turned.turn, turned.turn_to, turned.start = before.turn, before.turn_to, before.start
    turned.turn_facing, turned.optional = before.turn_facing, False
    return [*clauses[: index - 1], turned, *clauses[index + 1 :]]


def _turned_where(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "L quarter turn left, forward" on one count: where the step that turns goes."""
    clause, before = clauses[index], clauses[index - 1]
    bare = clause.sense is Sense.FIGURE and clause.figure is None and not clause.feet
    if not bare or not clause.direction or clause.turn is not None:
        return None
    stepped = before.figure is STEP and before.turn is not None and len(before.feet) == 1
    if not stepped or before.goes_somewhere or before.times > 1:
        return None
    turned = replace(before)
    turned.direction, turned.end = clause.direction, clause.end
    return [*clauses[: index - 1], turned, *clauses[index + 1 :]]


def _step_pivot(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Step ½ L" on two counts: a step and a pivot; so are the others like it in the line."""
    if not _may_pivot(clauses[index]):
        return None
    return [
        part
        for clause in clauses
        for part in (_pivoted(clause) if _may_pivot(clause) else (clause,))
    ]


def _step_pivot_again(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Step R, ½ pivot L x2": both of them, again."""
    clause, before = clauses[index], clauses[index - 1]
    stepped = before.figure is STEP and before.times == 1 and before.turn is None
    if clause.figure is not PIVOT or clause.times < 2 or not stepped:
        return None
    if before.direction not in {"", "fwd"}:
        return None
    pairs = []
    for _ in range(clause.times):
        once = replace(clause)
        once.times = 1
        pairs += [replace(before), once]
    return [*clauses[: index - 1], *pairs, *clauses[index + 1 :]]


def _may_pivot(clause: Clause) -> bool:
    stepped = clause.figure is STEP or (clause.figure is None and bool(clause.feet))
    plain = stepped and clause.direction in {"", "fwd"} and clause.times == 1
    turned = clause.turn is not None and clause.weight is None
    return plain and turned and len(clause.feet) < 2


def _pivoted(clause: Clause) -> tuple[Clause, Clause]:
    step, pivot = replace(clause), replace(clause)
    step.turn, step.turn_to, step.turn_facing, step.turns = None, None, None, False
    step.direction = "fwd"
    pivot.figure, pivot.direction, pivot.feet, pivot.travel = PIVOT, "", [], None
    pivot.turn_to = clause.turn_to or clause.travel
    return step, pivot


def _turn_then(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "1/4 L scuff" on two counts: a step that turns, then the other foot scuffs."""
    clause = clauses[index]
    figure = clause.figure
    lifted = figure is not None and figure.lengths == (1,) and figure.ways[0].startswith("[")
    if not lifted or clause.turn is None or clause.turn_to is None or clause.gerund:
        return None
    step, then = replace(clause), replace(clause)
    step.figure, step.feet, step.direction, step.travel = STEP, [], "fwd", None
    then.turn, then.turn_to, then.turn_facing, then.turns = None, None, None, False
    return [*clauses[:index], step, then, *clauses[index + 1 :]]


def _within_its_steps(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "R point, ½ monterey turn R, point L, together": a figure among its own steps."""
    clause = clauses[index]
    figure = clause.figure
    if figure is None or figure.lengths[0] < 3 or not figure.turn_on or figure.turn_on[0] < 0:
        return None
    place = figure.turn_on[0]
    first, last = index - place, index - place + figure.lengths[0]
    if first < 0 or last > len(clauses) or place == 0:
        return None
    for told, template in zip(clauses[first:last], moves_of(figure.ways[0]), strict=True):
        if told is not clause and not _is_move(told, template):
            return None
    led = replace(clause)
    led.feet = list(clauses[first].feet) or led.feet
    led.start, led.end = clauses[first].start, clauses[last - 1].end
    if led.turn_to is None and led.feet:
        led.turn_to = led.feet[0]
    behind = clauses[last:]
    return [*clauses[:first], led, *behind]


def _turned_in(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "R point, ½ monterey R" on two counts: the step beside the other foot that turns."""
    clause, before = clauses[index], clauses[index - 1]
    monterey = clause.figure is not None and clause.figure.name == "monterey"
    pointed = before.figure is not None and before.figure.name in {"point", "touch", "toe"}
    if not monterey or not pointed or clause.turn is None or len(before.feet) != 1:
        return None
    turned = replace(clause)
    turned.figure, turned.direction, turned.feet = STEP, "together", list(before.feet)
    turned.turn_to = clause.turn_to or before.feet[0]
    return [*clauses[:index], turned, *clauses[index + 1 :]]


def _is_move(told: Clause, template: Template) -> bool:
    """Does a clause describe this move of a figure?"""
    if told.sense is not Sense.FIGURE or told.turn is not None:
        return False
    own = moves_of((told.figure or STEP).ways[0])
    same = len(own) == 1 and own[0].weight is template.weight
    # A rock, a recovery or a stomp is a move of its own, and no plain step of the figure's.
    same = same and (told.figure in (None, STEP) or own[0].verb == template.verb)
    return same and (not told.direction or told.direction == template.direction)


def _foot_leads(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Step lock step scuff R": the foot named last leads the whole of it."""
    clause, before = clauses[index], clauses[index - 1]
    if clause.figure is None or before.figure is None or before.feet or len(clause.feet) != 1:
        return None
    if clause.figure.lengths != (1,) or before.figure.lengths[0] < 2 or clause.travel:
        return None
    led, last = replace(before), replace(clause)
    led.feet, last.feet = list(clause.feet), []
    return [*clauses[: index - 1], led, last, *clauses[index + 1 :]]


def _turns_all(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Triple step in place R, L, R making a full turn left": the turn of the figure before."""
    clause = clauses[index]
    figure = clause.figure
    if figure is None or figure.name != FULL_TURN.name or clause.direction or clause.times > 1:
        return None
    first = index - 1
    while first > 0 and clauses[first].sense is Sense.FEET:
        first -= 1
    under = clauses[first]
    if under.figure is None or under.figure.lengths[0] < 2 or under.turn is not None:
        return None
    turned = replace(under)
    turned.turn = FULL
    turned.turn_to = clause.turn_to or clause.travel or next(iter(clause.feet), None)
    return [*clauses[:first], turned, *clauses[first + 1 : index], *clauses[index + 1 :]]


def _direction_of_figure(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Shuffle R, L, R to R diagonal": the last foot brings the direction of them all."""
    clause = clauses[index]
    if clause.figure is not None or clause.sense is not Sense.FIGURE or not clause.feet:
        return None
    first = index - 1
    while first >= 0 and clauses[first].sense is Sense.FEET:
        first -= 1
    if first < 0 or first == index - 1 or clauses[first].figure is None:
        return None
    led = replace(clauses[first])
    led.direction = led.direction or clause.direction
    led.diagonal = led.diagonal or clause.diagonal
    feet = replace(clause)
    feet.sense, feet.direction, feet.diagonal, feet.travel = Sense.FEET, "", False, None
    return [*clauses[:first], led, *clauses[first + 1 : index], feet, *clauses[index + 1 :]]


def _ends_figure(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Sailor ½ right, crossing R over L": the last move of the figure done otherwise."""
    clause, before = clauses[index], clauses[index - 1]
    figure = before.figure
    # "Mambo, ½ turn R stepping R forward": its last step turns.
    turns = clause.turn is not None and bool(clause.feet) and before.turn is None
    if figure is None or figure.lengths[0] < 3 or _tells_all(clauses, index):
        return None
    if clause.turn is not None and not turns:
        return None
    shown = clause.gerund or turns or clause.direction in {"cross", "together"}
    if not (shown and _is_last_move(clause)) or not _last_foot(before, clause):
        return None
    led = replace(before)
    led.ending, led.ending_direction = clause.figure or STEP, clause.direction
    if clause.turn is not None:
        led.turn, led.turn_to = clause.turn, clause.turn_to
    led.end = clause.end
    return [*clauses[: index - 1], led, *clauses[index + 1 :]]


def _tells_all(clauses: Sequence[Clause], index: int) -> bool:
    """ "(R over, L side, ...)" tells the whole figure."""
    clause, before = clauses[index], clauses[index - 1]
    following = clauses[index + 1 : index + 2]
    if clause.bracket and any(each.bracket for each in following):
        return True
    return clause.half > before.half and any(each.half for each in following)


def _is_last_move(clause: Clause) -> bool:
    """Can a clause be a figure's last move done otherwise: a step somewhere, or a touch?"""
    if clause.sense is not Sense.FIGURE or not clause.direction:
        return False
    if not (clause.gerund or clause.led_by_direction) and clause.figure not in (None, STEP):
        return False
    return clause.figure is None or clause.figure.name in _TOUCHES


def _last_foot(before: Clause, clause: Clause) -> bool:
    """Is the foot named that makes the figure's last move, or none?"""
    if len(clause.feet) > 1:
        return False
    if not clause.feet or not before.feet or before.figure is None or len(before.feet) > 1:
        return True
    odd = before.figure.lengths[0] % 2 == 1
    return clause.feet[0] is (before.feet[0] if odd else before.feet[0].other)


def _described(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Full turn right, stepping L back, R forward": the steps of the figure before."""
    clause, before = clauses[index], clauses[index - 1]
    if not clause.gerund or clause.figure is not STEP or before.figure is None:
        return None
    if before.figure.lengths[0] < 2:
        return None
    rest = [replace(each) for each in clauses[index:]]
    for each in rest:
        each.half = 2  # beside the line: compared with it, not danced
    return [*clauses[:index], *rest]


def _taken_over(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Touch R forward bumping hips R, L, R": the hips take the counts, the foot stays."""
    clause, before = clauses[index], clauses[index - 1]
    figure, under = clause.figure, before.figure
    if not clause.gerund or figure is None or under is None or not figure.repeats:
        return None
    if figure.lengths != (1,) or under.name not in _TOUCHES:
        return None
    if under is STEP and figure.name == "swivel":
        return None  # the swivel of both feet makes no step
    return [*clauses[: index - 1], *clauses[index:]]


def _sways(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Step R side sway R, sway L": the sway is how the step is made."""
    clause, before = clauses[index], clauses[index - 1]
    swayed = clause.figure is not None and clause.figure.name in {"sway", "bump"}
    stepped = before.figure in (None, STEP) and before.direction == "side"
    same = clause.feet == before.feet and not clause.direction
    if not swayed or not stepped or before.turn is not None or not same:
        return None
    return [*clauses[:index], *clauses[index + 1 :]]


def _swallowed(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Vine right and touch": nothing; a step named once more ("step onto R") is no step."""
    clause, before = clauses[index], clauses[index - 1]
    again = clause.figure is STEP and not clause.direction and clause.turn is None
    same = bool(clause.feet) and bool(before.feet) and clause.feet == before.feet
    return [*clauses[:index], *clauses[index + 1 :]] if again and same else None


REWRITINGS: Final[tuple[tuple[float, Rewriting], ...]] = (
    (0.2, _goes_along),
    (0.3, _leads_in),
    (0.3, _within_its_steps),
    (0.3, _turned_step),
    (0.4, _turned_in),
    (0.4, _turned_where),
    (0.4, _step_pivot),
    (0.2, _step_pivot_again),
    (0.3, _turns_all),
    (0.3, _direction_of_figure),
    (0.3, _ends_figure),
    (0.4, _described),
    (0.4, _taken_over),
    (0.5, _goes_along_unsaid),
    (0.5, _foot_leads),
    (0.5, _turn_then),
    (0.6, _sways),
    (0.9, _swallowed),
)
