"""From plans to events and back: walls the user has settled, and the events of a plan."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from fractions import Fraction

from ..layout.engine import lay_out
from ..layout.timeline import Timeline
from ..primitives.counts import Cut
from ..routine.model import Event, EventKind, Routine
from ..song.model import Phrase, PhraseKind, Song
from .price import Reason, key_of, price, total
from .terms import FixedWall
from .walls import Planned, WallPlan

_PLANNED = frozenset({EventKind.TAG, EventKind.RESTART, EventKind.TAG_RESTART})


def kept_events(routine: Routine, fixed: Iterable[str]) -> tuple[Event, ...]:
    """The events a plan does not touch: those the user keeps, and all that no plan puts in."""
    ids = set(fixed)
    return tuple(e for e in routine.events if e.id in ids or e.kind not in _PLANNED)


def fixed_walls(routine: Routine, kept: Iterable[Event]) -> dict[int, FixedWall]:
    """The walls that kept events lie on, with what each comes to.

    A wait takes no counts and an ending closes the last wall: neither keeps a tag or restart
    from a wall of its own.
    """
    by_wall: dict[int, list[Event]] = {}
    for event in kept:
        if event.kind in (EventKind.ENDING, EventKind.WAIT):
            continue
        for wall in event.walls:
            by_wall.setdefault(wall, []).append(event)
    return {wall: _fixed(routine, events) for wall, events in by_wall.items()}


def _fixed(routine: Routine, events: list[Event]) -> FixedWall:
    """Such a wall danced by itself, on a song that never ends and marks nothing."""
    endless = Song(
        title="", bpm=Fraction(120), phrases=(Phrase(kind=PhraseKind.VERSE, counts=2000),),
        count_unit=routine.song.count_unit,
    )  # fmt: skip
    alone = replace(
        routine, song=endless, start=Fraction(0), sequence="",
        events=tuple(replace(event, walls=(1,)) for event in events),
    )  # fmt: skip
    line = lay_out(alone)
    second = line.walls[1]
    own = [there for there in line.occurrences if there.wall == 1]
    counted = [there for there in own if there.event.kind in _PLANNED]
    first = replace(
        line,
        segments=tuple(p for p in line.segments if p.start <= second.start),
        occurrences=tuple(own),
    )
    costs = tuple(
        item
        for item in price(first, {})
        if item.reason in (Reason.EVENT, Reason.REPAIR) and item.wall == 1
    )
    return FixedWall(
        length=second.start,
        turn=second.start_facing,
        cost=total(costs),
        keys=tuple(key_of(line, there) for there in counted),
        events=len(counted),
    )


def events_of(plan: WallPlan, routine: Routine, kept: tuple[Event, ...]) -> tuple[Event, ...]:
    """A plan as events: the kept ones, then one event for everything that is the same.

    Cues stay with the walls they were written for.
    """
    cues = {(wall, event.kind): event.cue for event in routine.events for wall in event.walls}
    by_key: dict[tuple[str, str], tuple[Planned, list[int]]] = {}
    for wall, planned in enumerate(plan.walls, start=1):
        if planned.is_event:
            cue = cues.get((wall, _kind(planned)), "")
            by_key.setdefault((planned.key, cue), (planned, []))[1].append(wall)
    taken = {event.id for event in kept}
    made = []
    for (_, cue), (planned, walls) in by_key.items():
        kind = _kind(planned)
        name = _free(taken, kind.value)
        taken.add(name)
        tag = planned.tag
        made.append(
            Event(
                id=name,
                kind=kind,
                walls=tuple(walls),
                after=Cut(at=planned.cut) if planned.cut is not None else None,
                tag=tag.part.name if tag is not None and tag.part is not None else "",
                counts=int(tag.length) if tag is not None and tag.part is None else None,
                cue=cue,
            )
        )
    return (*kept, *made)


def _kind(planned: Planned) -> EventKind:
    if planned.cut is None:
        return EventKind.TAG
    return EventKind.RESTART if planned.tag is None else EventKind.TAG_RESTART


def _free(taken: set[str], stem: str) -> str:
    return next(name for n in range(1, 1000) if (name := f"{stem}-{n}") not in taken)


def planned_routine(plan: WallPlan, routine: Routine, kept: tuple[Event, ...]) -> Routine:
    """The routine with a plan taken."""
    return replace(routine, events=events_of(plan, routine, kept))


def laid_plan(plan: WallPlan, routine: Routine, kept: tuple[Event, ...]) -> Timeline:
    """The routine with a plan taken, on its song."""
    return lay_out(planned_routine(plan, routine, kept))
