"""What a hand on the wall stack does to a routine's events. Pure: each gives the new list.

Steps come from the sheet where it has some of the kind that are named for that: its first tag,
bridge, step change or ending.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Any, Final

from ..errors import RoutineError
from ..primitives.counts import Cut
from ..sheet.model import PartKind, Sheet
from .model import Event, EventKind

TAG_COUNTS: Final = 4
"""Counts of a tag or bridge of which the sheet gives no steps (common practice, no source)."""

Events = tuple[Event, ...]


def add(events: Events, kind: EventKind, wall: int, after: Cut, sheet: Sheet) -> Events:
    """One more event on a wall, after so many of its counts where its kind has a place there.

    A restart moves the one that stops the wall already; the sheet's tag comes on one wall more;
    a dance has one ending. Raises RoutineError for a kind that needs more than that.

    >>> from fractions import Fraction
    >>> from fractions import Fraction
    >>> from maplestep.core.sheet.read import read_sheet
    >>> made = add((), EventKind.RESTART, 3, Cut(at=Fraction(16)), read_sheet("Dance").sheet)
    >>> [(event.id, event.walls, event.after.words) for event in made]
    [('restart-1', (3,), '16')]
    """
    if kind is EventKind.RESTART:
        return _restart(events, wall, after)
    if kind is EventKind.TAG:
        return _tag(events, wall, sheet)
    if kind is EventKind.ENDING:
        events = tuple(event for event in events if event.kind is not kind)
    return (*events, _new(events, kind, wall, **_facts(kind, after, sheet)))


def _facts(kind: EventKind, after: Cut, sheet: Sheet) -> dict[str, Any]:
    """What an event of its kind has besides its wall."""
    match kind:
        case EventKind.BRIDGE:
            return {"after": after, **_steps(sheet, PartKind.BRIDGE, {"counts": TAG_COUNTS})}
        case EventKind.WAIT:
            return {"after": after}
        case EventKind.CHANGE:
            return _steps(sheet, PartKind.CHANGE, {"steps": f"{after.words} hold"})
        case EventKind.ENDING:
            return {"after": after, **_steps(sheet, PartKind.ENDING, {})}
        case _:
            raise RoutineError("This kind of event is not put on a wall by itself.", field="kind")


def _steps(sheet: Sheet, kind: PartKind, otherwise: dict[str, Any]) -> dict[str, Any]:
    named = next((part.name for part in sheet.parts if part.kind is kind), "")
    return {"tag": named} if named else otherwise


def _new(events: Events, kind: EventKind, wall: int, **facts: Any) -> Event:
    return Event(id=_free_id(events, kind), kind=kind, walls=(wall,), **facts)


def _free_id(events: Events, kind: EventKind) -> str:
    taken = {event.id for event in events}
    return next(name for n in range(1, len(taken) + 2) if (name := f"{kind}-{n}") not in taken)


def _restart(events: Events, wall: int, after: Cut) -> Events:
    there = next((event for event in events if event.stops and wall in event.walls), None)
    if there is not None:
        return move(events, there.id, wall, wall, after)
    return (*events, _new(events, EventKind.RESTART, wall, after=after))


def _tag(events: Events, wall: int, sheet: Sheet) -> Events:
    steps = _steps(sheet, PartKind.TAG, {"counts": TAG_COUNTS})
    for event in events:
        alike = event.kind is EventKind.TAG and event.tag and event.tag == steps.get("tag")
        if alike and event.walls and wall not in event.walls:
            return _with(events, replace(event, walls=_sorted(*event.walls, wall)))
    return (*events, _new(events, EventKind.TAG, wall, **steps))


def move(events: Events, name: str, old: int, wall: int, after: Cut | None) -> Events:
    """What an event does on wall ``old`` happens on ``wall`` instead; its other walls keep theirs.

    ``after`` is its count there, None for an event that has none. A claim about what one faces
    belongs to the old place and goes. Raises RoutineError when there is no such event any more.
    """
    event = _named(events, name)
    if old == wall and event.after == after:
        return events
    moved = replace(event, walls=(wall,), after=after, claims_facing=None)
    if len(event.walls) == 1:
        return _with(events, moved)
    others = [number for number in event.walls if number not in (old, wall)]
    if event.after == after:
        return _with(events, replace(event, walls=_sorted(*others, wall)))
    return (*take_off(events, name, old), replace(moved, id=_free_id(events, event.kind)))


def take_off(events: Events, name: str, wall: int) -> Events:
    """Without this event on this wall; off its last wall it is gone. Raises RoutineError."""
    event = _named(events, name)
    walls = tuple(number for number in event.walls if number != wall)
    if walls:
        return _with(events, replace(event, walls=walls))
    return tuple(each for each in events if each is not event)


def with_events(events: Events, more: Sequence[Event]) -> Events:
    """Further events, each in place of the one of its name. One dance has one ending."""
    names = {event.id: event for event in more}
    ends = any(event.kind is EventKind.ENDING for event in more)

    def kept() -> Iterator[Event]:
        for event in events:
            if event.id in names:
                yield names[event.id]
            elif not (ends and event.kind is EventKind.ENDING):
                yield event

    old = {event.id for event in events}
    return (*kept(), *(event for event in more if event.id not in old))


def _named(events: Events, name: str) -> Event:
    for event in events:
        if event.id == name:
            return event
    raise RoutineError("The routine has no such event any more.", field="events")


def _with(events: Events, changed: Event) -> Events:
    return tuple(changed if event.id == changed.id else event for event in events)


def _sorted(*walls: int) -> tuple[int, ...]:
    return tuple(sorted(set(walls)))
