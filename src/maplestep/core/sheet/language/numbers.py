"""Numbers as digits or in words, in English and French: "16", "sixteen", "thirty-two", "3rd".

Texts are folded (small letters, no accents) before they come here.
"""

from __future__ import annotations

import re
from typing import Final

_ONES: Final = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8,
    "nine": 9, "ten": 10, "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14,
    "fifteen": 15, "sixteen": 16, "seventeen": 17, "eighteen": 18, "nineteen": 19,
    "un": 1, "une": 1, "deux": 2, "trois": 3, "quatre": 4, "cinq": 5, "sept": 7, "huit": 8,
    "neuf": 9, "dix": 10, "onze": 11, "douze": 12, "treize": 13, "quatorze": 14, "quinze": 15,
    "seize": 16,
}  # fmt: skip
_TENS: Final = {
    "twenty": 20, "thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70,
    "eighty": 80, "ninety": 90, "vingt": 20, "trente": 30, "quarante": 40, "cinquante": 50,
    "soixante": 60,
}  # fmt: skip
_ORDINALS: Final = {
    "first": 1, "second": 2, "third": 3, "fourth": 4, "forth": 4, "fifth": 5, "sixth": 6,
    "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10, "eleventh": 11, "twelfth": 12,
    "thirteenth": 13, "fourteenth": 14, "premier": 1, "premiere": 1, "deuxieme": 2, "seconde": 2,
    "troisieme": 3, "quatrieme": 4, "cinquieme": 5, "sixieme": 6, "septieme": 7, "huitieme": 8,
    "neuvieme": 9, "dixieme": 10, "onzieme": 11, "douzieme": 12,
}  # fmt: skip
_ROMAN: Final = ("i", "ii", "iii", "iv", "v", "vi", "vii", "viii", "ix", "x", "xi", "xii")
ROMAN: Final = "|".join(sorted(_ROMAN, key=len, reverse=True))
"""A number in Roman numerals, as sections are numbered."""
_ONE: Final = "|".join(sorted(_ONES, key=len, reverse=True))
_TEN: Final = "|".join(_TENS)
IN_WORDS: Final = rf"(?:(?:{_TEN})(?:[\s-]+(?:et[\s-]+)?(?:{_ONE}))?|{_ONE})"
"""A cardinal number in words."""
CARDINAL: Final = rf"(?:\d{{1,4}}|{IN_WORDS})"
"""A cardinal number in digits or words."""
ORDINAL: Final = (
    r"(?:\d{1,3}\s?(?:st|nd|rd|th|eme|er|ere|nde|e)|"
    + "|".join(sorted(_ORDINALS, key=len, reverse=True))
    + ")"
)
"""An ordinal number: "3rd", "third", "3e", "troisieme"."""


def number_of(said: str) -> int:
    """The number a cardinal or ordinal says; 0 when it says none.

    >>> number_of("thirty-two"), number_of("3rd"), number_of("seize"), number_of("iv")
    (32, 3, 16, 4)
    """
    digits = re.match(r"\s*(\d{1,6})", said)
    if digits:
        return int(digits[1])
    if said in _ORDINALS:
        return _ORDINALS[said]
    if said in _ROMAN:
        return _ROMAN.index(said) + 1
    return sum(_TENS.get(word, _ONES.get(word, 0)) for word in re.split(r"[\s-]+", said))
