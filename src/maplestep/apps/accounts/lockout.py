"""What somebody hears who has tried too many passwords."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, JsonResponse

from ...messages.errors import error_words


def locked_out(request: HttpRequest, *args: Any, **kwargs: Any) -> JsonResponse:
    """Refuse a sign-in in the API's own form."""
    words = "Too many tries with a wrong password. Wait ten minutes, then try again."
    return JsonResponse({"message": error_words(words)}, status=429)
