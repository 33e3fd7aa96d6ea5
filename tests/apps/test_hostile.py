"""What must never be a "500": hostile text, numbers, files and headers, signed in."""

import json
import os
import random
import time
from typing import Any

import pytest
from apps.fuzzing import Fuzzer, Request
from django.core.management import call_command
from django_fixtures import Api

from maplestep.apps.accounts.models import User
from maplestep.server.api import api as ninja

SEED = int(os.environ.get("MAPLESTEP_FUZZ_SEED", random.randrange(2**32)))
REQUESTS = int(os.environ.get("MAPLESTEP_FUZZ", "400"))
SECONDS = 1.0


@pytest.fixture
def demo(transactional_db: None) -> Api:
    call_command("load_demo")
    user = User.objects.get(username="demo")
    api = Api()
    api.client.force_login(user)
    return api


def ids_of(api: Api) -> dict[str, list[str]]:
    shelf = api.call("GET", "/api/shelf")[1]
    rows = api.call("GET", "/api/classes")[1]
    found = {kind: [each["id"] for each in shelf[kind]] for kind in ("songs", "dances", "routines")}
    found["classes"] = [each["id"] for each in rows]
    first = api.call("GET", f"/api/classes/{found['classes'][0]}")[1]
    found["evenings"] = [each["id"] for each in first["evenings"]]
    return found


def shown(api: Api, path: str) -> Any:
    answer = api.client.get(path)
    told = answer.status_code == 200 and answer["Content-Type"].startswith("application/json")
    return json.loads(answer.content) if told else None


def sent(api: Api, request: Request) -> int:
    headers = {"X-CSRFToken": api.client.cookies["csrftoken"].value}
    if request.file is not None:
        from django.core.files.uploadedfile import SimpleUploadedFile

        name, content = request.file
        body: Any = {"file": SimpleUploadedFile(name, content)}
        return api.client.post(request.path, body, headers=headers).status_code
    return api.client.generic(
        request.method, request.path, request.body or "", "application/json", headers=headers
    ).status_code


def test_no_hostile_request_breaks_the_server_or_costs_too_much(demo: Api) -> None:
    """MAPLESTEP_FUZZ=100000 for a night; the seed is printed with what went wrong."""
    fuzzer = Fuzzer(ninja.get_openapi_schema(), ids_of(demo), lambda path: shown(demo, path), SEED)
    broken: list[Any] = []
    slow: list[Any] = []
    for request in fuzzer.requests(REQUESTS):
        begun = time.process_time()
        status = sent(demo, request)
        took = time.process_time() - begun
        if status >= 500:
            broken.append(request)
        if took > SECONDS:
            slow.append((round(took, 2), request))
    for took, request in sorted(slow, key=lambda each: -each[0])[:12]:
        print("slow", took, str(request)[:300])
    for request in broken[:40]:
        print("broken", str(request)[:400])
    print(f"seed {SEED}, {REQUESTS} requests, {len(broken)} broken, {len(slow)} above {SECONDS} s")
    assert not broken, f"seed {SEED}: {broken[:3]}"


def test_text_that_nobody_can_store_is_kept_as_far_as_it_can_be(demo: Api) -> None:
    """Half a surrogate pair and NUL become U+FFFD; two halves are one character again."""
    for said, kept in [
        ("a\ud800b", "a\ufffdb"),
        ("a\x00b", "a\ufffdb"),
        ("\ud83d\ude00", "\U0001f600"),
    ]:
        sheet = f"Kiln {said}\n1-4 R vine, touch L\n"
        status, dance = demo.call("POST", "/api/dances", {"sheet": sheet})
        assert (status, dance["sheet"].splitlines()[0]) == (200, f"Kiln {kept}")


def test_numbers_beyond_numbers_are_refused(demo: Api) -> None:
    song = {"title": "x", "bpm": 120, "length_seconds": 1e308}
    body = {"song": song, "sheet": "1-4 R vine, touch L"}
    status, said = demo.call("POST", "/api/routines", body)
    assert (status, said["field"]) == (422, "length_seconds")
    for raw in (
        '{"sheet": 1e999}',
        '{"sheet": NaN}',
        "[" * 5_000,
        '{"sheet": ' + "9" * 5_000 + "}",
    ):
        assert sent(demo, Request("POST", "/api/dances", raw)) in (400, 422)
