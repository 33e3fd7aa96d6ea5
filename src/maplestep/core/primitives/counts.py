"""Counts as dancers say them, and their exact positions.

A part of N counts is the interval [0, N). The label ``n`` lands at n-1. Between
counts, straight: ``e`` +1/4, ``&`` +1/2, ``a`` +3/4; rolling (triplet feel):
``&`` +1/3, ``a`` +2/3. ``&1`` at the head of a part lands before count 1.
Positions are :class:`fractions.Fraction`, in counts; floats never appear here.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from enum import Enum
from fractions import Fraction
from functools import lru_cache
from typing import Final

from ..errors import CountError, Message

MAX_COUNT: Final = 9999


class Feel(Enum):
    """How the time between two counts is divided."""

    STRAIGHT = "straight"
    ROLLING = "rolling"


_OFFSETS: Final = {
    Feel.STRAIGHT: {
        "": Fraction(0),
        "e": Fraction(1, 4),
        "&": Fraction(1, 2),
        "a": Fraction(3, 4),
    },
    Feel.ROLLING: {"": Fraction(0), "&": Fraction(1, 3), "a": Fraction(2, 3)},
}
_NAMES: Final = {
    feel: {offset: name for name, offset in offsets.items()} for feel, offsets in _OFFSETS.items()
}
_TOKEN: Final = re.compile(r"\s*(?:(\d+)|([&+eEaA])|([-–—−,.\s/]))")


@dataclass(frozen=True, slots=True, kw_only=True)
class CountList:
    """The landings named in one count column, in the order written.

    ``positions`` are relative to count 1 of the section's own numbering.
    """

    text: str
    positions: tuple[Fraction, ...]

    @property
    def whole(self) -> bool:
        """Does it name whole counts only?"""
        return all(at.denominator == 1 for at in self.positions)

    @property
    def first(self) -> Fraction:
        return self.positions[0]

    @property
    def last(self) -> Fraction:
        return self.positions[-1]


def position(number: int, sub: str = "", feel: Feel = Feel.STRAIGHT) -> Fraction:
    """Exact position, in counts, of a label such as (7, "&").

    >>> position(1), position(7, "&"), position(2, "a", Feel.ROLLING)
    (Fraction(0, 1), Fraction(13, 2), Fraction(5, 3))

    Raises CountError for a subdivision the feel does not have.
    """
    offsets = _OFFSETS[feel]
    if sub not in offsets:
        raise CountError(
            Message(
                "“{sub}” is not counted in a {feel} rhythm; use {choices}.",
                sub=sub,
                feel=feel.value,
                choices=", ".join(filter(None, offsets)),
            ),
            text=sub,
        )
    return number - 1 + offsets[sub]


def label(at: Fraction, feel: Feel = Feel.STRAIGHT, *, wrap: int | None = None) -> str:
    """The label of a position: ``7`` or ``7&``; with ``wrap`` the numbers start over.

    A landing that has no name in this feel keeps its fraction, so that nothing is
    rounded. Positions before count 1 are named from the subdivision alone.

    >>> label(Fraction(13, 2)), label(Fraction(8), wrap=8), label(Fraction(-1, 2))
    ('7&', '1', '&')
    """
    whole = at.__floor__()
    rest = at - whole
    names = _NAMES[feel]
    sub = names.get(rest, f"+{rest}")
    if whole < 0:
        return sub
    return f"{whole % wrap + 1 if wrap else whole + 1}{sub}"


def column(positions: Sequence[Fraction], feel: Feel = Feel.STRAIGHT) -> str:
    """A count column that names these landings, in order.

    One that begins between two counts is named by the count behind it: "&3". A landing
    between counts whose own count is not danced has no name of its own elsewhere.

    >>> column([Fraction(2), Fraction(5, 2), Fraction(3)])
    '3&4'
    >>> column([Fraction(-1, 2), Fraction(0), Fraction(1)])
    '&1-2'
    >>> column([Fraction(n, 2) for n in (0, 2, 4, 5, 6, 8, 10)])
    '1-2 3&4 5-6'
    """
    groups: list[str] = []
    last: int | None = None
    for at in positions:
        named = label(at, feel)
        number = at.__floor__() + 1
        divided = at.denominator != 1
        if divided and last in (None, number):
            named = named.lstrip("0123456789")
        joins = bool(groups) and (number == last or not groups[-1][-1].isdecimal())
        # "1-2 3&4": what is danced within a count stands apart from whole ones.
        if joins and number - (last or 0) in (0, 1):
            groups[-1] += named
        else:
            groups.append(named)
        last = number
    return _LISTED.sub(_as_range, " ".join(groups))


_LISTED: Final = re.compile(r"(?<!\S)(&?)(\d+(?: \d+)+)(&?)(?!\S)")


def _as_range(listed: re.Match[str]) -> str:
    """ "1 2 3" as "1-3", as far as the numbers follow each other."""
    runs: list[list[int]] = []
    for number in map(int, listed[2].split()):
        if runs and number == runs[-1][-1] + 1:
            runs[-1].append(number)
        else:
            runs.append([number])
    said = " ".join(f"{run[0]}-{run[-1]}" if len(run) > 1 else str(run[0]) for run in runs)
    return f"{listed[1]}{said}{listed[3]}"


@lru_cache(maxsize=4096)
def parse_counts(text: str, feel: Feel = Feel.STRAIGHT) -> CountList:
    """Read a count column: ``1&2``, ``1-4``, ``&1``, ``7-8&``, ``1e&a2``.

    A dash between numbers counts through; subdivisions belong to the number
    before them, and before the first number to the count just before it.

    >>> [str(p) for p in parse_counts("5&6").positions]
    ['4', '9/2', '5']
    >>> [str(p) for p in parse_counts("1-2&3-4").positions]
    ['0', '1', '3/2', '2', '3']

    Raises CountError naming the column when it cannot be read.
    """
    tokens = _tokens(text)
    if not tokens:
        raise CountError("No count is given.", text=text)
    offsets = _OFFSETS[feel]
    positions: list[Fraction] = []
    number = _number_before_first(tokens, text)
    ranged = False
    for kind, value, column in tokens:
        if kind == "dash":
            ranged = bool(positions)
            continue
        if kind == "number":
            target = int(value)
            if not 1 <= target <= MAX_COUNT:
                raise CountError(
                    Message("There is no count {number}.", number=target), text=text, column=column
                )
            start = number + 1 if ranged and target > number else target
            positions.extend(Fraction(n - 1) for n in range(start, target + 1))
            number = target
        else:
            if value not in offsets:
                raise CountError(
                    Message(
                        "“{value}” is not counted in a {feel} rhythm.",
                        value=value,
                        feel=feel.value,
                    ),
                    text=text,
                    column=column,
                )
            positions.append(number - 1 + offsets[value])
        ranged = False
    if len(positions) > 1 and sorted(set(positions)) != positions:
        raise CountError(
            Message("The counts in “{said}” do not go forward.", said=text.strip()), text=text
        )
    return CountList(text=text.strip(), positions=tuple(positions))


def _tokens(text: str) -> list[tuple[str, str, int]]:
    tokens: list[tuple[str, str, int]] = []
    cursor = 0
    stripped = text.rstrip()
    while cursor < len(stripped):
        match = _TOKEN.match(stripped, cursor)
        if match is None:
            raise CountError(
                Message("“{character}” is not part of a count.", character=stripped[cursor]),
                text=text,
                column=cursor,
            )
        digits, sub, mark = match.groups()
        if digits:
            if len(digits) > 4:
                raise CountError(
                    Message("There is no count {number}.", number=digits),
                    text=text,
                    column=match.start(1),
                )
            tokens.append(("number", digits, match.start(1)))
        elif sub:
            tokens.append(("sub", "&" if sub == "+" else sub.lower(), match.start(2)))
        elif mark in "-–—−":
            tokens.append(("dash", mark, match.start(3)))
        cursor = match.end()
    return tokens


def _number_before_first(tokens: list[tuple[str, str, int]], text: str) -> int:
    """The count that a leading ``&`` follows: one less than the first number."""
    for kind, value, _ in tokens:
        if kind == "number":
            return int(value) - 1
    raise CountError(Message("“{said}” names no count.", said=text.strip()), text=text)


@dataclass(frozen=True, slots=True, kw_only=True)
class Cut:
    """Where a pass stops: everything landing before ``at`` is danced.

    Count 1 of what follows lands exactly at ``at`` (in counts from the start of
    the part). With ``without_and`` the landings after the last whole count before
    ``at`` are left out, and the time stays the same.
    """

    at: Fraction
    without_and: bool = False

    def keeps(self, landing: Fraction) -> bool:
        """Is a move that lands here still danced?"""
        if landing >= self.at:
            return False
        return not (self.without_and and landing > self.at - 1)

    @property
    def words(self) -> str:
        """The one form we always write: ``24``, ``6½``, ``6 without &``."""
        whole = self.at.__floor__()
        half = "½" if self.at - whole == Fraction(1, 2) else ""
        number = f"{whole}{half}" if half or self.at == whole else str(self.at)
        return number + (" without &" if self.without_and else "")


_CUT: Final = re.compile(
    r"^\s*(?:after\s+)?(?:counts?\s+)?(\d{1,4})\s*(½|[.,]5|1/2)?\s*(&|and)?\s*"
    r"(,?\s*(?:without|no)\s+(?:the\s+)?(?:&|and))?\s*$",
    re.IGNORECASE,
)
_ON_COUNT: Final = re.compile(r"^\s*on\s+(?:count\s+)?(\d{1,4})\s*$", re.IGNORECASE)


def parse_cut(text: str) -> Cut:
    """Read where a pass stops: ``24``, ``after 6&``, ``on count 17``, ``6 without &``.

    "After 6&" is the same time as "after 6" and says the & is danced.

    >>> parse_cut("on count 17").at, parse_cut("after 6&").at
    (Fraction(16, 1), Fraction(6, 1))
    >>> parse_cut("6, without the &").words
    '6 without &'

    Raises CountError when it says no count.
    """
    on_count = _ON_COUNT.match(text)
    if on_count:
        return _checked_cut(Fraction(int(on_count[1]) - 1), False, text)
    match = _CUT.match(text)
    if not match:
        raise CountError(
            Message(
                "“{said}” is no place to stop. Write it as a count, for example 24, 6& or 6 "
                "without &.",
                said=text.strip(),
            ),
            text=text,
        )
    half = Fraction(1, 2) if match[2] else Fraction(0)
    return _checked_cut(int(match[1]) + half, bool(match[4]), text)


def _checked_cut(at: Fraction, without_and: bool, text: str) -> Cut:
    if at <= 0:
        raise CountError(
            "A wall has to last at least one count before it can stop.", text=text.strip()
        )
    return Cut(at=at, without_and=without_and)
