"""Dances and the live reading of a sheet over HTTP."""

from __future__ import annotations

import uuid

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Schema, Status
from ninja.files import UploadedFile

from ...core.sheet.read import read_sheet
from ...formats.text import decode_text
from ...formats.views import SheetView, sheet_view
from ..http import ErrorForm, read_upload, user_of
from .actions.create import create_dance
from .actions.delete import delete_dance
from .actions.save import save_dance
from .models import Dance
from .queries import get_dance, reading_of

router = Router(tags=["dances"])


class SheetIn(Schema):
    """A sheet's text."""

    sheet: str


class DanceIn(SheetIn):
    """A changed sheet and the version it was made from."""

    version: int


class DanceOut(Schema):
    """A stored dance; ``reading`` is its sheet danced through."""

    id: uuid.UUID
    version: int
    title: str
    sheet: str
    reading: SheetView


def dance_out(dance: Dance) -> DanceOut:
    """A stored dance as the API gives it."""
    return DanceOut(
        id=dance.id,
        version=dance.version,
        title=dance.title,
        sheet=dance.sheet,
        reading=sheet_view(reading_of(dance.sheet)),
    )


@router.post("/reading", response={200: SheetView, 422: ErrorForm})
def read(request: HttpRequest, form: SheetIn) -> SheetView:
    """Read a sheet without storing it."""
    return sheet_view(read_sheet(form.sheet))


@router.post("", response={200: DanceOut, 422: ErrorForm})
def create(request: HttpRequest, form: SheetIn) -> DanceOut:
    """A new dance."""
    return dance_out(create_dance(user_of(request), form.sheet))


@router.post("/file", response={200: DanceOut, 422: ErrorForm})
def upload(request: HttpRequest, file: File[UploadedFile]) -> DanceOut:
    """A new dance from a plain-text file."""
    return dance_out(create_dance(user_of(request), decode_text(read_upload(file))))


@router.get("/{uuid:pk}", response={200: DanceOut, 404: ErrorForm})
def show(request: HttpRequest, pk: uuid.UUID) -> DanceOut:
    """One dance."""
    return dance_out(get_dance(user_of(request), pk))


@router.put("/{uuid:pk}", response={200: DanceOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm})
def save(request: HttpRequest, pk: uuid.UUID, change: DanceIn) -> DanceOut:
    """Save a changed sheet."""
    return dance_out(save_dance(user_of(request), pk, change.version, change.sheet))


@router.delete("/{uuid:pk}", response={204: None, 404: ErrorForm, 409: ErrorForm})
def delete(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Take a dance off the shelf."""
    delete_dance(user_of(request), pk)
    return Status(204, None)


@router.get("/{uuid:pk}/sheet.txt", include_in_schema=False)
def download(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """The sheet as a plain-text file."""
    dance = get_dance(user_of(request), pk)
    response = HttpResponse(dance.sheet, content_type="text/plain; charset=utf-8")
    response["Content-Disposition"] = 'attachment; filename="step-sheet.txt"'
    return response
