"""What a finding is. :mod:`maplestep.messages.findings` makes its sentences."""

from __future__ import annotations

from dataclasses import dataclass, field
from enum import Enum
from fractions import Fraction
from typing import Any

from .moves import Span


class Severity(Enum):
    """How much a finding matters: it cannot be right, it may not be, or it is good to know."""

    WRONG = "wrong"
    DOUBTFUL = "doubtful"
    KNOW = "know"


@dataclass(frozen=True, slots=True, kw_only=True)
class Place:
    """Where a finding is: in the sheet (span, part, section, count) or in the song."""

    span: Span | None = None
    part: str = ""
    section: str = ""
    count: str = ""
    wall: int | None = None
    event: str = ""
    phrase: int | None = None
    at_count: Fraction | None = None
    at_seconds: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class SheetEdit:
    """Replace [start, end) of the sheet's text."""

    start: int
    end: int
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class EventEdit:
    """Change one event: ``walls`` it keeps (none: take it out), a new claimed facing.

    ``claims_facing`` is None to leave the claim as it is.
    """

    event: str
    walls: tuple[int, ...]
    claims_facing: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class EventsEdit:
    """Put these events in, each in place of the one of its name; ``code`` says what that does.

    They are :class:`maplestep.core.routine.model.Event`, which knows findings and so is not named
    here.
    """

    code: str
    facts: dict[str, str]
    events: tuple[Any, ...]


Fix = SheetEdit | EventEdit | EventsEdit


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """One thing found. ``facts`` fill the sentence that belongs to ``code``.

    ``fix`` is the least change that puts it right, ``others`` further ones. ``consequences``
    are findings that only come of this one.
    """

    code: str
    severity: Severity
    place: Place
    facts: dict[str, str] = field(default_factory=dict)
    expected: str = ""
    found: str = ""
    fix: Fix | None = None
    others: tuple[Fix, ...] = ()
    consequences: tuple[Finding, ...] = ()


def note(code: str, **facts: str) -> Finding:
    """A doubtful finding about something that stands beside the sheet and the song."""
    return Finding(code=code, severity=Severity.DOUBTFUL, place=Place(), facts=facts)
