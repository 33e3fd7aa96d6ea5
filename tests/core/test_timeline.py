"""Walls through a song: common-practice walks, hand-worked routines, and what must always hold."""

import itertools
from fractions import Fraction as F
from importlib import resources

import pytest
from core.dancing import quarter_dance, restart, song, tag, timeline, walk
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.layout.timeline import EndReason, SegmentKind
from maplestep.core.primitives.turns import clock
from maplestep.formats.routine.routine_file import read_routine, routine_of

FOUR_WALLS = song("intro 16, verse 64, chorus 64")


def test_a_right_quarter_walks_three_six_nine() -> None:
    # Common practice: 32 counts, net 1/4 right: 12, 3, 6, 9.
    assert walk(timeline(quarter_dance("right"), FOUR_WALLS)) == ["12:00", "3:00", "6:00", "9:00"]


def test_a_left_quarter_walks_nine_six_three() -> None:
    assert walk(timeline(quarter_dance("left"), FOUR_WALLS)) == ["12:00", "9:00", "6:00", "3:00"]


def test_a_restart_before_the_turn_keeps_the_facing_and_shifts_later_walls() -> None:
    line = timeline(quarter_dance("right"), song("verse 160"), restart(2, "16"))
    # Wall 2 stops before its turn: wall 3 starts where wall 2 did.
    assert walk(line) == ["12:00", "3:00", "3:00", "6:00", "9:00", "12:00"]
    assert [wall.start for wall in line.walls] == [0, 32, 48, 80, 112, 144]
    assert line.walls[1].ended is EndReason.RESTART


def test_a_tag_is_danced_after_its_wall_and_lengthens_the_dance() -> None:
    line = timeline(quarter_dance("right"), song("verse 100"), tag(1, 2, counts=4))
    assert [(p.kind.value, p.start, p.end) for p in line.segments] == [
        ("wall", 0, 32),
        ("tag", 32, 36),
        ("wall", 36, 68),
        ("tag", 68, 72),
        ("wall", 72, 100),  # the song ends after 28 of 32
    ]
    assert line.segments[-1].ended is EndReason.SONG


def test_a_tag_with_steps_turns_the_dancers() -> None:
    sheet = quarter_dance("right") + "Tag\n1-2 R step forward, pivot ½ left\n3-4 hold\n"
    # Wall 1 ends at 3:00; the tag turns a half: wall 2 starts at 9:00.
    assert walk(timeline(sheet, song("verse 68"), tag(1, name="Tag"))) == ["12:00", "9:00"]


def test_a_half_turn_dance_comes_back_after_an_even_number_of_walls() -> None:
    sheet = "1-2 R step forward, pivot ½ left\n3-4 Walk forward R, L\n5-8 R rocking chair\n"
    assert walk(timeline(sheet, song("verse 32"))) == ["12:00", "6:00", "12:00", "6:00"]


def test_seconds_come_from_the_tempo() -> None:
    line = timeline(quarter_dance("right"), song("intro 16, verse 64", bpm=120))
    # 120 bpm: a count is half a second; wall 1 starts after 16, wall 2 after 48 counts.
    assert [wall.start_seconds for wall in line.walls] == [8.0, 24.0]


def test_the_start_may_be_set() -> None:
    line = timeline(quarter_dance("right"), FOUR_WALLS, start=32)
    assert line.walls[0].start == 32
    assert timeline(quarter_dance("right"), FOUR_WALLS, start=999).segments == ()


def _demo(number: int) -> tuple[bytes, str]:
    files = sorted(f.name for f in resources.files("maplestep.demo").iterdir() if "json" in f.name)
    name = files[number - 1]
    return (resources.files("maplestep.demo") / name).read_bytes(), name


def test_kite_weather_worked_out_by_hand() -> None:
    """32 counts, net 1/4 left; tags after walls 3 and 8, wall 5 stops after 24.

    Starts: intro 16, then 16 48 80 (tag 112) 116 148 (+24) 172 204 236 (tag 268) 272; the song
    has 296 counts, so wall 9 ends after 24. Verse 2 is 56 = 32 + 24, choruses 36 = 32 + 4.
    Facing: each whole wall -1/4; wall 5 has turned -1/2 + 1/4 = -1/4 by count 24 as well.
    """
    _, routine, _ = read_routine(_demo(1)[0])
    from maplestep.core.layout.engine import lay_out

    line = lay_out(routine)
    assert [w.start for w in line.walls] == [16, 48, 80, 116, 148, 172, 204, 236, 272]
    walls = ["12:00", "9:00", "6:00", "3:00", "12:00", "9:00", "6:00", "3:00", "12:00"]
    assert walk(line) == walls
    assert len(line.phrase_hits) == 7
    assert clock(line.segments[-1].end_facing) == "9:00"


@pytest.mark.parametrize("number", [1, 2, 3, 4])
def test_no_time_is_lost_in_the_demo_routines(number: int) -> None:
    from maplestep.core.layout.engine import lay_out

    form, _, reading = read_routine(_demo(number)[0])
    line = lay_out(routine_of(form, reading))
    assert sum(p.length for p in line.segments) == line.routine.song.length - line.segments[0].start


EVENTS = st.lists(
    st.tuples(st.integers(1, 8), st.sampled_from(["4", "8", "12", "16", "24", "28", "6½"])),
    max_size=4,
    unique_by=lambda pair: pair[0],
)


@settings(max_examples=80, deadline=None)
@given(EVENTS, st.integers(0, 400), st.integers(1, 12))
def test_what_holds_for_every_routine(
    stops: list[tuple[int, str]], counts: int, counts_of_tag: int
) -> None:
    events = [restart(wall, after) for wall, after in stops]
    tagged = tag(3, counts=counts_of_tag)
    line = timeline(quarter_dance("left"), song(f"intro 8, verse {counts + 1}"), *events, tagged)
    segments = line.segments
    assert segments[0].start == 8
    assert segments[-1].end <= line.routine.song.length
    for before, after in itertools.pairwise(segments):
        assert before.end == after.start
        assert before.end_facing == after.start_facing
        assert before.end_weight == after.start_weight
    for segment in segments:
        turned = sum(move.turn for move in segment.moves)
        assert (segment.start_facing + turned - segment.end_facing) % 8 == 0
        runs = [segment.facings[0].start, *(run.end for run in segment.facings)]
        assert runs[0] == 0
        assert runs[-1] == segment.length
        assert segment.phrases[0].start == 0
        assert segment.phrases[-1].end == segment.length
    numbers = [p.wall for p in segments if p.kind is SegmentKind.WALL]
    assert numbers == list(range(1, len(numbers) + 1))
    for danced in line.moves():
        assert danced.at == danced.segment.start + danced.move.at
        assert danced.at_seconds == pytest.approx(float(F(danced.at)) / 2)
