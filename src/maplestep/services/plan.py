"""Plan a routine anew: the cheapest ways to lay a dance on a song, within the user's limits."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from fractions import Fraction
from typing import Final

from ..core.errors import RoutineError
from ..core.layout.engine import lay_out
from ..core.layout.timeline import Timeline
from ..core.planner.fit import Fit, fit_of, is_marked, units_match
from ..core.planner.parts import PartLimits, ending_of, plan_parts, usual_homes
from ..core.planner.price import CostItem, price
from ..core.planner.search import Outcome
from ..core.planner.settle import fixed_walls, kept_events, planned_routine
from ..core.planner.terms import (
    Limits,
    importances,
    tag_choices,
    usual_cuts,
    usual_events,
    usual_tags,
)
from ..core.planner.walls import plan_walls
from ..core.primitives.counts import parse_cut
from ..core.primitives.finding import Finding, note
from ..core.routine.model import Routine
from ..core.sheet.model import Part

_MOST_CUTS: Final = 64
_MOST_TAGS: Final = 12


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanRequest:
    """What the user asks for; None is as usual for the dance's level and the song's count unit.

    ``cuts`` are counts a wall may stop after, as written ("16", "6&"), ``tags`` lengths in counts,
    ``importance`` of phrases by number from 0, ``keep`` ids of events that stay, ``homes`` phrase
    kinds by part, ``top`` how many plans.
    """

    cuts: tuple[str, ...] | None = None
    tags: tuple[int, ...] | None = None
    max_events: int | None = None
    importance: Mapping[int, int] = field(default_factory=dict)
    no_side_events: bool = False
    keep: tuple[str, ...] = ()
    homes: Mapping[str, tuple[str, ...]] | None = None
    top: int = 5


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanLimits:
    """A request with everything filled in; cuts and tags in counts."""

    cuts: tuple[Fraction, ...]
    tags: tuple[Fraction, ...]
    max_events: int
    importance: dict[int, int]
    homes: dict[str, frozenset[str]]
    no_side_events: bool
    keep: tuple[str, ...]
    top: int
    own_cuts: bool
    """Were the cuts named by the user?"""


@dataclass(frozen=True, slots=True, kw_only=True)
class PricedTimeline:
    """A routine on its song, and what that costs."""

    timeline: Timeline
    costs: tuple[CostItem, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Plans:
    """The cheapest plans, the routine as it stands beside them, and whether the two go together.

    ``good`` says that they do; otherwise ``verdict`` says why not.
    """

    outcome: Outcome
    own: PricedTimeline
    plans: tuple[PricedTimeline, ...]
    limits: PlanLimits
    good: bool = False
    every_phrase: bool = False
    verdict: Finding | None = None


def plan(routine: Routine, request: PlanRequest) -> Plans:
    """Plan a routine anew. Raises RoutineError or CountError for limits that cannot be."""
    part = routine.sheet.wall
    limits = _limits(routine, request, part)
    own = _priced(lay_out(routine), limits)
    empty = Plans(outcome=Outcome.INFEASIBLE, own=own, plans=(), limits=limits)
    if part is None or part.length <= 0 or not own.timeline.segments:
        return replace(empty, verdict=note("plan.nothing-to-dance"))
    if not is_marked(routine.song):
        return replace(empty, verdict=note("plan.no-phrases"))
    phrased = len(routine.sheet.danced) > 1
    find = _orders if phrased else _walls
    outcome, routines, every_phrase = find(routine, part, limits)
    plans = tuple(_priced(lay_out(planned), limits) for planned in routines)
    best = fit_of(plans[0].timeline, limits.importance) if plans else None
    verdict = _verdict(routine, best, outcome)
    if best is not None and not best.good and _spoilt(routine, part, limits):
        verdict = note("plan.spoilt", hits=str(best.hits), phrases=str(best.phrases))
    return Plans(
        outcome=outcome,
        own=own,
        plans=plans,
        limits=limits,
        good=best is not None and best.good,
        every_phrase=every_phrase,
        verdict=verdict,
    )


def _priced(timeline: Timeline, limits: PlanLimits) -> PricedTimeline:
    return PricedTimeline(timeline=timeline, costs=price(timeline, limits.importance, limits.homes))


def _limits(routine: Routine, request: PlanRequest, part: Part | None) -> PlanLimits:
    song, sheet = routine.song, routine.sheet
    length = part.length if part is not None else Fraction(0)
    cuts = usual_cuts(length, song.count_unit)
    if request.cuts is not None:
        cuts = tuple(sorted({parse_cut(cut).at for cut in request.cuts if cut.strip()}))
    tags = usual_tags(sheet, song.count_unit)
    if request.tags is not None:
        if any(not 1 <= tag <= 64 for tag in request.tags):
            raise RoutineError("A tag lasts 1 to 64 counts.", field="tags")
        tags = tuple(Fraction(tag) for tag in sorted(set(request.tags)))
    homes = usual_homes(sheet)
    if request.homes is not None:
        homes = {name: frozenset(kinds) for name, kinds in request.homes.items()}
    usual = usual_events(sheet.claims.plain_level)
    return PlanLimits(
        cuts=cuts[:_MOST_CUTS],
        tags=tags[:_MOST_TAGS],
        max_events=usual if request.max_events is None else request.max_events,
        importance={**importances(song), **request.importance},
        homes=homes if len(sheet.danced) > 1 else {},
        no_side_events=request.no_side_events,
        keep=request.keep,
        top=request.top,
        own_cuts=request.cuts is not None,
    )


_Found = tuple[Outcome, list[Routine], bool]


def _walls(routine: Routine, part: Part, asked: PlanLimits) -> _Found:
    kept = kept_events(routine, asked.keep)
    limits = Limits(
        cuts=asked.cuts,
        tags=tag_choices(routine.sheet, asked.tags),
        max_events=asked.max_events,
        importance=asked.importance,
        no_side_events=asked.no_side_events,
        fixed=fixed_walls(routine, kept),
    )
    found = plan_walls(routine.song, part, limits, start=routine.start_count, k=asked.top)
    return found.outcome, [planned_routine(each, routine, kept) for each in found.plans], False


def _spoilt(routine: Routine, part: Part, asked: PlanLimits) -> bool:
    """Is it only what the user keeps that makes every plan a bad one?"""
    if len(routine.sheet.danced) > 1 or not kept_events(routine, asked.keep):
        return False
    bare = replace(routine, events=())
    _, free, _ = _walls(bare, part, asked)
    return bool(free) and fit_of(lay_out(free[0]), asked.importance).good


def _orders(routine: Routine, _: Part, asked: PlanLimits) -> _Found:
    limits = PartLimits(
        tags=tag_choices(routine.sheet, asked.tags),
        max_events=asked.max_events,
        importance=asked.importance,
        homes=asked.homes,
        pins=dict(routine.pins),
        ending=ending_of(routine),
        cuts={part.name: asked.cuts for part in routine.sheet.danced} if asked.own_cuts else None,
        no_side_events=asked.no_side_events,
    )
    found = plan_parts(routine.song, routine.sheet, limits, start=routine.start_count, k=asked.top)
    routines = [replace(routine, sequence=each.sequence) for each in found.plans]
    return found.outcome, routines, found.every_phrase


def _verdict(routine: Routine, best: Fit | None, outcome: Outcome) -> Finding | None:
    if best is None:
        given_up = outcome is Outcome.GIVEN_UP
        return note("plan.given-up" if given_up else "plan.nothing-possible")
    dance = routine.sheet.title
    if not units_match(routine.song, routine.sheet):
        return note("plan.other-unit", dance=dance, unit=str(routine.song.count_unit))
    if best.good:
        return None
    return note("plan.poor", dance=dance, hits=str(best.hits), phrases=str(best.phrases))
