"""The account as its owner uses it: mistakes, the archive there and back, leaving and staying."""

import re
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from django_fixtures import PASSWORD
from example import ROUTINE
from playwright.sync_api import Page, expect

from maplestep.apps.operations.models import Arrival
from maplestep.apps.operations.tasks import bring_in_archive
from maplestep.apps.routines.actions.bring_in import store_routine
from maplestep.formats.routine.routine_file import RoutineForm


@pytest.fixture
def account(
    make_user: Callable[[str], Any], open_page: Callable[..., Page], sign_in: Callable[..., None]
) -> Page:
    store_routine(make_user("ada"), RoutineForm.model_validate(ROUTINE))
    page = open_page()
    sign_in(page, "ada")
    page.get_by_role("link", name="ada").click()
    return page


def test_everything_goes_out_and_comes_in(
    account: Page, tmp_path: Path, accessible: Callable[[Page, str], None]
) -> None:
    card = account.get_by_role("region", name="Take everything with you")
    expect(card.get_by_text("Routines: 1.")).to_be_visible()
    with account.expect_download() as download:
        card.get_by_role("link", name="Download everything").click()
    file = tmp_path / "all.zip"
    download.value.save_as(file)
    accessible(account, "account")
    card.locator("input[type=file]").set_input_files(file)
    expect(card.get_by_text("It is being brought in")).to_be_visible()
    bring_in_archive(arrival=str(Arrival.objects.get().pk))
    expect(card.get_by_text("Brought in: 1 routines")).to_be_visible()
    expect(card.get_by_text("Routines: 2.")).to_be_visible()
    (tmp_path / "no.zip").write_bytes(b"what")
    card.locator("input[type=file]").set_input_files(tmp_path / "no.zip")
    expect(card.get_by_text("It is being brought in")).to_be_visible()
    bring_in_archive(arrival=str(Arrival.objects.first().pk))
    expect(card.get_by_role("alert")).to_contain_text("no archive")


def test_who_leaves_may_stay(account: Page) -> None:
    card = account.get_by_role("region", name="Delete the account")
    card.get_by_role("button", name="Delete the account").click()
    card.get_by_label("Your password").fill("guess")
    card.get_by_role("button", name="Delete in 14 days").click()
    expect(card.get_by_role("alert")).to_have_text("This is not your password.")
    card.get_by_label("Your password").fill(PASSWORD)
    card.get_by_role("button", name="Delete in 14 days").click()
    expect(card.get_by_text("will be deleted on")).to_be_visible()
    account.goto("/")
    expect(account.get_by_role("status")).to_contain_text("This account will be deleted on")
    account.get_by_role("link", name="Keep the account").click()
    card.get_by_role("button", name="Keep the account").click()
    expect(card.get_by_role("button", name="Delete the account")).to_be_visible()
    name = account.get_by_role("region", name="Name", exact=True)
    name.get_by_role("textbox").fill("adele")
    name.get_by_role("button", name="Change the name").click()
    expect(name.get_by_role("status")).to_be_visible()


def test_a_passkey_beside_the_password(
    make_user: Callable[[str], Any], open_page: Callable[..., Page], sign_in: Callable[..., None],
    accessible: Callable[[Page, str], None],
) -> None:  # fmt: skip
    """With Chromium's virtual authenticator (WebAuthn over its debugging protocol)."""
    make_user("ada")
    page = open_page()
    # A passkey belongs to a name, not to an address of numbers.
    page.goto(page.url.replace("127.0.0.1", "localhost"))
    tool = page.context.new_cdp_session(page)
    tool.send("WebAuthn.enable")
    how = {"protocol": "ctap2", "transport": "internal", "isUserVerified": True,
           "hasUserVerification": True, "automaticPresenceSimulation": True}  # fmt: skip
    held = tool.send("WebAuthn.addVirtualAuthenticator", {"options": how})["authenticatorId"]
    sign_in(page, "ada")
    page.get_by_role("link", name="ada").click()
    card = page.get_by_role("region", name="Second factor")
    card.get_by_role("button", name="Add a passkey").click()
    card.get_by_label("What you call it").fill("Key ring")
    card.get_by_label("Your password").fill(PASSWORD)
    card.get_by_role("button", name="Make the passkey").click()
    expect(card.get_by_text("Key ring")).to_be_visible()
    expect(card.get_by_role("status").get_by_role("listitem")).to_have_count(10)
    rescue = card.get_by_role("status").get_by_role("listitem").first.inner_text()
    accessible(page, "second factor")
    page.goto("/")
    page.get_by_role("button", name="Sign out").click()
    sign_in(page, "ada")
    page.get_by_role("button", name="Sign out").click()
    # The passkey is not at hand: a recovery code does it.
    tool.send("WebAuthn.removeVirtualAuthenticator", {"authenticatorId": held})
    tool.send("WebAuthn.disable")
    page.evaluate("void (navigator.credentials.get = async () => null)")
    page.get_by_label("Name").fill("ada")
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in", exact=True).click()
    page.get_by_label("or a recovery code").fill(rescue)
    page.get_by_role("button", name="Sign in", exact=True).click()
    expect(page.get_by_role("link", name="ada")).to_be_visible()


def test_a_new_account_is_shown_around(
    make_user: Callable[[str], Any], open_page: Callable[..., Page], sign_in: Callable[..., None],
    accessible: Callable[[Page, str], None],
) -> None:  # fmt: skip
    make_user("ada")
    page = open_page()
    sign_in(page, "ada")
    page.get_by_role("button", name="Show me").click()
    tour = page.get_by_role("complementary", name="Your first routine")
    for number, desk in enumerate(("Song", "Fit", "Run"), 1):
        expect(tour.get_by_text(f"{number} of 4")).to_be_visible()
        tour.get_by_role("button", name=f"Next: {desk}").click()
        expect(page).to_have_url(re.compile(f"/{desk.lower()}$"))
    expect(tour.get_by_text("4 of 4")).to_be_visible()
    tour.get_by_role("button", name="Back").click()
    expect(tour.get_by_text("3 of 4")).to_be_visible()
    accessible(page, "tour")
    page.reload()  # it is known on every device
    expect(tour.get_by_text("3 of 4")).to_be_visible()
    tour.get_by_role("button", name="Leave the tour").click()
    expect(tour).to_have_count(0)
    page.goto("/")
    expect(page.get_by_role("link", name="Kite Weather").first).to_be_visible()
    expect(page.get_by_role("button", name="Show me")).to_have_count(0)
