"""A clause of a line and what it says."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from enum import Enum, auto
from typing import Final

from ...figures.expand import FigureUse, Weight
from ...figures.model import Figure
from ...figures.vocabulary import BY_NAME, PIVOT, STEP
from ...primitives.feet import Foot
from .lexicon import Lexeme

# Hips go to the same side again.
_STAY: Final = frozenset({"bump", "sway"})


# "Stomp R twice": the same foot; only the last may take the weight.
_ON_THE_SPOT: Final = frozenset({"stomp"})


class Sense(Enum):
    """What sort of clause it is."""

    FIGURE = auto()
    FEET = auto()
    """Only feet: the figure before goes on, or these are its own steps."""
    TURN = auto()
    """Only a turn: a pivot of its own, or part of the step beside it."""
    UNKNOWN = auto()
    STYLE = auto()


@dataclass(slots=True)
class Clause:
    """One clause with everything it says. Offsets are those of the line's words."""

    start: int
    end: int
    sense: Sense = Sense.STYLE
    figure: Figure | None = None
    feet: list[Foot] = field(default_factory=list)
    travel: Foot | None = None
    direction: str = ""
    diagonal: bool = False
    led_by_direction: bool = False
    side_in_words: bool = False
    ampersand: bool = False
    """A lone "&", which may stand for a step together."""
    both: bool = False
    """It speaks of both heels."""
    turn: int | None = None
    turn_to: Foot | None = None
    turn_facing: int | None = None
    turns: bool = False
    in_parts: bool = False
    """The turn is said in brackets, and may go on there."""
    weight: Foot | Weight | None = None
    weights: tuple[Foot | Weight, ...] = ()
    """"Stomp L twice (no weight, weight)": one for each time."""
    times: int = 1
    feet_again: bool = False
    """So often stands behind the feet: "walk R, L x2", but "4 walks R, L, R, L"."""
    turn_in_all: bool = False
    """The turn is that of all times together: "bounce heels three times turning ½ left"."""
    lasts: int = 0
    optional: bool = False
    bracket: bool = False
    half: int = 0
    unknown: tuple[Lexeme, ...] = ()
    nearest: tuple[str, ...] = ()
    meant: str = ""
    ending: Figure | None = None
    ending_direction: str = ""
    gerund: bool = False
    """It opens with an "-ing" word: it may describe, end or go along with what is before it."""
    goes_somewhere: bool = True
    """False: a step that turns, of which nothing says where it goes."""
    unread: list[Lexeme] = field(default_factory=list)
    """Words that matter and found no place: each has to be named, none may be lost."""

    @property
    def only_weight(self) -> bool:
        plain = self.figure is None and not self.direction and not self.feet
        return self.weight is not None and plain

    def _led(self, figure: Figure) -> tuple[Foot | None, Foot | None]:
        """The foot that leads, and the side it goes to."""
        foot, travel = self.feet[0] if self.feet else None, self.travel
        if travel is not None:
            by_side = foot is None and not figure.travels and _led_by_side(figure)
            return (travel if by_side else foot), travel
        if len(self.feet) == 2 and figure.travels:
            return foot, self.feet[1]
        return (None, foot) if figure.crossing_way else (foot, None)

    def uses(self) -> list[FigureUse]:
        """The figures it asks for: one, or one for each time and each foot named."""
        figure = self.figure or STEP
        foot, travel = self._led(figure)
        direction = self._direction(figure)
        if direction in figure.variants:
            # "Rock R to the right" is a side rock.
            figure, direction = BY_NAME[figure.variants[direction]], ""
        use = FigureUse(
            figure=figure,
            start=self.start,
            end=self.end,
            foot=foot,
            travel=travel,
            direction=direction,
            turn=self.turn,
            turn_to=self.turn_to,
            turn_facing=self.turn_facing,
            weight=self.weight,
            lasts=self.lasts,
            ending=self.ending,
            ending_direction=self.ending_direction,
            bare_turn=self.sense is Sense.TURN,
            no_amount=self.turns and self.turn is None and self.turn_facing is None,
        )
        return self._weighed(self._each(use))

    def _each(self, use: FigureUse) -> list[FigureUse]:
        """The figure once for each foot named, or for each time."""
        figure = use.figure
        if len(self.feet) > 1 and not (figure.travels and len(self.feet) == 2):
            feet = self.feet * (self.times if self.feet_again and figure.lengths == (1,) else 1)
            return [use, *(use.echo_on(other) for other in feet[1:])]
        if self.times <= 1:
            return [use]
        found = [use.again(_alternate(use, n)) for n in range(self.times)]
        if self.turn_in_all:
            found = _turning_in_all(found)
        if figure.name in _ON_THE_SPOT and use.foot is not None and self.weight is None:
            found[:-1] = [replace(each, weight=Weight.NONE) for each in found[:-1]]
        return found

    def _weighed(self, found: list[FigureUse]) -> list[FigureUse]:
        """ "Stomp R, L (weight R, L)": each with the weight said for it."""
        if len(self.weights) != len(found) or len(found) < 2:
            return found
        pairs = zip(found, self.weights, strict=True)
        return [replace(each, weight=weight) for each, weight in pairs]

    def _direction(self, figure: Figure) -> str:
        said = self.direction
        if figure.directions and said not in figure.directions:
            said = ""
        if self.diagonal:
            return self._diagonal(figure, back="back" in (said, figure.direction))
        if said or (figure.lengths[0] != 1 and not figure.takes_direction):
            return said
        if self.travel is not None and figure.takes_direction:
            return "side"
        if figure is STEP:
            if self.side_in_words:
                return "side"
            return "place" if self.figure is None and self.sense is Sense.FIGURE else ""
        return ""

    def _diagonal(self, figure: Figure, *, back: bool) -> str:
        """ "Kick R to the left diagonal" crosses the other foot."""
        crosses = len(self.feet) == 1 and self.travel is self.feet[0].other
        if crosses and figure.takes_direction and figure.lengths == (1,):
            return "behind" if back else "cross"
        return "diag back" if back else "diag fwd"


def _turning_in_all(uses: list[FigureUse]) -> list[FigureUse]:
    """The same with the turn shared among them, as evenly as eighths can be, more at the end."""
    whole, rest = divmod(uses[0].turn or 0, len(uses))
    turns = [whole + (n >= len(uses) - rest) for n in range(len(uses))]
    return [
        replace(use, turn=turn) if turn else replace(use, turn=None, turn_to=None)
        for use, turn in zip(uses, turns, strict=True)
    ]


def _led_by_side(figure: Figure) -> bool:
    """Does the foot of the side it goes to lead? Not where it crosses: either foot may."""
    leads = figure.lengths != (1,) or figure.name in _STAY
    return leads and figure.direction != "cross"


def _alternate(use: FigureUse, index: int) -> Foot | None:
    """The foot of a repeat: touches and even figures start with the same foot again."""
    figure = use.figure
    same = (
        figure.lengths[0] % 2 == 0
        or figure.ways[0].startswith("[")
        or figure.name in _STAY | _ON_THE_SPOT
        or figure is PIVOT
    )
    return use.foot.other if use.foot and index % 2 and not same else use.foot
