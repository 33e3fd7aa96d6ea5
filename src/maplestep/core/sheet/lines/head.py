"""The facts in the head of a sheet: title, counts, walls, level, intro, song, weight, rhythm."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final, NamedTuple

from ...primitives.moves import Span
from ..language.lexicon import fold
from ..language.numbers import CARDINAL

_COUNT: Final = r"(?:counts?|cts?\.?|c|temps|comptes?|cpts?\.?|beats?|tiempos|cuentas|schritte)"
_END: Final = r"(?![^\W\d]|['’])"
_GLUED: Final = r"(?:(?<![\w/])|(?<=\dc))"
"""Where a number of walls may begin: "32c4w" too."""
_PIECES: Final = (
    (
        "counts",
        re.compile(rf"(?<![\w/])({CARDINAL})(?:\s*|-){_COUNT}{_END}(?!\s+(?:intro|d.intro|lead|tag|in\b))"),
    ),
    ("counts", re.compile(rf"(?<!\w)(?:counts?|cts?\.?)\s*[:=]?\s*({CARDINAL})(?!\s*[-–—&\d:])(?=\s*(?:$|[,;/|]))")),
    ("walls", re.compile(rf"{_GLUED}({CARDINAL})(?:\s*|-)(?:walls?|w|murs?|paredes|wande){_END}")),
    ("walls", re.compile(rf"(?<!\w)(?:walls?|murs?|paredes|wande)\s*[:=]?\s*({CARDINAL})(?=\s*(?:$|[,;/|]))")),
    (
        "weight",
        re.compile(r"\bweight\s+(?:is\s+|starts\s+)?on\s+(?:the\s+)?(left|right|l|r)\b"),
    ),
    (
        "intro",
        re.compile(
            rf"(?<![\w/])({CARDINAL})[\s-]*{_COUNT}\s+(?:intro\b|d.intro|lead|in\b)"
            r"|\b(?:starts?|begins?|wait|intro|introduction|dance begins|commencer|depart|demarr\w*)\s*:?\s*"
            r"(?:on\s+(?:the\s+)?(?:vocals?|lyrics|singing|words?|main beat)\W+)?(?:after\s+|of\s+|for\s+|apres\s+)?"
            rf"({CARDINAL})(?:[\s-]*{_COUNT}{_END}|\s+in\b)"
            rf"|^\W*({CARDINAL})\s+in\W*$"
        ),
    ),
    ("bpm", re.compile(r"(?<!\w)(\d{2,3}(?:[.,]\d)?)\s*bpm\b|\bbpm\s*[:=]?\s*(\d{2,3})\b")),
)  # fmt: skip
_BARE: Final = re.compile(
    r"^[\s*_#>]*(?:(?:counts?|cts?|temps|comptes?)\s*[/&|]\s*(?:walls?|murs?)\s*[:=–-]?\s*)?"
    r"(\d{2,3})\s*[/|-]\s*([1248])(?:\s*walls?)?[\s*_]*$"
)
_SLASHED: Final = re.compile(
    r"[(\[](?:[^()\[\]]*[\s,/])?(\d{2,3})\s*/\s*([1248])(?!\d)[^()\[\]]*[)\]]\s*$"
    r"|(?<=[a-z!?])\s+[-–—/|]\s+(\d{2,3})\s*[-–—/|]\s*([1248])\s*[-–—/|]\s*[a-z][a-z +/-]*$"
    r"|(?<=[a-z!?])\s+(\d{2,3})\s*/\s*([1248])(?:\s*/\s*[a-z][a-z +-]*)?$"
)
_KEYED: Final = re.compile(
    r"(?:(?<=^)|(?<=[\s|,;*_•>(]))"
    r"(title|dance(?: name| title)?|name(?: of (?:the )?dance)?|counts?|walls?|level|intro|introduction|start weight|weight|rhythm|feel|timing"
    r"|titre|danse|nom|temps|comptes?|murs?|niveau|cpts?|appui|poids|rythme|lecture|lead[\s-]in|depart"
    r"|music|song|musique|chanson|track|artist|artiste|choreo(?:grapher|graphed by|graphie)?"
    r"|choreographe|choregraphe|choregraphie|by|par|start(?:s|ing)?)"
    r"\s*[:=]\s*",
    re.I,
)
_KEYS: Final = {
    **dict.fromkeys(("dance name", "dance title", "name of dance", "name of the dance"), "title"),
    **dict.fromkeys(("title", "dance", "name", "titre", "danse", "nom"), "title"),
    **dict.fromkeys(("count", "counts", "cpt", "cpts", "temps", "compte", "comptes"), "counts"),
    **dict.fromkeys(("wall", "walls", "mur", "murs"), "walls"),
    **dict.fromkeys(("level", "niveau"), "level"),
    **dict.fromkeys(
        ("intro", "introduction", "lead-in", "lead in", "depart", "start", "starts", "starting"),
        "intro",
    ),
    **dict.fromkeys(("start weight", "weight", "appui", "poids"), "weight"),
    **dict.fromkeys(("rhythm", "feel", "rythme"), "feel"),
    **dict.fromkeys(("timing", "lecture"), "timing"),
    **dict.fromkeys(("music", "song", "musique", "chanson", "track"), "song"),
    **dict.fromkeys(("artist", "artiste"), "artist"),
}
_SHORT_LEVELS: Final = {
    **{"beg": "beginner", "imp": "improver", "int": "intermediate", "inter": "intermediate"},
    **{"adv": "advanced", "deb": "débutant", "déb": "débutant", "nov": "novice"},
}
_FULL_LEVELS: Final = {
    "absolute beginner": "absolute beginner",
    "ultra beginner": "absolute beginner",
    "high beginner": "beginner",
    "beginner": "beginner",
    "easy": "beginner",
    "debutant": "beginner",
    "grand debutant": "absolute beginner",
    "novice": "improver",
    "principiante": "beginner",
    "anfanger": "beginner",
    "improver": "improver",
    "easy intermediate": "intermediate",
    "high intermediate": "intermediate",
    "intermediate": "intermediate",
    "intermediaire": "intermediate",
    "advanced": "advanced",
    "avance": "advanced",
}
LEVELS: Final = {
    **_FULL_LEVELS,
    **{
        re.sub(rf"\b{fold(full)}$", fold(short), said): plain
        for said, plain in _FULL_LEVELS.items()
        for short, full in _SHORT_LEVELS.items()
    },
}
"""The plain level behind each word for one, in full and in short."""
_LEVEL: Final = re.compile(r"\b(" + "|".join(sorted(LEVELS, key=len, reverse=True)) + r")s?\b")
_SENTENCE_TITLE: Final = re.compile(r"[^.\d]{2,50}\.\s+")
_SET_APART: Final = re.compile(r"(?:\s{3,}|\t|\s[-–—|•]\s*)$")
_FACTUAL: Final = re.compile(r"\d|:")
_QUOTED: Final = re.compile(r"[“\"«]\s?([^“”\"«»]{2,60}?)\s?[”\"»]")


OF_THE_HEAD: Final = re.compile(
    rf"^[\W_]*\d{{1,3}}(?:(?:\s*{_COUNT})?\s+in\W*$|[\s-]*counts?\s+(?:[^\W\d]+\s+){{0,2}}(?:waltz|dance)\b)",
    re.IGNORECASE,
)
"""An intro in short, or how long the dance is: "16 in", "12 count waltz"."""
_SEPARATED: Final = re.compile(r"[(\[]\s*$|\s(?:-{1,2}|[–—|•*/]|\.)\s*$|[|•]\s*$")
_APART: Final = re.compile(rf"\w+\s[^:]*:\s*$|{_SEPARATED.pattern}")
"""The same, or a colon behind some words."""


class Fact(NamedTuple):
    """One thing the head says: ``key`` is counts, walls, intro, level, title, weight, feel,
    timing, song, artist, maker or bpm. ``text`` is the line without its comment."""

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
    plain = fold(text)
    keyed = list(_KEYED.finditer(plain)) if len(plain) == len(text) else []
    before = text[: keyed[0].start()] if keyed else ""
    if keyed and not before.strip(" *_#-|\t>"):
        yield from _keyed_facts(text, span, keyed)
        return
    if keyed and _SET_APART.search(before) and not _FACTUAL.search(before):
        yield Fact(text, span, "title", _SET_APART.sub("", before).strip(" *_#|>"))
        yield from _keyed_facts(text, span, keyed)
        return
    yield from _pieces(text, plain, span)


def title_of(text: str, span: Span) -> Fact:
    """A line as the sheet's title: what it has in quotes, or all of it."""
    quoted = _QUOTED.match(text.strip(" *_#>"))
    said = quoted[1] if quoted else text.strip().strip('#*_= “”"«»>')
    return Fact(text, span, "title", said.strip())


def _pieces(text: str, plain: str, span: Span) -> Iterator[Fact]:
    """Facts by their words alone: "32 counts, 4 walls, improver"."""
    if len(plain) != len(text):
        return
    short = _BARE.match(plain) or _SLASHED.search(plain)
    if short:
        yield from _in_short(text, short, span)
        return
    found = _matched(text, plain)
    for key, match in found.items():
        first, last = match.span(match.lastindex or 1)
        yield Fact(text, _place(span, first, last), key, text[first:last])
    level = _LEVEL.search(plain)
    if level and (found or plain.strip(" *_#-|.") == level[0]):
        yield Fact(text, span, "level", _in_full(text[level.start() : level.end()].lower()))
    if found:
        begins = [match.start() for match in (*found.values(), level) if match]
        yield from _title_before(text, min(begins), span)


def _matched(text: str, plain: str) -> dict[str, re.Match[str]]:
    """Where each fact is said first."""
    found = [(key, match) for key, pattern in _PIECES if (match := pattern.search(plain))]
    intro = next((match for key, match in found if key == "intro"), None)
    kept: dict[str, re.Match[str]] = {}
    for key, match in found:
        inside = intro and intro.start() <= match.start() < intro.end()
        # "Start after 32 counts" is no length of the dance, nor is "A 32 counts".
        if key != "counts" or not (inside or _of_a_part(text, match)):
            kept.setdefault(key, match)
    return kept


def _in_short(text: str, said: re.Match[str], span: Span) -> Iterator[Fact]:
    """ "32/4", "Last Bus (B, 32/4)"."""
    walls = said.lastindex or 0  # the last group of the form that was met
    for key, group in (("counts", walls - 1), ("walls", walls)):
        yield Fact(text, _place(span, said.start(group), said.end(group)), key, said[group])
    before = text[: said.start()]
    if any(char.isalpha() for char in before):
        yield title_of(before, span)._replace(text=text)
    if level := _LEVEL.search(fold(text[said.start() :])):
        yield Fact(text, span, "level", _in_full(level[0]))


def _in_full(level: str) -> str:
    """ "High beg" is shown as "high beginner"."""
    return " ".join(_SHORT_LEVELS.get(word, word) for word in level.split())


def _of_a_part(text: str, match: re.Match[str]) -> bool:
    """ "A 32 counts, B 16 counts", "B (first 16 counts)", but "A 32 count dance"."""
    if _PIECE.search(text[: match.start()]):
        return True
    letter = _LETTERED.search(text[: match.start()])
    if letter is None:
        return False
    behind = text[match.end() :].lstrip()
    return letter[1] != "A" or not behind[:1].isalpha()


_PIECE: Final = re.compile(r"(?:first|last|premiers|derniers)\s+$", re.IGNORECASE)
_CELL: Final = re.compile(r"\s*[|/•–—-]\s*(\d{1,3})$")
_LETTERED: Final = re.compile(r"\b([A-F]|(?i:verse|chorus|couplet|refrain))\s*[:=(]?\s*$")


_SORT: Final = re.compile(
    r"(?:(?<![^\W\d])(?:phrased|contra|circle|partner|line dance|dance|phrasée?|an?|easy|danse en ligne)"
    r"[\s,;/|–—-]+)*$",
    re.IGNORECASE,
)
"""What sort of dance it is, between its title and its facts: "Attic Window - phrased, 2 walls"."""


def _title_before(text: str, begins: int, span: Span) -> Iterator[Fact]:
    """A title in front of the facts: in quotes, or set apart from them."""
    sort = _SORT.search(text[:begins])
    if sort is not None and _APART.search(text[: sort.start()]):
        begins = sort.start()
    quoted = _QUOTED.search(text[:begins])
    if quoted is not None:
        yield Fact(text, _place(span, *quoted.span(1)), "title", quoted[1])
    elif _APART.search(text[:begins]) or _SENTENCE_TITLE.fullmatch(text[:begins]):
        title = _SEPARATED.sub("", text[:begins]).strip(" *_#|>.:")
        if (cell := _CELL.search(title)) is not None:
            yield Fact(text, _place(span, text.index(cell[0]), begins), "counts", cell[1])
            title = title[: cell.start()]  # "Dusty Lane | 32 | 4 wall"
        if title and not _LEVEL.search(fold(title)):
            yield Fact(text, span, "title", title)


def _place(span: Span, start: int, end: int) -> Span:
    return Span(span.start + start, span.start + end, span.line)


def _keyed_facts(text: str, span: Span, keyed: list[re.Match[str]]) -> Iterator[Fact]:
    """ "Count: 32  Wall: 4  Level: Improver": several keys may share a line."""
    ends = [match.start() for match in keyed[1:]] + [len(text)]
    for match, end in zip(keyed, ends, strict=True):
        value = text[match.end() : end].strip(" \t|,;*_/-–")
        if not value:
            continue
        key = _KEYS.get(re.sub(r"\s+", " ", match[1].lower()), "maker")
        at = text.index(value, match.end())
        place = _place(span, at, at + len(value))
        if key == "level":
            # "Novice – 32 comptes – 3 murs": what stands behind the level is said as well.
            yield Fact(text, place, key, re.split(r"\s+[-–—|/•]\s+|,", value)[0])
        else:
            yield Fact(text, place, key, value)
        if key in {"level", "song", "artist", "maker", "intro"}:
            yield from _behind(text, value, place, key)


def _behind(text: str, value: str, place: Span, key: str) -> Iterator[Fact]:
    here = Span(place.start, place.end, place.line)
    for fact in _pieces(value, fold(value), here):
        if fact.key not in {key, "title", "level", "counts" if key == "intro" else ""}:
            yield fact._replace(text=text)
