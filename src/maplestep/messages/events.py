"""Events in words: what each is called, and on which walls it comes."""

from __future__ import annotations

from collections.abc import Iterable

from ..core.routine.event_words import event_name, where_words
from ..core.routine.from_sheet import statement_of
from ..core.routine.model import Event, Routine
from ..core.sheet.render import language_of
from .language import spoken
from .words import CATALOGUES, fact, said_in


def event_words(routine: Routine, event: Event, language: str | None = None) -> str:
    """ "Restart after 24", "Tag +4", in a language given or the one that is spoken."""
    return CATALOGUES[language or spoken()].fact("event", event_name(routine, event))


def placed_words(routine: Routine, event: Event) -> str:
    """ "Restart after 24, walls 3, 5"."""
    where = fact("where", where_words(event))
    return f"{event_words(routine, event)}, {where}"


def sheet_lines(events: Iterable[Event], sheet: str) -> list[str]:
    """The events that a line can say, as lines in the language this sheet is written in."""
    code = language_of(sheet).code
    return [statement_words(event, code) for event in events if statement_of(event)]


def statement_words(event: Event, language: str | None = None) -> str:
    """An event as a line of a sheet, or its kind where no line can say it."""
    words = CATALOGUES[language or spoken()]
    return said_in(words, statement_of(event)) or words.fact("event", event.kind.value)
