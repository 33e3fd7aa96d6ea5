"""Turns and facings in eighths of a full turn (45 degrees).

Right turns (clockwise seen from above) are positive, left turns negative. An
*amount* keeps its size (a full turn is 8, one and a half is 12); a *facing* is
the amount modulo 8, with 0 = 12:00, 2 = 3:00, 4 = 6:00, 6 = 9:00 and the odd
values the corners between them.
"""

from __future__ import annotations

import re
from math import gcd
from typing import Final

from ..errors import FacingError, Message

FULL: Final = 8
CLOCKS: Final = ("12:00", "1:30", "3:00", "4:30", "6:00", "7:30", "9:00", "10:30")
_FRACTIONS: Final = {1: "⅛", 2: "¼", 3: "⅜", 4: "½", 5: "⅝", 6: "¾", 7: "⅞"}
_HOURS: Final = {"12": 0, "3": 2, "6": 4, "9": 6}


def clock(facing: int) -> str:
    """Clock name of a facing in eighths.

    >>> clock(0), clock(6), clock(-1), clock(10)
    ('12:00', '9:00', '10:30', '3:00')
    """
    return CLOCKS[facing % FULL]


def parse_clock(text: str) -> int:
    """Facing, in eighths, of a clock name such as ``3:00``, ``3`` or ``10:30``.

    >>> parse_clock("9:00"), parse_clock(" 1:30 "), parse_clock("12 o'clock")
    (6, 1, 0)

    Raises FacingError when it is none of the eight.
    """
    plain = re.sub(r"\s*o['’]?\s*clock$", "", text.strip(), flags=re.IGNORECASE)
    if plain in _HOURS:
        return _HOURS[plain]
    if plain in CLOCKS:
        return CLOCKS.index(plain)
    raise FacingError(
        Message(
            "“{said}” is no wall or corner. Use one of {choices}.",
            said=text.strip(),
            choices=", ".join(CLOCKS),
        )
    )


def amount_words(eighths: int) -> str:
    """Size of a turn without its direction: ``¼``, ``full``, ``1½``.

    >>> [amount_words(n) for n in (2, -4, 8, 12, 16)]
    ['¼', '½', 'full', '1½', '2']
    """
    whole, rest = divmod(abs(eighths), FULL)
    if not rest:
        return "full" if whole == 1 else str(whole)
    return (str(whole) if whole else "") + _FRACTIONS[rest]


def turn_words(eighths: int) -> str:
    """A turn as a dancer says it: ``¼ right``, ``1½ left``, ``no turn``."""
    if not eighths:
        return "no turn"
    return f"{amount_words(eighths)} {'right' if eighths > 0 else 'left'}"


def net_turn_words(net: int) -> str:
    """What a whole wall turns, as dancers name it: the short way round, a half without side.

    Nothing when it comes back to where it began.

    >>> [net_turn_words(n) for n in (2, 6, -4, 8, -12)]
    ['¼ right', '¼ left', '½', '', '½']
    """
    short = -to_front(net)
    if not short:
        return ""
    return amount_words(short) if abs(short) == FULL // 2 else turn_words(short)


def to_front(facing: int) -> int:
    """Shortest signed turn, in eighths, from a facing to 12:00; in (-4, 4].

    A half turn goes either way and is returned as +4.

    >>> to_front(2), to_front(6), to_front(4), to_front(0)
    (-2, 2, 4, 0)
    """
    turn = -facing % FULL
    return turn if turn <= 4 else turn - FULL


def walls_in_dance(net_eighths: int) -> int:
    """Number of different starting facings of a dance whose wall turns by this much.

    It is the order of the element ``net`` in the cyclic group of order 8.

    >>> [walls_in_dance(n) for n in (0, 4, 2, -2, 1, 6)]
    [1, 2, 4, 4, 8, 4]
    """
    return FULL // gcd(FULL, net_eighths)


def spread(eighths: int, places: int, *, evenly: bool = False) -> tuple[int, ...]:
    """Share a turn out over so many moves, later moves first when it does not divide.

    Whole quarters stay together unless ``evenly`` asks for a curve, where single
    eighths may fall on any move.

    >>> spread(2, 2), spread(4, 2), spread(6, 4, evenly=True)
    ((0, 2), (2, 2), (1, 2, 1, 2))
    """
    unit = 2 if eighths % 2 == 0 and not evenly else 1
    quanta = abs(eighths) // unit
    sign = 1 if eighths >= 0 else -1
    marks = [quanta * (index + 1) // places - quanta * index // places for index in range(places)]
    return tuple(sign * unit * share for share in marks)
