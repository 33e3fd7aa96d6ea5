"""Parts of a phrased dance that are not danced: a routine repeats the first part."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Finding, Place, Severity
from ..timeline import Timeline


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find that the sheet has more parts than the one on every wall."""
    first, *others = timeline.routine.sheet.danced or (None,)
    if first is not None and others:
        yield Finding(
            code="fit.parts-left-out",
            severity=Severity.DOUBTFUL,
            place=Place(),
            facts={"first": first.name, "others": ", ".join(part.name for part in others)},
        )
