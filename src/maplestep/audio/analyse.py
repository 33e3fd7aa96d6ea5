"""From a recording to readings of its beats, bars and phrases."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from fractions import Fraction
from pathlib import Path
from typing import Final

import numpy as np
from scipy.ndimage import maximum_filter1d

from ..core.errors import RecordingError
from ..core.song.listening import HeardPhrase, Listening, Reading, Stretch, with_ratios
from .arrays import Floats
from .beat_tracking import follow_beats
from .constant_grid import strength_at
from .decode import Missing, read_mono
from .downbeats import find_bars
from .grid_fit import Grid, fit_grid
from .harmony import Harmony, harmony_of
from .level import Candidate, candidates, vote
from .onsets import BIAS_SECONDS, RATE, Onsets, onsets_of
from .phrases import find_phrases
from .tempo import local_periods

VERSION: Final = 4
OFFERED: Final = 4
MOST_OFFERED: Final = 6
LOCK: Final = 0.11
_FEWEST_BEATS: Final = 12
_STRETCH: Final = 16  # beats
# Between what speech, rain and noise reach and what a band does: see tempo.local_periods.
_CLEAR: Final = 0.4
_STANDS_OUT: Final = 1.3
# A tone reaches .001, a choir .06, a band .2 to 1.5.
_TONE: Final = 0.01
_CARRIED: Final = 4  # beats
_A_TWELFTH: Final = 1 / 12
_FAINT: Final = 0.05
_BETWEEN: Final = (0.15, 0.35, 0.65, 0.85)  # of a beat
_NO_BEAT: Final = (
    "No steady beat is to be heard in this recording. Check that it is the song; if it is, tap "
    "the beats along."
)

# Called with a step (decode, listen, map) and how much of it is done, 0 to 1.
Progress = Callable[[str, float], None]


@dataclass(frozen=True, slots=True)
class Features:
    """What the steps after listening work on."""

    onsets: Onsets
    harmony: Harmony


def analyse(
    path: Path,
    progress: Progress = lambda _step, _done: None,
    warn: Callable[[Missing], None] | None = None,
) -> Listening:
    """Listen to a recording; ``warn`` is told what is missing of it.

    Raises RecordingError when there is no beat to be found in it.
    """
    return analyse_samples(read_mono(path, lambda done: progress("decode", done), warn), progress)


def analyse_samples(samples: Floats, progress: Progress = lambda _step, _done: None) -> Listening:
    """Listen to mono sound at 22,050 samples a second. Raises RecordingError as above."""
    return listen(take_in_sound(samples, progress), progress)


def take_in_sound(samples: Floats, progress: Progress = lambda _step, _done: None) -> Features:
    """What begins and what sounds in mono sound at 22,050 samples a second."""
    progress("listen", 0.0)
    onsets = onsets_of(samples)
    progress("listen", 0.5)
    harmony = harmony_of(samples)
    progress("listen", 1.0)
    return Features(onsets, harmony)


def listen(heard: Features, progress: Progress = lambda _step, _done: None) -> Listening:
    """Beats, bars and phrases of what was heard."""
    envelope = heard.onsets.envelope
    grid = followed_grid(heard)
    progress("map", 0.2)
    tried = candidates(heard.onsets, grid.beats)
    chances = vote(heard.onsets, heard.harmony, tried)
    picked = _offered(tried, chances)
    readings: list[Reading] = []
    support: list[Grid] = []
    for number, (candidate, chance) in enumerate(picked):
        progress("map", 0.3 + 0.1 * number)
        fitted = to_the_ends(heard.onsets, fit_grid(envelope, candidate.beats, lock=LOCK))
        locked = while_it_sounds(heard.onsets, fitted)
        if len(locked.beats) < _FEWEST_BEATS:
            continue
        support.append(locked)
        readings.append(reading_of(heard, locked, chance))
    if not readings:
        raise RecordingError(_NO_BEAT)
    progress("map", 1.0)
    return Listening(
        seconds=heard.onsets.seconds,
        readings=with_ratios(readings),
        stretches=_stretches(support[0]),
        version=VERSION,
    )


def followed_grid(heard: Features) -> Grid:
    """A pulse of what was heard, whichever; its level is voted on later.

    Raises RecordingError when there is none.
    """
    envelope = heard.onsets.envelope
    periods, clarity = local_periods(envelope)
    followed = follow_beats(envelope, periods)
    nothing_begins = heard.onsets.strongest < _TONE
    if nothing_begins or clarity < _CLEAR or len(followed) < _FEWEST_BEATS:
        raise RecordingError(_NO_BEAT)
    grid = fit_grid(envelope, followed)
    if _stands_out(envelope, grid.beats) < _STANDS_OUT:
        raise RecordingError(_NO_BEAT)
    return grid


def to_the_ends(onsets: Onsets, grid: Grid) -> Grid:
    """The grid carried on over the first and last beats that following has left out."""
    beats = grid.beats
    typical = float(np.median(strength_at(onsets.rise, beats)))
    first, last = beats[1] - beats[0], beats[-1] - beats[-2]
    before = beats[0] - first * np.arange(_CARRIED, 0, -1)
    after = beats[-1] + last * np.arange(1, _CARRIED + 1)
    before = before[before > -0.02]
    after = after[after < onsets.seconds]
    heard = [strength_at(onsets.rise, part) > 0.3 * typical for part in (before, after[::-1])]
    kept = [part[np.argmax(h) :] if h.any() else part[:0]
            for part, h in zip((before, after[::-1]), heard, strict=True)]  # fmt: skip
    beats = np.concatenate([kept[0], beats, kept[1][::-1]])
    ends = [np.full(len(part), 0.5) for part in kept]
    return replace(grid, beats=beats, support=np.concatenate([ends[0], grid.support, ends[1]]))


def while_it_sounds(onsets: Onsets, grid: Grid) -> Grid:
    """Without the beats before the band begins and after it has ended."""
    usual = float(np.median(onsets.loudness))
    at = np.clip((grid.beats * RATE).astype(int), 0, len(onsets.loudness) - 1)
    loud = maximum_filter1d(onsets.loudness, round(0.16 * RATE))[at] > _FAINT * usual
    # What rings on after the last stroke is no beat: something must also begin there.
    typical = float(np.median(strength_at(onsets.rise, grid.beats)))
    sounding = np.flatnonzero(loud & (strength_at(onsets.rise, grid.beats) > _FAINT * typical))
    if not len(sounding):
        return grid
    kept = slice(int(sounding[0]), int(sounding[-1]) + 1)
    return replace(grid, beats=grid.beats[kept], support=grid.support[kept])


def _stands_out(envelope: Floats, beats: Floats) -> float:
    """How much more begins on the beats than between them."""
    spans = np.append(np.diff(beats), np.median(np.diff(beats)))
    between = np.mean([strength_at(envelope, beats + f * spans).mean() for f in _BETWEEN])
    return float(strength_at(envelope, beats).mean() / (between + 1e-9))


def _offered(tried: list[Candidate], chances: Floats) -> list[tuple[Candidate, float]]:
    """The likeliest first, then its double, its half, and its twin between the beats (a third of
    a beat on where the song swings), and whatever else is likely."""
    picked = _distinct(tried, chances)
    likely = picked[:OFFERED]
    wanted = _promised(picked)
    more = [entry for entry in wanted if entry not in likely]
    # Where there is no room for all, what was promised stays and the least likely goes.
    while len(likely) + len(more) > MOST_OFFERED:
        likely.remove(next(e for e in reversed(likely[1:]) if e not in wanted))
    return [*likely, *more]


def _promised(picked: list[tuple[Candidate, float]]) -> list[tuple[Candidate, float]]:
    """The double, the half and the twins of the first, as far as they were heard."""
    best, others = picked[0][0], picked[1:]
    wanted = [
        next((entry for entry in others if entry[0].ratio == best.ratio * ratio), None)
        for ratio in (Fraction(2), Fraction(1, 2))
    ]
    twins = [entry for entry in others if entry[0].ratio == best.ratio]
    half = max(twins, key=lambda entry: _apart(best, entry[0]), default=None)
    thirds = [e for e in twins if abs(_apart(best, e[0]) - 1 / 3) < _A_TWELFTH]
    third = max(thirds, key=lambda entry: entry[1], default=None)
    swings = third is not None and (half is None or third[1] > half[1])
    return [entry for entry in (*wanted, half, third if swings else None) if entry]


def _distinct(tried: list[Candidate], chances: Floats) -> list[tuple[Candidate, float]]:
    """The likeliest candidates; those less than a sixteenth of a beat apart count as one."""
    picked: list[tuple[Candidate, float]] = []
    for at in np.argsort(-chances):
        candidate, chance = tried[at], float(chances[at])
        for number, (other, so_far) in enumerate(picked):
            if other.ratio == candidate.ratio and _apart(other, candidate) < 0.13:
                picked[number] = (other, so_far + chance)
                break
        else:
            picked.append((candidate, chance))
    picked.sort(key=lambda entry: -entry[1])
    return picked


def _apart(one: Candidate, other: Candidate) -> float:
    """How far two pulses of one ratio lie apart, in their own beats."""
    span = 1 / float(one.ratio)
    turns = (one.phase - other.phase) / span
    return abs(turns - round(turns))


def reading_of(heard: Features, grid: Grid, chance: float) -> Reading:
    """Bars and phrases on these beats; ``chance``: how sure the beats are."""
    beats = grid.beats
    bars = find_bars(heard.onsets, heard.harmony, beats)
    phrases = find_phrases(heard.onsets, heard.harmony, beats, bars)
    return Reading(
        beats=tuple(float(t) for t in np.maximum(beats - BIAS_SECONDS, 0.0)),
        bars=tuple(int(b) for b in bars.starts),
        phrases=tuple(
            HeardPhrase(
                start=p.start,
                end=p.end,
                kind=p.named.kind,
                name=p.named.name,
                cue=p.named.cue,
                group=p.group,
                confidence=p.confidence,
            )
            for p in phrases
        ),
        count_unit=6 if bars.metre == 3 else 8,
        confidence=chance,
        one_confidence=bars.confidence,
        unit_confidence=bars.metre_confidence,
    )


def _stretches(grid: Grid) -> tuple[Stretch, ...]:
    """Blocks of sixteen beats with the support the sound gives them."""
    found = []
    beats, support = grid.beats, grid.support
    for start in range(0, len(beats) - 1, _STRETCH):
        end = min(start + _STRETCH, len(beats) - 1)
        mean = float(support[start:end].mean()) if end > start else 0.0
        found.append(
            Stretch(
                start_seconds=float(beats[start]),
                end_seconds=float(beats[end]),
                confidence=float(np.clip(1.6 * mean, 0.0, 1.0)),
            )
        )
    return tuple(found)
