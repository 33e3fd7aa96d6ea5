"""Which kind of document a file is, by its bytes, and the text in it.

Nothing is run, fetched or opened from inside a document: macros, scripts, remote pictures and
external entities are never looked at. Sizes are checked before anything is unpacked.
"""

from __future__ import annotations

import re
import zipfile
from collections.abc import Callable
from io import BytesIO
from typing import Final

from ...core.errors import DocumentError, FileError, Message
from .encoding import any_text
from .flow import html_text, rtf_text
from .office import docx_text, odt_text
from .pdf import pdf_text

MAX_BYTES: Final = 8_000_000
_MAX_UNPACKED: Final = 40_000_000
_MAX_MEMBERS: Final = 2_000
_PICTURES: Final = (b"\x89PNG", b"\xff\xd8\xff", b"II*\x00", b"MM\x00*", b"RIFF")
KINDS: Final[dict[str, Callable[[bytes], str]]] = {
    "pdf": pdf_text,
    "docx": docx_text,
    "odt": odt_text,
    "rtf": rtf_text,
    "html": html_text,
    "text": any_text,
}


_PAGE: Final = re.compile(
    rb"(?:\xef\xbb\xbf)?\s*<(?:!--|(?:!doctype html|html|head|meta|table|div|p|ol|ul|span|b|h[1-6]"
    rb"|style|font|article|section)\b)"
)


def kind_of(raw: bytes) -> str:
    """The kind of a document: a key of :data:`KINDS`, or "picture". Raises FileError."""
    head = raw[:1024].lstrip()
    if head.startswith(b"%PDF"):
        return "pdf"
    if head.startswith(b"{\\rtf"):
        return "rtf"
    if raw[:4] == b"PK\x03\x04":
        return _packed_kind(raw)
    if raw[:4] in _PICTURES or raw[:3] == _PICTURES[1]:
        return "picture"
    if raw[:4] == b"\xd0\xcf\x11\xe0":
        raise DocumentError(
            "This is an old Word document (.doc). Save it as .docx, .rtf or PDF and try again."
        )
    # A browser's clipboard has pieces of a page: "<meta charset='utf-8'><table>...".
    page = _PAGE.match(head.lower()) is not None and b"</" in raw
    return "html" if page or b"<body" in head[:200].lower() else "text"


def document_text(raw: bytes) -> str:
    """The text of a document; tables as rows with bars. Raises FileError in plain words."""
    if len(raw) > MAX_BYTES:
        raise DocumentError(
            Message(
                "This file has {size:.0f} MB; a step sheet may have {most:.0f} MB. Save it "
                "without its pictures.",
                size=len(raw) / 1e6,
                most=MAX_BYTES / 1e6,
            )
        )
    kind = kind_of(raw)
    if kind == "picture":
        raise DocumentError("This is a picture. Bring it in as a photograph, to have it read.")
    try:
        text = KINDS[kind](raw)
    except FileError:
        raise
    except Exception as error:  # what a broken document does to its library is not foreseeable
        raise DocumentError(
            Message(
                "This {document} is damaged and cannot be opened. Save it again, or paste "
                "its text.",
                document=_NAMES[kind],
            )
        ) from error
    if not text.strip():
        raise DocumentError(_EMPTY.get(kind, "There is no text in this file."))
    return text


_NAMES: Final = {
    "pdf": "PDF", "docx": "Word document", "odt": "OpenDocument text", "rtf": "RTF document",
    "html": "web page", "text": "text file",
}  # fmt: skip
_EMPTY: Final = {
    "pdf": "There is no text in this PDF, only pictures. Bring in a picture of the page instead.",
}


def _packed_kind(raw: bytes) -> str:
    try:
        with zipfile.ZipFile(BytesIO(raw)) as packed:
            members = packed.infolist()
            names = {member.filename for member in members}
    except zipfile.BadZipFile as error:
        raise DocumentError("This file is damaged and cannot be opened. Save it again.") from error
    unpacked = sum(member.file_size for member in members)
    if unpacked > _MAX_UNPACKED or len(members) > _MAX_MEMBERS:
        raise DocumentError(
            "Unpacked, this file would be far too large for a step sheet. It is not opened."
        )
    if "word/document.xml" in names:
        return "docx"
    if "content.xml" in names:
        return "odt"
    raise DocumentError("This archive holds no text document. Bring in the sheet itself.")
