"""How many landings each figure of a line takes, and the rhythm it usually has."""

from __future__ import annotations

from collections.abc import Container, Iterator, Sequence
from functools import cache
from itertools import accumulate, combinations, groupby, pairwise
from typing import Final

from ...figures.expand import FigureUse
from ...figures.model import moves_of
from ...figures.vocabulary import PIVOT
from ...primitives.counts import parse_counts


def usual_rhythm(uses: Sequence[FigureUse], counts: int) -> str | None:
    """The count column when each figure keeps its usual rhythm, if that fills the counts.

    A figure told step by step ("behind side cross") may have a count a step beside others; the
    only three single steps of a line may be quick ("behind, ¼, forward" on 3&4).
    """
    rhythms = [use.figure.rhythm(way_before(use, after)) for use, after in with_next(uses)]
    missing = counts - sum(map(_counts_of, rhythms))
    if missing > 0:
        rhythms = _with_slow_steps(uses, rhythms, missing) or []
    elif missing < 0:
        rhythms = _with_quick_steps(uses, rhythms, -missing) or []
    spoken = _one_behind_the_other(rhythms).replace(" & ", "&")
    return spoken if "&" in spoken and not spoken.startswith("&") else None


def _with_slow_steps(
    uses: Sequence[FigureUse], rhythms: list[str], missing: int
) -> list[str] | None:
    """The rhythms with so many figures told step by step on whole counts, fours kept whole."""
    told = [n for n, use in enumerate(uses) if _is_told(use) and rhythms[n] == _TRIPLE]
    if not 0 < missing <= len(told) <= _MOST_TOLD:
        return None
    ways = (
        [_SLOW if n in slow else rhythm for n, rhythm in enumerate(rhythms)]
        for slow in combinations(told, missing)
    )
    return min(ways, key=_fours_cut)


def _with_quick_steps(uses: Sequence[FigureUse], rhythms: list[str], over: int) -> list[str] | None:
    """The rhythms with every run of three single steps on "1&2", if that saves so many counts."""
    single = [rhythms[n] == "1" and not use.lasts for n, use in enumerate(uses)]
    runs = [(one, sum(1 for _ in run)) for one, run in groupby(single)]
    starts = accumulate((length for _, length in runs), initial=0)
    threes = [at for at, (one, length) in zip(starts, runs, strict=False) if one and length == 3]
    if len(threes) != over or len(runs) == 1:
        return None
    middles = {at + 1 for at in threes}
    return ["&" if n in middles else rhythm for n, rhythm in enumerate(rhythms)]


def _is_told(use: FigureUse) -> bool:
    """Are its steps its name, a word each: "behind side cross"?"""
    return len(use.figure.name.split()) == use.figure.lengths[0] > 1


def _fours_cut(rhythms: Sequence[str]) -> int:
    """How many fours end within a figure."""
    ends = set(accumulate(map(_counts_of, rhythms)))
    return sum(four not in ends for four in range(4, max(ends) + 1, 4))


_TRIPLE: Final = "1&2"
_SLOW: Final = "1-3"
_MOST_TOLD: Final = 4


def column_of(uses: Sequence[FigureUse], between: Container[int] = ()) -> str:
    """The count column of the figures' usual rhythms; those that start ``between`` take an "&"."""
    columns: list[str] = []
    for use, following in with_next(uses):
        # An "&" behind a figure that ends on one ("dorothy & ...") is no second half of a count.
        joins = use.start in between and columns != [] and not columns[-1].endswith("&")
        columns.append("&" if joins else use.figure.rhythm(way_before(use, following)))
    return _one_behind_the_other(columns)


def _one_behind_the_other(rhythms: Sequence[str]) -> str:
    columns: list[str] = []
    at = 0
    for rhythm in rhythms:
        columns.append(rhythm if rhythm == "&" else moved(rhythm, at))
        at += 0 if rhythm == "&" else _counts_of(rhythm)
    return " ".join(columns)


def way_before(use: FigureUse, following: FigureUse | None) -> int:
    """ "Vine right, touch left": the touch is the vine's fourth count, not a fifth."""
    lengths = use.figure.lengths
    closes = following is not None and following.figure.lengths == (1,)
    if lengths == (1, 2) and (_rocks_back(use, following) or steps_and_turns(use)):
        return 1
    if lengths == (2, 1) and following is not None and following.figure.name == "recover":
        return 1  # "heel grind ¼ R, recover L" says the step behind the grind
    shorter = closes and lengths[0] == 4 and 3 in lengths
    open_end = shorter and not moves_of(use.figure.ways[0])[-1].weight
    return lengths.index(3) if open_end else 0


def _rocks_back(use: FigureUse, following: FigureUse | None) -> bool:
    """ "Shuffle, back rock, shuffle": a rock alone comes back, unless that is said behind it."""
    recovers = moves_of(use.figure.ways[1])[-1].verb == "recover"
    return recovers and (following is None or following.figure.name != "recover")


def steps_and_turns(use: FigureUse) -> bool:
    """ "R fwd pivot ¼ L" is the step and the turn."""
    return use.figure is PIVOT and use.foot is not None and use.direction != ""


def counts_in(column: str) -> int:
    """How many counts a column takes up: up to its last whole one."""
    return int(max(parse_counts(column).positions)) + 1 if column else 0


def whole_counts(first: int, last: int) -> str:
    """The column of all counts from the first to the last: "1-4", or "1" alone."""
    return str(first) if first == last else f"{first}-{last}"


@cache
def _counts_of(rhythm: str) -> int:
    return int(max(parse_counts(rhythm).positions)) + 1


@cache
def moved(rhythm: str, by: int) -> str:
    """A count column some counts later: "1&2" two later is "3&4".

    >>> moved("1&2", 2), moved("1-4", 4)
    ('3&4', '5-8')
    """
    parts, number = [], ""
    for char in f"{rhythm}\0":
        if char.isdecimal():
            number += char
            continue
        if number:
            parts.append(str(int(number) + by))
            number = ""
        parts.append(char)
    return "".join(parts).rstrip("\0")


def first_come(uses: Sequence[FigureUse], landings: int) -> tuple[int, ...]:
    shares = []
    left = landings
    for use in uses:
        take = min(use.figure.lengths[0], left)
        shares.append(take)
        left -= take
    return tuple(shares)


def share_landings(uses: Sequence[FigureUse], landings: int) -> tuple[int, ...] | None:
    """Number of landings for each figure, or None when no way fits.

    Each figure takes one of its usual lengths, all together the most usual ones: the first,
    but "vine, scuff" is a vine of three. Figures that repeat ("walk", "hold") take what is left.

    Complexity: O(figures x landings x lengths) through memoisation.
    """
    usual = [0 if use.lasts else use.figure.lengths[0] for use in uses]
    closed = [way_before(use, following) for use, following in with_next(uses)]
    if all(usual) and sum(usual) == landings and not any(closed):
        return tuple(usual)
    lengths = [_choices_of(use, landings, alone=len(uses) == 1) for use in uses]
    if sum(map(min, lengths)) > landings or sum(map(max, lengths)) < landings:
        return None

    again = [False, *(b.figure is a.figure and b.start == a.start for a, b in pairwise(uses))]

    @cache
    def rest_of(index: int, left: int, last: int) -> tuple[float, tuple[int, ...]] | None:
        if index == len(lengths):
            return (0.0, ()) if left == 0 else None
        best: tuple[float, tuple[int, ...]] | None = None
        for place, length in enumerate(lengths[index]):
            # "Pivot x2": what is danced again takes as long as before.
            same = again[index] and length == last
            own = 0.0 if same else _unusual(place, closed[index]) + again[index]
            if length > left or (best is not None and own >= best[0]):
                continue
            rest = rest_of(index + 1, left - length, length)
            if rest is None:
                continue
            cost = rest[0] + own
            if best is None or cost < best[0]:
                best = cost, (length, *rest[1])
        return best

    found = rest_of(0, landings, 0)
    return found[1] if found else None


def _unusual(place: int, usual: int) -> float:
    """What it costs that a figure takes another length than its usual one."""
    return 0.0 if place == usual else 0.5 if place < _FEW_LENGTHS else 0.5 + place / 1000


_FEW_LENGTHS: Final = 3


def with_next(uses: Sequence[FigureUse]) -> Iterator[tuple[FigureUse, FigureUse | None]]:
    return zip(uses, (*uses[1:], None), strict=True)


def _choices_of(use: FigureUse, landings: int, *, alone: bool) -> tuple[int, ...]:
    """ "Walk R, L" is two walks and no more; "walk R" alone goes on for its counts."""
    lengths = use.figure.lengths
    if use.lasts and max(lengths) == 1:
        if use.lasts == landings and not alone:
            # "Step L side and roll hips for 4 counts" on four: the step is one of them.
            return tuple(range(use.lasts, 0, -1))
        return (use.lasts,)
    if use.figure.sustained:
        return tuple(range(1, landings + 1))
    named_step = use.foot is not None and lengths == (1,) and "B" not in use.figure.ways[0]
    if not use.figure.repeats or (named_step and not alone):
        return lengths
    return (*lengths, *(n for n in range(1, landings + 1) if n not in lengths))
