"""Recordings as users have them: what is read, and what is said about the rest."""

from pathlib import Path

import numpy as np
import pytest
import soundfile

from maplestep.audio.decode import LONGEST_SECONDS, inspect, read_mono
from maplestep.audio.encode import write_sound
from maplestep.audio.intake import take_in
from maplestep.core.errors import RecordingError


def tone(seconds: float, rate: int = 44_100, channels: int = 1) -> np.ndarray:
    at = np.arange(round(seconds * rate)) / rate
    return np.repeat((0.3 * np.sin(2 * np.pi * 220 * at))[:, None], channels, axis=1)


@pytest.mark.parametrize(
    ("rate", "channels", "ending"),
    [
        (8_000, 1, "wav"), (22_050, 1, "wav"), (44_100, 2, "flac"), (48_000, 2, "ogg"),
        (44_100, 2, "mp3"), (192_000, 2, "wav"), (44_100, 10, "wav"),
    ],
)  # fmt: skip
def test_every_usual_kind_is_read(rate: int, channels: int, ending: str, tmp_path: Path) -> None:
    file = tmp_path / f"a.{ending}"
    write_sound(file, tone(6, rate, channels), rate)
    taken = take_in(file, tmp_path / "out.ogg")
    assert taken.seconds == pytest.approx(6, abs=0.05)
    assert len(taken.mono) == pytest.approx(6 * 22_050, abs=1200)
    # Fifty peaks a second, the loudest 1.
    assert len(taken.peaks) == pytest.approx(300, abs=3)
    assert max(taken.peaks) == 1.0
    out = soundfile.info(str(tmp_path / "out.ogg"))
    assert (out.samplerate, out.channels) == (44_100, min(channels, 2) if channels < 3 else 1)
    # 220 Hz it was, 220 Hz it is.
    spectrum = np.abs(np.fft.rfft(taken.mono[22_050 : 3 * 22_050]))
    assert np.argmax(spectrum) / 2 == pytest.approx(220, abs=1)


def two_hours(file: Path) -> Path:
    """A head that says two hours; nothing of it has to be decoded."""
    with soundfile.SoundFile(str(file), "w", 8_000, 1, format="FLAC") as out:
        for _ in range(120):
            out.write(np.zeros(8_000 * 60, dtype=np.float32))
    return file


def made(kind: str, folder: Path) -> Path:
    file = folder / "a.wav"
    match kind:
        case "empty":
            file.write_bytes(b"")
        case "text":
            file = folder / "a.mp3"
            file.write_text("This is a step sheet, not a song.\n" * 50)
        case "silence":
            write_sound(file, np.zeros((44_100 * 10, 1)), 44_100)
        case "short":
            write_sound(file, tone(2), 44_100)
        case "long":
            file = two_hours(folder / "a.flac")
        case "channels":
            write_sound(file, tone(6, 8_000, 24), 8_000)
        case "slow":
            soundfile.write(str(file), tone(10, 4_000), 4_000)
    return file


@pytest.mark.parametrize(
    ("kind", "words"),
    [
        ("empty", "empty"),
        ("text", "no recording that can be read"),
        ("silence", "silent"),
        ("short", r"2\.0 seconds"),
        ("long", "120:00 minutes; a song may last 15:00"),
        ("channels", "24 channels"),
        ("slow", "4,000 samples a second"),
    ],
)
def test_what_cannot_be_used_is_said(kind: str, words: str, tmp_path: Path) -> None:
    with pytest.raises(RecordingError, match=words):
        read_mono(made(kind, tmp_path))


def test_a_bomb_is_refused_before_it_is_decoded(tmp_path: Path) -> None:
    # FLAC packs silence 1000 to 1: two hours in a small file.
    bomb = made("long", tmp_path)
    assert bomb.stat().st_size < 400_000
    with pytest.raises(RecordingError):
        take_in(bomb, tmp_path / "out.ogg")
    assert not (tmp_path / "out.ogg").exists()
    assert LONGEST_SECONDS == 900


def test_a_head_is_read_without_decoding(tmp_path: Path) -> None:
    file = tmp_path / "a.ogg"
    write_sound(file, tone(7, 48_000, 2), 48_000)
    told = inspect(file)
    assert (told.sample_rate, told.channels) == (48_000, 2)
    assert told.seconds == pytest.approx(7, abs=0.01)
    with pytest.raises(RecordingError, match="no kind of sound file"):
        write_sound(tmp_path / "a.xyz", tone(1), 44_100)
