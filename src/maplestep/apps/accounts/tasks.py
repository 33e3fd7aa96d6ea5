"""The mails, sent by the worker: whoever asked for one does not wait for the mail server."""

from __future__ import annotations

from django.core.mail import EmailMessage
from django.db import close_old_connections
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

# A mail server that is down for a while: after 30 s, 1 min, 2 min … for half a day.
_AGAIN = RetryStrategy(max_attempts=11, wait=30, exponential_wait=2)


@app.task(name="send_mail", retry=_AGAIN)
def send_mail(to: str, subject: str, body: str) -> None:
    """Send one mail."""
    EmailMessage(subject, body, to=[to]).send()


@app.task(name="reset_mail", retry=_AGAIN)
def reset_mail(address: str, site: str, language: str) -> None:
    """Send a link for a new password to whoever has this address; to nobody where nobody has.

    Looked up here, so that the page answers as fast for an address that nobody has.
    """
    from .actions.reset import send_link  # noqa: PLC0415 - it reads the models

    close_old_connections()
    send_link(address, site, language)
