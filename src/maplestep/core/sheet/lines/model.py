"""What a line of a sheet can be."""

from __future__ import annotations

from typing import NamedTuple

from ...moves import Span
from .head import Fact
from .headings import PartHeading, SectionHeading
from .repeats import Repetition


class Remark(NamedTuple):
    """Free text, or an empty line."""

    text: str
    span: Span

    @property
    def blank(self) -> bool:
        return not self.text.strip()


class StepLine(NamedTuple):
    """``counts`` is the count column; ``words`` starts at offset ``words_at`` of the sheet.

    ``repeats`` is set where the words ask for an earlier passage again.
    """

    text: str
    span: Span
    counts: str
    counts_at: int
    words: str
    words_at: int
    repeats: Repetition | None = None
    behind: str = ""
    """What one faces after these steps, where it stands behind their count: "(2) (6:00)"."""

    @property
    def uncounted(self) -> bool:
        """Are the counts those of the figures' usual rhythm, and not written?"""
        return self.counts_at == self.words_at


class OptionLine(NamedTuple):
    """An easier way to dance ``counts``, or the line above when they are empty."""

    text: str
    span: Span
    counts: str
    words: str
    words_at: int


class FigureLine(NamedTuple):
    """A figure that the sheet defines itself: "Figure wobble = 1&2 R side, L together, ..."."""

    text: str
    span: Span
    name: str
    counts: str
    words: str


Line = Fact | PartHeading | SectionHeading | Remark | StepLine | OptionLine | FigureLine
