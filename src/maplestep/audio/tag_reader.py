# SPDX-License-Identifier: GPL-2.0-or-later
"""What mutagen reads from a sound file, as a line of JSON: a program of its own.

``python -m maplestep.audio.tag_reader FILE``. mutagen is under the GPL, so this one file is as
well; the product never loads it, it runs it and reads its answer (``headers.read_tags``). A file
that mutagen does not know is answered with ``{}``.
"""

import base64
import json
import resource
import sys
from typing import Any

import mutagen
from mutagen.aac import AAC
from mutagen.flac import Picture
from mutagen.mp3 import MP3
from mutagen.ogg import OggFileType

LARGEST_COVER = 8_000_000  # bytes
SECONDS = 10
MEMORY = 600_000_000
NAMES = ("title", "artist", "albumartist", "bpm", "tempo")


def opened(path: str, *, easy: bool) -> Any:
    """The file as mutagen sees it; None for what it does not know."""
    try:
        return mutagen.File(path, easy=easy)
    except (mutagen.MutagenError, OSError, ValueError, KeyError, IndexError):
        return None


def cover_of(found: Any) -> bytes:
    """The front cover: ID3 APIC, FLAC and Vorbis pictures, MP4 covr."""
    tags = found.tags or {}
    pictures = list(getattr(found, "pictures", []))
    try:
        if hasattr(tags, "getall"):
            pictures += tags.getall("APIC")
        for packed in tags.get("metadata_block_picture", []):
            pictures.append(Picture(base64.b64decode(packed)))  # type: ignore[no-untyped-call]
        covers = [bytes(each) for each in tags.get("covr", [])]
    except (mutagen.MutagenError, ValueError, TypeError, AttributeError):
        return b""
    # Type 3 is the front cover (ID3v2.4, 4.14).
    pictures.sort(key=lambda picture: picture.type != 3)
    data = next(iter([bytes(picture.data) for picture in pictures] + covers), b"")
    return data if len(data) <= LARGEST_COVER else b""


def told(path: str) -> dict[str, Any]:
    """Length, whether it is only guessed from the size, tags and cover."""
    found = opened(path, easy=False)
    if found is None:
        return {}
    easy = opened(path, easy=True)
    tags = easy.tags if easy is not None and easy.tags else {}
    values = {name: tags.get(name) for name in NAMES}
    return {
        "seconds": found.info.length if found.info is not None else None,
        "guessed": isinstance(found, AAC | OggFileType),
        "mp3": isinstance(found, MP3),
        "tags": {name: str(value[0]).strip() for name, value in values.items() if value},
        "cover": base64.b64encode(cover_of(found)).decode(),
    }


if __name__ == "__main__":
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS, SECONDS))
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    print(json.dumps(told(sys.argv[1])))
