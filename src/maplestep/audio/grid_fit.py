"""A dancer's grid out of heard beats: constant where the band is constant, free where it is not.

The period and phase whose folded envelope is strongest over a whole stretch are exact to
fractions of a millisecond where single beats scatter by several. Where one grid does not hold,
the song is cut at its jumps (a stop, an extra half bar), and a bad head or tail (a slow-down)
keeps its free beats.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from .arrays import Floats, sample_at
from .constant_grid import constant_grid, line_through, period_of, refined, strength_at, wrapped
from .one_grid import BLOCK, FAINT, steadied
from .onsets import RATE

_JUMP: Final = 0.12  # of a beat
_SIDE: Final = 12  # beats before and after a jump
_LOCAL: Final = 8
_SILENT_SECONDS: Final = 1.1
_OUT_OF_STEP_SECONDS: Final = 0.008
_STEADY_SHARE: Final = 0.6
_HURRIED: Final = 0.97
_MOSTLY: Final = 0.8


@dataclass(frozen=True, slots=True)
class Grid:
    """Beats in seconds, and how well each of them is borne out by the sound, 0 to 1."""

    beats: Floats
    support: Floats
    steady: bool


def fit_grid(envelope: Floats, beats: Floats, lock: float | None = None) -> Grid:
    """The grid that fits the sound best. ``lock``: how far, in beats, the phase may move."""
    if len(beats) < 8:
        return Grid(beats, strength_at(envelope, beats), steady=False)
    parts = _between_silences(envelope, beats)
    if len(parts) > 1:
        fitted = [fit_grid(envelope, part, lock).beats for part in parts]
        return _grid(envelope, _over_silences(fitted), steady=False)
    grid = constant_grid(envelope, beats, lock)
    good = _holds(envelope, grid, beats)
    if good.all():
        whole = follow_ends(envelope, grid)
        return _grid(envelope, whole, steady=len(whole) == len(grid))
    followed = _body_and_ends(envelope, beats, good, lock)
    if followed is not None:
        return _grid(envelope, followed, steady=False)
    pieces = [_stretch(envelope, part, lock) for part in np.split(beats, _jumps(envelope, beats))]
    pieces = steadied(envelope, pieces, lock)
    return _grid(envelope, follow_ends(envelope, _joined(envelope, pieces)), steady=False)


def _body_and_ends(
    envelope: Floats, beats: Floats, good: NDArray[np.bool_], lock: float | None
) -> Floats | None:
    """One constant grid with a free head or tail, where that explains the sound; else None."""
    middle = np.flatnonzero(good)
    if len(middle) < 2 or not good[middle[0] : middle[-1] + 1].all():
        return None
    first, last = middle[0] * BLOCK, min((middle[-1] + 1) * BLOCK, len(beats))
    if middle[-1] == len(good) - 1:
        last = len(beats)
    body = constant_grid(envelope, beats[first:last], lock)
    period = period_of(body)
    before, after = (
        max(0, round(span / period)) for span in (body[0] - beats[0], beats[-1] - body[-1])
    )
    whole = body[0] + period * np.arange(-before, len(body) + after)
    followed = follow_ends(envelope, whole)
    outside = followed[(followed < body[0] - 0.1) | (followed > body[-1] + 0.1)]
    free = np.concatenate([beats[:first], beats[last:]])
    explained = strength_at(envelope, outside).sum() >= 0.7 * strength_at(envelope, free).sum()
    if explained or len(body) < _STEADY_SHARE * len(beats):
        return followed if explained else None
    # Beside a long steady song a head or tail that hardly sounds (it fades, it rings on) or runs
    # faster is no beat of its own.
    typical = float(np.median(strength_at(envelope, body)))
    faint = strength_at(envelope, free).mean() < FAINT * typical
    ends = (part for part in (beats[:first], beats[last:]) if len(part) > 2)
    hurried = all(period_of(part) < _HURRIED * period for part in ends)
    if faint or hurried:
        return followed
    return _stretch(envelope, beats, lock) if good.mean() >= _MOSTLY else None


def _stretch(envelope: Floats, beats: Floats, lock: float | None) -> Floats:
    """One stretch without jumps: constant in its middle if it can be, free at head and tail."""
    if len(beats) < 2 * _LOCAL:
        return _nudged(envelope, beats)
    grid = constant_grid(envelope, beats, lock)
    good = _holds(envelope, grid, beats)
    if good.all():
        return grid
    middle = np.flatnonzero(good)
    first, last = (middle[0], middle[-1] + 1) if len(middle) else (0, 0)
    inside = good[first:last]
    # A single bad block inside (a drum fill, a break) does not make the song free.
    if len(inside) * BLOCK >= 2 * BLOCK and len(inside) - np.count_nonzero(inside) <= max(
        1, len(inside) // 6
    ):
        head, body = beats[: first * BLOCK], beats[first * BLOCK : last * BLOCK]
        tail = beats[last * BLOCK :] if last < len(good) else beats[len(beats) :]
        held = constant_grid(envelope, body, lock)
        head = _local(envelope, np.concatenate([head, held[:_LOCAL]]))[: len(head)]
        tail = _nudged(envelope, tail)
        head = head[head < held[0] - 0.5 * period_of(held)]
        tail = tail[tail > held[-1] + 0.5 * period_of(held)]
        return np.concatenate([head, held, tail])
    return _local(envelope, beats)


def _holds(envelope: Floats, grid: Floats, beats: Floats) -> NDArray[np.bool_]:
    """For each block of 16 free beats: does the constant grid explain it as well?"""
    own = strength_at(envelope, grid)
    typical = float(np.median(own))
    free = strength_at(envelope, beats)
    verdicts = []
    for start in range(0, max(1, len(beats) - BLOCK // 2), BLOCK):
        end = start + BLOCK if len(beats) - start >= 1.5 * BLOCK else len(beats)
        low, high = beats[start] - 0.2, beats[end - 1] + 0.2
        mine = own[(grid >= low) & (grid <= high)]
        score = float(mine.mean()) if len(mine) else 0.0
        there = float(free[start:end].mean())
        verdicts.append(
            score >= max(0.25 * there, 0.02) and (score >= 0.6 * there or score >= 0.5 * typical)
        )
    return np.asarray(verdicts, dtype=bool)


def _jumps(envelope: Floats, beats: Floats) -> list[int]:
    """Where the beat's phase jumps: lines through 12 beats before and after disagree."""
    heard, weight = refined(envelope, beats)
    count = len(beats)
    off = np.zeros(count)
    numbers = np.arange(_SIDE, dtype=float)
    for at in range(_SIDE, count - _SIDE + 1):
        left, right = slice(at - _SIDE, at), slice(at, at + _SIDE)
        slope, start = line_through(numbers, heard[left], weight[left])
        after_slope, after = line_through(numbers, heard[right], weight[right])
        if abs(slope / after_slope - 1) > _OTHER_TEMPO:
            # Another tempo where both sides are clean lines; else a slow-down, or noise.
            loose = _looseness(heard[left], slope, start) + _looseness(
                heard[right], after_slope, after
            )
            off[at] = max(0.0, 1.0 - loose / _CLEAN_SECONDS)
            continue
        off[at] = abs(wrapped(np.asarray((after - start) / slope)))
    found: list[int] = []
    while off.max(initial=0.0) > _JUMP:
        at = int(np.argmax(off))
        found.append(at)
        off[max(0, at - _SIDE) : at + _SIDE] = 0.0
    return sorted(found)


def _looseness(heard: Floats, slope: float, start: float) -> float:
    """How far beats scatter about their line, in seconds."""
    return float(np.median(np.abs(heard - start - slope * np.arange(len(heard)))))


_OTHER_TEMPO: Final = 0.035
_CLEAN_SECONDS: Final = 0.02


def _between_silences(envelope: Floats, beats: Floats) -> list[Floats]:
    """The beats in parts, cut where nothing begins for over a second and two beats."""
    typical = float(np.median(strength_at(envelope, beats)))
    loud = np.flatnonzero(envelope > 0.12 * typical) / RATE
    longest = max(_SILENT_SECONDS, 2.2 * period_of(beats))
    gaps = np.flatnonzero(np.diff(loud) > longest)
    parts: list[Floats] = []
    rest = beats
    for gap in gaps:
        part, rest = rest[rest < loud[gap] + 0.06], rest[rest > loud[gap + 1] - 0.06]
        parts.append(part)
    parts.append(rest)
    if any(len(part) < BLOCK for part in parts):
        return [beats]
    return parts


def _over_silences(parts: list[Floats]) -> Floats:
    """One after another. A silence that the beat survives (a bar's rest) is counted through:
    dancers dance on. Where the band comes back out of step it has stopped."""
    whole = parts[0]
    for part in parts[1:]:
        period = 0.5 * float(np.diff(whole[-_LOCAL:]).mean() + np.diff(part[:_LOCAL]).mean())
        beats = (part[0] - whole[-1]) / period
        missing = round(beats) - 1
        if abs(beats - round(beats)) * period < _OUT_OF_STEP_SECONDS:
            whole = np.concatenate([whole, np.linspace(whole[-1], part[0], missing + 2)[1:-1]])
        whole = np.concatenate([whole, part])
    return whole


def follow_ends(envelope: Floats, beats: Floats) -> Floats:
    """Head and tail followed beat by beat where the band leaves the grid: a slow-down to its
    last beat, a free beginning to its first."""
    beats = _follow_tail(envelope, beats)
    total = (len(envelope) - 1) / RATE
    return total - _follow_tail(envelope[::-1], total - beats[::-1])[::-1]


def _follow_tail(envelope: Floats, beats: Floats) -> Floats:
    if len(beats) < 2 * BLOCK:
        return beats
    own = strength_at(envelope, beats)
    typical = float(np.median(own))
    firm = np.convolve(own, np.ones(4) / 4, mode="valid") >= 0.55 * typical
    early = len(beats) - 3 * BLOCK
    weak, held = np.flatnonzero(~firm), np.flatnonzero(firm)
    weak = weak[weak >= max(early, BLOCK)]
    last = float(np.flatnonzero(envelope > 0.3 * typical)[-1]) / RATE
    best, gain = beats, 0.0
    # Off the grid a beat may be hit by chance: both the first weak place and the last are tried.
    for end in {int(weak[0]) + 4 if len(weak) else 0, int(held[-1]) + 4 if len(held) else 0}:
        firm_end = end
        while firm_end > BLOCK and own[firm_end - 1] < 0.55 * typical:
            firm_end -= 1
        if firm_end < max(early, BLOCK) or len(beats) - firm_end < 2:
            continue
        walked = _walk(envelope, beats[:firm_end], 0.2 * typical)
        short = last - walked[-1] > 0.2 * (last - beats[firm_end])
        if short or len(walked) - firm_end < 2:
            continue
        ours = float(strength_at(envelope, walked[firm_end:]).mean())
        more = ours - 1.25 * float(own[firm_end:].mean())
        if more > gain and ours > 0.7 * typical:
            best, gain = walked, more
    return best


def _walk(envelope: Floats, beats: Floats, floor: float) -> Floats:
    """Beats after these, each near where the last two say; ends where nothing begins any more."""
    found = list(beats)
    ratio, period, missed = 1.0, period_of(beats[-_LOCAL:]), 0
    while True:
        tries = np.arange(0.88, 1.2, 0.004)
        times = found[-1] + tries * period
        scores = sample_at(envelope, times * RATE) * np.exp(-0.5 * ((tries - ratio) / 0.06) ** 2)
        best = int(np.argmax(scores))
        if scores[best] < floor or times[best] * RATE >= len(envelope):
            missed += 1
            if missed > 1:
                break
            found.append(found[-1] + ratio * period)
            period *= ratio
            continue
        step = float(tries[best])
        missed = 0
        found.append(float(times[best]))
        ratio = float(np.clip(0.5 * (ratio + step), 0.96, 1.08))
        period *= step
    return np.asarray(found[: len(found) - missed + 1] if missed else found)


def _joined(envelope: Floats, parts: list[Floats]) -> Floats:
    """The stretches one after another; between them no beat nearer than 0.6 of one."""
    whole = np.zeros(0)
    for part in parts:
        if not len(whole) or not len(part):
            whole = np.concatenate([whole, part])
            continue
        period = period_of(whole) if len(whole) > 1 else 0.5
        low = strength_at(envelope, whole[-6:]), strength_at(envelope, part[:6])
        typical = 0.3 * float(np.median(strength_at(envelope, whole)))
        # The band has stopped: no beats are counted into the silence at the end or the head.
        tail, head = _trailing(low[0] < typical), _trailing((low[1] < typical)[::-1])
        if tail + head < 2:
            tail = head = 0
        kept, rest = whole[: len(whole) - tail], part[head:]
        while len(kept) and len(rest) and rest[0] - kept[-1] < 0.6 * period:
            if strength_at(envelope, kept[-1:])[0] < strength_at(envelope, rest[:1])[0]:
                kept = kept[:-1]
            else:
                rest = rest[1:]
        whole = np.concatenate([kept, rest])
    return whole


def _trailing(silent: NDArray[np.bool_]) -> int:
    count = 0
    for quiet in silent[::-1]:
        if not quiet:
            break
        count += 1
    return count


def _local(envelope: Floats, beats: Floats) -> Floats:
    """Each beat on the line through the eight around it: drift without jitter."""
    heard, weight = refined(envelope, beats)
    out = heard.copy()
    numbers = np.arange(len(beats), dtype=float)
    for at in range(len(beats)):
        near = slice(max(0, at - _LOCAL), at + _LOCAL + 1)
        slope, start = line_through(numbers[near], heard[near], weight[near])
        out[at] = start + slope * at
    return _rising(out)


def _nudged(envelope: Floats, beats: Floats) -> Floats:
    """Free beats moved onto their onsets."""
    return _rising(refined(envelope, beats)[0]) if len(beats) > 1 else beats


def _rising(beats: Floats) -> Floats:
    if len(beats) < 2:
        return beats
    keep = np.concatenate([[True], np.diff(np.maximum.accumulate(beats)) > 0.05])
    return np.asarray(beats[keep])


def _grid(envelope: Floats, beats: Floats, *, steady: bool) -> Grid:
    beats = beats[(beats >= -0.02) & (beats <= len(envelope) / RATE)]
    strength = strength_at(envelope, beats)
    typical = np.percentile(strength, 75) + 1e-9 if len(strength) else 1.0
    return Grid(beats, np.clip(strength / typical, 0.0, 1.0), steady=steady)
