"""Add, make, stop and remove the sound of a song."""

from __future__ import annotations

import errno
import hashlib
import shutil
import uuid
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import asdict, replace
from fractions import Fraction
from pathlib import Path, PurePath
from typing import Final

from django.core.files.uploadedfile import UploadedFile
from django.db import connection, transaction
from django.db.models import Sum

from ....audio.decode import inspect
from ....audio.headers import tags_of
from ....core.errors import Message, RecordingError
from ....core.rehearsal.calls import Call
from ....core.rehearsal.practice import MixRequest, plan_mix
from ....core.song.model import unmapped_song
from ....formats.routine.routine_file import song_form, song_of
from ... import media
from ...accounts.models import User
from ..models import Song, Sound
from ..queries import get_song, get_sound, stored_song_form
from .write import write

LARGEST_MEGABYTES: Final = 200
_SPARE_MEGABYTES: Final = 50
_BYTES_A_SECOND: Final = {"ogg": 14_000, "mp3": 16_000, "wav": 88_200}
# Until the worker has listened: the tempo of a placeholder that nobody has said one for.
STAND_IN_BPM: Final = Fraction(120)


@contextmanager
def said_when_full() -> Iterator[None]:
    """A full disk in the user's words. Raises RecordingError."""
    try:
        yield
    except OSError as error:
        if error.errno not in (errno.ENOSPC, errno.EDQUOT):
            raise
        raise RecordingError(
            "There is no room left on the server's disk. Nothing was changed; ask whoever runs "
            "this server to make room, then try again."
        ) from error


def new_song_from(user: User, file: UploadedFile) -> Song:
    """A song of which only the recording is known yet. Raises RecordingError."""
    sound = _store(user, file)
    try:
        sound.seconds = inspect(sound.source).seconds
        tags = tags_of(sound.source)
        title = tags.title or PurePath(_plain_name(file)).stem[:120] or "Untitled song"
        bpm = STAND_IN_BPM if tags.bpm is None else Fraction(tags.bpm).limit_denominator(1000)
        with transaction.atomic():
            song = Song(owner=user)
            blank = unmapped_song(title, bpm, sound.seconds, intro=0)
            write(song, song_form(replace(blank, performer=tags.performer)))
            _begin(sound, song)
    except BaseException:
        media.forget(sound.source)
        raise
    return song


def add_recording(user: User, pk: uuid.UUID, file: UploadedFile) -> Sound:
    """The song's recording; one that it had before goes. Raises NotHere or RecordingError."""
    song = get_song(user, pk)
    sound = _store(user, file)
    same = song.sounds.filter(kind=Sound.Kind.RECORDING, digest=sound.digest).exclude(
        state__in=(Sound.State.FAILED, Sound.State.CANCELLED)
    )
    if (found := same.first()) is not None:
        media.forget(sound.source)
        return found
    try:
        sound.seconds = inspect(sound.source).seconds
        with transaction.atomic():
            for old in song.sounds.filter(kind=Sound.Kind.RECORDING):
                old.delete()
            _begin(sound, song)
    except BaseException:
        media.forget(sound.source)
        raise
    return sound


def keep_recording(sound: Sound, song: Song) -> None:
    """A recording from an archive, its bytes in ``source``: they are kept, and listened to.

    The song's map stays as it is. Raises RecordingError when there is no room for it.
    """
    digest = hashlib.sha256()
    with sound.source.open("rb") as file:
        while chunk := file.read(1 << 20):
            digest.update(chunk)
    sound.digest, sound.size = digest.hexdigest(), sound.source.stat().st_size
    sound.request = {"kept": True}
    media.keep(sound.source)
    _begin(sound, song)


def _plain_name(file: UploadedFile) -> str:
    """The name without folders, whoever's separators they are."""
    return (file.name or "").replace("\\", "/").rsplit("/", 1)[-1].replace("\x00", "")[:200]


def _store(user: User, file: UploadedFile) -> Sound:
    """The bytes on our disk, in a sound that is not saved yet."""
    size = file.size or 0
    if size > LARGEST_MEGABYTES * 1_000_000:
        raise RecordingError(
            Message(
                "This file has {size:.0f} MB; a recording may have {largest_megabytes}. Save it "
                "as FLAC, OGG or MP3 and try again.",
                size=size / 1000000.0,
                largest_megabytes=LARGEST_MEGABYTES,
            )
        )
    _within_quota(user, size)
    sound = Sound(owner=user, kind=Sound.Kind.RECORDING, name=_plain_name(file), size=size)
    digest = hashlib.sha256()
    try:
        with said_when_full():
            _make_room(sound.source.parent, size)
            with sound.source.open("wb") as out:
                for chunk in file.chunks():
                    digest.update(chunk)
                    out.write(chunk)
    except BaseException:
        media.forget(sound.source)
        raise
    sound.digest = digest.hexdigest()
    media.keep(sound.source)
    return sound


def _within_quota(user: User, size: int = 0) -> None:
    """Is there room for so many bytes more? Within a transaction nobody else asks meanwhile."""
    if connection.in_atomic_block:
        User.objects.select_for_update().get(pk=user.pk)
    kept = Sound.objects.filter(owner=user).aggregate(all=Sum("size"))["all"] or 0
    if kept + size > user.quota_megabytes * 1_000_000:
        raise RecordingError(
            Message(
                "Your recordings take {kept:.0f} of {quota_megabytes} MB; {size:.1f} MB more is "
                "too much. Remove a recording or a mix you no longer need.",
                kept=kept / 1000000.0,
                quota_megabytes=user.quota_megabytes,
                size=size / 1000000.0,
            )
        )


def _make_room(folder: Path, size: int) -> None:
    """The folder, with room for the upload and what is decoded from it."""
    folder.mkdir(parents=True, exist_ok=True)
    if shutil.disk_usage(folder).free < 2 * size + _SPARE_MEGABYTES * 1_000_000:
        raise OSError(errno.ENOSPC, "no room")


def _begin(sound: Sound, song: Song) -> None:
    """Save a sound and have the worker make it."""
    from ..tasks import defer  # noqa: PLC0415 - the worker's module imports these actions

    if not sound.seconds:
        # About how long it will be: how long it takes is told by that.
        music = song_of(stored_song_form(song))
        sound.seconds = music.seconds(music.length)
    if not sound.size:
        # About how large: it counts before it is made, so that ten at once do not slip through.
        sound.size = round(sound.seconds * _BYTES_A_SECOND[sound.path.suffix[1:]])
    _within_quota(sound.owner, sound.size)
    sound.song = song
    # What was kept proposes no map: there is one.
    sound.made_from = 0 if sound.request.get("kept") else song.version
    sound.save()
    defer(sound)


@transaction.atomic
def ask_band(user: User, pk: uuid.UUID) -> Sound:
    """Let the stand-in band play the song as it is mapped now. Raises NotHere."""
    song = _held(get_song(user, pk))
    bands = song.sounds.filter(kind=Sound.Kind.BAND)
    if (same := bands.filter(state__in=Sound.GOING, made_from=song.version).first()) is not None:
        return same
    for old in bands:
        old.delete()
    sound = Sound(owner=user, kind=Sound.Kind.BAND, name=f"{song.title} (stand-in band)"[:200])
    sound.request = {"song": stored_song_form(song).model_dump(mode="json")}
    _begin(sound, song)
    return sound


@transaction.atomic
def ask_mix(
    user: User,
    song: Song,
    request: MixRequest,
    file_format: str,
    calls: Sequence[Call] | None = None,
) -> Sound:
    """A practice mix of the song, with the calls of a routine at its speed if they are given."""
    song = _held(song)
    form = stored_song_form(song)
    plan = plan_mix(song_of(form), request, calls)
    sound = Sound(owner=user, kind=Sound.Kind.MIX)
    sound.name = f"{song.title} {request.speed:.0%}"[:200]
    sound.request = {
        "format": file_format, "song": form.model_dump(mode="json"), "mix": asdict(request),
        "lead_seconds": plan.lead_seconds, "marks": [list(mark) for mark in plan.marks],
    }  # fmt: skip
    alike = song.sounds.filter(kind=Sound.Kind.MIX, state__in=Sound.GOING, request=sound.request)
    if (same := alike.filter(owner=user).first()) is not None:
        return same
    _begin(sound, song)
    return sound


def _held(song: Song) -> Song:
    """The song, locked: of two that ask for the same at once, the second finds the first's."""
    return Song.objects.select_for_update().get(pk=song.pk)


def cancel(user: User, pk: uuid.UUID) -> Sound:
    """Stop making a sound; the worker looks at every step. Raises NotHere."""
    sound = get_sound(user, pk)
    if Sound.objects.filter(pk=pk, state__in=Sound.GOING).update(
        state=Sound.State.CANCELLED, size=0
    ):
        sound.refresh_from_db()
    return sound


def remove_sound(user: User, pk: uuid.UUID) -> None:
    """Delete a sound and its file. Raises NotHere."""
    get_sound(user, pk).delete()
