"""How fast the core, the API and the first page are. Prints medians; asserts nothing.

.state/venv/bin/python bench/speed.py               core only
.state/venv/bin/python bench/speed.py http://127.0.0.1:8000    also a running bin/demo
"""

from __future__ import annotations

import http.cookiejar
import itertools
import json
import statistics
import sys
import time
import urllib.request
from collections.abc import Callable
from fractions import Fraction
from importlib import resources

from maplestep.core.findings.registry import fit_findings, sheet_findings
from maplestep.core.layout.engine import lay_out
from maplestep.core.primitives.counts import parse_cut
from maplestep.core.routine.model import Event, EventKind, Routine
from maplestep.core.sheet.read import read_sheet
from maplestep.core.song.model import Phrase, PhraseKind, Song
from maplestep.formats.routine.routine_file import read_routine

DEMO = resources.files("maplestep.demo")
SHEET = read_routine((DEMO / "3-clover-gravel.json").read_bytes())[0].sheet


def timed(words: str, run: Callable[[], object], times: int) -> None:
    """Print median and 95th percentile in milliseconds over so many runs."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        taken.append((time.perf_counter() - start) * 1000)
    taken.sort()
    p95 = taken[int(len(taken) * 0.95) - 1]
    print(f"{words:<58} median {statistics.median(taken):7.2f} ms   p95 {p95:7.2f} ms   n={times}")


def core() -> None:
    """A 64-count dance over six minutes at 118 bpm: 708 counts, with a tag and a restart."""
    reading = read_sheet(SHEET)
    kinds = (PhraseKind.VERSE, PhraseKind.CHORUS)
    phrases = [Phrase(kind=PhraseKind.INTRO, counts=32)]
    phrases += [Phrase(kind=kinds[n % 2], counts=52 if n == 4 else 64) for n in range(11)]
    song = Song(title="Six minutes", bpm=Fraction(118), phrases=tuple(phrases))
    events = (
        Event(id="r", kind=EventKind.RESTART, walls=(5,), after=parse_cut("32")),
        Event(id="t", kind=EventKind.TAG, walls=(2, 7), counts=4),
    )
    routine = Routine(song=song, sheet=reading.sheet, events=events)

    def whole() -> int:
        timeline = lay_out(routine)
        findings = (*sheet_findings(reading), *fit_findings(timeline))
        return len(findings) + sum(1 for _ in timeline.moves())

    seconds = song.seconds(song.length)
    print(f"song {seconds:.0f} s, {song.length} counts; dance {reading.sheet.wall.length} counts")  # type: ignore[union-attr]
    timed("timeline, all moves and findings, in process", whole, 200)
    reading_speed()


def reading_speed() -> None:
    """A 64-count sheet and 500 lines, read, danced and checked: known lines, and none known."""
    head, _, body = SHEET.partition("\n\n")
    copies = [f"Part {letter}\n{body}" for letter in "ABCDEFGHIJKLM"]
    long = f"{head.splitlines()[0]}\n{chr(10).join(copies)}".splitlines()[:500]
    for words, text in (("64 counts", SHEET), ("500 lines", "\n".join(long))):

        def check(text: str = text) -> object:
            return sheet_findings(read_sheet(text))

        def cold(check: Callable[[], object] = check) -> object:
            for known in KNOWN:
                known.cache_clear()
            return check()

        def typed(text: str = text) -> object:
            """One line is new, as after a keystroke."""
            return sheet_findings(read_sheet(text.replace("recover", f"recover ({next(NEW)})", 1)))

        timed(f"{words} read, danced, checked: one line new", typed, 100)
        timed(f"{words} read, danced, checked: every line new", cold, 40)


NEW = itertools.count()
# Every lru_cache of the reader: what is known of lines and words from before.
KNOWN = [
    value
    for name, module in list(sys.modules.items())
    if name.startswith("maplestep.core.sheet")
    for value in vars(module).values()
    if hasattr(value, "cache_clear")
    and getattr(value, "__module__", "") == name
    and getattr(value, "__name__", "") != "standard"
]


def server(base: str) -> None:
    """One user on loopback against a running demo."""
    jar = http.cookiejar.CookieJar()
    opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))

    def call(path: str, body: object = None, method: str | None = None) -> bytes:
        token = next((c.value for c in jar if c.name == "csrftoken"), "") or ""
        request = urllib.request.Request(
            base + path,
            data=json.dumps(body).encode() if body is not None else None,
            headers={"Content-Type": "application/json", "X-CSRFToken": token},
            method=method,
        )
        with opener.open(request) as answer:
            read: bytes = answer.read()
            return read

    call("/")
    call("/api/session", {"name": "demo", "password": "maple-and-step"})
    shelf = json.loads(call("/api/shelf"))
    for routine in shelf["routines"]:
        path = f"/api/routines/{routine['id']}"
        timed(f"GET the timeline of {routine['title']}", lambda path=path: call(path), 100)  # type: ignore[misc]
    typed = itertools.count()
    timed(
        "POST a sheet for its live reading, another text each time",
        lambda: call("/api/dances/reading", {"sheet": f"{SHEET}// {next(typed)}"}),
        100,
    )
    timed("GET the shelf", lambda: call("/api/shelf"), 100)


if __name__ == "__main__":
    core()
    if len(sys.argv) > 1:
        server(sys.argv[1].rstrip("/"))
