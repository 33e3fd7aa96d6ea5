"""One piece whose beats are known: what all makers of pieces give."""

from __future__ import annotations

from dataclasses import dataclass, field
from pathlib import Path

KEPT = Path(__file__).resolve().parents[1] / ".state" / "bench" / "pieces"


@dataclass(frozen=True)
class Piece:
    """One piece: its sound, its beats and bar starts in seconds, its phrase starts.

    ``source``: the family of style, tunes or grooves it is from; ``part``: train or aside.
    """

    name: str
    source: str
    part: str
    audio: str
    bpm: float
    metre: int
    beats: list[float]
    ones: list[float]
    phrases: list[float]
    kinds: list[str] = field(default_factory=list)
    changes: bool = False
