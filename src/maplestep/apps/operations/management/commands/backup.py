"""Write a backup of everything into a new folder."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection

from .... import media
from ...backup import BackupError, back_up


class Command(BaseCommand):
    """``manage backup DIR``."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("folder", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            for name in media.names():
                media.fetch(Path(settings.MEDIA) / name)
            number = back_up(options["folder"], settings.MEDIA, connection.settings_dict)
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"The database and {number} files are in {options['folder']}.")
