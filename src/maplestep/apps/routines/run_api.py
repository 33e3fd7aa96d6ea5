"""What the Run desk asks for: the score of a routine, its calls, their voice, the quiz."""

from __future__ import annotations

import uuid
from typing import Annotated, Final

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from ...audio.calls import spoken_calls, voice_of
from ...core.rehearsal.calls import CallKind
from ...core.rehearsal.score import Score, score_of
from ...messages.calls import number_words
from ...messages.language import LanguageCode, speaking
from ...services.calls import SPEEDS
from ...views.quiz import QuizView, quiz_view
from ...views.score import CallsView, ScoreView, calls_view, score_view
from ..accounts.models import User
from ..http import ErrorForm, json_answer, user_of
from .actions.answer_quiz import answer_quiz
from .models import Quiz, Routine
from .queries import cards_of, get_routine, laid_out

router = Router(tags=["run"])
ALL_KINDS: Final = list(CallKind)


def score_answer(routine: Routine, *, mirrored: bool = False) -> HttpResponse:
    """The score of a routine, for whoever may see it."""
    view = score_view(score_of(laid_out(routine)), title=str(routine), mirrored=mirrored)
    return json_answer(view)


def calls_answer(found: Score, language: LanguageCode, kinds: list[CallKind]) -> HttpResponse:
    """What is called at every speed, with its place in the file of the voice."""
    spans, plans = spoken_calls(found, set(kinds), language, SPEEDS)
    with speaking(language):
        numbers = number_words()
    return json_answer(calls_view(language, spans, numbers, plans))


def voice_answer(found: Score, language: LanguageCode) -> HttpResponse:
    """All that is called, spoken one behind the other, as a WAV file."""
    return HttpResponse(voice_of(found, language), content_type="audio/wav")


@router.get("/routines/{uuid:pk}/score", response={200: ScoreView, 404: ErrorForm})
def score(request: HttpRequest, pk: uuid.UUID, mirrored: bool = False) -> HttpResponse:
    """A routine as it goes by: counts, figures, events and ways back, in seconds; ``mirrored``
    for who faces the class."""
    return score_answer(get_routine(user_of(request), pk), mirrored=mirrored)


@router.get("/routines/{uuid:pk}/calls", response={200: CallsView, 404: ErrorForm, 422: ErrorForm})
def calls(
    request: HttpRequest,
    pk: uuid.UUID,
    language: LanguageCode = "en",
    kinds: Annotated[list[CallKind], Query(max_length=len(CallKind))] = ALL_KINDS,
) -> HttpResponse:
    """What is called at every speed, of these kinds, so that no two calls collide."""
    return calls_answer(_score(user_of(request), pk), language, kinds)


@router.get("/routines/{uuid:pk}/voice", include_in_schema=False)
def voice(request: HttpRequest, pk: uuid.UUID, language: LanguageCode = "en") -> HttpResponse:
    """All that is called of a routine, spoken one behind the other, as a WAV file."""
    return voice_answer(_score(user_of(request), pk), language)


class AnswersIn(Schema):
    """What was answered in a round: rightly or not, by question."""

    round: Annotated[int, Field(ge=1, le=1_000_000)]
    right: Annotated[dict[Annotated[str, Field(max_length=40)], bool], Field(max_length=200)]


@router.get("/routines/{uuid:pk}/quiz", response={200: QuizView, 404: ErrorForm})
def quiz(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """The next round of questions about a routine."""
    return json_answer(_next_round(user_of(request), pk))


@router.post("/routines/{uuid:pk}/quiz", response={200: QuizView, 404: ErrorForm, 422: ErrorForm})
def answer(request: HttpRequest, pk: uuid.UUID, answers: AnswersIn) -> HttpResponse:
    """Keep what was answered; the answer is the round after it."""
    user = user_of(request)
    answer_quiz(user, pk, answers.round, answers.right)
    return json_answer(_next_round(user, pk))


def _next_round(user: User, pk: uuid.UUID) -> QuizView:
    score = _score(user, pk)
    kept = Quiz.objects.filter(routine=pk).first()
    return quiz_view(score, cards_of(kept) if kept else {}, (kept.rounds if kept else 0) + 1)


def _score(user: User, pk: uuid.UUID) -> Score:
    return score_of(laid_out(get_routine(user, pk)))
