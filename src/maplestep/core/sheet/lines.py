"""What each line of a sheet is: title, fact, heading, steps, or a remark.

Nothing is thrown away: a line that is none of the others is a remark.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ..moves import Span
from .model import PartKind


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """A line with its place. ``text`` has the comment cut off."""

    text: str
    span: Span


@dataclass(frozen=True, slots=True, kw_only=True)
class Remark(Line):
    """Free text, or an empty line."""

    @property
    def blank(self) -> bool:
        return not self.text.strip()


@dataclass(frozen=True, slots=True, kw_only=True)
class Fact(Line):
    """One thing the head says: ``key`` is counts, walls, intro, level, title, weight, feel."""

    key: str
    value: str


@dataclass(frozen=True, slots=True, kw_only=True)
class PartHeading(Line):
    kind: PartKind
    name: str
    counts: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class SectionHeading(Line):
    """``first`` and ``counts`` are what the heading claims: "[9-16]" gives 9 and 8."""

    title: str
    first: int | None
    counts: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class StepLine(Line):
    """``counts`` is the count column; ``words`` starts at offset ``words_at`` of the sheet."""

    counts: str
    counts_at: int
    words: str
    words_at: int


_COUNTS: Final = re.compile(
    r"^\s*(?:counts?\s+)?"
    r"((?:[&ae]{1,3}\s?)?\d{1,6}"
    r"(?:(?:\s*[-–—−]\s*|\s*[&+]\s*|[&ae]{1,3}|\s*,\s*(?=\d)|\s+(?=\d))\d{0,6})*)"
    r"\s*[.:)]?(?=\s|$)",
    re.IGNORECASE,
)
_COUNTLIKE: Final = re.compile(r"^\s*([\d&][\d&\-–—−+]*\S*)\s+(\S.*)$")
_PIECES: Final = (
    ("counts", re.compile(r"(?<![\w/])(\d{1,4})[\s-]*counts?\b(?!\s+intro)", re.IGNORECASE)),
    ("walls", re.compile(r"(?<![\w/])(\d{1,4})[\s-]*walls?\b", re.IGNORECASE)),
    (
        "intro",
        re.compile(
            r"(?<![\w/])(\d{1,4})[\s-]*counts?\s+intro\b"
            r"|\b(?:starts?|begins?|wait|intro)\s+(?:after\s+|of\s+)?(\d{1,4})[\s-]*counts?\b",
            re.IGNORECASE,
        ),
    ),
)
_KEYED: Final = re.compile(
    r"\b(title|dance|name|counts?|walls?|level|intro|start weight|weight|rhythm|feel)\s*[:=]\s*",
    re.IGNORECASE,
)
_KEYS: Final = {
    "dance": "title",
    "name": "title",
    "count": "counts",
    "wall": "walls",
    "start weight": "weight",
    "rhythm": "feel",
}
_LEVELS: Final = ("absolute beginner", "beginner", "improver", "intermediate", "advanced")
_SECTION: Final = re.compile(
    r"^\s*[#*_\s]*(?:section|sec\.?|s)\s*(\d{1,3})\b[*_\s]*[:.\-–—]?\s*(.*?)[*_\s]*$", re.IGNORECASE
)
_RANGE_HEADING: Final = re.compile(
    r"^\s*[#*_\s]*(?:counts\s+)?[\[(]\s*(\d{1,4})\s*[-–—]\s*(\d{1,4})\s*[\])]\s*[:.\-–—]?\s*(.*?)\s*$",
    re.IGNORECASE,
)
_RANGE_IN: Final = re.compile(r"[\[(]?(?:counts?\s+)?\b(\d{1,4})\s*[-–—]\s*(\d{1,4})\b[\])]?", re.I)
_PART: Final = re.compile(
    r"^\s*[#*_\s]*part\s+([A-Za-z]['’]?)(?![\w])\s*(.*?)[*_\s]*$", re.IGNORECASE
)
_BLOCK: Final = re.compile(
    r"^\s*[#*_\s]*(tag|bridge|ending)(?:\s+(\d{1,2}|[A-Z]))?\s*[*_]*\s*($|[:(\[–—-].*)$",
    re.IGNORECASE,
)
_COUNTS_IN: Final = re.compile(r"(\d{1,4})[\s-]*counts?\b", re.IGNORECASE)


def read_lines(text: str) -> Iterator[Line]:
    """Classify every line of a sheet, in order."""
    offset = 0
    titled = False
    in_head = True
    for number, raw in enumerate(text.split("\n"), start=1):
        body = raw.rstrip("\r")
        plain = body.split("//", 1)[0]
        span = Span(start=offset, end=offset + len(body), line=number)
        lines = list(_classify(plain, span, in_head=in_head, titled=titled))
        titled = titled or any(isinstance(line, Fact) and line.key == "title" for line in lines)
        in_head = in_head and not any(
            isinstance(line, StepLine | SectionHeading | PartHeading) for line in lines
        )
        yield from lines
        offset += len(raw) + 1


def _classify(text: str, span: Span, *, in_head: bool, titled: bool) -> Iterator[Line]:
    if not text.strip():
        yield Remark(text=text, span=span)
        return
    heading = _heading(text, span)
    if heading is not None:
        yield heading
        return
    if in_head:
        facts = list(_facts(text, span))
        if facts:
            yield from facts
            return
    steps = _steps(text, span)
    if steps is not None:
        yield steps
    elif in_head and not titled:
        yield Fact(text=text, span=span, key="title", value=text.strip().strip("#*_ "))
    else:
        yield Remark(text=text, span=span)


def _heading(text: str, span: Span) -> Line | None:
    if match := _PART.match(text):
        name = match[1].upper().replace("’", "'")
        return PartHeading(
            text=text, span=span, kind=PartKind.PART, name=name, counts=_counts_in(match[2])
        )
    if match := _BLOCK.match(text):
        kind = PartKind(match[1].lower())
        name = match[1].capitalize() + (f" {match[2].upper()}" if match[2] else "")
        return PartHeading(text=text, span=span, kind=kind, name=name, counts=_counts_in(match[3]))
    if match := _SECTION.match(text):
        first, counts = _claimed_range(match[2])
        return SectionHeading(
            text=text, span=span, title=f"Section {int(match[1])}", first=first, counts=counts
        )
    if match := _RANGE_HEADING.match(text):
        first, last = int(match[1]), int(match[2])
        return SectionHeading(
            text=text,
            span=span,
            title=f"Counts {first}–{last}",
            first=first,
            counts=max(last - first + 1, 0) or None,
        )
    return None


def _claimed_range(rest: str) -> tuple[int | None, int | None]:
    if match := _RANGE_IN.search(rest):
        first, last = int(match[1]), int(match[2])
        if last >= first:
            return first, last - first + 1
    return None, _counts_in(rest)


def _counts_in(rest: str) -> int | None:
    match = _COUNTS_IN.search(rest)
    return int(match[1]) if match and int(match[1]) else None


def _facts(text: str, span: Span) -> Iterator[Fact]:
    keyed = list(_KEYED.finditer(text))
    if keyed and not text[: keyed[0].start()].strip(" *_#-"):
        yield from _keyed_facts(text, span, keyed)
        return
    # A line of steps such as "32 R step" has its number and no such word behind it.
    found = [(key, match) for key, pattern in _PIECES if (match := pattern.search(text))]
    if not found:
        return
    intro = next((match for key, match in found if key == "intro"), None)
    for key, match in found:
        if key == "counts" and intro and intro.start() <= match.start() < intro.end():
            continue  # "start after 32 counts" is no length of the dance
        value = next(group for group in match.groups() if group)
        start = span.start + match.start(match.lastindex or 1)
        place = Span(start=start, end=start + len(value), line=span.line)
        yield Fact(text=text, span=place, key=key, value=value)
    level = next((level for level in _LEVELS if level in text.lower()), None)
    if level:
        yield Fact(text=text, span=span, key="level", value=level)


def _keyed_facts(text: str, span: Span, keyed: list[re.Match[str]]) -> Iterator[Fact]:
    """ "Count: 32  Wall: 4  Level: Improver": several keys may share a line."""
    ends = [match.start() for match in keyed[1:]] + [len(text)]
    for match, end in zip(keyed, ends, strict=True):
        value = text[match.end() : end].strip(" \t|,;*_")
        if not value:
            continue
        key = match[1].lower()
        start = span.start + text.index(value, match.end())
        place = Span(start=start, end=start + len(value), line=span.line)
        yield Fact(text=text, span=place, key=_KEYS.get(key, key), value=value)


def _steps(text: str, span: Span) -> StepLine | None:
    match = _COUNTS.match(text)
    if match:
        counts, counts_at, rest_at = match[1], match.start(1), match.end()
    else:
        loose = _COUNTLIKE.match(text)
        if loose is None or re.match(r"\d+/\d+|\d*[½¼¾⅛]", loose[1]):
            return None
        counts, counts_at, rest_at = loose[1], loose.start(1), loose.end(1)
    rest = text[rest_at:]
    words = rest.strip()
    words_at = rest_at + len(rest) - len(rest.lstrip())
    return StepLine(
        text=text,
        span=span,
        counts=counts,
        counts_at=span.start + counts_at,
        words=words,
        words_at=span.start + words_at,
    )
