"""Wall list, cue sheet, calls and clicks, each read back by a library that is not ours."""

import csv
import io
import logging
import re
from dataclasses import replace
from importlib import resources

import openpyxl
import pretty_midi
import pytest
import webvtt
from core.dancing import happens, quarter_dance, restart, song, tag, timeline
from jinja2 import UndefinedError
from pypdf import PdfReader

from maplestep.core.layout.engine import lay_out
from maplestep.core.layout.timeline import Timeline
from maplestep.formats.pages import page
from maplestep.formats.routine.calls_vtt import calls, write_vtt
from maplestep.formats.routine.cue_sheet import cue_page, write_cue_sheet
from maplestep.formats.routine.routine_file import read_routine
from maplestep.formats.routine.routine_midi import write_routine_midi
from maplestep.formats.routine.wall_list import COLUMNS, write_walls_csv, write_walls_xlsx

# 120 bpm: a count is half a second. Walls 0-32, 32-48 (restart), 48-80, tag 80-84, 84-116, ...
LINE = timeline(
    "Brick & Mortar\n" + quarter_dance("right"),
    song("verse 48, chorus 36, verse 64"),
    restart(2, "16", cue="=drums, <loud> --> now"),
    tag(3, counts=4),
)
DEMO = sorted(
    (f for f in resources.files("maplestep.demo").iterdir() if f.name.endswith(".json")),
    key=lambda f: f.name,
)


def demo(index: int) -> Timeline:
    return lay_out(read_routine(DEMO[index].read_bytes())[1])


def test_the_wall_list_as_csv() -> None:
    rows = list(csv.DictReader(io.StringIO(write_walls_csv(LINE))))
    assert tuple(rows[0]) == COLUMNS
    assert [(r["what"], r["counts"], r["starts_facing"], r["starts_seconds"]) for r in rows] == [
        ("wall", "32", "12:00", "0.000"),
        ("wall", "16", "3:00", "16.000"),
        ("wall", "32", "3:00", "24.000"),
        ("tag", "4", "6:00", "40.000"),
        ("wall", "32", "6:00", "42.000"),
        ("wall", "32", "9:00", "58.000"),
    ]
    assert rows[1]["event"] == "Restart after 16"
    assert rows[1]["song_count"] == "33"


def test_the_wall_list_as_a_workbook() -> None:
    book = openpyxl.load_workbook(io.BytesIO(write_walls_xlsx(LINE)))
    sheet = book.active
    assert sheet is not None
    assert sheet.cell(1, 1).value == "Brick & Mortar to Test"
    heads = [cell.value for cell in sheet[3]]
    assert heads[:3] == ["Wall", "What", "Part"]
    third = dict(zip(heads, (cell.value for cell in sheet[5]), strict=True))
    assert (third["Wall"], third["Counts"], third["Ends facing"]) == (2, 16, "3:00")
    # 16 s of a day; and a cue that begins with "=" is no formula.
    cell = sheet[5][heads.index("Starts at")]
    assert (cell.value.minute, cell.value.second) == (0, 16)
    assert sheet[5][heads.index("Cue")].data_type == "s"


def test_the_calls_are_webvtt() -> None:
    """Read by webvtt-py; W3C WebVTT: cue text must not hold "-->" and escapes & and <."""
    captions = list(webvtt.from_buffer(io.StringIO(write_vtt(LINE))))
    eights = [c for c in captions if not c.text.startswith("In ")]
    # 148 counts are danced: walls of four eights, one of two, the tag's four counts alone.
    assert len(eights) == 4 + 2 + 4 + 1 + 4 + 4
    assert (eights[4].start, eights[4].end) == ("00:00:16.000", "00:00:20.000")
    # Its first section is two rocking chairs, called as on the Run desk.
    assert eights[4].text == "Wall 2, facing 3:00: 1–8\nrocking chair, rocking chair"
    warned = [(c.start, c.text) for c in captions if c.text.startswith("In ")]
    # The restart is at count 48 = 24 s: warned 8 counts (4 s) and 4 counts (2 s) before.
    assert warned[0][0] == "00:00:20.000"
    assert warned[1][0] == "00:00:22.000"
    assert warned[0][1].startswith("In 8: Restart after 16, facing 3:00")
    assert [w[0] for w in warned[2:]] == ["00:00:36.000", "00:00:38.000"]
    assert "--> now" not in write_vtt(LINE)
    starts = [c.start_in_seconds for c in captions]
    assert starts == sorted(starts)


@pytest.mark.parametrize("index", range(len(DEMO)))
def test_every_count_danced_is_in_one_call(index: int) -> None:
    line = demo(index)
    spans = [c for c in calls(line) if not c.warns]
    danced = sum(p.end_seconds - p.start_seconds for p in line.segments)
    assert sum(c.end_seconds - c.start_seconds for c in spans) == pytest.approx(danced, abs=2.5)
    assert list(webvtt.from_buffer(io.StringIO(write_vtt(line))))


def test_clicks_and_markers_are_midi() -> None:
    """Read by pretty_midi: a click a count, a marker a wall."""
    import mido

    raw = write_routine_midi(LINE)
    midi = pretty_midi.PrettyMIDI(io.BytesIO(raw))
    (clicks,) = midi.instruments
    assert clicks.is_drum
    assert len(clicks.notes) == 148
    assert clicks.notes[32].start == pytest.approx(16.0, abs=0.002)
    walls = next(t for t in mido.MidiFile(file=io.BytesIO(raw)).tracks if t.name == "Walls")
    tick, marks = 0, []
    for message in walls:
        tick += message.time
        if message.type == "marker":
            marks.append((midi.tick_to_time(tick), message.text))
    assert [text for _, text in marks][:4] == [
        "Wall 1 12:00", "Wall 2 3:00: Restart after 16", "Wall 3 3:00: Tag +4", "Tag 6:00",
    ]  # fmt: skip
    assert [at for at, _ in marks] == pytest.approx([0, 16, 24, 40, 42, 58], abs=0.01)


def _text(pdf: bytes) -> tuple[int, str]:
    reader = PdfReader(io.BytesIO(pdf))
    text = " ".join(page.extract_text() for page in reader.pages)
    return len(reader.pages), " ".join(text.split())


@pytest.mark.slow
@pytest.mark.parametrize("language", ["en", "fr"])
@pytest.mark.parametrize("index", range(len(DEMO)))
def test_the_cue_sheet_is_one_page(index: int, language: str) -> None:
    line = demo(index)
    pages, text = _text(write_cue_sheet(line, language))
    assert pages == 1
    assert line.routine.title in text
    for there in line.occurrences:
        if there.event.cue:
            assert there.event.cue.split()[0] in text


@pytest.mark.slow
def test_a_long_routine_still_is_one_page() -> None:
    # 24 walls, two of them with their tag: the type shrinks.
    line = timeline(
        quarter_dance("right"), song(", ".join(["verse 64"] * 12)), tag(2, counts=4),
        happens("bridge", 5, "16", counts=4, cue="a long cue that says a good deal of the music"),
    )  # fmt: skip
    pages, text = _text(write_cue_sheet(line))
    assert pages == 1
    assert "Bridge +4 after 16" in text


def test_the_printer_has_nothing_to_complain_of(caplog: pytest.LogCaptureFixture) -> None:
    """ "Anchor defined twice", for one: each hatched row has a pattern of its own."""
    line = timeline(
        quarter_dance("right"), song("verse 64, chorus 64"), tag(1, counts=4), tag(2, counts=4)
    )
    names = re.findall(r'id="(cloth[^"]*)"', cue_page(line, "en", 1.0))
    assert len(set(names)) == len(names) == 2
    assert all(f"url(#{name})" in cue_page(line, "en", 1.0) for name in names)
    with caplog.at_level(logging.WARNING, logger="weasyprint"):
        write_cue_sheet(line)
    assert [record.getMessage() for record in caplog.records] == []


def test_the_cue_sheet_says_what_a_dancer_needs() -> None:
    _, text = _text(write_cue_sheet(LINE))
    for words in (
        "Restart after 16",
        "Tag +4",
        "=drums, <loud> --> now",
        "12:00",
        "you face the front",
    ):
        assert words in text
    _, french = _text(write_cue_sheet(LINE, "fr"))
    assert "Reprise après 16" in french


PHRASED = """Kiln
Part A (16 counts)
1-8 R vine, touch, L vine, touch
9-16 R rocking chair twice
Part B (8 counts)
1-8 K step
Tag (4 counts)
1-4 R rocking chair
Ending (4 counts)
1-4 R stomp, hold, hold, hold
"""


@pytest.mark.parametrize(
    ("language", "tag_there", "end", "chorus"),
    [("en", "Tag +4", "Ending", "Chorus"), ("fr", "Tag +4", "Final", "Refrain")],
)
def test_the_cue_sheet_names_what_the_order_names(
    language: str, tag_there: str, end: str, chorus: str
) -> None:
    # 16 counts of A, 8 of B, a tag of 4, 16 of A, an ending of 4: 48 counts.
    line = timeline(PHRASED, song("verse 16, chorus 32"), sequence="A, B, Tag, A, Ending")
    _, text = _text(write_cue_sheet(line, language))
    rows = [row[0] for row in line.rows]
    assert [(row.wall, row.name) for row in rows] == [(1, "A"), (2, "B"), (3, "A"), (3, "Ending")]
    assert tag_there in text
    assert chorus in text
    # The ending is no wall: it has its name, and the number of the wall before it only once.
    assert f"{end} +4" in text
    assert f"3 {end}" not in text
    assert ("Ending" in text) == (language == "en")


def test_names_are_escaped_on_a_printed_page() -> None:
    """HTML Living Standard, 13.3: "<" and "&" of a text are written as character references."""
    line = replace(LINE, routine=replace(LINE.routine, title="<b>Tea</b> & <script>"))
    written = cue_page(line, "en", 1.0)
    assert "&lt;b&gt;Tea&lt;/b&gt; &amp; &lt;script&gt;" in written
    assert "<script>" not in written
    assert written.count("<svg") > len(line.rows)  # the drawings are drawn, and not spelt out


def test_a_page_asks_for_nothing_it_is_not_given() -> None:
    with pytest.raises(UndefinedError):
        page("cue_sheet.html", language="en", title="Tea")
