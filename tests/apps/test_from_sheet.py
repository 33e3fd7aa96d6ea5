"""What a sheet states is taken over and compared; sheets from documents and pictures."""

import io
from typing import Any

import pytest
from django_fixtures import Api
from PIL import Image

from maplestep.apps.dances import tasks
from maplestep.apps.dances.models import Scan
from maplestep.formats.documents.ocr import DoubtfulWord, ScannedText

SHEET = """Quill
32 counts, 1 wall
Music: Feather Bed (The Nibs), 112 bpm
Intro: 32 counts
1-8 R rocking chair x2
9-16 R rocking chair x2
17-24 R rocking chair x2
25-32 R rocking chair x2
Tag: at the end of walls 2 and 4
1-4 Sway R, L, R, L
Restart: wall 3 after 16 counts
Restart on wall 6 in the chorus
"""
NEW = {"song": {"title": "", "bpm": "112", "length_seconds": 200}, "sheet": SHEET}


@pytest.fixture
def routine(ada: Api) -> dict[str, Any]:
    status, body = ada.call("POST", "/api/routines", NEW)
    assert status == 200
    return body  # type: ignore[no-any-return]


def told(routine: dict[str, Any]) -> list[tuple[str, list[int], str]]:
    return [(e["kind"], e["walls"], e["origin"]) for e in routine["events"]]


def test_a_new_routine_lays_what_its_sheet_states(routine: dict[str, Any]) -> None:
    assert told(routine) == [("tag", [2, 4], "sheet"), ("restart", [3], "sheet")]
    assert routine["timeline"]["start"] == 32
    assert routine["timeline"]["song_title"] == "Feather Bed"
    ends = [(p["wall"], p["ended"]) for p in routine["timeline"]["segments"] if p["kind"] == "wall"]
    assert ends[2] == (3, "restart")


def change(ada: Api, routine: dict[str, Any], events: list[Any]) -> dict[str, Any]:
    body = {"version": routine["version"], "title": "", "start": None, "events": events}
    status, saved = ada.call("PUT", f"/api/routines/{routine['id']}", body)
    assert status == 200
    return saved  # type: ignore[no-any-return]


def test_sheet_and_routine_side_by_side_and_taken_over_either_way(
    ada: Api, routine: dict[str, Any]
) -> None:
    path = f"/api/routines/{routine['id']}/sheet"
    tag, restart = routine["events"]
    moved = change(ada, routine, [tag, {**restart, "walls": [5]}])
    # What was moved is no longer what the sheet states.
    assert told(moved)[1] == ("restart", [5], "")
    _, beside = ada.call("GET", path)
    assert beside["missing_words"] == ["Restart: wall 3 after 16 counts"]
    assert beside["extra_words"] == ["Restart: wall 5 after 16 counts"]
    assert [left["line"] for left in beside["left"]] == [12]
    codes = [f["code"] for f in moved["timeline"]["findings"]]
    assert {"fit.not-taken-over", "fit.not-on-sheet"} <= set(codes)
    # One way: the sheet's restart is taken as well.
    both = change(ada, moved, [*moved["events"], *beside["missing"]])
    assert [e["walls"] for e in both["events"]] == [[2, 4], [5], [3]]
    # The other way: the routine's own is written into the sheet.
    status, written = ada.call("POST", path)
    assert (status, told(written)[1]) == (200, ("restart", [5], ""))
    _, beside = ada.call("GET", path)
    assert (beside["missing"], beside["extra"]) == ([], [])
    _, dance = ada.call("GET", f"/api/dances/{routine['dance_id']}")
    assert dance["sheet"].endswith("\nRestart: wall 5 after 16 counts\n")


def test_nobody_sees_or_writes_another_ones_sheet(
    ben: Api, anyone: Api, routine: dict[str, Any]
) -> None:
    path = f"/api/routines/{routine['id']}/sheet"
    for method in ("GET", "POST"):
        assert ben.call(method, path)[0] == 404
        assert anyone.call(method, path)[0] == 401


def test_a_document_is_read_before_anything_is_stored(ada: Api, anyone: Api) -> None:
    page = f"<html><body><pre>{SHEET}</pre></body></html>".encode()
    status, body = ada.send("/api/dances/text", page, "s.html")
    assert status == 200
    understood = body["understood"]
    assert (understood["title"], understood["counts"], understood["to_settle"]) == ("Quill", 32, 1)
    assert understood["states"] == [
        "Tag: at the end of walls 2 and 4",
        "Restart: wall 3 after 16 counts",
    ]
    assert ada.call("GET", "/api/shelf")[1]["dances"] == []
    assert anyone.send("/api/dances/text", page, "s.html")[0] == 401


def picture(words: str = "") -> bytes:
    raw = io.BytesIO()
    Image.new("RGB", (600, 200), "white").save(raw, "PNG")
    return raw.getvalue() + words.encode()


def read_scan(monkeypatch: pytest.MonkeyPatch, scan: str) -> None:
    """The worker's job; the test's own transaction keeps its connection."""
    monkeypatch.setattr(tasks, "close_old_connections", lambda: None)
    tasks.read_scan(scan)


def test_a_picture_is_read_in_the_worker_and_belongs_to_one_user(
    ada: Api, ben: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    status, scan = ada.send("/api/dances/scans", picture(), "photo.png")
    assert (status, scan["state"]) == (200, "reading")
    path = f"/api/dances/scans/{scan['id']}"
    read = ScannedText(text="1-2 R walk\n", doubtful=(DoubtfulWord(start=4, end=5, sure=41),))
    monkeypatch.setattr("maplestep.formats.documents.ocr.read_picture", lambda _: read)
    read_scan(monkeypatch, scan["id"])
    _, done = ada.call("GET", path)
    assert (done["state"], done["text"]) == ("ready", "1-2 R walk\n")
    assert done["doubtful"] == [{"start": 4, "end": 5, "sure": 41}]
    assert ada.client.get(f"{path}/picture.jpg")["Content-Type"] == "image/jpeg"
    for address in (path, f"{path}/picture.jpg"):
        assert ben.client.get(address).status_code == 404
    assert ben.call("DELETE", path)[0] == 404
    assert ada.call("DELETE", path)[0] == 204
    assert not Scan.objects.exists()


def test_a_white_picture_and_no_picture_are_said_in_words(
    ada: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    _, scan = ada.send("/api/dances/scans", picture(), "photo.png")
    read_scan(monkeypatch, scan["id"])
    _, done = ada.call("GET", f"/api/dances/scans/{scan['id']}")
    assert (done["state"], "No words" in done["message"]) == ("failed", True)
    status, refused = ada.send("/api/dances/scans", b"GIF no", "photo.png")
    assert (status, "cannot be opened" in refused["message"]) == (422, True)


FRENCH_SHEET = """Plume
32 comptes, 4 murs, débutant
Section 1
1-8 Rocking chair PD x2
9-16 Rocking chair PD x2
17-24 Rocking chair PD x2
25-32 Rocking chair PD x2
Reprise : mur 3 après 16 comptes
"""


def test_a_french_sheet_is_given_french_lines_that_are_read_back(ada: Api) -> None:
    # The one who writes speaks English; the sheet's own language decides what is written into it.
    status, made = ada.call("POST", "/api/routines", {**NEW, "sheet": FRENCH_SHEET})
    assert (status, told(made)) == (200, [("restart", [3], "sheet")])
    bridge = {"id": "b", "kind": "bridge", "walls": [2, 4], "after": "16", "counts": 4}
    change(ada, made, [*made["events"], bridge])
    path = f"/api/routines/{made['id']}/sheet"
    _, beside = ada.call("GET", path)
    assert beside["extra_words"] == ["4 count bridge on walls 2 and 4 after 16 counts"]
    assert beside["lines"] == "Pont de 4 comptes aux murs 2 et 4 après 16 comptes"
    assert ada.call("POST", path)[0] == 200
    _, dance = ada.call("GET", f"/api/dances/{made['dance_id']}")
    assert dance["sheet"].endswith(f"\n{beside['lines']}\n")
    _, beside = ada.call("GET", path)
    assert (beside["missing"], beside["extra"], beside["left"]) == ([], [], [])
