"""Recordings in: what libsndfile reads, checked before it is believed."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Final

import numpy as np
import soundfile
import soxr

from ..core.errors import Message, RecordingError
from .arrays import SAMPLE_RATE, Floats

SHORTEST_SECONDS: Final = 5.0
LONGEST_SECONDS: Final = 15 * 60.0
_BLOCK: Final = 1 << 16
_MOST_CHANNELS: Final = 16
_QUIET: Final = 1e-4
_SLOWEST_RATE: Final = 8_000
_FASTEST_RATE: Final = 384_000

Progress = Callable[[float], None]


@dataclass(frozen=True, slots=True, kw_only=True)
class Recording:
    """What the head of a file says: its format, samples a second, channels, seconds."""

    format: str
    sample_rate: int
    channels: int
    seconds: float


def inspect(path: Path) -> Recording:
    """Look at a file without decoding it. Raises RecordingError when it is no usable recording."""
    if path.stat().st_size == 0:
        raise RecordingError("This file is empty. Choose the song's recording again.")
    try:
        info = soundfile.info(str(path))
    except soundfile.LibsndfileError as error:
        raise RecordingError(
            "This is no recording that can be read. Use a WAV, FLAC, OGG or MP3 file."
        ) from error
    seconds = info.frames / info.samplerate if info.samplerate else 0.0
    if info.channels > _MOST_CHANNELS:
        raise RecordingError(
            Message(
                "This recording has {channels} channels; up to {most_channels} can be read. Save "
                "it in stereo and try again.",
                channels=info.channels,
                most_channels=_MOST_CHANNELS,
            )
        )
    if not _SLOWEST_RATE <= info.samplerate <= _FASTEST_RATE:
        raise RecordingError(
            Message(
                "This recording has {samplerate:,} samples a second; {slowest_rate:,} to "
                "{fastest_rate:,} can be read. Save it with 44,100 and try again.",
                samplerate=info.samplerate,
                slowest_rate=_SLOWEST_RATE,
                fastest_rate=_FASTEST_RATE,
            )
        )
    if seconds > LONGEST_SECONDS:
        raise RecordingError(
            Message(
                "This recording lasts {seconds}; a song may last {longest_seconds}. Cut out the "
                "one song and try again.",
                seconds=_minutes(seconds),
                longest_seconds=_minutes(LONGEST_SECONDS),
            )
        )
    if seconds < SHORTEST_SECONDS:
        raise RecordingError(
            Message(
                "This recording lasts {seconds:.1f} seconds; counts can be found from "
                "{shortest_seconds:g} seconds on.",
                seconds=seconds,
                shortest_seconds=SHORTEST_SECONDS,
            )
        )
    return Recording(
        format=info.format, sample_rate=info.samplerate, channels=info.channels, seconds=seconds
    )


def _minutes(seconds: float) -> str:
    whole = round(seconds)
    return f"{whole // 60}:{whole % 60:02d} minutes"


def blocks(path: Path, progress: Progress | None = None) -> Iterator[tuple[Floats, int]]:
    """The decoded sound, (samples, channels) float32 at a time, and its sample rate.

    Raises RecordingError for a file that breaks off or decodes to more than its head says.
    """
    told = inspect(path)
    most = int(LONGEST_SECONDS * told.sample_rate)
    done = 0
    try:
        with soundfile.SoundFile(str(path)) as file:
            while len(block := file.read(_BLOCK, dtype="float32", always_2d=True)):
                done += len(block)
                if done > most:
                    raise RecordingError(
                        "This recording is far longer than it says. It is not read."
                    )
                if progress:
                    progress(min(1.0, done / (told.seconds * told.sample_rate)))
                yield np.nan_to_num(block), told.sample_rate
    except soundfile.LibsndfileError as error:
        raise RecordingError(
            Message(
                "This recording cannot be read beyond {done:.0f} seconds; the file is damaged. "
                "Save it again and try once more.",
                done=done / told.sample_rate,
            )
        ) from error
    # Of an MP3 without a table of contents the head can only guess the length.
    if told.format != "MP3" and done < 0.98 * told.seconds * told.sample_rate:
        raise RecordingError(
            Message(
                "This recording breaks off after {done} of {seconds}; the file is damaged. Save "
                "it again and try once more.",
                done=_minutes(done / told.sample_rate),
                seconds=_minutes(told.seconds),
            )
        )


class MonoReader:
    """Gathers decoded blocks as one channel at 22,050 samples a second."""

    def __init__(self) -> None:
        self._resampler: soxr.ResampleStream | None = None
        self._parts: list[Floats] = []

    def add(self, block: Floats, rate: int) -> None:
        """Take a block of (samples, channels)."""
        mono = block.mean(axis=1)
        if rate != SAMPLE_RATE:
            if self._resampler is None:
                self._resampler = soxr.ResampleStream(rate, SAMPLE_RATE, 1, dtype="float32")
            mono = self._resampler.resample_chunk(mono)
        self._parts.append(mono)

    def samples(self) -> Floats:
        """The whole, its loudest sample at 1. Raises RecordingError for silence."""
        if self._resampler:
            rest = self._resampler.resample_chunk(np.zeros(0, dtype=np.float32), last=True)
            self._parts.append(rest)
        samples = np.concatenate(self._parts)
        self._parts = []
        peak = float(np.abs(samples).max(initial=0.0))
        if peak < _QUIET:
            raise RecordingError("This recording is silent, so no beat can be found in it.")
        return np.asarray(samples / peak)


def read_mono(path: Path, progress: Progress | None = None) -> Floats:
    """The whole recording as one channel at 22,050 samples a second.

    Raises RecordingError as :func:`blocks` does, and for silence.
    """
    reader = MonoReader()
    for block, rate in blocks(path, progress):
        reader.add(block, rate)
    return reader.samples()
