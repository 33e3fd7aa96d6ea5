"""A routine: a dance put to a song, with the events that make it fit."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import Final

from .counts import Cut
from .errors import RoutineError
from .sheet.model import Part, PartKind, Sheet
from .song import Song

MAX_WALL: Final = 999
MAX_EVENTS: Final = 200
MAX_TAG: Final = 64


class EventKind(StrEnum):
    """What happens to a wall.

    A tag is danced at its end; a restart stops it after some counts; a tag-restart
    stops it, dances a tag and begins again.
    """

    TAG = "tag"
    RESTART = "restart"
    TAG_RESTART = "tag-restart"


@dataclass(frozen=True, slots=True, kw_only=True)
class Event:
    """Something that happens on given walls.

    ``walls`` are numbered from 1 in the order danced. ``after`` is where a restart
    stops the wall. A tag is either the sheet's part ``tag`` or, without steps,
    ``counts`` counts. ``claims_facing`` is what a sheet or the user says one faces
    there, in eighths.
    """

    id: str
    kind: EventKind
    walls: tuple[int, ...]
    after: Cut | None = None
    tag: str = ""
    counts: int | None = None
    cue: str = ""
    claims_facing: int | None = None

    def __post_init__(self) -> None:
        self._check_walls()
        stops = self.kind is not EventKind.TAG
        if stops != (self.after is not None):
            raise RoutineError(
                "A restart needs the count it comes after."
                if stops
                else "A tag comes at the end of a wall; a restart after a count.",
                field="after",
            )
        if self.kind is EventKind.RESTART:
            if self.tag or self.counts is not None:
                raise RoutineError("A restart alone has no tag.", field="tag")
        elif bool(self.tag) == (self.counts is not None):
            raise RoutineError(
                "A tag is either one from the sheet or a number of counts.", field="tag"
            )
        elif self.counts is not None and not 1 <= self.counts <= MAX_TAG:
            raise RoutineError(f"A tag lasts 1 to {MAX_TAG} counts.", field="counts")

    def _check_walls(self) -> None:
        if not self.walls:
            raise RoutineError("Say on which wall it happens.", field="walls")
        if min(self.walls) < 1 or max(self.walls) > MAX_WALL:
            raise RoutineError(f"Walls are numbered 1 to {MAX_WALL}.", field="walls")
        if len(set(self.walls)) < len(self.walls):
            raise RoutineError("A wall is named twice.", field="walls")

    @property
    def has_tag(self) -> bool:
        return self.kind is not EventKind.RESTART


@dataclass(frozen=True, kw_only=True)
class Routine:
    """A dance on a song. ``start`` is the song count on which wall 1 begins.

    A start behind the song's end, or a tag that the sheet no longer has, is no error:
    song and sheet change on their own. Both come back as findings.
    """

    song: Song
    sheet: Sheet
    events: tuple[Event, ...] = ()
    title: str = ""
    start: Fraction | None = None

    def __post_init__(self) -> None:
        if len(self.events) > MAX_EVENTS:
            raise RoutineError(f"A routine may have {MAX_EVENTS} events.", field="events")

    @property
    def start_count(self) -> Fraction:
        """Where wall 1 begins: as set, or after the song's intro."""
        return self.song.intro_counts if self.start is None else self.start

    def tag_part(self, event: Event) -> Part | None:
        """The steps of an event's tag, when the sheet gives them."""
        part = self.sheet.part(event.tag) if event.tag else None
        return part if part is not None and part.kind is not PartKind.PART else None

    def tag_length(self, event: Event) -> Fraction:
        """Counts of an event's tag."""
        part = self.tag_part(event)
        return part.length if part is not None else Fraction(event.counts or 0)
