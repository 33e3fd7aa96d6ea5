"""What the quiz is given: the questions of a round and how much is known."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import BaseModel

from ..core.primitives.leitner import Card
from ..core.rehearsal.quiz import known_share, next_round, questions_of
from ..core.rehearsal.score import Score
from ..messages.quiz import choice_words, question_words


class QuestionView(BaseModel):
    """A question; ``answer`` is the number of the right choice, so that one can play offline.

    The song plays up to ``at_seconds`` where it is asked which wall one hears (``hear``).
    """

    key: str
    words: str
    choices: list[str]
    answer: int
    at_seconds: float
    hear: bool


class QuizView(BaseModel):
    """A round: its number, its questions, and the share of all questions that is known."""

    round: int
    questions: list[QuestionView]
    known: float


def quiz_view(score: Score, cards: Mapping[str, Card], number: int) -> QuizView:
    """The round of this number."""
    questions = questions_of(score)
    return QuizView(
        round=number,
        questions=[
            QuestionView(
                key=each.key,
                words=question_words(each),
                choices=choice_words(score, each),
                answer=each.choices.index(each.answer),
                at_seconds=round(each.at_seconds, 3),
                hear=each.asked.value == "wall",
            )
            for each in next_round(questions, cards, number)
        ],
        known=known_share(questions, cards),
    )
