"""What is laid over a practice mix, and when; the arithmetic stands beside each expectation."""

import pytest
from core.dancing import song
from example import ROUTINE

from maplestep.core.errors import SongError
from maplestep.core.layout.engine import lay_out
from maplestep.core.tools.practice import MixRequest, mix_seconds, plan_mix
from maplestep.formats.routine.routine_file import RoutineForm, routine_of

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


def test_events_are_called_eight_and_four_counts_ahead() -> None:
    form = RoutineForm.model_validate(ROUTINE)
    timeline = lay_out(routine_of(form))
    plan = plan_mix(
        routine_of(form).song, MixRequest(count_in=False, clicks=False), timeline.segments
    )
    # Walls of 16 begin at counts 8 and 24; wall 3 begins at 40 and restarts after 8, at count 48.
    # It is called at 40 (20.0 s at 120 bpm), the reminder at 44 (22.0 s). The song ends at 64.
    called = [(mark.sound, mark.at_seconds) for mark in plan.marks]
    assert called == [("restart", 20.0), ("in four", 22.0), ("ending", 28.0), ("in four", 30.0)]


@pytest.mark.parametrize("speed", [0.5, 1.2, 0.0, float("nan")])
def test_speeds_that_no_mix_has(speed: float) -> None:
    with pytest.raises(SongError, match="60% to 100%"):
        MixRequest(speed=speed)
