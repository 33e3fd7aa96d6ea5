"""Who runs the server and sees the pages of the staff."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from ...models import User
from ...second_factor import has_second_factor


class Command(BaseCommand):
    """staff NAME [--no]"""

    help = "Let a user see the pages of the staff, or no longer."

    def add_arguments(self, parser: CommandParser) -> None:
        """The name, and whether it is taken back."""
        parser.add_argument("name")
        parser.add_argument("--no", action="store_true", help="no longer")

    def handle(self, *args: Any, **options: Any) -> None:
        """Store it, and say what is still missing."""
        try:
            user = User.objects.get_by_natural_key(options["name"])
        except User.DoesNotExist as error:
            raise CommandError(f"nobody is called {options['name']}") from error
        user.is_staff = user.is_superuser = not options["no"]
        user.save(update_fields=["is_staff", "is_superuser"])
        if user.is_staff and not has_second_factor(user):
            self.stdout.write("They come in once they have set up a second factor (Account).")
