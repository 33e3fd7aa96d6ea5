"""Store a routine's events; shared by creating and saving."""

from __future__ import annotations

from collections.abc import Sequence

from ....core.errors import RoutineError
from ....formats.routine_file import EventForm, event_form, event_of
from ..models import Routine, RoutineEvent


def write_events(routine: Routine, forms: Sequence[EventForm]) -> None:
    """Replace the events. Raises RoutineError, CountError or FacingError."""
    if len({form.id for form in forms}) < len(forms):
        raise RoutineError("Two events have the same name.", field="id")
    events = [event_form(event_of(form)) for form in forms]
    routine.events.all().delete()
    RoutineEvent.objects.bulk_create(
        RoutineEvent(
            routine=routine,
            order=order,
            key=event.id,
            kind=event.kind.value,
            **event.model_dump(exclude={"id", "kind"}, mode="json"),
        )
        for order, event in enumerate(events)
    )
