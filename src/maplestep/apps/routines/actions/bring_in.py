"""Bring in a routine file: a song, a dance and a routine at once."""

from __future__ import annotations

from django.db import transaction

from ....formats.routine.routine_file import RoutineForm, read_routine
from ...accounts.models import User
from ...dances.actions.create import create_dance
from ...songs.actions.create import create_song
from ..models import Routine
from .write_events import write_events


def bring_in_routine(user: User, raw: bytes) -> Routine:
    """Store what a routine file holds. Raises FileError with line and column."""
    form, _, _ = read_routine(raw)
    return store_routine(user, form)


@transaction.atomic
def store_routine(user: User, form: RoutineForm) -> Routine:
    """Store a routine that has been checked."""
    song = create_song(user, form.song)
    dance = create_dance(user, form.sheet)
    title = "" if form.title == dance.title else form.title
    routine = Routine.objects.create(
        owner=user, song=song, dance=dance, title=title, start=form.start,
        sequence=form.sequence.strip(), pins=[[pin.part, pin.facing] for pin in form.pins],
    )  # fmt: skip
    write_events(routine, form.events)
    return routine
