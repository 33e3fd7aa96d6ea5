"""The move that could be danced otherwise so that a foot is free at a joint."""

from __future__ import annotations

from collections.abc import Sequence

from ..feet import Foot
from ..moves import Move


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
