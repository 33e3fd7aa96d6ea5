"""Places in a wall that only the sheet itself can tell: "after the vine", "without the last 8"."""

from __future__ import annotations

from fractions import Fraction
from itertools import groupby

from ..language.kinds import Kind
from ..language.lexicon import standard
from ..model import EIGHT, Part
from .model import LeftOut, Statement


def placed(statement: Statement, wall: Part) -> Statement | None:
    """The statement with its count, where the wall has exactly one place that it can mean."""
    if statement.section is not None or statement.within:
        after = _by_section(statement, wall)
    elif statement.leaves_out is not None:
        after = _before(statement.leaves_out, wall)
    elif statement.after_figure:
        after = _behind(statement.after_figure, wall)
    else:
        return None
    if after is None or after.denominator != 1 or not 0 < after <= wall.length:
        return None
    return statement.put_at(after)


def _by_section(statement: Statement, wall: Part) -> Fraction | None:
    """The end of a section, or a count within one, as long as the sections are here."""
    number = statement.section or statement.within
    if not 1 <= number <= len(wall.sections):
        return None
    section = wall.sections[number - 1]
    if statement.section is not None or statement.after is None:
        return section.end
    inside = statement.after - (number - 1) * EIGHT
    return section.start + inside if inside <= section.length else None


def _before(left_out: LeftOut, wall: Part) -> Fraction | None:
    if left_out.last:
        return Fraction(left_out.first - 1) if left_out.last == wall.length else None
    if left_out.section is None:
        return wall.length - left_out.counts
    if left_out.section in (0, len(wall.sections)):
        return wall.sections[-1].start if wall.sections else None
    return None  # a section in the middle: what follows it is still danced


def _behind(words: str, wall: Part) -> Fraction | None:
    """Where the only figure of that name ends."""
    names = {
        lexeme.value.name for lexeme in standard().lexemes(words) if lexeme.kind is Kind.FIGURE
    }
    if len(names) != 1:
        return None
    uses = [(key, list(moves)) for key, moves in groupby(wall.moves, lambda m: (m.figure, m.span))]
    met = [index for index, ((figure, _), _) in enumerate(uses) if figure in names]
    if len(met) != 1:
        return None
    following = uses[met[0] + 1 :]
    return following[0][1][0].at if following else wall.length
