"""Stretches of the song whose phrases nobody has marked yet."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import Timeline
from ....primitives.finding import Finding, Place, Severity
from ....song.model import PhraseKind


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find stretches on which nobody can tell how the dance sits."""
    for placed in timeline.routine.song.placed:
        if placed.phrase.kind is PhraseKind.UNMARKED:
            yield Finding(
                code="fit.phrases-unmarked",
                severity=Severity.DOUBTFUL,
                place=Place(phrase=placed.index, at_count=placed.start),
                facts={"counts": str(placed.phrase.counts), "from": str(placed.start + 1)},
            )
