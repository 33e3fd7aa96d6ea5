"""One's own account: name, password, devices; take everything along, bring it in, leave."""

import io
import json
import re
import zipfile
from datetime import timedelta
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import soundfile
from django.core.management import call_command
from django.utils import timezone
from django_fixtures import PASSWORD, Api

from maplestep.apps.accounts.models import User
from maplestep.apps.operations import leaving, tasks
from maplestep.apps.operations.models import Arrival
from maplestep.apps.routines.models import Routine
from maplestep.apps.songs.models import Song, Sound
from maplestep.apps.songs.work import make

OTHER = "another-long-enough-one"


@pytest.fixture(autouse=True)
def connected(monkeypatch: pytest.MonkeyPatch) -> None:
    """Jobs are run in the test's own transaction."""
    monkeypatch.setattr(tasks, "close_old_connections", lambda: None)


def ok(answer: tuple[int, Any]) -> Any:
    assert answer[0] in (200, 204), answer
    return answer[1]


def test_a_new_password_signs_out_everywhere_else(ada: Api) -> None:
    elsewhere = Api()
    assert elsewhere.sign_in("ada") == 200
    assert [each["here"] for each in ok(ada.call("GET", "/api/account/devices"))] == [False, True]
    wrong = {"password": "no", "new": OTHER}
    status, said = ada.call("PUT", "/api/account/password", wrong)
    assert (status, said["field"]) == (422, "password")
    status, said = ada.call("PUT", "/api/account/password", {"password": PASSWORD, "new": "short"})
    assert (status, said["field"]) == (422, "new")
    ok(ada.call("PUT", "/api/account/password", {"password": PASSWORD, "new": OTHER}))
    assert ok(ada.call("GET", "/api/session"))["name"] == "ada"
    assert ok(elsewhere.call("GET", "/api/session"))["name"] is None
    assert [each["here"] for each in ok(ada.call("GET", "/api/account/devices"))] == [True]
    assert Api().sign_in("ada", PASSWORD) == 403
    assert Api().sign_in("ada", OTHER) == 200


def test_a_device_is_signed_out_from_another_and_nobody_else_s(ada: Api, ben: Api) -> None:
    phone = Api()
    phone.sign_in("ada")
    (other,) = [e for e in ok(ada.call("GET", "/api/account/devices")) if not e["here"]]
    assert ben.call("DELETE", f"/api/account/devices/{other['id']}")[0] == 404
    ok(ada.call("DELETE", f"/api/account/devices/{other['id']}"))
    assert ok(phone.call("GET", "/api/session"))["name"] is None
    assert len(ok(ada.call("GET", "/api/account/devices"))) == 1


def test_one_goes_by_another_name_that_nobody_has(ada: Api, ben: Api) -> None:
    status, said = ada.call("PUT", "/api/account/name", {"name": "BEN"})
    assert (status, said["field"]) == (422, "name")
    assert ok(ada.call("PUT", "/api/account/name", {"name": "adele"})) == {"name": "adele"}
    assert Api().sign_in("Adele") == 200
    assert Api().sign_in("ada") == 403


@pytest.fixture
def full(db: None) -> Api:
    """The demo's account: routines, dances, songs, classes with logs; and a recording."""
    call_command("load_demo")
    api = Api()
    assert api.sign_in("demo", "maple-and-step") == 200
    at = np.arange(30 * 22_050)
    sound = np.where(at % 11_025 < 800, np.sin(at / 8.0), 0.0).astype(np.float32)
    out = io.BytesIO()
    soundfile.write(out, sound, 22_050, format="FLAC")
    ok(api.send("/api/songs/recording", out.getvalue(), "pulse.flac"))
    ok(
        api.call(
            "POST",
            "/api/dances/figures",
            {"name": "hen step", "steps": "1&2 R side, L together, R cross"},
        )
    )
    make(Sound.objects.get(kind=Sound.Kind.RECORDING))
    return api


def archive(api: Api) -> bytes:
    answer = api.client.get("/api/account/archive.zip")
    return b"".join(answer.streaming_content)


def told(raw: bytes) -> tuple[str, list[bytes]]:
    """What an archive says with every id as the number of its first mention, and recordings."""
    with zipfile.ZipFile(io.BytesIO(raw)) as packed:
        assert packed.testzip() is None
        index = packed.read("maplestep-archive.json").decode()
        sounds = [packed.read(n) for n in sorted(packed.namelist()) if n.startswith("recordings/")]
    ids: dict[str, str] = {}
    plain = re.sub(
        r"[0-9a-f]{8}-[0-9a-f-]{27}", lambda m: ids.setdefault(m[0], f"#{len(ids)}"), index
    )
    return plain, sounds


def bring_in(api: Api, raw: bytes) -> dict[str, Any]:
    arrival = ok(api.send("/api/account/arrivals", raw, "maple-step.zip"))
    tasks.bring_in_archive(arrival=arrival["id"])
    return ok(api.call("GET", f"/api/account/arrivals/{arrival['id']}"))


def test_all_that_is_taken_along_is_the_same_elsewhere(full: Api, ben: Api, media: Path) -> None:
    raw = archive(full)
    said = bring_in(ben, raw)
    shelf = ok(full.call("GET", "/api/account"))
    assert said["state"] == "ready", said
    for kind in ("songs", "dances", "routines", "classes"):
        assert said[kind] == shelf[kind] > 0
    for sound in Sound.objects.filter(state=Sound.State.WAITING, kind=Sound.Kind.RECORDING):
        make(sound)
    first, second = told(raw), told(archive(ben))
    assert second == first
    assert first[1], "the recording is in it"
    assert not list(media.rglob("*.archive"))
    with zipfile.ZipFile(io.BytesIO(raw)) as packed:
        names = packed.namelist()
        some = next(name for name in names if name.startswith("routines/"))
        # What lies beside the index are files that can be brought in one by one.
        ok(ben.send("/api/routines/file", packed.read(some), "one.json"))
    assert any(name.startswith("logs/") for name in names)


def harmed(raw: bytes, harm: str) -> bytes:
    if harm == "no archive":
        return b"what"
    if harm == "cut":
        return raw[: len(raw) // 2]
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(raw)) as packed, zipfile.ZipFile(out, "w") as again:
        for name in packed.namelist():
            data = packed.read(name)
            if name == "maplestep-archive.json":
                index = json.loads(data)
                if harm == "a key of nothing":
                    index["routines"][0]["song"] = "nothing"
                elif harm == "a form of tomorrow":
                    index["version"] = 2
                data = json.dumps(index).encode()
            if harm == "a recording that is none" and name.startswith("recordings/"):
                data = b"what"
            if not (harm == "a recording missing" and name.startswith("recordings/")):
                again.writestr(name, data)
    return out.getvalue()


HARMS = [
    "no archive", "cut", "a key of nothing", "a form of tomorrow", "a recording that is none",
    "a recording missing",
]  # fmt: skip


def test_an_archive_that_is_not_whole_brings_in_nothing(full: Api, ben: Api, media: Path) -> None:
    raw = archive(full)
    before = sorted(media.rglob("*"))
    for harm in HARMS:
        said = bring_in(ben, harmed(raw, harm))
        assert (said["state"], bool(said["message"])) == ("failed", True), harm
        assert "our side" not in said["message"], harm
        kept = ok(ben.call("GET", "/api/account"))
        assert (kept["songs"], kept["dances"], kept["routines"], kept["classes"]) == (0, 0, 0, 0)
    assert [file for file in sorted(media.rglob("*")) if file.is_file()] == [
        file for file in before if file.is_file()
    ]


def test_an_account_goes_after_two_weeks_with_all_that_is_in_it(
    full: Api, ben: Api, media: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("django.db.transaction.on_commit", lambda run, **_: run())
    assert full.call("POST", "/api/account/leave", {"password": "no"})[0] == 422
    leaves = ok(full.call("POST", "/api/account/leave", {"password": "maple-and-step"}))
    assert leaves["leaves_at"][:10] == str((timezone.now() + timedelta(days=14)).date())
    assert ok(full.call("GET", "/api/session"))["leaves_at"]
    assert leaving.remove_who_left() == 0
    assert ok(full.call("DELETE", "/api/account/leave"))["leaves_at"] is None
    ok(full.call("POST", "/api/account/leave", {"password": "maple-and-step"}))
    # Ben dances to one of the songs; the song stays with him.
    demo = User.objects.get(username="demo")
    lent = Routine.objects.filter(owner=demo).first()
    assert lent is not None
    mine = Routine.objects.create(
        owner=User.objects.get(username="ben"), song=lent.song, dance=lent.dance
    )
    User.objects.update(leaves_at=timezone.now() - timedelta(seconds=1))
    User.objects.filter(username="ben").update(leaves_at=None)
    tasks.remove_accounts(timestamp=0)
    assert not User.objects.filter(username="demo").exists()
    assert full.call("GET", "/api/account")[0] == 401
    assert list(Routine.objects.all()) == [mine]
    assert Song.objects.get().owner.username == "ben"
    assert not [file for file in media.rglob("*") if file.is_file()]
    assert not Arrival.objects.exists()
    assert ok(ben.call("GET", f"/api/routines/{mine.pk}"))["timeline"]["segments"]


def test_nobody_sees_another_s_account(full: Api, ben: Api) -> None:
    arrival = ok(full.send("/api/account/arrivals", b"x", "a.zip"))
    assert ben.call("GET", f"/api/account/arrivals/{arrival['id']}")[0] == 404
    for method, path in [
        ("GET", ""), ("POST", "/leave"), ("GET", "/devices"), ("GET", "/archive.zip")
    ]:  # fmt: skip
        assert Api().call(method, f"/api/account{path}", {"password": "x"})[0] == 401


def test_a_new_account_is_shown_around_and_an_old_one_is_not(ada: Api) -> None:
    assert ok(ada.call("GET", "/api/guide")) == {"step": 0, "routine": None}
    begun = ok(ada.call("POST", "/api/guide"))
    assert begun["step"] == 1
    assert ok(ada.call("POST", "/api/guide")) == begun  # pressed twice: one example
    (line,) = ok(ada.call("GET", "/api/shelf"))["routines"]
    assert line["id"] == begun["routine"]
    # There is something to do at Fit: the song's phrases are missed.
    findings = ok(ada.call("GET", f"/api/routines/{begun['routine']}"))["timeline"]["findings"]
    assert "fit.phrase-missed" in {each["code"] for each in findings}
    assert ok(ada.call("PUT", "/api/guide", {"step": 3}))["step"] == 3
    assert ada.call("PUT", "/api/guide", {"step": 6})[0] == 422
    ok(ada.call("DELETE", f"/api/routines/{begun['routine']}"))
    assert ok(ada.call("GET", "/api/guide")) == {"step": 5, "routine": None}
    call_command("load_demo")
    demo = Api()
    demo.sign_in("demo", "maple-and-step")
    assert ok(demo.call("GET", "/api/guide"))["step"] == 5
