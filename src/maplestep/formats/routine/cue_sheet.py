"""The cue sheet: the whole routine on one page, to be read from a music stand.

Walls with number, clock, seconds and bar; what happens and what to listen for in large type.
In English or French; names of phrases and cues as the user wrote them.
"""

from __future__ import annotations

from collections.abc import Iterator
from html import escape
from typing import Final

from ...core.layout.timeline import EndReason, Segment, SegmentKind, Timeline
from ...core.primitives.turns import amount_words, clock, to_front
from ...core.sheet.counting import count_unit
from ...messages.events import event_words
from ...messages.language import speaking
from ...messages.words import CATALOGUES, fact, texts_of
from ..pdf import BASE_STYLE, page_pdf
from .stack_svg import room_svg, row_svg

_CSS: Final = """
@page { size: A4; margin: 11mm 12mm 10mm; }
body { font: 12pt/1.2 Body; color: var(--ink); margin: 0; }
h1 { font: 700 22pt/1.05 Head; margin: 0; }
h1 i { font-weight: 400; font-style: normal; color: var(--soft); }
.facts { color: var(--soft); margin: 1mm 0 3mm; font-size: 12pt; }
table { border-collapse: collapse; width: 100%; }
td { padding: 0 2mm 0 0; vertical-align: middle; border-top: .4pt solid var(--line); }
td.number { font: 700 1.5em Head; width: 9mm; }
td.room { width: 9mm; }
td.clock { width: 19mm; white-space: nowrap; }
td.clock b { display: block; font-size: 1.1em; }
td.clock span, td.what span { color: var(--soft); font-size: .86em; }
td.what b { font-size: 1.08em; }
td.what b.stop { color: var(--brick); }
svg { display: block; overflow: visible; }
"""
_WIDE: Final = 850.0  # of a bar, in tenths of a millimetre
_ROOM: Final = 2450.0
_SCALES: Final = (1.3, 1.15, 1.0, 0.86, 0.74, 0.62, 0.5, 0.4)


def write_cue_sheet(timeline: Timeline, language: str = "en") -> bytes:
    """The cue sheet as a PDF of one A4 page; the type shrinks until it is one.

    A routine of so many walls that even the smallest type needs two pages gets them.
    """
    for scale in _SCALES:
        document = page_pdf(cue_page(timeline, language, scale))
        if document.pages == 1:
            break
    return document.pdf


def cue_page(timeline: Timeline, language: str, scale: float) -> str:
    """The page before it is set."""
    words = texts_of("cue", language)
    routine = timeline.routine
    title = escape(routine.title or routine.sheet.title or "—")
    start = timeline.segments[0].start_seconds if timeline.segments else 0.0
    facts = CATALOGUES[language].put(
        words["facts"],
        {
            "bpm": round(float(routine.song.bpm), 1),
            "counts": routine.start_count,
            "time": _time(start),
        },
    )
    with speaking(language):
        rows = "".join(_rows(timeline, language, scale))
    return (
        f'<!doctype html><html lang="{language}"><head><meta charset="utf-8"><title>{title}'
        f"</title><style>{BASE_STYLE}{_CSS}</style></head>"
        f'<body style="font-size:{13 * scale:.1f}pt"><h1>{title} <i>{words["to"]}</i> '
        f'{escape(routine.song.title)}</h1><p class="facts">{escape(facts)}</p>'
        f"<table>{rows}</table></body></html>"
    )


def _rows(timeline: Timeline, language: str, scale: float) -> Iterator[str]:
    rows, unit = timeline.rows, count_unit(timeline.routine.sheet)
    longest = max((float(row[-1].end - row[0].start) for row in rows), default=1.0)
    height = min(150.0, _ROOM / max(1, len(rows)) * 0.8) * max(scale, 0.6)
    for row in rows:
        first = row[0]
        yield (
            f'<tr><td class="number">{escape(_row_name(first))}</td>'
            f'<td class="room">{room_svg(first.start_facing, f"{7 * scale:.1f}mm")}</td>'
            f'<td class="clock"><b>{clock(first.start_facing)}</b>'
            f"<span>{_time(first.start_seconds)}</span></td>"
            f"<td>{row_svg(row, _WIDE / longest, height, unit)}</td>"
            f'<td class="what">{_what(timeline, row, language)}</td></tr>'
        )


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


def _what(timeline: Timeline, row: list[Segment], language: str) -> str:
    words, last = texts_of("cue", language), row[-1]
    said: list[str] = []
    facing = words["facing"].format(clock=clock(last.end_facing))
    events = dict.fromkeys(
        event for segment in row for event in (segment.changed, segment.event) if event is not None
    )
    for event in events:
        stop = ' class="stop"' if event.stops else ""
        said.append(f"<b{stop}>{escape(event_words(timeline.routine, event, language))}</b>")
        if event.cue:
            said.append(f"<span>{escape(event.cue)}</span>")
    said += [f"<b>{escape(named)}</b>" for named in map(_in_order, row) if named]
    upto = last.first + last.length
    if last is timeline.segments[-1]:
        if last.ended is EndReason.SONG:
            said.append(f"<b>{escape(words['song'].format(count=upto))}</b>")
        said.append(f"<span>{escape(_finish(last, words))}</span>")
    elif last.ended is EndReason.CUT:
        said.append(f"<b>{escape(words['cut'].format(count=upto))}</b>")
    if last is not timeline.segments[-1]:
        said.append(f"<span>{escape(facing if said else words['ends'] + ' ' + facing)}</span>")
    return "<br>".join(said)


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
