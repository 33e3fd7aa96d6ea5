"""What the notes say of tags and restarts against the dance walked through with them.

"Restart: wall 5 after 16 counts, facing 9:00" is danced: every wall turns what the part
turns, a restarted one only what comes before the restart, and a tag what its steps turn.
A facing may be meant as the one where it happens or the one where the wall starts; both
are worked out, and a claim that fits only the second is said to be the other reading.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from ....primitives.finding import Finding, Place, Severity
from ....primitives.turns import FULL, clock
from ....sheet.model import ClaimKind, EventClaim, Part, PartKind, Sheet

_NAMES: Final = {
    ClaimKind.RESTART: "restart",
    ClaimKind.TAG: "tag",
    ClaimKind.TAG_RESTART: "tag and restart",
    ClaimKind.BRIDGE: "bridge",
    ClaimKind.CHANGE: "step change",
    ClaimKind.ENDING: "ending",
}
_STOPS: Final = frozenset({ClaimKind.RESTART, ClaimKind.TAG_RESTART})
_SHOWN: Final = 12


@dataclass(frozen=True, slots=True, kw_only=True)
class Walked:
    """Where a claimed event happens: facing at the start of its wall and at the event."""

    claim: EventClaim
    wall: int
    starts: int
    happens: int


def check(sheet: Sheet) -> Iterator[Finding]:
    """Compare every note that names a wall with the dance."""
    part = sheet.wall
    if part is None or len(sheet.danced) != 1:
        return
    for claim in sheet.events:
        if claim.after is not None and claim.after > part.length:
            yield _finding(
                "sheet.event-beyond", Severity.WRONG, claim,
                after=str(claim.after), length=str(part.length),
            )  # fmt: skip
    for walked in walk(sheet, part):
        yield from _compare(walked)
    for claim in sheet.events:
        if claim.clock_wall is not None:
            yield from _clock_wall(claim, sheet, part)


def walk(sheet: Sheet, part: Part) -> Iterator[Walked]:
    """Dance the walls up to the last one that a note names."""
    last = max((wall for claim in sheet.events for wall in claim.walls), default=0)
    facing = 0
    for wall in range(1, last + 1):
        claims = [claim for claim in sheet.events if wall in claim.walls]
        danced = _changed(sheet, claims) or part
        stops = (c.after for c in claims if c.kind in _STOPS and c.after is not None)
        length = next(stops, part.length)
        ends = facing + _turn(danced, length)
        for claim in claims:
            at = part.length if claim.after is None else claim.after
            yield Walked(
                claim=claim,
                wall=wall,
                starts=facing % FULL,
                happens=(facing + _turn(danced, min(at, length))) % FULL,
            )
        tags = sum(claim.kind in _WITH_TAG for claim in claims)
        facing = (ends + tags * _tag_turn(sheet)) % FULL


_WITH_TAG: Final = frozenset({ClaimKind.TAG, ClaimKind.TAG_RESTART})


def _changed(sheet: Sheet, claims: list[EventClaim]) -> Part | None:
    """The step change danced on this wall, if a note names one and its steps are given."""
    if not any(claim.kind is ClaimKind.CHANGE for claim in claims):
        return None
    spans = {claim.span for claim in claims if claim.kind is ClaimKind.CHANGE}
    return next((p for p in sheet.parts if p.kind is PartKind.CHANGE and p.span in spans), None)


def _tag_turn(sheet: Sheet) -> int:
    """What the sheet's tag turns; nothing when it has no steps or there are several."""
    tags = [part for part in sheet.parts if part.kind is PartKind.TAG]
    return tags[0].net_turn if len(tags) == 1 else 0


def _turn(part: Part, upto: Fraction) -> int:
    return sum(move.turn for move in part.moves if move.at < upto)


def _compare(walked: Walked) -> Iterator[Finding]:
    claim = walked.claim
    said = claim.facing
    if said is None or said == walked.happens:
        return
    words = {
        "wall": str(walked.wall),
        "claimed": clock(said),
        "starts": clock(walked.starts),
        "happens": clock(walked.happens),
    }
    if said == walked.starts:
        yield _finding("sheet.event-facing-start", Severity.KNOW, claim, **words)
    else:
        yield _finding("sheet.event-facing", Severity.WRONG, claim, **words)


def _clock_wall(claim: EventClaim, sheet: Sheet, part: Part) -> Iterator[Finding]:
    """ "The 9 o'clock wall": which walls start there, and whether a number said fits."""
    assert claim.clock_wall is not None
    named = clock(claim.clock_wall)
    if claim.walls:
        for walked in walk(sheet, part):
            if walked.claim is claim and walked.starts != claim.clock_wall:
                yield _finding(
                    "sheet.clock-wall", Severity.WRONG, claim,
                    wall=str(walked.wall), claimed=named, starts=clock(walked.starts),
                )  # fmt: skip
        return
    facing, walls = 0, []
    for wall in range(1, _SHOWN + 1):
        if facing == claim.clock_wall:
            walls.append(str(wall))
        facing = (facing + part.net_turn) % FULL
    code = "sheet.clock-wall-which" if walls else "sheet.clock-wall-never"
    severity = Severity.KNOW if walls else Severity.WRONG
    yield _finding(code, severity, claim, claimed=named, walls=", ".join(walls))


def _finding(code: str, severity: Severity, claim: EventClaim, **facts: str) -> Finding:
    return Finding(
        code=code,
        severity=severity,
        place=Place(span=claim.span),
        facts={"event": _NAMES[claim.kind], **facts},
        expected=facts.get("claimed", ""),
        found=facts.get("happens", facts.get("starts", "")),
    )
