"""Shared edges of the API: whose request it is, and errors as one form."""

from __future__ import annotations

from typing import Final, cast

from django.http import HttpRequest, HttpResponse
from ninja import Schema
from ninja.files import UploadedFile
from pydantic import BaseModel

from ..core.errors import FileError, Message
from ..formats.documents.read import MAX_BYTES
from .accounts.models import User

MAX_FILE: Final = 2_000_000


class ErrorForm(Schema):
    """What went wrong, in the user's words; place and version where they are known."""

    message: str
    field: str = ""
    line: int | None = None
    column: int | None = None
    version: int | None = None


class Revision(Schema):
    """What an object stands at: its own version, and that of everything it is made from."""

    version: int
    basis: str = ""


def json_answer(model: BaseModel) -> HttpResponse:
    """A model as it is: a large answer need not be checked and copied once more on its way out."""
    return HttpResponse(model.model_dump_json(), content_type="application/json; charset=utf-8")


def attachment(data: bytes | str, kind: str, name: str) -> HttpResponse:
    """A file to be saved under this name."""
    answer = HttpResponse(data, content_type=kind)
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


def user_of(request: HttpRequest) -> User:
    """The signed-in user; the API lets nobody else through to here."""
    return cast(User, request.user)


def read_document(file: UploadedFile) -> bytes:
    """The bytes of a document, which may be larger than its text. Raises FileError."""
    if file.size is None or file.size > MAX_BYTES:
        raise FileError(
            Message(
                "This file has {size:.0f} MB; a step sheet may have {max_bytes} MB. Save it "
                "without its pictures.",
                size=(file.size or 0) / 1000000,
                max_bytes=MAX_BYTES // 1000000,
            )
        )
    return bytes(file.read())


def read_upload(file: UploadedFile) -> bytes:
    """The bytes of a sheet or routine file. Raises FileError when it is larger than one can be."""
    if file.size is None or file.size > MAX_FILE:
        megabytes = (file.size or 0) / 1_000_000
        raise FileError(
            Message(
                "This file has {megabytes:.1f} MB. A sheet, a routine or a song map has at most "
                "{max_file} MB; choose another file.",
                megabytes=megabytes,
                max_file=MAX_FILE // 1000000,
            )
        )
    return bytes(file.read())
