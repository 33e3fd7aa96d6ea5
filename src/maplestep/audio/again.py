"""Hearing a recording again around beats that somebody has tapped or put in their place.

What a hand has said is certain: the pulse is the one that was tapped, and it runs through every
beat that was pinned. The rest of the song is followed from there.
"""

from __future__ import annotations

import zlib
from collections.abc import Sequence
from dataclasses import replace
from typing import Final

import numpy as np

from ..core.song.listening import Reading
from .analyse import LOCK, Features, reading_of, to_the_ends, while_it_sounds
from .arrays import Floats, sample_at
from .beat_tracking import follow_beats
from .constant_grid import strength_at
from .grid_fit import Grid, fit_grid
from .harmony import Harmony
from .one_grid import BLOCK
from .onsets import BIAS_SECONDS, RATE, Onsets
from .tempo import local_periods

_CERTAIN: Final = 4.0  # times the strongest onset
_REACH: Final = 0.35  # of a beat, around one that is certain, where no other can be
_TRUE: Final = 0.15  # of a beat: a grid that misses the taps by more is not theirs
_PINNED_SECONDS: Final = 0.012
_HAND: Final = 0.16  # of a beat: how late or early a hand usually is
_DRIFT: Final = 0.1  # of a beat: how far a band usually strays from one beat to the next
_MOVES: Final = 0.4
_LEARNS: Final = 0.06
_WEAK: Final = 0.45


def hear_again(heard: Features, tapped: Sequence[float], pinned: Sequence[float] = ()) -> Reading:
    """The reading whose pulse is that of ``tapped``, evenly spaced beats in seconds, and which
    runs through the beats ``pinned`` by hand."""
    taps = np.asarray(tapped) + BIAS_SECONDS
    pins = np.asarray(pinned) + BIAS_SECONDS
    period = float(np.diff(taps).mean())
    envelope = heard.onsets.envelope
    taps = taps + _settled(envelope, taps, period)
    pins = pins[(pins < taps[0] - _REACH * period) | (pins > taps[-1] + _REACH * period)]
    certain = _made_certain(envelope, taps, pins, period)
    periods, _ = local_periods(certain, near=period)
    followed = follow_beats(certain, periods)
    after = _carried_on(certain, taps, followed)
    total = (len(certain) - 1) / RATE
    before = total - _carried_on(certain[::-1], total - taps[::-1], total - followed[::-1])[::-1]
    beats = np.concatenate([before, taps, after])
    grid = fit_grid(envelope, beats[(beats >= 0) & (beats <= total)], lock=LOCK)
    fitted = to_the_ends(heard.onsets, _through(grid, taps, pins, period))
    return reading_of(heard, while_it_sounds(heard.onsets, fitted), 1.0)


def _settled(envelope: Floats, taps: Floats, period: float) -> float:
    """By how much all taps are to move so that they stand on what they were tapped to, seconds."""
    tries = np.arange(-_HAND, _HAND + 1e-9, 0.01) * period
    heard = [float(strength_at(envelope, taps + by).sum()) for by in tries]
    weights = np.asarray(heard) * np.exp(-0.5 * (tries / (0.5 * _HAND * period)) ** 2)
    return float(tries[int(np.argmax(weights))])


def _carried_on(envelope: Floats, taps: Floats, followed: Floats) -> Floats:
    """Beats after the taps, one after another near where the last say, so that they never cross
    over to the other half of the beat; and from where the band leaves them (a stop, half a bar
    more) those that were followed."""
    total, found = (len(envelope) - 1) / RATE, [float(taps[-1])]
    period = float(np.diff(taps).mean())
    away = np.arange(-_REACH, _REACH, 0.01)
    likely = np.exp(-0.5 * (away / _DRIFT) ** 2)
    while found[-1] + period < total:
        at = found[-1] + period
        here = sample_at(envelope, (at + away * period) * RATE) * likely
        off = float((here * away).sum() / here.sum()) * period if here.sum() > 1e-6 else 0.0
        found.append(at + _MOVES * off)
        period = float(np.clip(period + _LEARNS * off, 0.75 * period, 1.33 * period))
    beats = np.asarray(found[1:])
    lost = _lost(envelope, beats)
    if lost is None:
        return beats
    behind = followed[followed > beats[lost] - 0.5 * period]
    kept = beats[: lost + 1]
    return np.concatenate([kept[kept < behind[0] - 0.5 * period] if len(behind) else kept, behind])


def _lost(envelope: Floats, beats: Floats) -> int | None:
    """The beat from which on, for two blocks, hardly anything begins on the beats."""
    struck = strength_at(envelope, beats)
    blocks = len(struck) // BLOCK
    if blocks < 3:
        return None
    means = struck[: blocks * BLOCK].reshape(blocks, BLOCK).mean(axis=1)
    weak = means < _WEAK * np.median(means)
    both = np.flatnonzero(weak[:-1] & weak[1:])
    return int(both[0]) * BLOCK if len(both) else None


def _made_certain(envelope: Floats, taps: Floats, pins: Floats, period: float) -> Floats:
    """The envelope with nothing around the beats that are certain but these."""
    out = envelope.copy()
    at = np.arange(len(out)) / RATE
    reach = _REACH * period
    out[(at > taps[0] - reach) & (at < taps[-1] + reach)] = 0.0
    for pin in pins:
        out[np.abs(at - pin) < reach] = 0.0
    for beat in np.concatenate([taps, pins]):
        out[np.abs(at - beat) < 1.5 / RATE] = _CERTAIN * envelope.max(initial=1.0)
    return out


def _misses(beats: Floats, taps: Floats) -> float:
    """How far the taps usually lie from the nearest beat, in seconds."""
    if len(beats) < 2:
        return np.inf
    return float(np.median(np.abs(taps[:, None] - beats).min(axis=1)))


def _through(grid: Grid, taps: Floats, pins: Floats, period: float) -> Grid:
    """The grid with the tapped stretch laid as it was tapped, if it still misses it, and every
    pinned beat in its place."""
    beats = grid.beats
    if _misses(beats, taps) > _TRUE * period:
        before = beats[beats < taps[0] - 0.5 * period]
        after = beats[beats > taps[-1] + 0.5 * period]
        beats = np.concatenate([before, taps, after])
    beats = beats.copy()
    for pin in pins:
        nearest = int(np.abs(beats - pin).argmin())
        if abs(beats[nearest] - pin) > _PINNED_SECONDS:
            beats[nearest] = pin
    beats = beats[np.concatenate([[True], np.diff(np.maximum.accumulate(beats)) > 0.05])]
    strength = np.ones(len(beats)) if len(beats) != len(grid.beats) else grid.support
    return replace(grid, beats=beats, support=strength)


# What was taken in of a recording, kept so that it can be heard again without it: each row of
# numbers in 256 steps of its own range.


def pack(heard: Features) -> bytes:
    """What the steps after listening work on, about 100 kB a minute; see :func:`unpack`."""
    onsets, harmony = heard.onsets, heard.harmony
    parts = [
        onsets.envelope[None], onsets.rise[None], onsets.ranges, onsets.loudness[None],
        onsets.pulse,
        *(np.diff(getattr(harmony, name), axis=0).T for name in ("chroma", "bass", "timbre")),
    ]  # fmt: skip
    out = [np.float64(onsets.strongest).tobytes()]
    for part in parts:
        rows, count = part.shape
        tops = np.maximum(np.abs(part).max(axis=1, initial=0.0), 1e-12).astype(np.float64)
        steps = np.round(part / tops[:, None] * 255).astype(np.uint8)
        out += [np.asarray((rows, count), np.int64).tobytes(), tops.tobytes(), steps.tobytes()]
    return zlib.compress(b"".join(out), 6)


def unpack(data: bytes) -> Features:
    """What :func:`pack` has kept, to within a five-hundredth of the largest of each row."""
    raw = zlib.decompress(data)
    strongest = float(np.frombuffer(raw, np.float64, 1)[0])
    at, parts = 8, []
    while at < len(raw):
        rows, count = (int(n) for n in np.frombuffer(raw, np.int64, 2, at))
        tops = np.frombuffer(raw, np.float64, rows, at + 16)
        at += 16 + 8 * rows
        steps = np.frombuffer(raw, np.uint8, rows * count, at).reshape(rows, count)
        at += rows * count
        parts.append(steps * (tops[:, None] / 255))
    envelope, rise, ranges, loudness, pulse, *harmony = parts
    sums = [np.concatenate([np.zeros((1, len(p))), np.cumsum(p.T, axis=0)]) for p in harmony]
    onsets = Onsets(envelope[0], rise[0], ranges, loudness[0], pulse, strongest)
    return Features(onsets, Harmony(*sums))
