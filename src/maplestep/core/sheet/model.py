"""A step sheet after reading. Positions are counts from the start of the part."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import Enum
from fractions import Fraction
from typing import TYPE_CHECKING, Final, NamedTuple

from ..primitives.counts import Feel
from ..primitives.feet import Foot
from ..primitives.moves import Move, Span

if TYPE_CHECKING:
    from .statements.model import Statement


EIGHT: Final = 8
"""Counts of a section, until the sheet says otherwise."""


class PartKind(Enum):
    """What a block of the sheet is for."""

    PART = "part"
    TAG = "tag"
    BRIDGE = "bridge"
    ENDING = "ending"
    CHANGE = "change"
    """Some counts of one wall danced otherwise; the length stays."""


class ClaimKind(Enum):
    """What a sheet says happens on a wall."""

    RESTART = "restart"
    TAG = "tag"
    TAG_RESTART = "tag-restart"
    BRIDGE = "bridge"
    CHANGE = "change"
    ENDING = "ending"


@dataclass(frozen=True, slots=True, kw_only=True)
class Claim:
    """Something the sheet says of itself, with its place."""

    value: int
    span: Span


@dataclass(frozen=True, slots=True, kw_only=True)
class FacingClaim:
    """ "Facing 6:00" behind a step or a step line; ``at`` is its last landing.

    In a heading it may mean where the section starts or where it ends.
    """

    facing: int
    at: Fraction
    span: Span
    in_heading: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class EventClaim:
    """ "Restart: wall 5 after 16 counts, facing 9:00", as a note of the sheet says it.

    ``walls`` by number; ``clock_wall`` names a wall by the clock faced when it starts
    ("the 9 o'clock wall"), in eighths; ``after`` the count of the wall, None for its end
    or where it is not said; ``here`` that it stands right behind the count it means.
    """

    kind: ClaimKind
    walls: tuple[int, ...]
    clock_wall: int | None
    after: Fraction | None
    here: bool
    facing: int | None
    span: Span
    starts: int | None = None
    """What is faced where the wall starts, if that is said."""


class SheetStatement(NamedTuple):
    """A statement and where it stands: the line, the part and the count reached there.

    ``block`` names the tag, bridge, ending or change whose heading says it.
    """

    statement: Statement
    span: Span
    part: str
    reached: Fraction
    block: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Option:
    """An easier way to dance the counts [start, end) of a part.

    ``moves`` are its own, ``weights`` what carries the dancer after each; ``known`` is
    False when it has words nobody knows.
    """

    start: Fraction
    end: Fraction
    moves: tuple[Move, ...]
    weights: tuple[Foot | None, ...]
    length: Fraction
    text: str
    span: Span
    known: bool = True

    @property
    def net_turn(self) -> int:
        return sum(move.turn for move in self.moves)


@dataclass(frozen=True, slots=True, kw_only=True)
class Claims:
    """What the head of the sheet says: counts, walls, intro, level, song, maker, start weight."""

    counts: Claim | None = None
    walls: Claim | None = None
    intro: Claim | None = None
    level: str = ""
    plain_level: str = ""
    bpm: float | None = None
    song: str = ""
    maker: str = ""
    start_weight: Foot | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Section:
    """A line of eight (or six, or any number of) counts of a part."""

    title: str
    start: Fraction
    length: Fraction
    moves: tuple[Move, ...]
    facings: tuple[FacingClaim, ...]
    span: Span

    @property
    def end(self) -> Fraction:
        return self.start + self.length


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """One block danced in a piece: the dance, part A, a tag.

    ``moves`` are in the order written, each with its foot; ``weights`` has one entry
    a move: what carries the dancer after it (None: not known yet). ``opens_unknown``
    says that something not understood stands before the first move. A variant names
    the part it is made from; a step change the counts [start, end) it ``replaces``.
    """

    kind: PartKind
    name: str
    sections: tuple[Section, ...]
    start_weight: Foot | None
    weights: tuple[Foot | None, ...]
    claimed: Claim | None
    span: Span
    opens_unknown: bool = False
    options: tuple[Option, ...] = ()
    variant_of: str = ""
    replaces: tuple[Fraction, Fraction] | None = None

    @property
    def first_foot(self) -> Foot | None:
        """The foot that has to be free to begin; None when none has to, or nobody knows."""
        if self.opens_unknown:
            return None
        for move in self.moves:
            if move.foot in (Foot.LEFT, Foot.RIGHT):
                return None if move.may_move_loaded_foot else move.foot
        return None

    @property
    def length(self) -> Fraction:
        """Counts from count 1 of the part to count 1 of what follows."""
        return self.sections[-1].end if self.sections else Fraction(0)

    @property
    def moves(self) -> tuple[Move, ...]:
        return tuple(move for section in self.sections for move in section.moves)

    @property
    def net_turn(self) -> int:
        """Sum of all turns, in eighths; right positive."""
        return sum(move.turn for move in self.moves)

    @property
    def end_weight(self) -> Foot | None:
        return self.weights[-1] if self.weights else self.start_weight


@dataclass(frozen=True, slots=True, kw_only=True)
class Sheet:
    """A whole sheet. ``parts`` in the order written."""

    title: str = ""
    claims: Claims = field(default_factory=Claims)
    feel: Feel = Feel.STRAIGHT
    parts: tuple[Part, ...] = ()
    events: tuple[EventClaim, ...] = ()
    statements: tuple[SheetStatement, ...] = ()
    """Everything the sheet says of tags, restarts and the like, with its place in the text."""
    language: str = ""
    """The language of a sheet that is not read."""
    timing: Fraction = Fraction(1)
    """How many counts one written count lasts: 1/2 in half time, 2 in double time."""

    @property
    def danced(self) -> tuple[Part, ...]:
        """The parts proper, without variants, tags, bridges, endings and step changes."""
        return tuple(
            part for part in self.parts if part.kind is PartKind.PART and not part.variant_of
        )

    def part(self, name: str) -> Part | None:
        """The part of this name, however its letters are written."""
        wanted = name.casefold()
        return next((part for part in self.parts if part.name.casefold() == wanted), None)

    @property
    def wall(self) -> Part | None:
        """The part danced on every wall when nothing else is said: the first one."""
        return next(iter(self.danced), None)
