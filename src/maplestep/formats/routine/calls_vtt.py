"""A routine's calls as WebVTT (W3C, "WebVTT: The Web Video Text Tracks Format", 2019).

One cue for every eight counts (six in waltz time): wall, facing, which eight it is, what comes
last in it, and below that its figures as they are called. Before every event there is a warning
8 and one 4 counts ahead. Cues are in the order of their start; a warning stands in a line of its
own above the eight.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from ...core.layout.timeline import EndReason, Segment, SegmentKind, Timeline
from ...core.primitives.turns import clock
from ...core.rehearsal.calls import cues_of
from ...core.rehearsal.score import DancedFigure, score_of
from ...core.routine.event_words import event_name
from ...messages.calls import call_words
from ...messages.words import fact, text

WARNED: Final = (8, 4)


class Call(NamedTuple):
    """Words from one second of the recording to another; ``warns`` of what comes; ``figures``
    are those danced meanwhile."""

    start_seconds: float
    end_seconds: float
    words: str
    warns: bool
    figures: str = ""


def calls(timeline: Timeline) -> list[Call]:
    """All calls, in the order of their start."""
    figures = [
        (cue.subject.start, call_words(cue))
        for cue in cues_of(score_of(timeline))
        if isinstance(cue.subject, DancedFigure)
    ]
    found = [call for segment in timeline.segments for call in _eights(timeline, segment, figures)]
    found += _warnings(timeline)
    return sorted(found, key=lambda call: (call.start_seconds, not call.warns))


def write_vtt(timeline: Timeline) -> str:
    """The calls as a WebVTT file, times in seconds of the recording."""
    blocks = ["WEBVTT"]
    for number, call in enumerate(calls(timeline), start=1):
        place = " line:0" if call.warns else ""
        blocks.append(
            f"{number}\n{_stamp(call.start_seconds)} --> {_stamp(call.end_seconds)}{place}\n"
            + "\n".join(_escaped(line) for line in (call.words, call.figures) if line)
        )
    return "\n\n".join(blocks) + "\n"


def _eights(
    timeline: Timeline, segment: Segment, figures: Sequence[tuple[Fraction, str]]
) -> Iterator[Call]:
    song = timeline.routine.song
    unit = song.count_unit
    if segment.kind is SegmentKind.WAIT:
        if segment.end_seconds > segment.start_seconds:
            cue = segment.event.cue if segment.event is not None else ""
            words = text("call.wait", cue=cue) if cue else text("happens.wait")
            yield Call(segment.start_seconds, segment.end_seconds, words, False)
        return
    first = segment.first
    at = first
    end = first + segment.length
    while at < end:
        upto = min(Fraction((at // unit + 1) * unit), end)
        begin, until = segment.start + at - first, segment.start + upto - first
        danced = ", ".join(words for start, words in figures if begin <= start < until)
        yield Call(
            song.seconds(begin),
            song.seconds(until),
            _words(timeline, segment, at, upto),
            False,
            danced,
        )
        at = upto


def _words(timeline: Timeline, segment: Segment, at: Fraction, upto: Fraction) -> str:
    run = next(
        (r for r in reversed(segment.facings) if r.start <= at - segment.first), segment.facings[0]
    )
    if segment.kind is SegmentKind.WALL:
        phrased = segment.item is not None
        name = f"{segment.wall} {segment.name}" if phrased else text("call.wall", wall=segment.wall)
    else:
        name = fact("part", segment.name)
    counts = f"{at + 1}–{upto}" if upto > at + 1 else f"{upto}"
    words = text("call.eight", name=name, clock=clock(run.facing), counts=counts)
    if upto - segment.first == segment.length and segment.ended is EndReason.SONG:
        words = text("call.song-ends", words=words)
    return words


def _warnings(timeline: Timeline) -> Iterator[Call]:
    song = timeline.routine.song
    for there in timeline.occurrences:
        facts = {
            "event": event_name(timeline.routine, there.event),
            "clock": clock(there.facing),
        }
        cue = f", {there.event.cue}" if there.event.cue else ""
        for ahead, until in zip(WARNED, (*WARNED[1:], 0), strict=True):
            start, end = there.at - ahead, there.at - until
            if start >= 0:
                words = text("call.ahead", ahead=ahead, **facts) + cue
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
