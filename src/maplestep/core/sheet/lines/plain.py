"""What people type and mean nothing by, made ordinary before a sheet is read."""

from __future__ import annotations

import re
from typing import Final

_ODD: Final = re.compile("[\u00a0\u2007\u202f\ufeff\uff01-\uff5e]")
# Spaces of word processors, and full-width signs, which lie 0xFEE0 above the plain ones.
_SAME_LENGTH: Final = {
    **dict.fromkeys(map(ord, "\u00a0\u2007\u202f\ufeff"), " "),
    **{code: chr(code - 0xFEE0) for code in range(0xFF01, 0xFF5F)},
}

# "Sequence.....: A A B", "step forward & across left": one place, not two steps.
_FILLING: Final = re.compile(
    r"(?<=[^\W\d])\.{2,40}(?=\s?:)"
    r"|(?:(?<=forward)|(?<=fwd)|(?<=devant)) (?:&|and|et) "
    r"(?=(?:across|over|croisé|slightly (?:across|over))\b)",
    re.IGNORECASE,
)


# "vine R w/ 1/4", "PD diag. avant", "1.) WALKS": signs of writing, none of them steps or turns.
_WRITTEN: Final = re.compile(
    r"(?<![\w/])(?<!\d )w/(?=\s|[\d¼½¾⅛⅜⅝⅞])|(?<=\bdiag)\.(?=\s)"
    r"|(?:(?<=^\d)|(?<=^\d\d))\.\)(?=\s)",
    re.IGNORECASE | re.MULTILINE,
)
# "1..R side 2..touch L": every count begins a step of its own.
_DOTTED: Final = re.compile(
    r"((?<=\S)[ \t])?(?<!\d)(\d{1,2}&?)(\.{2,6})(?=\s?(?:[^\W\d_]|\d/\d|[¼½¾]))"
)
_PLAIN: Final = {"w/": "w ", "W/": "w ", ".": " ", ".)": ") "}


def made_plain(text: str) -> str:
    """Odd spaces, full-width signs, dot leaders and places named with two words made ordinary,
    every offset kept.

    >>> made_plain("Title...: Rain")
    'Title   : Rain'
    >>> made_plain("vine R w/ 1/4")
    'vine R w  1/4'
    """
    if _ODD.search(text):
        text = text.translate(_SAME_LENGTH)
    text = _DOTTED.sub(
        lambda found: (";" if found[1] else "") + found[2] + " " * len(found[3]), text
    )
    text = _WRITTEN.sub(lambda found: _PLAIN[found[0]], text)
    return _FILLING.sub(lambda found: " " * len(found[0]), text)
