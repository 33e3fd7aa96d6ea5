"""An archive brought in: all of it or nothing."""

from __future__ import annotations

import json
import re
import shutil
import zipfile
import zlib
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any, Final

from django.db import transaction

from ...audio.decode import inspect
from ...core.errors import FileError, Message
from ...formats.archive import INDEX, MAX_INDEX, Archive, ClassEntry, RoutineEntry, read_archive
from .. import media
from ..accounts.models import User
from ..dances.actions.create import create_dance
from ..dances.actions.define_figure import define_figure
from ..dances.models import Dance
from ..routines.actions.write_events import write_events
from ..routines.models import Routine
from ..songs.actions.create import create_song
from ..songs.actions.sounds import LARGEST_MEGABYTES, keep_recording
from ..songs.models import Song, Sound
from ..teaching.actions.classes import create_class
from ..teaching.models import Evening, InRepertoire
from .models import Arrival

_CHUNK: Final = 1 << 20
_BESIDE_SOUND: Final = 100
"""Megabytes of an archive that are no recordings."""


def bring_in(arrival: Arrival) -> None:
    """Bring in what an archive holds. Raises MapleStepError; nothing is brought in then."""
    user, copied = arrival.owner, list[Path]()
    try:
        with _unpacking():
            packed = zipfile.ZipFile(arrival.file)
        with packed, transaction.atomic():
            archive = read_archive(_index(packed))
            made = _Maker(user, packed, copied)
            made.all_of(archive)
            Arrival.objects.filter(pk=arrival.pk).update(
                state=Arrival.State.READY, songs=len(archive.songs), dances=len(archive.dances),
                routines=len(archive.routines), classes=len(archive.classes),
            )  # fmt: skip
    except BaseException:
        for file in copied:
            media.forget(file)
        raise


# What zipfile and zlib raise for damage, a file that is not there, another packing, a password.
_DAMAGE: Final = (
    zipfile.BadZipFile, zlib.error, EOFError, KeyError, NotImplementedError, RuntimeError,
)  # fmt: skip


@contextmanager
def _unpacking() -> Iterator[None]:
    """Reading of the ZIP file. Raises FileError when it is none, or damaged."""
    try:
        yield
    except _DAMAGE as error:
        raise FileError(
            "This is no archive of Maple Step, or it is damaged. Choose the ZIP file as it was "
            "downloaded."
        ) from error


def _index(packed: zipfile.ZipFile) -> bytes:
    with _unpacking(), packed.open(INDEX) as file:
        raw = file.read(MAX_INDEX + 1)
    if len(raw) > MAX_INDEX:
        raise FileError(Message("This archive's {index} is far too long.", index=INDEX))
    return raw


class _Maker:
    """Makes everything anew, and remembers under which id."""

    def __init__(self, user: User, packed: zipfile.ZipFile, copied: list[Path]) -> None:
        self._user, self._packed, self._copied = user, packed, copied
        self._songs: dict[str, Song] = {}
        self._dances: dict[str, Dance] = {}
        self._routines: dict[str, Routine] = {}

    def all_of(self, archive: Archive) -> None:
        """Songs and dances first, then what stands on them."""
        for figure in archive.figures:
            define_figure(self._user, figure.name, figure.steps)
        for entry in archive.songs:
            song = self._songs[entry.key] = create_song(self._user, entry.song)
            if entry.recording:
                self._recording(song, entry.recording, entry.recording_name)
        for dance in archive.dances:
            self._dances[dance.key] = create_dance(self._user, dance.sheet)
        for routine in archive.routines:
            self._routines[routine.key] = self._routine(routine)
        for taught in archive.classes:
            self._class(taught)

    def _recording(self, song: Song, name: str, called: str) -> None:
        """The bytes are kept as they are; the worker listens to them once more."""
        sound = Sound(owner=self._user, kind=Sound.Kind.RECORDING, name=called)
        self._copied.append(sound.source)
        sound.source.parent.mkdir(parents=True, exist_ok=True)
        most = LARGEST_MEGABYTES * 1_000_000
        with _unpacking(), self._packed.open(name) as packed, sound.source.open("wb") as out:
            while chunk := packed.read(_CHUNK):
                out.write(chunk)
                if out.tell() > most:
                    raise FileError(Message("{name} is larger than a recording may be.", name=name))
        sound.seconds = inspect(sound.source).seconds
        keep_recording(sound, song)

    def _routine(self, entry: RoutineEntry) -> Routine:
        routine = Routine.objects.create(
            owner=self._user, song=self._songs[entry.song], dance=self._dances[entry.dance],
            title=entry.title, start=entry.start, sequence=entry.sequence,
            pins=[[pin.part, pin.facing] for pin in entry.pins],
        )  # fmt: skip
        write_events(routine, entry.events)
        return routine

    def _class(self, entry: ClassEntry) -> None:
        facts: Any = entry.model_dump(exclude={"repertoire", "evenings"})
        taught = create_class(self._user, facts)
        InRepertoire.objects.bulk_create(
            InRepertoire(taught_in=taught, routine=self._routines[key]) for key in entry.repertoire
        )
        evenings = []
        for each in entry.evenings:
            told = self._renamed(each.model_dump(mode="json", exclude={"day"}))
            evenings.append(
                Evening(
                    taught_in=taught,
                    day=each.day,
                    wish=told["wish"] or {},
                    done=told["done"],
                    entries=told["entries"],
                    begun_at=each.begun_at,
                    ends_at=each.ends_at,
                    changed_by=self._user,
                )
            )
        Evening.objects.bulk_create(evenings)

    def _renamed(self, said: Any) -> Any:
        """The keys of routines, wherever a plan or a log names them, as their new ids."""
        if not self._routines:
            return said
        named = "|".join(map(re.escape, sorted(self._routines, key=len, reverse=True)))
        return json.loads(
            re.sub(
                rf"(?<![\w-])(?:{named})(?![\w-])",
                lambda key: str(self._routines[key[0]].pk),
                json.dumps(said),
            )
        )


def store(user: User, file: Any) -> Arrival:
    """Keep an archive that was sent until the worker brings it in. Raises FileError."""
    most = user.quota_megabytes + _BESIDE_SOUND
    if file.size > most * 1_000_000:
        raise FileError(
            Message(
                "This archive has {size:,.0f} MB; with {most} MB everything one may keep here is "
                "in it.",
                size=file.size / 1e6,
                most=most,
            )
        )
    arrival = Arrival(owner=user)
    arrival.file.parent.mkdir(parents=True, exist_ok=True)
    with arrival.file.open("wb") as out:
        shutil.copyfileobj(file, out, _CHUNK)
    media.keep(arrival.file)
    arrival.save()
    return arrival
