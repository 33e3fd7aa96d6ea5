"""What a language is made of: its sentences by code, and its words for the facts in them."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field


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
