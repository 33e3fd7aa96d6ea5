"""Reading a sheet: text in, parts with every move, foot and weight out.

The reader never gives up: what it cannot use becomes a finding at its place and
the rest is still read. Complexity: linear in the text.
"""

from __future__ import annotations

import unicodedata
from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Final

from ..counts import Feel
from ..errors import FileError
from ..feet import Foot
from ..finding import Finding
from ..moves import Span
from .build import PartBuilder
from .lines import Fact, Line, PartHeading, Remark, SectionHeading, StepLine, read_lines
from .model import Claim, Claims, Part, PartKind, Sheet

MAX_LINES: Final = 2000
MAX_CHARACTERS: Final = 200_000
_SAME_LENGTH: Final = str.maketrans({"\u00a0": " ", "\u2007": " ", "\u202f": " ", "\ufeff": " "})


@dataclass(frozen=True, slots=True, kw_only=True)
class Reading:
    """A sheet and what was found while reading it."""

    sheet: Sheet
    findings: tuple[Finding, ...]


def read_sheet(text: str) -> Reading:
    """Read a step sheet.

    Raises FileError when it is longer than a sheet can be (2,000 lines).
    """
    lines = text.count("\n") + 1
    if lines > MAX_LINES or len(text) > MAX_CHARACTERS:
        raise FileError(
            f"This text has {lines:,} lines and {len(text):,} characters. A step sheet may "
            f"have {MAX_LINES:,} lines and {MAX_CHARACTERS:,} characters; "
            "take out what is no step sheet.",
            line=min(lines, MAX_LINES + 1),
        )
    return _Reader().read(read_lines(_plain(text)))


def _plain(text: str) -> str:
    """Odd spaces and full-width signs made ordinary, every offset kept."""
    spaced = text.translate(_SAME_LENGTH)
    return "".join(
        norm
        if "\uff00" <= char <= "\uffef" and len(norm := unicodedata.normalize("NFKC", char)) == 1
        else char
        for char in spaced
    )


class _Reader:
    """Collects the parts while the lines go by."""

    def __init__(self) -> None:
        self._facts: dict[str, Fact] = {}
        self._parts: list[Part] = []
        self._findings: list[Finding] = []
        self._builder: PartBuilder | None = None

    def read(self, lines: Iterable[Line]) -> Reading:
        for line in lines:
            self._take(line)
        self._close()
        sheet = Sheet(
            title=self._facts["title"].value if "title" in self._facts else "",
            claims=self._claims(),
            feel=self._feel,
            parts=tuple(part for part in self._parts if part.sections),
        )
        return Reading(sheet=sheet, findings=tuple(self._findings))

    def _take(self, line: Line) -> None:
        match line:
            case Fact():
                self._facts.setdefault(line.key, line)
            case PartHeading():
                self._open(line.kind, line.name, line.counts, line.span)
            case SectionHeading():
                self._part(line.span).open_section(line)
            case StepLine():
                self._part(line.span).add_steps(line)
            case Remark():
                if self._builder is not None:
                    self._builder.add_remark(line)

    def _part(self, span: Span) -> PartBuilder:
        if self._builder is None:
            self._open(PartKind.PART, "A", None, span)
        assert self._builder is not None
        return self._builder

    def _open(self, kind: PartKind, name: str, counts: int | None, span: Span) -> None:
        self._close()
        start = self._start_weight if kind is PartKind.PART else None
        claimed = Claim(value=counts, span=span) if counts else None
        self._builder = PartBuilder(
            kind=kind,
            name=self._free_name(name),
            feel=self._feel,
            start=start,
            claimed=claimed,
            span=span,
        )

    def _free_name(self, name: str) -> str:
        """Two tags without a number must not hide each other."""
        taken = {part.name.casefold() for part in self._parts}
        if name.casefold() not in taken:
            return name
        number = next(n for n in range(2, MAX_LINES + 2) if f"{name} {n}".casefold() not in taken)
        return f"{name} {number}"

    def _close(self) -> None:
        if self._builder is not None:
            part, findings = self._builder.finish()
            self._parts.append(part)
            self._findings.extend(findings)
            self._builder = None

    @property
    def _feel(self) -> Feel:
        fact = self._facts.get("feel")
        return Feel.ROLLING if fact and "roll" in fact.value.lower() else Feel.STRAIGHT

    @property
    def _start_weight(self) -> Foot | None:
        fact = self._facts.get("weight")
        if fact is None:
            return None
        return Foot.RIGHT if fact.value.strip().lower().startswith("r") else Foot.LEFT

    def _claims(self) -> Claims:
        level = self._facts.get("level")
        return Claims(
            counts=self._number("counts"),
            walls=self._number("walls"),
            intro=self._number("intro"),
            level=level.value if level else "",
            start_weight=self._start_weight,
        )

    def _number(self, key: str) -> Claim | None:
        fact = self._facts.get(key)
        if fact is None:
            return None
        digits = "".join(char for char in fact.value.split()[0] if char.isdecimal())[:6]
        if not digits:
            return None
        start = fact.span.start + fact.value.index(digits[0])
        return Claim(
            value=int(digits), span=replace(fact.span, start=start, end=start + len(digits))
        )
