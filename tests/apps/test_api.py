"""The API: whose data it is, versions, and what it refuses."""

import copy
import json
from typing import Any

import pytest
from django_fixtures import PASSWORD, Api
from example import ROUTINE

from maplestep.apps.routines.models import Routine


@pytest.fixture
def routine(ada: Api, routine_file: bytes) -> dict[str, Any]:
    status, body = ada.send("/api/routines/file", routine_file, "r.json")
    assert status == 200
    return body


def paths(routine: dict[str, Any]) -> list[str]:
    return [
        f"/api/routines/{routine['id']}",
        f"/api/songs/{routine['song_id']}",
        f"/api/dances/{routine['dance_id']}",
    ]


def change_of(path: str, version: int = 1) -> dict[str, Any]:
    if "songs" in path:
        return {"version": version, "song": ROUTINE["song"]}
    if "dances" in path:
        return {"version": version, "sheet": "1-2 R side, L together"}
    return {"version": version, "title": "", "start": None, "events": []}


def test_nobody_reaches_the_objects_of_another(
    ada: Api, ben: Api, anyone: Api, routine: dict[str, Any]
) -> None:
    files = [f"{paths(routine)[0]}/routine.json", f"{paths(routine)[2]}/sheet.txt"]
    for path in paths(routine):
        for method, body in (("GET", None), ("PUT", change_of(path)), ("DELETE", None)):
            assert ben.call(method, path, body)[0] == 404, (method, path)
            assert anyone.call(method, path, body)[0] == 401, (method, path)
        assert ada.call("GET", path)[0] == 200
    for path in files:
        assert ben.client.get(path).status_code == 404
        assert anyone.client.get(path).status_code == 401
    new = {"song": routine["song_id"], "dance": routine["dance_id"]}
    assert ben.call("POST", "/api/routines", new)[0] == 404
    assert ben.call("GET", "/api/shelf")[1] == {"routines": [], "dances": [], "songs": []}
    assert anyone.call("GET", "/api/shelf")[0] == 401


def test_a_revision_moves_with_everything_a_routine_is_made_from(
    ada: Api, ben: Api, routine: dict[str, Any]
) -> None:
    path, song, dance = paths(routine)
    seen = [ada.call("GET", f"{path}/revision")[1]]
    assert seen == [{"version": routine["version"], "basis": routine["basis"]}]
    figure = {"name": "wobble", "steps": "1&2 R side, L together, R cross"}
    for method, target, body in (
        ("PUT", song, change_of(song)),
        ("PUT", dance, change_of(dance)),
        ("POST", "/api/dances/figures", figure),
    ):
        assert ada.call(method, target, body)[0] == 200
        seen.append(ada.call("GET", f"{path}/revision")[1])
    # Each of the three shows, and nothing else: the routine itself was not written.
    assert len({each["basis"] for each in seen}) == 4
    assert {each["version"] for each in seen} == {1}
    assert ada.call("PUT", path, change_of(path))[0] == 200
    assert ada.call("GET", f"{path}/revision")[1] == {"version": 2, "basis": seen[-1]["basis"]}
    assert ada.call("GET", path)[1]["basis"] == seen[-1]["basis"]
    assert ben.call("GET", f"{path}/revision")[0] == 404


def test_a_song_and_a_dance_say_what_they_stand_at_by_themselves(
    ada: Api, ben: Api, routine: dict[str, Any]
) -> None:
    _, song, dance = paths(routine)
    for path in (song, dance):
        before = ada.call("GET", f"{path}/revision")[1]
        assert before["version"] == ada.call("GET", path)[1]["version"]
        assert ada.call("PUT", path, change_of(path))[0] == 200
        assert ada.call("GET", f"{path}/revision")[1]["version"] == before["version"] + 1
        assert ben.call("GET", f"{path}/revision")[0] == 404
    # A sheet is read with the user's figures: a new one reads it anew.
    figure = {"name": "wobble", "steps": "1&2 R side, L together, R cross"}
    read_with = ada.call("GET", f"{dance}/revision")[1]["basis"]
    assert ada.call("POST", "/api/dances/figures", figure)[0] == 200
    assert ada.call("GET", f"{dance}/revision")[1]["basis"] != read_with


def test_plans_say_what_they_were_made_from(ada: Api, routine: dict[str, Any]) -> None:
    path, song, _ = paths(routine)
    for change in (None, song, path):
        if change is not None:
            assert ada.call("PUT", change, change_of(change))[0] == 200
        now = ada.call("GET", path)[1]
        plans = ada.call("POST", f"{path}/plans", {})[1]
        assert (plans["version"], plans["basis"]) == (now["version"], now["basis"])


def test_the_routine_comes_with_its_whole_timeline(routine: dict[str, Any]) -> None:
    timeline = routine["timeline"]
    assert timeline["title"] == "Test routine"
    # Starts 8, 24, 40; wall 3 stops after 8; the song has 64 counts, wall 4 all 16.
    told = [(p["start"], p["length"], p["start_facing"], p["ended"]) for p in timeline["segments"]]
    assert told == [
        (8, 16, "12:00", "whole"),
        (24, 16, "6:00", "whole"),
        (40, 8, "12:00", "restart"),
        (48, 16, "12:00", "whole"),
    ]
    assert timeline["segments"][2]["cue"] == "drums"
    assert timeline["tags"] == ["Tag"]


def test_a_saved_event_changes_the_answer(ada: Api, routine: dict[str, Any]) -> None:
    path = paths(routine)[0]
    event = {"id": "t", "kind": "tag", "walls": [1], "tag": "Tag", "claims_facing": "3:00"}
    body = {"version": 1, "title": "Renamed", "start": 8, "events": [event]}
    status, stored = ada.call("PUT", path, body)
    assert status == 200
    assert stored["version"] == 2
    assert [p["kind"] for p in stored["timeline"]["segments"][:3]] == ["wall", "tag", "wall"]
    assert "fit.claimed-facing" in {f["code"] for f in stored["timeline"]["findings"]}
    assert ada.call("GET", path)[1] == stored


def test_two_windows_cannot_overwrite_each_other(ada: Api, routine: dict[str, Any]) -> None:
    for path in paths(routine):
        assert ada.call("PUT", path, change_of(path))[0] == 200
        status, refused = ada.call("PUT", path, change_of(path))
        assert (status, refused["version"]) == (409, 2)
        assert ada.call("PUT", path, change_of(path, version=2))[0] == 200


def test_a_song_or_dance_in_use_stays(ada: Api, routine: dict[str, Any]) -> None:
    of_routine, *others = paths(routine)
    for path in others:
        status, refused = ada.call("DELETE", path)
        assert status == 409
        assert "is used by a routine" in refused["message"]
    assert ada.call("DELETE", of_routine)[0] == 204
    for path in others:
        assert ada.call("DELETE", path)[0] == 204
        assert ada.call("GET", path)[0] == 404


def test_the_shelf_knows_the_state_and_keeps_up(ada: Api, routine: dict[str, Any]) -> None:
    (line,) = ada.call("GET", "/api/shelf")[1]["routines"]
    assert (line["state"], line["hits"], line["phrases"]) == ("sits", 2, 2)
    sheet = ROUTINE["sheet"].replace("2 walls", "4 walls")
    ada.call("PUT", paths(routine)[2], {"version": 1, "sheet": sheet})
    (line,) = ada.call("GET", "/api/shelf")[1]["routines"]
    assert (line["state"], line["to_settle"]) == ("to settle", 1)
    assert Routine.objects.get().version == 1


def test_a_new_routine_of_tempo_length_and_text(ada: Api) -> None:
    song = {"title": "Fresh", "bpm": 120, "length_seconds": 100}
    body = {"song": song, "sheet": "Fresh dance\nIntro: 32 counts\n1-2 R side, L together"}
    status, stored = ada.call("POST", "/api/routines", body)
    assert status == 200
    # 100 s at 120 bpm are 200 counts.
    assert stored["timeline"]["song_counts"] == 200
    assert stored["timeline"]["start"] == 32
    assert stored["timeline"]["title"] == "Fresh dance"
    shelf = ada.call("GET", "/api/shelf")[1]
    assert [len(shelf[key]) for key in ("routines", "dances", "songs")] == [1, 1, 1]


SONG = ROUTINE["song"]
REFUSED: list[tuple[str, str, Any, str]] = [
    ("POST", "/api/songs", {**SONG, "bpm": 0}, "between 20 and 400"),
    ("POST", "/api/songs", {**SONG, "phrases": []}, "at least one phrase"),
    ("POST", "/api/songs", {**SONG, "bpm": "fast"}, "bpm"),
    ("POST", "/api/songs", {**SONG, "colour": 1}, "colour"),
    ("POST", "/api/songs", {**SONG, "title": "x" * 500}, "title"),
    ("POST", "/api/dances", {"sheet": "x\n" * 3000}, "3,001 lines"),
    ("POST", "/api/dances/reading", {"sheet": "x\n" * 3000}, "3,001 lines"),
    (
        "POST",
        "/api/routines",
        {"song": {"title": "", "bpm": 1, "length_seconds": 9}, "sheet": "1 R side"},
        "20 and 400",
    ),
    (
        "POST",
        "/api/routines",
        {"song": {"title": "", "bpm": 120, "length_seconds": 90}, "sheet": " "},
        "Paste a step sheet",
    ),
    ("POST", "/api/accounts", {"name": "ada", "password": PASSWORD}, "name is taken"),
    ("POST", "/api/accounts", {"name": "cleo", "password": "short"}, "too short"),
    ("POST", "/api/accounts", {"name": "a b!", "password": PASSWORD}, "valid username"),
]


@pytest.mark.parametrize(("method", "path", "body", "words"), REFUSED)
def test_bad_input_is_refused_in_words_and_nothing_is_stored(
    ada: Api, method: str, path: str, body: Any, words: str
) -> None:
    status, refused = ada.call(method, path, body)
    assert status == 422
    assert words in refused["message"]
    shelf = ada.call("GET", "/api/shelf")[1]
    assert not any(shelf.values())


EVENT = {"id": "a", "kind": "restart", "walls": [1], "after": "8"}


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"events": [{**EVENT, "after": "soon"}]}, "no place to stop"),
        ({"events": [{**EVENT, "walls": []}]}, "which wall"),
        ({"events": [EVENT, EVENT]}, "same name"),
        ({"events": [{**EVENT, "claims_facing": "2:00"}]}, "no wall or corner"),
        ({"start": 9999}, "before the song ends"),
        ({"start": -1}, "start"),
    ],
)
def test_events_that_make_no_sense(
    ada: Api, routine: dict[str, Any], change: dict[str, Any], words: str
) -> None:
    path = paths(routine)[0]
    status, refused = ada.call("PUT", path, {**change_of(path), **change})
    assert status == 422
    assert words in refused["message"]
    assert ada.call("GET", path)[1] == routine


def test_files_go_out_as_they_came_in(ada: Api, routine: dict[str, Any]) -> None:
    raw = ada.client.get(f"{paths(routine)[0]}/routine.json").content
    status, again = ada.send("/api/routines/file", raw, "again.json")
    assert status == 200
    assert again["timeline"] == routine["timeline"]
    sheet = ada.client.get(f"{paths(routine)[2]}/sheet.txt").content
    status, dance = ada.send("/api/dances/file", sheet, "sheet.txt")
    assert (status, dance["sheet"]) == (200, ROUTINE["sheet"])


def test_bad_files_name_line_and_column(ada: Api) -> None:
    broken = copy.deepcopy(ROUTINE)
    broken["song"]["bpm"] = 0
    status, refused = ada.send(
        "/api/routines/file", json.dumps(broken, indent=2).encode(), "r.json"
    )
    assert (status, refused["line"]) == (422, 7)
    status, refused = ada.send("/api/dances/file", b" \n", "sheet.txt")
    assert (status, refused["message"]) == (422, "This file is empty.")
    status, dance = ada.send("/api/dances/file", "Café\n1-2 R walk".encode("cp1252"), "sheet.txt")
    assert (status, dance["title"]) == (200, "Café")


def test_a_tag_that_left_the_sheet_is_a_finding_not_a_crash(
    ada: Api, routine: dict[str, Any]
) -> None:
    of_routine, _, of_dance = paths(routine)
    event = {"id": "t", "kind": "tag", "walls": [1], "tag": "Tag"}
    ada.call("PUT", of_routine, {**change_of(of_routine), "events": [event]})
    ada.call("PUT", of_dance, {"version": 1, "sheet": "1-8 R rocking chair x2"})
    status, stored = ada.call("GET", of_routine)
    assert status == 200
    assert "fit.tag-gone" in {finding["code"] for finding in stored["timeline"]["findings"]}


def test_signing_in_needs_the_token_and_the_password(anyone: Api, make_user: Any) -> None:
    make_user("cleo")
    body = json.dumps({"name": "cleo", "password": PASSWORD})
    bare = anyone.client.post("/api/session", body, content_type="application/json")
    assert bare.status_code == 403
    assert anyone.sign_in("cleo", "wrong") == 403
    assert anyone.call("GET", "/api/session")[1]["name"] is None
    assert anyone.sign_in("cleo") == 200
    assert anyone.call("DELETE", "/api/session")[1]["name"] is None


def test_the_browser_is_answered_in_its_language_until_another_is_chosen(
    anyone: Api, make_user: Any
) -> None:
    def refused(asked: str, path: str = "/api/shelf") -> str:
        return anyone.client.get(path, headers={"accept-language": asked}).json()["message"]

    assert refused("fr-CA, en;q=0.5") == "Connectez-vous d’abord."
    assert refused("de, en;q=0.5") == refused("") == "Sign in first."
    make_user("cleo")
    anyone.sign_in("cleo")
    gone = "/api/routines/00000000-0000-4000-8000-000000000000"
    assert refused("fr", gone).startswith("Ceci n’existe pas")
    assert anyone.call("PUT", "/api/session/language", {"language": "xx"})[0] == 422
    assert anyone.call("PUT", "/api/session/language", {"language": "fr"})[0] == 200
    assert anyone.call("GET", "/api/session")[1]["language"] == "fr"
    # What is chosen holds in every browser; Django's own words follow it as well.
    assert refused("en", gone).startswith("Ceci n’existe pas")
    new = {"name": "dina", "password": "short"}
    short = anyone.call("POST", "/api/accounts", new)[1]["message"]
    assert "mot de passe" in short


def test_the_language_is_of_one_account(ada: Api, ben: Api) -> None:
    ada.call("PUT", "/api/session/language", {"language": "fr"})
    assert ben.call("GET", "/api/session")[1]["language"] == ""


def test_a_sheet_is_judged_in_the_language_of_its_reader(ada: Api) -> None:
    ada.call("PUT", "/api/session/language", {"language": "fr"})
    made = ada.call("POST", "/api/dances", {"sheet": "Kiln\n1-2 R side, R together"})[1]
    view = ada.call("GET", f"/api/dances/{made['id']}")[1]["reading"]
    said = " ".join(finding["message"] for finding in view["findings"])
    assert "le pied droit est le pied d’appui et ne peut pas bouger" in said


def test_guessing_passwords_is_stopped(anyone: Api, make_user: Any) -> None:
    make_user("cleo")
    assert [anyone.sign_in("cleo", "wrong") for _ in range(5)] == [403] * 4 + [429]
    # Even the right password waits now.
    status, refused = anyone.call("POST", "/api/session", {"name": "cleo", "password": PASSWORD})
    assert status == 429
    assert "Wait ten minutes" in refused["message"]


def test_pages_are_safe(anyone: Api) -> None:
    page = anyone.client.get("/")
    policy = page["Content-Security-Policy"]
    scripts = next(rule for rule in policy.split("; ") if rule.startswith("script-src "))
    assert "unsafe" not in scripts
    nonce = scripts.split("'nonce-")[1].rstrip("'")
    assert f'nonce="{nonce}"' in page.content.decode()
    assert anyone.client.get("/api/nothing").status_code == 404
