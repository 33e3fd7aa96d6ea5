"""What the Run desk asks for: the score of a routine."""

from __future__ import annotations

import uuid

from django.http import HttpRequest, HttpResponse
from ninja import Router

from ...core.rehearsal.score import score_of
from ...views.score import ScoreView, score_view
from ..http import ErrorForm, json_answer, user_of
from .queries import get_routine, laid_out

router = Router(tags=["run"])


@router.get("/routines/{uuid:pk}/score", response={200: ScoreView, 404: ErrorForm})
def score(request: HttpRequest, pk: uuid.UUID) -> HttpResponse:
    """A routine as it goes by: counts, figures, events and ways back, in seconds."""
    routine = get_routine(user_of(request), pk)
    return json_answer(score_view(score_of(laid_out(routine)), title=str(routine)))
