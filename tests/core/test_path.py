"""The way over the floor and the load, worked out by hand. Lengths: a step is 0.40 m."""

from dataclasses import replace
from fractions import Fraction as F
from math import isclose

import pytest
from core.dancing import part_of
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.analysis.level import evidence, fastest, longest_spin
from maplestep.core.analysis.path import Point, distance, path_of, wander, wandering
from maplestep.core.findings.registry import load_findings
from maplestep.core.primitives.feet import Foot
from maplestep.core.primitives.moves import Move, Span
from maplestep.core.primitives.turns import walls_in_dance
from maplestep.core.sheet.model import Section
from maplestep.core.sheet.read import read_sheet

# Sheet -> where the weight ends, in metres (right, front), and the net turn in eighths.
DRIFTS = {
    "1-2 Walk forward R, L": (0.0, 0.8, 0),
    "1-4 R vine right, L touch": (1.2, 0.0, 0),  # three side steps of 0.40
    "1-4 R vine right, L touch\n5-8 L vine left, R touch": (0.0, 0.0, 0),
    "1-4 R rocking chair": (0.0, 0.0, 0),
    "1&2 R coaster": (0.0, 0.0, 0),  # back 0.40, together, forward 0.40
    "1-4 R jazz box": (0.0, 0.0, 0),  # left 0.40, back, right, forward
    "1-8 R K-step": (0.0, 0.0, 0),
    "1&2 R shuffle forward": (0.0, 0.8, 0),
    # 0.4 ahead; a quarter right over the left foot; 0.4 ahead is now to the right.
    "1 L forward\n2 R ¼ right forward": (0.4, 0.4, 2),
    "1-2 R big step side, hold": (0.7, 0.0, 0),
}


@pytest.mark.parametrize("text", DRIFTS)
def test_where_a_passage_ends(text: str) -> None:
    x, y, turn = DRIFTS[text]
    path = path_of(part_of(text).moves)
    assert isclose(path.drift.x, x, abs_tol=1e-9), path.drift
    assert isclose(path.drift.y, y, abs_tol=1e-9), path.drift
    assert path.turn == turn


@pytest.mark.parametrize("net", [1, 2, 3, 4, 5, 6, 7])
def test_a_dance_that_turns_comes_back_after_its_walls(net: int) -> None:
    """The drifts of all walls are the corners of a closed polygon (geometry)."""
    path = path_of(part_of("1-2 Walk forward R, L").moves)
    turned = type(path)(stops=path.stops, drift=path.drift, turn=net)
    last = wandering(turned, walls_in_dance(net))[-1]
    assert isclose(last.x, 0, abs_tol=1e-9)
    assert isclose(last.y, 0, abs_tol=1e-9)


def test_a_dance_that_does_not_turn_goes_on_and_on() -> None:
    path = path_of(part_of("1-2 Walk forward R, L").moves)
    assert wandering(path, 3)[-1] == pytest.approx(Point(0.0, 2.4))
    (finding,) = load_findings(read_sheet("1-2 Walk forward R, L"), bpm=100)
    # 8 walls of 0.8 m.
    assert finding.facts["metres"] == "6.4"
    assert finding.facts["way"] == "to the front"


SPINS = {
    # Three moves of +2 +4 +2 on 1, 2, 3: one whole turn.
    "1-4 R rolling vine right, L touch": (0, 8),
    # Left and right do not add up.
    "1-4 R rolling vine right, L touch\n5-8 L rolling vine left, R touch": (0, 8),
    # Two half pivots, two counts apart, with a step between: each is a turn of its own.
    "1-4 R forward, pivot ½ left, R forward, pivot ½ left": (1, 4),
}


@pytest.mark.parametrize("text", SPINS)
def test_the_longest_spin(text: str) -> None:
    assert longest_spin(part_of(text)) == SPINS[text]


def test_the_fastest_two_counts() -> None:
    # 3&4& lands four times in two counts: two steps a count.
    part = part_of("1-2 R side, L together\n3&4& R heel switches\n5-8 R rocking chair")
    where, speed = fastest(part)
    assert (where, speed) == (2, 2.0)
    shown = {e.key: e.value for e in evidence(read_sheet("1-4 R rocking chair").sheet, bpm=120)}
    # One step a count at 120 beats per minute: two a second. One figure, no turn.
    assert (shown["speed"], shown["turn"], shown["figures"], shown["counts"]) == (2.0, 0, 1, 4)


LANDINGS = st.lists(st.sampled_from([F(n, 4) for n in range(64)]), min_size=1, unique=True)


@given(LANDINGS.map(sorted))
def test_no_two_counts_are_busier_than_the_fastest(landings: list[F]) -> None:
    """Against counting in every window that begins with a landing (brute force)."""
    moves = tuple(
        Move(at, Foot.RIGHT, "step", "fwd", Foot.RIGHT, 0, "step", Span(0, 1, 1)) for at in landings
    )
    section = Section(
        title="", start=F(0), length=F(16), moves=moves, facings=(), span=Span(0, 1, 1)
    )
    part = replace(part_of("1 R walk"), sections=(section,))
    where, speed = fastest(part)
    inside = [sum(1 for at in landings if start <= at < start + 2) for start in landings]
    assert speed == max(inside) / 2
    assert inside[landings.index(where)] == max(inside)


@given(st.lists(st.tuples(st.floats(-2, 2), st.floats(-2, 2), st.integers(-8, 8)), max_size=8))
def test_wandering_keeps_every_walls_own_distance(walls: list[tuple[float, float, int]]) -> None:
    """A turn changes the way a wall leads, never how far (rotations are isometries)."""
    places = wander((Point(x, y), turn) for x, y, turn in walls)
    assert len(places) == len(walls) + 1
    for (x, y, _), here, there in zip(walls, places, places[1:], strict=False):
        moved = distance(Point(there.x - here.x, there.y - here.y))
        assert isclose(moved, distance(Point(x, y)), abs_tol=1e-9)


def test_evidence_says_what_lies_beyond_the_claimed_level() -> None:
    text = "T\n4 counts, beginner\n1-2 R cross, unwind full left\n3-4 R side, L together"
    found = {e.key: e for e in evidence(read_sheet(text).sheet, bpm=100)}
    # A whole turn in a 4-count wall: beginners usually have three quarters (memory).
    assert found["turn"].beyond is True
    assert found["turn"].level == "improver"
    assert found["counts"].beyond is False
