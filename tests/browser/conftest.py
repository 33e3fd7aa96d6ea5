"""A real browser on a live server, with Debian's Chromium."""

import os
import threading
import time
import urllib.request
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from django_fixtures import PASSWORD, ada, anyone, ben, make_user, media  # noqa: F401
from playwright.sync_api import Browser, Page, expect, sync_playwright

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
# A busy machine draws late; what never comes still fails.
expect.set_options(timeout=15_000)
AXE = Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js"


def eventually(read: Callable[[], object], wanted: object, seconds: float = 15.0) -> None:
    """Waits until something stored is as wanted; saving has no sign of its own for each change."""
    until = time.monotonic() + seconds
    while read() != wanted and time.monotonic() < until:
        time.sleep(0.05)
    assert read() == wanted


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        yield browser
        browser.close()


def until_idle(server: Any) -> None:
    """Waits until the live server has answered all it was asked.

    A closed window leaves requests behind that the server is still answering. The tables are
    emptied after each test, and PostgreSQL then ended one of the two as a deadlock.
    """
    # Connections are accepted in order: once this one is answered, none waits before it.
    with urllib.request.urlopen(server.url) as answer:
        answer.read()
    for thread in threading.enumerate():
        if "process_request_thread" in thread.name:
            thread.join(timeout=30)
            assert not thread.is_alive(), "a request is still open although its window is closed"


@pytest.fixture
def open_page(chromium: Browser, live_server: Any) -> Iterator[Callable[..., Page]]:
    """Opens a window of its own: own cookies, errors in the console fail the test."""
    contexts = []
    errors: list[str] = []

    def open_one(width: int = 1280, height: int = 800, locale: str = "en-GB") -> Page:
        # A click must not meet a menu that is still moving into its place.
        context = chromium.new_context(
            base_url=live_server.url,
            viewport={"width": width, "height": height},
            reduced_motion="reduce",
            locale=locale,
        )
        contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(20_000)
        page.on("pageerror", lambda error: errors.append(str(error)))
        page.goto("/")
        return page

    yield open_one
    for context in contexts:
        context.close()
    until_idle(live_server)
    assert errors == []


@pytest.fixture
def sign_in() -> Callable[[Page, str], None]:
    def enter(page: Page, name: str) -> None:
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password", exact=True).fill(PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        page.get_by_role("heading", name="Shelf").wait_for()

    return enter


@pytest.fixture
def at_desk(
    open_page: Callable[..., Page], sign_in: Callable[[Page, str], None], routine: Any
) -> Callable[[str], Page]:
    """Opens a desk of the module's own routine, signed in as its owner."""

    def go(desk: str) -> Page:
        page = open_page()
        sign_in(page, "ada")
        page.goto(f"/routines/{routine.id}/{desk}")
        return page

    return go


@pytest.fixture
def accessible() -> Callable[[Page, str], None]:
    """Fails on serious findings of axe."""

    def check(page: Page, view: str) -> None:
        page.evaluate(AXE.read_text())
        result = page.evaluate("axe.run({resultTypes: ['violations']})")
        serious = [
            (item["id"], [node["html"][:120] for node in item["nodes"]][:3])
            for item in result["violations"]
            if item["impact"] in {"serious", "critical"}
        ]
        assert serious == [], view

    return check
