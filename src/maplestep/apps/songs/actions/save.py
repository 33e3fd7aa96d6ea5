"""Save a changed song."""

from __future__ import annotations

import uuid

from django.db import transaction

from ....formats.routine.routine_file import SongForm
from ...accounts.models import User
from ...owned import lock
from ..models import Song
from .write import write


@transaction.atomic
def save_song(user: User, pk: uuid.UUID, version: int, form: SongForm) -> Song:
    """Replace a song's map. Raises NotHere, ChangedElsewhere or SongError."""
    song = lock(Song, user, pk, version)
    write(song, form)
    return song
