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
from .ffmpeg import Damage, Probed, container, decoded, is_installed, probe
from .headers import ends_within_a_page, promised_seconds, says_its_length, without_notes

SHORTEST_SECONDS: Final = 5.0
LONGEST_SECONDS: Final = 15 * 60.0
# Fifteen minutes in stereo at 96,000 samples a second.
MOST_UNPACKED_MEGABYTES: Final = 700
_BYTES_A_SAMPLE: Final = 4
_BLOCK: Final = 1 << 16
_MOST_CHANNELS: Final = 16
# Encoder and decoder delay of an MP3 that does not say its own (LAME's technical FAQ: 576 + 529).
MP3_DELAY: Final = 1105
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
    told = _told(path)
    if told.channels > _MOST_CHANNELS:
        raise RecordingError(
            Message(
                "This recording has {channels} channels; up to {most_channels} can be read. Save "
                "it in stereo and try again.",
                channels=told.channels,
                most_channels=_MOST_CHANNELS,
            )
        )
    if not _SLOWEST_RATE <= told.sample_rate <= _FASTEST_RATE:
        raise RecordingError(
            Message(
                "This recording has {samplerate:,} samples a second; {slowest_rate:,} to "
                "{fastest_rate:,} can be read. Save it with 44,100 and try again.",
                samplerate=told.sample_rate,
                slowest_rate=_SLOWEST_RATE,
                fastest_rate=_FASTEST_RATE,
            )
        )
    if told.seconds > LONGEST_SECONDS:
        raise RecordingError(
            Message(
                "This recording lasts {seconds}; a song may last {longest_seconds}. Cut out the "
                "one song and try again.",
                seconds=_minutes(told.seconds),
                longest_seconds=_minutes(LONGEST_SECONDS),
            )
        )
    unpacked = told.seconds * told.sample_rate * told.channels * _BYTES_A_SAMPLE
    if unpacked > MOST_UNPACKED_MEGABYTES * 1_000_000:
        raise RecordingError(
            Message(
                "This recording has {unpacked:,.0f} MB once it is unpacked; up to {most} can be "
                "read. Save it in stereo with 44,100 samples a second and try again.",
                unpacked=unpacked / 1e6,
                most=MOST_UNPACKED_MEGABYTES,
            )
        )
    if told.seconds < SHORTEST_SECONDS:
        raise RecordingError(
            Message(
                "This recording lasts {seconds:.1f} seconds; counts can be found from "
                "{shortest_seconds:g} seconds on.",
                seconds=told.seconds,
                shortest_seconds=SHORTEST_SECONDS,
            )
        )
    return told


def _told(path: Path) -> Recording:
    kind = container(path)
    if kind is not None:
        found = probe(path, kind)
        return Recording(
            format=kind, sample_rate=found.sample_rate, channels=min(found.channels, 2),
            seconds=found.seconds,
        )  # fmt: skip
    try:
        with without_notes():
            info = soundfile.info(str(path))
    except soundfile.LibsndfileError as error:
        raise RecordingError(
            "This is no recording that can be read. Use a WAV, FLAC, OGG, Opus, MP3 or M4A file."
        ) from error
    seconds = info.frames / info.samplerate if info.samplerate else 0.0
    return Recording(
        format=info.format, sample_rate=info.samplerate, channels=info.channels, seconds=seconds
    )


def _minutes(seconds: float) -> str:
    whole = round(seconds)
    return f"{whole // 60}:{whole % 60:02d} minutes"


class Decoding:
    """A recording being decoded: iterate over it, then ask what was ``missing``.

    Gives (samples, channels) float32 and the sample rate at a time. What libsndfile cannot read
    to its end (a damaged file, an MP3 that does not say how long it is) goes on through ffmpeg.
    Raises RecordingError for a file that decodes to far more than its head says, or to too little
    to count in.
    """

    def __init__(self, path: Path, progress: Progress | None = None) -> None:
        self._path, self._progress = path, progress
        self.told = inspect(path)
        self._done = 0
        self._most = int(LONGEST_SECONDS * self.told.sample_rate)
        self._damage = Damage()

    @property
    def missing(self) -> Missing | None:
        """What the file should hold and does not; None when it is whole."""
        read, promised = self._done / self.told.sample_rate, promised_seconds(self._path)
        if promised is not None and read < promised - _SHORT_SECONDS:
            return Missing(read=read, promised=promised)
        if self._damage.found or ends_within_a_page(self._path):
            return Missing(read=read, promised=None)
        return None

    def __iter__(self) -> Iterator[tuple[Floats, int]]:
        for block in self._all():
            self._done += len(block)
            if self._done > self._most:
                raise RecordingError("This recording is far longer than it says. It is not read.")
            if self._progress:
                whole = self.told.seconds * self.told.sample_rate
                self._progress(min(1.0, self._done / max(whole, 1.0)))
            yield self._sound(block), self.told.sample_rate
        read = self._done / self.told.sample_rate
        if read < SHORTEST_SECONDS:
            raise RecordingError(
                Message(
                    "This recording breaks off after {read:.1f} seconds; the file is damaged. "
                    "Save it again and try once more.",
                    read=read,
                )
            )

    def _sound(self, block: Floats) -> Floats:
        """Samples as sound: what a file of floats may hold besides is damage."""
        if not np.isfinite(block).all():
            self._damage.found = True
            block = np.nan_to_num(block, posinf=1.0, neginf=-1.0)
        return np.clip(block, -_LOUDEST, _LOUDEST)

    def _all(self) -> Iterator[Floats]:
        kind = container(self._path)
        if kind is not None:
            yield from self._through_ffmpeg(kind, 0)
            return
        is_mp3 = self.told.format == "MP3"
        lead = 0 if not is_mp3 or says_its_length(self._path) else MP3_DELAY
        if lead and is_installed():
            yield from self._through_ffmpeg("mp3", lead)
            return
        done = 0
        for block in self._through_libsndfile():
            done += len(block)
            yield block if not lead else block[max(0, lead - done + len(block)) :]
        short = is_mp3 and done < 0.98 * self.told.seconds * self.told.sample_rate
        if (short or self._damage.found) and is_installed():
            self._damage.found = True
            yield from self._through_ffmpeg(_FFMPEG_NAMES.get(self.told.format, "mp3"), done)

    def _through_libsndfile(self) -> Iterator[Floats]:
        try:
            with without_notes():
                file = soundfile.SoundFile(str(self._path))
            with file:
                while len(block := self._next(file)):
                    yield block
        except soundfile.LibsndfileError:
            self._damage.found = True

    @staticmethod
    def _next(file: soundfile.SoundFile) -> Floats:
        with without_notes():
            return np.asarray(file.read(_BLOCK, dtype="float32", always_2d=True))

    def _through_ffmpeg(self, kind: str, skipped: int) -> Iterator[Floats]:
        """The rest behind so many samples."""
        told = self.told
        wanted = Probed(
            seconds=LONGEST_SECONDS + 1, sample_rate=told.sample_rate, channels=told.channels
        )
        for block in decoded(self._path, kind, wanted, self._damage):
            if skipped >= len(block):
                skipped -= len(block)
                continue
            yield block[skipped:]
            skipped = 0


# Full scale is 1; a mix in floats may exceed it, but a sum of its channels must not overflow.
_LOUDEST: Final = 1e4
_FFMPEG_NAMES: Final = {"MP3": "mp3", "FLAC": "flac", "OGG": "ogg", "WAV": "wav"}
_SHORT_SECONDS: Final = 0.75


@dataclass(frozen=True, slots=True, kw_only=True)
class Missing:
    """How many seconds could be read, and how many the file promised, where it says so."""

    read: float
    promised: float | None

    @property
    def message(self) -> Message:
        """What the user is told."""
        if self.promised is None:
            return Message(
                "This recording is damaged or breaks off; {read} of it can be read and are used. "
                "If the end is missing, take in a whole file in its place.",
                read=_minutes(self.read),
            )
        return Message(
            "This recording is damaged or breaks off: of {promised} only {read} can be read and "
            "are used. Take in a whole file in its place when you have one.",
            promised=_minutes(self.promised),
            read=_minutes(self.read),
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


def read_mono(
    path: Path, progress: Progress | None = None, warn: Callable[[Missing], None] | None = None
) -> Floats:
    """The whole recording as one channel at 22,050 samples a second; ``warn`` is told what the
    file should hold and does not.

    Raises RecordingError as :class:`Decoding` does, and for silence.
    """
    reader, decoding = MonoReader(), Decoding(path, progress)
    for block, rate in decoding:
        reader.add(block, rate)
    if warn and decoding.missing:
        warn(decoding.missing)
    return reader.samples()
