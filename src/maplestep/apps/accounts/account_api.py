"""One's own account over HTTP: name, password, where one is signed in."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from django.contrib.auth import update_session_auth_hash
from django.http import HttpRequest
from ninja import Router, Schema, Status
from pydantic import Field

from ..errors import NotHere
from ..http import ErrorForm, user_of
from .actions.address import tell
from .actions.change import NotThePassword, change_name, change_password
from .devices import devices_of, remember, sign_out_of, sign_out_of_others
from .mail import site_of
from .throttle import try_of_password

router = Router(tags=["account"])
Password = Annotated[str, Field(min_length=1, max_length=200)]


class NameForm(Schema):
    """A name to go by."""

    name: Annotated[str, Field(min_length=1, max_length=150)]


class PasswordForm(Schema):
    """The password that holds, and the new one."""

    password: Password
    new: Password


class DeviceOut(Schema):
    """A browser in which one is signed in; ``here`` is the one that asks."""

    id: int
    browser: str
    signed_in_at: datetime
    here: bool


@router.put("/name", response={200: NameForm, 422: ErrorForm})
def name(request: HttpRequest, form: NameForm) -> NameForm:
    """Go by another name."""
    user = user_of(request)
    change_name(user, form.name)
    return NameForm(name=user.username)


@router.put("/password", response={204: None, 422: ErrorForm, 429: ErrorForm})
def password(request: HttpRequest, form: PasswordForm) -> Status[None]:
    """Set a new password; everywhere else one is signed out."""
    user = user_of(request)
    with try_of_password(request, NotThePassword):
        change_password(user, form.password, form.new)
    update_session_auth_hash(request, user)
    remember(request, user)
    sign_out_of_others(user, request.session.session_key)
    tell(user, "password", site_of(request))
    return Status(204, None)


@router.get("/devices", response=list[DeviceOut])
def devices(request: HttpRequest) -> list[DeviceOut]:
    """Where one is signed in."""
    return [
        DeviceOut(
            id=device.pk,
            browser=device.browser,
            signed_in_at=device.signed_in_at,
            here=device.session_key == request.session.session_key,
        )
        for device in devices_of(user_of(request))
    ]


@router.delete("/devices/{int:pk}", response={204: None, 404: ErrorForm})
def sign_out_there(request: HttpRequest, pk: int) -> Status[None]:
    """Sign out on one of one's devices."""
    if not sign_out_of(user_of(request), pk):
        raise NotHere
    return Status(204, None)
