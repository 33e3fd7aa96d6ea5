"""Work together on a class or a routine: invite, join, leave."""

from __future__ import annotations

import secrets
import uuid
from datetime import timedelta
from typing import Final

from django.db import transaction
from django.utils import timezone

from ....core.errors import Message, TeachingError
from ...accounts.models import User
from ...errors import NotHere
from ...owned import find_own
from ...routines.models import Routine
from ..models import Class, InRepertoire, Invitation, Together

LASTS: Final = timedelta(days=14)
MOST: Final = 20
_TOKEN_BYTES: Final = 24


def invite(user: User, *, taught_in: uuid.UUID | None, routine: uuid.UUID | None) -> Invitation:
    """A link for one colleague; only the owner invites. Raises NotHere or TeachingError."""
    of_class, of_routine = _own(user, taught_in, routine)
    together = Together.objects.filter(taught_in=of_class, routine=of_routine)
    open_ones = Invitation.objects.filter(taught_in=of_class, routine=of_routine)
    open_ones.filter(expires_at__lte=timezone.now()).delete()
    if together.count() + open_ones.count() >= MOST:
        raise TeachingError(
            Message("At most {most} people work on this together.", most=MOST), field="routine"
        )
    return Invitation.objects.create(
        token=secrets.token_urlsafe(_TOKEN_BYTES),
        taught_in=of_class,
        routine=of_routine,
        expires_at=timezone.now() + LASTS,
    )


@transaction.atomic
def join(user: User, token: str) -> Together:
    """Accept an invitation, which is used up by it. Raises NotHere."""
    live = Invitation.objects.select_for_update(of=("self",)).filter(
        token=token, expires_at__gt=timezone.now()
    )
    found = live.first()
    if found is None:
        raise NotHere
    of = found.taught_in or found.routine
    assert of is not None
    if of.owner == user:
        raise TeachingError("This is yours already. Send the link to a colleague.", field="token")
    together, _ = Together.objects.get_or_create(
        user=user, taught_in=found.taught_in, routine=found.routine
    )
    found.delete()
    return together


@transaction.atomic
def part(user: User, pk: int) -> None:
    """One who worked on it leaves, or is let go by the owner; routines of theirs leave the class
    with them. Raises NotHere."""
    together = Together.objects.filter(pk=pk).select_related("taught_in", "routine").first()
    if together is None:
        raise NotHere
    of = together.taught_in or together.routine
    assert of is not None
    if user not in (together.user, of.owner):
        raise NotHere
    if together.taught_in is not None:
        InRepertoire.objects.filter(
            taught_in=together.taught_in, routine__owner=together.user
        ).delete()
    together.delete()


def people_of(taught_in: Class | None, routine: Routine | None) -> list[Together]:
    """Who works on a class or a routine with its owner."""
    found = Together.objects.filter(taught_in=taught_in, routine=routine)
    return list(found.select_related("user"))


def _own(
    user: User, taught_in: uuid.UUID | None, routine: uuid.UUID | None
) -> tuple[Class | None, Routine | None]:
    if (taught_in is None) is (routine is None):
        raise NotHere
    return (
        find_own(Class, user, taught_in) if taught_in else None,
        find_own(Routine, user, routine) if routine else None,
    )
