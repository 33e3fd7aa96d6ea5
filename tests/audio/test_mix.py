"""The practice mix: exact in length, clicks where the map has its counts."""

from pathlib import Path

import numpy as np
import pytest
import soundfile
from core.dancing import song

from maplestep.audio.encode import write_sound
from maplestep.audio.mix import render_mix
from maplestep.audio.voice import sounds
from maplestep.core.rehearsal.practice import MixRequest, plan_mix
from maplestep.messages.language import LANGUAGES

RATE = 44_100
MUSIC = song("intro 8, verse 32", bpm=118, first_beat_seconds=0.7)
SECONDS = 22.0


def onsets(samples: np.ndarray, quiet_seconds: float = 0.1) -> np.ndarray:
    """Where sound begins after silence, in seconds."""
    loud = np.flatnonzero(np.abs(samples) > 0.05) / RATE
    return loud[np.diff(loud, prepend=-1.0) > quiet_seconds]


@pytest.mark.parametrize("ending", ["wav", "ogg", "mp3"])
@pytest.mark.parametrize("speed", [1.0, 0.75, 0.6])
def test_the_mix_is_exact_in_length(speed: float, ending: str, tmp_path: Path) -> None:
    source, out = tmp_path / "song.wav", tmp_path / f"mix.{ending}"
    write_sound(source, np.zeros((round(SECONDS * RATE), 2)), RATE)
    plan = plan_mix(MUSIC, MixRequest(speed=speed))
    seconds = render_mix(source, out, plan, "en")
    # Lead: an eight at 118 bpm less the 0.7 s the song has before count 1; all of it slower.
    expected = (8 * 60 / 118 - 0.7 + SECONDS) / speed
    assert seconds == pytest.approx(expected, abs=1 / RATE)
    assert soundfile.info(str(out)).frames == round(expected * RATE)


@pytest.mark.parametrize("speed", [1.0, 0.8])
def test_clicks_lie_on_the_counts_within_a_millisecond(speed: float, tmp_path: Path) -> None:
    source, out = tmp_path / "song.wav", tmp_path / "mix.wav"
    write_sound(source, np.zeros((round(SECONDS * RATE), 1)), RATE)
    plan = plan_mix(MUSIC, MixRequest(speed=speed, count_in=False))
    render_mix(source, out, plan, "en")
    heard = onsets(soundfile.read(str(out))[0])
    expected = [MUSIC.seconds(n) / speed for n in range(40)]
    assert heard == pytest.approx(expected, abs=1e-3)


def loudest(samples: np.ndarray, near: float) -> float:
    """How much later than ``near`` the energy peaks, in seconds."""
    start = max(0, round((near - 0.08) * RATE))
    energy = np.convolve(samples[start : start + round(0.16 * RATE)] ** 2, np.ones(220), "same")
    return (start + int(np.argmax(energy))) / RATE - near


@pytest.mark.parametrize("speed", [0.6, 0.75, 0.9])
def test_the_slowed_song_keeps_to_its_clicks(speed: float, tmp_path: Path) -> None:
    # A song of short knocks on its beats, stretched.
    knocks = np.zeros((round(SECONDS * RATE), 1))
    rng = np.random.default_rng(2)
    beats = [MUSIC.seconds(n) for n in range(40)]
    for at in beats:
        start = round(at * RATE)
        knocks[start : start + 600, 0] = 0.8 * rng.normal(0, 1, 600) * np.exp(-np.arange(600) / 90)
    source, out = tmp_path / "song.wav", tmp_path / "mix.wav"
    write_sound(source, np.clip(knocks, -1, 1), RATE)
    plan = plan_mix(MUSIC, MixRequest(speed=speed, count_in=False, clicks=False))
    render_mix(source, out, plan, "en")
    mixed = soundfile.read(str(out))[0]
    # Stretching smears an attack, so its loudest 5 ms are compared.
    off = [loudest(mixed, at / speed) - loudest(knocks[:, 0], at) for at in beats]
    assert np.abs(off).max() < 0.010
    assert abs(np.median(off)) < 0.003


@pytest.mark.parametrize("language", LANGUAGES)
def test_words_begin_at_once_and_fit_between_counts(language: str) -> None:
    for name, word in sounds(language).items():
        assert word.dtype == np.float32
        assert 0.02 < len(word) / RATE < 1.0, name
        assert np.abs(word[:400]).max() > 0.01, name
        assert np.abs(word).max() <= 1.0
    numbers = [len(sounds(language)[str(n)]) / RATE for n in range(1, 9)]
    assert max(numbers) < 0.55
