"""How well a dance and a song go together at all: the best there is, and whether it is good.

Good means that no more than a third of what matters in the song is lost on phrases that begin
inside a wall and on walls that start off the count unit (practice, no published source). The
share is that of the best plan, so that nothing the user could do would make it smaller.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

from ..layout.engine import lay_out
from ..layout.timeline import Timeline
from ..routine.event_words import event_name
from ..routine.model import Routine
from ..sheet.counting import unit_said
from ..sheet.model import Sheet
from ..song.model import PhraseKind, Song
from .parts import PartLimits, ending_of, plan_parts, usual_homes
from .price import CostItem, Reason, price, total
from .settle import planned_routine
from .terms import importances, tag_choices, usual_events, usual_limits, usual_tags
from .walls import plan_walls

GOOD_SHARE: Final = Fraction(1, 3)


@dataclass(frozen=True, slots=True, kw_only=True)
class Fit:
    """The best plan of a dance on a song. ``lost`` of ``matters`` points go to the song's shape:
    phrases that begin inside a wall, walls off the count unit. ``met`` are its events with their
    walls, ``sequence`` its order; ``same_unit`` says that both are counted in eights, or both in
    sixes."""

    cost: int
    lost: int
    matters: int
    hits: int
    phrases: int
    met: tuple[tuple[str, tuple[int, ...]], ...]
    sequence: str
    same_unit: bool = True

    @property
    def share(self) -> Fraction:
        """How much of what matters is lost, from 0."""
        return Fraction(self.lost, max(1, self.matters))

    @property
    def good(self) -> bool:
        return self.same_unit and self.share <= GOOD_SHARE


def fit_of(timeline: Timeline, importance: Mapping[int, int]) -> Fit:
    """How a routine sits as it stands."""
    homes = usual_homes(timeline.routine.sheet) if timeline.routine.sequence.strip() else {}
    items = price(timeline, importance, homes)
    return Fit(
        cost=total(items),
        lost=sum(item.cost for item in items if _is_lost(item)),
        matters=sum(importance.get(placed.index, 0) for placed in timeline.danced_phrases),
        hits=len(timeline.phrase_hits),
        phrases=len(timeline.danced_phrases),
        met=events_met(timeline),
        sequence=timeline.routine.sequence,
        same_unit=units_match(timeline.routine.song, timeline.routine.sheet),
    )


def events_met(timeline: Timeline) -> tuple[tuple[str, tuple[int, ...]], ...]:
    """Every event that happens, by name, with its walls."""
    met: dict[str, list[int]] = {}
    for there in timeline.occurrences:
        met.setdefault(event_name(timeline.routine, there.event), []).append(there.wall)
    return tuple((name, tuple(walls)) for name, walls in met.items())


def _is_lost(item: CostItem) -> bool:
    return item.reason in (Reason.PHRASE, Reason.OFF_UNIT)


def best_fit(song: Song, sheet: Sheet, *, start: Fraction | None = None) -> Fit | None:
    """The best plan with the usual limits of the dance's level; None when nothing can be danced."""
    routine = Routine(song=song, sheet=sheet, start=start)
    planned = best_routine(routine)
    if planned is None:
        return None
    return fit_of(lay_out(planned), importances(song))


def best_routine(routine: Routine) -> Routine | None:
    """The routine with its events, or its order, as the best plan has them."""
    return next(iter(best_routines(routine, 1)), None)


def best_routines(routine: Routine, k: int, share: int = 1) -> tuple[Routine, ...]:
    """The routine as each of the k cheapest plans with the usual limits has it.

    ``share``: of so many songs one request asks for plans.
    """
    song, sheet = routine.song, routine.sheet
    part = sheet.wall
    begin = routine.start_count
    if part is None or part.length <= 0 or begin >= song.length:
        return ()
    if len(sheet.danced) > 1:
        limits = PartLimits(
            tags=tag_choices(sheet, usual_tags(sheet, song.count_unit)),
            max_events=usual_events(sheet.claims.plain_level),
            importance=importances(song),
            homes=usual_homes(sheet),
            pins=dict(routine.pins),
            ending=ending_of(routine),
        )
        orders = plan_parts(song, sheet, limits, start=begin, k=k, share=share)
        return tuple(replace(routine, sequence=plan.sequence, events=()) for plan in orders.plans)
    usual = usual_limits(song, sheet, part, sheet.claims.plain_level)
    plans = plan_walls(song, part, usual, start=begin, k=k, share=share)
    bare = replace(routine, events=())
    return tuple(planned_routine(plan, bare, ()) for plan in plans.plans)


def units_match(song: Song, sheet: Sheet) -> bool:
    """Is the dance counted like the song, in eights or in sixes?"""
    said = unit_said(sheet)
    return said is None or said == song.count_unit


def is_marked(song: Song) -> bool:
    """Has anybody said where this song's phrases are? Without them nothing can be ranked."""
    blank = (PhraseKind.INTRO, PhraseKind.UNMARKED)
    return any(phrase.kind not in blank for phrase in song.phrases)


def rank_key(fit: Fit) -> tuple[bool, Fraction, int]:
    """Best first: the smallest share lost, then the fewest points in all."""
    return not fit.same_unit, fit.share, fit.cost
