"""The facing somebody claims at an event against the one danced."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import EventEdit, Finding, Place, Severity
from ..timeline import Pass, PassKind, Timeline
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
        if event is None or event.claims_facing in (None, passed.end_facing):
            continue
        yield _differs(timeline, passed)


def _differs(timeline: Timeline, passed: Pass) -> Finding:
    assert passed.kind is PassKind.WALL
    assert passed.event is not None
    assert passed.event.claims_facing is not None
    event = passed.event
    by_start = event.claims_facing == passed.start_facing
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
            "claimed": clock(event.claims_facing),
            "facing": clock(passed.end_facing),
            "start": clock(passed.start_facing),
        },
        expected=clock(event.claims_facing),
        found=clock(passed.end_facing),
        fix=EventEdit(event=event.id, walls=event.walls, claims_facing=passed.end_facing),
    )
