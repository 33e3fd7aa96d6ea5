"""The open song file: one song map in a JSON document (``docs/formats/song.schema.json``)."""

from __future__ import annotations

import json
from pathlib import PurePath
from typing import Literal

from pydantic import ValidationError

from ...core.errors import FileError, Message
from ...core.song.imported import lay_on
from ...core.song.model import Song
from ..json_text import load_json
from ..routine.routine_file import Form, SongForm, form_error, song_form, song_of, write_form
from ..text import decode_text
from .song_jams import read_jams, write_jams
from .song_labels import read_labels, write_labels
from .song_lrc import read_lrc, write_lrc
from .song_midi import read_midi, write_midi

FORMAT = "maplestep-song"
# The kinds a song can be taken out as: ending, and what a browser calls it.
OUT = {
    "json": "application/json",
    "mid": "audio/midi",
    "jams": "application/json",
    "tsv": "text/tab-separated-values",
    "lrc": "text/plain",
}


class SongFileForm(Form):
    """A song map by itself."""

    format: Literal["maplestep-song"] = "maplestep-song"
    version: Literal[1] = 1
    song: SongForm


def write_song_file(song: Song) -> str:
    """The file's text: UTF-8, two spaces, a line end at the end."""
    data = {"format": FORMAT, "version": 1, "song": write_form(song_form(song))}
    return json.dumps(data, ensure_ascii=False, indent=2) + "\n"


def read_song_file(raw: bytes) -> Song:
    """Read a song file; of a routine file, its song. Raises FileError or SongError."""
    text = decode_text(raw)
    data = load_json(text)
    if isinstance(data, dict) and data.get("format") == "maplestep-routine":
        data = {"format": FORMAT, "version": 1, "song": data.get("song")}
    try:
        form = SongFileForm.model_validate(data)
    except ValidationError as error:
        raise form_error(text, error) from error
    return song_of(form.song)


def read_any(raw: bytes, name: str, song: Song | None) -> Song:
    """The song a file makes of ``song``, or a new one; told apart by name and first bytes.

    Raises FileError for a file that cannot be read, SongError for one that says too little.
    """
    path = PurePath(name.replace("\\", "/"))
    ending, stem = path.suffix.lower(), path.stem[:120]
    if raw[:4] == b"MThd" or ending in (".mid", ".midi"):
        return lay_on(read_midi(raw, stem), song, stem)
    if ending == ".lrc":
        return lay_on(read_lrc(raw), song, stem)
    if ending in (".tsv", ".txt", ".csv", ".lab"):
        return lay_on(read_labels(raw), song, stem)
    if ending in (".json", ".jams"):
        if _is_jams(raw):
            return lay_on(read_jams(raw), song, stem)
        return read_song_file(raw)
    raise FileError(
        Message(
            "“{name}” is none of the files a song map can be made of. Use MIDI (.mid), JAMS "
            "(.jams), labels (.tsv), lyrics (.lrc) or a song of Maple Step (.json).",
            name=path.name[:80],
        )
    )


def _is_jams(raw: bytes) -> bool:
    data = load_json(decode_text(raw))
    return isinstance(data, dict) and "annotations" in data


def write_any(song: Song, kind: str) -> bytes:
    """The song in one of the kinds of ``OUT``."""
    if kind == "mid":
        return write_midi(song)
    text = {
        "json": write_song_file, "jams": write_jams, "tsv": write_labels, "lrc": write_lrc,
    }[kind](song)  # fmt: skip
    return text.encode()
