"""Codes and facts put into words, in the language that is spoken.

A further language is a file with its :class:`Catalogue` and a line in ``CATALOGUES``, beside its
name in :mod:`.language`.
"""

from __future__ import annotations

from typing import Final

from .catalogue import Catalogue
from .english import ENGLISH
from .french import FRENCH
from .language import spoken

CATALOGUES: Final[dict[str, Catalogue]] = {"en": ENGLISH, "fr": FRENCH}


def catalogue() -> Catalogue:
    """The words of the language that is spoken now."""
    return CATALOGUES[spoken()]


def text(code: str, **facts: object) -> str:
    """The sentence of a code with its facts."""
    words = catalogue()
    said = {name: words.fact(name, str(fact)) for name, fact in facts.items()}
    return words.texts[code].format_map(said)


def texts_of(room: str, language: str | None = None) -> dict[str, str]:
    """All sentences whose codes begin with "room.", by what stands behind it."""
    texts = CATALOGUES[language or spoken()].texts
    lead = f"{room}."
    return {code.removeprefix(lead): said for code, said in texts.items() if code.startswith(lead)}


def opened(sentence: str) -> str:
    """The sentence with a capital at its beginning."""
    return sentence[:1].upper() + sentence[1:]
