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

from ...figures.vocabulary import STEP
from .clauses import Clause, Sense

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
            for index in range(1, len(now)):
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
    if not beside or not clause.gerund or clause.turn is not None or len(clause.feet) > 2:
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
    if figure is None or figure.lengths[0] < 3 or clause.turn is not None:
        return None
    if not (clause.gerund or clause.led_by_direction) and clause.figure not in (None, STEP):
        return None
    if clause.sense is not Sense.FIGURE or len(clause.feet) > 1 or not clause.direction:
        return None
    if clause.figure is not None and clause.figure.name not in _TOUCHES:
        return None
    if not clause.gerund and clause.direction not in {"cross", "together"}:
        return None
    led = replace(before)
    led.ending, led.ending_direction = clause.figure or STEP, clause.direction
    led.end = clause.end
    return [*clauses[: index - 1], led, *clauses[index + 1 :]]


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
    return [*clauses[: index - 1], *clauses[index:]]


def _swallowed(clauses: Sequence[Clause], index: int) -> list[Clause] | None:
    """ "Vine right and touch": nothing; a step named once more ("step onto R") is no step."""
    clause, before = clauses[index], clauses[index - 1]
    again = clause.figure is STEP and not clause.direction and clause.turn is None
    same = bool(clause.feet) and bool(before.feet) and clause.feet == before.feet
    return [*clauses[:index], *clauses[index + 1 :]] if again and same else None


REWRITINGS: Final[tuple[tuple[float, Rewriting], ...]] = (
    (0.2, _goes_along),
    (0.3, _direction_of_figure),
    (0.3, _ends_figure),
    (0.4, _described),
    (0.4, _taken_over),
    (0.5, _goes_along_unsaid),
    (0.9, _swallowed),
)
