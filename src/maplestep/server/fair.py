"""Fair shares: what computes is bounded for each user, so that nobody waits for somebody else.

Counted in each web process by itself: its threads are what is shared. A request that finds both of
its user's places taken waits a moment, for most are short, and is then refused in words.
"""

from __future__ import annotations

import re
import threading
import time
from collections import defaultdict
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Final

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse

from ..apps.accounts.address import address_of
from ..core.errors import Message
from ..messages.errors import error_words

PLACES: Final = 2
"""Requests of one user that a process computes at once; it has four threads."""
WAIT_SECONDS: Final = 0.4
_COSTLY: Final = re.compile(
    r"/api/(?:dances/(?:reading|canonical|section|text|file)|rankings|set-list|songs/edit"
    r"|routines(?:/[^/]+/(?:plans|swap|claims|order|events|sheet|score|mix|quiz|endings|said))?"
    r"|(?:shared/[^/]+/)?routines/[^/]+/(?:voice|score|calls|files/.*))$"
)
_MINUTE: Final = 60.0
Answer = Callable[[HttpRequest], HttpResponse]


class Shares:
    """What each user has asked for of late, and what is computed for them now."""

    def __init__(self) -> None:
        self._free = threading.Condition()
        self._now: dict[str, int] = defaultdict(int)
        self._minute, self._asked = 0, defaultdict[str, int](int)

    def asked(self, who: str) -> int:
        """Count a request; how many it makes in this minute."""
        with self._free:
            minute = int(time.time() / _MINUTE)
            if minute != self._minute:
                self._minute, self._asked = minute, defaultdict(int)
            self._asked[who] += 1
            return self._asked[who]

    @contextmanager
    def place(self, who: str) -> Iterator[bool]:
        """A place to compute in; False when none became free in time."""
        with self._free:
            got = self._free.wait_for(lambda: self._now[who] < PLACES, WAIT_SECONDS)
            self._now[who] += got
        try:
            yield got
        finally:
            with self._free:
                self._now[who] -= got
                if not self._now[who]:
                    del self._now[who]
                self._free.notify_all()


def fair_middleware(answer: Answer) -> Answer:
    """Bound what one user, or one address of nobody signed in, may have computed."""
    shares = Shares()

    def answered(request: HttpRequest) -> HttpResponse:
        if not _COSTLY.match(request.path_info):
            return answer(request)
        who = str(request.user.pk or address_of(request))
        most = settings.ASKED_A_MINUTE
        if most and shares.asked(who) > most:
            wait = round(_MINUTE - time.time() % _MINUTE) + 1
            words = Message(
                "You have asked for {most} answers within a minute. Wait {wait} seconds, then go "
                "on.",
                most=most,
                wait=wait,
            )
            return _refused(words, wait)
        with shares.place(who) as got:
            if got:
                return answer(request)
        return _refused(
            Message("Your earlier requests are still being worked out. Try again in a moment."), 1
        )

    return answered


def _refused(words: Message, wait: int) -> HttpResponse:
    response = JsonResponse({"message": error_words(words)}, status=429)
    response["Retry-After"] = str(wait)
    return response
