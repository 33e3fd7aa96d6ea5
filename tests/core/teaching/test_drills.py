"""Drill times worked out by hand: rounds × counts × 60 / bpm × 100 / percent, rounded up, and the
talking of the kind times that of the level, rounded up (domain: drill time = counts × repeats ÷
teaching tempo + talking time). The usual numbers themselves are common practice, no source."""

from fractions import Fraction
from math import ceil

import pytest
from core.dancing import happens, song, timeline
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.sheet.read import read_sheet
from maplestep.core.teaching.drills import (
    TALK_PERCENT,
    Drill,
    DrillKind,
    Pace,
    Reason,
    alike,
    drill_of,
)
from maplestep.core.teaching.evening import usual_frame
from maplestep.core.teaching.lesson import Known, Order, lesson

BY_HAND = [
    # kind, counts, bpm, level, rounds, seconds
    ("learn", 8, 120, "improver", 2, 31),  # 8 x .5 x 2 = 8; 16 + 15
    ("learn", 8, 120, "improver", 3, 39),  # 24 + 15
    ("learn", 8, 120, "improver", 5, 55),  # 40 + 15
    ("learn", 8, 100, "improver", 2, 35),  # 8 x .6 x 2 = 9.6; 19.2 -> 20 + 15
    ("learn", 8, 90, "improver", 3, 47),  # 8 x 2/3 x 2 = 10 2/3; 32 + 15
    ("learn", 8, 118, "improver", 2, 32),  # 8 x 60/118 x 2 = 8.136; 16.27 -> 17 + 15
    ("learn", 6, 90, "improver", 2, 31),  # 6 x 2/3 x 2 = 8; 16 + 15
    ("learn", 8, 120, "beginner", 2, 35),  # 15 x 1.25 = 18.75 -> 19; 16 + 19
    ("learn", 8, 120, "absolute beginner", 2, 39),  # 15 x 1.5 = 22.5 -> 23; 16 + 23
    ("learn", 8, 120, "intermediate", 2, 29),  # 15 x .85 = 12.75 -> 13; 16 + 13
    ("learn", 8, 120, "advanced", 2, 28),  # 15 x .75 = 11.25 -> 12; 16 + 12
    ("learn", 8, 120, "", 2, 31),  # a level nobody has named changes nothing
    ("top", 16, 120, "improver", 1, 19),  # 8 / .6 = 13.33 -> 14 + 5
    ("top", 32, 120, "improver", 1, 32),  # 16 / .6 = 26.67 -> 27 + 5
    ("top", 32, 120, "improver", 2, 59),  # 53.33 -> 54 + 5
    ("top", 24, 96, "improver", 1, 30),  # 24 x .625 = 15; / .6 = 25; + 5
    ("spot", 4, 120, "improver", 2, 23),  # 4; 8 + 15
    ("spot", 4, 120, "improver", 4, 31),  # 16 + 15
    ("spot", 3, 110, "improver", 3, 25),  # 3 x 60/110 x 2 = 3.273; 9.82 -> 10 + 15
    ("whole", 32, 120, "improver", 1, 33),  # 16 / .7 = 22.86 -> 23 + 10
    ("whole", 64, 128, "improver", 1, 53),  # 64 x .46875 = 30; / .7 = 42.86 -> 43 + 10
    ("whole", 48, 84, "improver", 2, 108),  # 34.286 / .7 = 48.98; 97.96 -> 98 + 10
    ("walls", 64, 120, "improver", 1, 45),  # 32 / .8 = 40; + 5
    ("walls", 64, 120, "improver", 3, 125),  # 120 + 5
    ("walls", 96, 150, "improver", 1, 53),  # 38.4 / .8 = 48; + 5
    ("wall", 32, 120, "improver", 1, 25),  # 20 + 5
    ("wall", 24, 120, "improver", 2, 35),  # 15; 30 + 5
    ("event", 16, 120, "improver", 2, 43),  # 8 / .7 = 11.43; 22.86 -> 23 + 20
    ("event", 20, 120, "improver", 3, 63),  # 14.286; 42.86 -> 43 + 20
    ("event", 16, 100, "beginner", 2, 53),  # 9.6 / .7 = 13.71; 27.43 -> 28 + 25
    ("round", 256, 128, "improver", 1, 144),  # 120 / .9 = 133.33 -> 134 + 10
    ("round", 300, 100, "improver", 1, 210),  # 180 / .9 = 200; + 10
]


@pytest.mark.parametrize("row", BY_HAND, ids=str)
def test_a_drill_takes_as_long_as_by_hand(row: tuple[str, int, int, str, int, int]) -> None:
    kind, counts, bpm, level, rounds, seconds = row
    pace = Pace(count_seconds=Fraction(60, bpm), level=level)
    span = Fraction(0), Fraction(counts)
    drill = drill_of(DrillKind(kind), pace, key="", part="A", counts=span)
    assert drill.seconds(rounds) == seconds
    assert drill.seconds(0) == 0


FRAMES = [
    # minutes; seconds of warm-up (a tenth, to 5 min), of breaks, of cool-down (a twentieth, to 3)
    (5, 30, 0, 0),  # 30; 15 -> 0 in half minutes
    (10, 60, 0, 30),
    (20, 120, 0, 60),
    (45, 270, 0, 120),  # 270; 135 -> 120
    (60, 300, 0, 180),  # 360 -> 300
    (74, 300, 0, 180),
    (75, 300, 300, 180),
    (150, 300, 600, 180),
]


@pytest.mark.parametrize(("minutes", "warm_up", "breaks", "cool_down"), FRAMES)
def test_the_frame_of_an_evening(minutes: int, warm_up: int, breaks: int, cool_down: int) -> None:
    frame = usual_frame(minutes)
    assert (frame["warm-up"], frame["cool-down"]) == (warm_up, cool_down)
    assert sum(seconds for key, seconds in frame.items() if key.startswith("break")) == breaks


# Four sections: a vine each way (the second is the first on the other foot), walks, a box.
SHEET = """[1-8] Vine, touch, vine, touch
1-4 R side, L behind, R side, L touch
5-8 L side, R behind, L side, R touch
[9-16] The same on the left
1-4 L side, R behind, L side, R touch
5-8 R side, L behind, R side, L touch
[17-24] Walks
1-4 Walk L, walk R, walk L, walk R
5-8 Rock L forward, recover R, rock L back, recover R
[25-32] Box, turning
1-4 L cross, R back, L ¼ left, R touch
5-8 R side, L together, R side, L touch
"""
LINE = timeline(SHEET, song("intro 8, verse 160"), happens("restart", 3, "16", called="r"))


def keys(drills: tuple[Drill, ...]) -> list[str]:
    return [drill.key for drill in drills]


def test_sections_are_added_on_then_walls_events_and_music() -> None:
    # 160 counts: walls of 32, 32, 16 (restart), 32, 32, 16. The song ends wall 6.
    assert keys(lesson(LINE)) == [
        "learn A 1", "learn A 2", "top A 2", "learn A 3", "top A 3", "learn A 4", "top A 4",
        "whole A", "walls A A", "event r 3", "round", "slow", "music",
    ]  # fmt: skip


def test_what_is_the_same_on_the_other_foot_costs_less() -> None:
    first, second, *_ = lesson(LINE, level="improver")
    # One vine and one touch: 15 + 2 x 5 of talking and two rounds; the mirror image 15 and one.
    assert (first.talk, first.least, first.alike) == (25, 2, "")
    assert (second.talk, second.least, second.alike) == (15, 1, first.section)
    assert second.seconds(2) < first.seconds(2)
    part = LINE.walls[0].part
    assert part is not None
    # A section is like itself, and like what is like it.
    assert all(alike(section, [section]) is section for section in part.sections)


def test_an_event_is_gone_over_from_eight_before_to_eight_behind() -> None:
    event = next(d for d in lesson(LINE) if d.kind is DrillKind.EVENT)
    # Intro 8, walls of 32: wall 3 begins on 72 and stops after 16, on 88.
    assert (event.start, event.end) == (80, 96)
    assert (event.wall, event.joint) == (3, 0)


def test_music_lasts_until_the_dance_ends() -> None:
    *_, slow, music = lesson(LINE)
    # 168 counts at 120 bpm are 84 s; at 85 % 98.8 s.
    assert music.seconds(1) == 84 + 30
    assert slow.seconds(1) == ceil(84 / 0.85) + 15


def test_in_song_order_every_event_is_met_where_it_falls() -> None:
    drills = lesson(LINE, order=Order.SONG)
    walls = [drill.wall for drill in drills if drill.kind is DrillKind.WALL]
    assert walls == [wall.number for wall in LINE.walls]
    kinds = [(d.kind.value, d.wall) for d in drills if d.wall]
    assert kinds.index(("event", 3)) == kinds.index(("wall", 3)) + 1


PHRASED = """Part A
[1-8]
1-4 R side, L behind, R side, L touch
5-8 L side, R behind, L side, R touch
Part B
[1-8]
1-4 Walk R, walk L, walk R, walk L
5-8 Rock R forward, recover L, rock R back, recover L
Part C
[1-8]
1-8 Walk R, walk L, walk R, walk L, walk R, walk L, walk R, walk L
"""


@given(st.lists(st.sampled_from("ABC"), min_size=1, max_size=8))
def test_parts_are_taught_when_the_song_first_needs_them(order: list[str]) -> None:
    line = timeline(PHRASED, song("intro 8, verse 80"), sequence=" ".join(order))
    for way in Order:
        learnt = [d.part for d in lesson(line, order=way) if d.kind is DrillKind.LEARN]
        assert learnt == list(dict.fromkeys(order))


TAGGED = PHRASED + "Tag (4 counts)\n1-4 Sway R, sway L, sway R, sway L\n"


def test_a_tag_that_the_order_names_is_taught_where_it_comes() -> None:
    line = timeline(TAGGED, song("intro 8, verse 80"), sequence="A B Tag A Tag B")
    kinds = [(d.kind.value, d.part) for d in lesson(line, order=Order.SONG)]
    # Its steps once, before it is first joined to what stands around it.
    assert kinds.count(("learn", "Tag")) == 1
    assert kinds.count(("event", "Tag")) == 2
    assert kinds.index(("learn", "Tag")) < kinds.index(("event", "Tag"))
    first, second = (d for d in lesson(line) if d.kind is DrillKind.EVENT)
    # A and B are 8 counts each: it begins on 8 + 16 and lasts 4; from 8 before to 8 behind.
    assert (first.start, first.end) == (16, 36)
    assert (second.start, second.end) == (28, 48)
    assert second.least < first.least
    assert second.talk < first.talk


def test_what_is_known_is_gone_through_and_what_stuck_comes_first() -> None:
    part = LINE.walls[0].part
    assert part is not None
    titles = frozenset(("A", each.title) for each in part.sections)
    stuck = {"A": (Fraction(20),)}
    drills = lesson(LINE, known=Known(sections=titles, stuck=stuck))
    assert keys(drills)[:3] == ["spot A 20 stuck", "whole A", "walls A A"]
    # From two counts before it to two behind; one round more than is usual.
    spot = drills[0]
    assert (spot.start, spot.end, spot.count, spot.least) == (18, 22, "5", 3)
    assert spot.reasons == (Reason.STUCK,)
    # Half of it known: from the top as far as that, then on.
    half = frozenset(("A", each.title) for each in part.sections[:2])
    assert keys(lesson(LINE, known=Known(sections=half)))[:3] == [
        "top A 2", "learn A 3", "top A 3",
    ]  # fmt: skip


def test_a_joint_on_the_loaded_foot_gets_a_round_more() -> None:
    # After 8 the left foot carries and the right one, on which the wall begins, is free; after 16
    # the right one carries.
    events = [
        next(d for d in lesson(line) if d.kind is DrillKind.EVENT)
        for line in (
            timeline(SHEET, song("intro 8, verse 160"), happens("restart", 3, after))
            for after in ("8", "16")
        )
    ]
    assert [(each.least, each.reasons) for each in events] == [(2, ()), (3, (Reason.WEIGHT,))]


@given(level=st.sampled_from(sorted(TALK_PERCENT)), bpm=st.integers(60, 200))
def test_a_faster_song_or_a_higher_level_never_takes_longer(level: str, bpm: int) -> None:
    def total(level: str, bpm: int) -> int:
        line = timeline(SHEET, song("intro 8, verse 160", bpm=bpm))
        # Without the hard places, of which a faster song has more.
        drills = lesson(line, level=level)
        return sum(d.seconds(d.least) for d in drills if d.kind is not DrillKind.SPOT)

    assert total(level, bpm + 10) <= total(level, bpm)
    assert total("advanced", bpm) <= total(level, bpm) <= total("absolute beginner", bpm)


def test_without_steps_there_is_nothing_to_teach() -> None:
    assert read_sheet("").sheet.wall is None
    assert lesson(timeline("", song("intro 8, verse 160"))) == ()
