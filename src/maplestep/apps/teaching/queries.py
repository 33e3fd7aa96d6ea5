"""Reading classes, their evenings, and what they remember."""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from datetime import date, datetime, timedelta
from functools import lru_cache
from typing import Final
from zoneinfo import ZoneInfo

from django.db.models import Count, Max, Sum
from django.utils import timezone
from pydantic import TypeAdapter

from ...core.teaching.review import LoggedEvening, Remembered, remembered
from ...formats.teaching.calendar import ClassInfo
from ...formats.teaching.forms import EntryForm, WishForm, stored_entry
from ...services.lessons import PlannedEvening, Taught, plan_lessons
from ...services.term import Term
from ..accounts.models import User
from ..errors import NotHere
from ..owned import find
from ..routines.models import Routine
from ..routines.queries import laid_out, whole_routines
from .models import Class, Evening

_ENTRIES: Final = TypeAdapter(list[EntryForm])


def get_class(user: User, pk: uuid.UUID) -> Class:
    """One of the user's classes. Raises NotHere."""
    return find(Class, user, pk)


def get_evening(user: User, pk: uuid.UUID) -> Evening:
    """An evening of one of the user's classes. Raises NotHere."""
    classes = Class.objects.filter(Class.reached_by(user)).values("pk")
    found = Evening.objects.filter(taught_in__in=classes, pk=pk).select_related(
        "taught_in__owner", "changed_by"
    )
    evening = found.first()
    if evening is None:
        raise NotHere
    return evening


def term_of(taught_in: Class) -> Term:
    """The days of a class."""
    return Term(
        weekday=taught_in.weekday,
        first=taught_in.term_from,
        last=taught_in.term_to,
        no_class=frozenset(date.fromisoformat(day) for day in taught_in.no_class),
    )


def today_of(taught_in: Class) -> date:
    """The day it is in the hall."""
    return timezone.now().astimezone(ZoneInfo(taught_in.zone)).date()


def class_info(taught_in: Class) -> ClassInfo | None:
    """A class for a calendar; None when no evening is left to it. An open term begins with the
    next class."""
    term = term_of(taught_in)
    first = term.plain.next_from(term.first or today_of(taught_in))
    if first is None:
        return None
    return ClassInfo(
        uid=str(taught_in.pk), name=taught_in.name, level=taught_in.level, zone=taught_in.zone,
        starts_at=taught_in.starts_at, minutes=taught_in.minutes, first=first, last=term.last,
        no_class=tuple(day for day in term.exceptions if day >= first),
        changed_at=taught_in.changed_at,
    )  # fmt: skip


def begins_at(evening: Evening) -> datetime:
    """When an evening begins, in the hall's time zone."""
    taught_in = evening.taught_in
    return datetime.combine(evening.day, taught_in.starts_at, ZoneInfo(taught_in.zone))


_NEAR: Final = timedelta(minutes=90)
"""Whoever begins so near to the hour of the class teaches it then, and ends when it ends."""


def ends_at(evening: Evening) -> datetime:
    """When an evening has to be over: so long after the hour of the class, or after it was begun
    when it is taught at another time."""
    if evening.ends_at is not None:
        return evening.ends_at
    planned, begun = begins_at(evening), evening.begun_at
    near = begun is None or abs(begun - planned) <= _NEAR
    start = planned if near or begun is None else begun
    return start + timedelta(minutes=wish_of(evening).minutes)


def minutes_left(evening: Evening) -> int | None:
    """Whole minutes from when teaching began to the end; None before it has."""
    if evening.begun_at is None:
        return None
    return max(1, int((ends_at(evening) - evening.begun_at).total_seconds() // 60))


def entries_of(evening: Evening) -> list[EntryForm]:
    """The log of an evening."""
    return _ENTRIES.validate_python(evening.entries)


def wish_of(evening: Evening) -> WishForm:
    """What an evening is to be; at first, an empty one as long as the class."""
    if not evening.wish:
        return WishForm(minutes=evening.taught_in.minutes)
    return WishForm.model_validate(evening.wish)


def memory_of(taught_in: Class, before: date | None = None) -> dict[str, Remembered]:
    """What a class remembers, of all evenings or of those before a day, by routine.

    Five years of evenings are not gone through again for every page: the answer is kept as long
    as none of them has changed.
    """
    evenings = taught_in.evenings.all()
    if before is not None:
        evenings = evenings.filter(day__lt=before)
    mark = evenings.aggregate(count=Count("pk"), versions=Sum("version"), last=Max("changed_at"))
    return _memory(taught_in.pk, before, tuple(mark.values()))


@lru_cache(maxsize=64)
def _memory(pk: uuid.UUID, before: date | None, mark: tuple[object, ...]) -> dict[str, Remembered]:
    evenings = Evening.objects.filter(taught_in=pk)
    if before is not None:
        evenings = evenings.filter(day__lt=before)
    return remembered(
        LoggedEvening(day.toordinal(), tuple(map(stored_entry, stored)))
        for day, stored in evenings.values_list("day", "entries")
        if stored
    )


def repertoire_of(taught_in: Class) -> list[Routine]:
    """The routines a class dances, in the order they came."""
    kept = taught_in.repertoire.values_list("routine_id", flat=True)
    found = {routine.pk: routine for routine in whole_routines().filter(pk__in=kept)}
    return [found[pk] for pk in kept if pk in found]


def taught_routines(
    user: User, names: Iterable[str], memory: dict[str, Remembered]
) -> dict[str, Taught]:
    """The routines of these ids that there still are, laid out, in this order."""
    wanted = [uuid.UUID(name) for name in names if _is_id(name)]
    reached = Routine.objects.filter(Routine.reached_by(user), pk__in=wanted)
    found = {r.pk: r for r in whole_routines(reached)}
    return {
        str(pk): Taught(
            title=str(found[pk]),
            timeline=laid_out(found[pk]),
            remembered=memory.get(str(pk)),
        )
        for pk in wanted
        if pk in found
    }


def _is_id(name: str) -> bool:
    try:
        uuid.UUID(name)
    except ValueError:
        return False
    return True


def plan_of(evening: Evening, wish: WishForm | None = None) -> PlannedEvening:
    """The plan of an evening, from what the class remembered before it."""
    taught_in = evening.taught_in
    wish = wish or wish_of(evening)
    memory = memory_of(taught_in, evening.day)
    routines = taught_routines(taught_in.owner, wish.routines, memory)
    return plan_lessons(
        routines, wish.wish(), order=wish.order, level=taught_in.level, done=evening.done
    )
