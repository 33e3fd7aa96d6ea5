"""What a sheet or a colleague says about tags and restarts in words, made into events.

"Tag after wall 2 facing 6:00, restart wall 5 after 16 counts" is cut into one piece an event,
each piece read like a note of a sheet, and the whole danced; what the words say and the dance
does not do is named, piece by piece.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Final

from ..errors import MapleStepError
from ..findings.registry import fit_findings
from ..layout.engine import lay_out
from ..layout.timeline import Timeline
from ..primitives.counts import Cut
from ..primitives.finding import Finding, Severity, note
from ..primitives.moves import Span
from ..primitives.turns import clock
from ..routine.from_sheet import EVENT_KINDS, STEPS_IN
from ..routine.model import Event, EventKind, FacingAt, Routine
from ..sheet.claims import events_in
from ..sheet.language.lexicon import fold
from ..sheet.model import EventClaim, Sheet
from ..sheet.reading_findings import statement_unclear
from ..sheet.statements import read_statements

_KIND: Final = r"(?:tags?|restarts?|bridges?|step changes?|endings?|reprises?|ponts?|final)"
# A new piece begins behind a comma, a full stop or an "and" with an event word after it.
_CUT: Final = re.compile(
    rf"\s*(?:\n+|;|\.(?=\s|$)|(?<!tag)(?<!tag\s)(?:,|\b(?:and|et|then|puis)\b)(?=[^,;.\n]*\b{_KIND}\b))\s*",
    re.IGNORECASE,
)
_LONG: Final = re.compile(
    r"\b(\d{1,2})\s*-?\s*(?:counts?|temps)\s+(?:tag|bridge|pont)\b"
    r"|\b(?:tag|bridge|pont)s?\s*(?:of|de|\(|:|,)?\s*(\d{1,2})\s*-?\s*(?:counts?|temps)\b"
)
_NAMED: Final = re.compile(r"\b((?:tag|bridge|ending)\s+\d{1,2})\b(?!\s*-?\s*(?:counts?|temps))")
_NO_AND: Final = re.compile(r"without (?:the )?(?:&|and)|sans (?:le )?(?:&|et)")
_ASSUMED: Final = 4


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedClaim:
    """One piece of the text: the event made of it, None when none could be, and all that does
    not agree, the gravest first. ``agrees`` says that it dances as it is said."""

    text: str
    event: Event | None
    against: tuple[Finding, ...]
    agrees: bool


def check_claims(text: str, routine: Routine) -> tuple[CheckedClaim, ...]:
    """Read the words, put the events into the dance, and compare."""
    pieces = [read for piece in _pieces(text) for read in _read(piece, routine.sheet)]
    named = [replace(e, id=f"claim-{n}") if e else None for n, (_, e, _) in enumerate(pieces, 1)]
    events = tuple(event for event in named if event is not None)
    line = lay_out(replace(routine, events=events))
    found = [f for f in fit_findings(line) if f.place.event and f.severity is not Severity.KNOW]
    checked = []
    for (piece, _, notes), event in zip(pieces, named, strict=True):
        against: list[Finding] = [*notes, *_twice(event, events)]
        if event is not None:
            against += [f for f in found if f.place.event == event.id]
            against += _clock_walls(event, piece, _walls_of(event, line))
        checked.append(
            CheckedClaim(text=piece, event=event, against=tuple(against), agrees=not against)
        )
    return tuple(checked)


def _walls_of(event: Event, line: Timeline) -> list[int]:
    return [each.wall for each in line.occurrences if each.event.id == event.id]


def _pieces(text: str) -> Iterator[str]:
    for piece in _CUT.split(text):
        plain = piece.strip(" \t-*•–—,:")
        if plain:
            yield plain


_Read = tuple[str, Event | None, list[Finding]]


def _read(piece: str, sheet: Sheet) -> Iterator[_Read]:
    """One event, or one a wall where as many facings are named as walls."""
    claims = list(events_in(piece, Span(0, len(piece), 1)))
    if not claims:
        said = re.search(rf"\b{_KIND}\b", piece, re.IGNORECASE)
        unclear = next(iter(read_statements(piece).unclear), None)
        if unclear is not None and unclear.why != "wall":
            why = statement_unclear(Span(0, len(piece), 1), unclear)
        elif said:
            why = note("claim.no-wall")
        else:
            why = note("claim.no-event")
        yield piece, None, [why]
        return
    for one in claims:
        try:
            event, notes = _event(one, piece, sheet)
        except MapleStepError as error:
            yield piece, None, [note("claim.cannot-be", why=error.args[0])]
        else:
            yield piece, event, notes


def _event(claim: EventClaim, piece: str, sheet: Sheet) -> tuple[Event, list[Finding]]:
    kind, plain = EVENT_KINDS[claim.kind], fold(piece)
    notes: list[Finding] = []
    tag, counts = "", None
    if kind in STEPS_IN:
        tag, counts, notes = _steps(kind, plain, sheet)
    after = None
    if claim.after is not None and kind not in (EventKind.TAG, EventKind.CHANGE):
        after = Cut(at=claim.after, without_and=bool(_NO_AND.search(plain)))
    if claim.after is not None and kind is EventKind.TAG:
        # "Tag after 16 counts of wall 3": the wall stops there.
        kind, after = EventKind.BRIDGE, Cut(at=claim.after)
        notes.append(note("claim.tag-inside"))
    clock_wall = (claim.clock_wall,) if claim.clock_wall is not None and not claim.walls else ()
    event = Event(
        id="claim",
        kind=kind,
        walls=claim.walls,
        facings=clock_wall,
        facing_at=FacingAt.START if clock_wall else FacingAt.THERE,
        after=after,
        tag=tag,
        counts=counts,
        claims_facing=claim.facing,
    )
    return event, notes


def _steps(kind: EventKind, plain: str, sheet: Sheet) -> tuple[str, int | None, list[Finding]]:
    """Which steps are meant: the sheet's by name, its only one, or so many counts."""
    own = [part for part in sheet.parts if part.kind is STEPS_IN[kind]]
    named = _NAMED.search(plain)
    part = sheet.part(named[1]) if named else None
    long = _LONG.search(plain)
    said = int(long[1] or long[2]) if long else None
    if part is None and len(own) == 1:
        part = own[0]
    if part is not None:
        if said is not None and said != part.length:
            facts = {"said": str(said), "part": part.name, "length": str(part.length)}
            return part.name, None, [note("claim.length", **facts)]
        return part.name, None, []
    if kind is EventKind.CHANGE:
        raise MapleStepError("The sheet has no steps for this change. Write them with the event.")
    if kind is EventKind.ENDING:
        return "", said, []
    if said is not None:
        return "", said, []
    code = "claim.which" if own else "claim.no-length"
    return "", _ASSUMED, [note(code, counts=str(_ASSUMED))]


def _twice(event: Event | None, events: tuple[Event, ...]) -> Iterator[Finding]:
    """The same wall named twice for things that exclude each other."""
    if event is None or not event.stops:
        return
    for other in events:
        if other is event or not other.stops:
            continue
        both = sorted(set(event.walls) & set(other.walls))
        if both and event.after != other.after:
            yield note("claim.twice", walls=", ".join(map(str, both)))


def _clock_walls(event: Event, piece: str, walls: list[int]) -> Iterator[Finding]:
    """ "The 9 o'clock wall" without a number: which walls that are."""
    if event.facings and len(walls) > 1:
        facts = {"walls": ", ".join(map(str, walls)), "facing": clock(event.facings[0])}
        yield note("claim.clock-walls", **facts)
