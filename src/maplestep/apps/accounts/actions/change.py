"""Change one's name or password."""

from __future__ import annotations

from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from ..models import User
from ..names import plain_name
from .sign_up import NAME_TAKEN, CannotSignUp, check_new_password


class NotThePassword(CannotSignUp):
    """The password typed is not the account's."""

    def __init__(self) -> None:
        super().__init__("This is not your password.", field="password")


def check_password_of(user: User, password: str) -> None:
    """Raises NotThePassword."""
    if not user.check_password(password):
        raise NotThePassword


def change_password(user: User, old: str, new: str) -> None:
    """Set a new password. Raises NotThePassword, or CannotSignUp when it is not good enough."""
    check_password_of(user, old)
    check_new_password(new, user, field="new")
    user.set_password(new)
    user.save(update_fields=["password"])


def change_name(user: User, name: str) -> None:
    """Go by another name. Raises CannotSignUp when it is taken or no name."""
    user.username = plain_name(name)
    try:
        user.full_clean(exclude=["password", "look"])
    except ValidationError as error:
        raise CannotSignUp(" ".join(error.messages), field="name") from error
    try:
        with transaction.atomic():
            user.save()
    except IntegrityError as error:
        raise CannotSignUp(NAME_TAKEN, field="name") from error
