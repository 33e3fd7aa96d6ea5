"""The jobs of routines, kept in PostgreSQL."""

from __future__ import annotations

import uuid

from django.db import close_old_connections
from procrastinate.contrib.django import app

from .models import Ranking


@app.task(name="rank_shelf")
def rank_shelf(ranking: str) -> None:
    """Lay every dance on the song, or the dance on every song."""
    from .ranking import work_out  # noqa: PLC0415 - it reads the models this module is loaded with

    close_old_connections()
    found = Ranking.objects.filter(pk=uuid.UUID(ranking)).first()
    if found is not None:
        work_out(found)


def defer(ranking: Ranking) -> None:
    """Have the worker rank; begins when the transaction around it is committed."""
    # Somebody waits before the screen.
    rank_shelf.configure(priority=5).defer(ranking=str(ranking.pk))
