"""Everything a request says, cleaned before anything else sees it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, cast

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from ..formats.json_text import cleaned, load_json

Answer = Callable[[HttpRequest], HttpResponse]


class TextParser(Parser):
    """Bodies, forms and queries of the API."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        """The JSON of a body. Raises FileError or UnicodeDecodeError when it is none."""
        return cast(dict[str, Any], load_json(request.body))

    def parse_querydict(
        self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest
    ) -> dict[str, Any]:
        """The fields of a form or of an address."""
        return cast(dict[str, Any], cleaned(super().parse_querydict(data, list_fields, request)))


def address_middleware(answer: Answer) -> Answer:
    """Nothing that could be stored has an address with a NUL in it."""

    def answered(request: HttpRequest) -> HttpResponse:
        if "\x00" in request.path_info:
            return JsonResponse({"message": "There is no such address."}, status=404)
        return answer(request)

    return answered
