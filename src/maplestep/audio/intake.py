"""Taking a recording in: decoded once, so that what is listened to is what is played.

An MP3 without a table of contents decodes some 25 ms later in one program than in another; after
this step there is one OGG file whose samples everybody agrees on.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from typing import Final

import numpy as np
import soundfile
import soxr

from .arrays import Floats
from .decode import Decoding, Missing, MonoReader, Progress
from .encode import writer

SAMPLE_RATE: Final = 44_100
PEAKS_A_SECOND: Final = 50
_CHUNK: Final = 1 << 14


@dataclass(frozen=True, slots=True)
class Taken:
    """``mono``: (samples,) at 22,050 a second; ``peaks``: the loudest of each 20 ms; what the file
    should have held and did not."""

    mono: Floats
    peaks: list[float]
    seconds: float
    missing: Missing | None = None


def take_in(source: Path, out: Path, progress: Progress | None = None) -> Taken:
    """Decode ``source`` into the OGG file ``out``, 44,100 samples a second, one or two channels.

    Raises RecordingError as :class:`decode.Decoding` does; OSError when the disk is full.
    """
    reader = MonoReader()
    decoding = Decoding(source, progress)
    channels = 1
    resampler: soxr.ResampleStream | None = None
    peaks = _Peaks()
    written = 0
    file: soundfile.SoundFile | None = None
    try:
        for block, rate in decoding:
            reader.add(block, rate)
            sound = block[:, :2] if block.shape[1] <= 2 else block.mean(axis=1, keepdims=True)
            if file is None:
                channels = sound.shape[1]
                file = writer(out, SAMPLE_RATE, channels)
                if rate != SAMPLE_RATE:
                    resampler = soxr.ResampleStream(rate, SAMPLE_RATE, channels, dtype="float32")
            if resampler:
                sound = resampler.resample_chunk(np.ascontiguousarray(sound))
            written += _write(file, sound, peaks)
        if file and resampler:
            rest = resampler.resample_chunk(np.zeros((0, channels), dtype=np.float32), last=True)
            written += _write(file, rest, peaks)
    finally:
        if file:
            file.close()
    return Taken(reader.samples(), peaks.done(), written / SAMPLE_RATE, decoding.missing)


def _write(file: soundfile.SoundFile, sound: Floats, peaks: _Peaks) -> int:
    sound = np.clip(sound, -1.0, 1.0)
    for start in range(0, len(sound), _CHUNK):
        file.write(sound[start : start + _CHUNK])
    peaks.add(sound)
    return len(sound)


class _Peaks:
    """The loudest sample of each fiftieth of a second, for drawing."""

    def __init__(self) -> None:
        self._step = SAMPLE_RATE // PEAKS_A_SECOND
        self._rest = np.zeros(0, dtype=np.float32)
        self._found: list[Floats] = []

    def add(self, sound: Floats) -> None:
        loud = np.concatenate([self._rest, np.abs(sound).max(axis=1, initial=0.0)])
        whole = len(loud) // self._step * self._step
        self._found.append(loud[:whole].reshape(-1, self._step).max(axis=1))
        self._rest = loud[whole:]

    def done(self) -> list[float]:
        if len(self._rest):
            self._found.append(self._rest.max(keepdims=True))
        every = np.concatenate(self._found) if self._found else np.zeros(0)
        top = float(every.max(initial=0.0)) or 1.0
        return [round(float(value) / top, 3) for value in every]


def peaks_of(path: Path) -> tuple[list[float], float]:
    """Peaks and seconds of a sound file we wrote ourselves at 44,100 samples a second."""
    peaks = _Peaks()
    with soundfile.SoundFile(str(path)) as file:
        for block in file.blocks(_CHUNK, dtype="float32", always_2d=True):
            peaks.add(block)
        return peaks.done(), file.frames / SAMPLE_RATE
