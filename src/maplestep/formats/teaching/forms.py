"""What is kept of an evening: the wish for its plan and the lines of its log."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from fractions import Fraction
from typing import Annotated, Any, Final

from pydantic import Field, field_validator

from ...core.teaching.evening import LONGEST_MINUTES, MOST_ROUTINES, Wish
from ...core.teaching.lesson import Order
from ...core.teaching.review import Entry, Logged
from ..routine.routine_file import Cue, Form, Title

MOST_ENTRIES: Final = 1000
MOST_KEYS: Final = 1000
MOST_PEOPLE: Final = 9999
Key = Annotated[str, Field(max_length=160)]
Seconds = Annotated[int, Field(ge=0, le=LONGEST_MINUTES * 60)]


class WishForm(Form):
    """What an evening is to be."""

    minutes: Annotated[int, Field(ge=1, le=LONGEST_MINUTES)] = Field(description="How long.")
    order: Order = Field(
        default=Order.ADDED_ON, description="Sections added on, or walls in song order."
    )
    routines: Annotated[list[Key], Field(max_length=MOST_ROUTINES)] = Field(
        default=[], description="The routines, in the order taught."
    )
    fixed: Annotated[dict[Key, Seconds], Field(max_length=MOST_KEYS)] = Field(
        default={}, description="Seconds typed in, by item; 0 leaves it out."
    )
    arrangement: Annotated[list[Key], Field(max_length=MOST_KEYS)] = Field(
        default=[], description="The items in the order they were dragged into."
    )

    def wish(self) -> Wish:
        """The same for the core."""
        return Wish(minutes=self.minutes, fixed=self.fixed, arrangement=self.arrangement)


class EntryForm(Form):
    """A line of the log. ``id`` is made where it is typed, so that one sent twice counts once."""

    id: Annotated[str, Field(min_length=1, max_length=40)]
    kind: Logged
    routine: Key = ""
    title: Title = ""
    part: Title = ""
    section: Title = ""
    at: Annotated[str, Field(max_length=20, description="Count of the part, from 0.")] = ""
    label: Annotated[str, Field(max_length=20)] = ""
    number: Annotated[int, Field(ge=0, le=MOST_PEOPLE)] = 0
    words: Cue = ""

    @field_validator("at")
    @classmethod
    def _counted(cls, at: str) -> str:
        if at:
            try:
                Fraction(at)
            except (ValueError, ZeroDivisionError) as error:
                raise ValueError("the count of an entry is a number such as 20 or 41/2") from error
        return at

    def entry(self) -> Entry:
        """The same for the core."""
        return Entry(
            self.kind, self.routine, self.title, self.part, self.section,
            Fraction(self.at) if self.at else None, self.label, self.number, self.words,
        )  # fmt: skip


def stored_entry(kept: Mapping[str, Any]) -> Entry:
    """A line as it was stored, which was checked then: five years of them are read at once."""
    at = kept.get("at")
    return Entry(
        Logged(kept["kind"]), kept.get("routine", ""), kept.get("title", ""),
        kept.get("part", ""), kept.get("section", ""), Fraction(at) if at else None,
        kept.get("label", ""), kept.get("number", 0), kept.get("words", ""),
    )  # fmt: skip


def added(kept: Iterable[EntryForm], new: Iterable[EntryForm]) -> list[EntryForm]:
    """The log with what is new; what is there already is not there twice."""
    entries = {entry.id: entry for entry in kept}
    for entry in new:
        entries.setdefault(entry.id, entry)
    return list(entries.values())
