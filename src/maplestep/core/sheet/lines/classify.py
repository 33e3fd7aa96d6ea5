"""What each line of a sheet is: title, fact, heading, steps, option, own figure, remark.

Nothing is thrown away: a line that is none of the others is a remark. A line may hold
several: steps with counts in mid-line are as many step lines.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import lru_cache
from typing import Final, NamedTuple

from ...moves import Span
from ..claims import EVENT_WORDS, events_in
from ..language.interpretations import counts_in, usual_column
from .head import Fact, facts_in
from .headings import PartHeading, SectionHeading, heading_in, titled_range
from ..language.lexicon import standard
from .repeats import Repetition, read_repetition

__all__ = [
    "Fact", "FigureLine", "Line", "OptionLine", "PartHeading", "Remark", "SectionHeading",
    "StepLine", "read_lines",
]  # fmt: skip


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

MAX_LINE: Final = 800
"""A longer line is a paragraph of prose, a remark: no line of steps has so many characters."""
_COLUMN: Final = (
    r"(?:[&ae]{1,3}\s?)?\d{1,6}"
    r"(?:(?:\s*[-–—−]\s*|\s*[&+]\s*|[&ae]{1,3}(?![a-z])|\s*,\s*(?=\d)|\s+(?=\d))\d{0,6})*"
)
_COUNTS: Final = re.compile(
    rf"^[\s|*•_>]*(?:(?:counts?|temps)\s+)?[\[(]?({_COLUMN})[\])]?[*_]*\s*[.:)|]?(?=\s|$|\|)",
    re.IGNORECASE,
)
_COUNTLIKE: Final = re.compile(r"^\s*([\d&][\d&\-–—−+]*\S*)\s+(\S.*)$")
_BULLET: Final = re.compile(r"^\s*(?:[-*•–]\s+|\|\s*)+")
_NUMBERED: Final = re.compile(r"^\s*(?:\d{1,2}\s*[.)]|[a-z]\))\s+(?=[&\d][\d&\-–—]*[-–&]\d)")
_AFTER: Final = re.compile(
    r"^(?P<words>.*[^\W\d_].*?)\s*(?:[\[(]\s*(?P<braced>(?:[&ae]\s?)?\d{1,3}(?:\s*[-–—&,]\s*\d{0,3})*)\s*[\])]"
    r"|[\s|:–—-]\s*(?P<bare>&?\d{1,3}(?:\s*[-–—&]\s*\d{1,3})+&?))\s*[|.]?\s*$"
)
_BRACED: Final = re.compile(r"[\[(]\s*((?:[&ae]\s?)?\d{1,2}(?:\s*[-–—&,]\s*\d{0,2})*)\s*[\])]")
_INLINE: Final = re.compile(
    r"(?:[,;.|/]\s*((?:&\s?)?\d{1,3}(?:\s*[-–—&]\s*\d{0,3})*)|\s((?:&\s?)?\d{1,3}(?:[-–—&]\d{1,3})+&?))"
    r"\s*[:.)]?\s+(?=[^\W\d_])"
)
_OPTION: Final = re.compile(
    r"^[\s#*_(\[•>-]*(?:(?:an?\s+)?(?:easy|easier|beginners?|non[\s-]?turn(?:ing)?|no[\s-]turn|low[\s-]impact"
    r"|simple|simpler)\s+(?:option|version|alternative|variation)|option|alternative"
    r"|option facile|option plus facile|variante facile|option sans tour)s?\b"
    r"(?:\s*\(?(?:for|on|pour|:)?\s*(?:counts?|temps)?\s*(?P<counts>\d[\d&\s\-–—]*)\)?)?\s*[:=–—-]?\s*(?P<words>.*?)[)\]\s]*$",
    re.IGNORECASE,
)
_IN_LINE_OPTION: Final = re.compile(
    r"[(\[]\s*(?:(?:easy|easier|non[\s-]?turning|no[\s-]turn|simple)?\s*(?:option|alternative)|easier|easy)"
    r"\s*[:=–-]\s*([^)\]]*)[)\]]",
    re.IGNORECASE,
)
_FIGURE: Final = re.compile(
    r"^\s*(?:figure|own figure|mouvement)\s+[“\"«]?\s*([^\W\d][^=:“”\"«»]{0,58}?)\s*[”\"»]?"
    rf"\s*[=:]\s*({_COLUMN})\s+(\S.*)$",
    re.IGNORECASE,
)
_LED: Final = re.compile(r"(?:r|l|right|left|pd|pg|d|g)\b", re.IGNORECASE)
# "1-2 R rock (2 counts)" has its own count in front and is no fact: "32 counts" is.
_STEPS_FIRST: Final = re.compile(
    r"[\s|*_•-]*(?:&\s?)?\d{1,4}(?!\d)(?![\s-]*(?:counts?|temps|comptes?|walls?|murs?)\b)[\s&\d.):|,–—-]*\s[^\W\d]",
    re.IGNORECASE,
)
_RULED: Final = re.compile(r"^[\s|:+=_*~-]+$")


def read_lines(text: str) -> Iterator[Line]:
    """Classify every line of a sheet, in order."""
    yield from _with_titles(list(_classified(text)), text)


def _classified(text: str) -> Iterator[Line]:
    offset = 0
    titled = False
    in_head = True
    for number, raw in enumerate(text.split("\n"), start=1):
        body = raw.rstrip("\r")
        for line in classified_line(body.split("//", 1)[0], len(body), in_head, titled):
            if in_head:
                titled = titled or (isinstance(line, Fact) and line.key == "title")
                in_head = not isinstance(line, StepLine | SectionHeading | PartHeading)
            yield _at(line, offset, number)
        offset += len(raw) + 1


def _at(line: Line, offset: int, number: int) -> Line:
    """A line read by itself, put in its place in the sheet."""
    span = Span(line.span.start + offset, line.span.end + offset, number)
    match line:
        case StepLine():
            return line._replace(
                span=span, counts_at=line.counts_at + offset, words_at=line.words_at + offset
            )
        case Remark() | Fact() | FigureLine():
            return line._replace(span=span)
        case _:
            return line._replace(span=span, words_at=line.words_at + offset)


@lru_cache(maxsize=20_000)
def classified_line(text: str, length: int, in_head: bool, titled: bool) -> tuple[Line, ...]:
    """What a line is, wherever it stands; most lines are the same at the next keystroke."""
    span = Span(0, length, 0)
    if len(text) > MAX_LINE or not text.strip() or _RULED.match(text):
        return (Remark(text, span),)
    # Steps are what most lines are, and a heading never begins with a digit.
    special = None if text.lstrip()[0] in "0123456789&" else _special(text, span)
    if special is not None:
        return (special,)
    if in_head and not _STEPS_FIRST.match(text):
        head = _head(text, span)
        if head:
            return head
    steps = tuple(_steps(text, span))
    if not steps and in_head and not titled and not EVENT_WORDS.search(text):
        return (Fact(text, span, "title", text.strip().strip('#*_ “”"«»')),)
    return steps or (titled_range(text, span) or Remark(text, span),)


def _head(text: str, span: Span) -> tuple[Line, ...]:
    """Facts, or a note on a tag or restart that stands above the steps."""
    if next(events_in(text, span), None) is not None:
        return (Remark(text, span),)
    return tuple(facts_in(text, span))


def _special(text: str, span: Span) -> Line | None:
    if match := _FIGURE.match(text):
        return FigureLine(
            text=text, span=span, name=match[1].strip(), counts=match[2], words=match[3]
        )
    if (match := _OPTION.match(text)) and match["words"]:
        return _option(text, span, match)
    heading = heading_in(text, span)
    if heading is None and (again := read_repetition(text)) is not None:
        return StepLine(text, span, "", 0, text, 0, again)
    return heading


def _option(text: str, span: Span, match: re.Match[str]) -> OptionLine:
    counts, words, at = match["counts"] or "", match["words"], match.start("words")
    if not counts and (steps := _COUNTS.match(words)):
        counts = steps[1]
        rest = words[steps.end() :]
        at += steps.end() + len(rest) - len(rest.lstrip())
        words = rest.strip()
    return OptionLine(
        text=text, span=span, counts=counts.strip(), words=words, words_at=span.start + at
    )


def _with_titles(lines: list[Line], text: str) -> Iterator[Line]:
    """Join lines that go on without a count, and make titles with counts headings."""
    index = 0
    while index < len(lines):
        line = lines[index]
        index += 1
        if isinstance(line, Remark) and index < len(lines) and _is_title(line, lines[index]):
            yield _titled(line, lines[index])
            continue
        if isinstance(line, StepLine):
            following = next((x for x in lines[index:] if not _is_blank(x)), None)
            if _names_a_section(line, following):
                yield _as_heading(line)
                continue
            while index < len(lines) and _goes_on(line, lines[index]):
                line = _joined(line, lines[index], text)
                index += 1
        yield line


def _is_title(line: Remark, following: Line) -> bool:
    """ "**FOUR HEEL TOUCHES**" right above steps that begin with the first of eight counts."""
    if not isinstance(following, StepLine) or not following.counts or line.blank:
        return False
    plain = line.text.strip()
    marked = plain.startswith(("**", "__", "##")) or plain.endswith(":") or plain.isupper()
    numbers = _numbers(following.counts)
    begins = bool(numbers) and numbers[0] % 8 == 1
    return marked and begins and len(plain) <= 100 and not EVENT_WORDS.search(plain)


def _titled(line: Remark, following: Line) -> SectionHeading:
    assert isinstance(following, StepLine)
    title = line.text.strip().strip("*_#: ")
    first = _numbers(following.counts)[0]
    end = line.span.end
    return SectionHeading(line.text, line.span, title, first, None, "", end)


def _is_blank(line: Line) -> bool:
    return isinstance(line, Remark) and line.blank


def _names_a_section(line: StepLine, following: Line | None) -> bool:
    """ "1-8 Vines and touches", with its own counts starting over right below."""
    if not isinstance(following, StepLine) or following.span.line == line.span.line:
        return False
    own, below = _numbers(line.counts), _numbers(following.counts)
    if len(own) != 2 or "&" in line.counts or own[1] - own[0] < 5:
        return False
    reads = counts_in(usual_column(line.words, standard())) == own[1] - own[0] + 1
    if reads and _LED.match(line.words):
        return False  # "1-8 R K-step" is danced
    return below[:1] in ((own[0],), (1,)) and max(below) <= own[1] and below != own


@lru_cache(maxsize=4096)
def _numbers(counts: str) -> tuple[int, ...]:
    return tuple(int(number) for number in re.findall(r"\d+", counts))


def _as_heading(line: StepLine) -> SectionHeading:
    first, last = _numbers(line.counts)
    return SectionHeading(
        text=line.text,
        span=line.span,
        title=f"Counts {first}–{last}",
        first=first,
        counts=last - first + 1,
        words="",
        words_at=line.words_at,
    )


def _goes_on(line: StepLine, following: Line) -> bool:
    """A line without a count that is indented, or follows a comma, belongs to the one above."""
    if not isinstance(following, Remark) or following.blank or line.repeats is not None:
        return False
    if following.span.line != line.span.line + 1 or EVENT_WORDS.search(following.text):
        return False
    open_end = line.words.rstrip().endswith((",", ";", " and", " et", "&", " then", "+"))
    return open_end and not following.text.lstrip().startswith(("*", "#", "(", "["))


def _joined(line: StepLine, following: Line, text: str) -> StepLine:
    end = following.span.start + len(following.text.rstrip())
    return line._replace(
        words=text[line.words_at : end],
        span=Span(line.span.start, following.span.end, line.span.line),
        text=text[line.span.start : end],
    )


def _steps(text: str, span: Span) -> Iterator[StepLine]:
    start = 0
    if bullet := _BULLET.match(text):
        start = bullet.end()
    if numbered := _NUMBERED.match(text, start):
        start = numbered.end()
    body = text[start:]
    match = _COUNTS.match(body)
    if match:
        counts, end = _forward(match[1], match.end())
        yield from _inline(text, span, counts, start + match.start(1), start + end)
        return
    loose = _COUNTLIKE.match(body)
    if loose is not None and not re.match(r"\d+/\d+|\d*[½¼¾⅛]", loose[1]):
        yield _step_line(
            text, span, (loose[1], start + loose.start(1)), (start + loose.end(1), len(text))
        )
        return
    yield from _counted_behind(text, span, start)


def _forward(counts: str, end: int) -> tuple[str, int]:
    """ "1-4 4 walks": a number that does not go forward belongs to the words."""
    again = re.fullmatch(r"(.*\d)\s+(\d+)", counts)
    if again and int(again[2]) <= _numbers(again[1])[-1]:
        return again[1], end - (len(counts) - len(again[1]))
    return counts, end


def _inline(
    text: str, span: Span, counts: str, counts_at: int, words_at: int
) -> Iterator[StepLine]:
    """Steps behind their count; a further count in mid-line begins the next one."""
    last = _numbers(counts)[-1] if _numbers(counts) else 0
    for match in _INLINE.finditer(text, words_at):
        group = match.lastindex or 1
        numbers = _numbers(match[group])
        if not numbers or numbers[0] != last + 1:
            continue
        yield _step_line(text, span, (counts, counts_at), (words_at, match.start()))
        counts, counts_at, words_at = match[group], match.start(group), match.end(group)
        last = numbers[-1]
    yield _step_line(text, span, (counts, counts_at), (words_at, len(text)))


def _counted_behind(text: str, span: Span, start: int) -> Iterator[StepLine]:
    """Steps with their count behind them: "R rock, recover (1-2)", once or several times."""
    marks = list(_BRACED.finditer(text, start))
    if len(marks) > 1 and marks[0].start() > start and _in_order(marks):
        words_at = start
        for match in marks:
            yield _step_line(text, span, (match[1], match.start(1)), (words_at, match.start()))
            words_at = match.end()
        return
    behind = _AFTER.match(text, start)
    if behind is None or EVENT_WORDS.search(text):
        return
    group = "braced" if behind["braced"] else "bare"
    if _titles_range(behind[group], behind["words"]):
        return
    yield _step_line(text, span, (behind[group], behind.start(group)), (start, behind.end("words")))


def _titles_range(counts: str, words: str) -> bool:
    """ "ROCKS AND TURNS (1-8)": a long range behind a title is no count of steps."""
    numbers = _numbers(counts)
    long = len(numbers) == 2 and "&" not in counts and numbers[1] - numbers[0] >= 5
    return long and ("," not in words or words.isupper() or words.lstrip().startswith("#"))


def _in_order(marks: list[re.Match[str]]) -> bool:
    numbers = [_numbers(match[1])[0] for match in marks if _numbers(match[1])]
    return len(numbers) == len(marks) and numbers == sorted(set(numbers)) and numbers[0] <= 9


def _step_line(text: str, span: Span, column: tuple[str, int], place: tuple[int, int]) -> StepLine:
    """A step line from its count column (text, start) and the place of its words (start, end)."""
    counts, counts_at = column
    words_from = place[0]
    rest = text[words_from : place[1]]
    lead = len(rest) - len(rest.lstrip(" \t|:,;.)]*_"))
    words = rest[lead:].rstrip(" \t|*_")
    return StepLine(
        text=text,
        span=span,
        counts=counts.strip(),
        counts_at=span.start + counts_at,
        words=words,
        words_at=span.start + words_from + lead,
        repeats=read_repetition(words) if words[:1] and not words[0].isdecimal() else None,
    )


def counted_lines(words: str, words_at: int, span: Span) -> Iterator[StepLine]:
    """Steps that stand behind a heading on its own line: "S1: 1-2 R rock, recover 3&4 ..."."""
    for line in _steps(words, Span(0, len(words), 0)):
        yield line._replace(
            span=span, counts_at=line.counts_at + words_at, words_at=line.words_at + words_at
        )


def option_in(words: str) -> tuple[str, int, str] | None:
    """An easier way in brackets behind a step: (the words without it, where it is, its words).

    The bracket is blanked, so that what stands behind it keeps its place.
    """
    match = _IN_LINE_OPTION.search(words)
    if match is None or not match[1].strip():
        return None
    blanked = words[: match.start()] + " " * len(match[0]) + words[match.end() :]
    return blanked, match.start(1), match[1]
