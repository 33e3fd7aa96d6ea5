"""The mail address of an account, and a new password by mail, over HTTP."""

from __future__ import annotations

from typing import Annotated

from django.conf import settings
from django.http import HttpRequest
from django.utils import translation
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Schema, Status
from ninja.decorators import decorate_view
from pydantic import Field

from ...core.errors import MapleStepError
from ..http import ErrorForm, user_of
from .actions.address import address_of_user, ask_to_confirm, confirm, plain_address, tell
from .actions.change import NotThePassword, check_password_of
from .actions.reset import reset
from .address import address_of
from .mail import site_of
from .models import User
from .tasks import reset_mail
from .throttle import HOUR, spent, try_of_password

router = Router(tags=["account"])
Password = Annotated[str, Field(min_length=1, max_length=200)]
Address = Annotated[str, Field(min_length=1, max_length=254)]
Key = Annotated[str, Field(min_length=1, max_length=400)]


class NoMailHere(MapleStepError):
    """This server sends no mail. Ask whoever runs it."""


class AddressForm(Schema):
    """A mail address, and the password so that nobody else changes it."""

    address: Address
    password: Password


class AddressOut(Schema):
    """The mail address of an account, "" without one; whether its owner has opened the link."""

    mail: bool = Field(description="Whether this server sends mail.")
    address: str = ""
    confirmed: bool = False


class KeyForm(Schema):
    """What stands in the link of a mail."""

    key: Key


class AskForm(Schema):
    """Whose password is to be new."""

    address: Address


class NewPasswordForm(KeyForm):
    """A new password, by the link of a mail."""

    new: Password


def _out(user: User) -> AddressOut:
    found = address_of_user(user)
    return AddressOut(
        mail=settings.MAIL_ON,
        address=found.email if found else "",
        confirmed=bool(found and found.verified),
    )


def limit_mails(to: str) -> None:
    """Count a mail to an address. Raises NoMailHere, and TooOften after five within an hour."""
    if not settings.MAIL_ON:
        raise NoMailHere
    words = (
        "Within an hour {most} mails went to this address. Look for them; wait {minutes} minutes."
    )
    spent(f"mail {to}", 5, words, HOUR)


@router.get("/account/address", response=AddressOut)
def address(request: HttpRequest) -> AddressOut:
    """One's mail address."""
    return _out(user_of(request))


@router.put("/account/address", response={200: AddressOut, 422: ErrorForm, 429: ErrorForm})
def change_address(request: HttpRequest, form: AddressForm) -> AddressOut:
    """Another mail address; it holds once the link in the mail is opened."""
    user, said = user_of(request), plain_address(form.address)
    with try_of_password(request, NotThePassword):
        check_password_of(user, form.password)
    limit_mails(said)
    ask_to_confirm(user, said, site_of(request))
    return _out(user)


@router.post("/confirm", response={200: AddressOut, 422: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def confirm_address(request: HttpRequest, form: KeyForm) -> AddressOut:
    """The link in the mail was opened."""
    found = confirm(form.key, site_of(request))
    return AddressOut(mail=settings.MAIL_ON, address=found.email, confirmed=True)


@router.post("/reset", response={204: None, 422: ErrorForm, 429: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def ask_for_password(request: HttpRequest, form: AskForm) -> Status[None]:
    """A mail with a link for a new password; the answer is the same whoever has an account."""
    said = plain_address(form.address)
    words = (
        "From your network {most} such mails were asked for within an hour. Wait {minutes} minutes."
    )
    spent(f"reset {address_of(request)}", 30, words, HOUR)
    limit_mails(said)
    reset_mail.defer(address=said, site=site_of(request), language=translation.get_language() or "")
    return Status(204, None)


@router.put("/reset", response={204: None, 422: ErrorForm}, auth=None)
@decorate_view(csrf_protect)
def new_password(request: HttpRequest, form: NewPasswordForm) -> Status[None]:
    """A new password by the link in the mail; one signs in with it afterwards."""
    tell(reset(form.key, form.new), "password", site_of(request))
    return Status(204, None)
