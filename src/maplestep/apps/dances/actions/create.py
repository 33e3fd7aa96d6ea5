"""Put a new dance on the shelf."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone

from ...accounts.models import User
from ..models import Dance
from .write import write


@transaction.atomic
def create_dance(user: User, sheet: str) -> Dance:
    """A new dance of this user. Raises FileError."""
    dance = Dance(owner=user)
    write(dance, sheet, timezone.now())
    return dance
