"""Counts and positions. Source: common practice, no published source (docs of the trade)."""

from fractions import Fraction as F

import pytest
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import CountError
from maplestep.core.primitives.counts import (
    Cut,
    Feel,
    column,
    label,
    parse_counts,
    parse_cut,
    position,
)

# A label n lands at n - 1; e, &, a lie a quarter, a half, three quarters of a count later.
COLUMNS = {
    "1": [0],
    "1&2": [0, F(1, 2), 1],
    "1-2": [0, 1],
    "1-4": [0, 1, 2, 3],
    "7&8": [6, F(13, 2), 7],
    "7-8&": [6, 7, F(15, 2)],  # 8& ends the section: a landing at 7 1/2
    "&1": [F(-1, 2), 0],  # a lead-in: half a count before count 1
    "a1": [F(-1, 4), 0],
    "1e&a2": [0, F(1, 4), F(1, 2), F(3, 4), 1],
    "1-2&3-4": [0, 1, F(3, 2), 2, 3],
    "1&2&": [0, F(1, 2), 1, F(3, 2)],
    "9-16": list(range(8, 16)),
    "1,2,3": [0, 1, 2],
    "5 & 6": [4, F(9, 2), 5],
    "1+2": [0, F(1, 2), 1],
    "1–4": [0, 1, 2, 3],  # en dash, as word processors write it
}


@pytest.mark.parametrize(("text", "positions"), COLUMNS.items())
def test_count_columns(text: str, positions: list[F]) -> None:
    assert list(parse_counts(text).positions) == positions


def test_rolling_counts_divide_by_three() -> None:
    # Triplet feel: & a third, a two thirds after the count.
    assert parse_counts("1&a2", Feel.ROLLING).positions == (0, F(1, 3), F(2, 3), 1)
    with pytest.raises(CountError):
        parse_counts("1e2", Feel.ROLLING)


@pytest.mark.parametrize("text", ["", "&", "0", "3-1", "2&2", "1&1", "1x2", "12345", "5-5"])
def test_what_is_no_count_is_refused(text: str) -> None:
    with pytest.raises(CountError):
        parse_counts(text)


@given(st.integers(1, 99), st.sampled_from([(f, s) for f in Feel for s in ("", "&", "a")]))
def test_a_label_names_its_position(number: int, how: tuple[Feel, str]) -> None:
    feel, sub = how
    assert label(position(number, sub, feel), feel) == f"{number}{sub}"


CUTS = {
    "24": (24, False, "24"),
    "after 16": (16, False, "16"),
    "after 6&": (6, False, "6"),  # the & of 6 is danced and count 1 lands at 6 all the same
    "6, without the &": (6, True, "6 without &"),
    "on count 17": (16, False, "16"),  # "restart on 17" is "after 16"
    "6½": (F(13, 2), False, "6½"),
}


@pytest.mark.parametrize(("text", "cut"), CUTS.items())
def test_where_a_wall_stops(text: str, cut: tuple[F, bool, str]) -> None:
    read = parse_cut(text)
    assert (read.at, read.without_and, read.words) == cut
    assert parse_cut(read.words) == read


def test_the_and_before_a_cut_is_danced_unless_left_out() -> None:
    # Landings of 5, 6, 6& and 7 in a wall that stops after 6.
    landings = [F(4), F(5), F(11, 2), F(6)]
    assert [Cut(at=F(6)).keeps(at) for at in landings] == [True, True, True, False]
    assert [Cut(at=F(6), without_and=True).keeps(at) for at in landings] == [
        True,
        True,
        False,
        False,
    ]


@pytest.mark.parametrize("text", ["", "0", "soon", "on count 1", "-4"])
def test_no_place_to_stop(text: str) -> None:
    with pytest.raises(CountError):
        parse_cut(text)


# Landings a column can name, and the column as dancers write it.
WRITTEN = {
    "1-4": ["0", "1", "2", "3"],
    "3&4": ["2", "5/2", "3"],
    "&1-2": ["-1/2", "0", "1"],
    "1&2&": ["0", "1/2", "1", "3/2"],
    "5e&a6": ["4", "17/4", "9/2", "19/4", "5"],
    "1 3 5": ["0", "2", "4"],
    "1-2 3&4 5-6 7&8": ["0", "1", "2", "5/2", "3", "4", "5", "6", "13/2", "7"],
    "1&2 3-4": ["0", "1/2", "1", "2", "3"],
    "7-8&": ["6", "7", "15/2"],
    "&5-6": ["7/2", "4", "5"],
    "e&a3": ["5/4", "3/2", "7/4", "2"],
}


@pytest.mark.parametrize("written", WRITTEN)
def test_a_column_from_its_landings(written: str) -> None:
    positions = [F(at) for at in WRITTEN[written]]
    assert column(positions) == written
    assert list(parse_counts(written).positions) == positions


@given(st.lists(st.integers(0, 60), min_size=1, max_size=12, unique=True))
def test_any_column_reads_back(quarters: list[int]) -> None:
    """Whole counts and what lies between them, whichever are danced."""
    positions = sorted(F(n, 4) for n in quarters)
    # What lies between two counts is named with the count before it, which has to be danced.
    if all(at.denominator == 1 or F(at.__floor__()) in positions for at in positions):
        assert list(parse_counts(column(positions)).positions) == positions
