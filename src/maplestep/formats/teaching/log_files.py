"""The log of a class as CSV (RFC 4180), an Excel workbook and JSON: a row a line of the log.

Days are ISO dates; counts are those of the part, numbered from 1 as dancers count.
"""

from __future__ import annotations

import io
import json
from collections.abc import Iterator, Sequence
from datetime import date
from fractions import Fraction
from typing import Final, NamedTuple

import xlsxwriter

from ..spreadsheet import csv_text
from .forms import EntryForm

COLUMNS: Final = (
    *("day", "what", "dance", "part", "section", "count", "said_on_it", "people", "words"),
)
_WIDTHS: Final = (12, 10, 26, 8, 26, 8, 10, 8, 40)
FORMAT: Final = "maplestep-log"


class LogEvening(NamedTuple):
    """An evening and what was noted of it."""

    day: date
    entries: Sequence[EntryForm]


Cell = str | int | float | None


def rows(evenings: Sequence[LogEvening]) -> Iterator[tuple[Cell, ...]]:
    """The lines, the oldest first."""
    for evening in evenings:
        for entry in evening.entries:
            count = float(Fraction(entry.at) + 1) if entry.at else None
            yield (
                evening.day.isoformat(), entry.kind.value, entry.title, entry.part,
                entry.section, count, entry.label, entry.number or None, entry.words,
            )  # fmt: skip


def write_log_csv(evenings: Sequence[LogEvening]) -> bytes:
    """The log as CSV."""
    return csv_text([COLUMNS, *(map(_plain, row) for row in rows(evenings))]).encode()


def _plain(cell: Cell) -> Cell:
    return f"{cell:g}" if isinstance(cell, float) else cell


def write_log_xlsx(evenings: Sequence[LogEvening]) -> bytes:
    """The log as a workbook of one sheet, days as dates, its head frozen."""
    out = io.BytesIO()
    # What begins with "=" is text, whatever a spreadsheet would make of it.
    book = xlsxwriter.Workbook(out, {"in_memory": True, "strings_to_formulas": False})
    sheet = book.add_worksheet("log")
    head = book.add_format({"bold": True, "bottom": 1})
    day = book.add_format({"num_format": "yyyy-mm-dd"})
    for column, (name, width) in enumerate(zip(COLUMNS, _WIDTHS, strict=True)):
        sheet.set_column(column, column, width)
        sheet.write_string(0, column, name, head)
    for number, row in enumerate(rows(evenings), start=1):
        sheet.write_datetime(number, 0, date.fromisoformat(str(row[0])), day)
        for column, cell in enumerate(row[1:], start=1):
            if isinstance(cell, str):
                sheet.write_string(number, column, cell)
            elif cell is not None:
                sheet.write_number(number, column, cell)
    sheet.freeze_panes(1, 0)
    book.close()
    return out.getvalue()


def write_log_json(name: str, evenings: Sequence[LogEvening]) -> bytes:
    """The log with all that is kept of it."""
    document = {
        "format": FORMAT,
        "class": name,
        "evenings": [
            {
                "day": evening.day.isoformat(),
                "entries": [
                    entry.model_dump(mode="json", exclude_defaults=True)
                    for entry in evening.entries
                ],
            }
            for evening in evenings
        ],
    }
    return json.dumps(document, ensure_ascii=False, indent=1).encode()
