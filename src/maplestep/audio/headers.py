"""What the head of a sound file promises, and signs that its end is missing.

MP3: ISO/IEC 11172-3 frames, and the "Xing"/"Info" and "VBRI" headers that encoders put in the
first one. OGG: RFC 3533. Tags and lengths through ``mutagen``.
"""

from __future__ import annotations

import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Final

import mutagen
from mutagen.aac import AAC
from mutagen.mp3 import MP3
from mutagen.ogg import OggFileType

_FIRST_FRAMES: Final = 4096  # bytes
_TAIL_BYTES: Final = 1 << 17
_OGG_PAGE: Final = b"OggS"
_LAST_PAGE: Final = 0x04
_LONGEST_TAG: Final = 120
_SLOWEST, _FASTEST = 30.0, 300.0


def says_its_length(path: Path) -> bool:
    """Has an MP3 a header that gives its length and delay?"""
    with path.open("rb") as file:
        head = file.read(10)
        skipped = 0
        if head[:3] == b"ID3":
            # Four bytes of seven bits each (ID3v2, section 3.1).
            skipped = 10 + sum((head[9 - n] & 0x7F) << (7 * n) for n in range(4))
        file.seek(skipped)
        data = file.read(_FIRST_FRAMES)
    return any(sign in data for sign in (b"Xing", b"Info", b"VBRI"))


def promised_seconds(path: Path) -> float | None:
    """How long a file says it is; None where it only can be guessed from its size."""
    found = _opened(path)
    if found is None or found.info is None or isinstance(found, AAC | OggFileType):
        return None
    if isinstance(found, MP3) and not says_its_length(path):
        return None
    return float(found.info.length) or None


@dataclass(frozen=True, slots=True, kw_only=True)
class Tags:
    """What a file says of its song; ``bpm`` in beats a minute."""

    title: str = ""
    performer: str = ""
    bpm: float | None = None


def tags_of(path: Path) -> Tags:
    """The tags of a recording (ID3, Vorbis comments, MP4); empty where there are none."""
    found = _opened(path, easy=True)
    if found is None or not found.tags:
        return Tags()

    def first(*names: str) -> str:
        values = (found.tags.get(name) for name in names)
        return next((str(value[0]).strip() for value in values if value), "")[:_LONGEST_TAG]

    return Tags(
        title=first("title"), performer=first("artist", "albumartist"),
        bpm=_tempo(first("bpm", "tempo")),
    )  # fmt: skip


def _tempo(text: str) -> float | None:
    """ "118", "118.5" or nothing: many programs write 0 where they do not know."""
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        return None
    return value if _SLOWEST <= value <= _FASTEST else None


def _opened(path: Path, *, easy: bool = False) -> Any:
    """The file as mutagen sees it; None for what it does not know."""
    try:
        return mutagen.File(path, easy=easy)
    except (mutagen.MutagenError, OSError, ValueError, KeyError, IndexError):
        return None


def ends_within_a_page(path: Path) -> bool:
    """Does an OGG file break off before the page that says it is the last?"""
    with path.open("rb") as file:
        if file.read(4) != _OGG_PAGE:
            return False
        file.seek(0, os.SEEK_END)
        file.seek(max(0, file.tell() - _TAIL_BYTES))
        tail = file.read()
    at = tail.rfind(_OGG_PAGE)
    return at < 0 or len(tail) < at + 6 or not tail[at + 5] & _LAST_PAGE


@contextmanager
def without_notes() -> Iterator[None]:
    """Without what a decoder prints for its developers to the error output."""
    sys.stderr.flush()
    try:
        kept = os.dup(2)
    except OSError:  # there is none
        yield
        return
    nothing = os.open(os.devnull, os.O_WRONLY)
    os.dup2(nothing, 2)
    try:
        yield
    finally:
        os.dup2(kept, 2)
        os.close(kept)
        os.close(nothing)
