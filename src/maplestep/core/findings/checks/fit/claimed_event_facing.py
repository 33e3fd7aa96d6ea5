"""The facing somebody claims at an event against the one danced."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import EventOccurrence, Timeline
from ....primitives.finding import EventEdit, Finding, Place, Severity
from ....primitives.turns import clock
from ....routine.event_words import event_name


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find claims that fail on at least one of the event's walls.

    The facing at an event is the one where the wall stops or the tag begins. An
    instructor may instead have named the wall by the clock at its start; then both
    readings are told.
    """
    for there in timeline.occurrences:
        claim = there.event.claims_facing
        if claim is not None and claim != there.facing:
            same = {o.facing for o in timeline.occurrences if o.event.id == there.event.id}
            yield _differs(timeline, there, claim, one_facing=len(same) == 1)


def _differs(
    timeline: Timeline, there: EventOccurrence, claim: int, *, one_facing: bool
) -> Finding:
    by_start = claim == there.starts
    code = "fit.claimed-facing-is-start" if by_start else "fit.claimed-facing"
    # One claim cannot be right for walls that face differently.
    if not one_facing:
        code = "fit.claimed-facing-of-many"
    event = there.event
    return Finding(
        code=code,
        severity=Severity.DOUBTFUL if by_start else Severity.WRONG,
        place=Place(
            wall=there.wall,
            event=event.id,
            at_count=there.at,
            at_seconds=there.at_seconds,
        ),
        facts={
            "event": event_name(timeline.routine, event),
            "wall": str(there.wall),
            "claimed": clock(claim),
            "facing": clock(there.facing),
            "start": clock(there.starts),
        },
        expected=clock(claim),
        found=clock(there.facing),
        fix=EventEdit(event=event.id, walls=event.walls, claims_facing=there.facing)
        if one_facing
        else None,
    )
