"""A routine's calls as WebVTT (W3C, "WebVTT: The Web Video Text Tracks Format", 2019).

One cue for every eight counts (six in waltz time): wall, facing, which eight it is, what comes
last in it. Before every event there is a warning 8 and one 4 counts ahead. Cues are in the
order of their start; a warning stands in a line of its own above the eight.
"""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from typing import Final, NamedTuple

from ..core.layout.timeline import Ended, Pass, PassKind, Timeline
from ..core.primitives.turns import clock
from ..core.routine.event_words import event_name

WARNED: Final = (8, 4)


class Call(NamedTuple):
    """Words from one second of the recording to another; ``warns`` of what comes."""

    start_seconds: float
    end_seconds: float
    words: str
    warns: bool


def calls(timeline: Timeline) -> list[Call]:
    """All calls, in the order of their start."""
    found = [call for passed in timeline.passes for call in _eights(timeline, passed)]
    found += _warnings(timeline)
    return sorted(found, key=lambda call: (call.start_seconds, not call.warns))


def write_vtt(timeline: Timeline) -> str:
    """The calls as a WebVTT file, times in seconds of the recording."""
    blocks = ["WEBVTT"]
    for number, call in enumerate(calls(timeline), start=1):
        place = " line:0" if call.warns else ""
        blocks.append(
            f"{number}\n{_stamp(call.start_seconds)} --> {_stamp(call.end_seconds)}{place}\n"
            f"{_escaped(call.words)}"
        )
    return "\n\n".join(blocks) + "\n"


def _eights(timeline: Timeline, passed: Pass) -> Iterator[Call]:
    song = timeline.routine.song
    unit = song.count_unit
    if passed.kind is PassKind.WAIT:
        if passed.end_seconds > passed.start_seconds:
            cue = passed.event.cue if passed.event is not None else ""
            words = f"Wait: {cue}" if cue else "Wait for the band"
            yield Call(passed.start_seconds, passed.end_seconds, words, False)
        return
    first = passed.first
    at = first
    end = first + passed.length
    while at < end:
        upto = min(Fraction((at // unit + 1) * unit), end)
        begin, until = passed.start + at - first, passed.start + upto - first
        yield Call(
            song.seconds(begin), song.seconds(until), _words(timeline, passed, at, upto), False
        )
        at = upto


def _words(timeline: Timeline, passed: Pass, at: Fraction, upto: Fraction) -> str:
    run = next(
        (r for r in reversed(passed.facings) if r.start <= at - passed.first), passed.facings[0]
    )
    if passed.kind is PassKind.WALL:
        phrased = passed.item is not None
        name = f"{passed.wall} {passed.name}" if phrased else f"Wall {passed.wall}"
    else:
        name = passed.name
    counts = f"{at + 1}–{upto}" if upto > at + 1 else f"{upto}"
    words = f"{name}, facing {clock(run.facing)}: {counts}"
    if upto - passed.first == passed.length and passed.ended is Ended.SONG:
        words += ", song ends"
    return words


def _warnings(timeline: Timeline) -> Iterator[Call]:
    song = timeline.routine.song
    for there in timeline.happenings:
        name = event_name(timeline.routine, there.event)
        cue = f", {there.event.cue}" if there.event.cue else ""
        for ahead, until in zip(WARNED, (*WARNED[1:], 0), strict=True):
            start, end = there.at - ahead, there.at - until
            if start >= 0:
                words = f"In {ahead}: {name}, facing {clock(there.facing)}{cue}"
                yield Call(song.seconds(start), song.seconds(end), words, True)


def _stamp(at_seconds: float) -> str:
    milliseconds = round(max(0.0, at_seconds) * 1000)
    seconds, milliseconds = divmod(milliseconds, 1000)
    minutes, seconds = divmod(seconds, 60)
    hours, minutes = divmod(minutes, 60)
    return f"{hours:02}:{minutes:02}:{seconds:02}.{milliseconds:03}"


def _escaped(words: str) -> str:
    """Cue text: no markup, no arrow, one line."""
    plain = " ".join(words.split())
    return plain.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
