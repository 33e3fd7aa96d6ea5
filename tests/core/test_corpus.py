"""Invented sheets written the many ways people write them, each danced to hand-worked totals."""

import tomllib
from pathlib import Path

import pytest

from maplestep.core.findings.registry import sheet_findings
from maplestep.core.primitives.finding import Severity
from maplestep.core.primitives.turns import clock
from maplestep.core.sheet.model import Part
from maplestep.core.sheet.read import read_sheet
from maplestep.messages.findings import message

CORPUS = Path(__file__).parents[1] / "corpus"
EXPECTED = tomllib.loads((CORPUS / "expected.toml").read_text("utf-8"))
TEXTS = {path.stem: path.read_text("utf-8") for path in sorted(CORPUS.glob("*.txt"))}


def facings(part: Part) -> str:
    """The clock after each section, from 12:00."""
    now, found = 0, []
    for section in part.sections:
        now += sum(move.turn for move in section.moves)
        found.append(clock(now))
    return " ".join(found)


def test_every_sheet_has_its_totals() -> None:
    assert set(EXPECTED) == set(TEXTS)
    assert len(TEXTS) >= 40


@pytest.mark.parametrize("name", TEXTS)
def test_a_sheet_comes_to_what_was_worked_out(name: str) -> None:
    reading = read_sheet(TEXTS[name])
    expected = dict(EXPECTED[name])
    mistakes = expected.pop("findings", [])
    found = [f for f in sheet_findings(reading) if f.severity is not Severity.KNOW]
    assert sorted(f.code for f in found) == sorted(mistakes), [message(f) for f in found]
    danced = {
        part.name: [
            part.length,
            part.net_turn,
            part.end_weight.value if part.end_weight else "",
            facings(part),
        ]
        for part in reading.sheet.parts
    }
    assert danced == expected


@pytest.mark.parametrize("name", TEXTS)
def test_every_character_belongs_somewhere(name: str) -> None:
    belongs(TEXTS[name])


def belongs(text: str) -> None:
    """Every line is a heading, fact, note, figure or option, or steps with moves or a finding."""
    reading = read_sheet(text)
    moved = {move.span.line for part in reading.sheet.parts for move in part.moves}
    moved |= {
        move.span.line for p in reading.sheet.parts for option in p.options for move in option.moves
    }
    found = {f.place.span.line for f in sheet_findings(reading) if f.place.span}
    last = 0
    for line in reading.lines:
        number = line.span.line
        # A step line that runs on covers the lines below it as well.
        assert number <= last + 1 or text[: line.span.start].count("\n") + 1 == number
        last = number + text[line.span.start : line.span.end].count("\n")
        if type(line).__name__ == "StepLine":
            assert number in moved | found, text.split("\n")[number - 1]
    assert last == text.count("\n") + 1
