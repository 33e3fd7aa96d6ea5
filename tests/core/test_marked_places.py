"""Places that only the sheet tells, and ways of writing that must not change the dance.

Expectations are worked out by hand; common practice, no published source.
"""

from fractions import Fraction

import pytest
from core.test_styles import alarms

from maplestep.core.findings.registry import sheet_findings
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.sheet.model import PartKind
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.statements.model import LAST_COUNT, counts_of_wall

# Four sections that each end on the left foot and turn nowhere, so that any may be the last.
EIGHT = "R side, L touch, L side, R touch, R side, L touch, L side, R touch"


def sheet(*, head: str = "", marks: dict[int, str] | None = None, tail: str = "") -> str:
    """32 counts; ``marks`` stand behind a section (1 to 4), asterisks on its own line."""
    lines = ["Tin Weathervane", "32 counts, 1 wall", *([head] if head else []), ""]
    for number in range(1, 5):
        mark = (marks or {}).get(number, "")
        own = f" {mark}" if mark.strip("*") == "" and mark else ""
        lines.append(f"{8 * number - 7}-{8 * number} {EIGHT}{own}")
        if mark and not own:
            lines.append(mark)
    return "\n".join([*lines, "", tail]) if tail else "\n".join(lines)


def restarts(text: str) -> list[tuple[int, Fraction]]:
    """(wall, after how many counts) of every restart that is laid."""
    events = taken_over(read_sheet(text)).events
    return sorted((wall, e.after.at) for e in events if e.after for wall in e.walls)


WAYS = {
    "it is said outright": lambda k: sheet(tail=f"Restart: wall 3 after {8 * k} counts"),
    "the note stands there": lambda k: sheet(marks={k: "Restart on wall 3"}),
    "with here": lambda k: sheet(marks={k: "** Restart here on wall 3 **"}),
    "shouted": lambda k: sheet(marks={k: "*** RESTART WALL 3 ***"}),
    "a mark, the note in the head": lambda k: sheet(
        head="Restart: wall 3", marks={k: "*** RESTART ***"}
    ),
    "a mark, the note below": lambda k: sheet(marks={k: "(Restart)"}, tail="Restart on wall 3"),
    "a number": lambda k: sheet(marks={k: "Restart 1"}, tail="Restart 1: on wall 3"),
    "an asterisk": lambda k: sheet(marks={k: "*"}, tail="* Restart on wall 3"),
    "told in the head, placed by its note": lambda k: sheet(
        head="Notes: 1 restart (wall 3)", marks={k: "Restart here on wall 3"}
    ),
}


@pytest.mark.parametrize("sections", [1, 2, 3])
@pytest.mark.parametrize("way", WAYS)
def test_a_restart_has_one_place_however_it_is_marked(way: str, sections: int) -> None:
    """k sections of eight are danced, whichever way the sheet says where."""
    text = WAYS[way](sections)
    assert restarts(text) == [(3, Fraction(8 * sections))]
    assert alarms(read_sheet(text)) == []


@pytest.mark.parametrize(
    ("text", "laid", "asked"),
    [
        # Nothing marks the place, or two marks could be meant.
        (sheet(tail="Restart on wall 3"), [], 1),
        (sheet(marks={1: "*** RESTART ***", 2: "*** RESTART ***"}, tail="Restart: wall 3"), [], 1),
        # A tag's mark is no restart's.
        (sheet(marks={2: "*** TAG ***"}, tail="Restart: wall 3"), [], 1),
        # Two notes, two marks: each finds its own.
        (
            sheet(marks={1: "*", 2: "**"}, tail="** Restart on wall 6\n* Restart on wall 3"),
            [(3, 8), (6, 16)],
            0,
        ),
        (
            sheet(marks={1: "Restart 2", 3: "Restart 1"}, tail="Restart 1: wall 2. Restart 2: w5"),
            [(2, 24), (5, 8)],
            0,
        ),
        # A mark alone says nothing of a wall.
        (sheet(marks={2: "*** RESTART ***"}), [], 0),
    ],
)  # fmt: skip
def test_a_place_that_is_not_the_only_one_is_asked(
    text: str, laid: list[tuple[int, int]], asked: int
) -> None:
    assert restarts(text) == laid
    found = [f for f in sheet_findings(read_sheet(text)) if f.code == "sheet.statement-place"]
    assert len(found) == asked


@pytest.mark.parametrize(
    ("said", "after", "counts"),
    [
        # "Change 8" where the fourth section ends: 24 + 8.
        ((8, 8), 32, (32, 32)),
        ((7, 8), 16, (15, 16)),
        ((15, 16), 16, (15, 16)),
        # 12 is no count of a section of eight that ends at 32 (20 is no multiple of 8).
        ((12, 12), 32, (12, 12)),
        (LAST_COUNT, 20, (20, 20)),
        (None, 16, None),
    ],
)
def test_counts_changed_before_a_restart(
    said: tuple[int, int] | None, after: int, counts: tuple[int, int] | None
) -> None:
    assert counts_of_wall(said, Fraction(after)) == counts


def danced(text: str) -> list[tuple[object, ...]]:
    parts = read_sheet(text).sheet.parts
    return [
        (p.name, m.at, m.foot, m.verb, m.direction, m.weight, m.turn)
        for p in parts
        for m in p.moves
    ]


TOP = "Tin Weathervane\n\n"
PAIRS = {
    "a section equals another": (
        "A1\n1-8 R vine, touch, L vine, touch\nA2\n1-8 R rocking chair, R jazz box\nA3 = A1",
        "A1\n1-8 R vine, touch, L vine, touch\nA2\n1-8 R rocking chair, R jazz box\n"
        "A3\n1-8 R vine, touch, L vine, touch",
    ),
    "a repeat takes its lead-in along": (
        "[1-8]\n&1-2 R out, L out, hold\n3-4 R in, L in\n5-8 R jazz box\n[9-16]\nRepeat 1-8",
        "[1-8]\n&1-2 R out, L out, hold\n3-4 R in, L in\n5-8 R jazz box\n"
        "[9-16]\n&1-2 R out, L out, hold\n3-4 R in, L in\n5-8 R jazz box",
    ),
    "eight and one": (
        "[1-8]\n1-4 R vine, L touch\n5-7 L side, R behind, L side\n"
        "8&1 R rock back, recover, R fwd\n[9-16]\n2 L touch\n"
        "3-8 L side, R touch, R side, L touch, L side, R touch",
        "1-4 R vine, L touch\n5-7 L side, R behind, L side\n8& R rock back, recover\n"
        "9 R fwd\n10 L touch\n11-16 L side, R touch, R side, L touch, L side, R touch",
    ),
    "a column of facings": (
        "1-2   R fwd, pivot 1/2 L    6\n3-4   R fwd, pivot 1/4 L    3\n5-8   R jazz box    3",
        "1-2 R fwd, pivot 1/2 L (6:00)\n3-4 R fwd, pivot 1/4 L (3:00)\n5-8 R jazz box (3:00)",
    ),
    "dashes between the steps": (
        "1-4 R side - L together - R side - L touch",
        "1-4 R side, L together, R side, L touch",
    ),
    "counts listed behind": (
        "R side, L touch 1,2\nL side, R touch 3,4",
        "1-2 R side, L touch\n3-4 L side, R touch",
    ),
    "a heel grind told in steps": (
        "1-2 Touch R heel forward, grind ¼ right stepping L back",
        "1-2 R heel grind ¼ right",
    ),
    "half a monterey": ("1-2 R point side, ½ R monterey", "1-2 R point side, ½ turn R, R together"),
    "figures without their name": (
        "1-4 Touch R out, in, out, R together",
        "1-4 Touch R out, touch R in, touch R out, R together",
    ),
    "heels and toes go on": (
        "1-4 Swivel heels R, toes R, heels R, clap",
        "1-4 Swivel heels R, swivel toes R, swivel heels R, clap",
    ),
    "a claps beside": ("1-2 R fwd, kick L & clap", "1-2 R fwd, kick L"),
    "the knee is styling": (
        "1&2 Touch R toe beside L with knee in, touch R heel beside L with knee out, stomp R",
        "1&2 Touch R toe beside L, touch R heel beside L, stomp R",
    ),
    "the side and the foot": (
        "1-2 ½ L R back, ½ L L fwd", "1-2 ½ turn left R back, ½ turn left L fwd",
    ),
}  # fmt: skip


@pytest.mark.parametrize("what", PAIRS)
def test_two_ways_of_writing_are_one_dance(what: str) -> None:
    short, plain = PAIRS[what]
    assert danced(TOP + short) == danced(TOP + plain) != []


def test_a_facing_in_a_column_is_compared() -> None:
    """½ left from 12 is 6: the 9 of the first line is wrong, and only that is said."""
    text = "1-2   R fwd, pivot 1/2 L    9\n3-4   R fwd, pivot 1/4 L    3\n5-8   R jazz box    3"
    assert [f.code for f in alarms(read_sheet(TOP + text))] == ["sheet.facing"]


@pytest.mark.parametrize(("said", "side"), [("right", "right"), ("R", "right"), ("left", "left")])
def test_the_side_of_a_swivel_is_kept_and_mirrored(said: str, side: str) -> None:
    text = f"{TOP}1-2 Swivel both heels {said}, hold\n3-4 Repeat 1-2 on the other foot"
    swivels = [m.direction for m in read_sheet(text).sheet.parts[0].moves if m.verb == "swivel"]
    assert swivels == [side, {"right": "left", "left": "right"}[side]]


@pytest.mark.parametrize("words", [
    "Swivel heels R, L, R, L (weight on L)", "Swivel heels R, swivel heels centre, weight on L",
    "Stomp R, stomp L, heels out, heels in (weight on L)",
])  # fmt: skip
def test_a_weight_behind_several_moves_is_that_of_the_last(words: str) -> None:
    moves = read_sheet(f"{TOP}1-4 {words}").sheet.parts[0].moves
    assert moves[-1].weight is not None
    assert moves[-1].weight.value == "L"


PHRASED = """Tin Weathervane
Phrased: A = {a}, B = 8
Sequence: {order}

A PART
1-8 R vine, touch, L vine, touch
9-16 R rocking chair, R jazz box

B PART
1-8 R side, L touch, L side, R touch, R side, L touch, L side, R touch
"""


@pytest.mark.parametrize(
    ("order", "taken"),
    [
        ("A, B, A (first 8)", "A, B, A[1-8]"),
        ("A, B, A (last 8 counts)", "A, B, A[9-16]"),
        ("A, B, A (firstly)", ""),
        ("A, C", ""),
    ],
)
def test_an_order_is_taken_or_named(order: str, taken: str) -> None:
    found = taken_over(read_sheet(PHRASED.format(a=16, order=order)))
    assert found.sequence == taken
    assert [left.said for left in found.left] == ([] if taken else [order])


@pytest.mark.parametrize(("claimed", "codes"), [(16, []), (24, ["sheet.part-counts"])])
def test_the_head_claims_how_long_a_part_is(claimed: int, codes: list[str]) -> None:
    reading = read_sheet(PHRASED.format(a=claimed, order="A, B"))
    assert [p.name for p in reading.sheet.parts if p.kind is PartKind.PART] == ["A", "B"]
    assert [f.code for f in alarms(reading)] == codes


@pytest.mark.parametrize("sign", [*" \t-–&,.*()[|/#½_=", "1 ", "&-", " -", "8&1 ", ": "])
@pytest.mark.parametrize("before", ["1", "1-2 R side", "Restart wall 3 after 16", "| 1-2 | R side"])
def test_a_run_of_one_sign_is_read_to_its_end(before: str, sign: str) -> None:
    """A pattern that tries every way to cut such a run would not come back in a lifetime."""
    line = before + sign * (1400 // len(sign)) + "x"
    reading = read_sheet(f"{TOP}{line}\n")
    assert reading.text.endswith("x\n")
    assert len(reading.lines) >= 3
