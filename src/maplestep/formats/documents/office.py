"""Word and OpenDocument texts: paragraphs and tables in their order."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from io import BytesIO

import docx
from docx.oxml.ns import qn
from docx.table import Table
from docx.text.paragraph import Paragraph
from odf import teletype
from odf.opendocument import load
from odf.table import TableCell, TableRow

from .flow import tidy


def docx_text(raw: bytes) -> str:
    """The text of a Word document; numbered paragraphs get their numbers back."""
    document = docx.Document(BytesIO(raw))
    return tidy("\n".join(_word_lines(document)))


def _word_lines(document: docx.document.Document) -> Iterator[str]:
    counted: Counter[str] = Counter()
    for block in document.iter_inner_content():
        if isinstance(block, Table):
            for row in block.rows:
                cells = [cell.text.replace("\n", " ").strip() for cell in row.cells]
                # A merged cell comes once for every column it spans.
                yield " | ".join(c for i, c in enumerate(cells) if not i or c != cells[i - 1])
        else:
            yield _numbered(block, counted) + block.text


def _numbered(paragraph: Paragraph, counted: Counter[str]) -> str:
    """ "3. " in front of a paragraph that Word numbers itself."""
    style = paragraph.style.name if paragraph.style is not None else ""
    properties = paragraph._p.pPr
    number = properties.find(qn("w:numPr")) if properties is not None else None
    if number is None and not (style or "").startswith("List Number"):
        counted.clear()
        return ""
    if (style or "").startswith("List Bullet"):
        return ""
    counted["list"] += 1
    return f"{counted['list']}. "


def odt_text(raw: bytes) -> str:
    """The text of an OpenDocument text."""
    body = load(BytesIO(raw)).text
    return tidy("\n".join(_open_lines(body)))


def _open_lines(element: object) -> Iterator[str]:
    for child in getattr(element, "childNodes", ()):
        name = getattr(child, "qname", ("", ""))[1]
        if name in {"p", "h"}:
            yield teletype.extractText(child)
        elif name == "table":
            for row in child.getElementsByType(TableRow):
                cells = row.getElementsByType(TableCell)
                yield " | ".join(teletype.extractText(cell).strip() for cell in cells)
        elif name in {"list", "list-item", "section", "list-header"}:
            yield from _open_lines(child)
