"""A set list as a playlist (M3U as players read it: one entry a song, its seconds and its name) and
on paper.

M3U has no standard; the extended form (#EXTM3U, #EXTINF) is common practice. Encoded as UTF-8.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from ...messages.language import speaking
from ...messages.teaching import minutes_words
from ...messages.words import texts_of
from ..pages import page
from ..pdf import page_pdf


class SetEntry(NamedTuple):
    """A dance of the evening: when it begins, in seconds; what is announced; the file of its
    song ("" when there is none); dances that share the floor."""

    title: str
    song: str
    bpm: float
    seconds: float
    level: str
    at_seconds: int
    announcement: str
    split: str = ""
    file: str = ""


def write_m3u(entries: Sequence[SetEntry]) -> bytes:
    """The songs in order, as a playlist."""
    lines = ["#EXTM3U"]
    for entry in entries:
        named = " ".join(f"{entry.song} ({entry.title})".split())
        lines += [f"#EXTINF:{round(entry.seconds)},{named}", entry.file or f"{_plain(entry)}.mp3"]
    return ("\n".join(lines) + "\n").encode()


def _plain(entry: SetEntry) -> str:
    """A file name that any system takes."""
    kept = "".join(c if c.isalnum() or c in " -_" else "" for c in entry.song)
    return " ".join(kept.split()) or "song"


def write_set_list(name: str, entries: Sequence[SetEntry], language: str = "en") -> bytes:
    """The evening as a PDF of A4 pages."""
    with speaking(language):
        document = page(
            "set_list.html",
            language=language,
            words=texts_of("setlist", language),
            title=name,
            rows=[
                {
                    "at": f"{entry.at_seconds // 60}:{entry.at_seconds % 60:02}",
                    "title": entry.title,
                    "song": entry.song,
                    "facts": f"{entry.bpm:.0f} bpm · {minutes_words(round(entry.seconds))}",
                    "announcement": entry.announcement,
                    "split": entry.split,
                }
                for entry in entries
            ],
        )
    return page_pdf(document).pdf
