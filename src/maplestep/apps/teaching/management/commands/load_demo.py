"""Load the demo account and its routines, once."""

from __future__ import annotations

from importlib import resources
from typing import Any

from django.core.management.base import BaseCommand
from django.db import transaction

from .....formats.routine.routine_file import read_routine
from .....formats.text import decode_text
from ....accounts.models import GUIDE_OVER, User
from ....dances.actions.create import create_dance
from ....routines.actions.bring_in import store_routine
from ....routines.queries import shelf_routines
from ....songs.actions.sounds import ask_band
from ...demo import load_classes

NAME = "demo"
PASSWORD = "maple-and-step"  # noqa: S105 - a local demo account, printed at start


class Command(BaseCommand):
    """``manage load_demo``: does nothing when the demo account is there already."""

    help = __doc__

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        if User.objects.filter(username=NAME).exists():
            return
        user = User.objects.create_user(NAME, password=PASSWORD, guide=GUIDE_OVER)
        files = sorted(resources.files("maplestep.demo").iterdir(), key=lambda f: f.name)
        for file in files:
            if file.name.endswith(".json"):
                routine = store_routine(user, read_routine(file.read_bytes())[0])
                ask_band(user, routine.song_id)
            elif file.name.endswith(".txt"):
                create_dance(user, decode_text(file.read_bytes()))
        shelf_routines(user, seconds=60.0)
        load_classes(user)
