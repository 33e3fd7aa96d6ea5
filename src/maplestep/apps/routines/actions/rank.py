"""Ask which dances fit a song, or which songs a dance: the worker goes through the shelf."""

from __future__ import annotations

import uuid

from django.db import transaction

from ...accounts.models import User
from ...dances.queries import get_dance
from ...songs.queries import get_song
from ..models import Ranking
from ..tasks import defer


@transaction.atomic
def rank_shelf(user: User, *, song: uuid.UUID | None, dance: uuid.UUID | None) -> Ranking:
    """Begin a ranking; the one before for the same thing goes. Raises NotHere."""
    of_song = get_song(user, song) if song is not None else None
    of_dance = get_dance(user, dance) if of_song is None and dance is not None else None
    Ranking.objects.filter(owner=user, song=of_song, dance=of_dance).delete()
    ranking = Ranking.objects.create(owner=user, song=of_song, dance=of_dance)
    defer(ranking)
    return ranking
