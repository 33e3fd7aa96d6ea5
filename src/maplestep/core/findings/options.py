"""Easier options must come out equal: the same counts, net turn and end weight."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from ..counts import Feel, label
from ..feet import Foot
from ..finding import Finding, Place, Severity
from ..sheet.model import Option, Part, Sheet
from ..turns import turn_words


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
