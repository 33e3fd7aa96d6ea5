"""The user: Django's own, ours to extend."""

from __future__ import annotations

from django.contrib.auth.models import AbstractUser


class User(AbstractUser):
    """An instructor or choreographer with their own shelf."""
