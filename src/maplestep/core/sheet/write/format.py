"""A sheet written back in canonical text, with nothing lost.

Headings, counts and figures get one form. A line of steps is only rewritten when the new
words are danced exactly like the old ones and no word of it was left unread; everything
else, remarks and comments too, stays as it was written.
"""

from __future__ import annotations

import re
from bisect import bisect_left
from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

from ...errors import CountError
from ...figures.expand import FigureUse, Stance
from ...primitives.counts import parse_counts
from ...primitives.feet import Foot
from ...primitives.moves import Move
from ..build.dancing import dance
from ..language.interpretations import Fitted, fit_line
from ..language.kinds import Kind
from ..language.lexicon import Lexicon, standard
from ..lines.columns import option_in
from ..lines.head import Fact
from ..lines.model import FigureLine, Line, OptionLine, PartHeading, SectionHeading, StepLine
from ..model import Sheet
from ..read import Reading, read_sheet
from ..render import ENGLISH, Language, uses_words

_UNREAD: Final = frozenset(
    {Kind.OTHER, Kind.STYLE, Kind.CLOCK, Kind.SQUARE, Kind.NUMBER, Kind.TIMES}
)
_BRACKETS: Final = re.compile(r"\s*[(\[][^()\[\]]*[)\]]")
_WIDTH: Final = 6


@dataclass(frozen=True, slots=True, kw_only=True)
class Style:
    """How to write: the language, and counts that go on (9-16) or start over (1-8).

    ``goes_on`` is None to leave the numbering as it is.
    """

    language: Language = ENGLISH
    goes_on: bool | None = None
    rewrites: bool = True
    """Put the words in canonical form as well, not only the counts and headings."""


def format_sheet(reading: Reading, style: Style = Style()) -> str:
    """The sheet in canonical text.

    >>> from ..read import read_sheet
    >>> print(format_sheet(read_sheet("Gate\\n**S1**\\n1 – 2: Step R fwd, touch L beside R")))
    Gate
    <BLANKLINE>
    Section 1
    1-2   R forward, L touch
    <BLANKLINE>
    """
    danced = _signature(reading.sheet)
    # Each way of writing is read back; a plainer one is taken where it would not be the same.
    plainer = replace(style, goes_on=None)
    for tried in (style, plainer, replace(plainer, rewrites=False)):
        text = "\n".join(SheetWriter(reading, tried).lines()) + "\n"
        if _signature(read_sheet(text, reading.own).sheet) == danced:
            return text
    return reading.text


def _signature(sheet: Sheet) -> list[object]:
    """What is danced, without names and places."""
    return [
        (p.name, p.kind, p.length, p.weights, [(m.at, *m[1:6]) for m in p.moves])
        for p in sheet.parts
    ]


class SheetWriter:
    """Writes the lines of a reading in one style."""

    def __init__(self, reading: Reading, style: Style) -> None:
        self._reading, self._style = reading, style
        self._sheet = reading.sheet
        self._lexicon = Lexicon(reading.own) if reading.own else standard()
        self._shifts = _shifts(reading.sheet)
        self._starts = sorted(self._shifts)
        self._title_done = False

    def lines(self) -> Iterator[str]:
        blank = True
        written: list[str] = []
        for group in _by_line(self._reading.lines):
            for text in self._group(group):
                heading = isinstance(group[0], SectionHeading | PartHeading)
                if not text and blank:
                    continue
                if heading and not blank:
                    written.append("")
                written.append(text)
                blank = not text
        while written and not written[-1]:
            written.pop()
        yield from written

    def _group(self, group: list[Line]) -> Iterator[str]:
        """All that one line of the sheet was read as."""
        first = group[0]
        comment = self._comment(first)
        if isinstance(first, Fact):
            yield from self._facts(group, comment)
            return
        texts = [self._one(line) for line in group]
        for index, text in enumerate(texts):
            yield text + (comment if index == len(texts) - 1 else "")

    def _comment(self, line: Line) -> str:
        whole = self._reading.text[line.span.start : line.span.end].rstrip("\r")
        last = whole.split("\n")[-1]
        return f"  //{last.split('//', 1)[1]}".rstrip() if "//" in last else ""

    def _one(self, line: Line) -> str:
        match line:
            case StepLine():
                return self._steps(line)
            case SectionHeading():
                return _section(line)
            case PartHeading():
                return _part(line)
            case OptionLine():
                counts = f" {_counts(line.counts)}" if line.counts else ""
                return f"Easier option{counts}: {' '.join(line.words.split())}"
            case FigureLine():
                return f"Figure {line.name} = {_counts(line.counts)} {' '.join(line.words.split())}"
            case _:
                return line.text.strip() if re.search(r"\w", line.text) else ""

    def _facts(self, group: list[Line], comment: str) -> Iterator[str]:
        """The title plain; the other facts as they were, as the head is the author's."""
        fact = group[0]
        assert isinstance(fact, Fact)
        text = fact.value if fact.key == "title" and not self._title_done else fact.text
        self._title_done = self._title_done or fact.key == "title"
        plain = re.sub(r"\s+", " ", re.sub(r"[*_#|]+", " ", text)).strip()
        yield plain + comment

    def _steps(self, line: StepLine) -> str:
        counts, words = self.columns(line)
        return f"{counts:<{_WIDTH - 1}} {words}".strip()

    def columns(self, line: StepLine, *, options: bool = True) -> tuple[str, str]:
        """Count column and words of a line of steps, easier ways in brackets left in or out."""
        option = option_in(line.words)
        behind = ""
        if option is not None:
            behind = f" (option: {' '.join(option[2].split())})" if options else ""
            line = line._replace(words=option[0])
        words = " ".join(line.words.split())
        counts = _counts(line.counts)
        if self._style.goes_on is not None and counts:
            counts = self._renumbered(line, counts)
        if line.repeats is not None:
            return counts, words
        return counts, (self._canonical(line) or words) + behind

    def head(self) -> list[str]:
        """The lines of the head, without the title."""
        groups = [group for group in _by_line(self._reading.lines) if isinstance(group[0], Fact)]
        return [
            text for group in groups for text in self._facts(group, "") if text != self._sheet.title
        ]

    def _renumbered(self, line: StepLine, counts: str) -> str:
        """The counts from the start of the section, or of the part."""
        place = self._place(line)
        numbers = re.findall(r"\d+", counts)
        if place is None or not numbers:
            return counts
        at = (place[1] if self._style.goes_on else place[0]) / self._sheet.timing
        # "&3" lands before 3: the first number written is the one behind the landing.
        first = at.__floor__() + (1 if counts[0].isdecimal() else 2)
        by = first - int(numbers[0])
        return re.sub(r"\d+", lambda match: str(int(match[0]) + by), counts)

    def _place(self, line: StepLine) -> tuple[Fraction, Fraction] | None:
        """Where the line first lands, in its section and in its part."""
        index = bisect_left(self._starts, line.words_at)
        if index < len(self._starts) and self._starts[index] < line.words_at + len(line.words):
            return self._shifts[self._starts[index]]
        return self._shifts.get(line.span.start)

    def _canonical(self, line: StepLine) -> str | None:
        """The line's figures in canonical words, if that says exactly the same."""
        if not self._style.rewrites:
            return None
        try:
            counts = parse_counts(line.counts, self._sheet.feel)
        except CountError:
            return None
        landings, whole = counts.positions, counts.whole
        fitted = fit_line(line.words, len(landings), whole, self._lexicon)
        if not _sure(fitted) or any(_says_more(use) for use in fitted.uses):
            return None
        bare = self._lexicon.lexemes(_BRACKETS.sub("", line.words))
        if any(lexeme.kind in _UNREAD for lexeme in bare):
            return None
        stance = self._stance(line)
        moves, feet = _danced(fitted, landings, stance)
        words = uses_words(fitted.uses, feet, self._style.language)
        again = fit_line(words, len(landings), whole, self._lexicon)
        if again.how == "short" or again.unknown or _danced(again, landings, stance)[0] != moves:
            return None
        kept = [b for b in _BRACKETS.findall(line.words) if self._is_style(b)]
        return words + "".join(f" {bracket.strip()}" for bracket in kept)

    def _is_style(self, bracket: str) -> bool:
        """Brackets that no figure took anything from are kept as they are."""
        kinds = {lexeme.kind for lexeme in self._lexicon.lexemes(bracket[1:])}
        return bool(kinds & {Kind.OTHER, Kind.STYLE, Kind.CLOCK, Kind.FIGURE})

    def _stance(self, line: StepLine) -> Stance:
        """How the dancer stands before a line."""
        for part in self._sheet.parts:
            weight, facing = part.start_weight, 0
            for move, after in zip(part.moves, part.weights, strict=True):
                if move.span.start >= line.words_at and move.span.line == line.span.line:
                    return Stance(weight=weight, facing=facing)
                weight, facing = after, facing + move.turn
        return Stance(weight=None)


def _sure(fitted: Fitted) -> bool:
    """Is a line read as it is written, every word of it?"""
    bent = fitted.how in {"short", "rhythm"} or fitted.unread or fitted.differs
    ended = any(use.ending_direction for use in fitted.uses)
    return bool(fitted.uses) and not fitted.unknown and not bent and not ended


def _says_more(use: FigureUse) -> bool:
    """Is a direction said that the figure's moves do not show ("toe fan out")?"""
    figure = use.figure
    return bool(use.direction) and not figure.takes_direction and use.direction != figure.direction


def _danced(
    fitted: Fitted, landings: tuple[Fraction, ...], stance: Stance
) -> tuple[list[tuple[object, ...]], list[Foot | None]]:
    """The moves without names and places, and the foot that leads each figure."""
    found: list[tuple[object, ...]] = []
    feet: list[Foot | None] = []
    for use, moves in zip(fitted.uses, dance(fitted, landings, stance), strict=False):
        feet.append(_leads(use.figure.ways[0], moves))
        found += [(m.at, m.foot, m.verb, m.direction, m.weight, m.turn) for m in moves]
    feet += [None] * (len(fitted.uses) - len(feet))
    return found, feet


def _leads(way: str, moves: tuple[Move, ...]) -> Foot | None:
    role = way.strip("[")[0]
    first = moves[0].foot if moves else None
    if first not in (Foot.LEFT, Foot.RIGHT) or role not in "FO":
        return None
    return first if role == "F" else first.other


def _shifts(sheet: Sheet) -> dict[int, tuple[Fraction, Fraction]]:
    """For the words of a line: where it first lands in its section and in its part."""
    found: dict[int, tuple[Fraction, Fraction]] = {}
    for part in sheet.parts:
        for section in part.sections:
            for move in section.moves:
                found.setdefault(move.span.start, (move.at - section.start, move.at))
    return found


def _by_line(lines: tuple[Line, ...]) -> Iterator[list[Line]]:
    group: list[Line] = []
    for line in lines:
        if group and line.span.line != group[0].span.line:
            yield group
            group = []
        group.append(line)
    if group:
        yield group


def _counts(written: str) -> str:
    """A count column without spaces and word processors' dashes."""
    plain = re.sub(r"[–—−]", "-", written).replace("+", "&")
    plain = re.sub(r"(?<=\d)\s+(?=\d)", "-", plain.strip())
    plain = re.sub(r"(\d+)(?:-\d+)*-(\d+)", r"\1-\2", plain)
    return re.sub(r"\s*([-&])\s*", r"\1", plain).strip().lower()


def _section(line: SectionHeading) -> str:
    plain = re.sub(r"\s+", " ", re.sub(r"[*_#•]+", " ", line.text)).strip()
    if line.title.startswith("Counts") and line.first is not None and line.counts:
        words = f" {line.words}" if line.words else ""
        return f"[{line.first}-{line.first + line.counts - 1}]{words}"
    number = re.match(r"Section (\d+)", line.title)
    if number is None:
        return line.text.strip() if line.title else plain
    behind = re.sub(
        r"^(?:section|sect?\.?|séquence|sequence|part|partie|set|s)\s*#?\d+\s*[:.\-–—)]?\s*",
        "", plain, flags=re.IGNORECASE,
    )  # fmt: skip
    return f"Section {number[1]}" + (
        f": {behind}" if behind and behind[0] not in "([" else f" {behind}" if behind else ""
    )


def _part(line: PartHeading) -> str:
    plain = re.sub(r"\s+", " ", re.sub(r"[*_#•]+", " ", line.text)).strip()
    simple = not line.alters and not line.takes and not line.words
    if simple and re.fullmatch(r"(?i)part(?:ie)? \w['’]?", plain):
        return f"Part {line.name}"
    return plain
