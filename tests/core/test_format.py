"""Canonical text: read back it is danced the same, and nothing of the sheet is lost."""

import re

import pytest
from core.test_corpus import TEXTS, belongs
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.figures.vocabulary import FIGURES
from maplestep.core.primitives.feet import Foot
from maplestep.core.sheet.build.dancing import mirror
from maplestep.core.sheet.model import Sheet
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.render import ENGLISH, FRENCH
from maplestep.core.sheet.write.format import Style, format_sheet

STYLES = {
    "English": Style(),
    "French": Style(language=FRENCH),
    "going on": Style(goes_on=True),
    "starting over": Style(goes_on=False),
}


def danced(sheet: Sheet) -> list[object]:
    return [
        (
            part.name,
            part.length,
            [(m.at, m.foot, m.verb, m.direction, m.weight, m.turn) for m in part.moves],
        )
        for part in sheet.parts
    ]


@pytest.mark.parametrize("style", STYLES)
@pytest.mark.parametrize("name", TEXTS)
def test_formatting_then_reading_is_the_same_dance(name: str, style: str) -> None:
    reading = read_sheet(TEXTS[name])
    text = format_sheet(reading, STYLES[style])
    assert danced(read_sheet(text).sheet) == danced(reading.sheet)
    # Formatting once more changes nothing.
    assert format_sheet(read_sheet(text), STYLES[style]) == text


@pytest.mark.parametrize("name", TEXTS)
def test_no_remark_claim_or_comment_is_lost(name: str) -> None:
    reading = read_sheet(TEXTS[name])
    again = read_sheet(format_sheet(reading))
    noted = [
        [(e.kind, e.walls, e.after, e.facing) for e in r.sheet.events] for r in (reading, again)
    ]
    assert noted[0] == noted[1]
    claims, same = reading.sheet.claims, again.sheet.claims
    assert (claims.level, claims.counts and claims.counts.value) == (
        same.level,
        same.counts and same.counts.value,
    )
    kept = set(re.findall(r"\w+", format_sheet(reading).lower()))
    for line in reading.lines:
        if type(line).__name__ == "Remark":
            assert set(re.findall(r"\w+", line.text.lower())) <= kept


def test_styling_and_comments_stay_where_they_are() -> None:
    text = "T\n1 – 2: Step RF fwd (proudly), touch LF beside RF // watch this\nSmile\n"
    assert format_sheet(read_sheet(text)) == (
        "T\n1-2   R forward, L touch (proudly)  // watch this\nSmile\n"
    )


@pytest.mark.parametrize("language", [ENGLISH, FRENCH], ids=["English", "French"])
@pytest.mark.parametrize("figure", FIGURES, ids=lambda figure: figure.name)
def test_every_figure_is_written_so_that_it_reads_back(figure, language) -> None:  # type: ignore[no-untyped-def]
    """On its own rhythm, with each foot, in both languages."""
    for foot in ("R", "L"):
        text = f"Section 1\n{figure.rhythm()} {foot} {figure.name}\n"
        reading = read_sheet(text)
        again = read_sheet(format_sheet(reading, Style(language=language)))
        assert danced(again.sheet) == danced(reading.sheet)


FEET = {"R": Foot.RIGHT, "L": Foot.LEFT}
STEPS = st.builds(
    " ".join,
    st.tuples(
        st.sampled_from(["R", "L"]),
        st.sampled_from(
            ["side", "forward", "back", "cross", "behind", "together", "touch", "kick"]
        ),
        st.sampled_from(["", "¼ right", "½ left", "(clap)", "(weight L)"]),
    ),
)
LINES = st.lists(STEPS, min_size=1, max_size=4).map(
    lambda steps: f"1-{len(steps)} {', '.join(steps)}" if len(steps) > 1 else f"1 {steps[0]}"
)


@pytest.mark.slow
@settings(max_examples=80, deadline=None)
@given(st.lists(LINES, min_size=1, max_size=5))
def test_any_steps_survive_formatting(lines: list[str]) -> None:
    text = "T\n" + "".join(f"Section {n}\n{line}\n" for n, line in enumerate(lines, start=1))
    sheet = read_sheet(text).sheet
    for style in STYLES.values():
        assert danced(read_sheet(format_sheet(read_sheet(text), style)).sheet) == danced(sheet)
    for part in sheet.parts:
        assert tuple(mirror(mirror(move)) for move in part.moves) == part.moves
        assert part.net_turn == sum(move.turn for s in part.sections for move in s.moves)


@settings(max_examples=80, deadline=None)
@given(LINES)
def test_a_passage_mirrored_twice_is_itself(line: str) -> None:
    """Section 2 mirrors 1, section 3 mirrors 2: feet and turns are those of section 1."""
    text = f"T\nSection 1\n{line}\nSection 2: mirror section 1\nSection 3: mirror section 2\n"
    part = read_sheet(text).sheet.wall
    assert part is not None
    one, two, three = part.sections
    told = [
        [(m.at - s.start, m.foot, m.turn, m.direction) for m in s.moves] for s in (one, two, three)
    ]
    assert told[0] == told[2]
    for first, second in zip(one.moves, two.moves, strict=True):
        assert mirror(second).foot == first.foot
        assert second.turn == -first.turn


PIECES = [
    *("1&2", "1-4", "7-8&", "9-16", "&", "32 counts", "x2", "R", "left", "shuffle", "¼", "pivot"),
    *(
        "vine",
        "hold",
        "weight R",
        ",",
        "Section 1",
        "Tag",
        "Part B",
        "[1-8]",
        "(facing 9:00)",
        "\n",
    ),
    *("repeat section 1", "Option:", "A' = A with counts 1-4:", "Figure hen = 1 R side", "mirror"),
    *("Restart wall 3 after 8", "Step change wall 2", "|", "“", "½", "temps", "pied droit", "//"),
]


@settings(max_examples=120, deadline=None)
@given(
    st.one_of(st.text(max_size=200), st.lists(st.sampled_from(PIECES), max_size=30).map(" ".join))
)
def test_any_text_is_read_wholly_and_written_back(text: str) -> None:
    belongs(text)
    reading = read_sheet(text)
    assert danced(read_sheet(format_sheet(reading)).sheet) == danced(reading.sheet)
