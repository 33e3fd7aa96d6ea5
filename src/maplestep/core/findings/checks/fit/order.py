"""The order of a phrased dance: can it be read, does it fit the song, do pinned parts hold?"""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import EndReason, SegmentKind, Timeline
from ....primitives.finding import Finding, Place, Severity
from ....primitives.turns import clock


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find words of the order that are no part, cuts beyond a part, counts left over, pins."""
    routine = timeline.routine
    if not routine.sequence.strip():
        return
    for trouble in routine.order.troubles:
        yield Finding(
            code=trouble.code,
            severity=Severity.WRONG,
            place=Place(count=str(trouble.start)),
            facts={"said": trouble.said, "place": str(trouble.start + 1)},
        )
    yield from _beyond(timeline)
    yield from _ends(timeline)
    yield from _pins(timeline)


def _beyond(timeline: Timeline) -> Iterator[Finding]:
    seen: set[str] = set()
    for item in timeline.routine.order.items:
        part = timeline.routine.sheet.part(item.name) if item.name else None
        if part is None or item.last is None or item.text in seen:
            continue
        if item.last > part.length:
            seen.add(item.text)
            yield Finding(
                code="fit.order-beyond",
                severity=Severity.WRONG,
                place=Place(part=part.name),
                facts={"item": item.text, "part": part.name, "length": str(part.length)},
            )


def _ends(timeline: Timeline) -> Iterator[Finding]:
    if not timeline.segments:
        return
    song, last = timeline.routine.song, timeline.segments[-1]
    ending = last.kind is SegmentKind.ENDING or last.ended is EndReason.ENDING
    if last.end < song.length and not ending:
        yield Finding(
            code="fit.order-short",
            severity=Severity.DOUBTFUL,
            place=Place(wall=last.wall, at_count=last.end, at_seconds=last.end_seconds),
            facts={"left": str(song.length - last.end), "part": last.name},
        )
    items = timeline.routine.order.items
    reached = max((p.item for p in timeline.segments if p.item is not None), default=-1)
    never = items[reached + 1 :]
    if never and not ending:
        yield Finding(
            code="fit.order-never",
            severity=Severity.DOUBTFUL,
            place=Place(wall=last.wall, at_count=last.end),
            facts={"items": ", ".join(item.text for item in never[:6]), "part": last.name},
        )


def _pins(timeline: Timeline) -> Iterator[Finding]:
    for name, facing in timeline.routine.pins:
        wrong = [w for w in timeline.walls if w.name == name and w.start_facing != facing]
        if wrong:
            yield Finding(
                code="fit.pin" if len(wrong) == 1 else "fit.pins",
                severity=Severity.WRONG,
                place=Place(wall=wrong[0].number, at_count=wrong[0].start, part=name),
                facts={
                    "part": name,
                    "wall": str(wrong[0].number),
                    "walls": ", ".join(str(w.number) for w in wrong),
                    "pinned": clock(facing),
                    "facing": clock(wrong[0].start_facing),
                },
                expected=clock(facing),
                found=clock(wrong[0].start_facing),
            )
