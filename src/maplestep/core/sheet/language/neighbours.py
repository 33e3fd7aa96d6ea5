"""Words that their neighbours make mean something else than they do by themselves."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import Final

from ...figures.vocabulary import BY_NAME, STEP
from ...primitives.feet import Foot
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
        elif lexeme.word in {"to", "back", "au"} and lexeme.value in ("in", _TO_MIDDLE):
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


def _stomps_up(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "Stomp R up": the name of the figure with the foot in it."""
    found = list(lexemes)
    for index in range(2, len(found)):
        stomp, foot, up = found[index - 2 : index + 1]
        if stomp.value is BY_NAME["stomp"] and foot.kind is Kind.FOOT and up.word == "up":
            found[index - 2] = stomp._replace(value=BY_NAME["stomp up"])
    return found


def _heel_put_down(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "Poser la pointe D devant, poser le talon": behind a toe the heel comes down."""
    found = list(lexemes)
    toe = False
    for index, lexeme in enumerate(lexemes):
        if lexeme.kind is not Kind.FIGURE:
            continue
        following = lexemes[index + 1].kind if index + 1 < len(lexemes) else None
        lone = following not in {Kind.FOOT, Kind.DIRECTION, Kind.RELATION}
        if toe and lone and lexeme.word == "poser" and lexeme.value is BY_NAME["heel"]:
            found[index] = lexeme._replace(value=BY_NAME["drop"])
        toe = lexeme.word in _TOES or (toe and lexeme.value is STEP)
    return found


_TOES: Final = frozenset({"toe", "pointe"})


def _ball_then_step(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "Kick R ball step L": the ball of the foot in the air, then a step of the other; so is
    "R kick ball L step"."""
    found = list(lexemes)
    for index in range(3, len(found) - 1):
        foot, lifted, ball, other = found[index - 3 : index + 1]
        feet = {foot.value, other.value} == {Foot.LEFT, Foot.RIGHT}
        kicked = lifted.kind is Kind.FIGURE and lifted.value.ways[0].startswith("[")
        if feet and kicked and ball.value is _BALL and found[index + 1].value is STEP:
            found[index], found[index + 1] = found[index + 1], other
            found.insert(index, foot)
    for index in range(len(found) - 2, 1, -1):
        lifted, foot, ball, other = found[index - 2], *found[index - 1 : index + 2]
        feet = {foot.value, other.value} == {Foot.LEFT, Foot.RIGHT}
        if not (feet and lifted.kind is Kind.FIGURE and ball.kind is Kind.FIGURE):
            continue
        if ball.value is not _BALL or ball.end - ball.start <= len(ball.word) + 1:
            continue
        if lifted.value.ways[0].startswith("["):
            step = ball._replace(value=STEP, word="step", start=ball.end - 4)
            found[index : index + 1] = [ball._replace(end=ball.start + len(ball.word)), foot, step]
    return found


_BALL: Final = BY_NAME["ball"]


def _led_throughout(lexemes: Sequence[Lexeme]) -> list[Lexeme]:
    """ "R foot: heel forward, together, L foot: ...": the foot in front of a colon leads the word
    behind it."""
    return [x for index, x in enumerate(lexemes) if not _is_a_lead(lexemes, index)]


def _is_a_lead(lexemes: Sequence[Lexeme], index: int) -> bool:
    """A colon between a foot that stands alone and what it does."""
    if lexemes[index].word != ":" or not 0 < index < len(lexemes) - 1:
        return False
    alone = index < 2 or lexemes[index - 2].kind in CUTS
    told = lexemes[index + 1].kind in {Kind.FIGURE, Kind.DIRECTION}
    return alone and told and lexemes[index - 1].kind is Kind.FOOT


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
    _led_throughout,
    _ball_then_step,
    _heel_put_down,
    _stomps_up,
)
