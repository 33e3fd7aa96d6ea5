"""How a dance is counted aloud: in eights or sixes, and what is said between the counts."""

from __future__ import annotations

from fractions import Fraction
from typing import Final

from ..primitives.counts import Feel
from .model import Part, Sheet

EIGHT: Final = 8
SIX: Final = 6
_IN_THREES: Final = frozenset({"waltz basic", "waltz basic back", "twinkle"})
_BETWEEN: Final = {
    Feel.STRAIGHT: ((Fraction(1, 2), "&"),),
    Feel.ROLLING: ((Fraction(1, 3), "&"), (Fraction(2, 3), "a")),
}


def unit_said(sheet: Sheet) -> int | None:
    """6 or 8, by what a sheet's sections say; None when they fit both or neither.

    A waltz has them of 6, 12 or 30 counts, other dances of 8, 16 or 32 and now and then an odd
    one (common practice).
    """
    lengths = [section.length for part in sheet.danced for section in part.sections]
    sixes = sum(length % SIX == 0 and length % EIGHT != 0 for length in lengths)
    eights = sum(length % EIGHT == 0 and length % SIX != 0 for length in lengths)
    odd = sum(length % EIGHT != 0 and length % SIX != 0 for length in lengths)
    if sixes > eights + odd:
        return SIX
    return EIGHT if eights > sixes else None


def count_unit(sheet: Sheet) -> int:
    """After how many counts one says "1" again: 8, or 6 in waltz time."""
    said = unit_said(sheet)
    if said is not None:
        return said
    threes = any(move.figure in _IN_THREES for part in sheet.danced for move in part.moves)
    return SIX if threes else EIGHT


def count_labels(part: Part, unit: int = EIGHT) -> list[str]:
    """What dancers say on each whole count: every section starts over at 1, and a long one
    after every eight (six); one of up to two counts more is counted through."""
    return [
        str(count % unit + 1 if section.length > unit + 2 else count + 1)
        for section in part.sections
        for count in range(int(section.length))
    ]


def between_counts(feel: Feel) -> tuple[tuple[Fraction, str], ...]:
    """What is said between two counts, and where, in counts behind the first."""
    return _BETWEEN[feel]
