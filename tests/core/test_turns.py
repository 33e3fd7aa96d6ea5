"""Turns against group theory (sympy) and the wall walks of common practice."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from sympy.combinatorics.named_groups import CyclicGroup

from maplestep.core.errors import FacingError
from maplestep.core.primitives.turns import (
    CLOCKS,
    clock,
    parse_clock,
    spread,
    to_front,
    walls_in_dance,
)

EIGHTHS = st.integers(-40, 40)


@pytest.mark.parametrize("net", range(-16, 17))
def test_walls_are_the_order_of_the_turn_in_the_cyclic_group_of_eight(net: int) -> None:
    rotation = CyclicGroup(8).generators[0]
    assert walls_in_dance(net) == (rotation**net).order()


@given(EIGHTHS)
def test_the_turn_to_the_front_faces_it_and_is_the_shortest(facing: int) -> None:
    turn = to_front(facing)
    assert clock(facing + turn) == "12:00"
    assert -4 < turn <= 4


def test_from_three_oclock_the_front_is_a_quarter_to_the_left() -> None:
    assert to_front(parse_clock("3:00")) == -2


@pytest.mark.parametrize("index", range(8))
def test_clock_names_read_back(index: int) -> None:
    assert parse_clock(clock(index)) == index


@pytest.mark.parametrize("text", ["", "5:00", "13:00", "noon", "2"])
def test_no_wall(text: str) -> None:
    with pytest.raises(FacingError):
        parse_clock(text)


@given(EIGHTHS, st.integers(1, 12), st.booleans())
def test_a_shared_turn_is_still_the_whole_turn(turn: int, places: int, evenly: bool) -> None:
    parts = spread(turn, places, evenly=evenly)
    assert sum(parts) == turn
    assert len(parts) == places
    assert all(part * turn >= 0 for part in parts)


def test_corners_lie_between_walls() -> None:
    assert CLOCKS[1::2] == ("1:30", "4:30", "7:30", "10:30")
