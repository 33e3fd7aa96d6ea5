"""What the words of a step line can be, in English and in French.

A phrase of one or more words is looked up, the longest first, and comes out as a
:class:`Lexeme`: a figure, a direction, a foot, an amount of turn. Accents, capitals,
plurals and "-ing" do not matter; every lexeme keeps its place in the text.
"""

from __future__ import annotations

import re
import unicodedata
from functools import cache, lru_cache
from typing import Any, Final, NamedTuple

from ...figures.model import Figure
from ...figures.vocabulary import BY_NAME, FIGURES
from ...primitives.feet import Foot
from .kinds import Kind
from .words import LANGUAGES


class Lexeme(NamedTuple):
    """One phrase with its place: offsets in the text it was read from."""

    kind: Kind
    value: Any
    start: int
    end: int
    word: str
    gerund: bool


R, L = Foot.RIGHT, Foot.LEFT
_EIGHTHS: Final = {
    **{"⅛": 1, "¼": 2, "⅜": 3, "½": 4, "⅝": 5, "¾": 6, "⅞": 7, "1¼": 10, "1½": 12, "1¾": 14},
    **{"1/8": 1, "1/4": 2, "3/8": 3, "1/2": 4, "2/4": 4, "5/8": 5, "3/4": 6, "7/8": 7},
}

_X_GLUED: Final = r"(?<![^\W\d_])[xX](?=-?(?:shuf|rock|trip|chass|samba|unw|point|step|side))"
"""The cross in short: "xshuffle", "x-rock"."""
_ONE_NAME: Final = r"(?i:(?<=cross)|(?<=side)|(?<=back))/(?i:rock|shuf|samba|point|strut|chass)"
"""The slash within a figure's name: "cross/rock", where "side/together" are two steps."""
_TOKEN: Final = re.compile(
    rf"(?P<word>{_X_GLUED}|"
    r"(?![xX]\s?\d)[^\W\d_¼½¾⅛⅜⅝⅞]+(?:['’][^\W\d_¼½¾⅛⅜⅝⅞]+)*)"
    rf"|(?P<mark>(?!{_ONE_NAME})[,;:()\[\]&+/.|\n…])"
    r"|(?P<amount>1\s+(?:&\s+)?[13]/[24](?!\d)|1[½¼¾]|[½¼¾⅛⅜⅝⅞]|[1-357]/[248](?!\d))"
    r"|(?P<clock>\d{1,2}[:h]\d{2}\b|\d{1,2}\s?[oO]['’]?\s?[cC]lock)"
    r"|(?P<times>[xX×]\s?\d{1,2}\b(?!\s?(?:counts?|cts?|temps|comptes?)\b)|\d{1,2}\s?[xX×](?![^\W\d_]))"
    r"|(?P<number>\d+)"
    r"|(?P<dash>(?<=\s)[-–—=]+(?=\s))"
)
_MARKS: Final = {
    **dict.fromkeys(",;|.…", Kind.BREAK),
    **dict.fromkeys("&+/", Kind.JOIN),
    "\n": Kind.JOIN,
    ":": Kind.COLON,
    "(": Kind.OPEN,
    "[": Kind.OPEN,
    ")": Kind.CLOSE,
    "]": Kind.CLOSE,
}
_FEET_WORD: Final = re.compile(r"(?:[rl]{2,8}|[dg]{2,8})")
_MOST_WORDS: Final = 20_000
_MOST_TEXTS: Final = 4_000
_CROSS: Final = "cross"
_LETTER: Final = {"r": R, "d": R, "l": L, "g": L}


@lru_cache(maxsize=8192)
def fold(word: str) -> str:
    """Small letters without accents, typographic apostrophes plain.

    >>> fold("Chassé")
    'chasse'
    """
    if word.isascii():
        return word.lower()
    plain = unicodedata.normalize("NFD", word.lower().replace("’", "'"))
    return "".join(char for char in plain if not unicodedata.combining(char))


class _Entry(NamedTuple):
    """What one written word can begin, or stand for alone.

    ``phrases`` of several words are listed by their second word, the longest first.
    """

    word: str
    base: str
    phrases: dict[str, list[tuple[tuple[str, ...], Kind, Any]]]
    kind: Kind
    value: Any
    gerund: bool


def _plain_phrases() -> dict[tuple[str, ...], tuple[Kind, Any]]:
    """The phrases of every language, and its names of figures."""
    phrases: dict[tuple[str, ...], tuple[Kind, Any]] = {}
    for language in LANGUAGES:
        for kind, table in language.phrases.items():
            for value, names in table.items():
                for name in names:
                    phrases.setdefault(_split(name), (kind, value))
    for language in LANGUAGES:
        for figure, names in language.figures.items():
            for name in names:
                phrases[_split(name)] = (Kind.FIGURE, BY_NAME[figure])
    return phrases


class Lexicon:
    """Every phrase that is understood: the app's own and a user's figures besides.

    Complexity: a text is read in one pass; a phrase is found by its first word.
    """

    def __init__(self, own: tuple[Figure, ...] = ()) -> None:
        phrases = _plain_phrases()
        # The user's own figures come last, so that they win over ours of the same name.
        self.figures = {figure.name: figure for figure in (*FIGURES, *own)}
        for figure in (*FIGURES, *own):
            for name in figure.names:
                phrases[_split(name)] = (Kind.FIGURE, figure)
                if "recover" in _split(name):
                    phrases.setdefault(
                        _split(name.replace("recover", "rec")), phrases[_split(name)]
                    )
        self._words = {word for phrase in phrases for word in phrase}
        self._alone = {phrase[0] for phrase in phrases if len(phrase) == 1}
        self._by_first: dict[str, list[tuple[tuple[str, ...], Kind, Any]]] = {}
        for phrase, (kind, value) in phrases.items():
            plain = tuple(self._stem(word) for word in phrase)
            self._by_first.setdefault(plain[0], []).append((plain, kind, value))
        self._entries: dict[str, _Entry] = {}
        self._texts: dict[str, list[Lexeme]] = {}
        names = {name for figure in self.figures.values() for name in figure.names}
        self.figure_names = tuple(sorted(names))
        self.figure_words = tuple(sorted({word for name in names for word in _split(name)}))

    def _stem(self, word: str) -> str:
        """The word without its plural or "-ing", when that is a word we know."""
        if word in self._alone:
            return word
        for suffix in ("ing", "es", "s", "ed", "d"):
            if not word.endswith(suffix) or len(word) - len(suffix) < 2:
                continue
            stem = word[: -len(suffix)]
            undoubled = stem[:-1] if len(stem) > 2 and stem[-1] == stem[-2] else stem
            tries = (stem, undoubled) if suffix in {"es", "s"} else (stem, undoubled, stem + "e")
            for candidate in tries:
                if candidate in self._words and len(candidate) > 1:
                    return candidate
        return self._infinitive(word)

    def _infinitive(self, word: str) -> str:
        """The French verb that a form belongs to: "croisant", "croisez", "croise"."""
        for suffix in ("ant", "ez", "ons", "ent", "e"):
            candidate = word[: -len(suffix)] + "er" if word.endswith(suffix) else ""
            if len(candidate) > 4 and candidate in self._words:
                return candidate
        return word

    def knows(self, word: str) -> bool:
        """Is this word part of any phrase?"""
        return self._stem(word) in self._words

    def _entry(self, written: str) -> _Entry:
        entry = self._entries.get(written)
        if entry is None:
            if len(self._entries) > _MOST_WORDS:
                self._entries.clear()
            entry = self._entries[written] = self._look_up(written)
        return entry

    def _look_up(self, written: str) -> _Entry:
        word = fold(written).replace("ß", "ss")
        base = self._stem(word)
        all_phrases = self._by_first.get(base, ())
        several: dict[str, list[tuple[tuple[str, ...], Kind, Any]]] = {}
        for phrase in sorted(all_phrases, key=lambda p: -len(p[0])):
            if len(phrase[0]) > 1:
                several.setdefault(phrase[0][1], []).append(phrase)
        kind, value = next(((k, v) for p, k, v in all_phrases if len(p) == 1), (Kind.OTHER, None))
        if kind is Kind.OTHER and _FEET_WORD.fullmatch(word):
            kind, value = Kind.FEET, tuple(_LETTER[letter] for letter in word)
        gerund = word.endswith(("ing", "ant")) and base != word
        return _Entry(word, base, several, kind, value, gerund)

    def lexemes(self, text: str) -> list[Lexeme]:
        """The text as lexemes, in order; words that add nothing are left out."""
        known = self._texts.get(text)
        if known is None:
            if len(self._texts) > _MOST_TEXTS:
                self._texts.clear()
            known = self._texts[text] = self._lexemes(text)
        return known

    def _lexemes(self, text: str) -> list[Lexeme]:
        matches = list(_TOKEN.finditer(text))
        found: list[Lexeme] = []
        count = len(matches)
        index = 0
        while index < count:
            match = matches[index]
            index += 1
            group = match.lastgroup
            written = match[0]
            if group == "mark":
                kind = _MARKS[written]
                found.append(Lexeme(kind, None, match.start(), match.end(), written, False))
                continue
            if group != "word":
                kind, value = _other_token(group, written)
                found.append(Lexeme(kind, value, match.start(), match.end(), written, False))
                continue
            entry = self._entries.get(written) or self._entry(written)
            kind, value, last = entry.kind, entry.value, match
            if entry.phrases and index < count:
                length, kind, value = self._longest(entry, matches, index)
                last = matches[index + length - 2]
                index += length - 1
            if kind is not Kind.FILLER:
                start, end = match.start(), last.end()
                found.append(Lexeme(kind, value, start, end, entry.word, entry.gerund))
        return found

    def _longest(
        self, entry: _Entry, matches: list[re.Match[str]], following: int
    ) -> tuple[int, Kind, Any]:
        for phrase, kind, value in entry.phrases.get(self._base_of(matches[following]), ()):
            length = len(phrase)
            if following + length - 1 <= len(matches) and all(
                self._base_of(matches[following + step - 1]) == phrase[step]
                for step in range(2, length)
            ):
                if phrase[-1] == _CROSS and self._crosses_next(matches, following + length - 1):
                    continue
                return length, kind, value
        return 1, entry.kind, entry.value

    def _crosses_next(self, matches: list[re.Match[str]], following: int) -> bool:
        """ "Side rock cross shuffle": does the cross begin the next figure?"""
        if following >= len(matches):
            return False
        behind = self._base_of(matches[following])
        return any(phrase[:2] == (_CROSS, behind) for phrase, _, _ in self._by_first[_CROSS])

    def _base_of(self, match: re.Match[str]) -> str:
        written = match[0]
        return self._entry(written).base if match.lastgroup == "word" else written


def _split(name: str) -> tuple[str, ...]:
    return tuple(fold(name).replace("-", " ").split())


def _other_token(group: str | None, written: str) -> tuple[Kind, Any]:
    match group:
        case "mark":
            return _MARKS[written], None
        case "amount":
            return Kind.AMOUNT, _eighths(written)
        case "dash":
            return Kind.COLON, None
        case "clock":
            return Kind.CLOCK, written
        case "times":
            return Kind.TIMES, _number(written)
        case _:
            return Kind.NUMBER, _number(written)


def _eighths(written: str) -> int:
    """A written amount of turn in eighths: "¾", "3/4", "1 1/2"."""
    *whole, part = written.replace("&", " ").split()
    return 8 * len(whole) + _EIGHTHS[part]


def _number(written: str) -> int:
    return int("".join(char for char in written if char.isdecimal())[:3])


@cache
def standard() -> Lexicon:
    """The words the app itself brings."""
    return Lexicon()
