"""Walls that do not start on count 1 of an eight (or a six)."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from itertools import groupby

from ....layout.timeline import Timeline, Wall
from ....primitives.finding import Finding, Place, Severity


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find runs of walls that start off the count unit.

    A wall is measured from the start of the phrase it starts in; neighbours that are
    off by the same amount are one finding.
    """
    walls = timeline.walls
    for off, run in groupby(walls, key=lambda wall: _counts_off(timeline, wall)):
        if off:
            yield _off(timeline, tuple(run), off)


def _counts_off(timeline: Timeline, wall: Wall) -> Fraction:
    phrase = timeline.routine.song.phrase_at(wall.start)
    start = phrase.start if phrase else Fraction(0)
    return (wall.start - start) % timeline.routine.song.count_unit


def _off(timeline: Timeline, run: tuple[Wall, ...], off: Fraction) -> Finding:
    first, last = run[0], run[-1]
    unit = timeline.routine.song.count_unit
    several = len(run) > 1
    return Finding(
        code="fit.walls-off-unit" if several else "fit.wall-off-unit",
        severity=Severity.DOUBTFUL,
        place=Place(wall=first.number, at_count=first.start, at_seconds=first.start_seconds),
        facts={
            "wall": str(first.number),
            "last": str(last.number),
            "count": str(off + 1),
            "unit": {8: "eight", 6: "six"}[unit],
        },
        expected="1",
        found=str(off + 1),
    )
