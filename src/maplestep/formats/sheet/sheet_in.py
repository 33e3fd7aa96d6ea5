"""A step sheet out of whatever file it comes in."""

from __future__ import annotations

from ...core.errors import FileError
from ...core.sheet.read import Reading, read_sheet
from ..documents.isolated import isolated_text
from ..documents.read import kind_of
from .sheet_csv import read_csv
from .sheet_file import read_sheet_file


def sheet_text_of(raw: bytes, name: str) -> str:
    """The sheet's text: plain text in any encoding, Markdown, CSV, the JSON sheet, or a document.

    What a document is, its bytes say; of a text, the name's ending. Raises FileError.
    """
    if not raw.strip():
        raise FileError("This file is empty.")
    text = isolated_text(raw)
    if kind_of(raw) != "text":
        return text
    ending = name.lower().rpartition(".")[2]
    if ending == "csv":
        return read_csv(text)
    if ending == "json" or text.lstrip()[:1] == "{":
        return read_sheet_file(text)
    return text


def sheet_of_file(raw: bytes, name: str) -> Reading:
    """The sheet of a file, read. Raises FileError."""
    return read_sheet(sheet_text_of(raw, name))
