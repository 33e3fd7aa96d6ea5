"""Counts claimed in the head or in a part's heading against the counts written."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from ....primitives.finding import Finding, Place, Severity, SheetEdit
from ....sheet.model import Sheet


def _short_section(sheet: Sheet, missing: Fraction | int) -> Iterator[Finding]:
    """The one section that is as many counts short as the whole dance is."""
    sections = [(part, section) for part in sheet.danced for section in part.sections]
    lengths = [section.length for _, section in sections]
    usual = max(set(lengths), key=lengths.count)
    short = [(p, s) for p, s in sections if missing > 0 and s.length == usual - missing]
    if len(short) != 1 or len(sections) < 2:
        return
    part, section = short[0]
    first, last = int(section.length) + 1, int(usual)
    counts = str(last) if first == last else f"{first}–{last}"
    yield Finding(
        code="sheet.section-short",
        severity=Severity.WRONG,
        place=Place(span=section.span, part=part.name, section=section.title, count=counts),
        facts={
            "section": section.title,
            "length": str(section.length),
            "usual": str(usual),
            "counts": counts,
        },
        expected=str(usual),
        found=str(section.length),
    )


def _written(total: Fraction | int, sheet: Sheet) -> str:
    """The total in the counts of the sheet, which may be read in half or double time."""
    return str(total / sheet.timing)


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
            fix=SheetEdit(start=claim.span.start, end=claim.span.end, text=_written(total, sheet)),
        )
        yield from _short_section(sheet, claim.value - total)
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
