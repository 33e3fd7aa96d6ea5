"""The second factor over HTTP: an authenticator app, passkeys, recovery codes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any

from allauth.mfa.adapter import get_adapter
from allauth.mfa.models import Authenticator
from allauth.mfa.totp.internal.auth import get_totp_secret
from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from ..http import ErrorForm, user_of
from ..qr import drawing_of
from .actions.address import tell
from .actions.change import NotThePassword, check_password_of
from .mail import site_of
from .models import User
from .second_factor import (
    add_passkey,
    authenticators,
    codes_left,
    forget_app_secret,
    new_codes,
    passkey_wanted,
    turn_off,
    turn_on_app,
)
from .throttle import try_of_password

router = Router(tags=["account"])
REFUSED: dict[int, Any] = {422: ErrorForm, 429: ErrorForm}


class PasskeyOut(Schema):
    """A passkey: a phone, a key ring, a fingerprint reader."""

    id: int
    name: str
    added_at: datetime


class FactorOut(Schema):
    """What one signs in with beside the password."""

    app: bool
    passkeys: list[PasskeyOut]
    codes_left: int


class SetUpOut(Schema):
    """What an authenticator app needs: the secret, and its address as a QR code (SVG)."""

    secret: str
    drawing: str


class CodesOut(FactorOut):
    """The recovery codes, shown when they are made."""

    codes: list[str]


class PasswordAgainForm(Schema):
    """The password, so that nobody else changes how one signs in."""

    password: Annotated[str, Field(min_length=1, max_length=200)]


class AppForm(PasswordAgainForm):
    """The code that the app shows."""

    code: Annotated[str, Field(min_length=1, max_length=20)]


class PasskeyForm(PasswordAgainForm):
    """A new passkey as the browser made it (RegistrationResponseJSON), and a name for it."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    credential: Annotated[str, Field(max_length=20_000)]


def _out(user: User) -> FactorOut:
    held = authenticators(user)
    return FactorOut(
        app=any(each.type == Authenticator.Type.TOTP for each in held),
        passkeys=[
            PasskeyOut(id=each.pk, name=each.wrap().name, added_at=each.created_at)
            for each in held
            if each.type == Authenticator.Type.WEBAUTHN
        ],
        codes_left=len(codes_left(user)),
    )


def _confirmed(request: HttpRequest, form: PasswordAgainForm) -> User:
    user = user_of(request)
    with try_of_password(request, NotThePassword):
        check_password_of(user, form.password)
    return user


def _changed(request: HttpRequest, user: User) -> FactorOut:
    tell(user, "factor", site_of(request))
    return _out(user)


def _with_codes(request: HttpRequest, user: User, codes: list[str]) -> CodesOut:
    return CodesOut(codes=codes, **_changed(request, user).model_dump())


@router.get("/factor", response=FactorOut)
def factor(request: HttpRequest) -> FactorOut:
    """What one signs in with beside the password."""
    return _out(user_of(request))


@router.post("/factor/app", response=SetUpOut)
def set_up(request: HttpRequest) -> SetUpOut:
    """Begin with an authenticator app: a secret of its own, kept once its code is typed."""
    secret = get_totp_secret(regenerate=True)
    return SetUpOut(
        secret=secret, drawing=drawing_of(get_adapter().build_totp_url(user_of(request), secret))
    )


@router.put("/factor/app", response={200: CodesOut, **REFUSED})
def keep_app(request: HttpRequest, form: AppForm) -> CodesOut:
    """Keep the app whose code this is."""
    user = _confirmed(request, form)
    codes = turn_on_app(user, form.code)
    forget_app_secret(request)
    return _with_codes(request, user, codes)


@router.post("/factor/app/off", response={200: FactorOut, **REFUSED})
def app_off(request: HttpRequest, form: PasswordAgainForm) -> FactorOut:
    """Do without the app."""
    user = _confirmed(request, form)
    turn_off(user)
    return _changed(request, user)


@router.post("/factor/codes", response={200: CodesOut, **REFUSED})
def codes(request: HttpRequest, form: PasswordAgainForm) -> CodesOut:
    """New recovery codes; those before are over."""
    user = _confirmed(request, form)
    return _with_codes(request, user, new_codes(user) if authenticators(user) else [])


@router.post("/factor/passkeys/new", response={200: dict[str, Any], 422: ErrorForm})
def passkey_new(request: HttpRequest) -> dict[str, Any]:
    """What the browser is asked for a new passkey."""
    return passkey_wanted(user_of(request))


@router.post("/factor/passkeys", response={200: CodesOut, **REFUSED})
def passkey(request: HttpRequest, form: PasskeyForm) -> CodesOut:
    """Keep the passkey that the browser made."""
    user = _confirmed(request, form)
    return _with_codes(request, user, add_passkey(user, form.name, form.credential))


@router.post("/factor/passkeys/{int:pk}/off", response={200: FactorOut, **REFUSED})
def passkey_off(request: HttpRequest, pk: int, form: PasswordAgainForm) -> FactorOut:
    """Do without a passkey."""
    user = _confirmed(request, form)
    turn_off(user, pk)
    return _changed(request, user)
