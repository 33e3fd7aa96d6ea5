"""Joints put right: small changes of steps, each tried out by dancing the routine through.

Least change first (practice, no published source): the last step becomes a touch, or the last
touch a step; a step together on the & after it; a step taken out of the last shuffle or
coaster; a ball-change into what follows. A repair is offered when the joint works afterwards,
no other has become worse, and counts and facings are as before.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from fractions import Fraction
from itertools import islice
from typing import Final

from ..analysis.joints import bad_joints
from ..layout.engine import lay_out
from ..layout.timeline import Segment, SegmentKind, Timeline
from ..primitives.counts import label
from ..primitives.feet import Foot
from ..primitives.finding import EventsEdit, Finding
from ..primitives.moves import Move
from ..routine.event_steps import with_own_steps
from ..routine.model import Event, EventKind, Routine
from ..sheet.model import Part
from ..sheet.read import Reading
from ..sheet.write.step_lines import step_lines

_HALF: Final = Fraction(1, 2)
_TRIED: Final = 6
_OFFERED: Final = 3
_MOST_JOINTS: Final = 4
_MOST_SEGMENTS: Final = 400
_Said = tuple[str, dict[str, str]]
_Change = tuple[_Said, tuple[Move, ...]]


def with_joint_repairs(
    findings: Sequence[Finding], timeline: Timeline, reading: Reading
) -> tuple[Finding, ...]:
    """The findings about feet with repairs where one works; the first few joints only.

    Each repair is danced before it is offered: of a routine beyond all usual lengths none is.
    """
    if len(timeline.segments) > _MOST_SEGMENTS:
        return tuple(findings)
    joints = list(islice(bad_joints(timeline), _MOST_JOINTS))
    by_place = {before.end: (before, after) for before, after in joints}
    mended = []
    for finding in findings:
        at = finding.place.at_count
        fixes: tuple[EventsEdit, ...] = ()
        if finding.code.startswith("fit.wrong-foot") and at in by_place:
            fixes = tuple(islice(repairs(timeline, reading, *by_place[at]), _OFFERED))
        mended.append(replace(finding, fix=fixes[0], others=fixes[1:]) if fixes else finding)
    return tuple(mended)


def repairs(
    timeline: Timeline, reading: Reading, before: Segment, after: Segment
) -> Iterator[EventsEdit]:
    """Repairs of one joint that work, the least change first."""
    worse = _joints(timeline)
    for (code, facts), events in islice(_candidates(timeline.routine, before, after), _TRIED):
        danced = _danced(timeline.routine, reading, events)
        if danced is None:
            continue
        line = lay_out(danced)
        left = _joints(line)
        if len(left) < len(worse) and left <= worse and _same_course(line, timeline):
            yield EventsEdit(code=code, facts=facts, events=events)


def _joints(timeline: Timeline) -> set[tuple[Fraction, str]]:
    return {(before.end, after.name) for before, after in bad_joints(timeline)}


def _same_course(line: Timeline, other: Timeline) -> bool:
    def course(timeline: Timeline) -> list[tuple[Fraction, int]]:
        return [(wall.start, wall.start_facing) for wall in timeline.walls]

    return course(line) == course(other)


def _danced(routine: Routine, reading: Reading, changed: tuple[Event, ...]) -> Routine | None:
    """The routine with these events put in; None when their steps do not read well."""
    by_id = {event.id: event for event in changed}
    events = [by_id.pop(event.id, event) for event in routine.events]
    events += by_id.values()
    read = []
    for event in events:
        if event.steps and event.own is None:
            base = _base_of(routine, event)
            event = with_own_steps(event, reading, base)  # noqa: PLW2901
            if event.own is None or event.own_findings:
                return None
        read.append(event)
    return replace(routine, events=tuple(read))


def _base_of(routine: Routine, event: Event) -> str:
    if not routine.sequence.strip() or not event.walls:
        return ""
    walls = lay_out(replace(routine, events=())).walls
    return walls[event.walls[0] - 1].name if event.walls[0] <= len(walls) else ""


def _candidates(
    routine: Routine, before: Segment, after: Segment
) -> Iterator[tuple[_Said, tuple[Event, ...]]]:
    foot = after.first_foot
    assert foot is not None
    last = before.first + before.length
    for said, moves in _changes(before, foot, last):
        if before.kind is SegmentKind.WALL:
            event = _as_step_change(routine, before, moves)
        else:
            event = _as_own_steps(before, moves)
        if event is not None:
            yield said, (event,)
    event = _ball_change_into(after, foot)
    if event is not None:
        yield ("repair.ball-change", {"part": after.name}), (event,)


def _changes(segment: Segment, foot: Foot, last: Fraction) -> Iterator[_Change]:
    """Other ways to dance the end of a segment, as the moves that take the place of its own."""
    moves = segment.moves
    if not moves:
        return
    final = moves[-1]
    named = label(final.at)
    if final.weight is foot:
        touch = final._replace(verb="touch", weight=None, direction=_touched(final))
        yield ("repair.touch", {"count": named}), _ending(moves, touch)
    if final.weight is None and final.foot is foot.other:
        step = final._replace(
            verb="step", weight=final.foot, direction=final.direction or "together"
        )
        yield ("repair.step", {"count": named, "verb": final.verb}), _ending(moves, step)
    if final.at + _HALF < last:
        together = final._replace(
            at=final.at.__floor__() + _HALF, foot=foot.other, verb="step", direction="together",
            weight=foot.other, turn=0, figure="step",
        )  # fmt: skip
        if together.at > final.at:
            facts = {"foot": foot.other.word, "count": named}
            yield ("repair.together", facts), (*moves, together)
    if len(moves) > 2 and final.weight is foot and moves[-2].at.denominator > 1:
        slower = (*moves[:-2], moves[-2]._replace(at=final.at))
        turned = moves[-2].turn + final.turn
        slower = (*slower[:-1], slower[-1]._replace(turn=turned))
        facts = {"figure": final.figure, "count": label(final.at + 1)}
        yield ("repair.leave-out", facts), slower


def _touched(move: Move) -> str:
    return "" if move.direction == "together" else move.direction


def _ending(moves: tuple[Move, ...], last: Move) -> tuple[Move, ...]:
    return (*moves[:-1], last)


def _as_step_change(routine: Routine, segment: Segment, moves: tuple[Move, ...]) -> Event | None:
    """The counts of the wall that differ, as a step change of that wall alone."""
    if segment.changed is not None:
        return None
    first = next(
        (min(m.at, own.at) for m, own in zip(moves, segment.moves, strict=False) if m != own),
        moves[-1].at,
    )
    start = min(first, moves[-1].at).__floor__()
    steps = step_lines([m for m in moves if m.at >= start], routine.sheet.feel)
    # The same restart on other walls has the same joint.
    stops = segment.event is not None and segment.event.stops and segment.event.walls
    walls = segment.event.walls if stops and segment.event else (segment.wall,)
    return Event(id=free_id(routine, "change"), kind=EventKind.CHANGE, walls=walls, steps=steps)


def _as_own_steps(segment: Segment, moves: tuple[Move, ...]) -> Event | None:
    """The tag's steps written out, with the change."""
    event = segment.event
    if event is None or segment.part is None:
        return None
    return replace(
        event, tag="", counts=None, steps=_held(segment.part, moves), own=None, own_findings=()
    )


def _held(part: Part, moves: tuple[Move, ...]) -> str:
    """Steps of a whole tag, held to its end."""
    lines = step_lines(moves)
    reached = max(m.at for m in moves).__floor__() + 1
    if reached < part.length:
        end = part.length.__floor__()
        lines += f"\n{reached + 1}-{end} hold" if end > reached + 1 else f"\n{end} hold"
    return lines


def _ball_change_into(segment: Segment, foot: Foot) -> Event | None:
    """A step on the other foot on the & before the first."""
    if segment.kind is SegmentKind.WALL or segment.part is None or not segment.moves:
        return None
    lead = segment.moves[0]._replace(
        at=-_HALF, foot=foot.other, verb="step", direction="together", weight=foot.other, turn=0
    )
    return _as_own_steps(segment, (lead, *segment.moves))


def free_id(routine: Routine, stem: str) -> str:
    """A name no event has yet."""
    taken = {event.id for event in routine.events}
    return next(name for n in range(1, 1000) if (name := f"{stem}-{n}") not in taken)
