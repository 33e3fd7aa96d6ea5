"""Marking a song's phrases: each function gives a new song, none changes one.

The defaults are the trade's: a phrase one marks has four eights (or sixes), and a phrase is split
at whole eights where it can be.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from typing import Final

from ..errors import Message, SongError
from .model import MAX_PHRASE, Phrase, PhraseKind, Song

USUAL_UNITS: Final = 4
_LENGTH = re.compile(r"\s*\d{1,4}(\s*[x×*]\s*\d{1,3})?(\s*[+-]\s*\d{1,4})*\s*")


def parse_length(text: str) -> int:
    """A length as dancers write it: ``36``, ``32+4``, ``4x8``, ``64-2``. Raises SongError.

    >>> parse_length("32+4"), parse_length("4x8"), parse_length("64 - 2")
    (36, 32, 62)
    """
    if not _LENGTH.fullmatch(text):
        raise SongError(
            Message(
                "“{said}” is no length. Write it in counts: 32, 32+4 or 4x8.", said=text.strip()
            ),
            field="counts",
        )
    total = 0
    for sign, number, times in re.findall(r"([+-]?)\s*(\d+)(?:\s*[x×*]\s*(\d+))?", text):
        total += (-1 if sign == "-" else 1) * int(number) * int(times or 1)
    if not 1 <= total <= MAX_PHRASE:
        raise SongError(
            Message(
                "A phrase lasts 1 to {max_phrase} counts; {total} does not.",
                max_phrase=MAX_PHRASE,
                total=total,
            ),
            field="counts",
        )
    return total


def length_words(counts: int, unit: int) -> str:
    """A length with what sticks out of its whole eights (or sixes): 36 is ``32+4``.

    >>> length_words(36, 8), length_words(32, 8), length_words(6, 8), length_words(51, 6)
    ('32+4', '32', '6', '48+3')
    """
    over = counts % unit
    return f"{counts - over}+{over}" if over and counts > unit else str(counts)


def _with(song: Song, phrases: Sequence[Phrase]) -> Song:
    return replace(song, phrases=tuple(phrases))


def _phrase(song: Song, index: int) -> Phrase:
    if not 0 <= index < len(song.phrases):
        raise SongError(
            Message("This song has {phrases} phrases.", phrases=len(song.phrases)), field="phrases"
        )
    return song.phrases[index]


def set_length(song: Song, index: int, counts: int) -> Song:
    """Type a length over: what is not yet marked behind it gives or takes, else the song does."""
    phrase = _phrase(song, index)
    phrases = list(song.phrases)
    phrases[index] = replace(phrase, counts=counts)
    following = phrases[index + 1] if index + 1 < len(phrases) else None
    unmarked = PhraseKind.UNMARKED
    if following and following.kind is unmarked and phrase.kind is not unmarked:
        left = following.counts - (counts - phrase.counts)
        phrases[index + 1 : index + 2] = [replace(following, counts=left)] if left > 0 else []
    return _with(song, phrases)


def move_boundary(song: Song, index: int, counts: int) -> Song:
    """The phrase ends so many counts after its start; its neighbour gives or takes them."""
    phrase = _phrase(song, index)
    if index + 1 >= len(song.phrases):
        return set_length(song, index, max(1, counts))
    both = phrase.counts + song.phrases[index + 1].counts
    counts = max(1, min(counts, both - 1))
    phrases = list(song.phrases)
    phrases[index] = replace(phrase, counts=counts)
    phrases[index + 1] = replace(phrases[index + 1], counts=both - counts)
    return _with(song, phrases)


def mark(song: Song, index: int) -> Song:
    """A phrase of four eights (or sixes) at the head of what is not yet marked, from here on."""
    _phrase(song, index)
    unmarked = (n for n, p in enumerate(song.phrases) if p.kind is PhraseKind.UNMARKED)
    index = next((n for n in unmarked if n >= index), index)
    rest = song.phrases[index]
    counts = min(USUAL_UNITS * song.count_unit, rest.counts)
    marked = Phrase(kind=PhraseKind.VERSE, counts=counts)
    left = [replace(rest, counts=rest.counts - counts)] if counts < rest.counts else []
    return _with(song, [*song.phrases[:index], marked, *left, *song.phrases[index + 1 :]])


def split(song: Song, index: int, counts: int | None = None) -> Song:
    """In two, the first so long; half of it in whole eights (or sixes) when nothing is said."""
    phrase = _phrase(song, index)
    if phrase.counts < 2:
        raise SongError("A phrase of one count cannot be split.", field="counts")
    if counts is None:
        half = phrase.counts // 2
        counts = half - half % song.count_unit if half >= song.count_unit else half
    if not 1 <= counts < phrase.counts:
        raise SongError(
            Message("Split after 1 to {counts} counts.", counts=phrase.counts - 1), field="counts"
        )
    parts = [replace(phrase, counts=counts), replace(phrase, counts=phrase.counts - counts, cue="")]
    return _with(song, [*song.phrases[:index], *parts, *song.phrases[index + 1 :]])


def merge(song: Song, index: int) -> Song:
    """Join a phrase with the next."""
    phrase = _phrase(song, index)
    if index + 1 >= len(song.phrases):
        raise SongError("The last phrase has nothing to be joined with.", field="phrases")
    joined = replace(phrase, counts=phrase.counts + song.phrases[index + 1].counts)
    return _with(song, [*song.phrases[:index], joined, *song.phrases[index + 2 :]])


def remove(song: Song, index: int) -> Song:
    """Take a phrase out; what follows moves up."""
    _phrase(song, index)
    if len(song.phrases) == 1:
        raise SongError("A song needs at least one phrase.", field="phrases")
    return _with(song, [*song.phrases[:index], *song.phrases[index + 1 :]])


def append(song: Song) -> Song:
    """A phrase of four eights (or sixes) at the end."""
    added = Phrase(kind=PhraseKind.VERSE, counts=USUAL_UNITS * song.count_unit)
    return _with(song, [*song.phrases, added])


def count_in(song: Song, counts: int) -> Song:
    """The dance begins after so many counts, and the music stays where it is: the intro ends there,
    what follows gives or takes. At 0 there is none.

    Raises SongError where the song is no longer than that.
    """
    if counts >= song.length:
        raise SongError(
            Message("The song has {length} counts; begin within it.", length=int(song.length)),
            field="counts",
        )
    phrases = list(song.phrases)
    has_intro = phrases[0].kind is PhraseKind.INTRO
    intro = phrases.pop(0) if has_intro else Phrase(kind=PhraseKind.INTRO, counts=1)
    left = counts - (intro.counts if has_intro else 0)
    if left < 0:
        # What the intro gives up is danced as the phrase behind it, or as one of its own.
        first = phrases[0] if phrases else Phrase(kind=PhraseKind.SECTION, counts=-left)
        grown = replace(first, counts=first.counts - left) if phrases else first
        phrases[:1] = [grown]
    while left > 0:
        first = phrases.pop(0)
        if first.counts > left:
            phrases.insert(0, replace(first, counts=first.counts - left, cue=""))
        left -= min(left, first.counts)
    return _with(song, [replace(intro, counts=counts), *phrases] if counts else phrases)


def call_alike(song: Song, index: int, kind: PhraseKind) -> Song:
    """A phrase and all that are called as it is get another kind; letters go, names stay."""
    chosen = _phrase(song, index)
    name = "" if len(chosen.name) == 1 else chosen.name
    return _with(song, [
        replace(phrase, kind=kind, name=name) if is_alike(phrase, chosen) else phrase
        for phrase in song.phrases
    ])  # fmt: skip


def is_alike(one: Phrase, other: Phrase) -> bool:
    """Are two phrases called the same?"""
    return (one.kind, one.name) == (other.kind, other.name)


def set_intro(song: Song, counts: int) -> Song:
    """The intro so long; none at 0, one in front when there was none."""
    first = song.phrases[0]
    if first.kind is PhraseKind.INTRO:
        if counts > 0:
            return _with(song, [replace(first, counts=counts), *song.phrases[1:]])
        return remove(song, 0)
    if counts <= 0:
        return song
    return _with(song, [Phrase(kind=PhraseKind.INTRO, counts=counts), *song.phrases])
