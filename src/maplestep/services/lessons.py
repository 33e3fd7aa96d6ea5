"""The lessons of an evening, planned and fitted: what the API and the prints show."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ..core.layout.timeline import Timeline
from ..core.teaching.drills import Drill
from ..core.teaching.evening import Plan, Wish, plan_evening, refit
from ..core.teaching.lesson import Order, lesson
from ..core.teaching.review import Remembered


@dataclass(frozen=True, slots=True, kw_only=True)
class Taught:
    """A routine as a class has it: laid out, and what is remembered of it."""

    title: str
    timeline: Timeline
    remembered: Remembered | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class PlannedEvening:
    """A plan with the routines it is of, by name."""

    plan: Plan
    routines: Mapping[str, Taught]


def plan_lessons(
    routines: Mapping[str, Taught],
    wish: Wish,
    *,
    order: Order,
    level: str,
    done: Mapping[str, int] | None = None,
) -> PlannedEvening:
    """The plan of an evening for a class of this level; of one that has begun, with what is
    ``done`` in the seconds it took."""
    lessons = lessons_of(routines, order=order, level=level)
    plan = refit(lessons, wish, done) if done else plan_evening(lessons, wish)
    return PlannedEvening(plan=plan, routines=routines)


def lessons_of(
    routines: Mapping[str, Taught], *, order: Order, level: str
) -> dict[str, tuple[Drill, ...]]:
    """The drills of every routine, from what the class knows of it."""
    return {
        name: lesson(
            taught.timeline,
            order=order,
            known=taught.remembered.known if taught.remembered else None,
            level=level,
        )
        for name, taught in routines.items()
    }
