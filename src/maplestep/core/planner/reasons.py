"""Why each event of a plan is where it is, and what a plan costs, in words."""

from __future__ import annotations

from fractions import Fraction

from ..layout.timeline import EventOccurrence, Segment, SegmentKind, Timeline
from ..routine.event_words import event_name
from ..routine.model import EventKind
from ..song.model import PlacedPhrase
from .price import CostItem, Reason

_UNITS = {8: "eight", 6: "six"}


def reason(timeline: Timeline, there: EventOccurrence) -> str:
    """Why this event is here: which phrase it lets begin on count 1.

    ``Verse 2 has 56 counts: wall 5 stops after 24, so Chorus begins on count 1 of wall 6.``
    """
    what = _what(timeline, there)
    target, wall = _target(timeline, there)
    if target is None:
        if _back_on_unit(timeline, there):
            unit = _UNITS[timeline.routine.song.count_unit]
            return f"{what}, so that the walls after it start on count 1 of an {unit} again."
        following = _following(timeline, there)
        if following is not None:
            return f"{what}; only with what comes on wall {following.wall} does a phrase fit."
        return f"{what}."
    before = timeline.routine.song.placed[target.index - 1] if target.index else None
    lead = f"{before.name} has {before.phrase.counts} counts: " if before is not None else ""
    what = what if lead else what[:1].upper() + what[1:]
    return f"{lead}{what}, so {target.name} begins on count 1 of wall {wall}."


def order_reasons(timeline: Timeline) -> list[tuple[int, str]]:
    """Why parts of an order are cut and tags put in: (number of the part, words), phrase by phrase.

    ``Verse 2 has 48 counts: A, A[1-16] fill it, so Chorus begins with B.``
    """
    if not timeline.routine.sequence.strip():
        return []
    items = timeline.routine.order.items
    hits = {placed.index for placed in timeline.phrase_hits}
    found = []
    for placed in timeline.routine.song.placed:
        within = [
            p
            for p in timeline.segments
            if p.item is not None and not p.goes_on and placed.start <= p.start < placed.end
        ]
        made = [items[p.item] for p in within if p.item is not None]
        if not any(item.first is not None or item.counts or _is_tag(p) for item, p in
                   zip(made, within, strict=True)):  # fmt: skip
            continue
        words = f"{placed.name} has {placed.phrase.counts} counts: "
        words += f"{', '.join(item.text for item in made)} fill it"
        following = next((p for p in timeline.segments if p.start == placed.end), None)
        if placed.index + 1 in hits and following is not None:
            after = timeline.routine.song.placed[placed.index + 1]
            words += f", so {after.name} begins with {following.name}"
        found.append((within[0].wall, f"{words}."))
    return found


def _is_tag(segment: Segment) -> bool:
    return segment.kind is SegmentKind.TAG


def _what(timeline: Timeline, there: EventOccurrence) -> str:
    length = timeline.routine.tag_length(there.event)
    match there.event.kind:
        case EventKind.TAG:
            return f"a tag of {length} follows wall {there.wall}"
        case EventKind.TAG_RESTART:
            return f"wall {there.wall} stops after {there.after} for a tag of {length}"
        case EventKind.RESTART:
            return f"wall {there.wall} stops after {there.after}"
        case _:
            return f"{event_name(timeline.routine, there.event)} on wall {there.wall}"


def _following(timeline: Timeline, there: EventOccurrence) -> EventOccurrence | None:
    later = [h for h in timeline.occurrences if h.at > there.at]
    return min(later, key=lambda h: h.at, default=None)


def _target(timeline: Timeline, there: EventOccurrence) -> tuple[PlacedPhrase | None, int]:
    """The first phrase that a wall meets between this event and the next."""
    following = _following(timeline, there)
    last = following.wall if following is not None else len(timeline.walls)
    hits = {placed.start: placed for placed in timeline.phrase_hits}
    for wall in timeline.walls[there.wall : last]:
        if wall.start in hits:
            return hits[wall.start], wall.number
    return None, 0


def _back_on_unit(timeline: Timeline, there: EventOccurrence) -> bool:
    song = timeline.routine.song
    offs = []
    for wall in timeline.walls[there.wall - 1 : there.wall + 1]:
        phrase = song.phrase_at(wall.start)
        offs.append((wall.start - (phrase.start if phrase else Fraction(0))) % song.count_unit)
    return len(offs) == 2 and bool(offs[0]) and not offs[1]


def item_words(timeline: Timeline, item: CostItem) -> str:
    """One cost, in words, without its number."""
    names = {event.id: event_name(timeline.routine, event) for event in timeline.routine.events}
    said = names.get(item.said, item.said)
    unit = _UNITS[timeline.routine.song.count_unit]
    if item.reason is Reason.PHRASE and item.wall is None:
        return f"{said} begins after the dance is over"
    return {
        Reason.PHRASE: f"{said} begins on count {item.count} of wall {item.wall}",
        Reason.OFF_UNIT: f"Wall {item.wall} starts on count {item.count} of an {unit}",
        Reason.EVENT: f"{said}, wall {item.wall}",
        Reason.SIDE: f"{said} leaves wall {item.wall} facing a side or corner",
        Reason.REPAIR: f"A foot has to be freed on wall {item.wall}",
        Reason.DIFFERENT: f"{said} is one more thing to remember",
        Reason.AWAY: f"{said} as number {item.wall} is away from its phrase",
    }[item.reason]


def bill(timeline: Timeline, items: tuple[CostItem, ...]) -> list[tuple[int, str]]:
    """The costs gathered by what causes them: one line an event, with all it costs.

    ``6  Tag +4, wall 3: faces a side or corner, one more thing to remember``
    """
    gathered: dict[tuple[str, int | None, Reason | None], list[CostItem]] = {}
    for item in items:
        own = item.reason in _OF_EVENTS
        key = (item.said, item.wall, None) if own else (item.said, item.wall, item.reason)
        gathered.setdefault(key, []).append(item)
    lines = []
    for group in gathered.values():
        words = item_words(timeline, group[0])
        more = [_OF_EVENTS[item.reason] for item in group[1:] if item.reason in _OF_EVENTS]
        told = f"{words}: {', '.join(filter(None, more))}" if any(more) else words
        lines.append((sum(item.cost for item in group), told))
    return lines


_OF_EVENTS = {
    Reason.EVENT: "",
    Reason.SIDE: "faces a side or corner",
    Reason.DIFFERENT: "one more thing to remember",
}


def headline(timeline: Timeline) -> str:
    """A plan in a few words: its events with their walls; "no tags, no restarts"."""
    met: dict[str, list[int]] = {}
    for there in timeline.occurrences:
        met.setdefault(event_name(timeline.routine, there.event), []).append(there.wall)
    if not met:
        return "No tags, no restarts"
    return "; ".join(
        f"{name}, wall{'s' * (len(walls) > 1)} {', '.join(map(str, walls))}"
        for name, walls in met.items()
    )
