"""Routines, their timeline and the shelf over HTTP."""

from __future__ import annotations

import uuid
from datetime import datetime
from decimal import Decimal
from fractions import Fraction
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Schema, Status
from ninja.files import UploadedFile
from pydantic import Field

from ...audio.calls import spoken_calls
from ...core.rehearsal.score import score_of
from ...core.routine.sequence import MAX_TEXT as MAX_SEQUENCE
from ...core.sheet.write.figures_used import self_contained
from ...formats.routine.routine_file import EventForm, PinForm, Title, write_routine
from ...views.timeline import TimelineView
from ..accounts.models import User
from ..dances.models import Dance
from ..dances.queries import reading_of
from ..http import ErrorForm, Revision, json_answer, read_upload, user_of
from ..songs.actions.sounds import ask_mix
from ..songs.models import Song
from ..songs.sound_api import MixIn, SoundOut, sound_out
from .actions.bring_in import bring_in_routine
from .actions.create import NewSong, create_routine
from .actions.delete import delete_routine
from .actions.save import save_routine
from .models import Routine
from .queries import (
    basis_of,
    event_forms,
    get_routine,
    get_versions,
    laid_out,
    routine_form,
    shelf_routines,
    timeline_of,
)
from .tasks import defer_summaries

router = Router(tags=["routines"])


class RoutineOut(Schema):
    """A stored routine and its whole timeline with findings.

    ``title`` is empty while the routine is called like its dance; ``timeline.title`` is
    what to show. ``basis`` says from which song and sheet the timeline was made.
    """

    id: uuid.UUID
    version: int
    basis: str
    title: str
    song_id: uuid.UUID
    dance_id: uuid.UUID
    start: int | None
    sequence: str
    pins: list[PinForm]
    events: list[EventForm]
    timeline: TimelineView


class SongNew(Schema):
    """All that is asked of a new song: its tempo and length."""

    title: Title
    bpm: Annotated[Decimal, Field(max_digits=9, decimal_places=5)]
    length_seconds: float


class RoutineNew(Schema):
    """Which dance to put to which song; give an id, or what is new."""

    song: uuid.UUID | SongNew
    dance: uuid.UUID | None = None
    sheet: str = ""


class RoutineIn(Schema):
    """A changed routine and the version it was made from."""

    version: int
    title: Title
    start: Annotated[int, Field(ge=0, le=10_000)] | None
    sequence: Annotated[str, Field(max_length=MAX_SEQUENCE)] = ""
    pins: Annotated[list[PinForm], Field(max_length=40, default_factory=list)]
    events: Annotated[list[EventForm], Field(max_length=200)]


class ShelfRoutine(Schema):
    """A routine on the shelf; ``by`` is whose it is when somebody shares the work on it."""

    id: uuid.UUID
    title: str
    song_id: uuid.UUID
    dance_id: uuid.UUID
    song_title: str
    state: Literal["sits", "to settle", "draft"] = "draft"
    hits: int = 0
    phrases: int = 0
    to_settle: int = 0
    pending: bool = Field(description="What it says is of before the last change.")
    by: str
    changed_at: datetime


class ShelfThing(Schema):
    """A song or a dance on the shelf."""

    id: uuid.UUID
    title: str
    counts: int | None = None
    walls: int | None = None
    bpm: float | None = None
    changed_at: datetime


class Shelf(Schema):
    """Everything of a user."""

    routines: list[ShelfRoutine]
    dances: list[ShelfThing]
    songs: list[ShelfThing]


def routine_out(routine: Routine) -> RoutineOut:
    """A stored routine as the API gives it."""
    return RoutineOut(
        id=routine.id,
        version=routine.version,
        basis=basis_of(routine),
        title=routine.title,
        song_id=routine.song_id,
        dance_id=routine.dance_id,
        start=routine.start,
        sequence=routine.sequence,
        pins=routine_form(routine).pins,
        events=event_forms(routine),
        timeline=timeline_of(routine),
    )


@router.get("/shelf", response=Shelf)
def shelf(request: HttpRequest) -> Shelf:
    """Routines, dances and songs, each with its state."""
    user = user_of(request)
    routines, pending = shelf_routines(user)
    if pending:
        defer_summaries(user)
    return Shelf(
        routines=[_shelf_routine(r, user, pending=r.pk in pending) for r in routines],
        dances=[
            ShelfThing(
                id=dance.id,
                title=dance.title,
                counts=dance.counts,
                walls=dance.walls,
                changed_at=dance.changed_at,
            )
            for dance in Dance.objects.filter(owner=user).defer("sheet")
        ],
        songs=[
            ShelfThing(
                id=song.id,
                title=song.title,
                bpm=float(song.bpm),
                changed_at=song.changed_at,
            )
            for song in Song.objects.filter(owner=user)
        ],
    )


def _shelf_routine(routine: Routine, user: User, *, pending: bool) -> ShelfRoutine:
    return ShelfRoutine(
        id=routine.id,
        title=str(routine),
        song_id=routine.song_id,
        dance_id=routine.dance_id,
        song_title=routine.song.title,
        pending=pending,
        by="" if routine.owner == user else routine.owner.username,
        changed_at=routine.changed_at,
        **(routine.summary or {}),
    )


@router.post("/routines", response={200: RoutineOut, 404: ErrorForm, 422: ErrorForm})
def create(request: HttpRequest, form: RoutineNew) -> RoutineOut:
    """Put a dance to a song."""
    user = user_of(request)
    routine = create_routine(user, _put_to(form.song), form.dance or form.sheet)
    return routine_out(get_routine(user, routine.id))


def _put_to(song: uuid.UUID | SongNew) -> uuid.UUID | NewSong:
    if isinstance(song, uuid.UUID):
        return song
    return NewSong(title=song.title, bpm=Fraction(song.bpm), length_seconds=song.length_seconds)


@router.post("/routines/file", response={200: RoutineOut, 422: ErrorForm})
def bring_in(request: HttpRequest, file: File[UploadedFile]) -> RoutineOut:
    """Bring in a routine file."""
    user = user_of(request)
    return routine_out(get_routine(user, bring_in_routine(user, read_upload(file)).id))


@router.get("/routines/{uuid:pk}", response={200: RoutineOut, 404: ErrorForm})
def show(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """One routine with its whole timeline."""
    return json_answer(routine_out(get_routine(user_of(request), pk)))


@router.get("/routines/{uuid:pk}/revision", response={200: Revision, 404: ErrorForm})
def revision(request: HttpRequest, pk: uuid.UUID) -> Revision:
    """Whether anything of a routine has changed, also by a worker or in another window."""
    routine = get_versions(user_of(request), pk)
    return Revision(version=routine.version, basis=basis_of(routine))


@router.put(
    "/routines/{uuid:pk}",
    response={200: RoutineOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm},
)
def save(request: HttpRequest, pk: uuid.UUID, change: RoutineIn) -> HttpResponse:
    """Save a changed routine; the answer is the timeline that comes of it."""
    user = user_of(request)
    save_routine(
        user,
        pk,
        change.version,
        title=change.title,
        start=change.start,
        events=change.events,
        sequence=change.sequence,
        pins=change.pins,
    )
    return json_answer(routine_out(get_routine(user, pk)))


@router.post("/routines/{uuid:pk}/mix", response={200: SoundOut, 404: ErrorForm, 422: ErrorForm})
def mix(request: HttpRequest, pk: uuid.UUID, asked: MixIn) -> SoundOut:
    """A practice mix of the song with the routine's calls."""
    user = user_of(request)
    routine = get_routine(user, pk)
    wanted = asked.mix_request()
    score = score_of(laid_out(routine))
    _, plans = spoken_calls(score, wanted.kinds, wanted.language, [wanted.speed])
    return sound_out(ask_mix(user, routine.song, wanted, asked.format, plans[wanted.speed]))


@router.delete("/routines/{uuid:pk}", response={204: None, 404: ErrorForm})
def delete(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Take a routine off the shelf."""
    delete_routine(user_of(request), pk)
    return Status(204, None)


@router.get("/routines/{uuid:pk}/routine.json", include_in_schema=False)
def download(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """The routine as the open file."""
    user = user_of(request)
    routine = get_routine(user, pk)
    # Whoever opens the file has not defined this user's own figures.
    sheet = self_contained(reading_of(user, routine.dance.sheet))
    text = write_routine(routine_form(routine).model_copy(update={"sheet": sheet}))
    response = HttpResponse(text, content_type="application/json; charset=utf-8")
    response["Content-Disposition"] = 'attachment; filename="routine.json"'
    return response
