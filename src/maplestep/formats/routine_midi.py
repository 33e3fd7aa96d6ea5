"""A routine as a Standard MIDI File: the song's map and clicks, and a marker at every wall,
tag, bridge and ending, with the way one faces."""

from __future__ import annotations

from ..core.layout.timeline import Pass, PassKind, Timeline
from ..core.primitives.turns import clock
from .song_midi import write_midi
from .wall_list import what_happens


def write_routine_midi(timeline: Timeline) -> bytes:
    """Clicks on every beat, phrases on the first track, walls and events on the third."""
    marks = [
        (passed.start, _words(timeline, passed))
        for passed in timeline.passes
        if not passed.goes_on and passed.kind is not PassKind.WAIT
    ]
    return write_midi(timeline.routine.song, marks)


def _words(timeline: Timeline, passed: Pass) -> str:
    name = f"Wall {passed.wall}" if passed.kind is PassKind.WALL else passed.name
    if passed.kind is PassKind.WALL and passed.item is not None:
        name = f"{passed.wall} {passed.name}"
    said = what_happens(timeline, passed) if passed.kind is PassKind.WALL else ""
    # The file's text events know Latin letters only.
    said = said.replace("½", "1/2").replace("–", "-")
    return f"{name} {clock(passed.start_facing)}" + (f": {said}" if said else "")
