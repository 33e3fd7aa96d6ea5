"""A song map in the database, and the sound that belongs to it."""

from __future__ import annotations

from pathlib import Path

from django.conf import settings
from django.db import models
from django.db.models import Value
from django.db.models.signals import post_delete
from django.db.transaction import on_commit
from django.dispatch import receiver

from ...core.song.model import Groove, PhraseKind
from .. import media
from ..accounts.models import User
from ..owned import Owned, of_routines


class Song(Owned):
    """A song map. Units: beats per minute, seconds, counts.

    ``anchors`` are pairs of beat and seconds, ``cue_points`` pairs of count and words.
    """

    title = models.CharField(max_length=120)
    performer = models.CharField(max_length=120, blank=True)
    bpm = models.DecimalField(max_digits=9, decimal_places=5)
    first_beat_seconds = models.FloatField(default=0.0)
    beats_per_count = models.DecimalField(max_digits=6, decimal_places=4, default=1)
    count_unit = models.PositiveSmallIntegerField(default=8)
    # The version at which what was heard became the map; 0: never.
    proposed_at = models.PositiveIntegerField(default=0)
    anchors = models.JSONField(default=list, blank=True)
    feel = models.CharField(
        max_length=20,
        choices=[(feel.value, feel.value) for feel in Groove],
        default=Groove.STRAIGHT,
    )
    cue_points = models.JSONField(default=list, blank=True)

    class Meta:
        ordering = ("title", "created_at")
        constraints = (
            models.CheckConstraint(
                condition=models.Q(bpm__gte=20, bpm__lte=400), name="song_bpm_in_range"
            ),
            models.CheckConstraint(
                condition=models.Q(count_unit__in=(6, 8)), name="song_count_unit_6_or_8"
            ),
        )

    def __str__(self) -> str:
        return self.title

    @classmethod
    def reached_by(cls, user: User) -> models.Q:
        """One's own, and those of routines one works on with others."""
        return of_routines(cls, user)


class Phrase(models.Model):
    """A stretch of a song; ``order`` counts from 0."""

    song = models.ForeignKey(Song, on_delete=models.CASCADE, related_name="phrases")
    order = models.PositiveSmallIntegerField()
    kind = models.CharField(
        max_length=20, choices=[(kind.value, kind.value) for kind in PhraseKind]
    )
    counts = models.PositiveIntegerField()
    name = models.CharField(max_length=120, blank=True)
    cue = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ("order",)
        constraints = (models.UniqueConstraint(fields=("song", "order"), name="phrase_order_once"),)


class Sound(Owned):
    """Something to listen to: a song's recording, the stand-in band, or a practice mix.

    Its file lies below ``settings.MEDIA``; ``source`` is what was uploaded, until it is decoded.
    ``cover`` is the picture on its cover, a small JPEG, or nothing. ``made_from`` is the song's
    version it was asked for at; ``digest`` (SHA-256) is of the uploaded bytes; ``done`` runs from
    0 to 1 within ``step``. ``told`` is what is to be said of it, each a template with its facts;
    ``message`` is that in its owner's language, for what was made before that was kept.
    """

    class Kind(models.TextChoices):
        RECORDING = "recording"
        BAND = "band"
        MIX = "mix"

    class State(models.TextChoices):
        WAITING = "waiting"
        WORKING = "working"
        READY = "ready"
        FAILED = "failed"
        CANCELLED = "cancelled"

    GOING = (State.WAITING, State.WORKING)
    """The states of what is still to be made."""

    song = models.ForeignKey(Song, on_delete=models.CASCADE, related_name="sounds")
    kind = models.CharField(max_length=20, choices=Kind)
    state = models.CharField(max_length=20, choices=State, default=State.WAITING)
    step = models.CharField(max_length=20, blank=True)
    done = models.FloatField(default=0.0)
    message = models.CharField(max_length=500, blank=True)
    told = models.JSONField(default=list, db_default=Value([], models.JSONField()), blank=True)
    name = models.CharField(max_length=200, blank=True)
    digest = models.CharField(max_length=64, blank=True)
    size = models.BigIntegerField(default=0)
    seconds = models.FloatField(default=0.0)
    peaks = models.JSONField(default=list, blank=True)
    request = models.JSONField(default=dict, blank=True)
    cover = models.BinaryField(default=b"", db_default=b"", blank=True)
    made_from = models.PositiveIntegerField(default=0)
    started_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("created_at",)

    def __str__(self) -> str:
        return self.name or self.kind

    @classmethod
    def reached_by(cls, user: User) -> models.Q:
        """The sounds of every song one may see."""
        return models.Q(song__in=Song.objects.filter(Song.reached_by(user)).values("pk"))

    @property
    def path(self) -> Path:
        """Where the finished sound lies; a mix in the format that was asked for."""
        return self._folder / f"{self.id}.{self.request.get('format', 'ogg')}"

    @property
    def source(self) -> Path:
        """Where the uploaded bytes lie until they are decoded."""
        return self._folder / f"{self.id}.upload"

    def remove_files(self) -> None:
        """Take what was uploaded and what was made of it off the disk."""
        media.forget(self.path)
        media.forget(self.source)

    @property
    def _folder(self) -> Path:
        return Path(settings.MEDIA) / str(self.owner_id)


@receiver(post_delete, sender=Sound)
def remove_files(instance: Sound, **_: object) -> None:
    """Nothing stays on the disk when a sound, its song or its owner goes for good."""
    on_commit(instance.remove_files)


class AnalysisCache(models.Model):
    """What listening found in these bytes; the same bytes are never listened to twice.

    ``taken_in`` is what was listened to, packed, to be heard again around what a hand corrects;
    empty for what was heard before that was kept.
    """

    digest = models.CharField(max_length=64)
    version = models.PositiveSmallIntegerField()
    listening = models.JSONField(null=True)
    refusal = models.CharField(max_length=500, blank=True)
    taken_in = models.BinaryField(default=b"", db_default=b"", blank=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=("digest", "version"), name="heard_once"),)
