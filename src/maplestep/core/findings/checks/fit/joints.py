"""Is the right foot free wherever one pass meets the next?"""

from __future__ import annotations

from collections.abc import Iterator

from ....analysis.joints import bad_joints, move_to_change
from ....layout.timeline import EndReason, Segment, SegmentKind, Timeline
from ....primitives.counts import label
from ....primitives.feet import Foot
from ....primitives.finding import Finding, Place, Severity
from ....routine.event_words import event_name


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find joints where the foot that moves first carries the weight.

    The same joint on several walls is one finding, at its first place. A plain wall
    running into the next is the sheet's own finding and not repeated here.
    """
    seen: set[tuple[str, ...]] = set()
    for before, after in bad_joints(timeline):
        key = (
            before.event.id if before.event else "", before.name, str(before.length), after.name,
            f"{before.kind}{before.ended}{after.kind}{after.first}",
        )  # fmt: skip
        if key not in seen:
            seen.add(key)
            foot = after.first_foot
            assert foot is not None
            yield _wrong_foot(timeline, before, after, foot)


def _wrong_foot(timeline: Timeline, before: Segment, after: Segment, foot: Foot) -> Finding:
    routine = timeline.routine
    suffix, last = move_to_change(before.moves, foot)
    facts = {
        "wall": str(before.wall),
        "foot": foot.word,
        "event": event_name(routine, before.event) if before.event else "",
        "cut": str(before.first + before.length),
        "step": last.figure if last else "",
        "count": label(last.at) if last else "",
        "before": before.name,
        "after": after.name,
    }
    if before.event and before.event.after and before.ended is EndReason.RESTART:
        facts["cut"] = before.event.after.words
    return Finding(
        code=_code(before, after) + suffix,
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


def _code(before: Segment, after: Segment) -> str:
    if before.ended is EndReason.RESTART and after.kind is SegmentKind.WALL:
        return "fit.wrong-foot-restart"
    if after.kind is SegmentKind.TAG:
        return "fit.wrong-foot-into-tag"
    if before.kind is SegmentKind.TAG and before.item is None:
        return "fit.wrong-foot-out-of-tag"
    return "fit.wrong-foot-joint"
