"""Web pages and RTF: text in the order it is read, tables as rows with bars."""

from __future__ import annotations

import re
from typing import Final

from bs4 import BeautifulSoup, Tag
from striprtf.striprtf import rtf_to_text

from .encoding import any_text

_BLOCKS: Final = ("p", "div", "li", "h1", "h2", "h3", "h4", "h5", "h6", "tr", "section", "br")
_UNSEEN: Final = ("script", "style", "template", "noscript", "iframe", "object", "svg", "head")


def html_text(raw: bytes) -> str:
    """The visible text of a web page; nothing in it is run or fetched."""
    return markup_text(any_text(raw))


def markup_text(markup: str) -> str:
    """The visible text of HTML, from a file or the clipboard."""
    page = BeautifulSoup(markup, "html.parser")
    for name in _UNSEEN:
        for tag in page.find_all(name):
            tag.decompose()
    for cell in page.find_all(["td", "th"]):
        # A row is one line; what is broken inside a cell stays inside it.
        for inner in cell.find_all(_BLOCKS):
            inner.insert_before(", " if inner.name == "br" else " ")
            inner.unwrap()
    for row in page.find_all("tr"):
        cells = [cell.get_text(" ", strip=True) for cell in row.find_all(["td", "th"])]
        row.clear()
        row.append(" | ".join(cells))
    _number_lists(page)
    for tag in page.find_all(_BLOCKS):
        tag.insert_before("\n")
        tag.insert_after("\n")
    return tidy(page.get_text())


def _number_lists(page: BeautifulSoup) -> None:
    for ordered in page.find_all("ol"):
        items = [item for item in ordered.find_all("li", recursive=False) if isinstance(item, Tag)]
        for number, item in enumerate(items, start=1):
            item.insert(0, f"{number}. ")


def rtf_text(raw: bytes) -> str:
    """The text of an RTF document."""
    text: str = rtf_to_text(raw.decode("latin-1"), errors="ignore")  # type: ignore[no-untyped-call]
    return tidy(text)


def tidy(text: str) -> str:
    """Spaces at line ends and heaps of empty lines taken out."""
    lines = (re.sub(r"[ \t\u00a0]+", " ", line).strip() for line in text.split("\n"))
    return re.sub(r"\n{3,}", "\n\n", "\n".join(lines)).strip() + "\n"
