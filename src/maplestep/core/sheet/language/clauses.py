"""What a clause asks for: a figure with its foot, direction, turn, weight and repeats.

Everything is read once into a :class:`Clause`; which of several meanings is taken
("shuffle right, left, right": one figure or three?) is decided where the counts are
known, in :mod:`.interpretations`.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import takewhile
from typing import Final

from ...figures.expand import Weight
from ...figures.model import Figure, moves_of
from ...figures.vocabulary import BY_NAME, FULL_TURN, PIVOT, STEP
from ...primitives.feet import Foot
from ...primitives.turns import FULL, parse_clock
from .clause import Clause, Sense
from .kinds import CUTS, Kind
from .lexicon import Lexeme, Lexicon
from .segments import ClauseWords
from .unknown_words import look_near, named_otherwise, nearest

_TURN_BEFORE: Final = frozenset({Kind.AMOUNT, Kind.TURN, Kind.SQUARE})
# These turn to the side named behind them; other figures are led by that foot.
_LED: Final = frozenset({"monterey", "hinge", "rolling vine"})
_SIDE_WORDS: Final = frozenset({"right", "left", "droite", "gauche"})
HIPS: Final = frozenset({"hip", "hips", "hanche", "hanches"})
_MIDDLE: Final = frozenset({"centre", "center", "middle"})
_BOTH_HEELS: Final = frozenset({"heels", "talons", "toes", "pointes"})
_BEFORE_A_FIGURE: Final = frozenset(
    {Kind.AMOUNT, Kind.TURN, Kind.DIRECTION, Kind.FOOT, Kind.DIAGONAL, Kind.STYLE}
)
_MOST_TIMES: Final = 16
_MOST_NUMBER: Final = 8
"""A larger number beside a figure is no number of times: "pivot 42 L" is a misread ½."""


def read_clause(segment: ClauseWords, lexicon: Lexicon) -> Clause:
    """Everything a segment says."""
    lexemes = segment.lexemes
    clause = Clause(
        start=lexemes[0].start,
        end=lexemes[-1].end,
        optional=segment.optional,
        bracket=segment.bracket,
        half=segment.half,
        gerund=lexemes[0].gerund,
    )
    if segment.ampersand:
        clause.ampersand = True
        clause.sense, clause.figure, clause.direction = Sense.FIGURE, STEP, "together"
        return clause
    _Reader(clause, lexemes).read()
    _of_both_heels(clause)
    _rolled(clause)
    _settle(clause, lexemes, lexicon)
    _check_direction(clause, lexemes)
    _check_side(clause, lexemes)
    return clause


def _of_both_heels(clause: Clause) -> None:
    """ "Heels out, heels in": without a foot they are the heels of both."""
    if not clause.both or clause.feet or clause.figure is not BY_NAME["heel"]:
        return
    named = {"out": "open heels", "in": "bring heels together", "together": "bring heels together"}
    if clause.direction in named:
        clause.figure = BY_NAME[named[clause.direction]]


def _rolled(clause: Clause) -> None:
    """ "Roll 1 ¼ left": a roll that says how far it turns is danced on the feet."""
    if clause.figure is BY_NAME["body roll"] and clause.turn is not None:
        clause.figure = BY_NAME["rolling vine"]


def _check_side(clause: Clause, lexemes: Sequence[Lexeme]) -> None:
    """ "Right foot to the left side": a foot does not step to the other side."""
    travel = clause.travel
    if travel is None or not clause.feet or clause.feet[0] is travel or clause.turn is not None:
        return
    figure = clause.figure or STEP
    sideways = clause.direction in {"side", "out"} or (
        figure.direction == "side" and not clause.direction
    )
    if not sideways or figure.crossing_way or figure.usual_turn or clause.diagonal:
        return
    clause.unread += [x for x in lexemes if x.kind is Kind.FOOT and x.value is travel][-1:]


def _check_direction(clause: Clause, lexemes: Sequence[Lexeme]) -> None:
    """A direction that the figure has no room for is not lost, but named."""
    figure, said = clause.figure, clause.direction
    if figure is None or not said or clause.diagonal or figure.takes_direction:
        return
    if figure.name in _STAY and _is_a_step_before(clause):
        clause.unread += [x for x in lexemes if x.value == said][:1]
    elif not _goes(figure, said):
        clause.unread += [x for x in lexemes if x.value == said and x.kind is Kind.DIRECTION][:1]


_STAY: Final = frozenset({"pivot", "recover", "unwind"})
"""Figures that go nowhere: a way in front of them is another step's."""


def _is_a_step_before(clause: Clause) -> bool:
    """ "Forward pivot", "back recover L"."""
    led = clause.led_by_direction and clause.direction in {"fwd", "back"}
    return led and (not clause.feet or clause.figure is BY_NAME["recover"])


def _goes(figure: Figure, said: str) -> bool:
    """Does a figure go any way, or that one by itself, or is another one called so?"""
    if figure.travels or figure.lengths == (1,) or figure.usual_turn:
        return True
    shown = {template.direction for way in figure.ways for template in moves_of(way)}
    alike = _ALIKE.get(said, frozenset({said}))
    named = said == figure.direction or said in figure.variants
    if said == "place" and figure.lengths[0] >= _BOX:
        return True  # "jazz box in place": it comes back to where it began
    return named or "@" in shown or bool(shown & alike)


_BOX: Final = 3
_ALIKE: Final = {
    "fwd": frozenset({"fwd", "diag fwd"}),
    "back": frozenset({"back", "diag back", "behind"}),
    "behind": frozenset({"back", "behind"}),
    "side": frozenset({"side", "out", "diag fwd"}),
    "together": frozenset({"together", "place", "in"}),
    "place": frozenset({"together", "place"}),
}


def side_then_foot(lexemes: Sequence[Lexeme], index: int) -> bool:
    """ "½ L L forward": the side of the turn, then the foot that steps, which nothing else says."""
    kinds = [lexeme.kind for lexeme in lexemes]
    if index < 2 or kinds[index - 2] not in {Kind.AMOUNT, Kind.TURN}:
        return False
    own = kinds[index + 1 :]
    end = next((n for n, kind in enumerate(own) if kind in CUTS), len(own))
    own = own[:end]
    return own[:1] == [Kind.DIRECTION] and not {Kind.FOOT, Kind.FIGURE} & set(own)


class _Reader:
    """Walks through the lexemes of a clause."""

    def __init__(self, clause: Clause, lexemes: Sequence[Lexeme]) -> None:
        self._clause, self._lexemes = clause, lexemes
        self._weighing = False

    def read(self) -> None:
        for index, lexeme in enumerate(self._lexemes):
            self._read(index, lexeme)

    def _read(self, index: int, lexeme: Lexeme) -> None:
        if self._said_twice(index, lexeme):
            self._clause.unread.append(lexeme)
            return
        read = _READS.get(lexeme.kind)
        if read is not None:
            read(self, index, lexeme)

    def _said_twice(self, index: int, lexeme: Lexeme) -> bool:
        """ "Step R R side": the very same word again, right behind itself."""
        if not index or lexeme.kind not in _ONCE:
            return False
        before = self._lexemes[index - 1]
        if lexeme.kind is Kind.FOOT and self._repeats():
            return self._kind(index - 2) is Kind.TO  # "hip bumps R R L L" are four
        if side_then_foot(self._lexemes, index):
            return False
        return before.word == lexeme.word and lexeme.start - before.end <= 1

    def _repeats(self) -> bool:
        """Does each foot named dance the figure once more? "Hip bumps R R L L", "hips R R"."""
        figure = self._clause.figure
        return figure.repeats if figure is not None else self._lexemes[0].word in HIPS

    def _figure(self, _: int, lexeme: Lexeme) -> None:
        clause = self._clause
        clause.led_by_direction = bool(clause.direction)
        clause.figure = lexeme.value
        clause.both = clause.both or lexeme.word in _BOTH_HEELS
        if clause.direction in lexeme.value.variants:
            clause.led_by_direction = False

    def _direction(self, index: int, lexeme: Lexeme) -> None:
        clause, said = self._clause, lexeme.value
        if self._kind(index + 2) is Kind.SHOULDER:
            return  # "over the left shoulder"
        if self._weighing and Kind.FOOT in (self._kind(index + 1), self._kind(index + 2)):
            return  # "weight back on L"
        if lexeme.word == "over" and self._kind(index + 1) is Kind.NUMBER:
            return  # "over 2 counts"
        if said == "front":
            named = index + 1 + (self._kind(index + 1) is Kind.STYLE)  # "devant tibia G"
            refers = self._kind(named) is Kind.FOOT or clause.direction == "cross"
            said = "cross" if refers else "fwd"
        merged = _merged(clause.direction, said)
        if merged == clause.direction and said not in (merged, *_LOOSE.get(merged, ())):
            clause.unread.append(self._lexemes[index])
        clause.direction = merged

    def _diagonal(self, _: int, __: Lexeme) -> None:
        self._clause.diagonal = True

    def _feet(self, _: int, lexeme: Lexeme) -> None:
        self._clause.feet.extend(lexeme.value)

    def _amount(self, _: int, lexeme: Lexeme) -> None:
        if self._clause.turn is None:
            self._clause.turn = lexeme.value
            figure = self._clause.figure
            single = figure is not None and figure.lengths[0] == 1 and not figure.usual_turn
            self._clause.turn_in_all = single and self._clause.times > 1
        else:
            self._clause.unread.append(lexeme)

    def _turn(self, _: int, __: Lexeme) -> None:
        self._clause.turns = True

    def _square(self, index: int, _: Lexeme) -> None:
        self._clause.turns = True
        following = self._lexemes[index + 1 :]
        if not any(x.kind in {Kind.AMOUNT, Kind.CLOCK} for x in following):
            self._clause.turn = self._clause.turn or 1

    def _weight(self, _: int, __: Lexeme) -> None:
        self._weighing = True
        self._clause.weight = Weight.TAKEN

    def _no_weight(self, _: int, __: Lexeme) -> None:
        self._clause.weight = Weight.NONE

    def _times(self, _: int, lexeme: Lexeme) -> None:
        if lexeme.word == "again" and self._clause.figure is STEP and self._clause.feet:
            return  # "step left again": as before, not twice
        self._clause.times = min(max(lexeme.value, 1), _MOST_TIMES)
        self._clause.feet_again = len(self._clause.feet) > 1

    def _foot(self, index: int, lexeme: Lexeme) -> None:
        foot = lexeme.value
        if self._kind(index - 1) is Kind.STANDING or self._joined_to(index, foot):
            return
        if self._weighing:
            self._clause.weight, self._weighing = foot, False
        elif not (self._says_where(index, lexeme) or self._crossed_over(index, foot)):
            self._named(index, lexeme)

    def _says_where(self, index: int, lexeme: Lexeme) -> bool:
        """Is it the side of a turn or a diagonal, or the foot that one steps beside?"""
        clause, foot = self._clause, lexeme.value
        before, following = self._kind(index - 1), self._kind(index + 1)
        if following is Kind.SHOULDER:
            clause.turn_to = foot
        elif before is Kind.RELATION and (clause.feet or clause.figure):
            self._stays(lexeme)
        elif self._turns_to(index) and clause.turn_to is None:
            if self._begins_three_feet(index):
                # Three steps turning all around go to the side of the first.
                around = clause.turn == FULL or clause.figure is FULL_TURN
                clause.turn_to = foot if around else None
                return False
            clause.turn_to = foot
        elif before is Kind.TO or (following is Kind.DIAGONAL and clause.feet):
            self._toward(index, foot)
        else:
            return False
        return True

    def _stays(self, lexeme: Lexeme) -> None:
        """ "Touch right beside right": no foot goes beside itself."""
        clause = self._clause
        if clause.feet[-1:] == [lexeme.value] and clause.direction in _LATER:
            clause.unread.append(lexeme)

    def _named(self, index: int, lexeme: Lexeme) -> None:
        """The foot that moves, or the side it moves to when that is said already."""
        clause, foot = self._clause, lexeme.value
        if isinstance(clause.weight, Foot) and clause.figure is None and not clause.direction:
            clause.unread.append(lexeme)  # "weight on L L"
            return
        if clause.turn_to is foot.other and clause.turn is not None and self._only_turns(index):
            return  # "half turn right on left": the left is stood on
        if self._is_its_side(index, foot):
            clause.travel = foot
            return
        clause.side_in_words = not clause.feet and lexeme.word in _SIDE_WORDS
        clause.feet.append(foot)

    def _is_its_side(self, index: int, foot: Foot) -> bool:
        """ "LF side sway L", "step R to the right": where the foot named before goes."""
        clause = self._clause
        if self._repeats():
            return clause.led_by_direction and clause.travel is None and clause.feet == [foot]
        return bool(clause.feet) and (foot is clause.feet[-1] or self._is(index + 1, "side"))

    def _joined_to(self, index: int, foot: Foot) -> bool:
        """ "PG rejoint PD": the second foot is the one that stays."""
        clause = self._clause
        joins = clause.direction == "together" and self._kind(index - 1) is Kind.DIRECTION
        joins = joins and not self._weighing
        return joins and clause.feet[-1:] == [foot.other] and self._kind(index + 1) is None

    def _only_turns(self, index: int) -> bool:
        """Does the clause say nothing but a turn, up to its last word?"""
        clause = self._clause
        empty = clause.figure is None and not clause.direction and not clause.feet
        return empty and self._kind(index + 1) is None

    def _toward(self, index: int, foot: Foot) -> None:
        clause = self._clause
        beyond = self._kind(index + 1) is Kind.DIAGONAL or self._is(index + 1, "side")
        if clause.feet and foot is not clause.feet[0] and not beyond:
            clause.direction = clause.direction or "together"  # "drag L to R"
        else:
            clause.travel = foot

    def _turns_to(self, index: int) -> bool:
        """Is the side said here the one a turn goes to?"""
        before = self._kind(index - 1)
        if before is Kind.TO and self._kind(index - 2) in _TURN_BEFORE:
            return True
        return before in _TURN_BEFORE or self._turner()

    def _begins_three_feet(self, index: int) -> bool:
        """ "Triple ½ turn R L R": the three feet of it, and no word about its side.

        "½ turn R L R L" is the side and then three feet.
        """
        if self._clause.figure is None and self._clause.turn != FULL:
            return False
        run = [x.value for x in takewhile(lambda x: x.kind is Kind.FOOT, self._lexemes[index:])]
        return len(run) == _TRIPLE and run[0] is run[2] is not run[1]

    def _crossed_over(self, index: int, foot: Foot) -> bool:
        """ "PG croisé derrière PD": the second foot is the one crossed over or behind."""
        clause = self._clause
        at = index - 1 - (self._kind(index - 1) is Kind.STYLE)  # "devant tibia G"
        crossed = clause.direction in {"cross", "behind"} and self._kind(at) in _AT
        if crossed and clause.feet[-1:] == [foot] and self._kind(index - 1) is not Kind.TO:
            clause.unread.append(self._lexemes[index])  # "PD croisé devant PD"
            return True
        return crossed and bool(clause.feet) and foot is not clause.feet[-1]

    def _turner(self) -> bool:
        figure = self._clause.figure
        return figure is not None and figure.usual_turn > 0 and figure.name not in _LED

    def _clock(self, index: int, lexeme: Lexeme) -> None:
        clause = self._clause
        asked = clause.turns or (clause.figure and clause.figure.usual_turn)
        if not asked or clause.turn is not None or self._kind(index - 1) is Kind.OTHER:
            return
        try:
            clause.turn_facing = parse_clock(lexeme.value.replace("h", ":"))
        except ValueError:
            return

    def _number(self, index: int, lexeme: Lexeme) -> None:
        following = self._lexemes[index + 1].word if index + 1 < len(self._lexemes) else ""
        if following in {"times", "fois"}:
            self._times(index, lexeme)  # "(2 times)" too, where no figure stands beside it
            return
        counted = following.startswith(("count", "ct", "temps", "compte"))
        figure = self._clause.figure
        if figure is not None and lexeme.value > 2 and lexeme.value in figure.lengths:
            return  # "weave left 4": so many counts
        if figure is not None and self._kind(index - 1) is Kind.STANDING:
            return  # "hold on 2": the count it is danced on
        if counted:
            self._clause.lasts = min(lexeme.value, _MOST_TIMES)
        elif 0 < lexeme.value <= _MOST_NUMBER and (
            self._clause.figure or self._before_figure(index)
        ):
            self._clause.times = min(lexeme.value, _MOST_TIMES)
        elif following not in {"wall", "walls"}:
            self._clause.unread.append(lexeme)

    def _before_figure(self, index: int) -> bool:
        """ "Two quarter pivots", "2 right shuffles": the number counts the figure behind."""
        for following in self._lexemes[index + 1 :]:
            if following.kind not in _BEFORE_A_FIGURE:
                return following.kind is Kind.FIGURE
        return False

    def _kind(self, index: int) -> Kind | None:
        return self._lexemes[index].kind if 0 <= index < len(self._lexemes) else None

    def _is(self, index: int, direction: str) -> bool:
        return index < len(self._lexemes) and self._lexemes[index].value == direction


_TRIPLE: Final = 3
_ONCE: Final = frozenset({Kind.FOOT, Kind.DIRECTION, Kind.RELATION, Kind.AMOUNT, Kind.TURN})
_AT: Final = frozenset({Kind.RELATION, Kind.DIRECTION})
_READS: Final = {
    Kind.FIGURE: _Reader._figure,
    Kind.DIRECTION: _Reader._direction,
    Kind.RELATION: _Reader._direction,
    Kind.DIAGONAL: _Reader._diagonal,
    Kind.FOOT: _Reader._foot,
    Kind.FEET: _Reader._feet,
    Kind.AMOUNT: _Reader._amount,
    Kind.TURN: _Reader._turn,
    Kind.SQUARE: _Reader._square,
    Kind.WEIGHT: _Reader._weight,
    Kind.NO_WEIGHT: _Reader._no_weight,
    Kind.CLOCK: _Reader._clock,
    Kind.TIMES: _Reader._times,
    Kind.NUMBER: _Reader._number,
}
_LATER: Final = frozenset({"behind", "cross", "together"})
_LOOSE: Final = {
    "cross": ("fwd", "front", "side", "behind"), "behind": ("back", "cross", "side", "together"),
    "together": ("place", "in", "side", "fwd", "back"), "out": ("side", "fwd", "back"),
    "fwd": ("front",), "place": ("together", "back"), "side": ("out",),
}  # fmt: skip


# "Close L behind R", "back in place": the second word of these says where the foot ends.
_TOGETHER: Final = {
    ("behind", "cross"): "behind",
    ("cross", "back"): "behind",
    ("back", "behind"): "behind",
    ("together", "behind"): "behind",
    ("back", "place"): "place",
}


def _merged(before: str, said: str) -> str:
    """Two directions of one step: "cross behind", "forward across", "side next to"."""
    if (before, said) in _TOGETHER:
        return _TOGETHER[before, said]
    if not before or (before in {"cross", "side", "fwd"} and said in _LATER):
        return said
    if before == "out" or said == "out":
        return "out"
    return "together" if said == "together" else before


def _settle(clause: Clause, lexemes: Sequence[Lexeme], lexicon: Lexicon) -> None:
    """Say what sort of clause it is, and which words of it nobody knows."""
    others = tuple(lexeme for lexeme in lexemes if lexeme.kind is Kind.OTHER)
    if clause.figure is not None:
        _settle_figure(clause, clause.figure, lexemes, lexicon)
        if others:
            look_near(clause, others, lexicon)
            named_otherwise(clause, lexemes, lexicon)
    elif clause.direction or (clause.diagonal and clause.feet):
        clause.sense = Sense.FIGURE
        look_near(clause, others, lexicon)
    elif not others and _is_a_plain_step(clause):
        # "R to the right", "R ¼ right": a step that turns goes forward.
        clause.sense, clause.figure = Sense.FIGURE, STEP
        if clause.travel is None:
            clause.direction, clause.goes_somewhere = "fwd", False
    else:
        _settle_without_figure(clause, lexemes, others, lexicon)
    if clause.travel and clause.sense is Sense.STYLE:
        clause.sense = Sense.FEET
        clause.feet.append(clause.travel)


def _is_a_plain_step(clause: Clause) -> bool:
    return bool(clause.feet) and (clause.travel is not None or clause.turn is not None)


def _settle_figure(
    clause: Clause, figure: Figure, lexemes: Sequence[Lexeme], lexicon: Lexicon
) -> None:
    """The figure meant, which a direction may make another one; some have to be asked about."""
    clause.sense = Sense.FIGURE
    variant = figure.variants.get(clause.direction)
    if variant is not None:
        clause.figure = lexicon.figures[variant]
        clause.direction = clause.direction if clause.figure.takes_direction else ""
    elif figure.asks:
        clause.sense, clause.nearest = Sense.UNKNOWN, figure.asks
        clause.unknown = tuple(x for x in lexemes if x.kind is Kind.FIGURE)[:1]


def _settle_without_figure(
    clause: Clause, lexemes: Sequence[Lexeme], others: tuple[Lexeme, ...], lexicon: Lexicon
) -> None:
    """Feet alone, a turn alone, styling, or words nobody knows."""
    styled = {x.word for x in lexemes if x.kind is Kind.STYLE}
    if clause.feet and styled & HIPS:
        clause.sense, clause.figure = Sense.FIGURE, BY_NAME["bump"]  # "hip R, hip L"
        look_near(clause, others, lexicon)
    elif clause.feet and styled:
        clause.sense = Sense.STYLE  # "bend R knee", "look left"
    elif _is_middle(clause, lexemes, others):
        clause.sense, clause.figure = Sense.FIGURE, BY_NAME["return to centre"]
    elif clause.feet and not others:
        clause.sense = Sense.FEET
    elif clause.turn is not None or clause.turn_facing is not None:
        clause.sense = Sense.TURN
        clause.figure = FULL_TURN if (clause.turn or 0) >= FULL else PIVOT
        look_near(clause, others, lexicon)
    elif others:
        _settle_unknown(clause, lexemes, others, lexicon)


def _is_middle(clause: Clause, lexemes: Sequence[Lexeme], others: tuple[Lexeme, ...]) -> bool:
    """ "Centre" alone, behind heels that went out."""
    return not clause.feet and not others and bool({x.word for x in lexemes} & _MIDDLE)


def _settle_unknown(
    clause: Clause, lexemes: Sequence[Lexeme], others: tuple[Lexeme, ...], lexicon: Lexicon
) -> None:
    clause.sense = Sense.UNKNOWN
    look_near(clause, others, lexicon)
    if not clause.unknown:
        clause.unknown = tuple(lexemes)
        clause.nearest = nearest(" ".join(x.word for x in lexemes), others, lexicon)
