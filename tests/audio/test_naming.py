"""What stretches are called, worked out by hand from drums and loudness."""

import itertools

import numpy as np
import pytest

from maplestep.audio.naming import Named, Played, intro_stretches, names
from maplestep.core.song.listening import Cue
from maplestep.core.song.model import PhraseKind

K = PhraseKind
SECTION = K.SECTION


def spans(*bars: int) -> list[tuple[int, int]]:
    edges = np.cumsum([0, *(4 * n for n in bars)])
    return [(int(a), int(b)) for a, b in itertools.pairwise(edges)]


def called(found: list[Named]) -> list[tuple[PhraseKind, str]]:
    return [(one.kind, one.name) for one in found]


def test_stretches_that_sound_alike_share_a_letter_and_nothing_more_is_claimed() -> None:
    sound = Played(drums=np.ones(5), loud=np.zeros(5))
    # Sixteen bars each, none louder than another: nobody knows which is the chorus.
    found = names(sound, spans(16, 16, 16, 16, 16), [0, 1, 0, 2, 1], 4)
    assert called(found) == [
        (SECTION, "A"), (SECTION, "B"), (SECTION, "A"), (SECTION, "C"), (SECTION, "B"),
    ]  # fmt: skip


def test_a_chorus_comes_three_times_and_is_the_loudest() -> None:
    groups = [0, 1, 2, 1, 2, 1, 2]
    loud = np.asarray([-9.0, -3, 0, -3, 0, -3, 0])
    found = names(Played(np.ones(7), loud), spans(16, 16, 8, 16, 8, 16, 8), groups, 4)
    assert [one.kind for one in found[1:]] == [K.VERSE, K.CHORUS] * 3
    # Half a decibel is no evidence.
    close = np.asarray([-9.0, -0.5, 0, -0.5, 0, -0.5, 0])
    found = names(Played(np.ones(7), close), spans(16, 16, 8, 16, 8, 16, 8), groups, 4)
    assert {one.kind for one in found[1:]} == {SECTION}


def test_intro_break_and_outro_are_where_the_band_is_not() -> None:
    drums = np.asarray([0.1, 0.2, 1.0, 0.1, 1.0, 0.9])
    sound = Played(drums, np.asarray([-12.0, -8, 0, -7, 0, 0]))
    lengths = spans(8, 8, 16, 4, 16, 4)
    # Two quiet stretches of 32 counts each: the band comes in after 64.
    assert intro_stretches(sound, lengths) == 2
    joined = Played(np.delete(drums, 1), np.delete(sound.loud, 1))
    found = names(joined, [(0, 64), *lengths[2:]], [0, 1, 2, 1, 3], 4)
    assert called(found) == [
        (K.INTRO, ""), (SECTION, "A"), (K.BREAK, ""), (SECTION, "A"), (K.OUTRO, ""),
    ]  # fmt: skip
    assert [one.cue for one in found] == [
        None, Cue.DRUMS_IN, Cue.DRUMS_STOP, Cue.DRUMS_IN, None,
    ]  # fmt: skip


@pytest.mark.parametrize("count", [1, 2, 5])
def test_a_song_that_is_quiet_throughout_has_no_endless_intro(count: int) -> None:
    quiet = Played(np.full(count, 0.1), np.full(count, -3.0))
    assert intro_stretches(quiet, spans(*[40] * count)) <= 1
