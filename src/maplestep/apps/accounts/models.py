"""The user: Django's own, ours to extend."""

from __future__ import annotations

from django.contrib.auth.models import AbstractUser
from django.db import models

from ...messages.language import LANGUAGES


class User(AbstractUser):
    """An instructor or choreographer with their own shelf.

    ``language`` is the one chosen for the product; "" follows the browser.
    """

    language = models.CharField(max_length=8, blank=True, choices=tuple(LANGUAGES.items()))
