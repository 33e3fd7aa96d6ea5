"""How an event is called in findings, and its facts."""

from __future__ import annotations

from ..routine import Event, EventKind, Routine


def event_name(routine: Routine, event: Event) -> str:
    """ "Restart after 24", "Tag +4": the same words as on the wall stack."""
    after = f" after {event.after.words}" if event.after else ""
    tag = f"Tag +{routine.tag_length(event)}" if event.has_tag else ""
    match event.kind:
        case EventKind.TAG:
            return tag
        case EventKind.RESTART:
            return f"Restart{after}"
        case EventKind.TAG_RESTART:
            return f"{tag} and restart{after}"
