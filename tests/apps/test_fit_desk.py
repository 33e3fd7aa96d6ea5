"""The Fit desk over the API: plans, endings, claims, orders, song swap, rankings, files."""

import copy
import json
from collections.abc import Callable
from typing import Any

import pytest
from django_fixtures import Api
from example import ROUTINE

from maplestep.apps.routines.models import Ranking, Routine
from maplestep.apps.routines.ranking import work_out

PHRASED = {
    **ROUTINE,
    "title": "Phrased",
    "song": {
        "title": "Parts",
        "bpm": 120,
        "phrases": [
            {"kind": "verse", "counts": 16, "cue": "voice"},
            {"kind": "chorus", "counts": 8},
        ],
    },
    "sheet": "Parts\nPart A\n1-2 R step forward, pivot ½ left\n3-4 Walk forward R, L\n"
    "5-8 R rocking chair\nPart B\n1-8 R rocking chair x2\n",
    "sequence": "A x2, B",
    "pins": [{"part": "B", "facing": "12:00"}],
    "events": [],
}


def stored(api: Api, form: dict[str, Any]) -> dict[str, Any]:
    status, body = api.send("/api/routines/file", json.dumps(form).encode(), "r.json")
    assert status == 200, body
    return body


@pytest.fixture
def routine(ada: Api) -> dict[str, Any]:
    return stored(ada, ROUTINE)


def at(routine: dict[str, Any], rest: str) -> str:
    return f"/api/routines/{routine['id']}/{rest}"


ASKED = [
    ("POST", "plans", {}),
    ("GET", "endings", None),
    ("POST", "events", {"events": [], "change": "put"}),
    ("GET", "said", None),
    ("POST", "claims", {"text": "restart wall 3 after 8"}),
    ("POST", "order", {"sequence": "A", "change": "tidy"}),
    ("GET", "files/walls.csv", None),
]


def test_nobody_asks_about_the_routine_of_another(
    ada: Api, ben: Api, anyone: Api, routine: dict[str, Any]
) -> None:
    for method, path, body in ASKED:
        assert ben.call(method, at(routine, path), body)[0] == 404, path
        assert anyone.call(method, at(routine, path), body)[0] == 401, path
    other = stored(ben, PHRASED)
    # Neither may one put one's dance to somebody else's song, nor rank it.
    song = {"song": other["song_id"]}
    assert ada.call("POST", at(routine, "swap"), song)[0] == 404
    assert ada.call("POST", at(routine, "swap/take"), {**song, "events": []})[0] == 404
    assert ada.call("POST", "/api/rankings", song)[0] == 404
    begun = ben.call("POST", "/api/rankings", {"song": other["song_id"]})[1]
    assert ada.call("GET", f"/api/rankings/{begun['id']}")[0] == 404


def test_plans_come_with_costs_reasons_and_a_stack(ada: Api, routine: dict[str, Any]) -> None:
    status, view = ada.call("POST", at(routine, "plans"), {})
    assert (status, view["outcome"]) == (200, "optimal")
    # Start 8: verse 8-40 = two walls of 16; chorus 40-64 = wall 3 and half of wall 4.
    best = view["plans"][0]
    assert (best["cost"], best["hits"], best["words"]) == (0, 2, "No tags, no restarts")
    # The routine's own restart after 8 on wall 3: 3 + 0 for a cut at 8 + 2 for being one.
    assert view["own"]["cost"] == 5
    assert sum(item["cost"] for item in view["own"]["costs"]) == 5
    assert sum(line["cost"] for line in view["own"]["bill"]) == 5
    assert [p["wall"] for p in best["segments"]] == [1, 2, 3, 4]
    assert view["limits"]["cuts"] == ["4", "8", "12"]


def test_limits_are_kept_and_bad_ones_refused_in_words(ada: Api, routine: dict[str, Any]) -> None:
    kept = ada.call("POST", at(routine, "plans"), {"keep": ["a"], "top": 3})[1]
    assert len(kept["plans"]) == 3
    assert all(any(e["id"] == "a" for e in plan["events"]) for plan in kept["plans"])
    none = ada.call("POST", at(routine, "plans"), {"max_events": 0})[1]
    assert [plan["events"] for plan in none["plans"]] == [[]]
    for wish, word in (
        ({"cuts": ["soon"]}, "no place to stop"),
        ({"tags": [99]}, "1 to 64"),
        ({"max_events": 99}, "max_events"),
        ({"top": 0}, "top"),
    ):
        status, said = ada.call("POST", at(routine, "plans"), wish)
        assert status == 422
        assert word in said["message"]


def test_a_song_nobody_has_marked_has_no_plans(ada: Api) -> None:
    form = copy.deepcopy(ROUTINE)
    form["song"]["phrases"] = [{"kind": "unmarked", "counts": 96}]
    view = ada.call("POST", at(stored(ada, form), "plans"), {})[1]
    assert (view["outcome"], view["plans"]) == ("infeasible", [])
    assert "Mark them at the Song desk" in view["verdict"]


def test_every_kind_of_event_is_stored_and_comes_back(ada: Api, routine: dict[str, Any]) -> None:
    events = [
        {"id": "b", "kind": "bridge", "walls": [1], "after": "8", "counts": 4, "cue": "drums"},
        {"id": "c", "kind": "change", "walls": [2], "steps": "15-16 hold", "option": "15 hold"},
        {"id": "w", "kind": "wait", "walls": [2], "after": "8", "seconds": 1.5},
        {"id": "f", "kind": "tag", "facings": ["6:00"], "facing_at": "start", "tag": "Tag"},
        {"id": "p", "kind": "tag-restart", "phrase": "verse", "counts": 2},
        {"id": "e", "kind": "ending", "tag": "", "steps": "1-4 R rocking chair"},
    ]
    body = {"version": 1, "title": "", "start": None, "events": events}
    status, stored_ = ada.call("PUT", f"/api/routines/{routine['id']}", body)
    assert status == 200, stored_
    back = {e["id"]: e for e in stored_["events"]}
    for event in events:
        for key, value in event.items():
            assert back[str(event["id"])][key] == value
    # Wall 1 lasts 16 and the bridge's 4, 8 to 28; the verse ends at 40, after 12 of wall 2, which
    # stops there, so that its tag by facing never comes.
    assert {h["event"] for h in stored_["timeline"]["occurrences"]} == {"b", "c", "w", "p", "e"}
    assert ada.call("GET", f"/api/routines/{routine['id']}")[1] == stored_
    # And through the file once more.
    raw = ada.client.get(at(routine, "routine.json")).content
    again = ada.send("/api/routines/file", raw, "again.json")[1]
    assert again["events"] == stored_["events"]


def test_a_hand_on_the_stack_changes_the_events_and_stores_nothing(ada: Api) -> None:
    routine = stored(ada, ROUTINE)
    events = routine["events"]

    def done(**edit: Any) -> tuple[int, dict[str, Any]]:
        return ada.call("POST", at(routine, "events"), {"events": events, **edit})

    status, made = done(change="add", kind="wait", to=2, after="8")
    assert (status, len(made["events"])) == (200, len(events) + 1)
    assert made["events"][:-1] == events
    assert made["events"][-1] | {"id": ""} == events[0] | {
        "id": "", "kind": "wait", "walls": [2], "after": "8", "tag": "", "counts": None,
        "cue": "", "claims_facing": None,
    }  # fmt: skip
    put = done(change="put", more=[{**events[0], "cue": "the break"}])[1]["events"]
    assert [e["cue"] for e in put] == ["the break", *(e["cue"] for e in events[1:])]
    name, wall = events[0]["id"], events[0]["walls"][0]
    assert done(change="off", event=name, wall=wall)[0] == 200
    for wrong in (
        {"change": "off", "event": "gone"},
        {"change": "add", "kind": "wait"},
        {"change": "add", "kind": "tag-restart", "after": "8"},
        {"change": "add", "kind": "wait", "after": "soon"},
        {"change": "move", "event": name, "wall": wall, "to": 1000},
        {"change": "add", "kind": "wait", "after": "8", "events": [events[0]] * 201},
    ):
        assert done(**wrong)[0] == 422, wrong
    assert ada.call("GET", f"/api/routines/{routine['id']}")[1]["version"] == routine["version"]


def test_an_order_is_stored_and_changed_block_by_block(ada: Api) -> None:
    routine = stored(ada, PHRASED)
    assert [p["name"] for p in routine["timeline"]["segments"]] == ["A", "A", "B"]
    assert routine["pins"] == PHRASED["pins"]

    def changed(**edit: Any) -> str:
        body = {"sequence": "A x2, B", **edit}
        return str(ada.call("POST", at(routine, "order"), body)[1]["sequence"])

    assert changed(change="move", at=2, to=0) == "B, A x2"
    assert changed(change="put", at=3, name="A") == "A x2, B, A"
    assert changed(change="cut", at=0, first=1, last=4) == "A[1-4], A, B"
    assert changed(change="take", at=1) == "A, B"
    status, said = ada.call(
        "POST", at(routine, "order"), {"sequence": "A", "change": "take", "at": 7}
    )
    assert (status, said["field"]) == (422, "sequence")
    body = {"version": 1, "title": "", "start": None, "events": [], "sequence": "B, Q", "pins": []}
    moved = ada.call("PUT", f"/api/routines/{routine['id']}", body)[1]
    assert moved["sequence"] == "B, Q"
    assert "fit.order-unknown" in {f["code"] for f in moved["timeline"]["findings"]}
    view = ada.call("POST", at(routine, "plans"), {})[1]
    # Verse 16 = A A, chorus 8 = B: nothing to pay.
    assert (view["plans"][0]["cost"], view["plans"][0]["sequence"]) == (0, "A x2, B")
    assert view["every_phrase"]


def test_a_swap_is_shown_and_taken_as_a_new_routine(ada: Api, routine: dict[str, Any]) -> None:
    other = stored(ada, PHRASED)
    wish = {"song": other["song_id"]}
    views = ada.call("POST", at(routine, "swap"), wish)[1]
    assert {view["level"] for view in views} == {"1", "1/2", "2"}
    double = next(view for view in views if view["level"] == "2")
    taken = {**wish, "level": "2", "events": double["events"], "sequence": ""}
    status, made = ada.call("POST", at(routine, "swap/take"), taken)
    assert status == 200
    assert made["timeline"]["song_title"] == "Parts (double time)"
    assert made["timeline"]["song_counts"] == 48
    assert Routine.objects.count() == 3
    # The song that others dance to is as it was.
    assert ada.call("GET", f"/api/routines/{other['id']}")[1]["timeline"]["song_counts"] == 24


def test_a_shelf_is_ranked_in_the_background(ada: Api, routine: dict[str, Any]) -> None:
    other = stored(ada, PHRASED)
    assert ada.call("POST", "/api/rankings", {})[0] == 422
    begun = ada.call("POST", "/api/rankings", {"song": routine["song_id"]})[1]
    assert (begun["of"], begun["state"], begun["found"]) == ("dances", "waiting", [])
    work_out(Ranking.objects.get())
    ready = ada.call("GET", f"/api/rankings/{begun['id']}")[1]
    assert (ready["state"], ready["done"], ready["total"]) == ("ready", 2, 2)
    # Test dance: two walls of 16 in verse 32, then 24 = 16 + 8: free of cost. Parts in eights of
    # A for the verse and B for the chorus cost nothing either.
    fits = {one["id"]: one["fit"] for one in ready["found"]}
    assert fits[routine["dance_id"]]["cost"] == fits[other["dance_id"]]["cost"] == 0
    songs = ada.call("POST", "/api/rankings", {"dance": other["dance_id"]})[1]
    work_out(Ranking.objects.get(pk=songs["id"]))
    found = ada.call("GET", f"/api/rankings/{songs['id']}")[1]["found"]
    assert {one["title"] for one in found} == {"Parts", "Test song"}
    assert found[0]["title"] == "Parts"
    # Asked again, the old answer goes.
    ada.call("POST", "/api/rankings", {"song": routine["song_id"]})
    assert Ranking.objects.count() == 2


@pytest.mark.parametrize(
    ("name", "kind", "head"),
    [
        ("walls.csv", "text/csv", b"wall,what"),
        ("walls.xlsx", "application/vnd.openxml", b"PK"),
        ("cue-sheet.pdf", "application/pdf", b"%PDF"),
        ("cue-sheet.pdf?language=fr", "application/pdf", b"%PDF"),
        ("calls.vtt", "text/vtt", b"WEBVTT"),
        ("clicks.mid", "audio/midi", b"MThd"),
    ],
)
def test_files(ada: Api, routine: dict[str, Any], name: str, kind: str, head: bytes) -> None:
    answer = ada.client.get(at(routine, f"files/{name}"))
    assert answer.status_code == 200
    assert answer.headers["Content-Type"].startswith(kind)
    assert answer.content.startswith(head)
    assert ada.client.get(at(routine, "files/other.exe")).status_code == 404


def test_endings_claims_and_words(ada: Api, routine: dict[str, Any]) -> None:
    # Wall 4 ends whole at 6:00 with the song: a half turn either way.
    endings = ada.call("GET", at(routine, "endings"))[1]
    assert {e["turn_side"] for e in endings if e["way"] == "turn"} == {"left", "right"}
    said = ada.call("GET", at(routine, "said?language=fr"))[1]
    assert said[2]["words"].startswith("Mur 1, départ face à 12:00")
    claims = ada.call("POST", at(routine, "claims"), {"text": "restart wall 3 after 8 facing 6:00"})
    assert claims[1][0]["agrees"] is False
    assert ada.call("POST", at(routine, "claims"), {"text": "x" * 5000})[0] == 422


def test_a_wrong_foot_comes_with_repairs_that_are_events(
    ada: Api, make_user: Callable[[str], Any]
) -> None:
    form = copy.deepcopy(ROUTINE)
    form["sheet"] = "1-2 R rock forward, recover\n3&4 R coaster step\n5-8 L rocking chair\n"
    form["events"] = [{"id": "a", "kind": "restart", "walls": [2], "after": "4", "cue": "x"}]
    routine = stored(ada, form)
    wrong = next(
        f for f in routine["timeline"]["findings"] if f["code"] == "fit.wrong-foot-restart"
    )
    assert wrong["fix"]["kind"] == "events"
    assert len(wrong["others"]) == 2
    events = routine["events"] + wrong["fix"]["events"]
    body = {"version": 1, "title": "", "start": None, "events": events}
    mended = ada.call("PUT", f"/api/routines/{routine['id']}", body)[1]
    codes = {f["code"] for f in mended["timeline"]["findings"]}
    assert not any(code.startswith("fit.wrong-foot") for code in codes)
