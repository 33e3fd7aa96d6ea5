"""A sheet as it is printed: parts, sections and lines, counted both ways, with facings."""

from __future__ import annotations

import re
from bisect import bisect_right
from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

from ...primitives.counts import column
from ...primitives.moves import Move
from ...primitives.turns import clock
from ..lines.headings import heading_in
from ..lines.model import PartHeading, Remark, StepLine
from ..model import Option, Part, PartKind, Section
from ..options import counts_of, differences
from ..read import Reading
from ..render import ENGLISH, moves_words
from .format import SheetWriter, Style


@dataclass(frozen=True, slots=True, kw_only=True)
class PrintedLine:
    """``counts`` start over in every section, ``counts_on`` go on through the part.

    ``facing`` is the clock after the line, "" when nothing of it is danced.
    """

    counts: str
    counts_on: str
    words: str
    facing: str


@dataclass(frozen=True, slots=True, kw_only=True)
class PrintedOption:
    """An easier way, and whether it is equal in counts, turn and end foot."""

    counts: str
    words: str
    equal: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class PrintedSection:
    """``first`` and ``last`` are counts of the part."""

    title: str
    first: int
    last: int
    lines: tuple[PrintedLine, ...]
    options: tuple[PrintedOption, ...]
    start_facing: str
    end_facing: str
    model: Section


@dataclass(frozen=True, slots=True, kw_only=True)
class PrintedPart:
    """``heading`` is what the sheet wrote above it, plain."""

    kind: PartKind
    name: str
    variant_of: str
    counts: str
    heading: str
    sections: tuple[PrintedSection, ...]
    model: Part


@dataclass(frozen=True, slots=True, kw_only=True)
class PrintedSheet:
    """Everything a printed sheet says."""

    title: str
    facts: tuple[str, ...]
    parts: tuple[PrintedPart, ...]
    notes: tuple[str, ...]


def printed(reading: Reading, style: Style) -> PrintedSheet:
    """The sheet laid out for printing, in the style's language."""
    return _Printer(reading, style).sheet()


_HERE: Final = re.compile(r"\b(?:here|ici)\b", re.IGNORECASE)


def is_sentence(heading: PartHeading) -> bool:
    """Is a heading a sentence, such as "Add the tag after wall 2"?"""
    return not isinstance(heading_in(heading.text, heading.span), PartHeading)


class _Printer:
    def __init__(self, reading: Reading, style: Style) -> None:
        self._reading, self._style = reading, style
        self._sizes: dict[int, int] = {}
        self._over = SheetWriter(reading, replace(style, goes_on=False))
        self._on = SheetWriter(reading, replace(style, goes_on=True))
        self._steps = [line for line in reading.lines if isinstance(line, StepLine)]
        self._starts = [line.words_at for line in self._steps]
        self._danced = {
            self._line_of(move.span.start) for part in reading.sheet.parts for move in part.moves
        }
        self._headings = {
            line.span.start: line for line in reading.lines if isinstance(line, PartHeading)
        }

    def sheet(self) -> PrintedSheet:
        sheet = self._reading.sheet
        facts = self._over.head()
        return PrintedSheet(
            title=sheet.title,
            facts=tuple(facts),
            parts=tuple(self._part(part) for part in sheet.parts),
            notes=tuple(self._notes()),
        )

    def _notes(self) -> Iterator[str]:
        """Remarks, for the foot of the sheet; "here" becomes the count reached there."""
        sheet = self._reading.sheet
        whole = sheet.timing == 1
        reached = {
            stated.span.line: stated.reached
            for stated in sheet.statements
            if stated.statement.here and whole and stated.reached.denominator == 1
        }
        for line in self._reading.lines:
            said = line.text.strip().lstrip("*# ")
            if isinstance(line, PartHeading) and is_sentence(line):
                yield said
            if not (isinstance(line, Remark) and any(c.isalnum() for c in line.text)):
                continue
            if line.span.line in reached:
                words = "après {} temps" if "ici" in said.lower().split() else "after {} counts"
                said = _HERE.sub(words.format(reached[line.span.line]), said, count=1)
            yield said

    def _part(self, part: Part) -> PrintedPart:
        heading = self._headings.get(part.span.start)
        facing = 0
        timing = self._reading.sheet.timing
        sections = []
        seen: set[int] = set()
        for section in part.sections:
            ends = facing + sum(move.turn for move in section.moves)
            sections.append(
                PrintedSection(
                    title=section.title,
                    first=int(section.start / timing) + 1,
                    last=int(section.end / timing),
                    lines=tuple(self._lines(section, facing, seen)),
                    options=tuple(self._options(part, section)),
                    start_facing=clock(facing),
                    end_facing=clock(ends),
                    model=section,
                )
            )
            facing = ends
        return PrintedPart(
            kind=part.kind,
            name=part.name,
            variant_of=part.variant_of,
            counts=str(part.length / timing),
            heading=heading.text.strip().strip("#*_ ") if heading else "",
            sections=tuple(sections),
            model=part,
        )

    def _lines(self, section: Section, facing: int, seen: set[int]) -> Iterator[PrintedLine]:
        """The step lines that the section's moves come from, each once.

        Moves that come from no line of their own, or only from a piece of one (a variant),
        are written out.
        """
        now = facing
        last = -1
        for index, moves in self._groups(section):
            now += sum(move.turn for move in moves)
            whole = index >= 0 and self._sizes.setdefault(index, len(moves)) == len(moves)
            if not whole or index in seen:
                yield self._spelt(section, moves, clock(now))
                continue
            # Lines that nobody could dance stand between those that are.
            for skipped in range(last + 1, index) if last >= 0 else ():
                if skipped not in seen | self._danced:
                    seen.add(skipped)
                    yield self._line(self._steps[skipped], "")
            seen.add(index)
            last = index
            yield self._line(self._steps[index], clock(now))

    def _groups(self, section: Section) -> Iterator[tuple[int, list[Move]]]:
        """Consecutive moves of one line, or of one figure where there is no line."""
        key = None
        group: list[Move] = []
        for move in section.moves:
            index = self._line_of(move.span.start)
            named = (index, "") if index >= 0 else (index, f"{move.figure} {move.span}")
            if group and named != key:
                yield self._line_of(group[0].span.start), group
                group = []
            key = named
            group.append(move)
        if group:
            yield self._line_of(group[0].span.start), group

    def _spelt(self, section: Section, moves: list[Move], facing: str) -> PrintedLine:
        words = moves_words(moves, self._style.language)
        timing = self._reading.sheet.timing

        def counted(base: Fraction) -> str:
            feel = self._reading.sheet.feel
            return column([(move.at - base) / timing for move in moves], feel)

        return PrintedLine(
            counts=counted(section.start),
            counts_on=counted(Fraction(0)),
            words=words,
            facing=facing,
        )

    def _line_of(self, start: int) -> int:
        """Index of the step line whose words hold this place; -1 if there is none."""
        index = bisect_right(self._starts, start) - 1
        line = self._steps[index] if index >= 0 else None
        if line is not None and start <= line.words_at + len(line.words):
            return index
        return next((n for n, each in enumerate(self._steps) if each.span.start == start), -1)

    def _line(self, line: StepLine, facing: str) -> PrintedLine:
        over, words = self._over.columns(line, options=False)
        on, _ = self._on.columns(line)
        return PrintedLine(counts=over, counts_on=on, words=words, facing=facing)

    def _option_words(self, option: Option) -> str:
        """As written; in another language its moves are written out."""
        if self._style.language is ENGLISH or not option.known:
            return " ".join(option.text.split())
        return moves_words(option.moves, self._style.language)

    def _options(self, part: Part, section: Section) -> Iterator[PrintedOption]:
        feel = self._reading.sheet.feel
        for option in part.options:
            if section.start <= option.start < section.end:
                yield PrintedOption(
                    counts=counts_of(part, option, feel),
                    words=self._option_words(option),
                    equal=option.known and not differences(part, option),
                )
