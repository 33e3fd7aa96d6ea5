"""What a routine takes over from its sheet: order, tags, restarts, changes, ending.

Every statement of the sheet becomes an event, or is named with the reason why it could not.
Nothing is assumed: a tag whose length nobody says is left to the user.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import count
from typing import Final, NamedTuple

from ..errors import MapleStepError, Message
from ..primitives.counts import Cut
from ..primitives.finding import Finding, note
from ..primitives.moves import Span
from ..primitives.turns import FULL
from ..sheet.language.gauge import gauge
from ..sheet.language.interpretations import usual_column
from ..sheet.language.lexicon import standard
from ..sheet.language.sharing import counts_in
from ..sheet.lines.plain import made_plain
from ..sheet.lines.repeats import read_repetition
from ..sheet.model import ClaimKind, Part, PartKind, Sheet, SheetStatement
from ..sheet.read import Reading
from ..sheet.statements.model import Statement
from .model import Event, EventKind, FacingAt, Routine
from .sequence import order_said, stated_order

FROM_SHEET: Final = "sheet"
"""The origin of an event that the sheet states."""
EVENT_KINDS: Final = {
    ClaimKind.TAG: EventKind.TAG,
    ClaimKind.RESTART: EventKind.RESTART,
    ClaimKind.TAG_RESTART: EventKind.TAG_RESTART,
    ClaimKind.BRIDGE: EventKind.BRIDGE,
    ClaimKind.CHANGE: EventKind.CHANGE,
    ClaimKind.ENDING: EventKind.ENDING,
}
"""The event that a statement of this kind becomes."""
STEPS_IN: Final = {
    EventKind.TAG: PartKind.TAG,
    EventKind.TAG_RESTART: PartKind.TAG,
    EventKind.BRIDGE: PartKind.BRIDGE,
    EventKind.CHANGE: PartKind.CHANGE,
    EventKind.ENDING: PartKind.ENDING,
}
"""The kind of part of a sheet in which an event's steps stand."""
_WITHOUT_AFTER: Final = frozenset({EventKind.TAG, EventKind.CHANGE})
_MOST_WALLS: Final = 60


@dataclass(frozen=True, slots=True, kw_only=True)
class Left:
    """A statement that was not taken over, why, and where it stands."""

    said: str
    why: Finding
    span: Span


@dataclass(frozen=True, slots=True, kw_only=True)
class TakenOver:
    """What the sheet states of a routine."""

    events: tuple[Event, ...] = ()
    sequence: str = ""
    left: tuple[Left, ...] = ()


def taken_over(reading: Reading) -> TakenOver:
    """Everything the sheet states that a routine can hold.

    >>> from ..sheet.read import read_sheet
    >>> text = "T\\n1-8 R weave\\nRestart: wall 3 after 4 counts"
    >>> [(e.kind.value, e.walls, e.after.words) for e in taken_over(read_sheet(text)).events]
    [('restart', (3,), '4')]
    """
    sheet = reading.sheet
    sequence = ""
    if len(sheet.danced) > 1:
        lengths = {part.name: int(part.length) for part in sheet.parts}
        sequence = stated_order(made_plain(reading.text), list(lengths), lengths)
    events, left = _taken(sheet)
    said = [
        Left(
            said=reading.text[span.start : span.end].strip(),
            why=note(f"sheet.left-{why}"),
            span=span,
        )
        for why, span in left
    ]
    unread = order_said(reading.text) if len(sheet.danced) > 1 and not sequence else None
    if unread is not None:
        line = reading.text.count("\n", 0, unread[0]) + 1
        words = reading.text[unread[0] : unread[1]].strip()
        said.append(Left(said=words, why=note("sheet.left-order"), span=Span(*unread, line)))
    for finding in reading.findings:
        if finding.code.startswith("sheet.statement-") and finding.place.span:
            said.append(Left(said=finding.found, why=finding, span=finding.place.span))
    return TakenOver(events=events, sequence=sequence, left=tuple(said))


def stated_events(sheet: Sheet) -> tuple[Event, ...]:
    """The events that a sheet states, as far as they are certain."""
    return _taken(sheet)[0]


def _taken(sheet: Sheet) -> tuple[tuple[Event, ...], list[tuple[str, Span]]]:
    events: list[Event] = []
    left: list[tuple[str, Span]] = []
    for stated in sheet.statements:
        try:
            events.extend(_events(stated, sheet))
        except _NotTakenError as error:
            left.append((error.why, stated.span))
        except MapleStepError:
            left.append(("place", stated.span))
    events = list(_once(events))
    events.extend(_unplaced_ending(sheet, events))
    numbered = (replace(event, id=f"sheet-{n}") for n, event in enumerate(events, start=1))
    return tuple(numbered), left


class _NotTakenError(Exception):
    def __init__(self, why: str) -> None:
        super().__init__(why)
        self.why = why


def _events(stated: SheetStatement, sheet: Sheet) -> Iterator[Event]:
    said = stated.statement
    if said.here and not said.walls:
        return
    kind = EVENT_KINDS[said.kind]
    if kind is EventKind.TAG and said.after is not None:
        raise _NotTakenError("middle")
    walls, facings = said.walls, said.rule
    if said.nth:
        walls, facings = (_nth_wall(said, sheet),), ()
    steps = _steps(stated, kind, sheet)
    event = Event(
        id="sheet",
        kind=kind,
        walls=() if facings else tuple(sorted(walls)),
        facings=facings,
        facing_at=FacingAt.START if said.starts is not None and facings else FacingAt.THERE,
        after=_cut(said, sheet) if kind not in _WITHOUT_AFTER else None,
        tag=steps.tag,
        counts=steps.counts,
        steps=steps.steps,
        origin=FROM_SHEET,
    )
    if kind is EventKind.RESTART and said.replaces and said.steps:
        first, last = said.replaces
        changed = f"{first}-{last} {said.steps}" if last > first else f"{first} {said.steps}"
        yield Event(
            id="sheet", kind=EventKind.CHANGE, walls=event.walls, steps=changed, origin=FROM_SHEET
        )
    yield from _by_facing(event, said)


def _by_facing(event: Event, said: Statement) -> Iterator[Event]:
    """One event for all walls, or one each where different facings are said."""
    if not said.facings or len(said.facings) != len(said.walls):
        yield event
    elif len(set(said.facings)) == 1:
        yield replace(event, claims_facing=said.facings[0])
    else:
        for wall, facing in zip(said.walls, said.facings, strict=True):
            yield replace(event, walls=(wall,), claims_facing=facing)


def _cut(said: Statement, sheet: Sheet) -> Cut | None:
    """After which count; a section said by its number ends where the sheet ends it."""
    if said.after is None:
        if said.kind is ClaimKind.ENDING:
            return None
        raise _NotTakenError("place")
    wall = sheet.wall
    if said.section is not None and wall is not None:
        if said.section > len(wall.sections):
            raise _NotTakenError("place")
        return Cut(at=wall.sections[said.section - 1].end)
    return Cut(at=said.after)


class _Steps(NamedTuple):
    """Steps by the name of a block, by their number of counts, or written out."""

    tag: str = ""
    counts: int | None = None
    steps: str = ""


def _steps(stated: SheetStatement, kind: EventKind, sheet: Sheet) -> _Steps:
    """Where the steps of an event come from: a block of the sheet, words, or so many counts."""
    wanted = STEPS_IN.get(kind)
    if wanted is None:
        return _Steps()
    said = stated.statement
    blocks = [part for part in sheet.parts if part.kind is wanted]
    named = _block(stated, blocks)
    if named is not None:
        return _Steps(tag=named.name)
    if kind is EventKind.CHANGE:
        if said.replaces and said.steps:
            first, last = said.replaces
            return _Steps(steps=f"{first}-{last} {said.steps}")
        raise _NotTakenError("steps")
    if kind is EventKind.ENDING:
        return _Steps()
    if said.length is not None:
        written = _written_out(said.steps, said.length)
        return _Steps(steps=written) if written else _Steps(counts=said.length)
    raise _NotTakenError("which" if len(blocks) > 1 else "length")


def _written_out(words: str, length: int) -> str:
    """Steps of a sentence as a line of a sheet, with the counts they are danced on."""
    words = words.strip(" ,;:.*")
    if words[:1].isdecimal():
        return words  # with their own counts
    if not gauge(words).steps:
        return f"1-{length} {words}" if read_repetition(words) else ""
    column = usual_column(words, standard())
    return f"{column if counts_in(column) == length else f'1-{length}'} {words}"


def _block(stated: SheetStatement, blocks: list[Part]) -> Part | None:
    """The block of the sheet that is meant, if one certainly is."""
    if stated.block:
        return next((part for part in blocks if part.name == stated.block), None)
    number, length = stated.statement.number, stated.statement.length
    if number is not None:
        return next((part for part in blocks if re.search(rf"\b{number}$", part.name)), None)
    fitting = [part for part in blocks if length is None or part.length == length]
    return fitting[0] if len(fitting) == 1 else None


def _nth_wall(said: Statement, sheet: Sheet) -> int:
    """ "The second time you start at 6:00": the number of that wall, with the stated restarts."""
    wall = sheet.wall
    if wall is None or len(sheet.danced) != 1:
        raise _NotTakenError("part")
    stops = {
        number: stated.statement.after
        for stated in sheet.statements
        if stated.statement.kind in (ClaimKind.RESTART, ClaimKind.TAG_RESTART)
        for number in stated.statement.walls
        if stated.statement.after is not None
    }
    facing, met = 0, 0
    for number in range(1, _MOST_WALLS + 1):
        met += facing in said.rule
        if met == said.nth and facing in said.rule:
            return number
        upto = stops.get(number, wall.length)
        facing = (facing + sum(m.turn for m in wall.moves if m.at < upto)) % FULL
    raise _NotTakenError("rule")


def _once(events: list[Event]) -> Iterator[Event]:
    """The same thing said in the head and between the steps is one event."""
    seen: set[tuple[object, ...]] = set()
    for event in events:
        key = _key(event)
        if key not in seen:
            seen.add(key)
            yield event


def _key(event: Event) -> tuple[object, ...]:
    at = event.after.at if event.after else Fraction(-1)
    return event.kind, event.walls, event.facings, at


def _unplaced_ending(sheet: Sheet, events: list[Event]) -> Iterator[Event]:
    """An ending with steps and no wall belongs to the wall in which the song ends."""
    if any(event.kind is EventKind.ENDING for event in events) or len(sheet.danced) > 1:
        return  # in a phrased dance the order says where the ending comes
    for part in sheet.parts:
        if part.kind is PartKind.ENDING and part.moves:
            yield Event(id="sheet", kind=EventKind.ENDING, tag=part.name, origin=FROM_SHEET)
            return


@dataclass(frozen=True, slots=True, kw_only=True)
class Differences:
    """``missing``: what the sheet states and the routine lacks; ``extra``: the other way round.

    ``sequence`` is the order the sheet states where the routine has another one.
    """

    missing: tuple[Event, ...] = ()
    extra: tuple[Event, ...] = ()
    sequence: str = ""
    left: tuple[Left, ...] = ()


def differences(routine: Routine, reading: Reading) -> Differences:
    """What sheet and routine say differently, wall by wall."""
    stated = taken_over(reading)
    here = {key for event in routine.events for key in key_of_wall(event)}
    there = {key for event in stated.events for key in key_of_wall(event)}
    taken = {event.id for event in routine.events}
    free = (f"sheet-{n}" for n in count(1) if f"sheet-{n}" not in taken)
    missing = tuple(
        replace(event, id=next(free))
        for event in stated.events
        if not set(key_of_wall(event)) <= here
    )
    extra = tuple(e for e in routine.events if not set(key_of_wall(e)) <= there)
    other = stated.sequence if stated.sequence and stated.sequence != routine.sequence else ""
    return Differences(missing=missing, extra=extra, sequence=other, left=stated.left)


def key_of_wall(event: Event) -> list[tuple[object, ...]]:
    """What an event is on each of its walls, without its name and steps."""
    at = event.after.at if event.after else None
    return [(event.kind, wall, event.facings, event.phrase, at) for wall in event.walls or (None,)]


def statement_of(event: Event) -> str:
    """An event as a line of a sheet, in words that are read back as the same event.

    >>> from ..primitives.counts import parse_cut
    >>> restart = Event(id="r", kind=EventKind.RESTART, walls=(3, 5), after=parse_cut("16"))
    >>> statement_of(restart)
    'Restart: walls 3 and 5 after 16 counts'
    """
    facts: dict[str, object] = {
        "walls": _listed(event.walls),
        "after": Message(" after {count} counts", count=event.after.words) if event.after else "",
        "counts": event.counts,
        "tag": event.tag,
    }
    named = event.kind is EventKind.TAG and bool(event.tag)
    template = _STATEMENTS.get((event.kind, bool(event.counts) and not named, named))
    if template is None or not event.walls:
        return ""
    if len(event.walls) > 1:
        template = template.replace("wall {walls}", "walls {walls}")
    return Message(template, **facts)


_STATEMENTS: Final = {
    (EventKind.RESTART, False, False): "Restart: wall {walls}{after}",
    (EventKind.TAG, False, False): "Tag at the end of wall {walls}",
    (EventKind.TAG, True, False): "{counts} count tag at the end of wall {walls}",
    (EventKind.TAG, False, True): "{tag}: at the end of wall {walls}",
    (EventKind.TAG_RESTART, False, False): "On wall {walls}{after} tag and restart",
    (EventKind.TAG_RESTART, True, False): "On wall {walls}{after} {counts} count tag and restart",
    (EventKind.BRIDGE, False, False): "Bridge on wall {walls}{after}",
    (EventKind.BRIDGE, True, False): "{counts} count bridge on wall {walls}{after}",
    (EventKind.ENDING, False, False): "Ending: wall {walls}{after}",
}
"""By kind, whether it is counts alone, and whether it is a tag that the sheet names."""


def _listed(walls: tuple[int, ...]) -> str:
    if len(walls) < 2:
        return "".join(map(str, walls))
    return Message("{walls} and {last}", walls=", ".join(map(str, walls[:-1])), last=walls[-1])
