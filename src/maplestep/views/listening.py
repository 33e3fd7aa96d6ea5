"""What listening found, as JSON: kept in the database and printed by ``maplestep analyse``."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, TypeAdapter

from ..core.song.listening import Listening, song_from
from ..core.song.phrasing import length_words
from .song import level_words

_ADAPTER: TypeAdapter[Listening] = TypeAdapter(Listening)


def dump_listening(listening: Listening) -> Any:
    """Plain JSON values."""
    return _ADAPTER.dump_python(listening, mode="json")


def load_listening(data: Any) -> Listening:
    """The other way round. Raises pydantic's ValidationError for other data."""
    return _ADAPTER.validate_python(data)


class PhraseReport(BaseModel):
    """A phrase of the likeliest reading."""

    start_seconds: float
    counts: int
    words: str
    kind: str
    same_as: int
    confidence: float


class CandidateReport(BaseModel):
    """One way to count the song."""

    bpm: float
    first_beat_seconds: float
    ratio: str
    words: str
    confidence: float


class ListeningReport(BaseModel):
    """All that was found in a recording; times in seconds, confidences from 0 to 1."""

    seconds: float
    bpm: float
    beats: list[float]
    downbeats: list[float]
    ones: list[float]
    count_unit: int
    intro_counts: int
    phrases: list[PhraseReport]
    candidates: list[CandidateReport]
    confidence: dict[str, float]
    stretches: list[dict[str, float]]


def listening_report(listening: Listening) -> ListeningReport:
    """The report of ``maplestep analyse --json``."""
    best = listening.best
    unit = best.count_unit
    return ListeningReport(
        seconds=round(listening.seconds, 3),
        bpm=round(best.bpm, 3),
        beats=[round(at, 4) for at in best.beats],
        downbeats=[round(best.beats[bar], 4) for bar in best.bars],
        ones=[round(at, 4) for at in best.ones],
        count_unit=unit,
        intro_counts=int(song_from(best, "").intro_counts),
        phrases=[
            PhraseReport(
                start_seconds=round(best.beats[p.start], 4),
                counts=p.end - p.start,
                words=length_words(p.end - p.start, unit),
                kind=p.kind.value,
                same_as=p.group,
                confidence=round(p.confidence, 3),
            )
            for p in best.phrases
        ],
        candidates=[
            CandidateReport(
                bpm=round(reading.bpm, 3),
                first_beat_seconds=round(reading.beats[0], 4),
                ratio=str(reading.ratio),
                words=level_words(reading, best),
                confidence=round(reading.confidence, 4),
            )
            for reading in listening.readings
        ],
        confidence={
            "beat": round(best.confidence, 4),
            "one": round(best.one_confidence, 4),
            "unit": round(best.unit_confidence, 4),
        },
        stretches=[
            {
                "start_seconds": round(s.start_seconds, 3),
                "end_seconds": round(s.end_seconds, 3),
                "confidence": round(s.confidence, 3),
            }
            for s in listening.stretches
        ],
    )
