"""Words nobody knows: what they were probably to be, and whether they may be styling."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from itertools import pairwise
from typing import Final

from rapidfuzz import fuzz, process

from ...figures.vocabulary import STEP
from .clause import Clause, Sense
from .kinds import Kind
from .lexicon import Lexeme, Lexicon


def named_otherwise(clause: Clause, lexemes: Sequence[Lexeme], lexicon: Lexicon) -> None:
    """ "Hen step", "samba wibble": a word right beside a figure's may make another figure of it."""
    for one, other in pairwise(lexemes):
        beside = other.start - one.end <= 1
        odd, known = (one, other) if one.kind is Kind.OTHER else (other, one)
        named = beside and odd.kind is Kind.OTHER and known.kind is Kind.FIGURE
        behind_a_step = known.value is STEP and odd is other
        if named and not behind_a_step and clause.sense is Sense.FIGURE and not _styles(odd.word):
            clause.sense, clause.unknown = Sense.UNKNOWN, (one, other)
            clause.nearest = nearest(f"{one.word} {other.word}", (odd,), lexicon)


def _styles(word: str) -> bool:
    """Adverbs and participles say how something looks."""
    short = len(word) < 3 and (len(word) > 1 or word in "aeouxy")
    return word.endswith(("ly", "ment", "ing", "ant", "ed")) or short


def look_near(clause: Clause, others: tuple[Lexeme, ...], lexicon: Lexicon) -> None:
    """A word that is nearly a figure's name must not pass as styling."""
    for lexeme in others:
        close = _close(lexeme.word, tuple(lexicon.figure_words), 0.75)
        if close and len(lexeme.word) > 3 and not lexeme.word.endswith("ly"):
            clause.sense = Sense.UNKNOWN
            clause.unknown = (lexeme,)
            clause.nearest = _names_with(close, lexicon)
            clause.meant = close[0]
            return


@lru_cache(maxsize=4096)
def _close(word: str, known: tuple[str, ...], cutoff: float) -> tuple[str, ...]:
    near = process.extract(word, known, scorer=fuzz.ratio, limit=3, score_cutoff=100 * cutoff)
    return tuple(name for name, _, _ in near)


_LONGEST_NAME: Final = 40


def nearest(text: str, others: Sequence[Lexeme], lexicon: Lexicon) -> tuple[str, ...]:
    # No name is as long as a phrase of junk, and comparing one takes long.
    close = _close(text, lexicon.figure_names, 0.6) if len(text) <= _LONGEST_NAME else ()
    if close:
        return close
    near = [found for x in others[:6] for found in _close(x.word, lexicon.figure_words, 0.7)[:1]]
    return _names_with(near, lexicon)


def _names_with(close: Sequence[str], lexicon: Lexicon) -> tuple[str, ...]:
    names = [
        name
        for word in close
        for figure in lexicon.figures.values()
        for name in (figure.name, *figure.also)
        if word in name.replace("-", " ").split()
    ]
    return tuple(dict.fromkeys(sorted(names, key=len)))[:3]
