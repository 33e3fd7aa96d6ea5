"""Parts made from other parts: variants, pieces and step changes."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

from ...errors import CountError
from ...primitives.counts import Feel, parse_counts
from ...primitives.finding import Finding
from ...primitives.moves import Span
from .. import reading_findings
from ..language.lexicon import Lexicon
from ..lines.model import PartHeading, PartSlice, SectionHeading, StepLine
from ..model import Part
from .effort import Effort
from .parts import PartBuilder
from .sections import ZERO


class VariantBuilder(PartBuilder):
    """A part danced like ``base`` except for some counts.

    The base is danced up to the first line that differs, then the lines given, then
    the rest of the base. Sections are those of the base.
    """

    def __init__(
        self,
        heading: PartHeading,
        base: Part,
        base_landings: list[Fraction],
        *,
        name: str,
        feel: Feel,
        lexicon: Lexicon,
        effort: Effort,
    ) -> None:
        super().__init__(
            kind=heading.kind, name=name, feel=feel, start=base.start_weight, claimed=None,
            span=heading.span, lexicon=lexicon, effort=effort,
        )  # fmt: skip
        self._base, self._base_landings = base, base_landings
        self._range = _range_of(heading.alters, base) if heading.alters else None
        self._begun = False
        self._shift_by: Fraction | None = None
        self._opened = self._section(heading.span, None)
        self._opened.title = heading.name

    def open_section(self, heading: SectionHeading) -> None:
        """Headings inside a variant only say which counts come; the lines say it as well."""

    def add_steps(self, line: StepLine) -> None:
        try:
            counts = parse_counts(line.counts, self._feel)
        except CountError as error:
            self.findings.append(reading_findings.counts_unreadable(line, error))
            return
        if not self._begun:
            if self._range is None:
                first = Fraction(max(counts.first.__floor__(), 0))
                self._range = first, first
            self._copy_base(ZERO, self._range[0])
            self._begun = True
        if self._shift_by is None:
            self._shift_by = self._own_numbering(counts.first)
        assert self._opened is not None
        self._opened.number_from(self._shift_by)
        super().add_steps(line)

    def finish(self) -> tuple[Part, tuple[Finding, ...]]:
        """The whole part, cut into the base's sections."""
        start, end = self._range or (self._base.length, self._base.length)
        if not self._begun:
            self._copy_base(ZERO, self._base.length)
            end = self._base.length
        else:
            end = max(end, Fraction(max(self.landings, default=ZERO).__floor__() + 1))
            self._copy_base(end, self._base.length)
        self._opened = None
        part, findings = super().finish()
        length = max(self._base.length, end)
        sections = []
        for index, section in enumerate(self._base.sections):
            last = index == len(self._base.sections) - 1
            upto = length if last else section.end
            moves = tuple(
                m for m in self.moves
                if (m.at >= section.start or not index) and (m.at < upto or last)
            )  # fmt: skip
            sections.append(replace(section, moves=moves, length=upto - section.start, facings=()))
        made = replace(
            part, sections=tuple(sections), variant_of=self._base.name, replaces=(start, end)
        )
        return made, findings

    def _copy_base(self, start: Fraction, end: Fraction) -> None:
        moves = [m for m in self._base.moves if (start <= m.at or not start) and m.at < end]
        before = start or Fraction(-2)
        self.copy(moves, (before, end), ZERO, landings=self._base_landings)

    def _own_numbering(self, first: Fraction) -> Fraction:
        """What to add to the counts written: they may be those of the part or start over."""
        assert self._range is not None
        start = self._range[0]
        whole = Fraction(max(first.__floor__(), 0))
        if whole == start:
            return ZERO
        for section in self._base.sections:
            if section.start <= start < section.end and section.start + whole == start:
                return section.start
        return start - whole


def _range_of(asked: PartSlice, base: Part) -> tuple[Fraction, Fraction] | None:
    if asked.first is not None and asked.last is not None:
        return Fraction(asked.first - 1), Fraction(asked.last)
    if asked.last is not None:
        if asked.from_end:
            return max(base.length - asked.last, ZERO), base.length
        return ZERO, Fraction(asked.last)
    return None


def piece_of(base: Part, asked: PartSlice, name: str, span: Span) -> Part:
    """The first or last counts of a part, or a stretch of them, as a part of its own."""
    start, end = _range_of(asked, base) or (ZERO, base.length)
    kept = [(m, w) for m, w in zip(base.moves, base.weights, strict=True) if start <= m.at < end]
    before = [w for m, w in zip(base.moves, base.weights, strict=True) if m.at < start]
    sections = []
    for section in base.sections:
        first, last = max(section.start, start), min(section.end, end)
        if first < last:
            moves = tuple(m._replace(at=m.at - start) for m, _ in kept if first <= m.at < last)
            sections.append(
                replace(section, start=first - start, length=last - first, moves=moves, facings=())
            )
    return replace(
        base,
        name=name,
        sections=tuple(sections),
        weights=tuple(w for _, w in kept),
        start_weight=before[-1] if before else base.start_weight,
        claimed=None,
        span=span,
        options=(),
        variant_of=base.name,
    )
