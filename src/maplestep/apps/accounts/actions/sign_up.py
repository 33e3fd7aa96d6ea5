"""Open an account: at once, or by a link in a mail on a server that sends mail."""

from __future__ import annotations

import hashlib
import secrets
from datetime import datetime, timedelta
from typing import Final

from allauth.account.models import EmailAddress
from django.contrib.auth.hashers import make_password
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.utils import timezone

from ....core.errors import MapleStepError
from ....messages.language import spoken
from ..mail import mail
from ..models import SignUp, User
from ..names import look_of, plain_name

NAME_TAKEN: Final = "This name is taken. Choose another."
LINK_DAYS: Final = 3


class CannotSignUp(MapleStepError):
    """The account cannot be opened. ``field`` is name, password or address."""

    def __init__(self, message: str, *, field: str) -> None:
        super().__init__(message)
        self.field = field


class SignUpIsOver(MapleStepError):
    """This link is over or was used already. Sign in, or create the account again."""


def _checked(name: str, password: str) -> User:
    """A user of this name, not stored. Raises CannotSignUp when either is not good enough."""
    user = User(username=plain_name(name), language=spoken())
    try:
        user.full_clean(exclude=["password", "look"], validate_unique=False)
    except ValidationError as error:
        raise CannotSignUp(" ".join(error.messages), field="name") from error
    check_new_password(password, user, field="password")
    return user


def check_new_password(password: str, user: User, *, field: str) -> None:
    """Raises CannotSignUp, with this field, when a password is not good enough for the user."""
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise CannotSignUp(" ".join(error.messages), field=field) from error


def _store(user: User) -> User:
    try:
        with transaction.atomic():
            user.save()
    except IntegrityError as error:
        raise CannotSignUp(NAME_TAKEN, field="name") from error
    return user


def sign_up(name: str, password: str) -> User:
    """Open an account with this name and password.

    The account keeps the language that is spoken. Raises CannotSignUp when the name is taken or
    either is not good enough.
    """
    user = _checked(name, password)
    user.set_password(password)
    return _store(user)


def sign_up_by_mail(name: str, password: str, address: str, site: str) -> None:
    """Mail a link that opens the account; where the name or the address is taken, mail that.

    Whoever asks hears the same either way: who has an account is nobody else's business. Raises
    CannotSignUp for what is wrong whoever has an account.
    """
    user = _checked(name, password)
    hashed = make_password(password)
    has = EmailAddress.objects.filter(email=address, verified=True).select_related("user").first()
    if has is not None:
        mail(address, "known", name=has.user.username, link=f"{site}/reset")
    elif User.objects.filter(look=look_of(user.username)).exists():
        mail(address, "taken", name=user.username, link=f"{site}/")
    else:
        key = secrets.token_urlsafe(32)
        asked = {
            "key": _hash(key), "name": user.username, "password": hashed,
            "language": user.language, "made_at": timezone.now(),
        }  # fmt: skip
        # The link before is over; two at once become one.
        SignUp.objects.update_or_create(address=address, defaults=asked)
        mail(address, "welcome", name=user.username, link=f"{site}/welcome/{key}")


def open_by_link(key: str) -> User:
    """Open the account that a link stands for.

    Raises SignUpIsOver; CannotSignUp when somebody has taken the name meanwhile.
    """
    with transaction.atomic():
        found = SignUp.objects.select_for_update().filter(key=_hash(key)).first()
        if found is None or found.made_at < _oldest():
            raise SignUpIsOver
        user = _store(User(username=found.name, password=found.password, language=found.language))
        if not EmailAddress.objects.filter(email=found.address, verified=True).exists():
            EmailAddress.objects.create(user=user, email=found.address, verified=True, primary=True)
        found.delete()
    return user


def forget_links() -> None:
    """Forget whom nobody opened the link of."""
    SignUp.objects.filter(made_at__lt=_oldest()).delete()


def _oldest() -> datetime:
    return timezone.now() - timedelta(days=LINK_DAYS)


def _hash(key: str) -> str:
    return hashlib.sha256(key.encode()).hexdigest()
