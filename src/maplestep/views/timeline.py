"""What a timeline looks like outside: one form for screens and ``--json``.

Counts are numbers of counts, facings clock names, seconds seconds. Everything the
browser draws is said here, so that it computes nothing of the trade.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Literal

from pydantic import BaseModel

from ..core.figures.words import move_word
from ..core.layout.timeline import EventOccurrence, Segment, SegmentKind, Timeline
from ..core.primitives.counts import label
from ..core.primitives.feet import FreeFoot, free_foot
from ..core.primitives.turns import FULL, amount_words, clock, net_turn_words, walls_in_dance
from ..core.routine.model import Routine
from ..core.sheet.counting import count_labels, count_unit
from ..core.sheet.model import PartKind
from ..core.song.model import PlacedPhrase
from ..messages.events import event_words
from ..messages.words import fact
from ..services.check import CheckedRoutine
from .shared import (
    FacingRunView,
    FindingView,
    FootName,
    finding_view,
)


class PhraseView(BaseModel):
    """A phrase on the song strip; ``hit`` is None where nothing is danced."""

    index: int
    kind: str
    name: str
    cue: str
    start: float
    counts: float
    start_seconds: float
    hit: bool | None


class PhraseSpanView(BaseModel):
    """The stretch of a segment that lies in a phrase, in counts from the segment's start."""

    index: int
    kind: str
    name: str
    start: float
    end: float
    starts: bool


class SegmentView(BaseModel):
    """A stretch as danced. ``first`` is the count of its part it begins on, from 0.

    ``row`` is the row of the stack it is drawn in, from 1; ``goes_on`` marks the later pieces
    of a wall; ``item`` the place in a phrased dance's order.
    """

    row: int
    kind: Literal["wall", "tag", "bridge", "wait", "ending"]
    wall: int
    name: str
    part: str
    first: float
    goes_on: bool
    item: int | None
    length: float
    full_length: float
    start: float
    end: float
    start_seconds: float
    end_seconds: float
    start_facing: str
    end_facing: str
    free: FreeFoot
    facings: list[FacingRunView]
    phrases: list[PhraseSpanView]
    ended: Literal["whole", "restart", "cut", "break", "ending", "song"]
    event: str
    event_words: str
    changed: str
    changed_words: str
    changed_from: float
    changed_to: float
    cue: str


class EventOccurrenceView(BaseModel):
    """An event on one wall: clock at the wall's start and where it happens."""

    event: str
    words: str
    wall: int
    after: float
    count: float
    at_seconds: float
    starts: str
    facing: str
    cue: str


class ItemView(BaseModel):
    """One thing of a phrased dance's order, as written."""

    text: str
    name: str
    first: int | None
    last: int | None
    is_part: bool


class PartLengthView(BaseModel):
    """A part of the sheet: its kind and counts."""

    name: str
    kind: str
    counts: float


class DancedMoveView(BaseModel):
    """A move where it falls in the song; ``count`` is the song's count, from 0."""

    wall: int
    count: float
    at_seconds: float
    label: str
    foot: FootName | None
    word: str
    figure: str
    facing: str
    weight: FootName | None


class EndView(BaseModel):
    """How the song leaves the dancers."""

    facing: str
    wall: int
    count: float
    turn_amount: str
    turn_sides: list[Literal["left", "right"]]


class TimelineView(BaseModel):
    """A routine laid out, with everything found."""

    title: str
    song_title: str
    song_counts: float
    song_bpm: float
    song_seconds: float
    start: float
    count_unit: int
    dance_title: str
    dance_counts: float
    dance_walls: int | None
    dance_turn: str
    tags: list[str]
    hits: int
    phrases_danced: int
    phrases: list[PhraseView]
    count_labels: dict[str, list[str]]
    segments: list[SegmentView]
    occurrences: list[EventOccurrenceView]
    parts: list[PartLengthView]
    order: list[ItemView]
    end: EndView | None
    findings: list[FindingView]
    sheet_findings: list[FindingView]


class WholeTimelineView(TimelineView):
    """The same with every move of the dance, which is ten times as long."""

    moves: list[DancedMoveView]


def whole_timeline_view(checked: CheckedRoutine, *, title: str = "") -> WholeTimelineView:
    """A timeline with all findings and every move."""
    view = timeline_view(checked, title=title)
    return WholeTimelineView(**dict(view), moves=list(_move_views(checked.timeline)))


def timeline_view(checked: CheckedRoutine, *, title: str = "") -> TimelineView:
    """A timeline with all findings, ready to be drawn."""
    timeline = checked.timeline
    routine = timeline.routine
    song, sheet = routine.song, routine.sheet
    wall = sheet.wall
    single = wall if len(sheet.danced) == 1 else None
    return TimelineView(
        title=title or routine.title,
        song_title=song.title,
        song_counts=float(song.length),
        song_bpm=float(song.bpm),
        song_seconds=song.seconds(song.length),
        start=float(routine.start_count),
        count_unit=song.count_unit,
        dance_title=sheet.title,
        # A phrased dance is named by the sum of its parts, once each.
        dance_counts=float(sum(part.length for part in sheet.danced)),
        dance_walls=walls_in_dance(single.net_turn) if single else None,
        dance_turn=fact("turn", net_turn_words(wall.net_turn)) if wall else "",
        tags=[part.name for part in sheet.parts if part.kind.value == "tag"],
        hits=len({placed.index for placed in timeline.phrase_hits}),
        phrases_danced=len({placed.index for placed in timeline.danced_phrases}),
        phrases=list(phrase_views(timeline)),
        count_labels={part.name: count_labels(part, count_unit(sheet)) for part in sheet.parts},
        segments=segment_views(timeline),
        occurrences=[_occurrence_view(timeline, there) for there in timeline.occurrences],
        parts=[
            PartLengthView(name=part.name, kind=part.kind.value, counts=float(part.length))
            for part in sheet.parts
        ],
        order=_order_view(routine),
        end=_end_view(timeline),
        findings=[finding_view(finding) for finding in checked.findings],
        sheet_findings=[finding_view(finding) for finding in checked.sheet_findings],
    )


def phrase_views(timeline: Timeline) -> Iterator[PhraseView]:
    """Every phrase of the song; whether one that is danced begins with count 1 of something."""
    danced = {placed.index for placed in timeline.danced_phrases}
    hits = {placed.index for placed in timeline.phrase_hits}
    song = timeline.routine.song
    for placed in song.placed:
        hit = placed.index in hits if placed.index in danced else None
        yield _phrase_view(placed, song.seconds(placed.start), hit)


def _phrase_view(placed: PlacedPhrase, seconds: float, hit: bool | None) -> PhraseView:
    return PhraseView(
        index=placed.index,
        kind=placed.phrase.kind.value,
        name=fact("phrase", placed.name),
        cue=placed.phrase.cue,
        start=float(placed.start),
        counts=float(placed.phrase.counts),
        start_seconds=seconds,
        hit=hit,
    )


def _occurrence_view(timeline: Timeline, there: EventOccurrence) -> EventOccurrenceView:
    return EventOccurrenceView(
        event=there.event.id,
        words=event_words(timeline.routine, there.event),
        wall=there.wall,
        after=float(there.after),
        count=float(there.at),
        at_seconds=there.at_seconds,
        starts=clock(there.starts),
        facing=clock(there.facing),
        cue=there.event.cue,
    )


def _order_view(routine: Routine) -> list[ItemView]:
    if not routine.sequence.strip():
        return []
    return [
        ItemView(
            text=item.text,
            name=item.name or "Tag",
            first=item.first,
            last=item.last,
            is_part=(part := routine.sheet.part(item.name)) is not None
            and part.kind is PartKind.PART,
        )
        for item in routine.order.items
    ]


def segment_views(timeline: Timeline) -> list[SegmentView]:
    """All that is drawn of a wall stack, segment by segment."""
    return [
        _segment_view(timeline, segment, number)
        for number, row in enumerate(timeline.rows, start=1)
        for segment in row
    ]


def _segment_view(timeline: Timeline, segment: Segment, row: int) -> SegmentView:
    event = segment.event
    changed = segment.changed
    replaces = segment.part.replaces if changed and segment.part and segment.part.replaces else None
    return SegmentView(
        row=row,
        kind=segment.kind.value,
        wall=segment.wall,
        name=fact("part", segment.name),
        first=float(segment.first),
        goes_on=segment.goes_on,
        item=segment.item,
        part=segment.part.name if segment.part else "",
        length=float(segment.length),
        full_length=float(segment.full_length),
        start=float(segment.start),
        end=float(segment.end),
        start_seconds=segment.start_seconds,
        end_seconds=segment.end_seconds,
        start_facing=clock(segment.start_facing),
        end_facing=clock(segment.end_facing),
        free=free_foot(segment.end_weight),
        facings=[
            FacingRunView(facing=clock(run.facing), start=float(run.start), end=float(run.end))
            for run in segment.facings
        ],
        phrases=[
            PhraseSpanView(
                index=span.phrase.index,
                kind=span.phrase.phrase.kind.value,
                name=fact("phrase", span.phrase.name),
                start=float(span.start),
                end=float(span.end),
                starts=span.starts,
            )
            for span in segment.phrases
        ],
        ended=segment.ended.value,
        event=event.id if event else "",
        event_words=event_words(timeline.routine, event) if event else "",
        changed=changed.id if changed else "",
        changed_words=event_words(timeline.routine, changed) if changed else "",
        changed_from=float(replaces[0]) if replaces else 0.0,
        changed_to=float(replaces[1]) if replaces else 0.0,
        cue=event.cue if event else "",
    )


def _end_view(timeline: Timeline) -> EndView | None:
    if not timeline.segments:
        return None
    last = next(p for p in reversed(timeline.segments) if p.kind is not SegmentKind.WAIT)
    back = -last.end_facing % FULL
    sides: list[Literal["left", "right"]] = []
    if 0 < back <= FULL // 2:
        sides.append("right")
    if back >= FULL // 2:
        sides.append("left")
    return EndView(
        facing=clock(last.end_facing),
        wall=last.wall,
        count=float(last.first + last.length),
        turn_amount=amount_words(min(back, FULL - back)) if back else "",
        turn_sides=sides,
    )


def _move_views(timeline: Timeline) -> Iterable[DancedMoveView]:
    feel = timeline.routine.sheet.feel
    # What does not depend on where in the song a move falls is worked out once a move.
    once: dict[int, tuple[float, str, str]] = {}
    for danced in timeline.moves():
        move = danced.move
        if id(move) not in once:
            once[id(move)] = (float(move.at), label(move.at, feel), fact("move", move_word(move)))
        at, said, word = once[id(move)]
        yield DancedMoveView(
            wall=danced.segment.wall,
            count=float(danced.segment.start - danced.segment.first) + at,
            at_seconds=round(danced.at_seconds, 4),
            label=said,
            foot=move.foot.value if move.foot else None,
            word=word,
            figure=move.figure,
            facing=clock(danced.facing),
            weight=danced.weight.value if danced.weight else None,
        )
