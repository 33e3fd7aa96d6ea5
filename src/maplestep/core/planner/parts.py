"""Plans for a phrased dance: the order of parts, cuts and tags that follows the song.

A part must start at every phrase that matters; where no order does that, the phrases missed
are paid for like those of a repeated wall, and the outcome says so. A state is (position,
facing, weight, may a tag follow, events left); the bound knows positions and the home of every
part, not facings and feet.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from fractions import Fraction
from typing import Final, NamedTuple

from ..primitives.feet import Foot, is_free
from ..primitives.turns import FULL
from ..routine.model import Routine
from ..routine.sequence import Item, write_sequence
from ..sheet.model import Part, PartKind, Sheet
from ..song.model import Song
from .search import NEVER, Outcome, Step, cheapest_ways
from .terms import (
    AWAY_FROM_HOME,
    CUT_PART,
    DIFFERENT,
    NOT_FRONT,
    OFF_UNIT,
    REPAIR,
    TAG,
    TagChoice,
    cut_cost,
    faces_front_or_back,
    state_after,
    tag_cost,
    usual_cuts,
)
from .walls import common_length

_MOST_WORK: Final = 4_000_000
_HOMES = (
    frozenset({"verse", "pre-chorus", "intro", "section"}),
    frozenset({"chorus"}),
    frozenset({"bridge", "instrumental", "break"}),
)


@dataclass(frozen=True, slots=True, kw_only=True)
class PartLimits:
    """What the user allows. ``homes`` are the phrase kinds each part belongs to (none: all);
    ``pins`` the facing a part must start with; ``cuts`` by part, None for the usual ones. With
    an ``ending`` the parts have to come out where it begins, so that it closes with the song."""

    tags: tuple[TagChoice, ...]
    max_events: int
    importance: Mapping[int, int] = field(default_factory=dict)
    homes: Mapping[str, frozenset[str]] = field(default_factory=dict)
    pins: Mapping[str, int] = field(default_factory=dict)
    cuts: Mapping[str, tuple[Fraction, ...]] | None = None
    no_side_events: bool = False
    ending: Part | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderPlan:
    """An order of parts and what it costs."""

    cost: int
    items: tuple[Item, ...]

    @property
    def sequence(self) -> str:
        return write_sequence(self.items)


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderPlans:
    """The cheapest orders. ``every_phrase``: each begins a part at every phrase that matters."""

    outcome: Outcome
    plans: tuple[OrderPlan, ...]
    every_phrase: bool


def usual_homes(sheet: Sheet) -> dict[str, frozenset[str]]:
    """A for the verses, B for the choruses, C for the rest; further parts are at home anywhere."""
    homes = [*_HOMES, *(frozenset[str]() for _ in sheet.danced)]
    return {part.name: home for part, home in zip(sheet.danced, homes, strict=False)}


def ending_of(routine: Routine) -> Part | None:
    """The ending that closes the routine's order, to be kept by its plans."""
    items = routine.order.items if routine.sequence.strip() else ()
    part = routine.sheet.part(items[-1].name) if items else None
    return part if part is not None and part.kind is PartKind.ENDING else None


def plan_parts(
    song: Song, sheet: Sheet, limits: PartLimits, *, start: Fraction, k: int = 5, share: int = 1
) -> OrderPlans:
    """The k cheapest different orders from song count ``start`` to the song's end."""
    parts = [part for part in sheet.danced if part.length > 0]
    ending = limits.ending
    if ending is not None and 0 < ending.length < song.length - start:
        shorter = _up_to(song, song.length - ending.length)
        bare = replace(limits, ending=None)
        found = _plan(shorter, parts, bare, start=start, k=k, exact=True, share=share)
        if found.plans:
            last = Item(name=ending.name)
            plans = tuple(replace(plan, items=(*plan.items, last)) for plan in found.plans)
            return replace(found, plans=plans)
    return _plan(song, parts, limits, start=start, k=k, exact=False, share=share)


def _up_to(song: Song, count: Fraction) -> Song:
    """The song without what comes behind this count."""
    phrases = [
        replace(placed.phrase, counts=int(min(placed.end, count) - placed.start))
        for placed in song.placed
        if placed.start < count
    ]
    return replace(song, phrases=tuple(phrases), cue_points=())


def _plan(
    song: Song,
    parts: Sequence[Part],
    limits: PartLimits,
    *,
    start: Fraction,
    k: int,
    exact: bool,
    share: int,
) -> OrderPlans:
    if not parts or start >= song.length:
        return OrderPlans(outcome=Outcome.INFEASIBLE, plans=(), every_phrase=False)
    for every_phrase in (True, False):
        graph = _PartGraph(song, parts, limits, start, every_phrase=every_phrase, exact=exact)
        if graph.work > _MOST_WORK:
            return OrderPlans(outcome=Outcome.GIVEN_UP, plans=(), every_phrase=False)
        graph.find_bounds()
        outcome, ways = cheapest_ways(graph, k, share=share)
        if ways or outcome is not Outcome.INFEASIBLE:
            break
    plans = tuple(
        OrderPlan(
            cost=way.cost,
            items=tuple(item for item in way.labels if isinstance(item, Item)),
        )
        for way in ways
    )
    return OrderPlans(outcome=outcome, plans=plans, every_phrase=every_phrase)


class _Piece(NamedTuple):
    """Some counts of a part, or a tag; lengths in units of the graph."""

    item: Item
    name: str
    length: int
    turn: int
    first_foot: Foot | None
    end_weight: Foot | None
    cost: int
    key: str


_State = tuple[int, int, Foot | None, bool, int]


class _PartGraph:
    """The graph of a phrased dance on one song."""

    once = DIFFERENT

    def __init__(
        self,
        song: Song,
        parts: Sequence[Part],
        limits: PartLimits,
        start: Fraction,
        *,
        every_phrase: bool,
        exact: bool,
    ) -> None:
        self._limits, self._exact = limits, exact
        cuts = {
            part.name: usual_cuts(part.length, song.count_unit)
            if limits.cuts is None
            else limits.cuts.get(part.name, ())
            for part in parts
        }
        lengths = [part.length for part in parts] + [tag.length for tag in limits.tags]
        lengths += [cut for part in parts for cut in cuts[part.name]]
        self._unit = common_length(lengths)
        self._size = int(-((start - song.length) // self._unit))
        if exact and (song.length - start) % self._unit:
            self._size += 1  # nothing comes out there: the search will say so
        self._weight = parts[0].start_weight
        self._pieces = [
            piece
            for part in parts
            for piece in _pieces(part, cuts[part.name], song.count_unit, self._unit)
        ]
        self._tags = [_tag_piece(tag, song.count_unit, self._unit) for tag in limits.tags]
        self._measure(song, start, every_phrase=every_phrase)
        self.work = self._size * (len(self._pieces) + len(self._tags))

    def find_bounds(self) -> None:
        """Work out, backwards, what is left to pay from every position."""
        self._rest = {True: self._bounds(events=True), False: self._bounds(events=False)}

    def start(self) -> _State:
        return 0, 0, self._weight, False, self._limits.max_events

    def _measure(self, song: Song, start: Fraction, *, every_phrase: bool) -> None:
        self._kinds, self._off = [], []
        self._before, self._passed, self._here = [], [], []
        starts = []
        for placed in song.placed:
            weight = self._limits.importance.get(placed.index, 0)
            if placed.start >= start and weight:
                starts.append((placed.start - start, NEVER if every_phrase else weight))
        for position in range(self._size + 1):
            at = position * self._unit
            phrase = song.phrase_at(start + at)
            self._kinds.append(phrase.phrase.kind.value if phrase is not None else "")
            off = phrase is not None and (start + at - phrase.start) % song.count_unit
            self._off.append(OFF_UNIT if off else 0)
            self._before.append(sum(weight for begin, weight in starts if begin < at))
            self._passed.append(sum(weight for begin, weight in starts if begin <= at))
            self._here.append(sum(weight for begin, weight in starts if begin == at))

    def _bounds(self, *, events: bool) -> dict[bool, list[int]]:
        """What is left to pay from each position, by whether a tag may follow.

        Without ``events`` nothing is cut and no tag danced any more.
        """
        size = self._size
        after_part, after_tag = [0] * (size + 1), [0] * (size + 1)
        cheapest: dict[tuple[str, int], int] = {}
        for piece in self._pieces:
            if events or not piece.key:
                key = (piece.name, piece.length)
                cheapest[key] = min(cheapest.get(key, NEVER), piece.cost)
        for at in range(size - 1, -1, -1):
            best = NEVER
            for (name, length), cost in cheapest.items():
                rest = cost + self._entry(name, at) + self._miss(at, at + length)
                if not (self._exact and at + length > size):
                    best = min(best, rest + after_part[min(at + length, size)])
            after_tag[at] = best
            for tag in self._tags if events else ():
                rest = tag.cost + self._here[at] + self._miss(at, at + tag.length)
                if not (self._exact and at + tag.length > size):
                    best = min(best, rest + after_tag[min(at + tag.length, size)])
            after_part[at] = best
        return {True: after_part, False: after_tag}

    def _miss(self, at: int, to: int) -> int:
        return self._before[min(to, self._size)] - self._passed[at]

    def _entry(self, name: str, at: int) -> int:
        """What it costs that this part starts here."""
        home = self._limits.homes.get(name)
        away = bool(home) and self._kinds[at] not in (home or ())
        return self._off[at] + (AWAY_FROM_HOME if away else 0)

    def bound(self, state: _State, *, fresh: bool) -> int:
        at, _, _, tag, left = state
        if not left:
            return self._rest[False][tag][at]
        rest = self._rest[True][tag][at]
        return min(rest + DIFFERENT, self._rest[False][tag][at]) if fresh else rest

    def forgets(self, state: _State) -> bool:
        return not state[4]

    def steps(self, state: _State) -> list[Step[_State]]:
        at, facing, _, may_tag, left = state
        made = []
        for piece in self._pieces:
            if piece.key and not left:
                continue
            if self._limits.pins.get(piece.name, facing) != facing:
                continue
            if step := self._go(piece, state, self._entry(piece.name, at)):
                made.append(step)
        for tag in self._tags if may_tag and left else ():
            if step := self._go(tag, state, self._here[at]):
                made.append(step)
        return made

    def _go(self, piece: _Piece, state: _State, cost: int) -> Step[_State] | None:
        at, facing, weight, _, left = state
        turned = (facing + piece.turn) % FULL
        to = at + piece.length
        if self._exact and to > self._size:
            return None
        cost += piece.cost + self._miss(at, to)
        if piece.key and not faces_front_or_back(turned):
            if self._limits.no_side_events:
                return None
            cost += NOT_FRONT
        if piece.first_foot is not None and not is_free(piece.first_foot, weight):
            cost += REPAIR
        keys = (piece.key,) if piece.key else ()
        if to >= self._size:
            # A cut at or beyond the end of the song is none: the whole part does the same.
            cut_short = piece.item.first == 1 and piece.key and not self._exact
            return None if cut_short else Step(cost, None, keys, piece.item)
        after = (to, turned, piece.end_weight or weight, bool(piece.name), left - bool(piece.key))
        return Step(cost, after, keys, piece.item)


def _pieces(part: Part, cuts: Sequence[Fraction], count_unit: int, unit: Fraction) -> list[_Piece]:
    """A part whole, its first counts, its last counts."""
    whole = int(part.length / unit)
    found = [
        _Piece(
            Item(name=part.name), part.name, whole, part.net_turn % FULL, part.first_foot,
            part.end_weight, 0, "",
        )
    ]  # fmt: skip
    inside = sorted({cut for cut in cuts if 0 < cut < part.length and cut.denominator == 1})
    for cut, (turn, weight) in zip(inside, state_after(part, inside), strict=True):
        cost = CUT_PART + cut_cost(cut, count_unit)
        first = Item(name=part.name, first=1, last=int(cut))
        found.append(
            _Piece(first, part.name, int(cut / unit), turn % FULL, part.first_foot, weight, cost,
                   first.text)
        )  # fmt: skip
        last = Item(name=part.name, first=int(cut) + 1, last=int(part.length))
        foot = next((m.foot for m in part.moves if m.at >= cut and _needs_foot(m.foot)), None)
        found.append(
            _Piece(
                last, part.name, whole - int(cut / unit), (part.net_turn - turn) % FULL, foot,
                part.end_weight, cost, last.text,
            )
        )  # fmt: skip
    return found


def _needs_foot(foot: Foot | None) -> bool:
    return foot in (Foot.LEFT, Foot.RIGHT)


def _tag_piece(tag: TagChoice, count_unit: int, unit: Fraction) -> _Piece:
    part = tag.part
    item = Item(name=part.name) if part is not None else Item(name="", counts=int(tag.length))
    return _Piece(
        item,
        "",
        int(tag.length / unit),
        tag.turn % FULL,
        part.first_foot if part is not None else None,
        part.end_weight if part is not None else None,
        TAG + tag_cost(tag.length, count_unit),
        item.text,
    )
