"""Classes as a calendar (RFC 5545), and the dates of a term out of one.

A class is a weekly event in the hall's time zone with its exceptions; where the term is open, the
series has no end.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, date, datetime, time, timedelta
from typing import Final, NamedTuple
from zoneinfo import ZoneInfo

import icalendar

from ...core.errors import FileError
from ...messages.words import text

MOST_EVENTS: Final = 2000
MAX_BYTES: Final = 1_000_000


class ClassInfo(NamedTuple):
    """What a calendar says of a class: the weekly series from ``first`` to ``last`` (None: without
    end), both included, without the days in ``no_class``."""

    uid: str
    name: str
    level: str
    zone: str
    starts_at: time
    minutes: int
    first: date
    last: date | None
    no_class: tuple[date, ...]
    changed_at: datetime


class Dates(NamedTuple):
    """Something that a calendar names, from a day to a day, both included."""

    name: str
    first: date
    last: date


def write_calendar(classes: Sequence[ClassInfo]) -> bytes:
    """A calendar of classes."""
    calendar = icalendar.Calendar()
    calendar.add("prodid", "-//Maple Step//Classes//EN")
    calendar.add("version", "2.0")
    for each in classes:
        calendar.add_component(_event(each))
    calendar.add_missing_timezones()
    return bytes(calendar.to_ical())


def _event(each: ClassInfo) -> icalendar.Event:
    zone = ZoneInfo(each.zone)
    starts = datetime.combine(each.first, each.starts_at, zone)
    event = icalendar.Event()
    event.add("uid", f"{each.uid}@maplestep")
    event.add("dtstamp", each.changed_at.astimezone(UTC))
    event.add("summary", each.name)
    event.add("dtstart", starts)
    event.add("duration", timedelta(minutes=each.minutes))
    rule: dict[str, object] = {"freq": "weekly"}
    if each.last is not None:
        rule["until"] = datetime.combine(each.last, time(23, 59, 59), zone).astimezone(UTC)
    event.add("rrule", rule)
    for day in each.no_class:
        event.add("exdate", datetime.combine(day, each.starts_at, zone))
    if each.level:
        event.add("description", text("class.calendar", level=each.level))
    return event


def read_dates(data: bytes) -> list[Dates]:
    """Everything a calendar names, by its first day: terms, holidays. Raises FileError."""
    if len(data) > MAX_BYTES:
        raise FileError("This calendar is too large for term dates. Export only those.")
    try:
        calendar = icalendar.Calendar.from_ical(data)
        events = calendar.walk("VEVENT")[:MOST_EVENTS]
        found = [_dates(event) for event in events if event.get("dtstart")]
    except (ValueError, KeyError, IndexError, AttributeError, TypeError) as error:
        raise FileError("This is no calendar file (.ics).") from error
    if not found:
        raise FileError("There are no dates in this calendar.")
    return sorted(found, key=lambda each: (each.first, each.last, each.name))


def _dates(event: icalendar.Component) -> Dates:
    first = event.decoded("dtstart")
    last = event.decoded("dtend", None)
    if last is None:
        last = first + event.decoded("duration", timedelta())
    # All-day events end before their last day (RFC 5545, 3.6.1).
    whole = not isinstance(first, datetime)
    begin = first if whole else first.date()
    end = last - timedelta(days=1) if whole and last > first else _day(last)
    return Dates(str(event.get("summary", "")), begin, max(begin, end))


def _day(moment: date | datetime) -> date:
    return moment.date() if isinstance(moment, datetime) else moment
