"""The open routine file: song map, sheet and events in one JSON document.

The pydantic models here are the format; ``docs/formats/routine.schema.json`` is made
from them with ``maplestep schema`` and a test keeps the two the same.
"""

from __future__ import annotations

import json
import math
from collections.abc import Callable, Sequence
from decimal import Decimal
from difflib import get_close_matches
from fractions import Fraction
from functools import partial
from typing import Annotated, Any, Final, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ...core.errors import CountError, FacingError, FileError, MapleStepError, SongError
from ...core.primitives.counts import parse_cut
from ...core.primitives.turns import clock, parse_clock
from ...core.routine.event_steps import routine_with_own_steps
from ...core.routine.model import Event, EventKind, FacingAt, Routine
from ...core.routine.sequence import MAX_TEXT as MAX_SEQUENCE
from ...core.sheet.read import Reading, read_sheet
from ...core.song.imported import MAX_CUE_POINTS
from ...core.song.model import MAX_ANCHORS, CuePoint, Groove, Phrase, PhraseKind, Song
from ..json_text import load_json
from ..locate import locate
from ..text import decode_text

MAX_TITLE: Final = 120
MAX_CUE: Final = 200
MAX_STEPS: Final = 4000
FORMAT: Final = "maplestep-routine"
T = TypeVar("T")


Title = Annotated[str, Field(max_length=MAX_TITLE)]
Cue = Annotated[str, Field(max_length=MAX_CUE)]
Clock = Annotated[str, Field(max_length=20)]


class Form(BaseModel):
    """Keys that are not known are refused, so that a slip never passes unseen."""

    model_config = ConfigDict(extra="forbid", json_schema_serialization_defaults_required=True)


class PhraseForm(Form):
    """A stretch of the song."""

    kind: PhraseKind = Field(description="What the band does.")
    counts: int = Field(description="Length in counts, 1 to 2000.")
    name: Title = Field(default="", description="Name on the strip; the kind when empty.")
    cue: Cue = Field(default="", description="What in the music announces it.")


class CuePointForm(Form):
    """Words at a place in the song, a line of its lyric for example."""

    count: Annotated[float, Field(ge=0, le=10_000)] = Field(
        description="Counts from the first count 1, from 0."
    )
    text: Cue


class SongForm(Form):
    """A song map. With ``anchors`` its beats lie where they say, else its tempo is steady."""

    title: Title
    performer: Title = ""
    bpm: Annotated[Decimal, Field(max_digits=9, decimal_places=5)] = Field(
        description="Beats per minute, 20 to 400."
    )
    first_beat_seconds: float = Field(
        default=0.0, description="Time of the first counted beat in the recording, in seconds."
    )
    beats_per_count: Annotated[Decimal, Field(max_digits=6, decimal_places=4)] = Field(
        default=Decimal(1), description="Beats of the band in one count."
    )
    count_unit: Literal[6, 8] = Field(default=8, description="Counts go by in eights, or sixes.")
    phrases: list[PhraseForm] = Field(max_length=200)
    anchors: list[Annotated[list[float], Field(min_length=2, max_length=2)]] = Field(
        default=[],
        max_length=MAX_ANCHORS,
        description="Pairs of beat number and seconds, straight lines between them. Beat 0 is "
        "count 1 of the first phrase. A stop is two neighbouring beats far apart.",
    )
    feel: Groove = Field(default=Groove.STRAIGHT, description="How the band divides a beat.")
    cue_points: list[CuePointForm] = Field(default=[], max_length=MAX_CUE_POINTS)


class EventForm(Form):
    """A tag, restart, bridge, step change, wait or ending, and on which walls it comes.

    Give ``walls``, or ``facings``, or ``phrase``; an ending may leave out all three.
    """

    id: Annotated[str, Field(min_length=1, max_length=40)] = Field(
        description="Any name for the event, different for each."
    )
    kind: EventKind
    walls: list[int] = Field(default=[], max_length=200, description="Wall numbers, from 1.")
    facings: list[Clock] = Field(
        default=[], max_length=8, description="On every wall that faces one of these: 6:00."
    )
    facing_at: FacingAt = Field(
        default=FacingAt.THERE, description="Where it faces that: there, or at the wall's start."
    )
    phrase: PhraseKind | None = Field(
        default=None, description="Whenever a phrase of this kind ends."
    )
    after: Annotated[str, Field(max_length=40)] | None = Field(
        default=None, description="The count of the wall it comes after: 24, 6& or 6 without &."
    )
    tag: Annotated[str, Field(max_length=80)] = Field(
        default="", description="Name of its steps in the sheet, for example Tag 1."
    )
    counts: int | None = Field(default=None, description="Length of a tag without steps.")
    steps: Annotated[str, Field(max_length=MAX_STEPS)] = Field(
        default="", description="Steps of its own, as on a sheet: 1-4 R rocking chair."
    )
    option: Annotated[str, Field(max_length=MAX_STEPS)] = Field(
        default="", description="An easier way to dance its own steps."
    )
    seconds: float | None = Field(
        default=None, description="How long a wait lasts; until the cue when left out."
    )
    cue: Cue = Field(default="", description="What in the music announces it.")
    claims_facing: Clock | None = Field(
        default=None, description="What a sheet says one faces there: 3:00."
    )
    origin: Literal["", "sheet"] = Field(
        default="", description="“sheet” while it is what the sheet states."
    )


class PinForm(Form):
    """A part that must always start facing one way."""

    part: Annotated[str, Field(max_length=80)]
    facing: Clock


class RoutineForm(Form):
    """A dance put to a song."""

    format: Literal["maplestep-routine"] = "maplestep-routine"
    version: Literal[1] = 1
    title: Title = ""
    song: SongForm
    sheet: str = Field(description="The step sheet as plain text.")
    start: int | None = Field(
        default=None,
        ge=0,
        le=10_000,
        description="Song count on which wall 1 begins; after the intro when left out.",
    )
    sequence: Annotated[str, Field(max_length=MAX_SEQUENCE)] = Field(
        default="", description="Order of the parts of a phrased dance: (A x2, B) x2, B[1-16]."
    )
    pins: list[PinForm] = Field(
        default=[], max_length=40, description="Parts that must always start facing one way."
    )
    events: list[EventForm] = Field(default=[], max_length=200)


def song_of(form: SongForm) -> Song:
    """The core's song. Raises SongError."""
    return Song(
        title=form.title,
        performer=form.performer,
        bpm=Fraction(form.bpm),
        first_beat_seconds=form.first_beat_seconds,
        beats_per_count=Fraction(form.beats_per_count),
        count_unit=form.count_unit,
        phrases=tuple(phrase_of(phrase) for phrase in form.phrases),
        anchors=tuple((_simple(beat), at) for beat, at in form.anchors),
        feel=form.feel,
        cue_points=tuple(
            CuePoint(count=_simple(cue.count), text=cue.text) for cue in form.cue_points
        ),
    )


def _simple(value: float) -> Fraction:
    """The simple fraction that a written number stands for: .333333 is a third."""
    if not math.isfinite(value):
        raise SongError("A song's numbers have to be finite.", field="tempo")
    return Fraction(value).limit_denominator(96)


def phrase_of(form: PhraseForm) -> Phrase:
    """The core's phrase. Raises SongError."""
    return Phrase(kind=form.kind, counts=form.counts, name=form.name, cue=form.cue)


def song_form(song: Song) -> SongForm:
    """A song in its written form."""
    return SongForm(
        title=song.title,
        performer=song.performer,
        bpm=round(_decimal(song.bpm), 5),
        first_beat_seconds=song.first_beat_seconds,
        beats_per_count=_decimal(song.beats_per_count),
        count_unit=6 if song.count_unit == 6 else 8,
        phrases=[
            PhraseForm(kind=p.kind, counts=p.counts, name=p.name, cue=p.cue) for p in song.phrases
        ],
        anchors=[[round(float(beat), 6), round(at, 6)] for beat, at in song.anchors],
        feel=song.feel,
        cue_points=[CuePointForm(count=float(cue.count), text=cue.text) for cue in song.cue_points],
    )


def _decimal(value: Fraction) -> Decimal:
    return Decimal(value.numerator) / Decimal(value.denominator)


def event_of(form: EventForm) -> Event:
    """The core's event. Raises RoutineError, CountError or FacingError."""
    return Event(
        id=form.id,
        kind=form.kind,
        walls=tuple(sorted(form.walls)),
        facings=tuple(dict.fromkeys(parse_clock(clock) for clock in form.facings)),
        facing_at=form.facing_at,
        phrase=form.phrase,
        after=parse_cut(form.after) if form.after is not None else None,
        tag=form.tag,
        counts=form.counts,
        steps=form.steps,
        option=form.option,
        seconds=form.seconds,
        cue=form.cue,
        claims_facing=parse_clock(form.claims_facing) if form.claims_facing else None,
        origin=form.origin,
    )


def event_form(event: Event) -> EventForm:
    """An event in its one written form."""
    return EventForm(
        id=event.id,
        kind=event.kind,
        walls=list(event.walls),
        facings=[clock(facing) for facing in event.facings],
        facing_at=event.facing_at,
        phrase=event.phrase,
        after=event.after.words if event.after else None,
        tag=event.tag,
        counts=event.counts,
        steps=event.steps,
        option=event.option,
        seconds=event.seconds,
        cue=event.cue,
        claims_facing=None if event.claims_facing is None else clock(event.claims_facing),
        origin="sheet" if event.origin else "",
    )


def routine_of(form: RoutineForm, reading: Reading | None = None) -> Routine:
    """The core's routine; the sheet is read unless its reading is given."""
    read = reading or read_sheet(form.sheet)
    routine = Routine(
        title=form.title,
        song=song_of(form.song),
        sheet=read.sheet,
        start=None if form.start is None else Fraction(form.start),
        events=tuple(event_of(event) for event in form.events),
        sequence=form.sequence,
        pins=tuple((pin.part, parse_clock(pin.facing)) for pin in form.pins),
    )
    return routine_with_own_steps(routine, read)


def write_routine(form: RoutineForm) -> str:
    """The file's text: UTF-8, two spaces, a line end at the end."""
    data = form.model_dump(mode="json", exclude_defaults=True)
    data = {"format": FORMAT, "version": form.version, **data, "song": write_form(form.song)}
    return json.dumps(data, ensure_ascii=False, indent=2) + "\n"


def write_form(form: SongForm) -> dict[str, Any]:
    """A song as it stands in a file: defaults left out, numbers as numbers."""
    data = form.model_dump(mode="json", exclude_defaults=True)
    data["bpm"] = _number(form.bpm)
    if "beats_per_count" in data:
        data["beats_per_count"] = _number(form.beats_per_count)
    return data


def _number(value: Decimal) -> int | float:
    return int(value) if value == value.to_integral_value() else float(value)


def read_routine(raw: bytes) -> tuple[RoutineForm, Routine, Reading]:
    """Read a routine file and check that it can be laid out.

    Raises FileError with line and column of the first thing that is wrong.
    """
    text = decode_text(raw)
    data = load_json(text)
    try:
        form = RoutineForm.model_validate(data)
    except ValidationError as error:
        raise form_error(text, error) from error
    return form, *_build(text, form)


def form_error(text: str, error: ValidationError) -> FileError:
    """The first thing that is wrong in a file, in plain words and with its place."""
    first = error.errors()[0]
    return _at(text, first["loc"], _plain(dict(first)))


def _build(text: str, form: RoutineForm) -> tuple[Routine, Reading]:
    """Each piece on its own, so that an error knows its place."""
    reading = _placed(text, ["sheet"], lambda: read_sheet(form.sheet))
    seen: set[str] = set()
    for index, phrase in enumerate(form.song.phrases):
        _placed(text, ["song", "phrases", index], partial(phrase_of, phrase))
    _placed(text, ["song"], partial(song_of, form.song))
    for index, event in enumerate(form.events):
        _placed(text, ["events", index], partial(event_of, event))
        if event.id in seen:
            raise _at(text, ["events", index, "id"], f"Two events are called “{event.id}”.")
        seen.add(event.id)
    return _placed(text, ["events"], lambda: routine_of(form, reading)), reading


def _placed(text: str, path: list[str | int], build: Callable[[], T]) -> T:
    try:
        return build()
    except CountError as error:
        raise _at(text, [*path, "after"], str(error)) from error
    except FacingError as error:
        raise _at(text, [*path, "claims_facing"], str(error)) from error
    except FileError as error:
        raise _at(text, path, f"In the sheet, line {error.line}: {error}") from error
    except MapleStepError as error:
        raise _at(text, [*path, getattr(error, "field", "")], str(error)) from error


def _at(text: str, path: Sequence[str | int], message: str) -> FileError:
    line, column = locate(text, path)
    where = ".".join(
        str(step + 1 if isinstance(step, int) else step) for step in path if step != ""
    )
    return FileError(message, line=line, column=column, where=where)


def _plain(error: dict[str, Any]) -> str:
    """What pydantic found, in plain words."""
    key = str(error["loc"][-1]) if error["loc"] else "the file"
    match error["type"]:
        case "missing":
            return f"“{key}” is missing."
        case "extra_forbidden":
            close = get_close_matches(key, _KEYS, n=1)
            hint = f" Did you mean “{close[0]}”?" if close else ""
            return f"“{key}” is no key of a routine file.{hint}"
        case "literal_error" | "enum":
            return f"“{key}” has to be {error['ctx']['expected']}."
        case "model_type" | "dict_type":
            return "A routine file holds one JSON object, {…}."
    return f"“{key}”: {error['msg'].removeprefix('Value error, ')}."


_KEYS: Final = sorted(
    {
        name
        for form in (RoutineForm, SongForm, PhraseForm, EventForm, CuePointForm, PinForm)
        for name in form.model_fields
    }
)
