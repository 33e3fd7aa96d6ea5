"""Bring a backup into an empty database and an empty media folder."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection

from .... import media
from ...backup import BackupError, restore


class Command(BaseCommand):
    """``manage restore DIR``."""

    help = __doc__
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("folder", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        folder, at = options["folder"], connection.settings_dict
        empty = not connection.introspection.table_names()
        connection.close()
        try:
            number = restore(folder, settings.MEDIA, at, is_empty=empty)
            for file in Path(settings.MEDIA).glob("*/*"):
                media.keep(file)
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from error
        # A backup of an earlier release is brought up to this one.
        call_command("migrate", verbosity=0)
        self.stdout.write(f"The database and {number} files are back.")
