"""One sound made in a process of its own, with bounds on time and memory.

``python -m maplestep.apps.songs.alone ID``: a hostile or broken recording may take its own process
down, never the worker's, and holds up nobody for longer than the bounds.
"""

from __future__ import annotations

import ctypes
import os
import resource
import signal
import subprocess
import sys
import uuid
from typing import Final

import django

CPU_SECONDS: Final = 240
"""Fifteen minutes of music take about thirty."""
WALL_SECONDS: Final = 600
MEMORY_BYTES: Final = 3_000_000_000
"""Of addresses: numpy's threads reserve more than they use."""
TRY_AGAIN: Final = os.EX_TEMPFAIL
"""The database, or the place where recordings are kept, has gone meanwhile."""
_PARENT_GONE: Final = 1  # PR_SET_PDEATHSIG of Linux


def run_alone(sound: uuid.UUID) -> int:
    """Make a sound in a process of its own; its exit code, negative when it was stopped."""
    command = [sys.executable, "-m", "maplestep.apps.songs.alone", str(sound)]
    try:
        return subprocess.run(  # noqa: S603 - our own module, and an id
            command, timeout=WALL_SECONDS, check=False
        ).returncode
    except subprocess.TimeoutExpired:
        return -signal.SIGKILL


def _bound() -> None:
    ctypes.CDLL(None).prctl(_PARENT_GONE, signal.SIGKILL)
    resource.setrlimit(resource.RLIMIT_CPU, (CPU_SECONDS, CPU_SECONDS + 1))
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY_BYTES, MEMORY_BYTES))


def main() -> int:
    """Make the sound that is named. Its state says how that went."""
    _bound()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "maplestep.server.settings")
    django.setup()
    from django.db import InterfaceError, OperationalError  # noqa: PLC0415 - after setup

    from ..errors import StoreAway  # noqa: PLC0415
    from .models import Sound  # noqa: PLC0415
    from .work import make  # noqa: PLC0415

    try:
        found = Sound.objects.filter(pk=uuid.UUID(sys.argv[1])).first()
        if found is not None:
            make(found)
    except (OperationalError, InterfaceError, StoreAway):
        return TRY_AGAIN
    return 0


if __name__ == "__main__":
    sys.exit(main())
