"""Reading dances."""

from __future__ import annotations

import uuid

from ..accounts.models import User
from ..owned import find
from .models import Dance


def get_dance(user: User, pk: uuid.UUID) -> Dance:
    """One of the user's dances. Raises NotHere."""
    return find(Dance, user, pk)
