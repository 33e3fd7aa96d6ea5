"""What a sheet says in words of walls, tags and restarts, and which way one faces there."""

from __future__ import annotations

import re
from collections.abc import Iterator
from fractions import Fraction
from typing import Final

from ..counts import parse_cut
from ..errors import CountError
from ..moves import Span
from ..turns import parse_clock
from .language.lexicon import fold
from .model import ClaimKind, EventClaim

_CLOCK: Final = r"(?:1[0-2]|[1-9])(?:[:h.]\s?[0-5]\d|\s*o['’]?\s*clock|\s?h\b)?"
_FACING: Final = re.compile(
    r"\b(?:facing|face|face to|face a|regard vers|wall starts at|starts facing)"
    rf"\s+(?:the\s+)?({_CLOCK})"
    r"|[\[(]\s*((?:1[0-2]|[1-9])[:h][0-5]\d)\s*[\])]"
    r"|(?:\||\t)\s*((?:1[0-2]|[1-9])[:h][0-5]\d)\s*\|?\s*$",
)
_MAY_FACE: Final = re.compile(r"[([|\t]|fac|regard|starts", re.IGNORECASE)
_KIND: Final = re.compile(
    r"\b(tag[\s-]*(?:and|&|\+|/|-|et)?[\s-]*restart|restart|reprise|tag|bridge|pont"
    r"|step change|changement de pas|ending|final)s?\b"
)
_NAMED: Final = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8,
    "first": 1, "second": 2, "third": 3, "fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7,
    "eighth": 8, "ninth": 9, "tenth": 10,
    "premier": 1, "deuxieme": 2, "troisieme": 3, "quatrieme": 4, "cinquieme": 5, "sixieme": 6,
}  # fmt: skip
_WORDS: Final = "|".join(_NAMED)
_ONE: Final = rf"(?:\d{{1,3}}|{_WORDS})"
_LIST: Final = rf"{_ONE}(?:\s*(?:,|&|and|et|\+|/)\s*(?:wall\s+|mur\s+)?{_ONE})*"
_WALLS: Final = re.compile(
    rf"(?<!\d )(?<!\d-)\b(?:walls?|murs?)\s*(?:number\s+|no\.?\s*|#\s*)?({_LIST})"
    r"(?!:\d|\d|\s*o.?\s*clock)"
    rf"|\b(\d{{1,3}})(?:st|nd|rd|th|e|eme|er)\s+(?:walls?|murs?)\b|\b({_WORDS})\s+(?:walls?|murs?)\b"
)
_CLOCK_WALL: Final = re.compile(
    r"\b((?:1[0-2]|[1-9])(?::[0-5]\d|\s*o['’]?\s*clock|h00))\s+(?:walls?|mur)\b"
)
_AFTER: Final = re.compile(
    r"\b(?:after|apres)\s+(?:the\s+first\s+|les\s+)?(?:count\s+|counts\s+|temps\s+|dancing\s+)?"
    r"(\d{1,3})\s*(&)?(?!\s*(?:st|nd|rd|th)\b|:)(?:,?\s*without (?:the )?&)?"
    r"|\bdance\s+(?:the\s+first\s+)?(\d{1,3})\b|\b(on\s+count\s+\d{1,3})\b"
)
_AFTER_WALL: Final = re.compile(r"\b(?:after|apres)\s+(?:le\s+)?(?:walls?|murs?)\b")
_HERE: Final = re.compile(r"\b(?:here|ici)\b")
_KINDS: Final = {
    "restart": ClaimKind.RESTART,
    "reprise": ClaimKind.RESTART,
    "tag": ClaimKind.TAG,
    "bridge": ClaimKind.BRIDGE,
    "pont": ClaimKind.BRIDGE,
    "ending": ClaimKind.ENDING,
    "final": ClaimKind.ENDING,
}
EVENT_WORDS: Final = re.compile(
    r"\b(?:walls?|murs?|restarts?|tags?|bridges?|endings?|reprises?)\b", re.IGNORECASE
)


def facings_in(text: str) -> Iterator[tuple[int, int, int]]:
    """Every facing a text states: (eighths, start, end) in the text.

    >>> list(facings_in("turn ¼ left (9:00)"))
    [(6, 12, 18)]
    """
    if not _MAY_FACE.search(text):
        return
    for match in _FACING.finditer(fold(text)):
        said = next(group for group in match.groups() if group)
        try:
            yield clock_of(said), match.start(), match.end()
        except ValueError:
            continue


def clock_of(said: str) -> int:
    """Eighths of a clock position as written: "9:00", "9 o'clock", "9h00", "9h"."""
    plain = re.sub(r"\s*h\.?$", "", re.sub(r"(?<=\d)[h.]\s?(?=\d)", ":", said.strip()))
    return parse_clock(plain)


def events_in(text: str, span: Span) -> Iterator[EventClaim]:
    """What a line claims of tags, restarts, bridges and endings: at most one.

    >>> span = Span(0, 40, 1)
    >>> (claim,) = events_in("Restart: wall 5 after 16 counts, facing 9:00", span)
    >>> (claim.kind.value, claim.walls, int(claim.after), claim.facing)
    ('restart', (5,), 16, 6)
    """
    plain = fold(text)
    kind = _KIND.search(plain)
    if kind is None:
        return
    named = kind[1]
    what = _KINDS.get(named, ClaimKind.CHANGE if "change" in named else ClaimKind.TAG_RESTART)
    walls = tuple(sorted(_walls(plain)))
    clock_wall = _CLOCK_WALL.search(plain)
    after = _after(plain)
    facing = next((eighths for eighths, _, _ in facings_in(text)), None)
    if not walls and clock_wall is None:
        return
    yield EventClaim(
        kind=what,
        walls=walls,
        clock_wall=_maybe_clock(clock_wall[1]) if clock_wall else None,
        after=after,
        here=after is None and bool(_HERE.search(plain)),
        facing=facing,
        span=span,
    )


def _maybe_clock(said: str) -> int | None:
    try:
        return clock_of(said)
    except ValueError:
        return None


def _walls(plain: str) -> set[int]:
    found: set[int] = set()
    for match in _WALLS.finditer(plain):
        said = next(group for group in match.groups() if group)
        for piece in re.findall(rf"\d+|{_WORDS}", said):
            number = int(piece) if piece.isdecimal() else _NAMED[piece]
            if 1 <= number <= 200:
                found.add(number)
    return found


def _after(plain: str) -> Fraction | None:
    for match in _AFTER.finditer(plain):
        if _AFTER_WALL.match(plain, match.start()):
            continue
        said = match[1] or match[3] or match[4]
        try:
            return parse_cut(said).at
        except CountError:
            continue
    return None
