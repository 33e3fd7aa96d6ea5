"""The command line as a user meets it: exit codes, messages, JSON."""

import json
from pathlib import Path

import numpy as np
import pytest
import soundfile
from example import ROUTINE

from maplestep.cli.main import main

CLEAN = ROUTINE["sheet"]


@pytest.fixture
def sheet(tmp_path: Path) -> Path:
    path = tmp_path / "sheet.txt"
    path.write_text(CLEAN)
    return path


def test_check_of_a_clean_sheet(sheet: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", str(sheet)]) == 0
    assert "16 counts, 2 walls" in capsys.readouterr().out


def test_check_of_a_wrong_sheet(sheet: Path, capsys: pytest.CaptureFixture[str]) -> None:
    sheet.write_text(CLEAN.replace("2 walls", "4 walls"))
    assert main(["check", str(sheet), "--json"]) == 1
    (finding,) = json.loads(capsys.readouterr().out)["findings"]
    assert (finding["code"], finding["line"], finding["fix"]["text"]) == ("sheet.walls", 2, "2")


def test_walls_with_events(sheet: Path, capsys: pytest.CaptureFixture[str]) -> None:
    events = "restart 2 after 8; tag 3 Tag; tag-restart 4 counts 4 after 8"
    assert main(["walls", str(sheet), "--events", events, "--count", "4", "--json"]) == 0
    segments = json.loads(capsys.readouterr().out)
    # Net 1/2: wall 2 starts at 6:00 and stops before its turn, so wall 3 starts there too.
    told = [(p["kind"], p["wall"], p["length"], p["start_facing"]) for p in segments]
    assert told == [
        ("wall", 1, 16, "12:00"),
        ("wall", 2, 8, "6:00"),
        ("wall", 3, 16, "6:00"),
        ("tag", 3, 4, "12:00"),
        ("wall", 4, 8, "12:00"),
        ("tag", 4, 4, "12:00"),
    ]


def test_timeline(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "routine.json"
    path.write_text(json.dumps(ROUTINE))
    assert main(["timeline", str(path), "--json"]) == 0
    view = json.loads(capsys.readouterr().out)
    # Walls at 8, 24, 40 (8 counts, restart), 48: verse at 8 and chorus at 40 are both hit.
    assert [p["start"] for p in view["segments"]] == [8, 24, 40, 48]
    assert (view["hits"], view["phrases_danced"]) == (2, 2)
    assert main(["timeline", str(path)]) == 0
    assert "2 of 2 phrases" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("content", "where", "words"),
    [
        (b"1-2 R side\x00\n" * 99, ":1:1:", "no text"),
        (b"", ":1:1:", "empty"),
        (b"1-2 R side, L together\n" * 10_000, ":2001:", "2,000 lines"),
    ],
)
def test_unreadable_sheets(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], content: bytes, where: str, words: str
) -> None:
    path = tmp_path / "sheet.txt"
    path.write_bytes(content)
    assert main(["check", str(path)]) == 2
    error = capsys.readouterr().err
    assert where in error
    assert words in error


@pytest.mark.parametrize("events", ["restart", "dance 3", "restart 2", "tag 0 counts 4"])
def test_unreadable_events(sheet: Path, capsys: pytest.CaptureFixture[str], events: str) -> None:
    assert main(["walls", str(sheet), "--events", events]) == 2
    assert capsys.readouterr().err.strip()


def test_a_missing_file(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", "/no/such/sheet.txt"]) == 2
    assert "/no/such/sheet.txt" in capsys.readouterr().err


# What one reads without --json: words that must stand in the answer, and the exit code.
READ = [
    (
        ["check"],
        CLEAN,
        0,
        ["16 counts, 2 walls (turns ½)", "Section 2: counts 9–16, 12:00 to 6:00"],
    ),
    (["check"], CLEAN.replace("R rocking chair x2", "R rockin chair"), 1, ["[wrong] line 5:"]),
    (["check"], "Only a title", 1, ["There are no steps here yet."]),
    (["check"], "1-8 R weave", 0, ["1 wall (no turn left over)"]),
    (["walls", "--count", "2"], CLEAN, 0, ["wall 1", "wall 2", "6:00 to 12:00"]),
    (["walls", "--events", "restart 1 after 99"], CLEAN, 1, ["never happens"]),
    (["walls", "--events", "tag 2 Tag"], CLEAN, 0, ["tag 2", "Tag +4"]),
]


@pytest.mark.parametrize("case", READ, ids=lambda case: f"{case[0]} {case[1][:20]!r}")
def test_what_one_reads(
    tmp_path: Path,
    capsys: pytest.CaptureFixture[str],
    case: tuple[list[str], str, int, list[str]],
) -> None:
    command, text, code, words = case
    path = tmp_path / "sheet.txt"
    path.write_text(text)
    assert main([command[0], str(path), *command[1:]]) == code
    said = capsys.readouterr().out
    for word in words:
        assert word in said


@pytest.mark.parametrize(
    ("change", "where", "words"),
    [
        # { 1, format, version, title 2-4, song 5, its title 6, bpm 7, phrases 8, { 9, kind, counts
        ({"bpm": 0}, ":7:12:", "between 20 and 400"),
        (
            {"phrases": [{"kind": "intro", "counts": 8, "color": 3}]},
            ":12:18:",
            "no key of a routine",
        ),
    ],
)
def test_an_unreadable_routine_names_its_line(
    tmp_path: Path,
    capsys: pytest.CaptureFixture[str],
    change: dict[str, object],
    where: str,
    words: str,
) -> None:
    path = tmp_path / "routine.json"
    song = {**ROUTINE["song"], **change}
    path.write_text(json.dumps({**ROUTINE, "song": song}, indent=2))
    assert main(["timeline", str(path)]) == 2
    error = capsys.readouterr().err
    assert f"{path}{where}" in error
    assert words in error


def test_a_sheet_without_steps_has_no_walls(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "sheet.txt"
    path.write_text("A title and nothing else")
    assert main(["walls", str(path)]) == 2
    assert "no steps" in capsys.readouterr().err


def test_the_schema_is_json_schema(capsys: pytest.CaptureFixture[str]) -> None:
    import jsonschema

    assert main(["schema"]) == 0
    schema = json.loads(capsys.readouterr().out)
    jsonschema.Draft202012Validator.check_schema(schema)
    validator = jsonschema.Draft202012Validator(schema)
    validator.validate(ROUTINE)
    assert not validator.is_valid({**ROUTINE, "tempo": 120})


SONG = {
    "format": "maplestep-song",
    "version": 1,
    "song": {
        "title": "Tin Kettle",
        "bpm": 126,
        "first_beat_seconds": 0.5,
        "phrases": [
            {"kind": "intro", "counts": 16},
            {"kind": "verse", "counts": 32},
            {"kind": "chorus", "counts": 32},
        ],
    },
}


@pytest.mark.slow
def test_a_song_is_played_and_heard_again(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    song, sound = tmp_path / "song.json", tmp_path / "song.wav"
    song.write_text(json.dumps(SONG))
    assert main(["band", str(song), "-o", str(sound)]) == 0
    # 80 counts at 126 bpm from 0.5 s on, and 1.5 s to ring out.
    assert soundfile.info(str(sound)).frames / 44_100 == pytest.approx(
        0.5 + 80 * 60 / 126 + 1.5, abs=1e-3
    )
    assert main(["analyse", str(sound), "--json"]) == 0
    told = json.loads(capsys.readouterr().out)
    assert told["bpm"] == pytest.approx(126, abs=0.05)
    assert told["beats"][0] == pytest.approx(0.5, abs=0.02)
    assert len(told["beats"]) == pytest.approx(80, abs=1)
    assert set(told["downbeats"]) <= set(told["beats"])
    assert told["count_unit"] == 8
    assert sum(phrase["counts"] for phrase in told["phrases"]) == pytest.approx(80, abs=4)
    assert told["candidates"][0]["words"] == "as heard"
    assert all(0 <= value <= 1 for value in told["confidence"].values())
    assert main(["analyse", str(sound)]) == 0
    assert capsys.readouterr().out.startswith("126 bpm, 80 beats, in 8s")


@pytest.mark.slow
def test_a_mix_of_a_routine(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    routine, own, mix = (tmp_path / name for name in ("r.json", "own.wav", "mix.ogg"))
    routine.write_text(json.dumps(ROUTINE))
    soundfile.write(str(own), np.random.default_rng(0).normal(0, 0.1, 44_100 * 33), 44_100)
    call = ["mix", str(routine), "--speed", "0.75", "-o", str(mix)]
    assert main([*call, "--audio", str(own), "--spoken", "--language", "fr"]) == 0
    # 33 s of recording, a count-in of 8 counts at 120 bpm before count 1 at 0 s; all at 3/4.
    assert soundfile.info(str(mix)).frames / 44_100 == pytest.approx((33 + 4) / 0.75, abs=0.01)
    assert main([*call, "--audio", str(own), "--no-count-in", "--no-clicks"]) == 0
    assert soundfile.info(str(mix)).frames / 44_100 == pytest.approx(33 / 0.75, abs=0.01)
    assert main(["mix", str(routine), "--speed", "0.2", "-o", str(mix)]) == 2
    assert "60% to 100%" in capsys.readouterr().err


@pytest.mark.parametrize(
    ("content", "words"), [(b"", "empty"), (b"no sound" * 99, "no recording that can be read")]
)
def test_what_is_no_recording_is_said(
    content: bytes, words: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file = tmp_path / "a.mp3"
    file.write_bytes(content)
    assert main(["analyse", str(file)]) == 2
    assert words in capsys.readouterr().err
    assert main(["analyse", str(tmp_path / "none.wav")]) == 2
    assert "none.wav" in capsys.readouterr().err
    assert main(["band", str(file), "-o", str(tmp_path / "b.wav")]) == 2


@pytest.fixture
def kite() -> str:
    from importlib import resources

    return str(resources.files("maplestep.demo") / "1-kite-weather.json")


def test_plan_gives_costs_items_and_events(kite: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["plan", kite, "--json", "--top", "3", "--cuts", "8,16,24", "--tags", "4"]) == 0
    view = json.loads(capsys.readouterr().out)
    assert (view["outcome"], len(view["plans"])) == ("optimal", 3)
    for plan in view["plans"]:
        assert plan["cost"] == sum(item["cost"] for item in plan["costs"])
        assert all(e["after"] in ("8", "16", "24", None) for e in plan["events"])
    assert [p["cost"] for p in view["plans"]] == sorted(p["cost"] for p in view["plans"])


def test_the_fit_commands_speak(
    kite: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    runs = [
        (["plan", kite, "--max-events", "1"], 0, "As it is now: 15 points."),
        (["fit", kite], 0, "7 of 7 phrases begin on count 1."),
        (["fit", kite, "--json"], 0, '"next_wall_late": 0.0'),
        (["swap", kite, kite], 0, "as counted"),
        (["swap", kite, kite, "--json"], 0, '"fate": "stays"'),
        (["say", kite, "--language", "fr"], 0, "Mur 5, départ face à 12:00\xa0: danser 24 comptes"),
        (["--speak", "fr", "plan", kite, "--max-events", "1"], 0, "En l’état\xa0: 15 points."),
        (["--speak", "fr", "fit", kite], 0, "7 phrases sur 7 commencent au compte 1."),
        (["--speak", "fr", "say", kite], 0, "Mur 5, départ face à 12:00"),
        (["claims", kite, "restart wall 5 after 24 facing 9:00"], 0, "ok "),
        (["claims", kite, "restart wall 5 after 24 facing 3:00"], 1, "not 3:00"),
    ]
    for arguments, code, words in runs:
        assert main(arguments) == code, arguments
        assert words in capsys.readouterr().out
    for kind, head in {"csv": b"wall,", "xlsx": b"PK", "pdf": b"%PDF", "vtt": b"WEBVTT"}.items():
        out = tmp_path / f"out.{kind}"
        assert main(["export", kite, "--to", kind, "-o", str(out)]) == 0
        assert out.read_bytes().startswith(head)


@pytest.mark.parametrize(
    ("more", "words"),
    [
        (["--cuts", "soon"], "no place to stop"),
        (["--tags", "four"], "--tags whole counts"),
        (["--top", "0"], "--top is 1 to 20"),
        (["--cuts", ","], "--cuts needs counts"),
    ],
)
def test_bad_limits_are_refused_in_words(
    kite: str, capsys: pytest.CaptureFixture[str], more: list[str], words: str
) -> None:
    assert main(["plan", kite, *more]) == 2
    assert words in capsys.readouterr().err


def test_a_sheet_becomes_a_routine_with_what_it_states(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    sheet, out = tmp_path / "s.txt", tmp_path / "r.json"
    sheet.write_text(
        "Quill\n1-16 R walk\nRestart: wall 3 after 8 counts\nTag after wall 2\n", "utf-8"
    )
    code = main(
        ["routine", str(sheet), "--bpm", "112", "--length", "3:00", "-o", str(out), "--json"]
    )
    told = json.loads(capsys.readouterr().out)
    # The tag has no length and no steps: it is left, with its line and the reason.
    assert (code, [e["walls"] for e in told["events"]]) == (1, [[3]])
    assert [(left["line"], "how long" in left["why"]) for left in told["left"]] == [(4, True)]
    assert main(["timeline", str(out)]) == 0
    assert "restart after 8" in capsys.readouterr().out.lower()


@pytest.mark.parametrize(
    ("more", "words"), [([], "Say which song"), (["--bpm", "112", "--length", "3"], "no length")]
)
def test_a_routine_needs_its_song(
    more: list[str], words: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    sheet = tmp_path / "s.txt"
    sheet.write_text("Quill\n1-16 R walk\n", "utf-8")
    assert main(["routine", str(sheet), *more, "-o", str(tmp_path / "r.json")]) == 2
    assert words in capsys.readouterr().err


def test_sentences_on_the_command_line(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["statements", "Restart on wall 3 after 16, tag of 4 after wall 5", "--json"]) == 0
    told = json.loads(capsys.readouterr().out)
    assert [(s["kind"], s["walls"], s["after"]) for s in told["statements"]] == [
        ("restart", [3], "16"),
        ("tag", [5], None),
    ]
    assert main(["statements", "Restart on wall 3"]) == 1
    assert "not certain" in capsys.readouterr().out
