"""Spaced repetition by boxes (S. Leitner, "So lernt man lernen", 1972).

Whatever is to be remembered begins in box 1; a right answer moves it one box up, to 5 at most, a
wrong one back to box 1. What is in box b is due again 2**(b - 1) units of time after it was asked
last; the doubling is ours, Leitner's boxes only grow.
"""

from __future__ import annotations

from typing import Final, NamedTuple

TOP: Final = 5


class Card(NamedTuple):
    """How well something is known: its box, and when it was asked last."""

    box: int = 1
    asked_in: int = 0


def answered(card: Card, *, right: bool, number: int) -> Card:
    """The card once it was answered at this time.

    >>> answered(Card(box=2, asked_in=1), right=True, number=3)
    Card(box=3, asked_in=3)
    >>> answered(Card(box=4, asked_in=1), right=False, number=9)
    Card(box=1, asked_in=9)
    """
    return Card(min(TOP, card.box + 1) if right else 1, number)


def interval(box: int) -> int:
    """After how many units of time what is in a box is due again.

    >>> [interval(box) for box in (1, 2, 3, 4, 5)]
    [1, 2, 4, 8, 16]
    """
    return int(2 ** (box - 1))
