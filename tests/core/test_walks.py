"""Routines walked through by hand, and what a change of song or events may change."""

from fractions import Fraction as F

import pytest
from core.dancing import quarter_dance, restart, song, tag, timeline
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.layout.engine import lay_out
from maplestep.core.layout.timeline import Timeline
from maplestep.core.primitives.counts import parse_cut
from maplestep.core.primitives.turns import clock
from maplestep.core.routine.model import Event, EventKind, Routine
from maplestep.core.sheet.read import read_sheet
from maplestep.core.song.model import Phrase, PhraseKind, Song

# 32 counts, a quarter right on count 31; feet: right first, right free after each four.
DANCE = quarter_dance("right")
# 8 counts: a half left on 2, a quarter right on 5, back on the right foot's start.
TURNS = "1-2 R step forward, pivot ½ left\n3-4 hold\n5 R side ¼ right\n6 L together\n7-8 hold\n"
HALF_TAG = "Tag\n1-2 R step forward, pivot ½ left\n3-4 hold\n"
# Landings on 1, 2, 2&, 3, 4; the quarter is on 2&.
ANDS = "1-2& R side, L together, R side ¼ right\n3-4 L together, hold\n"


def both(wall: int, after: str, *, counts: int | None = None, name: str = "") -> Event:
    return Event(
        id=f"b{wall}",
        kind=EventKind.TAG_RESTART,
        walls=(wall,),
        after=parse_cut(after),
        counts=counts,
        tag=name,
    )


def told(line: Timeline) -> list[str]:
    """Each pass as "wall 2 32-64 3:00-6:00"."""
    return [
        f"{p.kind.value} {p.wall} {p.start}-{p.end} {clock(p.start_facing)}-{clock(p.end_facing)}"
        for p in line.segments
    ]


# (sheet, counts of the song, events, passes). Each worked out by hand: every whole wall adds
# its length and its turn; a stopped wall only the turns before the stop.
WALKS: dict[str, tuple[str, int, list[Event], list[str]]] = {
    "a stop just before the turn keeps the wall": (
        DANCE,
        62,
        [restart(1, "30")],
        ["wall 1 0-30 12:00-12:00", "wall 2 30-62 12:00-3:00"],
    ),
    "a stop just behind the turn takes it along": (
        DANCE,
        63,
        [restart(1, "31")],
        ["wall 1 0-31 12:00-3:00", "wall 2 31-63 3:00-6:00"],
    ),
    "on count 17 is after 16": (
        DANCE,
        48,
        [restart(1, "on count 17")],
        ["wall 1 0-16 12:00-12:00", "wall 2 16-48 12:00-3:00"],
    ),
    "the earlier of two stops is the one met": (
        DANCE,
        40,
        [restart(1, "24"), restart(1, "8", called="early")],
        ["wall 1 0-8 12:00-12:00", "wall 2 8-40 12:00-3:00"],
    ),
    "a tag before a restart lies between the two": (
        DANCE,
        52,
        [both(1, "16", counts=4)],
        ["wall 1 0-16 12:00-12:00", "tag 1 16-20 12:00-12:00", "wall 2 20-52 12:00-3:00"],
    ),
    "a tag with steps turns before the restart": (
        DANCE + HALF_TAG,
        52,
        [both(1, "16", name="Tag")],
        ["wall 1 0-16 12:00-12:00", "tag 1 16-20 12:00-6:00", "wall 2 20-52 6:00-9:00"],
    ),
    "two tags at one wall come in the order given": (
        DANCE + HALF_TAG,
        72,
        [tag(1, counts=2), Event(id="x", kind=EventKind.TAG, walls=(1,), tag="Tag")],
        [
            "wall 1 0-32 12:00-3:00",
            "tag 1 32-34 3:00-3:00",
            "tag 1 34-38 3:00-9:00",
            "wall 2 38-70 9:00-12:00",
            "wall 3 70-72 12:00-12:00",
        ],
    ),
    "the song may end in a tag": (
        DANCE,
        34,
        [tag(1, counts=4)],
        ["wall 1 0-32 12:00-3:00", "tag 1 32-34 3:00-3:00"],
    ),
    "the song may end with a wall": (DANCE, 32, [], ["wall 1 0-32 12:00-3:00"]),
    "one event on many walls": (
        TURNS,
        24,
        [Event(id="r", kind=EventKind.RESTART, walls=(1, 2, 4), after=parse_cut("4"))],
        [
            # After 4 only the half is danced; a whole wall turns 1/4 - 1/2 = 1/4 left.
            "wall 1 0-4 12:00-6:00",
            "wall 2 4-8 6:00-12:00",
            "wall 3 8-16 12:00-9:00",
            "wall 4 16-20 9:00-3:00",
            "wall 5 20-24 3:00-9:00",
        ],
    ),
    "the & behind a stop is danced": (
        ANDS,
        6,
        [restart(1, "2")],
        ["wall 1 0-2 12:00-3:00", "wall 2 2-6 3:00-6:00"],
    ),
    "unless it is left out": (
        ANDS,
        6,
        [restart(1, "2 without &")],
        ["wall 1 0-2 12:00-12:00", "wall 2 2-6 12:00-3:00"],
    ),
    "a stop between two counts": (
        ANDS,
        6,
        [restart(1, "1½")],
        ["wall 1 0-3/2 12:00-12:00", "wall 2 3/2-11/2 12:00-3:00", "wall 3 11/2-6 3:00-3:00"],
    ),
    "a tag on a stopped wall is not danced": (
        DANCE,
        40,
        [restart(1, "8"), tag(1, counts=4)],
        ["wall 1 0-8 12:00-12:00", "wall 2 8-40 12:00-3:00"],
    ),
    "a tag the sheet has lost has no length": (
        DANCE,
        64,
        [tag(1, name="Gone")],
        ["wall 1 0-32 12:00-3:00", "wall 2 32-64 3:00-6:00"],
    ),
    "an eighth leads round the corners": (
        "1-2 R side ⅛ right, L together\n",
        8,
        [],
        [
            "wall 1 0-2 12:00-1:30",
            "wall 2 2-4 1:30-3:00",
            "wall 3 4-6 3:00-4:30",
            "wall 4 6-8 4:30-6:00",
        ],
    ),
}


@pytest.mark.parametrize("name", WALKS)
def test_a_walk_worked_out_by_hand(name: str) -> None:
    sheet, counts, events, segments = WALKS[name]
    assert told(timeline(sheet, song(f"verse {counts}"), *events)) == segments


EVENTS = st.lists(
    st.one_of(
        st.builds(restart, st.integers(1, 6), st.sampled_from(["4", "8", "12", "20", "28"])),
        st.builds(
            lambda wall, counts: tag(wall, counts=counts), st.integers(1, 6), st.integers(1, 9)
        ),
    ),
    max_size=4,
    unique_by=lambda event: event.id,
)


def made(events: list[Event], phrases: list[int], *, bpm: int = 120, beats: F = F(1)) -> Timeline:
    music = Song(
        title="",
        bpm=F(bpm),
        beats_per_count=beats,
        phrases=tuple(Phrase(kind=PhraseKind.VERSE, counts=counts) for counts in phrases),
    )
    return lay_out(Routine(song=music, sheet=read_sheet(DANCE).sheet, events=tuple(events)))


@settings(max_examples=60, deadline=None)
@given(EVENTS, st.lists(st.integers(1, 90), min_size=1, max_size=6))
def test_where_phrases_lie_changes_nothing_that_is_danced(
    events: list[Event], phrases: list[int]
) -> None:
    assert told(made(events, phrases)) == told(made(events, [sum(phrases)]))


@settings(max_examples=60, deadline=None)
@given(EVENTS, st.integers(40, 200), st.integers(40, 200))
def test_seconds_go_with_the_tempo(events: list[Event], bpm: int, counts: int) -> None:
    slow, fast = made(events, [counts], bpm=bpm), made(events, [counts], bpm=2 * bpm)
    assert told(slow) == told(fast)
    for one, other in zip(slow.moves(), fast.moves(), strict=True):
        assert one.at_seconds == pytest.approx(2 * other.at_seconds)


@settings(max_examples=30, deadline=None)
@given(EVENTS, st.integers(40, 200))
def test_two_beats_a_count_are_half_the_tempo(events: list[Event], counts: int) -> None:
    double, slow = made(events, [counts], beats=F(2)), made(events, [counts], bpm=60)
    assert [p.end_seconds for p in double.segments] == pytest.approx(
        [p.end_seconds for p in slow.segments]
    )


@settings(max_examples=60, deadline=None)
@given(EVENTS, st.integers(40, 200), st.integers(1, 99))
def test_a_longer_song_only_adds_at_the_end(events: list[Event], counts: int, more: int) -> None:
    short, long = made(events, [counts]), made(events, [counts + more])
    whole = told(short)[:-1]
    assert told(long)[: len(whole)] == whole


@settings(max_examples=60, deadline=None)
@given(EVENTS, st.integers(40, 200))
def test_every_event_is_met_or_found_missing(events: list[Event], counts: int) -> None:
    from maplestep.core.findings.checks.fit.events_never import check

    line = made(events, [counts])
    met = line.events_met()
    missing = {(finding.place.event, finding.place.wall) for finding in check(line)}
    asked = {(event.id, wall) for event in events for wall in event.walls}
    assert met | missing == asked
    assert not met & missing
