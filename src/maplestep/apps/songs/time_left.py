"""How long the worker will still need."""

from __future__ import annotations

from typing import Final

from django.utils import timezone

from .models import Sound

_ENOUGH_DONE: Final = 0.05


def seconds_left(sound: Sound) -> float | None:
    """By how long it took so far; None while nobody can say."""
    if sound.state != Sound.State.WORKING or not sound.started_at or sound.done < _ENOUGH_DONE:
        return None
    segment = (timezone.now() - sound.started_at).total_seconds()
    return segment * (1 - sound.done) / sound.done
