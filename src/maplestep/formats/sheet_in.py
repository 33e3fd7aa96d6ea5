"""A step sheet out of whatever file it comes in: text, Markdown, CSV or the JSON sheet."""

from __future__ import annotations

from .sheet_csv import read_csv
from .sheet_file import read_sheet_file
from .text import decode_text


def sheet_text_of(raw: bytes, name: str) -> str:
    """The sheet's text. The name's ending says how to read it. Raises FileError."""
    text = decode_text(raw)
    ending = name.lower().rpartition(".")[2]
    if ending == "csv":
        return read_csv(text)
    if ending == "json" or text.lstrip()[:1] == "{":
        return read_sheet_file(text)
    return text
