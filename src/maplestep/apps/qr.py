"""An address as a QR code."""

from __future__ import annotations

import io

import segno
from django.http import HttpRequest

from ..formats.colours import PLAIN


def qr_of(request: HttpRequest, path: str) -> str:
    """The address of a path on this server as an SVG drawing, for a phone's camera."""
    return drawing_of(request.build_absolute_uri(path))


def drawing_of(address: str) -> str:
    """An address as an SVG drawing."""
    out = io.BytesIO()
    segno.make(address, error="m").save(
        out, kind="svg", scale=6, border=3, dark=PLAIN["ink"], light=PLAIN["card"], xmldecl=False
    )
    return out.getvalue().decode()
