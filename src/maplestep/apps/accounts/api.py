"""Signing in, out and up."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Schema
from ninja.decorators import decorate_view
from pydantic import Field

from ...core.errors import MapleStepError
from ...messages.language import LanguageCode
from ..http import ErrorForm, user_of
from .actions.address import plain_address
from .actions.sign_up import open_by_link, sign_up, sign_up_by_mail
from .devices import remember
from .mail import site_of
from .mail_api import KeyForm, limit_mails
from .models import User
from .second_factor import (
    NotThisPasskey,
    WrongCode,
    check_code,
    check_passkey,
    has_second_factor,
    passkey_asked,
)
from .throttle import (
    known_here,
    limit_sign_ups,
    slow_for_name,
    try_of_password,
    wrong_for_name,
)

router = Router(tags=["accounts"])


class Credentials(Schema):
    """Name and password."""

    name: Annotated[str, Field(min_length=1, max_length=150)]
    password: Annotated[str, Field(min_length=1, max_length=200)]


class SignInForm(Credentials):
    """Name and password, and what else one signs in with where there is more."""

    code: Annotated[str, Field(max_length=40)] = ""
    passkey: Annotated[str, Field(max_length=20_000)] = ""


class SignUpForm(Credentials):
    """A name and a password to come; a mail address on a server that sends mail."""

    address: Annotated[str, Field(max_length=254)] = ""


class SessionForm(Schema):
    """Who is signed in, and the language chosen; no name when nobody is, "" follows the browser."""

    name: str | None
    language: str = ""
    leaves_at: datetime | None = Field(default=None, description="When the account goes.")
    mail: bool = Field(default=False, description="Whether this server sends mail.")
    sent_to: str = Field(default="", description="Where the link that opens the account went.")
    passkey: dict[str, Any] | None = Field(
        default=None,
        description="What the browser is to be asked: the password is right, a passkey or a code "
        "is still missing.",
    )


class LanguageForm(Schema):
    """The language of the product."""

    language: LanguageCode | Literal[""]


class WrongCredentials(MapleStepError):
    """Name and password do not match."""


@router.get("/session", response=SessionForm, auth=None)
def session(request: HttpRequest) -> SessionForm:
    """Who is signed in."""
    user = request.user
    return _session(user) if isinstance(user, User) else _nobody()


@router.put("/session/language", response=SessionForm)
def choose_language(request: HttpRequest, chosen: LanguageForm) -> SessionForm:
    """Keep the language the user chose."""
    user = user_of(request)
    user.language = chosen.language
    user.save(update_fields=["language"])
    return _session(user)


@router.post("/session", response={200: SessionForm, 403: ErrorForm, 429: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, response: HttpResponse, form: SignInForm) -> SessionForm:
    """Sign in. Who has a second factor sends it in the same request, the password once more."""
    with try_of_password(request, WrongCredentials):
        slow_for_name(request, form.name)
        found = authenticate(request, username=form.name, password=form.password)
        if not isinstance(found, User):
            wrong_for_name(form.name)
            raise WrongCredentials
    if has_second_factor(found):
        asked = _second_factor(request, found, form)
        if asked is not None:
            return asked
    login(request, found)
    remember(request, found)
    known_here(response, found)
    return _session(found)


def _second_factor(request: HttpRequest, user: User, form: SignInForm) -> SessionForm | None:
    """Let the second factor pass (None), or what the browser is to ask for. Raises its errors."""
    if form.passkey:
        with try_of_password(request, NotThisPasskey):
            check_passkey(user, form.passkey)
        return None
    if not form.code and (options := passkey_asked(user)) is not None:
        return _nobody(passkey=options)
    with try_of_password(request, WrongCode):
        check_code(user, form.code)
    return None


@router.delete("/session", response=SessionForm)
def sign_out(request: HttpRequest) -> SessionForm:
    """Sign out."""
    user_of(request)
    logout(request)
    return _nobody()


@router.post("/accounts", response={200: SessionForm, 422: ErrorForm, 429: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def open_account(request: HttpRequest, response: HttpResponse, form: SignUpForm) -> SessionForm:
    """Open an account and sign in; on a server that sends mail, by a link in a mail."""
    limit_sign_ups(request)
    if settings.MAIL_ON:
        address = plain_address(form.address)
        limit_mails(address)
        sign_up_by_mail(form.name, form.password, address, site_of(request))
        return _nobody(sent_to=address)
    return _enter(request, response, sign_up(form.name, form.password))


@router.post("/accounts/opened", response={200: SessionForm, 422: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def opened(request: HttpRequest, response: HttpResponse, form: KeyForm) -> SessionForm:
    """The link in the mail was opened: so is the account."""
    return _enter(request, response, open_by_link(form.key))


def _enter(request: HttpRequest, response: HttpResponse, user: User) -> SessionForm:
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    remember(request, user)
    known_here(response, user)
    return _session(user)


def _session(user: User) -> SessionForm:
    return SessionForm(
        name=user.get_username(),
        language=user.language,
        leaves_at=user.leaves_at,
        mail=settings.MAIL_ON,
    )


def _nobody(**more: Any) -> SessionForm:
    return SessionForm(name=None, mail=settings.MAIL_ON, **more)
