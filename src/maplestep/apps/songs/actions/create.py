"""Put a new song on the shelf."""

from __future__ import annotations

from django.db import transaction

from ....formats.routine.routine_file import SongForm
from ...accounts.models import User
from ..models import Song
from .write import write


@transaction.atomic
def create_song(user: User, form: SongForm) -> Song:
    """A new song of this user. Raises SongError."""
    song = Song(owner=user)
    write(song, form)
    return song
