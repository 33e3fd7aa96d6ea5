"""Take a routine off the shelf; its song and dance stay."""

from __future__ import annotations

import uuid

from ...accounts.models import User
from ...owned import discard
from ..models import Routine


def delete_routine(user: User, pk: uuid.UUID) -> None:
    """Delete a routine of one's own. Raises NotHere."""
    discard(Routine, user, pk)
