"""The words a practice mix speaks, made by Debian's speech synthesiser."""

from __future__ import annotations

import io
import shutil
import subprocess
import tempfile
from collections.abc import Sequence
from functools import cache, lru_cache
from pathlib import Path
from typing import Final

import numpy as np
import soundfile
import soxr

from ..core.errors import VoiceError
from ..core.rehearsal.practice import CLICK, ONE
from ..messages.calls import number_words
from ..messages.language import speaking
from .arrays import Floats

SAMPLE_RATE: Final = 44_100
_LOUD: Final = 0.6
_QUICK: Final = "210"  # words a minute: a count may last a third of a second
_FADE: Final = 200  # samples
_GAP: Final = 882  # samples between two texts of a file


@cache
def sounds(language: str) -> dict[str, Floats]:
    """The clicks and the counts by their numbers, (samples,) at 44,100 a second, beginning at once.

    Raises VoiceError when the synthesiser is missing.
    """
    made = {CLICK: _click(1000.0, 0.45), ONE: _click(1600.0, 0.6)}
    with speaking(language):
        numbers = number_words()
    return made | {label: speak(text, language) for label, text in numbers.items()}


@lru_cache(maxsize=4096)
def speak(text: str, language: str) -> Floats:
    """A few words spoken, (samples,) at 44,100 a second, beginning at once.

    Raises VoiceError when the synthesiser is missing or cannot say them.
    """
    program = shutil.which("espeak-ng")
    if not program:
        raise VoiceError()
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "word.wav"
        # Words of the user's own may begin with a dash; "--" ends the options.
        command = [program, "-v", language, "-s", _QUICK, "-w", str(file), "--", text]
        done = subprocess.run(command, capture_output=True, check=False)  # noqa: S603
        if done.returncode:
            raise VoiceError()
        samples, rate = soundfile.read(str(file), dtype="float32", always_2d=True)
    if not np.abs(samples).max(initial=0.0):
        return np.zeros(1, np.float32)  # a name without letters is not spoken
    return _trimmed(soxr.resample(samples.mean(axis=1), rate, SAMPLE_RATE))


def spoken_file(texts: Sequence[str], language: str) -> bytes:
    """Texts spoken one behind the other, as a WAV file. Raises VoiceError when the synthesiser
    is missing."""
    gap = np.zeros(_GAP, np.float32)
    every = [part for text in texts for part in (speak(text, language), gap)]
    out = io.BytesIO()
    samples = np.concatenate(every or [gap])
    soundfile.write(out, samples, SAMPLE_RATE, format="WAV", subtype="PCM_16")
    return out.getvalue()


def spans_of(texts: Sequence[str], language: str) -> dict[str, tuple[float, float]]:
    """Where each text begins in that file and how long it lasts, in seconds."""
    spans, at = {}, 0
    for text in texts:
        length = len(speak(text, language))
        spans[text] = at / SAMPLE_RATE, length / SAMPLE_RATE
        at += length + _GAP
    return spans


def _click(pitch: float, loud: float) -> Floats:
    at = np.arange(round(0.03 * SAMPLE_RATE)) / SAMPLE_RATE
    return np.asarray(loud * np.sin(2 * np.pi * pitch * at) * np.exp(-at / 0.006), np.float32)


def _trimmed(word: Floats) -> Floats:
    """Without the silence around it, at one loudness, faded out."""
    loud = np.flatnonzero(np.abs(word) > 0.03 * np.abs(word).max())
    kept = word[loud[0] : loud[-1] + 1] * (_LOUD / np.abs(word).max())
    kept[-_FADE:] *= np.linspace(1.0, 0.0, _FADE)
    return np.asarray(kept, np.float32)
