"""Save a routine's title, start and events."""

from __future__ import annotations

import uuid
from collections.abc import Sequence

from django.db import transaction

from ....core.errors import RoutineError
from ....core.primitives.turns import clock, parse_clock
from ....formats.routine.routine_file import EventForm, PinForm, song_of
from ...accounts.models import User
from ...owned import lock
from ...songs.queries import stored_song_form
from ..models import Routine
from .write_events import write_events


@transaction.atomic
def save_routine(
    user: User,
    pk: uuid.UUID,
    version: int,
    *,
    title: str,
    start: int | None,
    events: Sequence[EventForm],
    sequence: str = "",
    pins: Sequence[PinForm] = (),
) -> None:
    """Replace what a routine holds. Raises NotHere, ChangedElsewhere,
    RoutineError, CountError or FacingError."""
    routine = lock(Routine, user, pk, version)
    if start is not None and start >= song_of(stored_song_form(routine.song)).length:
        raise RoutineError("The dance has to start before the song ends.", field="start")
    routine.title = title.strip()
    routine.start = start
    routine.sequence = sequence.strip()
    # A facing that is no clock is refused before anything is stored.
    routine.pins = [[pin.part, clock(parse_clock(pin.facing))] for pin in pins]
    routine.save()
    write_events(routine, events)
