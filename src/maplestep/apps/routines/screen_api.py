"""A second screen over HTTP: a projector or a phone that shows the stage of the running device.

The device tells where it is whenever that changes; who looks is sent it as server-sent events
(WHATWG HTML, section 9.2) and goes on by itself in between.
"""

from __future__ import annotations

import json
import time
import uuid
from collections.abc import Generator, Iterator
from threading import BoundedSemaphore
from typing import Annotated, Final

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router, Schema, Status
from pydantic import Field

from ...views.score import ScoreView
from ..accounts.models import User
from ..errors import NotHere
from ..http import ErrorForm, user_of
from ..qr import qr_of
from .actions.show_screen import close_screen, move_screen, open_screen, seen_screen
from .queries import get_routine
from .run_api import score_answer

router = Router(tags=["screen"])
_LOOK_SECONDS: Final = 0.04
_QUIET_SECONDS: Final = 1.0
_STREAM_SECONDS: Final = 30.0
"""Then the browser asks again: no thread is held for ever."""
MOST_STREAMS: Final = 3
"""At once in one process of the server, whose other threads answer everybody else."""
_streams = BoundedSemaphore(MOST_STREAMS)


class ScreenOut(Schema):
    """A screen: its address, and that as a QR code (SVG)."""

    token: str
    path: str
    qr: str


class PlaceIn(Schema):
    """Where the running device is in the song."""

    seconds: Annotated[float, Field(ge=-60, le=36_000)]
    speed: Annotated[float, Field(gt=0, le=4)]
    playing: bool
    counting: bool = False


@router.post("/routines/{uuid:pk}/screen", response={200: ScreenOut, 404: ErrorForm})
def show(request: HttpRequest, pk: uuid.UUID) -> ScreenOut:
    """Open a screen of a routine."""
    screen = open_screen(user_of(request), pk)
    path = f"/screen/{screen.token}"
    return ScreenOut(token=screen.token, path=path, qr=qr_of(request, path))


@router.put("/screens/{str:token}", response={204: None, 404: ErrorForm, 422: ErrorForm})
def move(request: HttpRequest, token: str, place: PlaceIn) -> Status[None]:
    """Say where the running device is."""
    move_screen(user_of(request), token, **place.dict())
    return Status(204, None)


@router.delete("/screens/{str:token}", response={204: None, 404: ErrorForm})
def close(request: HttpRequest, token: str) -> Status[None]:
    """Take a screen down."""
    close_screen(user_of(request), token)
    return Status(204, None)


@router.get("/screens/{str:token}/score", response={200: ScoreView, 404: ErrorForm}, auth=None)
def score(request: HttpRequest, token: str) -> HttpResponse:
    """The score of the routine that a screen shows, and nothing else of its owner's."""
    screen = seen_screen(token)
    owner: User = screen.routine.owner
    return score_answer(get_routine(owner, screen.routine_id))


@router.get("/screens/{str:token}/events", auth=None, include_in_schema=False)
def events(request: HttpRequest, token: str) -> StreamingHttpResponse | HttpResponse:
    """Where the running device is, as it changes."""
    seen_screen(token)
    if not _streams.acquire(blocking=False):
        # The browser tries again by itself.
        return HttpResponse(status=503, headers={"Retry-After": "2"})
    # Compressed, an event would wait until many are together.
    headers = {"Cache-Control": "no-store", "Content-Encoding": "identity"}
    return StreamingHttpResponse(
        _EventStream(token), content_type="text/event-stream", headers=headers
    )


class _EventStream:
    """The events of one who looks; gives its place back however it ends."""

    def __init__(self, token: str) -> None:
        self._events = _changes(token)
        self._open = True

    def __iter__(self) -> Iterator[str]:
        return self._events

    def close(self) -> None:
        if self._open:
            self._open = False
            self._events.close()
            _streams.release()


def _changes(token: str) -> Generator[str]:
    begun = told_at = time.monotonic()
    version = -1
    yield "retry: 300\n\n"
    while time.monotonic() - begun < _STREAM_SECONDS:
        try:
            screen = seen_screen(token)
        except NotHere:
            yield "event: over\ndata: {}\n\n"
            return
        now = time.monotonic()
        if screen.version != version:
            version, told_at = screen.version, now
            # Half a look ago, on average, and however long ago the device said it.
            age = max(0.0, time.time() - screen.changed_at.timestamp())
            place = {
                "seconds": screen.seconds + (age * screen.speed if screen.playing else 0.0),
                "speed": screen.speed, "playing": screen.playing, "counting": screen.counting,
            }  # fmt: skip
            yield f"data: {json.dumps(place)}\n\n"
        elif now - told_at > _QUIET_SECONDS:
            told_at = now
            yield ": still here\n\n"
        time.sleep(_LOOK_SECONDS)
