"""Tables with a row of names above them: which cells are counts, and which only number the rows."""

from __future__ import annotations

import re
from typing import Final

from ..language.lexicon import fold

_COUNTS: Final = frozenset(
    {"count", "counts", "cts", "beat", "beats", "temps", "compte", "comptes"}
)
_NUMBERS: Final = frozenset(
    {"section", "sec", "sect", "set", "no", "no.", "nr", "n°", "#", "eight"}
)
_CELL: Final = re.compile(r"[^|\t]*")


def without_numbers(bodies: list[str]) -> list[str]:
    """The lines with the cells blanked that only number sections, every offset kept.

    Below a row of names ("Section | Counts | Steps") a number in the first cell is no count.
    """
    column: int | None = None
    found = []
    for body in bodies:
        cells = [fold(cell).strip(" *_") for cell in re.split(r"[|\t]", body)]
        if _COUNTS & set(cells) and len(cells) > 2:
            column = next((n for n, cell in enumerate(cells) if cell in _NUMBERS), None)
        elif len(cells) < 2:
            column = None if body.strip() else column
        elif column is not None and column < len(cells) and cells[column].isdecimal():
            found.append(_blanked(body, column))
            continue
        found.append(body)
    return found


def _blanked(body: str, column: int) -> str:
    start = 0
    for _ in range(column):
        start = _CELL.match(body, start).end() + 1  # type: ignore[union-attr]
    end = _CELL.match(body, start).end()  # type: ignore[union-attr]
    return body[:start] + " " * (end - start) + body[end:]
