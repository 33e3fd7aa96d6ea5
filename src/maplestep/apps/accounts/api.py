"""Signing in, out and up."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Schema
from ninja.decorators import decorate_view
from pydantic import Field

from ...core.errors import MapleStepError
from ...messages.language import LanguageCode
from ..http import ErrorForm, user_of
from .actions.sign_up import sign_up
from .devices import remember
from .models import User
from .throttle import limit_sign_ups, try_of_password

router = Router(tags=["accounts"])


class Credentials(Schema):
    """Name and password."""

    name: Annotated[str, Field(min_length=1, max_length=150)]
    password: Annotated[str, Field(min_length=1, max_length=200)]


class SessionForm(Schema):
    """Who is signed in, and the language chosen; no name when nobody is, "" follows the browser."""

    name: str | None
    language: str = ""
    leaves_at: datetime | None = Field(default=None, description="When the account goes.")


class LanguageForm(Schema):
    """The language of the product."""

    language: LanguageCode | Literal[""]


class WrongCredentials(MapleStepError):
    """Name and password do not match."""


@router.get("/session", response=SessionForm, auth=None)
def session(request: HttpRequest) -> SessionForm:
    """Who is signed in."""
    user = request.user
    return _session(user) if isinstance(user, User) else SessionForm(name=None)


@router.put("/session/language", response=SessionForm)
def choose_language(request: HttpRequest, chosen: LanguageForm) -> SessionForm:
    """Keep the language the user chose."""
    user = user_of(request)
    user.language = chosen.language
    user.save(update_fields=["language"])
    return _session(user)


@router.post("/session", response={200: SessionForm, 403: ErrorForm, 429: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, credentials: Credentials) -> SessionForm:
    """Sign in."""
    with try_of_password(request, WrongCredentials):
        user = authenticate(request, username=credentials.name, password=credentials.password)
        if user is None:
            raise WrongCredentials
    login(request, user)
    remember(request, user_of(request))
    return _session(user_of(request))


@router.delete("/session", response=SessionForm)
def sign_out(request: HttpRequest) -> SessionForm:
    """Sign out."""
    user_of(request)
    logout(request)
    return SessionForm(name=None)


@router.post("/accounts", response={200: SessionForm, 422: ErrorForm, 429: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def open_account(request: HttpRequest, credentials: Credentials) -> SessionForm:
    """Open an account and sign in."""
    limit_sign_ups(request)
    user = sign_up(credentials.name, credentials.password)
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    remember(request, user)
    return _session(user)


def _session(user: User) -> SessionForm:
    return SessionForm(name=user.get_username(), language=user.language, leaves_at=user.leaves_at)
