"""Fits drills into the time there is.

Of several dances, each a chain of drills in the order they are taught, a beginning of every
chain is done; the optional drills within it may be left out. Of all such choices the one with
the most points is taken that is not longer than the time; of several, the shortest, and of those
the one that gets furthest.

Dynamic programming over the points (Bellman): after each drill, the least time for each sum of
points. Exact, and quick as points are few: O(drills × rounds × sum of all points).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final, NamedTuple

_NEVER: Final = 1 << 40


class Way(NamedTuple):
    """A way to do something: rounds (0: left out), whole seconds, points."""

    rounds: int
    seconds: int
    points: int


@dataclass(frozen=True, slots=True)
class Item:
    """What can be done, in one of these ways; ``locked`` may not be left out."""

    ways: tuple[Way, ...]
    locked: bool = False


@dataclass(frozen=True, slots=True)
class Fitting:
    """For every chain and item the way it is done, None behind what is reached.

    ``over`` is by how many seconds even the shortest choice is too long.
    """

    ways: tuple[tuple[Way | None, ...], ...]
    seconds: int
    points: int
    over: int


class Fits:
    """All that can be done along some chains, worked out once and asked for any time."""

    def __init__(self, chains: Sequence[Sequence[Item]]) -> None:
        self._chains = chains
        size = 1 + sum(max((w.points for w in item.ways), default=0) for c in chains for item in c)
        best = [0] + [_NEVER] * (size - 1)
        self._tables: list[list[list[int]]] = []
        self._best = [best]
        for chain in chains:
            reached = [best]
            for item in chain:
                reached.append(_after(reached[-1], item))
            self._tables.append(reached)
            best = [min(least) for least in zip(*reached[_must(chain) :], strict=True)]
            self._best.append(best)

    def within(self, budget: int) -> Fitting:
        """The best choice that is not longer than ``budget`` seconds; where there is none, the
        shortest."""
        best = self._best[-1]
        points = _best_points(best, budget)
        seconds = best[points]
        ways: list[tuple[Way | None, ...]] = []
        left = points
        for n in range(len(self._chains) - 1, -1, -1):
            then = self._best[n + 1][left]
            taken, left = _back(self._chains[n], self._tables[n], then, left)
            ways.append(taken)
        return Fitting(tuple(reversed(ways)), seconds, points, max(0, seconds - budget))


def _must(chain: Sequence[Item]) -> int:
    """How far a chain has to go: up to its last item that is locked."""
    return max((n for n, item in enumerate(chain, start=1) if item.locked), default=0)


def _after(table: list[int], item: Item) -> list[int]:
    new = [_NEVER] * len(table)
    for way in item.ways:
        shifted = [_NEVER] * way.points + [each + way.seconds for each in table]
        new = list(map(min, new, shifted))
    return new


def _best_points(best: list[int], budget: int) -> int:
    """The most points within the time; when nothing is, the shortest."""
    within = [points for points, seconds in enumerate(best) if seconds <= budget]
    return max(within) if within else min(range(len(best)), key=lambda p: (best[p], -p))


def _back(
    chain: Sequence[Item], reached: list[list[int]], seconds: int, points: int
) -> tuple[tuple[Way | None, ...], int]:
    """The ways taken along one chain, and the points that were made before it."""
    must = _must(chain)
    upto = max(n for n in range(must, len(reached)) if reached[n][points] == seconds)
    taken: list[Way | None] = [None] * len(chain)
    for n in range(upto, 0, -1):
        way = next(
            way
            for way in chain[n - 1].ways
            if way.points <= points and reached[n - 1][points - way.points] + way.seconds == seconds
        )
        taken[n - 1] = way
        points, seconds = points - way.points, seconds - way.seconds
    return tuple(taken), points
