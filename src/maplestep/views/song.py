"""What the Song desk draws: beats, ones and phrases in seconds, and what a change did."""

from __future__ import annotations

from pydantic import BaseModel

from ..core.song.line import write_song_line
from ..core.song.listening import UNSURE, Listening, Reading, irregular_places
from ..core.song.model import Song
from ..core.song.phrasing import length_words
from ..formats.routine.routine_file import SongForm, song_form
from ..messages.song_changes import changes
from ..messages.words import text


class PhraseMark(BaseModel):
    """Where a phrase begins; ``words`` is its length as dancers say it, 32+4."""

    start_seconds: float
    start_count: int
    words: str


class SongMap(BaseModel):
    """A song with everything worked out that is drawn. Times in seconds of the recording."""

    song: SongForm
    marks: list[PhraseMark]
    length_counts: int
    length_seconds: float
    # Every count, what is said on each, and which of them are a count 1, by number.
    counts: list[float]
    numbers: list[int]
    ones: list[int]
    steady: bool
    line: str


class SongEdited(SongMap):
    """A song after a correction, and what it changed, in words."""

    changed: list[str]


class ReadingView(BaseModel):
    """One way to count the song; ``words`` say what it means for a dance."""

    bpm: float
    words: str
    confidence: float
    count_unit: int


class UnsureView(BaseModel):
    """A stretch whose beats are less sure than the rest."""

    start_seconds: float
    end_seconds: float
    confidence: float


class IrregularView(BaseModel):
    """A place where the band leaves its beat."""

    at_seconds: float
    words: str


class ListeningView(BaseModel):
    """What listening found and how sure it is, 0 to 1."""

    seconds: float
    readings: list[ReadingView]
    unsure: list[UnsureView]
    irregular: list[IrregularView]
    level_confidence: float
    one_confidence: float
    unit_confidence: float
    phrase_confidence: list[float]
    said: list[str]


def song_map(song: Song) -> SongMap:
    """The song as the desk draws it."""
    return SongMap(**_map_fields(song))


def song_edited(before: Song, after: Song) -> SongEdited:
    """A corrected song, with what changed."""
    return SongEdited(**_map_fields(after), changed=changes(before, after))


def _map_fields(song: Song) -> dict[str, object]:
    counts = int(song.length)
    return {
        "song": song_form(song),
        "marks": [
            PhraseMark(
                start_seconds=song.seconds(placed.start),
                start_count=int(placed.start),
                words=length_words(placed.phrase.counts, song.count_unit),
            )
            for placed in song.placed
        ],
        "length_counts": counts,
        "length_seconds": song.seconds(song.length),
        "counts": [round(song.seconds(count), 4) for count in range(counts + 1)],
        "numbers": list(song.numbers),
        "ones": [count for count, number in enumerate(song.numbers) if number == 1],
        "steady": not song.anchors or len(song.anchors) == 2,
        "line": write_song_line(song.bpm, song.phrases, song.count_unit),
    }


def listening_view(listening: Listening) -> ListeningView:
    """What was heard, in words where a number would mean nothing."""
    best = listening.best
    return ListeningView(
        seconds=listening.seconds,
        readings=_reading_views(listening),
        unsure=[
            UnsureView(
                start_seconds=s.start_seconds, end_seconds=s.end_seconds, confidence=s.confidence
            )
            for s in listening.stretches
            if s.confidence < UNSURE
        ],
        irregular=[
            IrregularView(
                at_seconds=place.at_seconds, words=_place_words(place.kind, place.seconds)
            )
            for place in irregular_places(best.beats)
        ],
        level_confidence=best.confidence,
        one_confidence=best.one_confidence,
        unit_confidence=best.unit_confidence,
        phrase_confidence=[phrase.confidence for phrase in best.phrases],
        said=_said(listening),
    )


def _place_words(kind: str, seconds: float) -> str:
    return text("heard.stops" if kind == "stop" else "heard.slows", seconds=f"{seconds:.1f}")


def _reading_views(listening: Listening) -> list[ReadingView]:
    views: list[ReadingView] = []
    for reading in listening.readings:
        words = level_words(reading, listening.best)
        if any(view.words == words for view in views):
            words = text("heard.other-beats", words=words)
        views.append(
            ReadingView(
                bpm=round(reading.bpm, 1),
                words=words,
                confidence=reading.confidence,
                count_unit=reading.count_unit,
            )
        )
    return views


def level_words(reading: Reading, best: Reading) -> str:
    """What counting this way means, against the likeliest reading."""
    if reading is best:
        return text("heard.as-heard")
    ratio = reading.ratio
    if ratio == 1:
        off = (reading.beats[len(reading.beats) // 2] - best.beats[0]) * best.bpm / 60 % 1
        return text("heard.between" if 0.3 < off < 0.7 else "heard.shifted")
    if str(ratio) in {"2", "3", "1/2", "1/3"}:
        return text(f"heard.{ratio}")
    if ratio.denominator == 1:
        return text("heard.for-one", counts=ratio)
    return text("heard.for", counts=ratio.numerator, others=ratio.denominator)


def _said(listening: Listening) -> list[str]:
    """What to check by ear, the most doubtful first."""
    best = listening.best
    said = []
    if best.confidence < 0.8 and len(listening.readings) > 1:
        others = [f"{reading.bpm:.0f}" for reading in listening.readings[1:3]]
        either = text("or", one=others[0], other=others[1]) if len(others) > 1 else others[0]
        said.append(text("check.tempo", bpm=f"{best.bpm:.0f}", others=either))
    if best.one_confidence < 0.75:
        said.append(text("check.one"))
    if best.unit_confidence < 0.75:
        said.append(text("check.unit"))
    unsure = sum(
        s.end_seconds - s.start_seconds for s in listening.stretches if s.confidence < UNSURE
    )
    if unsure > 0.05 * listening.seconds:
        said.append(text("check.unsure", seconds=f"{unsure:.0f}"))
    return said
