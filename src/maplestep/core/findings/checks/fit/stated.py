"""Do the routine's events and what its sheet states agree?"""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import Timeline
from ....primitives.finding import Finding, Place, Severity
from ....routine.from_sheet import key_of_wall, stated_events, statement_of
from ....routine.model import Event


def check(line: Timeline) -> Iterator[Finding]:
    """Find statements without an event, and, where the sheet states any, events nobody states."""
    routine = line.routine
    stated = stated_events(routine.sheet)
    here = {key for event in routine.events for key in key_of_wall(event)}
    there = {key for event in stated for key in key_of_wall(event)}
    for event in stated:
        if not set(key_of_wall(event)) <= here:
            yield _finding("fit.not-taken-over", Severity.DOUBTFUL, event)
    if not stated:
        return
    for event in routine.events:
        if not set(key_of_wall(event)) & there:
            yield _finding("fit.not-on-sheet", Severity.KNOW, event, event.id)


def _finding(code: str, severity: Severity, event: Event, at: str = "") -> Finding:
    said = statement_of(event) or event.kind.value
    wall = event.walls[0] if len(event.walls) == 1 else None
    return Finding(
        code=code, severity=severity, place=Place(event=at, wall=wall), facts={"said": said}
    )
