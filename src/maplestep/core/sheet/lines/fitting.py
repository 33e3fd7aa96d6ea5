"""Do words fill their counts, and which of them belong to counts that nobody wrote.

"Rock forward, recover, right coaster (3&4)" writes the counts of the coaster only: what stands
before it has those that are left, 1-2, where it fills them.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import lru_cache
from typing import Final

from ...errors import CountError
from ...primitives.counts import parse_counts
from ...primitives.moves import Span
from ..counting import EIGHT, SIX
from ..language.gauge import gauge, opens_with_counts, step_words
from ..language.interpretations import fit_line
from ..language.lexicon import standard
from ..language.sharing import whole_counts
from .columns import (
    Cut,
    behind_last_mark,
    behind_title,
    counted_behind,
    counted_in_front,
    counted_in_text,
    numbers,
)
from .model import StepLine

_UNFIT: Final = 100.0
_STEPS_A_LANDING: Final = 4
"""More words for steps than this have no room."""
_MOST_GAP: Final = 7
_CLAUSE: Final = re.compile(r"[,;.]\s*(?:then\s+|puis\s+)?")


def fits(line: StepLine) -> bool:
    """Do the words fill the counts as they are written?"""
    return cost_of_words(line) < _UNFIT


def cost_of_words(line: StepLine) -> float:
    """How far the words have to be bent to fill the counts; very much when they do not."""
    return _cost(line.counts, line.words)


@lru_cache(maxsize=4096)
def _cost(counts: str, words: str) -> float:
    try:
        landings = len(parse_counts(counts).positions)
    except CountError:
        return _UNFIT
    if landings > 64:
        return 0.0
    if gauge(words).steps > _STEPS_A_LANDING * landings:
        return _UNFIT
    fitted = fit_line(words, landings, "&" not in counts, standard())
    filled = fitted.how in {"", "rhythm"} and bool(fitted.uses) and not fitted.unknown
    return fitted.cost + (fitted.how == "rhythm") if filled else _UNFIT


def gaps_filled(lines: Cut) -> Cut:
    """The lines of one sentence; the words before a count that do not belong to it stand by
    themselves, on the counts between it and the line before, where they fill them."""
    found: list[StepLine] = []
    reached: int | None = None
    for line in lines:
        said = numbers(line.counts)
        if not said:
            return lines
        before = (said[0] - 1) // EIGHT * EIGHT if reached is None else reached
        gap = said[0] - 1 - before
        found += _parted(line, before + 1, gap) if 0 < gap <= _MOST_GAP else (line,)
        reached = said[-1]
    return tuple(found)


def _parted(line: StepLine, first: int, gap: int) -> tuple[StepLine, ...]:
    """The words before the counts that are written on the ``gap`` counts from ``first``, and the
    rest; the line itself where they make no such two."""
    if line.repeats is not None or line.words_at > line.counts_at or fits(line):
        return (line,)
    counts = whole_counts(first, first + gap - 1)
    ways: list[tuple[float, tuple[StepLine, StepLine]]] = []
    for cut in _CLAUSE.finditer(line.words):
        one = line._replace(counts=counts, words=line.words[: cut.start()], behind="")
        two = line._replace(words=line.words[cut.end() :], words_at=line.words_at + cut.end())
        cost = cost_of_words(one) + cost_of_words(two)
        if cost < _UNFIT:
            ways.append((cost, (one, two)))
    return min(ways, key=lambda way: way[0])[1] if ways else (line,)


def counted_throughout(text: str, span: Span) -> Cut:
    """The steps of sentences with their counts, and those behind the last count where they fill
    what is left: "two pivots (1-4), then stomp R, stomp L, clap twice"."""
    found = counted_in_text(text, span)
    end = 0 if found else behind_last_mark(text)
    if not step_words(text[end:]) or not end:
        return found
    counted = text[:end]
    found = counted_in_text(counted, span) or counted_behind(counted, span)
    reached = max((n for line in found for n in numbers(line.counts)), default=0)
    lead = len(text[end:]) - len(text[end:].lstrip(" \t,;.:)]"))
    for full in (EIGHT, SIX):
        last = -(-reached // full) * full
        if not reached < last:
            continue
        at = span.start + end
        counts = whole_counts(reached + 1, last)
        rest = StepLine(text, span, counts, at, text[end + lead :].rstrip(), at + lead)
        if fits(rest):
            return (*found, rest)
    return ()


def has_own_counts(words: str) -> bool:
    """Do the steps on a heading's own line have their counts, before or behind them?"""
    counted = opens_with_counts(words) or behind_title(words) > 0
    return counted or bool(counted_throughout(words, Span(0, len(words), 0)))


def counted_lines(words: str, words_at: int, span: Span) -> Iterator[StepLine]:
    """Steps that stand behind a heading on its own line: "S1: 1-2 R rock, recover 3&4 ..."."""
    titled = behind_title(words)
    words, words_at = words[titled:], words_at + titled
    here = Span(0, len(words), 0)
    cut = counted_in_front(words, here) or counted_throughout(words, here)
    for line in gaps_filled(cut or counted_behind(words, here)):
        yield line._replace(
            span=span, counts_at=line.counts_at + words_at, words_at=line.words_at + words_at
        )
