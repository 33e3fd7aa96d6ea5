"""The Teach desk over HTTP: classes, evenings, plans and logs."""

from __future__ import annotations

import uuid
from datetime import date, datetime, time
from typing import Annotated, Final

from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router, Schema, Status
from ninja.files import UploadedFile
from pydantic import Field

from ...core.analysis.level import LEVELS
from ...core.teaching.evening import LONGEST_MINUTES
from ...core.teaching.review import next_up
from ...formats.routine.routine_file import MAX_TITLE
from ...formats.teaching.calendar import read_dates, write_calendar
from ...formats.teaching.forms import EntryForm, Key, Seconds, WishForm
from ...messages.language import LanguageCode
from ...services.lessons import Taught
from ...services.term import LONGEST, Term
from ...views.teaching import EveningPlanView, RememberedView, plan_view, remembered_view
from ..http import ErrorForm, attachment, read_upload, user_of
from ..routines.queries import get_routine, laid_out
from .actions.classes import (
    ClassFacts,
    create_class,
    delete_class,
    save_class,
    save_repertoire,
)
from .actions.evenings import (
    add_entries,
    begin_evening,
    correct_log,
    delete_evening,
    finish_items,
    open_evening,
    restart_evening,
    save_wish,
)
from .models import MAX_NAME, Class, Evening
from .queries import (
    begins_at,
    class_info,
    ends_at,
    entries_of,
    get_class,
    get_evening,
    memory_of,
    minutes_left,
    plan_of,
    repertoire_of,
    taught_routines,
    term_of,
    today_of,
    wish_of,
)

router = Router(tags=["teach"])
TimeOfDay = Annotated[str, Field(pattern=r"^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?$")]
"""As the clock of the hall shows it: "19:30"."""
MOST_SHOWN: Final = 120


class ClassIn(Schema):
    """All that is said of a class. ``weekday`` counts from Monday, 0."""

    name: Annotated[str, Field(max_length=MAX_NAME)]
    weekday: Annotated[int, Field(ge=0, le=6)]
    starts_at: TimeOfDay
    minutes: Annotated[int, Field(ge=1, le=LONGEST_MINUTES)] = 60
    level: Annotated[str, Field(max_length=30)] = ""
    language: LanguageCode = "en"
    zone: Annotated[str, Field(max_length=60)] = "UTC"
    rows: Annotated[int, Field(ge=1, le=20)] = 3
    columns: Annotated[int, Field(ge=1, le=20)] = 5
    term_from: date | None = None
    term_to: date | None = None
    no_class: Annotated[list[date], Field(max_length=200, default_factory=list)]

    def facts(self) -> ClassFacts:
        """The same for the actions."""
        return ClassFacts(
            name=self.name, weekday=self.weekday, starts_at=time.fromisoformat(self.starts_at),
            minutes=self.minutes, level=self.level, language=self.language, zone=self.zone,
            rows=self.rows, columns=self.columns, term_from=self.term_from,
            term_to=self.term_to, no_class=self.no_class,
        )  # fmt: skip


class ClassChange(ClassIn):
    """A changed class and the version it was made from."""

    version: int


class EveningLine(Schema):
    """An evening as the term's calendar shows it."""

    id: uuid.UUID
    day: date
    begun: bool
    people: int
    dances: list[str]
    stuck: int


class ClassOut(ClassIn):
    """A class with the days it meets. ``next_evening`` is None when the term is over; of its
    evenings the last ones are told; ``overlaps`` names classes at the same time."""

    id: uuid.UUID
    version: int
    levels: list[str]
    next_evening: date | None
    days: list[date]
    evenings: list[EveningLine]
    evenings_total: int
    overlaps: list[str]
    repertoire: list[uuid.UUID]


class ClassLine(Schema):
    """A class in the list of all."""

    id: uuid.UUID
    name: str
    weekday: int
    starts_at: TimeOfDay
    minutes: int
    level: str
    next_evening: date | None
    dances: int
    sticks: list[str]


class EveningOut(Schema):
    """An evening: its plan and its log. ``begins`` and ``ends`` are in the hall's time zone;
    ``can_end`` are the minutes there are from when it was begun to its end."""

    id: uuid.UUID
    version: int
    class_id: uuid.UUID
    class_name: str
    rows: int
    columns: int
    day: date
    begins: datetime
    ends: datetime
    can_end: int | None
    begun_at: datetime | None
    done: dict[str, int]
    wish: WishForm
    plan: EveningPlanView
    titles: dict[str, str]
    dances: dict[str, uuid.UUID]
    entries: list[EntryForm]
    changed_by: str


class DayIn(Schema):
    """The day of an evening; the next one of the class when it is left out."""

    day: date | None = None


class WishIn(Schema):
    """A changed wish and the version it was made from."""

    version: int
    wish: WishForm


class DoneIn(Schema):
    """Items that are over, in the seconds they took."""

    done: Annotated[dict[Key, Seconds], Field(max_length=200)]


class EntriesIn(Schema):
    """New lines of the log."""

    entries: Annotated[list[EntryForm], Field(max_length=200)]


class LogIn(Schema):
    """The whole log as it should be, and the version it was made from."""

    version: int
    entries: Annotated[list[EntryForm], Field(max_length=1000)]


class RepertoireIn(Schema):
    """The routines of a class, in order."""

    routines: Annotated[list[uuid.UUID], Field(max_length=200)]


class DatesOut(Schema):
    """Something that a calendar names, from a day to a day; ``days`` are those of the class."""

    name: str
    first: date
    last: date
    days: list[date]


def class_out(taught_in: Class) -> ClassOut:
    """A stored class as the API gives it."""
    term = term_of(taught_in)
    lately = taught_in.evenings.order_by("-day")[:MOST_SHOWN]
    others = Class.objects.filter(owner=taught_in.owner, weekday=taught_in.weekday)
    return ClassOut(
        id=taught_in.pk,
        version=taught_in.version,
        name=taught_in.name,
        weekday=taught_in.weekday,
        starts_at=f"{taught_in.starts_at:%H:%M}",
        minutes=taught_in.minutes,
        level=taught_in.level,
        language="fr" if taught_in.language == "fr" else "en",
        zone=taught_in.zone,
        rows=taught_in.rows,
        columns=taught_in.columns,
        term_from=taught_in.term_from,
        term_to=taught_in.term_to,
        no_class=sorted(term.no_class),
        levels=list(LEVELS),
        next_evening=term.next_from(today_of(taught_in)),
        days=term.days(),
        evenings=[_line(evening) for evening in reversed(lately)],
        evenings_total=taught_in.evenings.count(),
        overlaps=[
            each.name for each in others.exclude(pk=taught_in.pk) if _overlap(each, taught_in)
        ],
        repertoire=list(taught_in.repertoire.values_list("routine_id", flat=True)),
    )


def _overlap(one: Class, other: Class) -> bool:
    first, second = (60 * each.starts_at.hour + each.starts_at.minute for each in (one, other))
    same_term = (
        one.term_to is None or other.term_from is None or one.term_to >= other.term_from
    ) and (other.term_to is None or one.term_from is None or other.term_to >= one.term_from)
    return same_term and first < second + other.minutes and second < first + one.minutes


def _line(evening: Evening) -> EveningLine:
    # As they were stored, and checked then: a class may have a thousand evenings.
    titles = dict.fromkeys(entry.get("title", "") for entry in evening.entries)
    return EveningLine(
        id=evening.pk,
        day=evening.day,
        begun=evening.begun_at is not None,
        people=max((entry.get("number", 0) for entry in evening.entries), default=0),
        dances=[title for title in titles if title],
        stuck=sum(entry["kind"] == "stuck" for entry in evening.entries),
    )


def evening_out(evening: Evening) -> EveningOut:
    """A stored evening as the API gives it."""
    wish = wish_of(evening)
    planned = plan_of(evening, wish)
    ids = {str(r.pk): r.dance_id for r in repertoire_of(evening.taught_in)}
    return EveningOut(
        id=evening.pk,
        version=evening.version,
        class_id=evening.taught_in_id,
        class_name=evening.taught_in.name,
        rows=evening.taught_in.rows,
        columns=evening.taught_in.columns,
        day=evening.day,
        begins=begins_at(evening),
        ends=ends_at(evening),
        can_end=minutes_left(evening),
        begun_at=evening.begun_at,
        done=evening.done,
        wish=wish,
        plan=plan_view(planned, wish.minutes),
        titles={name: taught.title for name, taught in planned.routines.items()},
        dances={name: ids[name] for name in planned.routines if name in ids},
        entries=entries_of(evening),
        changed_by=evening.changed_by.username if evening.changed_by else "",
    )


# classes


@router.get("/classes", response=list[ClassLine])
def classes(request: HttpRequest) -> list[ClassLine]:
    """The classes of the week, with what sticks in each."""
    found = Class.objects.filter(Class.reached_by(user_of(request))).prefetch_related(
        "evenings", "repertoire"
    )
    return [
        ClassLine(
            id=each.pk, name=each.name, weekday=each.weekday, starts_at=f"{each.starts_at:%H:%M}",
            minutes=each.minutes, level=each.level,
            next_evening=term_of(each).next_from(today_of(each)),
            dances=len(each.repertoire.all()),
            sticks=[kept.title for kept in next_up(memory_of(each).values()) if kept.sticks],
        )
        for each in found
    ]  # fmt: skip


@router.post("/classes", response={200: ClassOut, 422: ErrorForm})
def create(request: HttpRequest, wish: ClassIn) -> ClassOut:
    """A new class."""
    return class_out(create_class(user_of(request), wish.facts()))


@router.get("/classes.ics", include_in_schema=False)
def calendar(request: HttpRequest) -> HttpResponse:
    """All classes as a calendar."""
    infos = [
        info
        for each in Class.objects.filter(Class.reached_by(user_of(request)))
        if (info := class_info(each)) is not None
    ]
    return attachment(write_calendar(infos), "text/calendar; charset=utf-8", "classes.ics")


@router.post("/classes/dates", response={200: list[DatesOut], 422: ErrorForm})
def dates(
    request: HttpRequest, file: File[UploadedFile], weekday: Annotated[int, Query(ge=0, le=6)]
) -> list[DatesOut]:
    """What a calendar file names, terms and holidays, to pick from for a class on a weekday."""
    return [
        DatesOut(
            name=each.name[:MAX_TITLE],
            first=each.first,
            last=each.last,
            days=Term(weekday=weekday, first=each.first, last=each.last).days(),
        )
        for each in read_dates(read_upload(file))
        if (each.last - each.first).days <= LONGEST
    ]


@router.get("/classes/{uuid:pk}", response={200: ClassOut, 404: ErrorForm})
def show(request: HttpRequest, pk: uuid.UUID) -> ClassOut:
    """One class."""
    return class_out(get_class(user_of(request), pk))


@router.put(
    "/classes/{uuid:pk}",
    response={200: ClassOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm},
)
def save(request: HttpRequest, pk: uuid.UUID, change: ClassChange) -> ClassOut:
    """Change a class."""
    return class_out(save_class(user_of(request), pk, change.version, change.facts()))


@router.delete("/classes/{uuid:pk}", response={204: None, 404: ErrorForm})
def delete(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Delete a class with its evenings and logs."""
    delete_class(user_of(request), pk)
    return Status(204, None)


@router.put("/classes/{uuid:pk}/repertoire", response={200: ClassOut, 404: ErrorForm})
def repertoire(request: HttpRequest, pk: uuid.UUID, wish: RepertoireIn) -> ClassOut:
    """What a class dances."""
    return class_out(save_repertoire(user_of(request), pk, wish.routines))


@router.get("/classes/{uuid:pk}/remembered", response={200: list[RememberedView], 404: ErrorForm})
def review(request: HttpRequest, pk: uuid.UUID) -> list[RememberedView]:
    """What a class has of each of its dances: what stuck first, then what was danced longest
    ago, then what was never on."""
    taught_in = get_class(user_of(request), pk)
    memory = memory_of(taught_in)
    routines = repertoire_of(taught_in)
    ids = {str(routine.pk): str(routine.dance_id) for routine in routines}
    taught = taught_routines(taught_in.owner, ids, memory)
    first = [kept.routine for kept in next_up(memory.values()) if kept.routine in taught]
    order = [*first, *(name for name in taught if name not in first)]
    return [remembered_view(name, ids[name], taught[name]) for name in order]


class TaughtClassOut(Schema):
    """A class as a routine sees it: ``dance`` is what it has of it, None before it is in its
    repertoire."""

    id: uuid.UUID
    name: str
    next_evening: date | None
    dance: RememberedView | None


@router.get("/routines/{uuid:pk}/classes", response={200: list[TaughtClassOut], 404: ErrorForm})
def classes_of(request: HttpRequest, pk: uuid.UUID) -> list[TaughtClassOut]:
    """All classes, with what each has of a routine."""
    user = user_of(request)
    routine = get_routine(user, pk)
    timeline = laid_out(routine)
    found = []
    for each in Class.objects.filter(Class.reached_by(user)):
        kept = memory_of(each).get(str(pk))
        dances = each.repertoire.filter(routine=routine).exists()
        taught = Taught(title=str(routine), timeline=timeline, remembered=kept)
        view = remembered_view(str(pk), str(routine.dance_id), taught) if dances else None
        found.append(
            TaughtClassOut(
                id=each.pk, name=each.name, dance=view,
                next_evening=term_of(each).next_from(today_of(each)),
            )
        )  # fmt: skip
    return found


# evenings


@router.post(
    "/classes/{uuid:pk}/evenings", response={200: EveningOut, 404: ErrorForm, 422: ErrorForm}
)
def plan_day(request: HttpRequest, pk: uuid.UUID, wish: DayIn) -> EveningOut:
    """The evening of a day; the next one of the class when no day is said."""
    user = user_of(request)
    taught_in = get_class(user, pk)
    today = today_of(taught_in)
    day = wish.day or term_of(taught_in).next_from(today) or today
    return evening_out(open_evening(user, pk, day))


@router.get("/evenings/{uuid:pk}", response={200: EveningOut, 404: ErrorForm})
def evening(request: HttpRequest, pk: uuid.UUID) -> EveningOut:
    """An evening with its plan and its log."""
    return evening_out(get_evening(user_of(request), pk))


@router.put(
    "/evenings/{uuid:pk}/wish",
    response={200: EveningOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm},
)
def wish(request: HttpRequest, pk: uuid.UUID, change: WishIn) -> EveningOut:
    """What the evening is to be; the rest is fitted again."""
    return evening_out(save_wish(user_of(request), pk, change.version, change.wish))


@router.delete("/evenings/{uuid:pk}", response={204: None, 404: ErrorForm})
def drop(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Delete an evening with its log."""
    delete_evening(user_of(request), pk)
    return Status(204, None)


@router.post("/evenings/{uuid:pk}/begin", response={200: EveningOut, 404: ErrorForm})
def begin(request: HttpRequest, pk: uuid.UUID) -> EveningOut:
    """Teaching begins."""
    return evening_out(begin_evening(user_of(request), pk))


@router.post("/evenings/{uuid:pk}/again", response={200: EveningOut, 404: ErrorForm})
def again(request: HttpRequest, pk: uuid.UUID) -> EveningOut:
    """As if teaching had not begun; the log stays."""
    return evening_out(restart_evening(user_of(request), pk))


@router.post("/evenings/{uuid:pk}/done", response={200: EveningOut, 404: ErrorForm, 422: ErrorForm})
def done(request: HttpRequest, pk: uuid.UUID, told: DoneIn) -> EveningOut:
    """Items that are over; the rest is fitted to what is left."""
    return evening_out(finish_items(user_of(request), pk, told.done))


@router.post("/evenings/{uuid:pk}/log", response={200: EveningOut, 404: ErrorForm, 422: ErrorForm})
def log(request: HttpRequest, pk: uuid.UUID, new: EntriesIn) -> EveningOut:
    """New lines of the log; one that is sent twice is there once."""
    return evening_out(add_entries(user_of(request), pk, new.entries))


@router.put(
    "/evenings/{uuid:pk}/log",
    response={200: EveningOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm},
)
def correct(request: HttpRequest, pk: uuid.UUID, told: LogIn) -> EveningOut:
    """The log as it should be."""
    return evening_out(correct_log(user_of(request), pk, told.version, told.entries))
