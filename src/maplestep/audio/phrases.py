"""Where phrases begin, how long they are, and which of them are the same music.

Novelty along the diagonal of the self-similarity (Foote, "Automatic audio segmentation using a
measure of audio novelty", ICME 2000); boundaries are chosen together, because phrases like to
last 4, 8 or 16 bars, and lengths that do not are kept as they are.
"""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from typing import Final

import numpy as np

from ..core.song.model import PhraseKind
from .arrays import Floats, Ints, sample_at
from .downbeats import Bars
from .harmony import Harmony, unit_rows
from .naming import Named, intro_stretches, names, played
from .onsets import RATE, Onsets

# What a phrase of so many bars costs: common practice; other even lengths and odd ones below.
_BAR_COSTS: Final = {
    8: 0.0, 16: 0.02, 4: 0.2, 12: 0.15, 32: 0.2, 24: 0.2, 20: 0.25, 6: 0.6, 2: 1.2, 1: 1.8, 3: 1.35,
}  # fmt: skip
_EVEN, _ODD, _BROKEN = 0.6, 0.75, 0.5
_EVERY: Final = 0.28
# Of chroma, bass, timbre and rhythm in how alike two beats are.
_SHARES: Final = (0.3, 0.15, 0.35, 0.2)
_LONGEST_BARS: Final = 34
# Of the same music 96 of 100 pairs lie above, of other music 2 (training pieces).
_SAME: Final = 0.74
# How often a change as strong as this, beside the song's strongest, begins a phrase (the same).
_SURE: Final = ((0.0, 0.42), (0.6, 0.42), (0.7, 0.53), (0.85, 0.7), (1.0, 0.9))
_SUDDEN: Final = 0.15
# A phrase comes again: how alike it must be, and by how much more than elsewhere.
_REPEATS: Final = 0.9
_STANDS_OUT: Final = 0.1
_ROUNDS: Final = 12


@dataclass(frozen=True, slots=True)
class FoundPhrase:
    """Beats [start, end), what it is called, and how sure its start is."""

    start: int
    end: int
    named: Named
    group: int
    confidence: float


def find_phrases(onsets: Onsets, harmony: Harmony, beats: Floats, bars: Bars) -> list[FoundPhrase]:
    """The phrases of a song whose beats and bars are known."""
    rows = beat_rows(onsets, harmony, beats)
    # Four bars on either side; in eights that is 32 beats all in all.
    novelty = _novelty(rows, 4 * bars.metre)
    starts = np.asarray([s for s in bars.starts if s < len(beats) - bars.metre])
    if len(starts) < 8:
        return [FoundPhrase(0, len(beats), Named(PhraseKind.UNMARKED, "", None), 0, 0.2)]
    value = np.asarray([novelty[s] for s in starts])
    value = value / (np.sort(value)[-3:].mean() + 1e-9)
    chosen = _choose(value, starts, bars.metre, len(beats))
    edges = _split_by_repeats(rows, [int(starts[i]) for i in chosen] + [len(beats)], starts)
    spans = list(itertools.pairwise(edges))
    sound = played(onsets, beats, spans)
    if (before := intro_stretches(sound, spans)) > 1:
        spans = [(spans[0][0], spans[before - 1][1]), *spans[before:]]
        sound = played(onsets, beats, spans)
    groups = _groups(rows, spans, bars.metre)
    # Nothing comes before the first phrase that it could differ from: it is as sure as its bar.
    novel = dict(zip(starts.tolist(), value.tolist(), strict=True))
    strengths, chances = zip(*_SURE, strict=True)
    sure = [float(np.interp(novel.get(a, 0.0), strengths, chances)) for a, _ in spans]
    sure[0] = max(sure[0], bars.confidence)
    return [
        FoundPhrase(a, b, named, group, c)
        for (a, b), named, group, c in zip(
            spans, names(sound, spans, groups, bars.metre), groups, sure, strict=True
        )
    ]


def beat_rows(onsets: Onsets, harmony: Harmony, beats: Floats) -> Floats:
    """Harmony, timbre and rhythm of each beat, one row each; a dot product is a likeness up to
    1."""
    ends = np.append(beats[1:], 2 * beats[-1] - beats[-2])
    chroma = unit_rows(harmony.means("chroma", beats, ends))
    bass = unit_rows(harmony.means("bass", beats, ends))
    timbre = harmony.means("timbre", beats, ends)
    timbre = unit_rows((timbre - timbre.mean(axis=0)) / (timbre.std(axis=0) + 0.05))
    parts = zip(_SHARES, (chroma, bass, timbre, _rhythm(onsets, beats)), strict=True)
    return np.concatenate([part * np.sqrt(share) for share, part in parts], axis=1)


def _rhythm(onsets: Onsets, beats: Floats) -> Floats:
    """What is struck on each beat and its quarters, by pitch range; rows of length 1."""
    spans = np.append(np.diff(beats), np.median(np.diff(beats)))
    struck = [
        sample_at(band, (beats + quarter * spans) * RATE)
        for band in onsets.ranges
        for quarter in (0.0, 0.25, 0.5, 0.75)
    ]
    rows = np.log1p(np.stack(struck, axis=1))
    return unit_rows(rows - rows.mean(axis=0))


def _novelty(rows: Floats, half: int) -> Floats:
    """How different the music before and after each beat is; (beats,).

    Whole windows are compared by their means: a loop of four chords is then the same music
    wherever the window cuts it, and only a real change stands out. Their checkerboard adds
    how sudden the change is.
    """
    apart = sum(_apart(rows, bars * half // 4) for bars in (4, 8))
    sudden = _checkerboard(rows, half)
    return np.asarray(_scaled(np.asarray(apart)) + _SUDDEN * _scaled(sudden))


def _scaled(values: Floats) -> Floats:
    return np.asarray(values / (np.sort(values)[-4:].mean() + 1e-9))


def _apart(rows: Floats, width: int) -> Floats:
    """Distance of the mean rows of the windows before and after each beat."""
    count = len(rows)
    sums = np.concatenate([np.zeros((1, rows.shape[1])), np.cumsum(rows, axis=0)])
    at = np.arange(count)
    low, high = np.maximum(at - width, 0), np.minimum(at + width, count)
    before = (sums[at] - sums[low]) / np.maximum(at - low, 1)[:, None]
    after = (sums[high] - sums[at]) / np.maximum(high - at, 1)[:, None]
    width = min(width, count // 3)
    full = np.minimum(np.minimum(at - low, high - at) / width, 1.0)
    distance = np.linalg.norm(before - after, axis=1) * np.sqrt(full)
    # Around a change the distance is a tent; what counts is its top.
    lag = width // 2
    left = np.concatenate([np.full(lag, distance[0]), distance[:-lag]])
    right = np.concatenate([distance[lag:], np.full(lag, distance[-1])])
    return np.asarray(np.maximum(distance - 0.5 * (left + right), 0.0))


def _checkerboard(rows: Floats, half: int) -> Floats:
    """Foote's checkerboard novelty at each beat, half-wave rectified."""
    count = len(rows)
    padded = np.concatenate([np.repeat(rows[:1], half, 0), rows, np.repeat(rows[-1:], half, 0)])
    offsets = np.arange(-half, half) + 0.5
    taper = np.exp(-0.5 * (offsets / (0.5 * half)) ** 2)
    kernel = np.outer(taper * np.sign(offsets), taper * np.sign(offsets))
    kernel /= np.abs(kernel).sum()
    out = np.empty(count)
    for at in range(count):
        part = padded[at : at + 2 * half]
        out[at] = float((kernel * (part @ part.T)).sum())
    return np.maximum(out, 0.0)


def _choose(value: Floats, starts: Ints, metre: int, total: int) -> list[int]:
    """Bars that begin phrases: strong novelty, usual lengths. O(bars · longest)."""
    count = len(starts)
    best = np.full(count + 1, -np.inf)
    came = np.full(count + 1, -1)
    best[0] = 0.0
    beats = np.append(starts, total)
    for at in range(1, count + 1):
        gain = 0.0 if at == count else float(value[at])
        for back in range(1, min(at, _LONGEST_BARS) + 1):
            length = int(beats[at] - beats[at - back])
            cost = _length_cost(length, back, metre, last=at == count, first=at == back)
            score = best[at - back] + gain - _EVERY - cost
            if score > best[at]:
                best[at], came[at] = score, at - back
    chosen = []
    at = int(came[count])
    while at >= 0:
        chosen.append(at)
        at = int(came[at])
    return chosen[::-1]


def _split_by_repeats(rows: Floats, edges: list[int], starts: Ints) -> list[int]:
    """Long stretches cut where a shorter phrase of the song comes again inside them."""
    metre = int(np.median(np.diff(starts)))
    for _ in range(_ROUNDS):
        found = _repeat_inside(rows, list(itertools.pairwise(edges)), starts, metre)
        if not found:
            break
        edges = sorted({*edges, *found})
    return edges


def _repeat_inside(
    rows: Floats, spans: list[tuple[int, int]], starts: Ints, metre: int
) -> list[int]:
    """Where the clearest repeat of one phrase lies inside a longer one: its ends, or nothing."""
    best, found = _REPEATS, list[int]()
    for a, b in spans:
        length = b - a
        if not 4 * metre <= length <= 24 * metre:
            continue
        for low, high in spans:
            if high - low < length + 2 * metre:
                continue
            places = starts[(starts >= low) & (starts + length <= high)]
            if len(places) < 2:
                continue
            like = np.asarray(
                [float((rows[a:b] * rows[p : p + length]).sum(axis=1).mean()) for p in places]
            )
            at = int(np.argmax(like))
            place = int(places[at])
            left, right = place - low, high - place - length
            if 0 < left < 2 * metre or 0 < right < 2 * metre:
                continue
            # A loop is alike everywhere; a phrase that comes again stands out.
            clear = like[at] - float(np.median(like))
            if like[at] > best and clear > _STANDS_OUT:
                best = float(like[at])
                found = [place, place + length]
    return found


def _length_cost(beats: int, bars: int, metre: int, *, last: bool, first: bool) -> float:
    even = beats % metre == 0
    cost = _BAR_COSTS.get(beats // metre, _EVEN if beats // metre % 2 == 0 else _ODD)
    if not even:
        cost = min(max(cost, _BROKEN), _ODD) if bars > 3 else cost
    if last:
        return 0.3 * cost
    return 0.7 * cost if first and bars > 1 else cost


def _groups(rows: Floats, spans: list[tuple[int, int]], metre: int) -> list[int]:
    """Phrases with the same music get the same number, in order of appearance."""
    groups: list[int] = []
    for at, span in enumerate(spans):
        likeness = [_alike(rows, spans[earlier], span, metre) for earlier in range(at)]
        best = int(np.argmax(likeness)) if likeness else -1
        if best >= 0 and likeness[best] >= _SAME:
            groups.append(groups[best])
        else:
            groups.append(max(groups, default=-1) + 1)
    return groups


def _alike(rows: Floats, one: tuple[int, int], other: tuple[int, int], metre: int) -> float:
    """How alike two stretches are beat by beat; very different lengths are not the same phrase."""
    lengths = one[1] - one[0], other[1] - other[0]
    shorter = min(lengths)
    if shorter < 0.45 * max(lengths) or shorter < 2 * metre:
        return 0.0
    dots = (rows[one[0] : one[0] + shorter] * rows[other[0] : other[0] + shorter]).sum(axis=1)
    return float(dots.mean())
