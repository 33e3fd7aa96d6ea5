"""Sound out: WAV, FLAC, OGG or MP3 by the name's ending."""

from __future__ import annotations

from pathlib import Path
from typing import Final

import soundfile

from ..core.errors import Message, RecordingError
from .arrays import Floats

FORMATS: Final = {
    ".wav": ("WAV", "PCM_16"),
    ".flac": ("FLAC", "PCM_16"),
    ".ogg": ("OGG", "VORBIS"),
    ".mp3": ("MP3", "MPEG_LAYER_III"),
}
# libsndfile's Vorbis encoder overflows its stack on one large write.
_BLOCK: Final = 1 << 14


def writer(path: Path, sample_rate: int, channels: int) -> soundfile.SoundFile:
    """An open file to write blocks of (samples, channels) to.

    Raises RecordingError for an ending that is none of ours.
    """
    if path.suffix.lower() not in FORMATS:
        raise RecordingError(
            Message(
                "“{suffix}” is no kind of sound file that can be written. Use one of {choices}.",
                suffix=path.suffix,
                choices=", ".join(FORMATS),
            )
        )
    kind, subtype = FORMATS[path.suffix.lower()]
    return soundfile.SoundFile(str(path), "w", sample_rate, channels, subtype, format=kind)


def write_sound(path: Path, samples: Floats, sample_rate: int) -> None:
    """Write (samples, channels) sound. Raises RecordingError as above."""
    with writer(path, sample_rate, samples.shape[1]) as file:
        for start in range(0, len(samples), _BLOCK):
            file.write(samples[start : start + _BLOCK])
