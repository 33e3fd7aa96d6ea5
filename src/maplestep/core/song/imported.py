"""A song as other programs hand it over: some of beats, tempo, segments and lines of lyric.

Whatever is missing comes from the song it is laid on, or is left unmarked.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise
from typing import Final

from ..errors import Message, SongError
from .grid import usual_bpm
from .line import kind_of
from .model import (
    MAX_PHRASE,
    MAX_SONG,
    CuePoint,
    Phrase,
    PhraseKind,
    Song,
    TempoMap,
    anchors_through,
)

MAX_CUE_POINTS: Final = 500


@dataclass(frozen=True, slots=True, kw_only=True)
class ImportedSegment:
    """A named stretch, in seconds of the recording."""

    start_seconds: float
    end_seconds: float
    name: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class ImportedSong:
    """What a file says. ``beats`` in seconds; ``one`` is the number of a beat that is a count 1."""

    title: str = ""
    performer: str = ""
    beats: tuple[float, ...] = ()
    one: int = 0
    bpm: float | None = None
    segments: tuple[ImportedSegment, ...] = ()
    cues: tuple[tuple[float, str], ...] = ()
    count_unit: int | None = None
    seconds: float = 0.0


def lay_on(sketch: ImportedSong, song: Song | None, title: str = "") -> Song:
    """The song with what the sketch says, or a new one. Raises SongError if too little is said."""
    laid = _with_beats(sketch, song, title)
    if sketch.segments:
        laid = _with_segments(laid, sketch.segments)
    if sketch.cues:
        laid = replace(laid, cue_points=_cue_points(laid, sketch.cues))
    return laid


def _with_beats(sketch: ImportedSong, song: Song | None, title: str) -> Song:
    if len(sketch.beats) >= 2:
        return _from_beats(sketch, song, title)
    if song is not None:
        unit = sketch.count_unit or song.count_unit
        return replace(song, count_unit=unit)
    if sketch.bpm is None:
        raise SongError(
            "This file has neither beats nor a tempo. Make the song first, with its tempo or its "
            "recording, then bring this file in on its Song desk.",
            field="file",
        )
    bpm = Fraction(round(sketch.bpm, 3)).limit_denominator(1000)
    first = sketch.segments[0].start_seconds if sketch.segments else 0.0
    tempo = TempoMap.steady(bpm, max(0.0, first))
    end = max([sketch.seconds, *(s.end_seconds for s in sketch.segments)])
    counts = max(1, round(tempo.beat(end)))
    return Song(
        title=sketch.title or title, performer=sketch.performer, bpm=bpm,
        first_beat_seconds=max(0.0, first), count_unit=sketch.count_unit or 8,
        phrases=_unmarked(counts),
    )  # fmt: skip


def _from_beats(sketch: ImportedSong, song: Song | None, title: str) -> Song:
    beats = list(sketch.beats)
    if any(b <= a for a, b in pairwise(beats)):
        raise SongError("The beats of this file do not go forward in time.", field="file")
    zero = sketch.one
    if sketch.segments:
        # Count 1 of the song is the beat nearest to where its first segment begins.
        wanted = sketch.segments[0].start_seconds
        near = bisect_left(beats, wanted)
        zero = min(
            (n for n in (near - 1, near) if 0 <= n < len(beats)),
            key=lambda n: abs(beats[n] - wanted),
        )
    anchors = anchors_through(beats, first=-zero)
    tempo = TempoMap(anchors=anchors)
    counts = len(beats) - zero
    if counts > MAX_SONG:
        raise SongError(
            Message(
                "A song may have {max_song:,} counts; this file has {counts:,}.",
                max_song=MAX_SONG,
                counts=counts,
            ),
            field="file",
        )
    first = tempo.seconds(0)
    return Song(
        title=(song.title if song else "") or sketch.title or title,
        performer=(song.performer if song else "") or sketch.performer,
        bpm=usual_bpm(tempo, Fraction(counts)), anchors=anchors, first_beat_seconds=max(0.0, first),
        count_unit=sketch.count_unit or (song.count_unit if song else 8),
        phrases=_unmarked(counts), cue_points=song.cue_points if song else (),
    )  # fmt: skip


def _unmarked(counts: int) -> tuple[Phrase, ...]:
    whole, rest = divmod(counts, MAX_PHRASE)
    lengths = [MAX_PHRASE] * whole + ([rest] if rest else [])
    return tuple(Phrase(kind=PhraseKind.UNMARKED, counts=length) for length in lengths)


def _with_segments(song: Song, segments: Sequence[ImportedSegment]) -> Song:
    """Phrases from segments, their edges on the nearest count; gaps stay unmarked."""
    per_count = song.beats_per_count
    phrases: list[Phrase] = []
    at = 0
    for segment in sorted(segments, key=lambda segment: segment.start_seconds):
        start, end = (
            round(song.tempo.beat(seconds) / float(per_count))
            for seconds in (segment.start_seconds, segment.end_seconds)
        )
        start = max(start, at)
        if end <= start:
            continue
        if start > at:
            phrases += _unmarked(start - at) if at or start > 1 else ()
        phrases.append(_named(segment.name, end - start))
        at = end
    if not phrases:
        raise SongError("No segment of this file lies within the song.", field="file")
    return replace(song, phrases=tuple(phrases))


def _named(name: str, counts: int) -> Phrase:
    # A length that our own files write behind the name is said by the length itself.
    words = name.split("(", maxsplit=1)[0].strip()
    kind = kind_of(words) or (PhraseKind.VERSE if words else PhraseKind.UNMARKED)
    plain = words.lower() == kind.value
    return Phrase(kind=kind, counts=counts, name="" if plain else words[:120])


def _cue_points(song: Song, cues: Sequence[tuple[float, str]]) -> tuple[CuePoint, ...]:
    """Lines at the nearest half count."""
    per_count = float(song.beats_per_count)
    points = []
    for at, text in sorted(cues)[:MAX_CUE_POINTS]:
        count = Fraction(round(2 * song.tempo.beat(at) / per_count), 2)
        if text.strip() and 0 <= count <= song.length:
            points.append(CuePoint(count=count, text=text.strip()[:200]))
    return tuple(points)
