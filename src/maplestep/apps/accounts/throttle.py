"""How often something may be done from one address, or by one user, within some time.

Counted in the database, so that all web processes count together; a count is of a window that
begins at whole multiples of its length.
"""

from __future__ import annotations

import time
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Final

from django.conf import settings
from django.db.models import F
from django.http import HttpRequest

from ...core.errors import MapleStepError, Message
from .address import address_of
from .models import Tally

HOUR: Final = 3600
TEN_MINUTES: Final = 600


class TooOften(MapleStepError):
    """This was asked for too often. ``wait`` is in seconds."""

    def __init__(self, message: Message, *, wait: int) -> None:
        super().__init__(message)
        self.wait = wait


def _taken(what: str, who: str, window: int) -> int:
    """How often ``who`` has done it in this window of so many seconds, this time included."""
    key, begun = f"{what} {who}"[:200], int(time.time() // window * window)
    Tally.objects.bulk_create([Tally(key=key, begun=begun)], ignore_conflicts=True)
    here = Tally.objects.filter(key=key, begun=begun)
    here.update(number=F("number") + 1)
    return here.values_list("number", flat=True).get()


def _so_far(what: str, who: str, window: int) -> int:
    """How often it was done in this window."""
    begun = int(time.time() // window * window)
    found = Tally.objects.filter(key=f"{what} {who}"[:200], begun=begun)
    return found.values_list("number", flat=True).first() or 0


def _wait_of(window: int) -> int:
    """Seconds until the next window begins."""
    return window - int(time.time()) % window


def limit_sign_ups(request: HttpRequest) -> None:
    """Count a sign-up. Raises TooOften when its address has opened too many accounts."""
    most = settings.SIGN_UPS_AN_HOUR
    if most and _taken("sign-up", address_of(request), HOUR) > most:
        raise _too_often(
            "From your network {most} accounts were opened within an hour; that is as many as may "
            "be. Wait {minutes} minutes, then try again.",
            most, HOUR,
        )  # fmt: skip


def spent(what: str, most: int, words: str, window: int = TEN_MINUTES) -> None:
    """Count something done by or to somebody. Raises TooOften, in these words, above ``most``."""
    if _taken("done", what, window) > most:
        raise _too_often(words, most, window)


@contextmanager
def try_of_password(request: HttpRequest, wrong: type[MapleStepError]) -> Iterator[None]:
    """A try of a password within, which raises ``wrong`` when it is not the right one.

    Raises TooOften when too many wrong ones came from the address, whatever the names.
    """
    most, address = settings.TRIES_IN_TEN_MINUTES, address_of(request)
    if most and _so_far("wrong", address, TEN_MINUTES) >= most:
        raise _too_often(
            "From your network {most} wrong passwords came within ten minutes. Wait {minutes} "
            "minutes, then try again.",
            most, TEN_MINUTES,
        )  # fmt: skip
    try:
        yield
    except wrong:
        _taken("wrong", address, TEN_MINUTES)
        raise


def _too_often(words: str, most: int, window: int) -> TooOften:
    wait = _wait_of(window)
    return TooOften(Message(words, most=most, minutes=max(1, round(wait / 60))), wait=wait)
