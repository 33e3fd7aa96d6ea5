"""Stress pieces: the stand-in band playing maps with stops, slow-downs, extra beats and drift."""

from __future__ import annotations

import math
from dataclasses import dataclass
from fractions import Fraction as F
from pathlib import Path

from pieces import KEPT

from maplestep.audio.band import play
from maplestep.core.song.model import Groove, Phrase, PhraseKind, Song

K = PhraseKind
PLAN = (
    (K.INTRO, 16), (K.VERSE, 32), (K.CHORUS, 32), (K.VERSE, 32), (K.CHORUS, 32),
    (K.BRIDGE, 16), (K.CHORUS, 32),
)  # fmt: skip


@dataclass(frozen=True)
class Stress:
    """A song map, its sound, and the place that is hard in it, in seconds."""

    name: str
    song: Song
    audio: Path
    beats: list[float]
    hard_at: float | None = None


def _song(name: str, bpm: float, **more: object) -> Song:
    waltz = more.get("count_unit") == 6
    plan = more.pop("plan", None) or [(k, n * 3 // 4 if waltz else n) for k, n in PLAN]
    return Song(
        title=name, bpm=F(bpm).limit_denominator(1000), first_beat_seconds=0.4,
        phrases=tuple(Phrase(kind=k, counts=n) for k, n in plan), **more,
    )  # fmt: skip


def _anchored(name: str, bpm: float, spans: dict[int, float] | None, **more: object) -> Song:
    """The song with some beats longer: ``spans`` maps a beat number to its factor."""
    plain = _song(name, bpm, **more)
    at, anchors = 0.4, []
    for beat in range(int(plain.length) + 1):
        anchors.append((F(beat), at))
        at += 60 / bpm * (spans or {}).get(beat, 1.0)
    return _song(name, bpm, anchors=tuple(anchors), **more)


def maps() -> list[tuple[Song, float | None]]:
    """All stress songs and where each is hard."""
    out: list[tuple[Song, float | None]] = []
    for bpm in (60, 76, 92, 108, 124, 140, 156, 172, 190, 210):
        out.append((_song(f"steady {bpm}", bpm), None))
    for bpm in (88, 112, 132, 168):
        out.append((_song(f"swing {bpm}", bpm, feel=Groove.SWING), None))
    for bpm in (84, 102, 126, 150):
        out.append((_song(f"waltz {bpm}", bpm, count_unit=6), None))
    for bpm in (87, 103, 121, 134, 151):
        song = _anchored(f"stop {bpm}", bpm, {79: 1 + 2 * bpm / 60})
        out.append((song, song.tempo.seconds(79)))
    for bpm in (84, 96, 118, 128, 144):
        count = 192
        slow = {b: 1 + 0.06 * (b - count + 13) for b in range(count - 12, count)}
        song = _anchored(f"slow-down {bpm}", bpm, slow)
        out.append((song, song.tempo.seconds(count - 12)))
    for bpm in (91, 107, 122, 137, 148):
        plan = [(k, n + 2 if i == 2 else n) for i, (k, n) in enumerate(PLAN)]
        song = _song(f"two beats more {bpm}", bpm, plan=plan)
        out.append((song, song.seconds(F(16 + 32 + 32))))
    for bpm in (95, 119, 141):
        plan = [(K.INTRO, 64), *PLAN[1:]]
        out.append((_song(f"drumless intro {bpm}", bpm, plan=plan), None))
    for bpm in (98, 126):
        drift = {b: 1 + 0.03 * math.sin(b / 25) for b in range(400)}
        out.append((_anchored(f"drift {bpm}", bpm, drift), None))
    return out


def stress() -> list[Stress]:
    """The rendered stress pieces."""
    KEPT.mkdir(parents=True, exist_ok=True)
    out = []
    for song, hard_at in maps():
        audio = KEPT / f"stress-{song.title.replace(' ', '-')}.flac"
        if not audio.exists():
            play(song, audio)
        beats = [song.tempo.seconds(b) for b in range(int(song.length))]
        out.append(Stress(song.title, song, audio, beats, hard_at))
    return out
