"""What every object of a user has: an owner, a version, and times.

A write names the version it was made from; when the row has moved on, nothing is
written and :class:`ChangedElsewhere` says so, so that two windows never overwrite
each other.
"""

from __future__ import annotations

import uuid
from typing import TypeVar

from django.conf import settings
from django.db import models
from django.db.models import ProtectedError

from ..core.errors import Message
from .accounts.models import User
from .errors import ChangedElsewhere, NotHere, StillInUse

M = TypeVar("M", bound="Owned")


class Owned(models.Model):
    """Base of songs, dances and routines."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        abstract = True


def find(model: type[M], user: User, pk: uuid.UUID) -> M:
    """The user's object. Somebody else's is as good as none: NotHere."""
    found = model._default_manager.filter(owner=user, pk=pk).first()
    if found is None:
        raise NotHere
    return found


def lock(model: type[M], user: User, pk: uuid.UUID, version: int) -> M:
    """The user's object, locked for a change made from ``version``; counts it up.

    Call inside a transaction and save the object afterwards. Raises NotHere or
    ChangedElsewhere.
    """
    found = model._default_manager.select_for_update().filter(owner=user, pk=pk).first()
    if found is None:
        raise NotHere
    if found.version != version:
        raise ChangedElsewhere(found.version)
    found.version += 1
    return found


def discard(model: type[M], user: User, pk: uuid.UUID) -> None:
    """Delete the user's object. Raises NotHere, or StillInUse when a routine needs it."""
    found = find(model, user, pk)
    try:
        found.delete()
    except ProtectedError as error:
        raise StillInUse(
            Message("“{found}” is used by a routine. Delete the routine first.", found=found)
        ) from error
