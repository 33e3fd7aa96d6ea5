"""Some counts of a part as they are danced, wherever in the song they fall."""

from __future__ import annotations

from fractions import Fraction
from typing import NamedTuple

from ..primitives.counts import Cut
from ..primitives.feet import Foot
from ..primitives.moves import Move
from ..primitives.turns import FULL
from ..sheet.model import Part
from .timeline import FacingRun

ZERO = Fraction(0)


class Slice(NamedTuple):
    """Some counts of a part: what is danced does not depend on where in the song it falls."""

    moves: tuple[Move, ...]
    weights: tuple[Foot | None, ...]
    offsets: tuple[float, ...]
    facings: tuple[FacingRun, ...]
    turn: int


def cut_slice(part: Part | None, first: Fraction, cut: Cut) -> Slice:
    """The counts [first, cut) of a part; of steps nobody has given, only their length."""
    length = cut.at - first
    if part is None:
        runs = (FacingRun(facing=0, start=ZERO, end=length),) if length else ()
        return Slice(moves=(), weights=(), offsets=(), facings=runs, turn=0)
    kept = [
        (m, w)
        for m, w in zip(part.moves, part.weights, strict=True)
        if cut.keeps(m.at) and (not first or m.at >= first)
    ]
    moves = tuple(move for move, _ in kept)
    return Slice(
        moves=moves,
        weights=tuple(weight for _, weight in kept),
        offsets=tuple(float(move.at - first) for move in moves),
        facings=_facing_runs(moves, first, length),
        turn=sum(move.turn for move in moves),
    )


def _facing_runs(moves: tuple[Move, ...], first: Fraction, end: Fraction) -> tuple[FacingRun, ...]:
    runs: list[FacingRun] = []
    facing = 0
    since = ZERO
    for move in moves:
        if not move.turn:
            continue
        at = min(max(move.at - first, since), end)
        if at > since:
            runs.append(FacingRun(facing=facing % FULL, start=since, end=at))
        facing, since = facing + move.turn, at
    if since < end:
        runs.append(FacingRun(facing=facing % FULL, start=since, end=end))
    return tuple(runs)


def last_known(weights: tuple[Foot | None, ...], before: Foot | None) -> Foot | None:
    """What carries the dancer after these moves; ``before`` when none of them says."""
    return next((weight for weight in reversed(weights) if weight is not None), before)
