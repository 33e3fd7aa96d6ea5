"""What is asked of the planner and what it answers, for screens and ``--json``."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ..core.planner.fit import events_met
from ..core.planner.price import total
from ..core.planner.terms import MOST_EVENTS
from ..formats.routine.routine_file import EventForm, Form, event_form
from ..messages.findings import sentences
from ..messages.plans import bill, headline, item_words, order_reasons, reason
from ..services.plan import PlanRequest, Plans, PricedTimeline
from .timeline import SegmentView, segment_views


class PlanRequestForm(Form):
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

    def request(self) -> PlanRequest:
        """The request the form makes."""
        return PlanRequest(
            cuts=None if self.cuts is None else tuple(self.cuts),
            tags=None if self.tags is None else tuple(self.tags),
            max_events=self.max_events,
            importance=self.importance,
            no_side_events=self.no_side_events,
            keep=tuple(self.keep),
            homes=None
            if self.homes is None
            else {name: tuple(kinds) for name, kinds in self.homes.items()},
            top=self.top,
        )


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
    segments: list[SegmentView]


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


def plans_view(plans: Plans) -> PlansView:
    """The plans as a form."""
    limits, own = plans.limits, plans.own
    return PlansView(
        outcome=plans.outcome.value,
        plans=[_plan_view(each) for each in plans.plans],
        every_phrase=plans.every_phrase,
        own=PriceView(
            cost=total(own.costs),
            costs=_costs(own),
            bill=_bill(own),
            events=len(own.timeline.occurrences),
        ),
        good=plans.good,
        verdict=sentences(plans.verdict) if plans.verdict else "",
        limits=LimitsView(
            cuts=[_written(cut) for cut in limits.cuts],
            tags=[int(tag) for tag in limits.tags],
            max_events=limits.max_events,
            importance=limits.importance,
            no_side_events=limits.no_side_events,
            homes={name: sorted(kinds) for name, kinds in limits.homes.items()},
        ),
    )


def _plan_view(plan: PricedTimeline) -> PlanView:
    timeline = plan.timeline
    return PlanView(
        cost=total(plan.costs),
        words=headline(events_met(timeline), timeline.routine.sequence),
        hits=len(timeline.phrase_hits),
        phrases=len(timeline.danced_phrases),
        costs=_costs(plan),
        bill=_bill(plan),
        reasons=[
            ReasonView(event=there.event.id, wall=there.wall, words=reason(timeline, there))
            for there in timeline.occurrences
        ]
        + [ReasonView(event="", wall=wall, words=words) for wall, words in order_reasons(timeline)],
        events=[event_form(event) for event in timeline.routine.events],
        sequence=timeline.routine.sequence,
        segments=segment_views(timeline),
    )


def _costs(plan: PricedTimeline) -> list[CostView]:
    return [
        CostView(
            reason=item.reason.value,
            cost=item.cost,
            wall=item.wall,
            words=item_words(plan.timeline, item),
        )
        for item in plan.costs
    ]


def _bill(plan: PricedTimeline) -> list[BillView]:
    return [BillView(cost=cost, words=words) for cost, words in bill(plan.timeline, plan.costs)]


def _written(cut: Fraction) -> str:
    return str(cut) if cut.denominator == 1 else f"{cut.__floor__()}½"
