"""Wall cards: one event each on A5, big enough to be held up or laid on the floor."""

from __future__ import annotations

from collections.abc import Iterator

from ...core.layout.timeline import EventOccurrence, Timeline
from ...core.primitives.turns import clock
from ...messages.language import speaking
from ...messages.score import clock_time, occurrence_words
from ...messages.words import texts_of
from ..pages import drawing, page
from ..pdf import page_pdf
from ..routine.stack_svg import room_svg


def write_wall_cards(timeline: Timeline, language: str = "en") -> bytes:
    """A PDF of A5 pages, one for every event where it comes; one page that says so when there is
    none."""
    with speaking(language):
        document = page(
            "wall_cards.html",
            language=language,
            words=texts_of("card", language),
            title=timeline.routine.title or timeline.routine.sheet.title or "—",
            cards=list(_cards(timeline)),
        )
    return page_pdf(document).pdf


def _cards(timeline: Timeline) -> Iterator[dict[str, object]]:
    for there in timeline.occurrences:
        yield {
            "event": occurrence_words(timeline.routine, there),
            "wall": there.wall,
            "after": _after(there),
            "clock": clock(there.facing),
            "room": drawing(room_svg(there.facing, "34mm")),
            "time": clock_time(there.at_seconds),
            "cue": there.event.cue,
        }


def _after(there: EventOccurrence) -> str:
    return there.event.after.words if there.event.after else f"{float(there.after):g}"
