"""Recordings, the stand-in band and practice mixes over HTTP."""

from __future__ import annotations

import uuid
from datetime import datetime
from typing import Final, Literal

from django.http import HttpRequest, HttpResponse, HttpResponseBase
from ninja import File, Router, Schema, Status
from ninja.files import UploadedFile
from pydantic import Field

from ...core.rehearsal.practice import MixRequest
from ...messages.errors import said_now
from ...messages.language import LanguageCode
from ...views.song import ListeningView, listening_view
from .. import media
from ..errors import NotHere
from ..http import ErrorForm, user_of
from .actions.sounds import (
    add_recording,
    ask_band,
    ask_mix,
    cancel,
    new_song_from,
    remove_sound,
)
from .api import SongOut, song_out
from .models import Sound
from .queries import get_song, get_sound, listening_of
from .ranges import serve
from .time_left import seconds_left

router = Router(tags=["sound"])
TYPES: Final = {"ogg": "audio/ogg", "wav": "audio/wav", "mp3": "audio/mpeg"}


class SoundOut(Schema):
    """A recording, the band or a mix, and how far it is.

    ``stale``: the song's map has changed since the band or the mix was made of it.
    """

    id: uuid.UUID
    song_id: uuid.UUID
    kind: Sound.Kind
    state: Sound.State
    step: str
    done: float
    left_seconds: float | None
    message: str
    name: str
    cover: str = Field(description="The address of the picture on its cover, or nothing.")
    seconds: float
    size: int
    stale: bool
    listening: ListeningView | None
    created_at: datetime


class MixIn(Schema):
    """What is wanted in a practice mix."""

    speed: float = 1.0
    count_in: bool = True
    clicks: bool = True
    spoken: bool = False
    calls: bool = True
    figures: bool = False
    language: LanguageCode = "en"
    format: Literal["ogg", "wav", "mp3"] = "mp3"

    def mix_request(self) -> MixRequest:
        """The core's request. Raises SongError."""
        return MixRequest(**self.model_dump(exclude={"format"}))


class Peaks(Schema):
    """The loudest of each fiftieth of a second, 0 to 1."""

    seconds: float
    peaks: list[float] = Field(description="Fifty a second.")


def sound_out(sound: Sound) -> SoundOut:
    """A sound as the API gives it."""
    ready = sound.state == Sound.State.READY
    heard = listening_of(sound) if ready and sound.kind == Sound.Kind.RECORDING else None
    made = sound.kind != Sound.Kind.RECORDING
    return SoundOut(
        id=sound.id,
        song_id=sound.song_id,
        kind=Sound.Kind(sound.kind),
        state=Sound.State(sound.state),
        step=sound.step,
        done=sound.done,
        left_seconds=seconds_left(sound),
        message=" ".join(map(said_now, sound.told)) or sound.message,
        name=sound.name,
        cover=f"/api/sounds/{sound.pk}/cover.jpg" if sound.cover else "",
        seconds=sound.seconds,
        size=sound.size,
        stale=made and sound.song.version != sound.made_from,
        listening=listening_view(heard) if heard else None,
        created_at=sound.created_at,
    )


@router.post("/songs/recording", response={200: SongOut, 422: ErrorForm})
def new_song(request: HttpRequest, file: File[UploadedFile]) -> SongOut:
    """A new song from its recording."""
    return song_out(new_song_from(user_of(request), file))


@router.post("/songs/{uuid:pk}/recording", response={200: SoundOut, 404: ErrorForm, 422: ErrorForm})
def recording(request: HttpRequest, pk: uuid.UUID, file: File[UploadedFile]) -> SoundOut:
    """Add a recording to a song, in place of the one it has."""
    return sound_out(add_recording(user_of(request), pk, file))


@router.get("/songs/{uuid:pk}/sounds", response={200: list[SoundOut], 404: ErrorForm})
def sounds(request: HttpRequest, pk: uuid.UUID) -> list[SoundOut]:
    """All there is to listen to of a song, and how far the worker is with it."""
    song = get_song(user_of(request), pk)
    return [sound_out(sound) for sound in song.sounds.select_related("song").defer("peaks")]


@router.post("/songs/{uuid:pk}/band", response={200: SoundOut, 404: ErrorForm, 422: ErrorForm})
def band(request: HttpRequest, pk: uuid.UUID) -> SoundOut:
    """Let the stand-in band play the song."""
    return sound_out(ask_band(user_of(request), pk))


@router.post("/songs/{uuid:pk}/mix", response={200: SoundOut, 404: ErrorForm, 422: ErrorForm})
def mix(request: HttpRequest, pk: uuid.UUID, asked: MixIn) -> SoundOut:
    """A practice mix of the song by itself."""
    user = user_of(request)
    return sound_out(ask_mix(user, get_song(user, pk), asked.mix_request(), asked.format))


@router.post("/sounds/{uuid:pk}/cancel", response={200: SoundOut, 404: ErrorForm})
def stop(request: HttpRequest, pk: uuid.UUID) -> SoundOut:
    """Stop making a sound."""
    return sound_out(cancel(user_of(request), pk))


@router.delete("/sounds/{uuid:pk}", response={204: None, 404: ErrorForm})
def delete(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Remove a sound and its file."""
    remove_sound(user_of(request), pk)
    return Status(204, None)


@router.get("/sounds/{uuid:pk}/peaks", response={200: Peaks, 404: ErrorForm})
def peaks(request: HttpRequest, pk: uuid.UUID) -> Peaks:
    """The outline of a sound, for drawing."""
    sound = get_sound(user_of(request), pk)
    return Peaks(seconds=sound.seconds, peaks=sound.peaks)


@router.get("/sounds/{uuid:pk}/cover.jpg", include_in_schema=False)
def cover(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """The picture on its cover."""
    found = get_sound(user_of(request), pk)
    if not found.cover:
        raise NotHere
    answer = HttpResponse(bytes(found.cover), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


@router.api_operation(["GET", "HEAD"], "/sounds/{uuid:pk}/audio", include_in_schema=False)
def audio(request: HttpRequest, pk: uuid.UUID, download: bool = False) -> HttpResponseBase:
    """The sound itself, whole or in parts."""
    sound = get_sound(user_of(request), pk)
    if sound.state != Sound.State.READY or not media.fetch(sound.path):
        raise NotHere
    ending = sound.path.suffix[1:]
    response = serve(request, sound.path, TYPES[ending], f"{sound.id}-{sound.size}")
    if download:
        response["Content-Disposition"] = f'attachment; filename="maple-step-mix.{ending}"'
    return response
