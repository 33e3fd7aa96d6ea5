"""What a hand on the stack does to the events: worked out by hand, and laws over any events."""

from fractions import Fraction as F

import pytest
from core.dancing import happens, restart, tag
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import RoutineError
from maplestep.core.primitives.counts import Cut
from maplestep.core.routine.changes import Events, add, move, take_off, with_events
from maplestep.core.routine.model import Event, EventKind
from maplestep.core.sheet.model import Sheet
from maplestep.core.sheet.read import read_sheet

PLAIN = read_sheet("Dance\n1-8 R rocking chair x2").sheet
BLOCKS = read_sheet(
    "Dance\n1-8 R rocking chair x2\n\nTag\n1-4 R rocking chair\n\nBridge\n1-4 R rocking chair\n\n"
    "Step change\n7-8 hold\n\nEnding\n1-4 R rocking chair"
).sheet


def at(after: int) -> Cut:
    return Cut(at=F(after))


def brief(events: Events) -> list[str]:
    return [
        " ".join(
            filter(
                None,
                (
                    event.kind.value, "+".join(map(str, event.walls)),
                    event.after.words if event.after else "",
                    event.tag or (f"{event.counts} counts" if event.counts else event.steps),
                ),
            )
        )
        for event in events
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("kind", "plain", "named"),
    [
        ("restart", "restart 3 16", "restart 3 16"),
        ("tag", "tag 3 4 counts", "tag 3 Tag"),
        ("bridge", "bridge 3 16 4 counts", "bridge 3 16 Bridge"),
        ("change", "change 3 16 hold", "change 3 Step change"),
        ("wait", "wait 3 16", "wait 3 16"),
        ("ending", "ending 3 16", "ending 3 16 Ending"),
    ],
)
def test_each_kind_has_what_it_needs_and_the_sheets_steps(
    kind: str, plain: str, named: str
) -> None:
    for sheet, said in ((PLAIN, plain), (BLOCKS, named)):
        assert brief(add((), EventKind(kind), 3, at(16), sheet)) == [said]


def test_a_restart_moves_the_one_there_and_a_tag_comes_on_one_wall_more() -> None:
    once = add((), EventKind.RESTART, 3, at(16), PLAIN)
    assert brief(add(once, EventKind.RESTART, 3, at(8), PLAIN)) == ["restart 3 8"]
    both = add(once, EventKind.RESTART, 4, at(8), PLAIN)
    assert [event.id for event in both] == ["restart-1", "restart-2"]
    tags = add((), EventKind.TAG, 8, at(1), BLOCKS)
    assert brief(add(tags, EventKind.TAG, 3, at(1), BLOCKS)) == ["tag 3+8 Tag"]
    # Counts without steps need not be the same on another wall.
    counted = add((), EventKind.TAG, 8, at(1), PLAIN)
    assert len(add(counted, EventKind.TAG, 3, at(1), PLAIN)) == 2


def test_a_tag_restart_is_not_put_on_a_wall_by_itself() -> None:
    with pytest.raises(RoutineError, match="by itself"):
        add((), EventKind.TAG_RESTART, 3, at(16), PLAIN)


def test_one_wall_moves_and_the_others_stay() -> None:
    event = Event(
        id="e", kind=EventKind.RESTART, walls=(2, 5), after=at(24), cue="drums", claims_facing=6
    )
    moved = move((event,), "e", 5, 6, at(16))
    assert brief(moved) == ["restart 2 24", "restart 6 16"]
    assert (moved[1].cue, moved[1].claims_facing, moved[0].claims_facing) == ("drums", None, 6)
    assert brief(move((event,), "e", 5, 7, at(24))) == ["restart 2+7 24"]
    assert brief(take_off((event,), "e", 2)) == ["restart 5 24"]
    with pytest.raises(RoutineError, match="no such event"):
        move((event,), "gone", 5, 6, None)


def test_events_put_in_take_the_place_of_their_namesakes_and_one_ending_is_left() -> None:
    old = (restart(5, "24", called="e"), happens("ending", 9, "4", called="end"))
    more = (restart(6, "24", called="e"), happens("ending", 8, "4", called="new"))
    assert brief(with_events(old, more)) == ["restart 6 24", "ending 8 4"]
    assert brief(with_events(old, (tag(1, counts=2),))) == [
        "restart 5 24", "ending 9 4", "tag 1 2 counts",
    ]  # fmt: skip


KINDS = st.sampled_from([kind for kind in EventKind if kind is not EventKind.TAG_RESTART])
DONE = st.lists(st.tuples(KINDS, st.integers(1, 6), st.integers(1, 8)), max_size=12)


@given(DONE, st.sampled_from([PLAIN, BLOCKS]))
def test_names_stay_different_and_one_ending_is_the_most(
    done: list[tuple[EventKind, int, int]], sheet: Sheet
) -> None:
    events: Events = ()
    for kind, wall, after in done:
        before = events
        events = add(events, kind, wall, at(after), sheet)
        assert any(event.kind is kind and wall in event.walls for event in events)
        # Only the kind added changes.
        assert [e for e in events if e.kind is not kind] == [
            e for e in before if e.kind is not kind
        ]
    assert len({event.id for event in events}) == len(events)
    assert sum(event.kind is EventKind.ENDING for event in events) <= 1
    stopped = [wall for event in events if event.stops for wall in event.walls]
    assert len(stopped) == len(set(stopped))


@given(DONE, st.integers(1, 6), st.integers(1, 8))
def test_what_is_moved_and_moved_back_happens_where_it_did(
    done: list[tuple[EventKind, int, int]], to: int, after: int
) -> None:
    events: Events = ()
    for kind, wall, count in done:
        events = add(events, kind, wall, at(count), PLAIN)
    placed = sorted(brief(events))
    for event in events:
        there = None if event.after is None else at(after)
        moved = move(events, event.id, event.walls[0], to, there)
        assert sorted(brief(move(moved, event.id, to, event.walls[0], event.after))) == placed
