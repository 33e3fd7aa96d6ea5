"""The facing somebody claims at an event against the one danced."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import EventEdit, Finding, Place, Severity
from ..routine import Event
from ..timeline import Pass, Timeline
from ..turns import clock
from .event_words import event_name


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find claims that fail on at least one of the event's walls.

    The facing at an event is the one where the wall stops or the tag begins. An
    instructor may instead have named the wall by the clock at its start; then both
    readings are told.
    """
    for passed in timeline.walls:
        event = passed.event
        claim = event.claims_facing if event else None
        if event is not None and claim is not None and claim != passed.end_facing:
            yield _differs(timeline, passed, event, claim)


def _differs(timeline: Timeline, passed: Pass, event: Event, claim: int) -> Finding:
    by_start = claim == passed.start_facing
    return Finding(
        code="fit.claimed-facing-is-start" if by_start else "fit.claimed-facing",
        severity=Severity.DOUBTFUL if by_start else Severity.WRONG,
        place=Place(
            wall=passed.wall,
            event=event.id,
            at_count=passed.end,
            at_seconds=passed.end_seconds,
        ),
        facts={
            "event": event_name(timeline.routine, event),
            "wall": str(passed.wall),
            "claimed": clock(claim),
            "facing": clock(passed.end_facing),
            "start": clock(passed.start_facing),
        },
        expected=clock(claim),
        found=clock(passed.end_facing),
        fix=EventEdit(event=event.id, walls=event.walls, claims_facing=passed.end_facing),
    )
