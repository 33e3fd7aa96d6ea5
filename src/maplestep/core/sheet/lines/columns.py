"""Counts and the words that belong to them, wherever in a line the counts stand.

In front ("1&2 R shuffle"), several times in a line ("1 R out  2 L out"), behind in brackets
("walk right (7), left (8)"), in a sentence ("on count 1 you step ..., and on 2 you touch").
Each way a line can be cut is one :data:`Cut`; which one is meant is decided elsewhere.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from functools import lru_cache
from itertools import pairwise
from typing import Final, NamedTuple

from ...primitives.moves import Span
from ..language.gauge import opens_with_counts, step_words
from ..language.sharing import whole_counts
from .model import StepLine
from .repeats import read_repetition, repeated_behind

COLUMN: Final = (
    r"(?:[&ae]{1,3}\s?)?\d{1,6}"
    # Each step of it is taken one way only: "1&&&&&&" must not be cut in every way there is.
    r"(?:(?>\s*[-–—−&+](?:\s*(?=&|\d{1,6}(?![\d/])))?|\s?n\s?(?=\d)|\s(?:to|à)\s(?=\d)"
    r"|[&ae]{1,3}(?![a-z])|\s*,\s*(?=\d)|\s/\s(?=\d)|\s+(?=\d))\d{0,6})*"
)
"""A count column: "1-4", "5&6", "1 2 3&4", "1n2", "1 à 4"."""
LABEL: Final = r"(?:(?:counts?|cts?|beats?|steps|temps|comptes?|cpts?|pas)\.?\s+)"
_COUNTS: Final = re.compile(
    rf"^[\s|*•_>]*{LABEL}?[\[(]?({COLUMN})[\])]?[*_]*\s*(?:[.:)|]?(?=\s|$|\|)|,(?=[^\W\d]))",
    re.IGNORECASE,
)
_COUNTLIKE: Final = re.compile(r"^\s*([\d&]\S*)\s+(\S.*)$")
_BULLET: Final = re.compile(r"^\s*(?:[-*•–>]+\s+|>+|\|\s*)+")
_NUMBERED: Final = re.compile(
    r"^\s*(?:\d{1,2}\s*[.)]|[a-z]\))\s+(?=[&\d][&\d\-–—]*(?:[-–&]|,\s)\d)", re.IGNORECASE
)
_RUN: Final = r"(?:123(?:4(?:5678|56)?)?|456|5678|789)(?!\d)"
"""Counts one behind the other without a space: "(123)", "(456)"."""
_BEHIND: Final = re.compile(
    rf"(?:[\[(]\s{{0,3}}(?P<braced>{_RUN}|"
    r"(?:[&ae]\s?)?\d{1,3}(?:\s{0,3}[-–—&,]\s{0,3}\d{0,3}|\s{1,3}\d{1,3})*)\s{0,3}[\])]"
    r"|[\s|:–—-]\s{0,3}(?P<bare>&?\d{1,3}(?:\s{0,3}[-–—&,]\s{0,3}\d{1,3})+&?))\s{0,3}[|.,;]?\s{0,9}$"
)
_SHORT: Final = (
    rf"{_RUN}|"
    r"(?:[&ae]\s?)?\d{1,2}(?:\s*(?:[-–—&,]|[&ae](?![a-z]))\s*\d{0,2}|\s(?:(?:and|et)\s)?\d{1,2})*"
)
_HALVES: Final = re.compile(r"[(\[]\s*&\s*[)\]]")
_MARK: Final = re.compile(
    rf"[\[(]\s*(?:counts?\s+|temps\s+)?({_SHORT}|&)\s*[\])](?!\s*counts?)"
    rf"|\b(?:on|sur|au)\s+(?:the\s+|le\s+)?(?:counts?\s+|beats?\s+|temps\s+|comptes?\s+)?({_SHORT})"
    r"(?![\w:]|\s+(?:walls?|murs?|counts?|heels?|times|o.?clock))",
    re.IGNORECASE,
)
_INLINE: Final = re.compile(
    r"(?:(?:[,;.|]|(?<!\d)/)\s*(?:counts?\s+|temps\s+)?((?:&\s?)?\d{1,3}(?:\s*(?:[-–—&]|n(?=\d)|,(?=\s\d))\s*\d{0,3})*)|\s((?:&\s?)?\d{1,3}(?:[-–—&n,]\d{1,3})+&?)"
    r"|\s{2,}((?:&\s?)?\d{1,2}))"
    r"\s*[:.)]?\s+(?=[^\W\d_]|[1357]/[248]\b|[½¼¾⅛⅜⅝⅞])"
)
_FACED: Final = re.compile(
    r"\s*[\[(]\s*(?:facing\s+)?(?:1[0-2]|[1-9])(?:[:h.]\d\d|\s*o.?clock)\s*[\])]", re.I
)
_SAYS_FACING: Final = re.compile(
    r"\W*(?:(?:you|and|are|should|will|be|now|then|finish|end|vous|etes|maintenant)\s+)*"
    r"(?:facing|face|faces|regardez|face à)\s+(?:to\s+|the\s+|à\s+)*[\d:h.]+(?:\s*o.?clock)?\W*",
    re.IGNORECASE,
)
""" "You now face 6:00." behind the steps of a paragraph."""
_FILLING: Final = re.compile(
    r"[\W\d_]|\b(?:and|then|now|et|puis|you|your|also|finally)\b", re.IGNORECASE
)
_SENTENCE: Final = re.compile(r"(?<=[.;])\s+(?=[A-ZÀ-Ý])")

Cut = tuple[StepLine, ...]


class Piece(NamedTuple):
    """A count column and its words, as places in a text, and a facing said behind the count."""

    counts: tuple[int, int]
    words: tuple[int, int]
    behind: str = ""
    after_half: bool = False
    """An "&" of its own stands before the count."""


@lru_cache(maxsize=4096)
def numbers(counts: str) -> tuple[int, ...]:
    """The numbers of a count column, the 1 of "8&1" as 9."""
    return tuple(int(n) for n in re.findall(r"\d+", _NEXT_ONE.sub(_next_one, counts)))


def clean(written: str) -> str:
    """A count column with "n", "and" and "à" in their usual form."""
    plain = re.sub(r"(?<=\d)\s?n\s?(?=\d)", "&", written.strip(), flags=re.IGNORECASE)
    plain = re.sub(r"(?<=\d)\s(?:to|à)\s(?=\d)", "-", plain).replace(" / ", " ")
    plain = _NEXT_ONE.sub(_next_one, plain)
    return _apart(_LISTED.sub(_and, plain))


# "5-6 and 7&8" are two columns; "1 and 2" is spoken "1&2".
_LISTED: Final = re.compile(r"([\d&–-]+)\s(?:and|et)\s([\d&–-]+)", re.IGNORECASE)


def _and(listed: re.Match[str]) -> str:
    plain = listed[1].isdecimal() and listed[2].isdecimal()
    return f"{listed[1]}{'&' if plain else ' '}{listed[2]}"


# "8&1": the count 1 of the next eight.
_NEXT_ONE: Final = re.compile(r"(?<!\d)([68])(\s?[&ae]\s?|\s?[&ae]{2,3}\s?)1$")


def _next_one(counts: re.Match[str]) -> str:
    return f"{counts[1]}{counts[2]}{int(counts[1]) + 1}"


def _apart(counts: str) -> str:
    """ "12 3&4", "1234", "12&34&": counts written without a space between them."""
    digits = [int(char) for char in counts if char.isdecimal()]
    rising = len(digits) > 2 and all(b == a + 1 for a, b in pairwise(digits))
    return _BETWEEN_DIGITS.sub(" ", counts) if rising else counts


_BETWEEN_DIGITS: Final = re.compile(r"(?<=\d)(?=\d)")


def front(text: str) -> tuple[str, int, int] | None:
    """The count column a line begins with: its text, where it starts, where the words start."""
    start = _dress(text)
    match = _COUNTS.match(text[start:])
    if match is None or match[1][0] in "AE":
        return None  # "A1" is the label of a section, "a1" a lead-in
    counts, end = _forward(match[1], match.end())
    return counts, start + match.start(1), start + end


def counted_in_front(text: str, span: Span) -> Cut:
    """Steps behind their count; a further count in mid-line begins the next ones."""
    found = front(text)
    if found is not None:
        return tuple(half for line in _inline(text, span, *found) for half in halved(line))
    start = _dress(text)
    loose = _COUNTLIKE.match(text[start:])
    if loose is None or re.match(r"\d+/\d+|\d*[½¼¾⅛]|\d+(?:st|nd|rd|th|e|er)\b", loose[1]):
        return ()
    piece = Piece((start + loose.start(1), start + loose.end(1)), (start + loose.end(1), len(text)))
    return (step_line(text, span, piece),)


def _dress(text: str) -> int:
    start = 0
    if bullet := _BULLET.match(text):
        start = bullet.end()
    if numbered := _NUMBERED.match(text, start):
        start = numbered.end()
    return start


def _forward(counts: str, end: int) -> tuple[str, int]:
    """ "1-4 4 walks": a number that does not go forward belongs to the words."""
    again = re.fullmatch(r"(.*\d)\s+(\d+)", counts)
    if again and int(again[2]) <= numbers(again[1])[-1]:
        return again[1], end - (len(counts) - len(again[1]))
    return counts, end


def _inline(
    text: str, span: Span, counts: str, counts_at: int, words_at: int
) -> Iterator[StepLine]:
    last = numbers(counts)[-1] if numbers(counts) else 0
    now = (counts_at, counts_at + len(counts))
    for match in _INLINE.finditer(text, words_at):
        group = match.lastindex or 1
        following = numbers(match[group])
        if not following or following[0] != last + 1:
            continue
        yield step_line(text, span, Piece(now, (words_at, match.start())))
        now, words_at, last = match.span(group), match.end(group), following[-1]
    yield step_line(text, span, Piece(now, (words_at, len(text))))


def halved(line: StepLine) -> tuple[StepLine, ...]:
    """ "1-8 R vine, touch; same on L" as the steps on 1-4, and 5-8 danced from them."""
    cut = repeated_behind(line.words) if line.repeats is None else None
    said = numbers(line.counts)
    if cut is None or len(said) != 2 or "&" in line.counts or (said[1] - said[0]) % 2 == 0:
        return (line,)
    middle = (said[0] + said[1]) // 2
    words = line.words[cut[1] :]
    return (
        line._replace(counts=whole_counts(said[0], middle), words=line.words[: cut[0]]),
        line._replace(
            counts=whole_counts(middle + 1, said[1]), words=words, words_at=line.words_at + cut[1],
            repeats=read_repetition(words, counted=True),
        ),
    )  # fmt: skip


def counted_behind(text: str, span: Span) -> Cut:
    """Steps with their count behind them once: "R rock, recover (1-2)"."""
    start = _dress(text)
    faced = _FACED_AT_THE_END.search(text)
    plain = (text[: faced.start()] if faced else text).rstrip()
    behind = _BEHIND.search(plain, start)
    if behind is None or not any(char.isalpha() for char in plain[start : behind.start()]):
        return ()
    group = "braced" if behind["braced"] else "bare"
    end = start + len(plain[start : behind.start()].rstrip())
    if _titles_range(behind[group], plain[start:end]):
        return ()
    said = f"({faced[1]})" if faced else ""
    return (step_line(text, span, Piece(behind.span(group), (start, end), said)),)


_FACED_AT_THE_END: Final = re.compile(
    r"(?<=[)\]])\s*[\[(]?\s*(?:facing\s+)?((?:1[0-2]|[1-9])(?:[:.h][0-5]\d|\s*o.?clock))\s*[\])]?[\s.]*$",
    re.IGNORECASE,
)
""" "Basic (7-12) 6:00"."""


_SEVERAL: Final = re.compile(r"[,;]")


def _titles_range(counts: str, words: str) -> bool:
    """ "ROCKS AND TURNS (1-8)": a long range behind a title is no count of steps."""
    said = numbers(counts)
    long = len(said) == 2 and "&" not in counts and said[1] - said[0] >= 5
    return long and (
        not _SEVERAL.search(words) or words.isupper() or words.lstrip().startswith("#")
    )


def counted_in_text(text: str, span: Span) -> Cut:
    """Steps whose counts stand in their sentences, before or behind the words they belong to."""
    start = _dress(text)
    if not any(c.isdecimal() for c in text):
        return ()
    pieces = _pieces(text, start) or _each_counted(text, start)
    halves = [text[p.counts[0] : p.counts[1]] == "&" for p in pieces]
    if halves[-1:] == [True]:
        return ()
    if any(halves):
        text = _HALVES.sub(lambda half: " " * (len(half[0]) - 1) + ",", text)
        pieces = _with_halves(pieces, halves)
    said = [numbers(clean(text[p.counts[0] : p.counts[1]]))[0] for p in pieces]
    # "On counts 5 and 6 you shuffle back": one is enough where the sentence begins with it.
    led = _MARK.match(text, start)
    fewest = 1 if led is not None and led[2] else 2
    if len(pieces) < fewest or said != sorted(set(said)) or said[0] > 100:
        return ()
    return tuple(_with_feet_alone([step_line(text, span, piece) for piece in pieces]))


def _each_counted(text: str, start: int) -> list[Piece]:
    """ "R fwd 1, 1/2 L 2, R fwd 3": every clause with its bare count behind it, in order."""
    marks = list(_CLAUSE_COUNT.finditer(text, start))
    begins = [start, *(mark.end() for mark in marks)]
    pieces = [
        Piece(mark.span(1), (first, mark.start()))
        for first, mark in zip(begins, marks, strict=False)
    ]
    said = [n for p in pieces for n in numbers(clean(text[p.counts[0] : p.counts[1]]))]
    in_order = bool(said) and said == list(range(said[0], said[0] + len(said)))
    words = [text[p.words[0] : p.words[1]] for p in pieces]
    worded = all(any(c.isalpha() for c in each) for each in words) and (
        2 * sum(step_words(each) > 0 for each in words) > len(words)
    )
    closed = len(pieces) >= _FEWEST_CLAUSES and not text[begins[-1] :].strip(" .;*")
    return pieces if in_order and worded and closed else []


_FEWEST_CLAUSES: Final = 3
_CLAUSE_COUNT: Final = re.compile(
    r"\s((?:&\s?)?\d{1,2}(?:\s?[-–&]\s?\d{1,2})*&?)\s*(?:[,;]|(?=[.\s]*$))"
)


def _pieces(text: str, start: int) -> list[Piece]:
    """The counted steps of all sentences; none where one of them has words without a count."""
    pieces: list[Piece] = []
    for first, end in sentences(text, start):
        found = _marked(text, first, end)
        if found is None and pieces and _SAYS_FACING.fullmatch(text, first, end):
            pieces[-1] = pieces[-1]._replace(behind=text[first:end])
        elif found is None:
            return []
        else:
            pieces += found
    return pieces


def _with_feet_alone(lines: list[StepLine]) -> Iterator[StepLine]:
    """ "Twist heels R (5), centre (6), R (7)": what names no step goes on with the one before."""
    last: StepLine | None = None
    for line in lines:
        if last is not None and not last.behind and _goes_on(last, line):
            gap = line.words_at - last.words_at - len(last.words)
            words = last.words + ", ".ljust(gap)[:gap] + line.words
            counts = f"{last.counts} {line.counts}"
            last = last._replace(counts=counts, words=words, behind=line.behind)
            continue
        if last is not None:
            yield last
        last = line
    if last is not None:
        yield last


def _goes_on(last: StepLine, line: StepLine) -> bool:
    """Does a line name a side or the middle only, behind a figure of the hips or heels?"""
    lone = _LONE_SIDE.fullmatch(line.words.strip(" .,;").casefold())
    return lone is not None and _SWAYS.search(last.words) is not None


_LONE_SIDE: Final = re.compile(
    r"(?:and\s+)?(?:(?:back\s+)?(?:to\s+)?(?:the\s+)?(?:centre|center|middle)|au centre"
    r"|right|left|r|l|droite|gauche|d|g)"
    r"(?:\s*[,(]?\s*(?:with\s+)?(?:weight|appui)\b.*)?"
)
_SWAYS: Final = re.compile(r"\b(?:twist|swivel|sway|bump|hips?|heels|toes|twister)", re.IGNORECASE)


def _with_halves(pieces: list[Piece], halves: list[bool]) -> list[Piece]:
    """ "(1) ... (&) ... (2)": the "&" and the count behind it are danced by one line."""
    found: list[Piece] = []
    opened: Piece | None = None
    for piece, half in zip(pieces, halves, strict=True):
        if half:
            opened = opened or piece
            continue
        if opened is not None:
            words = (opened.words[0], piece.words[1])
            found.append(piece._replace(words=words, after_half=True))
            opened = None
        else:
            found.append(piece)
    return found


def has_marks(text: str) -> bool:
    """Do counts stand in the text besides those it begins with?"""
    return _MARK.search(text) is not None


def behind_last_mark(text: str) -> int:
    """Where the words behind the last count of a text begin; 0 where none stands in it."""
    return max((mark.end() for mark in _MARK.finditer(text)), default=0)


def sentences(text: str, start: int = 0) -> Iterator[tuple[int, int]]:
    """Where the sentences of a text begin and end."""
    for match in _SENTENCE.finditer(text, start):
        yield start, match.start()
        start = match.end()
    yield start, len(text)


def _marked(text: str, start: int, end: int) -> list[Piece] | None:
    """The counted steps of one sentence; None when some of its words have no count."""
    marks = list(_MARK.finditer(text, start, end))
    if not marks:
        return None if not _empty(text[start:end]) else []
    trailing = text[marks[-1].end() : end]
    if _empty(text[start : marks[0].start()]):
        if not _empty(trailing):
            return list(_led_by_counts(marks, end))
        if (last := _clause_before(text, marks)) is not None:
            closing = Piece(_counts_at(marks[-1]), (last, marks[-1].start()))
            return [*_led_by_counts(marks[:-1], last), closing]
    if not _empty(trailing) and step_words(trailing):
        return None
    return _with_trailing(_followed_by_counts(text, marks, start, end), trailing.strip())


def _counts_at(mark: re.Match[str]) -> tuple[int, int]:
    return mark.span(mark.lastindex or 1)


def _followed_by_counts(
    text: str, marks: Sequence[re.Match[str]], start: int, end: int
) -> list[Piece]:
    """Words with their count behind them, and behind that perhaps what one faces."""
    faced = [_FACED.match(text, mark.end(), end) for mark in marks]
    ends = [each.end() if each else mark.end() for each, mark in zip(faced, marks, strict=True)]
    return [
        Piece(_counts_at(mark), (first, mark.start()), each[0] if each else "")
        for first, mark, each in zip([start, *ends], marks, faced, strict=False)
    ]


def _with_trailing(pieces: list[Piece], trailing: str) -> list[Piece]:
    """A facing or a note on a restart behind the last count."""
    if _empty(trailing):
        return pieces
    bare = _BARE_CLOCK.fullmatch(trailing)
    return [*pieces[:-1], pieces[-1]._replace(behind=f"({trailing})" if bare else trailing)]


def _led_by_counts(marks: Sequence[re.Match[str]], end: int) -> Iterator[Piece]:
    ends = [*(mark.start() for mark in marks[1:]), end]
    for mark, upto in zip(marks, ends, strict=True):
        yield Piece(_counts_at(mark), (mark.end(), upto))


def _clause_before(text: str, marks: Sequence[re.Match[str]]) -> int | None:
    """ "On 9 step right, then shuffle left on 11&12": where the clause of the last count begins."""
    if len(marks) < 2:
        return None
    cut = list(_CLAUSE.finditer(text, marks[-2].end(), marks[-1].start()))
    return cut[-1].end() if cut else None


_CLAUSE: Final = re.compile(
    r"[,;]\s*(?:(?:and|et)\s+)?(?:then|puis)\b|\b(?:and|et)\s+(?:then|puis)\b", re.IGNORECASE
)
_BARE_CLOCK: Final = re.compile(r"(?:1[0-2]|[1-9])[:.h][0-5]\d")


def _empty(text: str) -> bool:
    return not _FILLING.sub("", _FACED.sub("", text))


def step_line(text: str, span: Span, piece: Piece) -> StepLine:
    """A step line from the places of its count column and its words."""
    (counts_from, counts_to), (words_from, words_to) = piece.counts, piece.words
    rest = text[words_from:words_to]
    lead = len(rest) - len(rest.lstrip(" \t|:,;.)]*_"))
    words = rest[lead:].rstrip(" \t|*_")
    return StepLine(
        text=text,
        span=span,
        counts=("&" if piece.after_half else "") + clean(_several(text, counts_from, counts_to)),
        counts_at=span.start + counts_from,
        words=words,
        words_at=span.start + words_from + lead,
        repeats=read_repetition(words, counted=True)
        if words[:1] and not words[0].isdecimal()
        else None,
        behind=piece.behind,
    )


def _several(text: str, start: int, end: int) -> str:
    """ "Counts 1 and 2" are two counts, "1 and 2" alone is spoken "1&2"."""
    written = text[start:end]
    return (
        _AND_WORD.sub(" ", written)
        if _PLURAL.search(text[max(start - _LABEL_LENGTH, 0) : start])
        else written
    )


_LABEL_LENGTH: Final = 12
_AND_WORD: Final = re.compile(r"(?<=\d)\s(?:and|et)\s(?=\d)", re.IGNORECASE)
_PLURAL: Final = re.compile(r"\b(?:counts|beats|temps|comptes)\s+\Z", re.IGNORECASE)


def behind_title(words: str) -> int:
    """Where counted steps begin behind a title and a colon, "Dorothys: 1-2& step R ..."; or 0."""
    title = _TITLE.match(words)
    if title is None or read_repetition(words) is not None:
        return 0
    return title.end() if opens_with_counts(words[title.end() :]) else 0


_TITLE: Final = re.compile(r"[^\W\d_][^:\d]{1,60}:\s+(?=[\d&])")


_IN_LINE_OPTION: Final = re.compile(
    r"[(\[]\s*(?:(?:easy|easier|non[\s-]?turning|no[\s-]turn|simple)?\s*(?:option|alternative)|easier|easy)"
    r"\s*[:=–-]\s*([^)\]]*)[)\]]",
    re.IGNORECASE,
)


def option_in(words: str) -> tuple[str, int, str] | None:
    """An easier way in brackets behind a step: (the words without it, where it is, its words).

    The bracket is blanked, so that what stands behind it keeps its place.
    """
    match = _IN_LINE_OPTION.search(words)
    if match is None or not match[1].strip():
        return None
    blanked = words[: match.start()] + " " * len(match[0]) + words[match.end() :]
    return blanked, match.start(1), match[1]
