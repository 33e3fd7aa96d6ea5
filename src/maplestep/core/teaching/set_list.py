"""A set list for a social evening: which dances in which order.

Of all orders the one with the least strain is looked for:

    2 for two fast dances in a row (both at or above ``FAST_BPM``)
    2 for the same level twice in a row
    3 for the same song twice in a row

Common practice, no published source. Up to ``EXACT`` dances every order is considered (dynamic
programming over sets, Held and Karp 1962); more are put together greedily and then improved by
moving one at a time until no move helps.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import Final, NamedTuple

FAST_BPM: Final = 120
TWO_FAST: Final = 2
SAME_LEVEL: Final = 2
SAME_SONG: Final = 3
EXACT: Final = 11
MOST: Final = 120


class Number(NamedTuple):
    """A dance of the evening: its song's tempo and seconds, and its level ("" when unknown)."""

    key: str
    song: str
    bpm: float
    seconds: float
    level: str


def strain(one: Number, other: Number) -> int:
    """How little two dances suit each other one after the other; 0 is best."""
    fast = TWO_FAST if min(one.bpm, other.bpm) >= FAST_BPM else 0
    level = SAME_LEVEL if one.level and one.level == other.level else 0
    return fast + level + (SAME_SONG if one.song == other.song else 0)


def total_strain(numbers: Sequence[Number]) -> int:
    """The strain of an order."""
    return sum(strain(one, other) for one, other in pairwise(numbers))


def balanced(numbers: Sequence[Number]) -> tuple[Number, ...]:
    """An order of the least strain, the dances given first as early as can be."""
    if len(numbers) <= EXACT:
        return _exact(tuple(numbers))
    return _improved(_greedy(list(numbers)))


def _exact(numbers: tuple[Number, ...]) -> tuple[Number, ...]:
    count = len(numbers)
    if not count:
        return ()
    # (set of dances, the last of them) -> least strain and, for ties, the order itself.
    best: dict[tuple[int, int], tuple[int, tuple[int, ...]]] = {
        (1 << n, n): (0, (n,)) for n in range(count)
    }
    strains = [[strain(one, other) for other in numbers] for one in numbers]
    for _ in range(count - 1):
        further: dict[tuple[int, int], tuple[int, tuple[int, ...]]] = {}
        for (done, last), (cost, order) in best.items():
            for n in range(count):
                if done >> n & 1:
                    continue
                key = done | 1 << n, n
                found = cost + strains[last][n], (*order, n)
                if key not in further or found < further[key]:
                    further[key] = found
        best = further
    return tuple(numbers[n] for n in min(best.values())[1])


def _greedy(left: list[Number]) -> list[Number]:
    order = [left.pop(0)]
    while left:
        nearest = min(range(len(left)), key=lambda n: (strain(order[-1], left[n]), n))
        order.append(left.pop(nearest))
    return order


def _improved(order: list[Number]) -> tuple[Number, ...]:
    """Moves one dance at a time to a better place, until there is none."""
    least = total_strain(order)
    better = True
    while better and least:
        better = False
        for at in range(len(order)):
            for to in range(len(order)):
                moved = order[:at] + order[at + 1 :]
                moved.insert(to, order[at])
                found = total_strain(moved)
                if found < least:
                    order, least, better = moved, found, True
    return tuple(order)
