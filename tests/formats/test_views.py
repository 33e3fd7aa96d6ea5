"""What screens and --json are given: the core's own values, and nothing left to work out."""

import json
from importlib import resources
from itertools import pairwise

import pytest
from core.dancing import restart, song, tag

from maplestep.core.layout.engine import lay_out
from maplestep.core.primitives.turns import CLOCKS, parse_clock
from maplestep.core.routine.model import Event, Routine
from maplestep.core.sheet.read import read_sheet
from maplestep.core.song.model import Song
from maplestep.formats.routine.routine_file import read_routine
from maplestep.services.check import check_routine, check_sheet
from maplestep.views.sheet import sheet_view
from maplestep.views.timeline import WholeTimelineView, whole_timeline_view

SHEET = """Two Sections
14 counts, 4 walls, beginner

Section 1
1-2  R side ¼ right, L together
3-8  R walk
Section 2 (6 counts)
&1   R ball, L cross
2-3  R side ⅛ left, L together
4-6  hold

Tag
1-4  R rocking chair
"""


def view_of(sheet: str, music: Song, *events: Event) -> WholeTimelineView:
    reading = read_sheet(sheet)
    routine = Routine(song=music, sheet=reading.sheet, events=events, title="Named")
    return whole_timeline_view(check_routine(lay_out(routine), reading))


def test_a_sheet_is_told_section_by_section() -> None:
    view = sheet_view(check_sheet(read_sheet(SHEET)))
    part, tag_part = view.parts
    # Net: a quarter right less an eighth left is an eighth right: eight walls, not four.
    assert (view.title, view.level, view.counts, view.walls) == ("Two Sections", "beginner", 14, 8)
    assert (part.name, part.turn, tag_part.kind, tag_part.turn) == ("A", "⅛ right", "tag", "")
    assert [(s.first, s.last, s.start_facing, s.end_facing) for s in part.sections] == [
        (1, 8, "12:00", "3:00"),
        (9, 14, "3:00", "1:30"),
    ]
    assert " ".join(part.count_labels) == "1 2 3 4 5 6 7 8 1 2 3 4 5 6"
    lead_in = part.sections[1].moves[0]
    assert (lead_in.at, lead_in.label, lead_in.word) == (-0.5, "&", "ball")
    turning = part.sections[0].moves[0]
    assert (turning.turn, turning.turn_words, turning.facing) == (2, "¼", "3:00")
    for section in part.sections:
        assert section.facings[0].start == 0
        assert section.facings[-1].end == section.length
        for one, other in pairwise(section.facings):
            assert one.end == other.start


def test_a_timeline_is_told_in_counts_seconds_and_clocks() -> None:
    # 120 bpm: half a second a count. Wall 1 starts on 8 (4 s) and lasts 14 (to 11 s); the tag
    # of 4 ends at 13 s; wall 2 stops after 8 (to 17 s); wall 3 has the 6 counts left (to 20 s).
    events = (tag(1, name="Tag", facing=1), restart(2, "8", cue="drums"))
    view = view_of(SHEET, song("intro 8, verse 18, chorus 14"), *events)
    told = [
        (p.kind, p.wall, p.start_seconds, p.end_seconds, p.start_facing, p.end_facing, p.ended)
        for p in view.segments
    ]
    assert told == [
        ("wall", 1, 4.0, 11.0, "12:00", "1:30", "whole"),
        ("tag", 1, 11.0, 13.0, "1:30", "1:30", "whole"),
        ("wall", 2, 13.0, 17.0, "1:30", "4:30", "restart"),
        ("wall", 3, 17.0, 20.0, "4:30", "7:30", "song"),
    ]
    assert [p.event_words for p in view.segments] == ["Tag +4", "Tag +4", "Restart after 8", ""]
    assert (view.segments[2].cue, view.tags) == ("drums", ["Tag"])
    # The verse begins with wall 1, the chorus on count 26, where wall 2 does.
    assert (view.hits, view.phrases_danced) == (2, 2)
    assert [phrase.hit for phrase in view.phrases] == [None, True, True]
    # From 7:30 the front is three eighths to the right.
    assert view.end is not None
    assert (view.end.facing, view.end.turn_amount, view.end.turn_sides) == ("7:30", "⅜", ["right"])


@pytest.mark.parametrize(
    ("counts", "facing", "amount", "sides"),
    [
        # A dance of two counts turning an eighth right: facing is a corner further each wall.
        (2, "1:30", "⅛", ["left"]),
        (4, "3:00", "¼", ["left"]),
        (6, "4:30", "⅜", ["left"]),
        (8, "6:00", "½", ["right", "left"]),
        (10, "7:30", "⅜", ["right"]),
        (12, "9:00", "¼", ["right"]),
        (14, "10:30", "⅛", ["right"]),
        (16, "12:00", "", []),
    ],
)
def test_the_way_to_the_front(counts: int, facing: str, amount: str, sides: list[str]) -> None:
    end = view_of("1-2 R side ⅛ right, L together", song(f"verse {counts}")).end
    assert end is not None
    assert (end.facing, end.turn_amount, end.turn_sides) == (facing, amount, sides)


def test_a_routine_without_steps_has_an_empty_timeline() -> None:
    view = view_of("A title", song("verse 32"))
    assert (view.segments, view.end, view.moves, view.dance_counts) == ([], None, [], 0)
    assert [finding.code for finding in view.sheet_findings] == ["sheet.no-steps"]


DEMO = [f for f in resources.files("maplestep.demo").iterdir() if f.name.endswith(".json")]


@pytest.mark.parametrize("file", DEMO, ids=lambda file: file.name)
def test_what_is_told_agrees_with_itself(file) -> None:  # type: ignore[no-untyped-def]
    form, routine, reading = read_routine(file.read_bytes())
    view = whole_timeline_view(check_routine(lay_out(routine), reading), title=form.title)
    told = json.loads(view.model_dump_json())
    moves = told["moves"]
    assert [m["at_seconds"] for m in moves] == sorted(m["at_seconds"] for m in moves)
    for segment in told["segments"]:
        assert segment["length"] == segment["end"] - segment["start"]
        assert segment["start_facing"] in CLOCKS
        spans = segment["phrases"]
        assert sum(span["end"] - span["start"] for span in spans) == segment["length"]
        inside = [m for m in moves if segment["start"] <= m["count"] < segment["end"]]
        if inside and segment["kind"] == "wall":
            assert inside[-1]["facing"] == segment["end_facing"]
    last = told["segments"][-1]
    assert parse_clock(last["end_facing"]) == parse_clock(told["end"]["facing"])
    assert told["song_seconds"] == pytest.approx(last["end_seconds"])


def test_the_demo_shows_what_it_promises() -> None:
    """Four routines sit perfectly, and one has four real faults that the findings name."""
    wrong = {}
    for file in sorted(DEMO, key=lambda f: f.name):
        _, routine, reading = read_routine(file.read_bytes())
        view = whole_timeline_view(check_routine(lay_out(routine), reading))
        both = [*view.sheet_findings, *view.findings]
        wrong[reading.sheet.title] = [f.code for f in both if f.severity != "know"]
    assert wrong == {
        "Kite Weather": [],
        "Quiet Ferry": [],
        "Clover Gravel": [],
        "Thimble Market": [],
        "Mudlark Parade": [
            "sheet.walls",
            "fit.never-after-song",
            "fit.wrong-foot-restart",
            "fit.claimed-facing",
        ],
    }
