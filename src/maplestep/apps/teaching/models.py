"""Classes and their evenings in the database."""

from __future__ import annotations

import uuid
from typing import Final

from django.conf import settings
from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models

from ..accounts.models import User
from ..owned import Owned, through
from ..routines.models import Routine

MAX_NAME: Final = 80


class Class(Owned):
    """A class that meets once a week.

    ``weekday`` counts from Monday, 0; ``starts_at`` and all days are those of the hall's time
    ``zone``. The term runs from ``term_from`` to ``term_to``, both included, without the days in
    ``no_class`` (ISO dates); without a term it meets every week. ``rows`` and ``columns`` are
    how the dancers stand.
    """

    name = models.CharField(max_length=MAX_NAME)
    weekday = models.PositiveSmallIntegerField(validators=[MaxValueValidator(6)])
    starts_at = models.TimeField()
    minutes = models.PositiveSmallIntegerField(default=60, validators=[MinValueValidator(1)])
    level = models.CharField(max_length=30, blank=True)
    language = models.CharField(max_length=5, default="en")
    zone = models.CharField(max_length=60, default="UTC")
    rows = models.PositiveSmallIntegerField(default=3)
    columns = models.PositiveSmallIntegerField(default=5)
    term_from = models.DateField(null=True, blank=True)
    term_to = models.DateField(null=True, blank=True)
    no_class = models.JSONField(default=list, blank=True)

    class Meta:
        ordering = ("weekday", "starts_at", "name")

    def __str__(self) -> str:
        return self.name

    @classmethod
    def reached_by(cls, user: User) -> models.Q:
        """One's own, and those one teaches with others."""
        return models.Q(owner=user) | through(cls, "together__user", user)


class Together(models.Model):
    """Somebody who works on a class or a routine with its owner, and may change it.

    One of ``taught_in`` and ``routine`` is set.
    """

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    taught_in = models.ForeignKey(
        Class, on_delete=models.CASCADE, null=True, blank=True, related_name="together"
    )
    routine = models.ForeignKey(
        Routine, on_delete=models.CASCADE, null=True, blank=True, related_name="together"
    )
    joined_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("joined_at",)
        constraints = (
            models.CheckConstraint(
                condition=models.Q(routine__isnull=False) ^ models.Q(taught_in__isnull=False),
                name="together_on_routine_or_class",
            ),
            models.UniqueConstraint(fields=("user", "taught_in"), name="once_in_a_class"),
            models.UniqueConstraint(fields=("user", "routine"), name="once_on_a_routine"),
        )

    def __str__(self) -> str:
        return f"{self.user} on {self.routine or self.taught_in}"


class Invitation(models.Model):
    """A link that makes whoever opens it first, signed in, one who works on a class or a routine.

    One of ``taught_in`` and ``routine`` is set; it is deleted when it was used.
    """

    token = models.CharField(max_length=64, unique=True)
    taught_in = models.ForeignKey(Class, on_delete=models.CASCADE, null=True, blank=True)
    routine = models.ForeignKey(Routine, on_delete=models.CASCADE, null=True, blank=True)
    expires_at = models.DateTimeField()

    class Meta:
        constraints = (
            models.CheckConstraint(
                condition=models.Q(routine__isnull=False) ^ models.Q(taught_in__isnull=False),
                name="invitation_to_routine_or_class",
            ),
        )

    def __str__(self) -> str:
        return f"invitation to {self.routine or self.taught_in}"


class InRepertoire(models.Model):
    """A routine that a class dances."""

    taught_in = models.ForeignKey(Class, on_delete=models.CASCADE, related_name="repertoire")
    routine = models.ForeignKey(Routine, on_delete=models.CASCADE, related_name="danced_by")

    class Meta:
        ordering = ("id",)
        constraints = (
            models.UniqueConstraint(fields=("taught_in", "routine"), name="once_in_a_repertoire"),
        )

    def __str__(self) -> str:
        return f"{self.routine} in {self.taught_in}"


class Evening(models.Model):
    """An evening of a class: what is planned, and the log of it.

    ``wish`` is a ``WishForm``, ``entries`` a list of ``EntryForm``; ``done`` has the seconds of
    the items that are over, by key. ``begun_at`` is when teaching began, ``ends_at`` when it then
    has to be over. Of one class there is one evening a day.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    taught_in = models.ForeignKey(Class, on_delete=models.CASCADE, related_name="evenings")
    day = models.DateField()
    version = models.PositiveIntegerField(default=1)
    wish = models.JSONField(default=dict, blank=True)
    entries = models.JSONField(default=list, blank=True)
    done = models.JSONField(default=dict, blank=True)
    begun_at = models.DateTimeField(null=True, blank=True)
    ends_at = models.DateTimeField(null=True, blank=True)
    changed_at = models.DateTimeField(auto_now=True)
    changed_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )

    class Meta:
        ordering = ("day",)
        constraints = (
            models.UniqueConstraint(fields=("taught_in", "day"), name="one_evening_a_day"),
        )

    def __str__(self) -> str:
        return f"{self.taught_in}, {self.day}"


class Share(models.Model):
    """A link by which anybody may look at a routine, or at what a class dances.

    One of ``routine`` and ``taught_in`` is set. ``recording`` says that the owner may share the
    songs' recordings and does; otherwise only the stand-in band is heard. It works until
    ``expires_at`` (null: for good); a revoked one is deleted.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    token = models.CharField(max_length=64, unique=True)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    routine = models.ForeignKey(Routine, on_delete=models.CASCADE, null=True, blank=True)
    taught_in = models.ForeignKey(Class, on_delete=models.CASCADE, null=True, blank=True)
    recording = models.BooleanField(default=False)
    created_at = models.DateTimeField(auto_now_add=True)
    expires_at = models.DateTimeField(null=True, blank=True)
    visits = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ("created_at",)
        constraints = (
            models.CheckConstraint(
                condition=models.Q(routine__isnull=False) ^ models.Q(taught_in__isnull=False),
                name="share_of_routine_or_class",
            ),
        )

    def __str__(self) -> str:
        return f"link to {self.routine or self.taught_in}"
