"""What a class remembers, from the log of its evenings, and what to go over next.

The boxes of Leitner (S. Leitner, "So lernt man lernen", 1972) with a week as their unit: a dance
taught goes into box 1; an evening on which it is danced without getting stuck moves it one box
up, to 5 at most, one on which it sticks back to box 1. What is in box b is due 2**(b - 1) weeks
after it was danced last: 1, 2, 4, 8, 16. First comes what stuck, then what has not been danced
for longest.

Days are counted from any day on.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from fractions import Fraction
from typing import Final, NamedTuple

from ..primitives.leitner import Card, answered, interval
from .drills import DrillKind
from .lesson import Known

WEEK: Final = 7


class Logged(StrEnum):
    """What is noted of an evening: a section was taught, a dance danced to its song, a count at
    which it stuck, a section that went well, an option that was offered, how many people there
    were, a word."""

    TAUGHT = "taught"
    DANCED = "danced"
    STUCK = "stuck"
    WELL = "well"
    OPTION = "option"
    PEOPLE = "people"
    WORD = "word"


def noted_by(kind: DrillKind) -> Logged | None:
    """What is noted by itself once a drill is over."""
    if kind is DrillKind.LEARN:
        return Logged.TAUGHT
    return Logged.DANCED if kind in (DrillKind.SLOW, DrillKind.MUSIC) else None


class Entry(NamedTuple):
    """A line of the log. ``routine`` is "" for what is said of the evening; ``at`` the count of
    the part, from 0; ``label`` what dancers say on it; ``number`` how many people."""

    kind: Logged
    routine: str = ""
    title: str = ""
    part: str = ""
    section: str = ""
    at: Fraction | None = None
    label: str = ""
    number: int = 0
    words: str = ""


class LoggedEvening(NamedTuple):
    """The day of an evening and its log."""

    day: int
    entries: tuple[Entry, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Remembered:
    """What a class has of one dance. ``last_day`` is when it was on last, ``due_day`` when it is
    due again; ``known`` what was taught and where it sticks; ``stuck`` how often it stuck at a
    place, ever; ``days`` every day it was on, ``stuck_days`` those on which it stuck."""

    routine: str
    title: str
    card: Card
    last_day: int
    due_day: int
    known: Known
    stuck: Mapping[tuple[str, Fraction], int] = field(default_factory=dict)
    days: tuple[int, ...] = ()
    stuck_days: frozenset[int] = frozenset()

    @property
    def sticks(self) -> bool:
        return any(self.known.stuck.values())


def remembered(evenings: Iterable[LoggedEvening]) -> dict[str, Remembered]:
    """By routine, what is left of all evenings; they may come in any order."""
    kept: dict[str, _Memory] = {}
    for evening in sorted(evenings, key=lambda each: each.day):
        by_routine: dict[str, list[Entry]] = {}
        for entry in evening.entries:
            if entry.routine:
                by_routine.setdefault(entry.routine, []).append(entry)
        for routine, entries in by_routine.items():
            kept.setdefault(routine, _Memory(routine)).add(evening.day, entries)
    return {routine: memory.out() for routine, memory in kept.items() if memory.days}


_ON: Final = frozenset({Logged.TAUGHT, Logged.DANCED, Logged.STUCK, Logged.WELL})
"""Entries that say a dance was on."""


class _Memory:
    """What there is of one dance, evening by evening."""

    def __init__(self, routine: str) -> None:
        self.routine = routine
        self.title = ""
        self.card = Card()
        self.days: list[int] = []
        self.sections: dict[tuple[str, str], None] = {}
        self.open: dict[tuple[str, str, Fraction], None] = {}
        self.ever: dict[tuple[str, Fraction], int] = {}
        self.stuck_days: set[int] = set()

    def add(self, day: int, entries: list[Entry]) -> None:
        on = [entry for entry in entries if entry.kind in _ON]
        if not on:
            return
        self.title = next((e.title for e in reversed(on) if e.title), self.title)
        stuck = any(entry.kind is Logged.STUCK for entry in on)
        if stuck:
            self.stuck_days.add(day)
        for entry in on:
            self._keep(entry)
        if self.days and self.days[-1] == day:
            return
        first = not self.days
        self.days.append(day)
        if first:
            self.card = Card(1, day)
        else:
            self.card = answered(self.card, right=not stuck, number=day)

    def _keep(self, entry: Entry) -> None:
        place = entry.part, entry.section
        if entry.kind is Logged.TAUGHT:
            self.sections[place] = None
        elif entry.kind is Logged.STUCK and entry.at is not None:
            self.open[(*place, entry.at)] = None
            spot = entry.part, entry.at
            self.ever[spot] = self.ever.get(spot, 0) + 1
        elif entry.kind is Logged.WELL:
            # What went well there, or as a whole, sticks no longer.
            self.open = {
                each: None for each in self.open if entry.section and (each[0], each[1]) != place
            }

    def out(self) -> Remembered:
        stuck: dict[str, list[Fraction]] = {}
        for part, _, at in self.open:
            stuck.setdefault(part, []).append(at)
        return Remembered(
            routine=self.routine,
            title=self.title,
            card=self.card,
            last_day=self.days[-1],
            due_day=self.days[-1] + WEEK * interval(self.card.box),
            known=Known(
                sections=frozenset(self.sections),
                stuck={part: tuple(sorted(found)) for part, found in stuck.items()},
            ),
            stuck=dict(self.ever),
            days=tuple(self.days),
            stuck_days=frozenset(self.stuck_days),
        )


def next_up(memories: Iterable[Remembered]) -> list[Remembered]:
    """The dances in the order to go over them: what stuck, then what was danced longest ago."""
    return sorted(memories, key=lambda each: (not each.sticks, each.last_day, each.title))
