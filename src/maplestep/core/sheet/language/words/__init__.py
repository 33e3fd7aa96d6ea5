"""The words of each language, one data file a language.

A language that is read whole is one file with two tables and one line here: ``PHRASES`` (what a
word or phrase is for) and ``FIGURES`` (its names for the figures of the figure tables).
"""

from __future__ import annotations

from typing import Any, Final, NamedTuple

from ..kinds import Kind
from . import english, french, german, spanish


class Words(NamedTuple):
    """One language: its code, its phrases, its names of figures."""

    code: str
    phrases: dict[Kind, dict[Any, tuple[str, ...]]]
    figures: dict[str, tuple[str, ...]]


# Where two languages give a word different meanings, the first one has it.
LANGUAGES: Final[tuple[Words, ...]] = (
    Words("en", english.PHRASES, english.FIGURES),
    Words("fr", french.PHRASES, {}),
    Words("es", spanish.PHRASES, spanish.FIGURES),
    Words("de", german.PHRASES, german.FIGURES),
)
