"""Calls: when each is due, worked out by hand, and that no two ever sound together."""

from fractions import Fraction
from importlib import resources
from itertools import pairwise

import pytest
from core.dancing import happens, song, timeline
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.layout.engine import lay_out
from maplestep.core.rehearsal.calls import Call, CallKind, Cue, called, cues_of
from maplestep.core.rehearsal.score import Score, score_of
from maplestep.formats.routine.routine_file import read_routine
from maplestep.messages.calls import call_words
from maplestep.messages.language import speaking

DEMO = resources.files("maplestep.demo") / "1-kite-weather.json"
SCORE = score_of(lay_out(read_routine(DEMO.read_bytes())[1]))
CUES = cues_of(SCORE)
EIGHTS = (
    "1-4 R rocking chair\n5-6 R side, L together\n7&8 R sailor ¼ R\n1-8 walk L, R, L, R, L, R, L, R"
)


def told(score: Score, *kinds: CallKind, lasts: float = 0.3, speed: float = 1.0) -> list[Call]:
    cues = [(cue, call_words(cue), lasts) for cue in cues_of(score)]
    return list(called(score, cues, kinds, speed))


def by_hand() -> Score:
    # 120 bpm: count c at c / 2 s. Intro 8; wall 1 from 8 (4 s), cut after 12 at 20 (10 s).
    return score_of(timeline(EIGHTS, song("intro 8, verse 40"), happens("restart", 1, "12")))


def test_events_are_called_8_and_4_counts_ahead() -> None:
    # The restart comes at count 20: called at 12 (6 s) and 16 (8 s).
    events = told(by_hand(), CallKind.EVENT)
    assert [(c.at_seconds, c.words) for c in events] == [
        (6.0, "restart coming"),
        (8.0, "four more, restart"),
    ]


def test_walls_are_called_two_counts_ahead_and_are_over_in_time() -> None:
    # Wall 2 begins at count 20, 10 s, and faces 3:00 (its ¼ is danced on count 8). Two counts
    # are 1 s. Words of 0.3 s begin at 9 s; words of 1.2 s have to begin at 8.8 s, and at half
    # speed, where they take up 0.6 s of the song, at 9 s again.
    assert (9.0, "wall 2, three o’clock") in [(c.at_seconds, c.words) for c in walls(0.3)]
    assert 8.8 in [pytest.approx(c.at_seconds) for c in walls(1.2)]
    assert 9.0 in [pytest.approx(c.at_seconds) for c in walls(1.2, speed=0.5)]


def walls(lasts: float, speed: float = 1.0) -> list[Call]:
    return told(by_hand(), CallKind.WALL, lasts=lasts, speed=speed)


def test_figures_are_called_one_count_ahead_and_by_the_side_of_their_turn() -> None:
    figures = [(c.at_seconds, c.words) for c in told(by_hand(), CallKind.FIGURE)]
    # The rocking chair on count 8 is called on 7 (3.5 s), the sailor on 7& of the wall, song
    # count 14, on 13 (6.5 s).
    assert figures[0] == (3.5, "rocking chair")
    assert (6.5, "sailor quarter right") in figures


def test_four_counts_lead_in() -> None:
    lead = [(c.at_seconds, c.words) for c in told(by_hand(), CallKind.LEAD)]
    assert lead == [(2.0, "five"), (2.5, "six"), (3.0, "seven"), (3.5, "eight")]


def test_they_are_called_in_french() -> None:
    with speaking("fr"):
        words = {call_words(cue) for cue in cues_of(by_hand())}
    assert {"bientôt reprise", "encore quatre, reprise", "mur 2, trois heures", "cinq"} <= words


spans = st.lists(st.floats(0.05, 2.5), min_size=len(CUES), max_size=len(CUES))


@given(
    lasts=spans,
    speed=st.sampled_from([0.5, 0.7, 0.85, 1.0, 1.1]),
    kinds=st.sets(st.sampled_from(CallKind)),
)
def test_calls_never_collide(lasts: list[float], speed: float, kinds: set[CallKind]) -> None:
    cues = [(cue, call_words(cue), each) for cue, each in zip(CUES, lasts, strict=True)]
    calls = called(SCORE, cues, kinds, speed)
    assert {call.kind for call in calls} <= kinds
    for call, following in pairwise(calls):
        assert call.at_seconds / speed + call.lasts_seconds <= following.at_seconds / speed + 1e-9
    # Of the most urgent kind only what collides with its own is left out.
    if kinds:
        first = min(kinds, key=list(CallKind).index)
        own = called(SCORE, cues, {first}, speed)
        assert [c for c in calls if c.kind is first] == list(own)


def test_what_there_is_room_for_is_said() -> None:
    cues = [(cue, call_words(cue), 0.01) for cue in CUES]
    calls = called(SCORE, cues, {CallKind.COUNT}, 1.0)
    assert len(calls) == sum(cue.kind is CallKind.COUNT for cue in CUES)
    assert isinstance(CUES[0], Cue)
    assert all(Fraction(cue.at) == cue.at for cue in CUES)
