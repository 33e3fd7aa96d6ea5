"""In what an easier option differs from the passage it stands for."""

from __future__ import annotations

from fractions import Fraction

from ..primitives.counts import Feel, label
from ..primitives.feet import Foot
from ..primitives.turns import turn_words
from .model import Option, Part


def counts_of(part: Part, option: Option, feel: Feel) -> str:
    """The counts an option covers, as its section numbers them."""
    base = next((s.start for s in reversed(part.sections) if s.start <= option.start), Fraction(0))
    first, last = option.start - base, option.end - 1 - base
    named = label(first, feel)
    return named if last <= first else f"{named}–{label(last, feel)}"


def differences(part: Part, option: Option) -> list[str]:
    """In what an option differs from the passage it stands for; empty when it is equal."""
    inside = [
        (move, weight)
        for move, weight in zip(part.moves, part.weights, strict=True)
        if option.start <= move.at < option.end
    ]
    found = []
    last = max((move.at for move in option.moves), default=option.start)
    if not option.start <= last < option.end:
        found.append("it has other counts")
    turn = sum(move.turn for move, _ in inside)
    if turn % 8 != option.net_turn % 8:
        own_turn = f"turns {turn_words(option.net_turn)}" if option.net_turn else "does not turn,"
        there = turn_words(turn) if turn else "no turn at all"
        found.append(f"it {own_turn} instead of {there}")
    ends, own = inside[-1][1] if inside else None, option.weights[-1] if option.weights else None
    if ends is not own and Foot.BOTH not in (ends, own) and None not in (ends, own):
        assert ends is not None
        assert own is not None
        found.append(f"it ends on the {own.word} foot instead of the {ends.word}")
    return found
