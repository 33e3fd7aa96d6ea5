"""Photographs of sheets: kept until their words have been checked."""

from __future__ import annotations

import uuid
from typing import Final

from django.db import transaction

from ..accounts.models import User
from ..owned import find
from .models import Scan
from .tasks import read_scan

_MOST: Final = 12
"""So many pictures a user may have waiting; the oldest go."""


@transaction.atomic
def add_scan(user: User, raw: bytes, name: str) -> Scan:
    """Keep a picture and have the worker read it. Raises FileError."""
    from ...formats.documents.ocr import plain_picture  # noqa: PLC0415 - slow to load

    scan = Scan.objects.create(owner=user, name=name[:120], picture=plain_picture(raw))
    kept = Scan.objects.filter(owner=user).order_by("-created_at").values_list("pk", flat=True)
    Scan.objects.filter(owner=user).exclude(pk__in=list(kept[:_MOST])).delete()
    # Somebody waits before the screen.
    read_scan.configure(priority=10).defer(scan=str(scan.pk))
    return scan


def get_scan(user: User, pk: uuid.UUID) -> Scan:
    """One of the user's pictures. Raises NotHere."""
    return find(Scan, user, pk)
