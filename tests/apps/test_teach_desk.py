"""The Teach desk over the API: classes, plans, logs; whose they are, and what is refused."""

import io
import uuid
from datetime import date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import icalendar
import openpyxl
import pytest
import recurring_ical_events
from django_fixtures import Api

from maplestep.apps.teaching.models import Evening

CLASS = {
    "name": "Monday mixed",
    "weekday": 0,
    "starts_at": "19:00",
    "minutes": 60,
    "level": "improver",
    "zone": "Europe/Paris",
    "term_from": "2026-09-07",
    "term_to": "2026-12-14",
    "no_class": ["2026-10-26", "2026-11-03"],
}


@pytest.fixture
def routine(ada: Api, routine_file: bytes) -> str:
    status, body = ada.send("/api/routines/file", routine_file, "r.json")
    assert status == 200
    return str(body["id"])


@pytest.fixture
def taught(ada: Api) -> dict[str, Any]:
    return ok(ada.call("POST", "/api/classes", CLASS))


@pytest.fixture
def evening(ada: Api, taught: dict[str, Any], routine: str) -> dict[str, Any]:
    made = ok(ada.call("POST", f"/api/classes/{taught['id']}/evenings", {"day": "2026-09-14"}))
    return wished(ada, made, routines=[routine])


def ok(answer: tuple[int, Any]) -> Any:
    status, body = answer
    assert status == 200, body
    return body


def wished(api: Api, evening: dict[str, Any], **change: Any) -> Any:
    wish = {**evening["wish"], **change}
    body = {"version": evening["version"], "wish": wish}
    return ok(api.call("PUT", f"/api/evenings/{evening['id']}/wish", body))


def test_a_class_meets_on_its_days(ada: Api, taught: dict[str, Any]) -> None:
    # Mondays from 7 September to 14 December 2026 are 15; one has no class. 3 November is a
    # Tuesday and changes nothing.
    assert len(taught["days"]) == 14
    assert taught["days"][0] == "2026-09-07"
    assert "2026-10-26" not in taught["days"]
    line = ok(ada.call("GET", "/api/classes"))[0]
    assert (line["name"], line["dances"], line["sticks"]) == ("Monday mixed", 0, [])


def test_the_calendar_is_read_back_across_summer_time(ada: Api, taught: dict[str, Any]) -> None:
    """RFC 5545, read by icalendar and repeated by recurring-ical-events."""
    data = ada.client.get("/api/classes.ics").content
    assert b"\r\n" in data
    assert max(map(len, data.split(b"\r\n"))) <= 75
    calendar = icalendar.Calendar.from_ical(data)
    assert {"VERSION", "PRODID"} <= set(calendar)
    (event,) = calendar.walk("VEVENT")
    assert {"UID", "DTSTAMP", "DTSTART", "RRULE"} <= set(event)
    found = recurring_ical_events.of(calendar).between(date(2026, 9, 1), date(2027, 2, 1))
    starts = sorted(each["DTSTART"].dt for each in found)
    assert [each.date().isoformat() for each in starts] == taught["days"]
    zone = ZoneInfo("Europe/Paris")
    # 19:00 in the hall before and after the clocks go back on 25 October 2026.
    assert {(each.astimezone(zone).hour, each.utcoffset()) for each in starts} == {
        (19, timedelta(hours=2)),
        (19, timedelta(hours=1)),
    }
    assert all(each["DTEND"].dt - each["DTSTART"].dt == timedelta(hours=1) for each in found)


TERM = """BEGIN:VCALENDAR\r
VERSION:2.0\r
PRODID:-//test//EN\r
BEGIN:VEVENT\r
UID:1\r
DTSTAMP:20260101T000000Z\r
SUMMARY:Autumn term\r
DTSTART;VALUE=DATE:20260907\r
DTEND;VALUE=DATE:20261215\r
END:VEVENT\r
BEGIN:VEVENT\r
UID:2\r
DTSTAMP:20260101T000000Z\r
SUMMARY:Half term\r
DTSTART;VALUE=DATE:20261024\r
DTEND;VALUE=DATE:20261102\r
END:VEVENT\r
END:VCALENDAR\r
"""


def test_term_dates_come_from_a_calendar(ada: Api) -> None:
    found = ok(ada.send("/api/classes/dates?weekday=0", TERM.encode(), "term.ics"))
    # An all-day event ends before its DTEND (RFC 5545, 3.6.1).
    assert [(each["name"], each["first"], each["last"]) for each in found] == [
        ("Autumn term", "2026-09-07", "2026-12-14"),
        ("Half term", "2026-10-24", "2026-11-01"),
    ]
    # The Monday between 24 October and 1 November.
    assert found[1]["days"] == ["2026-10-26"]
    for bad in (b"hello", b"BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n", b"\xff\xfe\x00", b""):
        assert ada.send("/api/classes/dates?weekday=0", bad, "term.ics")[0] == 422


REFUSED = [
    ({"name": "  "}, "name"),
    ({"term_to": "2026-09-01"}, "term_to"),
    ({"term_to": "2030-09-01"}, "term_to"),
    ({"zone": "Mars/Base"}, "zone"),
    ({"minutes": 0}, "minutes"),
    ({"weekday": 7}, "weekday"),
    ({"starts_at": "25:00"}, "starts_at"),
    ({"rows": 0}, "rows"),
]


@pytest.mark.parametrize(("change", "field"), REFUSED)
def test_a_class_that_cannot_be_is_refused(ada: Api, change: dict[str, Any], field: str) -> None:
    status, body = ada.call("POST", "/api/classes", {**CLASS, **change})
    assert status == 422
    assert body["field"].split(".")[-1] == field
    assert body["message"]


def test_a_plan_fills_its_minutes_and_keeps_what_was_typed_in(
    ada: Api, evening: dict[str, Any], routine: str
) -> None:
    plan = evening["plan"]
    total = sum(item["seconds"] for item in plan["items"])
    assert total + plan["spare_seconds"] == 60 * 60
    assert evening["titles"] == {routine: "Test routine"}
    second = plan["items"][1]["key"]
    again = wished(ada, evening, fixed={second: 480})
    kept = {item["key"]: item for item in again["plan"]["items"]}[second]
    assert (kept["seconds"], kept["fixed"]) == (480, True)
    # The routine is now in the class's repertoire.
    assert ok(ada.call("GET", f"/api/classes/{evening['class_id']}"))["repertoire"] == [routine]
    # From an older version nothing is changed.
    stale = {"version": evening["version"], "wish": evening["wish"]}
    status, body = ada.call("PUT", f"/api/evenings/{evening['id']}/wish", stale)
    assert (status, body["version"]) == (409, again["version"])


def test_teaching_becomes_the_log_and_the_next_plan_begins_with_what_stuck(
    ada: Api, taught: dict[str, Any], evening: dict[str, Any], routine: str
) -> None:
    path = f"/api/evenings/{evening['id']}"
    begun = ok(ada.call("POST", f"{path}/begin"))
    first, second = (item for item in begun["plan"]["items"][:2])
    after = ok(ada.call("POST", f"{path}/done", {"done": {first["key"]: 200}}))
    assert after["plan"]["items"][0]["seconds"] == 200
    section = second["section"]
    lines = [
        {"id": "1", "kind": "taught", "routine": routine, "title": "Test routine",
         "part": second["part"], "section": section},
        {"id": "2", "kind": "stuck", "routine": routine, "title": "Test routine",
         "part": second["part"], "section": section, "at": "9/2", "label": "5&"},
        {"id": "3", "kind": "people", "number": 12},
    ]  # fmt: skip
    ok(ada.call("POST", f"{path}/log", {"entries": lines}))
    # Sent again, as after a lost answer, nothing is there twice.
    logged = ok(ada.call("POST", f"{path}/log", {"entries": lines}))
    assert [entry["id"] for entry in logged["entries"]] == ["1", "2", "3"]
    (dance,) = ok(ada.call("GET", f"/api/classes/{taught['id']}/remembered"))
    assert (dance["last"], dance["due"], dance["box"]) == ("2026-09-14", "2026-09-21", 1)
    assert [(s["at"], s["count"], s["times"], s["open"]) for s in dance["stuck"]] == [
        ("9/2", 4, 1, True)
    ]
    following = ok(ada.call("POST", f"/api/classes/{taught['id']}/evenings", {"day": "2026-09-21"}))
    following = wished(ada, following, routines=[routine])
    drill = next(item for item in following["plan"]["items"] if item["routine"])
    assert (drill["kind"], drill["hints"]) == ("spot", ["It stuck last time."])
    # Corrected, it is as it should have been.
    correct = {"version": logged["version"], "entries": lines[:1]}
    ok(ada.call("PUT", f"{path}/log", correct))
    (dance,) = ok(ada.call("GET", f"/api/classes/{taught['id']}/remembered"))
    assert dance["stuck"] == []


def test_the_log_keeps_what_was_true(ada: Api, evening: dict[str, Any], routine: str) -> None:
    path = f"/api/evenings/{evening['id']}"
    line = {"id": "1", "kind": "stuck", "routine": routine, "title": "Test routine", "part": "A",
            "section": "Section 9", "at": "70", "label": "7"}  # fmt: skip
    ok(ada.call("POST", f"{path}/log", {"entries": [line]}))
    # A place the dance no longer has, and then no routine at all: the log stands, the plan goes on.
    assert ok(ada.call("GET", path))["entries"][0]["section"] == "Section 9"
    assert ok(ada.call("GET", f"/api/classes/{evening['class_id']}/remembered"))
    assert ada.call("DELETE", f"/api/routines/{routine}")[0] == 204
    after = ok(ada.call("GET", path))
    assert after["entries"][0]["title"] == "Test routine"
    assert [item for item in after["plan"]["items"] if item["routine"]] == []


def test_files_and_prints(ada: Api, evening: dict[str, Any], routine: str) -> None:
    entries = [
        {"id": "1", "kind": "stuck", "routine": routine, "title": "=1+1", "part": "A",
         "section": "S1", "at": "3", "label": "4"},
        {"id": "2", "kind": "word", "words": 'slow, "please"'},
    ]  # fmt: skip
    ok(ada.call("POST", f"/api/evenings/{evening['id']}/log", {"entries": entries}))
    log = f"/api/classes/{evening['class_id']}/log"
    sheet = openpyxl.load_workbook(io.BytesIO(ada.client.get(f"{log}.xlsx").content)).active
    assert sheet is not None
    head, first, second = sheet.iter_rows(values_only=True)
    assert head[:3] == ("day", "what", "dance")
    assert first[:3] == (datetime(2026, 9, 14), "stuck", "=1+1")
    assert (first[5], second[8]) == (4, 'slow, "please"')
    text = ada.client.get(f"{log}.csv").content.decode()
    assert "2026-09-14,stuck,'=1+1,A,S1,4,4,," in text
    assert ada.client.get(f"{log}.json").json()["evenings"][0]["entries"][1]["kind"] == "word"
    assert ada.client.get(f"{log}.exe").status_code == 404
    for path in (
        f"/api/evenings/{evening['id']}/plan.pdf",
        f"/api/evenings/{evening['id']}/plan.pdf?language=fr&large=true",
        f"/api/classes/{evening['class_id']}/repertoire.pdf",
        f"/api/routines/{routine}/files/wall-cards.pdf?language=fr",
    ):
        assert ada.client.get(path).content.startswith(b"%PDF"), path


def test_nobody_reaches_the_classes_of_another(
    ada: Api, ben: Api, anyone: Api, evening: dict[str, Any], routine: str
) -> None:
    own, other = f"/api/classes/{evening['class_id']}", f"/api/evenings/{evening['id']}"
    wish = {"version": evening["version"], "wish": evening["wish"]}
    rows: list[tuple[str, str, Any]] = [
        ("GET", own, None),
        ("PUT", own, {**CLASS, "version": 1}),
        ("DELETE", own, None),
        ("PUT", f"{own}/repertoire", {"routines": []}),
        ("GET", f"{own}/remembered", None),
        ("POST", f"{own}/evenings", {}),
        ("GET", f"{own}/log.csv", None),
        ("GET", f"{own}/repertoire.pdf", None),
        ("GET", other, None),
        ("PUT", f"{other}/wish", wish),
        ("POST", f"{other}/begin", None),
        ("POST", f"{other}/again", None),
        ("POST", f"{other}/done", {"done": {}}),
        ("POST", f"{other}/log", {"entries": []}),
        ("PUT", f"{other}/log", {"version": 1, "entries": []}),
        ("GET", f"{other}/plan.pdf", None),
        ("DELETE", other, None),
        ("GET", f"/api/routines/{routine}/classes", None),
    ]
    for method, path, body in rows:
        for api, status in ((ben, 404), (anyone, 401)):
            assert api.call(method, path, body)[0] == status, (method, path)
    assert ok(ben.call("GET", "/api/classes")) == []
    # Somebody else's routine joins no class.
    theirs = ok(ben.call("POST", "/api/classes", CLASS))
    path = f"/api/classes/{theirs['id']}"
    assert ben.call("PUT", f"{path}/repertoire", {"routines": [routine]})[0] == 404
    made = ok(ben.call("POST", f"{path}/evenings", {}))
    stolen = {"version": made["version"], "wish": {**made["wish"], "routines": [routine]}}
    assert ben.call("PUT", f"/api/evenings/{made['id']}/wish", stolen)[0] == 404
    assert Evening.objects.filter(pk=evening["id"]).exists()


def test_classes_at_the_same_time_are_named(ada: Api, taught: dict[str, Any]) -> None:
    later = {**CLASS, "name": "Second", "starts_at": "19:30"}
    assert ok(ada.call("POST", "/api/classes", later))["overlaps"] == ["Monday mixed"]
    after = {**CLASS, "name": "Third", "starts_at": "20:30"}
    assert ok(ada.call("POST", "/api/classes", after))["overlaps"] == []
    spring = {**CLASS, "name": "Spring", "term_from": "2027-01-11", "term_to": "2027-03-29"}
    assert ok(ada.call("POST", "/api/classes", spring))["overlaps"] == []


def test_nothing_that_is_sent_breaks_an_evening(
    ada: Api, evening: dict[str, Any], routine: str
) -> None:
    path = f"/api/evenings/{evening['id']}"
    for line in (
        {"id": "1", "kind": "cheered"},
        {"id": "", "kind": "word"},
        {"id": "1", "kind": "stuck", "at": "1/0"},
        {"id": "1", "kind": "people", "number": -1},
        {"id": "1", "kind": "word", "words": "x" * 201},
    ):
        assert ada.call("POST", f"{path}/log", {"entries": [line]})[0] == 422, line
    for change in ({"minutes": 0}, {"minutes": 700}, {"routines": [str(uuid.uuid4())]}):
        body = {"version": evening["version"], "wish": {**evening["wish"], **change}}
        assert ada.call("PUT", f"{path}/wish", body)[0] in (404, 422), change
    # Five minutes, and keys that are none: a plan all the same.
    short = wished(ada, evening, minutes=5, fixed={"nobody": 9}, arrangement=["nobody", "x"])
    assert sum(item["seconds"] for item in short["plan"]["items"]) <= 300


def test_a_dance_evening(ada: Api, ben: Api, routine: str, routine_file: bytes) -> None:
    second = ok(ada.send("/api/routines/file", routine_file, "r.json"))["id"]
    found = ok(ada.call("POST", "/api/set-list", {"routines": [routine, second]}))
    first, other = found["entries"]
    # Its song, and a minute to find one's place.
    assert other["at_seconds"] == round(first["seconds"]) + 60
    assert found["seconds"] == 2 * round(first["seconds"]) + 60
    # 16 counts, a restart on wall 3 after 8 of them.
    assert first["announcement"].startswith("16 counts")
    assert "one restart: wall 3 after 8" in first["announcement"]
    both = f"routines={routine}&routines={second}"
    lines = ada.client.get(f"/api/set-list.m3u?{both}").content.decode().splitlines()
    assert lines[0] == "#EXTM3U"
    named = [line.removeprefix("#EXTINF:").split(",", 1) for line in lines[1::2]]
    assert [(int(seconds), title) for seconds, title in named] == [
        (round(each["seconds"]), f"{each['song']} ({each['title']})") for each in (first, other)
    ]
    assert all(line.endswith(".mp3") for line in lines[2::2])
    assert ada.client.get(f"/api/set-list.pdf?language=fr&{both}").content.startswith(b"%PDF")
    assert ben.call("POST", "/api/set-list", {"routines": [routine]})[0] == 404
    assert ben.client.get(f"/api/set-list.m3u?{both}").status_code == 404
    many = [str(uuid.uuid4()) for _ in range(121)]
    assert ada.call("POST", "/api/set-list", {"routines": many})[0] == 422
