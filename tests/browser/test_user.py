"""What a user does, in a real browser."""

import json
import re
from collections.abc import Callable
from importlib import resources
from typing import Any

import pytest
from browser.conftest import eventually
from django_fixtures import PASSWORD
from example import ROUTINE
from playwright.sync_api import Page, expect

from maplestep.apps.accounts.models import User
from maplestep.apps.routines.actions.bring_in import store_routine
from maplestep.apps.routines.models import Routine
from maplestep.formats.routine.routine_file import read_routine

pytestmark = pytest.mark.django_db(transaction=True)
SAVED = re.compile(r"^saved \d")
Open = Callable[..., Page]
Enter = Callable[[Page, str], None]
AtDesk = Callable[[str], Page]


@pytest.fixture
def routine(make_user: Any) -> Routine:
    make_user("ben")
    raw = (resources.files("maplestep.demo") / "1-kite-weather.json").read_bytes()
    return store_routine(make_user("ada"), read_routine(raw)[0])


def rows(page: Page) -> list[str]:
    page.locator(".WallStackBar__stack .WallStackBar__wall").first.wait_for()
    return page.locator(
        ".WallStackBar__stack .WallStackBar__wall .visually-hidden"
    ).all_inner_texts()


def test_add_a_restart_and_find_it_again(open_page: Open, sign_in: Enter, routine: Routine) -> None:
    page = open_page()
    sign_in(page, "ada")
    page.get_by_role("link", name="Kite Weather to").click()
    before = rows(page)
    assert len(before) == 9
    expect(page.get_by_text("song phrases begin on count 1")).to_contain_text("7 / 7")

    # Wall 2 is clicked in its first eight; the cursor is led to after 16 and R pressed.
    page.locator("#row-2").click(position={"x": 150, "y": 20})
    for _ in range(2):
        page.keyboard.press("Shift+ArrowRight")
    page.keyboard.press("r")
    restarted = page.locator("#row-2")
    expect(restarted).to_contain_text("Restart after 16")
    # Wall 2 started at 48 and now stops at 64: walls follow at 64, 96 ... out of phrase.
    settle = page.get_by_role("region", name="To sort out")
    expect(settle).to_contain_text("begins on count")
    expect(page.get_by_text("song phrases begin on count 1")).not_to_contain_text("7 / 7")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)

    page.reload()
    expect(page.locator("#row-2")).to_contain_text("Restart after 16")
    assert len(Routine.objects.get().events) == 3

    # Fresh page: undo knows nothing; Delete takes the event off the wall again.
    page.locator("#row-2").click(position={"x": 150, "y": 20})
    page.keyboard.press("Delete")
    expect(page.locator("#row-2")).not_to_contain_text("Restart")
    assert rows(page) == before
    page.keyboard.press("Control+z")
    expect(page.locator("#row-2")).to_contain_text("Restart after 16")
    page.keyboard.press("Control+Shift+z")
    expect(page.locator("#row-2")).not_to_contain_text("Restart")

    other = open_page()
    sign_in(other, "ben")
    expect(other.get_by_text("Nothing here yet")).to_be_visible()
    other.goto(f"/routines/{routine.id}/fit")
    expect(other.get_by_role("alert")).to_contain_text("not on your shelf")


def test_drag_a_restart_to_another_count(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("fit")
    handle = page.locator("#row-5 .WallStackBar__handle")
    box = handle.bounding_box()
    bar = page.locator("#row-5 .WallStackBar__bar").bounding_box()
    assert box is not None
    assert bar is not None
    a_count = (bar["width"] - 8) / 24
    page.mouse.move(box["x"] + 8, box["y"] + 10)
    page.mouse.down()
    page.mouse.move(box["x"] + 8 - 8 * a_count, box["y"] + 12, steps=5)
    page.mouse.up()
    expect(page.locator("#row-5")).to_contain_text("Restart after 16")

    # The tag of wall 3 goes to wall 2; the one of wall 8 stays.
    tag = page.locator("#row-3 .WallStackBar__handle").bounding_box()
    wall = page.locator("#row-2").bounding_box()
    assert tag is not None
    assert wall is not None
    page.mouse.move(tag["x"] + 8, tag["y"] + 10)
    page.mouse.down()
    page.mouse.move(tag["x"] + 8, wall["y"] + 20, steps=5)
    page.mouse.up()
    expect(page.locator("#row-2")).to_contain_text("Tag +4")
    expect(page.locator("#row-3")).not_to_contain_text("Tag")


def test_typing_in_the_sheet_updates_chart_and_findings(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("steps")
    expect(page.locator("[data-read]")).to_contain_text("Counts, feet and facings agree.")
    # "32 counts, 4 walls" is the second line; its 4 stands behind eleven characters.
    page.get_by_role("textbox", name="Step sheet").click()
    page.keyboard.press("Control+Home")
    page.keyboard.press("ArrowDown")
    for _ in range(11):
        page.keyboard.press("ArrowRight")
    page.keyboard.press("Delete")
    page.keyboard.type("2")
    expect(page.locator(".Findings__findings").first).to_contain_text("The sheet says 2-wall")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    page.get_by_role("button", name="Write 4").click()
    expect(page.locator("[data-read]")).to_contain_text("Counts, feet and facings agree.")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)


def test_a_new_routine_from_nothing(open_page: Open, sign_in: Enter, make_user: Any) -> None:
    make_user("ada")
    page = open_page()
    sign_in(page, "ada")
    page.get_by_role("button", name="New routine").click()
    page.get_by_text("Tempo and length").click()
    page.get_by_label("Title of the song").fill("Paper Lighthouse")
    page.get_by_label("Length", exact=True).fill("five minutes")
    page.get_by_role("button", name="Put together").click()
    expect(page.get_by_role("alert")).to_contain_text("minutes:seconds")
    page.get_by_label("Length", exact=True).fill("2:30")
    page.get_by_label("Paste the step sheet").fill(ROUTINE["sheet"])
    page.get_by_role("button", name="Put together").click()
    # 2:30 at 112 bpm are 280 counts; the intro of 16 may be changed at once.
    expect(page.get_by_text("280 counts")).to_be_visible()
    page.get_by_label("Intro (counts)").fill("32")
    page.get_by_label("Intro (counts)").press("Enter")
    expect(page.get_by_text("296 counts")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("heading", name="Phrases").click()
    page.keyboard.press("3")
    expect(page.locator("#row-1")).to_contain_text("12:00")


def test_two_windows_are_told_apart(open_page: Open, sign_in: Enter, routine: Routine) -> None:
    first, second = open_page(), open_page()
    for page in (first, second):
        sign_in(page, "ada")
        page.goto(f"/routines/{routine.id}/fit")
        page.locator("#row-1").wait_for()
        page.locator("#row-1").click(position={"x": 170, "y": 20})
    # One cannot store what it has changed before the other has.
    stored = re.compile(r"/api/routines/[^/]+$")
    second.route(stored, lambda route: route.abort())
    second.keyboard.press("r")
    expect(second.get_by_test_id("saved")).to_contain_text("kept in this browser")
    first.keyboard.press("g")
    expect(first.locator("#row-1")).to_contain_text("Tag +4")
    eventually(lambda: Routine.objects.get().version, 2)
    second.unroute(stored)
    expect(second.get_by_role("alert")).to_contain_text("changed in another window")
    second.get_by_role("button", name="Take the other").click()
    expect(second.locator("#row-1")).to_contain_text("Tag +4")
    assert Routine.objects.get().version == 2


def test_a_window_follows_the_other_while_nothing_is_typed_in_it(
    open_page: Open, sign_in: Enter, routine: Routine
) -> None:
    first, second = open_page(), open_page()
    for page in (first, second):
        sign_in(page, "ada")
        page.goto(f"/routines/{routine.id}/fit")
        page.locator("#row-1").wait_for()
    first.locator("#row-1").click(position={"x": 170, "y": 20})
    first.keyboard.press("g")
    expect(first.locator("#row-1")).to_contain_text("Tag +4")
    expect(second.locator("#row-1")).to_contain_text("Tag +4")
    # Nobody has anything to decide.
    for page in (first, second):
        expect(page.get_by_role("alert")).to_have_count(0)


def test_the_song_and_steps_desks_follow_another_window(
    open_page: Open, sign_in: Enter, routine: Routine
) -> None:
    song, steps, other = open_page(), open_page(), open_page()
    for page, desk in ((song, "song"), (steps, "steps"), (other, "steps")):
        sign_in(page, "ada")
        page.goto(f"/routines/{routine.id}/{desk}")
        page.locator("main").wait_for()
    sheet = steps.get_by_role("textbox", name="Step sheet")
    elsewhere = other.get_by_role("textbox", name="Step sheet")
    expect(elsewhere).to_contain_text("Kite Weather")
    elsewhere.press("Control+Home")
    elsewhere.press_sequentially("Second ")
    expect(sheet).to_contain_text("Second Kite Weather")
    other.goto(f"/routines/{routine.id}/song")
    for label, value in (("Title", "Renamed"), ("Beats per minute", "97")):
        other.get_by_label(label).first.fill(value)
        other.get_by_label(label).first.press("Enter")
        expect(song.get_by_label(label).first).to_have_value(value)
    for page in (song, steps, other):
        expect(page.get_by_role("alert")).to_have_count(0)


def test_nothing_is_lost_when_the_connection_drops(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("fit")
    page.locator("#row-2").click(position={"x": 400, "y": 20})
    page.route("**/api/routines/**", lambda route: route.abort())
    page.keyboard.press("g")
    expect(page.get_by_test_id("saved")).to_contain_text("kept in this browser")
    page.unroute("**/api/routines/**")
    page.reload()
    expect(page.locator("#row-2")).to_contain_text("Tag +4")
    expect(page.get_by_test_id("saved")).to_have_text(SAVED)
    assert 2 in next(e["walls"] for e in Routine.objects.get().events if e["kind"] == "tag")


def test_bad_files_are_refused_in_words(open_page: Open, sign_in: Enter, make_user: Any) -> None:
    make_user("ada")
    page = open_page()
    sign_in(page, "ada")
    broken = {**ROUTINE, "song": {**ROUTINE["song"], "bpm": 0}}
    upload = page.get_by_test_id("file")
    upload.set_input_files(
        {"name": "r.json", "mimeType": "", "buffer": json.dumps(broken, indent=2).encode()}
    )
    expect(page.get_by_text("r.json, line 7")).to_contain_text("between 20 and 400")
    upload.set_input_files({"name": "s.pdf", "mimeType": "", "buffer": b"%PDF-1.7 and no more"})
    expect(page.get_by_text("s.pdf")).to_contain_text("damaged")
    upload.set_input_files(
        {"name": "r.json", "mimeType": "", "buffer": json.dumps(ROUTINE).encode()}
    )
    expect(page.locator("#row-3")).to_contain_text("Restart after 8")


@pytest.mark.parametrize("width", [1280, 390])
def test_every_view_passes_axe(
    open_page: Open, sign_in: Enter, accessible: Enter, routine: Routine, width: int
) -> None:
    page = open_page(width=width)
    page.get_by_label("Name").wait_for()
    accessible(page, "sign-in")
    sign_in(page, "ada")
    page.get_by_role("link", name="Kite Weather to").wait_for()
    accessible(page, "shelf")
    ready_by_desk = {
        "song": ".PhraseStrip__phraseStrip",
        "steps": ".FootChart__prints",
        "fit": ".WallStackBar__wall",
    }
    for desk, ready in ready_by_desk.items():
        page.goto(f"/routines/{routine.id}/{desk}")
        page.locator(ready).first.wait_for()
        accessible(page, desk)
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= width, f"{desk} is {wide} pixels wide"


def test_by_keyboard_alone(open_page: Open, routine: Routine) -> None:
    from django_fixtures import PASSWORD

    page = open_page()
    page.get_by_label("Name").wait_for()
    page.keyboard.type("ada")
    page.keyboard.press("Tab")
    page.keyboard.type(PASSWORD)
    page.keyboard.press("Enter")
    link = page.get_by_role("link", name="Kite Weather to")
    link.wait_for()
    for _ in range(30):
        if link.evaluate("element => element === document.activeElement"):
            break
        page.keyboard.press("Tab")
    page.keyboard.press("Enter")
    page.locator("#row-1").wait_for()
    page.keyboard.press("ArrowUp")
    page.keyboard.press("g")
    expect(page.locator("#row-4")).to_contain_text("Tag +4")
    page.keyboard.press("2")
    page.locator(".FootChart__prints").first.wait_for()
    page.keyboard.press("1")
    page.locator(".PhraseStrip__phraseStrip").wait_for()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("restart after the cursor")


def test_the_screens_speak_the_browsers_language_until_another_is_chosen(
    open_page: Open, routine: Routine, accessible: Callable[[Page, str], None]
) -> None:
    page = open_page(locale="fr-CA")
    expect(page.locator("html")).to_have_attribute("lang", "fr")
    page.get_by_label("Nom").fill("ada")
    page.get_by_label("Mot de passe", exact=True).fill("wrong")
    page.get_by_role("button", name="Se connecter").click()
    expect(page.get_by_role("alert")).to_have_text(
        "Le nom et le mot de passe ne vont pas ensemble."
    )
    page.get_by_label("Mot de passe", exact=True).fill(PASSWORD)
    page.get_by_role("button", name="Se connecter").click()
    expect(page.get_by_role("heading", name="Étagère")).to_be_visible()
    accessible(page, "shelf in French")
    page.get_by_role("link", name="Kite Weather sur").click()
    # What the server says comes in French as well: events, plans and their reasons.
    expect(page.locator("#row-5")).to_contain_text("Reprise après 24")
    expect(page.get_by_role("region", name="Autres façons de caler")).to_contain_text("points")

    page.goto("/")
    page.get_by_label("Langue").select_option(label="English")
    expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
    eventually(lambda: User.objects.get(username="ada").language, "en")
    # It is the account's: another browser that asks for French is answered in English.
    other = open_page(locale="fr-CA")
    other.get_by_label("Nom").fill("ada")
    other.get_by_label("Mot de passe", exact=True).fill(PASSWORD)
    other.get_by_role("button", name="Se connecter").click()
    expect(other.get_by_role("heading", name="Shelf")).to_be_visible()
