"""The planner's rules once more, the slow way: every plan there is, each one priced by itself.

Written from the costs in the domain paper, section 10, without a look at the planner: plans
are lists of (cut, tag) for each wall, and the price is added up from the finished list.
"""

from collections.abc import Iterator
from fractions import Fraction as F

from maplestep.core.planner.terms import Limits
from maplestep.core.sheet.model import Part
from maplestep.core.song.model import Song

Wall = tuple[F | None, F | None]


def all_plans(song: Song, part: Part, limits: Limits, start: F) -> Iterator[tuple[Wall, ...]]:
    """Every list of walls from the start to the song's end."""

    def go_on(at: F, left: int, walls: tuple[Wall, ...]) -> Iterator[tuple[Wall, ...]]:
        if at >= song.length:
            yield walls
            return
        yield from go_on(at + part.length, left, (*walls, (None, None)))
        if not left:
            return
        for cut in (None, *limits.cuts):
            for tag in (None, *(choice.length for choice in limits.tags)):
                if (cut, tag) == (None, None):
                    continue
                there = at + (part.length if cut is None else cut)
                if there >= song.length:
                    continue  # an event cannot lie at or beyond the end
                if limits.no_side_events and _faced(part, (*walls, (cut, tag))) % 4:
                    continue
                yield from go_on(there + (tag or 0), left - 1, (*walls, (cut, tag)))

    yield from go_on(start, limits.max_events, ())


def _turned(part: Part, upto: F) -> int:
    return sum(m.turn for m in part.moves if m.at < upto)


def _faced(part: Part, walls: tuple[Wall, ...]) -> int:
    return sum(_turned(part, part.length if cut is None else cut) for cut, _ in walls)


def _of_event(part: Part, cut: F | None, tag: F | None) -> int:
    cost = 5 if cut is not None and tag is not None else 3
    if cut is not None:
        cost += 0 if cut % 8 == 0 else 1 if cut % 4 == 0 else 3 if cut % 2 == 0 else 5
    if tag is not None:
        cost += 0 if tag in (4, 8, 16) else 1 if tag % 2 == 0 else 3
    danced = part.length if cut is None else cut
    weights = [w for m, w in zip(part.moves, part.weights, strict=True) if m.at < danced and w]
    first = next(m.foot for m in part.moves if m.foot)
    return cost + bool(weights and weights[-1] is first)


def price(song: Song, part: Part, limits: Limits, start: F, walls: tuple[Wall, ...]) -> int:
    """What a plan costs. Tags turn nothing here: the tests give them no steps."""
    cost, at, seen = 0, start, set()
    for number, (cut, tag) in enumerate(walls, start=1):
        phrase = max((p for p in song.placed if p.start <= at), key=lambda p: p.start)
        if (at - phrase.start) % song.count_unit:
            cost += 5
        danced = part.length if cut is None else cut
        end = at + danced + (tag or 0)
        for placed in song.placed:
            if at < placed.start < end:
                cost += limits.importance.get(placed.index, 0)
        if cut is not None or tag is not None:
            cost += _of_event(part, cut, tag) + bool(_faced(part, walls[:number]) % 4)
            seen.add((cut, tag))
        at = end
    return cost + 2 * len(seen)
