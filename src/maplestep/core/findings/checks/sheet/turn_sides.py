"""Turns that the weighted foot hardly allows.

A pivot after a step forward turns toward the foot left behind; legs crossed in front
unwind away from the foot that crossed, crossed behind toward it. Source: facts of the
trade, no published source.
"""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from typing import Final

from ....primitives.feet import Foot
from ....primitives.finding import Finding, Place, Severity
from ....primitives.moves import Move
from ....primitives.turns import turn_words
from ....sheet.model import Part, Sheet

_LEAST: Final = 3


def check(sheet: Sheet) -> Iterator[Finding]:
    """Pivots and unwinds of three eighths and more that go the hard way round."""
    for part in sheet.parts:
        if part.variant_of:
            continue
        for section in part.sections:
            yield from _in_section(part, section.title, section.moves)


def _in_section(part: Part, title: str, moves: tuple[Move, ...]) -> Iterator[Finding]:
    for before, move in pairwise(moves):
        easy = _easy_side(before, move)
        if easy is None or abs(move.turn) < _LEAST:
            continue
        turned = Foot.RIGHT if move.turn > 0 else Foot.LEFT
        if turned is not easy:
            yield Finding(
                code="sheet.turn-side",
                severity=Severity.DOUBTFUL,
                place=Place(span=move.span, part=part.name, section=title),
                facts={
                    "section": title,
                    "figure": move.figure,
                    "turn": turn_words(move.turn),
                    "easy": easy.word,
                },
                expected=turn_words(-move.turn),
                found=turn_words(move.turn),
            )


def _easy_side(before: Move, move: Move) -> Foot | None:
    """The side that a turn goes to by itself after the step before it."""
    if before.foot not in (Foot.LEFT, Foot.RIGHT):
        return None
    if move.verb == "pivot" and before.verb == "step" and before.direction == "fwd":
        return before.foot.other if move.foot is before.foot.other else None
    if move.verb == "unwind" and before.verb in {"step", "touch", "toe"}:
        if before.direction == "cross":
            return before.foot.other
        if before.direction == "behind":
            return before.foot
    return None
