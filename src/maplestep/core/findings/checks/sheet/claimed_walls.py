"""The number of walls claimed against the one that the net turn gives."""

from __future__ import annotations

from collections.abc import Iterator

from ....primitives.finding import Finding, Place, Severity, SheetEdit
from ....primitives.turns import net_turn_words, walls_in_dance
from ....sheet.model import Sheet


def check(sheet: Sheet) -> Iterator[Finding]:
    """Find a wrong number of walls. A phrased dance has no such number by itself."""
    claim = sheet.claims.walls
    if claim is None or len(sheet.danced) != 1:
        return
    net = sheet.danced[0].net_turn
    walls = walls_in_dance(net)
    if claim.value == walls:
        return
    turn = net_turn_words(net)
    yield Finding(
        code="sheet.walls" if turn else "sheet.walls-no-turn",
        severity=Severity.WRONG,
        place=Place(span=claim.span),
        facts={"claimed": str(claim.value), "walls": str(walls), "turn": turn},
        expected=str(claim.value),
        found=str(walls),
        fix=SheetEdit(start=claim.span.start, end=claim.span.end, text=str(walls)),
    )
