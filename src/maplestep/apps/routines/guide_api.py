"""The guided first routine of a new account: an example to work on, and how far one is."""

from __future__ import annotations

import uuid
from importlib.resources import files
from typing import Annotated, Final

from django.db import transaction
from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from ...formats.routine.routine_file import read_routine
from ..accounts.models import GUIDE_OVER, User
from ..http import user_of
from ..songs.actions.sounds import ask_band
from .actions.bring_in import store_routine
from .models import Routine

router = Router(tags=["guide"])
_EXAMPLE: Final = "1-kite-weather.json"


class GuideOut(Schema):
    """How far somebody is: 0 it is offered, 1 to 4 the desks, 5 it is over; and their example."""

    step: int
    routine: uuid.UUID | None


class StepIn(Schema):
    """Where they go on, or 5: enough of it."""

    step: Annotated[int, Field(ge=0, le=GUIDE_OVER)]


def _example(user: User) -> Routine | None:
    """The example, unless it was never made or is deleted."""
    if user.guide_routine is None:
        return None
    return Routine.objects.filter(owner=user, pk=user.guide_routine).first()


def _guide(user: User) -> GuideOut:
    found = _example(user)
    if found is None and 0 < user.guide < GUIDE_OVER:
        # The example was deleted on the way: it is not missed.
        return GuideOut(step=GUIDE_OVER, routine=None)
    return GuideOut(step=user.guide, routine=found.pk if found else None)


@router.get("/guide", response=GuideOut)
def guide(request: HttpRequest) -> GuideOut:
    """How far the guided first routine is."""
    return _guide(user_of(request))


@router.post("/guide", response=GuideOut)
def begin(request: HttpRequest) -> GuideOut:
    """Begin: the example comes onto the shelf, a dance on a song that it does not fit yet."""
    with transaction.atomic():
        user = User.objects.select_for_update().get(pk=user_of(request).pk)
        if _example(user) is None:
            raw = files("maplestep.demo").joinpath(_EXAMPLE).read_bytes()
            form = read_routine(raw)[0].model_copy(update={"events": []})
            made = store_routine(user, form)
            ask_band(user, made.song_id)
            user.guide_routine = made.pk
        user.guide = 1
        user.save(update_fields=["guide", "guide_routine"])
    return _guide(user)


@router.put("/guide", response=GuideOut)
def go_on(request: HttpRequest, form: StepIn) -> GuideOut:
    """Go on, back, or leave it."""
    user = user_of(request)
    user.guide = form.step
    user.save(update_fields=["guide"])
    return _guide(user)
