"""Stops of the band against the waits of the dance, and cues that are missing."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import PassKind, Timeline
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
    for passed in timeline.passes:
        if passed.kind is not PassKind.WAIT or passed.event is None:
            continue
        lasts = passed.end_seconds - passed.start_seconds
        wanted = passed.event.seconds
        facts = {
            "wall": str(passed.wall),
            "event": event_name(timeline.routine, passed.event),
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
                    wall=passed.wall, event=passed.event.id, at_count=passed.start,
                    at_seconds=passed.start_seconds,
                ),
                facts=facts,
            )  # fmt: skip


def _stops(timeline: Timeline) -> Iterator[Finding]:
    song = timeline.routine.song
    waited = {p.start for p in timeline.passes if p.kind is PassKind.WAIT}
    for count in song.stops:
        at = next((p for p in timeline.passes if p.start < count <= p.end), None)
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
    met = {there.event.id for there in timeline.happenings}
    for event in timeline.routine.events:
        if not event.cue and event.id in met and event.kind is not EventKind.CHANGE:
            first = next(h for h in timeline.happenings if h.event.id == event.id)
            yield Finding(
                code="fit.cue-missing",
                severity=Severity.KNOW,
                place=Place(wall=first.wall, event=event.id, at_count=first.at),
                facts={"event": event_name(timeline.routine, event), "wall": str(first.wall)},
            )
