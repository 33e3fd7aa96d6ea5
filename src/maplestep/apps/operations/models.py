"""Archives that are being brought in."""

from __future__ import annotations

import uuid
from pathlib import Path

from django.conf import settings
from django.db import models
from django.db.models.signals import post_delete
from django.db.transaction import on_commit
from django.dispatch import receiver


class Arrival(models.Model):
    """An archive somebody brings in, and how far the worker is with it."""

    class State(models.TextChoices):
        WAITING = "waiting"
        READY = "ready"
        FAILED = "failed"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    state = models.CharField(max_length=20, choices=State, default=State.WAITING)
    message = models.CharField(max_length=500, blank=True)
    songs = models.PositiveIntegerField(default=0)
    dances = models.PositiveIntegerField(default=0)
    routines = models.PositiveIntegerField(default=0)
    classes = models.PositiveIntegerField(default=0)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-created_at",)

    def __str__(self) -> str:
        return f"archive of {self.owner}"

    @property
    def file(self) -> Path:
        """Where the archive lies until it is brought in."""
        return Path(settings.MEDIA) / str(self.owner_id) / f"{self.id}.archive"


@receiver(post_delete, sender=Arrival)
def remove_file(instance: Arrival, **_: object) -> None:
    """The archive goes with its row."""
    on_commit(lambda: instance.file.unlink(missing_ok=True))
