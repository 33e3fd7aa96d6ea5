"""What a correction of a song map changed, in words."""

from __future__ import annotations

from typing import Final

from .model import Song

_SAME_SECONDS: Final = 0.005
_SAME_BPM: Final = 0.05


def changes(before: Song, after: Song) -> list[str]:
    """One sentence for each thing that is not where it was; none when nothing changed."""
    said = []
    if abs(before.bpm - after.bpm) > _SAME_BPM:
        said.append(f"{float(before.bpm):.4g} bpm is now {float(after.bpm):.4g}.")
    if before.count_unit != after.count_unit:
        said.append("It goes in sixes now." if after.count_unit == 6 else "It goes in eights now.")
    first = after.seconds(0) - before.seconds(0)
    if abs(first) > _SAME_SECONDS:
        way = "later" if first > 0 else "earlier"
        said.append(f"Count 1 is at {clock_words(after.seconds(0))}, {abs(first):.2f} s {way}.")
    if before.length != after.length:
        said.append(f"{before.length} counts are now {after.length}.")
    moved = _moved(before, after)
    if moved and abs(first) <= _SAME_SECONDS:
        name, at = moved[0]
        more = f" and {len(moved) - 1} more" if len(moved) > 1 else ""
        starts = "start" if len(moved) > 1 else "starts"
        said.append(f"{name}{more} {starts} elsewhere, {name} at {clock_words(at)}.")
    end = after.seconds(after.length) - before.seconds(before.length)
    if not said and abs(end) > _SAME_SECONDS:
        said.append(f"The song ends at {clock_words(after.seconds(after.length))}.")
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
