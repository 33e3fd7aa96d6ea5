"""Missing an event, and the way back; the arithmetic stands beside each expectation.

The dance: 32 counts, ¼ to the right on count 28 and none elsewhere, so wall n starts at 12, 3, 6,
9, 12 ... The song: 16 counts of intro, then 160 at 120 bpm, so that count c falls at c / 2 s.
"""

from fractions import Fraction

import pytest
from core.dancing import happens, song, timeline

from maplestep.core.layout.timeline import Timeline
from maplestep.core.primitives.turns import clock
from maplestep.core.rehearsal.step_in import Missed, missed, next_step_in, step_ins

DANCE = """
1-8 walk R, L, R, L, R, L, R, L
1-8 walk R, L, R, L, R, L, R, L
1-8 walk R, L, R, L, R, L, R, L
1-3 walk R, L, R
4 turn ¼ right stepping L forward
5-8 walk R, L, R, L

Tag A
1-4 walk R, L, R, L

Tag B
1-2 R forward, pivot ½ left
3-4 walk R, L
"""
MUSIC = "intro 16, verse 32, chorus 32, verse 32, chorus 64"


def laid(*written: str) -> Timeline:
    """Events as "restart 2 16", "tag 2 A", "bridge 2 16 A": kind, wall, count, tag or length."""
    events = []
    for said in written:
        kind, wall, *rest = said.split()
        after = rest.pop(0) if kind != "tag" else None
        added = rest.pop() if rest else ""
        more = {"counts": int(added)} if added.isdecimal() else {"tag": f"Tag {added}"}
        events.append(happens(kind, int(wall), after, **(more if added else {})))
    return timeline(DANCE, song(MUSIC), *events)


# Each event on its wall; counts late (early below 0), one's own facing and that of the others
# when one begins the next wall, and where the next wall begins that one can join: seconds, number
# and clock.
TABLE = [
    # 1. Wall 2 (from 3:00) ends after 16: 16 counts left out. Danced whole one ends at 6:00; the
    #    others, before the turn on 28, stay at 3:00. They begin wall 3 at count 16 + 32 + 16 =
    #    64; the next after that is 64 + 32 = 96, 48 s, wall 4, a quarter on: 6:00.
    (["restart 2 16"], 16, "6:00", "3:00", (48.0, 4, "6:00")),
    # 2. After 24: 8 late; wall 3 begins at 16 + 32 + 24 = 72, wall 4 at 104: 52 s.
    (["restart 2 24"], 8, "6:00", "3:00", (52.0, 4, "6:00")),
    # 3. After 28, the turn is danced (it lands on count 28): 4 late, both at 6:00; wall 3 at 76,
    #    wall 4 at 108: 54 s, a quarter on from 6:00.
    (["restart 2 28"], 4, "6:00", "6:00", (54.0, 4, "9:00")),
    # 4. Wall 1 after 8: 24 late; wall 2 at 24 from 12:00, wall 3 at 56: 28 s, 3:00.
    (["restart 1 8"], 24, "3:00", "12:00", (28.0, 3, "3:00")),
    # 5. A tag of 4 behind wall 2: one begins wall 3 four counts before the others, both at 6:00.
    #    They begin it at 16 + 64 + 4 = 84: 42 s; there one can wait for them.
    (["tag 2 A"], -4, "6:00", "6:00", (42.0, 3, "6:00")),
    # 6. The tag that turns ½: the others face 6:00 + ½ = 12:00.
    (["tag 2 B"], -4, "6:00", "12:00", (42.0, 3, "12:00")),
    # 7. Eight counts without steps: 8 early, wall 2 at 16 + 32 + 8 = 56: 28 s.
    (["tag 1 8"], -8, "3:00", "3:00", (28.0, 2, "3:00")),
    # 8. Restart after 16 with the tag of 4: 16 left out, 4 added: 12 late. The tag ends at
    #    16 + 32 + 16 + 4 = 68; wall 3 begins there, behind the event at 64: one can step in at
    #    once, 34 s, facing 3:00 with the others.
    (["tag-restart 2 16 A"], 12, "6:00", "3:00", (34.0, 3, "3:00")),
    # 9. A bridge of 4 in wall 2 after 16: 4 early, both at 6:00; wall 3 at 16 + 64 + 4: 42 s.
    (["bridge 2 16 A"], -4, "6:00", "6:00", (42.0, 3, "6:00")),
    # 10. The bridge that turns ½: wall 2 from 3:00, +½ +¼ = 12:00 for the others.
    (["bridge 2 16 B"], -4, "6:00", "12:00", (42.0, 3, "12:00")),
    # 11. Of two restarts the first is missed: wall 2 after 16 (16 late), and wall 4, which the
    #     others begin at 64 + 32 = 96 and stop after 8, does not change where to step in: 48 s.
    (["restart 2 16", "restart 4 8"], 16, "6:00", "3:00", (48.0, 4, "6:00")),
    # 12. In the last wall there is no way back: walls begin at 16, 48, 80, 112, 144; wall 5 ends
    #     after 8 at 152 and wall 6 begins there; it is the last, the song ends at 176.
    (["restart 5 8"], 24, "3:00", "12:00", None),
]


@pytest.mark.parametrize(("events", "late", "facing", "faced", "back"), TABLE)
def test_missing_an_event(
    events: list[str], late: int, facing: str, faced: str, back: tuple[float, int, str] | None
) -> None:
    line = laid(*events)
    comes = missed(line, line.occurrences[0])
    assert isinstance(comes, Missed)
    assert (comes.late, clock(comes.facing), clock(comes.faced)) == (late, facing, faced)
    found = comes.back and (comes.back.at_seconds, comes.back.wall, clock(comes.back.facing))
    assert found == (pytest.approx(back[0]), *back[1:]) if back else found is None


def test_an_ending_cannot_be_missed() -> None:
    line = laid("ending 5 16")
    assert missed(line, line.occurrences[0]) is None


def test_one_steps_in_where_a_wall_begins_with_its_count_1() -> None:
    places = step_ins(laid("bridge 2 16 A", "restart 3 8"))
    # 16, then 48, 48 + 36 = 84, 92, 124, 156; not where wall 2 goes on after its bridge.
    assert [place.at for place in places] == [16, 48, 84, 92, 124, 156]
    assert [place.wall for place in places] == [1, 2, 3, 4, 5, 6]
    # Song counts 16, 48, 80 and 112 begin phrases.
    assert [place.phrase for place in places[:2]] == ["Verse", "Chorus"]
    # Lost at 24.0 s, exactly as wall 2 begins: too late for it, the next is at 84 / 2 = 42 s.
    assert next_step_in(places, 24.0) == places[2]
    assert next_step_in(places, 78.0) is None


def test_a_phrase_that_nobody_has_marked_is_not_named() -> None:
    places = step_ins(timeline(DANCE, song("intro 16, unmarked 64")))
    assert {place.phrase for place in places} == {""}


@pytest.mark.parametrize("stop", [4, 8, 12, 16, 20, 24, 28])
@pytest.mark.parametrize("wall", [1, 2, 3])
def test_late_and_on_time_add_up_to_the_dance(wall: int, stop: int) -> None:
    """What is danced before a restart and what one is late by are the whole dance (a law)."""
    line = laid(f"restart {wall} {stop}")
    comes = missed(line, line.occurrences[0])
    assert comes is not None
    assert comes.late + stop == 32
    # As late again on the following wall: one dances it as the others do.
    own_start = line.walls[wall].start + comes.late
    assert own_start == line.walls[wall - 1].start + 32
    assert comes.late == Fraction(32 - stop)
