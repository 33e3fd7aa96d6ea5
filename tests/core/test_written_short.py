"""Sheets cut by a page's edge, told in prose or in short say what they say in full: laws."""

import textwrap
from typing import Any

import pytest

from maplestep.core.primitives.feet import Foot
from maplestep.core.primitives.moves import Span
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.sheet.model import Sheet
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.statements import read_statements

HEAD = "Dance\n32 counts, 4 walls\n\n"


def danced(text: str) -> list[tuple[Any, ...]]:
    """Every move: when, with which foot, what, how far turned, with its weight or not."""
    return moves_of(read_sheet(HEAD + text).sheet)


def moves_of(sheet: Sheet) -> list[tuple[Any, ...]]:
    return [
        (move.at, move.foot, move.verb, move.direction, move.turn, move.weight)
        for part in sheet.parts
        for move in part.moves
    ]


BEHIND = (
    "Step right to right side (1), cross left behind right (2), turn ¼ right stepping right "
    "forward (3), brush left (4), rock left forward (5), recover onto right (6), step back on "
    "left (7), hold (8)",
    "Cross right over left (1), step left to left side (2), sailor step right (3&4), cross left "
    "over right (5), step right to side (6), full turn left stepping left, right (7,8)",
)


@pytest.mark.parametrize("width", range(34, 110, 5))
def test_the_width_of_the_page_changes_no_step(width: int) -> None:
    wrapped = "\n\n".join("\n".join(textwrap.wrap(line, width)) for line in BEHIND)
    assert danced(wrapped) == danced("\n\n".join(BEHIND))
    assert len(danced(wrapped)) > 14


def test_wrapped_lines_keep_their_places() -> None:
    """What lights up in the sheet is where the words stand, also behind the page's edge."""
    text = HEAD + "\n".join(textwrap.wrap(BEHIND[0], 40))
    part = read_sheet(text).sheet.parts[0]
    brush = next(move for move in part.moves if move.verb == "brush")
    span = brush.span
    assert isinstance(span, Span)
    assert "brush" in text[span.start : span.end]


# Danced with the foot named, one behind the other; feet alternate where the figure ends on it.
@pytest.mark.parametrize(
    ("figures", "figure"),
    [
        ("toe struts forward", "toe strut forward"),
        ("heel struts forward", "heel strut forward"),
        ("shuffles forward", "shuffle forward"),
        ("mambos forward", "mambo forward"),
        ("sailor steps", "sailor step"),
        ("lock steps forward", "lock step forward"),
    ],
)
@pytest.mark.parametrize("between", [", ", ": ", " "])
@pytest.mark.parametrize("last", [", left", " then left", " and left"])
def test_feet_listed_behind_several_figures_lead_one_each(
    figures: str, figure: str, between: str, last: str
) -> None:
    listed = danced(f"Section 1\n{figures}{between}right{last}")
    assert listed == danced(f"Section 1\nright {figure}, left {figure}")
    assert {foot for _, foot, *_ in listed} == {Foot.RIGHT, Foot.LEFT}


# Handbook usage: a shuffle is three steps, so its three feet name one (common practice).
def test_the_feet_of_one_figure_lead_it_once() -> None:
    assert danced("Section 1\nshuffle right, left, right") == danced("Section 1\n1&2 R shuffle")


@pytest.mark.parametrize(
    ("short", "full"),
    [
        ("1&2 R lock forward", "1&2 R lock step forward"),
        ("1-4 L lock back, hold", "1-4 L lock step back, hold"),
        ("1-4 L step ½ R, step L, hold", "1-4 L step, pivot ½ R, step L, hold"),
        ("1-2 R heel grind ¼ R, replace L", "1 R heel grind ¼ R\n2 recover L"),
        ("1-2 R side strut", "1-2 R toe strut side"),
        ("1-2 L back strut", "1-2 L toe strut back"),
        (
            "1-8 R jazz box with toe struts",
            "1-2 R cross toe strut\n3-4 L toe strut back\n5-6 R toe strut side\n"
            "7-8 L toe strut forward",
        ),
        ("1-8 jazz box R w/ toe struts", "1-8 toe strut jazz box R"),
        ("1&2 L behind R side L cross", "1&2 L behind, R side, L cross"),
        ("1&2 R behind L side R forward", "1&2 R behind, L side, R forward"),
    ],
)
def test_what_is_written_in_short_is_danced_in_full(short: str, full: str) -> None:
    assert danced(short) == danced(full)
    assert danced(full)


@pytest.mark.parametrize("label", ["A{}", "Section {}:", "S{}", "S{}:", "{}.", "Section {letter}."])
def test_any_label_opens_a_section(label: str) -> None:
    lines = (
        "CHARLESTON X2",
        "R SIDE STRUT, L CROSS STRUT, R SIDE ROCK, RECOVER, R CROSS, HOLD",
        "L VINE, TOUCH R, R VINE, TOUCH L",
        "L RUMBA BOX",
    )
    text = "\n".join(
        f"{label.format(n, letter='ABCD'[n - 1])} {line}" for n, line in enumerate(lines, start=1)
    )
    sheet = read_sheet("Dance\n\n" + text).sheet
    assert [section.length for section in sheet.parts[0].sections] == [8, 8, 8, 8]


@pytest.mark.parametrize("marks", ["**{}**", "__{}__", "### {}"])
def test_a_bold_line_above_a_list_is_its_heading(marks: str) -> None:
    steps = "- walk R, L\n- triple fwd RLR\n- rock fwd L, replace R\n- triple back LRL\n"
    counted = "1-2 walk R, L\n3&4 triple fwd RLR\n5-6 rock fwd L, replace R\n7&8 triple back LRL\n"
    plain = danced(f"[1-8]\n{counted}[9-16]\n{counted}")
    titled = f"{marks.format('Walks & triples')}\n{steps}\n{marks.format('Triples')}\n{steps}"
    assert danced(titled) == plain


@pytest.mark.parametrize("named", ["K step", "V step x2", "Charleston x2", "Rocking chair x2"])
@pytest.mark.parametrize("place", range(4))
def test_a_figure_alone_among_lines_without_counts_is_danced(named: str, place: int) -> None:
    """Nothing claims a total here: the line itself fills its eight."""
    lines = [
        "R toe strut, L toe strut, R rocking chair",
        "R vine, touch L, L vine, touch R",
        "R jazz box, L scuff, L jazz box, R scuff",
    ]
    part = read_sheet("Dance\n\n" + "\n".join([*lines[:place], named, *lines[place:]])).sheet.wall
    assert part is not None
    assert part.length == 32


@pytest.mark.parametrize("length", ["– 2 counts", "(2 counts)", ": 2 counts", "- 2cts"])
@pytest.mark.parametrize("heading", ["Section 1\n", ""])
def test_how_long_steps_last_may_stand_behind_them(length: str, heading: str) -> None:
    lines = ["Walk R, L", "Shuffle fwd R", "Rock fwd L, recover R", "Coaster L"]
    lasting = "\n".join(f"• {line} {length}" for line in lines)
    counted = "\n".join(
        f"{counts} {line}" for counts, line in zip(("1-2", "3&4", "5-6", "7&8"), lines, strict=True)
    )
    assert danced(heading + lasting) == danced(heading + counted)


@pytest.mark.parametrize("said", ["16 in", "(16 in)", "16 counts in", "Intro: 16"])
def test_an_intro_in_short_is_no_step(said: str) -> None:
    sheet = read_sheet(f"Dance\n{said}\n\n1-8 R rocking chair x2\n").sheet
    assert sheet.claims.intro is not None
    assert sheet.claims.intro.value == 16
    assert sheet.wall is not None
    assert sheet.wall.length == 8


PROSE = (
    "On counts 1 and 2 rock your right foot to the side and recover onto the left. Cross shuffle "
    "right over left on 3&4. On 5 step left to the side, on 6 touch right beside left, then "
    "shuffle right to the side on 7&8."
)


def test_counts_before_and_behind_the_steps_of_a_paragraph() -> None:
    columns = (
        "1-2 rock right to the side, recover left\n3&4 right cross shuffle\n"
        "5 step left to the side\n6 touch right beside left\n7&8 right side shuffle"
    )
    assert danced(PROSE) == danced(columns)


@pytest.mark.parametrize("said", ["Start with your weight on the left. ", "Wait 16 counts. "])
def test_a_fact_before_the_steps_of_a_paragraph_drops_none_of_them(said: str) -> None:
    assert danced(said + PROSE) == danced(PROSE)


@pytest.mark.parametrize(
    ("title", "counts", "walls", "level"),
    [
        ("Walnut Shell 64/2/INT", 64, 2, "intermediate"),
        ("Walnut Shell - 32c 4w beg.", 32, 4, "beginner"),
        ("Walnut Shell 48/1", 48, 1, ""),
        ("Walnut Shell (easy int, 32/4)", 32, 4, "intermediate"),
        ("Walnut Shell / 32 / 4w / absolute beg", 32, 4, "absolute beginner"),
        ("Walnut Shell | 32 | 4 walls | adv", 32, 4, "advanced"),
    ],
)
def test_a_title_in_short_says_counts_walls_and_level(
    title: str, counts: int, walls: int, level: str
) -> None:
    sheet = read_sheet(f"{title}\n\n1-8 walk R, L\n").sheet
    assert sheet.title == "Walnut Shell"
    assert sheet.claims.counts is not None
    assert sheet.claims.walls is not None
    assert (sheet.claims.counts.value, sheet.claims.walls.value) == (counts, walls)
    assert sheet.claims.plain_level == level


@pytest.mark.parametrize(
    "back", ["go back to the beginning", "back to the top", "straight back to count 1", "restart"]
)
@pytest.mark.parametrize("wall", ["wall 4", "the 4th wall"])
def test_going_back_to_the_start_within_a_wall_is_a_restart(wall: str, back: str) -> None:
    (event,) = read_statements(f"On {wall} dance 16 counts, then {back}.").events
    assert (event.kind.value, event.walls, event.after) == ("restart", (4,), 16)


def test_a_sentence_that_counts_from_one_again_opens_a_section() -> None:
    first = "Right shuffle forward (1&2), rock left forward (3), recover right (4)."
    second = "Step left back (1), touch right beside left (2), stomp right (3), stomp left (4)."
    together = danced(f"{first} {second}")
    assert together == danced(f"{first}\n{second}")
    assert len(together) == 9


# An order needs no word in front of it where it is nothing but parts that the sheet has.
@pytest.mark.parametrize(
    ("written", "order"),
    [
        ("AABB A Tag BB", "A x2, B x2, A, Tag, B x2"),
        ("A B A B Tag B B", "A, B, A, B, Tag, B x2"),
        ("A-A-B-A-B-B", "A x2, B, A, B x2"),
    ],
)
@pytest.mark.parametrize("said", ["", "Sequence: "])
def test_an_order_is_read_with_or_without_its_name(written: str, order: str, said: str) -> None:
    parts = (
        "A\n1-8 R rocking chair x2\nB\n1-8 R vine, touch L, L vine, touch R\nTag\n1-2 stomp R, L\n"
    )
    reading = read_sheet(f"Dance\n{said}{written}\n\n{parts}")
    assert [part.name for part in reading.sheet.parts] == ["A", "B", "Tag"]
    assert taken_over(reading).sequence == order


def test_sections_of_a_waltz_have_a_count_a_step() -> None:
    """Twelve a section: "cross rock side" is three counts in a waltz, two elsewhere."""
    lines = "Sec 1 L cross rock side, R cross rock side\nSec 2 L basic fwd, R basic back\n"
    waltz = read_sheet(f"Dance\n12 count waltz\n\n{lines}").sheet
    assert [section.length for section in waltz.parts[0].sections] == [6, 6]
    assert len(waltz.parts[0].moves) == 12


@pytest.mark.parametrize("opening", ["(1-8)", "[1-8]", "1-8:"])
def test_a_range_before_counts_of_its_own_opens_a_section(opening: str) -> None:
    """However it is set off, what stands behind it counts for itself."""
    words = "1-2 R rock forward, recover, 3&4 R shuffle ½ right, 5-6 L rock forward, 7&8 L coaster"
    in_full = "[1-8]\n" + "\n".join(
        ("1-2 R rock forward, recover", "3&4 R shuffle ½ right", "5-6 L rock forward, recover",
         "7&8 L coaster")
    )  # fmt: skip
    assert danced(f"{opening} {words}\n") == danced(in_full + "\n")


WAYS_TO_SAY_TWICE = [
    "{} x2", "{} (x2)", "{} (twice)", "{} twice", "{} 2 times", "{} (2 times)", "2 x {}",
    "{} (2 fois)", "{} 2 fois", "{} (deux fois)",
]  # fmt: skip
TWICE_IN_A_LINE = [
    ("1-8", "R rocking chair"), ("1-8", "R jazz box"), ("1-8", "R monterey ½ turn R"),
    ("1-8", "R vine with touch"), ("1&2 3&4", "R kick ball change"),
]  # fmt: skip


@pytest.mark.parametrize("way", WAYS_TO_SAY_TWICE)
@pytest.mark.parametrize(("counts", "figure"), TWICE_IN_A_LINE)
def test_twice_is_said_in_many_ways_and_lost_in_none(counts: str, figure: str, way: str) -> None:
    twice = danced(f"{counts} {figure} x2")
    assert len(twice) >= 6
    assert danced(f"{counts} {way.format(figure)}") == twice
