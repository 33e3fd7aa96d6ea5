"""Who works on a class or a routine together, and how colleagues come to."""

from __future__ import annotations

import uuid
from datetime import datetime

from django.http import HttpRequest
from ninja import Router, Schema, Status

from ..errors import NotHere
from ..http import ErrorForm, user_of
from ..owned import find
from ..qr import qr_of
from ..routines.models import Routine
from .actions.together import invite, join, part, people_of
from .models import Class

router = Router(tags=["together"])


class TogetherIn(Schema):
    """A class or a routine."""

    class_id: uuid.UUID | None = None
    routine: uuid.UUID | None = None


class InvitationOut(Schema):
    """A link for one colleague, and that as a QR code (SVG)."""

    path: str
    qr: str
    expires_at: datetime


class PersonOut(Schema):
    """Somebody who works on it; ``you`` may leave, the owner may let everybody go."""

    id: int
    name: str
    you: bool


class PeopleOut(Schema):
    """Whose it is, whose the last change was, and who works on it with them."""

    owner: str
    yours: bool
    changed_by: str
    changed_at: datetime
    people: list[PersonOut]


class JoinedOut(Schema):
    """What one works on now."""

    class_id: uuid.UUID | None
    routine: uuid.UUID | None


@router.get("/together", response={200: PeopleOut, 404: ErrorForm})
def people(
    request: HttpRequest, class_id: uuid.UUID | None = None, routine: uuid.UUID | None = None
) -> PeopleOut:
    """Who works on a class or a routine."""
    user = user_of(request)
    if (class_id is None) is (routine is None):
        raise NotHere
    of_class = find(Class, user, class_id) if class_id else None
    of_routine = find(Routine, user, routine) if routine else None
    of = of_class or of_routine
    assert of is not None
    return PeopleOut(
        owner=of.owner.username,
        yours=of.owner == user,
        changed_by=of.changed_last_by,
        changed_at=of.changed_at,
        people=[
            PersonOut(id=each.pk, name=each.user.username, you=each.user == user)
            for each in people_of(of_class, of_routine)
        ],
    )


@router.post("/together", response={200: InvitationOut, 404: ErrorForm, 422: ErrorForm})
def ask(request: HttpRequest, wish: TogetherIn) -> InvitationOut:
    """A link for one colleague."""
    made = invite(user_of(request), taught_in=wish.class_id, routine=wish.routine)
    path = f"/join/{made.token}"
    return InvitationOut(path=path, qr=qr_of(request, path), expires_at=made.expires_at)


@router.post("/invitations/{str:token}", response={200: JoinedOut, 404: ErrorForm, 422: ErrorForm})
def accept(request: HttpRequest, token: str) -> JoinedOut:
    """Accept an invitation."""
    together = join(user_of(request), token)
    return JoinedOut(class_id=together.taught_in_id, routine=together.routine_id)


@router.delete("/together/{int:pk}", response={204: None, 404: ErrorForm})
def leave(request: HttpRequest, pk: int) -> Status[None]:
    """Leave, or let somebody go."""
    part(user_of(request), pk)
    return Status(204, None)
