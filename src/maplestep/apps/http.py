"""Shared edges of the API: whose request it is, and errors as one form."""

from __future__ import annotations

from typing import cast

from django.http import HttpRequest
from ninja import Schema

from .accounts.models import User


class ErrorForm(Schema):
    """What went wrong, in the user's words; place and version where they are known."""

    message: str
    field: str = ""
    line: int | None = None
    column: int | None = None
    version: int | None = None


def user_of(request: HttpRequest) -> User:
    """The signed-in user; the API lets nobody else through to here."""
    return cast(User, request.user)
