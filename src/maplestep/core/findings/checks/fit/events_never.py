"""Events that never happen: after the song, on a wall not reached, beyond the dance."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import EndReason, Timeline, Wall
from ....primitives.finding import EventEdit, Finding, Place, Severity
from ....routine.event_words import event_name, where_words
from ....routine.model import Event, EventKind
from ....sheet.model import Part


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find each (event, wall) that does not happen, and why."""
    met = timeline.events_met()
    if not timeline.segments:
        return
    happening = {event for event, _ in met}
    for event in timeline.routine.events:
        missed = [wall for wall in event.walls if (event.id, wall) not in met]
        left = tuple(wall for wall in event.walls if wall not in missed)
        for wall in missed:
            yield _never(timeline, event, wall, left)
        if not event.walls and event.id not in happening:
            yield Finding(
                code="fit.never-by-rule",
                severity=Severity.WRONG,
                place=Place(event=event.id),
                facts={
                    "event": event_name(timeline.routine, event),
                    "where": where_words(event),
                },
                fix=EventEdit(event=event.id, walls=()),
            )


def _never(timeline: Timeline, event: Event, wall: int, left: tuple[int, ...]) -> Finding:
    walls = timeline.walls
    reached = walls[wall - 1] if wall <= len(walls) else None
    length = reached.part if reached is not None else timeline.routine.sheet.wall
    facts = {
        "event": event_name(timeline.routine, event),
        "wall": str(wall),
        "last": str(len(walls)),
        "length": str(length.length if length else 0),
    }
    code = _without_steps(timeline, event, reached) or _not_reached(event, reached, length)
    if code in {"fit.change-gone", "fit.tag-gone"}:
        facts["tag"] = event.tag
    if code == "fit.never-stopped-before" and reached is not None:
        facts["cut"] = str(reached.length)
    return Finding(
        code=code,
        severity=Severity.WRONG,
        place=Place(wall=wall, event=event.id, at_count=reached.start if reached else None),
        facts=facts,
        fix=EventEdit(event=event.id, walls=left),
    )


def _without_steps(timeline: Timeline, event: Event, reached: Wall | None) -> str:
    """The finding for an event whose steps are gone or not understood; "" where they are there."""
    if event.tag and timeline.routine.steps_of(event) is None:
        return "fit.change-gone" if event.kind is EventKind.CHANGE else "fit.tag-gone"
    unread = event.steps and (reached is None or event.kind is not EventKind.CHANGE)
    return "fit.steps-unread" if unread and timeline.routine.tag_length(event) <= 0 else ""


def _not_reached(event: Event, reached: Wall | None, length: Part | None) -> str:
    """Why an event with steps never comes on a wall that may be ``reached``."""
    if reached is not None and event.kind is EventKind.CHANGE:
        return "fit.never-other-change"
    if reached is not None and reached.ended is EndReason.RESTART:
        return "fit.never-stopped-before"
    if event.after is not None and length and event.after.at >= length.length:
        return "fit.never-beyond-dance"
    return "fit.never-after-song"
