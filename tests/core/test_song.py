"""Tempo arithmetic against mido (an independent MIDI library), phrases by hand."""

from fractions import Fraction as F

import mido
import pytest
from core.dancing import song
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import SongError
from maplestep.core.song.model import Phrase, PhraseKind, TempoMap, unmapped_song

TICKS = 480


@given(st.integers(20, 400), st.integers(0, 2000))
def test_a_steady_tempo_is_midis(bpm: int, beat: int) -> None:
    # MIDI keeps whole microseconds a beat, so over 2000 beats it may be off by 1 ms at most.
    expected = mido.tick2second(beat * TICKS, TICKS, mido.bpm2tempo(bpm))
    assert TempoMap.steady(F(bpm)).seconds(F(beat)) == pytest.approx(expected, abs=1.001e-3)


def test_a_tempo_map_bends_at_its_anchors() -> None:
    # 8 beats in 4 s (120 bpm), then 4 beats in 4 s (60 bpm), going on at 60.
    drift = TempoMap(anchors=((F(0), 1.0), (F(8), 5.0), (F(12), 9.0)))
    assert [drift.seconds(F(n)) for n in (0, 4, 8, 10, 14)] == [1.0, 3.0, 5.0, 7.0, 11.0]


def test_half_time_counts_take_two_beats() -> None:
    waltz = song("verse 48", bpm=120)
    assert waltz.seconds(F(48)) == pytest.approx(24.0)


def test_phrases_lie_end_to_end_and_the_intro_is_found() -> None:
    placed = song("intro 16, verse 64, chorus 36").placed
    assert [(p.start, p.end) for p in placed] == [(0, 16), (16, 80), (80, 116)]
    assert song("intro 16, verse 64").intro_counts == 16
    assert song("verse 64, intro 8").intro_counts == 0
    assert song("intro 8, intro 8, verse 32").intro_counts == 16


def test_the_phrase_of_a_count() -> None:
    music = song("intro 16, verse 64")
    at = [music.phrase_at(F(n)) for n in (0, 15, 16, 79, 80)]
    assert [p.index if p else None for p in at] == [0, 0, 1, 1, None]


def test_a_song_not_yet_mapped() -> None:
    # 3 minutes at 112 bpm are 336 counts: an intro of 16 and 320 to be marked.
    assert [p.counts for p in unmapped_song("x", F(112), 180.0).phrases] == [16, 320]
    assert [p.counts for p in unmapped_song("x", F(112), 180.0, intro=0).phrases] == [336]


@pytest.mark.parametrize(
    ("bpm", "seconds", "field"),
    [(0, 180, "bpm"), (500, 180, "bpm"), (120, 0, "length_seconds"), (120, 5, "length_seconds")],
)
def test_impossible_songs_are_refused(bpm: int, seconds: float, field: str) -> None:
    with pytest.raises(SongError) as refused:
        unmapped_song("x", F(bpm), seconds)
    assert refused.value.field == field


def test_other_impossible_numbers() -> None:
    with pytest.raises(SongError):
        Phrase(kind=PhraseKind.VERSE, counts=0)
    with pytest.raises(SongError):
        TempoMap(anchors=((F(0), 0.0), (F(4), 0.0)))
    with pytest.raises(SongError):
        TempoMap(anchors=((F(0), float("nan")), (F(4), 1.0)))
