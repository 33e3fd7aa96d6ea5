"""The order of a phrased dance: read, written, changed, and danced."""

import pytest
from core.dancing import song, timeline
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.primitives.turns import clock
from maplestep.core.routine.sequence import (
    Item,
    cut_item,
    moved_item,
    parse_sequence,
    put_in,
    taken_out,
    write_sequence,
)

NAMES = ("A", "B", "C", "A'", "Tag", "Tag 2", "Bridge", "Ending")

# Ways people write orders (common practice, no source), and what is meant.
WRITTEN = [
    ("A, B, C", "A B C"),
    ("AABTagABBB", "A A B Tag A B B B"),
    ("(A x4, B, C) x2, Bridge, C x2, C", "A A A A B C A A A A B C Bridge C C C"),
    ("((A B) x2 C) x2", "A B A B C A B A B C"),
    ("A x2 B[1-16] B[17-32]", "A A B[1-16] B[17-32]"),
    ("A A' A’", "A A' A'"),
    ("a b tag", "A B Tag"),
    ("A-B-Tag 2-B", "A B Tag 2 B"),
    ("A | A | B ×3", "A A B B B"),
    ("A\nB\nEnding", "A B Ending"),
    ("A +4 B", "A +4 B"),
    ("Ax2Bx2", "A A B B"),
    ("", ""),
]


@pytest.mark.parametrize(("text", "items"), WRITTEN)
def test_orders_are_read_as_people_write_them(text: str, items: str) -> None:
    order = parse_sequence(text, NAMES)
    assert not order.troubles
    assert " ".join(item.text for item in order.items) == items


@pytest.mark.parametrize(
    ("text", "code", "at"),
    [
        ("A, X, B", "fit.order-unknown", 3),
        ("A, (B", "fit.order-bracket", 3),
        ("A) B", "fit.order-bracket", 1),
        ("A x0", "fit.order-times", 2),
        ("[1-2] A", "fit.order-cut", 0),
        ("A[4-2]", "fit.order-cut", 1),
        ("A + B", "fit.order-unread", 2),
        ("ABridget", "fit.order-unknown", 7),
    ],
)
def test_what_cannot_be_read_is_named_with_its_place(text: str, code: str, at: int) -> None:
    order = parse_sequence(text, NAMES)
    assert [(t.code, t.start) for t in order.troubles] == [(code, at)]
    # The rest is read all the same.
    assert order.items


ITEMS = st.one_of(
    st.sampled_from(NAMES).map(lambda name: Item(name=name)),
    st.tuples(st.sampled_from("ABC"), st.integers(1, 16), st.integers(0, 16)).map(
        lambda cut: Item(name=cut[0], first=cut[1], last=cut[1] + cut[2])
    ),
    st.integers(1, 64).map(lambda counts: Item(name="", counts=counts)),
)


@given(st.lists(ITEMS, max_size=30))
def test_what_is_written_reads_back(items: list[Item]) -> None:
    read = parse_sequence(write_sequence(items), NAMES)
    assert not read.troubles
    assert [item.text for item in read.items] == [item.text for item in items]


@given(st.text(max_size=60))
def test_no_text_breaks_the_reader(text: str) -> None:
    parse_sequence(text, NAMES)


def test_blocks_are_moved_put_in_cut_and_taken_out() -> None:
    items = parse_sequence("A B C", NAMES).items
    assert write_sequence(moved_item(items, 0, 2)) == "B, C, A"
    assert write_sequence(moved_item(items, 2, 0)) == "C, A, B"
    assert write_sequence(put_in(items, 1, Item(name="Tag"))) == "A, Tag, B, C"
    assert write_sequence(cut_item(items, 1, 1, 8)) == "A, B[1-8], C"
    assert write_sequence(cut_item(cut_item(items, 1, 1, 8), 1, None, None)) == "A, B, C"
    assert write_sequence(taken_out(items, 1)) == "A, C"


# A: 8 counts, half a turn on 1-2. B: 8 counts, a quarter right on 7-8.
SHEET = """Part A
1-2 R step forward, pivot ½ left
3-4 Walk forward R, L
5-8 R rocking chair
Part B
1-4 R rocking chair
5-6 R rock forward, recover
7-8 R side ¼ right, L together
Bridge
1-4 R rocking chair
Ending
1-4 R side, hold, L together, hold
"""


def test_a_phrased_dance_is_laid_out_by_hand() -> None:
    put_to = song("intro 8, verse 16, chorus 12, bridge 4, chorus 8, outro 4")
    line = timeline(SHEET, put_to, sequence="A x2, B, B[5-8], Bridge, B, Ending")
    rows = [(p.name, int(p.start), int(p.length), clock(p.start_facing)) for p in line.segments]
    # A half twice comes back to 12:00; each B, and its last four counts, turn a quarter.
    assert rows == [
        ("A", 8, 8, "12:00"),
        ("A", 16, 8, "6:00"),
        ("B", 24, 8, "12:00"),
        ("B", 32, 4, "3:00"),
        ("Bridge", 36, 4, "6:00"),
        ("B", 40, 8, "6:00"),
        ("Ending", 48, 4, "9:00"),
    ]
    # Verse, chorus and chorus begin with a part, the bridge with the bridge, the outro with
    # the ending.
    assert len(line.phrase_hits) == 5
    # What the order names has a row of the stack each; a tag would be sewn on.
    assert [len(row) for row in line.rows] == [1] * 7
    assert sum(p.length for p in line.segments) == put_to.length - 8
    cut = line.walls[3]
    assert [float(m.at) for m in cut.pieces[0].moves] == [4, 5, 6, 7]


def test_events_may_come_in_a_phrased_dance_as_well() -> None:
    from core.dancing import happens, restart

    line = timeline(
        SHEET, song("verse 40"), restart(2, "4"), happens("change", 3, steps="7-8 hold"),
        sequence="A A B B[5-8] A",
    )  # fmt: skip
    starts = [(w.name, int(w.start), clock(w.start_facing)) for w in line.walls]
    # Number 2 stops after 4, its half turned; number 3, a B, holds where it would turn.
    assert starts == [
        ("A", 0, "12:00"), ("A", 8, "6:00"), ("B", 12, "12:00"), ("B", 20, "12:00"),
        ("A", 24, "3:00"),
    ]  # fmt: skip


def test_counts_a_part_does_not_have_are_not_danced() -> None:
    line = timeline(SHEET, song("verse 24"), sequence="A A[9-12] B")
    assert [(w.number, w.name) for w in line.walls] == [(1, "A"), (2, "B")]
