"""A song map in the database: tempo and phrases."""

from __future__ import annotations

from django.db import models

from ...core.song import PhraseKind
from ..owned import Owned


class Song(Owned):
    """A song map with a steady tempo. Units: beats a minute, seconds, counts."""

    title = models.CharField(max_length=120)
    performer = models.CharField(max_length=120, blank=True)
    bpm = models.DecimalField(max_digits=9, decimal_places=5)
    first_beat_seconds = models.FloatField(default=0.0)
    beats_per_count = models.DecimalField(max_digits=6, decimal_places=4, default=1)
    count_unit = models.PositiveSmallIntegerField(default=8)

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
