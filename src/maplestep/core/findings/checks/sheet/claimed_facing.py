"""Facings stated in the sheet ("facing 6:00") against the ones danced."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from ....primitives.finding import Finding, Place, Severity
from ....primitives.turns import FULL, clock
from ....sheet.model import FacingClaim, Part, Section, Sheet


def check(sheet: Sheet) -> Iterator[Finding]:
    """Find stated facings that do not come out on wall 1, which starts at 12:00."""
    for part in sheet.danced[:1]:
        for section in part.sections:
            for claim in section.facings:
                yield from _compare(part, section, claim)


def _compare(part: Part, section: Section, claim: FacingClaim) -> Iterator[Finding]:
    facing = _facing_after(part, claim.at)
    possible = {facing}
    if claim.in_heading:
        facing = _facing_before(part, section.start)
        possible = {facing, _facing_before(part, section.end)}
    if claim.facing in possible:
        return
    yield Finding(
        code="sheet.facing",
        severity=Severity.WRONG,
        place=Place(span=claim.span, part=part.name, section=section.title),
        facts={
            "claimed": clock(claim.facing),
            "facing": clock(facing),
            "section": section.title,
        },
        expected=clock(claim.facing),
        found=clock(facing),
    )


def _facing_after(part: Part, at: Fraction) -> int:
    return sum(move.turn for move in part.moves if move.at <= at) % FULL


def _facing_before(part: Part, at: Fraction) -> int:
    return sum(move.turn for move in part.moves if move.at < at) % FULL
