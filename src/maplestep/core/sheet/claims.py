"""What a sheet says in words of walls, tags and restarts, and which way one faces there."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import replace
from typing import Final

from ..primitives.moves import Span
from ..primitives.turns import parse_clock
from .language.lexicon import fold
from .model import EventClaim
from .statements.model import Statement
from .statements.read import read_statements

_HOUR: Final = r"(?:1[0-2]|[1-9])"
_CLOCK: Final = (
    rf"(?:(?:{_HOUR}|twelve|three|six|nine)\s*o['’]?\s*clock|{_HOUR}(?:[:h.]\s?[0-5]\d|\s?h\b)?)"
)
_SURE: Final = rf"(?:{_HOUR}(?:[:h.]\s?[0-5]\d|\s?h|\s*o['’]?\s*clock(?:\s+wall)?))"
_FACING: Final = re.compile(
    r"\b(?:facing|face|face to|face a|regard vers|wall starts at|starts facing|looking at)"
    rf"\s+(?:the\s+|a\s+)?({_CLOCK}|(?:front|back|home)\s+wall\b)"
    rf"|[\[(]\s*(?:facing\s+|face\s+a\s+)?({_SURE})\s*[\])]"
    r"|(?:\||\t)\s{0,9}((?:1[0-2]|[1-9])[:h][0-5]\d)\s{0,9}\|?\s{0,9}$",
)
# "¼ turn right (3)": behind a turn a lone hour in brackets is what one faces.
_LONE: Final = re.compile(
    r"(?:[¼½¾⅛⅜]|\d/[248]|turn|pivot|tour|quarter|half|unwind)[^()\[\]]*[\[(]\s*(12|3|6|9)\s*[\])]\s*[.,;]?\s*$"
)
_NAMED: Final = {
    "front": "12", "home": "12", "back": "6", "twelve": "12", "three": "3", "six": "6", "nine": "9",
}  # fmt: skip
_MAY_FACE: Final = re.compile(r"[(\[|\t]|fac|regard|starts|looking", re.IGNORECASE)
EVENT_WORDS: Final = re.compile(
    r"\b(?:walls?|murs?|restarts?|tags?|bridges?|endings?|reprises?)\b", re.IGNORECASE
)

# "7-8 L side, R touch (restart here on wall 3)", "... ** Restart wall 3 **".
_NOTE: Final = re.compile(
    r"[(\[]\s*\**[^()\[\]]*\b(?:restart|tag|bridge|ending|reprise|walls?)\b[^()\[\]]*[)\]]"
    r"|\*+\s*[^*]*\b(?:restart|tag|bridge|ending|reprise)\b[^*]*\**\s*$"
    r"|[.;–—-]\s+(?:restart|tag|reprise)\b.*$",
    re.IGNORECASE,
)


def note_in(text: str) -> re.Match[str] | None:
    """A note on a tag or restart behind the steps of a line."""
    return _NOTE.search(text) if EVENT_WORDS.search(text) else None


def facings_in(text: str) -> Iterator[tuple[int, int, int]]:
    """Every facing a text states: (eighths, start, end) in the text.

    >>> list(facings_in("turn ¼ left (9:00)"))
    [(6, 13, 18)]
    """
    if not _MAY_FACE.search(text):
        return
    plain = fold(text)
    for pattern in (_FACING, _LONE):
        for match in pattern.finditer(plain):
            said = next(group for group in match.groups() if group)
            try:
                yield clock_of(said), match.start(match.lastindex or 0), match.end()
            except ValueError:
                continue


def clock_of(said: str) -> int:
    """Eighths of a clock position as written: "9:00", "9 o'clock", "9h00", "9h"."""
    word = said.strip().split()[0]
    said = _NAMED.get(re.sub(r"o['’]?clock$", "", word), said)
    plain = re.sub(r"\s*wall$", "", re.sub(r"(?<=\d)[h.]\s?(?=\d)", ":", said.strip()))
    plain = re.sub(r"\s*h\.?$", "", plain)
    return parse_clock(plain)


def events_in(text: str, span: Span) -> Iterator[EventClaim]:
    """What a line claims of tags, restarts, bridges and endings, one a wall where the
    facings said differ.

    >>> span = Span(0, 40, 1)
    >>> (claim,) = events_in("Restart: wall 5 after 16 counts, facing 9:00", span)
    >>> (claim.kind.value, claim.walls, int(claim.after), claim.facing)
    ('restart', (5,), 16, 6)
    """
    read = read_statements(text)
    for statement in (
        *read.events,
        *(u.statement for u in read.unclear if u.statement and u.why == "wall"),
    ):
        yield from claims_of(statement, span)


def claims_of(statement: Statement, span: Span) -> Iterator[EventClaim]:
    """The claims that one statement makes."""
    faced = statement.facings
    claim = EventClaim(
        kind=statement.kind,
        walls=statement.walls,
        clock_wall=statement.clock_wall,
        after=statement.after,
        here=statement.here and statement.after is None,
        facing=faced[0] if faced and len(set(faced)) == 1 else None,
        span=span,
        starts=statement.starts,
    )
    if len(faced) == len(statement.walls) > 1 and len(set(faced)) > 1:
        for wall, facing in zip(statement.walls, faced, strict=True):
            yield replace(claim, walls=(wall,), facing=facing)
    else:
        yield claim
