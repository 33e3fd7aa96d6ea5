"""The facing somebody claims at an event against the one danced."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import EventEdit, Finding, Place, Severity
from ..routine import Event, EventKind
from ..timeline import Ended, Pass, PassKind, Timeline
from ..turns import clock
from .event_words import event_name


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find claims that fail on at least one of the event's walls.

    The facing at an event is the one where the wall stops or the tag begins. An
    instructor may instead have named the wall by the clock at its start; then both
    readings are told.
    """
    happens = [(event, passed) for passed in timeline.passes if (event := _begun(passed))]
    for event, passed in happens:
        claim = event.claims_facing
        if claim is not None and claim != _facing(passed):
            same = {_facing(other) for each, other in happens if each is event}
            yield _differs(timeline, passed, event, claim, one_facing=len(same) == 1)


def _begun(passed: Pass) -> Event | None:
    """The event that happens with this pass: its own tag, or the restart it runs into."""
    event = passed.event
    if event is None:
        return None
    if event.kind is EventKind.TAG:
        return event if passed.kind is PassKind.TAG else None
    return event if passed.ended is Ended.RESTART else None


def _facing(passed: Pass) -> int:
    return passed.start_facing if passed.kind is PassKind.TAG else passed.end_facing


def _differs(
    timeline: Timeline, passed: Pass, event: Event, claim: int, *, one_facing: bool
) -> Finding:
    wall = timeline.walls[passed.wall - 1]
    facing = _facing(passed)
    by_start = claim == wall.start_facing
    code = "fit.claimed-facing-is-start" if by_start else "fit.claimed-facing"
    # One claim cannot be right for walls that face differently.
    if not one_facing:
        code = "fit.claimed-facing-of-many"
    return Finding(
        code=code,
        severity=Severity.DOUBTFUL if by_start else Severity.WRONG,
        place=Place(
            wall=passed.wall,
            event=event.id,
            at_count=wall.end,
            at_seconds=wall.end_seconds,
        ),
        facts={
            "event": event_name(timeline.routine, event),
            "wall": str(passed.wall),
            "claimed": clock(claim),
            "facing": clock(facing),
            "start": clock(wall.start_facing),
        },
        expected=clock(claim),
        found=clock(facing),
        fix=EventEdit(event=event.id, walls=event.walls, claims_facing=facing)
        if one_facing
        else None,
    )
