"""Building one section: its landings, numbered from the start of the part."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from fractions import Fraction
from typing import Final

from ...primitives.counts import CountList, Feel, label
from ...primitives.finding import Finding
from ...primitives.moves import Move, Span
from .. import reading_findings
from ..claims import facings_in
from ..lines.model import SectionHeading, StepLine
from ..model import EIGHT, FacingClaim, Section

ZERO: Final = Fraction(0)


class SectionBuilder:
    """Takes the landings and moves of one section."""

    def __init__(
        self, *, base: Fraction, title: str, span: Span, heading: SectionHeading | None, feel: Feel
    ) -> None:
        self.title, self.base, self.heading = title, base, heading
        self.moves: list[Move] = []
        self.landings: list[Fraction] = []
        self._furthest: list[Fraction] = []
        """The furthest of the landings up to each one, as far as it was asked for."""
        self.pending: list[tuple[str, int, Span]] = []
        """Lines of words without counts, with the offset of each: steps if none has any."""
        self._span, self._feel = span, feel
        self._shift: Fraction | None = None
        self._over = 0
        """Counts of this section that the one above took along: "8&1" dances the next count 1."""
        self._facings: list[FacingClaim] = []
        if heading is not None:
            self._facings.extend(self._claimed_in(heading, heading.text))

    def _claimed_in(self, heading: SectionHeading, text: str) -> Iterator[FacingClaim]:
        for facing, _, _ in facings_in(text):
            yield FacingClaim(facing=facing, at=self.base, span=heading.span, in_heading=True)

    def dance_heading(self) -> None:
        """The words of the heading are steps: what they say one faces is theirs to claim."""
        heading = self.heading
        if heading is not None:
            title = heading.text[: heading.words_at - heading.span.start]
            self._facings = list(self._claimed_in(heading, title))

    @property
    def reached(self) -> Fraction:
        """Counts of the section that the landings so far take up."""
        if not self.landings:
            return ZERO
        known = self._furthest
        for at in self.landings[len(known) :]:
            known.append(max(at, known[-1]) if known else at)
        return known[-1].__floor__() + 1 - self.base

    @property
    def is_full(self) -> bool:
        """Do the landings fill the counts that the heading claims?"""
        claimed = self._claimed
        return claimed is not None and self.reached == claimed

    @property
    def _claimed(self) -> int | None:
        """Counts by the heading, without the one that the section above took along."""
        heading = self.heading
        if heading is None or heading.counts is None:
            return None
        goes_on = heading.first is not None and heading.first == self.base + 1
        return heading.counts if goes_on else max(heading.counts - self._over, 1)

    def count_words(self, at: Fraction) -> str:
        """The count as this section numbers it."""
        return label(at - self.base + self._over, self._feel)

    def place(
        self, line: StepLine, counts: CountList, findings: list[Finding]
    ) -> tuple[Fraction, ...]:
        """Number the landings of a line and check that they go on from the last one."""
        if self._shift is None:
            self._over = int(self._is_over(counts))
            self._shift = self.numbering(counts) - self._over
        elif self._starts_over(counts):
            self._shift = self.base + self.reached
        shift = self._shift
        landings = tuple(at + shift for at in counts.positions) if shift else counts.positions
        if self.landings and landings[0] <= self.landings[-1]:
            findings.append(
                reading_findings.counts_out_of_order(
                    line, self.title, self.count_words(self.landings[-1])
                )
            )
        self.landings.extend(landings)
        return landings

    def drop_landings(self, count: int) -> None:
        """Take the last landings back."""
        del self.landings[-count:]
        del self._furthest[len(self.landings) :]

    def add_landings(self, landings: Iterable[Fraction]) -> None:
        """Landings that are copied from elsewhere: they are in order already."""
        self.landings.extend(landings)
        if self._shift is None:
            self._shift = self.base

    def number_from(self, shift: Fraction) -> None:
        """The counts written are ``shift`` less than those of the part."""
        self._shift = shift

    def claim_facing(
        self, text: str, span: Span, ends: Sequence[tuple[int, Fraction]] = ()
    ) -> None:
        """Remember the facings that a text states.

        Each is faced after the moves so far, or, where the text has ``ends`` (the place of each
        figure and its last landing), after the last figure in front of it.
        """
        for facing, start, _ in facings_in(text):
            before = [at for place, at in ends if place < start]
            at = before[-1] if before else self.landings[-1]
            self._facings.append(FacingClaim(facing=facing, at=at, span=span))

    def finish(self, part: str, findings: list[Finding]) -> Section:
        """The section, with what is missing in its counts."""
        claimed = self._claimed
        length = max(self.reached, Fraction(claimed or 1))
        first = int(self.base)
        danced = {at.__floor__() for at in self.landings if at >= self.base}
        missing = [n - first + 1 for n in range(first, first + int(length)) if n not in danced]
        if missing:
            findings.append(reading_findings.counts_missing(self._span, part, self.title, missing))
        if claimed and self.reached > claimed and not self._takes_the_next():
            findings.append(
                reading_findings.section_too_long(
                    self._span, part, self.title, claimed, int(self.reached)
                )
            )
        return Section(
            title=self.title,
            start=self.base,
            length=length,
            moves=tuple(self.moves),
            facings=tuple(self._facings),
            span=self._span,
        )

    def _starts_over(self, counts: CountList) -> bool:
        """Is "1-3" under "Counts 13-24" its next six or eight? Only when the heading has room."""
        claimed = self._claimed
        full = self.reached % 6 == 0 or self.reached % 8 == 0
        room = claimed is not None and self.reached > 0 and self.reached < claimed
        return bool(room and full and counts.first == 0)

    def _is_over(self, counts: CountList) -> bool:
        """Does it begin on count 2, behind a section that ends on its count 1?"""
        return self.base > 1 and self.base % EIGHT == 1 and counts.first.__floor__() == 1

    def _takes_the_next(self) -> bool:
        """ "8&1": one count of the next section comes along."""
        return (self.base + self.reached) % EIGHT == 1 and self.landings[-1].denominator == 1

    def numbering(self, counts: CountList) -> Fraction:
        """What to add to this section's own labels: it goes on (9-16) or starts over (1-8)."""
        if not self.base:
            return ZERO
        first = max(counts.first.__floor__(), 0)
        heading_first = self.heading.first if self.heading else None
        goes_on = first == self.base or (heading_first == self.base + 1 and first >= self.base)
        return ZERO if goes_on else self.base
