"""Lines put together that the edge of a page cut in two, and sentences of the head set apart.

"step right to right" above "side (3), cross left over right (4)" is one line: the words at its
end have their count below. The places of everything stay what they were.
"""

from __future__ import annotations

import re
from typing import Final, NamedTuple

from ...primitives.moves import Span
from ..language.gauge import gauge
from .classify import MAX_LINE
from .columns import counted_in_front, has_marks, numbers, sentences
from .head import facts_in


class Body(NamedTuple):
    """A line without its comment: its number, where it begins, its text, its full length."""

    number: int
    offset: int
    text: str
    length: int


def unwrapped(bodies: list[Body], text: str) -> list[Body]:
    """The lines, those cut by the page's edge put together again."""
    found: list[Body] = []
    for body in bodies:
        above = found[-1] if found else None
        if above is not None and _goes_on(above, body):
            end = body.offset + body.length
            whole = text[above.offset : end].replace("\n", " ").replace("\r", " ")
            found[-1] = above._replace(text=whole, length=len(whole))
        else:
            found.append(body)
    return found


def facts_apart(body: Body) -> list[Body]:
    """ "Start with your weight on the left. On count 1 rock ...": the first sentence by itself."""
    found = _SENTENCE.match(body.text)
    if found is None or len(body.text) > MAX_LINE or not has_marks(body.text[found.end() :]):
        return [body]
    if not any(facts_in(found[1], Span(0, len(found[1]), 0))) or has_marks(found[1]):
        return [body]
    first, rest = _cut(body, found.end())
    return [first, *facts_apart(rest)]


def eights_apart(body: Body) -> list[Body]:
    """ "Step R (1) ... (8). Step L (1) ...": where a sentence counts from 1 again, a new line."""
    if len(body.text) > MAX_LINE or _OPENS.match(body.text):
        return [body]
    last = 0
    for start, end in sentences(body.text):
        marks = list(_MARK.finditer(body.text, start, end))
        if marks and last > 1 and _numbers(marks[0])[:1] == (1,):
            first, rest = _cut(body, start)
            return [first, *eights_apart(rest)]
        last = max((n for mark in marks for n in _numbers(mark)), default=last)
    return [body]


def _cut(body: Body, at: int) -> tuple[Body, Body]:
    before = body.text[:at].rstrip()
    rest = body._replace(offset=body.offset + at, text=body.text[at:], length=body.length - at)
    return body._replace(text=before, length=len(before)), rest


_SENTENCE: Final = re.compile(r"([^.!?]{4,120}[.!])\s+(?=[^\W\d_])")


def _goes_on(above: Body, below: Body) -> bool:
    """Have the last words above their count only below?"""
    whole = len(above.text) == above.length and len(below.text) == below.length
    if not whole or above.length + below.length > MAX_LINE:
        return False
    marks = list(_MARK.finditer(above.text))
    first = _MARK.search(below.text)
    if _OPENS.match(above.text):
        # The counts stand in front.
        return _goes_on_within(above, marks, below) or _counts_on(above, below)
    if not marks:
        # Words in front of a count below may be its own, under a title.
        return _closes(first, below) and _says_steps(above.text) and _is_open(above.text)
    if not _SMALL.match(below.text) or not _is_open(above.text[marks[-1].end() :]):
        return False
    if first is None:
        return _says_steps(below.text)
    last = max((n for mark in marks for n in _numbers(mark)), default=0)
    return (*_numbers(first), last)[0] in {last, last + 1}  # "(&)" goes on from any count


def _closes(first: re.Match[str] | None, below: Body) -> bool:
    """Does a line begin with the count of the words above? "[9-16]" alone opens the next eight."""
    said = _numbers(first) if first is not None and _CLOSES.match(below.text) else ()
    return bool(said) and said[-1] - said[0] < _LONG


def _goes_on_within(above: Body, marks: list[re.Match[str]], below: Body) -> bool:
    """ "1-8 walk R, L, shuffle R (3&4), rock L," above "recover R, L coaster (7&8)"?"""
    front = _RANGED.match(above.text)
    first = _MARK.search(below.text)
    if front is None or first is None or not _SMALL.match(below.text):
        return False
    if not marks and first.start() > 0:
        return False  # only the count itself says that it belongs to the words above
    last = max((0, *_numbers(marks[-1]))) if marks else 0
    said = _numbers(first)
    inside = bool(said) and last < said[0] <= int(front[1])
    return inside and _is_open(above.text[marks[-1].end() if marks else front.end() :])


def _counts_on(above: Body, below: Body) -> bool:
    """ "1,2 R cross, L side 3&4 R behind, L" above "side, R cross 5,6 L side, touch R"?"""
    first = _INLINE.search(below.text)
    if first is None or not _SMALL.match(below.text) or _ENDED.search(above.text):
        return False
    lines = counted_in_front(above.text, Span(0, len(above.text), 0))
    said = numbers(lines[-1].counts) if lines else ()
    return bool(said) and numbers(first[1])[0] == said[-1] + 1


def _is_open(words: str) -> bool:
    """Do words without their count go on? With a comma at their end they do."""
    said = _WORD.search(words) is not None or words.strip() == ","
    return said and not _ENDED.search(words)


def _numbers(mark: re.Match[str]) -> tuple[int, ...]:
    return numbers(mark[1])


def _says_steps(words: str) -> bool:
    seen = gauge(words)
    return seen.steps + seen.feet > 0


_LONG: Final = 5
_RANGED: Final = re.compile(r"[\s>*•_]*\d{1,2}\s?[-–—]\s?(\d{1,2})\b")
_MARK: Final = re.compile(r"[(\[]\s?(&?\s?\d{1,2}(?:\s?[-–&,]\s?\d{1,2})?&?|&)\s?[)\]]")
_INLINE: Final = re.compile(r"[\s;](\d{1,2}(?:\s?[-–&,]\s?\d{1,2})+&?)\s+(?=[^\W\d_]|[½¼¾]|\d/)")
_OPENS: Final = re.compile(rf"[\s>*•|_-]*(?:{_MARK.pattern}|\d)")
_CLOSES: Final = re.compile(rf"{_MARK.pattern}\s*(?:[,;.]|$)")
_WORD: Final = re.compile(r"[^\W\d_]")
_SMALL: Final = re.compile(r"[^\W\d_A-ZÀ-Ý]|(?:[RLDG]|P[DG]|[RL]F)\b|[(\[]\s?[\d&]|[½¼¾⅛⅜⅝⅞]|\d/\d")
_ENDED: Final = re.compile(r"[.!?:]\s*$")
