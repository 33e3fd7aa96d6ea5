"""The Run desk measured in Chromium against the audio clock, on a demo that is running.

    bin/demo 8012 &
    .state/venv/bin/python bench/run.py http://127.0.0.1:8012 [SECONDS] [TITLE]

Every picture that is drawn is compared with what the score says of that moment of the audio clock:
how late a count is shown (99th percentile), how long a picture takes (95th), how soon sound is
heard after a jump, and how far the place moves when the speed changes.
"""

from __future__ import annotations

import bisect
import json
import statistics
import sys
import time
from itertools import pairwise
from typing import Any

from playwright.sync_api import Page, sync_playwright

NAME, PASSWORD = "demo", "maple-and-step"
SPEEDS = (50, 85, 100, 110)
WATCH = """() => {
  const starts = (window.starts = []);
  const start = AudioBufferSourceNode.prototype.start;
  AudioBufferSourceNode.prototype.start = function (when, ...more) {
    window.context = this.context;
    starts.push([performance.now(), this.context.currentTime, when]);
    return start.call(this, when, ...more);
  };
  window.pictures = [];
  const look = (now) => {
    const shown = document.querySelector(".Stage__count");
    if (window.context && shown)
      window.pictures.push([now, window.context.currentTime, shown.textContent]);
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}"""


def percentile(values: list[float], share: float) -> float:
    return sorted(values)[min(len(values) - 1, int(share * len(values)))] if values else 0.0


def opened(page: Page, server: str, title: str) -> dict[str, Any]:
    """The Run desk of a routine of the demo, with its sound; its score."""
    page.goto(server)
    page.get_by_label("Name").fill(NAME)
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_text(title).first.wait_for()
    shelf = page.evaluate("fetch('/api/shelf').then(r => r.json())")
    pk = next(each["id"] for each in shelf["routines"] if each["title"] == title)
    page.evaluate("localStorage.removeItem('run.setup')")
    begun = time.perf_counter()
    page.goto(f"{server}/routines/{pk}/run")
    page.get_by_role("button", name="Play").wait_for()
    print(f"the desk stands after {time.perf_counter() - begun:.2f} s")
    page.get_by_text("The sound is on its way").wait_for(state="hidden")
    print(f"with its sound decoded after {time.perf_counter() - begun:.2f} s")
    return dict(page.evaluate(f"fetch('/api/routines/{pk}/score').then(r => r.json())"))


def watched(page: Page, score: dict[str, Any], percent: int, seconds: float) -> None:
    """Play from the song's beginning at a speed and compare what is shown."""
    page.reload()
    page.evaluate(f"localStorage.setItem('run.setup', JSON.stringify({{speed: {percent / 100}}}))")
    page.reload()
    page.get_by_role("button", name="Play").wait_for()
    page.get_by_text("The sound is on its way").wait_for(state="hidden")
    page.wait_for_timeout(1500)
    page.evaluate(WATCH)
    page.get_by_role("button", name="Play").click()
    page.wait_for_timeout(seconds * 1000)
    starts, pictures = page.evaluate("[window.starts, window.pictures]")
    latency = page.evaluate("window.context.outputLatency || window.context.baseLatency")
    speed, base = percent / 100, starts[0][2]
    times = [beat["at_seconds"] for beat in score["beats"]]
    labels = [beat["label"] for beat in score["beats"]]
    late: list[float] = []
    for _, heard, label in pictures:
        at = (heard - latency - base) * speed
        here = bisect.bisect_right(times, at) - 1
        if at < 0.05 or here < 1:
            continue
        if label == labels[here]:
            late.append(0.0)
        elif label == labels[here - 1]:
            late.append((at - times[here]) / speed)
        elif here + 1 < len(labels) and label == labels[here + 1]:
            late.append((times[here + 1] - at) / speed)
        else:
            late.append(1.0)
    drawn = [b[0] - a[0] for a, b in pairwise(pictures)]
    print(
        f"{percent:3} %: {len(pictures)} pictures, a count is off by "
        f"{1000 * percentile(late, 0.99):.0f} ms (p99), {1000 * max(late):.0f} ms at most; "
        f"a picture every {statistics.median(drawn):.1f} ms, p95 {percentile(drawn, 0.95):.1f} ms"
    )


def jumps(page: Page) -> None:
    """How soon sound is heard after a jump, and how far a change of speed moves the place."""
    soon: list[float] = []
    for _ in range(20):
        page.evaluate("window.starts.length = 0; window.asked = performance.now()")
        page.evaluate(
            "addEventListener('keydown', () => { window.asked = performance.now(); "
            "window.askedAt = window.context.currentTime }, {capture: true, once: true})"
        )
        page.keyboard.press("Shift+ArrowRight")
        page.wait_for_timeout(150)
        asked, first = page.evaluate("[window.askedAt, window.starts[0]]")
        soon.append(first[2] - asked)
    print(f"sound {1000 * max(soon):.0f} ms after a jump at most, {len(soon)} jumps")


def switches(page: Page, score: dict[str, Any]) -> None:
    """How far the place in the song moves when the speed changes, from the chart's own place."""
    scale = 84 / score["count_seconds"]
    read = """() => {
      const chart = document.querySelector('.MovingChart__chart g').getAttribute('transform');
      return [performance.now(), parseFloat(chart.slice(10))];
    }"""
    watch = f"""() => new Promise((done) => {{
      const seen = [];
      const look = () => {{
        seen.push(({read})());
        if (seen.length < 40) requestAnimationFrame(look); else done(seen);
      }};
      look();
    }})"""
    moved: dict[str, list[float]] = {"switching": [], "otherwise": []}
    for key in ("," * 6) + ("." * 6) + (" " * 6):
        page.evaluate(f"window.seen = ({watch})()")
        if key != " ":
            page.keyboard.press(key)
        places = [(ms / 1000, -x / scale) for ms, x in page.evaluate("window.seen")]
        # Nobody is taken back, and nobody ahead by more than the time that has passed at 110 %.
        for (before, place), (after, then) in pairwise(places):
            back, ahead = place - then, then - place - 1.1 * (after - before)
            moved["otherwise" if key == " " else "switching"].append(max(back, ahead, 0.0))
    print(
        f"from one picture to the next the place is off by {1000 * max(moved['switching']):.1f} ms "
        f"at most when the speed changes, {1000 * max(moved['otherwise']):.1f} ms otherwise"
    )


def main() -> None:
    server = sys.argv[1]
    seconds = float(sys.argv[2]) if len(sys.argv) > 2 else 30.0
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        score = opened(page, server, sys.argv[3] if len(sys.argv) > 3 else "Clover Gravel")
        print(f"score {len(json.dumps(score)) / 1000:.0f} kB")
        for percent in SPEEDS:
            watched(page, score, percent, seconds)
        jumps(page)
        switches(page, score)
        browser.close()


if __name__ == "__main__":
    main()
