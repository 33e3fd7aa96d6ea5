"""Links for dancers and colleagues: whoever has one may look, and at nothing else."""

from __future__ import annotations

import uuid
from datetime import date, datetime
from typing import Annotated, Final, TypeVar

from django.http import HttpRequest, HttpResponse, HttpResponseBase
from ninja import Query, Router, Schema, Status
from pydantic import Field

from ...core.rehearsal.calls import CallKind
from ...core.rehearsal.score import Score, score_of
from ...core.sheet.render import LANGUAGES
from ...core.sheet.write.format import Style
from ...core.teaching.review import next_up
from ...formats.sheet.sheet_pdf import Print, write_pdf
from ...messages.language import LanguageCode
from ...messages.words import text
from ...services.check import check_sheet
from ...views.score import CallsView, ScoreView
from ...views.sheet import SheetView, sheet_view
from ...views.timeline import SegmentView, TimelineView
from .. import media
from ..errors import NotHere
from ..http import ErrorForm, json_answer, user_of
from ..qr import qr_of
from ..routines.models import Routine
from ..routines.queries import laid_out, reading_of_routine, timeline_of
from ..routines.run_api import ALL_KINDS, calls_answer, score_answer, voice_answer
from ..songs.models import Sound
from ..songs.ranges import serve
from ..songs.sound_api import TYPES
from .actions.shares import close_share, open_share, seen_share, shared_routine, take_copy
from .models import Share
from .queries import memory_of, repertoire_of, term_of, today_of

router = Router(tags=["share"])
LONGEST_DAYS: Final = 3660
Answer = TypeVar("Answer", bound=HttpResponseBase)


class ShareIn(Schema):
    """What is shared and for how many days (None: until it is taken back)."""

    routine: uuid.UUID | None = None
    class_id: uuid.UUID | None = None
    days: Annotated[int, Field(ge=1, le=LONGEST_DAYS)] | None = 90
    recording: bool = False


class ShareOut(Schema):
    """A link: its address, and that as a QR code (SVG)."""

    id: uuid.UUID
    path: str
    qr: str
    recording: bool
    created_at: datetime
    expires_at: datetime | None
    visits: int


class SharedDance(Schema):
    """A dance as a visitor sees it in a list."""

    id: uuid.UUID
    title: str
    song: str
    counts: int
    walls: int | None
    last: date | None


class SharedOut(Schema):
    """What a link shows: one dance, or those of a class with what comes next."""

    title: str
    of_class: bool
    next_evening: date | None
    next_dances: list[str]
    dances: list[SharedDance]


class SharedRoutineOut(Schema):
    """A routine to look at: its walls in order and its sheet; ``sound`` says whether there is
    something to hear."""

    id: uuid.UUID
    title: str
    song_title: str
    bpm: float
    counts: float
    walls: int | None
    segments: list[SegmentView]
    sheet: SheetView
    cautions: str
    sound: bool
    recording: bool


class CopyOut(Schema):
    """The routine that was made."""

    id: uuid.UUID


@router.post("/shares", response={200: ShareOut, 404: ErrorForm, 422: ErrorForm})
def share(request: HttpRequest, wish: ShareIn) -> ShareOut:
    """A new link to a routine, or to what a class dances."""
    made = open_share(
        user_of(request), routine=wish.routine, taught_in=wish.class_id, days=wish.days,
        recording=wish.recording,
    )  # fmt: skip
    return _share_out(request, made)


@router.get("/shares", response=list[ShareOut])
def shares(
    request: HttpRequest, routine: uuid.UUID | None = None, class_id: uuid.UUID | None = None
) -> list[ShareOut]:
    """The links to a routine or a class."""
    found = Share.objects.filter(owner=user_of(request), routine=routine, taught_in=class_id)
    return [_share_out(request, each) for each in found]


def _share_out(request: HttpRequest, made: Share) -> ShareOut:
    path = f"/shared/{made.token}"
    return ShareOut(
        id=made.pk, path=path, qr=qr_of(request, path), recording=made.recording,
        created_at=made.created_at, expires_at=made.expires_at, visits=made.visits,
    )  # fmt: skip


@router.delete("/shares/{uuid:pk}", response={204: None, 404: ErrorForm})
def revoke(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Take a link back."""
    close_share(user_of(request), pk)
    return Status(204, None)


# what visitors ask for


@router.get("/shared/{str:token}", response={200: SharedOut, 404: ErrorForm}, auth=None)
def shared(request: HttpRequest, token: str) -> HttpResponse:
    """What a link shows."""
    return _unlisted(json_answer(_shared_out(seen_share(token, visit=True))))


def _shared_out(found: Share) -> SharedOut:
    taught_in = found.taught_in
    if taught_in is None:
        assert found.routine is not None
        routine = found.routine
        return SharedOut(
            title=str(routine), of_class=False, next_evening=None, next_dances=[],
            dances=[_dance(routine, None)],
        )  # fmt: skip
    memory = memory_of(taught_in)
    routines = repertoire_of(taught_in)
    names = {str(routine.pk): str(routine) for routine in routines}
    coming = [names[kept.routine] for kept in next_up(memory.values()) if kept.routine in names]
    new = [name for pk, name in names.items() if pk not in memory]
    lasts = {pk: date.fromordinal(kept.last_day) for pk, kept in memory.items()}
    return SharedOut(
        title=taught_in.name,
        of_class=True,
        next_evening=term_of(taught_in).next_from(today_of(taught_in)),
        next_dances=[*coming, *new][:3],
        dances=[_dance(routine, lasts.get(str(routine.pk))) for routine in routines],
    )


def _dance(routine: Routine, last: date | None) -> SharedDance:
    return SharedDance(
        id=routine.pk, title=str(routine), song=routine.song.title, counts=routine.dance.counts,
        walls=routine.dance.walls, last=last,
    )  # fmt: skip


_ROUTINE: Final = "/shared/{str:token}/routines/{uuid:pk}"


@router.get(_ROUTINE, response={200: SharedRoutineOut, 404: ErrorForm}, auth=None)
def shared_dance(request: HttpRequest, token: str, pk: uuid.UUID) -> HttpResponse:
    """A shared routine with its sheet."""
    found = seen_share(token)
    routine = shared_routine(found, pk)
    view: TimelineView = timeline_of(routine)
    out = SharedRoutineOut(
        id=routine.pk,
        title=str(routine),
        song_title=view.song_title,
        bpm=view.song_bpm,
        counts=view.dance_counts,
        walls=view.dance_walls,
        segments=view.segments,
        sheet=sheet_view(check_sheet(reading_of_routine(routine))),
        cautions=text("print.cautions"),
        sound=_sound_of(found, routine) is not None,
        recording=found.recording,
    )
    return _unlisted(json_answer(out))


@router.get(f"{_ROUTINE}/score", response={200: ScoreView, 404: ErrorForm}, auth=None)
def shared_score(
    request: HttpRequest, token: str, pk: uuid.UUID, mirrored: bool = False
) -> HttpResponse:
    """The score of a shared routine."""
    routine = shared_routine(seen_share(token), pk)
    return _unlisted(score_answer(routine, mirrored=mirrored))


@router.get(
    f"{_ROUTINE}/calls", response={200: CallsView, 404: ErrorForm, 422: ErrorForm}, auth=None
)
def shared_calls(
    request: HttpRequest,
    token: str,
    pk: uuid.UUID,
    language: LanguageCode = "en",
    kinds: Annotated[list[CallKind], Query(max_length=len(CallKind))] = ALL_KINDS,
) -> HttpResponse:
    """What is called of a shared routine."""
    return _unlisted(calls_answer(_score(token, pk), language, kinds))


@router.get(f"{_ROUTINE}/voice", include_in_schema=False, auth=None)
def shared_voice(
    request: HttpRequest, token: str, pk: uuid.UUID, language: LanguageCode = "en"
) -> HttpResponse:
    """The voice of a shared routine."""
    return _unlisted(voice_answer(_score(token, pk), language))


@router.get(f"{_ROUTINE}/audio", include_in_schema=False, auth=None)
def shared_audio(request: HttpRequest, token: str, pk: uuid.UUID) -> HttpResponseBase:
    """The stand-in band; a recording only where its owner says that it may be shared."""
    found = seen_share(token)
    sound = _sound_of(found, shared_routine(found, pk))
    if sound is None or not media.fetch(sound.path):
        raise NotHere
    kind = TYPES[sound.path.suffix[1:]]
    return _unlisted(serve(request, sound.path, kind, f"{sound.pk}-{sound.size}"))


@router.get(f"{_ROUTINE}/sheet.pdf", include_in_schema=False, auth=None)
def shared_sheet(
    request: HttpRequest, token: str, pk: uuid.UUID, language: LanguageCode = "en"
) -> HttpResponse:
    """The step sheet of a shared routine with its foot chart, to print."""
    routine = shared_routine(seen_share(token), pk)
    page = Print(style=Style(language=LANGUAGES[language]), chart=True)
    file = write_pdf(reading_of_routine(routine), page)
    return _unlisted(HttpResponse(file, content_type="application/pdf"))


@router.post(f"{_ROUTINE}/copy", response={200: CopyOut, 404: ErrorForm})
def copy(request: HttpRequest, token: str, pk: uuid.UUID) -> CopyOut:
    """A copy of a shared routine, for a colleague with an account."""
    return CopyOut(id=take_copy(user_of(request), seen_share(token), pk).pk)


def _score(token: str, pk: uuid.UUID) -> Score:
    return score_of(laid_out(shared_routine(seen_share(token), pk)))


def _sound_of(found: Share, routine: Routine) -> Sound | None:
    kinds = [Sound.Kind.RECORDING, Sound.Kind.BAND] if found.recording else [Sound.Kind.BAND]
    ready = Sound.objects.filter(song=routine.song, state=Sound.State.READY)
    by_kind = {sound.kind: sound for sound in ready.filter(kind__in=kinds).defer("peaks")}
    return next((by_kind[kind] for kind in kinds if kind in by_kind), None)


def _unlisted(answer: Answer) -> Answer:
    """Not for search engines, and kept by nobody on the way."""
    answer["X-Robots-Tag"] = "noindex, nofollow"
    answer["Referrer-Policy"] = "no-referrer"
    answer["Cache-Control"] = "private, no-store"
    return answer
