"""Is the right foot free wherever one pass meets the next?"""

from __future__ import annotations

from collections.abc import Iterator

from ..counts import label
from ..feet import Foot, is_free
from ..finding import Finding, Place, Severity
from ..timeline import Ended, Pass, PassKind, Timeline
from .event_words import event_name
from .freeing import move_to_change


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find joints where the foot that moves first carries the weight.

    The same joint on several walls is one finding, at its first place. A plain wall
    running into the next is the sheet's own finding and not repeated here.
    """
    seen: set[tuple[str, str]] = set()
    for before, after in zip(timeline.passes, timeline.passes[1:], strict=False):
        foot = after.part.first_foot if after.part else None
        if foot is None or is_free(foot, before.end_weight):
            continue
        if before.kind is PassKind.WALL and before.ended is Ended.WHOLE and before.event is None:
            continue
        key = (before.event.id if before.event else "", f"{before.kind}{before.ended}{after.kind}")
        if key not in seen:
            seen.add(key)
            yield _wrong_foot(timeline, before, after, foot)


def _wrong_foot(timeline: Timeline, before: Pass, after: Pass, foot: Foot) -> Finding:
    routine = timeline.routine
    if before.ended is Ended.RESTART and after.kind is PassKind.WALL:
        code = "fit.wrong-foot-restart"
    elif after.kind is PassKind.TAG:
        code = "fit.wrong-foot-into-tag"
    else:
        code = "fit.wrong-foot-out-of-tag"
    suffix, last = move_to_change(before.moves, foot)
    facts = {
        "wall": str(before.wall),
        "foot": foot.word,
        "event": event_name(routine, before.event) if before.event else "",
        "cut": before.event.after.words if before.event and before.event.after else "",
        "step": last.figure if last else "",
        "count": label(last.at) if last else "",
    }
    return Finding(
        code=code + suffix,
        severity=Severity.WRONG,
        place=Place(
            wall=before.wall,
            event=before.event.id if before.event else "",
            at_count=before.end,
            at_seconds=before.end_seconds,
            count=facts["count"],
        ),
        facts=facts,
        expected=f"{foot.word} foot free",
        found=f"{foot.word} foot carries the weight",
    )
