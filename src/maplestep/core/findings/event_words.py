"""How an event is called in findings, and its facts."""

from __future__ import annotations

from ..counts import Cut
from ..routine import Event, EventKind, Routine
from ..turns import clock


def event_name(routine: Routine, event: Event) -> str:
    """ "Restart after 24", "Tag +4": the same words as on the wall stack."""
    after = _after(event.after)
    added = f"+{routine.tag_length(event)}"
    long = f" {event.seconds:g} s" if event.seconds else ""
    return {
        EventKind.TAG: f"Tag {added}",
        EventKind.RESTART: f"Restart{after}",
        EventKind.TAG_RESTART: f"Tag {added} and restart{after}",
        EventKind.BRIDGE: f"Bridge {added}{after}",
        EventKind.CHANGE: f"Step change{_changed(routine, event)}",
        EventKind.WAIT: f"Wait{long}{after}",
        EventKind.ENDING: f"Ending{after}",
    }[event.kind]


def _after(cut: Cut | None) -> str:
    return f" after {cut.words}" if cut else ""


def _changed(routine: Routine, event: Event) -> str:
    part = routine.steps_of(event)
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
