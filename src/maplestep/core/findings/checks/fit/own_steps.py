"""What is found in the steps an event has of its own."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ....layout.timeline import Timeline
from ....primitives.finding import Finding, Place
from ....routine.event_words import event_name
from ..sheet.options import check_part


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find what the reader found in an event's steps, and easier options that are not equal."""
    for event in timeline.routine.events:
        name = event_name(timeline.routine, event)
        for finding in event.own_findings:
            yield replace(
                finding,
                place=Place(event=event.id, wall=event.walls[0] if event.walls else None),
                facts={**finding.facts, "section": name},
                fix=None,
            )
        if event.own is None:
            continue
        for finding in check_part(event.own, timeline.routine.sheet.feel):
            yield replace(finding, place=Place(event=event.id))
