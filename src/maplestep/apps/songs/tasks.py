"""The jobs of the worker, kept in PostgreSQL."""

from __future__ import annotations

import uuid
from typing import Final

from django.db import OperationalError, close_old_connections
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from .alone import TRY_AGAIN, run_alone
from .models import Sound
from .sweeping import remove_lost_files, stuck_sounds

# A worker that was killed stops saying that it lives; what it had begun is begun anew.
SILENT_SECONDS: Final = 15
# Somebody waits before the screen for a recording.
_FIRST: Final = {Sound.Kind.RECORDING: 10}
TOO_MUCH: Final = (
    "This takes more time or memory than one recording may have here. Cut out the one song, save "
    "it in stereo with 44,100 samples a second, and try again."
)


@app.task(name="make_sound", retry=RetryStrategy(max_attempts=9, exponential_wait=2))
def make_sound(sound: str) -> None:
    """Make a recording's map, the band's playing or a mix, in a process of its own.

    Raises OperationalError when the database, or the place where recordings are kept, has gone
    meanwhile; the job is then tried again, the last time a quarter of an hour later.
    """
    close_old_connections()
    code = run_alone(uuid.UUID(sound))
    if code == TRY_AGAIN:
        raise OperationalError
    if code:
        _give_up(sound)


def _give_up(sound: str) -> None:
    from .work import fail  # noqa: PLC0415 - numpy is slow to load, and is seldom needed here

    found = Sound.objects.filter(pk=sound, state__in=Sound.GOING).first()
    if found is not None:
        fail(found, TOO_MUCH)


@app.periodic(cron="* * * * * */10")
@app.task(name="begin_anew", queueing_lock="begin_anew", pass_context=True)
async def begin_anew(context: JobContext, timestamp: int) -> None:
    """Take up the jobs of workers that were killed."""
    manager = context.app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=SILENT_SECONDS):
        await manager.retry_job(job)


@app.periodic(cron="* * * * *")
@app.task(name="sweep", queueing_lock="sweep")
def sweep(timestamp: int) -> None:
    """Mend what a crash has left: sounds without a job, and once an hour files without a sound."""
    close_old_connections()
    for sound in stuck_sounds():
        defer(sound)
    if timestamp // 60 % 60 == 0:
        remove_lost_files()


def defer(sound: Sound) -> None:
    """Have the worker make a sound; begins when the transaction around it is committed.

    Jobs for the same bytes go one after another, so that the second finds what the first heard.
    Who has much waiting comes behind those who have little.
    """
    lock = sound.digest or str(sound.pk)
    waiting = Sound.objects.filter(owner=sound.owner_id, state__in=Sound.GOING).count()
    priority = _FIRST.get(Sound.Kind(sound.kind), 0) - waiting
    make_sound.configure(lock=lock, priority=priority).defer(sound=str(sound.pk))
