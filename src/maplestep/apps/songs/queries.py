"""Reading songs."""

from __future__ import annotations

import uuid

from ...core.song import PhraseKind
from ...formats.routine_file import PhraseForm, SongForm
from ..accounts.models import User
from ..owned import find
from .models import Song


def get_song(user: User, pk: uuid.UUID) -> Song:
    """One of the user's songs. Raises NotHere."""
    return find(Song, user, pk)


def stored_song_form(song: Song) -> SongForm:
    """A song as the open format writes it."""
    return SongForm(
        title=song.title,
        performer=song.performer,
        bpm=song.bpm,
        first_beat_seconds=song.first_beat_seconds,
        beats_per_count=song.beats_per_count,
        count_unit=6 if song.count_unit == 6 else 8,
        phrases=[
            PhraseForm(
                kind=PhraseKind(phrase.kind), counts=phrase.counts, name=phrase.name, cue=phrase.cue
            )
            for phrase in song.phrases.all()
        ],
    )
