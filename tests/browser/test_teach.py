"""The Teach desk as an instructor uses it: plan, teach, log, share."""

import re
from collections.abc import Callable
from typing import Any

import pytest
from example import ROUTINE
from playwright.sync_api import Page, expect

from maplestep.apps.routines.actions.bring_in import store_routine
from maplestep.apps.routines.models import Routine
from maplestep.formats.routine.routine_file import RoutineForm

Open = Callable[..., Page]
SignIn = Callable[[Page, str], None]


@pytest.fixture
def routine(make_user: Callable[[str], Any]) -> Routine:
    return store_routine(make_user("ada"), RoutineForm.model_validate(ROUTINE))


@pytest.fixture
def page(open_page: Open, sign_in: SignIn, routine: Routine) -> Page:
    found = open_page()
    sign_in(found, "ada")
    return found


def planned(page: Page) -> None:
    """A class is made, and its next evening with the routine."""
    page.goto("/classes")
    page.get_by_role("button", name="New class").click()
    page.get_by_role("button", name="Make the class").click()
    expect(page.get_by_role("alert")).to_have_text("Give the class a name.")
    page.get_by_label("Name").fill("Hall class")
    page.get_by_role("button", name="Make the class").click()
    page.get_by_role("button", name="Plan the next evening").click()
    expect(page.get_by_text("Choose what is to be danced.")).to_be_visible()
    page.get_by_label("Dances, in this order").click()
    page.get_by_title("Test routine").click()
    page.keyboard.press("Escape")
    expect(page.get_by_role("heading", name="Test routine")).to_be_visible()


def items(page: Page) -> list[str]:
    return page.locator(".Programme__what strong").all_inner_texts()


def test_an_evening_is_planned_changed_and_printed(
    page: Page, accessible: Callable[[Page, str], None]
) -> None:
    planned(page)
    accessible(page, "the plan")
    before = items(page)
    assert before[0] == "Warm-up"
    # What is typed in stays, and the rest is fitted to it.
    time = page.get_by_label(f"Time for {before[1]}")
    time.fill("9:30")
    time.press("Enter")
    expect(page.get_by_role("button", name=f"Keep this time: {before[1]}")).to_have_text("kept")
    expect(time).to_have_value("9:30")
    # Left out, and brought back.
    page.get_by_role("button", name=f"Take out: {before[0]}").click()
    expect(page.get_by_label("Time for Warm-up")).to_have_count(0)
    page.get_by_role("button", name="Bring back what was taken out").click()
    expect(page.get_by_label("Time for Warm-up")).to_have_count(1)
    # By keyboard an item goes one down.
    page.get_by_role("button", name=f"Move: {before[1]}").press("ArrowDown")
    expect(page.locator(".Programme__what strong").nth(2)).to_have_text(before[1])
    with page.expect_download() as saved:
        page.get_by_role("link", name="Print", exact=True).click()
    assert saved.value.suggested_filename.endswith("hall-class.pdf")


def test_teaching_becomes_the_log_also_without_network_and_when_the_tab_dies(
    page: Page, accessible: Callable[[Page, str], None]
) -> None:
    planned(page)
    evening = page.url
    page.get_by_role("link", name="Teach it").click()
    page.get_by_role("button", name="Begin").click()
    now = page.get_by_role("region", name="Now")
    expect(now.get_by_role("heading")).to_have_text("Warm-up")
    page.get_by_role("button", name="Done, next").click()
    expect(now.get_by_role("heading")).to_contain_text("foot by foot")
    accessible(page, "teaching")
    # The network goes; what is noted stays here, also over a new start of the tab.
    page.context.set_offline(True)
    page.get_by_role("button", name="Stuck here").click()
    page.locator(".FootChart__move").nth(2).click()
    page.get_by_role("button", name="Went well").click()
    page.get_by_role("button", name="Head count").click()
    page.get_by_label("People").fill("12")
    page.get_by_role("button", name="Note it").click()
    expect(page.get_by_text("kept on this device until there is network")).to_be_visible()
    page.context.set_offline(False)
    page.reload()
    expect(page.get_by_text("stored", exact=True)).to_be_visible(timeout=15_000)
    # One is where one was.
    expect(now.get_by_role("heading")).to_contain_text("foot by foot")
    page.get_by_role("button", name="Done, next").click()
    page.goto(evening)
    log = page.locator(".LogPanel__log")
    expect(log).to_contain_text("12 people")
    expect(log).to_contain_text(re.compile(r"stuck at \S+ of"))
    expect(log).to_contain_text(re.compile(r"taught"))


def test_a_drill_is_rehearsed_from_the_plan(page: Page) -> None:
    planned(page)
    page.get_by_role("link", name="Teach it").click()
    page.get_by_role("button", name="Begin").click()
    page.get_by_role("button", name="Done, next").click()
    page.get_by_role("link", name="Rehearse this").click()
    expect(page.get_by_role("button", name=re.compile("Repeating: .*foot by foot"))).to_be_visible()
    expect(page.get_by_text("50 %")).to_be_visible()


def test_a_visitor_looks_at_what_is_shared(
    page: Page, open_page: Open, routine: Routine, accessible: Callable[[Page, str], None]
) -> None:
    page.goto(f"/routines/{routine.id}/teach")
    page.get_by_role("button", name="Make a link").click()
    link = page.get_by_role("link", name="/shared/").get_attribute("href")
    visitor = open_page(width=390, height=844)
    visitor.goto(str(link))
    expect(visitor.get_by_role("heading", name="Test routine")).to_be_visible()
    accessible(visitor, "a shared dance on a phone")
    assert visitor.evaluate("document.documentElement.scrollWidth") <= 390
    visitor.get_by_role("link", name="Rehearse with the music").click()
    visitor.locator(".Bar__play").click()
    expect(visitor.locator(".Bar__play")).to_contain_text("Pause")
    # Taken back, it is dead at once.
    page.get_by_role("button", name="Take it back").click()
    expect(page.get_by_role("link", name="/shared/")).to_have_count(0)
    visitor.goto(str(link))
    expect(visitor.get_by_text("it has been taken back")).to_be_visible()
