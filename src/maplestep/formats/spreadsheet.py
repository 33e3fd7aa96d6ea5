"""Cells of CSV files that people open in a spreadsheet.

A cell that begins with one of these is taken for a formula there, and could fetch or send
something (OWASP, "CSV Injection"); with "'" before it, it is text.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Iterator
from typing import Final

from ..core.errors import FileError

_FORMULA: Final = ("=", "+", "-", "@", "\t", "\r")


def text_cell(said: str) -> str:
    """Words as a cell that stays text."""
    return f"'{said}" if said.startswith(_FORMULA) else said


def said_in(cell: str) -> str:
    """What was written by :func:`text_cell`."""
    return cell[1:] if cell.startswith("'") and cell[1:].startswith(_FORMULA) else cell


def csv_text(rows: Iterable[Iterable[object]]) -> str:
    """Rows as CSV (RFC 4180): words as text cells, numbers as they are."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    for row in rows:
        writer.writerow([text_cell(cell) if isinstance(cell, str) else cell for cell in row])
    return out.getvalue()


def csv_rows(text: str) -> Iterator[tuple[int, list[str]]]:
    """The rows of a table, each with the number of its last line.

    Raises FileError where a cell is longer than any text could be.
    """
    rows = csv.reader(io.StringIO(text, newline=""), skipinitialspace=True)
    while True:
        try:
            row = next(rows, None)
        except csv.Error as error:
            raise FileError(
                "This row cannot be read: a cell is far too long, or a quotation mark is missing.",
                line=rows.line_num,
            ) from error
        if row is None:
            return
        yield rows.line_num, [said_in(cell.strip()) for cell in row]
