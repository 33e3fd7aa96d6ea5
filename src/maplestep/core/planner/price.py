"""What a routine as it stands costs, item by item: the planner's own costs, read off a timeline.

Beside the planner's events a bridge is priced like a tag and, for its place, like a cut; step
changes, waits and endings cost nothing, for no plan puts them in.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from enum import Enum
from fractions import Fraction

from ..analysis.joints import bad_joints
from ..layout.timeline import EndReason, EventOccurrence, Segment, SegmentKind, Timeline
from ..routine.model import Event, EventKind
from .terms import (
    AWAY_FROM_HOME,
    CUT_PART,
    DIFFERENT,
    NOT_FRONT,
    OFF_UNIT,
    REPAIR,
    RESTART,
    TAG,
    TAG_RESTART,
    cut_cost,
    faces_front_or_back,
    tag_cost,
)
from .walls import event_key


class Reason(Enum):
    """What is paid for."""

    PHRASE = "phrase"
    OFF_UNIT = "off-unit"
    EVENT = "event"
    SIDE = "side"
    REPAIR = "repair"
    DIFFERENT = "different"
    AWAY = "away"


@dataclass(frozen=True, slots=True, kw_only=True)
class CostItem:
    """One cost. ``said`` is the phrase, event or part; ``count`` of the wall where it matters."""

    reason: Reason
    cost: int
    wall: int | None = None
    said: str = ""
    count: Fraction | None = None


_BASE = {
    EventKind.TAG: TAG,
    EventKind.RESTART: RESTART,
    EventKind.TAG_RESTART: TAG_RESTART,
    EventKind.BRIDGE: TAG,
}


def price(
    timeline: Timeline,
    importance: Mapping[int, int],
    homes: Mapping[str, frozenset[str]] | None = None,
) -> tuple[CostItem, ...]:
    """Every cost of a routine, in the order danced; their sum is what its plan would cost.

    ``importance`` is by number of the phrase; ``homes`` are the phrase kinds of each part.
    """
    return (
        *_phrases(timeline, importance),
        *_off_unit(timeline),
        *_events(timeline),
        *_order(timeline, homes or {}),
        *_joints(timeline),
        *_different(timeline),
    )


def total(items: tuple[CostItem, ...]) -> int:
    """The sum."""
    return sum(item.cost for item in items)


def _phrases(timeline: Timeline, importance: Mapping[int, int]) -> Iterator[CostItem]:
    hits = {placed.index for placed in timeline.phrase_hits}
    for placed in timeline.danced_phrases:
        weight = importance.get(placed.index, 0)
        inside = next((p for p in timeline.segments if p.start <= placed.start < p.end), None)
        if placed.index in hits or not weight:
            continue
        if inside is not None:
            at = placed.start - inside.start + inside.first + 1
            yield CostItem(
                reason=Reason.PHRASE, cost=weight, wall=inside.wall, said=placed.name, count=at
            )
        elif not _is_closed(timeline):
            # The order is over before the song: nobody begins anything with this phrase.
            yield CostItem(reason=Reason.PHRASE, cost=weight, said=placed.name)


def _is_closed(timeline: Timeline) -> bool:
    """Does the dance end with an ending of its own?"""
    last = timeline.segments[-1] if timeline.segments else None
    return last is not None and (last.kind is SegmentKind.ENDING or last.ended is EndReason.ENDING)


def _off_unit(timeline: Timeline) -> Iterator[CostItem]:
    song = timeline.routine.song
    for wall in timeline.walls:
        phrase = song.phrase_at(wall.start)
        off = (wall.start - phrase.start) % song.count_unit if phrase is not None else 0
        if off:
            yield CostItem(
                reason=Reason.OFF_UNIT, cost=OFF_UNIT, wall=wall.number, count=Fraction(off) + 1
            )


def _events(timeline: Timeline) -> Iterator[CostItem]:
    for there in timeline.occurrences:
        event = there.event
        if event.kind not in _BASE:
            continue
        yield CostItem(
            reason=Reason.EVENT,
            cost=own_cost(timeline, there),
            wall=there.wall,
            said=event.id,
            count=there.after,
        )
        after = facing_after(timeline, there)
        if event.kind is not EventKind.BRIDGE and not faces_front_or_back(after):
            yield CostItem(reason=Reason.SIDE, cost=NOT_FRONT, wall=there.wall, said=event.id)


def own_cost(timeline: Timeline, there: EventOccurrence) -> int:
    """An event's own cost: its kind, its cut, its tag."""
    event, unit = there.event, timeline.routine.song.count_unit
    cost = _BASE[event.kind]
    if event.stops or event.kind is EventKind.BRIDGE:
        cost += cut_cost(there.after, unit)
    if event.has_tag:
        cost += tag_cost(timeline.routine.tag_length(event), unit)
    return cost


def facing_after(timeline: Timeline, there: EventOccurrence) -> int:
    """Which way the dancers face once the event, with its tag, is over."""
    own = _own_pass(timeline, there)
    return own.end_facing if own is not None else there.facing


def _own_pass(timeline: Timeline, there: EventOccurrence) -> Segment | None:
    return next(
        (
            p
            for p in timeline.segments
            if p.kind in (SegmentKind.TAG, SegmentKind.BRIDGE)
            and p.wall == there.wall
            and p.event is not None
            and p.event.id == there.event.id
        ),
        None,
    )


def _order(timeline: Timeline, homes: Mapping[str, frozenset[str]]) -> Iterator[CostItem]:
    """Parts away from home, cut parts and tags of a phrased dance."""
    song = timeline.routine.song
    if not timeline.routine.sequence.strip():
        return
    for segment in timeline.segments:
        if segment.item is None or segment.goes_on:
            continue
        item = timeline.routine.order.items[segment.item]
        if segment.kind is SegmentKind.TAG:
            yield CostItem(
                reason=Reason.EVENT,
                cost=TAG + tag_cost(segment.full_length, song.count_unit),
                wall=segment.wall,
                said=item.text,
            )
        if segment.kind is not SegmentKind.WALL:
            continue
        phrase = song.phrase_at(segment.start)
        home = homes.get(segment.name)
        if home and phrase is not None and phrase.phrase.kind.value not in home:
            yield CostItem(
                reason=Reason.AWAY, cost=AWAY_FROM_HOME, wall=segment.wall, said=segment.name
            )
        if item.first is not None and item.last is not None:
            at = item.last if item.first == 1 else item.first - 1
            yield CostItem(
                reason=Reason.EVENT,
                cost=CUT_PART + cut_cost(Fraction(at), song.count_unit),
                wall=segment.wall,
                said=item.text,
            )
    yield from _sides(timeline)


def _sides(timeline: Timeline) -> Iterator[CostItem]:
    for segment in timeline.segments:
        if segment.item is None:
            continue
        item = timeline.routine.order.items[segment.item]
        is_event = segment.kind is SegmentKind.TAG or item.first is not None
        if is_event and not faces_front_or_back(segment.end_facing):
            yield CostItem(reason=Reason.SIDE, cost=NOT_FRONT, wall=segment.wall, said=item.text)


def _joints(timeline: Timeline) -> Iterator[CostItem]:
    seen: set[int] = set()
    for before, after in bad_joints(timeline):
        # The way in and the way out of one event are one repair.
        if before.wall not in seen or before.item is not None:
            seen.add(before.wall)
            yield CostItem(reason=Reason.REPAIR, cost=REPAIR, wall=before.wall, said=after.name)


def _different(timeline: Timeline) -> Iterator[CostItem]:
    seen: set[str] = set()
    for there in timeline.occurrences:
        if there.event.kind in _BASE and (key := key_of(timeline, there)) not in seen:
            seen.add(key)
            yield CostItem(
                reason=Reason.DIFFERENT, cost=DIFFERENT, wall=there.wall, said=there.event.id
            )
    if not timeline.routine.sequence.strip():
        return
    for segment in timeline.segments:
        if segment.item is None or segment.goes_on:
            continue
        item = timeline.routine.order.items[segment.item]
        if (segment.kind is SegmentKind.TAG or item.first is not None) and item.text not in seen:
            seen.add(item.text)
            yield CostItem(
                reason=Reason.DIFFERENT, cost=DIFFERENT, wall=segment.wall, said=item.text
            )


def key_of(timeline: Timeline, there: EventOccurrence) -> str:
    """Same kind, cut and tag length are the same event."""
    event: Event = there.event
    tag = timeline.routine.tag_length(event) if event.has_tag else None
    bridge = "bridge " if event.kind is EventKind.BRIDGE else ""
    return bridge + event_key(there.after if event.kind is not EventKind.TAG else None, tag)
