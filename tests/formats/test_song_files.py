"""Songs out and in again. MIDI is read by pretty_midi, JAMS by its own library and schema."""

import io
import json
import warnings
from fractions import Fraction as F
from pathlib import Path
from typing import Any

import jams
import mido
import pretty_midi
import pytest
from core.dancing import song

from maplestep.cli.main import schema_of
from maplestep.core.errors import FileError, MapleStepError, SongError
from maplestep.core.song.model import CuePoint, Song
from maplestep.formats.song.song_file import OUT, SongFileForm, read_any, write_any, write_song_file
from maplestep.services.song_edits import apply_edit

SCHEMA = Path(__file__).parents[2] / "docs/formats/song.schema.json"
# Count 1 at 1.2 s; 8 beats at 100 bpm, a stop of 2 s after beat 15, then 120 bpm.
STOPS = song(
    "intro 8, verse 8, chorus 16",
    bpm=100,
    anchors=((F(0), 1.2), (F(15), 10.2), (F(16), 12.8), (F(32), 20.8)),
    cue_points=(CuePoint(count=F(16), text="here she stands"),),
)
WALTZ = song("intro 12, verse 48, chorus 48+3".replace("48+3", "51"), bpm=132, unit=6)


@pytest.mark.parametrize("music", [STOPS, WALTZ, song("verse 32", bpm=90, first_beat_seconds=0.9)])
def test_midi_has_every_beat_where_the_map_has_it(music: Song) -> None:
    # pretty_midi is an independent reader of Standard MIDI Files (RP-001).
    read = pretty_midi.PrettyMIDI(io.BytesIO(write_any(music, "mid")))
    notes = sorted(note.start for drum in read.instruments for note in drum.notes)
    expected = [music.seconds(count) for count in range(int(music.length))]
    # A tempo is whole microseconds a beat, a time whole ticks: half a millisecond at most.
    assert notes == pytest.approx(expected, abs=5e-4)
    ones = sorted(n.start for d in read.instruments for n in d.notes if n.pitch == 76)
    starts = [music.seconds(placed.start) for placed in music.placed]
    assert all(min(abs(at - one) for one in ones) < 5e-4 for at in starts)
    metre = read.time_signature_changes[0]
    assert metre.numerator == (3 if music.count_unit == 6 else 4)


def test_jams_validates_against_its_own_schema() -> None:
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        read = jams.load(io.StringIO(write_any(STOPS, "jams").decode()), validate=True, strict=True)
    beats = read.search(namespace="beat")[0]
    assert [o.time for o in beats.data] == pytest.approx([STOPS.seconds(n) for n in range(32)])
    assert [o.value for o in beats.data][:9] == [1, 2, 3, 4, 5, 6, 7, 8, 1]
    names = [(o.time, o.value) for o in read.search(namespace="segment_open")[0].data]
    # The chorus begins at beat 16, after the stop: 12.8 s.
    assert names == [(1.2, "Intro"), (6.0, "Verse"), (12.8, "Chorus")]


def test_labels_and_lyrics_by_hand() -> None:
    labels = write_any(STOPS, "tsv").decode().splitlines()
    assert labels[2] == "12.800000\t20.800000\tChorus (16)"
    lyrics = write_any(STOPS, "lrc").decode()
    assert "[00:12.80]here she stands" in lyrics


@pytest.mark.parametrize("kind", ["json", "mid", "jams", "tsv"])
@pytest.mark.parametrize("music", [STOPS, WALTZ])
def test_what_goes_out_comes_in_again(music: Song, kind: str) -> None:
    # Labels hold no beats, so they are laid on the song they came from.
    onto = music if kind == "tsv" else None
    back = read_any(write_any(music, kind), f"song.{kind}", onto)
    assert [(p.kind, p.counts) for p in back.phrases] == [(p.kind, p.counts) for p in music.phrases]
    times = [music.seconds(n) for n in range(int(music.length))]
    assert [back.seconds(n) for n in range(int(music.length))] == pytest.approx(times, abs=2e-3)
    assert back.count_unit == music.count_unit


def test_lyric_lines_become_cue_points_of_the_song() -> None:
    text = b"[ti:Paper Lighthouse]\n[00:01.20]first line\n[00:12.80][00:16.80]twice"
    back = read_any(text, "words.lrc", STOPS)
    # 1.2 s is count 0; 12.8 is count 16; 16.8 s is 4 s = 8 beats of 120 bpm later.
    assert [(float(c.count), c.text) for c in back.cue_points] == [
        (0, "first line"), (16, "twice"), (24, "twice"),
    ]  # fmt: skip


def test_foreign_midi_with_markers() -> None:
    # 96 ticks a beat at 120 bpm, then 60 bpm from beat 8 on; markers at beats 0 and 8.
    file = mido.MidiFile(ticks_per_beat=96)
    track = mido.MidiTrack()
    file.tracks.append(track)
    track += [
        mido.MetaMessage("set_tempo", tempo=500_000),
        mido.MetaMessage("marker", text="Intro"),
        mido.MetaMessage("marker", text="Chorus 1", time=8 * 96),
        mido.MetaMessage("set_tempo", tempo=1_000_000),
        mido.Message("note_on", note=60, velocity=9),
        mido.Message("note_off", note=60, time=16 * 96),
    ]
    out = io.BytesIO()
    file.save(file=out)
    read = read_any(out.getvalue(), "x.mid", None)
    assert [(p.kind.value, p.counts) for p in read.phrases] == [("intro", 8), ("chorus", 16)]
    # 8 beats in 4 s, then 16 in 16 s.
    assert [read.seconds(n) for n in (0, 8, 24)] == pytest.approx([0, 4, 20], abs=2e-3)


@pytest.mark.parametrize(
    ("raw", "name", "words"),
    [
        (b"MThd\x00\x00", "a.mid", "MIDI file cannot be read"),
        (
            b"MThd" + b"\x00\x00\x00\x06\x00\x01\x00\x01\xe7\x28" + b"MTrk\xff\xff\xff\xff",
            "a.mid",
            "MIDI file cannot be read",
        ),
        (b"{}", "a.jams", "“song” is missing"),
        (b'{"annotations": [{"namespace": "beat", "data": [{"time": "x"}]}]}', "a.jams", "no time"),
        (b"1\t2\tVerse", "a.tsv", "neither beats nor a tempo"),
        (b"here\tthere\tVerse", "a.tsv", "tabs between"),
        (b"2\t1\tVerse", "a.tsv", "ends after it starts"),
        (b"no times at all", "a.lrc", "has a time"),
        (b"whatever", "../../etc/<b>a.exe", "none of the files"),
        (b"", "a.tsv", "empty"),
        (b"\xff\xfe\x00", "a.json", "UTF-8"),
        (
            b'{"format": "maplestep-song", "song": {"title": "x", "bpm": 900, "phrases": []}}',
            "a.json",
            "20 and 400",
        ),
        (b'{"format": "maplestep-song", "song": {"titel": "x"}}', "a.json", "“title” is missing"),
    ],
)
def test_files_that_say_too_little_or_nothing(raw: bytes, name: str, words: str) -> None:
    with pytest.raises((FileError, SongError), match=words):
        read_any(raw, name, None)


def test_the_published_schema_is_the_one_in_use() -> None:
    assert json.loads(SCHEMA.read_text()) == schema_of(SongFileForm)
    text = json.loads(write_song_file(STOPS))
    assert SongFileForm.model_validate(text).song.anchors[1] == [15.0, 10.2]
    assert set(OUT) == {"json", "mid", "jams", "tsv", "lrc"}


@pytest.mark.parametrize(
    "edit",
    [
        {"op": "shift", "beats": 1}, {"op": "steady"}, {"op": "level", "ratio": "1/2"},
        {"op": "boundary", "index": 0, "counts": 12}, {"op": "length", "index": 1, "text": "8+4"},
        {"op": "insert_beat", "at": 5.0}, {"op": "hold", "at": 5.0, "seconds": 1.5},
        {"op": "line", "text": "verse 32"}, {"op": "append"}, {"op": "intro", "counts": 4},
    ],
)  # fmt: skip
def test_an_edited_song_is_one_that_can_be_stored(edit: dict[str, Any]) -> None:
    from pydantic import TypeAdapter

    from maplestep.formats.routine.routine_file import song_form, song_of
    from maplestep.services.song_edits import SongEdit

    edited = apply_edit(STOPS, TypeAdapter(SongEdit).validate_python(edit))
    assert song_of(song_form(edited)) == edited
    assert edited != STOPS


def test_a_reading_needs_a_recording() -> None:
    from maplestep.services.song_edits import TakeReading

    with pytest.raises(MapleStepError, match="no such reading"):
        apply_edit(STOPS, TakeReading(op="reading", number=0))
