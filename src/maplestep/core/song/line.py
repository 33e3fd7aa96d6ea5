"""A song typed in one line: ``118 bpm: intro 16, verse 64, chorus 32+4 "drums stop", verse 64 x2``.

Grammar, separators optional where unambiguous::

    line    = [tempo] phrase {"," phrase}
    tempo   = number ("bpm" | "beats") [":" | "," | "|"]
    phrase  = [name] length ["x" times] ['"' cue '"']
    length  = as in phrasing.parse_length: 32, 32+4, 4x8; times stand behind a space: 32 x2

A name that begins with a kind (``verse 2``, ``last chorus``) is of that kind; any other is marked
as a verse with that name.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from typing import Final

from ..errors import Message, SongError
from .grid import change_tempo
from .model import Phrase, PhraseKind, Song
from .phrasing import length_words, parse_length

_TEMPO = re.compile(
    r"^\s*(\d{2,3}(?:[.,]\d{1,3})?)\s*(?:bpm|beats(?: a minute)?|bats/min)\s*[:,;|]?\s*", re.I
)
_PHRASE = re.compile(
    r"^\s*(?P<name>[^\d\"“”]*?[^\d\"“”+-]?(?:\s\d{1,2}(?=\s+\d))?)\s*"
    r"(?P<length>\d+(?:[x×*]\d+)?(?:\s*[+-]\s*\d+)*)\s*(?:\s[x×*]\s*(?P<times>\d{1,3}))?\s*"
    r"(?:counts?|temps)?\s*(?:[\"“](?P<cue>[^\"”]*)[\"”])?\s*$",
    re.I,
)
_PLAIN_NAME = re.compile(r"[^\d\",;“”+\-]+( \d{1,2})?")
# Stretches that sound alike share a letter.
_LETTER = re.compile(r"[A-Z]")
_MOST_TIMES: Final = 50
_KINDS: Final = {
    "pre-chorus": PhraseKind.PRE_CHORUS, "prechorus": PhraseKind.PRE_CHORUS,
    "pre chorus": PhraseKind.PRE_CHORUS, "instrumental": PhraseKind.INSTRUMENTAL,
    "solo": PhraseKind.INSTRUMENTAL, "intro": PhraseKind.INTRO, "introduction": PhraseKind.INTRO,
    "verse": PhraseKind.VERSE, "couplet": PhraseKind.VERSE, "chorus": PhraseKind.CHORUS,
    "refrain": PhraseKind.CHORUS, "bridge": PhraseKind.BRIDGE, "pont": PhraseKind.BRIDGE,
    "break": PhraseKind.BREAK, "outro": PhraseKind.OUTRO, "ending": PhraseKind.OUTRO,
    "unmarked": PhraseKind.UNMARKED, "section": PhraseKind.SECTION,
}  # fmt: skip


def parse_song_line(text: str) -> tuple[Fraction | None, tuple[Phrase, ...]]:
    """Tempo, if it is given, and phrases. Raises SongError naming the piece that is unclear.

    >>> bpm, phrases = parse_song_line("118 bpm: intro 16, verse 64, chorus 32+4")
    >>> bpm, [phrase.counts for phrase in phrases]
    (Fraction(118, 1), [16, 64, 36])
    """
    tempo = _TEMPO.match(text)
    bpm = Fraction(tempo[1].replace(",", ".")) if tempo else None
    rest = text[tempo.end() :] if tempo else text
    phrases: list[Phrase] = []
    for piece in _pieces(rest):
        phrases += _phrases(piece)
    if not phrases:
        raise SongError(
            "There are no phrases in this line. "
            "Write for example: intro 16, verse 64, chorus 32+4.",
            field="line",
        )
    return bpm, tuple(phrases)


def _pieces(text: str) -> list[str]:
    """Cut at commas, semicolons and line ends, but not inside a cue."""
    found = re.findall(r"(?:[\"“][^\"”]*[\"”]|[^,;\n\"“])+", text)
    return [piece for piece in found if piece.strip()]


def _phrases(piece: str) -> list[Phrase]:
    match = _PHRASE.match(piece)
    if not match:
        raise SongError(
            Message(
                "“{said}” cannot be read. A phrase is a name and its counts: verse 64, chorus "
                "32+4, verse 32 x2.",
                said=piece.strip(),
            ),
            field="line",
        )
    name = match["name"].strip(" :=-–")
    times = int(match["times"] or 1)
    if not 1 <= times <= _MOST_TIMES:
        raise SongError(
            Message(
                "“{said}”: a phrase comes 1 to {most_times} times.",
                said=piece.strip(),
                most_times=_MOST_TIMES,
            ),
            field="line",
        )
    kind = kind_of(name)
    plain = name.lower() in _KINDS or not name
    phrase = Phrase(
        kind=kind or PhraseKind.VERSE,
        counts=parse_length(match["length"]),
        name="" if plain else name[:120],
        cue=(match["cue"] or "").strip()[:200],
    )
    return [phrase] * times


def kind_of(name: str) -> PhraseKind | None:
    """The kind a name speaks of: "Chorus 2" and "last chorus" are choruses, "B" is a section.

    >>> kind_of("Chorus 2")
    <PhraseKind.CHORUS: 'chorus'>
    """
    if _LETTER.fullmatch(name):
        return PhraseKind.SECTION
    words = name.lower()
    return next((kind for word, kind in _KINDS.items() if re.search(rf"\b{word}", words)), None)


def write_song_line(bpm: Fraction, phrases: Sequence[Phrase], unit: int) -> str:
    """The line that reads back as these phrases."""
    pieces = []
    for phrase in phrases:
        name = phrase.name if _PLAIN_NAME.fullmatch(phrase.name) else ""
        if kind_of(name) is not phrase.kind or name.lower() == phrase.kind.value:
            name = phrase.kind.value
        cue = f" “{phrase.cue}”" if phrase.cue and not re.search(r"[\"“”\n]", phrase.cue) else ""
        pieces.append(f"{name} {length_words(phrase.counts, unit)}{cue}")
    return f"{float(bpm):g} bpm: " + ", ".join(pieces)


def apply_song_line(song: Song, text: str) -> Song:
    """The song with the phrases of a line, and its tempo if it names one. Raises SongError."""
    bpm, phrases = parse_song_line(text)
    song = replace(song, phrases=phrases)
    return song if bpm is None else change_tempo(song, bpm)
