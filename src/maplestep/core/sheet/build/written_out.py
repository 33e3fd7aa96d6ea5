"""A reading of a line in words that can be read in no other way."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from ...figures.expand import Stance
from ...primitives.finding import SheetEdit
from ...primitives.moves import Move
from ..language.interpretations import Fitted, fit_line
from ..language.lexicon import Lexicon
from ..lines.model import StepLine
from ..render import language_of, uses_words
from .dancing import dance, placed


def written_out(
    line: StepLine,
    landings: tuple[Fraction, ...],
    fitted: Fitted,
    stance: Stance,
    lexicon: Lexicon,
) -> SheetEdit | None:
    """The line's words as this reading has them; None when they would be danced otherwise."""
    meant = list(dance(fitted, landings, stance))
    uses = [use for use, _ in placed(fitted, landings)]
    feet = [next((move.foot for move in moves), None) for moves in meant]
    words = uses_words(uses, feet, language_of(line.words))
    again = fit_line(words, len(landings), "&" not in line.counts, lexicon)
    if again.how or again.unknown or again.unread:
        return None
    if _told(list(dance(again, landings, stance))) != _told(meant):
        return None
    end = line.words_at + len(line.words)
    return SheetEdit(start=line.words_at, end=end, text=words)


def _told(groups: Sequence[Sequence[Move]]) -> list[tuple[object, ...]]:
    return [(m.at, m.foot, m.verb, m.direction, m.turn, m.weight) for g in groups for m in g]
