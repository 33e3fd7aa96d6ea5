"""What listening to a recording found: up to four readings, the likeliest first.

A reading is a whole map: beats, bars, phrases. Nothing here is certain, and every part says how
sure it is, from 0 to 1. Times are seconds of the recording; beats are numbered from 0.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from fractions import Fraction
from itertools import pairwise
from statistics import median
from typing import Final

from .model import STOP, Phrase, PhraseKind, Song, TempoMap, anchors_through

UNSURE: Final = 0.5


class Cue(StrEnum):
    """What is heard where a phrase begins, and announces it."""

    DRUMS_STOP = "drums-stop"
    DRUMS_IN = "drums-in"


@dataclass(frozen=True, slots=True, kw_only=True)
class HeardPhrase:
    """Beats [start, end); phrases of one ``group`` are the same music, and share a letter as their
    ``name`` where nothing else is known of them."""

    start: int
    end: int
    kind: PhraseKind
    name: str = ""
    cue: Cue | None = None
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


# How far a stated tempo may be off, as a logarithm, and how much it may be wrong altogether.
_TOLD_WITHIN: Final = 0.035
_TOLD_WRONG: Final = 0.01
# The least chance of a reading that is offered at all: hearing may be wrong too.
_LEAST: Final = 0.02


def weighed(listening: Listening, bpm: float | None) -> Listening:
    """The readings in the light of a tempo that somebody states (a sheet, a tag, the user).

    Bayes' rule: each reading's chance times how well it goes with what was said; a statement may
    be wrong, so that none is ruled out.
    """
    if bpm is None:
        return listening
    fits = [
        _TOLD_WRONG + math.exp(-0.5 * (math.log(r.bpm / bpm) / _TOLD_WITHIN) ** 2)
        for r in listening.readings
    ]
    chances = [
        max(r.confidence, _LEAST) * fit for r, fit in zip(listening.readings, fits, strict=True)
    ]
    before = sum(r.confidence for r in listening.readings)
    scale = before / sum(chances) if sum(chances) else 0.0
    told = [
        replace(r, confidence=chance * scale)
        for r, chance in zip(listening.readings, chances, strict=True)
    ]
    told.sort(key=lambda reading: -reading.confidence)
    return replace(listening, readings=with_ratios(told))


def with_ratios(readings: Sequence[Reading]) -> tuple[Reading, ...]:
    """The readings, each with its tempo's ratio to the first one's."""
    best = readings[0].bpm
    return tuple(replace(r, ratio=Fraction(r.bpm / best).limit_denominator(4)) for r in readings)


def song_from(
    reading: Reading, title: str, performer: str = "", cues: Mapping[Cue, str] | None = None
) -> Song:
    """The song map of a reading: count 1 of the first phrase is beat 0. ``cues`` are the words for
    what is heard where phrases begin."""
    words = cues or {}
    zero = reading.phrases[0].start
    anchors = anchors_through(reading.beats, first=-zero)
    return Song(
        title=title,
        performer=performer,
        bpm=Fraction(round(reading.bpm, 3)).limit_denominator(1000),
        anchors=anchors,
        first_beat_seconds=max(0.0, TempoMap(anchors=anchors).seconds(0)),
        phrases=tuple(
            Phrase(
                kind=p.kind,
                counts=p.end - p.start,
                name=p.name,
                cue=words.get(p.cue, "") if p.cue else "",
            )
            for p in reading.phrases
            if p.end > p.start
        ),
        count_unit=reading.count_unit,
    )
