"""The facts in the head of a sheet: title, counts, walls, level, intro, weight, rhythm."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final, NamedTuple

from ...moves import Span
from ..language.lexicon import fold

_COUNT: Final = r"(?:counts?|temps|comptes?)"
_PIECES: Final = (
    (
        "counts",
        re.compile(rf"(?<![\w/])(\d{{1,4}})[\s-]*{_COUNT}\b(?!\s+(?:intro|d.intro|lead))", re.I),
    ),
    ("walls", re.compile(r"(?<![\w/])(\d{1,4})[\s-]*(?:walls?|murs?)\b", re.I)),
    (
        "weight",
        re.compile(r"\bweight\s+(?:is\s+|starts\s+)?on\s+(?:the\s+)?(left|right|l|r)\b", re.I),
    ),
    (
        "intro",
        re.compile(
            rf"(?<![\w/])(\d{{1,4}})[\s-]*{_COUNT}\s+(?:intro\b|d.intro|lead)"
            r"|\b(?:starts?|begins?|wait|intro|dance begins|commencer|depart|départ)\s*:?\s*"
            rf"(?:after\s+|of\s+|apr[eè]s\s+)?(\d{{1,4}})[\s-]*{_COUNT}\b",
            re.I,
        ),
    ),
)
_KEYED: Final = re.compile(
    r"\b(title|dance|name|counts?|walls?|level|intro|start weight|weight|rhythm|feel|timing"
    r"|titre|danse|nom|temps|comptes?|murs?|niveau|appui|poids|rythme|lecture|lead[\s-]in)"
    r"\s*[:=]\s*",
    re.I,
)
_KEYS: Final = {
    **dict.fromkeys(("title", "dance", "name", "titre", "danse", "nom"), "title"),
    **dict.fromkeys(("count", "counts", "temps", "compte", "comptes"), "counts"),
    **dict.fromkeys(("wall", "walls", "mur", "murs"), "walls"),
    **dict.fromkeys(("level", "niveau"), "level"),
    **dict.fromkeys(("intro", "lead-in", "lead in"), "intro"),
    **dict.fromkeys(("start weight", "weight", "appui", "poids"), "weight"),
    **dict.fromkeys(("rhythm", "feel", "rythme"), "feel"),
    **dict.fromkeys(("timing", "lecture"), "timing"),
}
LEVELS: Final = {
    "absolute beginner": "absolute beginner",
    "ultra beginner": "absolute beginner",
    "high beginner": "beginner",
    "beginner": "beginner",
    "debutant": "beginner",
    "grand debutant": "absolute beginner",
    "novice": "improver",
    "improver": "improver",
    "easy intermediate": "intermediate",
    "high intermediate": "intermediate",
    "intermediate": "intermediate",
    "intermediaire": "intermediate",
    "advanced": "advanced",
    "avance": "advanced",
}
_LEVEL: Final = re.compile(r"\b(" + "|".join(sorted(LEVELS, key=len, reverse=True)) + r")\b")


class Fact(NamedTuple):
    """One thing the head says: ``key`` is counts, walls, intro, level, title, weight, feel
    or timing. ``text`` is the line without its comment."""

    text: str
    span: Span
    key: str
    value: str


def level_of(said: str) -> str:
    """The plain level behind what a sheet calls it, or nothing.

    >>> level_of("High Beginner +"), level_of("Débutant"), level_of("for fun")
    ('beginner', 'beginner', '')
    """
    match = _LEVEL.search(fold(said))
    return LEVELS[match[1]] if match else ""


def facts_in(text: str, span: Span) -> Iterator[Fact]:
    """What a line of the head says."""
    keyed = list(_KEYED.finditer(text))
    if keyed and not text[: keyed[0].start()].strip(" *_#-|\t"):
        yield from _keyed_facts(text, span, keyed)
        return
    # A line of steps such as "32 R step" has its number and no such word behind it.
    found = [(key, match) for key, pattern in _PIECES if (match := pattern.search(text))]
    intro = next((match for key, match in found if key == "intro"), None)
    for key, match in found:
        if key == "counts" and intro and intro.start() <= match.start() < intro.end():
            continue  # "start after 32 counts" is no length of the dance
        value = next(group for group in match.groups() if group)
        start = span.start + match.start(match.lastindex or 1)
        place = Span(start=start, end=start + len(value), line=span.line)
        yield Fact(text=text, span=place, key=key, value=value)
    level = _LEVEL.search(fold(text))
    if level and (found or fold(text).strip() == level[1]):
        yield Fact(
            text=text, span=span, key="level", value=text[level.start() : level.end()].lower()
        )


def _keyed_facts(text: str, span: Span, keyed: list[re.Match[str]]) -> Iterator[Fact]:
    """ "Count: 32  Wall: 4  Level: Improver": several keys may share a line."""
    ends = [match.start() for match in keyed[1:]] + [len(text)]
    for match, end in zip(keyed, ends, strict=True):
        value = text[match.end() : end].strip(" \t|,;*_/-–")
        if not value:
            continue
        key = re.sub(r"\s+", " ", match[1].lower())
        start = span.start + text.index(value, match.end())
        place = Span(start=start, end=start + len(value), line=span.line)
        yield Fact(text=text, span=place, key=_KEYS[key], value=value)
