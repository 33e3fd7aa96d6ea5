"""Cutting a step line into clauses: one figure, one turn or one remark each.

A line is cut at commas, "then" and "and"; where people leave those out ("R side L
together", "step R forward pivot ½ left") it is cut before the next figure or direction,
which takes the foot and the turn said right before it along.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace
from itertools import pairwise
from typing import Final

from ...figures.vocabulary import BY_NAME, STEP
from ...primitives.feet import Foot
from .kinds import CUTS, LIFTED, Kind
from .lexicon import Lexeme
from .neighbours import by_their_neighbours

_MERGES: Final = frozenset(
    {
        ("cross", "behind"),
        ("behind", "cross"),
        ("cross", "cross"),
        ("cross", "fwd"),
        ("cross", "back"),
        ("fwd", "cross"),
        ("out", "side"),
        ("out", "fwd"),
        ("out", "back"),
        ("side", "out"),
        ("fwd", "out"),
        ("back", "behind"),
        ("behind", "back"),
        ("back", "out"),
        ("together", "place"),
        ("together", "together"),
        ("in", "in"),
        ("out", "out"),
        ("place", "together"),
        ("back", "place"),
        ("back", "together"),
        ("together", "behind"),
    }
)
_BODY: Final = frozenset({"heel", "toe", "ball", "knee pop", "bump", "body roll"})
_STRUTS: Final = frozenset({"heel", "toe"})
_NEXT_STEPS: Final = frozenset({"side", "together", "cross", "behind"})
"""Ways that a figure of several moves, or a recovery, does not go: the next step does."""
_STRUTTED: Final = frozenset({"heel strut", "toe strut"})
_STILL: Final = frozenset({"hold", "clap"})
_SIDED: Final = frozenset({Kind.AMOUNT, Kind.TURN, Kind.TO, Kind.STANDING})
_KINDS_OF_STEP: Final = frozenset({"toe", "big step"})
_TOES: Final = frozenset({"pointe", "pointes"})
_MOVED: Final = frozenset({Kind.DIRECTION, Kind.AMOUNT})
_MOVES: Final = _MOVED | _SIDED | {Kind.FOOT}
_SAID_BEFORE: Final = frozenset({Kind.FOOT, Kind.AMOUNT, Kind.TURN})


@dataclass(slots=True)
class ClauseWords:
    """The lexemes of one clause.

    ``optional``: in brackets, or an "-ing" behind a figure: it may only describe.
    ``half`` is 0 before a colon or dash and 1 behind it. ``bracket`` says it stands in
    brackets; ``ampersand`` that it is a lone "&", which may stand for a step together.
    """

    lexemes: list[Lexeme] = field(default_factory=list)
    optional: bool = False
    bracket: bool = False
    half: int = 0
    ampersand: bool = False
    carried: int = 0
    """So many of its first words came along from the clause before."""


def _give_back(before: ClauseWords, segment: ClauseWords) -> None:
    """ "Walk R L R kick", "walk R L R kick L": the foot in front is the walk's third."""
    kinds = [lexeme.kind for lexeme in segment.lexemes[:3]]
    # "Walk R, L, R kick L": in a list of feet, one is enough to show the way.
    listed = not segment.carried and {lexeme.kind for lexeme in before.lexemes} == {Kind.FOOT}
    if not (listed or segment.carried == 1) or kinds[:2] != [Kind.FOOT, Kind.FIGURE]:
        return
    own = segment.lexemes[0].value
    feet = [lexeme.value for lexeme in before.lexemes if lexeme.kind is Kind.FOOT]
    walks_on = (listed or len(feet) > 1) and feet[-1] is not own
    if walks_on and _needs_no_foot(segment, own, listed=listed):
        before.lexemes.append(segment.lexemes.pop(0))


def _needs_no_foot(segment: ClauseWords, own: Foot, *, listed: bool) -> bool:
    """Has the figure behind the foot one of its own, or is it one that steps on nothing?"""
    behind = segment.lexemes[2:3]
    if behind and behind[0].kind is Kind.FOOT:
        return behind[0].value is own.other
    # Without a foot of its own it is the next one's, where nothing is stepped on.
    return not listed and bool(segment.lexemes[1].value.ways[0].startswith("["))


def _parted(segment: ClauseWords) -> list[ClauseWords]:
    """ "L ¼ brush R", "R side touch L", "back R touch L": two feet are named, so the first one has
    stepped; so it has in "R side drag", since what is dragged is the other one, and before a
    figure that begins with a step of its own."""
    lexemes = segment.lexemes
    index = next((i for i, x in enumerate(lexemes) if x.kind is Kind.FIGURE), 0)
    before, figure, behind = lexemes[:index], lexemes[index], lexemes[index + 1 : index + 2]
    foot = next((x for x in before[:2] if x.kind is Kind.FOOT), None)
    if foot is None or figure.gerund or not _has_stepped(foot, before, figure, behind):
        return [segment]
    rest = replace(segment, lexemes=lexemes[index:], carried=0)
    return [replace(segment, lexemes=before), rest]


def _has_stepped(
    foot: Lexeme, before: Sequence[Lexeme], figure: Lexeme, behind: Sequence[Lexeme]
) -> bool:
    """Do the words in front of a figure say a step of their own?"""
    kinds = {x.kind for x in before if x is not foot}
    if not kinds & _MOVED or not kinds <= _MOVES:
        return False
    leads = Kind.DIRECTION in kinds and before[0] is foot
    return (leads and _needs_a_step_before(figure, behind)) or _is_of_the_other_foot(
        foot, figure, behind
    )


def _needs_a_step_before(figure: Lexeme, behind: Sequence[Lexeme]) -> bool:
    if figure.value.name == "drag":
        return not behind
    # "R side behind side cross": the figure is told step by step, and has its own first one.
    return figure.word in _FIRST_STEPS and min(figure.value.lengths) > 1


def _is_of_the_other_foot(foot: Lexeme, figure: Lexeme, behind: Sequence[Lexeme]) -> bool:
    named = behind[0].value if behind and behind[0].kind is Kind.FOOT else None
    other = {foot.value, named} == {Foot.LEFT, Foot.RIGHT}
    return other and max(figure.value.lengths) == 1


_FIRST_STEPS: Final = frozenset({"behind", "cross", "side", "back", "croise", "derriere", "cote"})


def _with_all_its_feet(segments: Sequence[ClauseWords]) -> Iterator[ClauseWords]:
    """ "Shuffle R, L, R with ½ turn left": behind the feet of all its steps stands how it goes."""
    index = 0
    while index < len(segments):
        segment = segments[index]
        taken = _listed_feet(segment, segments[index + 1 :])
        for each in segments[index + 1 : index + 1 + taken]:
            segment.lexemes.extend(each.lexemes)
        yield segment
        index += 1 + taken


def _listed_feet(segment: ClauseWords, behind: Sequence[ClauseWords]) -> int:
    """How many of the clauses behind a figure name the feet of its steps, one each, the last of
    them with a turn or a side besides; 0 where it is otherwise."""
    figure = next((x.value for x in segment.lexemes if x.kind is Kind.FIGURE), None)
    steps = min(figure.lengths) if figure is not None else 0
    if steps < _A_LIST or len(behind) < steps - 1:
        return 0
    listed = [each.lexemes for each in behind[: steps - 1]]
    tail = {x.kind for x in listed[-1][1:]}
    says_how = bool(tail) and tail <= _SIDED | {Kind.FOOT}
    return len(listed) if says_how and _alternate(segment.lexemes[-1], listed) else 0


def _alternate(first: Lexeme, listed: Sequence[Sequence[Lexeme]]) -> bool:
    """Does each clause begin with the other foot, and name nothing else but in the last?"""
    feet = [first, *(each[0] for each in listed)]
    if any(x.kind is not Kind.FOOT for x in feet) or any(len(each) > 1 for each in listed[:-1]):
        return False
    return all(a.value is not b.value for a, b in pairwise(feet))


_A_LIST: Final = 3


class _Cutter:
    """Collects the segments of one line."""

    def __init__(self) -> None:
        self.done: list[ClauseWords] = []
        self._half = 0
        self._depth = 0
        self._now = ClauseWords()
        self._figure: Lexeme | None = None
        self._direction = ""

    def take(self, lexeme: Lexeme) -> None:
        kind = lexeme.kind
        if kind in CUTS:
            self._take_cut(lexeme)
        elif kind is Kind.FIGURE:
            self._take_figure(lexeme)
        elif kind is Kind.DIRECTION or kind is Kind.RELATION:
            self._take_direction(lexeme)
        elif kind is Kind.AMOUNT and any(x.kind is Kind.AMOUNT for x in self._now.lexemes):
            self._open(0)
            self._now.lexemes.append(lexeme)
        else:
            self._now.lexemes.append(lexeme)

    def _take_cut(self, lexeme: Lexeme) -> None:
        column = lexeme.word == "|" or (lexeme.word == "/" and not self.done)
        if column and {x.kind for x in self._now.lexemes} == {Kind.FOOT}:
            return  # a column of feet beside the one of steps, "R/L skate"
        self._cut(lexeme.kind)
        if lexeme.word in {"&", "+"} and (self.done or not self._depth):
            step = ClauseWords(lexemes=[lexeme], optional=True, half=self._half, ampersand=True)
            self.done.append(step)

    def finish(self) -> list[ClauseWords]:
        self._close()
        for before, segment in pairwise(self.done):
            _give_back(before, segment)
        whole = list(_with_all_its_feet(self.done))
        return [part for segment in whole for part in _parted(segment)]

    def _cut(self, kind: Kind) -> None:
        self._close()
        if kind is Kind.COLON and not self._depth:
            self._half = 1
        elif kind is Kind.OPEN:
            self._depth += 1
        elif kind is Kind.CLOSE:
            self._depth = max(0, self._depth - 1)
        self._now = self._fresh()

    def _fresh(self) -> ClauseWords:
        bracket = self._depth > 0
        return ClauseWords(optional=bracket, bracket=bracket, half=self._half)

    def _close(self) -> None:
        if self._now.lexemes:
            self.done.append(self._now)
        self._figure, self._direction = None, ""

    def _open(self, carried: int) -> None:
        """Begin a new clause that takes the last lexemes along."""
        lexemes = self._now.lexemes
        taken = lexemes[len(lexemes) - carried :]
        del lexemes[len(lexemes) - carried :]
        self._close()
        self._now = self._fresh()
        self._now.lexemes = taken
        self._now.carried = carried

    def _take_figure(self, lexeme: Lexeme) -> None:
        if self._figure is not None:
            if self._belongs(self._figure, lexeme) or _tells_how(self._figure, lexeme):
                return
            # "Pivot ½ right on L stepping R together": L is stood on.
            stands = lexeme.gerund and self._figure.value.usual_turn > 0
            turns = lexeme.value.usual_turn > 0
            self._open(0 if stands else self._carried(lexeme.start, turns=turns))
            self._now.optional = self._now.optional or lexeme.gerund
        else:
            self._open_before(lexeme)
        self._figure = lexeme
        self._now.lexemes.append(lexeme)

    def _open_before(self, lexeme: Lexeme) -> None:
        """A step said by its direction or turn alone ends before a figure that is another move."""
        if self._direction and lexeme.value.lengths[0] == 1 and self._ends_on_a_foot():
            self._open(1)  # "together L heel": the heel is the next move
        elif self._direction and lexeme.value.lengths[0] == 1 and self._has_stepped():
            self._open(0)  # "back LRL touch R": three steps and a touch
        elif self._direction == "together" and (turning := self._turning_since()):
            self._open(turning)  # "together 1/4 L scuff": feet closed do not turn any more
        elif lexeme.value.name in _STILL and (self._direction or self._has_turned()):
            self._open(0)  # "R fwd hold": the step is danced as well
        elif self._direction and lexeme.gerund and lexeme.value.name in LIFTED:
            self._open(0)  # "back L sweeping R"
            self._now.optional = True

    def _has_stepped(self) -> bool:
        return any(lexeme.kind is Kind.FEET for lexeme in self._now.lexemes)

    def _turning_since(self) -> int:
        """How many of the last lexemes are a turn behind the direction."""
        kinds = [lexeme.kind for lexeme in self._now.lexemes]
        if Kind.AMOUNT not in kinds or Kind.DIRECTION not in kinds:
            return 0
        at = kinds.index(Kind.AMOUNT)
        return len(kinds) - at if at > kinds.index(Kind.DIRECTION) else 0

    def _has_turned(self) -> bool:
        """A foot and a turn: a step is said."""
        kinds = {lexeme.kind for lexeme in self._now.lexemes}
        return Kind.FOOT in kinds and Kind.AMOUNT in kinds

    def _belongs(self, before: Lexeme, lexeme: Lexeme) -> bool:
        """Does the name of a figure only say more of the one before it?"""
        figure, named = before.value, lexeme.value.name
        if lexeme.gerund and lexeme.value is STEP and figure.lengths[0] > 1:
            return True  # "shuffle stepping R, L, R" names the feet of the shuffle
        if named == "full turn" and figure.usual_turn:
            # "Unwind full turn R" says how far.
            self._now.lexemes.append(lexeme._replace(kind=Kind.AMOUNT, value=8))
            return True
        if named == "point" and figure.name == "touch" and lexeme.word in _TOES:
            return True  # "toucher la pointe du PD": with the toe
        toe = figure is STEP and _is_kind_of_step(lexeme)
        if toe or (figure.name == "swivel" and named == "return to centre"):
            # "Step L toe to the side" puts down the toe, "twist heels back to centre" is one.
            self._now.lexemes.remove(before)
            self._now.lexemes.append(lexeme)
            self._figure = lexeme
            return True
        return named in _STRUTS and self._struts(lexeme)

    def _struts(self, lexeme: Lexeme) -> bool:
        """ "Strut R heel-toe" names the part of the foot that comes first."""
        strut = self._figure
        assert strut is not None
        if strut.value.name == "strut":
            named = strut._replace(value=BY_NAME[f"{lexeme.value.name} strut"])
            self._now.lexemes[self._now.lexemes.index(strut)] = named
            self._figure = named
            return True
        return strut.value.name in _STRUTTED

    def _take_direction(self, lexeme: Lexeme) -> None:
        said = "cross" if lexeme.value == "front" else lexeme.value
        feet = self._named_feet()
        if self._ends_figure(lexeme, said):
            self._open(1 if len(feet) > 1 and feet[-1] == len(self._now.lexemes) - 1 else 0)
            feet = []
        if self._direction:
            merges = (self._direction, said) in _MERGES
            if not merges and lexeme.kind is Kind.DIRECTION:
                self._open(self._leads() or self._carried(lexeme.start, turns=False))
        elif self._figure is not None and len(feet) > 1 and feet[-1] == len(self._now.lexemes) - 1:
            first, last = self._now.lexemes[feet[0]], self._now.lexemes[feet[-1]]
            if first.value is not last.value and lexeme.kind is Kind.DIRECTION:
                self._open(1)
        self._direction = said
        self._now.lexemes.append(lexeme)

    def _ends_on_a_foot(self) -> bool:
        feet = self._named_feet()
        another = len(feet) > 1 or self._direction == "together"
        if not another or not feet or feet[-1] != len(self._now.lexemes) - 1:
            return False
        # "LF neben RF auftippen": the foot behind "beside" is the one that stays.
        return feet[-1] == 0 or self._now.lexemes[feet[-1] - 1].kind is not Kind.RELATION

    def _ends_figure(self, lexeme: Lexeme, said: str) -> bool:
        """ "Heel together", "side rock cross side": the direction is the next step."""
        if self._figure is None or lexeme.kind is not Kind.DIRECTION:
            return False
        figure = self._figure.value
        if said == "together" and figure.lengths == (1,) and not figure.recovers:
            return figure.ways[0].startswith("[") and figure.name not in {"touch", "drag"}
        return (
            said in _NEXT_STEPS
            and not figure.takes_direction
            and (figure.lengths[0] > 1 or figure.recovers)
            and said not in figure.variants
            and said != figure.direction
        )

    def _named_feet(self) -> list[int]:
        """Where feet stand in the clause that are no side of a turn."""
        lexemes = self._now.lexemes
        return [
            index
            for index, lexeme in enumerate(lexemes)
            if lexeme.kind is Kind.FOOT and not (index and lexemes[index - 1].kind in _SIDED)
        ]

    def _carried(self, at: int, *, turns: bool) -> int:
        """How many of the last lexemes belong to the figure or direction that comes next."""
        lexemes = self._now.lexemes
        count = 0
        while count < len(lexemes) and lexemes[-1 - count].kind in _SAID_BEFORE:
            count += 1
        tail = lexemes[len(lexemes) - count :]
        while len(tail) > 1 and tail[0].kind is Kind.FOOT and tail[1].kind is not Kind.FOOT:
            # "Step R into ½ pivot": the foot in front of the turn is the step's.
            tail, count = tail[1:], count - 1
        has_turn = any(x.kind is not Kind.FOOT for x in tail)
        if has_turn:
            # "½ pivot", but "vine ¼ right, scuff": a turn stays unless the next one needs it.
            if turns and count < len(lexemes):
                return count
            lone = tail[-1].kind is Kind.FOOT and len(tail) > 1 and tail[-2].kind is Kind.FOOT
            return 1 if lone else 0
        return 1 if count and self._takes_the_foot(at) else 0

    def _leads(self) -> int:
        """ "R side together R side": in a line whose first word is a foot, the one behind feet
        closed leads the next step when it is the same again."""
        kinds = [lexeme.kind for lexeme in self._now.lexemes]
        first = (self.done[0] if self.done else self._now).lexemes[0]
        if self._direction != "together" or kinds != [Kind.DIRECTION, Kind.FOOT]:
            return 0
        return int(first.kind is Kind.FOOT and self._led_by(self._now.lexemes[1]))

    def _led_by(self, foot: Lexeme) -> bool:
        before = self.done[-1].lexemes[0] if self.done else None
        return before is not None and before.kind is Kind.FOOT and before.value is foot.value

    def _takes_the_foot(self, at: int) -> bool:
        """Is the foot named last, right before ``at``, that of the next figure?"""
        lexemes, named = self._now.lexemes, self._named_feet()
        if not named or named[-1] != len(lexemes) - 1:
            return False
        # "Jazz box ending with L touch": words between part the foot from the figure before.
        before = lexemes[-2] if len(lexemes) > 1 else None
        if _steps_behind(lexemes):
            return True
        stays = [x.kind for x in lexemes[-3:-1]]
        if stays[-1:] == [Kind.RELATION] or stays == [Kind.RELATION, Kind.FOOT]:
            return False  # "step L next to R swivelling heels": the foot that stays
        several = before is not None and before is self._figure and before.value.lengths[0] > 2
        apart = several and before is not None and lexemes[-1].start - before.end > 1
        beside = at - lexemes[-1].end <= 1
        return len(named) > 1 or (apart and beside)


def _is_kind_of_step(lexeme: Lexeme) -> bool:
    """ "Step L toe to the side", "poser la pointe D devant"."""
    named = lexeme.value.name
    return named in _KINDS_OF_STEP or (named == "point" and lexeme.word in _TOES)


def _tells_how(figure: Lexeme, lexeme: Lexeme) -> bool:
    """ "Stomp R heel": with which part of the body a single move is made."""
    if lexeme.value.name == "ball" and figure.value.name in LIFTED:
        return False  # "kick R ball step L": nothing is kicked with the ball of a foot
    body = lexeme.value.name in _BODY and figure.value.name not in _BODY
    return body and min(figure.value.lengths) == 1 and not lexeme.gerund


def _steps_behind(lexemes: Sequence[Lexeme]) -> bool:
    """ "L behind R side L cross": each foot leads the word behind it, as the first one does."""
    kinds = [lexeme.kind for lexeme in lexemes]
    return (
        kinds == [Kind.FOOT, Kind.RELATION, Kind.FOOT]
        and lexemes[1].value == "behind"
        and lexemes[0].value is not lexemes[2].value
    )


def segments_of(lexemes: Sequence[Lexeme]) -> list[ClauseWords]:
    """The clauses of a line, in order."""
    cutter = _Cutter()
    for lexeme in by_their_neighbours(lexemes):
        cutter.take(lexeme)
    return cutter.finish()
