"""Where in a JSON text a value stands, so that an error can name line and column."""

from __future__ import annotations

import json
import re
from collections.abc import Sequence
from typing import Final

_DECODER: Final = json.JSONDecoder()
_SPACE: Final = re.compile(r"[\s,:]*")


def locate(text: str, path: Sequence[str | int]) -> tuple[int, int]:
    """Line and column, from 1, of the value at ``path`` in valid JSON text.

    A step that is not there ends the walk at the innermost value that is: the place
    where a missing key belongs.

    >>> locate('{"a": [1, {"b": 2}]}', ["a", 1, "b"])
    (1, 17)
    """
    at = _past_space(text, 0)
    for step in path:
        inside = _child(text, at, step)
        if inside is None:
            break
        at = inside
    return text.count("\n", 0, at) + 1, at - (text.rfind("\n", 0, at) + 1) + 1


def _past_space(text: str, at: int) -> int:
    match = _SPACE.match(text, at)
    return match.end() if match else at


def _child(text: str, at: int, step: str | int) -> int | None:
    if text[at] not in "{[":
        return None
    close = "}" if text[at] == "{" else "]"
    at = _past_space(text, at + 1)
    index = 0
    while text[at] != close:
        key: str | int = index
        if close == "}":
            key, at = _DECODER.raw_decode(text, at)
            at = _past_space(text, at)
        if key == step:
            return at
        _, at = _DECODER.raw_decode(text, at)
        at = _past_space(text, at)
        index += 1
    return None
