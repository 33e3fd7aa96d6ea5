"""A song's phrases as a label track: one line each, start, end and text, tabs between.

Read: phrases as well as beats (labels that are numbers, as a beat counter writes them).
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

from ...core.errors import FileError, Message
from ...core.song.imported import ImportedSegment, ImportedSong
from ...core.song.model import Song
from ...core.song.phrasing import length_words
from ..text import decode_text

_MOST_LINES: Final = 20_000


def write_labels(song: Song) -> str:
    """A line for each phrase and, as points, for each cue."""
    lines = []
    for placed in song.placed:
        start, end = song.seconds(placed.start), song.seconds(placed.end)
        words = f"{placed.name} ({length_words(placed.phrase.counts, song.count_unit)})"
        lines.append(f"{start:.6f}\t{end:.6f}\t{_one_line(words)}")
    for cue in song.cue_points:
        at = song.seconds(cue.count)
        lines.append(f"{at:.6f}\t{at:.6f}\t{_one_line(cue.text)}")
    return "\n".join(lines) + "\n"


def _one_line(text: str) -> str:
    return " ".join(text.split())


def read_labels(raw: bytes) -> ImportedSong:
    """Phrases, cue points (labels without length) and beats of a label track. Raises FileError."""
    rows = sorted(_rows(decode_text(raw)))
    if not rows:
        raise FileError("There are no labels in this file.")
    beats = [row for row in rows if row[2].rstrip(".").isdigit()]
    if len(beats) < _FEW_BEATS or len(beats) * 2 <= len(rows):
        return ImportedSong(segments=_segments(rows), cues=_points(rows))
    rest = [row for row in rows if row not in beats]
    return ImportedSong(
        beats=tuple(dict.fromkeys(row[0] for row in beats)),
        one=next((n for n, row in enumerate(beats) if row[2].rstrip(".") == "1"), 0),
        segments=_segments(rest),
        cues=_points(rest),
    )


_FEW_BEATS: Final = 4


def _rows(text: str) -> Iterator[tuple[float, float, str]]:
    for number, line in enumerate(text.splitlines(), start=1):
        # A line that begins with a backslash holds frequencies of the label above it.
        if not line.strip() or line.startswith("\\"):
            continue
        if number > _MOST_LINES:
            raise FileError(
                Message("A label track has up to {most_lines:,} lines.", most_lines=_MOST_LINES),
                line=number,
            )
        yield _label(line, number)


def _label(line: str, number: int) -> tuple[float, float, str]:
    """Start and end in seconds, and the text."""
    cells = [cell.strip() for cell in line.split("\t")]
    try:
        start, end = (float(cell.replace(",", ".")) for cell in cells[:2])
    except ValueError as error:
        raise FileError(
            "A label is start, end and text, with tabs between: 12.5⇥28.5⇥Verse.", line=number
        ) from error
    if not (math.isfinite(start) and math.isfinite(end) and 0 <= start <= end):
        raise FileError("A label starts at 0 or later and ends after it starts.", line=number)
    return start, end, cells[2] if len(cells) > 2 else ""


def _segments(rows: list[tuple[float, float, str]]) -> tuple[ImportedSegment, ...]:
    return tuple(
        ImportedSegment(start_seconds=a, end_seconds=b, name=text) for a, b, text in rows if b > a
    )


def _points(rows: list[tuple[float, float, str]]) -> tuple[tuple[float, str], ...]:
    return tuple((a, text) for a, b, text in rows if a == b and text)
