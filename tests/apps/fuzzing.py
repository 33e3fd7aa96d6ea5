"""Hostile requests, signed in and with real ids, made from the API's own OpenAPI document.

A body starts from a sound one (what the same address answers, or what its schema asks for) and one
or two of its leaves are replaced by what breaks parsers and databases. The same seed makes the
same requests.
"""

from __future__ import annotations

import copy
import json
import random
import re
from collections.abc import Callable, Iterator
from typing import Any, Final, NamedTuple

WORDS: Final = (
    "", " ", "\x00", "a\x00b", "\ud800", "x\udfffy", "\U0001f57a" * 50, "=1+1", "@x", "../../etc",
    "A" * 5_000, "ü\u0301\u202e", "1e308", "NaN", "12:61", "-1", "(((A x99) x99) x99)",
    "1-9999 R step", "Repeat sections 1-14\n" * 12, "9" * 400, "é" * 300, "'; --", "\r\n\r\n",
    "{}", "%00", "&" * 200,
)  # fmt: skip
NUMBERS: Final = (
    0, -1, 1, 2**31, 2**63, 2**64, -(2**63), 10**30, 1e308, -1e308, 5e-324, 0.1, 1e17, 99_999, 1.5,
)  # fmt: skip
OTHERS: Final = (None, True, [], {}, [[]], [None] * 3, {"a": {"b": []}}, [1] * 300)
RAW: Final = (
    "", "{", "[" * 3_000, '{"a":' * 2_000, "NaN", "1e999", "\x00", '"\\ud800"', "9" * 5_000, "null",
)  # fmt: skip


ENDINGS: Final = (
    "csv", "txt", "json", "md", "pdf", "docx", "wav", "mp3", "ics", "png", "mid", "\u202e",
)  # fmt: skip
HEADS: Final = (
    b"", b"count,foot,move\n1,R,", b"%PDF-1.4\n", b"PK\x03\x04", b"RIFF\x00\x00\x00\x00WAVEfmt ",
    b'{"format": "maplestep-routine", "version": 1, "title": "', b"\xff\xfb\x90", b"MThd",
    b"BEGIN:VCALENDAR\n",
)  # fmt: skip
NOBODY: Final = "00000000-0000-4000-8000-000000000000"


class Request(NamedTuple):
    """One request: JSON as text, or a file."""

    method: str
    path: str
    body: str | None
    file: tuple[str, bytes] | None = None


class Fuzzer:
    """``ids`` has the real ids by the first word of an address; ``get`` answers a GET as JSON."""

    def __init__(
        self,
        schema: dict[str, Any],
        ids: dict[str, list[str]],
        get: Callable[[str], Any],
        seed: int,
    ) -> None:
        self._schema, self._ids, self._get = schema, ids, get
        self._any_id = [each for kind in ids.values() for each in kind]
        self._rng = random.Random(seed)
        self._known: dict[str, Any] = {}
        self._operations = [
            (path, method, told)
            for path, methods in schema["paths"].items()
            for method, told in methods.items()
            # Those would sign the fuzzer out, or take away what the others need.
            if not (path.startswith(("/api/session", "/api/accounts")) or method == "delete")
        ]

    def requests(self, number: int) -> Iterator[Request]:
        for _ in range(number):
            path, method, told = self._rng.choice(self._operations)
            yield self._request(path, method, told)

    def _request(self, path: str, method: str, told: dict[str, Any]) -> Request:
        address = self._address(path, told)
        content = told.get("requestBody", {}).get("content", {})
        if "multipart/form-data" in content:
            return Request(method.upper(), address, None, self._file())
        if "application/json" not in content:
            return Request(method.upper(), address, None)
        if self._rng.random() < 0.03:
            return Request(method.upper(), address, self._rng.choice(RAW))
        body = self._sound(content["application/json"]["schema"], address)
        for _ in range(self._rng.randint(0, 2)):
            body = self._hurt(body)
        return Request(method.upper(), address, json.dumps(body))

    def _address(self, path: str, told: dict[str, Any]) -> str:
        kind = path.split("/")[2]

        def filled(match: re.Match[str]) -> str:
            named = {"draft": "drafts", "name": "names"}.get(match[1], kind)
            if match[1] == "pk" and "/routines/{pk}" in path:
                named = "routines"
            known = self._ids.get(named, [])
            if known and self._rng.random() < 0.95:
                return self._rng.choice(known)
            return self._rng.choice(
                ["0", "x%00", "%ed%a0%80", "9" * 40, "00000000-0000-4000-8000-" + "0" * 12]
            )

        address = re.sub(r"\{(?:\w+:)?(\w+)\}", filled, path)
        asked = [each["name"] for each in told.get("parameters", []) if each["in"] == "query"]
        hurt = [
            "%00",
            "%ed%a0%80",
            "fr",
            "true",
            "9" * 30,
            "12",
            "calls",
            *self._any_id,
        ]
        query = "&".join(
            f"{name}={self._rng.choice(hurt)}" for name in asked if self._rng.random() < 0.7
        )
        return f"{address}?{query}" if query else address

    def _sound(self, schema: dict[str, Any], address: str) -> Any:
        """A body that may well be accepted: what a GET shows, as far as it is asked for."""
        made = self._of(schema, 0)
        if isinstance(made, dict):
            if address not in self._known:
                self._known[address] = self._get(address)
            shown = self._known[address]
            if isinstance(shown, dict):
                made |= {key: copy.deepcopy(value) for key, value in shown.items() if key in made}
        return made

    def _of(self, schema: dict[str, Any], depth: int) -> Any:
        if "$ref" in schema:
            schema = self._schema["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]]
        for several in ("anyOf", "oneOf", "allOf"):
            if several in schema:
                return self._of(self._rng.choice(schema[several]), depth)
        if "enum" in schema:
            return self._rng.choice(schema["enum"])
        if "const" in schema:
            return schema["const"]
        return self._of_type(schema, depth)

    def _of_type(self, schema: dict[str, Any], depth: int) -> Any:
        some = range(self._rng.randint(0, 2))
        plain: dict[str, Callable[[], Any]] = {
            "object": lambda: {
                key: self._of(each, depth + 1) for key, each in schema.get("properties", {}).items()
            },
            "array": lambda: [self._of(schema.get("items", {}), depth + 1) for _ in some],
            "integer": lambda: self._rng.randint(0, 40),
            "number": lambda: self._rng.choice([0.5, 1, 8, 120]),
            "boolean": lambda: self._rng.random() < 0.5,
            "string": lambda: self._word(schema),
        }
        make = plain.get(schema.get("type", ""))
        return make() if make else None

    def _word(self, schema: dict[str, Any]) -> str:
        if schema.get("format") == "uuid":
            return self._rng.choice(self._any_id)
        if schema.get("format") == "date":
            return self._rng.choice(["2026-11-27", "9999-12-31", "0001-01-01"])
        return self._rng.choice(
            ["R vine, touch L", "1-4 R rocking chair", "A", "12:00", "8", "restart"]
        )

    def _hurt(self, body: Any) -> Any:
        """The body with one leaf replaced."""
        hurt = self._rng.choice((WORDS, WORDS, NUMBERS, OTHERS))
        value = copy.deepcopy(self._rng.choice(hurt))
        places = list(_leaves(body))
        if not places:
            return value
        *way, last = self._rng.choice(places)
        here = body
        for step in way:
            here = here[step]
        here[last] = value
        return body

    def _file(self) -> tuple[str, bytes]:
        words = self._rng.choice(WORDS).encode("utf-8", "surrogatepass")
        tail = self._rng.randbytes(self._rng.randint(0, 40))
        name, head = self._rng.choice(ENDINGS), self._rng.choice(HEADS)
        return f"a.{name}", head + words * self._rng.randint(1, 3) + tail


def _leaves(body: Any, way: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """The ways to everything that can be replaced, branches as well as leaves."""
    items = (
        body.items()
        if isinstance(body, dict)
        else enumerate(body)
        if isinstance(body, list)
        else ()
    )
    for key, value in items:
        yield (*way, key)
        yield from _leaves(value, (*way, key))
