"""On which days a class meets. All days are those of the hall."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from typing import Final

from ..core.errors import Message, TeachingError

WEEK: Final = timedelta(days=7)
LONGEST: Final = 366 * 2
"""Days that a term lasts at most."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Term:
    """The weekly day (0 is Monday), the first and last day of the term (None: open) and the days
    without a class."""

    weekday: int
    first: date | None = None
    last: date | None = None
    no_class: frozenset[date] = frozenset()

    def __post_init__(self) -> None:
        if self.first is None or self.last is None:
            return
        if self.last < self.first:
            raise TeachingError("The term has to end after it begins.", field="term_to")
        if (self.last - self.first).days > LONGEST:
            raise TeachingError(
                Message("A term lasts at most {days} days.", days=LONGEST), field="term_to"
            )

    def meets(self, day: date) -> bool:
        """Is there a class on this day?"""
        return (
            day.weekday() == self.weekday
            and day not in self.no_class
            and (self.first is None or day >= self.first)
            and (self.last is None or day <= self.last)
        )

    @property
    def plain(self) -> Term:
        """The term as if no day were without a class: the series a calendar repeats."""
        return Term(weekday=self.weekday, first=self.first, last=self.last)

    @property
    def exceptions(self) -> tuple[date, ...]:
        """The days without a class on which there would be one."""
        return tuple(day for day in sorted(self.no_class) if self.plain.meets(day))

    def next_from(self, day: date) -> date | None:
        """The first class on this day or after it; None when the term is over."""
        at = max(day, self.first) if self.first else day
        at += timedelta(days=(self.weekday - at.weekday()) % 7)
        while self.last is None or at <= self.last:
            if at not in self.no_class:
                return at
            at += WEEK
        return None

    def days(self) -> list[date]:
        """All classes of the term; none of one that is open."""
        if self.first is None or self.last is None:
            return []
        at = self.first + timedelta(days=(self.weekday - self.first.weekday()) % 7)
        found = []
        while at <= self.last:
            if at not in self.no_class:
                found.append(at)
            at += WEEK
        return found
