"""A sheet in which nothing is danced."""

from __future__ import annotations

from collections.abc import Iterator

from ....primitives.finding import Finding, Place, Severity
from ....primitives.moves import Span
from ....sheet.model import Sheet


def check(sheet: Sheet) -> Iterator[Finding]:
    """Find that there is no part with steps."""
    if sheet.wall is None and not sheet.language:
        yield Finding(
            code="sheet.no-steps",
            severity=Severity.WRONG,
            place=Place(span=Span(start=0, end=0, line=1)),
        )
