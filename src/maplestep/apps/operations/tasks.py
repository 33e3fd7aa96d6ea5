"""The jobs of accounts, kept in PostgreSQL."""

from __future__ import annotations

import logging
import uuid
from typing import Final

from django.contrib.sessions.models import Session
from django.db import InterfaceError, OperationalError, close_old_connections
from django.utils import timezone
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

from ...core.errors import MapleStepError
from ...messages.errors import error_words
from ...messages.language import speaking
from .. import media
from ..accounts.actions.sign_up import forget_links
from ..accounts.models import Tally
from .models import Arrival

_DAY: Final = 86_400
log = logging.getLogger(__name__)


@app.task(name="bring_in", retry=RetryStrategy(max_attempts=8, wait=3))
def bring_in_archive(arrival: str) -> None:
    """Bring in an archive; why it cannot be is said in its message."""
    from .archive_in import bring_in  # noqa: PLC0415 - it reads the models of all apps

    close_old_connections()
    found = Arrival.objects.filter(pk=uuid.UUID(arrival), state=Arrival.State.WAITING).first()
    if found is None:
        return
    media.fetch(found.file)
    refused: Exception | str = ""
    with speaking(found.owner.language):
        try:
            bring_in(found)
        except MapleStepError as error:
            refused = error
        except (OperationalError, InterfaceError):
            raise
        except Exception:
            log.exception("archive %s cannot be brought in", found.pk)
            refused = "This could not be finished because of an error on our side. Try once more."
        if refused:
            Arrival.objects.filter(pk=found.pk).update(
                state=Arrival.State.FAILED, message=error_words(refused)[:500]
            )
    media.forget(found.file)


@app.periodic(cron="17 * * * *")
@app.task(name="remove_who_left", queueing_lock="remove_who_left")
def remove_accounts(timestamp: int) -> None:
    """Delete the accounts whose two weeks are over, and what nobody counts any more."""
    from .leaving import remove_who_left  # noqa: PLC0415 - as above

    close_old_connections()
    remove_who_left()
    forget_links()
    Tally.objects.filter(begun__lt=timestamp - _DAY).delete()
    Session.objects.filter(expire_date__lt=timezone.now()).delete()


def defer(arrival: Arrival) -> None:
    """Have the worker bring it in; of one user one after the other."""
    bring_in_archive.configure(lock=f"archive {arrival.owner_id}", priority=2).defer(
        arrival=str(arrival.pk)
    )
