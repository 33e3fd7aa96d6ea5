"""The cue sheet: the whole routine on one page, to be read from a music stand.

Walls with number, clock, seconds and bar; what happens and what to listen for in large type.
In English or French; names of phrases and cues as the user wrote them.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final, NamedTuple

from ...core.errors import FileError, Message
from ...core.layout.timeline import EndReason, Segment, SegmentKind, Timeline
from ...core.primitives.turns import amount_words, clock, to_front
from ...core.sheet.counting import count_unit
from ...messages.events import event_words
from ...messages.language import speaking
from ...messages.words import CATALOGUES, fact, texts_of
from ..pages import drawing, page
from ..pdf import page_pdf
from .stack_svg import room_svg, row_svg

_WIDE: Final = 850.0  # of a bar, in tenths of a millimetre
_ROOM: Final = 2450.0
MAX_ROWS: Final = 60
_SCALES: Final = (1.3, 1.15, 1.0, 0.86, 0.74, 0.62, 0.5, 0.4)


def write_cue_sheet(timeline: Timeline, language: str = "en") -> bytes:
    """The cue sheet as a PDF of one A4 page; the type shrinks until it is one.

    A routine of so many walls that even the smallest type needs two pages gets them. Raises
    FileError for more than any dance has: setting a page takes long.
    """
    rows = len(timeline.rows)
    if rows > MAX_ROWS:
        raise FileError(
            Message(
                "This routine has {rows} walls; a cue sheet has room for {most}. The list of walls "
                "(CSV or Excel) has them all.",
                rows=rows,
                most=MAX_ROWS,
            )
        )
    found = page_pdf(cue_page(timeline, language, _SCALES[0]))
    if found.pages == 1:
        return found.pdf
    # The larger the type, the more pages: the largest that makes one is looked for by halves.
    low, high, best = 1, len(_SCALES) - 1, None
    while low < high:
        middle = (low + high) // 2
        found = page_pdf(cue_page(timeline, language, _SCALES[middle]))
        if found.pages == 1:
            high, best = middle, found
        else:
            low = middle + 1
    return (best or page_pdf(cue_page(timeline, language, _SCALES[high]))).pdf


def cue_page(timeline: Timeline, language: str, scale: float) -> str:
    """The page before it is set."""
    words = texts_of("cue", language)
    routine = timeline.routine
    start = timeline.segments[0].start_seconds if timeline.segments else 0.0
    facts = {
        "bpm": round(float(routine.song.bpm), 1),
        "counts": routine.start_count,
        "time": _time(start),
    }
    with speaking(language):
        return page(
            "cue_sheet.html",
            language=language,
            words=words,
            title=routine.title or routine.sheet.title or "—",
            song=routine.song.title,
            facts=CATALOGUES[language].put(words["facts"], facts),
            points=f"{13 * scale:.1f}",
            rows=list(_rows(timeline, language, scale)),
        )


def _rows(timeline: Timeline, language: str, scale: float) -> Iterator[dict[str, object]]:
    rows, unit = timeline.rows, count_unit(timeline.routine.sheet)
    longest = max((float(row[-1].end - row[0].start) for row in rows), default=1.0)
    height = min(150.0, _ROOM / max(1, len(rows)) * 0.8) * max(scale, 0.6)
    for row in rows:
        first = row[0]
        yield {
            "name": _row_name(first),
            "room": drawing(room_svg(first.start_facing, f"{7 * scale:.1f}mm")),
            "clock": clock(first.start_facing),
            "time": _time(first.start_seconds),
            "bar": drawing(row_svg(row, _WIDE / longest, height, unit)),
            "what": list(_what(timeline, row, language)),
        }


def _row_name(first: Segment) -> str:
    """The number of the wall, and its part in a phrased dance; a tag alone has its name only."""
    if first.item is None:
        return str(first.wall)
    name = fact("part", first.name)
    return f"{first.wall} {name}" if first.kind is SegmentKind.WALL else name


def _in_order(segment: Segment) -> str:
    """A tag, bridge or ending that the order of a phrased dance names: "Tag +4"."""
    if segment.item is None or segment.kind is SegmentKind.WALL:
        return ""
    return f"{fact('part', segment.name)} +{segment.length}"


class Said(NamedTuple):
    """Words beside a wall: what happens, or softly what goes with it."""

    words: str
    soft: bool = False
    stop: bool = False


def _what(timeline: Timeline, row: list[Segment], language: str) -> Iterator[Said]:
    words, last = texts_of("cue", language), row[-1]
    happens = [*_events(timeline, row, language), *map(Said, filter(None, map(_in_order, row)))]
    yield from happens
    upto = last.first + last.length
    if last is timeline.segments[-1]:
        if last.ended is EndReason.SONG:
            yield Said(words["song"].format(count=upto))
        yield Said(_finish(last, words), soft=True)
        return
    cut = last.ended is EndReason.CUT
    if cut:
        yield Said(words["cut"].format(count=upto))
    facing = words["facing"].format(clock=clock(last.end_facing))
    yield Said(facing if happens or cut else f"{words['ends']} {facing}", soft=True)


def _events(timeline: Timeline, row: list[Segment], language: str) -> Iterator[Said]:
    """What happens on a wall, each time with what to listen for."""
    found = (event for segment in row for event in (segment.changed, segment.event))
    for event in dict.fromkeys(event for event in found if event is not None):
        yield Said(event_words(timeline.routine, event, language), stop=event.stops)
        if event.cue:
            yield Said(event.cue, soft=True)


def _finish(last: Segment, words: dict[str, str]) -> str:
    turn = to_front(last.end_facing)
    if not turn:
        return words["front"]
    if abs(turn) == 4:
        return words["half"]
    return words["turn"].format(
        turn=amount_words(turn), side=words["right"] if turn > 0 else words["left"]
    )


def _time(at_seconds: float) -> str:
    minutes, seconds = divmod(int(at_seconds), 60)
    return f"{minutes}:{seconds:02}"
