"""The user: Django's own, ours to extend; and how often somebody did something."""

from __future__ import annotations

from typing import Any, ClassVar, Final

from django.conf import settings
from django.contrib.auth.models import AbstractUser, UserManager
from django.db import models

from ...messages.language import LANGUAGES
from .names import look_of

GUIDE_OVER: Final = 5
"""Behind the four desks that the guided first routine shows."""


class Users(UserManager["User"]):
    """Finds a user by their name however it is written: "Ada", "ada", full-width letters."""

    def get_by_natural_key(self, username: str | None) -> User:
        """The user of this name. Raises User.DoesNotExist."""
        found = self.filter(look=look_of(username or "")).first()
        # The release before this one stores no look.
        return found or super().get_by_natural_key(username)


class User(AbstractUser):
    """An instructor or choreographer with their own shelf.

    ``language`` is the one chosen for the product; "" follows the browser. ``look`` is what the
    name looks like: no two users have the same. ``leaves_at`` is when the account goes, with all
    that is in it; null while nobody has asked for that. ``quota_mb`` is how much sound they may
    keep; null: as much as everybody. ``guide`` is how far the guided first routine is, from 0
    (offered) to ``GUIDE_OVER``; ``guide_routine`` its example.
    """

    language = models.CharField(max_length=8, blank=True, choices=tuple(LANGUAGES.items()))
    look = models.CharField(max_length=300, unique=True, null=True, editable=False)
    leaves_at = models.DateTimeField(null=True, blank=True)
    guide = models.PositiveSmallIntegerField(default=0, db_default=GUIDE_OVER)
    guide_routine = models.UUIDField(null=True, blank=True)
    quota_mb = models.PositiveIntegerField(null=True, blank=True)

    objects: ClassVar[Users] = Users()

    @property
    def quota_megabytes(self) -> int:
        """How much sound the user may keep."""
        return settings.QUOTA_MEGABYTES if self.quota_mb is None else self.quota_mb

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Stores the look of the name with it."""
        self.look = look_of(self.username)
        super().save(*args, **kwargs)


class SignUp(models.Model):
    """An account somebody asked for, until the link in their mail is opened.

    ``key`` is the SHA-256 of what is in the link; ``password`` is hashed as a user's is.
    """

    key = models.CharField(max_length=64, unique=True)
    name = models.CharField(max_length=150)
    address = models.EmailField(max_length=254, unique=True)
    password = models.CharField(max_length=128)
    language = models.CharField(max_length=8, blank=True)
    made_at = models.DateTimeField()

    def __str__(self) -> str:
        return self.name


class Device(models.Model):
    """Where a user is signed in: a session, and the browser that holds it."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="devices")
    session_key = models.CharField(max_length=40, unique=True)
    browser = models.CharField(max_length=200, blank=True)
    signed_in_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-signed_in_at",)

    def __str__(self) -> str:
        return f"{self.user} on {self.browser}"


class Tally(models.Model):
    """How often ``key`` happened in the window that began at ``begun`` (seconds since 1970)."""

    key = models.CharField(max_length=200)
    begun = models.BigIntegerField()
    number = models.PositiveIntegerField(default=0)

    class Meta:
        constraints = (models.UniqueConstraint(fields=("key", "begun"), name="one_tally"),)

    def __str__(self) -> str:
        return f"{self.key}: {self.number}"
