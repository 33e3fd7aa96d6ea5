"""Lyric timing (LRC): ``[mm:ss.xx]line``; lines become cue points, and the other way round.

There is no published standard; this is common practice, from memory: a line may carry several
times, ``[ti:]`` and ``[ar:]`` name song and performer, ``[offset:]`` shifts all by milliseconds
(positive: earlier), word times in angle brackets are dropped.
"""

from __future__ import annotations

import re
from typing import Final

from ...core.errors import FileError, Message
from ...core.song.imported import ImportedSong
from ...core.song.model import Song
from ..text import decode_text

_TIME = re.compile(r"\[(\d{1,3}):(\d{1,2})(?:[.:](\d{1,3}))?\]")
_HEAD = re.compile(r"^\s*\[([a-zA-Z#]+):(.*)\]\s*$")
_WORD_TIME = re.compile(r"<\d{1,3}:\d{1,2}(?:[.:]\d{1,3})?>")
_MOST_LINES: Final = 5000


def write_lrc(song: Song) -> str:
    """Phrase starts with their cues, and cue points, in order of time."""
    lines = [(song.seconds(p.start), _words(p.name, p.phrase.cue)) for p in song.placed]
    lines += [(song.seconds(cue.count), cue.text) for cue in song.cue_points]
    head = [f"[ti:{_flat(song.title)}]"]
    if song.performer:
        head.append(f"[ar:{_flat(song.performer)}]")
    body = [f"[{_stamp(at)}]{_flat(text)}" for at, text in sorted(lines, key=lambda line: line[0])]
    return "\n".join([*head, *body]) + "\n"


def _words(name: str, cue: str) -> str:
    return f"{name}: {cue}" if cue else name


def _flat(text: str) -> str:
    """One line, and no bracket that would read as a time."""
    return " ".join(text.replace("[", "(").replace("]", ")").split())


def _stamp(seconds: float) -> str:
    hundredths = round(max(seconds, 0.0) * 100)
    return f"{hundredths // 6000:02d}:{hundredths // 100 % 60:02d}.{hundredths % 100:02d}"


def read_lrc(raw: bytes) -> ImportedSong:
    """The lines of an LRC file as cues. Raises FileError when no line has a time."""
    head: dict[str, str] = {}
    cues: list[tuple[float, str]] = []
    for number, line in enumerate(decode_text(raw).splitlines(), start=1):
        if number > _MOST_LINES:
            raise FileError(
                Message("A lyric has up to {most_lines:,} lines.", most_lines=_MOST_LINES),
                line=number,
            )
        stamps = list(_TIME.finditer(line))
        if stamps:
            text = _WORD_TIME.sub("", line[stamps[-1].end() :]).strip()
            cues += [(_seconds(stamp), text) for stamp in stamps]
        elif match := _HEAD.match(line):
            head[match[1].lower()] = match[2].strip()
    if not cues:
        raise FileError("No line of this file has a time. A line looks like [01:23.45]the words.")
    try:
        offset = int(head.get("offset", "0")) / 1000
    except ValueError:
        offset = 0.0
    return ImportedSong(
        title=head.get("ti", "")[:120],
        performer=head.get("ar", "")[:120],
        cues=tuple(sorted((max(0.0, at - offset), text) for at, text in cues if text)),
    )


def _seconds(stamp: re.Match[str]) -> float:
    part = stamp[3] or "0"
    return int(stamp[1]) * 60 + int(stamp[2]) + float(f"0.{part}")
