"""What is refused, in the language that is spoken."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ..core.errors import Message
from .words import catalogue, said_in


def kept_words(refused: Exception | str) -> dict[str, object]:
    """What is to be said, so that it can be kept as JSON and said later in any language."""
    said = _said(refused)
    if isinstance(said, Message):
        return {"template": said.template, "facts": dict(said.facts)}
    return {"template": said, "facts": {}}


def said_now(kept: Mapping[str, Any]) -> str:
    """What was kept, in the language that is spoken now."""
    facts = kept["facts"]
    return error_words(Message(kept["template"], **facts) if facts else kept["template"])


def error_words(refused: Exception | str) -> str:
    """The sentence of an error, or one by itself; as it is where no other one is known."""
    return said_in(catalogue(), _said(refused))


def _said(refused: Exception | str) -> str:
    """The sentence with its facts, where it has some."""
    if isinstance(refused, Exception) and refused.args and isinstance(refused.args[0], str):
        return refused.args[0]
    return refused if isinstance(refused, str) else str(refused)
