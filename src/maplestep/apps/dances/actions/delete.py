"""Take a dance off the shelf."""

from __future__ import annotations

import uuid

from ...accounts.models import User
from ...owned import discard
from ..models import Dance


def delete_dance(user: User, pk: uuid.UUID) -> None:
    """Delete a dance that no routine uses. Raises NotHere or StillInUse."""
    discard(Dance, user, pk)
