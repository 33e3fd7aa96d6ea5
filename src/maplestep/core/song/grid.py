"""Correcting a song's beat grid: each function gives a new song, none changes one.

The counts of what follows are those of the new map; phrases keep their lengths in counts unless
a function says otherwise. Times are seconds of the recording.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from itertools import accumulate, pairwise
from statistics import median
from typing import Final

from ..errors import Message, SongError
from .model import MAX_BPM, MIN_BPM, Anchors, Song, TempoMap, anchors_through

FEWEST_TAPS: Final = 4
LEVELS: Final = tuple(
    Fraction(level) for level in ("1", "2", "1/2", "3/2", "2/3", "3", "1/3", "4/3", "3/4")
)
_PARTS: Final = tuple(Fraction(part) for part in ("0", "1/4", "1/3", "1/2", "2/3", "3/4", "1"))
_LEVEL_TOLERANCE: Final = 0.05
_UNEVEN: Final = 0.18  # of a beat: taps that scatter more than this make no tempo
_SLOWEST_FACTOR: Final = 4.0
_LONGEST_HOLD: Final = 120.0


def whole_anchors(song: Song) -> Anchors:
    """The song's anchors; a steady song's are its first beat and its end."""
    if song.anchors:
        return song.anchors
    end = song.length * song.beats_per_count
    return ((Fraction(0), song.tempo.seconds(0)), (end, song.tempo.seconds(end)))


def with_anchors(song: Song, anchors: Anchors) -> Song:
    """The song on another tempo map; bpm and first beat follow. Raises SongError."""
    tempo = TempoMap(anchors=anchors)
    bpm = usual_bpm(tempo, song.length * song.beats_per_count)
    if not MIN_BPM <= bpm <= MAX_BPM:
        raise SongError(
            Message(
                "That would make {bpm:.0f} beats per minute; a song has {min_bpm} to {max_bpm}.",
                bpm=float(bpm),
                min_bpm=MIN_BPM,
                max_bpm=MAX_BPM,
            ),
            field="bpm",
        )
    first = tempo.seconds(0)
    if first < 0:
        raise SongError(
            Message(
                "That would put count 1 {seconds:.1f} seconds before the recording begins.",
                seconds=-first,
            ),
            field="first_beat_seconds",
        )
    return replace(song, anchors=anchors, bpm=bpm, first_beat_seconds=first)


def usual_bpm(tempo: TempoMap, beats: Fraction) -> Fraction:
    """The median tempo over so many beats, to a thousandth."""
    times = tempo.all_seconds(range(int(beats) + 1))
    spans = [b - a for a, b in pairwise(times)] or [tempo.seconds(1) - tempo.seconds(0)]
    return Fraction(round(60_000 / median(spans)), 1000)


def change_level(song: Song, level: Fraction) -> Song:
    """So many beats where there was one: 2 counts twice as fast, ½ half as fast.

    Phrases keep their place in the music, so their lengths in counts change with it; a place
    between two new counts goes to the nearer one.
    """
    anchors = tuple((beat * level, at) for beat, at in whole_anchors(song))
    edges = [round(placed.start * level) for placed in song.placed]
    edges.append(round(song.length * level))
    lengths = [max(1, b - a) for a, b in pairwise(edges)]
    phrases = tuple(
        replace(phrase, counts=counts) for phrase, counts in zip(song.phrases, lengths, strict=True)
    )
    cues = tuple(replace(cue, count=cue.count * level) for cue in song.cue_points)
    # Checked before the song is built on it, so that the refusal names the tempo.
    bpm = song.bpm * level
    if not MIN_BPM <= bpm <= MAX_BPM:
        raise SongError(
            Message(
                "That would make {bpm:.0f} beats per minute; a song has {min_bpm} to {max_bpm}.",
                bpm=float(bpm),
                min_bpm=MIN_BPM,
                max_bpm=MAX_BPM,
            ),
            field="bpm",
        )
    return with_anchors(replace(song, phrases=phrases, cue_points=cues, bpm=bpm), anchors)


def shift_one(song: Song, beats: Fraction) -> Song:
    """Count 1 so many beats later (negative: earlier), and everything with it."""
    anchors = tuple((beat - beats, at) for beat, at in whole_anchors(song))
    return with_anchors(song, anchors)


def set_one(song: Song, at_seconds: float) -> Song:
    """The beat nearest to this time becomes a count 1: the shortest shift that does it."""
    beat = round(song.tempo.beat(at_seconds))
    count = Fraction(beat) / song.beats_per_count
    placed = song.phrase_at(count)
    since = count - (placed.start if placed else Fraction(0))
    off = since % song.count_unit
    if off > Fraction(song.count_unit, 2):
        off -= song.count_unit
    by = off * song.beats_per_count
    # Near the very start the shorter way may lead out of the recording.
    if song.tempo.seconds(by) < 0:
        by += song.count_unit * song.beats_per_count
    return shift_one(song, by)


def move_beat(song: Song, beat: int, to_seconds: float) -> Song:
    """Pin a beat to a time; the anchors around it stay, the beats between follow."""
    anchors = [(b, at) for b, at in whole_anchors(song) if b != beat]
    before = [at for b, at in anchors if b < beat]
    after = [at for b, at in anchors if b > beat]
    low, high = max(before, default=-math.inf), min(after, default=math.inf)
    if not low < to_seconds < high:
        raise SongError(
            "A beat cannot pass its neighbours. Move it less far, or insert or remove a beat.",
            field="tempo",
        )
    return with_anchors(song, tuple(sorted([*anchors, (Fraction(beat), to_seconds)])))


def insert_beat(song: Song, at_seconds: float) -> Song:
    """One beat more in the gap around this time; its phrase grows by it."""
    gap = math.floor(song.tempo.beat(at_seconds))
    left, right = song.tempo.seconds(gap), song.tempo.seconds(gap + 1)
    before = [(b, at) for b, at in whole_anchors(song) if b < gap]
    after = [(b + 1, at) for b, at in whole_anchors(song) if b > gap + 1]
    middle = [(Fraction(gap), left), (Fraction(gap + 2), right)]
    grown = _with_phrase_counts(song, gap, 1)
    return with_anchors(grown, (*before, *middle, *_ends(song, after, gap + 2, 1)))


def remove_beat(song: Song, at_seconds: float) -> Song:
    """Take out the beat nearest to this time; its phrase shrinks by it."""
    beat = round(song.tempo.beat(at_seconds))
    left, right = song.tempo.seconds(beat - 1), song.tempo.seconds(beat + 1)
    before = [(b, at) for b, at in whole_anchors(song) if b < beat - 1]
    after = [(b - 1, at) for b, at in whole_anchors(song) if b > beat + 1]
    middle = [(Fraction(beat - 1), left), (Fraction(beat), right)]
    shrunk = _with_phrase_counts(song, beat, -1)
    return with_anchors(shrunk, (*before, *middle, *_ends(song, after, beat, -1)))


def _ends(song: Song, after: Sequence[tuple[Fraction, float]], last: int, by: int) -> Anchors:
    """The anchors behind a change; one a beat on keeps the old tempo when there are none."""
    if after:
        return tuple(after)
    following = last + 1
    return ((Fraction(following), song.tempo.seconds(following - by)),)


def _with_phrase_counts(song: Song, beat: int, by: int) -> Song:
    """The phrase that a beat falls in made longer or shorter by a beat."""
    if song.beats_per_count != 1:
        raise SongError(
            "A beat can be inserted or removed while a count lasts one beat.",
            field="beats_per_count",
        )
    placed = song.phrase_at(min(max(Fraction(beat), Fraction(0)), song.length - 1))
    if placed is None:
        return song
    return with_counts(song, placed.index, placed.phrase.counts + by)


def with_counts(song: Song, index: int, counts: int) -> Song:
    """One phrase of another length."""
    phrases = list(song.phrases)
    phrases[index] = replace(phrases[index], counts=counts)
    return replace(song, phrases=tuple(phrases))


def hold(song: Song, at_seconds: float, seconds: float) -> Song:
    """The band stops for so many seconds after the beat at this time; the rest comes later."""
    if not 0 < seconds <= _LONGEST_HOLD:
        raise SongError(
            Message(
                "A stop lasts up to {longest_hold:g} seconds; {seconds:g} does not.",
                longest_hold=_LONGEST_HOLD,
                seconds=seconds,
            ),
            field="seconds",
        )
    beat = round(song.tempo.beat(at_seconds))
    left, right = song.tempo.seconds(beat), song.tempo.seconds(beat + 1)
    before = [(b, at) for b, at in whole_anchors(song) if b < beat]
    after = [(b, at + seconds) for b, at in whole_anchors(song) if b > beat + 1]
    if not after:
        after = [(Fraction(beat + 2), song.tempo.seconds(beat + 2) + seconds)]
    middle = ((Fraction(beat), left), (Fraction(beat + 1), right + seconds))
    return with_anchors(song, (*before, *middle, *after))


def slow_down(song: Song, from_seconds: float, to_seconds: float, factor: float) -> Song:
    """Beats between two times get steadily longer, the last ``factor`` times the first.

    What follows comes later by what the stretch gained. A factor below 1 hurries.
    """
    if not 1 / _SLOWEST_FACTOR <= factor <= _SLOWEST_FACTOR:
        raise SongError(
            Message(
                "A beat can become up to {slowest_factor:g} times as long or as short.",
                slowest_factor=_SLOWEST_FACTOR,
            ),
            field="factor",
        )
    first, last = (round(song.tempo.beat(at)) for at in (from_seconds, to_seconds))
    if last - first < 2:
        raise SongError("A slow-down lasts at least two beats.", field="to_seconds")
    count = last - first
    times = [song.tempo.seconds(first)]
    for step in range(count):
        span = song.tempo.seconds(first + step + 1) - song.tempo.seconds(first + step)
        times.append(times[-1] + span * (1 + (factor - 1) * (step + 1) / count))
    gained = times[-1] - song.tempo.seconds(last)
    before = tuple((b, at) for b, at in whole_anchors(song) if b < first)
    after = tuple((b, at + gained) for b, at in whole_anchors(song) if b > last)
    return with_anchors(song, (*before, *anchors_through(times, first=first), *after))


def steady(song: Song) -> Song:
    """One tempo from end to end: the line nearest to all its beats."""
    count = int(song.length * song.beats_per_count) + 1
    slope, start = line_through(range(count), song.tempo.all_seconds(range(count)))
    bpm = Fraction(round(60_000_000 / slope), 1_000_000)
    return replace(song, anchors=(), bpm=bpm, first_beat_seconds=max(0.0, start))


def change_tempo(song: Song, bpm: Fraction) -> Song:
    """Another tempo from count 1 on; what the map had of drift and stops keeps its proportions."""
    if not song.anchors:
        return replace(song, bpm=bpm)
    first = song.tempo.seconds(0)
    slower = float(song.bpm / bpm)
    return with_anchors(
        song, tuple((beat, first + (at - first) * slower) for beat, at in song.anchors)
    )


def line_through(x: Sequence[float], y: Sequence[float]) -> tuple[float, float]:
    """Slope and start of the least-squares line.

    >>> line_through([0, 1, 2], [1.0, 1.5, 2.0])
    (0.5, 1.0)
    """
    mean_x, mean_y = sum(x) / len(x), sum(y) / len(y)
    across = sum((a - mean_x) * (b - mean_y) for a, b in zip(x, y, strict=True))
    slope = across / sum((a - mean_x) ** 2 for a in x)
    return slope, mean_y - slope * mean_x


def tap(song: Song, taps: Sequence[float], *, heard: bool, first_is_one: bool = False) -> Song:
    """Beats tapped along, from four on, anywhere in the song.

    ``heard``: the grid comes from a recording. Then the taps say which of its pulses is the beat
    and where it stands; only where no pulse of the grid fits is the tapped stretch laid anew.
    Without a recording, tempo and beats are those of the taps. ``first_is_one`` makes the first
    tap a count 1. Raises SongError for too few or too uneven taps.
    """
    times = sorted(taps)
    numbers, period, start = _tapped_line(times)
    if not heard:
        song = _tapped_steady(song, period, start)
    else:
        song = _on_pulse(song, times, period) or _tapped_stretch(song, numbers, period, start)
    return set_one(song, times[0]) if first_is_one else song


def tapped_level(song: Song, taps: Sequence[float]) -> Song | None:
    """The song counted by that pulse of its grid which the taps stand on; None when none fits.

    Raises SongError for too few or too uneven taps.
    """
    times = sorted(taps)
    _, period, _ = _tapped_line(times)
    return _on_pulse(song, times, period)


def tapped_beats(taps: Sequence[float]) -> tuple[float, ...]:
    """The beats that were tapped, in seconds, evenly spaced. Raises SongError as above."""
    numbers, period, start = _tapped_line(sorted(taps))
    return tuple(start + period * n for n in range(numbers[0], numbers[-1] + 1))


def _tapped_line(times: Sequence[float]) -> tuple[list[int], float, float]:
    """Beat numbers of the taps, their period and the first beat, in seconds."""
    if len(times) < FEWEST_TAPS:
        raise SongError(
            Message(
                "Tap at least {fewest_taps} beats; {taps} came.",
                fewest_taps=FEWEST_TAPS,
                taps=len(times),
            ),
            field="taps",
        )
    usual = median(b - a for a, b in pairwise(times))
    if usual <= 0.1:
        raise SongError("These taps are too fast to be beats. Tap once a count.", field="taps")
    # Gap by gap: a hand's unevenness must not add up.
    numbers = list(
        accumulate((max(1, round((b - a) / usual)) for a, b in pairwise(times)), initial=0)
    )
    slope, start = line_through(numbers, times)
    # Over many taps the first guess of the period drifts; once more with the better one.
    numbers = [round((at - start) / slope) for at in times]
    slope, start = line_through(numbers, times)
    off = median(abs(at - start - slope * n) for n, at in zip(numbers, times, strict=True))
    if off > _UNEVEN * slope or len(set(numbers)) < FEWEST_TAPS:
        raise SongError(
            "These taps are too uneven for a tempo. Tap on every beat for a few bars.", field="taps"
        )
    return numbers, slope, start


def _tapped_steady(song: Song, period: float, start: float) -> Song:
    """The tapped tempo through the whole song; count 1 stays as near as it can to where it was."""
    bpm = Fraction(round(60_000 / period), 1000)
    old = song.tempo.seconds(0)
    first = start + round((old - start) / period) * period
    return replace(
        song, anchors=(), bpm=bpm, first_beat_seconds=first if first >= 0 else first + period
    )


def _on_pulse(song: Song, times: Sequence[float], period: float) -> Song | None:
    """The pulse of the grid that the taps stand on; None when none of them does."""
    first, last = song.tempo.beat(times[0]), song.tempo.beat(times[-1])
    spans = (times[-1] - times[0]) / period
    ratio = spans / max(last - first, 1e-6)
    level = min(LEVELS, key=lambda level: abs(math.log(ratio / level)))
    if abs(math.log(ratio / level)) > _LEVEL_TOLERANCE:
        return None
    leveled = song if level == 1 else change_level(song, level)
    places = [leveled.tempo.beat(at) for at in times]
    # Their mean place within the beat, on a circle.
    x = sum(math.cos(2 * math.pi * place) for place in places)
    y = sum(math.sin(2 * math.pi * place) for place in places)
    if math.hypot(x, y) < 0.7 * len(times):
        return None
    within = (math.atan2(y, x) / (2 * math.pi)) % 1
    part = min(_PARTS, key=lambda part: abs(part - within))
    if abs(part - within) > 0.1:
        return None
    part %= 1
    return (
        leveled if part == 0 else shift_one(leveled, part if part <= Fraction(1, 2) else part - 1)
    )


def _tapped_stretch(song: Song, numbers: Sequence[int], period: float, start: float) -> Song:
    """The grid outside the tapped stretch, the taps' own line inside it."""
    first_at, last_at = start + numbers[0] * period, start + numbers[-1] * period
    beats = numbers[-1] - numbers[0]
    first = round(song.tempo.beat(first_at))
    was = round(song.tempo.beat(last_at)) - first
    more = beats - was
    grid = whole_anchors(song)
    before = [(b, at) for b, at in grid if b < first and at < first_at - period / 2]
    resumes = math.ceil(song.tempo.beat(last_at + period / 2))
    after = [(b + more, at) for b, at in grid if b > resumes]
    inside = ((Fraction(first), first_at), (Fraction(first + beats), last_at))
    rest = (Fraction(resumes + more), song.tempo.seconds(resumes))
    if (
        before
        and before[-1][0] != first - 1
        and song.tempo.seconds(first - 1) < first_at - period / 2
    ):
        before.append((Fraction(first - 1), song.tempo.seconds(first - 1)))
    last_before_end = song.length * song.beats_per_count
    changed = song
    if more and first < last_before_end:
        changed = _with_phrase_counts(song, max(first, 0), more)
    return with_anchors(changed, (*before, *inside, rest, *after))
