"""What the head of a sound file promises, and signs that its end is missing.

MP3: ISO/IEC 11172-3 frames, and the "Xing"/"Info" and "VBRI" headers that encoders put in the
first one. OGG: RFC 3533. Tags and lengths as ``tag_reader`` tells them.
"""

from __future__ import annotations

import base64
import json
import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Final

_FIRST_FRAMES: Final = 4096  # bytes
_TAIL_BYTES: Final = 1 << 17
_OGG_PAGE: Final = b"OggS"
_LAST_PAGE: Final = 0x04
_LONGEST_TAG: Final = 120
_READ_SECONDS: Final = 20
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
    told = _told(path)
    if told.get("guessed") or (told.get("mp3") and not says_its_length(path)):
        return None
    return told.get("seconds") or None


@dataclass(frozen=True, slots=True, kw_only=True)
class Tags:
    """What a file says of its song; ``bpm`` in beats a minute, ``cover`` a picture as it is."""

    title: str = ""
    performer: str = ""
    bpm: float | None = None
    cover: bytes = b""


def tags_of(path: Path) -> Tags:
    """The tags of a recording (ID3, Vorbis comments, MP4); empty where there are none."""
    told = _told(path)
    tags: dict[str, str] = told.get("tags", {})

    def first(*names: str) -> str:
        return next((tags[name] for name in names if tags.get(name)), "")[:_LONGEST_TAG]

    return Tags(
        title=first("title"), performer=first("artist", "albumartist"),
        bpm=_tempo(first("bpm", "tempo")), cover=base64.b64decode(told.get("cover", "")),
    )  # fmt: skip


def _tempo(text: str) -> float | None:
    """ "118", "118.5" or nothing: many programs write 0 where they do not know."""
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        return None
    return value if _SLOWEST <= value <= _FASTEST else None


def _told(path: Path) -> dict[str, Any]:
    """What ``tag_reader`` says of a file; nothing where it does not know it, or fails at it."""
    try:
        run = subprocess.run(  # noqa: S603 - our own module, and a file of ours
            [sys.executable, "-m", "maplestep.audio.tag_reader", str(path)],
            capture_output=True, timeout=_READ_SECONDS, check=False,
        )  # fmt: skip
        told: dict[str, Any] = json.loads(run.stdout)
    except (subprocess.TimeoutExpired, ValueError):
        return {}
    return told


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
