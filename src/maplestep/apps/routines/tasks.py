"""The jobs of routines, kept in PostgreSQL."""

from __future__ import annotations

import uuid
from contextlib import suppress
from typing import Final

from django.db import close_old_connections, transaction
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from ..accounts.models import User
from .models import Ranking


@app.task(name="rank_shelf")
def rank_shelf(ranking: str) -> None:
    """Lay every dance on the song, or the dance on every song."""
    from .ranking import work_out  # noqa: PLC0415 - it reads the models this module is loaded with

    close_old_connections()
    found = Ranking.objects.filter(pk=uuid.UUID(ranking)).first()
    if found is not None:
        work_out(found)


@app.task(name="summarise_shelf")
def summarise_shelf(user: int) -> None:
    """Lay out what the shelf had no time for."""
    from .queries import shelf_routines  # noqa: PLC0415 - as above

    close_old_connections()
    found = User.objects.filter(pk=user).first()
    if found is not None:
        shelf_routines(found, seconds=_MOST_SECONDS)


_MOST_SECONDS: Final = 120.0


def defer_summaries(user: User) -> None:
    """Have the worker lay out the rest of a shelf; once, however often the shelf is asked for."""
    asked = summarise_shelf.configure(queueing_lock=f"shelf {user.pk}", priority=4)
    # In a transaction of its own: in PostgreSQL a refusal ends the one around it.
    with suppress(AlreadyEnqueued), transaction.atomic():
        asked.defer(user=user.pk)


def defer(ranking: Ranking) -> None:
    """Have the worker rank; begins when the transaction around it is committed."""
    # Somebody waits before the screen.
    rank_shelf.configure(priority=5).defer(ranking=str(ranking.pk))
