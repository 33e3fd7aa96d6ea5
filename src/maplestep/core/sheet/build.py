"""Building one part: numbering of sections, landings, feet and weight, line by line."""

from __future__ import annotations

import re
from fractions import Fraction
from typing import Final

from ..counts import CountList, Feel, label, parse_counts
from ..errors import CountError
from ..feet import Foot, is_free
from ..figures.expand import FigureUse, expand
from ..finding import Finding
from ..moves import Move, Span
from ..turns import parse_clock
from . import found
from .assign import fit
from .clauses import ways_to_read
from .lines import Remark, SectionHeading, StepLine
from .model import Claim, FacingClaim, Part, PartKind, Section

_FACING: Final = re.compile(
    r"\b(?:facing|face)\s+((?:1[0-2]|[1-9])(?::[0-5]\d)?(?:\s*o['’]?\s*clock)?)\b"
    r"|[\[(]\s*((?:1[0-2]|[1-9]):[0-5]\d)\s*[\])]",
    re.IGNORECASE,
)

# "Restart here on wall 3 facing 9:00" says nothing about wall 1.
_EVENT_WORDS: Final = re.compile(r"\b(?:wall|restart|tag|bridge|ending)s?\b", re.IGNORECASE)


class PartBuilder:
    """Takes the lines of one part and gives the part with what was found."""

    def __init__(
        self,
        *,
        kind: PartKind,
        name: str,
        feel: Feel,
        start: Foot | None,
        claimed: Claim | None,
        span: Span,
    ) -> None:
        self._kind, self._name, self._feel = kind, name, feel
        self._claimed, self._span = claimed, span
        self._start = self._weight = start
        self._weights: list[Foot | None] = []
        self._opens_unknown = False
        self._sections: list[Section] = []
        self._findings: list[Finding] = []
        self._heading: SectionHeading | None = None
        self._opened: SectionBuilder | None = None

    def open_section(self, heading: SectionHeading) -> None:
        """A new section begins; the one before is complete."""
        self._close_section()
        self._heading = heading
        self._opened = self._section(heading.span, heading)

    def add_remark(self, remark: Remark) -> None:
        """A facing may be claimed in free text below the steps; an empty line ends nothing."""
        about_a_wall = _EVENT_WORDS.search(remark.text)
        if self._opened is not None and self._opened.landings and not about_a_wall:
            self._opened.claim_facing(remark.text, remark.span)

    def add_steps(self, line: StepLine) -> None:
        """Read a line of steps and dance it."""
        try:
            counts = parse_counts(line.counts, self._feel)
        except CountError as error:
            self._findings.append(found.counts_unreadable(line, error))
            return
        if self._opened is None or self._starts_over(counts):
            self._close_section()
            self._heading = None
            self._opened = self._section(line.span, None)
        self._opened.place(line, counts, self._findings)
        landings = self._opened.landings[-len(counts.positions) :]
        self._dance(line, landings)
        self._opened.claim_facing(line.words, line.span)

    def finish(self) -> tuple[Part, tuple[Finding, ...]]:
        """The part as far as it was read."""
        self._close_section()
        part = Part(
            kind=self._kind,
            name=self._name,
            sections=tuple(self._sections),
            start_weight=self._start,
            weights=tuple(self._weights),
            claimed=self._claimed,
            span=self._span,
            opens_unknown=self._opens_unknown,
        )
        return part, tuple(self._findings)

    def _section(self, span: Span, heading: SectionHeading | None) -> SectionBuilder:
        base = self._sections[-1].end if self._sections else Fraction(0)
        title = heading.title if heading else f"Section {len(self._sections) + 1}"
        return SectionBuilder(base=base, title=title, span=span, heading=heading, feel=self._feel)

    def _starts_over(self, counts: CountList) -> bool:
        """Without headings a new count 1 begins the next section."""
        opened = self._opened
        assert opened is not None
        return (
            self._heading is None
            and bool(opened.landings)
            and counts.first < 1
            and opened.reached >= 4
        )

    def _close_section(self) -> None:
        if self._opened is not None and self._opened.landings:
            self._sections.append(self._opened.finish(self._name, self._findings))
        self._opened = None

    def _dance(self, line: StepLine, landings: tuple[Fraction, ...]) -> None:
        fitted = fit(ways_to_read(line.words, line.words_at, line.span.line), len(landings))
        for unknown in fitted.unknown:
            # Nobody knows which foot it ends on; guessing would only add false alarms.
            self._weight = None
            self._opens_unknown = self._opens_unknown or not self._weights
            self._findings.append(found.figure_unknown(line, unknown))
        if not fitted.uses:
            if not fitted.unknown:
                self._findings.append(found.no_words(line))
            return
        if not fitted.fits and not fitted.unknown:
            self._findings.append(found.landings_do_not_fit(line, len(landings), fitted.uses))
        start = 0
        for use, share in zip(fitted.uses, fitted.shares, strict=True):
            if share:
                self._figure(line, use, landings[start : start + share])
            start += share

    def _figure(self, line: StepLine, use: FigureUse, landings: tuple[Fraction, ...]) -> None:
        assert self._opened is not None
        expansion = expand(use, landings, self._weight)
        if expansion.assumed_turn:
            self._findings.append(found.turn_assumed(line, use, expansion.assumed_turn))
        if expansion.assumed_foot and self._weights:
            self._findings.append(found.foot_assumed(line, use, expansion.assumed_foot))
        for move in expansion.moves:
            self._weigh(move)
            self._opened.moves.append(move)

    def _weigh(self, move: Move) -> None:
        """Follow the weight; a foot that carries the dancer cannot move."""
        assert self._opened is not None
        if not self._weights and self._start is None and move.foot in (Foot.LEFT, Foot.RIGHT):
            self._start = self._weight = move.foot.other
        foot = move.foot
        if foot is not None and not move.may_move_loaded_foot and not is_free(foot, self._weight):
            self._findings.append(
                found.weight_conflict(move, self._opened.count_words(move.at), self._opened.title)
            )
        if move.weight is not None:
            self._weight = move.weight
        self._weights.append(self._weight)


class SectionBuilder:
    """The landings of one section, numbered from the start of the part."""

    def __init__(
        self,
        *,
        base: Fraction,
        title: str,
        span: Span,
        heading: SectionHeading | None,
        feel: Feel,
    ) -> None:
        self.title = title
        self.moves: list[Move] = []
        self.landings: tuple[Fraction, ...] = ()
        self._base, self._span, self._heading, self._feel = base, span, heading, feel
        self._shift: Fraction | None = None
        self._facings: list[FacingClaim] = []
        if heading is not None:
            self._facings.extend(
                FacingClaim(facing=facing, at=base, span=heading.span, in_heading=True)
                for facing in _facings_in(heading.text)
            )

    @property
    def reached(self) -> Fraction:
        """Counts of the section that the landings so far take up."""
        if not self.landings:
            return Fraction(0)
        return Fraction(max(at for at in self.landings).__floor__() + 1) - self._base

    def count_words(self, at: Fraction) -> str:
        """The count as this section numbers it."""
        return label(at - self._base, self._feel)

    def place(self, line: StepLine, counts: CountList, findings: list[Finding]) -> None:
        """Number the landings of a line and check that they go on from the last one."""
        if self._shift is None:
            self._shift = self._numbering(counts)
        landings = tuple(at + self._shift for at in counts.positions)
        if self.landings and landings[0] <= self.landings[-1]:
            findings.append(
                found.counts_out_of_order(line, self.title, self.count_words(self.landings[-1]))
            )
        self.landings += landings

    def claim_facing(self, text: str, span: Span) -> None:
        """Remember a facing that the text states after the moves so far."""
        for facing in _facings_in(text):
            self._facings.append(FacingClaim(facing=facing, at=self.landings[-1], span=span))

    def finish(self, part: str, findings: list[Finding]) -> Section:
        """The section, with what is missing in its counts."""
        claimed = self._heading.counts if self._heading else None
        length = max(self.reached, Fraction(claimed or 1))
        danced = {at.__floor__() for at in self.landings if at >= self._base}
        first = int(self._base)
        missing = [n - first + 1 for n in range(first, first + int(length)) if n not in danced]
        if missing:
            findings.append(found.counts_missing(self._span, part, self.title, missing))
        if claimed and self.reached > claimed:
            findings.append(
                found.section_too_long(self._span, part, self.title, claimed, int(self.reached))
            )
        return Section(
            title=self.title,
            start=self._base,
            length=length,
            moves=tuple(self.moves),
            facings=tuple(self._facings),
            span=self._span,
        )

    def _numbering(self, counts: CountList) -> Fraction:
        """What to add to this section's own labels: it goes on (9-16) or starts over (1-8)."""
        first = Fraction(max(counts.first, Fraction(0)).__floor__())
        heading_first = self._heading.first if self._heading else None
        goes_on = self._base > 0 and (
            first == self._base or (heading_first == self._base + 1 and first >= self._base)
        )
        return Fraction(0) if goes_on else self._base


def _facings_in(text: str) -> list[int]:
    return [parse_clock(a or b) for a, b in _FACING.findall(text) if _is_clock(a or b)]


def _is_clock(text: str) -> bool:
    try:
        parse_clock(text)
    except ValueError:
        return False
    return True
