"""Keep what was answered in a quiz."""

from __future__ import annotations

import uuid
from collections.abc import Mapping

from django.db import transaction

from ....core.primitives.leitner import Card, answered
from ....core.rehearsal.quiz import questions_of
from ....core.rehearsal.score import score_of
from ...accounts.models import User
from ..models import Quiz
from ..queries import cards_of, get_routine, laid_out


@transaction.atomic
def answer_quiz(user: User, pk: uuid.UUID, number: int, right: Mapping[str, bool]) -> Quiz:
    """Note which questions of a round were answered rightly; what is no question of the routine
    any more is left out. A round that is told twice counts once. Raises NotHere."""
    routine = get_routine(user, pk)
    Quiz.objects.get_or_create(routine=routine)
    quiz = Quiz.objects.select_for_update().get(routine=routine)
    if number <= quiz.rounds:
        return quiz
    known = {question.key for question in questions_of(score_of(laid_out(routine)))}
    cards = {key: card for key, card in cards_of(quiz).items() if key in known}
    for key in right.keys() & known:
        cards[key] = answered(cards.get(key, Card()), right=right[key], number=number)
    quiz.cards = {key: list(card) for key, card in cards.items()}
    quiz.rounds = number
    quiz.save()
    return quiz
