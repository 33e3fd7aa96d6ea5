"""Text files in, with a clear word when they are no UTF-8 text."""

from __future__ import annotations

from ..core.errors import FileError


def decode_text(raw: bytes) -> str:
    """Text of a UTF-8 file, with or without byte order mark; line ends become ``\\n``.

    Raises FileError naming line and column of the first byte that is no UTF-8.
    """
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        before = raw[: error.start]
        line = before.count(b"\n") + 1
        column = len(before[before.rfind(b"\n") + 1 :].decode("utf-8", "replace")) + 1
        raise FileError(
            "This file is not saved as UTF-8 text, so some of its letters cannot be read. "
            "Save it again with the encoding UTF-8.",
            line=line,
            column=column,
        ) from error
    if not text.strip():
        raise FileError("This file is empty.")
    if "\x00" in text:
        at = text.index("\x00")
        raise FileError(
            "There is a character here that is no text (NUL). Take it out, or save as plain text.",
            line=text.count("\n", 0, at) + 1,
            column=at - text.rfind("\n", 0, at),
        )
    return text.replace("\r\n", "\n").replace("\r", "\n")
