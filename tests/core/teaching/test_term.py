"""The days of a class against dateutil's recurrence rules (RFC 5545), and the leap day by hand."""

from datetime import date, datetime, time, timedelta

import pytest
from dateutil.rrule import WEEKLY, rrule
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import TeachingError
from maplestep.services.term import LONGEST, Term

DAYS = st.dates(date(2023, 1, 1), date(2032, 12, 31))


@given(DAYS, st.integers(0, LONGEST), st.integers(0, 6), st.sets(st.integers(0, 104), max_size=9))
def test_a_term_is_the_weekly_rule_without_its_exceptions(
    first: date, lasts: int, weekday: int, off: set[int]
) -> None:
    last = first + timedelta(days=lasts)
    rule = rrule(
        WEEKLY,
        dtstart=datetime.combine(first, time()),
        until=datetime.combine(last, time()),
        byweekday=weekday,
    )
    expected = [each.date() for each in rule]
    without = {expected[n] for n in off if n < len(expected)}
    term = Term(weekday=weekday, first=first, last=last, no_class=frozenset(without))
    days = [day for day in expected if day not in without]
    assert term.days() == days
    assert set(term.exceptions) == without
    for day in (first - timedelta(days=9), first, last, last + timedelta(days=1)):
        assert term.next_from(day) == next((each for each in days if each >= day), None)
        assert term.meets(day) is (day in days)


def test_a_class_on_the_leap_day() -> None:
    # 29 February 2028 is a Tuesday.
    term = Term(weekday=1, first=date(2028, 2, 15), last=date(2028, 3, 14))
    assert [day.isoformat() for day in term.days()] == [
        "2028-02-15", "2028-02-22", "2028-02-29", "2028-03-07", "2028-03-14",
    ]  # fmt: skip


def test_an_open_term_goes_on_and_a_term_that_cannot_be_is_refused() -> None:
    open_term = Term(weekday=3, no_class=frozenset({date(2026, 12, 24)}))
    assert open_term.next_from(date(2026, 12, 18)) == date(2026, 12, 31)
    assert open_term.days() == []
    for first, last in ((date(2026, 9, 8), date(2026, 9, 7)), (date(2026, 1, 1), date(2029, 1, 1))):
        with pytest.raises(TeachingError):
            Term(weekday=0, first=first, last=last)
