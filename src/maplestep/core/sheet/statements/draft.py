"""A statement while its slots are being filled."""

from __future__ import annotations

from dataclasses import dataclass, field
from fractions import Fraction

from ..model import ClaimKind
from .model import LeftOut


@dataclass(slots=True)
class Draft:
    """A statement while its slots are being filled."""

    kind: ClaimKind | None = None
    kind_token: str = ""
    walls: tuple[int, ...] = ()
    facings: tuple[int | None, ...] = ()
    faced: list[int] = field(default_factory=list)
    rule: list[int] = field(default_factory=list)
    nth: int = 0
    after: Fraction | None = None
    after_words: str | None = None
    after_end: int = -1
    walls_end: int = 0
    section: int | None = None
    within: int = 0
    leaves_out: LeftOut | None = None
    after_figure: str = ""
    length: int | None = None
    at_end: bool = False
    here: bool = False
    number: str | None = None
    starts: int | None = None
    clock_wall: int | None = None
    replaces: tuple[int, int] | None = None
    steps: str = ""
    steps_at: int = 0
    asks: str = ""
    hard: bool = False
    inherited: bool = False
    """The kind is that of the statement before, until a word says otherwise."""
    start: int = 0
    end: int = 0

    @property
    def empty(self) -> bool:
        said = self.walls or self.rule or self.asks or self.number or self.replaces
        placed = self.after is not None or self.length is not None or said
        return not placed and (self.kind is None or self.inherited)
