"""Drills: the pieces a dance is taught in, how long each takes, and what it is worth.

A drill is danced some rounds at a share of the song's tempo, with some talking before it:

    seconds = rounded up (rounds × seconds of one round) + talking

All numbers of rounds, tempi, seconds and points below are common practice, no published source.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from math import ceil
from typing import Final, NamedTuple

from ..analysis.level import LEVELS, fastest, longest_spin
from ..primitives.moves import Move
from ..sheet.build.dancing import mirror
from ..sheet.model import Option, Part, Section

FAST: Final = 3.0
"""Steps a second from which two counts are gone over by themselves."""
SPIN: Final = 6
"""Eighths of an unbroken turn from which it is gone over by itself."""


class DrillKind(StrEnum):
    """What is done: a section foot by foot; all of the part so far; a hard spot; the part with
    counts; a wall and the next without stopping; one wall of the song; a tag or restart from the
    counts before it into those behind; all in the song's order; slow music; the music itself."""

    LEARN = "learn"
    TOP = "top"
    SPOT = "spot"
    WHOLE = "whole"
    WALLS = "walls"
    WALL = "wall"
    EVENT = "event"
    ROUND = "round"
    SLOW = "slow"
    MUSIC = "music"


class Reason(StrEnum):
    """Why a drill gets more than is usual."""

    FAST = "fast"
    TURN = "turn"
    WEIGHT = "weight"
    STUCK = "stuck"


class Usual(NamedTuple):
    """Of a kind of drill: tempo in percent of the song's, talking in seconds, fewest rounds, and
    the points of those together and of every round more."""

    percent: int
    talk: int
    least: int
    points: tuple[int, ...]


USUAL: Final[dict[DrillKind, Usual]] = {
    DrillKind.LEARN: Usual(50, 15, 2, (12, 3, 2, 1)),
    DrillKind.TOP: Usual(60, 5, 1, (4, 1)),
    DrillKind.SPOT: Usual(50, 15, 2, (5, 3, 2)),
    DrillKind.WHOLE: Usual(70, 10, 1, (6, 2, 1)),
    DrillKind.WALLS: Usual(80, 5, 1, (5, 2, 1)),
    DrillKind.WALL: Usual(80, 5, 1, (3, 1)),
    DrillKind.EVENT: Usual(70, 20, 2, (8, 3, 1)),
    DrillKind.ROUND: Usual(90, 10, 1, (3,)),
    DrillKind.SLOW: Usual(85, 15, 1, (4,)),
    DrillKind.MUSIC: Usual(100, 30, 1, (10, 4, 2)),
}
FIGURE_TALK: Final = 5
"""Seconds of talking for every figure of a section that is new."""
OPTION_TALK: Final = 10
"""Seconds of talking for an easier option that is offered."""
OPTIONAL: Final = frozenset({DrillKind.SPOT, DrillKind.ROUND, DrillKind.SLOW})
"""Drills that can be left out although what stands behind them is done."""
TALK_PERCENT: Final[dict[str, int]] = dict(zip(LEVELS, (150, 125, 100, 85, 75), strict=True))
"""How much longer or shorter one talks to a class of a level."""
SPOT_COUNTS: Final = 2
"""A hard spot is danced from so many counts before it to so many behind it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Drill:
    """One drill. ``key`` is the same whenever the plan is made again.

    ``start`` and ``end`` are counts of the part, those of the song for whatever is danced along
    its order. ``once_seconds`` is one round at the teaching tempo; ``least`` the fewest rounds
    that make sense, and ``points`` what they are worth together and every further one by itself.
    ``joint`` is the number of the event among those of the timeline, -1 for what the order names.
    ``alike`` names the section it is a mirror image or a repetition of.
    """

    key: str
    kind: DrillKind
    part: str
    section: str
    start: Fraction
    end: Fraction
    once_seconds: Fraction
    percent: int
    talk: int
    least: int
    points: tuple[int, ...]
    wall: int = 0
    joint: int = -1
    count: str = ""
    alike: str = ""
    reasons: tuple[Reason, ...] = ()
    option: Option | None = None

    @property
    def counts(self) -> Fraction:
        return self.end - self.start

    @property
    def optional(self) -> bool:
        return self.kind in OPTIONAL

    @property
    def most(self) -> int:
        """The most rounds that are worth anything."""
        return self.least + len(self.points) - 1

    def seconds(self, rounds: int) -> int:
        """How long so many rounds take, talking included; none takes no time."""
        return ceil(self.once_seconds * rounds) + self.talk if rounds else 0

    def worth(self, rounds: int) -> int:
        """The points of so many rounds."""
        return sum(self.points[: rounds - self.least + 1]) if rounds else 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Pace:
    """How long a count of the song lasts, in seconds, and the level one talks to."""

    count_seconds: Fraction
    level: str = ""

    def at(self, counts: Fraction, percent: int) -> Fraction:
        """Seconds of so many counts at a share of the song's tempo."""
        return counts * self.count_seconds * 100 / percent

    def talk(self, seconds: int) -> int:
        return ceil(Fraction(seconds * TALK_PERCENT.get(self.level, 100), 100))


def drill_of(
    kind: DrillKind,
    pace: Pace,
    *,
    key: str,
    part: str,
    counts: tuple[Fraction, Fraction],
    section: str = "",
    more_talk: int = 0,
    once_seconds: Fraction | None = None,
    reasons: tuple[Reason, ...] = (),
    wall: int = 0,
    joint: int = -1,
    count: str = "",
    alike: str = "",
    option: Option | None = None,
) -> Drill:
    """A drill with what is usual for its kind; what is hard gets one round more from the start,
    and one more that is worth something."""
    usual = USUAL[kind]
    start, end = counts
    once = pace.at(end - start, usual.percent) if once_seconds is None else once_seconds
    return Drill(
        key=key, kind=kind, part=part, section=section, start=start, end=end,
        once_seconds=once, percent=usual.percent, talk=pace.talk(usual.talk + more_talk),
        least=usual.least + bool(reasons), points=usual.points + (1,) * bool(reasons),
        wall=wall, joint=joint, count=count, alike=alike, reasons=reasons, option=option,
    )  # fmt: skip


# sections


def shape(section: Section, *, mirrored: bool = False) -> tuple[tuple[object, ...], ...]:
    """What is danced in a section, wherever it stands: two of the same shape are taught once."""
    moves = [mirror(move) if mirrored else move for move in section.moves]
    return tuple(_shape_of(move, section.start) for move in moves)


def _shape_of(move: Move, start: Fraction) -> tuple[object, ...]:
    return move.at - start, move.foot, move.verb, move.direction, move.weight, move.turn


def alike(section: Section, before: list[Section]) -> Section | None:
    """An earlier section that this one repeats, on the same feet or on the others."""
    own = shape(section)
    return next((one for one in before if own in (shape(one), shape(one, mirrored=True))), None)


def figure_count(section: Section) -> int:
    """How many figures are shown: the same one twice is one."""
    return len({move.figure for move in section.moves if move.foot is not None})


class Spot(NamedTuple):
    """A hard place of a part, at a count of it from 0, and why."""

    at: Fraction
    reason: Reason


def hard_spots(part: Part, pace: Pace) -> Iterator[Spot]:
    """Where a part is fast or turns long."""
    where, a_count = fastest(part)
    if a_count / pace.count_seconds >= FAST:
        yield Spot(where, Reason.FAST)
    where, spin = longest_spin(part)
    if spin >= SPIN:
        yield Spot(where, Reason.TURN)
