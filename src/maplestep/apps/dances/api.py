"""Dances, their drafts and files over HTTP."""

from __future__ import annotations

import uuid
from datetime import datetime
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from django.utils.text import slugify
from ninja import File, Query, Router, Schema, Status
from ninja.files import UploadedFile

from ...core.sheet.read import Reading
from ...core.sheet.render import LANGUAGES, called
from ...core.sheet.write.figures_used import self_contained
from ...core.sheet.write.format import Style, format_sheet
from ...formats.sheet.sheet_csv import write_csv
from ...formats.sheet.sheet_file import write_sheet_file
from ...formats.sheet.sheet_in import sheet_text_of
from ...formats.sheet.sheet_markdown import write_markdown
from ...formats.sheet.sheet_pdf import Print, write_pdf
from ...messages.language import LanguageCode
from ...services.check import check_sheet
from ...views.sheet import SheetView, sheet_view
from ..http import ErrorForm, Revision, json_answer, read_document, user_of
from .actions.create import create_dance
from .actions.delete import delete_dance
from .actions.save import save_dance
from .models import Dance
from .queries import drafts_of, figures_mark, get_dance, get_draft, reading_of

router = Router(tags=["dances"])


class SheetIn(Schema):
    """A sheet's text."""

    sheet: str


class DanceIn(SheetIn):
    """A changed sheet and the version it was made from."""

    version: int


class DanceOut(Schema):
    """A stored dance; ``reading`` is its sheet danced through, with the figures of ``basis``."""

    id: uuid.UUID
    version: int
    basis: str
    title: str
    sheet: str
    reading: SheetView


class DraftOut(Schema):
    """A sheet as it was; ``counts`` is what it came to then."""

    id: int
    saved_at: datetime
    counts: float | None


def dance_out(dance: Dance) -> DanceOut:
    """A stored dance as the API gives it."""
    return DanceOut(
        id=dance.id,
        version=dance.version,
        basis=figures_mark(dance.owner),
        title=dance.title,
        sheet=dance.sheet,
        reading=sheet_view(check_sheet(reading_of(dance.owner, dance.sheet))),
    )


@router.post("", response={200: DanceOut, 422: ErrorForm})
def create(request: HttpRequest, form: SheetIn) -> DanceOut:
    """A new dance."""
    return dance_out(create_dance(user_of(request), form.sheet))


@router.post("/file", response={200: DanceOut, 422: ErrorForm})
def upload(request: HttpRequest, file: File[UploadedFile]) -> DanceOut:
    """A new dance from a text in any form: plain, Markdown, CSV, JSON, PDF, Word, web page ..."""
    text = sheet_text_of(read_document(file), file.name or "")
    return dance_out(create_dance(user_of(request), text))


@router.get("/{uuid:pk}", response={200: DanceOut, 404: ErrorForm})
def show(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """One dance."""
    return json_answer(dance_out(get_dance(user_of(request), pk)))


@router.get("/{uuid:pk}/revision", response={200: Revision, 404: ErrorForm})
def revision(request: HttpRequest, pk: uuid.UUID) -> Revision:
    """Whether a dance, or the user's own figures it is read with, has changed in another window."""
    user = user_of(request)
    return Revision(version=get_dance(user, pk).version, basis=figures_mark(user))


@router.put("/{uuid:pk}", response={200: DanceOut, 404: ErrorForm, 409: ErrorForm, 422: ErrorForm})
def save(request: HttpRequest, pk: uuid.UUID, change: DanceIn) -> HttpResponse:
    """Save a changed sheet."""
    return json_answer(dance_out(save_dance(user_of(request), pk, change.version, change.sheet)))


@router.delete("/{uuid:pk}", response={204: None, 404: ErrorForm, 409: ErrorForm})
def delete(request: HttpRequest, pk: uuid.UUID) -> Status[None]:
    """Take a dance off the shelf."""
    delete_dance(user_of(request), pk)
    return Status(204, None)


@router.get("/{uuid:pk}/drafts", response={200: list[DraftOut], 404: ErrorForm})
def drafts(request: HttpRequest, pk: uuid.UUID) -> list[DraftOut]:
    """The history of a sheet, the newest first."""
    return [
        DraftOut(id=draft.id, saved_at=draft.saved_at, counts=draft.counts)
        for draft in drafts_of(user_of(request), pk)
    ]


@router.get("/{uuid:pk}/drafts/{int:draft}", response={200: SheetIn, 404: ErrorForm})
def draft_text(request: HttpRequest, pk: uuid.UUID, draft: int) -> SheetIn:
    """A sheet as it was."""
    return SheetIn(sheet=get_draft(user_of(request), pk, draft).sheet)


Ending = Literal["txt", "md", "csv", "json", "pdf"]
_TYPES: dict[str, str] = {
    "txt": "text/plain; charset=utf-8",
    "md": "text/markdown; charset=utf-8",
    "csv": "text/csv; charset=utf-8",
    "json": "application/json",
    "pdf": "application/pdf",
}


class Written(Schema):
    """How a sheet is written: as it is, or in canonical words of a language.

    ``counts`` go on through the part (9-16), start over (1-8) or stay as they are;
    ``names`` are the figure names preferred, such as "wizard" for the dorothy.
    """

    language: LanguageCode | Literal[""] = ""
    counts: Literal["", "on", "over"] = ""
    names: Annotated[str, Query(max_length=200)] = ""
    chart: bool = False
    cautions: bool = True
    large: bool = False

    def style(self) -> Style:
        """The same for the formatter."""
        language = called(LANGUAGES[self.language or "en"], self.names.split(","))
        return Style(language=language, goes_on=None if not self.counts else self.counts == "on")


@router.get("/{uuid:pk}/sheet.{ending}", include_in_schema=False)
def download(request: HttpRequest, pk: uuid.UUID, ending: str, how: Query[Written]) -> HttpResponse:
    """The sheet as a file."""
    dance = get_dance(user_of(request), pk)
    if ending not in _TYPES:
        return HttpResponse("There is no such file.", status=404, content_type="text/plain")
    body = _written(reading_of(dance.owner, dance.sheet), ending, how)
    response = HttpResponse(body, content_type=_TYPES[ending])
    name = slugify(dance.title) or "step-sheet"
    response["Content-Disposition"] = f'attachment; filename="{name}.{ending}"'
    return response


def _written(reading: Reading, ending: str, how: Written) -> str | bytes:
    match ending:
        case "md":
            return write_markdown(reading, how.style())
        case "csv":
            return write_csv(reading)
        case "json":
            return write_sheet_file(reading)
        case "pdf":
            page = Print(style=how.style(), chart=how.chart, cautions=how.cautions, large=how.large)
            return write_pdf(reading, page)
        case _:
            plain = not (how.language or how.counts or how.names)
            return self_contained(reading) if plain else format_sheet(reading, how.style())
