"""Reading songs."""

from __future__ import annotations

import uuid
from typing import Final

from django.db.models import F, QuerySet

from ...core.song.corrections import Correction
from ...core.song.listening import Listening
from ...core.song.model import Groove, PhraseKind
from ...formats.routine.routine_file import CuePointForm, PhraseForm, SongForm
from ...views.listening import load_listening
from ..accounts.models import User
from ..owned import find
from .models import AnalysisCache, Song, Sound


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
        anchors=song.anchors,
        feel=Groove(song.feel),
        cue_points=[CuePointForm(count=count, text=text) for count, text in song.cue_points],
    )


def get_sound(user: User, pk: uuid.UUID) -> Sound:
    """One of the user's sounds. Raises NotHere."""
    return find(Sound, user, pk)


def listening_of(sound: Sound) -> Listening | None:
    """What was heard in a recording; the newest ears count."""
    found = _heard_in(sound).values_list("listening", flat=True).first()
    return load_listening(found) if found else None


def _heard_in(sound: Sound) -> QuerySet[AnalysisCache]:
    heard = AnalysisCache.objects.filter(digest=sound.digest, listening__isnull=False)
    return heard.exclude(digest="").order_by("-version")


def taken_in(sound: Sound) -> bytes:
    """What can be heard again of a recording, packed; empty when nothing was kept."""
    return bytes(_heard_in(sound).values_list("taken_in", flat=True).first() or b"")


_LOOKED_BACK: Final = 30


def corrections_of(sound: Sound) -> tuple[list[Correction], float | None]:
    """What its owner made of earlier proposals, and the tempo they gave these very bytes before.

    Of songs that somebody has worked on since they were proposed; the newest thirty.
    """
    recordings = (
        Sound.objects.filter(
            owner=sound.owner_id, kind=Sound.Kind.RECORDING, state=Sound.State.READY
        )
        .exclude(song=sound.song_id)
        .exclude(song__version=F("song__proposed_at"))
        .exclude(song__proposed_at=0)
        .select_related("song")
        .defer("peaks", "cover")
        .order_by("-created_at")[:_LOOKED_BACK]
    )
    found, same = [], None
    for each in recordings:
        heard, kept = listening_of(each), float(each.song.bpm)
        if heard is not None:
            found.append(Correction(heard=heard.best.bpm, kept=kept))
        if each.digest == sound.digest:
            same = same or kept
    return found, same
