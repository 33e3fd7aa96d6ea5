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
from django.http import HttpRequest, HttpResponse

from ...core.errors import MapleStepError, Message
from .address import address_of
from .models import Tally, User
from .names import look_of

HOUR: Final = 3600
TEN_MINUTES: Final = 600
WRONG_FOR_A_NAME: Final = 30
SLOW: Final = 5
KNOWN: Final = "known"
_YEAR: Final = 31_536_000


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


def slow_for_name(request: HttpRequest, name: str) -> None:
    """Where many wrong passwords came for one name, from wherever, one try every five seconds.

    A browser in which somebody of that name was signed in before goes on as always: nobody can keep
    another out by guessing. Raises TooOften.
    """
    look = look_of(name)
    if _so_far("wrong name", look, TEN_MINUTES) < WRONG_FOR_A_NAME or _is_known(request, look):
        return
    if _taken("slow", look, SLOW) > 1:
        raise TooOften(
            Message("Many wrong passwords came for this name. Wait a few seconds, then try again."),
            wait=SLOW,
        )


def wrong_for_name(name: str) -> None:
    """Count a wrong password for a name."""
    _taken("wrong name", look_of(name), TEN_MINUTES)


def known_here(response: HttpResponse, user: User) -> None:
    """Let the browser remember that the user was signed in there."""
    response.set_signed_cookie(
        KNOWN, user.look or "", salt=KNOWN, max_age=_YEAR, httponly=True, samesite="Lax",
        secure=settings.SESSION_COOKIE_SECURE,
    )  # fmt: skip


def _is_known(request: HttpRequest, look: str) -> bool:
    return request.get_signed_cookie(KNOWN, default="", salt=KNOWN, max_age=_YEAR) == look


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
