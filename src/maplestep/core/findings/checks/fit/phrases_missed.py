"""Phrases of the song at whose start no wall begins."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from ....layout.timeline import Segment, SegmentKind, Timeline
from ....primitives.finding import Finding, Place, Severity
from ....song.model import PlacedPhrase


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find each phrase that begins inside a wall or a tag."""
    hits = set(timeline.phrase_hits)
    for placed in timeline.danced_phrases:
        if placed not in hits:
            inside = _pass_at(timeline, placed.start)
            if inside is not None:
                yield _missed(timeline, placed, inside)


def _pass_at(timeline: Timeline, count: Fraction) -> Segment | None:
    return next((p for p in timeline.segments if p.start <= count < p.end), None)


def _missed(timeline: Timeline, placed: PlacedPhrase, inside: Segment) -> Finding:
    late = min((s - placed.start for s in timeline.wall_starts if s > placed.start), default=None)
    early = min((placed.start - s for s in timeline.wall_starts if s < placed.start), default=None)
    in_tag = inside.kind is not SegmentKind.WALL
    code = "fit.phrase-missed-in-tag" if in_tag else "fit.phrase-missed"
    if late is None:
        code += "-last"
    return Finding(
        code=code,
        severity=Severity.DOUBTFUL,
        place=Place(
            wall=inside.wall,
            phrase=placed.index,
            at_count=placed.start,
            at_seconds=timeline.routine.song.seconds(placed.start),
        ),
        facts={
            "phrase": placed.name,
            "wall": str(inside.wall),
            "count": str(placed.start - inside.start + inside.first + 1),
            "where": inside.kind.value,
            "late": str(late or 0),
            "early": str(early or 0),
        },
        expected="count 1",
        found=f"count {placed.start - inside.start + inside.first + 1}",
    )
