"""Write a dance's sheet; shared by creating and saving."""

from __future__ import annotations

from ....core.turns import walls_in_dance
from ....formats.text import decode_text
from ..models import Dance
from ..queries import reading_of

_MAX_TITLE = 120


def write(dance: Dance, sheet: str) -> None:
    """Store the text; the title comes from it. Raises FileError when it is no sheet."""
    # A dance may be cleared and begun again; only a file must not be empty.
    text = decode_text(sheet.encode("utf-8", "surrogatepass")) if sheet.strip() else ""
    sheet_read = reading_of(text).sheet
    single = sheet_read.danced[0] if len(sheet_read.danced) == 1 else None
    dance.title = sheet_read.title[:_MAX_TITLE] or "Untitled dance"
    dance.counts = int(sum(part.length for part in sheet_read.danced))
    dance.walls = walls_in_dance(single.net_turn) if single else None
    dance.sheet = text
    dance.save()
