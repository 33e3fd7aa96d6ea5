"""What listening to a recording found: up to four readings, the likeliest first.

A reading is a whole map: beats, bars, phrases. Nothing here is certain, and every part says how
sure it is, from 0 to 1. Times are seconds of the recording; beats are numbered from 0.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from statistics import median
from typing import Final

from .model import STOP, Phrase, PhraseKind, Song, TempoMap, anchors_through

UNSURE: Final = 0.5


@dataclass(frozen=True, slots=True, kw_only=True)
class HeardPhrase:
    """Beats [start, end); phrases of one ``group`` are the same music."""

    start: int
    end: int
    kind: PhraseKind
    group: int
    confidence: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Stretch:
    """Seconds of the recording, and how well the beats there are borne out by the sound."""

    start_seconds: float
    end_seconds: float
    confidence: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Reading:
    """One way to count a song. ``bars`` are beat numbers; ``ratio`` is against the likeliest."""

    beats: tuple[float, ...]
    bars: tuple[int, ...]
    phrases: tuple[HeardPhrase, ...]
    count_unit: int
    confidence: float
    one_confidence: float
    unit_confidence: float
    ratio: Fraction = Fraction(1)

    @property
    def bpm(self) -> float:
        """The median tempo, in beats per minute."""
        return 60.0 / median(b - a for a, b in pairwise(self.beats))

    @property
    def ones(self) -> tuple[float, ...]:
        """Seconds of every count 1: each eight (or six) counted from its phrase's start."""
        return tuple(
            self.beats[at]
            for phrase in self.phrases
            for at in range(phrase.start, phrase.end, self.count_unit)
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class Listening:
    """What was heard in a recording of so many seconds."""

    seconds: float
    readings: tuple[Reading, ...]
    stretches: tuple[Stretch, ...]
    # Which version of our ears heard this; a newer one may hear more.
    version: int = 1

    @property
    def best(self) -> Reading:
        return self.readings[0]


@dataclass(frozen=True, slots=True, kw_only=True)
class Irregular:
    """A place where the band leaves its steady beat: a stop, or a slow-down or hurry."""

    kind: str
    beat: int
    at_seconds: float
    seconds: float


def irregular_places(beats: Sequence[float]) -> tuple[Irregular, ...]:
    """Stops and the ends of slow-downs; where tags and restarts come from.

    >>> irregular_places([0, 0.5, 1, 1.5, 4, 4.5, 5, 5.5])[0].kind
    'stop'
    """
    spans = [b - a for a, b in pairwise(beats)]
    if len(spans) < 4:
        return ()
    usual = median(spans)
    found = []
    at = 0
    while at < len(spans):
        local = median(spans[max(0, at - 8) : at] or [usual])
        if spans[at] > STOP * local and not _slows(spans, at, local):
            found.append(
                Irregular(
                    kind="stop",
                    beat=at,
                    at_seconds=beats[at],
                    seconds=spans[at] - local,
                )
            )
        elif _slows(spans, at, local):
            end = at
            while end + 1 < len(spans) and spans[end + 1] >= spans[end] * 0.98:
                end += 1
            found.append(
                Irregular(
                    kind="slows",
                    beat=at,
                    at_seconds=beats[at],
                    seconds=beats[end + 1] - beats[at],
                )
            )
            at = end
        at += 1
    return tuple(found)


def _slows(spans: list[float], at: int, local: float) -> bool:
    """Three beats on end, each longer than the one before and than what was usual."""
    three = spans[at : at + 3]
    return (
        len(three) == 3
        and local * 1.02 < three[0] < three[1] < three[2]
        and three[2] > 1.08 * local
        and three[2] < 2.5 * three[0]
    )


def song_from(reading: Reading, title: str, performer: str = "") -> Song:
    """The song map of a reading: count 1 of the first phrase is beat 0."""
    zero = reading.phrases[0].start
    anchors = anchors_through(reading.beats, first=-zero)
    return Song(
        title=title,
        performer=performer,
        bpm=Fraction(round(reading.bpm, 3)).limit_denominator(1000),
        anchors=anchors,
        first_beat_seconds=max(0.0, TempoMap(anchors=anchors).seconds(0)),
        phrases=tuple(
            Phrase(kind=p.kind, counts=p.end - p.start) for p in reading.phrases if p.end > p.start
        ),
        count_unit=reading.count_unit,
    )
