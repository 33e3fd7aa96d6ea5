"""The Run desk over the API: the score of a routine, its calls and the voice."""

import io
import json
import uuid
from itertools import pairwise
from typing import Any

import pytest
import soundfile
from django_fixtures import Api
from example import ROUTINE

from maplestep.core.layout.engine import lay_out
from maplestep.core.rehearsal.score import score_of
from maplestep.formats.routine.routine_file import RoutineForm, routine_of
from maplestep.views.score import score_view

KINDS = ("lead", "event", "wall", "figure", "count")


@pytest.fixture
def pk(ada: Api) -> str:
    status, body = ada.send("/api/routines/file", json.dumps(ROUTINE).encode(), "r.json")
    assert status == 200, body
    return str(body["id"])


def got(api: Api, path: str) -> Any:
    status, body = api.call("GET", path)
    assert status == 200, body
    return body


def test_the_score_is_that_of_the_command_line(ada: Api, pk: str) -> None:
    form = RoutineForm.model_validate(ROUTINE)
    expected = score_view(score_of(lay_out(routine_of(form))), title=form.title)
    assert got(ada, f"/api/routines/{pk}/score") == expected.model_dump(mode="json")


@pytest.mark.parametrize("language", ["en", "fr"])
def test_calls_lie_in_the_file_of_the_voice_and_never_collide(
    ada: Api, pk: str, language: str
) -> None:
    kinds = "&".join(f"kinds={kind}" for kind in KINDS)
    found = got(ada, f"/api/routines/{pk}/calls?language={language}&{kinds}")
    answer = ada.client.get(f"/api/routines/{pk}/voice?language={language}")
    sound, rate = soundfile.read(io.BytesIO(answer.content))
    last = found["spoken"][-1]
    assert last["from_seconds"] + last["lasts_seconds"] <= len(sound) / rate
    for spoken, following in pairwise(found["spoken"]):
        end = spoken["from_seconds"] + spoken["lasts_seconds"]
        # Between two texts it is quiet for 20 ms.
        assert following["from_seconds"] == pytest.approx(end + 0.02, abs=1e-6)
        assert abs(sound[round((end + 0.01) * rate)]) < 1e-3
    assert [plan["speed"] for plan in found["plans"]] == [n / 100 for n in range(50, 111, 5)]
    for plan in found["plans"]:
        for call, following in pairwise(plan["calls"]):
            heard = (following["at_seconds"] - call["at_seconds"]) / plan["speed"]
            assert heard >= found["spoken"][call["spoken"]]["lasts_seconds"]


def test_only_what_is_asked_for_is_called(ada: Api, pk: str) -> None:
    found = got(ada, f"/api/routines/{pk}/calls?kinds=event")
    kinds = {call["kind"] for plan in found["plans"] for call in plan["calls"]}
    assert kinds == {"event"}
    assert ada.call("GET", f"/api/routines/{pk}/calls?kinds=song")[0] == 422
    assert ada.call("GET", f"/api/routines/{pk}/calls?language=xx")[0] == 422


@pytest.mark.parametrize("room", ["score", "calls", "voice"])
def test_nobody_hears_the_routines_of_others(ada: Api, ben: Api, pk: str, room: str) -> None:
    assert ada.client.get(f"/api/routines/{pk}/{room}").status_code == 200
    assert ben.client.get(f"/api/routines/{pk}/{room}").status_code == 404
    assert ben.client.get(f"/api/routines/{uuid.uuid4()}/{room}").status_code == 404


def test_a_quiz_is_kept_and_a_round_counts_once(ada: Api, ben: Api, pk: str) -> None:
    first = got(ada, f"/api/routines/{pk}/quiz")
    assert first["round"] == 1
    assert first["known"] == 0.0
    assert all(0 <= q["answer"] < len(q["choices"]) for q in first["questions"])
    wrong = first["questions"][0]["key"]
    right = {q["key"]: q["key"] != wrong for q in first["questions"]}
    told = {"round": 1, "right": right | {"wall 99": True}}
    status, second = ada.call("POST", f"/api/routines/{pk}/quiz", told)
    assert (status, second["round"]) == (200, 2)
    assert wrong in [q["key"] for q in second["questions"]]
    # Told again, as after a lost answer, nothing changes.
    assert ada.call("POST", f"/api/routines/{pk}/quiz", told)[1] == second
    assert ben.call("POST", f"/api/routines/{pk}/quiz", told)[0] == 404
    assert ada.call("POST", f"/api/routines/{pk}/quiz", {"round": 0, "right": {}})[0] == 422


def test_a_screen_is_seen_without_an_account_and_moved_by_its_owner_only(
    ada: Api, ben: Api, anyone: Api, pk: str
) -> None:
    status, screen = ada.call("POST", f"/api/routines/{pk}/screen")
    assert status == 200
    assert screen["qr"].startswith("<svg")
    at = f"/api/screens/{screen['token']}"
    assert got(anyone, f"{at}/score") == got(ada, f"/api/routines/{pk}/score")
    place = {"seconds": 12.5, "speed": 0.8, "playing": True}
    assert ben.call("PUT", at, place)[0] == 404
    assert anyone.call("PUT", at, place)[0] == 401
    assert ada.call("PUT", at, place)[0] == 204
    events = anyone.client.get(f"{at}/events").streaming_content
    assert next(iter(events)) == b"retry: 300\n\n"
    told = json.loads(next(iter(events)).removeprefix(b"data: "))
    # It plays on between being told and being seen.
    assert told["seconds"] == pytest.approx(12.5, abs=1.0)
    assert told["seconds"] >= 12.5
    assert ben.call("DELETE", at)[0] == 404
    assert ada.call("DELETE", at)[0] == 204
    assert next(iter(events)) == b"event: over\ndata: {}\n\n"
    assert anyone.call("GET", f"{at}/score")[0] == 404
    assert anyone.call("GET", f"/api/routines/{pk}/score")[0] == 401
    assert ada.call("PUT", at, {**place, "seconds": 1e9})[0] == 422
