"""How much reading one sheet may cost."""

from __future__ import annotations

from typing import Final

from ...primitives.finding import Finding
from ...primitives.moves import Span
from .. import reading_findings
from ..language.interpretations import (
    FEW_WAYS,
    MANY_WAYS,
    Fitted,
)

MAX_MOVES: Final = 6000


"""Moves that a whole sheet may have after all its repeats."""


class Effort:
    """How much one sheet may cost: moves after all repeats, and ways of reading that are tried."""

    def __init__(self) -> None:
        self._moves = 0
        self._told = False
        self._troubled = 0

    @property
    def ways(self) -> int:
        """How many ways of a line are tried: few once many lines were hard to read."""
        return MANY_WAYS if self._troubled < _MOST_TROUBLED else FEW_WAYS

    def looked(self, fitted: Fitted) -> None:
        """Remember a line that could not be read at once."""
        self._troubled += fitted.cost > 0

    def spend(self, moves: int, span: Span, findings: list[Finding]) -> bool:
        """Take so many moves; False, and one finding, when that is more than a sheet may have."""
        if self._moves + moves > MAX_MOVES:
            if not self._told:
                findings.append(reading_findings.too_long(span, MAX_MOVES))
            self._told = True
            return False
        self._moves += moves
        return True


_MOST_TROUBLED: Final = 60
