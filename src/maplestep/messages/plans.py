"""Why each event of a plan is where it is, and what a plan costs, in words."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from fractions import Fraction

from ..core.layout.timeline import EventOccurrence, Segment, SegmentKind, Timeline
from ..core.planner.price import CostItem, Reason
from ..core.routine.event_words import event_name
from ..core.routine.model import EventKind
from ..core.routine.sequence import Item
from ..core.song.model import PlacedPhrase
from .words import fact, opened, text

_UNITS = {8: "eight", 6: "six"}


def reason(timeline: Timeline, there: EventOccurrence) -> str:
    """Why this event is here: which phrase it lets begin on count 1.

    ``Verse 2 has 56 counts: wall 5 stops after 24, so Chorus begins on count 1 of wall 6.``
    """
    what = _what(timeline, there)
    target, wall = _target(timeline, there)
    if target is None:
        return opened(_without_phrase(timeline, there, what))
    before = timeline.routine.song.placed[target.index - 1] if target.index else None
    if before is not None:
        counts = before.phrase.counts
        what = text("plan.phrase-has", phrase=before.name, counts=counts, lead=what)
    return opened(text("plan.fits", lead=what, phrase=target.name, wall=wall))


def _without_phrase(timeline: Timeline, there: EventOccurrence, what: str) -> str:
    """The reason of an event that leads no wall to a phrase by itself."""
    if _back_on_unit(timeline, there):
        unit = _UNITS[timeline.routine.song.count_unit]
        return text("plan.on-unit", lead=what, unit=unit)
    following = _following(timeline, there)
    if following is not None:
        return text("plan.with-next", lead=what, wall=following.wall)
    return text("plan.alone", lead=what)


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
        within = [(p, items[p.item]) for p in _begun_in(timeline, placed) if p.item is not None]
        if not any(_is_put_in(segment, item) for segment, item in within):
            continue
        made = [item for _, item in within]
        parts = ", ".join(item.text for item in made)
        words = text("plan.fill", parts=parts)
        following = next((p for p in timeline.segments if p.start == placed.end), None)
        if placed.index + 1 in hits and following is not None:
            after = timeline.routine.song.placed[placed.index + 1]
            words = text("plan.fill-next", parts=parts, phrase=after.name, part=following.name)
        counts = placed.phrase.counts
        words = text("plan.phrase-has", phrase=placed.name, counts=counts, lead=words)
        found.append((within[0][0].wall, text("plan.alone", lead=words)))
    return found


def _begun_in(timeline: Timeline, placed: PlacedPhrase) -> Iterator[Segment]:
    """The segments that begin in a phrase."""
    for segment in timeline.segments:
        if not segment.goes_on and placed.start <= segment.start < placed.end:
            yield segment


def _is_put_in(segment: Segment, item: Item) -> bool:
    """Is it a tag, a wait, or a part that is cut, and no whole part?"""
    return item.first is not None or bool(item.counts) or segment.kind is SegmentKind.TAG


def _what(timeline: Timeline, there: EventOccurrence) -> str:
    facts = {
        "wall": there.wall,
        "after": there.after,
        "length": timeline.routine.tag_length(there.event),
        "event": event_name(timeline.routine, there.event),
    }
    kind = there.event.kind
    return text(f"plan.what.{kind.value if kind in _TOLD else 'other'}", **facts)


_TOLD = frozenset({EventKind.TAG, EventKind.TAG_RESTART, EventKind.RESTART})


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
    # An event is said in its words, a phrase or a part by its own name.
    event = names.get(item.said)
    said = text("plan.event", event=event) if event else fact("phrase", item.said)
    over = "-over" if item.reason is Reason.PHRASE and item.wall is None else ""
    return text(
        f"cost.{item.reason.value}{over}", said=said, count=item.count, wall=item.wall,
        unit=_UNITS[timeline.routine.song.count_unit],
    )  # fmt: skip


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
        more = [text(_MORE[item.reason]) for item in group[1:] if item.reason in _MORE]
        told = text("plan.bill", words=words, more=", ".join(more)) if more else words
        lines.append((sum(item.cost for item in group), told))
    return lines


_OF_EVENTS = frozenset({Reason.EVENT, Reason.SIDE, Reason.DIFFERENT})
_MORE = {Reason.SIDE: "cost.more.side", Reason.DIFFERENT: "cost.more.different"}


def headline(met: Iterable[tuple[str, tuple[int, ...]]], sequence: str = "") -> str:
    """A plan in a few words: its order, or its events with their walls; "no tags, no restarts"."""
    said = [
        text(
            "plan.on-walls" if len(walls) > 1 else "plan.on-wall",
            event=event,
            walls=", ".join(map(str, walls)),
        )
        for event, walls in met
    ]
    return sequence or "; ".join(said) or text("plan.nothing")
