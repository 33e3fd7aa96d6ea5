"""A routine: a dance put to a song, with the events that make it fit."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from functools import cached_property
from typing import Final

from ..errors import Message, RoutineError
from ..primitives.counts import Cut
from ..primitives.finding import Finding
from ..sheet.model import Part, PartKind, Sheet
from ..song.model import PhraseKind, Song
from .sequence import Order, parse_sequence

MAX_WALL: Final = 999
MAX_EVENTS: Final = 200
MAX_TAG: Final = 64
MAX_WAIT_SECONDS: Final = 60.0


class EventKind(StrEnum):
    """What happens to a wall.

    A tag is danced at its end; a restart stops it after some counts; a tag-restart stops it,
    dances a tag and begins again; a bridge puts counts in mid-wall, after which the wall goes
    on; a step change dances some counts otherwise; a wait lets the music's stop pass; an
    ending stops the wall and closes the dance.
    """

    TAG = "tag"
    RESTART = "restart"
    TAG_RESTART = "tag-restart"
    BRIDGE = "bridge"
    CHANGE = "change"
    WAIT = "wait"
    ENDING = "ending"


class FacingAt(StrEnum):
    """Which of a wall's facings a rule goes by: where it starts, or where the event happens."""

    THERE = "there"
    START = "start"


_STOPS: Final = frozenset({EventKind.RESTART, EventKind.TAG_RESTART})
_ADDS: Final = frozenset({EventKind.TAG, EventKind.TAG_RESTART, EventKind.BRIDGE})
_NEEDS_COUNT: Final = _STOPS | {EventKind.BRIDGE, EventKind.WAIT}


@dataclass(frozen=True, slots=True, kw_only=True)
class Event:
    """Something that happens on given walls.

    Which walls: by number (``walls``, from 1 in the order danced), on every wall that faces
    one of ``facings`` (eighths) at ``facing_at``, or whenever a phrase of kind ``phrase``
    ends; an ending without any of them is for the wall in which the song ends. ``after`` is
    the count of the wall; a restart by phrase may leave it out and then comes where the
    phrase ends. Its steps are the sheet's part ``tag``, its own (``steps``, sheet text, with
    an easier ``option``, read into ``own``) or, without steps, ``counts`` counts. ``seconds``
    is how long a wait lasts, None until its cue. ``claims_facing`` is what a sheet or the
    user says one faces there, in eighths. ``origin`` is "sheet" while the event is what the
    sheet states.
    """

    id: str
    kind: EventKind
    walls: tuple[int, ...] = ()
    facings: tuple[int, ...] = ()
    facing_at: FacingAt = FacingAt.THERE
    phrase: PhraseKind | None = None
    after: Cut | None = None
    tag: str = ""
    counts: int | None = None
    steps: str = ""
    option: str = ""
    seconds: float | None = None
    cue: str = ""
    claims_facing: int | None = None
    origin: str = ""
    own: Part | None = None
    own_findings: tuple[Finding, ...] = ()

    def __post_init__(self) -> None:
        self._check_place()
        self._check_count()
        self._check_steps()
        if self.seconds is not None and not 0 < self.seconds <= MAX_WAIT_SECONDS:
            raise RoutineError(
                Message(
                    "A wait lasts up to {max_wait_seconds:g} seconds.",
                    max_wait_seconds=MAX_WAIT_SECONDS,
                ),
                field="seconds",
            )

    def _check_place(self) -> None:
        ways = bool(self.walls) + bool(self.facings) + (self.phrase is not None)
        if ways > 1:
            raise RoutineError(
                "Say the walls by number, by facing or by phrase; only one of them.",
                field="walls",
            )
        if self.kind is EventKind.ENDING and self.by_rule:
            raise RoutineError(
                "An ending is for one wall: give its number, or none for the last.", field="walls"
            )
        if not ways and self.kind is not EventKind.ENDING:
            raise RoutineError("Say on which wall it happens.", field="walls")
        if self.walls and (min(self.walls) < 1 or max(self.walls) > MAX_WALL):
            raise RoutineError(
                Message("Walls are numbered 1 to {max_wall}.", max_wall=MAX_WALL), field="walls"
            )
        if len(set(self.walls)) < len(self.walls):
            raise RoutineError("A wall is named twice.", field="walls")

    def _check_count(self) -> None:
        if self.kind in _NEEDS_COUNT and self.after is None:
            if self.kind in _STOPS and self.phrase is not None:
                return
            raise RoutineError(
                Message("A {kind} needs the count it comes after.", kind=self.kind), field="after"
            )
        if self.after is None:
            return
        if self.kind is EventKind.TAG:
            raise RoutineError(
                "A tag comes at the end of a wall; a restart after a count.", field="after"
            )
        if self.kind is EventKind.CHANGE:
            raise RoutineError("A step change is placed by the counts of its steps.", field="after")

    def _check_steps(self) -> None:
        given = bool(self.tag) + (self.counts is not None) + bool(self.steps.strip())
        if self.kind in (EventKind.RESTART, EventKind.WAIT):
            if given:
                raise RoutineError(
                    Message("A {kind} alone has no steps.", kind=self.kind), field="tag"
                )
        elif given > 1:
            raise RoutineError(
                "Its steps come from the sheet, are written here, or are a number of counts; "
                "only one of them.",
                field="tag",
            )
        elif not given and self.kind in _ADDS:
            raise RoutineError(
                Message(
                    "A {kind} is either one from the sheet, has steps of its own, or is a number "
                    "of counts.",
                    kind=self.kind,
                ),
                field="tag",
            )
        elif self.kind is EventKind.CHANGE and (not given or self.counts is not None):
            raise RoutineError("A step change needs its steps.", field="steps")
        if self.counts is not None and not 1 <= self.counts <= MAX_TAG:
            raise RoutineError(
                Message("A tag lasts 1 to {max_tag} counts.", max_tag=MAX_TAG), field="counts"
            )

    @property
    def has_tag(self) -> bool:
        """Are counts danced that are none of the wall's own?"""
        return self.kind in _ADDS

    @property
    def stops(self) -> bool:
        """Does the wall break off?"""
        return self.kind in _STOPS

    @property
    def by_rule(self) -> bool:
        """Is it placed by a facing or a phrase rather than by wall numbers?"""
        return bool(self.facings) or self.phrase is not None


@dataclass(frozen=True, kw_only=True)
class Routine:
    """A dance on a song. ``start`` is the song count on which wall 1 begins.

    ``sequence`` is the order of the parts of a phrased dance; without one the first part is
    danced on every wall. ``pins`` say where parts must always start: (part, eighths). A start
    behind the song's end, or a tag that the sheet no longer has, is no error: song and sheet
    change on their own. Both come back as findings.
    """

    song: Song
    sheet: Sheet
    events: tuple[Event, ...] = ()
    title: str = ""
    start: Fraction | None = None
    sequence: str = ""
    pins: tuple[tuple[str, int], ...] = ()

    def __post_init__(self) -> None:
        if len(self.events) > MAX_EVENTS:
            raise RoutineError(
                Message("A routine may have {max_events} events.", max_events=MAX_EVENTS),
                field="events",
            )

    @property
    def start_count(self) -> Fraction:
        """Where wall 1 begins: as set, or after the song's intro."""
        return self.song.intro_counts if self.start is None else self.start

    @cached_property
    def order(self) -> Order:
        """The sequence, read with the names of the sheet's parts."""
        return parse_sequence(self.sequence, tuple(part.name for part in self.sheet.parts))

    def steps_of(self, event: Event) -> Part | None:
        """The steps of an event, when it or the sheet gives them."""
        if event.own is not None:
            return event.own
        part = self.sheet.part(event.tag) if event.tag else None
        if part is None:
            return None
        changes = part.kind is PartKind.CHANGE or bool(part.variant_of)
        if event.kind is EventKind.CHANGE:
            return part if changes else None
        return None if changes or part.kind is PartKind.PART else part

    def tag_length(self, event: Event) -> Fraction:
        """Counts of an event's own steps."""
        part = self.steps_of(event)
        return part.length if part is not None else Fraction(event.counts or 0)
