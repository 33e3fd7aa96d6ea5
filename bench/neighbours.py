"""What somebody feels while others ask for the most expensive things there are.

    PYTHONPATH=src .state/venv/bin/python bench/neighbours.py http://127.0.0.1:8000 [SECONDS]

Opens two accounts on a running server. One works as an instructor does (a reading, a save and its
routine, a moment apart); then eight clients of the other send costly but legal requests without a
pause. Prints the median and the 95th percentile of the first, alone and beside them.
"""

from __future__ import annotations

import http.cookiejar
import json
import secrets
import statistics
import sys
import threading
import time
import urllib.error
import urllib.request
from collections import Counter
from typing import Any

CLIENTS = 8
# Of the network: the clients of this bench run on the server's own processors.
TRIP_SECONDS = 0.05
SHEET = "Kiln\n" + "".join(
    f"Section {n}\n1-8 R vine, touch L, L vine, touch R\n" for n in range(1, 5)
)
COSTLY = [
    "Dance\n1-8 R vine, touch, L vine, touch\n" + "Repeat counts 1-8 on the other foot\n" * 400,
    "Dance\n" + "".join(f"{n % 8 + 1} zorp the {n} flim wibble quax R\n" for n in range(1_900)),
    "Dance\n" + "1-9999 R rocking chair\n" * 20,
    SHEET + "Repeat sections 1-4\n" * 25,
    "Dance\n" + ("1-8 " + "R shuffle, L coaster step, rock R fwd, recover, " * 15 + "\n") * 200,
]


class Client:
    """A browser's requests: JSON, a session, its token."""

    def __init__(self, server: str) -> None:
        self._server, self._jar = server, http.cookiejar.CookieJar()
        self._opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self._jar))
        self._opener.open(server + "/").read()

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        token = next(c.value for c in self._jar if c.name == "csrftoken")
        request = urllib.request.Request(
            self._server + path,
            method=method,
            data=json.dumps(body).encode() if body is not None else None,
            headers={"Content-Type": "application/json", "X-CSRFToken": str(token)},
        )
        try:
            with self._opener.open(request, timeout=60) as answer:
                return answer.status, json.loads(answer.read() or b"null")
        except urllib.error.HTTPError as error:
            return error.code, None


def instructor(server: str) -> tuple[Client, dict[str, Any]]:
    client = Client(server)
    name = f"bench{secrets.token_hex(4)}"
    client.ask("POST", "/api/accounts", {"name": name, "password": secrets.token_hex(12)})
    song = {"title": "Kiln Song", "bpm": 118, "length_seconds": 180}
    status, routine = client.ask("POST", "/api/routines", {"song": song, "sheet": SHEET})
    assert status == 200, status
    return client, routine


def worked(client: Client, routine: dict[str, Any], seconds: float) -> list[float]:
    """Seconds of each request of an instructor at work."""
    took = []
    dance = client.ask("GET", f"/api/dances/{routine['dance_id']}")[1]
    version, until, turn = dance["version"], time.monotonic() + seconds, 0
    while time.monotonic() < until:
        turn += 1
        text = f"{SHEET}Section 5\n1-{turn % 7 + 2} R side, L together\n"
        body = {"sheet": text, "version": version}
        for method, path, said in (
            ("POST", "/api/dances/reading", {"sheet": text}),
            ("PUT", f"/api/dances/{routine['dance_id']}", body),
            ("GET", f"/api/routines/{routine['id']}", None),
        ):
            begun = time.perf_counter()
            status, answer = client.ask(method, path, said)
            took.append(time.perf_counter() - begun)
            assert status == 200, (path, status)
            if method == "PUT":
                version = answer["version"]
        time.sleep(0.15)
    return took


def hostile(client: Client, routine: dict[str, Any], stop: threading.Event, seen: Any) -> None:
    turn = 0
    while not stop.is_set():
        turn += 1
        sheet = COSTLY[turn % len(COSTLY)] + f"\n# {turn} {secrets.token_hex(3)}\n"
        time.sleep(TRIP_SECONDS)
        status, _ = client.ask("POST", "/api/dances/reading", {"sheet": sheet})
        seen[status] += 1
        if turn % 3 == 0:
            wish = {"max_events": 20, "importance": {str(n): 20 for n in range(30)}}
            seen[client.ask("POST", f"/api/routines/{routine['id']}/plans", wish)[0]] += 1


def told(name: str, took: list[float]) -> float:
    p95 = statistics.quantiles(took, n=20)[-1]
    print(f"{name}: median {statistics.median(took) * 1e3:.0f} ms, p95 {p95 * 1e3:.0f} ms "
          f"({len(took)} requests)")  # fmt: skip
    return p95


def main() -> None:
    server = sys.argv[1].rstrip("/")
    seconds = float(sys.argv[2]) if len(sys.argv) > 2 else 20.0
    client, routine = instructor(server)
    worked(client, routine, 3.0)
    alone = told("alone", worked(client, routine, seconds))
    other, costly = instructor(server)
    stop, seen = threading.Event(), Counter[int]()
    threads = [
        threading.Thread(target=hostile, args=(other, costly, stop, seen)) for _ in range(CLIENTS)
    ]
    for thread in threads:
        thread.start()
    told(f"beside {CLIENTS} hostile clients, first 8 s", worked(client, routine, 8.0))
    beside = told(f"beside {CLIENTS} hostile clients, then", worked(client, routine, seconds))
    stop.set()
    for thread in threads:
        thread.join()
    print(f"{beside / alone:.2f} times; answers to the hostile: {dict(seen)}")


if __name__ == "__main__":
    main()
