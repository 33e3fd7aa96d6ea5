"""One-press repairs: each is danced through before it is offered, and none makes things worse."""

import pytest
from core.test_corpus import TEXTS
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.findings.registry import sheet_findings
from maplestep.core.findings.repairs import applied, other_side
from maplestep.core.primitives.finding import Severity, SheetEdit
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.write.rewrite import TIMINGS, section_copy, timing_edit

HEAD = "Gate\n16 counts\n\nSection 1\n"
FIRST = "1-4  R vine right, L touch\n5-8  L vine left, R touch\n\nSection 2\n"
REST = "1-4  R rocking chair\n5-8  R jazz box\n"
GOOD = HEAD + FIRST + REST
# (mistake, code, what one press writes): worked out by hand.
REPAIRS = {
    "a misspelt figure": (
        GOOD.replace("rocking", "rokcing"),
        "sheet.figure-unknown",
        GOOD,
    ),
    "the wrong foot": (
        GOOD.replace("5-8  R jazz", "5-8  L jazz"),
        "sheet.weight-conflict",
        GOOD,
    ),
    "a count left out in the middle": (
        GOOD.replace("1-4  R rocking chair", "1-3  R rock forward, recover, R touch"),
        "sheet.counts-missing",
        GOOD.replace("1-4  R rocking chair", "1-3  R rock forward, recover, R touch\n4 hold"),
    ),
    "a section that ends early": (
        GOOD.replace("5-8  L vine left, R touch", "5-7  L vine left"),
        "sheet.section-short",
        GOOD.replace("5-8  L vine left, R touch", "5-7  L vine left\n8 hold"),
    ),
    "a line numbered again": (
        GOOD.replace("5-8  R jazz", "4-8  R jazz"),
        "sheet.counts-out-of-order",
        GOOD,
    ),
    "a total that is not": (
        GOOD.replace("16 counts", "32 counts"),
        "sheet.total-counts",
        GOOD,
    ),
    "an ending on the wrong foot": (
        GOOD.replace("5-8  R jazz box", "5-8  R side, L together, R side, L touch"),
        "sheet.end-foot-weigh",
        GOOD.replace("5-8  R jazz box", "5-8  R side, L together, R side, L together"),
    ),
    "a pivot to the hard side": (
        GOOD.replace("5-8  R jazz box", "5-8  R forward, pivot ½ right, walk R, L"),
        "sheet.turn-side",
        GOOD.replace("5-8  R jazz box", "5-8  R forward, pivot ½ left, walk R, L"),
    ),
    "two moves on three landings": (
        GOOD.replace("5-8  R jazz box", "5&6  R side, L together\n7-8  hold"),
        "sheet.counts-figures",
        GOOD.replace("5-8  R jazz box", "5-6  R side, L together\n7-8  hold"),
    ),
    "in French": (
        "Porte\n1-2 PD à droite, PG à côté du PD\n3-4 PG devant, PG à côté du PD\n",
        "sheet.weight-conflict",
        "Porte\n1-2 PD à droite, PG à côté du PD\n3-4 PD devant, PG à côté du PD\n",
    ),
}


@pytest.mark.parametrize("name", REPAIRS)
def test_what_one_press_writes(name: str) -> None:
    text, code, mended = REPAIRS[name]
    found = next(f for f in sheet_findings(read_sheet(text)) if f.code == code)
    assert isinstance(found.fix, SheetEdit)
    assert applied(text, found.fix) == mended


def bad(text: str) -> int:
    found = [f for f in sheet_findings(read_sheet(text)) if f.severity is not Severity.KNOW]
    return len(found) + sum(len(f.consequences) for f in found)


SHEETS = [
    TEXTS[name] for name in ("01-plain", "04-continuing-counts", "19-lead-in", "28-diagonals")
]


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(SHEETS), st.data())
def test_no_repair_makes_a_sheet_worse(text: str, data: st.DataObject) -> None:
    """A foot swapped, a line dropped or a letter lost: whatever is offered, less is wrong then."""
    lines = text.split("\n")
    index = data.draw(st.integers(4, len(lines) - 1))
    line = lines[index]
    how = data.draw(st.sampled_from(["swap", "drop", "letter"]))
    if how == "swap":
        lines[index] = other_side(line)
    elif how == "drop":
        del lines[index]
    elif len(line) > 8:
        at = data.draw(st.integers(5, len(line) - 1))
        lines[index] = line[:at] + line[at + 1 :]
    broken = "\n".join(lines)
    before = bad(broken)
    for finding in sheet_findings(read_sheet(broken)):
        # A figure spelt right may show a mistake that nobody could see before.
        spelt = finding.code == "sheet.figure-unknown"
        if (
            isinstance(finding.fix, SheetEdit)
            and finding.severity is not Severity.KNOW
            and not spelt
        ):
            assert bad(applied(broken, finding.fix)) < before, finding


def test_swapping_sides_twice_changes_nothing() -> None:
    for text in TEXTS.values():
        assert other_side(other_side(text)) == text


@pytest.mark.parametrize(
    "name", ["01-plain", "10-markdown", "12-repeat", "17-letters", "20-rolling"]
)
def test_a_mirrored_copy_is_the_mirror_of_its_section(name: str) -> None:
    text = TEXTS[name]
    reading = read_sheet(text)
    assert reading.sheet.wall is not None
    at = reading.sheet.wall.moves[2].span.start
    edit = section_copy(reading, at, mirrored=True)
    assert edit is not None
    part = read_sheet(applied(text, edit)).sheet.wall
    assert part is not None
    one, two = part.sections[:2]
    assert [(m.at - one.start, m.foot and m.foot.other, -m.turn) for m in one.moves] == [
        (m.at - two.start, m.foot, m.turn) for m in two.moves
    ]


def test_a_copy_where_there_is_no_section_is_none() -> None:
    assert section_copy(read_sheet("A title alone"), 3, mirrored=True) is None


@pytest.mark.parametrize("timing", TIMINGS)
@pytest.mark.parametrize("text", ["T\n1-2 R walk", "1-2 R walk", "T\nTiming: double\n1-2 R walk"])
def test_the_switch_of_timing_is_read_back(text: str, timing: str) -> None:
    changed = applied(text, timing_edit(read_sheet(text), TIMINGS[timing]))
    factor = {"half": "1/2", "written": "1", "double": "2"}[timing]
    assert str(read_sheet(changed).sheet.timing) == factor
