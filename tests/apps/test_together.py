"""Several people, windows and requests at once; what is kept apart and what is undone."""

import json
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier
from typing import Any

import pytest
from django.db import connection
from django.test import override_settings
from django_fixtures import PASSWORD, Api
from example import ROUTINE

from maplestep.apps.accounts.models import User
from maplestep.apps.dances.models import Dance
from maplestep.apps.routines.models import Routine
from maplestep.apps.songs.models import Phrase, Song

SHEET = "A dance\n1-2 R side, L together\n"


@pytest.mark.django_db(transaction=True)
def test_of_many_writes_from_one_version_exactly_one_wins() -> None:
    User.objects.create_user("ada", password=PASSWORD)
    ada = Api()
    ada.sign_in("ada")
    dance = ada.call("POST", "/api/dances", {"sheet": SHEET})[1]
    windows = 4
    at_once = Barrier(windows)

    def write(number: int) -> int:
        window = Api()
        window.client.cookies.update(ada.client.cookies)
        at_once.wait()
        body = {"version": 1, "sheet": f"Dance {number}\n1 R side"}
        try:
            return window.call("PUT", f"/api/dances/{dance['id']}", body)[0]
        finally:
            connection.close()

    with ThreadPoolExecutor(windows) as pool:
        statuses = sorted(pool.map(write, range(windows)))
    assert statuses == [200, 409, 409, 409]
    assert Dance.objects.get().version == 2


def test_a_refused_routine_leaves_nothing_behind(ada: Api) -> None:
    song = {"title": "Too short", "bpm": 120, "length_seconds": 2}
    status, _ = ada.call("POST", "/api/routines", {"song": song, "sheet": SHEET})
    assert status == 422
    for model in (Routine, Song, Dance, Phrase):
        assert not model.objects.exists(), model


def test_a_refused_file_leaves_nothing_behind(ada: Api) -> None:
    broken = {**ROUTINE, "events": [{"id": "a", "kind": "restart", "walls": [3]}]}
    assert ada.send("/api/routines/file", json.dumps(broken).encode(), "r.json")[0] == 422
    for model in (Routine, Song, Dance, Phrase):
        assert not model.objects.exists(), model


def test_a_refused_change_leaves_what_was(ada: Api, routine_file: bytes) -> None:
    routine = ada.send("/api/routines/file", routine_file, "r.json")[1]
    path = f"/api/routines/{routine['id']}"
    bad = {"version": 1, "title": "x", "start": None, "events": [{"id": "a", "kind": "tag"}]}
    assert ada.call("PUT", path, bad)[0] == 422
    worse = {**bad, "events": [{"id": "a", "kind": "tag", "walls": [1], "after": "8"}]}
    assert ada.call("PUT", path, worse)[0] == 422
    assert ada.call("GET", path)[1] == routine


def test_two_routines_may_share_a_song_and_a_dance(ada: Api, routine_file: bytes) -> None:
    first = ada.send("/api/routines/file", routine_file, "r.json")[1]
    pair = {"song": first["song_id"], "dance": first["dance_id"]}
    second = ada.call("POST", "/api/routines", pair)[1]
    # The copy has the song and the steps, not the events.
    assert second["events"] == []
    assert second["timeline"]["dance_title"] == first["timeline"]["dance_title"]
    sheet = {"version": 1, "sheet": ROUTINE["sheet"].replace("Test dance", "Renamed")}
    ada.call("PUT", f"/api/dances/{first['dance_id']}", sheet)
    for routine in (first, second):
        timeline = ada.call("GET", f"/api/routines/{routine['id']}")[1]["timeline"]
        assert timeline["dance_title"] == "Renamed"


def test_what_goes_out_comes_in_again_for_somebody_else(
    ada: Api, ben: Api, routine_file: bytes
) -> None:
    first = ada.send("/api/routines/file", routine_file, "r.json")[1]
    out = ada.client.get(f"/api/routines/{first['id']}/routine.json").content
    second = ben.send("/api/routines/file", out, "r.json")[1]
    assert second["id"] != first["id"]
    assert second["timeline"] == first["timeline"]
    assert second["events"] == first["events"]


def test_the_shelf_is_ordered_by_what_was_touched_last(ada: Api) -> None:
    song = {"title": "S", "bpm": 120, "length_seconds": 60}
    ids = [
        ada.call("POST", "/api/routines", {"song": song, "sheet": f"Dance {n}\n1 R side"})[1]["id"]
        for n in range(3)
    ]
    body = {"version": 1, "title": "First again", "start": None, "events": []}
    ada.call("PUT", f"/api/routines/{ids[0]}", body)
    shelf = ada.call("GET", "/api/shelf")[1]
    assert [line["id"] for line in shelf["routines"]] == [ids[0], ids[2], ids[1]]
    assert [line["title"] for line in shelf["routines"]] == ["First again", "Dance 2", "Dance 1"]


@pytest.mark.parametrize(
    ("text", "state"),
    [("", "draft"), (SHEET, "sits"), (SHEET.replace("L together", "R together"), "to settle")],
)
def test_the_state_on_the_shelf(ada: Api, text: str, state: str) -> None:
    # 8 counts of intro and 2 of dance: a wall of two counts sits on both of a two-count verse.
    song = {
        "title": "S",
        "bpm": 120,
        "phrases": [{"kind": "intro", "counts": 8}, {"kind": "verse", "counts": 2}],
    }
    song_id = ada.call("POST", "/api/songs", song)[1]["id"]
    dance_id = ada.call("POST", "/api/dances", {"sheet": text})[1]["id"]
    ada.call("POST", "/api/routines", {"song": song_id, "dance": dance_id})
    (line,) = ada.call("GET", "/api/shelf")[1]["routines"]
    assert line["state"] == state


def test_signing_out_closes_the_shelf(ada: Api) -> None:
    assert ada.call("GET", "/api/shelf")[0] == 200
    assert ada.call("DELETE", "/api/session")[0] == 200
    status, refused = ada.call("GET", "/api/shelf")
    assert (status, refused["message"]) == (401, "Sign in first.")


def test_a_write_without_its_token_is_refused(ada: Api) -> None:
    response = ada.client.post("/api/dances", {"sheet": SHEET}, content_type="application/json")
    assert response.status_code == 403
    assert not Dance.objects.exists()


LARGE: list[tuple[str, Callable[[Api], tuple[int, Any]], str]] = [
    (
        "a body",
        lambda api: api.call("POST", "/api/dances/reading", {"sheet": "a" * 2_100_000}),
        "too large",
    ),
    (
        "a file",
        lambda api: api.send("/api/dances/file", b"a" * 8_100_000, "s.txt"),
        "8 MB",
    ),
    (
        "a number",
        lambda api: api.send("/api/routines/file", b'{"a":' + b"1" * 5000 + b"}", "r.json"),
        "far too long",
    ),
]


@pytest.mark.parametrize(("what", "send", "words"), LARGE, ids=[row[0] for row in LARGE])
def test_what_is_too_large_is_refused_in_words(
    ada: Api, what: str, send: Callable[[Api], tuple[int, Any]], words: str
) -> None:
    status, refused = send(ada)
    assert status in (413, 422)
    assert words in refused["message"]


@override_settings(ALLOWED_HOSTS=["hall.example"])
def test_other_host_names_are_refused(db: None) -> None:
    from django.test import Client

    assert Client().get("/", headers={"host": "elsewhere.example"}).status_code == 400
