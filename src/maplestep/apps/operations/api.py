"""Take everything with you, bring it in again, and leave, over HTTP."""

from __future__ import annotations

import uuid
from datetime import datetime
from typing import Annotated

from django.db.models import Sum
from django.http import HttpRequest, HttpResponseBase, StreamingHttpResponse
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from ..accounts.actions.change import NotThePassword, check_password_of
from ..accounts.models import User
from ..accounts.throttle import try_of_password
from ..dances.models import Dance
from ..errors import NotHere
from ..http import ErrorForm, user_of
from ..routines.models import Routine
from ..songs.models import Song, Sound
from ..teaching.models import Class
from .archive_in import store
from .archive_out import archive_parts
from .leaving import ask_to_leave, stay
from .models import Arrival
from .tasks import defer

router = Router(tags=["account"])


class AccountOut(Schema):
    """What is in an account, and when it goes if that was asked for."""

    name: str
    routines: int
    dances: int
    songs: int
    classes: int
    megabytes: float
    leaves_at: datetime | None


class LeaveForm(Schema):
    """The password once more, so that nobody else deletes an account."""

    password: Annotated[str, Field(min_length=1, max_length=200)]


class ArrivalOut(Schema):
    """An archive that is brought in, and how far that is."""

    id: uuid.UUID
    state: Arrival.State
    message: str
    songs: int
    dances: int
    routines: int
    classes: int


def _account(user: User) -> AccountOut:
    def number(model: type[Routine | Dance | Song | Class]) -> int:
        return model._default_manager.filter(owner=user).count()

    size = Sound.objects.filter(owner=user).aggregate(all=Sum("size"))["all"] or 0
    return AccountOut(
        name=user.username, routines=number(Routine), dances=number(Dance), songs=number(Song),
        classes=number(Class), megabytes=round(size / 1e6, 1), leaves_at=user.leaves_at,
    )  # fmt: skip


@router.get("", response=AccountOut)
def account(request: HttpRequest) -> AccountOut:
    """What is in one's account."""
    return _account(user_of(request))


@router.post("/leave", response={200: AccountOut, 422: ErrorForm, 429: ErrorForm})
def leave(request: HttpRequest, form: LeaveForm) -> AccountOut:
    """Delete the account in 14 days, with all that is in it."""
    user = user_of(request)
    with try_of_password(request, NotThePassword):
        check_password_of(user, form.password)
    ask_to_leave(user)
    return _account(user)


@router.delete("/leave", response=AccountOut)
def keep(request: HttpRequest) -> AccountOut:
    """Keep the account after all."""
    user = user_of(request)
    stay(user)
    return _account(user)


@router.get("/archive.zip", include_in_schema=False)
def archive(request: HttpRequest) -> HttpResponseBase:
    """Everything of one's own as one file, made while it is sent."""
    answer = StreamingHttpResponse(archive_parts(user_of(request)), content_type="application/zip")
    answer["Content-Disposition"] = 'attachment; filename="maple-step.zip"'
    answer["Content-Encoding"] = "identity"
    return answer


@router.post("/arrivals", response={200: ArrivalOut, 422: ErrorForm})
def arrive(request: HttpRequest, file: File[UploadedFile]) -> Arrival:
    """Bring in an archive; the worker does it."""
    arrival = store(user_of(request), file)
    defer(arrival)
    return arrival


@router.get("/arrivals/{uuid:pk}", response={200: ArrivalOut, 404: ErrorForm})
def arrival(request: HttpRequest, pk: uuid.UUID) -> Arrival:
    """How far an archive is brought in."""
    found = Arrival.objects.filter(owner=user_of(request), pk=pk).first()
    if found is None:
        raise NotHere
    return found
