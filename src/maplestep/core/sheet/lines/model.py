"""What a line of a sheet can be."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

from ...primitives.moves import Span
from ..model import PartKind
from .head import Fact
from .repeats import Repetition


@dataclass(frozen=True, slots=True, kw_only=True)
class PartSlice:
    """Counts of another part: all of it, its first or last so many, or [first, last]."""

    base: str
    first: int | None = None
    last: int | None = None
    from_end: bool = False


class PartHeading(NamedTuple):
    """A part, tag, bridge, ending or step change begins.

    ``alters`` names the part it is a variant of and the counts that are danced otherwise;
    ``takes`` the part it is only a piece of. ``words`` are steps on the heading's own line.
    """

    text: str
    span: Span
    kind: PartKind
    name: str
    counts: int | None
    alters: PartSlice | None = None
    takes: PartSlice | None = None
    words: str = ""
    words_at: int = 0


class SectionHeading(NamedTuple):
    """``first`` and ``counts`` are what the heading claims: "[9-16]" gives 9 and 8.

    ``words`` is what stands behind it: a title, or the section's steps.
    """

    text: str
    span: Span
    title: str
    first: int | None
    counts: int | None
    words: str = ""
    words_at: int = 0
    repeats: Repetition | None = None


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
