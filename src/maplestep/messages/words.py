"""Codes and facts put into words, in the language that is spoken.

A further language is a file with its :class:`Catalogue` and a line in ``CATALOGUES``, beside its
name in :mod:`.language`.
"""

from __future__ import annotations

from typing import Final

from ..core.errors import Message
from .catalogue import Catalogue
from .english import ENGLISH
from .french import FRENCH
from .language import spoken

CATALOGUES: Final[dict[str, Catalogue]] = {"en": ENGLISH, "fr": FRENCH}


def catalogue() -> Catalogue:
    """The words of the language that is spoken now."""
    return CATALOGUES[spoken()]


def said_in(words: Catalogue, said: str) -> str:
    """A sentence made with a template, or one by itself, in a language."""
    template = said.template if isinstance(said, Message) else said
    if template not in words.templates:
        return str(said)
    facts = said.facts if isinstance(said, Message) else {}
    return words.put(
        words.templates[template],
        {n: fact_in(words, n, f) if isinstance(f, str) else f for n, f in facts.items()},
    )


def fact_in(words: Catalogue, name: str, fact: str) -> str:
    """A fact in a language; one that is a sentence of its own is said as one."""
    return (
        said_in(words, fact)
        if fact in words.templates or isinstance(fact, Message)
        else words.number(name, words.fact(name, fact))
    )


def fact(name: str, said: str) -> str:
    """One fact in the language that is spoken."""
    return fact_in(catalogue(), name, said)


def text(code: str, **facts: object) -> str:
    """The sentence of a code with its facts."""
    words = catalogue()
    said = {name: fact_in(words, name, str(each)) for name, each in facts.items()}
    return words.put(words.texts[code], said)


def texts_of(room: str, language: str | None = None) -> dict[str, str]:
    """All sentences whose codes begin with "room.", by what stands behind it."""
    texts = CATALOGUES[language or spoken()].texts
    lead = f"{room}."
    return {code.removeprefix(lead): said for code, said in texts.items() if code.startswith(lead)}


def opened(sentence: str) -> str:
    """The sentence with a capital at its beginning."""
    return sentence[:1].upper() + sentence[1:]
