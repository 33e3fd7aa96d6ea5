"""What the Song desk is told: the map in seconds, and what was heard, in words."""

from fractions import Fraction as F

import pytest
from core.dancing import song

from maplestep.core.song.corrections import Correction, in_light_of
from maplestep.core.song.listening import (
    Cue,
    HeardPhrase,
    Listening,
    Reading,
    Stretch,
    irregular_places,
    song_from,
    weighed,
)
from maplestep.core.song.model import PhraseKind
from maplestep.views.song import listening_view, song_map

# 60 bpm from 2 s on: 40 beats, phrases of 8 and 32.
BEATS = tuple(2.0 + n for n in range(40))
PHRASES = (
    HeardPhrase(start=0, end=8, kind=PhraseKind.INTRO, group=0, confidence=0.9),
    HeardPhrase(start=8, end=40, kind=PhraseKind.VERSE, group=1, confidence=0.4),
)


def reading(beats: tuple[float, ...], ratio: F = F(1), confidence: float = 0.9) -> Reading:
    return Reading(
        beats=beats, bars=tuple(range(0, len(beats), 4)), phrases=PHRASES, count_unit=8,
        confidence=confidence, one_confidence=0.9, unit_confidence=0.9, ratio=ratio,
    )  # fmt: skip


def heard(*readings: Reading, unsure: float = 0.9) -> Listening:
    stretches = (
        Stretch(start_seconds=2.0, end_seconds=18.0, confidence=0.9),
        Stretch(start_seconds=18.0, end_seconds=34.0, confidence=unsure),
    )
    return Listening(seconds=44.0, readings=readings, stretches=stretches)


def test_the_map_in_seconds() -> None:
    drawn = song_map(song("intro 4, verse 10", bpm=120, first_beat_seconds=1.0))
    # Counts every half second from 1 s on; eights begin anew with each phrase: 0, 4 and 12.
    assert drawn.counts[:3] == [1.0, 1.5, 2.0]
    assert (len(drawn.counts), drawn.ones) == (15, [0, 4, 12])
    assert drawn.numbers == [*range(1, 5), *range(1, 9), 1, 2]
    # A waltz says one to six: 6 + 6 + 3 counts.
    waltz = song_map(song("verse 15", unit=6))
    assert waltz.numbers == [*range(1, 7), *range(1, 7), 1, 2, 3]
    assert [(m.start_seconds, m.start_count, m.words) for m in drawn.marks] == [
        (1.0, 0, "4"),
        (3.0, 4, "8+2"),
    ]
    assert (drawn.length_seconds, drawn.steady) == (8.0, True)
    assert drawn.line == "120 bpm: intro 4, verse 8+2"


def test_other_ways_to_count_say_what_they_mean() -> None:
    half = reading(BEATS[::2], F(1, 2), 0.05)
    other_half = reading(BEATS[1::2], F(1, 2), 0.02)
    between = reading(tuple(at + 0.5 for at in BEATS), F(1), 0.03)
    view = listening_view(heard(reading(BEATS), half, between, other_half))
    assert [(r.bpm, r.words) for r in view.readings] == [
        (60.0, "as heard"),
        (30.0, "half as many counts"),
        (60.0, "between the beats"),
        (30.0, "half as many counts, on the other beats"),
    ]
    assert view.said == []


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"confidence": 0.6}, "Check the tempo: 60 bpm is likely, 30 is possible."),
        ({"one_confidence": 0.5}, "Check count 1"),
        ({"unit_confidence": 0.5}, "eights or in sixes"),
    ],
)
def test_what_is_doubtful_is_said(change: dict[str, float], words: str) -> None:
    from dataclasses import replace

    best = replace(reading(BEATS), **change)
    view = listening_view(heard(best, reading(BEATS[::2], F(1, 2), 0.3)))
    assert len(view.said) == 1
    assert words in view.said[0]


def test_stretches_that_are_hard_to_hear_are_marked() -> None:
    view = listening_view(heard(reading(BEATS), unsure=0.2))
    assert [(s.start_seconds, s.end_seconds) for s in view.unsure] == [(18.0, 34.0)]
    # 16 of 44 seconds.
    assert view.said == ["In 16 seconds of it the beat is hard to hear; they are marked."]


def test_irregular_places() -> None:
    stop = [*BEATS[:20], *(at + 1.5 for at in BEATS[20:])]
    [place] = irregular_places(stop)
    # Beat 19 at 21 s lasts 2.5 s instead of 1.
    assert (place.kind, place.beat, place.at_seconds, place.seconds) == ("stop", 19, 21.0, 1.5)
    assert irregular_places(BEATS) == ()
    view = listening_view(heard(reading(tuple(stop))))
    assert [(p.at_seconds, p.words) for p in view.irregular] == [(21.0, "stops for 1.5 s")]
    slow = [0.0]
    for span in [*[1.0] * 20, 1.1, 1.2, 1.3, 1.4]:
        slow.append(slow[-1] + span)
    [tail] = irregular_places(slow)
    assert (tail.kind, tail.beat) == ("slows", 20)
    assert tail.seconds == pytest.approx(5.0)


def test_a_reading_becomes_a_song() -> None:
    made = song_from(reading(BEATS), "Kite", "The Stand-ins")
    assert (made.title, made.performer, made.bpm) == ("Kite", "The Stand-ins", 60)
    assert [(p.kind.value, p.counts) for p in made.phrases] == [("intro", 8), ("verse", 32)]
    assert [made.seconds(n) for n in (0, 8, 40)] == [2.0, 10.0, 42.0]
    # What comes before the first phrase has negative beats.
    from dataclasses import replace

    late = replace(reading(BEATS), phrases=(replace(PHRASES[1], start=8, end=40),))
    assert song_from(late, "Kite").seconds(0) == 10.0


def test_what_is_heard_where_a_phrase_begins_becomes_its_cue() -> None:
    from dataclasses import replace

    section = replace(PHRASES[1], kind=PhraseKind.SECTION, name="A", cue=Cue.DRUMS_STOP)
    told = replace(reading(BEATS), phrases=(PHRASES[0], section))
    made = song_from(told, "Kite", cues={Cue.DRUMS_STOP: "drums stop"})
    assert [(p.kind.value, p.name, p.cue) for p in made.phrases] == [
        ("intro", "", ""), ("section", "A", "drums stop"),
    ]  # fmt: skip


# Ears: 170 with .6, 85 with .3 (of 1 in all, four songs' worth). After n songs that were halved, 85
# has (n + 4 * .3) / (n + 4) against 170's 4 * .6 / (n + 4): it leads once n + 1.2 > 2.4, from 2 on.
@pytest.mark.parametrize(("halved", "leads"), [(0, 170), (1, 170), (2, 85), (5, 85)])
def test_what_one_made_of_songs_alike_speaks_for_the_next(halved: int, leads: int) -> None:
    from dataclasses import replace

    def at(bpm: float, chance: float) -> Reading:
        beats = tuple(n * 60 / bpm for n in range(40))
        return replace(reading(beats), confidence=chance)

    listening = replace(
        heard(at(170, 0.6)), readings=(at(170, 0.6), at(85, 0.3), at(170.5, 0.06), at(113, 0.04))
    )
    earlier = [Correction(heard=176, kept=88)] * halved
    found = in_light_of(listening, earlier)
    assert round(found.best.bpm) == leads
    assert sum(r.confidence for r in found.readings) == pytest.approx(1.0)
    # Songs of another tempo, and levels that are not offered, say nothing.
    assert in_light_of(listening, [Correction(heard=120, kept=60)] * 9) is listening
    assert in_light_of(listening, [Correction(heard=170, kept=40)] * 9) is listening
    # Who keeps what is heard makes it surer: (9 + 4 * .6) / 13.
    kept = in_light_of(listening, [Correction(heard=170, kept=170)] * 9)
    assert kept.best.confidence == pytest.approx((9 + 4 * 0.6) / 13, abs=0.005)


def test_a_stated_tempo_weighs_and_rules_nothing_out() -> None:
    from dataclasses import replace

    def at(bpm: float, chance: float) -> Reading:
        beats = tuple(n * 60 / bpm for n in range(40))
        return replace(reading(beats), confidence=chance)

    listening = replace(heard(at(120, 0.6)), readings=(at(120, 0.6), at(60, 0.3), at(80, 0.1)))
    # A sheet that says 61 speaks for 60, which is 1.7 % beside; 120 is far off.
    told = weighed(listening, 61)
    assert [round(r.bpm) for r in told.readings] == [60, 120, 80]
    assert sum(r.confidence for r in told.readings) == pytest.approx(1.0)
    assert [r.ratio for r in told.readings][:2] == [1, 2]
    # 95 fits none of them, and nothing changes; nor does it without a statement.
    assert [round(r.bpm) for r in weighed(listening, 95).readings] == [120, 60, 80]
    assert weighed(listening, None) is listening
