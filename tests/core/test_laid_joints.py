"""One wrong joint is one thing to settle, whether the sheet states it or the routine lays it."""

import pytest
from core.dancing import restart, song, tag, timeline

from maplestep.core.layout.timeline import Timeline
from maplestep.core.primitives.finding import Severity
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.routine.model import Event
from maplestep.core.sheet.read import Reading, read_sheet
from maplestep.services.check import check_routine

# By hand: after count 16 the cross has loaded the right foot, which starts the wall; from there
# the left foot leads to the touch on 32, so that the wall itself ends on the left.
WRONG = """Kiln
32 counts, 1 wall
1-8 R side, L together, R side, L together, R side, L together, R side, L together
9-16 R side, L together, R side, L together, R side, L touch, L side, R cross
17-24 L side, R together, L side, R together, L side, R together, L side, R together
25-32 L side, R together, L side, R together, L side, R together, L side, R touch
"""
STATED = f"{WRONG}Restart: wall 2 after 16 counts\n"
MUSIC = song("verse 32, chorus 32, verse 32, chorus 32")


def joints(line: Timeline, reading: Reading) -> list[str]:
    checked = check_routine(line, reading)
    return [
        found.code
        for found in (*checked.sheet_findings, *checked.findings)
        if "foot" in found.code and found.severity is Severity.WRONG
    ]


@pytest.mark.parametrize(
    ("events", "found"),
    [
        # Laid where it is stated: said once, where it is danced.
        ([restart(2, "16")], ["fit.wrong-foot-restart"]),
        # Not laid: the sheet's own joint is still wrong.
        ([], ["sheet.restart-foot"]),
        # Laid on another wall: two joints.
        ([restart(3, "16")], ["sheet.restart-foot", "fit.wrong-foot-restart"]),
        ([tag(3, counts=4)], ["sheet.restart-foot"]),
        # Laid on the wall that is stated, after another count: two joints.
        ([restart(2, "24")], ["sheet.restart-foot", "fit.wrong-foot-restart"]),
    ],
)
def test_a_stated_joint_is_said_once(events: list[Event], found: list[str]) -> None:
    reading = read_sheet(STATED)
    codes = joints(timeline(STATED, MUSIC, *events), reading)
    assert [next(f for f in found if code.startswith(f)) for code in codes] == found


def test_a_joint_that_is_right_is_not_said_at_all() -> None:
    sheet = f"{WRONG}Restart: wall 2 after 8 counts\n"
    reading = read_sheet(sheet)
    events = taken_over(reading).events
    assert [(event.walls, str(event.after and event.after.words)) for event in events] == [
        ((2,), "8")
    ]
    assert joints(timeline(sheet, MUSIC, *events), reading) == []


# By hand: walls of R side, L together end on the left. Tag 1 ends on the right foot, which starts
# the wall, and so does Tag 3; Tag 2 begins with the left foot, which carries the weight.
TAGS = """Kiln
8 counts, 1 wall
1-8 R side, L together, R side, L together, R side, L together, R side, L together
Tag 1
1-2 R side, hold
Tag 2
1-2 L side, hold
Tag 3
1-2 R side, hold
"""


@pytest.mark.parametrize(
    ("laid", "found"),
    [
        ([], ["sheet.tag-foot", "sheet.tag-start-foot", "sheet.tag-foot"]),
        # The one that is laid is said where it is laid; the others stay.
        ([1], ["sheet.tag-start-foot", "sheet.tag-foot", "fit.wrong-foot-out-of-tag"]),
        ([2], ["sheet.tag-foot", "sheet.tag-foot", "fit.wrong-foot-into-tag"]),
        ([1, 3], ["sheet.tag-start-foot", *["fit.wrong-foot-out-of-tag"] * 2]),
    ],
)
def test_a_tag_hides_no_other_tag(laid: list[int], found: list[str]) -> None:
    reading = read_sheet(TAGS)
    events = [tag(number, name=f"Tag {number}") for number in laid]
    codes = joints(timeline(TAGS, MUSIC, *events), reading)
    assert codes == found
