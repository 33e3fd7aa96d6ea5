"""Joints: where one segment meets the next, is the foot that moves first free?"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise

from ..layout.timeline import EndReason, Segment, SegmentKind, Timeline
from ..primitives.feet import Foot, is_free
from ..primitives.moves import Move


def move_to_change(moves: Sequence[Move], foot: Foot) -> tuple[str, Move | None]:
    """Which move kept this foot loaded, and the suffix of the sentence that fits it.

    ``-weigh``: the other foot's last move takes no weight and could; none: the last step
    onto the foot could be a touch; ``-no-steps``: there is nothing to change.
    """
    last = moves[-1] if moves else None
    if last is not None and last.weight is None and last.foot is foot.other:
        return "-weigh", last
    onto = next((move for move in reversed(moves) if move.weight is not None), None)
    return ("", onto) if onto else ("-no-steps", None)


def bad_joints(timeline: Timeline) -> Iterator[tuple[Segment, Segment]]:
    """Every pair of neighbouring segments whose joint does not work."""
    danced = [segment for segment in timeline.segments if segment.kind is not SegmentKind.WAIT]
    for before, after in pairwise(danced):
        foot = after.first_foot
        if foot is None or is_free(foot, before.end_weight):
            continue
        plain = before.kind is SegmentKind.WALL and before.ended is EndReason.WHOLE
        again = before.item is None or (before.name == after.name and not after.first)
        # A whole wall into the next of its kind is a matter of the sheet.
        if plain and again and before.event is None and after.kind is SegmentKind.WALL:
            continue
        yield before, after
