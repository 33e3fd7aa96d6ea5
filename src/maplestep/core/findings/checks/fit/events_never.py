"""Events that never happen: after the song, on a wall not reached, beyond the dance."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import EndReason, Timeline
from ....primitives.finding import EventEdit, Finding, Place, Severity
from ....routine.event_words import event_name, where_words
from ....routine.model import Event, EventKind


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
    code = "fit.never-after-song"
    if event.tag and timeline.routine.steps_of(event) is None:
        code = "fit.change-gone" if event.kind is EventKind.CHANGE else "fit.tag-gone"
        facts["tag"] = event.tag
    elif reached is not None and event.kind is EventKind.CHANGE:
        code = "fit.never-other-change"
    elif event.steps and timeline.routine.tag_length(event) <= 0:
        code = "fit.steps-unread"
    elif reached is not None and reached.ended is EndReason.RESTART:
        code = "fit.never-stopped-before"
        facts["cut"] = str(reached.length)
    elif event.after is not None and length and event.after.at >= length.length:
        code = "fit.never-beyond-dance"
    return Finding(
        code=code,
        severity=Severity.WRONG,
        place=Place(wall=wall, event=event.id, at_count=reached.start if reached else None),
        facts=facts,
        fix=EventEdit(event=event.id, walls=left),
    )
