"""Dances in the database: step sheets as text, nothing derived, and what belongs to them."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from ..accounts.models import User
from ..owned import Owned, of_routines


class Dance(Owned):
    """A dance. The sheet's text is the truth; parts and moves are read from it.

    ``title``, ``counts`` and ``walls`` are read from the text when it is stored, for
    the shelf.
    """

    title = models.CharField(max_length=120)
    sheet = models.TextField(blank=True)
    counts = models.PositiveIntegerField(default=0)
    walls = models.PositiveSmallIntegerField(null=True, blank=True)

    class Meta:
        ordering = ("title", "created_at")

    def __str__(self) -> str:
        return self.title

    @classmethod
    def reached_by(cls, user: User) -> models.Q:
        """One's own, and those of routines one works on with others."""
        return of_routines(cls, user)


class Draft(models.Model):
    """A sheet as it was at some time. What is typed in one go makes one draft.

    ``counts`` is what it came to then; None where it was stored before counts were.
    """

    dance = models.ForeignKey(Dance, on_delete=models.CASCADE, related_name="drafts")
    sheet = models.TextField(blank=True)
    counts = models.FloatField(null=True)
    begun_at = models.DateTimeField()
    saved_at = models.DateTimeField()

    class Meta:
        ordering = ("-saved_at", "-id")

    def __str__(self) -> str:
        return f"{self.dance} at {self.saved_at}"


class OwnFigure(models.Model):
    """A figure a user has defined: its steps as on a sheet, "1&2 R side, L together"."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    name = models.CharField(max_length=60)
    steps = models.CharField(max_length=500)

    class Meta:
        ordering = ("name",)
        constraints = (
            models.UniqueConstraint(fields=("owner", "name"), name="one_figure_of_a_name"),
        )

    def __str__(self) -> str:
        return self.name


class Scan(Owned):
    """A picture of a sheet, and the words read in it. ``doubtful``: [start, end, per cent]."""

    class State(models.TextChoices):
        READING = "reading"
        READY = "ready"
        FAILED = "failed"

    name = models.CharField(max_length=120, blank=True)
    picture = models.BinaryField()
    state = models.CharField(max_length=20, choices=State, default=State.READING)
    message = models.CharField(max_length=300, blank=True)
    text = models.TextField(blank=True)
    doubtful = models.JSONField(default=list, blank=True)

    def __str__(self) -> str:
        return self.name
