"""The jobs of the worker, kept in PostgreSQL."""

from __future__ import annotations

import uuid

from django.db import close_old_connections
from procrastinate.contrib.django import app

from ...core.errors import FileError
from ...messages.errors import error_words
from ...messages.language import speaking
from .models import Scan


@app.task(name="read_scan")
def read_scan(scan: str) -> None:
    """Read the words of a picture."""
    from ...formats.documents.ocr import read_picture  # noqa: PLC0415 - only the worker needs it

    close_old_connections()
    found = Scan.objects.filter(pk=uuid.UUID(scan)).first()
    if found is None:
        return
    try:
        read = read_picture(bytes(found.picture))
    except FileError as error:
        with speaking(found.owner.language):
            said = error_words(error)
        found.state, found.message = Scan.State.FAILED, said
    else:
        found.state, found.text = Scan.State.READY, read.text
        found.doubtful = [[word.start, word.end, word.sure] for word in read.doubtful]
    found.save()
