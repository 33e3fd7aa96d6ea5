"""What a sheet's and a timeline's views share: findings in words, facings, labels."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from ..core.primitives.finding import EventEdit, EventsEdit, Finding, Fix, SheetEdit
from ..core.primitives.turns import clock
from ..formats.routine.routine_file import EventForm, event_form
from ..messages.findings import advice, fix_words, message

FootName = Literal["L", "R", "both"]


class SheetFixView(BaseModel):
    """Replace characters [start, end) of the sheet."""

    kind: Literal["sheet"] = "sheet"
    label: str
    start: int
    end: int
    text: str


class EventFixView(BaseModel):
    """Change an event: the walls left (none: remove it) and the facing claimed."""

    kind: Literal["event"] = "event"
    label: str
    event: str
    walls: list[int]
    claims_facing: str | None


class EventsFixView(BaseModel):
    """Put these events in, each in place of the one of its name."""

    kind: Literal["events"] = "events"
    label: str
    events: list[EventForm]


FixView = SheetFixView | EventFixView | EventsFixView


class FindingView(BaseModel):
    """A finding in words, with its place."""

    code: str
    severity: Literal["wrong", "doubtful", "know"]
    message: str
    advice: str
    expected: str
    found: str
    start: int | None
    end: int | None
    line: int | None
    section: str
    count: str
    wall: int | None
    event: str
    phrase: int | None
    at_seconds: float | None
    fix: FixView | None
    others: list[FixView]
    consequences: list[str]
    """Messages of findings that only come of this one."""


class FacingRunView(BaseModel):
    """Counts [start, end) facing one way."""

    facing: str
    start: float
    end: float


def finding_view(finding: Finding) -> FindingView:
    """A finding with its sentences made."""
    place = finding.place
    return FindingView(
        code=finding.code,
        severity=finding.severity.value,
        message=message(finding),
        advice=advice(finding),
        expected=finding.expected,
        found=finding.found,
        start=place.span.start if place.span else None,
        end=place.span.end if place.span else None,
        line=place.span.line if place.span else None,
        section=place.section,
        count=place.count,
        wall=place.wall,
        event=place.event,
        phrase=place.phrase,
        at_seconds=place.at_seconds,
        fix=_fix_view(finding, finding.fix) if finding.fix else None,
        others=[_fix_view(finding, fix) for fix in finding.others],
        consequences=[message(each) for each in finding.consequences],
    )


def _fix_view(finding: Finding, fix: Fix) -> FixView:
    match fix:
        case EventsEdit():
            events = [event_form(event) for event in fix.events]
            return EventsFixView(label=fix_words(fix, finding), events=events)
        case SheetEdit():
            return SheetFixView(
                label=fix_words(fix, finding), start=fix.start, end=fix.end, text=fix.text
            )
        case EventEdit():
            facing = None if fix.claims_facing is None else clock(fix.claims_facing)
            return EventFixView(
                label=fix_words(fix, finding),
                event=fix.event,
                walls=list(fix.walls),
                claims_facing=facing,
            )
