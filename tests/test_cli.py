"""The command line as a user meets it: exit codes, messages, JSON."""

import json
from pathlib import Path

import pytest
from conftest import ROUTINE

from maplestep.cli import main

CLEAN = ROUTINE["sheet"]


@pytest.fixture
def sheet(tmp_path: Path) -> Path:
    path = tmp_path / "sheet.txt"
    path.write_text(CLEAN)
    return path


def test_check_of_a_clean_sheet(sheet: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", str(sheet)]) == 0
    assert "16 counts, 2 walls" in capsys.readouterr().out


def test_check_of_a_wrong_sheet(sheet: Path, capsys: pytest.CaptureFixture[str]) -> None:
    sheet.write_text(CLEAN.replace("2 walls", "4 walls"))
    assert main(["check", str(sheet), "--json"]) == 1
    (finding,) = json.loads(capsys.readouterr().out)["findings"]
    assert (finding["code"], finding["line"], finding["fix"]["text"]) == ("sheet.walls", 2, "2")


def test_walls_with_events(sheet: Path, capsys: pytest.CaptureFixture[str]) -> None:
    events = "restart 2 after 8; tag 3 Tag; tag-restart 4 counts 4 after 8"
    assert main(["walls", str(sheet), "--events", events, "--count", "4", "--json"]) == 0
    passes = json.loads(capsys.readouterr().out)
    # Net 1/2: wall 2 starts at 6:00 and stops before its turn, so wall 3 starts there too.
    told = [(p["kind"], p["wall"], p["length"], p["start_facing"]) for p in passes]
    assert told == [
        ("wall", 1, 16, "12:00"),
        ("wall", 2, 8, "6:00"),
        ("wall", 3, 16, "6:00"),
        ("tag", 3, 4, "12:00"),
        ("wall", 4, 8, "12:00"),
        ("tag", 4, 4, "12:00"),
    ]


def test_timeline(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "routine.json"
    path.write_text(json.dumps(ROUTINE))
    assert main(["timeline", str(path), "--json"]) == 0
    view = json.loads(capsys.readouterr().out)
    # Walls at 8, 24, 40 (8 counts, restart), 48: verse at 8 and chorus at 40 are both hit.
    assert [p["start"] for p in view["passes"]] == [8, 24, 40, 48]
    assert (view["hits"], view["phrases_danced"]) == (2, 2)
    assert main(["timeline", str(path)]) == 0
    assert "2 of 2 phrases" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("content", "where", "words"),
    [
        (b"1-2 caf\xe9\n", ":1:8:", "UTF-8"),
        (b"", ":1:1:", "empty"),
        (b"1-2 R side, L together\n" * 10_000, ":2001:", "2,000 lines"),
    ],
)
def test_unreadable_sheets(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], content: bytes, where: str, words: str
) -> None:
    path = tmp_path / "sheet.txt"
    path.write_bytes(content)
    assert main(["check", str(path)]) == 2
    error = capsys.readouterr().err
    assert where in error
    assert words in error


@pytest.mark.parametrize("events", ["restart", "dance 3", "restart 2", "tag 0 counts 4"])
def test_unreadable_events(sheet: Path, capsys: pytest.CaptureFixture[str], events: str) -> None:
    assert main(["walls", str(sheet), "--events", events]) == 2
    assert capsys.readouterr().err.strip()


def test_a_missing_file(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", "/no/such/sheet.txt"]) == 2
    assert "/no/such/sheet.txt" in capsys.readouterr().err
