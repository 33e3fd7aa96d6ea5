"""A dance in the database: its step sheet as text, nothing derived."""

from __future__ import annotations

from django.db import models

from ..owned import Owned


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
