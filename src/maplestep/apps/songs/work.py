"""What the worker does with a sound: decode and listen, let the band play, render a mix."""

from __future__ import annotations

import logging
import shutil
import time
from collections.abc import Sequence
from pathlib import Path
from typing import Final

from django.db import InterfaceError, OperationalError, transaction
from django.utils import timezone

from ...audio.again import pack
from ...audio.analyse import VERSION, listen, take_in_sound
from ...audio.arrays import Floats
from ...audio.band import play
from ...audio.cover import small_cover
from ...audio.headers import tags_of
from ...audio.intake import peaks_of, take_in
from ...audio.mix import render_mix
from ...core.errors import MapleStepError, RecordingError
from ...core.rehearsal.practice import Mark, MixPlan
from ...core.song.corrections import in_light_of
from ...core.song.listening import song_from, weighed
from ...core.song.model import PhraseKind
from ...formats.routine.routine_file import SongForm, song_form, song_of
from ...messages.errors import error_words, kept_words
from ...messages.heard import heard_cues
from ...messages.language import speaking
from ...views.listening import dump_listening
from .. import media
from ..errors import StoreAway
from .actions.sounds import STAND_IN_BPM, said_when_full
from .actions.write import write
from .models import AnalysisCache, Song, Sound
from .queries import corrections_of, listening_of, stored_song_form

log = logging.getLogger(__name__)
# Which part of the whole each step is, as measured on a song of three minutes.
_STEPS: Final = {
    "decode": (0.0, 0.45), "listen": (0.45, 0.65), "map": (0.65, 1.0), "band": (0.0, 1.0),
    "mix": (0.0, 1.0),
}  # fmt: skip
_OFTEN_SECONDS: Final = 0.4


class Stopped(Exception):
    """The sound was cancelled or removed meanwhile."""


class Report:
    """Writes the progress of a sound now and then. Raises Stopped when nobody wants it any more."""

    def __init__(self, sound: Sound) -> None:
        self._pk = sound.pk
        self._step, self._at = "", 0.0

    def __call__(self, step: str, done: float) -> None:
        now = time.monotonic()
        if step == self._step and now - self._at < _OFTEN_SECONDS:
            return
        self._step, self._at = step, now
        low, high = _STEPS[step]
        going = Sound.objects.filter(pk=self._pk, state=Sound.State.WORKING)
        if not going.update(step=step, done=low + (high - low) * done):
            raise Stopped


def make(sound: Sound) -> None:
    """Make a sound from beginning to end; whatever happens is said in its state and message.

    It may be begun anew at any time: what is finished already stays, and no file goes before what
    it was needed for is stored. Raises OperationalError or InterfaceError when the database is
    gone, StoreAway when the place where recordings are kept is, and leaves all as it is for the
    next try.
    """
    begun = Sound.objects.filter(
        pk=sound.pk, state__in=(Sound.State.WAITING, Sound.State.WORKING)
    ).update(state=Sound.State.WORKING, started_at=timezone.now(), done=0.0)
    if not begun:
        _tidy(sound)
        return
    sound.refresh_from_db()
    try:
        with said_when_full():
            _MAKERS[Sound.Kind(sound.kind)](sound, Report(sound))
    except Stopped:
        _tidy(sound)
    except (OperationalError, InterfaceError, StoreAway):
        raise
    except MapleStepError as error:
        fail(sound, error)
    except Exception:
        log.exception("sound %s cannot be made", sound.pk)
        fail(sound, _BROKEN)


_BROKEN: Final = "This could not be finished because of an error on our side. Try once more."


def fail(sound: Sound, refused: Exception | str) -> None:
    """Say why a sound cannot be made, then take its files off the disk."""
    with speaking(sound.song.owner.language):
        message = error_words(refused)[:500]
    Sound.objects.filter(pk=sound.pk, state=Sound.State.WORKING).update(
        state=Sound.State.FAILED, message=message, told=[kept_words(refused)], size=0
    )
    _tidy(sound)


def _tidy(sound: Sound) -> None:
    """Remove the files of a sound that nobody wants any more, and of no other."""
    kept = (Sound.State.WAITING, Sound.State.WORKING, Sound.State.READY)
    found = Sound.objects.filter(pk=sound.pk).values_list("state", flat=True).first()
    if found not in kept:
        sound.remove_files()
    elif found == Sound.State.READY:
        media.forget(sound.source)


def _record(sound: Sound, report: Report) -> None:
    media.fetch(sound.source)
    taken = take_in(sound.source, sound.path, lambda done: report("decode", done))
    sound.peaks, sound.seconds = taken.peaks, taken.seconds
    if sound.request.get("kept"):
        # From an archive: it was taken in once already.
        shutil.copyfile(sound.source, sound.path)
    sound.cover = small_cover(tags_of(sound.source).cover)
    refusal = _listen(sound, taken.mono, report)
    said: list[str] = [taken.missing.message] if taken.missing is not None else []
    said += [refusal] if refusal else []
    media.keep(sound.path)
    with transaction.atomic():
        song = Song.objects.select_for_update().get(pk=sound.song_id)
        _ready(sound, said)
        _propose(sound, song)
    media.forget(sound.source)


def _listen(sound: Sound, mono: Floats, report: Report) -> str:
    """Listen, unless these bytes were listened to before; why nothing was found, or ""."""
    known = AnalysisCache.objects.filter(digest=sound.digest, version=VERSION)
    refusal = known.values_list("refusal", flat=True).first()
    if refusal is not None:
        return refusal
    found, refusal, kept = None, "", b""
    try:
        features = take_in_sound(mono, report)
        found = dump_listening(listen(features, report))
        kept = pack(features)
    except RecordingError as error:
        refusal = str(error)
    AnalysisCache.objects.get_or_create(
        digest=sound.digest, version=VERSION,
        defaults={"listening": found, "refusal": refusal, "taken_in": kept},
    )  # fmt: skip
    return refusal


def _propose(sound: Sound, song: Song) -> None:
    """The likeliest reading becomes the song's map, unless somebody has worked on the map."""
    listening = listening_of(sound)
    if listening is None or song.version != sound.made_from:
        return
    form = stored_song_form(song)
    if song.proposed_at != song.version and not _is_blank(form):
        return
    told = float(form.bpm) if _is_blank(form) and form.bpm != STAND_IN_BPM else None
    earlier, same = corrections_of(sound)
    listening = in_light_of(listening, earlier)
    best = weighed(listening, told or same).readings[0]
    song.version += 1
    song.proposed_at = song.version
    with speaking(song.owner.language):
        proposed = song_from(best, form.title, form.performer, heard_cues())
    write(song, song_form(proposed))


def _is_blank(form: SongForm) -> bool:
    """Nobody has marked a phrase or a beat yet."""
    lead, *rest = [phrase.kind for phrase in form.phrases]
    kinds = rest if lead is PhraseKind.INTRO else [lead, *rest]
    return not form.anchors and all(kind is PhraseKind.UNMARKED for kind in kinds)


def _play(sound: Sound, report: Report) -> None:
    report("band", 0.1)
    _band_plays(sound, sound.path)
    report("band", 0.9)
    sound.peaks, sound.seconds = peaks_of(sound.path)
    media.keep(sound.path)
    _ready(sound)


def _band_plays(sound: Sound, out: Path) -> None:
    out.parent.mkdir(parents=True, exist_ok=True)
    play(song_of(SongForm.model_validate(sound.request["song"])), out)


def _mix(sound: Sound, report: Report) -> None:
    report("mix", 0.0)
    plan = MixPlan(
        lead_seconds=sound.request["lead_seconds"],
        speed=sound.request["mix"]["speed"],
        marks=tuple(Mark(at, word) for at, word in sound.request["marks"]),
    )
    recording = Sound.objects.filter(
        song=sound.song_id, kind=Sound.Kind.RECORDING, state=Sound.State.READY
    ).first()
    band = sound.path.with_suffix(".band.ogg")
    try:
        if recording is None:
            _band_plays(sound, band)
        source = recording.path if recording else band
        media.fetch(source)
        sound.seconds = render_mix(
            source, sound.path, plan, sound.request["mix"]["language"], lambda d: report("mix", d)
        )
    finally:
        band.unlink(missing_ok=True)
    media.keep(sound.path)
    _ready(sound)


def _ready(sound: Sound, said: Sequence[str] = ()) -> None:
    """Saved as ready with what is to be said, unless it was cancelled at the last moment."""
    with speaking(sound.song.owner.language):
        message = " ".join(error_words(each) for each in said)[:500]
    done = Sound.objects.filter(pk=sound.pk, state=Sound.State.WORKING).update(
        state=Sound.State.READY, step="", done=1.0, message=message,
        told=[kept_words(each) for each in said], peaks=sound.peaks,
        seconds=sound.seconds, size=sound.path.stat().st_size, cover=sound.cover,
    )  # fmt: skip
    if not done:
        raise Stopped


_MAKERS: Final = {Sound.Kind.RECORDING: _record, Sound.Kind.BAND: _play, Sound.Kind.MIX: _mix}
