"""A map moved onto beats that were heard again; the arithmetic stands beside each."""

from dataclasses import replace
from fractions import Fraction as F

import pytest
from core.dancing import song
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.song import grid, phrasing
from maplestep.core.song.listening import HeardPhrase, Listening, Reading, song_from
from maplestep.core.song.model import CuePoint, PhraseKind
from maplestep.core.song.reheard import has_heard_phrases, on_new_beats, pinned_beats, reheard

# 120 bpm, count 1 at 1.0 s: intro 1 to 5 s, verse to 21 s, chorus to 33 s.
SONG = replace(
    song("intro 8, verse 32, chorus 24", bpm=120, first_beat_seconds=1.0),
    cue_points=(CuePoint(count=F(20), text="the fiddle"),),
)


def reading(bpm: float, first: float, *lengths: int) -> Reading:
    beats = tuple(first + n * 60 / bpm for n in range(sum(lengths)))
    edges = [sum(lengths[:n]) for n in range(len(lengths) + 1)]
    kinds = (PhraseKind.INTRO, PhraseKind.SECTION, PhraseKind.SECTION)
    phrases = tuple(
        HeardPhrase(start=a, end=b, kind=kind, name=name, group=n, confidence=1.0)
        for n, (a, b, kind, name) in enumerate(
            zip(edges, edges[1:], kinds, ("", "A", "B"), strict=False)
        )
    )
    return Reading(beats=beats, bars=(), phrases=phrases, count_unit=8, confidence=0.6,
                   one_confidence=0.5, unit_confidence=0.9)  # fmt: skip


@given(st.floats(70, 170), st.floats(0.0, 0.9))
def test_every_mark_stays_at_its_time_whatever_the_new_beat_is(bpm: float, first: float) -> None:
    beats = [first + n * 60 / bpm for n in range(int(40 * bpm / 60))]
    moved = on_new_beats(SONG, beats)
    span = 60 / bpm
    # Each mark goes to the nearest beat, so it moves by half of one at most; the first one may
    # not go before the recording begins.
    for was, now in zip(SONG.placed, moved.placed, strict=True):
        assert abs(SONG.seconds(was.start) - moved.seconds(now.start)) <= span / 2 + 0.01
        assert was.phrase.kind is now.phrase.kind
    (cue,) = moved.cue_points
    assert cue.text == "the fiddle"
    assert abs(SONG.seconds(20) - moved.seconds(cue.count)) <= span / 2 + 0.01
    # And every count lies on a beat.
    for count in range(int(moved.length)):
        at = moved.seconds(count)
        assert min(abs(at - beat) for beat in beats) < 0.01 or at > beats[-1]


def test_phrases_that_nobody_touched_are_heard_anew() -> None:
    first = reading(120, 1.0, 8, 32, 24)
    listening = Listening(seconds=40, readings=(first,), stretches=())
    proposed = song_from(first, "Tin Kettle")
    assert has_heard_phrases(proposed, listening)
    anew = reading(90, 1.2, 4, 24, 20)
    assert [p.counts for p in reheard(proposed, anew, listening).phrases] == [4, 24, 20]
    # A phrase named or moved by hand, or a cue written, and the phrases are the user's.
    named = replace(
        proposed, phrases=(*proposed.phrases[:2], replace(proposed.phrases[2], name="The drop"))
    )
    moved = phrasing.move_boundary(proposed, 1, 28)
    cued = replace(proposed, cue_points=SONG.cue_points)
    for touched in (named, moved, cued):
        assert not has_heard_phrases(touched, listening)
    kept = reheard(moved, anew, listening)
    # 1.0 s, 5.0 s and 19.0 s at 90 bpm from 1.2 s on: beats 0, 5.7 and 26.7, so 6 and 21 counts.
    assert [p.counts for p in kept.phrases][:2] == [6, 21]


@pytest.mark.parametrize(("beat", "to"), [(10, 6.12), (30, 15.9)])
def test_only_what_a_hand_has_moved_is_pinned(beat: int, to: float) -> None:
    first = reading(120, 1.0, 8, 32, 24)
    listening = Listening(seconds=40, readings=(first,), stretches=())
    proposed = song_from(first, "Tin Kettle")
    assert pinned_beats(proposed, listening) == ()
    assert pinned_beats(grid.shift_one(proposed, F(1)), listening) == ()
    assert pinned_beats(grid.move_beat(proposed, beat, to), listening) == (to,)
