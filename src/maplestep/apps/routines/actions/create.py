"""Put a dance to a song; either may be new."""

from __future__ import annotations

import re
import uuid
from dataclasses import dataclass
from fractions import Fraction

from django.db import transaction

from ....core.errors import RoutineError
from ....core.routine.from_sheet import taken_over
from ....core.song.model import MAX_PHRASE, USUAL_INTRO, unmapped_song
from ....formats.routine.routine_file import MAX_TITLE, event_form, song_form
from ...accounts.models import User
from ...dances.actions.create import create_dance
from ...dances.models import Dance
from ...dances.queries import get_dance, reading_of
from ...songs.actions.create import create_song
from ...songs.models import Song
from ...songs.queries import get_song
from ..models import Routine
from .write_events import write_events


@dataclass(frozen=True, slots=True, kw_only=True)
class NewSong:
    """All that is asked of a song at first. Units: beats per minute, seconds."""

    title: str
    bpm: Fraction
    length_seconds: float


@transaction.atomic
def create_routine(user: User, song: uuid.UUID | NewSong, dance: uuid.UUID | str) -> Routine:
    """A new routine of a song (picked or new) and a dance (picked, or a sheet's text).

    Whatever the sheet states of order, tags, restarts and the like is laid at once.

    Raises NotHere, SongError, FileError or, for an empty sheet, RoutineError.
    """
    danced = _dance(user, dance)
    put_to = _song(user, song, danced)
    stated = taken_over(reading_of(user, danced.sheet))
    routine = Routine.objects.create(
        owner=user, song=put_to, dance=danced, sequence=stated.sequence
    )
    write_events(routine, [event_form(event) for event in stated.events])
    return routine


def _song(user: User, song: uuid.UUID | NewSong, dance: Dance) -> Song:
    if isinstance(song, uuid.UUID):
        return get_song(user, song)
    # A sheet often says how many counts to wait.
    claim = reading_of(user, dance.sheet).sheet.claims.intro
    new = unmapped_song(
        song.title.strip() or _song_said(user, dance) or "Untitled song",
        song.bpm,
        song.length_seconds,
        intro=claim.value if claim and claim.value <= MAX_PHRASE else USUAL_INTRO,
    )
    return create_song(user, song_form(new))


def _song_said(user: User, dance: Dance) -> str:
    """The song that the sheet names, without who sings it."""
    said = reading_of(user, dance.sheet).sheet.claims.song
    return re.split(r"\s+(?:by|par|-|–)\s+|\s*[(/»”]", said)[0].strip(' “”«»"')[:MAX_TITLE]


def _dance(user: User, dance: uuid.UUID | str) -> Dance:
    if isinstance(dance, uuid.UUID):
        return get_dance(user, dance)
    if not dance.strip():
        raise RoutineError("Paste a step sheet or pick a dance.", field="sheet")
    return create_dance(user, dance)
