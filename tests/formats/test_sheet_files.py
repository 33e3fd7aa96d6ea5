"""Sheets as Markdown, CSV and JSON, there and back, read by others; the published lists."""

import csv
import io
import json
from pathlib import Path

import jsonschema
import pytest
from core.test_corpus import TEXTS

from maplestep.cli.main import figures_table, main, schema_of
from maplestep.core.primitives.finding import Severity
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.routine.model import EventKind
from maplestep.core.sheet.model import PartKind
from maplestep.core.sheet.read import Reading, read_sheet
from maplestep.core.sheet.render import FRENCH
from maplestep.core.sheet.write.format import Style
from maplestep.formats.sheet.sheet_csv import COLUMNS, read_csv, write_csv
from maplestep.formats.sheet.sheet_file import SheetForm, read_sheet_file, write_sheet_file
from maplestep.formats.sheet.sheet_markdown import write_markdown

DOCS = Path(__file__).parents[2] / "docs/formats"
READINGS = {name: read_sheet(text) for name, text in TEXTS.items()}
CLEAN = [
    name
    for name, reading in READINGS.items()
    if not any(finding.severity is Severity.WRONG for finding in reading.findings)
]


def danced(reading: Reading, *kinds: PartKind) -> list[object]:
    return [
        [(m.at, m.foot, m.weight, m.turn) for m in part.moves]
        for part in reading.sheet.parts
        if part.kind not in kinds
    ]


@pytest.mark.parametrize("style", [Style(), Style(language=FRENCH)], ids=["English", "French"])
@pytest.mark.parametrize("name", CLEAN)
def test_markdown_is_a_sheet_again(name: str, style: Style) -> None:
    reading = READINGS[name]
    assert danced(read_sheet(write_markdown(reading, style))) == danced(reading)


@pytest.mark.parametrize("name", [name for name in CLEAN if READINGS[name].sheet.timing == 1])
def test_a_table_of_moves_is_a_sheet_again(name: str) -> None:
    reading = READINGS[name]
    table = write_csv(reading)
    rows = list(csv.reader(io.StringIO(table, newline="")))
    assert tuple(rows[0]) == COLUMNS
    assert danced(read_sheet(read_csv(table))) == danced(reading, PartKind.CHANGE)


STATED = """Mill Pond
16 counts, 1 wall

1-8 R rocking chair x2
Restart here on wall 3
9-16 R rocking chair x2
Tag after wall 2
1-4 R rocking chair
"""


@pytest.mark.parametrize("form", ["Markdown", "CSV"])
def test_title_and_statements_come_back(form: str) -> None:
    reading = read_sheet(STATED)
    written = write_csv(reading) if form == "CSV" else write_markdown(reading, Style())
    again = read_sheet(read_csv(written) if form == "CSV" else written)
    assert again.sheet.title == "Mill Pond"
    events = [e for e in taken_over(again).events if e.kind is EventKind.RESTART]
    # "Here" is behind the eight counts above it.
    assert [(event.walls, event.after.at) for event in events if event.after] == [((3,), 8)]
    if form == "Markdown":
        tags = [e for e in taken_over(again).events if e.kind is EventKind.TAG]
        assert [(event.walls, event.tag) for event in tags] == [((2,), "Tag")]


def test_a_table_may_have_its_columns_in_any_order() -> None:
    text = read_csv("Move,Foot,Count\nstep,R,1\ntouch,L,2\n")
    moves = read_sheet(text).sheet.wall.moves  # type: ignore[union-attr]
    assert [(move.verb, move.weight is None) for move in moves] == [
        ("step", False),
        ("touch", True),
    ]


@pytest.mark.parametrize("name", TEXTS)
def test_json_keeps_to_its_schema_and_holds_the_text(name: str) -> None:
    written = write_sheet_file(READINGS[name])
    schema = json.loads((DOCS / "sheet.schema.json").read_text())
    # jsonschema checks it against JSON Schema 2020-12, independently of our reader.
    jsonschema.Draft202012Validator(schema).validate(json.loads(written))
    assert read_sheet_file(written) == TEXTS[name]


def test_what_is_published_is_what_is_in_use() -> None:
    assert json.loads((DOCS / "sheet.schema.json").read_text()) == schema_of(SheetForm)
    assert (DOCS / "figures.md").read_text().endswith(figures_table())


def test_a_sheet_formatted_on_the_command_line(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "sheet.txt"
    path.write_text("T\n1 – 2: Step RF fwd, touch LF beside RF\n")
    assert main(["format", str(path)]) == 0
    assert capsys.readouterr().out == "T\n1-2   R forward, L touch\n"
    assert main(["format", str(path), "--language", "fr", "--to", "md"]) == 0
    assert "| 1-2 | D avant, G touch | 12:00 |" in capsys.readouterr().out
    assert main(["format", str(path), "--to", "pdf"]) == 2
    assert "-o FILE" in capsys.readouterr().err
    out = tmp_path / "sheet.pdf"
    assert main(["format", str(path), "--to", "pdf", "-o", str(out)]) == 0
    assert out.read_bytes().startswith(b"%PDF-")
    assert main(["check", str(path), "--bpm", "0"]) == 2
