"""The order of a phrased dance: ``(A x4, B, C) x2, Bridge, C' x2, B[1-16], Ending``.

Grammar (our own; commas optional)::

    order  = { group }
    group  = ( "(" order ")" | item ) [ "x" number | "×" number ]
    item   = name [ "[" first "-" last "]" ] | "+" counts

``name`` is a part, variant, tag, bridge or ending of the sheet. ``+4`` is a tag of four counts
without steps. Letters run together (``AABTagABBB``) are read as names where that can be done
in one way; the longest name wins, so that ``Tag`` is never ``T``, ``a``, ``g``.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import groupby
from typing import Final

from ..sheet.lines.headings import bare_orders

MAX_ITEMS: Final = 400
MAX_TEXT: Final = 2000
_TOKEN: Final = re.compile(
    r"\s*(?:(?P<open>\()|(?P<close>\))|(?P<times>[x×*]\s*(?P<number>\d{1,3})(?!\d))"
    r"|(?P<tag>\+\s*(?P<counts>\d{1,2})(?!\w))"
    r"|(?P<cut>\[\s*(?P<first>\d{1,4})\s*[-–—]\s*(?P<last>\d{1,4})\s*\])"
    r"|(?P<sep>[,;|>→.\-–—]+)|(?P<word>[^\s,;|()\[\]+]+))",
    re.IGNORECASE,
)
_GOES_ON: Final = re.compile(r"(?!x\d)[a-zà-ÿ]")


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """One thing danced: a part (``name``) or the counts [first, last] of it, from 1.

    ``counts`` is the length of a tag without steps, whose name is empty. ``start`` and
    ``end`` are its place in the text.
    """

    name: str
    first: int | None = None
    last: int | None = None
    counts: int | None = None
    start: int = 0
    end: int = 0

    @property
    def text(self) -> str:
        """As it is written."""
        if self.counts is not None:
            return f"+{self.counts}"
        return self.name + (f"[{self.first}-{self.last}]" if self.first is not None else "")


@dataclass(frozen=True, slots=True, kw_only=True)
class Trouble:
    """What cannot be read, and where in the text."""

    code: str
    said: str
    start: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Order:
    """The items in the order danced, repeats and groups written out."""

    items: tuple[Item, ...] = ()
    troubles: tuple[Trouble, ...] = ()


def parse_sequence(text: str, names: Sequence[str]) -> Order:
    """Read an order with the names there are; what cannot be read is a trouble, never an error.

    >>> [item.text for item in parse_sequence("(A x2, B[1-16]) x2 Tag", ["A", "B", "Tag"]).items]
    ['A', 'A', 'B[1-16]', 'A', 'A', 'B[1-16]', 'Tag']
    >>> [item.text for item in parse_sequence("AABTagABBB", ["A", "B", "Tag"]).items]
    ['A', 'A', 'B', 'Tag', 'A', 'B', 'B', 'B']
    """
    if len(text) > MAX_TEXT:
        return Order(troubles=(Trouble(code="fit.order-long", said=str(MAX_TEXT), start=0),))
    return _Parser(text, names).parse()


class _Parser:
    def __init__(self, text: str, names: Sequence[str]) -> None:
        self._text = text
        # The longest first: "Tag 2" before "Tag", "A'" before "A".
        self._names = sorted(names, key=len, reverse=True)
        self._troubles: list[Trouble] = []
        self._stack: list[list[Item]] = [[]]
        self._last: list[int] = [0]
        """How many items the thing just closed has, for a repeat; one number a level."""
        self._opened: list[int] = []

    def parse(self) -> Order:
        cursor = 0
        while cursor < len(self._text.rstrip()):
            match = _TOKEN.match(self._text, cursor)
            if match is None:
                cursor += 1 + len(self._text[cursor:]) - len(self._text[cursor:].lstrip())
                self._trouble("fit.order-unread", self._text[cursor - 1], cursor - 1)
                continue
            cursor = self._take(match, match.end() - len(match[0].lstrip()))
        for at in self._opened:
            self._trouble("fit.order-bracket", "(", at)
        flat = [item for level in self._stack for item in level]
        if len(flat) > MAX_ITEMS:
            self._trouble("fit.order-many", str(MAX_ITEMS), 0)
        return Order(items=tuple(flat[:MAX_ITEMS]), troubles=tuple(self._troubles))

    def _take(self, match: re.Match[str], at: int) -> int:
        """Read one token; where the next one begins."""
        items = self._stack[-1]
        if match["open"] or match["close"]:
            self._bracket(match, at)
        elif match["times"] and self._last[-1]:
            self._repeat(items, self._last[-1], int(match["number"]), at)
        elif match["tag"]:
            items.append(Item(name="", counts=int(match["counts"]), start=at, end=match.end()))
            self._last[-1] = 1
        elif match["cut"]:
            self._cut(items, match, at)
        elif match["word"] or match["times"]:
            return self._word(items, self._last, self._name_at(at), at)
        return match.end()

    def _bracket(self, match: re.Match[str], at: int) -> None:
        if match["open"]:
            self._stack.append([])
            self._last.append(0)
            self._opened.append(at)
        elif len(self._stack) == 1:
            self._trouble("fit.order-bracket", ")", at)
        else:
            group = self._stack.pop()
            self._last.pop()
            self._opened.pop()
            self._stack[-1].extend(group)
            self._last[-1] = len(group)

    def _trouble(self, code: str, said: str, at: int) -> None:
        self._troubles.append(Trouble(code=code, said=said, start=at))

    def _repeat(self, items: list[Item], count: int, times: int, at: int) -> None:
        if times < 1:
            self._trouble("fit.order-times", str(times), at)
            return
        # One more than there may be is enough to say so.
        room = max(MAX_ITEMS + 1 - len(items), 0)
        items.extend((items[len(items) - count :] * (times - 1))[:room])

    def _cut(self, items: list[Item], match: re.Match[str], at: int) -> None:
        first, last = int(match["first"]), int(match["last"])
        if not items or not items[-1].name or items[-1].first is not None or not 1 <= first <= last:
            self._trouble("fit.order-cut", match["cut"], at)
            return
        items[-1] = replace(items[-1], first=first, last=last, end=match.end())

    def _word(self, items: list[Item], last: list[int], name: str, at: int) -> int:
        if not name:
            said = re.match(r"[^\s,;|()\[\]+]+", self._text[at:])
            word = said[0] if said else self._text[at]
            self._trouble("fit.order-unknown", word, at)
            last[-1] = 0
            return at + len(word)
        items.append(Item(name=name, start=at, end=at + len(name)))
        last[-1] = 1
        return at + len(name)

    def _name_at(self, at: int) -> str:
        rest = self._text[at:].replace("’", "'").replace("`", "'")
        folded = rest.casefold()
        for name in self._names:
            if not folded.startswith(name.casefold()):
                continue
            behind = rest[len(name) : len(name) + 1]
            # "Bridge" is not part B, unless the sheet has no such part and the rest is "x2".
            if _GOES_ON.match(rest, len(name)) and rest[len(name) - 1].isupper():
                continue
            # "Tag 1" must not be the front of "Tag 12"; letters may run on.
            if name[-1].isdigit() and behind.isdigit():
                continue
            return name
        return ""


_STATED: Final = re.compile(
    r"(?:^|[.;] )[\s#*_-]*(?:sequence|order(?: of parts)?|phrasing|séquence|ordre)[*_\s]*"
    r"(?:[:=]|(?<=\s)(?=[A-H]{1,6}(?![^\W\d])))\s*(.+)$",
    re.IGNORECASE | re.MULTILINE,
)


# "A (first 16)" as "first 16 of A".
_SLICED_BEHIND: Final = re.compile(
    r"\b([^\W\d]\w*['’]?)\s*\(\s*((?:the\s+)?(?:first|last))\s+(\d{1,3})(?:\s*(?:counts?|cts?|c))?(?:\s+only)?\s*\)",
    re.IGNORECASE,
)
_PART_WORD: Final = re.compile(r"\b(?:parts?|partie)\s+(?=[\w])", re.IGNORECASE)
_FILLING: Final = re.compile(
    r"\b(?:then|and|followed by|puis|et|ensuite|the|again)\b", re.IGNORECASE
)
_TIMES: Final = {"once": 1, "twice": 2, "deux fois": 2, "three times": 3, "trois fois": 3}
_BEGUN: Final = re.compile(
    r"(?<!\w)([A-Za-z]['’]?)(?:\s?\(\s*(\d{1,3})\s*(?:counts?|cts?|temps|c)?\s*\)|(\d{2})(?!\w))"
)
_SLICE: Final = re.compile(
    r"\(?\b(?:the\s+|les\s+)?(first|last|premiers?|derniers?|\d{1,3}\s+premiers|\d{1,3}\s+derniers)\s*"
    r"(\d{0,3})\s*(?:counts?|temps|comptes?)?\s*(?:of|de)\s+(?:part\s+)?([A-Za-z]\w*['’]?)\)?",
    re.IGNORECASE,
)


def worded_order(said: str, lengths: Mapping[str, int]) -> str:
    """An order in words in our own notation.

    >>> worded_order("A B twice, tag, B, then the last 16 of B", {"A": 32, "B": 32})
    '(A B) x2, tag, B, B[17-32]'
    """

    def cut(match: re.Match[str]) -> str:
        digits = "".join(c for c in match[1] + match[2] if c.isdecimal())
        name = next((n for n in lengths if n.casefold() == match[3].casefold()), match[3])
        length, count = lengths.get(name, 0), int(digits or 0)
        if not count or count > length:
            return match[0]
        last = match[1].lower().startswith(("last", "dernier")) or "dernier" in match[1].lower()
        return f"{name}[{length - count + 1}-{length}]" if last else f"{name}[1-{count}]"

    def begun(match: re.Match[str]) -> str:
        """ "A(16)", "A16": the first so many counts."""
        name = next((n for n in lengths if n.casefold() == match[1].casefold()), "")
        count = int(match[2] or match[3])
        return f"{name}[1-{count}]" if 0 < count <= lengths.get(name, 0) else match[0]

    sliced = _SLICED_BEHIND.sub(r"\2 \3 of \1", said)
    plain = _BEGUN.sub(begun, _PART_WORD.sub("", sliced))
    plain = _FILLING.sub("", _SLICE.sub(cut, plain))
    return ", ".join(_times_over(" ".join(piece.split())) for piece in plain.split(","))


def _times_over(piece: str) -> str:
    """ "A B twice": the whole of it."""
    for words, times in _TIMES.items():
        if piece.casefold().rstrip().endswith(words):
            return f"({piece.strip()[: -len(words)].strip()}) x{times}"
    return piece


def stated_order(text: str, names: Sequence[str], lengths: Mapping[str, int] | None = None) -> str:
    """The order a sheet says itself, in its written form: "Sequence: AAB Tag AB"; "" for none.

    >>> stated_order("Part A\\n...\\nSequence: AAB Tag", ["A", "B", "Tag"])
    'A x2, B, Tag'
    """
    stated = [match[1] for match in _STATED.finditer(text)]
    # "Sequence: AAB Tag AB. Two walls.": what stands behind it is no part of the order.
    shorter = [said.split(". ", 1)[0] for said in stated if ". " in said]
    for said in (*stated, *shorter) or bare_orders(text):
        order = parse_sequence(said, names)
        if not order.items or order.troubles:
            order = parse_sequence(worded_order(said, lengths or {}), names)
        if order.items and not order.troubles:
            return write_sequence(order.items)
    return ""


def order_said(text: str) -> tuple[int, int] | None:
    """Where a sheet states an order, readable or not."""
    match = _STATED.search(text)
    return match.span(1) if match is not None else None


def write_sequence(items: Sequence[Item]) -> str:
    """The order in its one written form: neighbours that are the same become ``x3``.

    >>> write_sequence(parse_sequence("A A A B[1-8] +4", ["A", "B"]).items)
    'A x3, B[1-8], +4'
    """
    return ", ".join(_runs(item.text for item in items))


def _runs(texts: Iterator[str]) -> Iterator[str]:
    for text, run in groupby(texts):
        times = len(list(run))
        yield f"{text} x{times}" if times > 1 else text


def moved_item(items: Sequence[Item], at: int, to: int) -> tuple[Item, ...]:
    """The order with item ``at`` taken out and put so that it stands at ``to``."""
    rest = [item for index, item in enumerate(items) if index != at]
    to = max(0, min(to, len(rest)))
    return (*rest[:to], items[at], *rest[to:])


def put_in(items: Sequence[Item], at: int, new: Item) -> tuple[Item, ...]:
    """The order with an item put in before ``at``."""
    return (*items[:at], new, *items[at:])


def taken_out(items: Sequence[Item], at: int) -> tuple[Item, ...]:
    """The order without item ``at``."""
    return tuple(item for index, item in enumerate(items) if index != at)


def cut_item(
    items: Sequence[Item], at: int, first: int | None, last: int | None
) -> tuple[Item, ...]:
    """The order with item ``at`` cut to counts [first, last]; None for the whole part."""
    return tuple(
        replace(item, first=first, last=last) if index == at else item
        for index, item in enumerate(items)
    )
