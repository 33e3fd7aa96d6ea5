"""Questions about a routine, and which to ask next.

What was wrong comes again sooner, by Leitner's boxes with a round as the unit of time: what is in
box b is due again 2**(b - 1) rounds after it was asked last.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from enum import StrEnum
from typing import Final, NamedTuple

from ..layout.timeline import EventOccurrence
from ..primitives.leitner import Card, interval
from ..primitives.turns import CLOCKS, clock
from .score import Score

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


def due_in(card: Card) -> int:
    """The round in which a question is due again; one never asked is due at once.

    >>> [due_in(Card(box, 10)) for box in (1, 2, 3, 4, 5)]
    [11, 12, 14, 18, 26]
    """
    return card.asked_in + interval(card.box) if card.asked_in else 0


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
