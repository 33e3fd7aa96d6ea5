"""Everything of one user as one archive: a ZIP file with open formats inside.

``maplestep-archive.json`` holds it all, ``recordings/`` the recordings, named in it. For people and
other programs the same lies beside it once more: ``routines/`` as routine files, ``dances/`` as
text, ``logs/`` as CSV. Keys are any names; they only tie a routine to its song and its dance.
"""

from __future__ import annotations

from datetime import date, datetime, time
from typing import Annotated, Any, Final, Literal

from pydantic import Field, ValidationError

from ..core.errors import FileError, Message
from .json_text import load_json
from .routine.routine_file import EventForm, Form, PinForm, SongForm, Title
from .teaching.forms import EntryForm, WishForm

INDEX: Final = "maplestep-archive.json"
FORMAT: Final = "maplestep-archive"
MAX_INDEX: Final = 60_000_000
Key = Annotated[str, Field(pattern=r"^[\w-]{1,40}$")]
Text = Annotated[str, Field(max_length=200_000)]


class SongEntry(Form):
    """A song, and the name of its recording's file in the archive; "" without one."""

    key: Key
    song: SongForm
    recording: Annotated[str, Field(max_length=100)] = ""
    recording_name: Annotated[str, Field(max_length=200)] = ""


class DanceEntry(Form):
    """A dance: its sheet."""

    key: Key
    sheet: Text


class FigureEntry(Form):
    """A figure of one's own."""

    name: Annotated[str, Field(max_length=60)]
    steps: Annotated[str, Field(max_length=500)]


class RoutineEntry(Form):
    """A dance on a song, by their keys."""

    key: Key
    title: Title = ""
    song: Key
    dance: Key
    start: int | None = None
    sequence: Annotated[str, Field(max_length=2000)] = ""
    pins: list[PinForm] = Field(default=[])
    events: list[EventForm] = Field(default=[], max_length=200)


class EveningEntry(Form):
    """An evening of a class, planned or taught."""

    day: date
    wish: WishForm | None = None
    entries: list[EntryForm] = Field(default=[])
    done: dict[str, int] = Field(default={})
    begun_at: datetime | None = None
    ends_at: datetime | None = None


class ClassEntry(Form):
    """A class with what it dances (keys of routines) and its evenings."""

    name: Annotated[str, Field(max_length=80)]
    weekday: Annotated[int, Field(ge=0, le=6)]
    starts_at: time
    minutes: int
    level: str
    language: str
    zone: str
    rows: int
    columns: int
    term_from: date | None = None
    term_to: date | None = None
    no_class: list[date] = Field(default=[])
    repertoire: list[Key] = Field(default=[])
    evenings: list[EveningEntry] = Field(default=[], max_length=5_000)


class Archive(Form):
    """All of it."""

    format: Literal["maplestep-archive"] = "maplestep-archive"
    version: Literal[1] = 1
    figures: list[FigureEntry] = Field(default=[], max_length=200)
    songs: list[SongEntry] = Field(default=[], max_length=5_000)
    dances: list[DanceEntry] = Field(default=[], max_length=5_000)
    routines: list[RoutineEntry] = Field(default=[], max_length=5_000)
    classes: list[ClassEntry] = Field(default=[], max_length=100)


def read_archive(raw: bytes) -> Archive:
    """The index of an archive. Raises FileError naming what is wrong."""
    data: Any = load_json(raw)
    try:
        archive = Archive.model_validate(data)
    except ValidationError as error:
        first = error.errors()[0]
        raise FileError(
            Message(
                "This archive cannot be read at {place}: {error}.",
                place=" ".join(str(step) for step in first["loc"]) or INDEX,
                error=str(first["msg"]).removeprefix("Value error, "),
            )
        ) from error
    _check_keys(archive)
    return archive


def _check_keys(archive: Archive) -> None:
    songs = {each.key for each in archive.songs}
    dances = {each.key for each in archive.dances}
    routines = {each.key for each in archive.routines}
    named = [(each.song, songs) for each in archive.routines]
    named += [(each.dance, dances) for each in archive.routines]
    named += [(key, routines) for each in archive.classes for key in each.repertoire]
    for key, known in named:
        if key not in known:
            raise FileError(Message("This archive names “{key}”, which is not in it.", key=key))
