"""The picture on a recording's cover, small."""

from __future__ import annotations

import io
import warnings
from typing import Final

from PIL import Image

SIDE: Final = 240  # pixels
_MOST_PIXELS: Final = 40_000_000


def small_cover(data: bytes) -> bytes:
    """A JPEG of at most ``SIDE`` pixels a side; nothing for no picture, or far too large a one."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(data), formats=("JPEG", "PNG", "GIF", "WEBP")) as picture:
                if picture.width * picture.height > _MOST_PIXELS:
                    return b""
                picture.draft("RGB", (SIDE, SIDE))
                small = picture.convert("RGB")
        small.thumbnail((SIDE, SIDE))
        out = io.BytesIO()
        small.save(out, "JPEG", quality=82)
    except (OSError, ValueError, SyntaxError, Warning, Image.DecompressionBombError):
        return b""
    return out.getvalue()
