"""Words read off a photograph or scan of a sheet, by Debian's tesseract, with how sure it is.

Runs in a worker: a page takes some seconds.
"""

from __future__ import annotations

import re
import warnings
from dataclasses import dataclass
from io import BytesIO
from typing import Any, Final

import pytesseract
from PIL import Image, ImageOps, UnidentifiedImageError

from ...core.errors import DocumentError, FileError

LANGUAGES: Final = "eng+fra"
MAX_PIXELS: Final = 50_000_000
SIDE: Final = 2400
"""The longer side of the picture that is kept and read, in pixels."""
SECONDS: Final = 60
_SURE: Final = 70.0
"""A word that is less sure (per cent) is marked."""
# What ½, ¼ and ¾ are taken for.
_FRACTION: Final = re.compile(r"[1lIYV%'“”]*[/]?(?:42|14|34|4|2|%)|Y[24%]|V[24]|%+|[YV]")


@dataclass(frozen=True, slots=True, kw_only=True)
class DoubtfulWord:
    """A word that may be read wrongly: [start, end) of the text, how sure (per cent)."""

    start: int
    end: int
    sure: int


@dataclass(frozen=True, slots=True, kw_only=True)
class ScannedText:
    """The text of a picture, its lines as they stand, and the words to look at."""

    text: str
    doubtful: tuple[DoubtfulWord, ...]


def plain_picture(raw: bytes) -> bytes:
    """The picture upright, no larger than it has to be, as JPEG without what was hidden in it.

    Raises FileError for what is no picture, or one of too many pixels.
    """
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(BytesIO(raw)) as picture:
                if picture.width * picture.height > MAX_PIXELS:
                    raise DocumentError("This picture has too many pixels. Take it smaller.")
                upright = ImageOps.exif_transpose(picture).convert("RGB")
    except FileError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, Warning) as error:
        raise DocumentError(
            "This picture cannot be opened. Save it as JPEG or PNG and try again."
        ) from error
    upright.thumbnail((SIDE, SIDE))
    kept = BytesIO()
    upright.save(kept, "JPEG", quality=85)
    return kept.getvalue()


_AMPERSAND: Final = re.compile(r"(1(?=82)|3(?=84)|5(?=86)|7(?=88))8([2468])")


def read_picture(picture: bytes) -> ScannedText:
    """The words of a picture, line by line. Raises FileError when none can be read."""
    try:
        with Image.open(BytesIO(picture)) as image:
            data = pytesseract.image_to_data(
                ImageOps.autocontrast(image.convert("L")), lang=LANGUAGES, timeout=SECONDS,
                config="--psm 4", output_type=pytesseract.Output.DICT,
            )  # fmt: skip
    except RuntimeError as error:
        raise DocumentError(
            "Reading this picture takes too long. Take it closer and straight."
        ) from error
    found = _lines(data)
    if not found.text.strip():
        raise DocumentError(
            "No words can be read in this picture. Take it closer, straight and bright."
        )
    return found


def _lines(data: dict[str, list[Any]]) -> ScannedText:
    text = ""
    doubtful = []
    line: tuple[int, ...] | None = None
    for index, said in enumerate(data["text"]):
        word = str(said).strip()
        if not word:
            continue
        at = tuple(int(data[key][index]) for key in ("block_num", "par_num", "line_num"))
        if line is not None:
            text += " " if at == line else "\n" * (2 if at[0] != line[0] else 1)
        begins = line != at
        line = at
        sure = float(data["conf"][index])
        if begins and (counts := _AMPERSAND.fullmatch(word)):
            # "182 R shuffle": the sign between two counts looks like an 8.
            word, sure = f"{counts[1]}&{counts[2]}", min(sure, 20.0)
        if _FRACTION.fullmatch(word.strip(",.;()")):
            sure = min(sure, 20.0)
        if 0 <= sure < _SURE:
            doubtful.append(
                DoubtfulWord(start=len(text), end=len(text) + len(word), sure=int(sure))
            )
        text += word
    return ScannedText(text=text + "\n", doubtful=tuple(doubtful))
