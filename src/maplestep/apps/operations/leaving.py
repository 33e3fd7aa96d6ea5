"""Delete an account: asked for, thought over for two weeks, then all of it is gone."""

from __future__ import annotations

from datetime import datetime, timedelta
from pathlib import Path
from typing import Final

from django.conf import settings
from django.db import transaction
from django.db.models import F
from django.utils import timezone

from .. import media
from ..accounts.devices import sign_out_of_others
from ..accounts.models import User
from ..dances.models import Dance
from ..routines.models import Routine
from ..songs.models import Song

DAYS: Final = timedelta(days=14)


def ask_to_leave(user: User) -> datetime:
    """From now on the account goes in 14 days."""
    user.leaves_at = user.leaves_at or timezone.now() + DAYS
    user.save(update_fields=["leaves_at"])
    return user.leaves_at


def stay(user: User) -> None:
    """Keep the account after all."""
    user.leaves_at = None
    user.save(update_fields=["leaves_at"])


def remove_who_left() -> int:
    """Delete the accounts whose two weeks are over; how many."""
    leaving = User.objects.filter(leaves_at__lte=timezone.now())
    for user in leaving:
        remove(user)
    return len(leaving)


@transaction.atomic
def remove(user: User) -> None:
    """All of a user, files too. Songs and dances that others' routines stand on become theirs."""
    sign_out_of_others(user, None)
    Routine.objects.filter(owner=user).delete()
    for model in (Song, Dance):
        needed = model._default_manager.filter(owner=user, routine__isnull=False).distinct()
        for thing in needed.annotate(by=F("routine__owner")):
            model._default_manager.filter(pk=thing.pk).update(owner=thing.by)
    folder = Path(settings.MEDIA) / str(user.pk)
    user.delete()
    transaction.on_commit(lambda: media.forget_folder(folder))
