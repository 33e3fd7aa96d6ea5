"""What the Steps desk asks of the API: own figures, drafts, copies of sections, files."""

import csv
import io
import json
from datetime import UTC, datetime, timedelta
from typing import Any

import pypdf
import pytest
from django.test import Client
from django_fixtures import Api

from maplestep.apps.dances.actions.write import write
from maplestep.apps.dances.models import Dance

SHEET = (
    "Turnstile\n16 counts, 2 walls, beginner\n\nSection 1\n"
    "1-2   R rock forward, recover\n3&4   R coaster\n5-6   L forward, pivot ½ right\n"
    "7-8   L forward, R touch\n\nSection 2\n1-4   R vine right, L touch\n"
    "5-8   L vine left, R touch\nEasier option 1-2: R side, L together\n"
)


@pytest.fixture
def dance(ada: Api) -> dict[str, Any]:
    status, body = ada.call("POST", "/api/dances", {"sheet": SHEET})
    assert status == 200
    return body


def file_of(client: Client, dance: dict[str, Any], rest: str) -> bytes:
    response = client.get(f"/api/dances/{dance['id']}/sheet.{rest}")
    assert response.status_code == 200, rest
    return b"".join(response) if response.streaming else response.content


def test_a_figure_of_ones_own_is_known_to_its_owner_alone(ada: Api, ben: Api) -> None:
    text = {"sheet": "1&2 R hen step\n3&4 L hen step"}
    unknown = ada.call("POST", "/api/dances/reading", text)[1]["findings"]
    assert [f["code"] for f in unknown if "unknown" in f["code"]]
    steps = "1&2 R side, L together, R cross"
    assert ada.call("POST", "/api/dances/figures", {"name": "Hen step", "steps": steps})[0] == 200
    reading = ada.call("POST", "/api/dances/reading", text)[1]
    assert not [f for f in reading["findings"] if "unknown" in f["code"]]
    # On the left foot it is the mirror: left, right together, left across.
    told = [(m["foot"], m["word"]) for m in reading["parts"][0]["sections"][0]["moves"]]
    assert told[3:] == [("L", "side"), ("R", "tog"), ("L", "cross")]
    theirs = ben.call("POST", "/api/dances/reading", text)[1]["findings"]
    assert [f["code"] for f in theirs if "unknown" in f["code"]]
    assert ben.call("GET", "/api/dances/figures")[1] == []
    assert "hen step" in [f["name"] for f in ada.call("GET", "/api/dances/words")[1]["figures"]]


def test_a_sheet_takes_its_own_figures_along(ada: Api, ben: Api) -> None:
    steps = "1&2 R side, L together, R cross"
    ada.call("POST", "/api/dances/figures", {"name": "hen step", "steps": steps})
    made = ada.call("POST", "/api/dances", {"sheet": "Coop\n1&2 R hen step\n3&4 L hen step\n"})[1]
    text = file_of(ada.client, made, "txt")
    brought = ben.send("/api/dances/file", text, "coop.txt")[1]["reading"]
    assert not [f for f in brought["findings"] if "unknown" in f["code"]]
    assert ada.call("DELETE", "/api/dances/figures/hen%20step")[0] == 204
    again = ada.call("GET", f"/api/dances/{made['id']}")[1]["reading"]
    assert [f for f in again["findings"] if "unknown" in f["code"]]


@pytest.mark.parametrize(
    ("name", "steps", "field"),
    [("", "1 R side", "name"), ("<b>", "1 R side", "name"), ("hen", "R side", "steps"),
     ("hen", "1 qqqq", "steps"), ("hen", "1 " + "R side, " * 100, "steps")],
)  # fmt: skip
def test_a_figure_that_cannot_be_read_is_refused(
    ada: Api, name: str, steps: str, field: str
) -> None:
    status, body = ada.call("POST", "/api/dances/figures", {"name": name, "steps": steps})
    assert (status, body["field"]) == (422, field)


def test_drafts_keep_what_was_and_grow_while_one_types(ada: Api, dance: dict[str, Any]) -> None:
    stored = Dance.objects.get(id=dance["id"])
    start = datetime(2030, 5, 4, 19, 0, tzinfo=UTC)
    for minutes, sheet in ((0, "1 R side"), (1, "1-2 R side, L together"), (9, "1-8 R weave")):
        write(stored, sheet, start + timedelta(minutes=minutes))
    drafts = ada.call("GET", f"/api/dances/{dance['id']}/drafts")[1]
    # The sheet as it came in; what was typed within four minutes; the last one.
    assert [draft["counts"] for draft in drafts] == [8, 2, 16]
    kept = ada.call("GET", f"/api/dances/{dance['id']}/drafts/{drafts[2]['id']}")[1]
    assert kept["sheet"] == SHEET


def test_a_section_once_more_on_the_other_foot(ada: Api) -> None:
    asked = {"sheet": SHEET, "at": SHEET.index("coaster"), "how": "mirror"}
    edit = ada.call("POST", "/api/dances/section", asked)[1]
    text = SHEET[: edit["start"]] + edit["text"] + SHEET[edit["end"] :]
    assert "L rock forward, recover" in text
    sections = ada.call("POST", "/api/dances/reading", {"sheet": text})[1]["parts"][0]["sections"]
    swap = {"L": "R", "R": "L"}
    first, second = (
        [(m["label"], m["foot"], m["word"], m["turn"]) for m in s["moves"]] for s in sections[:2]
    )
    assert [(a, swap[f], w, -t) for a, f, w, t in first] == second


def test_half_time_is_one_switch_there_and_back(ada: Api) -> None:
    def switch(text: str, timing: str) -> str:
        edit = ada.call("POST", "/api/dances/timing", {"sheet": text, "timing": timing})[1]
        return text[: edit["start"]] + edit["text"] + text[edit["end"] :]

    half = switch(SHEET, "half")
    reading = ada.call("POST", "/api/dances/reading", {"sheet": half})[1]
    assert (reading["counts"], reading["timing"]) == (8, "half")
    assert not [f for f in reading["findings"] if f["code"] == "sheet.total-counts"]
    assert switch(switch(half, "double"), "written") == SHEET


def test_the_load_follows_the_tempo(ada: Api) -> None:
    def speed(bpm: float) -> float:
        view = ada.call("POST", "/api/dances/reading", {"sheet": SHEET, "bpm": bpm})[1]
        return next(e["value"] for e in view["evidence"]["evidence"] if e["key"] == "speed")

    # 3&4 and 5: the busiest two counts have three landings, 1.5 a count.
    assert (speed(60), speed(120)) == (1.5, 3.0)


def test_canonical_text_keeps_to_the_language(ada: Api) -> None:
    french = "Danse\n1-2 PD devant, toucher PG à côté du PD\n"
    told = ada.call("POST", "/api/dances/canonical", {"sheet": french})[1]["sheet"]
    assert told == "Danse\n1-2   D avant, G touch\n"


def test_every_file_is_read_by_somebody_else(ada: Api, dance: dict[str, Any]) -> None:
    client = ada.client
    rows = list(csv.DictReader(io.StringIO(file_of(client, dance, "csv").decode())))
    # 2 + 3 + 2 + 2 moves, then 4 + 4.
    assert len(rows) == 17
    assert [row["foot"] for row in rows[:5]] == ["R", "L", "R", "L", "R"]
    assert sum(int(row["turn"]) for row in rows) == 4
    told = json.loads(file_of(client, dance, "json"))
    assert (told["text"], told["parts"][0]["net_turn"]) == (SHEET, 4)
    assert file_of(client, dance, "txt").decode() == SHEET
    assert "| 3&4 | R coaster | 12:00 |" in file_of(client, dance, "md").decode()
    going_on = file_of(client, dance, "txt?counts=on&names=grapevine").decode()
    assert "9-12  R grapevine, L touch" in going_on


@pytest.mark.parametrize(
    ("language", "words"),
    [("en", ["Turnstile", "16 counts", "R coaster", "Easier option", "Warm up"]),
     ("fr", ["Turnstile", "16 comptes", "D coaster step", "Option facile", "Échauffez-vous"])],
)  # fmt: skip
def test_the_printed_sheet_says_it_all(
    ada: Api, dance: dict[str, Any], language: str, words: list[str]
) -> None:
    raw = file_of(ada.client, dance, f"pdf?language={language}&chart=true")
    pages = pypdf.PdfReader(io.BytesIO(raw)).pages
    text = "\n".join(page.extract_text() for page in pages)
    for word in (*words, "6:00", "½"):
        assert word in text, word


@pytest.mark.parametrize("ending", ["csv", "json", "md", "txt"])
def test_what_is_saved_can_be_brought_in_again(
    ada: Api, dance: dict[str, Any], ending: str
) -> None:
    status, again = ada.send("/api/dances/file", file_of(ada.client, dance, ending), f"a.{ending}")
    assert status == 200

    def told(made: dict[str, Any]) -> list[tuple[str, ...]]:
        return [
            (m["label"], m["foot"], m["weight"], m["turn"])
            for section in made["reading"]["parts"][0]["sections"]
            for m in section["moves"]
        ]

    assert told(again) == told(dance)


@pytest.mark.parametrize(
    ("name", "content", "words"),
    [("a.csv", b"foot,move\nR,step\n", "no column “count”"),
     ("a.csv", b"count,foot,move\n", "no moves"),
     ("a.csv", b"count,foot,move,turn\n1,R,step,much\n", "is no turn"),
     ("a.json", b"{", "no valid JSON"), ("a.json", b'{"format": "x"}', "no JSON sheet"),
     ("a.csv", b"", "empty")],
)  # fmt: skip
def test_a_file_that_is_none_says_why(ada: Api, name: str, content: bytes, words: str) -> None:
    status, body = ada.send("/api/dances/file", content, name)
    assert status == 422
    assert words in body["message"]


def test_no_dance_of_another_is_reached(ben: Api, dance: dict[str, Any]) -> None:
    assert ben.call("GET", f"/api/dances/{dance['id']}/drafts")[0] == 404
    assert ben.call("GET", f"/api/dances/{dance['id']}/drafts/1")[0] == 404
    for ending in ("txt", "pdf", "csv", "json", "md"):
        assert ben.client.get(f"/api/dances/{dance['id']}/sheet.{ending}").status_code == 404
