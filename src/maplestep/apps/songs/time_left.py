"""How long the worker will still need."""

from __future__ import annotations

from typing import Final

from django.utils import timezone

from .models import Sound

# Seconds of work before anything is done, and for each second of sound; measured on two cores.
_USUAL: Final = {
    Sound.Kind.RECORDING: (2.0, 0.05), Sound.Kind.BAND: (2.0, 0.04), Sound.Kind.MIX: (2.0, 0.08),
}  # fmt: skip


def seconds_left(sound: Sound) -> float | None:
    """By what such work usually takes at first, and more and more by how long it took so far."""
    if sound.state != Sound.State.WORKING or not sound.started_at:
        return None
    taken = (timezone.now() - sound.started_at).total_seconds()
    at_once, a_second = _USUAL[Sound.Kind(sound.kind)]
    usual = max(at_once + a_second * sound.seconds, taken)
    so_far = taken / sound.done if sound.done else usual
    whole = (1 - sound.done) * usual + sound.done * so_far
    return max(whole - taken, (1 - sound.done) * usual * 0.1)
