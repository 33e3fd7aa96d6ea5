"""Put a routine's dance to another song; the routine itself stays as it is."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from fractions import Fraction

from django.db import transaction

from ....core.song.grid import change_level
from ....formats.routine.routine_file import EventForm, song_form, song_of
from ...accounts.models import User
from ...songs.actions.create import create_song
from ...songs.models import Song
from ...songs.queries import get_song, stored_song_form
from ..models import Routine
from ..queries import get_routine
from .write_events import write_events

_NAMES = {"1/2": "half time", "2": "double time"}


@transaction.atomic
def take_swap(
    user: User,
    pk: uuid.UUID,
    song: uuid.UUID,
    *,
    level: str,
    events: Sequence[EventForm],
    sequence: str,
) -> Routine:
    """A new routine of the dance and the song, which is copied when it is counted otherwise.

    Raises NotHere, SongError, RoutineError, CountError or FacingError.
    """
    old = get_routine(user, pk)
    put_to = _read_as(user, get_song(user, song), level)
    made = Routine.objects.create(
        owner=user, song=put_to, dance=old.dance, title=old.title,
        sequence=sequence.strip(), pins=old.pins,
    )  # fmt: skip
    write_events(made, events)
    return made


def _read_as(user: User, song: Song, level: str) -> Song:
    """The song, or a copy of it counted at another level: other routines keep theirs."""
    if level == "1":
        return song
    read = change_level(song_of(stored_song_form(song)), Fraction(level))
    form = song_form(read).model_copy(update={"title": f"{song.title} ({_NAMES[level]})"[:120]})
    return create_song(user, form)
