"""Corrections of a song map as the Song desk sends them, one form each."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Annotated, Any, Final, Literal

from pydantic import Field

from ..core.errors import SongError
from ..core.song import grid, phrasing
from ..core.song.line import apply_song_line
from ..core.song.listening import Listening, Reading, song_from
from ..core.song.model import PhraseKind, Song
from ..core.song.reheard import pinned_beats, reheard
from ..formats.routine.routine_file import Form, song_form, song_of
from ..messages.heard import heard_cues

Seconds = Annotated[float, Field(ge=0, le=3600, allow_inf_nan=False)]
Index = Annotated[int, Field(ge=0, le=10_000)]
MOST_TAPS: Final = 1000


class Level(Form):
    """So many counts where there was one."""

    op: Literal["level"]
    ratio: Literal["2", "1/2", "3/2", "2/3", "3", "1/3", "4/3", "3/4"]


class Shift(Form):
    """Count 1 so many beats later; negative is earlier."""

    op: Literal["shift"]
    beats: Annotated[float, Field(ge=-64, le=64)]


class SetOne(Form):
    """The beat at this time is a count 1."""

    op: Literal["one"]
    at: Seconds


class MoveBeat(Form):
    """A beat stands at this time."""

    op: Literal["move_beat"]
    beat: Annotated[int, Field(ge=-1000, le=40_000)]
    at: Seconds


class OneBeat(Form):
    """A beat more, or the nearest one out."""

    op: Literal["insert_beat", "remove_beat"]
    at: Seconds


class Hold(Form):
    """The band stops for so many seconds."""

    op: Literal["hold"]
    at: Seconds
    seconds: float


class SlowDown(Form):
    """Beats get longer over a stretch, the last ``factor`` times the first."""

    op: Literal["slow_down"]
    start: Seconds
    end: Seconds
    factor: float


class Steady(Form):
    """One tempo from end to end."""

    op: Literal["steady"]


class Tempo(Form):
    """Another tempo, in beats per minute."""

    op: Literal["tempo"]
    bpm: Annotated[float, Field(gt=0, le=1000, allow_inf_nan=False)]


class Tap(Form):
    """Beats tapped along, in seconds of the song; ``heard``: its grid comes from a recording."""

    op: Literal["tap"]
    taps: Annotated[list[Seconds], Field(max_length=MOST_TAPS)]
    heard: bool
    first_is_one: bool = False


class Length(Form):
    """A phrase's length as typed: 32+4."""

    op: Literal["length"]
    index: Index
    text: Annotated[str, Field(max_length=40)]


class Boundary(Form):
    """A phrase ends so many counts after its start; its neighbour gives or takes them."""

    op: Literal["boundary"]
    index: Index
    counts: int


class OnPhrase(Form):
    """Mark, join, take out."""

    op: Literal["mark", "merge", "remove"]
    index: Index


class CallAlike(Form):
    """This phrase and all that are called as it is: another kind."""

    op: Literal["call_alike"]
    index: Index
    kind: PhraseKind


class Split(Form):
    """In two; after whole eights when no count is given."""

    op: Literal["split"]
    index: Index
    counts: int | None = None


class Append(Form):
    """A phrase more at the end."""

    op: Literal["append"]


class Intro(Form):
    """The intro so long."""

    op: Literal["intro"]
    counts: Annotated[int, Field(ge=0, le=2000)]


class CountIn(Form):
    """The dance begins after so many counts; the music stays where it is."""

    op: Literal["count_in"]
    counts: Annotated[int, Field(ge=0, le=2000)]


class Line(Form):
    """All phrases typed in one line."""

    op: Literal["line"]
    text: Annotated[str, Field(max_length=10_000)]


class TakeReading(Form):
    """One of the readings that listening offered, with its beats and phrases."""

    op: Literal["reading"]
    number: Annotated[int, Field(ge=0, le=9)]


SongEdit = Annotated[
    Level | Shift | SetOne | MoveBeat | OneBeat | Hold | SlowDown | Steady | Tempo | Tap | Length
    | Boundary | OnPhrase | CallAlike | Split | Append | Intro | CountIn | Line | TakeReading,
    Field(discriminator="op"),
]  # fmt: skip

_DO: Final[dict[str, Callable[[Song, Any], Song]]] = {
    "level": lambda song, e: grid.change_level(song, Fraction(e.ratio)),
    "shift": lambda song, e: grid.shift_one(song, Fraction(e.beats).limit_denominator(12)),
    "one": lambda song, e: grid.set_one(song, e.at),
    "move_beat": lambda song, e: grid.move_beat(song, e.beat, e.at),
    "insert_beat": lambda song, e: grid.insert_beat(song, e.at),
    "remove_beat": lambda song, e: grid.remove_beat(song, e.at),
    "hold": lambda song, e: grid.hold(song, e.at, e.seconds),
    "slow_down": lambda song, e: grid.slow_down(song, e.start, e.end, e.factor),
    "steady": lambda song, _: grid.steady(song),
    "tempo": lambda song, e: grid.change_tempo(song, Fraction(e.bpm).limit_denominator(1000)),
    "tap": lambda song, e: grid.tap(song, e.taps, heard=e.heard, first_is_one=e.first_is_one),
    "length": lambda song, e: phrasing.set_length(song, e.index, phrasing.parse_length(e.text)),
    "boundary": lambda song, e: phrasing.move_boundary(song, e.index, e.counts),
    "mark": lambda song, e: phrasing.mark(song, e.index),
    "merge": lambda song, e: phrasing.merge(song, e.index),
    "remove": lambda song, e: phrasing.remove(song, e.index),
    "split": lambda song, e: phrasing.split(song, e.index, e.counts),
    "call_alike": lambda song, e: phrasing.call_alike(song, e.index, e.kind),
    "append": lambda song, _: phrasing.append(song),
    "intro": lambda song, e: phrasing.set_intro(song, e.counts),
    "count_in": lambda song, e: phrasing.count_in(song, e.counts),
    "line": lambda song, e: apply_song_line(song, e.text),
}


@dataclass(frozen=True, slots=True)
class Recording:
    """What was heard in a song's recording. ``hear_again`` listens to it anew, given the beats
    tapped and those pinned by hand, in seconds; None where nothing was kept to listen to."""

    listening: Listening
    hear_again: Callable[[Sequence[float], Sequence[float]], Reading] | None = None


def apply_edit(song: Song, edit: SongEdit, recording: Recording | None = None) -> Song:
    """The corrected song, as it will be stored. Raises SongError.

    ``recording`` is for taking one of its readings, and for taps that none of them fits.
    """
    if isinstance(edit, TakeReading):
        return _reading(song, edit, recording)
    if isinstance(edit, Tap) and edit.heard and recording and recording.hear_again:
        changed = _tapped(song, edit, recording.listening, recording.hear_again)
    else:
        changed = _DO[edit.op](song, edit)
    # What is stored is the written form, rounded: the desk must not show anything finer.
    return song_of(song_form(changed))


def _reading(song: Song, edit: TakeReading, recording: Recording | None) -> Song:
    if recording is None or edit.number >= len(recording.listening.readings):
        raise SongError("This song has no such reading. Add its recording first.", field="")
    reading = recording.listening.readings[edit.number]
    return song_from(reading, song.title, song.performer, heard_cues())


def _tapped(
    song: Song,
    edit: Tap,
    listening: Listening,
    hear_again: Callable[[Sequence[float], Sequence[float]], Reading],
) -> Song:
    """The pulse of the grid that the taps stand on; where none does, the recording heard again."""
    changed = grid.tapped_level(song, edit.taps)
    if changed is None:
        beats = grid.tapped_beats(edit.taps)
        reading = hear_again(beats, pinned_beats(song, listening))
        changed = reheard(song, reading, listening, heard_cues())
    return grid.set_one(changed, min(edit.taps)) if edit.first_is_one else changed
