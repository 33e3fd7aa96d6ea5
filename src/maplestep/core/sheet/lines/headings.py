"""Headings: parts, tags, bridges, endings, variants and sections, as people write them."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from typing import Final

from ...primitives.moves import Span
from ..language.gauge import gauge, opens_with_counts
from ..language.lexicon import fold
from ..language.numbers import IN_WORDS, ROMAN, number_of
from ..model import ClaimKind, PartKind
from ..statements import Statements, read_statements
from .columns import counted_in_text
from .model import PartHeading, PartSlice, SectionHeading
from .repeats import Repetition, read_repetition

STATES_ORDER: Final = re.compile(
    r"^[\s#*_-]*(?:sequence|order(?: of parts)?|phrasing|séquence|ordre)[*_\s]*[:=]", re.IGNORECASE
)
"""A line that gives the order in which the parts are danced."""
PART_LENGTH: Final = re.compile(
    r"\b(?:part(?:ie)?\s+)?(?:([A-F])\s*[:=(]|(verse|chorus|couplet|refrain)\b\s*[:=(]?)"
    r"\s*(\d{1,3})(?!\s*[-–&\d:/])(?:\b|(?=c(?:ts?)?\b|t\b))",
    re.IGNORECASE,
)
"""How long a part is: "A = 32", "Part B (16c)", "Verse: 32 counts"."""
_Make = Callable[[str, Span, re.Match[str]], PartHeading | SectionHeading | None]
_DRESS: Final = r"^[#*_•>=~\s({\[-]*"
_RANGE: Final = r"(\d{1,4})\s*(?:[-–—]|to|à|a)\s*(\d{1,4})(?:\s?&)?"
_NUMBER: Final = (
    r"\d{1,3}|one|two|three|four|five|six|seven|eight|nine|ten|un|deux|trois|quatre|cinq|sept|huit|"
    + ROMAN
)
_TO_REPEAT: Final = (
    r"\s*[-–&]\s*\d{1,2}\s*[:=–-]?\s*(?:are\s+(?:the\s+)?)?(?:repeat|same|mirror|idem|r[eé]p[eé]t)"
)
"""More sections than one that repeat others: "Section 5-8: repeat sections 1-4"."""
_SECTION: Final = re.compile(
    _DRESS + r"(?:section|sec\.?|sect\.?|séquence|sequence|set|block|bloc|s)"
    rf"\s*#?({_NUMBER})(?![^\W_])(?!{_TO_REPEAT})[)\]*_\s]*[:.\-–—)]?\s*(.*?)[*_\s]*$",
    re.IGNORECASE,
)
_LETTERED_SECTION: Final = re.compile(
    _DRESS + r"(?:section|séquence|sequence)\s+([A-H])(?![\w'’])[*_]*\s*[:.)–—-]?\s*(.*?)[*_\s]*$",
    re.IGNORECASE,
)
"""A part where the sheet states an order, else a section."""
_PART_AS_SECTION: Final = re.compile(
    _DRESS + rf"(?:part|partie)\s*#?({_NUMBER})(?![^\W_])[*_\s]*[:.\-–—)]?\s*(.*?)[*_\s]*$",
    re.IGNORECASE,
)
_EIGHT: Final = re.compile(
    _DRESS
    + r"(?:the\s+|les\s+)?(first|second|third|fourth|fifth|sixth|seventh|eighth|last|final|next"
    r"|\d{1,2}(?:st|nd|rd|th)|premiers?|derniers?|prochains?)\s+"
    r"(?:(?:set\s+of\s+)?(?:eight|8|six|6|16|32)(?:\s*counts?)?s?|section|set)\b\s*()(.*?)[*_\s]*$",
    re.IGNORECASE,
)
_COUNTS_FIRST: Final = re.compile(
    _DRESS + r"()((?:8|eight|6|six|16)\s+(?:counts?|cts?\.?|beats|temps|comptes))"
    r"\s*[:–—-]\s*(\S.*?)[*_\s]*$",
    re.IGNORECASE,
)
_LABELLED: Final = re.compile(
    _DRESS + r"([A-Z]\d{1,2})(?:[*_\s]*(?:$|[:.\-–—)\]}])|(?=\s(?:[^\W\d]|\d{1,2}\s?[-–&]\s?\d)))"
    r"\s*(.*?)[*_\s]*$"
)
_ITEM: Final = re.compile(
    _DRESS
    + r"(\d{1,2}|[A-H](?=[.)]))(?:\s*[.):/]\s*|\s{2,}(?=.*[A-ZÀ-Ý]{3})(?=(?:[^a-z]|x(?=\d))*$))"
    + r"[*_]*()((?:\d{1,2} |& )?[^\W\d].*?)[*_:\s]*$"
)
_WORDED_RANGE: Final = re.compile(
    _DRESS
    + rf"(?:counts?\s+)?({IN_WORDS})\s+(?:to|through|à)\s+({IN_WORDS})\s*[:.,–—-]"
    + r"\s*(\S.*?)[*_\s]*$",
    re.IGNORECASE,
)
""" "Nine to sixteen: rock forward, ...", as one would say it."""
_RANGE_HEADING: Final = re.compile(
    _DRESS
    + r"(?:counts?\s+|temps\s+|comptes?\s+)?[\[(]\s*"
    + _RANGE
    + r"\s*[\])][*_\s]*[:.\-–—]?\s*(.*?)[*_\s]*$",
    re.IGNORECASE,
)
_COUNTED_AGAIN: Final = re.compile(
    _DRESS + _RANGE + r"\s?[*_]*:[*_]*\s*(?=\d{1,2}\s?[-–—&]\s?\d)(.*?)[*_\s]*$", re.IGNORECASE
)
""" "1-8: 1-2 rock forward, 3&4 shuffle": what follows counts for itself."""
_COUNTS_HEADING: Final = re.compile(
    _DRESS + r"(?:counts|temps|comptes)\s+" + _RANGE + r"\s*[*_]*\s*[:.]?\s*()$", re.IGNORECASE
)
_RANGE_IN: Final = re.compile(
    r"[\[(]?(?:(?:counts?|temps)\s+)?(?<![\d/])\b" + _RANGE + r"\b(?!\s*/)[\])]?", re.I
)
_STEPS: Final = re.compile(r"\d{1,3}\s*[-–—]\s*\d{1,3}\s+[^\W\d_].*?[\s,;]\d{1,3}[-–—&]")
_TRAILING: Final = re.compile(r"^(.*\S)\s*[\[(]\s*" + _RANGE + r"\s*[\])][*_:\s]*$")
_PART: Final = re.compile(
    _DRESS
    + rf"(?:part|partie)\s+({ROMAN}|[A-Za-z]['’`]?|[A-Z]\d|{_NUMBER})(?![\w'’])"
    + r"[*_]*\s*(.*?)[*_\s]*$",
    re.IGNORECASE,
)
_PART_BEHIND: Final = re.compile(
    _DRESS + r"([A-H])\s+part(?:ie)?\b[*_]*\s*((?:$|[:(\[–—-]).*?)[*_\s]*$", re.IGNORECASE
)
_LETTER: Final = re.compile(_DRESS + r"([A-F]['’]?)()[\])}*_~=:\s-]*$")
_LETTER_LENGTH: Final = re.compile(
    _DRESS + r"([A-F]['’]?)[*_\s]*[:=(\[–—-]?\s*"
    r"(\d{1,3}\s*(?:c|counts?|cts?|temps|comptes?)|(?<=[(\[])\d{1,3}(?=\s?[)\]]))[\])}*_~=:\s-]*$",
    re.IGNORECASE,
)
"""A part by its letter and its length: "B [16 counts]", "B - 16c"."""
_NAMED_PART: Final = re.compile(
    _DRESS + r"(pre-?chorus|verse|chorus|couplet|refrain|pre-?refrain)(?:\s+(\d|[A-Z]))?"
    r"(?![\w'’])[*_]*\s*((?:$|[:(\[–—-]).*?)[*_\s]*$",
    re.IGNORECASE,
)
_INTRO_PART: Final = re.compile(
    _DRESS + r"(intro|introduction)()[*_\s]*:?()[*_\s]*$", re.IGNORECASE
)
"""Alone on its line: "Intro: 16 counts" says when the dance begins."""
_ORDERED_PART: Final = re.compile(
    _DRESS + r"(?:the\s+)?(first|second|third|fourth)\s+part\b[*_]*\s*((?:$|[:(\[–—-]).*?)[*_\s]*$",
    re.IGNORECASE,
)
_VARIANT: Final = re.compile(_DRESS + r"([A-Z]['’`]{0,2})\s*=\s*(.*?)[*_\s]*$")
_BLOCK: Final = re.compile(
    _DRESS + r"(tag|bridge|ending|pont|final|finale|fin)(?:\s+(\d{1,2}|[A-Z]))?"
    r"\s*[*_]*\s*($|[:(\[–—,-].*|\d+\s*(?:counts?|temps).*)$",
    re.IGNORECASE,
)
_CHANGE: Final = re.compile(
    _DRESS + r"(step change|changement de pas)\b\s*(.*?)[*_\s]*$", re.IGNORECASE
)
_KINDS: Final = {
    "tag": PartKind.TAG,
    "bridge": PartKind.BRIDGE,
    "pont": PartKind.BRIDGE,
    "ending": PartKind.ENDING,
    "final": PartKind.ENDING,
    "finale": PartKind.ENDING,
    "fin": PartKind.ENDING,
}
_COUNTS_IN: Final = re.compile(
    r"(?<!over )(?<!for )(?<![\d/])(\d{1,4})(?:[\s-]*(?:counts?|cts?|temps|comptes?)|c)\b",
    re.IGNORECASE,
)
_LENGTH_FIRST: Final = re.compile(
    r"\s*\(?\d{1,4}[\s-]*(?:counts?|cts?|temps|comptes?)\b\)?", re.IGNORECASE
)
_ALTERED: Final = re.compile(
    r"^(?:=|:|\(|-|–|\s|like|as|same as|comme|danced as)*\b([A-Z])\b['’]?\s*,?\s*"
    r"(?:with|but(?:\s+with)?|avec|mais(?:\s+avec)?|except(?:\s+for)?|sauf)\s+"
    r"(?:(?:counts?|temps)\s+)?(?:" + _RANGE + r"|(?:the\s+|les\s+)?"
    r"(last|derniers|first|premiers|\d{1,3} derniers|\d{1,3} premiers)\s*(\d{0,3})"
    r"\s*(?:counts?|temps)?)\)?\s*(?::|as|=|replaced by|remplac\w+ par)?\s*(.*)$",
    re.IGNORECASE,
)
_TAKEN: Final = re.compile(
    r"^(?:=|:|\(|-|–|\s)*(?:only\s+|dance\s+)?(?:the\s+)?(first|last)\s+(\d{1,3})(?:\s*counts?)?\s+of\s+"
    r"(?:part\s+)?([A-Z])\b['’]?\)?\s*$"
    r"|^(?:=|:|\(|-|–|\s)*([A-Z])\s*[\[(]\s*" + _RANGE + r"\s*[\])]\s*$",
    re.IGNORECASE,
)


def bare_orders(text: str) -> Iterator[str]:
    """Lines that are nothing but an order of parts, without a word for it: "AABB A Tag BB"."""
    for line in text.split("\n"):
        if not _OPENS_AN_ORDER.match(line):
            continue  # saves splitting every line of steps
        words = [word for word in _BETWEEN_PARTS.split(line.strip(" \t\r*_.")) if word]
        parts = "".join(word for word in words if _PARTS.fullmatch(word))
        known = all(_PARTS.fullmatch(word) or _OF_AN_ORDER.fullmatch(word) for word in words)
        if known and len(parts) >= _ORDER_OF and len(set(parts)) > 1:
            yield line


_ORDER_OF: Final = 4
"""Fewer letters than this say nothing of an order."""
_OPENS_AN_ORDER: Final = re.compile(r"[ \t*_(]*(?:[A-F]+(?![^\W\d])|tag|intro)", re.IGNORECASE)
_BETWEEN_PARTS: Final = re.compile(r"[\s,;+/&()–-]+")
_PARTS: Final = re.compile(r"[A-F]{1,12}")
_OF_AN_ORDER: Final = re.compile(r"tag|bridge|pont|intro|ending|x?\d{1,2}x?", re.IGNORECASE)


def heading_in(text: str, span: Span) -> PartHeading | SectionHeading | None:
    """The heading a line is, or None; "Part A (16c), Part B (32c)" only lists how long they are."""
    if len(PART_LENGTH.findall(text)) > 1:
        return None
    for pattern, make in _FORMS:
        match = pattern.match(text)
        if match:
            found = make(text, span, match)
            if found is not None:
                return found
    again = read_repetition(text)
    if again is not None and not again.counts:
        return SectionHeading(text, span, "", None, None, repeats=again)
    return None


def titled_range(text: str, span: Span) -> SectionHeading | None:
    """ "ROCKS AND TURNS (9-16)": a title with its counts behind it."""
    match = _TRAILING.match(text)
    if match is None or text.lstrip()[:1].isdecimal() or STATES_ORDER.match(text):
        return None
    first, last = int(match[2]), int(match[3])
    if last - first < 3:
        return None
    return SectionHeading(
        text=text, span=span, title=f"Counts {first}–{last}", first=first, counts=last - first + 1
    )


def _variant(text: str, span: Span, match: re.Match[str]) -> PartHeading | None:
    """ "A' = A with ...": no heading unless it says what it is made from."""
    found = _part(text, span, match)
    return found if found.alters or found.takes else None


def _part(text: str, span: Span, match: re.Match[str]) -> PartHeading:
    name, rest, rest_at = match[1], match[2], match.start(2)
    alters = takes = None
    words, words_at = "", 0
    if altered := _ALTERED.match(rest):
        alters = _altered(altered)
        words, words_at = altered[6].strip(), rest_at + altered.start(6)
    elif taken := _TAKEN.match(rest):
        takes = _taken(taken)
    return PartHeading(
        text=text,
        span=span,
        kind=PartKind.PART,
        name=_part_name(name),
        counts=None if alters or takes else _counts_in(rest) or _bare_number(rest),
        alters=alters,
        takes=takes,
        words=words,
        words_at=span.start + words_at,
    )


def _part_name(said: str) -> str:
    plain = said.replace("’", "'").replace("`", "'")
    if _ROMAN_NAME.fullmatch(plain):
        return str(number_of(plain.casefold()))
    return plain.capitalize() if len(plain) > 2 else plain.upper()


_ROMAN_NAME: Final = re.compile(ROMAN, re.IGNORECASE)


def _named_part(text: str, span: Span, match: re.Match[str]) -> PartHeading:
    number = f" {match[2].upper()}" if match[2] else ""
    rest = match[3]
    return PartHeading(text, span, PartKind.PART, match[1].capitalize() + number, _counts_in(rest))


def _ordered_part(text: str, span: Span, match: re.Match[str]) -> PartHeading:
    name = str(number_of(match[1].lower()))
    return PartHeading(text, span, PartKind.PART, name, _counts_in(match[2]))


def _altered(match: re.Match[str]) -> PartSlice | None:
    base = match[1].upper()
    if match[2]:
        return PartSlice(base=base, first=int(match[2]), last=int(match[3]))
    digits = "".join(c for c in (match[4] + match[5]) if c.isdecimal())
    from_end = not re.search("first|premier", fold(match[4]))
    return PartSlice(base=base, last=int(digits), from_end=from_end) if digits else None


def _taken(match: re.Match[str]) -> PartSlice:
    if match[3]:
        last = match[1].lower() == "last"
        return PartSlice(base=match[3].upper(), last=int(match[2]), from_end=last)
    return PartSlice(base=match[4].upper(), first=int(match[5]), last=int(match[6]))


def _block(text: str, span: Span, match: re.Match[str]) -> PartHeading | None:
    kind = _KINDS[match[1].lower()]
    named = {"pont": "Bridge", "final": "Ending", "finale": "Ending", "fin": "Ending"}
    name = named.get(match[1].lower(), match[1].capitalize())
    name += f" {match[2].upper()}" if match[2] else ""
    words, words_at = _steps_behind(match[3], match.start(3))
    return PartHeading(
        text=text,
        span=span,
        kind=kind,
        name=name,
        counts=_counts_in(match[3]) or _range_counts(match[3]),
        words=words,
        words_at=span.start + words_at,
    )


def stated_block(text: str, span: Span) -> PartHeading | None:
    """ "Add the tag after wall 2": the steps below such a sentence may be those of the tag."""
    read = read_statements(text)
    kind = _kind_stated(text, read)
    if kind is None or any(event.steps or event.here for event in read.events):
        return None
    number = next((event.number for event in read.events if event.number), None)
    name = kind.value.capitalize() + (f" {number}" if number else "")
    lengths = {event.length for event in read.events if event.length}
    counts = lengths.pop() if len(lengths) == 1 else None
    return PartHeading(text, span, kind, name, counts)


def _kind_stated(text: str, read: Statements) -> PartKind | None:
    """The kind of the first event that has steps of its own; by its word where it is unclear."""
    kinds = [_STATED[event.kind] for event in read.events if event.kind in _STATED]
    if kinds:
        return kinds[0]
    word = _BLOCK_WORD.search(fold(text)) if read.unclear else None
    return _KINDS[word[1]] if word is not None else None


_BLOCK_WORD: Final = re.compile(r"\b(tag|bridge|pont|ending|finale?)\b")
_STATED: Final = {
    ClaimKind.TAG: PartKind.TAG,
    ClaimKind.TAG_RESTART: PartKind.TAG,
    ClaimKind.BRIDGE: PartKind.BRIDGE,
    ClaimKind.ENDING: PartKind.ENDING,
}


def _steps_behind(rest: str, at: int) -> tuple[str, int]:
    """Steps on a heading's own line: "Tag: 1-4 R rocking chair"."""
    match = re.search(r"(?:^|[:\-–—)\]]\s*)(\d+(?:[-–&]\d*)+)\s+[A-Za-zÀ-ÿ]", rest)
    if match:
        return rest[match.start(1) :], at + match.start(1)
    # "Tag: at the end of wall 2: sway R, L": what stands behind the last colon.
    words = rest.rpartition(": ")[2] if ": " in rest else ""
    if _LENGTH_FIRST.match(words):
        words = ""  # "Tag: 4 counts at the end of wall 2" says how long it is, not what is danced
    lead = len(words) - len(words.lstrip())
    return words.strip(), at + len(rest) - len(words) + lead


def _change(text: str, span: Span, match: re.Match[str]) -> PartHeading:
    rest = match[2]
    counts = re.search(
        r"(?:counts?|temps|steps?)\s*:?\s*(\d{1,3})(?:\s*[-–—]\s*(\d{1,3}))?\s*:?\s*(.*)$",
        rest,
        re.I,
    )
    before = rest[: counts.start()] if counts else rest
    name = f"Step change {before.strip(' :()[],-–—')}".strip()
    alters = None
    words, words_at = "", 0
    if counts:
        first = int(counts[1])
        alters = PartSlice(base="", first=first, last=int(counts[2] or first))
        words, words_at = counts[3], match.start(2) + counts.start(3)
    return PartHeading(
        text=text,
        span=span,
        kind=PartKind.CHANGE,
        name=name,
        counts=None,
        alters=alters or PartSlice(base=""),
        words=words.strip(),
        words_at=span.start + words_at,
    )


def _section(text: str, span: Span, match: re.Match[str]) -> SectionHeading:
    """A section by its number, with its range or length and what stands behind."""
    return _headed(text, span, f"Section {number_of(fold(match[1]))}", match[2], match.start(2))


def _eight(text: str, span: Span, match: re.Match[str]) -> SectionHeading:
    """ "First eight (1-8)"."""
    title = text.strip().strip("*_#: ")
    return _headed(text, span, title, match[3], match.start(3))


def _counts_first(text: str, span: Span, match: re.Match[str]) -> SectionHeading:
    """ "8 counts: vine right, vine left"."""
    words, at = match[3], span.start + match.start(3)
    counts = number_of(fold(match[2]).split()[0])
    return SectionHeading(text, span, "", None, counts, words, at, _repeats(words))


def _labelled(text: str, span: Span, match: re.Match[str]) -> SectionHeading:
    """ "A1: Walks": a section of part A."""
    rest = match[2] or ""
    return _headed(text, span, match[1], rest, match.start(2) if rest else len(text))


def numbered_heading(text: str, span: Span) -> SectionHeading | None:
    """ "1. SHUFFLES turning ¾ left", "Part 1": a heading if the lines below say so."""
    if match := _PART_AS_SECTION.match(text):
        return _section(text, span, match)
    if match := _LETTERED_SECTION.match(text):
        title = f"Section {match[1].upper()}"
        return _headed(text, span, title, match[2], match.start(2))
    if match := _ITEM.match(text):
        label = int(match[1]) if match[1].isdecimal() else match[1].upper()
        return _headed(text, span, f"Section {label}", match[3], match.start(3))
    return None


def _headed(text: str, span: Span, title: str, rest: str, at: int) -> SectionHeading:
    first, counts, behind = None, None, 0
    ranged = _RANGE_IN.search(rest)
    if ranged and (_STEPS.match(rest, ranged.start()) or counted_in_text(rest, span)):
        ranged = None  # "S1: 1-2 R rock, recover 3&4 ...", "walks (1-4), vine (5-8)"
    if (
        ranged
        and int(ranged[2]) >= int(ranged[1])
        and not rest[: ranged.start()].strip(" :-–—([*_")
    ):
        first, counts = int(ranged[1]), int(ranged[2]) - int(ranged[1]) + 1
        behind = ranged.end()
    elif ranged and int(ranged[2]) > int(ranged[1]) and _is_all(ranged, rest):
        first, counts = int(ranged[1]), int(ranged[2]) - int(ranged[1]) + 1
        rest = rest[: ranged.start()]
    elif length := _LENGTH_ALONE.match(rest):
        counts, behind = int(length[1]), length.end()
    elif not opens_with_counts(rest.lstrip(" :-–—")):
        counts = _counts_in(rest)
    words, words_at = _trimmed(rest, behind, at)
    return SectionHeading(
        text=text,
        span=span,
        title=title,
        first=first,
        counts=counts,
        words=words,
        words_at=span.start + words_at,
        repeats=_repeats(words),
    )


def _is_all(ranged: re.Match[str], rest: str) -> bool:
    """Is a range in brackets that of all the section? "Pivots (1-4), then stomp" has more."""
    return ranged[0][0] in "[(" and not gauge(rest[ranged.end() :]).steps


# "Part one (8): ...". Numbers of a clock are left to facings.
_LENGTH_ALONE: Final = re.compile(r"\s*[(\[]\s*(4|8|16|24|32)\s*[)\]]\s*[:.–—-]")


def _repeats(words: str) -> Repetition | None:
    """ "Section 3 = section 1 on the other foot" repeats as well."""
    equals = words.startswith("=")
    return read_repetition(f"repeat {words[1:]}" if equals else words, counted=True)


def _ranged(text: str, span: Span, match: re.Match[str]) -> SectionHeading:
    first, last = number_of(match[1].lower()), number_of(match[2].lower())
    words, words_at = _trimmed(match[3], 0, match.start(3))
    return SectionHeading(
        text=text,
        span=span,
        title=f"Counts {first}–{last}",
        first=first,
        counts=max(last - first + 1, 0) or None,
        words=words,
        words_at=span.start + words_at,
        repeats=_repeats(words),
    )


def _trimmed(rest: str, behind: int, at: int) -> tuple[str, int]:
    words = rest[behind:]
    lead = len(words) - len(words.lstrip(" :.-–—)]*_\t|"))
    return words[lead:].rstrip(" *_|=~"), at + behind + lead


def _counts_in(rest: str) -> int | None:
    match = _COUNTS_IN.search(rest)
    return int(match[1]) if match and int(match[1]) else None


def _bare_number(rest: str) -> int | None:
    return int(rest) if rest.isdecimal() and int(rest) else None


def _range_counts(rest: str) -> int | None:
    match = re.search(r"[\[(]\s*" + _RANGE + r"\s*[\])]", rest)
    return max(int(match[2]) - int(match[1]) + 1, 0) or None if match else None


_FORMS: Final[tuple[tuple[re.Pattern[str], _Make], ...]] = (
    (_PART, _part),
    (_PART_BEHIND, _part),
    (_LETTERED_SECTION, _part),
    (_LETTER, _part),
    (_LETTER_LENGTH, _part),
    (_NAMED_PART, _named_part),
    (_INTRO_PART, _named_part),
    (_ORDERED_PART, _ordered_part),
    (_VARIANT, _variant),
    (_BLOCK, _block),
    (_CHANGE, _change),
    (_SECTION, _section),
    (_EIGHT, _eight),
    (_COUNTS_FIRST, _counts_first),
    (_LABELLED, _labelled),
    (_RANGE_HEADING, _ranged),
    (_WORDED_RANGE, _ranged),
    (_COUNTS_HEADING, _ranged),
    (_COUNTED_AGAIN, _ranged),
)
