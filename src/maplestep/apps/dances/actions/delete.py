"""Take a dance off the shelf."""

from __future__ import annotations

import uuid

from django.db.models import ProtectedError

from ...accounts.models import User
from ...errors import StillInUse
from ...owned import find
from ..models import Dance


def delete_dance(user: User, pk: uuid.UUID) -> None:
    """Delete a dance that no routine uses. Raises NotHere or StillInUse."""
    dance = find(Dance, user, pk)
    try:
        dance.delete()
    except ProtectedError as error:
        raise StillInUse(
            f"“{dance.title}” is used by a routine. Delete the routine first."
        ) from error
