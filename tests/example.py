"""A small routine in the open format."""

from typing import Any

ROUTINE: dict[str, Any] = {
    "format": "maplestep-routine",
    "version": 1,
    "title": "Test routine",
    "song": {
        "title": "Test song",
        "bpm": 120,
        "phrases": [
            {"kind": "intro", "counts": 8},
            {"kind": "verse", "counts": 32},
            {"kind": "chorus", "counts": 24},
        ],
    },
    "sheet": "Test dance\n16 counts, 2 walls\n\nSection 1\n1-8 R rocking chair x2\n\nSection 2\n"
    "1-2 R step forward, pivot ½ left\n3-4 Walk forward R, L\n5-8 R rocking chair\n\n"
    "Tag\n1-4 R jazz box\n",
    "events": [{"id": "a", "kind": "restart", "walls": [3], "after": "8", "cue": "drums"}],
}
