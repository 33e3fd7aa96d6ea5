"""Write the fields and phrases of a song; shared by creating and saving."""

from __future__ import annotations

from ....formats.routine.routine_file import SongForm, song_of
from ..models import Phrase, Song


def write(song: Song, form: SongForm) -> None:
    """Check the form through the core, then store it. Raises SongError."""
    song_of(form)
    song.title = form.title.strip() or "Untitled song"
    song.performer = form.performer
    song.bpm = form.bpm
    song.first_beat_seconds = form.first_beat_seconds
    song.beats_per_count = form.beats_per_count
    song.count_unit = form.count_unit
    song.anchors = form.anchors
    song.feel = form.feel.value
    song.cue_points = [[cue.count, cue.text] for cue in form.cue_points]
    song.save()
    song.phrases.all().delete()
    Phrase.objects.bulk_create(
        Phrase(
            song=song,
            order=order,
            kind=phrase.kind.value,
            counts=phrase.counts,
            name=phrase.name,
            cue=phrase.cue,
        )
        for order, phrase in enumerate(form.phrases)
    )
