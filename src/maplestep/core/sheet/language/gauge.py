"""How much a text looks like steps, by the words that are known; evidence, never a verdict."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final, NamedTuple

from .kinds import Kind
from .lexicon import standard

_STEPS: Final = frozenset({Kind.FIGURE, Kind.DIRECTION, Kind.RELATION})
_FEET: Final = frozenset({Kind.FOOT, Kind.FEET})
_MARKS: Final = frozenset({Kind.BREAK, Kind.COLON, Kind.OPEN, Kind.CLOSE, Kind.JOIN})


class Gauge(NamedTuple):
    """Words that name steps, feet, words nobody knows, and all words and numbers."""

    steps: int
    feet: int
    unknown: int
    all: int


@lru_cache(maxsize=20_000)
def gauge(text: str) -> Gauge:
    """Count the words of a text by what they are."""
    kinds = [lexeme.kind for lexeme in standard().lexemes(text) if lexeme.kind not in _MARKS]
    return Gauge(
        sum(kind in _STEPS for kind in kinds),
        sum(kind in _FEET for kind in kinds),
        sum(kind is Kind.OTHER for kind in kinds),
        len(kinds),
    )


def step_words(text: str) -> int:
    """How many words of a text name steps."""
    return gauge(text).steps if text.strip() else 0


_OPENS: Final = re.compile(r"&|1\b(?!\s*/\s*\d)|\d+\s*[-–—&:.,)]")


def opens_with_counts(words: str) -> bool:
    """Do steps on a heading's own line begin with their counts? "4 claps" does not."""
    return _OPENS.match(words) is not None
