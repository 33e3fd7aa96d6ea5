"""Moves written as step lines, so that they read back as the same moves."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from itertools import groupby

from ...primitives.counts import Feel, column
from ...primitives.moves import Move
from ..render import ENGLISH, Language, moves_words

_LINE = 4  # counts in a line


def step_lines(
    moves: Sequence[Move], feel: Feel = Feel.STRAIGHT, language: Language = ENGLISH
) -> str:
    """Lines of at most four counts: ``21&22 R back, L together, R touch``.

    Positions are counts of the part; a line begins where the moves do.

    >>> from ..read import read_sheet
    >>> step_lines(read_sheet("5-8 R rocking chair").sheet.wall.moves)
    '5-8 R rock forward, L recover, R rock back, L recover'
    """
    lines = []
    for _, group in groupby(moves, key=lambda move: max(move.at, Fraction(0)) // _LINE):
        run = list(group)
        lines.append(f"{column([m.at for m in run], feel)} {moves_words(run, language)}")
    return "\n".join(lines)
