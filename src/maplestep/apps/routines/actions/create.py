"""Put a dance to a song."""

from __future__ import annotations

import uuid

from django.db import transaction

from ...accounts.models import User
from ...dances.queries import get_dance
from ...songs.queries import get_song
from ..models import Routine


@transaction.atomic
def create_routine(user: User, song_id: uuid.UUID, dance_id: uuid.UUID) -> Routine:
    """A new routine of this user's song and dance. Raises NotHere."""
    song, dance = get_song(user, song_id), get_dance(user, dance_id)
    return Routine.objects.create(owner=user, song=song, dance=dance, title=dance.title)
