"""The set list against every order there is, and what is never done to it."""

from itertools import permutations

from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.teaching.set_list import EXACT, Number, balanced, strain, total_strain

NUMBERS = st.builds(
    Number,
    key=st.uuids().map(str),
    song=st.sampled_from(["s1", "s2", "s3", "s4", "s5", "s6"]),
    bpm=st.sampled_from([88.0, 104.0, 119.5, 120.0, 132.0]),
    seconds=st.just(200.0),
    level=st.sampled_from(["", "beginner", "improver", "intermediate"]),
)


def number(bpm: float, level: str, song: str) -> Number:
    return Number(f"{song} {level}", song, bpm, 200.0, level)


def test_strain_by_hand() -> None:
    fast, slow = number(126, "beginner", "a"), number(96, "beginner", "b")
    assert strain(fast, number(120, "improver", "c")) == 2  # two fast ones
    assert strain(fast, number(119, "improver", "c")) == 0
    assert strain(fast, slow) == 2  # the same level
    assert strain(fast, number(130, "beginner", "c")) == 4  # both
    assert strain(slow, number(96, "improver", "b")) == 3  # the same song
    assert strain(number(80, "", "a"), number(80, "", "b")) == 0  # unknown is no level


@settings(max_examples=60)
@given(st.lists(NUMBERS, max_size=6))
def test_no_other_order_strains_less(numbers: list[Number]) -> None:
    found = balanced(numbers)
    assert sorted(found) == sorted(numbers)
    assert total_strain(found) == min(map(total_strain, permutations(numbers)), default=0)


@settings(max_examples=20)
@given(st.lists(NUMBERS, min_size=EXACT + 1, max_size=30))
def test_a_long_evening_is_no_worse_than_it_came(numbers: list[Number]) -> None:
    found = balanced(numbers)
    assert sorted(found) == sorted(numbers)
    assert total_strain(found) <= total_strain(numbers)
    assert balanced(numbers) == found
