"""The words a practice mix speaks, made by Debian's speech synthesiser."""

from __future__ import annotations

import shutil
import subprocess
import tempfile
from functools import cache
from pathlib import Path
from typing import Final

import numpy as np
import soundfile
import soxr

from ..core.errors import VoiceError
from ..core.tools.practice import CLICK, IN_FOUR, ONE
from .arrays import Floats

SAMPLE_RATE: Final = 44_100
WORDS: Final = {
    "en": {
        "1": "one", "2": "two", "3": "three", "4": "four", "5": "five", "6": "six", "7": "seven",
        "8": "eight", "restart": "restart", "tag": "tag", "tag-restart": "tag, restart",
        "ending": "ending", IN_FOUR: "in four",
    },
    "fr": {
        "1": "un", "2": "deux", "3": "trois", "4": "quatre", "5": "cinq", "6": "six", "7": "sept",
        "8": "huit", "restart": "reprise", "tag": "tag", "tag-restart": "tag, reprise",
        "ending": "final", IN_FOUR: "dans quatre",
    },
}  # fmt: skip
_LOUD: Final = 0.6
_QUICK: Final = "210"  # words a minute: a count may last a third of a second
_FADE: Final = 200  # samples


@cache
def sounds(language: str) -> dict[str, Floats]:
    """Every click and word, (samples,) at 44,100 a second, beginning at once.

    Raises VoiceError when the synthesiser is missing.
    """
    program = shutil.which("espeak-ng")
    if not program:
        raise VoiceError()
    made = {CLICK: _click(1000.0, 0.45), ONE: _click(1600.0, 0.6)}
    with tempfile.TemporaryDirectory() as folder:
        for name, text in WORDS[language].items():
            file = Path(folder) / "word.wav"
            command = [program, "-v", language, "-s", _QUICK, "-w", str(file), text]
            done = subprocess.run(command, capture_output=True, check=False)  # noqa: S603
            if done.returncode:
                raise VoiceError()
            samples, rate = soundfile.read(str(file), dtype="float32", always_2d=True)
            made[name] = _trimmed(soxr.resample(samples.mean(axis=1), rate, SAMPLE_RATE))
    return made


def _click(pitch: float, loud: float) -> Floats:
    at = np.arange(round(0.03 * SAMPLE_RATE)) / SAMPLE_RATE
    return np.asarray(loud * np.sin(2 * np.pi * pitch * at) * np.exp(-at / 0.006), np.float32)


def _trimmed(word: Floats) -> Floats:
    """Without the silence around it, at one loudness, faded out."""
    loud = np.flatnonzero(np.abs(word) > 0.03 * np.abs(word).max())
    kept = word[loud[0] : loud[-1] + 1] * (_LOUD / np.abs(word).max())
    kept[-_FADE:] *= np.linspace(1.0, 0.0, _FADE)
    return np.asarray(kept, np.float32)
