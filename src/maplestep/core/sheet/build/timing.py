"""Half- and double-time reading of a part: the same steps on half or twice the counts."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

from ...primitives.moves import Move
from ..model import Part


def scaled(part: Part, factor: Fraction) -> Part:
    """The part with every written count lasting ``factor`` counts.

    >>> from ..read import read_sheet
    >>> wall = read_sheet("T\\nTiming: half\\n1-4 R rocking chair").sheet.wall
    >>> wall.length, [str(move.at) for move in wall.moves]
    (Fraction(2, 1), ['0', '1/2', '1', '3/2'])
    """
    if factor == 1:
        return part

    def placed(moves: tuple[Move, ...]) -> tuple[Move, ...]:
        return tuple(move._replace(at=move.at * factor) for move in moves)

    sections = tuple(
        replace(
            section,
            start=section.start * factor,
            length=section.length * factor,
            moves=placed(section.moves),
            facings=tuple(replace(claim, at=claim.at * factor) for claim in section.facings),
        )
        for section in part.sections
    )
    options = tuple(
        replace(
            option,
            start=option.start * factor,
            end=option.end * factor,
            length=option.length * factor,
            moves=placed(option.moves),
        )
        for option in part.options
    )
    claimed = part.claimed
    if claimed is not None and (claimed.value * factor).denominator == 1:
        claimed = replace(claimed, value=int(claimed.value * factor))
    replaces = part.replaces
    if replaces is not None:
        replaces = (replaces[0] * factor, replaces[1] * factor)
    return replace(part, sections=sections, options=options, claimed=claimed, replaces=replaces)
