"""Chosen lines put together: counts with their words, and lines that run on."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final

from ...primitives.moves import Span
from ..language.gauge import gauge
from .classify import Role
from .fitting import cost_of_words, fits
from .model import Line, OptionLine, PartHeading, Remark, SectionHeading, StepLine
from .transitions import tells_steps

_LEFT_OVER: Final = 2.5
_WRAPPED: Final = 3
"""So many lines at most are taken for the rest of a wrapped line."""
_OPEN_END: Final = (",", ";", " and", " et", "&", " then", "+", " puis")


def placed_at(line: Line, offset: int, number: int) -> Line:
    """A line read by itself, put in its place in the sheet."""
    span = Span(line.span.start + offset, line.span.end + offset, number)
    match line:
        case StepLine():
            return line._replace(
                span=span, counts_at=line.counts_at + offset, words_at=line.words_at + offset
            )
        case OptionLine() | PartHeading() | SectionHeading():
            return line._replace(span=span, words_at=line.words_at + offset)
        case _:
            return line._replace(span=span)


def joined_lines(lines: list[Line], roles: list[Role], text: str) -> Iterator[Line]:
    """Counts and words of neighbouring lines put together, and lines that run on."""
    index = 0
    while index < len(lines):
        line, role = lines[index], roles[index]
        index += 1
        partner = _partner(lines, roles, index)
        paired = _paired(line, role, lines[partner], roles[partner]) if partner is not None else ()
        if paired and partner is not None:
            yield from paired
            yield from lines[index:partner]
            index = partner + 1
        elif isinstance(line, StepLine):
            line, index = _with_the_rest(line, lines, roles, index, text)
            yield line
        else:
            yield line


def _paired(line: Line, role: Role, other: Line, other_role: Role) -> tuple[Line, ...]:
    """Counts and words, one in a line below the other, as one; nothing where they are no pair."""
    if isinstance(line, SectionHeading):
        counted = other_role is Role.COUNTS and isinstance(other, StepLine) and tells_steps(line)
        if counted and isinstance(other, StepLine):
            return line, other._replace(words=line.words, words_at=line.words_at)
        return ()
    if role is Role.COUNTS and other_role is Role.WORDS:
        assert isinstance(line, StepLine)
        return (_with_words(line, other),)
    if role is Role.WORDS and other_role is Role.COUNTS:
        return (_with_counts(line, other),)
    return ()


def _with_the_rest(
    line: StepLine, lines: list[Line], roles: list[Role], index: int, text: str
) -> tuple[StepLine, int]:
    """A line with those below that go on with it, and where the next one is."""
    while index < len(lines) and (joined := _with_and(line, lines[index], text)):
        line = joined
        index += 1
    while index < len(lines) and _goes_on(line, lines[index], roles[index]):
        line = _run_on(line, lines[index], text)
        index += 1
    line, taken = _wrapped(line, lines[index : index + _WRAPPED], roles[index:], text)
    return line, index + taken


def _partner(lines: list[Line], roles: list[Role], index: int) -> int | None:
    while index < len(lines) and roles[index] is Role.NOTHING:
        index += 1
    return index if index < len(lines) else None


def _with_words(counts: StepLine, words: Line) -> StepLine:
    plain = words.text.strip()
    at = words.span.start + words.text.index(plain)
    return counts._replace(
        words=plain,
        words_at=at,
        span=Span(counts.span.start, words.span.end, counts.span.line),
    )


def _with_counts(words: Line, counts: Line) -> StepLine:
    assert isinstance(counts, StepLine)
    plain = words.text.strip()
    at = words.span.start + words.text.index(plain)
    span = Span(words.span.start, counts.span.end, words.span.line)
    return counts._replace(words=plain, words_at=at, span=span, text=words.text)


_AND: Final = re.compile(r"^[\s>*•|_-]*&[\s|]*[-–—:.)|]?\s+(?=[^\W\d_])")


def _with_and(line: StepLine, following: Line, text: str) -> StepLine | None:
    """ "1 Rock R" above "& Recover": the line of an "&" belongs to the count before it."""
    marked = _AND.match(following.text)
    counts = line.counts.rstrip(" -–—.")
    if marked is None or not counts[-1:].isdecimal() or line.repeats is not None:
        return None
    longer = _run_on(line, following, text)
    gap = line.words_at + len(line.words)
    begins = following.span.start + marked.end()
    between = ", ".ljust(begins - gap)[: begins - gap]
    words = line.words + between + longer.words[begins - line.words_at :]
    return longer._replace(counts=f"{counts}&", words=words)


def _goes_on(line: StepLine, following: Line, role: Role) -> bool:
    """A line without a count behind a comma belongs to the one above."""
    return line.words.rstrip().endswith(_OPEN_END) and _may_go_on(line, following, role)


_COUNT_IN_BRACKETS: Final = re.compile(
    r"[(\[]\s*(?:&|\d{1,2}\s*[)\]]|(?:weight|no weight|appui|poids|sans appui)\b)", re.IGNORECASE
)


def _may_go_on(line: StepLine, following: Line, role: Role) -> bool:
    if role not in {Role.WORDS, Role.REMARK} or not isinstance(following, Remark):
        return False
    if following.blank or line.repeats is not None or following.span.line > line.span.line + 6:
        return False
    if following.span.start > line.span.end + 2:
        return False
    words = following.text.lstrip()
    return bool(_COUNT_IN_BRACKETS.match(words)) or not words.startswith(("*", "#", "(", "["))


def _wrapped(
    line: StepLine, below: list[Line], roles: list[Role], text: str
) -> tuple[StepLine, int]:
    """The line with those below it that a page's edge cut off: together they fill its counts."""
    if not below or not _may_go_on(line, below[0], roles[0]):
        return line, 0
    alone = cost_of_words(line)
    seen = gauge(below[0].text)
    if not (seen.steps or seen.feet or _begins_small(below[0])):
        return line, 0
    longer, best = line, (line, 0)
    for taken, (following, role) in enumerate(zip(below, roles, strict=False), start=1):
        runs_on = _begins_small(following) or longer.words.rstrip().endswith(_OPEN_END)
        if not _may_go_on(longer, following, role) or (best[1] and not runs_on):
            break
        longer = _run_on(longer, following, text)
        # Steps left over below cost as much as a line read in its figures' usual rhythm.
        spared = _LEFT_OVER if _begins_small(below[0]) and seen.steps else 0.0
        if fits(longer) and cost_of_words(longer) <= alone + spared:
            best = longer, taken
    return best


def _begins_small(line: Line) -> bool:
    """A small letter, or that of a foot, which is always a capital."""
    words = line.text.lstrip()
    return words[:1].islower() or _FOOT_LETTER.match(words) is not None


_FOOT_LETTER: Final = re.compile(r"(?:[RLDG]|P[DG]|[RL]F)(?![\w:.)])")


def _run_on(line: StepLine, following: Line, text: str) -> StepLine:
    end = following.span.start + len(following.text.rstrip())
    return line._replace(
        # The edge of the page parts no clause; offsets stay as they are.
        words=text[line.words_at : end].replace("\n", " ").replace("\r", " "),
        span=Span(line.span.start, following.span.end, line.span.line),
        text=text[line.span.start : end],
    )
