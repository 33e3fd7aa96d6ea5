"""One line for each request, with an id that the answer carries, and as JSON for machines.

Of the request it has method, route and status; no text, no name, no address. An id that comes with
the request (``X-Request-ID``, as proxies set it) is kept.
"""

from __future__ import annotations

import json
import logging
import re
import time
import uuid
from collections.abc import Callable
from contextvars import ContextVar
from typing import Final

from django.http import HttpRequest, HttpResponse

log = logging.getLogger("maplestep.request")
_ID: Final = re.compile(r"[\w-]{8,64}")
_request: ContextVar[str] = ContextVar("request", default="")
Answer = Callable[[HttpRequest], HttpResponse]


def log_middleware(answer: Answer) -> Answer:
    """Give a request its id and note how it went."""

    def answered(request: HttpRequest) -> HttpResponse:
        said = request.headers.get("X-Request-ID", "")
        name = said if _ID.fullmatch(said) else uuid.uuid4().hex
        token, begun = _request.set(name), time.perf_counter()
        try:
            response = answer(request)
            match = request.resolver_match
            log.info(
                "request",
                extra={
                    "method": request.method,
                    "route": match.route if match else "",
                    "status": response.status_code,
                    "milliseconds": round((time.perf_counter() - begun) * 1000, 1),
                },
            )
        finally:
            _request.reset(token)
        response["X-Request-ID"] = name
        return response

    return answered


class JsonLines(logging.Formatter):
    """A log record as one line of JSON, with the id of the request it was made in."""

    _FACTS: Final = ("method", "route", "status", "milliseconds")

    def format(self, record: logging.LogRecord) -> str:
        """The record as JSON."""
        line: dict[str, object] = {
            "at": self.formatTime(record, "%Y-%m-%dT%H:%M:%S%z"),
            "level": record.levelname,
            "logger": record.name,
            "message": record.getMessage(),
        }
        if name := _request.get():
            line["request"] = name
        line |= {fact: getattr(record, fact) for fact in self._FACTS if hasattr(record, fact)}
        if record.exc_info:
            line["exception"] = self.formatException(record.exc_info)
        return json.dumps(line, ensure_ascii=False)
