"""Recordings that libsndfile does not read, or not to their end: through Debian's ``ffmpeg``.

Its process may read one local file and nothing else, and has limits of time and memory.
"""

from __future__ import annotations

import json
import os
import shutil
import subprocess
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryFile
from typing import Final

import numpy as np

from ..core.errors import RecordingError
from .arrays import Floats

_CPU_SECONDS: Final = 120
_MEMORY_BYTES: Final = 1 << 30
_PROBE_SECONDS: Final = 20
_CHUNK: Final = 1 << 16
_LOCAL: Final = ("-protocol_whitelist", "file,pipe")
# How a file begins, from which byte on, and what ffmpeg calls such files.
_BEGINNINGS: Final = (
    (4, b"ftyp", "mov"), (0, b"#!AMR", "amr"), (0, b"\x1a\x45\xdf\xa3", "matroska"),
    (0, b"\xff\xf1", "aac"), (0, b"\xff\xf9", "aac"),
)  # fmt: skip
MISSING: Final = (
    "This kind of recording is read by the program ffmpeg, which is not installed here. Install "
    "it, or save the recording as WAV, FLAC, OGG or MP3."
)
_UNREADABLE: Final = (
    "This recording cannot be read; the file is damaged or cut short. Save or record it again."
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Probed:
    """What a file says of itself, or is wanted of it."""

    seconds: float
    sample_rate: int
    channels: int


def container(path: Path) -> str | None:
    """What ffmpeg calls a file that only it reads (M4A, AAC, WebM, AMR); None for others."""
    with path.open("rb") as file:
        head = file.read(16)
    found = (name for at, sign, name in _BEGINNINGS if head[at : at + len(sign)] == sign)
    return next(found, None)


def probe(path: Path, kind: str) -> Probed:
    """Length and shape of the first sound in it. Raises RecordingError."""
    command = [
        *_program("ffprobe"), "-v", "quiet", *_LOCAL, "-f", kind, "-select_streams", "a:0",
        "-show_entries", "stream=sample_rate,channels:format=duration", "-of", "json",
        f"file:{path}",
    ]  # fmt: skip
    try:
        done = subprocess.run(  # noqa: S603 - our own words
            command, capture_output=True, check=False, timeout=_PROBE_SECONDS
        )
        told = json.loads(done.stdout)
        stream = told["streams"][0]
        return Probed(
            seconds=float(told["format"].get("duration", 0.0)),
            sample_rate=int(stream["sample_rate"]),
            channels=int(stream["channels"]),
        )
    except (subprocess.TimeoutExpired, ValueError, KeyError, IndexError) as error:
        raise RecordingError(_UNREADABLE) from error


@dataclass(slots=True)
class Damage:
    """Whether ffmpeg had to leave something out."""

    found: bool = False


def decoded(path: Path, kind: str, wanted: Probed, damage: Damage) -> Iterator[Floats]:
    """The sound as wanted, (samples, channels) float32 at a time, at most so many seconds; what is
    damaged is left out, and noted."""
    command = [
        *_program("ffmpeg"), "-v", "error", "-nostdin", "-threads", "1", *_LOCAL, "-f", kind,
        "-i", f"file:{path}", "-map", "a:0", "-t", str(wanted.seconds), "-ac",
        str(wanted.channels), "-ar", str(wanted.sample_rate), "-f", "f32le", "pipe:1",
    ]  # fmt: skip
    frame = 4 * wanted.channels
    with (
        TemporaryFile() as notes,
        subprocess.Popen(command, stdout=subprocess.PIPE, stderr=notes) as process,  # noqa: S603
    ):
        assert process.stdout is not None
        try:
            while data := process.stdout.read(_CHUNK * frame):
                whole = len(data) // frame * frame
                yield np.frombuffer(data[:whole], "<f4").reshape(-1, wanted.channels)
            process.wait()
            damage.found = damage.found or notes.seek(0, os.SEEK_END) > 0
        finally:
            process.kill()


def _program(name: str) -> list[str]:
    """The program, held to its limits (util-linux's prlimit, which Debian always has)."""
    found, limit = shutil.which(name), shutil.which("prlimit")
    if not found:
        raise RecordingError(MISSING)
    limits = [limit, f"--cpu={_CPU_SECONDS}", f"--as={_MEMORY_BYTES}"] if limit else []
    return [*limits, found]


def is_installed() -> bool:
    """Is ffmpeg installed?"""
    return shutil.which("ffmpeg") is not None
