"""What the Run desk asks for: the score of a routine, its calls and the voice that speaks them."""

from __future__ import annotations

import uuid
from typing import Annotated, Final

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from ...audio.calls import spoken_calls, voice_of
from ...core.rehearsal.calls import CallKind
from ...core.rehearsal.score import Score, score_of
from ...messages.calls import number_words
from ...messages.language import LanguageCode, speaking
from ...services.calls import SPEEDS
from ...views.score import CallsView, ScoreView, calls_view, score_view
from ..accounts.models import User
from ..http import ErrorForm, json_answer, user_of
from .queries import get_routine, laid_out

router = Router(tags=["run"])
ALL_KINDS: Final = list(CallKind)


@router.get("/routines/{uuid:pk}/score", response={200: ScoreView, 404: ErrorForm})
def score(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """A routine as it goes by: counts, figures, events and ways back, in seconds."""
    routine = get_routine(user_of(request), pk)
    return json_answer(score_view(score_of(laid_out(routine)), title=str(routine)))


@router.get("/routines/{uuid:pk}/calls", response={200: CallsView, 404: ErrorForm, 422: ErrorForm})
def calls(
    request: HttpRequest,
    pk: uuid.UUID,
    language: LanguageCode = "en",
    kinds: Annotated[list[CallKind], Query(max_length=len(CallKind))] = ALL_KINDS,
) -> HttpResponse:
    """What is called at every speed, of these kinds, so that no two calls collide."""
    found = _score(user_of(request), pk)
    spans, plans = spoken_calls(found, set(kinds), language, SPEEDS)
    with speaking(language):
        numbers = number_words()
    return json_answer(calls_view(language, spans, numbers, plans))


@router.get("/routines/{uuid:pk}/voice", include_in_schema=False)
def voice(request: HttpRequest, pk: uuid.UUID, language: LanguageCode = "en") -> HttpResponse:
    """All that is called of a routine, spoken one behind the other, as a WAV file."""
    file = voice_of(_score(user_of(request), pk), language)
    return HttpResponse(file, content_type="audio/wav")


def _score(user: User, pk: uuid.UUID) -> Score:
    return score_of(laid_out(get_routine(user, pk)))
