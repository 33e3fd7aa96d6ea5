"""A routine in the database: song, dance and events."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone

from ..accounts.models import User
from ..dances.models import Dance
from ..owned import Owned, through
from ..songs.models import Song


class Routine(Owned):
    """A dance put to a song.

    ``events`` is the list that the open format writes, one ``EventForm`` each: read with
    :func:`.queries.event_forms`, written with :func:`.actions.write_events.write_events`, which
    validate it. ``title`` is empty as long as the routine is called like its dance. ``start``
    is the song count on which wall 1 begins (null: after the intro). ``summary`` is the
    shelf's line, worked out for the versions in ``summary_of``.
    """

    title = models.CharField(max_length=120, blank=True)
    song = models.ForeignKey(Song, on_delete=models.PROTECT)
    dance = models.ForeignKey(Dance, on_delete=models.PROTECT)
    start = models.PositiveIntegerField(null=True, blank=True)
    sequence = models.TextField(blank=True)
    events = models.JSONField(default=list, blank=True)
    pins = models.JSONField(default=list, blank=True)
    summary = models.JSONField(null=True, blank=True)
    summary_of = models.CharField(max_length=60, blank=True)

    class Meta:
        ordering = ("-changed_at",)

    def __str__(self) -> str:
        return self.title or self.dance.title

    @classmethod
    def reached_by(cls, user: User) -> models.Q:
        """One's own, those one has been asked to work on, and those of such a class."""
        return (
            models.Q(owner=user)
            | through(cls, "together__user", user)
            | through(cls, "danced_by__taught_in__together__user", user)
            | through(cls, "danced_by__taught_in__owner", user)
        )


class Quiz(models.Model):
    """How well its owner knows a routine: ``cards`` holds [box, round asked in] by question,
    read with :func:`.queries.cards_of`; ``rounds`` have been played."""

    routine = models.OneToOneField(Routine, on_delete=models.CASCADE, related_name="quiz")
    rounds = models.PositiveIntegerField(default=0)
    cards = models.JSONField(default=dict, blank=True)

    def __str__(self) -> str:
        return f"quiz on {self.routine}"


class Screen(models.Model):
    """A second screen that shows a routine as it is rehearsed: at ``seconds`` of the song when it
    ``changed_at``, going at ``speed``. Whoever has its ``token`` may look."""

    token = models.CharField(max_length=40, unique=True)
    routine = models.ForeignKey(Routine, on_delete=models.CASCADE)
    shown_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True)
    version = models.PositiveIntegerField(default=0)
    seconds = models.FloatField(default=0.0)
    speed = models.FloatField(default=1.0)
    playing = models.BooleanField(default=False)
    counting = models.BooleanField(default=False)
    changed_at = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return f"screen of {self.routine}"


class Ranking(Owned):
    """Which of a user's dances fit a song best, or which songs a dance; worked out by the worker.

    ``found`` has one entry a dance (or song), best first, once it is ready; ``done`` of
    ``total`` have been tried so far.
    """

    class State(models.TextChoices):
        WAITING = "waiting"
        WORKING = "working"
        READY = "ready"
        FAILED = "failed"

    song = models.ForeignKey(Song, on_delete=models.CASCADE, null=True, blank=True)
    dance = models.ForeignKey(Dance, on_delete=models.CASCADE, null=True, blank=True)
    state = models.CharField(max_length=20, choices=State, default=State.WAITING)
    done = models.PositiveIntegerField(default=0)
    total = models.PositiveIntegerField(default=0)
    found = models.JSONField(default=list, blank=True)

    class Meta:
        constraints = (
            models.CheckConstraint(
                condition=models.Q(song__isnull=False) ^ models.Q(dance__isnull=False),
                name="ranking_of_song_or_dance",
            ),
        )

    def __str__(self) -> str:
        return f"ranking for {self.song or self.dance}"
