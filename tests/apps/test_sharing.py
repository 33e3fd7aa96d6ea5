"""Links: what they show, to whom, for how long; and that nothing else is reached by them."""

import secrets
import uuid
from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from django_fixtures import Api

from maplestep.apps.songs.actions.sounds import ask_band
from maplestep.apps.songs.models import Sound
from maplestep.apps.teaching.models import Share


def ok(answer: tuple[int, Any]) -> Any:
    status, body = answer
    assert status == 200, body
    return body


def bring_in(api: Api, routine_file: bytes) -> dict[str, Any]:
    return ok(api.send("/api/routines/file", routine_file, "r.json"))


@pytest.fixture
def routine(ada: Api, routine_file: bytes) -> dict[str, Any]:
    return bring_in(ada, routine_file)


@pytest.fixture
def link(ada: Api, routine: dict[str, Any]) -> dict[str, Any]:
    return ok(ada.call("POST", "/api/shares", {"routine": routine["id"], "days": 30}))


def at(link: dict[str, Any]) -> str:
    return "/api" + link["path"]


PARTS = ("", "/score", "/calls", "/voice", "/sheet.pdf")


def test_whoever_has_the_link_looks_at_the_routine_and_is_counted(
    ada: Api, anyone: Api, routine: dict[str, Any], link: dict[str, Any]
) -> None:
    assert link["qr"].startswith("<svg")
    shown = ok(anyone.call("GET", at(link)))
    assert [each["id"] for each in shown["dances"]] == [routine["id"]]
    own = f"{at(link)}/routines/{routine['id']}"
    for part in PARTS:
        answer = anyone.client.get(own + part)
        assert answer.status_code == 200, part
        assert answer["X-Robots-Tag"] == "noindex, nofollow"
        assert "no-store" in answer["Cache-Control"]
    seen = ok(anyone.call("GET", own))
    assert seen["title"] == "Test routine"
    assert [s["kind"] for s in seen["segments"]] == [
        s["kind"] for s in routine["timeline"]["segments"]
    ]
    ok(anyone.call("GET", at(link)))
    (listed,) = ok(ada.call("GET", f"/api/shares?routine={routine['id']}"))
    assert (listed["visits"], listed["path"]) == (2, link["path"])


def test_nothing_else_is_reached_by_a_link(
    ada: Api, ben: Api, anyone: Api, link: dict[str, Any], routine_file: bytes
) -> None:
    other = bring_in(ada, routine_file)
    for part in PARTS:
        path = f"{at(link)}/routines/{other['id']}{part}"
        assert anyone.client.get(path).status_code == 404, part
    # Looking is all: who has only the link changes nothing and sees none of the owner's lists.
    for method, path in (
        ("GET", f"/api/routines/{other['id']}"),
        ("GET", "/api/shares"),
        ("POST", "/api/shares"),
        ("DELETE", f"/api/shares/{link['id']}"),
    ):
        assert anyone.call(method, path)[0] == 401
    assert ben.call("DELETE", f"/api/shares/{link['id']}")[0] == 404
    assert ben.call("POST", "/api/shares", {"routine": other["id"]})[0] == 404
    assert ok(ben.call("GET", f"/api/shares?routine={other['id']}")) == []
    for nothing in ({}, {"routine": other["id"], "class_id": str(uuid.uuid4())}):
        assert ada.call("POST", "/api/shares", nothing)[0] == 422


def test_a_hundred_guesses_find_nothing(anyone: Api, link: dict[str, Any]) -> None:
    token = link["path"].rsplit("/", 1)[1]
    # 24 bytes of randomness in base64: 32 characters.
    assert len(token) == 32
    guesses = [secrets.token_urlsafe(24) for _ in range(97)] + [token[:-1], token.lower(), "x"]
    assert [g for g in guesses if anyone.client.get(f"/api/shared/{g}").status_code != 404] == []


def test_a_link_that_was_taken_back_or_is_over_is_dead_at_once(
    ada: Api, anyone: Api, routine: dict[str, Any], link: dict[str, Any]
) -> None:
    own = f"{at(link)}/routines/{routine['id']}"
    assert anyone.client.get(own).status_code == 200
    Share.objects.update(expires_at=timezone.now() - timedelta(seconds=1))
    assert [anyone.client.get(own + part).status_code for part in PARTS] == [404] * len(PARTS)
    Share.objects.update(expires_at=None)
    assert anyone.client.get(own).status_code == 200
    assert ada.call("DELETE", f"/api/shares/{link['id']}")[0] == 204
    assert [anyone.client.get(own + part).status_code for part in PARTS] == [404] * len(PARTS)


def test_a_recording_is_heard_only_where_its_owner_says_so(
    ada: Api, anyone: Api, routine: dict[str, Any], link: dict[str, Any]
) -> None:
    path = f"{at(link)}/routines/{routine['id']}"
    song, owner = routine["song_id"], Share.objects.get().owner
    recording = Sound.objects.create(
        owner=owner, song_id=song, kind=Sound.Kind.RECORDING, state=Sound.State.READY
    )
    recording.path.parent.mkdir(parents=True, exist_ok=True)
    recording.path.write_bytes(b"the recording")
    assert anyone.client.get(f"{path}/audio").status_code == 404
    assert ok(anyone.call("GET", path))["sound"] is False
    band = ask_band(owner, uuid.UUID(song))
    Sound.objects.filter(pk=band.pk).update(state=Sound.State.READY)
    band.path.write_bytes(b"the band")
    assert heard(anyone, path) == b"the band"
    wish = {"routine": routine["id"], "recording": True}
    open_link = ok(ada.call("POST", "/api/shares", wish))
    assert heard(anyone, f"{at(open_link)}/routines/{routine['id']}") == b"the recording"


def heard(api: Api, path: str) -> bytes:
    answer = api.client.get(f"{path}/audio")
    return b"".join(answer.streaming_content) if answer.streaming else answer.content


def test_a_class_shows_its_dances_and_what_comes_next(
    ada: Api, anyone: Api, routine: dict[str, Any], routine_file: bytes
) -> None:
    made = {"name": "Friday", "weekday": 4, "starts_at": "18:00"}
    taught = ok(ada.call("POST", "/api/classes", made))
    body = {"routines": [routine["id"]]}
    ok(ada.call("PUT", f"/api/classes/{taught['id']}/repertoire", body))
    link = ok(ada.call("POST", "/api/shares", {"class_id": taught["id"]}))
    shown = ok(anyone.call("GET", at(link)))
    assert (shown["title"], shown["of_class"]) == ("Friday", True)
    assert shown["next_evening"] == taught["next_evening"]
    assert shown["next_dances"] == ["Test routine"]
    assert anyone.client.get(f"{at(link)}/routines/{routine['id']}").status_code == 200
    # What is no longer danced there is no longer shown.
    ok(ada.call("PUT", f"/api/classes/{taught['id']}/repertoire", {"routines": []}))
    assert anyone.client.get(f"{at(link)}/routines/{routine['id']}").status_code == 404


def test_a_colleague_takes_a_copy(
    ada: Api, ben: Api, anyone: Api, routine: dict[str, Any], link: dict[str, Any]
) -> None:
    path = f"{at(link)}/routines/{routine['id']}/copy"
    assert anyone.call("POST", path)[0] == 401
    made = ok(ben.call("POST", path))
    mine = ok(ben.call("GET", f"/api/routines/{made['id']}"))
    assert mine["timeline"]["segments"] == routine["timeline"]["segments"]
    # It is a copy: what becomes of the one changes nothing of the other.
    assert ada.call("DELETE", f"/api/routines/{routine['id']}")[0] == 204
    assert ok(ben.call("GET", f"/api/routines/{made['id']}"))["version"] == mine["version"]
