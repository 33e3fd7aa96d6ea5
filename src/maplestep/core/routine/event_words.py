"""How an event is called in findings, and its facts."""

from __future__ import annotations

from typing import Final

from ..primitives.turns import clock
from .model import Event, EventKind, Routine

_WORDS: Final = {
    EventKind.TAG: "Tag {added}",
    EventKind.RESTART: "Restart{after}",
    EventKind.TAG_RESTART: "Tag {added} and restart{after}",
    EventKind.BRIDGE: "Bridge {added}{after}",
    EventKind.CHANGE: "Step change{changed}",
    EventKind.WAIT: "Wait{long}{after}",
    EventKind.ENDING: "Ending{after}",
}


def event_name(routine: Routine, event: Event) -> str:
    """ "Restart after 24", "Tag +4": what it is called among the facts of findings and plans."""
    return _WORDS[event.kind].format(
        added=f"+{routine.tag_length(event)}",
        after=f" after {event.after.words}" if event.after else "",
        changed=_changed(routine, event),
        long=f" {event.seconds:g} s" if event.seconds else "",
    )


def _changed(routine: Routine, event: Event) -> str:
    part = routine.steps_of(event) if event.kind is EventKind.CHANGE else None
    if part is None or part.replaces is None:
        return ""
    first, end = part.replaces
    return f" on {first + 1}–{end}" if end > first + 1 else f" on {end}"


def where_words(event: Event) -> str:
    """On which walls it comes: "walls 2, 6", "every wall that starts facing 6:00"."""
    if event.facings:
        faced = " or ".join(clock(facing) for facing in event.facings)
        verb = "starts facing" if event.facing_at.value == "start" else "faces"
        return f"every wall that {verb} {faced}" + ("" if verb.startswith("starts") else " there")
    if event.phrase is not None:
        return f"whenever a {event.phrase.value} ends"
    if not event.walls:
        return "the last wall"
    return f"wall{'s' * (len(event.walls) > 1)} {', '.join(map(str, event.walls))}"
