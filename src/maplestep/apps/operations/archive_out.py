"""Everything of a user, written as an archive while it is sent."""

from __future__ import annotations

import zipfile
from collections.abc import Iterator
from typing import Any

from django.utils.text import slugify

from ...formats.archive import (
    INDEX,
    Archive,
    ClassEntry,
    DanceEntry,
    EveningEntry,
    FigureEntry,
    RoutineEntry,
    SongEntry,
)
from ...formats.routine.routine_file import write_routine
from ...formats.teaching.forms import EntryForm, WishForm
from ...formats.teaching.log_files import LogEvening, write_log_csv
from .. import media
from ..accounts.models import User
from ..dances.models import Dance, OwnFigure
from ..routines.models import Routine
from ..routines.queries import event_forms, routine_form, whole_routines
from ..songs.models import Song, Sound
from ..songs.queries import stored_song_form
from ..teaching.models import Class, Evening

_CHUNK = 1 << 18


def archive_of(user: User) -> tuple[Archive, dict[str, Sound]]:
    """The index of all that is the user's own, and the recordings by their names in it."""
    routines = list(whole_routines(Routine.objects.filter(owner=user)).order_by("created_at", "id"))
    # What a routine of one's own stands on goes along, whoever's it is.
    songs = Song.objects.filter(owner=user) | Song.objects.filter(
        pk__in=[routine.song_id for routine in routines]
    )
    dances = Dance.objects.filter(owner=user) | Dance.objects.filter(
        pk__in=[routine.dance_id for routine in routines]
    )
    recordings = {
        sound.song_id: sound
        for sound in Sound.objects.filter(
            owner=user, kind=Sound.Kind.RECORDING, state=Sound.State.READY
        )
    }
    known = {routine.pk for routine in routines}
    archive = Archive(
        figures=[
            FigureEntry(name=figure.name, steps=figure.steps)
            for figure in OwnFigure.objects.filter(owner=user)
        ],
        songs=[
            _song(song, recordings.get(song.pk))
            for song in songs.prefetch_related("phrases").order_by("created_at", "id")
        ],
        dances=[
            DanceEntry(key=str(dance.pk), sheet=dance.sheet)
            for dance in dances.order_by("created_at", "id")
        ],
        routines=[_routine(routine) for routine in routines],
        classes=[
            _class(each, known)
            for each in Class.objects.filter(owner=user).order_by("created_at", "id")
        ],
    )
    return archive, {_file(sound): sound for sound in recordings.values()}


def archive_parts(user: User) -> Iterator[bytes]:
    """The archive piece by piece; no more than a piece of it is held."""
    archive, recordings = archive_of(user)
    out = _Out()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr(INDEX, archive.model_dump_json(indent=1))
        for name, data in _for_people(user):
            packed.writestr(name, data)
            yield out.taken()
        for name, sound in recordings.items():
            if not media.fetch(sound.path):
                continue
            # Sound is packed already.
            with (
                sound.path.open("rb") as file,
                packed.open(zipfile.ZipInfo(name), "w", force_zip64=True) as entry,
            ):
                while chunk := file.read(_CHUNK):
                    entry.write(chunk)
                    yield out.taken()
    yield out.taken()


def _for_people(user: User) -> Iterator[tuple[str, bytes]]:
    for number, routine in enumerate(whole_routines(Routine.objects.filter(owner=user)), 1):
        name = f"{number:03d}-{slugify(str(routine))[:60]}"
        yield f"routines/{name}.json", write_routine(routine_form(routine)).encode()
        yield f"dances/{name}.txt", routine.dance.sheet.encode()
    for number, taught in enumerate(Class.objects.filter(owner=user), 1):
        evenings = [
            LogEvening(day=each.day, entries=[EntryForm.model_validate(e) for e in each.entries])
            for each in taught.evenings.all()
        ]
        yield f"logs/{number:02d}-{slugify(taught.name)[:60]}.csv", write_log_csv(evenings)


class _Out:
    """Where the packer writes: it cannot go back, so nothing has to be kept."""

    def __init__(self) -> None:
        self._parts: list[bytes] = []

    def write(self, data: Any) -> int:
        self._parts.append(bytes(data))
        return len(self._parts[-1])

    def flush(self) -> None:
        """There is nothing behind it."""

    def close(self) -> None:
        """Nor anything to close."""

    def taken(self) -> bytes:
        """What was written since the last time."""
        data, self._parts = b"".join(self._parts), []
        return data


def _file(sound: Sound) -> str:
    return f"recordings/{sound.pk}.ogg"


def _song(song: Song, recording: Sound | None) -> SongEntry:
    return SongEntry(
        key=str(song.pk),
        song=stored_song_form(song),
        recording=_file(recording) if recording else "",
        recording_name=recording.name if recording else "",
    )


def _routine(routine: Routine) -> RoutineEntry:
    return RoutineEntry(
        key=str(routine.pk), title=routine.title, song=str(routine.song_id),
        dance=str(routine.dance_id), start=routine.start, sequence=routine.sequence,
        pins=routine_form(routine).pins, events=event_forms(routine),
    )  # fmt: skip


def _class(taught: Class, known: set[Any]) -> ClassEntry:
    danced = taught.repertoire.values_list("routine_id", flat=True)
    return ClassEntry(
        name=taught.name, weekday=taught.weekday, starts_at=taught.starts_at,
        minutes=taught.minutes, level=taught.level, language=taught.language, zone=taught.zone,
        rows=taught.rows, columns=taught.columns, term_from=taught.term_from,
        term_to=taught.term_to, no_class=taught.no_class,
        repertoire=[str(pk) for pk in danced if pk in known],
        evenings=[_evening(each) for each in taught.evenings.all()],
    )  # fmt: skip


def _evening(evening: Evening) -> EveningEntry:
    return EveningEntry(
        day=evening.day,
        wish=WishForm.model_validate(evening.wish) if evening.wish else None,
        entries=[EntryForm.model_validate(entry) for entry in evening.entries],
        done=evening.done,
        begun_at=evening.begun_at,
        ends_at=evening.ends_at,
    )
