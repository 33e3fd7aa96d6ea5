"""Songs whose phrases nobody has marked yet."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ..finding import Finding, Place, Severity
from ..timeline import Timeline

# Phrases of 16, 32 and 64 counts are usual (common practice); twice the longest is no phrase.
_LONGEST: Final = 128


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find danced phrases too long to be one."""
    for placed in timeline.danced_phrases:
        if placed.phrase.counts > _LONGEST:
            yield Finding(
                code="fit.phrase-undivided",
                severity=Severity.DOUBTFUL,
                place=Place(phrase=placed.index, at_count=placed.start),
                facts={"phrase": placed.name, "counts": str(placed.phrase.counts)},
            )
