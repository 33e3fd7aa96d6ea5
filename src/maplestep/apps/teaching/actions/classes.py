"""Make, change and delete a class; what it dances."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from datetime import date, time
from typing import Final, TypedDict
from zoneinfo import ZoneInfo, available_timezones

from django.db import transaction

from ....core.errors import Message, TeachingError
from ....services.term import Term
from ...accounts.models import User
from ...errors import NotHere
from ...owned import discard, lock
from ...routines.models import Routine
from ..models import Class, InRepertoire
from ..queries import get_class

MOST_CLASSES: Final = 100
MOST_ROUTINES: Final = 200


class ClassFacts(TypedDict):
    """All that is said of a class."""

    name: str
    weekday: int
    starts_at: time
    minutes: int
    level: str
    language: str
    zone: str
    rows: int
    columns: int
    term_from: date | None
    term_to: date | None
    no_class: list[date]


def create_class(user: User, facts: ClassFacts) -> Class:
    """A new class. Raises TeachingError."""
    if Class.objects.filter(owner=user).count() >= MOST_CLASSES:
        raise TeachingError(
            Message("You have {most} classes. Delete one first.", most=MOST_CLASSES), field="name"
        )
    return Class.objects.create(owner=user, **_checked(facts))


@transaction.atomic
def save_class(user: User, pk: uuid.UUID, version: int, facts: ClassFacts) -> Class:
    """Change a class. Raises NotHere, ChangedElsewhere or TeachingError."""
    taught_in = lock(Class, user, pk, version)
    for name, value in _checked(facts).items():
        setattr(taught_in, name, value)
    taught_in.save()
    return taught_in


def delete_class(user: User, pk: uuid.UUID) -> None:
    """Delete a class with its evenings and logs. Raises NotHere."""
    discard(Class, user, pk)


def _checked(facts: ClassFacts) -> dict[str, object]:
    name = facts["name"].strip()
    if not name:
        raise TeachingError("Give the class a name.", field="name")
    if facts["zone"] not in available_timezones():
        raise TeachingError(
            Message("There is no time zone “{zone}”.", zone=facts["zone"]), field="zone"
        )
    ZoneInfo(facts["zone"])
    # A term that cannot be is refused here.
    Term(weekday=facts["weekday"], first=facts["term_from"], last=facts["term_to"])
    days = sorted({day.isoformat() for day in facts["no_class"]})
    return {**facts, "name": name, "no_class": days}


@transaction.atomic
def save_repertoire(user: User, pk: uuid.UUID, routines: Sequence[uuid.UUID]) -> Class:
    """What a class dances. Everybody adds routines of their own: whoever works on a class reaches
    all it dances, and nobody hands on what somebody else has let them see. Raises NotHere."""
    taught_in = get_class(user, pk)
    wanted = list(dict.fromkeys(routines))
    own = set(Routine.objects.filter(owner=user, pk__in=wanted).values_list("pk", flat=True))
    # What the class dances already may stay there, whosever it is.
    kept = set(taught_in.repertoire.values_list("routine_id", flat=True))
    if not set(wanted) <= own | kept:
        raise NotHere
    taught_in.repertoire.all().delete()
    InRepertoire.objects.bulk_create(
        InRepertoire(taught_in=taught_in, routine_id=routine) for routine in wanted
    )
    return taught_in


def add_to_repertoire(user: User, taught_in: Class, routines: Sequence[uuid.UUID]) -> None:
    """Add what a class does not dance yet; only routines of one's own. Raises NotHere."""
    kept = set(taught_in.repertoire.values_list("routine_id", flat=True))
    new = [routine for routine in dict.fromkeys(routines) if routine not in kept]
    if Routine.objects.filter(owner=user, pk__in=new).count() != len(new):
        raise NotHere
    InRepertoire.objects.bulk_create(
        InRepertoire(taught_in=taught_in, routine_id=routine) for routine in new
    )
