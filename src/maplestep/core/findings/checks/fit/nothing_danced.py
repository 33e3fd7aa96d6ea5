"""A routine in which the dance never begins."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import Timeline
from ....primitives.finding import Finding, Place, Severity


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find that the song is over before the dance starts."""
    routine = timeline.routine
    if timeline.segments or routine.sheet.wall is None:
        return
    yield Finding(
        code="fit.nothing-danced",
        severity=Severity.WRONG,
        place=Place(),
        facts={"start": str(routine.start_count), "length": str(routine.song.length)},
    )
