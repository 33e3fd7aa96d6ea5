"""A routine's walls as a list: comma-separated values (RFC 4180) and an Excel workbook.

One row a wall, tag, bridge, wait or ending, in the order danced. Counts of the song are
numbered from 1; seconds are those of the recording; facings are clock names.
"""

from __future__ import annotations

import io
from collections.abc import Iterator
from typing import Final

import xlsxwriter

from ...core.layout.timeline import EndReason, Segment, SegmentKind, Timeline
from ...core.primitives.feet import free_foot
from ...core.primitives.turns import clock
from ...messages.events import event_words
from ...messages.words import text
from ..spreadsheet import csv_text

COLUMNS: Final = (
    *("wall", "what", "name", "starts_facing", "ends_facing", "counts", "from_count"),
    *("song_count", "starts_seconds", "ends_seconds", "phrase", "event", "cue", "free_foot"),
)
_HEADS: Final = (
    *("wall", "what", "part", "starts", "ends", "counts", "from", "song-count", "starts-at"),
    *("ends-at", "phrase", "happens", "cue", "foot"),
)
_WIDTHS: Final = (6, 8, 10, 12, 12, 8, 10, 10, 10, 10, 16, 26, 34, 10)
_DAY_SECONDS: Final = 86_400
Row = tuple[int | float | str, ...]


def write_walls_csv(timeline: Timeline) -> str:
    """The list as CSV, numbers plain, seconds with three decimals."""
    return csv_text([COLUMNS, *(map(_plain, row) for row in rows(timeline))])


def _plain(cell: str | float) -> str | float:
    return f"{cell:.3f}" if isinstance(cell, float) else cell


def write_walls_xlsx(timeline: Timeline) -> bytes:
    """The list as a workbook of one sheet, times as times, its head frozen and printed again."""
    out = io.BytesIO()
    # A title that begins with "=" is text, whatever a spreadsheet would make of it.
    book = xlsxwriter.Workbook(out, {"in_memory": True, "strings_to_formulas": False})
    sheet = book.add_worksheet(text("list.sheet"))
    title = book.add_format({"bold": True, "font_size": 14})
    head = book.add_format({"bold": True, "bottom": 1, "text_wrap": True, "valign": "top"})
    seconds = book.add_format({"num_format": "m:ss.0", "valign": "top"})
    plain = book.add_format({"text_wrap": True, "valign": "top"})
    routine = timeline.routine
    name = routine.title or routine.sheet.title
    heading = text("list.title", named=name, song=routine.song.title)
    sheet.write_string(0, 0, heading, title)
    for column, (head_of, width) in enumerate(zip(_HEADS, _WIDTHS, strict=True)):
        sheet.set_column(column, column, width)
        sheet.write_string(2, column, text(f"list.{head_of}"), head)
    for number, row in enumerate(rows(timeline), start=3):
        for column, cell in enumerate(row):
            if isinstance(cell, str):
                sheet.write_string(number, column, cell, plain)
            elif isinstance(cell, float):
                sheet.write_number(number, column, cell / _DAY_SECONDS, seconds)
            else:
                sheet.write_number(number, column, cell, plain)
    sheet.freeze_panes(3, 0)
    sheet.repeat_rows(2)
    sheet.set_landscape()
    sheet.fit_to_pages(1, 0)
    book.close()
    return out.getvalue()


def rows(timeline: Timeline) -> Iterator[Row]:
    """The cells of every row; floats are seconds."""
    for segment in timeline.segments:
        phrase = next((span.phrase for span in segment.phrases), None)
        yield (
            segment.wall,
            segment.kind.value,
            segment.name,
            clock(segment.start_facing),
            clock(segment.end_facing),
            _number(segment.length),
            _number(segment.first + 1),
            _number(segment.start + 1),
            float(segment.start_seconds),
            float(segment.end_seconds),
            phrase.name if phrase is not None else "",
            what_happens(timeline, segment),
            segment.event.cue if segment.event is not None else "",
            free_foot(segment.end_weight),
        )


def what_happens(timeline: Timeline, segment: Segment) -> str:
    """How a segment ends, in words; nothing where it is simply whole."""
    if segment.ended is EndReason.SONG:
        return text("happens.song-ends", count=segment.first + segment.length)
    said = []
    if segment.changed is not None and not segment.goes_on:
        said.append(event_words(timeline.routine, segment.changed))
    if segment.event is not None and segment.kind is not SegmentKind.WAIT:
        said.append(event_words(timeline.routine, segment.event))
    elif segment.event is not None:
        said.append(text("happens.wait"))
    elif segment.ended is EndReason.CUT:
        said.append(text("happens.cut", count=segment.first + segment.length))
    return ", ".join(said)


def _number(value: object) -> int | str:
    """A whole number as one, a half as dancers write it."""
    written = str(value)
    return int(written) if written.lstrip("-").isdigit() else written
