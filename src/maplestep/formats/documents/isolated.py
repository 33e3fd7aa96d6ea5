"""Documents opened in a process of their own, with bounds on time and memory.

A hostile or broken file may take its own process down, never the server's.
"""

from __future__ import annotations

import json
import resource
import subprocess
import sys
from typing import Final

from ...core.errors import DocumentError, FileError
from .read import MAX_BYTES, document_text, kind_of

SECONDS: Final = 20
_MEMORY: Final = 1_500_000_000


def isolated_text(raw: bytes) -> str:
    """The text of a document. Raises FileError, also when it takes too long or too much memory."""
    if len(raw) > MAX_BYTES or kind_of(raw) in {"text", "picture"}:
        return document_text(raw)  # said at once, or nothing to be afraid of
    try:
        run = subprocess.run(
            [sys.executable, "-m", "maplestep.formats.documents.isolated"],
            input=raw, capture_output=True, timeout=SECONDS, check=False,
        )  # fmt: skip
    except subprocess.TimeoutExpired as error:
        raise DocumentError(
            "This document takes too long to open. Save it again, or paste its text."
        ) from error
    if run.returncode != 0:
        raise DocumentError("This document cannot be opened safely. Paste its text instead.")
    answer = json.loads(run.stdout)
    if "error" in answer:
        raise DocumentError(answer["error"])
    return str(answer["text"])


def _bound() -> None:
    resource.setrlimit(resource.RLIMIT_CPU, (SECONDS, SECONDS))
    resource.setrlimit(resource.RLIMIT_AS, (_MEMORY, _MEMORY))


def main() -> None:
    """Read a document from standard input, write its text or what is wrong as JSON."""
    _bound()
    try:
        answer = {"text": document_text(sys.stdin.buffer.read())}
    except FileError as error:
        answer = {"error": str(error)}
    print(json.dumps(answer))


if __name__ == "__main__":
    main()
