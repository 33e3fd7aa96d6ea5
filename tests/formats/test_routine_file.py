"""The open routine file: its schema, its way there and back, and every bad one at its place."""

import json
from decimal import Decimal
from importlib import resources
from pathlib import Path

import jsonschema
import pytest
from example import ROUTINE
from hypothesis import given
from hypothesis import strategies as st

from maplestep.cli.main import schema_of
from maplestep.core.errors import FileError
from maplestep.core.song.model import PhraseKind
from maplestep.formats.locate import locate
from maplestep.formats.routine.routine_file import (
    PhraseForm,
    RoutineForm,
    SongForm,
    read_routine,
    write_routine,
)

SCHEMA = Path(__file__).parents[2] / "docs/formats/routine.schema.json"
DEMO = [f for f in resources.files("maplestep.demo").iterdir() if f.name.endswith(".json")]


def test_the_published_schema_is_the_one_in_use() -> None:
    assert json.loads(SCHEMA.read_text()) == schema_of(RoutineForm)


@pytest.mark.parametrize("file", DEMO, ids=lambda file: file.name)
def test_demo_files_keep_to_the_schema_and_come_back_the_same(file: Path) -> None:
    raw = file.read_bytes()
    # jsonschema checks the file against JSON Schema 2020-12, independently of our reader.
    jsonschema.Draft202012Validator(json.loads(SCHEMA.read_text())).validate(json.loads(raw))
    form, _, _ = read_routine(raw)
    assert read_routine(write_routine(form).encode())[0] == form


@given(
    st.decimals(20, 400, places=2),
    st.lists(st.tuples(st.sampled_from(list(PhraseKind)), st.integers(1, 99)), min_size=1),
    st.text(st.characters(codec="utf-8", exclude_categories=("Cc", "Cs")), max_size=80),
)
def test_what_is_written_reads_back(
    bpm: Decimal, phrases: list[tuple[PhraseKind, int]], title: str
) -> None:
    song = SongForm(
        title=title, bpm=bpm, phrases=[PhraseForm(kind=k, counts=n) for k, n in phrases[:200]]
    )
    form = RoutineForm(title=title, song=song, sheet="1-2 R side, L together")
    assert read_routine(write_routine(form).encode())[0] == form


# (text replaced, replacement, line, words) on the file written with two spaces.
TEXT = json.dumps(ROUTINE, indent=2)


def line_of(words: str) -> int:
    return TEXT[: TEXT.index(words)].count("\n") + 1


BAD = [
    ('"bpm": 120', '"bpn": 120', line_of('"bpm"') - 2, "“bpm” is missing"),
    ('"title": "Test song"', '"titel": "x", "title": ""', line_of('"Test song"'), "Did you mean"),
    ('"bpm": 120', '"bpm": 0', line_of('"bpm"'), "between 20 and 400"),
    ('"counts": 8', '"counts": 0', line_of('"counts": 8'), "1 to 2000 counts"),
    ('"kind": "intro"', '"kind": "solo"', line_of('"intro"'), "intro"),
    ('"after": "8"', '"after": "soon"', line_of('"after"'), "no place to stop"),
    ('"kind": "restart"', '"kind": "tag"', line_of('"after"'), "end of a wall"),
    ('"events": [', '"events": 5, "x": [', line_of('"events"'), "list"),
    ('"version": 1', '"version": 2', line_of('"version"'), "has to be 1"),
    ('"title": "Test routine",', '"title": "Test routine"', line_of('"song"'), "no valid JSON"),
]


@pytest.mark.parametrize(("what", "wrong", "line", "words"), BAD, ids=lambda v: str(v)[:24])
def test_bad_files_are_refused_at_their_line(what: str, wrong: str, line: int, words: str) -> None:
    assert what in TEXT
    with pytest.raises(FileError) as refused:
        read_routine(TEXT.replace(what, wrong, 1).encode())
    assert words in str(refused.value)
    assert refused.value.line == line


@pytest.mark.parametrize(
    ("raw", "line", "column"),
    [
        (b"", 1, 1),
        (b"[]", 1, 1),
        (b"\xff\xfe{", 1, 1),
        (b'{"title": "caf' + b"\xe9" + b'"}', 1, 15),  # Latin-1
        (b'{"a": "\x00"}', 1, 8),
        (b"[" * 100_000, 1, 1),
    ],
)
def test_what_is_no_routine_file(raw: bytes, line: int, column: int) -> None:
    with pytest.raises(FileError) as refused:
        read_routine(raw)
    assert (refused.value.line, refused.value.column) == (line, column)


@given(
    st.recursive(
        st.integers() | st.text(),
        lambda inner: st.lists(inner) | st.dictionaries(st.text(), inner),
        max_leaves=12,
    )
)
def test_locate_finds_every_value(value: object) -> None:
    text = json.dumps(value, indent=1, ensure_ascii=False)

    def visit(part: object, path: list[str | int]) -> None:
        line, column = locate(text, path)
        at = sum(len(row) + 1 for row in text.split("\n")[: line - 1]) + column - 1
        assert json.JSONDecoder().raw_decode(text, at)[0] == part
        items = (
            part.items()
            if isinstance(part, dict)
            else enumerate(part)
            if isinstance(part, list)
            else ()
        )
        for key, inner in items:
            visit(inner, [*path, key])

    visit(value, [])
