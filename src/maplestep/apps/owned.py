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
    """Base of songs, dances, routines and classes. ``changed_by`` is whose the last change was."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)
    changed_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, blank=True, related_name="+"
    )

    class Meta:
        abstract = True

    @classmethod
    def reached_by(cls, user: User) -> models.Q:
        """The objects a user may see and change: their own, and those they work on together."""
        return models.Q(owner=user)

    @property
    def changed_last_by(self) -> str:
        """The name of whose the last change was; the owner's before there was one."""
        return (self.changed_by or self.owner).username


def of_routines(model: type[M], user: User) -> models.Q:
    """The songs or dances that are the user's own, and those of routines they work on."""
    return (
        models.Q(owner=user)
        | through(model, "routine__together__user", user)
        | through(model, "routine__danced_by__taught_in__together__user", user)
        | through(model, "routine__danced_by__taught_in__owner", user)
    )


def through(model: type[models.Model], way: str, user: User) -> models.Q:
    """The objects of a model from which a way leads to a user."""
    # As a subquery: a row that is reached in two ways is there once, and can be locked.
    return models.Q(pk__in=model._default_manager.filter(**{way: user}).values("pk"))


def find(model: type[M], user: User, pk: uuid.UUID) -> M:
    """An object the user may see. Somebody else's is as good as none: NotHere."""
    found = model._default_manager.filter(model.reached_by(user), pk=pk).first()
    if found is None:
        raise NotHere
    return found


def find_own(model: type[M], user: User, pk: uuid.UUID) -> M:
    """An object that is the user's own, whatever others they work on. Raises NotHere."""
    found = model._default_manager.filter(owner=user, pk=pk).first()
    if found is None:
        raise NotHere
    return found


def lock(model: type[M], user: User, pk: uuid.UUID, version: int) -> M:
    """An object the user may change, locked for a change made from ``version``; counts it up.

    Call inside a transaction and save the object afterwards. Raises NotHere or
    ChangedElsewhere.
    """
    reached = model._default_manager.filter(model.reached_by(user), pk=pk)
    found = reached.select_for_update(of=("self",)).first()
    if found is None:
        raise NotHere
    if found.version != version:
        raise ChangedElsewhere(found.version)
    found.version += 1
    found.changed_by = user
    return found


def discard(model: type[M], user: User, pk: uuid.UUID) -> None:
    """Delete the user's own object. Raises NotHere, or StillInUse when a routine needs it."""
    found = find_own(model, user, pk)
    try:
        found.delete()
    except ProtectedError as error:
        raise StillInUse(
            Message("“{found}” is used by a routine. Delete the routine first.", found=found)
        ) from error
