"""What a planner is given: the dance, the song, and the user's limits; and what things cost.

The costs are those of the trade (docs/domain.md; common practice, no published source):
a phrase start inside a segment costs its importance; a wall that starts off the count unit 5;
a restart 3, a tag 3, both together 5; a cut 0 to 5 and a tag 0 to 3 by how it is counted;
1 where an event leaves the dancers at a side or corner; 1 where a foot has to be freed;
and 2 for every different event, once. In waltz time, which goes by in sixes and threes,
cuts and tags are measured in those.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Final

from ..primitives.feet import Foot, is_free
from ..primitives.turns import FULL
from ..sheet.model import Part, PartKind, Sheet
from ..song.model import PhraseKind, Song

RESTART: Final = 3
TAG: Final = 3
TAG_RESTART: Final = 5
OFF_UNIT: Final = 5
NOT_FRONT: Final = 1
REPAIR: Final = 1
DIFFERENT: Final = 2
AWAY_FROM_HOME: Final = 4
CUT_PART: Final = 3
IMPORTANCE: Final[Mapping[PhraseKind, int]] = {
    PhraseKind.CHORUS: 6,
    PhraseKind.VERSE: 4,
    # Verse or chorus: nobody has said.
    PhraseKind.SECTION: 4,
    PhraseKind.BRIDGE: 3,
    PhraseKind.INSTRUMENTAL: 3,
    PhraseKind.PRE_CHORUS: 2,
    PhraseKind.BREAK: 2,
    PhraseKind.OUTRO: 2,
    # Nobody dances to an intro, and nobody knows what an unmarked stretch is.
    PhraseKind.INTRO: 0,
    PhraseKind.UNMARKED: 0,
}
MOST_EVENTS: Final = 30
_USUAL_TAGS: Final = {8: (2, 4, 8, 16), 6: (3, 6, 12)}
_USUAL_CUT: Final = {8: 4, 6: 3}
_LEVEL_EVENTS: Final = {"absolute beginner": 1, "beginner": 1, "high beginner": 1, "improver": 3}
_USUAL_EVENTS: Final = 5


def cut_cost(at: Fraction, unit: int) -> int:
    """How unkind it is to stop a wall after so many counts.

    >>> [cut_cost(Fraction(c), 8) for c in (24, 20, 18, 17)]
    [0, 1, 3, 5]
    """
    if at % unit == 0:
        return 0
    if at % (unit // 2) == 0:
        return 1
    return 3 if at % 2 == 0 and unit == 8 else 5


def tag_cost(length: Fraction, unit: int) -> int:
    """How unkind a tag of so many counts is.

    >>> [tag_cost(Fraction(t), 8) for t in (4, 8, 16, 2, 12, 3)]
    [0, 0, 0, 1, 1, 3]
    """
    if length in ((4, 8, 16) if unit == 8 else (3, 6, 12)):
        return 0
    return 1 if length % (2 if unit == 8 else 3) == 0 else 3


def usual_cuts(length: Fraction, unit: int) -> tuple[Fraction, ...]:
    """Where a wall may stop when nobody has said otherwise: every 4 counts, every 3 of a waltz."""
    step = _USUAL_CUT[unit]
    return tuple(
        Fraction(at) for at in range(step, -(-length.numerator // length.denominator), step)
    )


def usual_events(level: str) -> int:
    """How many events dancers of a level are asked to remember."""
    return _LEVEL_EVENTS.get(level, _USUAL_EVENTS)


@dataclass(frozen=True, slots=True, kw_only=True)
class TagChoice:
    """A tag that may be danced: its counts, its turn in eighths, its steps if it has any."""

    length: Fraction
    part: Part | None = None

    @property
    def turn(self) -> int:
        return self.part.net_turn if self.part is not None else 0


@dataclass(frozen=True, slots=True, kw_only=True)
class FixedWall:
    """A wall the user has settled: its length and turn, what its events cost, which they are."""

    length: Fraction
    turn: int
    cost: int
    keys: tuple[str, ...]
    events: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Limits:
    """What the user allows. ``importance`` is by number of the phrase in the song, from 0."""

    cuts: tuple[Fraction, ...]
    tags: tuple[TagChoice, ...]
    max_events: int
    importance: Mapping[int, int] = field(default_factory=dict)
    no_side_events: bool = False
    fixed: Mapping[int, FixedWall] = field(default_factory=dict)


def usual_limits(song: Song, sheet: Sheet, part: Part, level: str) -> Limits:
    """Cuts, tags, events and importances when the user has said nothing."""
    return Limits(
        cuts=usual_cuts(part.length, song.count_unit),
        tags=tag_choices(sheet, usual_tags(sheet, song.count_unit)),
        max_events=usual_events(level),
        importance=importances(song),
    )


def usual_tags(sheet: Sheet, unit: int) -> tuple[Fraction, ...]:
    """The usual lengths, and those of the tags the sheet has."""
    own = {part.length for part in sheet.parts if part.kind is PartKind.TAG}
    return tuple(sorted(own | {Fraction(length) for length in _USUAL_TAGS[unit]}))


def tag_choices(sheet: Sheet, lengths: tuple[Fraction, ...]) -> tuple[TagChoice, ...]:
    """Tags of these lengths, with the sheet's steps where it has a tag so long."""
    steps = {part.length: part for part in reversed(sheet.parts) if part.kind is PartKind.TAG}
    return tuple(TagChoice(length=length, part=steps.get(length)) for length in lengths)


def importances(song: Song) -> dict[int, int]:
    """How much it matters that a wall begins with each phrase, by its number."""
    return {placed.index: IMPORTANCE[placed.phrase.kind] for placed in song.placed}


def state_after(part: Part, cuts: Sequence[Fraction]) -> list[tuple[int, Foot | None]]:
    """Eighths turned, and what carries the dancer, at each of these cuts, given in order."""
    moves = sorted(zip(part.moves, part.weights, strict=True), key=lambda pair: pair[0].at)
    found: list[tuple[int, Foot | None]] = []
    turn, weight, at = 0, part.start_weight, 0
    for cut in cuts:
        while at < len(moves) and moves[at][0].at < cut:
            turn += moves[at][0].turn
            weight = moves[at][1] or weight
            at += 1
        found.append((turn, weight))
    return found


def needs_repair(weight: Foot | None, following: Part) -> bool:
    """Is the foot that begins the next part not free?"""
    first = following.first_foot
    return first is not None and not is_free(first, weight)


def faces_front_or_back(facing: int) -> bool:
    """12:00 or 6:00."""
    return facing % (FULL // 2) == 0
