"""Parts of a file over HTTP (RFC 9110, section 14), without which no player can seek."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path
from typing import BinaryIO, Final

from django.http import HttpRequest, HttpResponse, HttpResponseBase, StreamingHttpResponse

_RANGE = re.compile(r"bytes=(\d*)-(\d*)$")
_CHUNK: Final = 1 << 16


def serve(request: HttpRequest, path: Path, content_type: str, tag: str) -> HttpResponseBase:
    """The file, or the one part of it that is asked for. ``tag`` changes when the file does."""
    size = path.stat().st_size
    etag = f'"{tag}"'
    wanted = request.headers.get("Range", "")
    if request.headers.get("If-Range", etag) != etag:
        wanted = ""
    part = _part(wanted, size)
    if part is None:
        refused = HttpResponse(status=416)
        refused["Content-Range"] = f"bytes */{size}"
        return refused
    first, last = part
    whole = not _RANGE.match(wanted)
    response = StreamingHttpResponse(
        _read(path.open("rb"), first, last - first + 1),
        status=200 if whole else 206,
        content_type=content_type,
    )
    if not whole:
        response["Content-Range"] = f"bytes {first}-{last}/{size}"
    response["Content-Length"] = str(last - first + 1)
    response["Accept-Ranges"] = "bytes"
    response["ETag"] = etag
    response["Cache-Control"] = "private, max-age=3600"
    # Sound is packed already; a packed part would not be the part asked for.
    response["Content-Encoding"] = "identity"
    return response


def _part(wanted: str, size: int) -> tuple[int, int] | None:
    """First and last byte; None when the file has no such part. More than one: the whole file."""
    match = _RANGE.match(wanted)
    if not match or match[1] == match[2] == "":
        return 0, size - 1
    if not match[1]:
        length = int(match[2])
        return (max(0, size - length), size - 1) if length else None
    first = int(match[1])
    last = min(int(match[2]), size - 1) if match[2] else size - 1
    return (first, last) if first <= last else None


def _read(file: BinaryIO, first: int, length: int) -> Iterator[bytes]:
    with file:
        file.seek(first)
        while length > 0 and (chunk := file.read(min(_CHUNK, length))):
            length -= len(chunk)
            yield chunk
