"""The k cheapest ways through a graph whose steps may cost something extra the first time.

Best-first search (Hart, Nilsson & Raphael 1968) with a lower bound that knows everything but
the once-only costs, and with successors generated one at a time in the order of their bound
(partial expansion, Yoshizumi et al. 2000). A state that has been left k times with the same
set of things used need not be left again: k cheapest ways beyond it are known.
"""

from __future__ import annotations

import heapq
from collections.abc import Hashable, Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from itertools import count
from typing import Final, Generic, NamedTuple, Protocol, TypeVar

S = TypeVar("S", bound=Hashable)
NEVER: Final = 10**9
# Song-sized problems leave some hundred states; far more would keep somebody waiting for long.
MAX_STATES: Final = 15_000
MAX_TAKEN: Final = 60_000
"""Ways on that are gone: with both bounds a search ends within a second."""


class Step(NamedTuple, Generic[S]):
    """A way on: ``to`` is None at the goal, ``keys`` are paid for once each, ``label``: what."""

    cost: int
    to: S | None
    keys: tuple[str, ...]
    label: object


class Graph(Protocol[S]):
    """What is searched."""

    once: int
    """Cost of each different key, the first time."""

    def start(self) -> S: ...

    def steps(self, state: S) -> Sequence[Step[S]]: ...

    def bound(self, state: S, *, fresh: bool) -> int:
        """Never more than what is left to pay; ``fresh``: no key has been paid for yet."""

    def forgets(self, state: S) -> bool:
        """Can no more keys come, so that those paid for no longer matter?"""


class Outcome(Enum):
    """Told apart: the cheapest ways, none exists, or the search was given up."""

    OPTIMAL = "optimal"
    INFEASIBLE = "infeasible"
    GIVEN_UP = "given up"


@dataclass(frozen=True, slots=True)
class Way:
    """A way through: its cost and the labels of its steps."""

    cost: int
    labels: tuple[object, ...]


class _Node(NamedTuple):
    cost: int
    state: object
    used: frozenset[str]
    before: _Node | None
    label: object


def cheapest_ways(
    graph: Graph[S], k: int, max_states: int = MAX_STATES, share: int = 1
) -> tuple[Outcome, tuple[Way, ...]]:
    """The k cheapest different ways, cheapest first; fewer where there are no more.

    ``share``: this is one of so many searches that one request asks for, and takes as much less.

    Complexity: exponential at worst; in practice the states whose bound lies below the cost
    of the k-th way.
    """
    start = graph.start()
    bound = graph.bound(start, fresh=True)
    if bound >= NEVER:
        return Outcome.INFEASIBLE, ()
    order = count()
    root = _Node(0, start, frozenset(), None, None)
    # (bound, -depth, order, node, how many of its ways on were taken)
    heap: list[tuple[int, int, int, _Node, int]] = [(bound, 0, next(order), root, 0)]
    expanded: dict[tuple[object, frozenset[str]], int] = {}
    lists: dict[tuple[object, bool], list[tuple[int, Step[S]]]] = {}
    found: list[Way] = []
    taken_so_far = 0
    while heap:
        _, depth, _, node, taken = heapq.heappop(heap)
        if node.state is None:
            found.append(_way(node))
            if len(found) == k:
                return Outcome.OPTIMAL, tuple(found)
            continue
        state: S = node.state  # type: ignore[assignment]
        fresh = not node.used
        key = (state, frozenset() if graph.forgets(state) else node.used)
        if not taken and _visited(expanded, key) > k:
            continue
        if len(expanded) > max_states // share or taken_so_far > MAX_TAKEN // share:
            return Outcome.GIVEN_UP, tuple(found)
        listed = lists.get((state, fresh))
        if listed is None:
            listed = lists[state, fresh] = _ways_on(graph, state, fresh=fresh)
        for low, level, made, first in _goes_on(graph, node, listed, taken, depth):
            heapq.heappush(heap, (low, level, next(order), made, first))
            taken_so_far += 1
    return Outcome.OPTIMAL if found else Outcome.INFEASIBLE, tuple(found)


def _visited(
    expanded: dict[tuple[object, frozenset[str]], int], key: tuple[object, frozenset[str]]
) -> int:
    """How often a state has been come to, this time included."""
    expanded[key] = visits = expanded.get(key, 0) + 1
    return visits


def _goes_on(
    graph: Graph[S], node: _Node, listed: list[tuple[int, Step[S]]], first: int, depth: int
) -> Iterator[tuple[int, int, _Node, int]]:
    """The nodes behind a node, and itself with the ways on that are left.

    All ways on of the same bound at once: fewer trips through the heap.
    """
    at = first
    while at < len(listed) and listed[at][0] == listed[first][0]:
        low, made = _taken(graph, node, listed[at])
        yield low, depth - 1, made, 0
        at += 1
    if at < len(listed):
        yield node.cost + listed[at][0], depth, node, at


def _taken(graph: Graph[S], node: _Node, way_on: tuple[int, Step[S]]) -> tuple[int, _Node]:
    """A way on as a node of its own, with its bound."""
    low, step = way_on
    used, extra = node.used, 0
    for key in step.keys:
        if key not in used:
            used, extra = used | {key}, extra + graph.once
    made = _Node(node.cost + step.cost + extra, step.to, used, node, step.label)
    if node.used:
        return node.cost + low + extra, made
    rest = graph.bound(step.to, fresh=not used) if step.to is not None else 0
    return made.cost + rest, made


def _ways_on(graph: Graph[S], state: S, *, fresh: bool) -> list[tuple[int, Step[S]]]:
    """Ways on with their bounds, the lowest first, those that lead nowhere left out."""
    listed = []
    for step in graph.steps(state):
        still = fresh and not step.keys
        low = step.cost + (graph.once if fresh and step.keys else 0)
        if step.to is not None:
            low += graph.bound(step.to, fresh=still)
        if low < NEVER:
            listed.append((low, step))
    listed.sort(key=lambda pair: pair[0])
    return listed


def _way(node: _Node) -> Way:
    labels = []
    at: _Node | None = node
    while at is not None and at.before is not None:
        labels.append(at.label)
        at = at.before
    return Way(cost=node.cost, labels=tuple(reversed(labels)))
