"""What a crash may leave behind, mended: sounds that wait for a job that is gone, files of none."""

from __future__ import annotations

import time
import uuid
from datetime import timedelta
from pathlib import Path, PurePath
from typing import Final

from django.conf import settings
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from .. import media
from .models import Sound

_OLD: Final = timedelta(minutes=2)
_DAY_SECONDS: Final = 86_400


def stuck_sounds() -> list[Sound]:
    """The sounds that are to be made and that no job is for."""
    waiting = Sound.objects.filter(state__in=Sound.GOING, changed_at__lt=timezone.now() - _OLD)
    jobs = ProcrastinateJob.objects.filter(task_name="make_sound", status__in=("todo", "doing"))
    named = {str(args.get("sound")) for args in jobs.values_list("args", flat=True)}
    return [sound for sound in waiting if str(sound.pk) not in named]


def remove_lost_files() -> int:
    """Take files of sounds that do not exist off the disk, a day after they were written."""
    removed = 0
    for file in Path(settings.MEDIA).glob("*/*"):
        if not file.is_file() or time.time() - file.stat().st_mtime < _DAY_SECONDS:
            continue
        if not _is_of_a_sound(file.name):
            media.forget(file)
            removed += 1
    for name in media.old_names(_DAY_SECONDS):
        if not _is_of_a_sound(PurePath(name).name):
            media.forget(Path(settings.MEDIA) / name)
            removed += 1
    return removed


def _is_of_a_sound(name: str) -> bool:
    try:
        named = uuid.UUID(name.split(".", 1)[0])
    except ValueError:
        return False
    return Sound.objects.filter(pk=named).exists()
