"""Write a dance's sheet; shared by creating and saving."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Final

from ....core.primitives.turns import walls_in_dance
from ....formats.text import decode_text
from ..models import Dance, Draft
from ..queries import reading_of

_MAX_TITLE: Final = 120
_ONE_GO: Final = timedelta(minutes=4)
"""Changes saved within this time of the first make one draft."""
_MOST_DRAFTS: Final = 200


def write(dance: Dance, sheet: str, now: datetime) -> None:
    """Store the text; the title comes from it. Raises FileError when it is no sheet."""
    # A dance may be cleared and begun again; only a file must not be empty.
    text = decode_text(sheet.encode("utf-8", "surrogatepass")) if sheet.strip() else ""
    sheet_read = reading_of(dance.owner, text).sheet
    single = sheet_read.danced[0] if len(sheet_read.danced) == 1 else None
    dance.title = sheet_read.title[:_MAX_TITLE] or "Untitled dance"
    counts = float(sum(part.length for part in sheet_read.danced))
    dance.counts = int(counts)
    dance.walls = walls_in_dance(single.net_turn) if single else None
    dance.sheet = text
    dance.save()
    _keep(dance, counts, now)


def _keep(dance: Dance, counts: float, now: datetime) -> None:
    """Add to the history: a draft goes on growing while one types, then a new one begins."""
    drafts = list(dance.drafts.all()[:2])
    newest = drafts[0] if drafts else None
    if newest is not None and newest.sheet == dance.sheet:
        return
    # The first draft is the sheet as it came in and stays as it is.
    if len(drafts) == 2 and newest is not None and now - newest.begun_at < _ONE_GO:
        newest.sheet, newest.counts, newest.saved_at = dance.sheet, counts, now
        newest.save()
        return
    Draft.objects.create(dance=dance, sheet=dance.sheet, counts=counts, begun_at=now, saved_at=now)
    kept = dance.drafts.values_list("id", flat=True)[:_MOST_DRAFTS]
    dance.drafts.exclude(id__in=list(kept)).delete()
