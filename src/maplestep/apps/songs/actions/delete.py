"""Take a song off the shelf."""

from __future__ import annotations

import uuid

from ...accounts.models import User
from ...owned import discard
from ..models import Song


def delete_song(user: User, pk: uuid.UUID) -> None:
    """Delete a song that no routine uses. Raises NotHere or StillInUse."""
    discard(Song, user, pk)
