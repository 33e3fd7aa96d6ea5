"""Stops of the band against the waits of the dance, and cues that are missing."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import SegmentKind, Timeline
from ....primitives.finding import Finding, Place, Severity
from ....routine.event_words import event_name
from ....routine.model import EventKind

_NEAR_SECONDS = 0.5


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find waits where the band plays on, stops nobody waits for, and events without a cue."""
    yield from _waits(timeline)
    yield from _stops(timeline)
    yield from _cues(timeline)


def _waits(timeline: Timeline) -> Iterator[Finding]:
    for segment in timeline.segments:
        if segment.kind is not SegmentKind.WAIT or segment.event is None:
            continue
        lasts = segment.end_seconds - segment.start_seconds
        wanted = segment.event.seconds
        facts = {
            "wall": str(segment.wall),
            "event": event_name(timeline.routine, segment.event),
            "lasts": f"{lasts:.1f}",
        }
        code = ""
        if not lasts:
            code = "fit.wait-no-stop"
        elif wanted is not None and abs(wanted - lasts) > _NEAR_SECONDS:
            code = "fit.wait-length"
        if code:
            yield Finding(
                code=code,
                severity=Severity.DOUBTFUL,
                place=Place(
                    wall=segment.wall, event=segment.event.id, at_count=segment.start,
                    at_seconds=segment.start_seconds,
                ),
                facts=facts,
            )  # fmt: skip


def _stops(timeline: Timeline) -> Iterator[Finding]:
    song = timeline.routine.song
    waited = {p.start for p in timeline.segments if p.kind is SegmentKind.WAIT}
    for count in song.stops:
        at = next((p for p in timeline.segments if p.start < count <= p.end), None)
        if at is None or count in waited or count >= song.length:
            continue
        start, end = song.stop_before(count)
        yield Finding(
            code="fit.stop-no-wait",
            severity=Severity.KNOW,
            place=Place(wall=at.wall, at_count=count, at_seconds=start),
            facts={
                "wall": str(at.wall),
                "count": str(at.first + count - at.start),
                "lasts": f"{end - start:.1f}",
                "where": at.kind.value,
            },
        )


def _cues(timeline: Timeline) -> Iterator[Finding]:
    met = {there.event.id for there in timeline.occurrences}
    for event in timeline.routine.events:
        if not event.cue and event.id in met and event.kind is not EventKind.CHANGE:
            first = next(h for h in timeline.occurrences if h.event.id == event.id)
            yield Finding(
                code="fit.cue-missing",
                severity=Severity.KNOW,
                place=Place(wall=first.wall, event=event.id, at_count=first.at),
                facts={"event": event_name(timeline.routine, event), "wall": str(first.wall)},
            )
