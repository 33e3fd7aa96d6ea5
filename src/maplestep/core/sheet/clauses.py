"""From the words behind a count to the figures they ask for.

A step line is cut at commas, semicolons, "then" and "and"; a clause names a figure,
or two in a row ("rock forward recover"). Free text in brackets is styling, except
where it says a turn or where the weight goes.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from difflib import get_close_matches
from functools import lru_cache
from typing import Final

from ..feet import Foot
from ..figures.expand import FigureUse
from ..figures.model import Figure
from ..figures.vocabulary import BY_NAME, LONGEST_NAME, WEAK
from ..moves import Span
from .words import (
    AMOUNTS,
    DIAGONAL,
    DIRECTION_WORDS,
    FILLER,
    REPEAT,
    Word,
    words_of,
)

_BREAK: Final = re.compile(r"[,;]|\bthen\b|\band\b|\s[-–—]\s|\.(?=\s|$)", re.IGNORECASE)
_BRACKETS: Final = re.compile(r"\(([^)]*)\)?")
_MEANT: Final = re.compile(r"¼|½|¾|⅛|/[248]\b|weight|\bturn|\bhold\b", re.IGNORECASE)
_REFERENCE: Final = frozenset({"over", "across", "beside", "to", "of", "front", "with", "than"})
_PIVOT: Final = BY_NAME[("pivot",)]
_FULL_TURN: Final = BY_NAME[("full", "turn")]
_FIGURE_WORDS: Final = sorted({word for key in BY_NAME for word in key if len(word) > 2})

_BEFORE_SIDE: Final = frozenset({"turn", "turning", "turns", "over", "to", "the", "pivot"})
_TURN_VERBS: Final = frozenset({"turn", "turning", "turns", "pivot", "unwind", "spin"})


@dataclass(frozen=True, slots=True, kw_only=True)
class Unknown:
    """A passage that names no figure, with the nearest known names."""

    text: str
    span: Span
    nearest: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class _Hit:
    """A figure name found in a clause at words [first, last)."""

    figure: Figure
    first: int
    last: int


_DESCRIBED: Final = re.compile(r":(?!\d)|\s[-–—=]\s")


def ways_to_read(text: str, offset: int, line: int) -> Iterator[tuple[FigureUse | Unknown, ...]]:
    """The ways a step line can be meant, the likeliest first.

    Sheets often name a figure and describe it as well ("Coaster step: step back on right,
    …", "Rolling vine (¼ left, ½ left, ¼ left)"); then either half is the whole line.
    """
    yield read_clauses(_without_styling(text), offset, line)
    described = _DESCRIBED.search(text)
    if described:
        blank = " " * described.end()
        yield read_clauses(blank + _without_styling(text[described.end() :]), offset, line)
        yield read_clauses(_without_styling(text[: described.start()]), offset, line)
    bare = _BRACKETS.sub(lambda match: " " * len(match[0]), text)
    if bare.strip():
        yield read_clauses(bare, offset, line)


def read_clauses(text: str, offset: int, line: int) -> tuple[FigureUse | Unknown, ...]:
    """All figures of a text, in order; what is not understood comes as Unknown."""
    uses: list[FigureUse | Unknown] = []
    for piece, at in _pieces(text):
        words = words_of(piece, offset + at)
        if not words:
            continue
        last = uses[-1] if uses and isinstance(uses[-1], FigureUse) else None
        end_weight = _end_weight(words)[0] if words[0].text == "weight" else None
        if last is not None and end_weight is not None:
            uses[-1] = replace(last, end_weight=end_weight)
            continue
        uses.extend(_read_clause(words, line, last))
    return tuple(uses)


def _without_styling(text: str) -> str:
    """Blank out brackets that hold styling; keep every offset where it is."""

    def blank(match: re.Match[str]) -> str:
        if _MEANT.search(match[1]):
            return match[0].replace("(", " ").replace(")", " ")
        return " " * len(match[0])

    return _BRACKETS.sub(blank, text)


def _pieces(text: str) -> Iterator[tuple[str, int]]:
    start = 0
    for match in _BREAK.finditer(text):
        yield text[start : match.start()], start
        start = match.end()
    yield text[start:], start


def _read_clause(
    words: tuple[Word, ...], line: int, before: FigureUse | None
) -> list[FigureUse | Unknown]:
    span = Span(start=words[0].start, end=words[-1].end, line=line)
    hits = _figure_hits(words)
    if not hits:
        return [_without_name(words, span, before)]
    misspelt = _misspelt(words, hits, line)
    if misspelt is not None:
        return [misspelt]
    uses: list[FigureUse | Unknown] = []
    for index, hit in enumerate(hits):
        first = 0 if index == 0 else _own_start(words, hits[index - 1], hit)
        last = len(words)
        if index + 1 < len(hits):
            last = _own_start(words, hit, hits[index + 1])
        own = words[first:last]
        place = Span(start=own[0].start, end=own[-1].end, line=line)
        name = range(hit.first - first, hit.last - first)
        uses.extend(_use(hit.figure, own, name, place))
    return uses


def _own_start(words: Sequence[Word], before: _Hit, hit: _Hit) -> int:
    """A foot named right before a figure belongs to it: "step R forward L kick"."""
    start = hit.first
    named_before = any(word.side for word in words[: start - 1])
    if start - 1 >= before.last and words[start - 1].side and named_before:
        return start - 1
    return start


def _figure_hits(words: tuple[Word, ...]) -> list[_Hit]:
    """Figure names in a clause; words such as "side" give way to real names beside them."""
    found: list[_Hit] = []
    index = 0
    while index < len(words):
        hit = _name_at(words, index)
        if hit is None:
            index += 1
        else:
            found.append(hit)
            index = hit.last
    referring = _references(words)
    found = [hit for hit in found if hit.first == 0 or not _refers(words, hit, referring)]
    strong = [hit for hit in found if not _is_weak(words, hit)]
    if not strong:
        return found
    kept = [hit for hit in found if not _is_weak(words, hit) or _stands_alone(hit, strong, found)]
    return [hit for hit in kept if not _is_aside(hit, kept)]


def _name_at(words: tuple[Word, ...], index: int) -> _Hit | None:
    for length in range(min(LONGEST_NAME, len(words) - index), 0, -1):
        key = tuple(_singular(word.text) for word in words[index : index + length])
        if key in BY_NAME:
            return _Hit(figure=BY_NAME[key], first=index, last=index + length)
    return None


@lru_cache(maxsize=4096)
def _singular(word: str) -> str:
    """ "steps", "shuffles": dancers write both; "cross" and "across" are no plurals."""
    if word.endswith("s") and not word.endswith("ss") and (word[:-1],) in BY_NAME:
        return word[:-1]
    return {"fwd": "forward", "bk": "back", "tog": "together"}.get(word, word)


def _is_weak(words: Sequence[Word], hit: _Hit) -> bool:
    return tuple(_singular(word.text) for word in words[hit.first : hit.last]) in WEAK


def _refers(words: Sequence[Word], hit: _Hit, referring: set[int]) -> bool:
    """ "cross L behind R", "cross L behind": the second word says where the first one goes."""
    if hit.figure.name == "behind" and any(word.text == "cross" for word in words[: hit.first]):
        return True
    after = hit.last + (hit.last < len(words) and words[hit.last].text == "the")
    return _is_weak(words, hit) and after in referring


def _stands_alone(hit: _Hit, strong: list[_Hit], found: list[_Hit]) -> bool:
    """ "side touch" is two moves, "side mambo" and "touch side" are one figure."""
    after = next((other for other in strong if other.first >= hit.last), None)
    before = [other for other in found if other.last <= hit.first]
    if not before:
        return after is not None and max(after.figure.lengths) == 1 and after.figure.name != "step"
    # A direction already said: "step side together" goes on with a second step.
    return before[-1] not in strong


def _is_aside(hit: _Hit, kept: list[_Hit]) -> bool:
    """ "touch R heel", "rolling vine with a full turn": part of the figure named before."""
    return hit.figure.name in {"heel", "toe", "ball", "full turn"} and kept[0] is not hit


def _misspelt(words: tuple[Word, ...], hits: list[_Hit], line: int) -> Unknown | None:
    """A word that is nearly a figure's name must not pass as styling."""
    named = {index for hit in hits for index in range(hit.first, hit.last)}
    weak_only = all(_is_weak(words, hit) or hit.figure.name == "step" for hit in hits)
    for index, word in enumerate(words):
        if index in named or _is_known(word):
            continue
        close = get_close_matches(word.text, _FIGURE_WORDS, n=3, cutoff=0.75)
        if close and weak_only:
            span = Span(start=word.start, end=word.end, line=line)
            return Unknown(text=word.text, span=span, nearest=_names_with(close))
    return None


def _is_known(word: Word) -> bool:
    text = word.text
    return bool(
        word.side
        or text in AMOUNTS
        or text in DIRECTION_WORDS
        or text in FILLER
        or text in DIAGONAL
        or REPEAT.match(text)
        or text[0].isdigit()
        or (_singular(text),) in BY_NAME
        or len(text) < 4
    )


def _names_with(close: Sequence[str]) -> tuple[str, ...]:
    names = [" ".join(key) for word in close for key in BY_NAME if word in key]
    return tuple(dict.fromkeys(sorted(names, key=len)))[:3]


def _without_name(
    words: tuple[Word, ...], span: Span, before: FigureUse | None
) -> FigureUse | Unknown:
    """A clause with no figure: only a turn, only feet (the figure goes on), or unknown."""
    turn = next((word.amount for word in words if word.amount is not None), None)
    if turn is not None:
        figure = _FULL_TURN if turn >= 8 else _PIVOT
        return replace(next(iter(_use(figure, words, range(0), span))), bare_turn=True)
    if before is not None and all(word.side or word.text in FILLER for word in words):
        foot = next((word.side for word in words if word.side), None)
        echo = before.figure.lengths[0] > 1
        again = replace(before, foot=foot, span=span, echo=echo)
        return replace(again, turn=None, turn_to=None, end_weight=None)
    text = " ".join(word.text for word in words)
    close = get_close_matches(text, sorted(" ".join(key) for key in BY_NAME), n=3, cutoff=0.6)
    if not close:
        near = [
            w
            for word in words
            for w in get_close_matches(word.text, _FIGURE_WORDS, n=1, cutoff=0.7)
        ]
        close = list(_names_with(near))
    return Unknown(text=text, span=span, nearest=tuple(close))


def _use(figure: Figure, words: Sequence[Word], name: range, span: Span) -> Iterator[FigureUse]:
    """The figure with the feet, direction, turn and repeats said around its name."""
    turn, turn_to, used = _turn(words)
    end_weight, weight_used = _end_weight(words)
    used |= weight_used | set(name) | _references(words)
    sides = [word.side for index, word in enumerate(words) if word.side and index not in used]
    use = FigureUse(
        figure=figure,
        span=span,
        foot=sides[0] if sides else None,
        travel=sides[1] if len(sides) == 2 else None,
        direction=_direction(words, used, figure),
        turn=turn,
        turn_to=turn_to,
        end_weight=end_weight,
    )
    if figure.crossing_way and len(sides) == 1:
        use = replace(use, foot=None, travel=sides[0])
    one_move = figure.lengths == (1,)
    if one_move and len(sides) > 1 and figure.repeats:
        yield from (replace(use, foot=side, travel=None) for side in sides)
        return
    times = next((int(m[1]) for word in words if (m := REPEAT.match(word.text))), 1)
    for index in range(max(1, min(times, 16))):
        foot = use.foot.other if use.foot and index % 2 and not _same_foot(figure) else use.foot
        yield replace(use, foot=foot)


def _same_foot(figure: Figure) -> bool:
    """Repeated touches and four-count figures start with the same foot again."""
    return figure.lengths[0] % 2 == 0 or figure.ways[0].startswith("[")


def _turn(words: Sequence[Word]) -> tuple[int | None, Foot | None, set[int]]:
    """Amount in eighths, side, and the words used up by saying them."""
    for index, word in enumerate(words):
        amount = word.amount
        if amount is None:
            continue
        after = index + 1
        while after < len(words) and words[after].text in _BEFORE_SIDE:
            after += 1
        if after < len(words) and words[after].side:
            return amount, words[after].side, set(range(index, after + 1))
        before = index - 1
        if before >= 1 and words[before].side and words[before - 1].text in _TURN_VERBS:
            return amount, words[before].side, {before, index}
        return amount, None, {index}
    return None, None, set()


def _end_weight(words: Sequence[Word]) -> tuple[Foot | None, set[int]]:
    """ "weight R", "weight on left", "weight ends on right"."""
    for index, word in enumerate(words):
        if word.text != "weight":
            continue
        for later in range(index + 1, min(index + 4, len(words))):
            side = words[later].side
            if side:
                return side, set(range(index, later + 1))
    return None, set()


def _references(words: Sequence[Word]) -> set[int]:
    """Feet that only say where the moving foot goes: "cross R over L", "L behind R"."""
    found: set[int] = set()
    for index in range(1, len(words)):
        if not words[index].side:
            continue
        before = words[index - 1].text
        if before == "the" and index >= 2:
            before = words[index - 2].text
        named = any(word.side for word in words[: index - 1])
        if (before in _REFERENCE or before == "behind") and named:
            found.add(index)
    return found


def _direction(words: Sequence[Word], used: set[int], figure: Figure) -> str:
    diagonal = any(word.text in DIAGONAL for word in words)
    said = [
        DIRECTION_WORDS[word.text]
        for index, word in enumerate(words)
        if index not in used and word.text in DIRECTION_WORDS and not _opens_phrase(words, index)
    ]
    direction = said[0] if said else ""
    if figure.directions and direction not in figure.directions:
        direction = ""
    if diagonal:
        return "diag back" if "back" in (direction, figure.direction) else "diag fwd"
    return direction


def _opens_phrase(words: Sequence[Word], index: int) -> bool:
    """ "in place", "in front": the "in" is no direction of its own."""
    following = words[index + 1].text if index + 1 < len(words) else ""
    return words[index].text == "in" and following in {"place", "front"}
