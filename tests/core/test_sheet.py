"""Reading whole sheets: sections, numbering, weight, claims, findings."""

import pytest
from core.dancing import codes, part_of, steps
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.errors import FileError
from maplestep.core.findings.registry import sheet_findings
from maplestep.core.primitives.feet import Foot
from maplestep.core.sheet.read import read_sheet
from maplestep.messages.english import FINDINGS
from maplestep.messages.findings import advice, message

TWO_SECTIONS = """Harvest Lane
16 counts, 2 walls, beginner

Section 1
1-4  R vine right, L touch   // easy start
5-8  L vine left, R touch

Section 2 (facing 6:00)
1-2  R step forward, pivot ½ left
3-4  Walk forward R, L
5-8  R rocking chair
"""


def test_a_clean_sheet() -> None:
    reading = read_sheet(TWO_SECTIONS)
    part = reading.sheet.wall
    assert part is not None
    assert sheet_findings(reading) == ()
    assert reading.sheet.title == "Harvest Lane"
    assert (part.length, part.net_turn, part.end_weight) == (16, -4, Foot.LEFT)
    assert [section.length for section in part.sections] == [8, 8]
    # Steps: 4 + 4, then 2 + 2 + 4.
    assert len(part.moves) == 16


@pytest.mark.parametrize(
    "heading",
    ["Section 2", "SECTION 2:", "Sec. 2", "S2: forward", "[9-16]", "**Section 2**", "(9-16) Turn"],
)
def test_headings_as_people_write_them(heading: str) -> None:
    text = TWO_SECTIONS.replace("Section 2 (facing 6:00)", heading)
    part = read_sheet(text).sheet.wall
    assert part is not None
    assert [section.start for section in part.sections] == [0, 8]


def test_counts_may_go_on_or_start_over() -> None:
    over = part_of("Section 1", "1-8 R weave", "Section 2", "1-8 R weave")
    on = part_of("Section 1", "1-8 R weave", "Section 2", "9-16 R weave")
    bare = part_of("1-8 R weave", "1-8 R weave")
    assert [m.at for m in over.moves] == [m.at for m in on.moves] == list(range(16))
    assert [m.at for m in bare.moves] == list(range(16))


def test_a_lead_in_lands_before_its_section() -> None:
    part = part_of("Section 1", "1-8 R weave right", "Section 2", "&1 R ball, L cross", "2-8 hold")
    # Count 1 of section 2 is position 8, so its & lies at 7 1/2.
    assert [str(move.at) for move in part.moves[8:10]] == ["15/2", "8"]


def test_waltz_sections_have_six_counts() -> None:
    line = "1-3 L cross, R side, L in place", "4-6 R cross, L side, R in place"
    assert part_of("Section 1", *line, "Section 2", *line).length == 12


def test_tags_stand_apart_from_the_dance() -> None:
    sheet = read_sheet(TWO_SECTIONS + "\nTag (4 counts)\n1-4 R jazz box\n").sheet
    assert [(part.name, part.length) for part in sheet.parts] == [("A", 16), ("Tag", 4)]
    assert [part.name for part in sheet.danced] == ["A"]


def test_a_head_with_several_keys_on_a_line() -> None:
    claims = read_sheet("Dance\nCount: 32  Wall: 4 | Level: Improver\n1 R side").sheet.claims
    assert claims.counts is not None
    assert claims.walls is not None
    assert (claims.counts.value, claims.walls.value, claims.level) == (32, 4, "Improver")


def test_a_remark_on_a_restart_claims_nothing_of_wall_1() -> None:
    text = TWO_SECTIONS + "** Restart here on wall 3 facing 9:00\nends facing 9:00\n"
    # Every wall turns a half. Wall 3 starts at 12:00 and ends at 6:00; so does wall 1.
    found = sheet_findings(read_sheet(text))
    assert [(f.code, f.place.span and f.place.span.line) for f in found] == [
        ("sheet.event-facing", 12),
        ("sheet.facing", 13),
    ]


def test_offsets_lead_back_to_the_words() -> None:
    part = read_sheet(TWO_SECTIONS).sheet.wall
    assert part is not None
    said = [TWO_SECTIONS[move.span.start : move.span.end] for move in part.moves]
    assert said[3] == "L touch"
    assert said[8:10] == ["R step forward", "pivot ½ left"]


# One planted mistake each: (what to replace, with what, code expected, words in the message).
MISTAKES = [
    ("R vine right", "R vien right", "sheet.figure-unknown", "vien"),
    ("1-4  R vine right, L touch", "1-3  R vine right", "sheet.counts-missing", "4"),
    ("5-8  L vine", "4-8  L vine", "sheet.counts-out-of-order", "4-8"),
    ("3-4  Walk forward R, L", "3&4  Walk forward R, L", "sheet.counts-figures", "3&4"),
    ("16 counts", "32 counts", "sheet.total-counts", "add up to 16"),
    ("2 walls", "4 walls", "sheet.walls", "it has 2"),
    ("pivot ½ left", "pivot ½", "sheet.turn-assumed", "½ left"),
    ("5-8  L vine left, R touch", "5-8  R vine right, L touch", "sheet.end-foot", ""),
    ("3-4  Walk forward R, L", "3-4  Walk forward L, R", "sheet.weight-conflict", "left foot"),
    ("facing 6:00", "facing 3:00", "sheet.facing", "3:00"),
    ("1-2  R step forward", "0-1  R step forward", "sheet.counts-unreadable", "no count 0"),
    ("5-8  R rocking chair", "5-8", "sheet.no-steps-on-counts", "5-8"),
]


@pytest.mark.parametrize(("what", "wrong", "code", "words"), MISTAKES, ids=lambda v: str(v)[:28])
def test_a_planted_mistake_is_named_at_its_line(
    what: str, wrong: str, code: str, words: str
) -> None:
    assert what in TWO_SECTIONS
    text = TWO_SECTIONS.replace(what, wrong)
    if code == "sheet.end-foot":
        text = text.replace("5-8  R rocking chair", "5-7 R side, L together, R side\n8 hold")
    found = next(f for f in sheet_findings(read_sheet(text)) if f.code == code)
    assert words in message(found)
    span = found.place.span
    assert span is not None
    assert 1 <= span.line <= text.count("\n") + 1
    assert text.count("\n", 0, span.start) + 1 == span.line


def test_an_unknown_figure_names_the_nearest_ones() -> None:
    found = sheet_findings(read_sheet("1&2 R shufle forward"))
    assert found[0].code == "sheet.figure-unknown"
    assert "shuffle" in found[0].expected


def test_the_foot_at_the_end_is_freed_by_what_is_there_to_change() -> None:
    # Both end with the weight right; a step could become a touch, or a touch a step.
    for end, words in (
        ("8 R together", "End the step"),
        ("8 L touch", "Step on the last touch"),
    ):
        text = f"1-2 R side, L together\n3-4 R side, L together\n5-6 R side, hold\n7 hold\n{end}"
        text = text if "touch" in end else text.replace("5-6 R side, hold\n7 hold", "5-7 hold")
        (finding,) = sheet_findings(read_sheet(text))
        assert words in advice(finding)


def test_nothing_is_said_of_the_first_foot_when_the_first_figure_is_unknown() -> None:
    text = TWO_SECTIONS.replace("1-4  R vine right, L touch", "1-4  R wobble")
    assert [f.code for f in sheet_findings(read_sheet(text))] == ["sheet.figure-unknown-alone"]


def test_a_fix_of_a_claim_makes_it_true() -> None:
    text = TWO_SECTIONS.replace("2 walls", "4 walls").replace("16 counts", "24 counts")
    for finding in sorted(sheet_findings(read_sheet(text)), key=lambda f: -f.place.span.start):  # type: ignore[union-attr]
        assert finding.fix is not None
        fix = finding.fix
        text = text[: fix.start] + fix.text + text[fix.end :]  # type: ignore[union-attr]
    assert text == TWO_SECTIONS


def test_an_empty_sheet_says_what_to_do() -> None:
    assert [f.code for f in sheet_findings(read_sheet(""))] == ["sheet.no-steps"]
    assert [f.code for f in sheet_findings(read_sheet("Just a title\n"))] == ["sheet.no-steps"]


def test_a_text_that_is_no_sheet_is_refused_with_its_line() -> None:
    with pytest.raises(FileError) as refused:
        read_sheet("1-2 R rock, recover\n" * 10_000)
    assert refused.value.line == 2001


@pytest.mark.parametrize(("text", "advised"), FINDINGS.values(), ids=FINDINGS)
def test_every_sentence_ends_and_keeps_its_temper(text: str, advised: str) -> None:
    for sentence in (text, advised):
        assert sentence.rstrip().endswith((".", "}")), sentence
        assert "!" not in sentence


COUNT_WORDS = ["1&2", "1-4", "7-8&", "9-16", "&", "32 counts", "x2"]
STEP_WORDS = [
    "R",
    "left",
    "shuffle",
    "¼",
    "pivot",
    "vine",
    "hold",
    "weight R",
    ",",
    "heel",
    "same on L",
]
HEADINGS = ["Section 1", "Tag", "Part B", "[1-8]", "(facing 9:00)", "\n"]
PIECES = st.sampled_from([*COUNT_WORDS, *STEP_WORDS, *HEADINGS])


def test_an_ampersand_between_figures_alone_is_no_count() -> None:
    # What was left of a text that the bench made: nothing stands before the "&" that is kept.
    assert read_sheet("1-8 after\n\n1-8 touch\nvine x2 , & vine [ right 1-8").sheet is not None


def test_the_same_again_takes_as_long_as_what_stands_before_it() -> None:
    # One count and one more; four and four more; behind the words, or in brackets of its own.
    for line, length in (("1-2 R stomp, same on L", 2), ("1-8 R rocking chair; same on L", 8)):
        part = read_sheet(f"T\n{line}").sheet.wall
        assert part is not None and part.length == length
        half = len(part.moves) // 2
        feet = [move.foot.other if move.foot else None for move in part.moves[:half]]
        assert [move.foot for move in part.moves[half:]] == feet
    for line in (
        "S1 stomp, same on L",
        "S1 R stomp; repeat on L",
        "stomp R; same on L",
        "S1 same on L",
    ):
        read_sheet(f"T\n16 counts\n\n{line}\nsame on L")


@settings(max_examples=150, deadline=None)
@given(st.one_of(st.text(max_size=300), st.lists(PIECES, max_size=40).map(" ".join)))
def test_any_text_is_read_without_a_crash(text: str) -> None:
    reading = read_sheet(text)
    for finding in sheet_findings(reading):
        assert message(finding)
        assert advice(finding)
        span = finding.place.span
        assert span is None or 0 <= span.start <= span.end <= len(text)
    for part in reading.sheet.parts:
        assert len(part.weights) == len(part.moves)
        assert part.net_turn == sum(m.turn for s in part.sections for m in s.moves)
        assert all(0 <= m.span.start < m.span.end <= len(text) for m in part.moves)


def test_reading_findings_of_a_clean_line() -> None:
    reading = read_sheet("1-2 R side, L together")
    assert codes(reading) == []
    assert reading.sheet.wall is not None
    assert steps(reading.sheet.wall) == ["R side", "L together"]
