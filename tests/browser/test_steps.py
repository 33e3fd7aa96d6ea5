"""The Steps desk as its users work at it: a pasted sheet with mistakes, put right."""

import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from maplestep.apps.dances.models import Dance, OwnFigure

Open = Callable[..., Page]
SAVED = re.compile(r"^saved \d\d:\d\d$")
SHEET = (
    "Corner Lamp\n32 counts, 4 walls, beginner\n\nSection 1\n1-2  R rock forward, recover\n"
    "3&4  R coaster\n5-6  L rock forward, recover\n7&8  L coaster\n\nSection 2\n"
    "1-4  R vine right, L touch\n5-8  L vine left, R touch\n\nSection 3\n"
    "1-4  R rocking chair\n5-8  R jazz box ¼ right\n\nSection 4\n1-2  R side, L together\n"
    "3&4  R shuffle forward\n5-6  L rock forward, recover\n7-8  L back, R touch\n"
)
# Three mistakes: a misspelt figure, a missing count, the wrong foot.
PLANTED = (
    SHEET.replace("R rocking chair", "R rokcing chair")
    .replace("5-8  L vine left, R touch", "5-7  L vine left")
    .replace("5-6  L rock forward, recover\n7-8", "5-6  R rock forward, recover\n7-8")
)


@pytest.fixture
def desk(
    open_page: Open, sign_in: Callable[[Page, str], None], make_user: Callable[[str], Any]
) -> Callable[[str], Page]:
    """The Steps desk with a sheet that has just been put on the shelf."""

    def go(sheet: str) -> Page:
        from maplestep.apps.dances.actions.create import create_dance

        dance = create_dance(make_user("ada"), sheet)
        page = open_page()
        sign_in(page, "ada")
        page.goto(f"/dances/{dance.id}")
        page.get_by_role("textbox", name="Step sheet").wait_for()
        return page

    return go


def sheet() -> str:
    return Dance.objects.get().sheet


def test_three_planted_mistakes_are_found_and_fixed_by_pressing(desk: Callable[..., Page]) -> None:
    page = desk(PLANTED)
    findings = page.locator(".Findings__findings li[data-severity=wrong]")
    expect(findings.filter(has_text="“rokcing”")).to_be_visible()
    for label in ("Write rocking", "Write 8 hold", "Write L"):
        page.get_by_role("button", name=label, exact=True).first.click()
        expect(page.get_by_role("button", name=label, exact=True)).to_have_count(0)
    expect(page.get_by_text("Counts, feet and facings agree.")).to_be_visible()
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    assert sheet() == SHEET.replace("5-8  L vine left, R touch", "5-7  L vine left\n8 hold")


def test_words_are_offered_and_taken_with_tab(desk: Callable[..., Page]) -> None:
    page = desk("Corner Lamp\n")
    editor = page.get_by_role("textbox", name="Step sheet")
    editor.click()
    page.keyboard.press("Control+End")
    page.keyboard.type("1&2 R coas")
    expect(page.locator(".cm-tooltip-autocomplete li").first).to_contain_text("coaster")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Tab")
    # Enter begins the next line even where something could be offered.
    page.keyboard.type("\n3-4 L rock")
    page.keyboard.press("Enter")
    page.keyboard.type("5 hold")
    expect(editor).to_contain_text(re.compile("1&2 R coaster.*3-4 L rock.*5 hold"))


def test_a_section_mirrored_duplicated_and_folded_by_key(desk: Callable[..., Page]) -> None:
    page = desk(SHEET)
    page.locator(".cm-line", has_text="3&4").first.click()
    page.keyboard.press("Alt+Shift+M")
    expect(page.get_by_text("40 counts", exact=True)).to_be_visible()
    page.keyboard.press("Control+z")
    expect(page.get_by_text("32 counts", exact=True)).to_be_visible()
    page.locator(".cm-line", has_text="3&4").first.click()
    page.keyboard.press("Alt+Shift+D")
    expect(page.get_by_text("40 counts", exact=True)).to_be_visible()
    page.locator(".cm-line", has_text="Section 1").first.click()
    page.keyboard.press("Control+Shift+BracketLeft")
    expect(page.locator(".cm-foldPlaceholder")).to_be_visible()


def test_a_figure_nobody_knows_is_defined_once_for_all_sheets(desk: Callable[..., Page]) -> None:
    page = desk("Coop\n1&2 R hen step\n3&4 L hen step\n")
    page.get_by_role("button", name="Define it").first.click()
    expect(page.get_by_label("Name", exact=True)).to_have_value("hen step")
    page.get_by_label("Counts and steps").fill("R side")
    page.get_by_role("button", name="Define", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text("cannot be read")
    page.get_by_label("Counts and steps").fill("1&2 R side, L together, R cross")
    page.get_by_role("button", name="Define", exact=True).click()
    expect(page.locator(".FiguresDrawer__ownFigures")).to_contain_text("hen step")
    page.keyboard.press("Escape")
    expect(page.get_by_text("Counts, feet and facings agree.")).to_be_visible()
    assert OwnFigure.objects.get().name == "hen step"


def test_history_shows_what_was_and_brings_it_back(desk: Callable[..., Page]) -> None:
    page = desk(SHEET)
    page.get_by_role("textbox", name="Step sheet").click()
    page.keyboard.press("Control+End")
    page.keyboard.type("\nTag\n1-4 R rocking chair")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    page.get_by_role("button", name="History").click()
    expect(
        page.locator(".HistoryDrawer__difference :is(.cm-changedLine, .cm-insertedLine)").first
    ).to_be_visible()
    page.get_by_role("button", name="Restore this draft").click()
    expect(page.locator(".cm-line", has_text="Tag")).to_have_count(0)
    # Taking back is an edit like any other.
    page.get_by_role("textbox", name="Step sheet").click()
    page.keyboard.press("Control+z")
    expect(page.locator(".cm-line", has_text="Tag")).to_have_count(1)


def test_tidy_half_time_floor_and_level(
    desk: Callable[..., Page], accessible: Callable[[Page, str], None]
) -> None:
    page = desk(SHEET.replace("R rock forward, recover", "Rock fwd on R, replace L"))
    page.get_by_role("button", name="Tidy").click()
    expect(page.locator(".cm-line", has_text="R rock forward, L recover").first).to_be_visible()
    timing = page.get_by_role("combobox", name="How long a written count lasts")
    timing.focus()
    page.keyboard.press("ArrowDown")
    expect(page.get_by_text("read in half time").last).to_be_visible()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.get_by_text("16 counts", exact=True)).to_be_visible()
    expect(page.locator(".cm-line", has_text="Timing: half time")).to_be_visible()
    page.get_by_text("Floor", exact=True).click()
    expect(
        page.get_by_role("img", name=re.compile("The way of one wall from above"))
    ).to_be_visible()
    accessible(page, "floor")
    page.get_by_text("Level and load").click()
    expect(page.get_by_role("row", name=re.compile("^Counts 16"))).to_be_visible()
    accessible(page, "level")


def test_the_sheet_is_saved_as_what_one_chooses(desk: Callable[..., Page]) -> None:
    page = desk(SHEET)
    page.get_by_role("button", name="Print or save").click()
    page.get_by_text("Table, one move a row (CSV)").click()
    with page.expect_download() as got:
        page.get_by_role("link", name="Save", exact=True).click()
    assert got.value.suggested_filename == "corner-lamp.csv"


def test_fast_typing_loses_nothing_and_the_chart_follows_both_ways(
    desk: Callable[..., Page],
) -> None:
    page = desk(SHEET)
    page.get_by_role("textbox", name="Step sheet").click()
    page.keyboard.press("Control+End")
    typed = "\nSection 5\n1-2  R side, L together\n3-4  hold\n5&6  R shuffle forward\n7-8  hold"
    # Without any pause between the keys; Escape closes what is offered.
    for line in typed.split("\n")[1:]:
        page.keyboard.press("Escape")
        page.keyboard.press("Enter")
        page.keyboard.type(line, delay=0)
    expect(page.get_by_text("40 counts", exact=True)).to_be_visible()
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    assert sheet().replace("\n", "") == (SHEET + typed).replace("\n", "")
    # From a print to its words, and from the cursor to its prints.
    page.locator(".FootChart__chart").last.get_by_role("img", name=re.compile("^5 R")).click()
    assert page.evaluate("getSelection().toString()") == "R shuffle forward"
    expect(
        page.locator(".FootChart__chart").last.locator(".FootChart__move[data-marked=true]")
    ).to_have_count(3)
