"""A song map on beats that were heard again around what a hand has corrected.

Every mark that a hand has made stays at its time in the music: phrases and their names, cues,
and beats that were put in their place. Where nobody has touched the phrases, those of the new
hearing take over.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from itertools import pairwise
from typing import Final

from .grid import whole_anchors, with_anchors
from .listening import Cue, Listening, Reading, song_from
from .model import Song, TempoMap, anchors_through

_SAME_SECONDS: Final = 0.015


def pinned_beats(song: Song, listening: Listening) -> tuple[float, ...]:
    """The seconds of the beats that a hand has put where no reading has a beat."""
    heard = [at for reading in listening.readings for at in reading.beats]
    first, last = min(heard), max(heard)
    return tuple(
        at
        for beat, at in whole_anchors(song)
        if beat.denominator == 1
        and first < at < last
        and min(abs(at - other) for other in heard) > _SAME_SECONDS
    )


def has_heard_phrases(
    song: Song, listening: Listening, cues: Mapping[Cue, str] | None = None
) -> bool:
    """Are the phrases those of a reading, untouched? ``cues`` as for :func:`song_from`."""
    if song.cue_points:
        return False
    ours = _marks(song)
    for reading in listening.readings:
        theirs = _marks(song_from(reading, song.title, cues=cues))
        if len(ours) == len(theirs) and all(
            a[1:] == b[1:] and abs(a[0] - b[0]) < _SAME_SECONDS
            for a, b in zip(ours, theirs, strict=True)
        ):
            return True
    return False


def _marks(song: Song) -> list[tuple[float, str, str, str]]:
    return [
        (song.seconds(p.start), p.phrase.kind.value, p.phrase.name, p.phrase.cue)
        for p in song.placed
    ]


def on_new_beats(song: Song, beats: Sequence[float]) -> Song:
    """The song on other beats, in seconds; each phrase begins at the beat nearest to where it
    began, and each cue stands at the nearest count. Raises SongError for a tempo no song has."""
    tempo = TempoMap(anchors=anchors_through(beats))
    per = song.beats_per_count
    times = [song.seconds(placed.start) for placed in song.placed] + [song.seconds(song.length)]
    places = [round(tempo.beat(at)) for at in times]
    while tempo.seconds(places[0]) < 0:
        places[0] += 1
    zero = places[0]
    edges = [round(Fraction(place - zero) / per) for place in places]
    phrases = tuple(
        replace(phrase, counts=max(1, b - a))
        for phrase, (a, b) in zip(song.phrases, pairwise(edges), strict=True)
    )
    cues = tuple(
        replace(
            cue, count=Fraction(round((tempo.beat(song.seconds(cue.count)) - zero) / float(per)))
        )
        for cue in song.cue_points
    )
    moved = replace(song, phrases=phrases, cue_points=cues)
    return with_anchors(moved, tuple((beat - zero, at) for beat, at in tempo.anchors))


def reheard(
    song: Song, reading: Reading, listening: Listening, cues: Mapping[Cue, str] | None = None
) -> Song:
    """The song on the beats of a reading that was heard again, with every mark of a hand kept.

    ``cues`` as for :func:`song_from`. Raises SongError for a tempo no song has.
    """
    if has_heard_phrases(song, listening, cues):
        return song_from(reading, song.title, song.performer, cues)
    return on_new_beats(song, reading.beats)
