"""Open an account."""

from __future__ import annotations

from typing import Final

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from ....core.errors import MapleStepError
from ....messages.language import spoken
from ..models import User
from ..names import plain_name

NAME_TAKEN: Final = "This name is taken. Choose another."


class CannotSignUp(MapleStepError):
    """The account cannot be opened. ``field`` is name or password."""

    def __init__(self, message: str, *, field: str) -> None:
        super().__init__(message)
        self.field = field


def sign_up(name: str, password: str) -> User:
    """Open an account with this name and password.

    The account keeps the language that is spoken. Raises CannotSignUp when the name is taken or
    either is not good enough.
    """
    user = User(username=plain_name(name), language=spoken())
    try:
        user.full_clean(exclude=["password", "look"])
    except ValidationError as error:
        raise CannotSignUp(" ".join(error.messages), field="name") from error
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise CannotSignUp(" ".join(error.messages), field="password") from error
    user.set_password(password)
    try:
        with transaction.atomic():
            user.save()
    except IntegrityError as error:
        raise CannotSignUp(NAME_TAKEN, field="name") from error
    return user
