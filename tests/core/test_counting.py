"""How a dance is counted aloud (common practice, no published source), worked out by hand."""

from fractions import Fraction as F

import pytest

from maplestep.core.primitives.counts import Feel
from maplestep.core.sheet.counting import between_counts, count_labels, count_unit, unit_said
from maplestep.core.sheet.read import read_sheet

EIGHTS = "Dance\nSection 1\n1-8 R walk\nSection 2\n1-8 R walk\n"
# Two sections of 12 and 24: both are sixes, 24 would be eights as well.
WALTZ = (
    "Waltz\n[1-12]\n1-6 L walk\n7-12 L walk\n"
    "[13-36]\n13-18 L walk\n19-24 L walk\n25-30 L walk\n31-36 L walk\n"
)
# 24 counts without a heading fit both; the twinkles say which.
TWINKLES = "Waltz\n" + "".join(f"{n}-{n + 2} {'LR'[n % 6 > 3]} twinkle\n" for n in range(1, 25, 3))
ODD = "Odd\nSection 1\n1-8 R walk\n9-10 R walk\nSection 2\n1-6 R walk\n"
LONG = "Long\n1-8 R walk\n9-16 R walk\n"


def said(text: str) -> str:
    sheet = read_sheet(text).sheet
    return " ".join(count_labels(sheet.parts[0], count_unit(sheet)))


@pytest.mark.parametrize(
    ("text", "unit", "labels"),
    [
        (EIGHTS, 8, "1 2 3 4 5 6 7 8 " * 2),
        (WALTZ, 6, "1 2 3 4 5 6 " * 6),
        (TWINKLES, 6, "1 2 3 4 5 6 " * 4),
        # Ten counts are counted through; six begin at 1 again.
        (ODD, 8, "1 2 3 4 5 6 7 8 9 10 1 2 3 4 5 6"),
        (LONG, 8, "1 2 3 4 5 6 7 8 " * 2),
    ],
)
def test_what_dancers_say_on_each_count(text: str, unit: int, labels: str) -> None:
    assert count_unit(read_sheet(text).sheet) == unit
    assert said(text) == labels.strip()


def test_sections_that_fit_both_say_nothing() -> None:
    assert unit_said(read_sheet(TWINKLES).sheet) is None
    assert unit_said(read_sheet(WALTZ).sheet) == 6


def test_between_the_counts() -> None:
    # Straight: the & halves a count. Rolling: three parts to a count, & and a.
    assert between_counts(Feel.STRAIGHT) == ((F(1, 2), "&"),)
    assert between_counts(Feel.ROLLING) == ((F(1, 3), "&"), (F(2, 3), "a"))
