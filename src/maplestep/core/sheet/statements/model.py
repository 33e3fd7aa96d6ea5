"""One thing a sheet says happens on a wall, and what of it could not be understood."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final, NamedTuple

from ...primitives.turns import clock
from ..model import EIGHT, ClaimKind

LAST_COUNT: Final = (0, 0)
"""Counts replaced: the last one that is danced, wherever the wall stops."""


class LeftOut(NamedTuple):
    """What is not danced at the end of a wall: so many counts, a section (0: the last), or
    counts ``first`` to ``last``."""

    counts: int = 0
    section: int | None = None
    first: int = 0
    last: int = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Statement:
    """An event as it is said.

    ``walls`` by number; ``rule`` are the facings (eighths) of a rule such as "every wall that
    ends at 6:00"; ``nth`` asks for one wall of those ("the second time you start at 6:00").
    ``after`` is the count of the wall, None for its end or where it is not said; ``section``
    says that it was said as the end of that section, ``within`` that the count was said of
    that section (``after`` takes eights before it). ``length`` in counts; ``facings`` what is
    said to be faced there, wall by wall (None: not said), ``starts`` where the wall begins.
    ``steps`` are the words of its own steps with their place; ``replaces`` the counts danced
    otherwise. [start, end) is its place in the text.
    """

    kind: ClaimKind
    walls: tuple[int, ...] = ()
    rule: tuple[int, ...] = ()
    nth: int = 0
    after: Fraction | None = None
    after_words: str | None = None
    section: int | None = None
    within: int = 0
    length: int | None = None
    here: bool = False
    facings: tuple[int | None, ...] = ()
    starts: int | None = None
    number: str | None = None
    """"Tag 2": which of the sheet's tags."""
    steps: str = ""
    steps_at: int = 0
    replaces: tuple[int, int] | None = None
    clock_wall: int | None = None
    leaves_out: LeftOut | None = None
    """The wall stops before this; ``after`` is not said."""
    after_figure: str = ""
    """"After the vine": the words of a figure where no count is said."""
    start: int = 0
    end: int = 0

    def put_at(self, after: Fraction) -> Statement:
        """The statement at a count that only the dance tells."""
        return replace(
            self, after=after, after_words=str(after), replaces=counts_of_wall(self.replaces, after)
        )

    @property
    def kind_word(self) -> str:
        return f"{self.kind.value}-rule" if self.rule and not self.nth else self.kind.value

    @property
    def wall_words(self) -> tuple[int | str, ...]:
        """Wall numbers, or the clocks of a rule."""
        return tuple(clock(facing) for facing in self.rule) if self.rule else self.walls


def counts_of_wall(said: tuple[int, int] | None, after: Fraction) -> tuple[int, int] | None:
    """Counts replaced before a stop after so many counts, as counts of the wall.

    "Restart here, change 8 to ...": the counts are those of the section that ends there.
    """
    if said is None or after.denominator != 1:
        return said
    if said == LAST_COUNT:
        return int(after), int(after)
    before = int(after) - said[1]
    return (said[0] + before, said[1] + before) if before > 0 and before % EIGHT == 0 else said


@dataclass(frozen=True, slots=True, kw_only=True)
class Unclear:
    """A statement that is not certain: ``why`` is a key of the messages, with its facts."""

    why: str
    said: str
    start: int
    end: int
    statement: Statement | None = None
    """What is certain of it, where its wall is only named by its clock."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Statements:
    """What a text states, and what of it has to be asked."""

    events: tuple[Statement, ...] = ()
    unclear: tuple[Unclear, ...] = ()
    none: bool = False
    """It says outright that there are no tags or restarts."""
