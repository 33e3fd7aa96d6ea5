"""Write the secrets of second factors with the signing key of today."""

from __future__ import annotations

from typing import Any

from allauth.mfa.models import Authenticator
from allauth.mfa.utils import decrypt, encrypt
from django.core.management.base import BaseCommand
from django.db import transaction

_SECRETS = ("secret", "seed")


class Command(BaseCommand):
    """encrypt_anew"""

    help = __doc__

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        """Read each with the key it was written with, and write it again."""
        number = 0
        for held in Authenticator.objects.select_for_update():
            for name in _SECRETS:
                if name in held.data:
                    held.data[name] = encrypt(decrypt(held.data[name]))
                    number += 1
            held.save(update_fields=["data"])
        self.stdout.write(f"{number} secrets written anew")
