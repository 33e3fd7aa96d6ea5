"""Text in whatever encoding it was saved in."""

from __future__ import annotations

from charset_normalizer import from_bytes

from ...core.errors import FileError

_MARKS = ((b"\xff\xfe", "utf-16"), (b"\xfe\xff", "utf-16"), (b"\xef\xbb\xbf", "utf-8-sig"))


def any_text(raw: bytes) -> str:
    """The text, its encoding found by its bytes. Raises FileError for what is no text."""
    for mark, encoding in _MARKS:
        if raw.startswith(mark):
            return _clean(raw.decode(encoding, "replace"))
    try:
        return _clean(raw.decode("utf-8"))
    except UnicodeDecodeError:
        pass
    if raw.count(0) > len(raw) // 50:
        raise FileError("This file is no text. Bring in a text, PDF, Word or web page.")
    best = from_bytes(raw, cp_isolation=["cp1252", "iso8859_15", "mac_roman", "cp850"]).best()
    return _clean(str(best) if best is not None else raw.decode("cp1252", "replace"))


def _clean(text: str) -> str:
    if "\x00" in text:
        raise FileError(
            "There are characters in this file that are no text. Save it as plain text."
        )
    return text.replace("\r\n", "\n").replace("\r", "\n").replace("\u2028", "\n")
