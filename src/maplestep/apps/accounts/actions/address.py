"""The mail address of an account: asked for, confirmed by a link, taken away."""

from __future__ import annotations

from allauth.account.models import EmailAddress, EmailConfirmationHMAC
from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import IntegrityError, transaction

from ....core.errors import Message
from ..mail import mail
from ..models import User
from .reset import LinkIsOver
from .sign_up import CannotSignUp


def plain_address(address: str) -> str:
    """A mail address as it is stored. Raises CannotSignUp when it is none."""
    said = address.strip().lower()
    try:
        validate_email(said)
    except ValidationError as error:
        words = Message(
            "“{address}” is no mail address. Type one like name@example.org.", address=said
        )
        raise CannotSignUp(words, field="address") from error
    return said


def address_of_user(user: User) -> EmailAddress | None:
    """The address that is confirmed, or else the one that waits for that."""
    return EmailAddress.objects.filter(user=user).order_by("-verified", "-pk").first()


def ask_to_confirm(user: User, address: str, site: str) -> EmailAddress:
    """Store an address and mail a link to it; the one before holds until the link is opened."""
    said = plain_address(address)
    with transaction.atomic():
        EmailAddress.objects.filter(user=user, verified=False).exclude(email=said).delete()
        found, _ = EmailAddress.objects.get_or_create(user=user, email=said)
    if not found.verified:
        link = f"{site}/confirm/{EmailConfirmationHMAC(found).key}"
        mail(said, "confirm", name=user.username, link=link)
    return found


def confirm(key: str, site: str) -> EmailAddress:
    """The address of a link is its user's from now on, instead of any other.

    Raises LinkIsOver; CannotSignUp when another account has confirmed it meanwhile.
    """
    found = EmailConfirmationHMAC.from_key(key)
    if found is None:
        raise LinkIsOver
    address = found.email_address
    before = EmailAddress.objects.filter(user=address.user, verified=True).first()
    try:
        with transaction.atomic():
            EmailAddress.objects.filter(user=address.user).exclude(pk=address.pk).delete()
            address.verified = address.primary = True
            address.save()
    except IntegrityError as error:
        raise CannotSignUp(
            "This mail address belongs to another account.", field="address"
        ) from error
    if before is not None and before.email != address.email:
        mail(before.email, "moved", name=address.user.username, link=f"{site}/")
    return address


def tell(user: User, about: str, site: str) -> None:
    """Mail the user that something about signing in was changed, where their address is known."""
    found = EmailAddress.objects.filter(user=user, verified=True).first()
    if found is not None:
        mail(found.email, about, name=user.username, link=f"{site}/reset")
