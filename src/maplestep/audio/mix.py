"""The practice mix: a song slower at the same pitch, with clicks, counts and calls over it."""

from __future__ import annotations

import shutil
import subprocess
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Final

import numpy as np
import soundfile

from ..core.errors import MixError
from ..core.rehearsal.practice import MixPlan, mix_seconds
from .arrays import Floats
from .encode import writer
from .voice import SAMPLE_RATE, sounds, speak

_BLOCK: Final = 1 << 14
_SONG: Final = 0.75  # the song steps back a little behind what is laid over it

# What rubberband brings forward: 17, 9 and 5 ms at 60, 75 and 85 %, measured on knocks.
_EARLY_SECONDS: Final = 0.026

Progress = Callable[[float], None]


def render_mix(
    source: Path,
    out: Path,
    plan: MixPlan,
    language: str,
    progress: Progress = lambda _done: None,
) -> float:
    """Mix the recording ``source``, 44,100 samples a second, into ``out``; seconds of the result.

    Its length is exactly ``mix_seconds``. Raises MixError or VoiceError when a program is missing.
    """
    known = sounds(language)
    words = {
        mark.sound: known[mark.sound] if mark.sound in known else speak(mark.sound, language)
        for mark in plan.marks
    }
    with tempfile.TemporaryDirectory(dir=out.parent) as folder:
        slow = _stretched(source, Path(folder), plan.speed) if plan.speed != 1 else source
        progress(0.5)
        seconds = soundfile.info(str(source)).frames / SAMPLE_RATE
        length = round(mix_seconds(plan, seconds) * SAMPLE_RATE)
        over = _overlay(plan, words, length)
        early = _EARLY_SECONDS * (1 / plan.speed - 1)
        lead = round((plan.lead_seconds + early) * SAMPLE_RATE)
        with soundfile.SoundFile(str(slow)) as song:
            channels = song.channels
            with writer(out, SAMPLE_RATE, channels) as file:
                for start in range(0, length, _BLOCK):
                    count = min(_BLOCK, length - start)
                    block = np.repeat(over[start : start + count, None], channels, axis=1)
                    silent = min(max(0, lead - start), count)
                    sound = song.read(count - silent, dtype="float32", always_2d=True)
                    block[silent : silent + len(sound)] += _SONG * sound
                    file.write(np.clip(block, -1.0, 1.0))
                    progress(0.5 + 0.5 * (start + count) / length)
    return length / SAMPLE_RATE


def _stretched(source: Path, folder: Path, speed: float) -> Path:
    """The recording at another speed and the same pitch. R2 keeps attacks clearest."""
    program = shutil.which("rubberband")
    if not program:
        raise MixError()
    raw, slow = folder / "song.wav", folder / "slow.wav"
    with soundfile.SoundFile(str(source)) as file, writer(raw, file.samplerate, file.channels) as w:
        for block in file.blocks(_BLOCK, dtype="float32", always_2d=True):
            w.write(block)
    command = [program, "-q", "-2", "-t", f"{1 / speed:.9f}", str(raw), str(slow)]
    done = subprocess.run(command, capture_output=True, check=False)  # noqa: S603 - our own words
    raw.unlink()
    if done.returncode or not slow.exists():
        raise MixError("The song could not be slowed down. Check that the disk is not full.")
    return slow


def _overlay(plan: MixPlan, words: dict[str, Floats], length: int) -> Floats:
    """Clicks and words on one channel, (length,)."""
    over = np.zeros(length, dtype=np.float32)
    for at, name in plan.marks:
        start = round(at * SAMPLE_RATE)
        if 0 <= start < length:
            word = words[name][: length - start]
            over[start : start + len(word)] += word
    return over
