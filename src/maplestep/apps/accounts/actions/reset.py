"""A new password for somebody who no longer knows theirs."""

from __future__ import annotations

from allauth.account.models import EmailAddress
from django.contrib.auth.tokens import default_token_generator
from django.utils.http import urlsafe_base64_decode, urlsafe_base64_encode

from ....core.errors import MapleStepError
from ....messages.language import speaking
from ..devices import sign_out_of_others
from ..mail import mail
from ..models import User
from .sign_up import check_new_password


class LinkIsOver(MapleStepError):
    """This link is over or was used already. Ask for a new one."""


def send_link(address: str, site: str, language: str) -> None:
    """Mail a link to the user with this confirmed address, if there is one."""
    found = EmailAddress.objects.filter(email=address.lower(), verified=True).first()
    if found is None or not found.user.is_active:
        return
    user = found.user
    key = (
        f"{urlsafe_base64_encode(str(user.pk).encode())}.{default_token_generator.make_token(user)}"
    )
    with speaking(user.language or language):
        mail(found.email, "reset", name=user.username, link=f"{site}/reset/{key}")


def reset(key: str, new: str) -> User:
    """Set a new password with the key of a link, and sign out everywhere.

    Raises LinkIsOver; CannotSignUp when the password is not good enough.
    """
    who, _, token = key.partition(".")
    try:
        user = User.objects.get(pk=int(urlsafe_base64_decode(who)), is_active=True)
    except (ValueError, OverflowError, User.DoesNotExist):
        raise LinkIsOver from None
    if not default_token_generator.check_token(user, token):
        raise LinkIsOver
    check_new_password(new, user, field="new")
    user.set_password(new)
    user.save(update_fields=["password"])
    sign_out_of_others(user, kept=None)
    return user
