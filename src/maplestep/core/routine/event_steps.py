"""An event's own steps: a few lines of sheet text, read as if they stood on the sheet.

They are read behind the sheet itself, so that its figures, "same again" and the part that a
step change alters are known.
"""

from __future__ import annotations

import re
from dataclasses import replace
from functools import lru_cache
from typing import Final

from ..figures.model import Figure
from ..primitives.finding import Finding
from ..sheet.model import Part, PartKind
from ..sheet.read import Reading, read_sheet
from .model import Event, EventKind, Routine

_HEADINGS: Final = {
    EventKind.TAG: "Tag",
    EventKind.TAG_RESTART: "Tag",
    EventKind.BRIDGE: "Bridge",
    EventKind.ENDING: "Ending",
    EventKind.CHANGE: "Step change",
}
_COUNTED: Final = re.compile(r"^\s*([\d&][\d&ea\s\-–]*)\s+(?=\D)(.*)$")


def with_own_steps(event: Event, reading: Reading, base: str = "") -> Event:
    """The event with its steps read; without steps of its own it stays as it is.

    ``base`` is the part that a step change alters, the sheet's first one if not said.
    """
    if not event.steps.strip() or event.kind not in _HEADINGS:
        return event
    part, findings = _read(
        reading.text,
        reading.own,
        _heading(event.kind, event.steps, base),
        event.steps,
        event.option,
    )
    return replace(event, own=part, own_findings=findings)


def routine_with_own_steps(routine: Routine, reading: Reading) -> Routine:
    """The routine with the own steps of all its events read."""
    if not any(event.steps for event in routine.events):
        return routine
    danced = [item.name for item in routine.order.items if _is_part(routine, item.name)]
    events = tuple(
        with_own_steps(event, reading, danced[event.walls[0] - 1])
        if event.walls and event.walls[0] <= len(danced)
        else with_own_steps(event, reading)
        for event in routine.events
    )
    return replace(routine, events=events)


def _is_part(routine: Routine, name: str) -> bool:
    part = routine.sheet.part(name)
    return part is not None and part.kind is PartKind.PART


@lru_cache(maxsize=256)
def _read(
    sheet: str, own: tuple[Figure, ...], heading: str, steps: str, option: str
) -> tuple[Part | None, tuple[Finding, ...]]:
    options = "".join(f"\n{line}" for line in _option_lines(option))
    text = f"{sheet.rstrip()}\n\n{heading}\n{steps.strip()}{options}\n"
    read = read_sheet(text, own)
    begin = len(sheet.rstrip())
    part = read.sheet.parts[-1] if read.sheet.parts else None
    if part is None or part.span.start < begin:
        part = None
    found = tuple(f for f in read.findings if f.place.span and f.place.span.start >= begin)
    return part, found


def _heading(kind: EventKind, steps: str, base: str) -> str:
    """A step change is placed by its counts."""
    if kind is not EventKind.CHANGE:
        return _HEADINGS[kind]
    numbers = [
        int(n)
        for line in steps.splitlines()
        if (counted := _COUNTED.match(line))
        for n in re.findall(r"\d+", counted[1])
    ]
    if not numbers:
        return _HEADINGS[kind]
    counts = f"counts {min(numbers)}-{max(numbers)}:"
    return f"Part {base[0]}' = {base} with {counts}" if base else f"Step change: {counts}"


def _option_lines(option: str) -> list[str]:
    """ "1-2 R side, touch" as the sheet writes an easier option."""
    lines = []
    for line in option.strip().splitlines():
        counted = _COUNTED.match(line)
        lines.append(f"Easier option {counted[1].strip()}: {counted[2]}" if counted else line)
    return lines
