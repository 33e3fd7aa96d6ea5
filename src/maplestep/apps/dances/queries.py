"""Reading dances."""

from __future__ import annotations

import uuid
from functools import lru_cache

from ...core.sheet.read import Reading, read_sheet
from ..accounts.models import User
from ..owned import find
from .models import Dance


def get_dance(user: User, pk: uuid.UUID) -> Dance:
    """One of the user's dances. Raises NotHere."""
    return find(Dance, user, pk)


@lru_cache(maxsize=64)
def reading_of(sheet: str) -> Reading:
    """A sheet's text read; the same text is asked for again with every change of an event.

    Raises FileError when it is longer than a sheet can be.
    """
    return read_sheet(sheet)
