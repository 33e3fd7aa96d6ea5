"""Words that their neighbours make mean something else than they do by themselves."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import Final

from ...figures.vocabulary import BY_NAME, STEP
from .kinds import CUTS, LIFTED, Kind
from .lexicon import Lexeme

_DASHES: Final = frozenset("-–—")


def by_their_neighbours(lexemes: Sequence[Lexeme]) -> Sequence[Lexeme]:
    """The words of a line, each as those beside it make it mean."""
    for change in _CHANGES:
        lexemes = change(lexemes)
    return lexemes


def _of_the_knee(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "Touch R toe beside L with knee in": where the knee points is styling."""
    found = list(lexemes)
    for before, (index, lexeme) in pairwise(enumerate(found)):
        knee = before[1].kind is Kind.STYLE and before[1].word in _KNEES
        if knee and lexeme.kind is Kind.DIRECTION and lexeme.value in {"in", "out"}:
            found[index] = lexeme._replace(kind=Kind.STYLE, value=None)
    return found


_KNEES: Final = frozenset({"knee", "knees", "genou", "genoux"})


def _around(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "Sweep R around": the way of a leg in the air; a turn "around" is none of this."""
    found = list(lexemes)
    lifted = False
    for index, lexeme in enumerate(lexemes):
        if lexeme.kind is Kind.FIGURE:
            lifted = lexeme.value.name in LIFTED
        elif lifted and lexeme.word in _AROUND:
            found[index] = lexeme._replace(kind=Kind.STYLE, value=None)
        elif lexeme.kind is not Kind.FOOT:
            lifted = False
    return found


_AROUND: Final = frozenset({"round", "around", "autour"})


def _steps_behind(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "L cross side behind": where no foot stands behind it, "behind" is a step of its own."""
    found = list(lexemes)
    for index in range(1, len(found)):
        before, lexeme = found[index - 1], found[index]
        following = found[index + 1].kind if index + 1 < len(found) else None
        lone = lexeme.kind is Kind.RELATION and lexeme.value == "behind"
        # "Rock recover behind": nothing is left for a recovery to go behind.
        recovered = before.kind is Kind.FIGURE and before.value.recovers
        moved = before.kind is Kind.DIRECTION or recovered
        if lone and moved and following is not Kind.FOOT:
            found[index] = lexeme._replace(kind=Kind.DIRECTION)
    return found


def _shoulders(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "Passing right shoulders": how one goes by another dancer, no step."""
    found = list(lexemes)
    for index in range(2, len(found)):
        verb, side, noun = found[index - 2 : index + 1]
        passed = noun.word in _SHOULDERS and side.kind is Kind.FOOT
        if passed and verb.word.startswith("pass"):
            found[index - 2] = verb._replace(kind=Kind.BREAK, value=None)
            found[index - 1] = side._replace(kind=Kind.STYLE, value=None)
    return found


_SHOULDERS: Final = frozenset({"shoulder", "shoulders"})


def _to_the_middle(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "Step L back to centre", "step L forward to centre": the middle says where that ends."""
    found = list(lexemes)
    begins = 0
    for index, lexeme in enumerate(lexemes):
        if lexeme.kind in CUTS:
            begins = index + 1
        elif lexeme.word in {"to", "back"} and lexeme.value in ("in", _TO_MIDDLE):
            found[index] = _in_a_step(lexemes[begins:index], lexeme)
    return found


def _in_a_step(before: Sequence[Lexeme], lexeme: Lexeme) -> Lexeme:
    figures = {x.value for x in before if x.kind is Kind.FIGURE}
    if figures - {STEP} or not any(x.kind is Kind.FOOT for x in before):
        return lexeme
    if any(x.kind is Kind.DIRECTION for x in before):
        return lexeme._replace(kind=Kind.STYLE, value=None)
    if figures and lexeme.value is _TO_MIDDLE:
        return lexeme._replace(kind=Kind.DIRECTION, value="back")
    return lexeme


_TO_MIDDLE: Final = BY_NAME["return to centre"]


def _between_dashes(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "R side - L together - R side": several dashes part the steps, one explains them."""
    dashes = [x for x in lexemes if x.kind is Kind.COLON and x.word in _DASHES]
    if len(dashes) < 2:
        return list(lexemes)
    return [x._replace(kind=Kind.BREAK) if x in dashes else x for x in lexemes]


def _in_degrees(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "At 45° R" is a diagonal, "turn 90 degrees left" a quarter."""
    found: list[Lexeme] = []
    for index, lexeme in enumerate(lexemes):
        if lexeme.word in _DEGREES and found and found[-1].word.isdecimal():
            continue
        degrees = lexeme.value if lexeme.kind is Kind.NUMBER else 0
        if degrees in _AMOUNTS:
            near = lexemes[max(index - 2, 0) : index + 3]
            turns = degrees > _DIAGONAL or any(map(_turns, near))
            kind = Kind.AMOUNT if turns else Kind.DIAGONAL
            value = degrees // _DIAGONAL if turns else None
            found.append(lexeme._replace(kind=kind, value=value))
        else:
            found.append(lexeme)
    return found


def _turns(lexeme: Lexeme) -> bool:
    figure = lexeme.kind is Kind.FIGURE and bool(lexeme.value.usual_turn)
    return lexeme.kind is Kind.TURN or figure


_DIAGONAL: Final = 45
_AMOUNTS: Final = frozenset({45, 90, 135, 180, 270, 360})
_DEGREES: Final = frozenset({"degree", "degrees", "deg", "degre", "degres"})


_CHANGES: Final[tuple[Callable[[Sequence[Lexeme]], list[Lexeme]], ...]] = (
    _in_degrees,
    _of_the_knee,
    _around,
    _steps_behind,
    _shoulders,
    _to_the_middle,
    _between_dashes,
)
