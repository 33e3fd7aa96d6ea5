"""Parts of a phrased dance that are not danced because no order has been given."""

from __future__ import annotations

from collections.abc import Iterator

from ....layout.timeline import Timeline
from ....primitives.finding import Finding, Place, Severity


def check(timeline: Timeline) -> Iterator[Finding]:
    """Find parts of the sheet that the order, or the lack of one, leaves out."""
    routine = timeline.routine
    first, *others = routine.sheet.danced or (None,)
    if first is None or not others:
        return
    if not routine.sequence.strip():
        yield Finding(
            code="fit.parts-left-out",
            severity=Severity.DOUBTFUL,
            place=Place(),
            facts={"first": first.name, "others": ", ".join(part.name for part in others)},
        )
        return
    named = {item.name for item in routine.order.items}
    left = [
        part.name
        for part in routine.sheet.danced
        if part.name not in named
        and not any(p.variant_of == part.name and p.name in named for p in routine.sheet.parts)
    ]
    if left:
        yield Finding(
            code="fit.parts-never-danced",
            severity=Severity.KNOW,
            place=Place(),
            facts={"others": ", ".join(left)},
        )
