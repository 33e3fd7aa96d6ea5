"""Save a changed sheet."""

from __future__ import annotations

import uuid

from django.db import transaction
from django.utils import timezone

from ...accounts.models import User
from ...owned import lock
from ..models import Dance
from .write import write


@transaction.atomic
def save_dance(user: User, pk: uuid.UUID, version: int, sheet: str) -> Dance:
    """Replace a dance's sheet. Raises NotHere, ChangedElsewhere or FileError."""
    dance = lock(Dance, user, pk, version)
    write(dance, sheet, timezone.now())
    return dance
