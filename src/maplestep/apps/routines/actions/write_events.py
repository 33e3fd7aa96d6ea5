"""Store a routine's events; shared by creating and saving."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ....core.errors import RoutineError
from ....core.routine.from_sheet import FROM_SHEET, key_of_wall, stated_events
from ....core.routine.model import Event
from ....formats.routine.routine_file import EventForm, event_form, event_of
from ...dances.queries import reading_of
from ..models import Routine


def _marked(event: Event, stated: set[tuple[object, ...]]) -> Event:
    """The event, marked while it is what the sheet states."""
    own = set(key_of_wall(event)) <= stated
    return replace(event, origin=FROM_SHEET if own else "")


def write_events(routine: Routine, forms: Sequence[EventForm]) -> None:
    """Replace the events. Raises RoutineError, CountError or FacingError."""
    if len({form.id for form in forms}) < len(forms):
        raise RoutineError("Two events have the same name.", field="id")
    stated = {
        key
        for event in stated_events(reading_of(routine.owner, routine.dance.sheet).sheet)
        for key in key_of_wall(event)
    }
    events = [event_form(_marked(event_of(form), stated)) for form in forms]
    routine.events = [event.model_dump(mode="json") for event in events]
    routine.save(update_fields=["events"])
