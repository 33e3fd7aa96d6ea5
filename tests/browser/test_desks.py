"""The desks, one thing a user does after another, with the mistakes users make."""

import re
from collections.abc import Callable
from typing import Any

import pytest
from browser.conftest import eventually
from example import ROUTINE
from playwright.sync_api import Page, expect

from maplestep.apps.dances.models import Dance
from maplestep.apps.routines.models import Routine
from maplestep.apps.songs.models import Song
from maplestep.core.routine.model import EventKind
from maplestep.formats.routine.routine_file import EventForm

Open = Callable[..., Page]
Enter = Callable[[Page, str], None]
AtDesk = Callable[[str], Page]
SAVED = re.compile(r"^saved \d\d:\d\d$")


@pytest.fixture
def routine(make_user: Callable[[str], Any]) -> Routine:
    from maplestep.apps.routines.actions.bring_in import store_routine
    from maplestep.formats.routine.routine_file import RoutineForm

    return store_routine(make_user("ada"), RoutineForm.model_validate(ROUTINE))


def counts_of(song: Song) -> list[tuple[str, int]]:
    return [(phrase.kind, phrase.counts) for phrase in song.phrases.all()]


def test_marking_the_phrases_of_a_new_song(
    open_page: Open, sign_in: Enter, make_user: Callable[[str], Any]
) -> None:
    make_user("ada")
    page = open_page()
    sign_in(page, "ada")
    page.get_by_role("button", name="New routine").click()
    page.get_by_text("Tempo and length").click()
    page.get_by_label("Title of the song").fill("Paper Lighthouse")
    page.get_by_label("Beats per minute").fill("120")
    page.get_by_label("Length", exact=True).fill("1:00")
    page.get_by_label("Paste the step sheet").fill("Lamp\nIntro: 8 counts\n1-8 R weave")
    page.get_by_role("button", name="Put together").click()
    # 120 counts: the sheet's own intro of 8, and 112 that nobody has marked.
    page.get_by_role("button", name="Mark a phrase").click()
    page.get_by_role("button", name="Mark a phrase").click()
    song = Song.objects.get()
    marked = [("intro", 8), ("verse", 32), ("verse", 32), ("unmarked", 48)]
    eventually(lambda: counts_of(song), marked)
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    # A length typed over takes from what is not yet marked, and Undo gives it back.
    page.get_by_label("Counts", exact=True).nth(2).fill("64")
    page.get_by_role("heading", name="Phrases").click()
    expect(page.get_by_text("120 counts, 1:00")).to_be_visible()
    eventually(lambda: counts_of(song)[2:], [("verse", 64), ("unmarked", 16)])
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Counts", exact=True).nth(2)).to_have_value("32")


def test_dragging_a_boundary_moves_counts_between_neighbours(
    at_desk: AtDesk, routine: Routine
) -> None:
    page = at_desk("song")
    boundary = page.locator(".PhraseStrip__phraseStrip").get_by_role("slider").nth(1)
    box = boundary.bounding_box()
    strip = page.locator(".PhraseStrip__phraseStrip").bounding_box()
    assert box is not None
    assert strip is not None
    # Intro 8, verse 32, chorus 24: four of 64 counts to the left.
    page.mouse.move(box["x"] + 7, box["y"] + 30)
    page.mouse.down()
    page.mouse.move(box["x"] + 7 - 4 * strip["width"] / 64, box["y"] + 30, steps=6)
    page.mouse.up()
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    assert counts_of(routine.song) == [("intro", 8), ("verse", 28), ("chorus", 28)]
    boundary.focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Shift+ArrowLeft")
    expect(page.get_by_label("Counts", exact=True).nth(1)).to_have_value("16+5")


def test_an_impossible_tempo_is_refused_and_nothing_is_lost(
    at_desk: AtDesk, routine: Routine
) -> None:
    page = at_desk("song")
    page.get_by_label("Title").first.fill("Renamed")
    page.get_by_label("Beats per minute").fill("4")
    page.get_by_label("Beats per minute").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("between 20 and 400")
    page.get_by_label("Beats per minute").fill("124")
    page.get_by_label("Beats per minute").press("Enter")
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    song = Song.objects.get()
    assert (song.title, song.bpm) == ("Renamed", 124)


def test_fields_of_an_event(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("fit")
    wall = page.locator("#row-3")
    expect(wall).to_contain_text("Restart after 8")
    after = page.get_by_role("textbox", name="After count")
    after.fill("soon")
    after.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("no place to stop")
    after = page.get_by_role("textbox", name="After count")
    after.fill("on count 5")
    after.press("Enter")
    expect(wall).to_contain_text("Restart after 4")
    page.get_by_label("Cue").fill("whistle")
    expect(wall).to_contain_text("whistle")
    page.get_by_label("On walls").fill("2, 3")
    page.get_by_label("On walls").press("Enter")
    expect(page.locator("#row-2")).to_contain_text("Restart after 4")
    page.get_by_role("button", name="Remove from wall 3").click()
    expect(wall).not_to_contain_text("Restart")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    (event,) = Routine.objects.get().events
    assert (event["walls"], event["after"], event["cue"]) == ([2], "4", "whistle")


def test_enter_applies_the_marked_fix_and_undo_takes_it_back(
    at_desk: AtDesk, routine: Routine
) -> None:
    far = EventForm(id="far", kind=EventKind.RESTART, walls=[9], after="8")
    routine.events.append(far.model_dump(mode="json"))
    routine.save()
    page = at_desk("fit")
    settle = page.get_by_role("region", name="To sort out")
    expect(settle).to_contain_text("Restart after 8 on wall 9 never happens")
    page.keyboard.press("Enter")
    expect(settle).not_to_contain_text("never happens")
    page.keyboard.press("Control+z")
    expect(settle).to_contain_text("never happens")
    page.keyboard.press("Control+Shift+z")
    expect(settle).not_to_contain_text("never happens")


def test_a_print_leads_to_its_words_and_back(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("steps")
    page.locator(".FootChart__chart").nth(1).locator(".FootChart__move").nth(1).click()
    assert page.evaluate("getSelection().toString()") == "pivot ½ left"
    expect(page.locator(".FootChart__move[data-marked=true]")).to_have_count(1)


PASTE = """(box, text) => {
  const data = new DataTransfer();
  data.setData("text/plain", text);
  const said = { clipboardData: data, bubbles: true, cancelable: true };
  box.dispatchEvent(new ClipboardEvent("paste", said));
}"""


def test_a_text_that_is_no_sheet_says_so_once_and_claims_nothing(
    at_desk: AtDesk, routine: Routine
) -> None:
    page = at_desk("steps")
    page.locator(".FootChart__prints").first.wait_for()
    page.get_by_role("textbox", name="Step sheet").click()
    page.keyboard.press("Control+a")
    # Pasted, as one would: typed in by the driver it takes a minute.
    page.get_by_role("textbox", name="Step sheet").evaluate(
        PASTE, "1-2 R side, L together\n" * 2500
    )
    expect(page.get_by_role("alert")).to_contain_text("2,501 lines")
    expect(page.get_by_text("Counts, feet and facings agree.")).to_have_count(0)
    expect(page.locator(".FootChart__prints")).to_have_count(0)
    page.keyboard.press("Control+z")
    expect(page.locator(".FootChart__prints").first).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)
    assert Dance.objects.get().sheet == ROUTINE["sheet"]


def test_a_lost_session_asks_to_sign_in_and_saves_what_was_typed(
    at_desk: AtDesk, routine: Routine
) -> None:
    page = at_desk("steps")
    page.locator(".FootChart__prints").first.wait_for()
    page.context.clear_cookies(name="sessionid")
    page.get_by_role("textbox", name="Step sheet").click()
    page.keyboard.press("Control+End")
    page.keyboard.type("// typed late")
    expect(page.get_by_text("You were signed out")).to_be_visible()
    page.get_by_label("Name").fill("ada")
    page.get_by_label("Password", exact=True).fill("a-long-enough-one")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("textbox", name="Step sheet")).to_contain_text("// typed late")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    assert Dance.objects.get().sheet.endswith("// typed late")


def test_a_routine_that_is_gone_says_so(open_page: Open, sign_in: Enter, routine: Routine) -> None:
    page = open_page()
    sign_in(page, "ada")
    page.goto("/routines/00000000-0000-0000-0000-000000000000/fit")
    expect(page.get_by_role("alert")).to_contain_text("not on your shelf")
    page.get_by_role("link", name="Back to the shelf").click()
    expect(page.get_by_role("heading", name="Shelf")).to_be_visible()


def test_deleting_asks_first_and_keeps_what_is_in_use(
    open_page: Open, sign_in: Enter, routine: Routine
) -> None:
    page = open_page()
    sign_in(page, "ada")
    page.get_by_role("button", name="More about Test song").click()
    page.get_by_role("menuitem", name="Delete").click()
    page.get_by_role("dialog").get_by_role("button", name="Delete").click()
    expect(page.get_by_text("is used by a routine")).to_be_visible()
    page.get_by_role("button", name="More about Test routine").click()
    page.get_by_role("menuitem", name="Delete").click()
    page.get_by_role("dialog").get_by_role("button", name="Cancel").click()
    assert Routine.objects.count() == 1
    page.get_by_role("button", name="More about Test routine").click()
    page.get_by_role("menuitem", name="Delete").click()
    page.get_by_role("dialog").get_by_role("button", name="Delete").click()
    expect(page.get_by_text("Test routine")).to_have_count(0)
    assert not Routine.objects.exists()


def test_searching_the_shelf(open_page: Open, sign_in: Enter, routine: Routine) -> None:
    page = open_page()
    sign_in(page, "ada")
    search = page.get_by_role("searchbox")
    search.fill("test song")
    expect(page.get_by_role("link", name="Test routine")).to_be_visible()
    search.fill("nothing of the kind")
    expect(page.get_by_text("Nothing on the shelf is called")).to_be_visible()
