"""What is found once a dance lies on a song. Expectations worked out beside each case."""

import pytest
from core.dancing import quarter_dance, restart, song, tag, timeline

from maplestep.core.errors import RoutineError
from maplestep.core.findings.registry import fit_findings
from maplestep.core.layout.timeline import Timeline
from maplestep.core.primitives.finding import EventEdit, Finding
from maplestep.core.routine.model import Event, EventKind
from maplestep.core.song.model import Song
from maplestep.messages.findings import advice, message

DANCE = quarter_dance("right")
# 32 counts; the right foot starts, and after 30 (R side on 31 is left out) the left one is free.
WRONG_FOOT = (
    "Section 1\n1-4 R vine right, L touch\n5-8 L vine left, R touch\n"
    "Section 2\n1-2 R rock forward, recover\n3&4 R coaster\n5-6 L rock forward, recover\n"
    "7-8 L side, R touch\n"
)


def found(line: Timeline, code: str) -> list[Finding]:
    return [finding for finding in fit_findings(line) if finding.code == code]


def test_a_dance_in_phrase_has_nothing_to_settle() -> None:
    line = timeline(DANCE, song("intro 16, verse 64, chorus 64"))
    assert fit_findings(line) == ()


@pytest.mark.parametrize(
    ("event", "code", "words"),
    [
        (restart(9, "16"), "fit.never-after-song", "the song ends in wall 4"),
        (restart(2, "32"), "fit.never-beyond-dance", "the dance has 32 counts"),
        (tag(7, counts=4), "fit.never-after-song", "wall 7"),
        (tag(4, counts=4), "fit.never-after-song", "wall 4"),  # the song is over by then
        (tag(2, name="Gone"), "fit.tag-gone", "Gone"),
    ],
)
def test_an_event_that_never_happens(event: Event, code: str, words: str) -> None:
    line = timeline(DANCE, song("verse 128"), event)
    (finding,) = found(line, code)
    assert words in message(finding)
    assert finding.fix == EventEdit(event=event.id, walls=())


def test_a_tag_on_a_wall_that_restarts_is_never_reached() -> None:
    line = timeline(DANCE, song("verse 128"), restart(2, "16"), tag(2, counts=4))
    (finding,) = found(line, "fit.never-stopped-before")
    assert "stops after 16" in message(finding)


def test_only_the_wall_that_is_not_reached_is_taken_out() -> None:
    line = timeline(DANCE, song("verse 136"), tag(2, 9, counts=4))
    (finding,) = found(line, "fit.never-after-song")
    assert finding.fix == EventEdit(event="t2", walls=(2,))


def test_the_classic_wrong_foot_before_a_restart() -> None:
    # The coaster R-L-R ends on 12 with the weight right, and the dance starts with the right.
    line = timeline(WRONG_FOOT, song("verse 64"), restart(2, "12"))
    (finding,) = found(line, "fit.wrong-foot-restart")
    assert message(finding) == (
        "Wall 2 restarts after 12, but the right foot carries the weight there."
    )
    assert "end the coaster on 12 with a touch" in advice(finding)
    assert found(timeline(WRONG_FOOT, song("verse 64"), restart(2, "8")), finding.code) == []


def test_a_tag_can_begin_or_end_on_the_wrong_foot() -> None:
    into = WRONG_FOOT + "Tag\n1-2 L side, R touch\n"
    out = WRONG_FOOT + "Tag\n1-2 R side, L touch\n"
    # The dance ends with the weight left: a tag that begins left is wrong, one that ends right too.
    line = timeline(into, song("verse 64"), tag(1, name="Tag"))
    (finding,) = found(line, "fit.wrong-foot-into-tag-weigh")
    assert advice(finding).startswith("Step on the touch on 16")
    line = timeline(out, song("verse 64"), tag(1, name="Tag"))
    assert len(found(line, "fit.wrong-foot-out-of-tag-weigh")) == 1


def test_a_claimed_facing_is_compared_where_it_happens() -> None:
    # Wall 1 ends at 3:00 (eighth 2) and started at 12:00 (0).
    music = song("verse 68")
    assert found(timeline(DANCE, music, tag(1, counts=4, facing=2)), "fit.claimed-facing") == []
    (wrong,) = found(timeline(DANCE, music, tag(1, counts=4, facing=4)), "fit.claimed-facing")
    assert message(wrong) == "Tag +4 on wall 1 faces 3:00, not 6:00."
    (start,) = found(
        timeline(DANCE, music, tag(1, counts=4, facing=0)), "fit.claimed-facing-is-start"
    )
    assert "12:00 is where that wall starts" in message(start)


def test_a_claim_for_walls_that_face_differently_has_no_single_fix() -> None:
    # Walls 1 and 2 end at 3:00 and 6:00: "facing 3:00" is right once, and 6:00 would be too.
    line = timeline(DANCE, song("verse 104"), tag(1, 2, counts=4, facing=2))
    (finding,) = found(line, "fit.claimed-facing-of-many")
    assert (finding.place.wall, finding.fix) == (2, None)


def test_the_second_tag_of_a_wall_is_compared_where_it_begins() -> None:
    # Wall 1 ends at 3:00; the first tag turns a half, so the second begins at 9:00 (eighth 6).
    sheet = DANCE + "Tag\n1-2 R step forward, pivot ½ left\n3-4 hold\n"
    for facing, codes in ((6, []), (2, ["fit.claimed-facing"])):
        second = Event(id="b", kind=EventKind.TAG, walls=(1,), counts=4, claims_facing=facing)
        line = timeline(sheet, song("verse 72"), tag(1, name="Tag"), second)
        wrong = [f.code for f in fit_findings(line) if "claimed" in f.code]
        assert wrong == codes


def test_walls_off_the_eight_are_one_finding_for_a_run() -> None:
    # A verse of 36: walls start at 0 and 32; the chorus at 36 has walls at 64 (28 = 3 eights + 4).
    line = timeline(DANCE, song("verse 36, chorus 92"))
    (finding,) = found(line, "fit.walls-off-unit")
    assert message(finding) == "Walls 3 to 4 start on count 5 of an eight in the music."


def test_a_missed_phrase_says_where_it_falls() -> None:
    line = timeline(DANCE, song("verse 56, chorus 72"))
    # The chorus starts at 56: wall 2 began at 32, so it is its count 25; wall 3 begins at 64.
    (finding,) = found(line, "fit.phrase-missed")
    assert message(finding) == "Chorus begins on count 25 of wall 2."
    assert "8 counts late" in advice(finding)
    assert "after 24" in advice(finding)
    fixed = timeline(DANCE, song("verse 56, chorus 72"), restart(2, "24"))
    assert found(fixed, "fit.phrase-missed") == []


def test_a_song_nobody_marked_says_so_and_counts_no_hits() -> None:
    line = timeline(DANCE, song("intro 16, unmarked 256"))
    (finding,) = fit_findings(line)
    assert message(finding).startswith("256 counts of the song, from count 17 on")
    assert line.danced_phrases == ()


def test_sixes_are_counted_in_sixes() -> None:
    waltz = "1-3 L cross, R side, L in place\n4-6 R cross, L side, R in place\n"
    assert fit_findings(timeline(waltz, song("verse 24, chorus 24", unit=6))) == ()


# Counts of song over a 32-count dance turning 1/4 right, and what finishing takes.
ENDINGS = [(32, "¼ to the left"), (64, "½ turn either way"), (96, "¼ to the right"), (128, "")]


@pytest.mark.parametrize(("counts", "words"), ENDINGS)
def test_the_turn_to_the_front_at_the_end(counts: int, words: str) -> None:
    findings = fit_findings(timeline(DANCE, song(f"verse {counts}")))
    assert [words in advice(finding) for finding in findings] == ([True] if words else [])


def test_a_dance_that_never_begins() -> None:
    line = timeline(DANCE, song("verse 32"), start=40)
    assert [finding.code for finding in fit_findings(line)] == ["fit.nothing-danced"]


def test_a_song_of_intro_alone_is_danced_from_its_start() -> None:
    music: Song = song("intro 32")
    assert timeline(DANCE, music).walls[0].start == 0


@pytest.mark.parametrize(
    "facts",
    [
        {"kind": EventKind.TAG, "walls": (1,)},
        {"kind": EventKind.TAG, "walls": (), "counts": 4},
        {"kind": EventKind.TAG, "walls": (0,), "counts": 4},
        {"kind": EventKind.TAG, "walls": (1, 1), "counts": 4},
        {"kind": EventKind.TAG, "walls": (1,), "counts": 99},
        {"kind": EventKind.TAG, "walls": (1,), "counts": 4, "tag": "Tag"},
        {"kind": EventKind.RESTART, "walls": (1,)},
    ],
)
def test_events_that_make_no_sense_are_refused(facts: dict[str, object]) -> None:
    with pytest.raises(RoutineError):
        Event(id="e", **facts)  # type: ignore[arg-type]
