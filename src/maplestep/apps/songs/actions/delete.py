"""Take a song off the shelf."""

from __future__ import annotations

import uuid

from django.db.models import ProtectedError

from ...accounts.models import User
from ...errors import StillInUse
from ...owned import find
from ..models import Song


def delete_song(user: User, pk: uuid.UUID) -> None:
    """Delete a song that no routine uses. Raises NotHere or StillInUse."""
    song = find(Song, user, pk)
    try:
        song.delete()
    except ProtectedError as error:
        raise StillInUse(
            f"“{song.title}” is used by a routine. Delete the routine first."
        ) from error
