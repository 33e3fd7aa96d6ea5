"""Plan an evening, teach it, log it, correct the log."""

from __future__ import annotations

import uuid
from collections.abc import Mapping, Sequence
from datetime import date
from typing import Final

from django.db import transaction
from django.utils import timezone

from ....core.errors import Message, TeachingError
from ....formats.teaching.forms import MOST_ENTRIES, EntryForm, WishForm, added
from ...accounts.models import User
from ...errors import ChangedElsewhere, NotHere
from ..models import Evening
from ..queries import ends_at, entries_of, get_class, get_evening, plan_of, wish_of
from .classes import add_to_repertoire

MOST_EVENINGS: Final = 3000


def open_evening(user: User, pk: uuid.UUID, day: date) -> Evening:
    """The evening of a class on a day; a new one is as long as the class. Raises NotHere or
    TeachingError."""
    taught_in = get_class(user, pk)
    found = taught_in.evenings.filter(day=day).first()
    if found is not None:
        return found
    if taught_in.evenings.count() >= MOST_EVENINGS:
        raise TeachingError(
            Message("This class has {most} evenings. Make a new class.", most=MOST_EVENINGS),
            field="day",
        )
    wish = WishForm(minutes=taught_in.minutes)
    found, _ = Evening.objects.get_or_create(
        taught_in=taught_in,
        day=day,
        defaults={"wish": wish.model_dump(mode="json"), "changed_by": user},
    )
    return found


def delete_evening(user: User, pk: uuid.UUID) -> None:
    """Delete an evening with its log. Raises NotHere."""
    get_evening(user, pk).delete()


@transaction.atomic
def save_wish(user: User, pk: uuid.UUID, version: int, wish: WishForm) -> Evening:
    """Change what an evening is to be; a routine that is new to the class joins its repertoire.

    Raises NotHere or ChangedElsewhere.
    """
    evening = _locked(user, pk, version)
    evening.wish = wish.model_dump(mode="json")
    plan = plan_of(evening, wish)
    if set(plan.routines) != set(wish.routines):
        raise NotHere
    add_to_repertoire(user, evening.taught_in, [uuid.UUID(name) for name in plan.routines])
    _keep(evening, user)
    return evening


@transaction.atomic
def begin_evening(user: User, pk: uuid.UUID) -> Evening:
    """Teaching begins: from now on items stay where they are. Raises NotHere."""
    evening = _locked(user, pk, None)
    if evening.begun_at is None:
        _begun(evening)
        wish = wish_of(evening)
        order = [item.key for item in plan_of(evening, wish).plan.items]
        evening.wish = wish.model_copy(update={"arrangement": order}).model_dump(mode="json")
        _keep(evening, user)
    return evening


@transaction.atomic
def finish_items(user: User, pk: uuid.UUID, done: Mapping[str, int]) -> Evening:
    """Items that are over, in the seconds they took. Raises NotHere."""
    evening = _locked(user, pk, None)
    evening.done = {**evening.done, **done}
    if evening.begun_at is None:
        _begun(evening)
    _keep(evening, user)
    return evening


@transaction.atomic
def restart_evening(user: User, pk: uuid.UUID) -> Evening:
    """As if teaching had not begun; the log stays. Raises NotHere."""
    evening = _locked(user, pk, None)
    evening.done, evening.begun_at, evening.ends_at = {}, None, None
    _keep(evening, user)
    return evening


@transaction.atomic
def add_entries(user: User, pk: uuid.UUID, new: Sequence[EntryForm]) -> Evening:
    """Lines for the log; one that is sent twice is there once. Raises NotHere."""
    evening = _locked(user, pk, None)
    _write(evening, added(entries_of(evening), new), user)
    return evening


@transaction.atomic
def correct_log(user: User, pk: uuid.UUID, version: int, entries: Sequence[EntryForm]) -> Evening:
    """The log as it should be. Raises NotHere or ChangedElsewhere."""
    evening = _locked(user, pk, version)
    _write(evening, added([], entries), user)
    return evening


def _begun(evening: Evening) -> None:
    evening.begun_at = timezone.now()
    evening.ends_at = ends_at(evening)


def _write(evening: Evening, entries: Sequence[EntryForm], user: User) -> None:
    if len(entries) > MOST_ENTRIES:
        raise TeachingError(
            Message("A log has at most {most} lines.", most=MOST_ENTRIES), field="entries"
        )
    evening.entries = [entry.model_dump(mode="json", exclude_defaults=True) for entry in entries]
    _keep(evening, user)


def _locked(user: User, pk: uuid.UUID, version: int | None) -> Evening:
    get_evening(user, pk)
    evening = (
        Evening.objects.select_for_update(of=("self",))
        .select_related("taught_in__owner")
        .get(pk=pk)
    )
    if version is not None and evening.version != version:
        raise ChangedElsewhere(evening.version)
    return evening


def _keep(evening: Evening, user: User) -> None:
    evening.version += 1
    evening.changed_by = user
    evening.save()
