"""What a user waits for in the browser, against a running bin/demo. Prints medians only.

.state/venv/bin/python bench/browser.py http://127.0.0.1:8000
"""

from __future__ import annotations

import statistics
import sys
import uuid
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

DEMO = Path(__file__).parents[1] / "src/maplestep/demo/3-clover-gravel.json"
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"]
# Resolves with the milliseconds from a key press to the first frame with the changed drawing.
UNTIL_CHANGED = """([selector, key]) => new Promise(done => {
  const host = document.querySelector(selector);
  const from = performance.now();
  const read = host.dataset.read;
  const watch = new MutationObserver(() => {
    // The cursor's mark changes at once; the chart of the new text is what is waited for.
    if (read !== undefined && host.dataset.read === read) return;
    watch.disconnect();
    requestAnimationFrame(() => done(performance.now() - from));
  });
  // A key that changes nothing (a space, say) is no drawing to wait for.
  setTimeout(() => { watch.disconnect(); done(null); }, 800);
  watch.observe(host, {childList: true, subtree: true, attributes: true, characterData: true});
  const typed = key.length === 1 && host.matches('[data-read]');
  if (typed) document.execCommand('insertText', false, key);
  else window.dispatchEvent(new KeyboardEvent('keydown', {key, bubbles: true}));
})"""


def open_account(page: Page) -> None:
    """An account of its own, so that the demo stays as it is."""
    page.get_by_role("button", name="New here?").click()
    page.get_by_label("Name").fill(f"bench-{uuid.uuid4().hex[:12]}")
    page.get_by_label("Password", exact=True).fill(uuid.uuid4().hex)
    page.get_by_role("button", name="Create account").click()
    page.get_by_role("heading", name="Shelf").wait_for()
    page.get_by_test_id("file").set_input_files(DEMO)


def first_visit(browser: Browser, base: str) -> None:
    """A cold cache each time: until one can type, and what was loaded for it."""
    usable, scripts = [], 0
    for _ in range(7):
        context = browser.new_context(base_url=base)
        page = context.new_page()
        page.goto("/")
        page.get_by_label("Name").wait_for()
        usable.append(page.evaluate("performance.now()"))
        scripts = page.evaluate(
            "performance.getEntriesByType('resource').filter(e => e.name.endsWith('.js'))"
            ".reduce((sum, e) => sum + e.encodedBodySize, 0)"
        )
        context.close()
    print(f"first visit usable           median {statistics.median(usable):6.0f} ms   n=7")
    print(f"JavaScript of the first page {scripts / 1000:6.0f} kB compressed")


def waits(browser: Browser, base: str) -> None:
    """Keystroke to chart, and event to stack."""
    page = browser.new_context(base_url=base, viewport={"width": 1280, "height": 800}).new_page()
    page.goto("/")
    open_account(page)
    page.locator("#row-3").wait_for()
    page.locator("#row-3").click(position={"x": 400, "y": 20})
    drawn = []
    for key in ["g", "Delete"] * 10:
        drawn.append(page.evaluate(UNTIL_CHANGED, ["[class*=stack]", key]))
        page.get_by_test_id("saved").get_by_text("saved ").wait_for()
    print(f"event to redrawn stack       median {statistics.median(drawn):6.0f} ms   n=20")
    page.keyboard.press("2")
    page.locator("[class*=prints]").first.wait_for()
    page.get_by_role("textbox", name="Step sheet").click()
    page.keyboard.press("Control+End")
    typed: list[float] = []
    for line in ("1-2 R side, L touch", "3&4 L shuffle forward"):
        page.keyboard.press("Enter")
        page.wait_for_timeout(400)
        for letter in line:
            drawn_after = page.evaluate(UNTIL_CHANGED, ["[data-read]", letter])
            typed += [] if drawn_after is None else [drawn_after]
            page.wait_for_timeout(150)
    typed.sort()
    print(
        f"keystroke to updated chart   median {statistics.median(typed):6.0f} ms   "
        f"p95 {typed[int(len(typed) * 0.95) - 1]:.0f} ms   n={len(typed)}"
    )


def main(base: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        first_visit(browser, base)
        waits(browser, base)
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8000")
