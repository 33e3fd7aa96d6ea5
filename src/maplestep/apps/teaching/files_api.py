"""What the Teach desk puts on paper and into files."""

from __future__ import annotations

import uuid
from datetime import date

from django.http import HttpRequest, HttpResponse
from django.utils.formats import date_format
from django.utils.text import slugify
from django.utils.translation import override
from ninja import Router

from ...formats.teaching.log_files import (
    LogEvening,
    write_log_csv,
    write_log_json,
    write_log_xlsx,
)
from ...formats.teaching.plan_page import Head, write_plan
from ...formats.teaching.repertoire_page import Danced, write_repertoire
from ...messages.language import LanguageCode, speaking
from ...messages.words import text
from ..http import attachment, user_of
from ..routines.models import Routine
from .models import Class
from .queries import (
    begins_at,
    entries_of,
    get_class,
    get_evening,
    memory_of,
    plan_of,
    repertoire_of,
)

router = Router(tags=["teach"])
_SHEETS = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


@router.get("/evenings/{uuid:pk}/plan.pdf", include_in_schema=False)
def plan(
    request: HttpRequest, pk: uuid.UUID, language: LanguageCode | None = None, large: bool = False
) -> HttpResponse:
    """The plan of an evening on paper, in the language of the class."""
    evening = get_evening(user_of(request), pk)
    planned = plan_of(evening)
    spoken = language or evening.taught_in.language
    head = Head(evening.taught_in.name, day_words(evening.day, spoken), begins_at(evening))
    routines = {name: (each.title, each.timeline) for name, each in planned.routines.items()}
    file = write_plan(planned.plan, routines, head, spoken, large=large)
    return _file(file, "application/pdf", f"{evening.day}-{evening.taught_in.name}.pdf")


@router.get("/classes/{uuid:pk}/repertoire.pdf", include_in_schema=False)
def repertoire(
    request: HttpRequest, pk: uuid.UUID, language: LanguageCode | None = None
) -> HttpResponse:
    """What a class dances, as a list."""
    taught_in = get_class(user_of(request), pk)
    spoken = language or taught_in.language
    memory = memory_of(taught_in)
    with speaking(spoken):
        dances = [
            Danced(
                str(routine),
                routine.song.title,
                _facts(routine),
                day_words(date.fromordinal(memory[str(routine.pk)].last_day), spoken)
                if str(routine.pk) in memory
                else "",
            )
            for routine in repertoire_of(taught_in)
        ]
    file = write_repertoire(taught_in.name, dances, spoken)
    return _file(file, "application/pdf", f"{taught_in.name}.pdf")


def _facts(routine: Routine) -> str:
    dance = routine.dance
    if not dance.counts:
        return ""
    return text("repertoire.facts", counts=dance.counts, walls=dance.walls or "–")


@router.get("/classes/{uuid:pk}/log.{ending}", include_in_schema=False)
def log(request: HttpRequest, pk: uuid.UUID, ending: str) -> HttpResponse:
    """The log of a class as a file."""
    taught_in = get_class(user_of(request), pk)
    evenings = logged_evenings(taught_in)
    name = f"{taught_in.name}.{ending}"
    match ending:
        case "csv":
            return _file(write_log_csv(evenings), "text/csv; charset=utf-8", name)
        case "xlsx":
            return _file(write_log_xlsx(evenings), _SHEETS, name)
        case "json":
            return _file(write_log_json(taught_in.name, evenings), "application/json", name)
        case _:
            return HttpResponse(status=404)


def logged_evenings(taught_in: Class) -> list[LogEvening]:
    """The evenings of a class with their logs, the oldest first."""
    return [LogEvening(evening.day, entries_of(evening)) for evening in taught_in.evenings.all()]


def day_words(day: date, language: str) -> str:
    """ "Tuesday 1 December 2026"."""
    with override(language):
        return date_format(day, "l j F Y")


def _file(data: bytes, kind: str, name: str) -> HttpResponse:
    stem, _, ending = name.rpartition(".")
    return attachment(data, kind, f"{slugify(stem) or 'class'}.{ending}")
