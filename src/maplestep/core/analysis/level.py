"""What a dance shows of its level: figures put beside what a level usually holds.

Evidence, no verdict. The table of what is usual is from memory, without a published
source, and says so wherever it is shown.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from ..primitives.turns import FULL
from ..sheet.model import ClaimKind, Part, PartKind, Sheet

SOURCE: Final = "from memory"
LEVELS: Final = ("absolute beginner", "beginner", "improver", "intermediate", "advanced")


@dataclass(frozen=True, slots=True, kw_only=True)
class Evidence:
    """One measure of a dance.

    ``usual`` holds the most that each level of :data:`LEVELS` usually has; ``level`` the
    lowest level whose usual holds the value; ``beyond`` that the claimed level's does not.
    """

    key: str
    value: float
    usual: tuple[float, ...]
    level: str
    beyond: bool | None


# The most that is usual at each level, from memory.
_USUAL: Final[dict[str, tuple[float, ...]]] = {
    "counts": (32, 32, 48, 64, 96),
    "syncopated": (0.0, 12.5, 25, 50, 100),  # steps between counts, in percent
    "speed": (2.0, 2.5, 3.0, 3.6, 6.0),  # steps a second in the fastest two counts
    "turn": (0.25, 0.75, 1.5, 3.0, 12.0),  # whole turns a wall, both ways added
    "spin": (0.25, 0.5, 0.75, 1.5, 4.0),  # longest unbroken turn, in whole turns
    "events": (0, 1, 3, 5, 12),
    "figures": (6, 10, 16, 24, 60),  # different figures
}


def evidence(sheet: Sheet, *, bpm: float, part: Part | None = None) -> tuple[Evidence, ...]:
    """The measures of a dance at a tempo in beats per minute; empty without steps."""
    wall = part or sheet.wall
    if wall is None or not wall.moves or bpm <= 0:
        return ()
    claimed = sheet.claims.plain_level
    return tuple(_evidence(key, value, claimed) for key, value in _measures(sheet, wall, bpm / 60))


def _evidence(key: str, value: float, claimed: str) -> Evidence:
    usual = _USUAL[key]
    level = next((name for name, most in zip(LEVELS, usual, strict=True) if value <= most), "")
    beyond = None
    if claimed in LEVELS:
        beyond = value > usual[LEVELS.index(claimed)]
    return Evidence(key=key, value=value, usual=usual, level=level or LEVELS[-1], beyond=beyond)


def _measures(sheet: Sheet, wall: Part, counts_a_second: float) -> Iterator[tuple[str, float]]:
    moves = [move for move in wall.moves if move.foot is not None]
    between = sum(1 for move in moves if move.at.denominator != 1)
    total = sum(part.length for part in sheet.danced)
    yield "counts", float(total)
    yield "syncopated", round(100 * between / len(moves), 1) if moves else 0.0
    yield "speed", round(fastest(wall)[1] * counts_a_second, 2)
    yield "turn", sum(abs(move.turn) for move in wall.moves) / FULL
    yield "spin", longest_spin(wall)[1] / FULL
    yield "events", float(_events(sheet))
    yield "figures", float(len({move.figure for move in moves}))


def fastest(part: Part) -> tuple[Fraction, float]:
    """Where the most steps fall on two counts, and how many a count that is.

    Weightless moves count as well: the feet are as busy. Positions in counts of the part.
    """
    landings = sorted({move.at for move in part.moves if move.foot is not None})
    best, where, first = 0, Fraction(0), 0
    for last, at in enumerate(landings):
        while landings[first] + 2 <= at:
            first += 1
        if last - first + 1 > best:
            best, where = last - first + 1, landings[first]
    return where, best / 2


def longest_spin(part: Part) -> tuple[Fraction, int]:
    """Where the longest turn to one side without a break begins, and its eighths.

    A move without a turn that lasts a count or more breaks it.
    """
    best, where = 0, Fraction(0)
    run, start, side, last = 0, Fraction(0), 0, Fraction(-9)
    for move in part.moves:
        if not move.turn:
            continue
        sign = 1 if move.turn > 0 else -1
        if sign != side or move.at - last > 1:
            run, start, side = 0, move.at, sign
        run += abs(move.turn)
        last = move.at
        if run > best:
            best, where = run, start
    return where, best


def _events(sheet: Sheet) -> int:
    """Tags, restarts and changes: as the notes name them, or as their steps are given."""
    noted = sum(len(c.walls) or 1 for c in sheet.events if c.kind is not ClaimKind.ENDING)
    given = sum(
        1 for p in sheet.parts if p.kind in {PartKind.TAG, PartKind.BRIDGE, PartKind.CHANGE}
    )
    return max(noted, given)
