"""The same dance to another song: what stays, what moves, what goes, what is new.

The new song is taken as it is counted, in half time and in double time; for each the best plan
is found, and every event of the old routine is looked for in it.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import Enum
from fractions import Fraction
from typing import Final

from ..errors import SongError
from ..layout.engine import lay_out
from ..layout.timeline import EndReason, SegmentKind, Timeline
from ..planner.fit import Fit, best_routines, fit_of
from ..planner.terms import importances
from ..routine.event_words import event_name
from ..routine.model import EventKind, Routine
from ..song.grid import change_level
from ..song.model import Song

_PLANS: Final = 5
LEVELS: Final = (Fraction(1), Fraction(1, 2), Fraction(2))


class Fate(Enum):
    """What becomes of an event."""

    STAYS = "stays"
    MOVES = "moves"
    GOES = "goes"
    NEW = "new"


@dataclass(frozen=True, slots=True)
class Placed:
    """An event on a wall: what it is, the wall, facings and seconds."""

    words: str
    wall: int
    starts: int
    facing: int
    at_seconds: float


@dataclass(frozen=True, slots=True)
class Change:
    """One line of the comparison: where the event was, where it is, and what became of it.

    ``lands``: on the new song the old event, left where it is, still leads to a phrase.
    """

    fate: Fate
    before: Placed | None
    after: Placed | None
    lands: bool = False


@dataclass(frozen=True, kw_only=True)
class Swapped:
    """A reading of the new song: ``level`` counts of it to one as written, 1/2 or 2."""

    level: Fraction
    untouched: Timeline
    untouched_fit: Fit
    planned: Timeline
    fit: Fit
    changes: tuple[Change, ...]


def swap(routine: Routine, song: Song) -> tuple[Swapped, ...]:
    """The routine on another song in every reading that can be danced, the best first.

    A reading is better when less of what matters is lost, then when it is nearer to the old
    tempo, counts a minute against counts a minute.
    """
    found = []
    for level in LEVELS:
        try:
            read = song if level == 1 else change_level(song, level)
        except SongError:
            continue
        one = _swapped(routine, read, level)
        if one is not None:
            found.append((one, abs(_speed(read) / _speed(routine.song) - 1)))
    found.sort(key=lambda pair: (not pair[0].fit.good, round(pair[1], 1), pair[0].fit.share))
    return tuple(one for one, _ in found)


def _speed(song: Song) -> float:
    """Counts a minute."""
    return float(song.bpm / song.beats_per_count)


def _swapped(routine: Routine, song: Song, level: Fraction) -> Swapped | None:
    moved = replace(routine, song=song, start=None)
    plans = [lay_out(planned) for planned in best_routines(moved, _PLANS, share=len(LEVELS))]
    if not plans:
        return None
    before, left = lay_out(routine), lay_out(moved)
    weights = importances(song)
    cheapest = fit_of(plans[0], weights).cost
    # Of plans that cost the same, the one that changes least for those who know the old.
    after = max(
        (plan for plan in plans if fit_of(plan, weights).cost == cheapest),
        key=lambda plan: len(_keys(plan) & _keys(before)),
    )
    return Swapped(
        level=level,
        untouched=left,
        untouched_fit=fit_of(left, weights),
        planned=after,
        fit=fit_of(after, weights),
        changes=tuple(_changes(before, left, after)),
    )


def _changes(before: Timeline, left: Timeline, after: Timeline) -> Iterator[Change]:
    old, new = _placed(before), _placed(after)
    landing = _landing(left)
    at_home = {(p.words, p.wall): p for p in new}
    unmatched = [p for p in new if (p.words, p.wall) not in {(o.words, o.wall) for o in old}]
    for event in old:
        lands = (event.words, event.wall) in landing
        same = at_home.get((event.words, event.wall))
        if same is not None:
            yield Change(Fate.STAYS, event, same, lands)
            continue
        moved = min(
            (p for p in unmatched if p.words == event.words),
            key=lambda p: abs(p.wall - event.wall),
            default=None,
        )
        if moved is None:
            yield Change(Fate.GOES, event, None, lands)
        else:
            unmatched.remove(moved)
            yield Change(Fate.MOVES, event, moved, lands)
    for event in unmatched:
        yield Change(Fate.NEW, None, event)


def _keys(timeline: Timeline) -> set[tuple[str, int]]:
    return {(placed.words, placed.wall) for placed in _placed(timeline)}


def _placed(timeline: Timeline) -> list[Placed]:
    """Every event as danced; in a phrased dance its cuts and tags."""
    found = [
        Placed(
            event_name(timeline.routine, there.event), there.wall, there.starts, there.facing,
            there.at_seconds,
        )
        for there in timeline.occurrences
    ]  # fmt: skip
    for segment in timeline.segments:
        if segment.item is not None and (
            segment.kind is SegmentKind.TAG or segment.ended is EndReason.CUT or segment.first
        ):
            words = timeline.routine.order.items[segment.item].text
            found.append(
                Placed(
                    words, segment.wall, segment.start_facing, segment.end_facing,
                    segment.start_seconds,
                )
            )  # fmt: skip
    return found


def _landing(timeline: Timeline) -> set[tuple[str, int]]:
    """Events after which a wall begins with a phrase before the next event comes."""
    hits = {placed.start for placed in timeline.phrase_hits}
    found = set()
    there = [h for h in timeline.occurrences if h.event.kind is not EventKind.CHANGE]
    for index, happening in enumerate(there):
        last = there[index + 1].wall if index + 1 < len(there) else len(timeline.walls)
        if any(wall.start in hits for wall in timeline.walls[happening.wall : last]):
            found.add((event_name(timeline.routine, happening.event), happening.wall))
    return found
