"""The score of a routine: laws over the demo's routines, and values worked out by hand."""

from fractions import Fraction
from importlib import resources
from itertools import pairwise

import pytest
from core.dancing import happens, quarter_dance, song, timeline

from maplestep.core.layout.engine import lay_out
from maplestep.core.rehearsal.score import Score, score_of
from maplestep.formats.routine.routine_file import read_routine
from maplestep.views.score import score_view

DEMO = sorted(
    (file for file in resources.files("maplestep.demo").iterdir() if file.name.endswith(".json")),
    key=lambda file: file.name,
)


@pytest.fixture(params=DEMO, ids=lambda file: file.name, scope="module")
def score(request: pytest.FixtureRequest) -> Score:
    return score_of(lay_out(read_routine(request.param.read_bytes())[1]))


def test_time_goes_forward(score: Score) -> None:
    for shown in (score.beats, score.figures, score.step_ins, score.floor):
        times = [each.at_seconds for each in shown]
        assert times == sorted(times)
        assert times


def test_every_wall_begins_on_1_and_eight_counts_lead_to_it(score: Score) -> None:
    said = {beat.at: beat.label for beat in score.beats if beat.at.denominator == 1}
    starts = {wall.start for wall in score.timeline.walls if wall.pieces[0].first == 0}
    assert {said[start] for start in starts if start.denominator == 1} == {"1"}
    first = int(score.timeline.routine.start_count)
    led = [said[Fraction(first - n)] for n in range(score.unit, 0, -1)]
    assert led == [str(n + 1) for n in range(score.unit)]


def test_every_move_belongs_to_one_figure(score: Score) -> None:
    danced = [move for segment in score.timeline.segments for move in segment.moves]
    assert [move for figure in score.figures for move in figure.moves] == danced
    for figure, following in pairwise(score.figures):
        if figure.segment == following.segment:
            assert figure.start < figure.end == following.start


def test_sections_cover_what_is_danced(score: Score) -> None:
    for number, segment in enumerate(score.timeline.segments):
        own = [each for each in score.sections if each.segment == number]
        if segment.length:
            assert own[0].start == segment.start
            assert own[-1].end == segment.end
            assert own[0].facing == segment.start_facing
            assert all(a.end == b.start for a, b in pairwise(own))


def test_every_landing_between_counts_is_said(score: Score) -> None:
    said = {(beat.at, beat.label) for beat in score.beats}
    between = {d.at for d in score.timeline.moves() if d.at.denominator > 1}
    assert between <= {at for at, _ in said}
    assert {label for at, label in said if at in between} <= {"e", "&", "a"}


def test_a_joint_is_gone_over_from_8_before_to_8_behind(score: Score) -> None:
    assert len(score.joints) == len(score.timeline.occurrences)
    for joint in score.joints:
        at = joint.occurrence.at
        added = score.timeline.routine.tag_length(joint.occurrence.event)
        assert joint.start == max(at - 8, score.timeline.routine.start_count)
        assert joint.end == min(at + added + 8, score.timeline.routine.song.length)


def test_counts_by_hand() -> None:
    # 120 bpm, 0.5 s a count; intro 4: the lead-in begins at -4, 2 s before the song.
    line = timeline(
        "1&2 R shuffle forward\n3-4 L rock forward, recover\n5-8 L walk, R, L, R touch",
        song("intro 4, verse 16"),
        happens("restart", 1, "4"),
    )
    told = [(float(b.at), b.at_seconds, b.label, b.segment) for b in score_of(line).beats]
    # Eight counts before the song's first, then its intro: the last one before wall 1 is 8.
    labels = "567812345678"
    assert told[:12] == [(n - 8, (n - 8) / 2, labels[n], -1) for n in range(12)]
    here = [each for each in told if 4 <= each[0] < 13]
    # Wall 1 from count 4: 1 & 2 3 4; its restart comes after 4, so wall 2 says 1 again on count 8.
    assert [label for _, _, label, _ in here] == [*"1&234", *"1&2345"]
    assert [(at, seconds) for at, seconds, _, _ in here[:3]] == [(4, 2.0), (4.5, 2.25), (5, 2.5)]
    assert [segment for *_, segment in here] == [0] * 5 + [1] * 6


def test_four_quarter_walls_lead_back_to_the_place_and_the_front() -> None:
    """A quarter turn has order 4 (the cyclic group of rotations), so drift cancels."""
    floor = score_of(timeline(quarter_dance("right"), song("verse 128"))).floor
    assert (floor[-1].place.x, floor[-1].place.y) == pytest.approx((0, 0), abs=1e-9)
    assert floor[-1].facing == 0
    once = score_of(timeline(quarter_dance("right"), song("verse 32"))).floor
    assert floor[: len(once)] == once


def test_who_faces_the_class_dances_the_mirror_image() -> None:
    """Feet and sides exchanged, counts and the clocks of the hall as they are; twice is once."""
    score = score_of(lay_out(read_routine(DEMO[0].read_bytes())[1]))
    plain, mirrored = score_view(score), score_view(score, mirrored=True)
    other = {"L": "R", "R": "L"}
    for own, seen in zip(plain.prints, mirrored.prints, strict=True):
        assert seen.foot == other.get(own.foot or "", own.foot)
        assert (seen.turn, seen.facing, seen.label) == (-own.turn, own.facing, own.label)
    swapped = {"R sailor ¼ right": "L sailor ¼ left", "L pivot ½ left": "R pivot ½ right"}
    words = dict(
        zip((f.words for f in plain.figures), (f.words for f in mirrored.figures), strict=True)
    )
    assert {key: words[key] for key in swapped} == swapped
    assert mirrored.beats == plain.beats
    assert mirrored.floor == plain.floor
