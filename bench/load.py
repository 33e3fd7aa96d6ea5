"""So many instructors at once, for locust.

    MAPLESTEP_SIGN_UPS=0 bin/demo 8012
    TOOLS/bin/locust -f bench/load.py --host http://127.0.0.1:8012 --headless -u 150 -r 5 -t 5m

Each has a routine of their own and works on it as the desks ask for it: a reading of the sheet
every 2 s with a line changed, a save of the sheet, an event put in and taken out at Fit, a look at
the shelf. The times are of the server and of this program, which runs on the same processors.
"""

from __future__ import annotations

import itertools
import json
import random
import secrets
from pathlib import Path
from typing import Any

from locust import HttpUser, constant_pacing, task

ROUTINE = json.loads((Path(__file__).parent / "load_routine.json").read_text())
LINES = (
    "1-4 R vine, touch L", "5-8 Walk back L, R, L, touch R", "1&2 R shuffle fwd, 3-4 Rock L, rec",
    "1-2 Step R fwd, pivot 1/2 L", "5-6 R kick ball change", "3&4 L coaster step",
)  # fmt: skip
_numbers = itertools.count()


class Instructor(HttpUser):
    """Somebody who makes a dance fit."""

    wait_time = constant_pacing(2)

    def on_start(self) -> None:
        """Open an account with a routine in it."""
        random.seed(next(_numbers))
        self.client.get("/", name="page")
        name = f"load-{secrets.token_hex(6)}"
        self._ask("POST", "/api/accounts", {"name": name, "password": secrets.token_hex(12),
                                             "address": ""})  # fmt: skip
        data = json.dumps(ROUTINE).encode()
        made = self.client.post(
            "/api/routines/file", files={"file": ("r.json", data)}, headers=self._token(),
            name="routines/file",
        ).json()  # fmt: skip
        self.routine, self.dance = made["id"], made["dance_id"]
        self.sheet: str = self._ask("GET", f"/api/dances/{self.dance}", name="dances/id")["sheet"]

    def _token(self) -> dict[str, str]:
        return {"X-CSRFToken": self.client.cookies.get("csrftoken", "")}

    def _ask(self, method: str, path: str, body: Any = None, name: str = "") -> Any:
        said = self.client.request(
            method, path, json=body, headers=self._token(), name=name or path.removeprefix("/api/")
        )
        return said.json() if said.content and said.ok else {}

    def _typed(self) -> str:
        """The sheet with one of its lines changed, as after a key."""
        lines = self.sheet.split("\n")
        steps = [n for n, line in enumerate(lines) if line[:1].isdigit() and n]
        at = random.choice(steps)
        return "\n".join([*lines[:at], random.choice(LINES), *lines[at + 1 :]])

    @task(10)
    def read(self) -> None:
        """A key at the Steps desk."""
        self._ask("POST", "/api/dances/reading", {"sheet": self._typed(), "bpm": 120})

    @task(2)
    def save(self) -> None:
        """The sheet is saved."""
        now = self._ask("GET", f"/api/dances/{self.dance}", name="dances/id")
        body = {"version": now["version"], "sheet": self._typed()}
        self._ask("PUT", f"/api/dances/{self.dance}", body, name="dances/id save")

    @task(2)
    def fit(self) -> None:
        """The routine is opened and saved with another title."""
        path = f"/api/routines/{self.routine}"
        now = self._ask("GET", path, name="routines/id")
        body = {
            "version": now["version"], "title": f"Take {random.randrange(99)}",
            **{key: now[key] for key in ("start", "sequence", "pins", "events")},
        }  # fmt: skip
        self._ask("PUT", path, body, name="routines/id save")

    @task(1)
    def shelf(self) -> None:
        """Back at the shelf."""
        self._ask("GET", "/api/shelf")
