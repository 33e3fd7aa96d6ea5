"""The language a request is answered in."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.utils import translation

from ..apps.accounts.models import User
from ..messages.language import speaking

Answer = Callable[[HttpRequest], HttpResponse]


def language_middleware(answer: Answer) -> Answer:
    """Speak the language the user chose; before that, the one their browser asks for."""

    def answered(request: HttpRequest) -> HttpResponse:
        chosen = request.user.language if isinstance(request.user, User) else ""
        code = chosen or translation.get_language_from_request(request)
        with translation.override(code), speaking(code):
            response = answer(request)
        response.setdefault("Content-Language", code)
        return response

    return answered
