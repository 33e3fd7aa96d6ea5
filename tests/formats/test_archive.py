"""The archive's index: its schema is the one that is published, and a slip in it is told."""

import json
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from maplestep.cli.main import schema_of
from maplestep.core.errors import FileError
from maplestep.formats.archive import Archive, read_archive

SCHEMA = Path(__file__).parents[2] / "docs/formats/archive.schema.json"
PHRASE = {"kind": "verse", "counts": 64}
INDEX: dict[str, Any] = {
    "format": "maplestep-archive",
    "version": 1,
    "songs": [
        {
            "key": "s1",
            "song": {
                "title": "Kiln Song",
                "bpm": 118,
                "phrases": [{"kind": "verse", "counts": 64}],
            },
        }
    ],
    "dances": [{"key": "d1", "sheet": "Kiln\n1-4 R vine, touch L\n"}],
    "routines": [{"key": "r1", "song": "s1", "dance": "d1"}],
}


def test_the_published_schema_is_the_form() -> None:
    schema = json.loads(SCHEMA.read_text())
    assert schema == schema_of(Archive)
    jsonschema.Draft202012Validator.check_schema(schema)
    jsonschema.validate(INDEX, schema)
    assert read_archive(json.dumps(INDEX).encode()).routines[0].song == "s1"


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"version": 2}, "version"),
        ({"songs": []}, "“s1”"),
        ({"dances": []}, "“d1”"),
        ({"colour": 1}, "colour"),
        ({"routines": [{"key": "a b", "song": "s1", "dance": "d1"}]}, "routines 0 key"),
    ],
)
def test_a_slip_is_told(change: dict[str, Any], words: str) -> None:
    with pytest.raises(FileError, match=words):
        read_archive(json.dumps(INDEX | change).encode())
