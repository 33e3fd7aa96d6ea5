"""What the Steps desk is given: parts, options, the floor, evidence; and what is printed."""

import pytest
from core.test_corpus import TEXTS

from maplestep.core.primitives.counts import parse_counts
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.render import FRENCH
from maplestep.core.sheet.write.format import Style
from maplestep.core.sheet.write.printed import printed
from maplestep.formats.sheet.foot_chart import chart_svg
from maplestep.formats.sheet.sheet_pdf import Print, page_html
from maplestep.services.check import check_sheet
from maplestep.views.sheet import sheet_view
from maplestep.views.vocabulary import vocabulary_view


@pytest.mark.parametrize("name", TEXTS)
def test_every_place_given_lies_in_the_text(name: str) -> None:
    text = TEXTS[name]
    view = sheet_view(check_sheet(read_sheet(text), bpm=100))
    for finding in (*view.findings, *view.load):
        assert finding.start is not None
        assert finding.end is not None
        assert 0 <= finding.start <= finding.end <= len(text)
    for part in view.parts:
        assert len(part.count_labels) == part.length
        for section in part.sections:
            assert [run.start for run in section.facings][:1] in ([0.0], [])
            for move in section.moves:
                assert text[move.start : move.end].strip()
        for option in part.options:
            assert text[option.start : option.end].strip()
            assert 0 <= option.section < len(part.sections)
        if part.floor is not None:
            moves = sum(len(section.moves) for section in part.sections)
            assert len(part.floor.stops) == moves
            assert len(part.floor.walls) == 9  # the starts of eight walls, and the last end


def test_a_step_change_says_which_counts_differ() -> None:
    view = sheet_view(check_sheet(read_sheet(TEXTS["22-step-change"])))
    change = next(part for part in view.parts if part.kind == "change")
    assert change.changed is not None
    # Counts 13-16 are the stretch from 12 to 16.
    assert (change.changed.start, change.changed.end, change.variant_of) == (12, 16, "A")


def test_timing_is_said_and_counted() -> None:
    half, double = (
        sheet_view(check_sheet(read_sheet(TEXTS[n]))) for n in ("18-half-time", "33-double-time")
    )
    assert (half.timing, half.counts) == ("half", 16)
    assert (double.timing, double.counts) == ("double", 32)


def test_the_vocabulary_has_every_figure_with_its_moves() -> None:
    view = vocabulary_view()
    assert len(view.figures) >= 70
    for figure in view.figures:
        assert parse_counts(figure.counts).positions
        assert figure.moves
        assert not figure.own
    vine = next(figure for figure in view.figures if figure.name == "vine")
    assert vine.moves == "R side, L behind, R side, L touch"


def test_lines_are_printed_counted_both_ways_with_their_facing() -> None:
    sheet = printed(read_sheet(TEXTS["15-curly"]), Style())
    lines = sheet.parts[0].sections[1].lines
    # Section 1 ends at 6:00; the quarter pivot left leads to 3:00.
    assert [(line.counts, line.counts_on, line.facing) for line in lines] == [
        ("1-2", "9-10", "3:00"),
        ("3&4", "11&12", "3:00"),
        ("5-6", "13-14", "3:00"),
        ("7&8", "15&16", "3:00"),
    ]
    assert lines[0].words == "R forward, L pivot ¼ left"


def test_repeated_passages_are_printed_written_out() -> None:
    sheet = printed(read_sheet(TEXTS["13-mirror"]), Style(language=FRENCH))
    words = [(line.counts, line.words) for line in sheet.parts[0].sections[1].lines]
    # The vine to the right and the touch, mirrored.
    assert words[:2] == [("1-3", "G côté, D croisé derrière, G côté"), ("4", "D touch")]


@pytest.mark.parametrize("name", TEXTS)
@pytest.mark.parametrize("language", ["en", "fr"])
def test_a_page_says_every_section_and_no_markup_of_the_sheet(name: str, language: str) -> None:
    style = Style(language=FRENCH) if language == "fr" else Style()
    text = TEXTS[name].replace("Section 1", "Section 1 <script>alert(1)</script>")
    page = page_html(read_sheet(text), Print(style=style, chart=True))
    assert "<script>" not in page
    shown = [p for p in read_sheet(text).sheet.parts if p.kind.value != "change"]
    assert page.count("<section>") >= sum(len(part.sections) for part in shown)


def test_a_long_section_is_charted_in_rows_of_eight() -> None:
    part = read_sheet("1-24 R weave").sheet.wall
    assert part is not None
    assert chart_svg(part.sections[0]).count("<svg") == 3
    # 24 moves, each one print.
    assert chart_svg(part.sections[0]).count("<path") == 24
