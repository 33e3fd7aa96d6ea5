"""A second screen: shown, moved on, taken down."""

from __future__ import annotations

import secrets
import uuid
from datetime import timedelta
from typing import Final

from django.db.models import F
from django.utils import timezone

from ...accounts.models import User
from ...errors import NotHere
from ..models import Screen
from ..queries import get_routine

LASTS: Final = timedelta(hours=6)
"""An evening; a screen that nobody takes down is gone then."""


def open_screen(user: User, pk: uuid.UUID) -> Screen:
    """A new screen of a routine; those whose time is over go. Raises NotHere."""
    routine = get_routine(user, pk)
    Screen.objects.filter(changed_at__lt=timezone.now() - LASTS).delete()
    return Screen.objects.create(routine=routine, shown_by=user, token=secrets.token_urlsafe(16))


def move_screen(
    user: User, token: str, *, seconds: float, speed: float, playing: bool, counting: bool
) -> None:
    """Where the running device is now. Raises NotHere."""
    moved = Screen.objects.filter(token=token, shown_by=user).update(
        seconds=seconds, speed=speed, playing=playing, counting=counting,
        version=F("version") + 1, changed_at=timezone.now(),
    )  # fmt: skip
    if not moved:
        raise NotHere


def close_screen(user: User, token: str) -> None:
    """Take a screen down; whoever looks at it is told. Raises NotHere."""
    gone, _ = Screen.objects.filter(token=token, shown_by=user).delete()
    if not gone:
        raise NotHere


def seen_screen(token: str) -> Screen:
    """A screen that somebody looks at, who need not be signed in. Raises NotHere."""
    screen = Screen.objects.filter(token=token, changed_at__gte=timezone.now() - LASTS).first()
    if screen is None:
        raise NotHere
    return screen
