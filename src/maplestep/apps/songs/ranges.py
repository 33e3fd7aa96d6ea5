"""Parts of a file over HTTP (RFC 9110, section 14), without which no player can seek."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path
from typing import BinaryIO, Final

from django.http import HttpRequest, HttpResponse, HttpResponseBase, StreamingHttpResponse

# No file has more bytes than eighteen digits count; what asks for them is no range of ours.
_RANGE = re.compile(r"bytes=(\d{0,18})-(\d{0,18})$")
_CHUNK: Final = 1 << 16


def serve(request: HttpRequest, path: Path, content_type: str, tag: str) -> HttpResponseBase:
    """The file, or the one part of it that is asked for. ``tag`` changes when the file does."""
    size = path.stat().st_size
    etag = f'"{tag}"'
    if _has(request.headers.get("If-None-Match", ""), etag):
        return _cached(HttpResponse(status=304), etag)
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
    status = 200 if whole else 206
    response: HttpResponseBase
    if request.method == "HEAD":
        response = HttpResponse(status=status, content_type=content_type)
    else:
        part_of_file = _read(path.open("rb"), first, last - first + 1)
        response = StreamingHttpResponse(part_of_file, status=status, content_type=content_type)
    if not whole:
        response["Content-Range"] = f"bytes {first}-{last}/{size}"
    response["Content-Length"] = str(last - first + 1)
    response["Accept-Ranges"] = "bytes"
    # Sound is packed already; a packed part would not be the part asked for.
    response["Content-Encoding"] = "identity"
    return _cached(response, etag)


def _cached(response: HttpResponseBase, etag: str) -> HttpResponseBase:
    response["ETag"] = etag
    response["Cache-Control"] = "private, max-age=3600"
    return response


def _has(tags: str, etag: str) -> bool:
    """Does an If-None-Match name the file (RFC 9110, 13.1.2: weak tags count as well)?"""
    named = {tag.strip().removeprefix("W/") for tag in tags.split(",")}
    return etag in named or "*" in named


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
