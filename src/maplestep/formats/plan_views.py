"""What is asked of the planner and what it answers, for screens and ``--json``."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Annotated, Final, Literal

from pydantic import BaseModel, Field

from ..core.counts import parse_cut
from ..core.errors import RoutineError
from ..core.laying import lay_out
from ..core.planner.fit import Fit, fit_of, is_marked, units_match
from ..core.planner.parts import PartLimits, ending_of, plan_parts, usual_homes
from ..core.planner.price import CostItem, price, total
from ..core.planner.reasons import bill, headline, item_words, order_reasons, reason
from ..core.planner.search import Outcome
from ..core.planner.settle import fixed_walls, kept_events, planned_routine
from ..core.planner.terms import (
    MOST_EVENTS,
    Limits,
    importances,
    tag_choices,
    usual_cuts,
    usual_events,
    usual_tags,
)
from ..core.planner.walls import plan_walls
from ..core.routine import Routine
from ..core.sheet.model import Part
from ..core.timeline import Timeline
from .routine_file import EventForm, Form, event_form
from .timeline_views import PassView, pass_views

_MOST_CUTS: Final = 64
_MOST_TAGS: Final = 12


class PlanWish(Form):
    """The user's limits; what is left out is as usual for the dance's level and count unit."""

    cuts: Annotated[list[Annotated[str, Field(max_length=20)]], Field(max_length=64)] | None = (
        Field(default=None, description="Counts a wall may stop after: 8, 16, 24.")
    )
    tags: Annotated[list[int], Field(max_length=12)] | None = Field(
        default=None, description="Lengths a tag may have, in counts."
    )
    max_events: Annotated[int, Field(ge=0, le=MOST_EVENTS)] | None = None
    importance: dict[int, Annotated[int, Field(ge=0, le=20)]] = Field(
        default={}, description="How much a phrase matters, by its number from 0."
    )
    no_side_events: bool = Field(default=False, description="No event that faces a side wall.")
    keep: list[str] = Field(default=[], max_length=200, description="Events that stay as they are.")
    homes: dict[str, list[str]] | None = Field(
        default=None, description="Phrase kinds each part of a phrased dance belongs to."
    )
    top: Annotated[int, Field(ge=1, le=20)] = 5


class CostView(BaseModel):
    """One thing a plan costs, in points and in words."""

    reason: str
    cost: int
    wall: int | None
    words: str


class BillView(BaseModel):
    """The costs gathered by what causes them: one line an event."""

    cost: int
    words: str


class ReasonView(BaseModel):
    """Why an event of a plan is on its wall."""

    event: str
    wall: int
    words: str


class PlanView(BaseModel):
    """A plan: what it costs and why, the events or the order that make it, and its stack."""

    cost: int
    words: str
    hits: int
    phrases: int
    costs: list[CostView]
    bill: list[BillView]
    reasons: list[ReasonView]
    events: list[EventForm]
    sequence: str
    passes: list[PassView]


class LimitsView(BaseModel):
    """The limits a search went by."""

    cuts: list[str]
    tags: list[int]
    max_events: int
    importance: dict[int, int]
    no_side_events: bool
    homes: dict[str, list[str]]


class PriceView(BaseModel):
    """What the routine as it stands costs."""

    cost: int
    costs: list[CostView]
    bill: list[BillView]
    events: int


class PlansView(BaseModel):
    """The cheapest plans, the routine beside them, and whether the two go together at all."""

    outcome: Literal["optimal", "infeasible", "given up"]
    plans: list[PlanView]
    every_phrase: bool
    own: PriceView
    good: bool
    verdict: str
    limits: LimitsView


@dataclass(frozen=True, slots=True)
class _Asked:
    """A wish with everything filled in."""

    cuts: tuple[Fraction, ...]
    tags: tuple[Fraction, ...]
    max_events: int
    importance: dict[int, int]
    homes: dict[str, frozenset[str]]
    wish: PlanWish


def plans_view(routine: Routine, wish: PlanWish) -> PlansView:
    """Plan a routine anew. Raises RoutineError or CountError for limits that cannot be."""
    part = routine.sheet.wall
    own = lay_out(routine)
    asked = _asked(routine, wish, part)
    if part is None or part.length <= 0 or not own.passes:
        return _view("infeasible", [], own, asked, "There is nothing to dance to this song yet.")
    if not is_marked(routine.song):
        words = "This song has no marked phrases. Mark them at the Song desk; plans follow them."
        return _view("infeasible", [], own, asked, words)
    phrased = len(routine.sheet.danced) > 1
    outcome, routines, every = _orders(routine, asked) if phrased else _walls(routine, part, asked)
    plans = [_plan_view(lay_out(planned), asked) for planned in routines]
    best = fit_of(lay_out(routines[0]), asked.importance) if routines else None
    verdict = _verdict(routine, best, outcome)
    if best is not None and not best.good and _spoilt(routine, part, asked):
        verdict = (
            f"With the events that stay, even the best plan begins only {best.hits} of "
            f"{best.phrases} phrases on count 1. Without them the dance sits well."
        )
    view = _view(outcome.value, plans, own, asked, verdict)
    view.good = best is not None and best.good
    view.every_phrase = every
    return view


def _asked(routine: Routine, wish: PlanWish, part: Part | None) -> _Asked:
    song, sheet = routine.song, routine.sheet
    length = part.length if part is not None else Fraction(0)
    cuts = usual_cuts(length, song.count_unit)
    if wish.cuts is not None:
        cuts = tuple(sorted({parse_cut(cut).at for cut in wish.cuts if cut.strip()}))
    tags = usual_tags(sheet, song.count_unit)
    if wish.tags is not None:
        if any(not 1 <= tag <= 64 for tag in wish.tags):
            raise RoutineError("A tag lasts 1 to 64 counts.", field="tags")
        tags = tuple(Fraction(tag) for tag in sorted(set(wish.tags)))
    homes = usual_homes(sheet)
    if wish.homes is not None:
        homes = {name: frozenset(kinds) for name, kinds in wish.homes.items()}
    usual = usual_events(sheet.claims.plain_level)
    return _Asked(
        cuts=cuts[:_MOST_CUTS],
        tags=tags[:_MOST_TAGS],
        max_events=usual if wish.max_events is None else wish.max_events,
        importance={**importances(song), **wish.importance},
        homes=homes if len(sheet.danced) > 1 else {},
        wish=wish,
    )


def _walls(routine: Routine, part: Part, asked: _Asked) -> tuple[Outcome, list[Routine], bool]:
    kept = kept_events(routine, asked.wish.keep)
    limits = Limits(
        cuts=asked.cuts,
        tags=tag_choices(routine.sheet, asked.tags),
        max_events=asked.max_events,
        importance=asked.importance,
        no_side_events=asked.wish.no_side_events,
        fixed=fixed_walls(routine, kept),
    )
    found = plan_walls(routine.song, part, limits, start=routine.start_count, k=asked.wish.top)
    return found.outcome, [planned_routine(plan, routine, kept) for plan in found.plans], False


def _spoilt(routine: Routine, part: Part, asked: _Asked) -> bool:
    """Is it only what the user keeps that makes every plan a bad one?"""
    if len(routine.sheet.danced) > 1 or not kept_events(routine, asked.wish.keep):
        return False
    bare = replace(routine, events=())
    _, free, _ = _walls(bare, part, asked)
    return bool(free) and fit_of(lay_out(free[0]), asked.importance).good


def _orders(routine: Routine, asked: _Asked) -> tuple[Outcome, list[Routine], bool]:
    chosen = asked.wish.cuts is not None
    limits = PartLimits(
        tags=tag_choices(routine.sheet, asked.tags),
        max_events=asked.max_events,
        importance=asked.importance,
        homes=asked.homes,
        pins=dict(routine.pins),
        ending=ending_of(routine),
        cuts={part.name: asked.cuts for part in routine.sheet.danced} if chosen else None,
        no_side_events=asked.wish.no_side_events,
    )
    found = plan_parts(
        routine.song, routine.sheet, limits, start=routine.start_count, k=asked.wish.top
    )
    routines = [replace(routine, sequence=plan.sequence) for plan in found.plans]
    return found.outcome, routines, found.every_phrase


def _plan_view(timeline: Timeline, asked: _Asked) -> PlanView:
    items = price(timeline, asked.importance, asked.homes)
    events = timeline.routine.events
    return PlanView(
        cost=total(items),
        words=timeline.routine.sequence or headline(timeline),
        hits=len(timeline.phrase_hits),
        phrases=len(timeline.danced_phrases),
        costs=_costs(timeline, items),
        bill=_bill(timeline, items),
        reasons=[
            ReasonView(event=there.event.id, wall=there.wall, words=reason(timeline, there))
            for there in timeline.happenings
        ]
        + [ReasonView(event="", wall=wall, words=words) for wall, words in order_reasons(timeline)],
        events=[event_form(event) for event in events],
        sequence=timeline.routine.sequence,
        passes=pass_views(timeline),
    )


def _costs(timeline: Timeline, items: tuple[CostItem, ...]) -> list[CostView]:
    return [
        CostView(
            reason=item.reason.value,
            cost=item.cost,
            wall=item.wall,
            words=item_words(timeline, item),
        )
        for item in items
    ]


def _bill(timeline: Timeline, items: tuple[CostItem, ...]) -> list[BillView]:
    return [BillView(cost=cost, words=words) for cost, words in bill(timeline, items)]


def _view(
    outcome: str, plans: list[PlanView], own: Timeline, asked: _Asked, verdict: str
) -> PlansView:
    items = price(own, asked.importance, asked.homes)
    return PlansView(
        outcome=outcome,
        plans=plans,
        every_phrase=False,
        own=PriceView(
            cost=total(items),
            costs=_costs(own, items),
            bill=_bill(own, items),
            events=len(own.happenings),
        ),
        good=False,
        verdict=verdict,
        limits=LimitsView(
            cuts=[_written(cut) for cut in asked.cuts],
            tags=[int(tag) for tag in asked.tags],
            max_events=asked.max_events,
            importance=asked.importance,
            no_side_events=asked.wish.no_side_events,
            homes={name: sorted(kinds) for name, kinds in asked.homes.items()},
        ),
    )


def _written(cut: Fraction) -> str:
    return str(cut) if cut.denominator == 1 else f"{cut.__floor__()}½"


def _verdict(routine: Routine, best: Fit | None, outcome: Outcome) -> str:
    if best is None:
        if outcome is Outcome.GIVEN_UP:
            return "The search took too long. Allow fewer cuts, tags or events."
        return "Nothing can be danced within these limits. Allow more."
    dance = routine.sheet.title or "This dance"
    if not units_match(routine.song, routine.sheet):
        units = {6: "sixes", 8: "eights"}
        return (
            f"{dance} is not counted like this song, which goes by in "
            f"{units[routine.song.count_unit]}: they do not go together."
        )
    if best.good:
        return ""
    return (
        f"{dance} and this song do not go together: even the best plan begins only {best.hits} of "
        f"{best.phrases} phrases on count 1."
    )
