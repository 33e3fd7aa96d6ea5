"""What is laid over a practice mix, and when; the arithmetic stands beside each expectation."""

import pytest
from core.dancing import song

from maplestep.core.errors import SongError
from maplestep.core.rehearsal.calls import Call, CallKind
from maplestep.core.rehearsal.practice import MixRequest, mix_seconds, plan_mix

# 120 bpm: a count lasts 0.5 s; at half... at 0.8 speed 0.625 s.
MUSIC = song("intro 8, verse 16", bpm=120)


def test_count_in_and_clicks_follow_the_song_at_its_speed() -> None:
    plan = plan_mix(MUSIC, MixRequest(speed=0.8))
    # An eight before the first beat at 0 s: 8 x 0.5 / 0.8 = 5 s of lead.
    assert plan.lead_seconds == pytest.approx(5.0)
    clicks = [mark for mark in plan.marks if mark.sound in ("click", "one-click")]
    assert len(clicks) == 8 + 24
    assert [mark.at_seconds for mark in clicks] == pytest.approx([n * 0.625 for n in range(32)])
    ones = [mark.at_seconds for mark in clicks if mark.sound == "one-click"]
    assert ones == pytest.approx([0, 5, 10, 15])
    # 5, 6, 7, 8 before the dance begins, after the intro: counts 4 to 7 of the song.
    spoken = [(m.sound, m.at_seconds) for m in plan.marks if m.sound.isdigit()]
    assert [word for word, _ in spoken] == ["5", "6", "7", "8"]
    assert [at for _, at in spoken] == pytest.approx([5 + n * 0.625 for n in (4, 5, 6, 7)])
    # 12 s of song at 0.8: 15 s and the lead.
    assert float(mix_seconds(plan, 12.0)) == pytest.approx(20.0)


def test_counts_start_anew_with_each_phrase() -> None:
    # A phrase of 10: 1 to 8, then 1, 2, and the next phrase begins with 1.
    plan = plan_mix(
        song("verse 10, chorus 8", bpm=60), MixRequest(spoken=True, clicks=False, count_in=False)
    )
    words = [mark.sound for mark in plan.marks]
    assert words == [*"12345678", *"12", *"12345678"]
    assert plan.lead_seconds == 0.0


def test_fast_counts_are_spoken_every_other_time() -> None:
    # 210 bpm: 0.286 s a count, too near for words.
    plan = plan_mix(song("verse 8", bpm=210), MixRequest(spoken=True, clicks=False, count_in=False))
    assert [mark.sound for mark in plan.marks] == ["1", "3", "5", "7"]


def test_waltz_leads_in_with_a_six() -> None:
    waltz = song("intro 6, verse 12", bpm=90, unit=6)
    plan = plan_mix(waltz, MixRequest())
    assert plan.lead_seconds == pytest.approx(6 * 60 / 90)
    assert [m.sound for m in plan.marks if m.sound.isdigit()] == ["3", "4", "5", "6"]


def test_the_calls_of_a_routine_lie_in_the_mix_at_its_speed() -> None:
    calls = [Call(CallKind.WALL, 3.0, "wall 1, front", 0.9), Call(CallKind.EVENT, 6.0, "tag", 0.3)]
    plan = plan_mix(MUSIC, MixRequest(speed=0.8, clicks=False, spoken=True), calls)
    said = [mark for mark in plan.marks if not mark.sound.endswith("click")]
    # An eight of lead, 5 s, then 3 s and 6 s of the song at 0.8: 3.75 and 7.5. The counts are
    # among the calls, so that none of them collides: nothing else is spoken.
    assert [(mark.sound, mark.at_seconds) for mark in said] == [
        ("wall 1, front", pytest.approx(8.75)),
        ("tag", pytest.approx(12.5)),
    ]


def test_what_is_wanted_says_which_calls_there_are() -> None:
    assert MixRequest().kinds == {CallKind.LEAD, CallKind.EVENT, CallKind.WALL}
    bare = MixRequest(count_in=False, calls=False, figures=True, spoken=True)
    assert bare.kinds == {CallKind.FIGURE, CallKind.COUNT}


@pytest.mark.parametrize("speed", [0.5, 1.2, 0.0, float("nan")])
def test_speeds_that_no_mix_has(speed: float) -> None:
    with pytest.raises(SongError, match="60% to 100%"):
        MixRequest(speed=speed)
