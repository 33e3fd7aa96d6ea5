"""Which language is spoken: known by its code, chosen for a request, a job or a command.

Like Django's ``translation.override``: what puts facts into words asks here, so that no
function between the edge and the words has to hand a language on.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Final, Literal

LanguageCode = Literal["en", "fr"]
LANGUAGES: Final[dict[LanguageCode, str]] = {"en": "English", "fr": "Français"}
"""The languages of the product, by code, each in its own name; the first one is the usual."""
USUAL: Final[LanguageCode] = "en"
_spoken: ContextVar[str] = ContextVar("spoken", default=USUAL)


def spoken() -> str:
    """The code of the language that is spoken now."""
    return _spoken.get()


@contextmanager
def speaking(code: str) -> Iterator[None]:
    """Speak this language; one that is not known is the usual one."""
    token = _spoken.set(code if code in LANGUAGES else USUAL)
    try:
        yield
    finally:
        _spoken.reset(token)
