"""Questions about a routine, and which to ask next.

What was wrong comes again sooner: the boxes of Leitner (S. Leitner, "So lernt man lernen", 1972).
A question begins in box 1; a right answer moves it one box up, to 5 at most, a wrong one back to
box 1. What is in box b is due again 2**(b - 1) rounds after it was asked last.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from enum import StrEnum
from typing import Final, NamedTuple

from ..layout.timeline import EventOccurrence
from ..primitives.turns import CLOCKS, clock
from .score import Score

TOP: Final = 5
KNOWN: Final = 3
"""From this box on a question counts as known."""
ROUND: Final = 8
"""So many questions make a round."""


class Asked(StrEnum):
    """What is asked: which wall one hears, what it faces, what comes in it."""

    WALL = "wall"
    FACING = "facing"
    EVENT = "event"


class Question(NamedTuple):
    """A question about a wall. The song plays up to ``at_seconds`` in front of the question which
    wall it is; ``choices`` are walls, clocks or events as :func:`event_choice` writes them, and
    ``answer`` is one of them."""

    key: str
    asked: Asked
    wall: int
    at_seconds: float
    choices: tuple[str, ...]
    answer: str


class Card(NamedTuple):
    """How well a question is known: its box and the round in which it was asked last."""

    box: int = 1
    asked_in: int = 0


NOTHING: Final = "nothing"


def questions_of(score: Score) -> tuple[Question, ...]:
    """Everything one can be asked about a routine, wall by wall."""
    return tuple(
        question for wall in score.timeline.walls for question in _of_wall(score, wall.number)
    )


def _of_wall(score: Score, number: int) -> Iterator[Question]:
    walls = score.timeline.walls
    wall = walls[number - 1]
    at = (wall.start_seconds + wall.end_seconds) / 2
    near = [str(each.number) for each in walls if abs(each.number - number) <= 2]
    if len(near) > 1:
        yield Question(f"wall {number}", Asked.WALL, number, at, tuple(near), str(number))
    faced = {each.start_facing for each in walls}
    if len(faced) > 1:
        clocks = tuple(name for n, name in enumerate(CLOCKS) if n in faced)
        facing = clock(wall.start_facing)
        yield Question(f"facing {number}", Asked.FACING, number, wall.start_seconds, clocks, facing)
    events = {event_choice(there) for there in score.timeline.occurrences}
    if events:
        here = [there for there in score.timeline.occurrences if there.wall == number]
        answer = event_choice(here[0]) if here else NOTHING
        choices = (*sorted(events), NOTHING)
        yield Question(f"event {number}", Asked.EVENT, number, wall.start_seconds, choices, answer)


def event_choice(there: EventOccurrence) -> str:
    """An event as a choice: its name among the routine's events and the count it comes after."""
    return f"{there.event.id} {float(there.after):g}"


def answered(card: Card, *, right: bool, number: int) -> Card:
    """The card once it was answered in a round of this number.

    >>> answered(Card(box=2, asked_in=1), right=True, number=3)
    Card(box=3, asked_in=3)
    >>> answered(Card(box=4, asked_in=1), right=False, number=9)
    Card(box=1, asked_in=9)
    """
    return Card(min(TOP, card.box + 1) if right else 1, number)


def due_in(card: Card) -> int:
    """The round in which a question is due again; one never asked is due at once.

    >>> [due_in(Card(box, 10)) for box in (1, 2, 3, 4, 5)]
    [11, 12, 14, 18, 26]
    """
    return card.asked_in + 2 ** (card.box - 1) if card.asked_in else 0


def next_round(
    questions: Sequence[Question], cards: Mapping[str, Card], number: int
) -> tuple[Question, ...]:
    """The questions of a round: those due, what is known least first; then those due soonest."""

    def urgency(question: Question) -> tuple[bool, int, bool, int, int]:
        card = cards.get(question.key, Card())
        due = due_in(card)
        late = due > number
        # What was wrong comes before what was never asked.
        return late, 0 if late else card.box, not card.asked_in, due, question.wall

    return tuple(sorted(questions, key=urgency)[:ROUND])


def known_share(questions: Sequence[Question], cards: Mapping[str, Card]) -> float:
    """The share of the questions that count as known, 0 to 1."""
    known = sum(cards.get(each.key, Card()).box >= KNOWN for each in questions)
    return known / len(questions) if questions else 0.0
