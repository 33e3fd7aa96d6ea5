"""The Fit desk in a browser: plans, endings, orders, repairs, claims, another song."""

import copy
from collections.abc import Callable
from typing import Any

import pytest
from django.db import transaction
from example import ROUTINE
from playwright.sync_api import Page, expect

from maplestep.apps.routines.actions.bring_in import store_routine
from maplestep.apps.routines.models import Routine
from maplestep.apps.songs.actions.write import write
from maplestep.apps.songs.queries import stored_song_form
from maplestep.formats.routine.routine_file import RoutineForm

AtDesk = Callable[[str], Page]
Check = Callable[[Page, str], None]
PARTS = {
    **copy.deepcopy(ROUTINE),
    "title": "Parts",
    "song": {
        "title": "Slow song",
        "bpm": 120,
        "phrases": [{"kind": "verse", "counts": 20}, {"kind": "chorus", "counts": 32}],
    },
    "sheet": "Parts\nPart A\n1-2 R step forward, pivot ½ left\n3-4 Walk forward R, L\n"
    "5-8 R rocking chair\nPart B\n1-8 R rocking chair x2\nTag\n1-4 R rocking chair\n",
    "sequence": "A, A, Tag, B x4",
    "events": [],
}


@pytest.fixture
def routine(make_user: Callable[[str], Any]) -> Routine:
    user = make_user("ada")
    store_routine(user, RoutineForm.model_validate(PARTS))
    return store_routine(user, RoutineForm.model_validate(ROUTINE))


def stack(page: Page) -> list[str]:
    return page.locator(
        ".WallStackBar__stack .WallStackBar__wall .visually-hidden"
    ).all_inner_texts()


def test_a_plan_is_looked_at_taken_and_taken_back(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("fit")
    plans = page.get_by_role("region", name="Other ways to fit")
    expect(plans).to_contain_text("5 more than the best")
    before = stack(page)
    first = plans.locator("ol button").first
    first.focus()
    expect(page.get_by_role("listbox", name="Walls of the plan you look at")).to_be_visible()
    assert stack(page) != before
    expect(page.get_by_role("region", name="Why this plan")).to_contain_text("It costs 0")
    page.keyboard.press("Enter")
    expect(plans).to_contain_text("nothing is better")
    assert len(Routine.objects.get(pk=routine.pk).events) == 0
    page.get_by_role("button", name="Undo").focus()
    page.keyboard.press("Control+z")
    expect(plans).to_contain_text("5 more than the best")
    assert len(Routine.objects.get(pk=routine.pk).events) == 1
    assert stack(page) == before


def test_the_stack_follows_a_song_mapped_meanwhile(at_desk: AtDesk, routine: Routine) -> None:
    """As the worker does when it has heard a recording, and as another window does."""
    page = at_desk("fit")
    expect(page.locator("#row-1")).to_contain_text("12:00")
    assert len(stack(page)) == 4
    song = routine.song
    form = stored_song_form(song)
    # 8 counts of intro and 160: walls at 8, 24 and 40, which stops after 8, so at 48 and every 16
    # from there: 3 + 120 / 16 = 10½, eleven of them.
    longer = [form.phrases[0], form.phrases[1].model_copy(update={"counts": 160})]
    song.version += 1
    with transaction.atomic():
        write(song, form.model_copy(update={"phrases": longer}))
    expect(page.locator("#row-11")).to_be_visible()
    expect(page.locator("#row-12")).to_have_count(0)
    # Eight counts a wall: 160 / 8 = 20.
    dance = routine.dance
    dance.sheet = "Test dance\n1-8 R rocking chair x2\n"
    dance.version += 1
    dance.save()
    expect(page.locator("#row-20")).to_be_visible()
    expect(page.locator("#row-21")).to_have_count(0)
    # Nothing of the routine itself was written elsewhere, so nothing has to be chosen.
    expect(page.get_by_role("alert")).to_have_count(0)


def test_events_of_other_kinds_are_added_and_say_where_they_come(
    at_desk: AtDesk, routine: Routine
) -> None:
    page = at_desk("fit")
    page.locator(".WallStackBar__stack").focus()
    page.keyboard.press("ArrowUp")
    page.keyboard.press("b")
    events = page.get_by_role("region", name="Events")
    expect(events).to_contain_text("Bridge +4 after 8")
    panel = page.get_by_role("region", name="Event", exact=True)
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Step change").click()
    own = panel.get_by_label("What is danced instead")
    own.fill("15-16 hold")
    own.blur()
    expect(events).to_contain_text("Step change on 15–16")
    expect(panel).to_contain_text("starts 6:00")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Wait after 8").click()
    expect(page.get_by_role("region", name="To sort out")).to_contain_text("no stop there")


def test_a_way_to_end_is_taken(at_desk: AtDesk, accessible: Check) -> None:
    page = at_desk("fit")
    sits = page.get_by_role("region", name="How it fits")
    sits.get_by_role("button", name="Ways to end").click()
    sits.get_by_role("button", name="Take it").first.click()
    expect(sits).to_contain_text("facing the front")
    expect(page.get_by_role("region", name="Events")).to_contain_text("Ending after 15")
    accessible(page, "fit")


def test_an_order_is_written_moved_and_pinned(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("fit")
    parts = Routine.objects.exclude(pk=routine.pk).get()
    page.goto(f"/routines/{parts.id}/fit")
    order = page.get_by_role("region", name="Order")
    expect(order.get_by_role("textbox").first).to_have_value("A, A, Tag, B x4")
    order.get_by_role("textbox").first.fill("A x2, Tag, B x3, Nonsense")
    order.get_by_role("textbox").first.press("Enter")
    settle = page.get_by_role("region", name="To sort out")
    expect(settle).to_contain_text("The sheet has no “Nonsense”")
    order.get_by_role("textbox").first.fill("B, A x2, Tag, B x2")
    order.get_by_role("textbox").first.press("Enter")
    expect(page.locator(".WallStackBar__stack .WallStackBar__head b").first).to_have_text("B")
    # The cursor stands on the first row: one place later is behind the first A.
    order.get_by_role("button", name="Later").click()
    expect(order.get_by_role("textbox").first).to_have_value("A, B, A, Tag, B x2")
    # And dragged by its head onto the first row.
    heads = page.locator(".WallStackBar__stack .WallStackBar__handle.WallStackBar__whole")
    one, two = heads.nth(0).bounding_box(), heads.nth(1).bounding_box()
    assert one is not None
    assert two is not None
    page.mouse.move(two["x"] + 20, two["y"] + 15)
    page.mouse.down()
    page.mouse.move(one["x"] + 20, one["y"] + 12, steps=5)
    page.mouse.up()
    expect(order.get_by_role("textbox").first).to_have_value("B, A x2, Tag, B x2")
    page.get_by_role("button", name="Undo").focus()
    page.keyboard.press("Control+z")
    expect(order.get_by_role("textbox").first).to_have_value("A, B, A, Tag, B x2")
    expect(page.get_by_test_id("saved").first).to_be_visible()


def test_what_is_said_is_read_out_and_claims_are_checked(at_desk: AtDesk) -> None:
    page = at_desk("fit")
    page.get_by_role("button", name="Read it out").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("Wall 3, starts facing 12:00: dance 8 counts, restart")
    dialog.get_by_text("Français").click()
    expect(dialog).to_contain_text("Mur 3, départ face à 12:00")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Check a claim").click()
    dialog = page.get_by_role("dialog", name="Check what is said")
    dialog.get_by_role("textbox").fill("tag after wall 1 facing 3:00, restart wall 9 after 8")
    dialog.get_by_role("button", name="Check it").click()
    expect(dialog).to_contain_text("faces 6:00, not 3:00")
    expect(dialog).to_contain_text("the song ends in wall")
    dialog.get_by_role("button", name="Put these 2 events in").click()
    expect(page.get_by_role("region", name="To sort out")).to_contain_text("faces 6:00, not 3:00")


def test_the_dance_goes_to_another_song(at_desk: AtDesk, routine: Routine) -> None:
    page = at_desk("fit")
    page.get_by_role("button", name="Another song").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("combobox").click()
    page.get_by_title("Slow song").click()
    expect(dialog.get_by_role("table")).to_be_visible()
    dialog.get_by_role("button", name="Create this routine").click()
    expect(page.get_by_text("to Slow song").first).to_be_visible()
    assert Routine.objects.count() == 3
    assert len(Routine.objects.get(pk=routine.pk).events) == 1


def test_fit_is_read_on_a_phone(
    open_page: Callable[..., Page], sign_in: Callable[[Page, str], None], routine: Routine
) -> None:
    page = open_page(390, 844)
    sign_in(page, "ada")
    page.goto(f"/routines/{routine.id}/fit")
    expect(page.get_by_role("region", name="Other ways to fit")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
