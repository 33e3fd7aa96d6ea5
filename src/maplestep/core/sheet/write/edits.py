"""Small changes of a sheet's text: an edit applied, right and left swapped."""

from __future__ import annotations

import re
from typing import Final

from ...primitives.finding import SheetEdit

FOOT_WORD: Final = re.compile(
    r"\b(right|left|R|L|RF|LF|RT|LT|droite|gauche|droit|PD|PG|[RL]{2,8})\b"
    r"|(?<![^\W\d_])(D|G|[DG]{2,8})(?![^\W\d_'’])",
    re.IGNORECASE,
)
_OTHER: Final = {
    "right": "left", "left": "right", "r": "l", "l": "r", "rf": "lf", "lf": "rf",
    "rt": "lt", "lt": "rt",
    "droite": "gauche", "gauche": "droite", "droit": "gauche", "pd": "pg", "pg": "pd",
    "d": "g", "g": "d",
}  # fmt: skip


def applied(text: str, edit: SheetEdit) -> str:
    """The sheet's text after an edit."""
    return text[: edit.start] + edit.text + text[edit.end :]


def other_side(text: str) -> str:
    """A text with right and left swapped, in both languages."""
    return FOOT_WORD.sub(lambda match: _swap(match[0]), text)


def _swap(word: str) -> str:
    # "RLR" names a foot a letter.
    plain = word.lower()
    other = _OTHER.get(plain) or "".join(_OTHER[letter] for letter in plain)
    return other.upper() if word.isupper() else other.capitalize() if word.istitle() else other
