"""Passages danced again: "repeat section 1", "counts 1-4 again on the other foot"."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from ...feet import Foot
from ..language.lexicon import fold

_NUMBERS: Final = r"(\d{1,4})(?:\s*(?:[-–—]|to|through|a|et|and)\s*(\d{1,4}))?"
_SECTION: Final = rf"(?:sections?|secs?\.?|sequences?|s\s?(?=\d))\s*{_NUMBERS}"
_COUNTS: Final = (
    rf"(?:the\s+|les\s+)?(?:steps\s+)?(?:counts?|temps|comptes?|steps?)?\s*[\[(]?{_NUMBERS}[\])]?"
)
_AGAIN: Final = re.compile(
    r"^\W*(?:repeat|repeter|repetez|reprendre|mirror|same(?:\s+as)?|as|idem|like|refaire)\b"
    rf"\s*(?:of\s+|les?\s+|la\s+|the\s+)?(?:{_SECTION}|{_COUNTS})(?P<rest>.*)$"
)
_BEHIND: Final = re.compile(
    rf"^\W*(?:{_SECTION}|(?:counts?|temps|steps?)\s*{_NUMBERS})"
    r"\s+(?:again|mirrored|encore|en miroir)\b(?P<rest>.*)$"
)
_MIRROR: Final = re.compile(
    r"\bmirror|other foot|opposite|other side|autre pied|autre cote|miroir|reversed|pied oppose"
)
_STARTING: Final = re.compile(
    r"(?:starting|leading|beginning|begin|start|lead|depart|commencer|commencant)\s*"
    r"(?:with|on|avec|du|le|the)?\s*(?:the\s+|pied\s+)?(r|l|right|left|droit|gauche|pd|pg|d|g)\b"
    r"|with\s+(?:the\s+)?(right|left|r|l)\s+(?:foot|lead)"
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Repetition:
    """What is danced again: sections ``first`` to ``last``, or counts when ``counts``.

    ``mirrored`` swaps the feet and the sides of turns; ``starting`` names the foot that
    begins, which says the same where it differs from the passage's own.
    """

    counts: bool
    first: int
    last: int
    mirrored: bool
    starting: Foot | None = None


def read_repetition(text: str) -> Repetition | None:
    """What a line asks to dance again, or None when it asks for nothing of the kind.

    >>> read_repetition("Repeat section 1 on the other foot").mirrored
    True
    >>> found = read_repetition("counts 1-4 again")
    >>> (found.counts, found.first, found.last)
    (True, 1, 4)
    >>> read_repetition("Repeat the dance and smile") is None
    True
    """
    plain = fold(text)
    match = _AGAIN.match(plain) or _BEHIND.match(plain)
    if match is None:
        return None
    section_first, section_last, first, last = match.groups()[:4]
    counts = section_first is None
    start = int(first if counts else section_first)
    end = int((last if counts else section_last) or start)
    starting = _STARTING.search(match["rest"])
    side = next((s for s in starting.groups() if s), "") if starting else ""
    foot = (
        None
        if not side
        else Foot.RIGHT
        if side[0] in "r" or side in {"droit", "pd", "d"}
        else Foot.LEFT
    )
    return Repetition(
        counts=counts,
        first=min(start, end),
        last=max(start, end),
        mirrored=bool(_MIRROR.search(plain)),
        starting=foot,
    )
