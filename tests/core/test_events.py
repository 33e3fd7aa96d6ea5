"""Every kind of event and every way to place it, danced; counts and facings worked out by hand."""

import random
from fractions import Fraction as F

import pytest
from core.dancing import happens, quarter_dance, restart, song, tag, timeline, walk

from maplestep.core.errors import RoutineError
from maplestep.core.layout.timeline import EndReason, Timeline
from maplestep.core.primitives.counts import parse_cut
from maplestep.core.primitives.feet import Foot
from maplestep.core.routine.model import Event, EventKind, FacingAt
from maplestep.core.song.model import PhraseKind

# 32 counts, a quarter right on count 31-32.
DANCE = quarter_dance("right")
LONG = song("verse 160")


def segments(line: Timeline) -> list[tuple[str, int, int, int]]:
    """Kind, song count it starts and ends on, count of its part it begins on."""
    return [(p.kind.value, int(p.start), int(p.end), int(p.first)) for p in line.segments]


def test_a_bridge_is_danced_in_mid_wall_and_the_wall_goes_on() -> None:
    line = timeline(DANCE, song("verse 100"), happens("bridge", 2, "16", counts=4))
    # Wall 1 [0, 32); wall 2 [32, 48), bridge [48, 52), wall 2 again [52, 68); wall 3 from 68.
    assert segments(line) == [
        ("wall", 0, 32, 0), ("wall", 32, 48, 0), ("bridge", 48, 52, 0), ("wall", 52, 68, 16),
        ("wall", 68, 100, 0),
    ]  # fmt: skip
    assert [w.number for w in line.walls] == [1, 2, 3]
    assert [len(row) for row in line.rows] == [1, 3, 1]
    assert (line.walls[1].length, line.walls[1].end) == (32, 68)
    # The turn on 31 is danced once, after the bridge.
    assert walk(line) == ["12:00", "3:00", "6:00"]
    assert line.segments[1].ended is EndReason.BREAK
    danced = [m for m in line.moves() if m.segment.wall == 2 and m.segment.kind.value == "wall"]
    assert [m.at for m in danced] == [*range(32, 48), *range(52, 68)]


def test_two_events_of_a_wall_come_in_the_order_of_their_counts() -> None:
    line = timeline(
        DANCE, LONG, restart(2, "24"), happens("bridge", 2, "8", counts=4), tag(2, counts=2)
    )
    # Wall 2: 8 counts, bridge 4, counts 9-24, restart: 32 + 8 + 4 + 16 = 60. Its tag never comes.
    assert segments(line)[1:5] == [
        ("wall", 32, 40, 0), ("bridge", 40, 44, 0), ("wall", 44, 60, 8), ("wall", 60, 92, 0),
    ]  # fmt: skip
    assert [(h.event.kind.value, h.after, h.at) for h in line.occurrences] == [
        ("bridge", 8, 40), ("restart", 24, 60),
    ]  # fmt: skip


def test_a_step_change_is_danced_on_its_wall_only() -> None:
    change = happens("change", 2, steps="31-32 R side, L touch", option="31-32 R side, L together")
    line = timeline(DANCE, LONG, change)
    # Without the quarter on 31 wall 3 starts at 3:00, where wall 2 did.
    assert walk(line) == ["12:00", "3:00", "3:00", "6:00", "9:00"]
    assert line.walls[1].length == 32
    (there,) = line.occurrences
    assert (there.after, there.at, there.starts, there.facing) == (30, 62, 2, 2)
    assert line.segments[1].end_weight is Foot.RIGHT
    assert line.segments[2].end_weight is Foot.LEFT
    own = line.segments[1].part
    assert own is not None
    assert len(own.options) == 1


def test_a_wait_takes_no_counts_and_the_time_the_band_is_silent() -> None:
    # 120 bpm; between count 8 and 9 the band is silent for 1.5 s: 3.5 + .5 + 1.5 = 5.5.
    stopping = song("verse 64", anchors=((F(0), 0.0), (F(7), 3.5), (F(8), 5.5), (F(64), 33.5)))
    line = timeline(DANCE, stopping, happens("wait", 1, "8", cue="the singer"))
    wait = line.segments[1]
    assert (wait.kind.value, wait.start, wait.length) == ("wait", 8, 0)
    assert (wait.start_seconds, wait.end_seconds) == (pytest.approx(4.0), pytest.approx(5.5))
    assert [w.start for w in line.walls] == [0, 32]


def test_an_ending_closes_the_dance_with_the_song() -> None:
    sheet = DANCE + "Ending\n1-4 R side, hold, L together, hold\n"
    # 72 counts: wall 3 begins at 64; its ending of 4 has to begin after 4 of its counts.
    line = timeline(sheet, song("verse 72"), happens("ending", 1, walls=(), tag="Ending"))
    assert segments(line)[-2:] == [("wall", 64, 68, 0), ("ending", 68, 72, 0)]
    # Placed by hand on wall 2 after 8 the dance is over at 32 + 8 + 4 = 44.
    early = timeline(sheet, song("verse 72"), happens("ending", 2, "8", tag="Ending"))
    assert segments(early)[-1] == ("ending", 40, 44, 0)
    assert early.end == 44
    # Without steps it simply stops.
    bare = timeline(DANCE, song("verse 72"), happens("ending", 2, "8"))
    assert (segments(bare)[-1], bare.segments[-1].ended) == (("wall", 32, 40, 0), EndReason.ENDING)


@pytest.mark.parametrize(
    ("facings", "at", "walls"),
    [
        # Walls end at 3:00, 6:00, 9:00, 12:00, 3:00 and start at 12:00, 3:00, 6:00 ...
        ((0, 4), FacingAt.THERE, [2, 4]),
        ((2,), FacingAt.THERE, [1, 5]),
        ((6,), FacingAt.START, [4]),
        ((1,), FacingAt.THERE, []),
    ],
)
def test_a_rule_by_facing(facings: tuple[int, ...], at: FacingAt, walls: list[int]) -> None:
    event = Event(id="t", kind=EventKind.TAG, facings=facings, facing_at=at, counts=4)
    line = timeline(DANCE, song("verse 180"), event)
    assert [h.wall for h in line.occurrences] == walls


def test_a_rule_by_phrase() -> None:
    put_to = song("verse 32, chorus 36, verse 32, chorus 24, verse 32")
    tagged = Event(id="t", kind=EventKind.TAG, phrase=PhraseKind.CHORUS, counts=4)
    stops = Event(id="r", kind=EventKind.RESTART, phrase=PhraseKind.CHORUS)
    line = timeline(DANCE, put_to, tagged, stops)
    # Chorus 1 is 36 = wall 2 + the tag that fills it; chorus 2 is 24: wall 4 stops there.
    assert [(h.event.id, h.wall, h.after) for h in line.occurrences] == [("t", 2, 32), ("r", 4, 24)]
    assert len(line.phrase_hits) == 5


def test_half_counts_and_without_the_and() -> None:
    sheet = "1&2& R heel switches\n3&4& R heel switches\n5-8 R rocking chair\n"
    line = timeline(sheet, song("verse 40"), restart(1, "2 without &"), restart(2, "2½"))
    # "Heel, together, heel, together" lands on 1, 1&, 2, 2&; the last is left out on wall 1.
    assert [float(m.at) for m in line.segments[0].moves] == [0, 0.5, 1]
    assert [(float(w.start), float(w.length)) for w in line.walls[:3]] == [
        (0, 2),
        (2, 2.5),
        (4.5, 8),
    ]


BAD = [
    ({"kind": "restart", "walls": (1,)}, "A restart needs the count it comes after."),
    ({"kind": "tag"}, "Say on which wall it happens."),
    ({"kind": "tag", "walls": (1,), "phrase": PhraseKind.VERSE, "counts": 4}, "only one of them"),
    ({"kind": "change", "walls": (1,), "counts": 4}, "A step change needs its steps."),
    ({"kind": "bridge", "walls": (1,)}, "A bridge needs the count it comes after."),
    ({"kind": "wait", "walls": (1,), "counts": 4}, "needs the count"),
    ({"kind": "ending", "facings": (0,)}, "An ending is for one wall"),
    ({"kind": "tag", "walls": (1,), "counts": 4, "steps": "1 hold"}, "only one of them"),
    ({"kind": "tag", "walls": (1,)}, "is either one from the sheet"),
    ({"kind": "tag", "walls": (1,), "counts": 65}, "A tag lasts 1 to 64 counts."),
]


@pytest.mark.parametrize(("facts", "words"), BAD)
def test_events_that_cannot_be_are_refused_in_words(facts: dict[str, object], words: str) -> None:
    with pytest.raises(RoutineError, match=words):
        Event(id="x", **{**facts, "kind": EventKind(str(facts["kind"]))})  # type: ignore[arg-type]


def test_a_wait_lasts_no_longer_than_a_minute() -> None:
    with pytest.raises(RoutineError, match="up to 60 seconds"):
        happens("wait", 1, "8", seconds=61.0)


@pytest.mark.parametrize("seed", range(6))
def test_many_rules_come_where_each_would_come_alone(seed: int) -> None:
    """Waits take no counts, so none of them moves another: what many rules by facing and by phrase
    place is what each of them places by itself."""
    rng = random.Random(seed)
    music = song("intro 16, verse 32, chorus 48, verse 20, chorus 32, outro 64")
    waits = [
        Event(
            id=f"w{n}", kind=EventKind.WAIT, after=parse_cut(str(rng.choice([4, 8, 12]))),
            seconds=1.0, facings=tuple(sorted(rng.sample([0, 2, 4, 6], rng.randint(1, 3)))),
        )
        for n in range(5)
    ]  # fmt: skip
    waits += [
        Event(
            id=f"p{kind.value}{after}",
            kind=EventKind.WAIT,
            phrase=kind,
            seconds=1.0,
            after=parse_cut(after),
        )
        for kind, after in ((PhraseKind.CHORUS, "16"), (PhraseKind.VERSE, "4"))
    ]

    def met(*events: Event) -> set[tuple[str, int, F]]:
        line = timeline(DANCE, music, *events)
        return {(there.event.id, there.wall, there.after) for there in line.occurrences}

    together = met(*waits)
    assert together == set().union(*(met(each) for each in waits))
    assert any(name.startswith("w") for name, _, _ in together)
    # Wall 3 is danced from 80 to 112, wall 4 from 112: the first chorus ends at 16 + 32 + 48 = 96,
    # 16 counts into wall 3, the second verse at 116, 4 counts into wall 4.
    phrased = {(name, wall) for name, wall, _ in together if name.startswith("p")}
    assert phrased == {("pchorus16", 3), ("pverse4", 4)}
