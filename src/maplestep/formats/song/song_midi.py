"""A song as a Standard MIDI File: tempo map, time signature, markers, and clicks.

Standard MIDI Files 1.0 (MIDI Manufacturers Association, RP-001). Written: type 1, 480 ticks a
beat; track 1 holds tempo, time signature, phrase markers and cues, track 2 a click on every beat,
higher on count 1. Music that begins late has a lead-in of whole beats before the first.
"""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any, Final

import mido

from ...core.errors import FileError
from ...core.song.imported import ImportedSegment, ImportedSong
from ...core.song.model import Song
from ...core.song.phrasing import length_words

TICKS: Final = 480
CLICK, CLICK_ONE = 77, 76  # General MIDI low and high wood block
_DRUMS: Final = 9
_LONGEST_SECONDS: Final = 3600.0
_MOST_BEATS: Final = 20_000


Mark = tuple[Fraction, str]
"""Words at a count of the song."""


def write_midi(song: Song, walls: Sequence[Mark] = ()) -> bytes:
    """The song's map and clicks as MIDI; ``walls`` become markers on a track of their own."""
    file = mido.MidiFile(type=1, ticks_per_beat=TICKS)
    lead = _lead_in(song)
    file.tracks.append(_track(_map_events(song, lead), song.title))
    file.tracks.append(_track(_clicks(song, lead), "Clicks"))
    if walls:
        marks = [
            (
                _tick(count * song.beats_per_count, lead),
                mido.MetaMessage("marker", text=_latin(words)),
            )
            for count, words in walls
        ]
        file.tracks.append(_track(marks, "Walls"))
    out = io.BytesIO()
    file.save(file=out)
    return out.getvalue()


def _lead_in(song: Song) -> int:
    """Beats before the first one that fill the silence before it."""
    first = song.tempo.seconds(0)
    if first < 0.001:
        return 0
    span = song.tempo.seconds(1) - first
    return max(1, round(first / span))


def _tick(beat: Fraction, lead: int) -> int:
    return round((beat + lead) * TICKS)


def _map_events(song: Song, lead: int) -> list[tuple[int, mido.MetaMessage]]:
    events: list[tuple[int, mido.MetaMessage]] = []
    if lead:
        span = song.tempo.seconds(0) / lead
        events.append((0, mido.MetaMessage("set_tempo", tempo=round(span * 1e6))))
    end = song.length * song.beats_per_count
    corners = sorted({Fraction(0), *(beat for beat, _ in song.anchors if 0 < beat < end)})
    for beat, following in zip(corners, [*corners[1:], end], strict=True):
        span = (song.tempo.seconds(following) - song.tempo.seconds(beat)) / float(following - beat)
        events.append((_tick(beat, lead), mido.MetaMessage("set_tempo", tempo=round(span * 1e6))))
    metre = 3 if song.count_unit == 6 else 4
    signature = mido.MetaMessage("time_signature", numerator=metre, denominator=4)
    events.append((_tick(Fraction(0), lead), signature))
    for placed in song.placed:
        words = f"{placed.name} ({length_words(placed.phrase.counts, song.count_unit)})"
        at = _tick(placed.start * song.beats_per_count, lead)
        events.append((at, mido.MetaMessage("marker", text=_latin(words))))
        if placed.phrase.cue:
            events.append((at, mido.MetaMessage("cue_marker", text=_latin(placed.phrase.cue))))
    for cue in song.cue_points:
        at = _tick(cue.count * song.beats_per_count, lead)
        events.append((max(0, at), mido.MetaMessage("lyrics", text=_latin(cue.text))))
    events.append((_tick(end, lead), mido.MetaMessage("end_of_track")))
    return events


def _clicks(song: Song, lead: int) -> list[tuple[int, mido.Message]]:
    events = []
    for placed in song.placed:
        for count in range(placed.phrase.counts):
            at = _tick((placed.start + count) * song.beats_per_count, lead)
            one = count % song.count_unit == 0
            pitch = CLICK_ONE if one else CLICK
            on = mido.Message("note_on", channel=_DRUMS, note=pitch, velocity=110 if one else 80)
            events.append((at, on))
            events.append((at + TICKS // 8, mido.Message("note_off", channel=_DRUMS, note=pitch)))
    return events


def _track(events: list[tuple[int, mido.Message]], name: str) -> mido.MidiTrack:
    track = mido.MidiTrack([mido.MetaMessage("track_name", name=_latin(name))])
    now = 0
    for at, message in sorted(events, key=lambda event: event[0]):
        track.append(message.copy(time=at - now))
        now = at
    return track


def _latin(text: str) -> str:
    """What the standard's text events can hold."""
    return text.encode("latin-1", "replace").decode("latin-1")


def read_midi(raw: bytes, name: str = "") -> ImportedSong:
    """Tempo map, time signature and markers of a MIDI file. Raises FileError."""
    try:
        file = mido.MidiFile(file=io.BytesIO(raw))
        return _sketch(file, name)
    except FileError:
        raise
    except (
        OSError,
        EOFError,
        ValueError,
        KeyError,
        IndexError,
        TypeError,
        ZeroDivisionError,
    ) as error:
        raise FileError(
            "This MIDI file cannot be read; it is damaged or of another kind. Save it again as a "
            "Standard MIDI File."
        ) from error


@dataclass(slots=True)
class _Said:
    """What the messages of a file say, each with its tick."""

    tempi: list[tuple[int, int]] = field(default_factory=lambda: [(0, 500_000)])
    markers: list[tuple[int, str]] = field(default_factory=list)
    lyrics: list[tuple[int, str]] = field(default_factory=list)
    signature: tuple[int, int, int] | None = None
    first_note: int | None = None
    title: str = ""
    end: int = 0

    def take(self, tick: int, message: Any) -> None:
        """One message of a track."""
        match message.type:
            case "set_tempo":
                self.tempi.append((tick, message.tempo))
            case "time_signature":
                self.signature = self.signature or (tick, message.numerator, message.denominator)
            case "marker":
                self.markers.append((tick, message.text))
            case "lyrics" | "cue_marker":
                self.lyrics.append((tick, message.text))
            case "track_name":
                self.title = self.title or message.name
            case "note_on" if message.velocity:
                self.first_note = min(tick, tick if self.first_note is None else self.first_note)

    def metre(self, ticks_per_quarter: int) -> tuple[int, Fraction]:
        """The beats of a bar as notated, and the ticks of a beat as it is felt."""
        _, upper, lower = self.signature or (0, 4, 4)
        # Six-eight and its like are felt in dotted quarters.
        dotted = lower == 8 and upper % 3 == 0
        return upper, Fraction(ticks_per_quarter) * (Fraction(3, 2) if dotted else 1)

    def first_beat(self, per_beat: Fraction) -> int:
        """The tick of the first beat: the first marker, the signature, or the first note's."""
        start = self.signature[0] if self.signature else 0
        if self.markers:
            return self.markers[0][0]
        if start == 0 and self.first_note:
            return self.first_note - self.first_note % round(per_beat)
        return max(start, 0)


def _said(file: mido.MidiFile) -> _Said:
    """What all tracks say, on one line of ticks."""
    said = _Said()
    for track in file.tracks:
        tick = 0
        for message in track:
            tick += message.time
            said.take(tick, message)
        said.end = max(said.end, tick)
    return said


def _sketch(file: mido.MidiFile, name: str) -> ImportedSong:
    if file.ticks_per_beat <= 0:
        raise FileError("This MIDI file counts in film frames, not in beats. Save it with a tempo.")
    said = _said(file)
    markers, end = said.markers, said.end
    metre, per_beat = said.metre(file.ticks_per_beat)
    clock = _Clock(said.tempi, file.ticks_per_beat)
    zero = said.first_beat(per_beat)
    count = int((end - zero) / per_beat)
    if count < 1:
        raise FileError("There is no music in this MIDI file: it has no length.")
    if count > _MOST_BEATS or clock.seconds(end) > _LONGEST_SECONDS:
        raise FileError("This MIDI file is longer than a song. Cut out the one song.")
    beats = tuple(clock.seconds(zero + n * float(per_beat)) for n in range(count + 1))
    edges = [*(tick for tick, _ in markers), end]
    return ImportedSong(
        title=said.title or name,
        beats=beats,
        count_unit=6 if metre == 3 else 8,
        segments=tuple(
            ImportedSegment(
                start_seconds=clock.seconds(tick), end_seconds=clock.seconds(after), name=text
            )
            for (tick, text), after in zip(markers, edges[1:], strict=True)
            if after > tick
        ),
        cues=tuple((clock.seconds(tick), text) for tick, text in said.lyrics),
        seconds=clock.seconds(end),
    )


class _Clock:
    """Seconds of ticks through the tempo changes."""

    def __init__(self, tempi: list[tuple[int, int]], per_quarter: int) -> None:
        self.corners: list[tuple[int, float, float]] = []
        at, before, span = 0.0, 0, 0.5 / per_quarter
        for tick, tempo in sorted(tempi, key=lambda change: change[0]):
            at += (tick - before) * span
            span, before = tempo / 1e6 / per_quarter, tick
            self.corners.append((tick, at, span))

    def seconds(self, tick: float) -> float:
        """Time of a tick."""
        corner = self.corners[0]
        for entry in self.corners:
            if entry[0] > tick:
                break
            corner = entry
        return corner[1] + (tick - corner[0]) * corner[2]
