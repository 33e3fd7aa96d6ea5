"""Plans for a dance that repeats one wall.

A state is (position in the song, facing, events left, wall number); the number only matters
up to the last wall that the user has settled. The bound is the exact cost of the cheapest
rest but for the once-only costs, worked out backwards over all positions at once: what an
event leads to depends on one event fewer, so that each layer is a few shifted minima.
Positions are integers: multiples, from the start on, of the largest count that divides all
lengths.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import gcd, lcm
from typing import Final, NamedTuple, TypeGuard

from ..primitives.turns import FULL
from ..sheet.model import Part
from ..song.model import Song
from .search import NEVER, Outcome, Step, cheapest_ways
from .terms import (
    DIFFERENT,
    NOT_FRONT,
    OFF_UNIT,
    REPAIR,
    RESTART,
    TAG,
    TAG_RESTART,
    Limits,
    TagChoice,
    cut_cost,
    faces_front_or_back,
    needs_repair,
    state_after,
    tag_cost,
)

# Additions that the bound may take: some seconds. A song of 600 counts takes less than a million.
_MOST_WORK: Final = 40_000_000
# With more events than this the bound stops counting them; the search still does.
_COUNTED: Final = 8


class Planned(NamedTuple):
    """What one wall of a plan does: stops after ``cut``, then a tag; None for neither.

    ``fixed``: as the user has settled it.
    """

    cut: Fraction | None = None
    tag: TagChoice | None = None
    fixed: bool = False

    @property
    def is_event(self) -> bool:
        return self.cut is not None or self.tag is not None

    @property
    def key(self) -> str:
        """The same for what dancers remember as the same event."""
        return event_key(self.cut, self.tag.length if self.tag is not None else None)


def event_key(cut: Fraction | None, tag: Fraction | None) -> str:
    """Same kind, cut and tag length are the same event."""
    return f"{'' if cut is None else cut}/{'' if tag is None else tag}"


@dataclass(frozen=True, slots=True, kw_only=True)
class WallPlan:
    """One way to lay the dance on the song: what each wall does, and what it costs."""

    cost: int
    walls: tuple[Planned, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Plans:
    """The cheapest plans, cheapest first, and how the search came out."""

    outcome: Outcome
    plans: tuple[WallPlan, ...]


def plan_walls(
    song: Song, part: Part, limits: Limits, *, start: Fraction, k: int = 5, share: int = 1
) -> Plans:
    """The k cheapest different plans from song count ``start`` to the song's end.

    ``share``: this is one of so many searches of a request. Empty when there is nothing to dance
    to, or the dance has no counts.
    """
    if part.length <= 0 or start >= song.length:
        return Plans(outcome=Outcome.INFEASIBLE, plans=())
    if _work(song, part, limits) > _MOST_WORK:
        return Plans(outcome=Outcome.GIVEN_UP, plans=())
    graph = _WallGraph(song, part, limits, start)
    outcome, ways = cheapest_ways(graph, k, share=share)
    plans = tuple(
        WallPlan(cost=way.cost + graph.sunk, walls=tuple(p for p in way.labels if _planned(p)))
        for way in ways
    )
    return Plans(outcome=outcome, plans=plans)


def _work(song: Song, part: Part, limits: Limits) -> int:
    """About how many additions the bound takes: positions, facings, layers, actions."""
    actions = (len(limits.cuts) + 1) * (len(limits.tags) + 1)
    lengths = [part.length, *limits.cuts, *(tag.length for tag in limits.tags)]
    positions = int(song.length / common_length(lengths))
    return positions * FULL * min(limits.max_events + 1, _COUNTED + 1) * actions


def common_length(lengths: Sequence[Fraction]) -> Fraction:
    """The largest length that all are multiples of."""
    scale = lcm(*(length.denominator for length in lengths))
    return Fraction(gcd(*(int(length * scale) for length in lengths)), scale)


def _planned(label: object) -> TypeGuard[Planned]:
    return isinstance(label, Planned)


class _Action(NamedTuple):
    """Something a wall may do: its event lies at ``place``, the next wall begins at ``length``."""

    length: int
    place: int
    turn: int
    cost: int
    key: str
    planned: Planned


def actions_of(part: Part, limits: Limits, count_unit: int, unit: Fraction) -> list[_Action]:
    """Every event a wall may have, with what it costs wherever it comes; lengths in ``unit``."""
    found = []
    cuts = sorted({cut for cut in limits.cuts if 0 < cut < part.length})
    states = state_after(part, [*cuts, part.length])
    for cut, (turn, weight) in zip([*cuts, None], states, strict=True):
        upto = part.length if cut is None else cut
        unkind = 0 if cut is None else cut_cost(cut, count_unit)
        for tag in (None, *limits.tags):
            if cut is None and tag is None:
                continue
            cost = unkind
            length, turned = upto, turn
            if tag is None:
                cost += RESTART + REPAIR * needs_repair(weight, part)
            else:
                cost += TAG if cut is None else TAG_RESTART
                cost += tag_cost(tag.length, count_unit)
                length, turned = length + tag.length, turn + tag.turn
                ends = tag.part.end_weight if tag.part is not None else None
                into = tag.part is not None and needs_repair(weight, tag.part)
                cost += REPAIR * (into or needs_repair(ends or weight, part))
            planned = Planned(cut=cut, tag=tag)
            found.append(
                _Action(
                    int(length / unit),
                    -int(-upto // unit),
                    turned % FULL,
                    cost,
                    planned.key,
                    planned,
                )
            )
    return found


_State = tuple[int, int, int, int]


class _WallGraph:
    """The graph of one dance on one song."""

    once = DIFFERENT

    def __init__(self, song: Song, part: Part, limits: Limits, start: Fraction) -> None:
        lengths = [part.length, *(cut for cut in limits.cuts if 0 < cut < part.length)]
        lengths += [tag.length for tag in limits.tags]
        lengths += [fixed.length for fixed in limits.fixed.values()]
        self._unit = common_length(lengths)
        self._size = -((start - song.length) // self._unit)
        self._limits = limits
        self._plain = int(part.length / self._unit)
        self._turn = part.net_turn % FULL
        self._actions = actions_of(part, limits, song.count_unit, self._unit)
        self._last_fixed = max(limits.fixed, default=0)
        settled = sum(fixed.events for fixed in limits.fixed.values())
        self._events = max(0, limits.max_events - settled)
        self._facings = _facings(self._turn, self._actions, limits)
        self._measure(song, start)
        self.sunk = self._off[0]
        self._memo: dict[tuple[int, int, int], int] = {}
        self._shortest = _shortest(self._actions)
        self._table: dict[tuple[int, int], list[int]] = {}
        self._layers()

    def start(self) -> _State:
        return 0, 0, self._events, 1 if self._last_fixed else 0

    def _measure(self, song: Song, start: Fraction) -> None:
        """Phrase costs and walls off the unit, for every position from the start on.

        ``_before[i]`` is the importance of the phrases that begin before position i,
        ``_passed[i]`` of those that begin at or before it.
        """
        scale = lcm(self._unit.denominator, start.denominator)
        unit, begins = int(self._unit * scale), int(start * scale)
        count_unit = song.count_unit * scale
        weights: list[tuple[int, int]] = []
        off = [0] * (self._size * unit + unit)
        for placed in song.placed:
            begin, end = int(placed.start) * scale - begins, int(placed.end) * scale - begins
            if begin >= 0:
                weights.append((begin, self._limits.importance.get(placed.index, 0)))
            for at in range(max(begin, 0), min(end, len(off))):
                off[at] = OFF_UNIT if (at - begin) % count_unit else 0
        self._off = off[::unit]
        self._before, self._passed = [], []
        for at in range(0, (self._size + 1) * unit, unit):
            self._before.append(sum(weight for begin, weight in weights if begin < at))
            self._passed.append(sum(weight for begin, weight in weights if begin <= at))

    def _miss(self, at: int, to: int) -> int:
        """Importance of the phrases that begin strictly inside."""
        return self._before[min(to, self._size)] - self._passed[at]

    def bound(self, state: _State, *, fresh: bool) -> int:
        at, facing, left, wall = state
        if wall:
            return self._settled_bound(at, left, wall)
        layer = min(left, _COUNTED)
        rest = self._table[layer, facing][at]
        if fresh and left:
            # The first event costs its once-only part in any case.
            return min(self._table[0, facing][at], rest + DIFFERENT)
        return rest

    def forgets(self, state: _State) -> bool:
        return not state[2] and not state[3]

    def steps(self, state: _State) -> list[Step[_State]]:
        at, facing, left, wall = state
        fixed = self._limits.fixed.get(wall) if wall else None
        following = wall + 1 if wall and wall < self._last_fixed else 0
        if fixed is not None:
            length = int(fixed.length / self._unit)
            turned = (facing + fixed.turn) % FULL
            cost = fixed.cost + NOT_FRONT * fixed.events * (not faces_front_or_back(turned))
            return [
                self._step(
                    at,
                    length,
                    (turned, left, following),
                    cost=cost,
                    keys=fixed.keys,
                    planned=Planned(fixed=True),
                )
            ]
        plain = (facing + self._turn) % FULL
        made = [self._step(at, self._plain, (plain, left, following), planned=Planned())]
        if not left:
            return made
        for action in self._actions:
            if at + action.place >= self._size:
                continue
            turned = (facing + action.turn) % FULL
            front = faces_front_or_back(turned)
            if not front and self._limits.no_side_events:
                continue
            made.append(
                self._step(
                    at,
                    action.length,
                    (turned, left - 1, following),
                    cost=action.cost + (0 if front else NOT_FRONT),
                    keys=(action.key,),
                    planned=action.planned,
                )
            )
        return made

    def _step(
        self,
        at: int,
        length: int,
        then: tuple[int, int, int],
        *,
        cost: int = 0,
        keys: tuple[str, ...] = (),
        planned: Planned,
    ) -> Step[_State]:
        to = at + length
        cost += self._miss(at, to)
        if to >= self._size:
            return Step(cost, None, keys, planned)
        return Step(cost + self._off[to], (to, *then), keys, planned)

    def _layers(self) -> None:
        """The bound for every number of events left and every facing, backwards."""
        merged = _merged(self._actions)
        size, plain = self._size, self._plain
        layers = min(self._events, _COUNTED) + 1
        # Beyond the end nothing more is paid but the phrases passed on the way.
        reach = max([plain, *(length for length, _, _ in merged)]) + 1
        beyond = [self._before[size]] * reach
        behind: dict[int, list[int]] = {}
        for layer in range(layers):
            values = {
                facing: self._event_values(facing, merged, behind) if layer else [NEVER] * size
                for facing in self._facings
            }
            for facing in self._facings:
                self._table[layer, facing] = values[facing]
            self._plain_values(layer)
            behind = {
                facing: [
                    before + off + rest
                    for before, off, rest in zip(
                        self._before, self._off, self._table[layer, facing], strict=False
                    )
                ]
                + beyond
                for facing in self._facings
            }
            if layer == _COUNTED:
                self._uncounted(merged)

    def _event_values(
        self, facing: int, merged: Sequence[tuple[int, int, int]], behind: dict[int, list[int]]
    ) -> list[int]:
        size = self._size
        options = []
        for length, turn, cost in merged:
            turned = (facing + turn) % FULL
            front = faces_front_or_back(turned)
            if not front and self._limits.no_side_events:
                continue
            added = cost + (0 if front else NOT_FRONT)
            # The hot loop: mapped, it takes half the time of a comprehension.
            options.append(list(map(added.__add__, behind[turned][length : length + size])))
        if not options:
            return [NEVER] * size
        best = list(map(min, *options)) if len(options) > 1 else options[0]
        return [value - segment for value, segment in zip(best, self._passed, strict=False)]

    def _plain_values(self, layer: int) -> None:
        """Whole walls lead to the same layer, later in the song."""
        size, plain, turn = self._size, self._plain, self._turn
        off, table = self._off, self._table
        for at in range(size - 1, -1, -1):
            to = at + plain
            missed = self._miss(at, to)
            for facing in self._facings:
                rest = missed
                if to < size:
                    rest += off[to] + table[layer, (facing + turn) % FULL][to]
                table[layer, facing][at] = min(table[layer, facing][at], rest)

    def _uncounted(self, merged: Sequence[tuple[int, int, int]]) -> None:
        """The highest layer stands for any number of events: events stay in it."""
        size, off, plain, turn = self._size, self._off, self._plain, self._turn
        tables = {facing: self._table[_COUNTED, facing] for facing in self._facings}
        ways = [(plain, turn, 0, False), *((length, t, c, True) for length, t, c in merged)]
        for at in range(size - 1, -1, -1):
            for facing in self._facings:
                best = tables[facing][at]
                for length, turned, cost, event in ways:
                    there = (facing + turned) % FULL
                    front = faces_front_or_back(there)
                    if event and not front and self._limits.no_side_events:
                        continue
                    to = at + length
                    rest = cost + self._miss(at, to)
                    rest += NOT_FRONT if event and not front else 0
                    if to < size:
                        rest += off[to] + tables[there][to]
                    best = min(best, rest)
                tables[facing][at] = best

    def _settled_bound(self, at: int, left: int, wall: int) -> int:
        """Before the last settled wall: that wall by wall, facings left open."""
        key = (at, left, wall)
        known = self._memo.get(key)
        if known is not None:
            return known
        fixed = self._limits.fixed.get(wall)
        if fixed is not None:
            ways = [(int(fixed.length / self._unit), fixed.cost, 0)]
        else:
            ways = [(self._plain, 0, 0)]
            if left:
                ways += [(length, cost, 1) for length, cost in self._shortest]
        best = NEVER
        for length, cost, event in ways:
            to = at + length
            rest = cost + self._miss(at, to)
            if to < self._size:
                rest += self._off[to]
                if wall < self._last_fixed:
                    rest += self._settled_bound(to, left - event, wall + 1)
                else:
                    layer = min(left - event, _COUNTED)
                    rest += min(self._table[layer, facing][to] for facing in self._facings)
            best = min(best, rest)
        self._memo[key] = best
        return best


def _shortest(actions: Sequence[_Action]) -> list[tuple[int, int]]:
    """The cheapest event of each length."""
    cheapest: dict[int, int] = {}
    for action in actions:
        cheapest[action.length] = min(cheapest.get(action.length, NEVER), action.cost)
    return list(cheapest.items())


def _merged(actions: Sequence[_Action]) -> list[tuple[int, int, int]]:
    """(length, turn, cost): of events that come to the same, the cheapest."""
    cheapest: dict[tuple[int, int], int] = {}
    for action in actions:
        key = (action.length, action.turn)
        cheapest[key] = min(cheapest.get(key, NEVER), action.cost)
    return [(length, turn, cost) for (length, turn), cost in cheapest.items()]


def _facings(turn: int, actions: Sequence[_Action], limits: Limits) -> tuple[int, ...]:
    """The facings a wall can begin with: the subgroup that all turns generate."""
    turns = [turn, *(action.turn for action in actions)]
    turns += [fixed.turn for fixed in limits.fixed.values()]
    step = gcd(FULL, *turns)
    return tuple(range(0, FULL, step))
