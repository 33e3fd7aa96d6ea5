"""Share a routine or what a class dances by a link; take the link back; take a copy."""

from __future__ import annotations

import secrets
import uuid
from datetime import timedelta
from typing import Final

from django.db.models import F, Q
from django.utils import timezone

from ....core.errors import Message, TeachingError
from ....core.sheet.write.figures_used import self_contained
from ...accounts.models import User
from ...errors import NotHere
from ...owned import find_own
from ...routines.actions.bring_in import store_routine
from ...routines.models import Routine
from ...routines.queries import reading_of_routine, routine_form, whole_routines
from ..models import Class, Share

MOST_SHARES: Final = 300
_TOKEN_BYTES: Final = 24
"""192 bits: nobody guesses one."""


def open_share(
    user: User,
    *,
    routine: uuid.UUID | None,
    taught_in: uuid.UUID | None,
    days: int | None,
    recording: bool,
) -> Share:
    """A new link; only the owner makes one. Raises NotHere or TeachingError."""
    if (routine is None) is (taught_in is None):
        raise TeachingError("Say which routine or which class is shared.", field="routine")
    if Share.objects.filter(owner=user).count() >= MOST_SHARES:
        raise TeachingError(
            Message("You have {most} links. Take one back first.", most=MOST_SHARES),
            field="routine",
        )
    return Share.objects.create(
        owner=user,
        token=secrets.token_urlsafe(_TOKEN_BYTES),
        routine=find_own(Routine, user, routine) if routine else None,
        taught_in=find_own(Class, user, taught_in) if taught_in else None,
        recording=recording,
        expires_at=timezone.now() + timedelta(days=days) if days else None,
    )


def close_share(user: User, pk: uuid.UUID) -> None:
    """Take a link back: it is dead at once. Raises NotHere."""
    gone, _ = Share.objects.filter(owner=user, pk=pk).delete()
    if not gone:
        raise NotHere


def seen_share(token: str, *, visit: bool = False) -> Share:
    """A link that somebody follows, who need not be signed in. Raises NotHere."""
    live = Q(expires_at__isnull=True) | Q(expires_at__gt=timezone.now())
    share = Share.objects.filter(live, token=token).select_related("owner", "taught_in").first()
    if share is None:
        raise NotHere
    if visit:
        Share.objects.filter(pk=share.pk).update(visits=F("visits") + 1)
    return share


def shared_routine(share: Share, pk: uuid.UUID) -> Routine:
    """A routine that a link shows. Raises NotHere for any other."""
    if share.routine_id is not None:
        allowed = share.routine_id == pk
    else:
        assert share.taught_in is not None
        allowed = share.taught_in.repertoire.filter(routine=pk).exists()
    found = whole_routines().filter(pk=pk).first() if allowed else None
    if found is None:
        raise NotHere
    return found


def take_copy(user: User, share: Share, pk: uuid.UUID) -> Routine:
    """A copy of a shared routine on one's own shelf. Raises NotHere."""
    routine = shared_routine(share, pk)
    # With the figures its owner has defined, so that it means the same here.
    sheet = self_contained(reading_of_routine(routine))
    return store_routine(user, routine_form(routine).model_copy(update={"sheet": sheet}))
