"""A song as JAMS: beat, segment and tempo annotations (Humphrey et al., ISMIR 2014).

Namespaces written: ``beat`` (value: the count within its eight), ``segment_open`` (phrase names)
and ``tempo``. Read: these, and every other ``segment`` namespace.
"""

from __future__ import annotations

import json
import math
from typing import Any, Final

from ...core.errors import FileError, Message
from ...core.song.imported import ImportedSegment, ImportedSong
from ...core.song.model import Song
from ..json_text import load_json
from ..text import decode_text

VERSION: Final = "0.3.4"


def write_jams(song: Song) -> str:
    """The song's beats, phrases and tempo as a JAMS document."""
    beats = []
    for placed in song.placed:
        for count in range(placed.phrase.counts):
            value = count % song.count_unit + 1
            beats.append(_observation(song.seconds(placed.start + count), 0.0, value))
    segments = [
        _observation(
            song.seconds(placed.start),
            song.seconds(placed.end) - song.seconds(placed.start),
            placed.name,
        )
        for placed in song.placed
    ]
    start, end = song.seconds(0), song.seconds(song.length)
    tempo = [_observation(start, end - start, float(song.bpm / song.beats_per_count), 1.0)]
    document = {
        "annotations": [
            _annotation("beat", beats, end),
            _annotation("segment_open", segments, end),
            _annotation("tempo", tempo, end),
        ],
        "file_metadata": {
            "title": song.title, "artist": song.performer, "release": "", "duration": end,
            "identifiers": {}, "jams_version": VERSION,
        },
        "sandbox": {},
    }  # fmt: skip
    return json.dumps(document, ensure_ascii=False, indent=1) + "\n"


def _observation(
    time: float, duration: float, value: object, confidence: float | None = None
) -> dict[str, object]:
    return {
        "time": round(max(time, 0.0), 6), "duration": round(duration, 6), "value": value,
        "confidence": confidence,
    }  # fmt: skip


def _annotation(namespace: str, data: list[dict[str, object]], end: float) -> dict[str, object]:
    return {
        "namespace": namespace,
        "data": data,
        "time": 0,
        "duration": round(end, 6),
        "annotation_metadata": {
            "curator": {"name": "", "email": ""}, "annotator": {}, "version": "", "corpus": "",
            "annotation_tools": "Maple Step", "annotation_rules": "", "validation": "",
            "data_source": "",
        },
        "sandbox": {},
    }  # fmt: skip


def read_jams(raw: bytes) -> ImportedSong:
    """Beats, segments and tempo of a JAMS document. Raises FileError."""
    data = load_json(decode_text(raw))
    if not isinstance(data, dict) or not isinstance(data.get("annotations"), list):
        raise FileError("This is no JAMS file: it has no list of annotations.")
    head = data.get("file_metadata")
    head = head if isinstance(head, dict) else {}
    beats = _observations(data, "beat")
    segments = _observations(data, "segment")
    tempo = _observations(data, "tempo")
    times = sorted((time, value) for time, _, value in beats)
    one = next((n for n, (_, value) in enumerate(times) if value == 1), 0)
    highest = max((value for _, value in times if isinstance(value, (int, float))), default=None)
    try:
        bpm = float(tempo[0][2]) if tempo else None
    except (TypeError, ValueError) as error:
        raise FileError(
            Message("The tempo “{tempo}” in this JAMS file is no number.", tempo=tempo[0][2])
        ) from error
    return ImportedSong(
        title=_words(head.get("title")),
        performer=_words(head.get("artist")),
        beats=tuple(dict.fromkeys(time for time, _ in times)),
        one=one,
        bpm=bpm,
        segments=tuple(
            ImportedSegment(start_seconds=time, end_seconds=time + duration, name=_words(value))
            for time, duration, value in segments
        ),
        count_unit={3: 6, 6: 6, 4: 8, 8: 8}.get(int(highest)) if highest else None,
        seconds=_number(head.get("duration") or 0.0),
    )


def _observations(data: dict[str, Any], namespace: str) -> list[tuple[float, float, Any]]:
    """The observations of the first annotation of a namespace: time, duration, value."""
    for annotation in data["annotations"]:
        if isinstance(annotation, dict) and str(annotation.get("namespace", "")).startswith(
            namespace
        ):
            rows = annotation.get("data")
            if isinstance(rows, dict):  # the dense form: one list a key
                columns = [rows.get(key) or [] for key in ("time", "duration", "value")]
                rows = [
                    {"time": t, "duration": d, "value": v}
                    for t, d, v in zip(*columns, strict=False)
                ]
            return [
                (_number(row.get("time")), _number(row.get("duration") or 0.0), row.get("value"))
                for row in rows or []
                if isinstance(row, dict)
            ]
    return []


def _number(value: object) -> float:
    if not isinstance(value, (int, float)) or not math.isfinite(value) or value < 0:
        raise FileError(Message("“{value}” in this JAMS file is no time in seconds.", value=value))
    return float(value)


def _words(value: object) -> str:
    return str(value)[:120] if isinstance(value, (str, int, float)) else ""
