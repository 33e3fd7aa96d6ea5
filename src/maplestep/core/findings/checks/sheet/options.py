"""Easier options must come out equal: the same counts, net turn and end weight."""

from __future__ import annotations

from collections.abc import Iterator

from ....primitives.counts import Feel
from ....primitives.finding import Finding, Place, Severity
from ....sheet.model import Part, Sheet
from ....sheet.options import counts_of, differences


def check(sheet: Sheet) -> Iterator[Finding]:
    """Each option danced from where the passage begins, beside the passage itself."""
    for part in sheet.parts:
        yield from check_part(part, sheet.feel)


def check_part(part: Part, feel: Feel) -> Iterator[Finding]:
    """The options of one part, or of an event's own steps."""
    for option in part.options:
        counts = counts_of(part, option, feel)
        place = Place(span=option.span, part=part.name, count=counts)
        if not option.known:
            yield Finding(
                code="sheet.option-unread",
                severity=Severity.DOUBTFUL,
                place=place,
                facts={"counts": counts},
            )
        elif differs := differences(part, option):
            yield Finding(
                code="sheet.option-differs",
                severity=Severity.DOUBTFUL,
                place=place,
                facts={"counts": counts, "differs": " and ".join(differs)},
                expected="equal counts, turn and end foot",
                found=", ".join(differs),
            )
