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

from .counts import Cut
from .errors import MapleStepError
from .finding import Finding, Severity
from .findings.registry import fit_findings
from .findings.words import advice, message
from .laying import lay_out
from .moves import Span
from .routine import Event, EventKind, FacingAt, Routine
from .sheet.claims import events_in
from .sheet.language.lexicon import fold
from .sheet.model import ClaimKind, EventClaim, PartKind, Sheet
from .sheet.reading_findings import statement_unclear
from .sheet.statements import read_statements
from .turns import clock

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
_KINDS: Final = {
    ClaimKind.TAG: EventKind.TAG,
    ClaimKind.RESTART: EventKind.RESTART,
    ClaimKind.TAG_RESTART: EventKind.TAG_RESTART,
    ClaimKind.BRIDGE: EventKind.BRIDGE,
    ClaimKind.CHANGE: EventKind.CHANGE,
    ClaimKind.ENDING: EventKind.ENDING,
}
_PARTS: Final = {
    EventKind.TAG: PartKind.TAG,
    EventKind.TAG_RESTART: PartKind.TAG,
    EventKind.BRIDGE: PartKind.BRIDGE,
    EventKind.CHANGE: PartKind.CHANGE,
    EventKind.ENDING: PartKind.ENDING,
}


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedClaim:
    """One piece of the text: the event made of it, None when none could be, and all that does
    not agree, in words, the gravest first. ``agrees`` says that it dances as it is said."""

    text: str
    event: Event | None
    against: tuple[str, ...]
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
        against = [*notes, *_twice(event, events)]
        if event is not None:
            against += [_words(f) for f in found if f.place.event == event.id]
            against += _clock_walls(event, piece, [h.wall for h in line.happenings
                                                   if h.event.id == event.id])  # fmt: skip
        checked.append(
            CheckedClaim(text=piece, event=event, against=tuple(against), agrees=not against)
        )
    return tuple(checked)


def _words(finding: Finding) -> str:
    return f"{message(finding)} {advice(finding)}"


def _pieces(text: str) -> Iterator[str]:
    for piece in _CUT.split(text):
        plain = piece.strip(" \t-*•–—,:")
        if plain:
            yield plain


_Read = tuple[str, Event | None, list[str]]


def _read(piece: str, sheet: Sheet) -> Iterator[_Read]:
    """One event, or one a wall where as many facings are named as walls."""
    claims = list(events_in(piece, Span(0, len(piece), 1)))
    if not claims:
        said = re.search(rf"\b{_KIND}\b", piece, re.IGNORECASE)
        unclear = next(iter(read_statements(piece).unclear), None)
        if unclear is not None and unclear.why != "wall":
            found = statement_unclear(Span(0, len(piece), 1), unclear)
            why = f"{message(found)} {advice(found)}"
        elif said:
            why = "It names no wall: say on which wall it happens."
        else:
            why = "No tag, restart, bridge, step change or ending is named here."
        yield piece, None, [why]
        return
    for one in claims:
        try:
            event, notes = _event(one, piece, sheet)
        except MapleStepError as error:
            yield piece, None, [str(error)]
        else:
            yield piece, event, notes


def _event(claim: EventClaim, piece: str, sheet: Sheet) -> tuple[Event, list[str]]:
    kind, plain = _KINDS[claim.kind], fold(piece)
    notes: list[str] = []
    tag, counts = "", None
    if kind in _PARTS:
        tag, counts, notes = _steps(kind, plain, sheet)
    after = None
    if claim.after is not None and kind not in (EventKind.TAG, EventKind.CHANGE):
        after = Cut(at=claim.after, without_and=bool(_NO_AND.search(plain)))
    if claim.after is not None and kind is EventKind.TAG:
        # "Tag after 16 counts of wall 3": the wall stops there.
        kind, after = EventKind.BRIDGE, Cut(at=claim.after)
        notes.append("A tag in the middle of a wall is taken as a bridge: the wall goes on.")
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


def _steps(kind: EventKind, plain: str, sheet: Sheet) -> tuple[str, int | None, list[str]]:
    """Which steps are meant: the sheet's by name, its only one, or so many counts."""
    own = [part for part in sheet.parts if part.kind is _PARTS[kind]]
    named = _NAMED.search(plain)
    part = sheet.part(named[1]) if named else None
    long = _LONG.search(plain)
    said = int(long[1] or long[2]) if long else None
    if part is None and len(own) == 1:
        part = own[0]
    if part is not None:
        if said is not None and said != part.length:
            return (
                part.name,
                None,
                [f"It says {said} counts; {part.name} on the sheet has {part.length}."],
            )
        return part.name, None, []
    if kind is EventKind.CHANGE:
        raise MapleStepError("The sheet has no steps for this change. Write them with the event.")
    if kind is EventKind.ENDING:
        return "", said, []
    if said is not None:
        return "", said, []
    which = "which of the sheet's tags it is" if own else "how long it is"
    return "", _ASSUMED, [f"It does not say {which}; taken as {_ASSUMED} counts without steps."]


def _twice(event: Event | None, events: tuple[Event, ...]) -> Iterator[str]:
    """The same wall named twice for things that exclude each other."""
    if event is None or not event.stops:
        return
    for other in events:
        if other is event or not other.stops:
            continue
        both = sorted(set(event.walls) & set(other.walls))
        if both and event.after != other.after:
            walls = ", ".join(map(str, both))
            yield f"Two restarts are named for wall {walls}; only the earlier one happens."


def _clock_walls(event: Event, piece: str, walls: list[int]) -> Iterator[str]:
    """ "The 9 o'clock wall" without a number: which walls that are."""
    if event.facings and len(walls) > 1:
        named = clock(event.facings[0])
        numbers = ", ".join(map(str, walls))
        yield f"Walls {numbers} all start at {named}. Give the number of the one that is meant."
