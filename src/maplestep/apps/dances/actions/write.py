"""Write a dance's sheet; shared by creating and saving."""

from __future__ import annotations

from ....core.sheet.read import read_sheet
from ....formats.text import decode_text
from ..models import Dance

_MAX_TITLE = 120


def write(dance: Dance, sheet: str) -> None:
    """Store the text; the title comes from it. Raises FileError when it is no sheet."""
    text = decode_text(sheet.encode("utf-8", "surrogatepass"))
    dance.title = read_sheet(text).sheet.title[:_MAX_TITLE] or "Untitled dance"
    dance.sheet = text
    dance.save()
