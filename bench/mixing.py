"""From MIDI to a recording as one gets them: sound fonts, rooms, mixes, noise, low-rate MP3."""

from __future__ import annotations

import random
import subprocess
import tempfile
from pathlib import Path

import mido
import numpy as np
import soundfile
from scipy.signal import fftconvolve, lfilter

RATE = 22_050
FONTS = (
    "/usr/share/sounds/sf2/FluidR3_GM.sf2", "/usr/share/sounds/sf3/MuseScore_General_Lite.sf3",
    "/usr/share/sounds/sf2/TimGM6mb.sf2", "/usr/share/sounds/sf2/OPL-3_FM_128M.sf2",
    "/usr/share/sounds/sf2/sf_GMbank.sf2",
)  # fmt: skip


def rendered(midi: mido.MidiFile, font: str, *, room: bool) -> np.ndarray:
    """Mono at 22,050 a second, float32."""
    on = str(int(room))
    with tempfile.TemporaryDirectory() as folder:
        score, raw = Path(folder) / "song.mid", Path(folder) / "song.wav"
        midi.save(str(score))
        subprocess.run(
            ["fluidsynth", "-ni", "-q", "-g", "0.4", "-r", str(RATE), "-o",
             f"synth.reverb.active={on}", "-o", f"synth.chorus.active={on}", "-T", "wav", "-F",
             str(raw), font, str(score)], check=True, capture_output=True,
        )  # fmt: skip
        samples, _ = soundfile.read(str(raw), dtype="float32", always_2d=True)
    return np.asarray(samples.mean(axis=1), np.float32)


def mixed(samples: np.ndarray, seed: str) -> np.ndarray:
    """The sound through a room, an equaliser, a compressor, with noise: each perhaps."""
    rng = random.Random(f"mix {seed}")
    noise = np.random.default_rng(rng.randrange(1 << 31))
    out = samples.astype(np.float64) / (np.abs(samples).max() + 1e-9)
    if rng.random() < 0.45:
        seconds, wet = rng.uniform(0.15, 1.3), rng.uniform(0.05, 0.35)
        count = int(seconds * RATE)
        tail = noise.normal(0, 1, count) * np.exp(-6.9 * np.arange(count) / count)
        out = out + wet * fftconvolve(out, tail / np.linalg.norm(tail))[: len(out)]
    if rng.random() < 0.5:
        tilt = rng.uniform(-0.6, 0.85)  # one pole: darker above 0, brighter below
        out = lfilter([1 - abs(tilt)], [1, -tilt], out)
    out /= np.abs(out).max() + 1e-9
    if rng.random() < 0.5:
        out = pumped(out, rng.uniform(0.3, 0.8))
    if rng.random() < 0.5:
        drive = rng.uniform(1, 5)
        out = np.tanh(drive * out)
    if rng.random() < 0.25:
        out = out + noise.normal(0, 10 ** (-rng.uniform(32, 55) / 20), len(out))
    return np.asarray(out / (np.abs(out).max() + 1e-9) * 0.9, np.float32)


def pumped(samples: np.ndarray, strength: float) -> np.ndarray:
    """Through a compressor that lets go in about a fifth of a second."""
    block = 64
    count = len(samples) // block + 1
    peaks = np.abs(np.pad(samples, (0, count * block - len(samples)))).reshape(count, block)
    level = peaks.max(axis=1)
    release = np.exp(-block / RATE / 0.2)
    held = np.empty(count)
    now = 0.0
    for at, value in enumerate(level):
        now = max(float(value), now * release)
        held[at] = now
    gain = (held + 0.05) ** -strength
    smooth = np.interp(np.arange(len(samples)), np.arange(count) * block, gain)
    return np.asarray(samples * smooth)


def kept(samples: np.ndarray, path: Path, seed: str) -> Path:
    """Written as FLAC, three in ten as MP3 of a low rate; gives the file."""
    rng = random.Random(f"file {seed}")
    if rng.random() >= 0.3:
        out = path.with_suffix(".flac")
        soundfile.write(str(out), samples, RATE, subtype="PCM_16")
        return out
    out = path.with_suffix(".mp3")
    with soundfile.SoundFile(str(out), "w", RATE, 1, "MPEG_LAYER_III", format="MP3",
                             bitrate_mode="CONSTANT",
                             compression_level=rng.choice((0.5, 0.7, 0.85))) as file:  # fmt: skip
        for start in range(0, len(samples), 1 << 14):
            file.write(samples[start : start + (1 << 14)])
    return out
