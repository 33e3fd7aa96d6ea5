"""Text of a PDF: lines by where their words stand, two columns one after the other.

What comes again at the head or foot of the pages is left out. A wide gap in a line is a
column of a table and becomes a tab.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from io import BytesIO
from itertools import pairwise
from typing import Any, Final

import pdfplumber
from pdfplumber.utils.exceptions import PdfminerException

from ...core.errors import DocumentError, Message
from .flow import tidy

MAX_PAGES: Final = 12
_SAME_LINE: Final = 3.0
"""Words whose tops differ by less (in points) stand on one line."""
_WIDE: Final = 2.2
"""A gap of so many letters is a column of a table."""
_MARGIN: Final = 0.055
"""Headers and footers stand in so much of the page's height."""
_LARGER: Final = 1.2
_SPACE: Final = 0.2
_NEARLY: Final = 0.6
_COUNTED: Final = re.compile(r"\W*\d{1,3}\s*[-&–,.:)]")
_BEGINS: Final = re.compile(
    r"^(?:\W*\d{1,3}\s*[-&–.):]|\W*(?:section|s\d|part|tag|\[))", re.IGNORECASE
)

Word = dict[str, Any]


def pdf_text(raw: bytes) -> str:
    """The text. Raises FileError for a locked PDF or one of too many pages."""
    try:
        with pdfplumber.open(BytesIO(raw)) as document:
            if len(document.pages) > MAX_PAGES:
                raise DocumentError(
                    Message(
                        "This PDF has {pages} pages; a step sheet may have {max_pages}. Print "
                        "the sheet's pages into a PDF of their own.",
                        pages=len(document.pages),
                        max_pages=MAX_PAGES,
                    )
                )
            pages = [
                _page_lines(page.extract_words(), float(page.width), float(page.height))
                for page in document.pages
            ]
    except PdfminerException as error:
        raise DocumentError(
            "This PDF is locked or damaged. Save it without a password, or paste its text."
        ) from error
    repeated = _repeated(pages)
    kept = [
        line
        for lines in pages
        for index, line in enumerate(lines)
        if not (_plain(line) in repeated and (index < 3 or index >= len(lines) - 3))
    ]
    return _without_tidying_tabs("\n".join(kept))


def _without_tidying_tabs(text: str) -> str:
    return "\n".join(
        "\t".join(tidy(cell).strip() for cell in line.split("\t")) for line in text.split("\n")
    )


def _page_lines(words: Sequence[Word], width: float, height: float) -> list[str]:
    words = _inside(words, height)
    gutter = _gutter(words, width)
    if gutter is None:
        return _lines(words)
    rows = _rows(words)
    across = [word for row in rows if _crosses(row, gutter) for word in row]
    apart = [word for row in rows if not _crosses(row, gutter) for word in row]
    left = [word for word in apart if word["x1"] <= gutter]
    right = [word for word in apart if word["x0"] >= gutter]
    return [*_lines(across), *_lines(left), *_lines(right)]


def _inside(words: Sequence[Word], height: float) -> list[Word]:
    """Without the header and footer in the margin: small lines at the very edge of the page."""
    sizes = sorted(word["bottom"] - word["top"] for word in words)
    usual = sizes[len(sizes) // 2] if sizes else 0.0
    return [
        word
        for word in words
        if height * _MARGIN < (word["top"] + word["bottom"]) / 2 < height * (1 - _MARGIN)
        or word["bottom"] - word["top"] > usual * _LARGER
    ]


def _crosses(row: Sequence[Word], gutter: float) -> bool:
    return any(word["x0"] < gutter < word["x1"] for word in row)


def _gutter(words: Sequence[Word], width: float) -> float | None:
    """Where two columns part: no word crosses it, and both sides begin with counts of their own."""
    if len(words) < 40:
        return None
    for tenth in (50, 48, 52, 46, 54, 44, 56, 42, 58):
        x = width * tenth / 100
        crossing = sum(word["x0"] < x < word["x1"] for word in words)
        right = [word for word in words if word["x0"] >= x]
        begins = sum(bool(_BEGINS.match(line)) for line in _lines(right))
        if crossing <= len(words) * 0.03 and len(right) > len(words) * 0.25 and begins >= 3:
            return x
    return None


def _lines(words: Sequence[Word]) -> list[str]:
    """The lines of one column, those the edge of the page cut in two put together again."""
    rows = _rows(words)
    edge = max((row[-1]["x1"] for row in rows), default=0.0)
    start = min((row[0]["x0"] for row in rows), default=0.0)
    lines: list[str] = []
    before: list[Word] | None = None
    for row in rows:
        text = _joined(row)
        if before is not None and _goes_on(before, row, lines[-1], start, edge):
            lines[-1] = f"{lines[-1]} {text}"
        else:
            lines.append(text)
        before = row
    return lines


def _goes_on(
    before: Sequence[Word], row: Sequence[Word], line: str, start: float, edge: float
) -> bool:
    """Had the first word no room at the end of the line above? Then it belongs there."""
    first, height = row[0], before[0]["bottom"] - before[0]["top"]
    near = first["top"] - before[0]["bottom"] < height
    full = before[-1]["x1"] + (first["x1"] - first["x0"]) + height * _SPACE > edge
    long = before[-1]["x1"] - start > (edge - start) * _NEARLY
    told = first["text"][:1].islower() or _COUNTED.match(line) is not None
    return near and full and long and told and _BEGINS.match(first["text"]) is None


def _rows(words: Sequence[Word]) -> list[list[Word]]:
    rows: list[list[Word]] = []
    for word in sorted(words, key=lambda w: (w["top"], w["x0"])):
        if rows and abs(rows[-1][0]["top"] - word["top"]) < _SAME_LINE:
            rows[-1].append(word)
        else:
            rows.append([word])
    return [sorted(row, key=lambda w: w["x0"]) for row in rows]


def _joined(row: Sequence[Word]) -> str:
    text = row[0]["text"]
    for before, word in pairwise(row):
        letter = (before["x1"] - before["x0"]) / max(len(before["text"]), 1)
        text += "\t" if word["x0"] - before["x1"] > _WIDE * letter else " "
        text += word["text"]
    return str(text)


def _repeated(pages: Sequence[Sequence[str]]) -> set[str]:
    """Lines that stand at the head or foot of several pages, whatever their numbers."""
    seen = Counter(
        plain for lines in pages for plain in {_plain(line) for line in (*lines[:3], *lines[-3:])}
    )
    found = {plain for plain, times in seen.items() if times > 1 and plain}
    return found | {_plain("Page 1 of 1"), _plain("Page 1")}


def _plain(line: str) -> str:
    return re.sub(r"\d+", "#", line).casefold().strip()
