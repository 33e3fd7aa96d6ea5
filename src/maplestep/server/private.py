"""What the API answers is the user's own: no cache that others share may keep it."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

Answer = Callable[[HttpRequest], HttpResponse]


def private_middleware(answer: Answer) -> Answer:
    """``Cache-Control: private, no-cache`` where an answer does not say otherwise (RFC 9111)."""

    def answered(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        if request.path_info.startswith("/api/"):
            response.setdefault("Cache-Control", "private, no-cache")
        return response

    return answered
