"""Which pulse is the dancer's beat: the one heard, its double, its half, or a shifted one.

Nine ratios times the six strongest phases are told apart by small networks over features of the
sound, whose scores go through one softmax: McFadden's conditional logit (1974), one layer deeper.
Their weights, ``level.json``, are fitted by ``bench/train_level.py`` on generated pieces only.
"""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cache
from importlib import resources
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy import fft

from .arrays import Floats, sample_at
from .ears import pulse_at
from .harmony import Harmony
from .onsets import RATE, Onsets

RATIOS: Final = tuple(
    Fraction(r) for r in ("1", "2", "1/2", "3/2", "2/3", "3", "1/3", "4/3", "3/4")
)
PHASES: Final = 6
_TRIED_PHASES: Final = 12
_PLACES: Final = (0.0, 0.5, 1 / 3, 2 / 3, 0.25, 0.75)
_LAGS: Final = (0.25, 1 / 3, 0.5, 2 / 3, 1, 1.5, 2, 3, 4, 6, 8)
_STRETCH: Final = 48  # beats
_FASTEST: Final = 240.0
_SLOWEST: Final = 40.0


@dataclass(frozen=True, slots=True)
class Candidate:
    """A pulse: beats at places ``k / ratio + phase`` of the heard beats; seconds in ``beats``."""

    ratio: Fraction
    phase: float
    beats: Floats

    @property
    def bpm(self) -> float:
        """Its median tempo."""
        return float(60.0 / np.median(np.diff(self.beats)))


def candidates(onsets: Onsets, beats: Floats) -> list[Candidate]:
    """Every ratio of the heard beats with its six strongest phases."""
    out = []
    bpm = 60.0 / float(np.median(np.diff(beats)))
    for ratio in RATIOS:
        if not _SLOWEST <= bpm * float(ratio) <= _FASTEST:
            continue
        span = 1 / float(ratio)
        found = []
        for step in range(_TRIED_PHASES):
            times = at_places(
                beats, np.arange(step / _TRIED_PHASES * span, len(beats) - 1e-9, span)
            )
            if len(times) >= 8:
                strength = float(sample_at(onsets.envelope, times * RATE).mean())
                found.append((strength, step, Candidate(ratio, step / _TRIED_PHASES * span, times)))
        found.sort(key=lambda entry: -entry[0])
        out += _apart(found)
    return out


def _apart(found: list[tuple[float, int, Candidate]]) -> list[Candidate]:
    """The strongest phases, none right beside another."""
    kept: list[tuple[int, Candidate]] = []
    for _, step, candidate in found:
        ways = (abs(step - other) for other, _ in kept)
        if all(min(way, _TRIED_PHASES - way) > 1 for way in ways):
            kept.append((step, candidate))
    return [candidate for _, candidate in kept[:PHASES]]


def at_places(beats: Floats, places: Floats) -> Floats:
    """Seconds at fractional beat numbers, running on beyond both ends."""
    numbers = np.arange(len(beats))
    times = np.interp(places, numbers, beats)
    first, last = beats[1] - beats[0], beats[-1] - beats[-2]
    times = np.where(places < 0, beats[0] + places * first, times)
    return np.asarray(
        np.where(places > numbers[-1], beats[-1] + (places - numbers[-1]) * last, times)
    )


def features(onsets: Onsets, harmony: Harmony, likeness: Floats, beats: Floats) -> Floats:
    """What speaks for these beats, one row of numbers."""
    period = float(np.median(np.diff(beats)))
    octaves = np.log2(60.0 / period / 120.0)
    row: list[float] = [octaves, octaves**2, octaves**3, abs(octaves)]
    spans = np.append(np.diff(beats), period)
    on = [sample_at(band, beats * RATE) for band in onsets.ranges]
    half = [sample_at(band, (beats + 0.5 * spans) * RATE) for band in onsets.ranges]
    for band, struck in zip(onsets.ranges, on, strict=True):
        mean = float(band.mean()) + 1e-6
        places = [float(sample_at(band, (beats + f * spans) * RATE).mean()) for f in _PLACES]
        places = [(p + 0.1 * mean) / mean for p in places]
        quarter = 0.5 * (places[4] + places[5])
        row += [float(np.log(p)) for p in (*places[:4], quarter)]
        row += [_alternation(struck, n) for n in (2, 3, 4, 8)]
    row += _of_the_ears(onsets.pulse, beats, spans)
    row += _turns_about(on)
    row += _turns_about(half)
    row += _again(likeness, period)
    width = min(0.5 * period, 0.4)
    for which in ("chroma", "bass"):
        change = [
            harmony.changes(which, beats + f * spans, width) for f in (0.0, 0.5, 1 / 3, 2 / 3)
        ]
        here, *off = (float(c.mean()) + 0.01 for c in change)
        row += [float(np.log(here / o)) for o in off]
        row += [_alternation(change[0], n) for n in (2, 3, 4, 8)]
    return np.asarray(row)


def _of_the_ears(pulse: Floats, beats: Floats, spans: Floats) -> list[float]:
    """What the ears say of these beats, of the places between them, and of beats taking turns."""
    here = pulse_at(pulse[0], beats)
    places = [pulse_at(pulse[0], beats + part * spans) for part in (0.5, 1 / 3, 2 / 3, 0.25, 0.75)]
    means = [float(np.log(place.mean() + _HARDLY)) for place in (here, *places)]
    row = [means[0], *(means[0] - other for other in means[1:])]
    every = float(pulse[0].sum()) + 1e-6
    row.append(float(here.sum()) * _WIDE_FRAMES / every)  # how much of all they hear is a beat
    row += [_alternation(here, n) for n in (2, 3, 4)]
    ones = pulse_at(pulse[1], beats)
    between = pulse_at(pulse[1], beats + 0.5 * spans)
    row.append(float(np.log((ones.mean() + _HARDLY) / (between.mean() + _HARDLY))))
    row += [_alternation(ones, n) for n in (2, 3, 4, 8)]
    return row


_HARDLY: Final = 0.02
_WIDE_FRAMES: Final = 5


def _alternation(values: Floats, every: int) -> float:
    """How much the values repeat every so many beats, 0 to 1; the mean over stretches, which a
    half bar between them does not spoil."""
    waves = _waves(values, every)
    return float(np.abs(waves).mean())


def _waves(values: Floats, every: int) -> NDArray[np.complex128]:
    """For each stretch of beats the part of the values that comes back every so many of them."""
    stretches = max(1, len(values) // _STRETCH)
    kept = values[: len(values) // stretches * stretches].reshape(stretches, -1)
    turn = np.exp(-2j * np.pi * np.arange(kept.shape[1]) / every)
    return np.asarray((kept * turn).sum(axis=1) / (np.abs(kept).sum(axis=1) + 1e-6))


def _turns_about(bands: Sequence[Floats]) -> list[float]:
    """Do low and middle bands take turns, as kick and snare do, over two beats and over four?"""
    low, middle = bands[0] + bands[1], bands[2] + bands[3]
    found = []
    for every in (2, 4):
        one, other = _waves(low, every), _waves(middle, every)
        found.append(float(np.mean(one * other.conj()).real * 10))
    # Within the bar: are low strokes a half turn of four before the middle ones?
    quarter = _waves(low, 4) ** 2 * _waves(middle, 4).conj() ** 2
    return [*found, float(np.mean(quarter).real * 100)]


def _likeness(envelope: Floats) -> Floats:
    """How like itself the sound is after so many frames, 1 at 0."""
    part = envelope - envelope.mean()
    size = fft.next_fast_len(2 * len(part))
    same = fft.irfft(np.abs(fft.rfft(part, size)) ** 2, size)[: len(part) // 2]
    return np.asarray(same / (same[0] + 1e-9))


def _again(likeness: Floats, period: float) -> list[float]:
    """How well the sound comes back after parts and multiples of the period."""
    at = np.asarray(_LAGS) * period * RATE
    tries = [sample_at(likeness, at + shift) for shift in (-1, 0, 1)]
    return [float(best) for best in np.max(tries, axis=0)]


def feature_rows(onsets: Onsets, harmony: Harmony, tried: Sequence[Candidate]) -> Floats:
    """The features of all candidates, (candidates, features)."""
    likeness = _likeness(onsets.envelope)
    rows = np.stack([features(onsets, harmony, likeness, c.beats) for c in tried])
    strength = [float(sample_at(onsets.envelope, c.beats * RATE).mean()) for c in tried]
    return np.column_stack([rows, strength])


@cache
def _shipped() -> tuple[tuple[dict[str, Floats], ...], float]:
    stored = json.loads(resources.files(__package__).joinpath("level.json").read_text())
    networks = tuple(
        {name: np.asarray(values) for name, values in network.items()}
        for network in stored["networks"]
    )
    return networks, float(stored["temperature"])


def scores(rows: Floats, networks: Sequence[Mapping[str, Floats]]) -> Floats:
    """What each network says of each candidate, averaged: ``w·x + v·tanh(Ux + b)``."""
    total = np.zeros(len(rows))
    for one in networks:
        x = np.clip((rows - one["mean"]) / one["scale"], -5.0, 5.0)
        total += x @ one["linear"] + np.tanh(x @ one["inner"] + one["shift"]) @ one["outer"]
    return total / len(networks)


def vote(onsets: Onsets, harmony: Harmony, tried: Sequence[Candidate]) -> Floats:
    """The probability of each candidate to be the dancer's beat."""
    networks, temperature = _shipped()
    score = temperature * scores(feature_rows(onsets, harmony, tried), networks)
    chance = np.exp(score - score.max())
    return np.asarray(chance / chance.sum())
