"""Text out of documents and pictures over HTTP, before it becomes a dance."""

from __future__ import annotations

import uuid
from typing import Final, Literal

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Schema, Status
from ninja.files import UploadedFile

from ...core.errors import FileError, Message
from ...core.routine.from_sheet import taken_over
from ...core.sheet.read import Reading
from ...formats.documents.read import MAX_BYTES
from ...formats.sheet.sheet_in import sheet_text_of
from ...messages.events import statement_words
from ...services.check import check_sheet
from ...views.sheet import sheet_view
from ..http import ErrorForm, user_of
from .models import Scan
from .queries import reading_of
from .scans import add_scan, get_scan

router = Router(tags=["sheets"])
_States = Literal["reading", "ready", "failed"]
_STATES: Final[dict[str, _States]] = {
    "reading": "reading", "ready": "ready", "failed": "failed",
}  # fmt: skip
_MAX_PICTURE: Final = 16_000_000


class Understood(Schema):
    """What a sheet's text comes to, in a few words."""

    title: str
    counts: float
    walls: int | None
    level: str
    states: list[str]
    to_settle: int
    first: str


class TextOut(Schema):
    """The text of a document and what is understood of it."""

    text: str
    understood: Understood


class DoubtfulOut(Schema):
    """A word of a picture that may be read wrongly."""

    start: int
    end: int
    sure: int


class ScanOut(Schema):
    """A picture being read, or read."""

    id: uuid.UUID
    name: str
    state: _States
    message: str
    text: str
    doubtful: list[DoubtfulOut]


@router.post("/text", response={200: TextOut, 422: ErrorForm})
def text_of(request: HttpRequest, file: File[UploadedFile]) -> TextOut:
    """The sheet in a document, or in what the clipboard holds; nothing is stored."""
    text = sheet_text_of(_bytes(file, MAX_BYTES), file.name or "")
    return TextOut(text=text, understood=understood(reading_of(user_of(request), text)))


def understood(reading: Reading) -> Understood:
    """A sheet in a few words: what it is, what it states, what is to settle."""
    view = sheet_view(check_sheet(reading))
    alarms = [finding for finding in view.findings if finding.severity != "know"]
    stated = taken_over(reading)
    states = [statement_words(event) for event in stated.events]
    return Understood(
        title=view.title,
        counts=view.counts,
        walls=view.walls,
        level=view.level,
        states=[stated.sequence, *states] if stated.sequence else states,
        to_settle=len(alarms),
        first=alarms[0].message if alarms else "",
    )


@router.post("/scans", response={200: ScanOut, 422: ErrorForm})
def scan(request: HttpRequest, file: File[UploadedFile]) -> ScanOut:
    """Have a photograph or scan of a sheet read."""
    raw = _bytes(file, _MAX_PICTURE)
    return _scan_out(add_scan(user_of(request), raw, file.name or "picture"))


@router.get("/scans/{uuid:pk}", response={200: ScanOut, 404: ErrorForm})
def show(request: HttpRequest, pk: uuid.UUID) -> ScanOut:
    """How far the reading is, and its words."""
    return _scan_out(get_scan(user_of(request), pk))


@router.delete("/scans/{uuid:pk}", response={204: None, 404: ErrorForm})
def forget(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Throw a picture away."""
    get_scan(user_of(request), pk).delete()
    return Status(204, None)


@router.get("/scans/{uuid:pk}/picture.jpg", include_in_schema=False)
def picture(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """The picture itself, to check the words by."""
    response = HttpResponse(
        bytes(get_scan(user_of(request), pk).picture), content_type="image/jpeg"
    )
    response["Cache-Control"] = "private, max-age=3600"
    return response


def _scan_out(scan: Scan) -> ScanOut:
    return ScanOut(
        id=scan.pk,
        name=scan.name,
        state=_STATES[scan.state],
        message=scan.message,
        text=scan.text,
        doubtful=[DoubtfulOut(start=s, end=e, sure=sure) for s, e, sure in scan.doubtful],
    )


def _bytes(file: UploadedFile, most: int) -> bytes:
    if file.size is None or file.size > most:
        raise FileError(
            Message(
                "This file has {size:.0f} MB; it may have {most:.0f} MB. Take a smaller one.",
                size=(file.size or 0) / 1000000.0,
                most=most / 1000000.0,
            )
        )
    return bytes(file.read())
