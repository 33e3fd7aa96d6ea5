"""The plan of an evening on paper, to be read from a music stand while one teaches."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from datetime import datetime, timedelta
from typing import NamedTuple

from ...core.layout.timeline import Timeline
from ...core.teaching.evening import BREAK, Plan
from ...messages.language import speaking
from ...messages.teaching import drill_detail, drill_hints, drill_words, minutes_words
from ...messages.words import text, texts_of
from ..pages import page
from ..pdf import page_pdf


class Head(NamedTuple):
    """What stands over the plan: the class, its day in words, when it begins in the hall."""

    name: str
    day: str
    begins: datetime


def write_plan(
    plan: Plan, routines: Mapping[str, tuple[str, Timeline]], head: Head, language: str, *,
    large: bool = False,
) -> bytes:  # fmt: skip
    """The plan as a PDF of A4 pages; ``routines`` has title and timeline by name."""
    with speaking(language):
        document = page(
            "plan.html",
            language=language,
            words=texts_of("planned", language),
            title=head.name,
            day=head.day,
            rows=list(_rows(plan, routines, head.begins)),
            left_out=[
                f"{routines[name][0]}: {drill_words(routines[name][1], drill)}"
                for name, drill in plan.left_out
            ],
            points=17 if large else 11.5,
        )
    return page_pdf(document).pdf


def _rows(
    plan: Plan, routines: Mapping[str, tuple[str, Timeline]], begins: datetime
) -> Iterator[dict[str, object]]:
    before = ""
    for item in plan.items:
        at = begins + timedelta(seconds=item.start_seconds)
        row: dict[str, object] = {
            "clock": f"{at:%H:%M}",
            "time": minutes_words(item.seconds),
            "dance": "",
            "detail": "",
            "hints": [],
        }
        if item.drill is None:
            kind = BREAK if item.key.startswith(BREAK) else item.key
            yield row | {"words": text(f"evening.{kind}")}
            continue
        title, timeline = routines[item.routine]
        yield row | {
            "words": drill_words(timeline, item.drill),
            "detail": drill_detail(item.drill, float(timeline.routine.song.bpm), item.rounds),
            "hints": list(drill_hints(timeline, item.drill)),
            "dance": title if item.routine != before else "",
        }
        before = item.routine
