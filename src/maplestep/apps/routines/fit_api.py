"""The Fit desk over HTTP: plans, endings, claims, order of parts, song swap, read-back, exports."""

from __future__ import annotations

import uuid
from collections.abc import Callable
from typing import Annotated, Final, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from ...core.errors import Message, RoutineError
from ...core.layout.engine import lay_out
from ...core.layout.timeline import Timeline
from ...core.primitives.counts import parse_cut
from ...core.routine.changes import Events, add, move, take_off, with_events
from ...core.routine.from_sheet import differences
from ...core.routine.model import MAX_EVENTS, MAX_WALL, EventKind
from ...core.routine.sequence import Item, cut_item, moved_item, put_in, taken_out, write_sequence
from ...core.sheet.model import Sheet
from ...core.tools.claim_check import check_claims
from ...core.tools.endings import end_choices
from ...core.tools.swap import swap
from ...formats.routine.calls_vtt import write_vtt
from ...formats.routine.cue_sheet import write_cue_sheet
from ...formats.routine.routine_file import EventForm, event_form, event_of, song_of
from ...formats.routine.routine_midi import write_routine_midi
from ...formats.routine.wall_list import write_walls_csv, write_walls_xlsx
from ...formats.teaching.wall_cards import write_wall_cards
from ...messages.events import sheet_lines, statement_words
from ...messages.findings import sentences
from ...messages.language import LanguageCode, speaking
from ...messages.readback import read_back
from ...services.plan import plan
from ...views.fit import (
    ClaimView,
    EndChoiceView,
    FitView,
    SaidView,
    SwapView,
    claim_views,
    end_choice_views,
    said_views,
    swap_views,
)
from ...views.plans import PlanRequestForm, PlansView, plans_view
from ..http import ErrorForm, attachment, json_answer, user_of
from ..owned import find
from ..songs.queries import get_song, stored_song_form
from .actions.rank import rank_shelf
from .actions.state_on_sheet import state_on_sheet
from .actions.take_swap import take_swap
from .api import RoutineOut, routine_out
from .models import Ranking
from .queries import basis_of, get_routine, laid_out, reading_of_routine, routine_core

router = Router(tags=["fit"])


class LeftOut(Schema):
    """A statement of the sheet that was not taken over."""

    said: str
    why: str
    line: int


class SheetDifference(Schema):
    """Where sheet and routine say different things.

    ``missing`` is what the sheet states and the routine lacks, in words (``missing_words``) and
    as events; ``extra`` names the routine's events that the sheet does not state; ``lines`` are
    these written for the sheet. ``left`` is what could not be taken over, with the reason.
    """

    missing: list[EventForm]
    missing_words: list[str]
    extra: list[str]
    extra_words: list[str]
    sequence: str
    left: list[LeftOut]
    lines: str


class ClaimsIn(Schema):
    """What somebody says of tags and restarts, in words."""

    text: Annotated[str, Field(max_length=4000)]


class OrderEdit(Schema):
    """A change of the order: move, put in before, take out or cut item ``at``, from 0."""

    sequence: Annotated[str, Field(max_length=2000)]
    change: Literal["move", "put", "take", "cut", "tidy"]
    at: Annotated[int, Field(ge=0, le=400)] = 0
    to: Annotated[int, Field(ge=0, le=400)] = 0
    name: Annotated[str, Field(max_length=80)] = ""
    first: Annotated[int, Field(ge=1, le=9999)] | None = None
    last: Annotated[int, Field(ge=1, le=9999)] | None = None


class OrderOut(Schema):
    """The changed order, in its written form."""

    sequence: str


class EventsEdit(Schema):
    """What is done to the events: one added, moved, taken off a wall, or several put in.

    ``kind`` is added on wall ``to`` after ``after`` counts; ``event`` is moved from ``wall`` to
    ``to``, or taken off ``wall``; ``more`` are put in, each in place of the one of its name.
    """

    events: Annotated[list[EventForm], Field(max_length=MAX_EVENTS)]
    change: Literal["add", "move", "off", "put"]
    kind: EventKind | None = None
    event: Annotated[str, Field(max_length=40)] = ""
    wall: Annotated[int, Field(ge=1, le=MAX_WALL)] = 1
    to: Annotated[int, Field(ge=1, le=MAX_WALL)] = 1
    after: Annotated[str, Field(max_length=40)] | None = None
    more: list[EventForm] = Field(default=[], max_length=MAX_EVENTS)


class EventsOut(Schema):
    """The changed events, in their written form."""

    events: list[EventForm]


class SwapIn(Schema):
    """Which song to try."""

    song: uuid.UUID


class SwapTake(SwapIn):
    """Take a song swap: the reading, and the events or order it comes with."""

    level: Literal["1", "1/2", "2"] = "1"
    events: Annotated[list[EventForm], Field(max_length=200)]
    sequence: Annotated[str, Field(max_length=2000)] = ""


class RankIn(Schema):
    """Rank the dances for a song, or the songs for a dance."""

    song: uuid.UUID | None = None
    dance: uuid.UUID | None = None


class RankedOut(Schema):
    """A dance or song, and how well it fits."""

    id: uuid.UUID
    title: str
    fit: FitView


class RankingOut(Schema):
    """A ranking and how far it has come."""

    id: uuid.UUID
    of: Literal["dances", "songs"]
    state: Literal["waiting", "working", "ready", "failed"]
    done: int
    total: int
    found: list[RankedOut]


@router.get("/routines/{uuid:pk}/sheet", response={200: SheetDifference, 404: ErrorForm})
def beside_sheet(request: HttpRequest, pk: uuid.UUID) -> SheetDifference:
    """What the routine and its sheet say differently."""
    routine = get_routine(user_of(request), pk)
    found = differences(routine_core(routine), reading_of_routine(routine))
    return SheetDifference(
        missing=[event_form(event) for event in found.missing],
        missing_words=[statement_words(event) for event in found.missing],
        extra=[event.id for event in found.extra],
        extra_words=[statement_words(event) for event in found.extra],
        sequence=found.sequence,
        left=[
            LeftOut(said=each.said, why=sentences(each.why), line=each.span.line)
            for each in found.left
        ],
        lines="\n".join(sheet_lines(found.extra, routine.dance.sheet)),
    )


@router.post(
    "/routines/{uuid:pk}/sheet",
    response={200: RoutineOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm},
)
def write_into_sheet(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """Write the routine's own events into its sheet, so that both agree."""
    user = user_of(request)
    state_on_sheet(user, pk)
    return json_answer(routine_out(get_routine(user, pk)))


class PlansOut(PlansView):
    """Plans, and which version of the routine, its song and its sheet they were made from."""

    version: int
    basis: str


@router.post("/routines/{uuid:pk}/plans", response={200: PlansOut, 404: ErrorForm, 422: ErrorForm})
def plans(request: HttpRequest, pk: uuid.UUID, asked: PlanRequestForm) -> HttpResponse:
    """The best tags and restarts, or the best order of parts, within the user's limits."""
    routine = get_routine(user_of(request), pk)
    found = plans_view(plan(routine_core(routine), asked.request()))
    return json_answer(PlansOut(version=routine.version, basis=basis_of(routine), **dict(found)))


@router.get("/routines/{uuid:pk}/endings", response={200: list[EndChoiceView], 404: ErrorForm})
def endings(request: HttpRequest, pk: uuid.UUID) -> list[EndChoiceView]:
    """Ways to end facing the front."""
    routine = get_routine(user_of(request), pk)
    return end_choice_views(end_choices(laid_out(routine), reading_of_routine(routine)))


@router.get("/routines/{uuid:pk}/said", response={200: list[SaidView], 404: ErrorForm})
def said(request: HttpRequest, pk: uuid.UUID, language: LanguageCode = "en") -> list[SaidView]:
    """The routine in words, as said to a class."""
    return said_views(read_back(laid_out(get_routine(user_of(request), pk)), language))


@router.post(
    "/routines/{uuid:pk}/claims", response={200: list[ClaimView], 404: ErrorForm, 422: ErrorForm}
)
def claims(request: HttpRequest, pk: uuid.UUID, said: ClaimsIn) -> list[ClaimView]:
    """What is said of tags and restarts, against the dance."""
    routine = routine_core(get_routine(user_of(request), pk))
    return claim_views(check_claims(said.text, routine), routine)


@router.post("/routines/{uuid:pk}/order", response={200: OrderOut, 404: ErrorForm, 422: ErrorForm})
def order(request: HttpRequest, pk: uuid.UUID, edit: OrderEdit) -> OrderOut:
    """Change an order of parts block by block; nothing is stored."""
    routine = routine_core(get_routine(user_of(request), pk), sequence=edit.sequence)
    items = routine.order.items
    if edit.change in ("move", "take", "cut") and edit.at >= len(items):
        raise RoutineError("The order has no such part any more.", field="sequence")
    if edit.change == "put" and routine.sheet.part(edit.name) is None:
        raise RoutineError(Message("The sheet has no “{name}”.", name=edit.name), field="sequence")
    return OrderOut(sequence=write_sequence(_ORDER_CHANGES[edit.change](items, edit)))


_Items = tuple[Item, ...]
_ORDER_CHANGES: Final[dict[str, Callable[[_Items, OrderEdit], _Items]]] = {
    "move": lambda items, edit: moved_item(items, edit.at, edit.to),
    "put": lambda items, edit: put_in(items, min(edit.at, len(items)), Item(name=edit.name)),
    "take": lambda items, edit: taken_out(items, edit.at),
    "cut": lambda items, edit: cut_item(items, edit.at, edit.first, edit.last),
    "tidy": lambda items, _: items,
}


@router.post(
    "/routines/{uuid:pk}/events", response={200: EventsOut, 404: ErrorForm, 422: ErrorForm}
)
def events(request: HttpRequest, pk: uuid.UUID, edit: EventsEdit) -> EventsOut:
    """What a hand on the stack does to the events; nothing is stored."""
    sheet = reading_of_routine(get_routine(user_of(request), pk)).sheet
    given = tuple(event_of(form) for form in edit.events)
    changed = _EVENT_CHANGES[edit.change](given, edit, sheet)
    if len(changed) > MAX_EVENTS:
        raise RoutineError(
            Message("A routine may have {max_events} events.", max_events=MAX_EVENTS),
            field="events",
        )
    return EventsOut(events=[event_form(event) for event in changed])


def _added(given: Events, edit: EventsEdit, sheet: Sheet) -> Events:
    if edit.kind is None or edit.after is None:
        raise RoutineError("Say what is to be added, and after which count.", field="kind")
    return add(given, edit.kind, edit.to, parse_cut(edit.after), sheet)


def _moved(given: Events, edit: EventsEdit, _: Sheet) -> Events:
    after = None if edit.after is None else parse_cut(edit.after)
    return move(given, edit.event, edit.wall, edit.to, after)


_EVENT_CHANGES: Final[dict[str, Callable[[Events, EventsEdit, Sheet], Events]]] = {
    "add": _added,
    "move": _moved,
    "off": lambda given, edit, _: take_off(given, edit.event, edit.wall),
    "put": lambda given, edit, _: with_events(given, [event_of(form) for form in edit.more]),
}


@router.post("/routines/{uuid:pk}/swap", response={200: list[SwapView], 404: ErrorForm})
def swap_song(request: HttpRequest, pk: uuid.UUID, other: SwapIn) -> list[SwapView]:
    """The same dance to another song, event by event."""
    user = user_of(request)
    song = song_of(stored_song_form(get_song(user, other.song)))
    routine = routine_core(get_routine(user, pk))
    return swap_views(lay_out(routine), song, swap(routine, song))


@router.post(
    "/routines/{uuid:pk}/swap/take", response={200: RoutineOut, 404: ErrorForm, 422: ErrorForm}
)
def swap_take(request: HttpRequest, pk: uuid.UUID, taken: SwapTake) -> RoutineOut:
    """Make a new routine of the dance and the other song; the old one stays."""
    user = user_of(request)
    made = take_swap(
        user, pk, taken.song, level=taken.level, events=taken.events, sequence=taken.sequence
    )
    return routine_out(get_routine(user, made.id))


@router.post("/rankings", response={200: RankingOut, 404: ErrorForm, 422: ErrorForm})
def rank(request: HttpRequest, wish: RankIn) -> RankingOut:
    """Begin to rank the whole shelf."""
    if (wish.song is None) is (wish.dance is None):
        raise RoutineError("Say for which song, or for which dance.", field="song")
    return _ranking_out(rank_shelf(user_of(request), song=wish.song, dance=wish.dance))


@router.get("/rankings/{uuid:pk}", response={200: RankingOut, 404: ErrorForm})
def ranking(request: HttpRequest, pk: uuid.UUID) -> RankingOut:
    """How far a ranking has come, and what it has found."""
    return _ranking_out(find(Ranking, user_of(request), pk))


def _ranking_out(ranking: Ranking) -> RankingOut:
    return RankingOut.model_validate(
        {
            "id": ranking.pk,
            "of": "dances" if ranking.song_id is not None else "songs",
            "state": ranking.state,
            "done": ranking.done,
            "total": ranking.total,
            "found": ranking.found,
        }
    )


_FILES: Final[dict[str, tuple[str, Callable[[Timeline, str], bytes]]]] = {
    "walls.csv": ("text/csv; charset=utf-8", lambda line, _: write_walls_csv(line).encode()),
    "walls.xlsx": (
        "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
        lambda line, _: write_walls_xlsx(line),
    ),
    "cue-sheet.pdf": ("application/pdf", write_cue_sheet),
    "wall-cards.pdf": ("application/pdf", write_wall_cards),
    "calls.vtt": ("text/vtt; charset=utf-8", lambda line, _: write_vtt(line).encode()),
    "clicks.mid": ("audio/midi", lambda line, _: write_routine_midi(line)),
}


@router.get("/routines/{uuid:pk}/files/{name}", include_in_schema=False)
def file(
    request: HttpRequest, pk: uuid.UUID, name: str, language: LanguageCode = "en"
) -> HttpResponse:
    """The routine as a file for other programs or for paper."""
    line = laid_out(get_routine(user_of(request), pk))
    if name not in _FILES:
        return HttpResponse(status=404)
    kind, write = _FILES[name]
    with speaking(language):
        return attachment(write(line, language), kind, name)
