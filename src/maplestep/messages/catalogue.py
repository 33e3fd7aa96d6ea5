"""What a language is made of: its sentences by code, and its words for the facts in them."""

from __future__ import annotations

import re
import string
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any, Final

_DECIMAL: Final = re.compile(r"-?\d+\.\d+")
_NUMBERS: Final = frozenset(
    {"seconds", "lasts", "speed", "turns", "metres", "bpm", "others", "kept", "size"}
)
"""Facts that are numbers, some written out already."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Catalogue:
    """One language.

    ``findings``: what is the case and what to do, by the code of a finding; ``texts``: all other
    sentences by code; ``fact`` says a fact, given its name and its value as the core writes it
    ("foot", "left"). Values of the user's own (titles, steps, cues) come back as they are.
    """

    findings: Mapping[str, tuple[str, str]]
    texts: Mapping[str, str]
    fact: Callable[[str, str], str]
    templates: Mapping[str, str] = field(default_factory=dict)
    """By their English template: sentences made as a ``Message``, such as all refusals."""
    point: str = "."
    """What stands before the tenths of a number."""

    def put(self, template: str, facts: Mapping[str, Any]) -> str:
        """A sentence with its facts, its numbers as the language writes them."""
        return _Numbers(self.point).vformat(template, (), facts)

    def number(self, name: str, said: str) -> str:
        """A fact that is a number, as the language writes it; others as they are."""
        if name not in _NUMBERS:
            return said
        return _DECIMAL.sub(lambda found: found[0].replace(".", self.point), said)


class _Numbers(string.Formatter):
    """Formats numbers with the point of a language."""

    def __init__(self, point: str) -> None:
        self._point = point

    def format_field(self, value: Any, format_spec: str) -> str:
        said: str = super().format_field(value, format_spec)
        return said.replace(".", self._point) if isinstance(value, float) else said
