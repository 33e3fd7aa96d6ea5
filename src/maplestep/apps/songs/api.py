"""Songs over HTTP."""

from __future__ import annotations

import uuid

from django.http import HttpRequest
from ninja import Router, Schema, Status

from ...formats.routine.routine_file import SongForm, song_of
from ...views.song import SongMap, song_map
from ..http import ErrorForm, Revision, user_of
from .actions.create import create_song
from .actions.delete import delete_song
from .actions.save import save_song
from .models import Song
from .queries import get_song, stored_song_form

router = Router(tags=["songs"])


class SongOut(SongMap):
    """A stored song with everything worked out that the desk draws."""

    id: uuid.UUID
    version: int


class SongIn(Schema):
    """A changed song and the version it was made from."""

    version: int
    song: SongForm


def song_out(song: Song) -> SongOut:
    """A stored song as the API gives it."""
    drawn = song_map(song_of(stored_song_form(song)))
    return SongOut(id=song.id, version=song.version, **dict(drawn))


@router.post("", response={200: SongOut, 422: ErrorForm})
def create(request: HttpRequest, form: SongForm) -> SongOut:
    """A new song."""
    return song_out(create_song(user_of(request), form))


@router.get("/{uuid:pk}", response={200: SongOut, 404: ErrorForm})
def show(request: HttpRequest, pk: uuid.UUID) -> SongOut:
    """One song."""
    return song_out(get_song(user_of(request), pk))


@router.get("/{uuid:pk}/revision", response={200: Revision, 404: ErrorForm})
def revision(request: HttpRequest, pk: uuid.UUID) -> Revision:
    """Whether a song has changed, also by a worker or in another window."""
    return Revision(version=get_song(user_of(request), pk).version)


@router.put("/{uuid:pk}", response={200: SongOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm})
def save(request: HttpRequest, pk: uuid.UUID, change: SongIn) -> SongOut:
    """Save a changed song."""
    return song_out(save_song(user_of(request), pk, change.version, change.song))


@router.delete("/{uuid:pk}", response={204: None, 404: ErrorForm, 409: ErrorForm})
def delete(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Take a song off the shelf."""
    delete_song(user_of(request), pk)
    return Status(204, None)
