"""The jobs of the worker, kept in PostgreSQL."""

from __future__ import annotations

import uuid
from typing import Final

from django.db import close_old_connections
from procrastinate import JobContext
from procrastinate.contrib.django import app

from .models import Sound

# A worker that was killed stops saying that it lives; what it had begun is begun anew.
SILENT_SECONDS: Final = 15
# Somebody waits before the screen for a recording.
_FIRST: Final = {Sound.Kind.RECORDING: 10}


@app.task(name="make_sound")
def make_sound(sound: str) -> None:
    """Make a recording's map, the band's playing or a mix."""
    from .work import make  # noqa: PLC0415 - numpy is slow to load, and only the worker needs it

    close_old_connections()
    found = Sound.objects.filter(pk=uuid.UUID(sound)).first()
    if found is not None:
        make(found)


@app.periodic(cron="* * * * * */10")
@app.task(name="begin_anew", queueing_lock="begin_anew", pass_context=True)
async def begin_anew(context: JobContext, timestamp: int) -> None:
    """Take up the jobs of workers that were killed."""
    manager = context.app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=SILENT_SECONDS):
        await manager.retry_job(job)


def defer(sound: Sound) -> None:
    """Have the worker make a sound; begins when the transaction around it is committed.

    Jobs for the same bytes go one after another, so that the second finds what the first heard.
    """
    lock = sound.digest or str(sound.pk)
    make_sound.configure(lock=lock, priority=_FIRST.get(Sound.Kind(sound.kind), 0)).defer(
        sound=str(sound.pk)
    )
