"""What a hand has tapped is true, and the rest of the recording is heard around it.

The sounds are made here, so that the beats are known; a tapping hand is late by some ten
milliseconds and scatters by as many (common practice, no source).
"""

import numpy as np
import pytest

from maplestep.audio.again import hear_again, pack, unpack
from maplestep.audio.analyse import Features, take_in_sound
from maplestep.core.song.grid import tapped_beats

from .test_ears_in_parts import knocks

STEADY = [0.5 + 0.5 * n for n in range(100)]


def tapped(beats: list[float], seed: int = 3) -> tuple[float, ...]:
    rng = np.random.default_rng(seed)
    return tapped_beats([at + 0.02 + rng.normal(0, 0.012) for at in beats])


def heard(times: list[float], soft: list[float] | None = None) -> Features:
    """Knocks, and softer ones."""
    sound = knocks(times, times[-1] + 2)
    if soft:
        quiet = 0.35 * knocks(soft, times[-1] + 2)
        sound = sound + quiet[: len(sound)]
    return take_in_sound(sound.astype(np.float32))


@pytest.mark.parametrize("at", [4, 50, 88])
@pytest.mark.parametrize(
    ("every", "part"),
    [(1, 0.0), (1, 0.5), (2, 0.0), (2, 1.0), (1.5, 0.0), (0.5, 0.0)],
    ids=["as played", "between", "every other", "the other ones", "three for two", "twice as many"],
)
def test_eight_taps_anywhere_say_what_the_beat_is_everywhere(
    every: float, part: float, at: int
) -> None:
    # Loud knocks every half second, soft ones between: whatever pulse is tapped, however loud what
    # it misses, it is the beat from end to end.
    sound = heard(STEADY, [t + 0.25 for t in STEADY] + [t + 0.375 for t in STEADY[::4]])
    span = 0.5 * every
    pulse = [0.5 + 0.5 * part + span * n for n in range(int(49 / span))]
    near = int(at * 0.5 / span)
    near = min(near, len(pulse) - 8)
    found = np.asarray(hear_again(sound, tapped(pulse[near : near + 8])).beats)
    inside = found[(found > 1.5) & (found < 48.5)]
    off = np.abs(inside[:, None] - np.asarray(pulse)).min(axis=1)
    assert off.max() < 0.15 * span
    assert np.diff(inside) == pytest.approx(span, rel=0.1)


def test_a_pinned_beat_stays_where_it_was_put() -> None:
    pinned = 30.11  # 110 ms behind a knock
    found = np.asarray(hear_again(heard(STEADY), tapped(STEADY[20:28]), [pinned]).beats)
    assert np.abs(found - pinned).min() < 0.001
    # Its neighbours are where they sound.
    assert np.abs(found - 28.5).min() < 0.02
    assert np.abs(found - 32.0).min() < 0.02


def test_a_stop_is_followed_from_the_taps_on() -> None:
    # 40 beats, 1.37 s more than a beat of nothing, 40 beats; the taps lie in the first half.
    first = STEADY[:40]
    second = [first[-1] + 0.5 + 1.37 + 0.5 * n for n in range(40)]
    found = np.asarray(hear_again(heard(first + second), tapped(first[10:18])).beats)
    there = [np.abs(found - at).min() < 0.03 for at in (*first[2:], *second[:-2])]
    assert np.mean(there) > 0.95


def test_what_is_kept_is_what_was_heard() -> None:
    before = heard(STEADY[:40])
    kept = pack(before)
    # 22 s: at a hundred kilobytes a minute at most.
    assert len(kept) < 100_000 * 22 / 60
    after = unpack(kept)
    assert after.onsets.strongest == before.onsets.strongest
    for name in ("envelope", "rise", "ranges", "loudness"):
        was, now = getattr(before.onsets, name), getattr(after.onsets, name)
        assert np.abs(was - now).max() <= np.abs(was).max() / 500
    edges = np.asarray([1.0, 3.0, 7.5]), np.asarray([2.0, 4.0, 9.0])
    for name in ("chroma", "bass", "timbre"):
        was, now = before.harmony.means(name, *edges), after.harmony.means(name, *edges)
        assert now == pytest.approx(was, abs=np.abs(was).max() / 100)
