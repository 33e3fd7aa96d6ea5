"""What is refused, in the language that is spoken."""

from __future__ import annotations

from .words import catalogue, said_in


def error_words(refused: Exception | str) -> str:
    """The sentence of an error, or one by itself; as it is where no other one is known."""
    said = refused if isinstance(refused, str) else str(refused)
    if isinstance(refused, Exception) and refused.args and isinstance(refused.args[0], str):
        said = refused.args[0]
    return said_in(catalogue(), said)
