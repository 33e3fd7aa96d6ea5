"""A routine as a Standard MIDI File: the song's map and clicks, and a marker at every wall,
tag, bridge and ending, with the way one faces."""

from __future__ import annotations

from ...core.layout.timeline import Segment, SegmentKind, Timeline
from ...core.primitives.turns import clock
from ..song.song_midi import write_midi
from .wall_list import what_happens


def write_routine_midi(timeline: Timeline) -> bytes:
    """Clicks on every beat, phrases on the first track, walls and events on the third."""
    marks = [
        (segment.start, _words(timeline, segment))
        for segment in timeline.segments
        if not segment.goes_on and segment.kind is not SegmentKind.WAIT
    ]
    return write_midi(timeline.routine.song, marks)


def _words(timeline: Timeline, segment: Segment) -> str:
    name = f"Wall {segment.wall}" if segment.kind is SegmentKind.WALL else segment.name
    if segment.kind is SegmentKind.WALL and segment.item is not None:
        name = f"{segment.wall} {segment.name}"
    said = what_happens(timeline, segment) if segment.kind is SegmentKind.WALL else ""
    # The file's text events know Latin letters only.
    said = said.replace("½", "1/2").replace("–", "-")
    return f"{name} {clock(segment.start_facing)}" + (f": {said}" if said else "")
