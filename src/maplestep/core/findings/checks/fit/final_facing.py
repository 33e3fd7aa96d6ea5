"""Where the song leaves the dancers, and the turn to the front."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import SegmentKind, Timeline
from ....primitives.finding import Finding, Place, Severity
from ....primitives.turns import FULL, amount_words, clock, to_front


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find that the dance does not end facing 12:00."""
    if not timeline.segments:
        return
    last = timeline.segments[-1]
    turn = to_front(last.end_facing)
    if not turn:
        return
    code = "fit.final-facing-half" if abs(turn) == FULL // 2 else "fit.final-facing"
    yield Finding(
        code=code,
        severity=Severity.KNOW,
        place=Place(wall=last.wall, at_count=last.end, at_seconds=last.end_seconds),
        facts={
            "wall": str(last.wall),
            "count": str(last.first + last.length),
            "facing": clock(last.end_facing),
            "turn": amount_words(turn),
            "side": "right" if turn > 0 else "left",
            "where": "the ending of wall" if last.kind is SegmentKind.ENDING else last.kind.value,
        },
        expected=clock(0),
        found=clock(last.end_facing),
    )
