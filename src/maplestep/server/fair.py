"""Fair shares: what computes is bounded for each user, so that nobody waits for somebody else.

Counted in each web process by itself: its threads are what is shared. A request that finds both of
its user's places taken waits a moment, for most are short, and is then refused in words. Who has
used much of the processor of late waits until others have had their turn.
"""

from __future__ import annotations

import re
import threading
import time
from collections import defaultdict
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from math import ceil
from typing import Final, NamedTuple

from django.conf import settings
from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils import translation

from ..apps.accounts.address import address_of
from ..core.errors import Message
from ..messages.errors import error_words
from ..messages.language import speaking

WAIT_SECONDS: Final = 0.8


class Bounds(NamedTuple):
    """What one may have: ``places`` to compute in at once, requests that wait for one (each holds
    one of a process's eight threads), seconds of the processor at once, and how much of that comes
    back in a second."""

    places: int
    waiting: int
    burst: float
    share: float


USER: Final = Bounds(places=2, waiting=3, burst=2.0, share=0.15)
# A hall full of dancers who open one link has one address.
ADDRESS: Final = Bounds(places=4, waiting=6, burst=20.0, share=0.5)
_BUSY: Final = 0.2
"""Which part of the burst one has used who is busy."""
_COSTLY: Final = re.compile(
    r"/api/(?:dances(?:/[^/]+)?|rankings|set-list|songs/edit(?:/file)?|evenings/[^/]+(?:/wish)?"
    r"|routines(?:/[^/]+(?:/(?:plans|swap|claims|order|events|sheet|mix|quiz|endings|said))?)?"
    r"|(?:shared/[^/]+/)?routines/[^/]+/(?:voice|score|calls|files/.*))$"
)
"""What reads a sheet, lays out a routine or plans."""
_MINUTE: Final = 60.0
_TOO_MANY: Final = 429
_MOST_KNOWN: Final = 10_000
Answer = Callable[[HttpRequest], HttpResponse]


class Shares:
    """What each user has asked for of late, and what is computed for them now."""

    def __init__(self) -> None:
        self._free = threading.Condition()
        self._now: dict[str, int] = defaultdict(int)
        self._waiting: dict[str, int] = defaultdict(int)
        self._used: dict[str, tuple[float, float]] = {}
        self._minute, self._asked = 0, defaultdict[str, int](int)

    def asked(self, who: str) -> int:
        """Count a request; how many it makes in this minute."""
        with self._free:
            minute = int(time.time() / _MINUTE)
            if minute != self._minute:
                self._minute, self._asked = minute, defaultdict(int)
            self._asked[who] += 1
            return self._asked[who]

    def wait(self, who: str, bounds: Bounds = USER) -> float:
        """Seconds until ``who`` may compute again; 0 for who has not used much of late."""
        with self._free:
            return max(0.0, (self._owed(who, bounds) - bounds.burst) / bounds.share)

    def _owed(self, who: str, bounds: Bounds) -> float:
        used, at = self._used.get(who, (0.0, 0.0))
        return max(0.0, used - bounds.share * (time.monotonic() - at))

    @contextmanager
    def place(self, who: str, bounds: Bounds = USER) -> Iterator[bool]:
        """A place to compute in; False when none became free in time."""
        with self._free:
            got = self._now[who] < self._places(who, bounds) or self._waited(who, bounds)
            self._now[who] += got
        begun = time.thread_time()
        try:
            yield got
        finally:
            with self._free:
                owed = self._owed(who, bounds) + time.thread_time() - begun
                self._used[who] = (owed, time.monotonic())
                self._now[who] -= got
                if not self._now[who]:
                    del self._now[who]
                if len(self._used) > _MOST_KNOWN:
                    self._used = {who: self._used[who]}
                self._free.notify_all()

    def _places(self, who: str, bounds: Bounds) -> int:
        """Half of the places are for who has used little of late: beside two threads that compute
        without a pause a third one has a third of the processor, beside one it has half."""
        busy = self._owed(who, bounds) > bounds.burst * _BUSY
        return max(1, bounds.places // 2) if busy else bounds.places

    def _waited(self, who: str, bounds: Bounds) -> bool:
        if self._waiting[who] >= bounds.waiting:
            return False
        self._waiting[who] += 1
        try:
            return self._free.wait_for(
                lambda: self._now[who] < self._places(who, bounds), WAIT_SECONDS
            )
        finally:
            self._waiting[who] -= 1
            if not self._waiting[who]:
                del self._waiting[who]


def fair_middleware(answer: Answer) -> Answer:
    """Bound what one user, or one address of nobody signed in, may have computed."""
    shares = Shares()
    users: dict[str, str] = {}

    def answered(request: HttpRequest) -> HttpResponse:
        if not _COSTLY.match(request.path_info):
            return answer(request)
        # Whose a session is, is looked up once: a refusal costs next to nothing.
        session = request.COOKIES.get(settings.SESSION_COOKIE_NAME, "")
        if session and session not in users:
            _learn(users, session)
        user = users.get(session)
        return _answered_fairly(request, user or address_of(request), USER if user else ADDRESS)

    def _answered_fairly(request: HttpRequest, who: str, bounds: Bounds) -> HttpResponse:
        most = settings.ASKED_A_MINUTE
        if most and shares.asked(who) > most:
            wait = round(_MINUTE - time.time() % _MINUTE) + 1
            words = Message(
                "You have asked for {most} answers within a minute. Wait {wait} seconds, then go "
                "on.",
                most=most,
                wait=wait,
            )
            return _refused(request, words, wait)
        if (wait := ceil(shares.wait(who, bounds))) > 0:
            words = Message(
                "You have asked for much that takes long to work out. Wait {wait} seconds, so that "
                "others have their turn.",
                wait=wait,
            )
            return _refused(request, words, wait)
        with shares.place(who, bounds) as got:
            if got:
                return answer(request)
        words = Message("Your earlier requests are still being worked out. Try again in a moment.")
        return _refused(request, words, 1)

    return answered


def _learn(users: dict[str, str], session: str) -> None:
    """Whose a session is; nothing is noted of one that is nobody's."""
    if len(users) >= _MOST_KNOWN:
        users.clear()
    user = SessionStore(session).get(SESSION_KEY)
    if user is not None:
        users[session] = str(user)


def _refused(request: HttpRequest, words: Message, wait: int) -> HttpResponse:
    with speaking(translation.get_language_from_request(request)):
        response = JsonResponse({"message": error_words(words)}, status=_TOO_MANY)
    response["Retry-After"] = str(wait)
    return response
