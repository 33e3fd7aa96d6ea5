"""Mail to a user: what it says, and the worker that sends it.

A server without ``MAPLESTEP_MAIL`` sends none, and nothing that needs it is offered.
"""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest

from ...core.errors import Message
from ...messages.errors import error_words
from .tasks import send_mail

SUBJECTS = {
    "confirm": "Is this your mail address?",
    "welcome": "Open your account",
    "known": "You have an account already",
    "taken": "This name is taken",
    "reset": "A new password",
    "moved": "The mail address of your account was changed",
    "password": "The password of your account was changed",
    "factor": "Signing in with a second factor was changed",
}
BODIES = {
    "confirm": (
        "Hello {name},\n\nopen this link to confirm that this is your mail address. It works for "
        "three days:\n\n{link}\n\nIf you did not ask for this, there is nothing to do."
    ),
    "welcome": (
        "Hello {name},\n\nopen this link to open your account. It works for three days:\n\n{link}"
        "\n\nIf you did not ask for this, there is nothing to do."
    ),
    "known": (
        "Hello,\n\nsomebody, probably you, asked for an account with this mail address. You have "
        "one already; its name is {name}. If you no longer know the password, ask for a new one:"
        "\n\n{link}"
    ),
    "taken": (
        "Hello,\n\nyou asked for an account with the name {name}. It is taken. Choose another one:"
        "\n\n{link}"
    ),
    "reset": (
        "Hello {name},\n\nopen this link to choose a new password. It works for three hours:\n\n"
        "{link}\n\nIf you did not ask for this, there is nothing to do; your password holds."
    ),
    "moved": (
        "Hello {name},\n\nyour account now has another mail address. If this was not you, choose a "
        "new password and write to whoever runs this server:\n\n{link}"
    ),
    "password": (
        "Hello {name},\n\nthe password of your account was changed. If this was not you, ask for a "
        "new one:\n\n{link}"
    ),
    "factor": (
        "Hello {name},\n\nhow you sign in with a second factor was changed. If this was not you, "
        "choose a new password:\n\n{link}"
    ),
}
"""What a mail says, by what it is about; in the language that is spoken, by their templates."""


def site_of(request: HttpRequest) -> str:
    """The address of this server, without a slash at its end."""
    return request.build_absolute_uri("/").rstrip("/")


def mail(to: str, about: str, *, name: str = "", link: str = "") -> None:
    """Have the worker send a mail in the language that is spoken; nothing on a server without."""
    if settings.MAIL_ON:
        body = error_words(Message(BODIES[about], name=name, link=link))
        send_mail.defer(to=to, subject=error_words(SUBJECTS[about]), body=body)
