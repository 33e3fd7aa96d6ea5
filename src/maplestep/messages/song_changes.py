"""What a correction of a song map changed, in words."""

from __future__ import annotations

from typing import Final

from ..core.song.model import Song
from .words import text

_SAME_SECONDS: Final = 0.005
_SAME_BPM: Final = 0.05


def changes(before: Song, after: Song) -> list[str]:
    """One sentence for each thing that is not where it was; none when nothing changed."""
    said = []
    if abs(before.bpm - after.bpm) > _SAME_BPM:
        now = f"{float(after.bpm):.4g}"
        said.append(text("song.bpm", before=f"{float(before.bpm):.4g}", now=now))
    if before.count_unit != after.count_unit:
        said.append(text("song.sixes" if after.count_unit == 6 else "song.eights"))
    first = after.seconds(0) - before.seconds(0)
    if abs(first) > _SAME_SECONDS:
        code = "song.later" if first > 0 else "song.earlier"
        said.append(text(code, at=clock_words(after.seconds(0)), seconds=f"{abs(first):.2f}"))
    if before.length != after.length:
        said.append(text("song.counts", before=before.length, now=after.length))
    moved = _moved(before, after)
    if moved and abs(first) <= _SAME_SECONDS:
        name, at = moved[0]
        code = "song.phrases" if len(moved) > 1 else "song.phrase"
        said.append(text(code, name=name, more=len(moved) - 1, at=clock_words(at)))
    end = after.seconds(after.length) - before.seconds(before.length)
    if not said and abs(end) > _SAME_SECONDS:
        said.append(text("song.ends", at=clock_words(after.seconds(after.length))))
    return said


def _moved(before: Song, after: Song) -> list[tuple[str, float]]:
    """The phrases that begin at another time than any phrase did."""
    old = [before.seconds(placed.start) for placed in before.placed]
    found = []
    for placed in after.placed:
        at = after.seconds(placed.start)
        if min(abs(at - other) for other in old) > _SAME_SECONDS:
            found.append((placed.name, at))
    return found


def clock_words(seconds: float) -> str:
    """Minutes, seconds and tenths.

    >>> clock_words(83.44)
    '1:23.4'
    """
    tenths = round(seconds * 10)
    return f"{tenths // 600}:{tenths // 10 % 60:02d}.{tenths % 10}"
