"""Corrections of the beat grid, worked out by hand; the arithmetic stands beside each."""

from dataclasses import replace
from fractions import Fraction as F

import pytest
from core.dancing import song
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import SongError
from maplestep.core.song import grid
from maplestep.core.song.model import Song, TempoMap, anchors_through

# 120 bpm, count 1 at 0: beat n at n/2 seconds; 8 + 32 + 24 = 64 counts, 32 seconds.
STEADY = song("intro 8, verse 32, chorus 24", bpm=120)


def beats(music: Song, *numbers: int) -> list[float]:
    return [round(music.tempo.seconds(n), 6) for n in numbers]


def counts(music: Song) -> list[int]:
    return [phrase.counts for phrase in music.phrases]


@given(st.lists(st.floats(0.2, 2.0), min_size=3, max_size=60), st.integers(-8, 8))
def test_anchors_pass_every_beat_they_stand_for(spans: list[float], first: int) -> None:
    times = [sum(spans[:at]) for at in range(len(spans) + 1)]
    anchors = anchors_through(times, first=first)
    tempo = TempoMap(anchors=anchors)
    for number, at in enumerate(times, start=first):
        assert tempo.seconds(number) == pytest.approx(at, abs=0.0021)
        assert tempo.beat(tempo.seconds(number)) == pytest.approx(number, abs=1e-6)


def test_twice_and_half_as_many_counts() -> None:
    twice = grid.change_level(STEADY, F(2))
    # The same 32 seconds are 128 counts of 240 bpm.
    assert (twice.bpm, counts(twice), twice.seconds(128)) == (240, [16, 64, 48], 32.0)
    half = grid.change_level(STEADY, F(1, 2))
    assert (half.bpm, counts(half), half.seconds(32)) == (60, [4, 16, 12], 32.0)
    # 3/2: 12, 48 and 36 counts of 180.
    assert counts(grid.change_level(STEADY, F(3, 2))) == [12, 48, 36]
    with pytest.raises(SongError, match="480 beats per minute"):
        grid.change_level(twice, F(2))


def test_the_one_is_shifted_and_set() -> None:
    # One beat later: half a second at 120 bpm.
    assert grid.shift_one(STEADY, F(1)).first_beat_seconds == 0.5
    assert grid.shift_one(STEADY, F(1, 2)).first_beat_seconds == 0.25
    with pytest.raises(SongError, match=r"0\.5 seconds before the recording"):
        grid.shift_one(STEADY, F(-1))
    # Beat 43 (21.5 s) is count 43 - 40 = 3 (from 0) of the chorus, so the shortest way is 3 later.
    assert grid.set_one(STEADY, 21.52).first_beat_seconds == pytest.approx(1.5)
    # Beat 46 is 6 behind the chorus' start: 2 earlier is shorter, but leads before 0; then 8 on.
    assert grid.set_one(STEADY, 23.0).first_beat_seconds == pytest.approx(3.0)


def test_a_beat_moved_a_beat_more_a_beat_less() -> None:
    # Beat 32 pulled from 16.0 to 16.4 s: before it 16.4/32 = 0.5125 s a beat.
    moved = grid.move_beat(STEADY, 32, 16.4)
    assert beats(moved, 16, 32, 64) == [8.2, 16.4, 32.0]
    with pytest.raises(SongError, match="cannot pass"):
        grid.move_beat(moved, 32, 33.0)
    # Between beats 20 and 21 (10.0 and 10.5 s) one more at 10.25; the verse has 33 counts.
    more = grid.insert_beat(STEADY, 10.2)
    assert (beats(more, 20, 21, 22, 65), counts(more)) == ([10.0, 10.25, 10.5, 32.0], [8, 33, 24])
    # Beat 21 (10.5 s) out: from beat 20 to the next is a whole second.
    less = grid.remove_beat(STEADY, 10.6)
    assert (beats(less, 20, 21, 63), counts(less)) == ([10.0, 11.0, 32.0], [8, 31, 24])


def test_a_stop_puts_off_all_that_follows() -> None:
    # After beat 20 (10 s) nothing for 2 s: beat 21 at 10.5 + 2.
    held = grid.hold(STEADY, 10.1, 2.0)
    assert beats(held, 20, 21, 22, 64) == [10.0, 12.5, 13.0, 34.0]
    with pytest.raises(SongError, match="up to 120"):
        grid.hold(STEADY, 10.0, 500)


def test_a_slow_down_to_the_last_beat() -> None:
    # Four beats from 30 s on, the last twice as long: 0.625, 0.75, 0.875, 1.0 s, in all 3.25.
    slow = grid.slow_down(STEADY, 30.0, 32.0, 2.0)
    expected = [30.0, 30.625, 31.375, 32.25, 33.25]
    assert beats(slow, 60, 61, 62, 63, 64) == pytest.approx(expected, abs=0.002)
    with pytest.raises(SongError, match="two beats"):
        grid.slow_down(STEADY, 30.0, 30.4, 2.0)


def test_one_tempo_through_a_crooked_map() -> None:
    # Beats every 0.5 s, every other one 10 ms late: the line through them is 120 bpm again.
    crooked = replace(STEADY, anchors=tuple((F(n), 1 + n / 2 + 0.01 * (n % 2)) for n in range(65)))
    straight = grid.steady(crooked)
    assert not straight.anchors
    assert float(straight.bpm) == pytest.approx(120, abs=0.01)
    assert straight.first_beat_seconds == pytest.approx(1.005, abs=0.001)
    # Half the tempo: what was 32 s from the first beat is 64 s.
    slower = grid.change_tempo(crooked, F(60))
    assert slower.tempo.seconds(64) == pytest.approx(1 + 64.0, abs=0.1)


TAPS = [4.0 + 0.5 * n for n in range(8)]


def test_taps_without_a_recording_are_the_tempo() -> None:
    # Taps 0.6 s apart: 100 bpm; count 1 stays at the beat nearest to where it was.
    tapped = grid.tap(STEADY, [3.1 + 0.6 * n for n in range(6)], heard=False)
    assert float(tapped.bpm) == pytest.approx(100, abs=0.01)
    # 3.1 - 5 x 0.6 = 0.1.
    assert tapped.first_beat_seconds == pytest.approx(0.1, abs=0.001)


@pytest.mark.parametrize(
    ("taps", "bpm", "first"),
    [
        (TAPS, 120, 0.0),  # as the grid stands
        ([4.0 + n for n in range(6)], 60, 0.0),  # every other beat
        ([4.0 + 0.25 * n for n in range(12)], 240, 0.0),  # twice a beat
        ([4.25 + 0.5 * n for n in range(8)], 120, 0.25),  # between the beats
        # A hand is some 20 ms off: the grid stays where the sound is.
        ([4.0 + 0.5 * n + 0.02 * (-1) ** n for n in range(8)], 120, 0.0),
    ],
)
def test_taps_pick_the_pulse_of_what_was_heard(taps: list[float], bpm: int, first: float) -> None:
    tapped = grid.tap(STEADY, taps, heard=True)
    assert float(tapped.bpm) == pytest.approx(bpm, rel=0.001)
    assert tapped.first_beat_seconds == pytest.approx(first, abs=0.001)
    # The music is as long as before.
    assert tapped.seconds(tapped.length) == pytest.approx(32.0, abs=0.3)


def test_taps_that_fit_no_pulse_lay_their_stretch_anew() -> None:
    # 0.55 s apart is none of the grid's pulses; outside the taps nothing moves.
    tapped = grid.tap(STEADY, [10.0 + 0.55 * n for n in range(9)], heard=True)
    near = min(tapped.tempo.all_seconds(range(70)), key=lambda at: abs(at - 12.2))
    assert near == pytest.approx(10.0 + 0.55 * 4, abs=0.01)
    assert beats(tapped, 4) == [2.0]


@pytest.mark.parametrize(
    ("taps", "words"),
    [
        ([1.0, 1.5, 2.0], "at least 4"),
        ([1.0, 1.01, 1.02, 1.03], "too fast"),
        ([1.0, 1.5, 2.4, 2.6, 3.7, 3.9], "uneven"),
    ],
)
def test_taps_that_make_no_tempo(taps: list[float], words: str) -> None:
    with pytest.raises(SongError, match=words):
        grid.tap(STEADY, taps, heard=True)


def test_first_tap_may_be_the_one() -> None:
    # The first tap is beat 8 at 4.0 s, where the verse begins anyway; a beat later shifts by one.
    assert grid.tap(STEADY, TAPS, heard=True, first_is_one=True).first_beat_seconds == 0.0
    later = [at + 0.5 for at in TAPS]
    assert grid.tap(STEADY, later, heard=True, first_is_one=True).first_beat_seconds == 0.5
