"""How hard a dance is on feet and balance: speed, turns and the way it wanders.

The limits are common practice, no published source. Every finding names the easier
options of the sheet that lower the load. See the cautions shown beside them.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from typing import Final

from ....analysis.level import fastest, longest_spin
from ....analysis.path import distance, path_of, wandering
from ....primitives.counts import label
from ....primitives.finding import Finding, Place, Severity
from ....primitives.moves import Span
from ....primitives.turns import FULL, amount_words
from ....sheet.model import Option, Part, Section, Sheet
from ....sheet.options import counts_of, differences

FAST: Final = 3.6
"""Steps a second from which a passage is called fast."""
DIZZY: Final = 24.0
"""Whole turns a minute from which the turn load is called high."""
SPIN: Final = 12
"""Eighths of an unbroken turn from which it is called long."""
ROOM: Final = 2.5
"""Metres from the start at which a class of several rows comes too near a wall."""
_WALLS: Final = 8


def check(sheet: Sheet, *, bpm: float) -> Iterator[Finding]:
    """Load of the part danced on every wall, at a tempo in beats per minute."""
    part = sheet.wall
    if part is None or not part.moves or bpm <= 0:
        return
    yield from _fast(sheet, part, bpm)
    yield from _turns(sheet, part, bpm)
    yield from _drift(part)


def _fast(sheet: Sheet, part: Part, bpm: float) -> Iterator[Finding]:
    where, a_count = fastest(part)
    speed = a_count * bpm / 60
    if speed >= FAST:
        option = _option(part, where, lambda o: len(o.moves) < _steps(part, o))
        yield _finding("load.fast", sheet, part, where, option, speed=f"{speed:.1f}")


def _turns(sheet: Sheet, part: Part, bpm: float) -> Iterator[Finding]:
    total = sum(abs(move.turn) for move in part.moves)
    minute = total / FULL * bpm / float(part.length or 1)
    if minute >= DIZZY:
        option = _option(part, None, lambda o: _turned(o) < _turn_of(part, o))
        yield _finding("load.turns", sheet, part, Fraction(0), option, turns=f"{minute:.0f}")
    where, spin = longest_spin(part)
    if spin >= SPIN:
        option = _option(part, where, lambda o: _turned(o) < _turn_of(part, o))
        yield _finding("load.spin", sheet, part, where, option, turn=amount_words(spin))


def _drift(part: Part) -> Iterator[Finding]:
    path = path_of(part.moves)
    places = wandering(path, _WALLS)
    far = max(places, key=distance)
    if distance(far) >= ROOM:
        section = part.sections[0]
        code = "load.drift" if distance(places[-1]) >= ROOM else "load.drift-back"
        yield Finding(
            code=code,
            severity=Severity.KNOW,
            place=Place(span=section.span, part=part.name),
            facts={"metres": f"{distance(far):.1f}", "walls": str(_WALLS), "way": _way(far)},
        )


def _way(place: tuple[float, float]) -> str:
    x, y = place
    if abs(x) > abs(y):
        return "to the 3:00 side" if x > 0 else "to the 9:00 side"
    return "to the front" if y > 0 else "to the back"


def _finding(
    code: str, sheet: Sheet, part: Part, at: Fraction, option: Option | None, **facts: str
) -> Finding:
    section = _section(part, at)
    count = label(at - section.start, sheet.feel)
    eased = f"{counts_of(part, option, sheet.feel)}: {option.text}" if option else ""
    return Finding(
        code=f"{code}-eased" if eased else code,
        severity=Severity.KNOW,
        place=Place(span=_span(part, at), part=part.name, section=section.title, count=count),
        facts={"section": section.title, "count": count, "option": eased, **facts},
    )


def _section(part: Part, at: Fraction) -> Section:
    return next((s for s in reversed(part.sections) if s.start <= at), part.sections[0])


def _span(part: Part, at: Fraction) -> Span:
    return next((move.span for move in part.moves if move.at >= at), part.span)


def _option(part: Part, at: Fraction | None, eases: Callable[[Option], bool]) -> Option | None:
    """An option that is equal, lies here and lowers the load."""
    return next(
        (
            option
            for option in part.options
            if option.known
            and not differences(part, option)
            and (at is None or option.start - 1 <= at < option.end)
            and eases(option)
        ),
        None,
    )


def _steps(part: Part, option: Option) -> int:
    return sum(1 for m in part.moves if option.start <= m.at < option.end and m.foot)


def _turn_of(part: Part, option: Option) -> int:
    return sum(abs(m.turn) for m in part.moves if option.start <= m.at < option.end)


def _turned(option: Option) -> int:
    return sum(abs(move.turn) for move in option.moves)
