"""Lines joined and cut keep every character in its place: properties, and what stays apart."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.sheet.lines.headings import bare_orders
from maplestep.core.sheet.lines.paragraphs import Body, eights_apart, facts_apart, unwrapped

WORDS = st.sampled_from(
    ["step right", "(1)", "(2),", "(3&4)", "hold", "Cross left.", "Wait 16 counts.", "½ left", "&"]
)
TEXTS = st.lists(st.lists(WORDS, max_size=6).map(" ".join), min_size=1, max_size=6).map("\n".join)


def bodies_of(text: str) -> list[Body]:
    found, offset = [], 0
    for number, line in enumerate(text.split("\n"), start=1):
        found.append(Body(number, offset, line, len(line)))
        offset += len(line) + 1
    return found


@given(TEXTS)
def test_every_line_is_its_place_in_the_text_and_no_word_is_lost(text: str) -> None:
    flat = text.replace("\n", " ")
    bodies = unwrapped(bodies_of(text), text)
    bodies = [part for body in bodies for part in facts_apart(body)]
    bodies = [part for body in bodies for part in eights_apart(body)]
    for body in bodies:
        assert body.text == flat[body.offset : body.offset + body.length]
    assert " ".join(body.text for body in bodies).split() == flat.split()


@pytest.mark.parametrize(
    ("above", "below"),
    [
        ("Step right (1), hold (2)", "step left (3), hold (4)"),  # nothing is left open
        ("(1) step right, (2) cross left over", "right (3) hold"),  # counts in front
        ("Step right (1), cross left.", "over right (2)"),  # a sentence has ended
        ("Step right (1), cross left", "Over right (2)"),  # a capital begins a line of its own
        ("Step right (1), cross left", "over right (7)"),  # not the next count
        ("Walks and rocks", "walk right (1), left (2)"),  # a title
    ],
)
def test_lines_that_stand_by_themselves_are_not_joined(above: str, below: str) -> None:
    text = f"{above}\n{below}"
    assert [body.text for body in unwrapped(bodies_of(text), text)] == [above, below]


@pytest.mark.parametrize(
    ("above", "below"),
    [
        ("Step right (1), cross left", "over right (2)"),
        ("Step right (1), cross left", "(2), hold (3)"),
        ("Step right (1), hold (2),", "step left (3), hold (4)"),
        ("Step right (1), pivot", "½ left (2)"),
        ("Turn ¼ right stepping left back", "(1), hold (2)"),
    ],
)
def test_words_whose_count_is_below_are_one_line_with_it(above: str, below: str) -> None:
    text = f"{above}\n{below}"
    assert [body.text for body in unwrapped(bodies_of(text), text)] == [f"{above} {below}"]


@pytest.mark.parametrize(
    "line", ["AABB A Tag BB", "A B A B", "A, A, B, Bridge, A, C", "A-B x2 A-B A"]
)
def test_a_line_of_nothing_but_parts_is_an_order(line: str) -> None:
    assert list(bare_orders(f"Dance\n{line}\nA\n1-8 walk R, L")) == [line]


@pytest.mark.parametrize(
    "line",
    ["AAAA", "A B A", "A fab cafe", "BEAD AND FEED", "B A C K", "A 1-8 R side", "Tag after wall 3"],
)
def test_what_only_looks_like_an_order_is_none(line: str) -> None:
    """One part alone, too few of them, words in capitals, letters that no part has, steps."""
    assert list(bare_orders(line)) == []
