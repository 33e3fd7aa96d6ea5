"""A song as a dancer hears it: tempo map, count unit and phrases.

Counts in the song run from 0 at the first counted beat. Seconds appear only in the
tempo map and in names that end in ``seconds``.
"""

from __future__ import annotations

import math
from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from functools import cached_property
from typing import Final

from ..errors import Message, SongError

MIN_BPM: Final = 20
MAX_BPM: Final = 400
MAX_PHRASE: Final = 2000
MAX_SONG: Final = 10_000
MAX_SECONDS: Final = 86_400
MAX_ANCHORS: Final = 5_000
USUAL_INTRO: Final = 16
# A gap of more than this many beats is a stop of the band.
STOP: Final = 1.35


class PhraseKind(StrEnum):
    """What the band does in a stretch of the song; ``unmarked`` while nobody has said."""

    INTRO = "intro"
    VERSE = "verse"
    PRE_CHORUS = "pre-chorus"
    CHORUS = "chorus"
    BRIDGE = "bridge"
    INSTRUMENTAL = "instrumental"
    BREAK = "break"
    OUTRO = "outro"
    # Music that is one stretch by its sound and whose part in the song nobody has said.
    SECTION = "section"
    UNMARKED = "unmarked"


@dataclass(frozen=True, slots=True, kw_only=True)
class Phrase:
    """A stretch of the song: its kind, its name on the strip, its length, its cue."""

    kind: PhraseKind
    counts: int
    name: str = ""
    cue: str = ""

    def __post_init__(self) -> None:
        if not 1 <= self.counts <= MAX_PHRASE:
            raise SongError(
                Message(
                    "A phrase lasts 1 to {max_phrase} counts; “{name}” has {counts}.",
                    max_phrase=MAX_PHRASE,
                    name=self.name or self.kind.value,
                    counts=self.counts,
                ),
                field="counts",
            )


@dataclass(frozen=True, slots=True, kw_only=True)
class PlacedPhrase:
    """A phrase with its number in the song (from 0) and where it starts and ends."""

    index: int
    phrase: Phrase
    start: Fraction
    end: Fraction

    @property
    def name(self) -> str:
        if self.phrase.name:
            return self.phrase.name
        unmarked = self.phrase.kind is PhraseKind.UNMARKED
        return "Not yet marked" if unmarked else self.phrase.kind.value.capitalize()


@dataclass(frozen=True, kw_only=True)
class TempoMap:
    """Anchors (beat number, seconds), linear between them and beyond the ends.

    A steady song needs two anchors. Beats and seconds both rise strictly.
    """

    anchors: tuple[tuple[Fraction, float], ...]

    def __post_init__(self) -> None:
        if len(self.anchors) < 2:
            raise SongError("A tempo map needs at least two anchors.", field="tempo")
        if not all(math.isfinite(seconds) for _, seconds in self.anchors):
            raise SongError("A tempo map needs finite times.", field="tempo")
        for (beat, at), (next_beat, next_at) in zip(self.anchors, self.anchors[1:], strict=False):
            if next_beat <= beat or next_at <= at:
                raise SongError("The beats of a tempo map have to go forward.", field="tempo")

    @classmethod
    def steady(cls, bpm: Fraction, first_beat_seconds: float = 0.0) -> TempoMap:
        """The map of a constant tempo, in beats per minute.

        Raises SongError outside 20 to 400 bpm.
        """
        if not MIN_BPM <= bpm <= MAX_BPM:
            raise SongError(
                Message(
                    "The tempo has to lie between {min_bpm} and {max_bpm} beats per minute; "
                    "{bpm:g} does not.",
                    min_bpm=MIN_BPM,
                    max_bpm=MAX_BPM,
                    bpm=float(bpm),
                ),
                field="bpm",
            )
        if not math.isfinite(first_beat_seconds) or not 0 <= first_beat_seconds <= 600:
            raise SongError(
                "The first beat has to fall within the first 600 seconds.",
                field="first_beat_seconds",
            )
        minute = first_beat_seconds + 60.0
        return cls(anchors=((Fraction(0), first_beat_seconds), (Fraction(bpm), minute)))

    @cached_property
    def _lines(self) -> tuple[tuple[float, ...], tuple[float, ...], tuple[float, ...]]:
        """Beats and seconds of the anchors as floats, and seconds a beat behind each but the last.

        Beats are whole numbers and simple fractions, so floats are exact enough.
        """
        beats = tuple(float(beat) for beat, _ in self.anchors)
        seconds = tuple(at for _, at in self.anchors)
        slopes = tuple(
            (seconds[i + 1] - seconds[i]) / (beats[i + 1] - beats[i]) for i in range(len(beats) - 1)
        )
        return beats, seconds, slopes

    def seconds(self, beat: Fraction | float) -> float:
        """Time of a beat, in seconds. O(log anchors).

        >>> TempoMap.steady(Fraction(120)).seconds(Fraction(3))
        1.5
        """
        wanted = float(beat)
        beats, seconds, slopes = self._lines
        at = bisect_right(beats, wanted, 1, len(beats) - 1) - 1
        return seconds[at] + (wanted - beats[at]) * slopes[at]

    def beat(self, at_seconds: float) -> float:
        """The beat, with its fraction, at a time; the inverse of :meth:`seconds`.

        >>> TempoMap.steady(Fraction(120)).beat(1.75)
        3.5
        """
        beats, seconds, slopes = self._lines
        at = bisect_right(seconds, at_seconds, 1, len(seconds) - 1) - 1
        return beats[at] + (at_seconds - seconds[at]) / slopes[at]

    def all_seconds(self, beats: Iterable[float]) -> list[float]:
        """Times of many beats, in seconds; the same as one by one, and quick for a steady map."""
        if len(self.anchors) > 2:
            return [self.seconds(beat) for beat in beats]
        (first, *_), (at, *_), (slope,) = self._lines
        return [at + (beat - first) * slope for beat in beats]


Anchors = tuple[tuple[Fraction, float], ...]


def anchors_through(
    beats: Sequence[float], *, first: int = 0, within_seconds: float = 0.002
) -> Anchors:
    """The fewest anchors that pass every beat within so many seconds; the first beat is ``first``.

    Lines are split at their worst beat until none is off (Ramer 1972, Douglas & Peucker 1973).

    >>> anchors_through([1.0, 1.5, 2.0, 2.5])
    ((Fraction(0, 1), 1.0), (Fraction(3, 1), 2.5))
    """
    kept = {0, len(beats) - 1}
    open_spans = [(0, len(beats) - 1)]
    while open_spans:
        low, high = open_spans.pop()
        slope = (beats[high] - beats[low]) / (high - low)
        off, worst = max(
            ((abs(beats[at] - beats[low] - slope * (at - low)), at) for at in range(low + 1, high)),
            default=(0.0, low),
        )
        if off > within_seconds:
            kept.add(worst)
            open_spans += [(low, worst), (worst, high)]
    return tuple((Fraction(first + at), beats[at]) for at in sorted(kept))


class Groove(StrEnum):
    """How the band divides a beat."""

    STRAIGHT = "straight"
    SWING = "swing"


@dataclass(frozen=True, slots=True, kw_only=True)
class CuePoint:
    """Words at a count of the song: a line of the lyric, or what to listen for."""

    count: Fraction
    text: str


@dataclass(frozen=True, kw_only=True)
class Song:
    """A song map. ``count_unit`` is 8, or 6 for waltz time.

    ``beats_per_count`` is how many beats of the band go by in one count. A song that keeps its
    tempo needs ``bpm`` and ``first_beat_seconds`` only; ``anchors``, where there are any, say
    where every beat is, and ``bpm`` is then no more than the usual tempo.
    """

    title: str
    bpm: Fraction
    phrases: tuple[Phrase, ...]
    performer: str = ""
    first_beat_seconds: float = 0.0
    beats_per_count: Fraction = Fraction(1)
    count_unit: int = 8
    anchors: Anchors = ()
    feel: Groove = Groove.STRAIGHT
    cue_points: tuple[CuePoint, ...] = ()

    def __post_init__(self) -> None:
        TempoMap.steady(self.bpm, self.first_beat_seconds)
        if len(self.anchors) > MAX_ANCHORS:
            raise SongError(
                Message("A tempo map may have {max_anchors:,} anchors.", max_anchors=MAX_ANCHORS),
                field="tempo",
            )
        if self.count_unit not in (6, 8):
            raise SongError("Counts go by in eights, or in sixes for a waltz.", field="count_unit")
        if not Fraction(1, 4) <= self.beats_per_count <= 4:
            raise SongError(
                "A count lasts between a quarter beat and four beats.", field="beats_per_count"
            )
        if not self.phrases:
            raise SongError("A song needs at least one phrase.", field="phrases")
        if self.length > MAX_SONG:
            raise SongError(
                Message("A song may have {max_song:,} counts.", max_song=MAX_SONG), field="phrases"
            )

    @cached_property
    def tempo(self) -> TempoMap:
        if self.anchors:
            return TempoMap(anchors=self.anchors)
        return TempoMap.steady(self.bpm, self.first_beat_seconds)

    @cached_property
    def placed(self) -> tuple[PlacedPhrase, ...]:
        """Every phrase with its place."""
        placed = []
        start = Fraction(0)
        for index, phrase in enumerate(self.phrases):
            end = start + phrase.counts
            placed.append(PlacedPhrase(index=index, phrase=phrase, start=start, end=end))
            start = end
        return tuple(placed)

    @cached_property
    def numbers(self) -> tuple[int, ...]:
        """What is said on each count: a phrase begins with 1, and it is 1 again after a unit."""
        return tuple(
            count % self.count_unit + 1 for phrase in self.phrases for count in range(phrase.counts)
        )

    @cached_property
    def length(self) -> Fraction:
        """Counts from the first to the end of the song."""
        return Fraction(sum(phrase.counts for phrase in self.phrases))

    @property
    def intro_counts(self) -> Fraction:
        """Counts before the first phrase that is no intro; 0 when all is intro."""
        first = next((p for p in self.placed if p.phrase.kind is not PhraseKind.INTRO), None)
        return first.start if first else Fraction(0)

    @property
    def count_seconds(self) -> float:
        """How long a count lasts at the usual tempo, in seconds.

        >>> verse = (Phrase(kind=PhraseKind.VERSE, counts=8),)
        >>> slow = Song(title="", bpm=Fraction(120), phrases=verse, beats_per_count=Fraction(2))
        >>> slow.count_seconds
        1.0
        """
        return 60 / float(self.bpm) * self._beats_per_count

    @cached_property
    def _beats_per_count(self) -> float:
        return float(self.beats_per_count)

    def seconds(self, count: Fraction | float) -> float:
        """Time of a count, in seconds from the start of the recording."""
        return self.tempo.seconds(float(count) * self._beats_per_count)

    def all_seconds(self, start: Fraction, offsets: Iterable[float]) -> list[float]:
        """Times, in seconds, of the counts that lie so far behind ``start``."""
        begin, beats = float(start), self._beats_per_count
        return self.tempo.all_seconds([(begin + offset) * beats for offset in offsets])

    def stop_before(self, count: Fraction) -> tuple[float, float]:
        """From when to when, in seconds, the band is silent right before this count lands.

        Where it does not stop, both are the count's own time.
        """
        end = self.seconds(count)
        beat = float(count) * self._beats_per_count
        usual = 60 / float(self.bpm)
        last = self.tempo.seconds(beat - 1)
        return (last + usual, end) if end - last > STOP * usual else (end, end)

    @cached_property
    def stops(self) -> tuple[Fraction, ...]:
        """The counts before which the band stops."""
        usual = 60 / float(self.bpm)
        found = []
        for (beat, at), (following, then) in zip(self.anchors, self.anchors[1:], strict=False):
            if following - beat <= 2 and then - at > STOP * usual * float(following - beat):
                found.append(following / self.beats_per_count)
        return tuple(found)

    @cached_property
    def _starts(self) -> tuple[Fraction, ...]:
        return tuple(placed.start for placed in self.placed)

    def phrase_at(self, count: Fraction) -> PlacedPhrase | None:
        """The phrase that a count falls in; None outside the song."""
        if not 0 <= count < self.length:
            return None
        return self.placed[bisect_right(self._starts, count) - 1]

    def phrases_between(self, start: Fraction, end: Fraction) -> tuple[PlacedPhrase, ...]:
        """The phrases that share time with the counts [start, end), which lie in the song."""
        return self.placed[bisect_right(self._starts, start) - 1 : bisect_left(self._starts, end)]


def unmapped_song(
    title: str, bpm: Fraction, length_seconds: float, *, intro: int = USUAL_INTRO
) -> Song:
    """A song of which only tempo, length and intro (in counts) are known; the rest is unmarked.

    Raises SongError when it would be shorter than its intro or longer than a song is.
    """
    TempoMap.steady(bpm)
    if not math.isfinite(length_seconds) or length_seconds <= 0:
        raise SongError("The song's length has to be more than 0:00.", field="length_seconds")
    if length_seconds > MAX_SECONDS:
        raise SongError("No song is longer than a day.", field="length_seconds")
    counts = int(length_seconds * float(bpm) / 60)
    if not intro < counts <= intro + MAX_PHRASE:
        raise SongError(
            Message(
                "{bpm:g} bpm over this length makes {counts} counts; a song that begins with "
                "{intro} has {least} to {most}.",
                bpm=float(bpm),
                counts=counts,
                intro=intro,
                least=intro + 1,
                most=intro + MAX_PHRASE,
            ),
            field="length_seconds",
        )
    rest = Phrase(kind=PhraseKind.UNMARKED, counts=counts - intro)
    lead = (Phrase(kind=PhraseKind.INTRO, counts=intro),) if intro else ()
    return Song(title=title, bpm=bpm, phrases=(*lead, rest))
