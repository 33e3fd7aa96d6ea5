"""The words of a step line, each with its place and what it can mean."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from ..feet import Foot

SIDES: Final = {
    "r": Foot.RIGHT,
    "right": Foot.RIGHT,
    "rf": Foot.RIGHT,
    "l": Foot.LEFT,
    "left": Foot.LEFT,
    "lf": Foot.LEFT,
}
AMOUNTS: Final = {
    "½": 4,
    "1/2": 4,
    "half": 4,
    "¼": 2,
    "1/4": 2,
    "quarter": 2,
    "¾": 6,
    "3/4": 6,
    "three quarter": 6,
    "three quarters": 6,
    "⅛": 1,
    "1/8": 1,
    "⅜": 3,
    "3/8": 3,
    "⅝": 5,
    "5/8": 5,
    "⅞": 7,
    "7/8": 7,
    "full": 8,
    "1½": 12,
    "1 1/2": 12,
    "1¼": 10,
    "1¾": 14,
}
DIRECTION_WORDS: Final = {
    "forward": "fwd",
    "forwards": "fwd",
    "fwd": "fwd",
    "fw": "fwd",
    "front": "fwd",
    "back": "back",
    "backward": "back",
    "backwards": "back",
    "bk": "back",
    "side": "side",
    "cross": "cross",
    "across": "cross",
    "over": "cross",
    "behind": "behind",
    "together": "together",
    "beside": "together",
    "next": "together",
    "place": "place",
    "out": "out",
    "in": "in",
    "centre": "in",
    "center": "in",
    "home": "together",
}
DIAGONAL: Final = frozenset({"diagonal", "diagonally", "diag", "corner"})
FILLER: Final = frozenset(
    [
        "a",
        "an",
        "the",
        "to",
        "on",
        "of",
        "at",
        "by",
        "with",
        "and",
        "then",
        "your",
        "foot",
        "feet",
        "turn",
        "turning",
        "turns",
        "making",
        "make",
        "over",
        "both",
        "step",
        "steps",
        "into",
        "in",
        "it",
        "same",
        "place",
        "direction",
        "onto",
        "while",
        "as",
        "you",
        "toward",
        "towards",
        "weight",
        "ending",
        "end",
        "ends",
        "facing",
        "face",
        "next",
        "ball",
        "toe",
        "heel",
        "knee",
        "hip",
        "hips",
    ]
)
REPEAT: Final = re.compile(r"^[x×](\d{1,2})$")

_TOKEN: Final = re.compile(
    r"(?P<amount>1\s1/2|three[\s-]quarters?\b|1[½¼¾]|[½¼¾⅛⅜⅝⅞]|[1357]/[248])|(?P<clock>\d{1,2}:\d{2})"
    r"|(?P<repeat>[x×]\s?\d{1,2}\b)|(?P<word>[^\W\d_]+(?:['’][^\W\d_]+)?)|(?P<number>\d+)",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Word:
    """One word in lower case; ``start`` and ``end`` are offsets in the sheet."""

    text: str
    start: int
    end: int

    @property
    def side(self) -> Foot | None:
        return SIDES.get(self.text)

    @property
    def amount(self) -> int | None:
        """Turn in eighths, when the word is one."""
        return AMOUNTS.get(self.text)


def words_of(text: str, offset: int) -> tuple[Word, ...]:
    """The words of a text that stands at this offset of the sheet."""
    return tuple(
        Word(
            text=re.sub(r"[\s-]+", " " if match["amount"] else "", match[0].lower()),
            start=offset + match.start(),
            end=offset + match.end(),
        )
        for match in _TOKEN.finditer(text)
    )
