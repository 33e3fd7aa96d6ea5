"""Counts claimed in the head or in a part's heading against the counts written."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Finding, Place, Severity, SheetEdit
from ..sheet.model import Sheet


def check(sheet: Sheet) -> Iterator[Finding]:
    """Find totals that differ from what the sheet says.

    A phrased dance is named by the sum of its parts once each (common practice).
    """
    claim = sheet.claims.counts
    total = sum(part.length for part in sheet.danced)
    if claim and sheet.danced and claim.value != total:
        sections = " + ".join(
            str(section.length) for part in sheet.danced for section in part.sections
        )
        yield Finding(
            code="sheet.total-counts",
            severity=Severity.WRONG,
            place=Place(span=claim.span),
            facts={"claimed": str(claim.value), "counts": str(total), "sections": sections},
            expected=str(claim.value),
            found=str(total),
            fix=SheetEdit(start=claim.span.start, end=claim.span.end, text=str(total)),
        )
    for part in sheet.parts:
        if part.claimed and part.claimed.value != part.length:
            yield Finding(
                code="sheet.part-counts",
                severity=Severity.WRONG,
                place=Place(span=part.claimed.span, part=part.name),
                facts={
                    "part": part.name,
                    "claimed": str(part.claimed.value),
                    "counts": str(part.length),
                },
                expected=str(part.claimed.value),
                found=str(part.length),
            )
