"""Corrections of a song map, and maps of other programs, over HTTP.

Correcting stores nothing: the desk holds the draft, shows what changed and saves it like any
other change, so that undo reaches every step.
"""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from functools import partial
from typing import Final

from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile
from pydantic import ValidationError

from ...core.errors import FileError
from ...core.song.listening import Reading
from ...formats.routine.routine_file import SongForm, song_form, song_of
from ...formats.song.song_file import OUT, read_any, write_any
from ...services.song_edits import Recording, SongEdit, TakeReading, Tap, apply_edit
from ...views.song import SongEdited, song_edited
from ..accounts.models import User
from ..errors import NotHere
from ..http import ErrorForm, read_upload, user_of
from .actions.create import create_song
from .api import SongOut, song_out
from .models import Sound
from .queries import get_song, listening_of, stored_song_form, taken_in

router = Router(tags=["song desk"])

LONGEST_AGAIN_SECONDS: Final = 480
"""Longer recordings are not heard again while somebody waits: their tapped stretch is laid anew."""


class EditIn(Schema):
    """A draft and what is to be done to it; ``song_id`` for taking a reading."""

    song: SongForm
    edit: SongEdit
    song_id: uuid.UUID | None = None


@router.post("/edit", response={200: SongEdited, 404: ErrorForm, 422: ErrorForm})
def edit(request: HttpRequest, change: EditIn) -> SongEdited:
    """The draft after a correction, and what that changed."""
    before = song_of(change.song)
    recording = None
    if isinstance(change.edit, TakeReading) or (isinstance(change.edit, Tap) and change.edit.heard):
        recording = _recording(user_of(request), change)
    return song_edited(before, apply_edit(before, change.edit, recording))


def _recording(user: User, change: EditIn) -> Recording | None:
    """What was heard in the recording of the song that is corrected. Raises NotHere."""
    if change.song_id is None:
        if isinstance(change.edit, Tap):
            return None
        raise NotHere
    song = get_song(user, change.song_id)
    sound = song.sounds.filter(kind=Sound.Kind.RECORDING).first()
    listening = listening_of(sound) if sound else None
    if sound is None or listening is None:
        return None
    kept = taken_in(sound) if listening.seconds <= LONGEST_AGAIN_SECONDS else b""
    return Recording(listening, partial(_hear_again, kept) if kept else None)


def _hear_again(kept: bytes, tapped: Sequence[float], pinned: Sequence[float]) -> Reading:
    from ...audio.again import hear_again, unpack  # noqa: PLC0415 - scipy is slow to load

    return hear_again(unpack(kept), tapped, pinned)


@router.post("/edit/file", response={200: SongEdited, 422: ErrorForm})
def edit_by_file(request: HttpRequest, song: Form[str], file: File[UploadedFile]) -> SongEdited:
    """The draft with what another program's file says."""
    try:
        before = song_of(SongForm.model_validate_json(song))
    except ValidationError as error:
        raise FileError("The song on the desk cannot be read. Load the page again.") from error
    after = read_any(read_upload(file), file.name or "", before)
    return song_edited(before, song_of(song_form(after)))


@router.post("/file", response={200: SongOut, 422: ErrorForm})
def new_from_file(request: HttpRequest, file: File[UploadedFile]) -> SongOut:
    """A new song from a song file, MIDI, JAMS or labels."""
    song = read_any(read_upload(file), file.name or "", None)
    return song_out(create_song(user_of(request), song_form(song)))


@router.get("/{uuid:pk}/song.{kind}", include_in_schema=False)
def take_out(request: HttpRequest, pk: uuid.UUID, kind: str) -> HttpResponse:
    """The song as a file of another program."""
    song = song_of(stored_song_form(get_song(user_of(request), pk)))
    if kind not in OUT:
        raise NotHere
    response = HttpResponse(write_any(song, kind), content_type=OUT[kind])
    response["Content-Disposition"] = f'attachment; filename="song.{kind}"'
    return response
