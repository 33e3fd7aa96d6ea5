"""The steps of listening by themselves, on sounds made by hand."""

import numpy as np
import pytest

from maplestep.audio.analyse import analyse_samples
from maplestep.audio.beat_tracking import follow_beats
from maplestep.audio.grid_fit import fit_grid
from maplestep.audio.harmony import harmony_of
from maplestep.audio.level import at_places
from maplestep.audio.onsets import BIAS_SECONDS, SAMPLE_RATE, onsets_of
from maplestep.audio.tempo import local_periods
from maplestep.core.errors import RecordingError
from maplestep.core.song.listening import irregular_places


def knocks(times: list[float], seconds: float) -> np.ndarray:
    """Short bursts of noise over a faint hiss, mono at 22,050 a second."""
    rng = np.random.default_rng(7)
    sound = rng.normal(0, 0.002, round(seconds * SAMPLE_RATE))
    for at in times:
        start = round(at * SAMPLE_RATE)
        burst = rng.normal(0, 0.4, 500) * np.exp(-np.arange(500) / 90)
        sound[start : start + len(burst)] += burst[: len(sound) - start]
    return np.asarray(sound, np.float32)


def grid_of(sound: np.ndarray) -> np.ndarray:
    envelope = onsets_of(sound).envelope
    periods, _ = local_periods(envelope)
    return fit_grid(envelope, follow_beats(envelope, periods)).beats - BIAS_SECONDS


@pytest.mark.parametrize("bpm", [72, 97.3, 124, 163])
def test_a_steady_pulse_is_found_to_the_millisecond(bpm: float) -> None:
    times = [0.5 + n * 60 / bpm for n in range(int(50 * bpm / 60))]
    found = grid_of(knocks(times, 52))
    # Which multiple of the pulse it is, is the business of the level vote; here the grid counts.
    period = float(np.median(np.diff(found)))
    ratio = period * bpm / 60
    assert min(abs(ratio - r) for r in (0.5, 1, 2)) < 1e-4
    on = [at for at in times if found[0] - 0.1 < at < found[-1] + 0.1]
    if ratio < 1.5:
        nearest = found[np.abs(found[:, None] - np.asarray(on)).argmin(axis=0)]
        off = nearest - np.asarray(on)
        # A knock begins at once, instruments do not: it is heard some 10 ms early, but evenly so.
        assert abs(np.median(off)) < 0.015
        assert np.abs(off - np.median(off)).max() < 0.001


def test_drift_is_followed() -> None:
    # The tempo swings by 3 % around 120 bpm within 50 beats and back.
    times, at = [], 0.5
    for n in range(110):
        times.append(at)
        at += 0.5 * (1 + 0.03 * np.sin(n / 25))
    found = grid_of(knocks(times, at + 1))
    off = np.abs(found[:, None] - np.asarray(times)).min(axis=0)
    assert np.percentile(off, 95) < 0.02


@pytest.mark.parametrize(("rest", "stops"), [(4 * 0.5, 0), (4 * 0.5 + 0.2, 1), (1.37, 1)])
def test_a_rest_in_step_is_counted_through_and_a_stop_is_not(rest: float, stops: int) -> None:
    # 120 bpm; after 40 beats nothing for ``rest`` seconds more than a beat. Two seconds are four
    # beats: dancers dance on through them. 2.2 and 1.37 s are no whole number of beats.
    first = [0.5 + n * 0.5 for n in range(40)]
    again = first[-1] + 0.5 + rest
    second = [again + n * 0.5 for n in range(40)]
    found = grid_of(knocks(first + second, second[-1] + 1))
    places = [p for p in irregular_places(list(found)) if p.kind == "stop"]
    assert len(places) == stops
    if stops:
        assert places[0].at_seconds == pytest.approx(first[-1], abs=0.02)
        assert places[0].seconds == pytest.approx(rest, abs=0.02)


def test_how_clear_a_pulse_is() -> None:
    rng = np.random.default_rng(5)
    steady = onsets_of(knocks([0.5 * n + 0.2 for n in range(60)], 31)).envelope
    rain = onsets_of(knocks(sorted(rng.uniform(0, 30, 80)), 31)).envelope
    assert local_periods(steady)[1] > 5 * local_periods(rain)[1]


def test_what_sounds_is_told_from_what_changes() -> None:
    # An A (440 Hz, class 9), then a C (523.25 Hz, class 0): MIDI classes count from C.
    at = np.arange(4 * SAMPLE_RATE) / SAMPLE_RATE
    sound = np.where(at < 2, np.sin(2 * np.pi * 440 * at), np.sin(2 * np.pi * 523.25 * at))
    heard = harmony_of(sound.astype(np.float32))
    means = heard.means("chroma", np.asarray([0.3, 2.3]), np.asarray([1.7, 3.7]))
    assert [int(np.argmax(row)) for row in means] == [9, 0]
    change = heard.changes("chroma", np.asarray([1.0, 2.0, 3.0]), 0.6)
    assert int(np.argmax(change)) == 1
    assert change[1] > 0.8
    assert max(change[0], change[2]) < 0.1


def test_places_between_and_beyond_beats() -> None:
    beats = np.asarray([1.0, 2.0, 4.0])
    # Half way between; before the first with the first span, behind the last with the last.
    places = at_places(beats, np.asarray([-1.0, 0.5, 1.5, 2.0, 3.0]))
    assert places.tolist() == [0.0, 1.5, 3.0, 4.0, 6.0]


def test_progress_is_told_in_order() -> None:
    seen: list[str] = []
    sound = knocks([0.4 + n * 0.48 for n in range(60)], 30)
    heard = analyse_samples(sound, lambda step, done: seen.append(step))
    assert list(dict.fromkeys(seen)) == ["listen", "map"]
    assert heard.seconds == pytest.approx(30, abs=0.05)
    assert 1 <= len(heard.readings) <= 4
    chances = [r.confidence for r in heard.readings]
    assert chances == sorted(chances, reverse=True)
    assert sum(chances) <= 1.0001


@pytest.mark.parametrize("beside", [1 / 4, 1 / 3, 1 / 2])
def test_a_steady_song_gets_one_grid_where_only_the_off_beats_sound(beside: float) -> None:
    # 120 bpm; for 12 beats in the middle, and again later, only what lies beside the beat.
    beats = [0.5 + n * 0.5 for n in range(140)]
    off = {*range(50, 62), *range(90, 102)}
    heard = [at + (0.5 * beside if n in off else 0) for n, at in enumerate(beats)]
    found = grid_of(knocks(heard, 71))
    spans = np.diff(found)
    assert np.ptp(spans) < 0.001
    away = np.abs(found[:, None] - np.asarray(beats)).min(axis=1)
    assert np.percentile(away, 95) < 0.015


@pytest.mark.parametrize(("before", "after"), [(100, 125), (132, 108)])
def test_a_song_that_changes_its_tempo_keeps_both(before: int, after: int) -> None:
    times = [0.5 + n * 60 / before for n in range(64)]
    times += [times[-1] + 60 / before + n * 60 / after for n in range(64)]
    found = grid_of(knocks(times, times[-1] + 1))
    spans = np.diff(found)
    for bpm, part in ((before, spans[8:48]), (after, spans[-48:-8])):
        assert np.median(part) * bpm / 60 == pytest.approx(1, abs=0.002)
    away = np.abs(np.asarray(times)[:, None] - found).min(axis=1)
    assert np.mean(away < 0.02) > 0.95


@pytest.mark.parametrize("hertz", [110.0, 440.0, 3000.0])
def test_a_tone_has_no_beat(hertz: float) -> None:
    at = np.arange(20 * SAMPLE_RATE) / SAMPLE_RATE
    with pytest.raises(RecordingError, match="No steady beat"):
        analyse_samples(np.asarray(0.5 * np.sin(2 * np.pi * hertz * at), np.float32))
