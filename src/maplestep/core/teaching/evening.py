"""The plan of an evening: warm-up, the drills of its dances, breaks, cool-down, to the second.

What somebody has typed in is kept: an item has the time it was given (0: it is left out), and
the rest is fitted again. The same input always gives the same plan.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final, NamedTuple

from ..errors import Message, TeachingError
from .drills import Drill
from .fitting import Fits, Fitting, Item, Way

WARM_UP: Final = "warm-up"
BREAK: Final = "break"
COOL_DOWN: Final = "cool-down"
LONGEST_MINUTES: Final = 600
MOST_ROUTINES: Final = 12
LESS: Final = 300
"""What is to be cut first is what goes when there are so many seconds less."""
_HALF_MINUTE: Final = 30
_BREAK_EVERY: Final = 75
_BREAK_SECONDS: Final = 300
_AT_A_CHANGE: Final = 600
"""A break between two dances may come so many seconds earlier or later."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """What an evening is to be: how long, and what was typed in.

    ``fixed`` gives items their seconds by key; ``arrangement`` is the order of keys that
    somebody has dragged them into.
    """

    minutes: int
    fixed: Mapping[str, int] = field(default_factory=dict)
    arrangement: Sequence[str] = ()

    def __post_init__(self) -> None:
        if not 1 <= self.minutes <= LONGEST_MINUTES:
            raise TeachingError(
                Message("An evening lasts between 1 and {most} minutes.", most=LONGEST_MINUTES),
                field="minutes",
            )


class Planned(NamedTuple):
    """An item of the plan: when it begins and how long it lasts, in seconds of the evening.

    ``routine`` names its dance, "" for warm-up, breaks and cool-down, which have no ``drill``.
    ``fixed`` says that its time was typed in.
    """

    key: str
    routine: str
    drill: Drill | None
    rounds: int
    start_seconds: int
    seconds: int
    fixed: bool


class Cut(NamedTuple):
    """A drill that would be danced fewer rounds, or not at all, with less time."""

    key: str
    drill: Drill
    routine: str
    rounds: int
    left: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Plan:
    """An evening. ``left_out`` are the drills there is no time for; ``cut`` what goes first;
    ``spare_seconds`` are free, ``over_seconds`` too many where what is fixed does not fit."""

    items: tuple[Planned, ...]
    left_out: tuple[tuple[str, Drill], ...]
    cut: tuple[Cut, ...]
    spare_seconds: int
    over_seconds: int


def drill_key(routine: str, drill: Drill) -> str:
    """The key of a drill among all those of an evening."""
    return f"{routine} {drill.key}"


def usual_frame(minutes: int) -> dict[str, int]:
    """Seconds of warm-up, breaks and cool-down that are usual for so many minutes.

    A tenth, at most 5 minutes, and a twentieth, at most 3, in half minutes; a break of 5 minutes
    for every full 75. Common practice, no published source.

    >>> usual_frame(60)
    {'warm-up': 300, 'cool-down': 180}
    >>> usual_frame(90)
    {'warm-up': 300, 'break 1': 300, 'cool-down': 180}
    >>> usual_frame(5)
    {'warm-up': 30, 'cool-down': 0}
    """
    seconds = 60 * minutes
    breaks = {f"{BREAK} {n + 1}": _BREAK_SECONDS for n in range(minutes // _BREAK_EVERY)}
    return {
        WARM_UP: min(300, seconds // 10 // _HALF_MINUTE * _HALF_MINUTE),
        **breaks,
        COOL_DOWN: min(180, seconds // 20 // _HALF_MINUTE * _HALF_MINUTE),
    }


def plan_evening(lessons: Mapping[str, Sequence[Drill]], wish: Wish) -> Plan:
    """Fit the drills of some dances, by name, each in the order it is taught, into an evening."""
    frame = {key: wish.fixed.get(key, usual) for key, usual in usual_frame(wish.minutes).items()}
    drills = {drill_key(n, drill): (n, drill) for n, own in lessons.items() for drill in own}
    order = arranged(list(drills), wish.arrangement)
    chains = [[key for key in order if drills[key][0] == n] for n in lessons]
    budget = 60 * wish.minutes - sum(frame.values())
    fits = Fits([[_item(drills[key][1], wish.fixed.get(key)) for key in own] for own in chains])
    fitting = fits.within(budget)
    ways = _ways(chains, fitting)
    less = _ways(chains, fits.within(min(budget, fitting.seconds) - LESS))
    items = [
        Planned(key, *drills[key], ways[key].rounds, 0, ways[key].seconds, key in wish.fixed)
        for key in order
        if ways[key].rounds
    ]
    left_out = (key for key in order if not ways[key].rounds and wish.fixed.get(key) != 0)
    return Plan(
        items=_timed(_framed(items, frame, wish)),
        left_out=tuple(drills[key] for key in left_out),
        cut=tuple(_cuts(drills, ways, less)),
        spare_seconds=max(0, budget - fitting.seconds),
        over_seconds=max(0, fitting.seconds - budget),
    )


def _cuts(
    drills: Mapping[str, tuple[str, Drill]], ways: Mapping[str, Way], less: Mapping[str, Way]
) -> Iterator[Cut]:
    """What is danced fewer rounds with less time, or not at all."""
    for key, (name, drill) in drills.items():
        rounds, left = ways[key].rounds, less[key].rounds
        if left < rounds:
            yield Cut(key, drill, name, rounds, left)


def arranged(keys: Sequence[str], arrangement: Sequence[str]) -> list[str]:
    """The keys in the order they were dragged into; one that is new follows the one it usually
    follows.

    >>> arranged(["a", "b", "c", "d"], ["d", "a"])
    ['d', 'a', 'b', 'c']
    """
    known = set(keys)
    order = list(dict.fromkeys(key for key in arrangement if key in known))
    before = None
    for key in keys:
        if key not in order:
            order.insert(0 if before is None else order.index(before) + 1, key)
        before = key
    return order


def _item(drill: Drill, fixed: int | None) -> Item:
    """The ways a drill can be done: as often as is worth anything, or in the time it was given."""
    nothing = Way(0, 0, 0)
    if fixed == 0:
        return Item((nothing,))
    if fixed is not None:
        fitting = [n for n in range(1, drill.most + 1) if drill.seconds(n) <= fixed]
        # However short the time, it was wished: it is danced.
        rounds = max(fitting, default=1)
        return Item((Way(rounds, fixed, drill.worth(max(rounds, drill.least))),), locked=True)
    ways = tuple(
        Way(n, drill.seconds(n), drill.worth(n)) for n in range(drill.least, drill.most + 1)
    )
    return Item((nothing, *ways) if drill.optional else ways)


def _ways(chains: Sequence[Sequence[str]], fitting: Fitting) -> dict[str, Way]:
    nothing = Way(0, 0, 0)
    return {
        key: way or nothing
        for chain, ways in zip(chains, fitting.ways, strict=True)
        for key, way in zip(chain, ways, strict=True)
    }


def _framed(items: list[Planned], frame: Mapping[str, int], wish: Wish) -> list[Planned]:
    """With warm-up, breaks and cool-down, where they were dragged to or where they usually are."""
    around = {
        key: Planned(key, "", None, 0, 0, seconds, key in wish.fixed)
        for key, seconds in frame.items()
        if seconds
    }
    breaks = [key for key in around if key.startswith(BREAK)]
    total = sum(item.seconds for item in items)
    for number, key in enumerate(breaks, start=1):
        at = _break_place(items, total * number / (len(breaks) + 1))
        items = [*items[:at], around[key], *items[at:]]
    first = [around[WARM_UP]] if WARM_UP in around else []
    last = [around[COOL_DOWN]] if COOL_DOWN in around else []
    placed = {item.key: item for item in (*first, *items, *last)}
    if not set(around) & set(wish.arrangement):
        return list(placed.values())
    return [placed[key] for key in arranged(list(placed), wish.arrangement)]


def _break_place(items: Sequence[Planned], wanted: float) -> int:
    """The place among the items nearest to a moment, rather between two dances."""
    at, costs = 0, []
    for number, item in enumerate(items):
        changes = number > 0 and items[number - 1].routine != item.routine
        costs.append((abs(at - wanted) - (_AT_A_CHANGE if changes else 0), number))
        at += item.seconds
    return min(costs)[1] if costs else 0


def _timed(items: Sequence[Planned]) -> tuple[Planned, ...]:
    at, timed = 0, []
    for item in items:
        timed.append(item._replace(start_seconds=at))
        at += item.seconds
    return tuple(timed)


def refit(lessons: Mapping[str, Sequence[Drill]], wish: Wish, done: Mapping[str, int]) -> Plan:
    """The plan once some items are ``done`` (by key, in the seconds they took): what is done
    stands, what was passed over is left out, and the rest is fitted to what remains."""
    usual = [drill_key(name, drill) for name, own in lessons.items() for drill in own]
    breaks = [key for key in wish.arrangement if key.startswith(BREAK)]
    order = arranged([WARM_UP, *usual, *breaks], wish.arrangement)
    last = max((order.index(key) for key in done if key in order), default=-1)
    passed = dict.fromkeys(order[: last + 1], 0)
    fixed = {**wish.fixed, **passed, **done}
    return plan_evening(lessons, replace(wish, fixed=fixed))
