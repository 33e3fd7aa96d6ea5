"""Repairs of joints and ways to end: every one offered is danced here once more."""

from dataclasses import replace
from fractions import Fraction as F

import pytest
from core.dancing import happens, restart, song, tag
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.analysis.joints import bad_joints
from maplestep.core.findings.registry import fit_findings
from maplestep.core.layout.engine import lay_out
from maplestep.core.layout.timeline import Timeline
from maplestep.core.primitives.finding import EventsEdit
from maplestep.core.primitives.turns import to_front
from maplestep.core.routine.event_steps import routine_with_own_steps
from maplestep.core.routine.model import Event, Routine
from maplestep.core.sheet.read import Reading, read_sheet
from maplestep.core.song.model import Song
from maplestep.core.tools.endings import EndWay, end_choices
from maplestep.core.tools.joint_repairs import with_joint_repairs
from maplestep.messages.words import text

# Counts 1-4 end in the classic wrong-foot joint (common practice): a coaster R-L-R, restart on R.
SHEET = """Section 1
1-2 R rock forward, recover
3&4 R coaster step
5-6 L rock forward, recover
7&8 L coaster step
Section 2
1-2 R step forward, pivot ½ left
3-4 Walk forward R, L
5-6 R side, L together
7-8 R side, L touch
Section 3
1-4 L vine left, R touch
5-8 R rocking chair
Tag
1-2 R side, L touch
"""


def fixed(line: Timeline, reading: Reading, edit: EventsEdit) -> Timeline:
    ids = {event.id for event in edit.events}
    events = (*(e for e in line.routine.events if e.id not in ids), *edit.events)
    return lay_out(routine_with_own_steps(replace(line.routine, events=events), reading))


def offered(put_to: Song, *events: Event) -> tuple[Timeline, Reading, list[EventsEdit]]:
    reading = read_sheet(SHEET)
    line = lay_out(Routine(song=put_to, sheet=reading.sheet, events=events))
    found = with_joint_repairs(fit_findings(line), line, reading)
    wrong = [f for f in found if f.code.startswith("fit.wrong-foot")]
    fixes = [fix for f in wrong for fix in (f.fix, *f.others) if isinstance(fix, EventsEdit)]
    return line, reading, fixes


def test_the_coaster_before_a_restart_ends_with_a_touch() -> None:
    line, reading, fixes = offered(song("verse 48"), restart(1, "4"))
    assert [text(fix.code, **fix.facts) for fix in fixes] == [
        "Touch instead of stepping on 4",
        "Step left together on the & after 4",
        "Leave a step out of the coaster before 5",
    ]
    assert fixes[0].events[0].steps == "4 R touch forward"
    # The third leaves the together out: R back on 3, then L on 4, so that R is free.
    assert fixes[2].events[0].steps == "3-4 R back, L together"
    for fix in fixes:
        assert not list(bad_joints(fixed(line, reading, fix)))


def test_a_tag_is_mended_in_its_own_steps_or_begun_with_a_ball_change() -> None:
    # After wall 1 the right is free; the tag ends L touch: right carries, and has to start.
    line, reading, fixes = offered(song("verse 60"), tag(1, name="Tag"))
    assert fixes
    assert all(fix.events[0].id == "t1" and fix.events[0].steps for fix in fixes)
    assert "2 L side" in fixes[0].events[0].steps or "L touch" not in fixes[0].events[0].steps
    for fix in fixes:
        assert not list(bad_joints(fixed(line, reading, fix)))


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.tuples(st.integers(1, 4), st.integers(1, 23)), max_size=3, unique_by=lambda e: e[0])
)
def test_every_repair_works_and_leaves_counts_and_facings(stops: list[tuple[int, int]]) -> None:
    events = [restart(wall, str(after)) for wall, after in stops]
    line, reading, fixes = offered(song("verse 120"), *events)
    joints = len(list(bad_joints(line)))
    for fix in fixes:
        after = fixed(line, reading, fix)
        assert len(list(bad_joints(after))) < joints
        assert [(w.start, w.start_facing) for w in after.walls] == [
            (w.start, w.start_facing) for w in line.walls
        ]
        assert not any(event.own_findings for event in after.routine.events)


@pytest.mark.parametrize("counts", range(25, 48))
def test_every_way_to_end_faces_the_front(counts: int) -> None:
    reading = read_sheet(SHEET)
    line = lay_out(Routine(song=song(f"verse {counts}"), sheet=reading.sheet))
    choices = end_choices(line, reading)
    for choice in choices:
        # The turn said leads from where one stands to the front.
        assert (choice.stands + choice.turn) % 8 == 0 or choice.way is EndWay.LAST_TURN
        assert choice.event is not None
        routine = replace(line.routine, events=(choice.event,))
        ended = lay_out(routine_with_own_steps(routine, reading))
        assert ended.segments[-1].end_facing == 0
        assert ended.segments[-1].end == counts
    turn = to_front(line.segments[-1].end_facing)
    ways = [choice.way for choice in choices]
    # A half turn goes either way.
    assert ways.count(EndWay.TURN) == (0 if not turn else 2 if abs(turn) == 4 else 1)


def test_an_ending_that_is_there_leaves_no_choice() -> None:
    reading = read_sheet(SHEET)
    ending = happens("ending", 2, "8", counts=8)
    line = lay_out(Routine(song=song("verse 40"), sheet=reading.sheet, events=(ending,)))
    assert (line.end, end_choices(line, reading)) == (F(40), ())
