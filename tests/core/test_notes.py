"""Notes in a hurry say what the same steps say when each has its count: laws, not cases."""

from fractions import Fraction
from typing import Any

import pytest

from maplestep.core.sheet.model import Part
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.statements import read_statements

EIGHTHS = {"⅛": 1, "¼": 2, "½": 4, "¾": 6}
SIDES = {"left": -1, "right": 1}
HEAD = "Dance\n{counts} counts\n\n"


def read(lines: str, counts: int) -> Part:
    part = read_sheet(HEAD.format(counts=counts) + lines).sheet.wall
    assert part is not None
    assert part.length == counts
    return part


def danced(part: Part) -> list[tuple[Any, ...]]:
    """When, with which foot, with its weight or not, and how far turned."""
    return [(m.at, m.foot, m.weight, m.turn) for m in part.moves]


# One figure, turned bit by bit: "three times" stands before how far it turns.
@pytest.mark.parametrize("amount", ["¼", "½", "¾"])
@pytest.mark.parametrize("side", SIDES)
@pytest.mark.parametrize(
    ("words", "times"),
    [
        ("bounce heels three times turning {amount} {side}", 3),
        ("bounce both heels twice making {amount} {side}", 2),
        ("2 heel bounces turning {amount} {side}", 2),
        ("bounce heels 4x while turning {amount} {side}", 4),
        ("walk x4 turning {amount} {side}", 4),
    ],
)
def test_so_many_times_turning_is_the_turn_of_all_together(
    words: str, times: int, amount: str, side: str
) -> None:
    said = words.format(amount=amount, side=side)
    part = read(f"1-{times} {said}\n{times + 1}-8 hold", 8)
    turns = [move.turn for move in part.moves if move.foot]
    assert len(turns) == times
    assert sum(turns) == EIGHTHS[amount] * SIDES[side]
    # As evenly as eighths can be.
    assert max(map(abs, turns)) - min(map(abs, turns)) <= 1


@pytest.mark.parametrize(
    ("words", "amount"),
    [
        ("R fwd pivot {amount} left twice", "¼"),
        ("R fwd pivot {amount} left twice", "½"),
        ("step R forward, pivot {amount} left x2", "¼"),
        ("2 R pivots {amount} left", "½"),
        ("R paddle {amount} left two times", "⅛"),
    ],
)
def test_a_turn_that_is_itself_done_twice_turns_twice(words: str, amount: str) -> None:
    part = read(f"1-4 {words.format(amount=amount)}", 4)
    assert part.net_turn % 8 == -2 * EIGHTHS[amount] % 8
    # Each with the same foot again, so that the left one has the weight at the end.
    leads = [move.foot for move in part.moves if not move.turn]
    assert len(leads) == 2
    assert leads[0] is leads[1]


@pytest.mark.parametrize(
    "steps",
    [
        "R side, L together, R side, touch L",
        "R vine, touch L",
        "R side shuffle, rock L back, recover R",
        "walk R, L, R, kick L",
        "step R forward, lock L behind, step R forward, scuff L",
    ],
)
def test_the_same_on_the_other_foot_is_the_mirrored_dance(steps: str) -> None:
    """Written behind the steps, below them, or with the counts it repeats: one dance."""
    rhythm = "1&2 3-4" if "shuffle" in steps else "1-4"
    asked = danced(read(f"{rhythm} {steps}\n5-8 repeat counts 1-4 on the other foot", 8))
    half = len(asked) // 2
    for (at, foot, weight, turn), (again, other, carries, back) in zip(
        asked[:half], asked[half:], strict=True
    ):
        assert (again, other, back) == (at + 4, foot.other, -turn)
        assert carries == (weight.other if weight else None)
    for ways in (
        f"{rhythm} {steps}\n5-8 same on L",
        f"{rhythm} {steps}\n5-8 same with the left foot",
        f"{rhythm} {steps}\n5-8 repeat on the other foot",
        f"{steps}; same on L",
        f"{steps}, repeat to the left",
        *([f"1-8 {steps}; same on L"] if rhythm == "1-4" else []),
    ):
        assert danced(read(ways, 8)) == asked, ways


def test_the_same_on_the_foot_that_led_is_no_mirror() -> None:
    part = read("1-4 R heel, together, R heel, touch R\n5-8 same on R", 8)
    asked = danced(part)
    assert [at + 4 for at, *_ in asked[:4]] == [at for at, *_ in asked[4:]]
    assert [foot for _, foot, *_ in asked[:4]] == [foot for _, foot, *_ in asked[4:]]


@pytest.mark.parametrize(
    ("note", "counted"),
    [
        ("R side rock cross shuffle", "1-2 R side rock, recover L\n3&4 R cross shuffle"),
        ("L side rock cross shuffle", "1-2 L side rock, recover R\n3&4 L cross shuffle"),
        (
            "R fwd pivot 1/4 L, cross shuffle R",
            "1 step R forward\n2 pivot ¼ left\n3&4 R cross shuffle",
        ),
        (
            "pivot 1/2 L x2",
            "1 step R forward\n2 pivot ½ left\n3 step R forward\n4 pivot ½ left",
        ),
        ("walk R,L,R kick L", "1 walk R\n2 walk L\n3 walk R\n4 kick L"),
        ("back L,R,L touch R", "1 back L\n2 back R\n3 back L\n4 touch R beside L"),
        (
            "R heel & L heel & R stomp L stomp",
            "1 R heel\n& R together\n2 L heel\n& L together\n3 stomp R\n4 stomp L",
        ),
        (
            "R toe & L toe & R heel, hold",
            "1 R toe\n& R together\n2 L toe\n& L together\n3 R heel\n4 hold",
        ),
        (
            "R side behind side cross",
            "1 step R side\n2 L behind R\n3 step R side\n4 cross L over R",
        ),
        ("R side cross shuffle, touch", "1 R side\n2&3 L cross shuffle\n4 touch R"),
        ("R x-rock rec, xshuffle R", "1-2 rock R across L, recover L\n3&4 R cross shuffle"),
        (
            "side R, together, ¼ R, scuff",
            "1 R side\n2 L together\n3 ¼ R stepping R forward\n4 scuff L",
        ),
    ],
)
def test_a_note_is_danced_as_its_steps_count_by_count(note: str, counted: str) -> None:
    assert danced(read(note, 4)) == danced(read(counted, 4))


@pytest.mark.parametrize("ways", ["4 {pair} (R, L, R, L)", "4 {pair} R L R L", "{pair} x4"])
@pytest.mark.parametrize(
    ("pair", "first", "second"),
    [
        ("step scuffs", "step {} forward", "scuff {}"),
        ("side touches", "step {} side", "touch {} beside"),
        ("step hitches", "step {} forward", "hitch {}"),
    ],
)
def test_so_many_pairs_of_moves_are_the_pairs_one_by_one(
    ways: str, pair: str, first: str, second: str
) -> None:
    """Each is led by the foot that the one before left free: R, L, R, L from the right."""
    feet = "RLRL"
    counted = "\n".join(
        f"{2 * n + 1} {first.format(lead)}\n{2 * n + 2} {second.format('LR'[lead == 'L'])}"
        for n, lead in enumerate(feet)
    )
    assert danced(read(f"1-8 {ways.format(pair=pair)}", 8)) == danced(read(counted, 8))


@pytest.mark.parametrize("counts", [2, 3, 4])
@pytest.mark.parametrize("words", ["sway {} for {} counts", "sway {} ({} counts)"])
def test_a_sway_that_lasts_is_one_sway_and_bumps_that_last_stay_on_their_side(
    words: str, counts: int
) -> None:
    rest = f"{counts + 1}-8 hold" if counts < 7 else ""
    swayed = [m for m in read(f"1-{counts} {words.format('R', counts)}\n{rest}", 8).moves if m.foot]
    assert [(m.at, m.foot.value) for m in swayed] == [(0, "R")]
    said = words.replace("sway", "bump hips").format("R", counts)
    bumped = [m for m in read(f"1-{counts} {said}\n{rest}", 8).moves if m.foot]
    assert [m.foot.value for m in bumped] == ["R"] * counts


WALTZ = (
    ("L twinkle, R twinkle", "1-3 L twinkle\n4-6 R twinkle"),
    ("L cross rock side, R cross rock side", "1-3 L cross rock side\n4-6 R cross rock side"),
    ("½ L waltz turn, R back waltz", "1-3 L waltz basic ½ left\n4-6 R back waltz basic"),
    ("L cross side behind, R side drag touch",
     "1 L cross\n2 R side\n3 L behind\n4 R side\n5 drag L\n6 touch L"),
    ("sway L 3 counts, sway R 3 counts", "1-3 sway L for 3 counts\n4-6 sway R for 3 counts"),
)  # fmt: skip


@pytest.mark.parametrize(("note", "counted"), WALTZ)
def test_a_waltz_line_without_counts_has_a_count_a_move(note: str, counted: str) -> None:
    head = "Slow Waltz\n12 counts\n\n"
    bare = read_sheet(f"{head}L fwd waltz, R back waltz\n{note}").sheet.wall
    told = read_sheet(f"{head}1-3 L waltz basic\n4-6 R back waltz basic\n{counted}").sheet.wall
    assert bare is not None
    assert told is not None
    assert danced(bare) == danced(told)


@pytest.mark.parametrize("steps", ["R rocking chair", "hip rolls", "4 stomps", "2 slow sways"])
def test_the_steps_of_a_tag_may_stand_behind_a_comma_as_behind_a_colon(steps: str) -> None:
    colon, comma = (
        read_statements(f"Tag after wall 3, 4 counts{mark} {steps}") for mark in (":", ",")
    )
    for found in (colon, comma):
        (event,) = found.events
        assert (event.walls, event.length, event.steps.strip()) == ((3,), Fraction(4), steps)
