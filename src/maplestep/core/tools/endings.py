"""How a dance can end with the song, facing the front: choices, each danced through.

From where the song leaves the dancers: stop there and turn; make the last turn larger or
smaller; stop at the end of the section before; stop where one last faces the front and hold.
A choice with steps is offered only when these read and dance as they are meant.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import Enum
from fractions import Fraction
from typing import Final

from ..layout.engine import lay_out
from ..layout.slices import cut_slice
from ..layout.timeline import Segment, SegmentKind, Timeline
from ..primitives.counts import Cut
from ..primitives.feet import Foot
from ..primitives.turns import FULL, amount_words, to_front
from ..routine.event_steps import with_own_steps
from ..routine.model import MAX_TAG, Event, EventKind, Routine
from ..sheet.read import Reading
from ..sheet.write.step_lines import step_lines
from .joint_repairs import free_id

ZERO: Final = Fraction(0)


class EndWay(Enum):
    """The four ways to end."""

    TURN = "turn"
    LAST_TURN = "last turn"
    SECTION = "section"
    HOLD = "hold"


@dataclass(frozen=True, slots=True, kw_only=True)
class EndChoice:
    """One way to end. ``after`` is the count of the wall it begins at, ``stands`` the facing
    there, ``turn`` the turn to the front in eighths; ``event`` brings it about, None when it
    cannot be danced as it is. ``figure`` is the one whose turn, ``was`` so far, is changed;
    ``left`` counts are held; ``across`` is the foot that has to step across to turn."""

    way: EndWay
    wall: int
    after: Fraction
    stands: int
    turn: int
    event: Event | None = None
    figure: str = ""
    was: int = 0
    left: Fraction = ZERO
    across: Foot | None = None


def end_choices(timeline: Timeline, reading: Reading) -> tuple[EndChoice, ...]:
    """The ways to end facing 12:00; none when the dance ends in a tag, or has its ending."""
    walls = [p for p in timeline.segments if p.kind is SegmentKind.WALL]
    if not timeline.segments or not walls:
        return ()
    last = walls[-1]
    if any(p.kind is not SegmentKind.WALL and p.start >= last.end for p in timeline.segments):
        return ()
    chooser = _Chooser(timeline.routine, reading, last)
    return tuple(chooser.choices())


class _Chooser:
    def __init__(self, routine: Routine, reading: Reading, last: Segment) -> None:
        self._routine, self._reading, self._last = routine, reading, last
        self._upto = last.first + last.length

    def choices(self) -> Iterator[EndChoice]:
        turn = to_front(self._last.end_facing)
        if turn:
            for side in (turn, -turn) if abs(turn) == FULL // 2 else (turn,):
                yield self._turn_at_the_end(side)
            for side in (turn, -turn) if abs(turn) == FULL // 2 else (turn,):
                choice = self._other_last_turn(side)
                if choice is not None:
                    yield choice
        yield from self._sections()
        yield from self._front_and_hold()

    def _turn_at_the_end(self, turn: int) -> EndChoice:
        """The last count becomes a step into the turn, on the free foot."""
        last = self._last
        at = max(self._upto - 1, last.first)
        before = cut_slice(last.part, last.first, Cut(at=at))
        weight = next((w for w in reversed(before.weights) if w is not None), last.start_weight)
        stands = (last.start_facing + before.turn) % FULL
        turn_there = _same_way(to_front(stands), turn)
        side = Foot.RIGHT if turn_there > 0 else Foot.LEFT
        free = Foot.LEFT if weight is Foot.RIGHT else Foot.RIGHT
        turning = f" {amount_words(turn_there)} {side.word}" if turn_there else ""
        steps = f"1 {free.value} step forward{turning}"
        event = self._ending(at, steps)
        known = weight is not None and weight is not Foot.BOTH
        across = free if turn_there and known and free is not side else None
        return EndChoice(
            way=EndWay.TURN, wall=last.wall, after=at, stands=stands, turn=turn_there,
            event=self._tried(event), across=across,
        )  # fmt: skip

    def _other_last_turn(self, turn: int) -> EndChoice | None:
        """The last figure that turns is made to turn further, or less far."""
        moves = self._last.moves
        index = next((i for i in range(len(moves) - 1, -1, -1) if moves[i].turn), None)
        if index is None or moves[index].at < self._upto - 8:
            return None
        old = moves[index]
        amount = old.turn + turn
        most = max(FULL // 2, abs(old.turn))
        if not amount or abs(amount) > most or (amount > 0) is not (old.turn > 0):
            return None
        start = old.at.__floor__()
        changed = [
            m._replace(turn=amount, at=m.at - start) if m is old else m._replace(at=m.at - start)
            for m in moves
            if m.at >= start
        ]
        stands = self._last.start_facing + sum(m.turn for m in moves[:index])
        event = self._ending(Fraction(start), step_lines(changed, self._routine.sheet.feel))
        tried = self._tried(event)
        if tried is None:
            return None
        return EndChoice(
            way=EndWay.LAST_TURN, wall=self._last.wall, after=Fraction(start),
            stands=stands % FULL, turn=amount,
            figure=old.figure, was=old.turn, event=tried,
        )  # fmt: skip

    def _sections(self) -> Iterator[EndChoice]:
        """Stop at the end of the section before, and turn there."""
        part = self._last.part
        ends = [s.end for s in part.sections if s.end < self._upto] if part else []
        inside = [end for end in ends if end > self._last.first]
        if not inside:
            return
        at = inside[-1]
        stands = self._facing_at(at)
        turn = to_front(stands)
        yield EndChoice(
            way=EndWay.SECTION, wall=self._last.wall, after=at, stands=stands, turn=turn,
            event=self._ending(at, self._turning_step(at, turn)),
        )  # fmt: skip

    def _front_and_hold(self) -> Iterator[EndChoice]:
        """Stop where one last faces the front, and hold the pose to the last count."""
        front = [run for run in self._last.facings if run.facing == 0]
        if not front:
            return
        at = self._last.first + front[-1].end.__floor__()
        left = self._upto - at
        if left <= 0 or at <= self._last.first:
            return
        yield EndChoice(
            way=EndWay.HOLD, wall=self._last.wall, after=at, stands=0, turn=0,
            left=left, event=replace(self._ending(at, ""), counts=min(int(left), MAX_TAG)),
        )  # fmt: skip

    def _facing_at(self, at: Fraction) -> int:
        turned = cut_slice(self._last.part, self._last.first, Cut(at=at)).turn
        return (self._last.start_facing + turned) % FULL

    def _turning_step(self, at: Fraction, turn: int) -> str:
        before = cut_slice(self._last.part, self._last.first, Cut(at=at))
        weight = next((w for w in reversed(before.weights) if w is not None), None)
        free = Foot.LEFT if weight is Foot.RIGHT else Foot.RIGHT
        side = "right" if turn > 0 else "left"
        left = int(self._upto - at)
        held = f"\n2-{left} hold" if left > 2 else "\n2 hold" if left == 2 else ""
        if not turn:
            return f"1-{left} hold" if left > 1 else "1 hold"
        return f"1 {free.value} step forward {amount_words(turn)} {side}{held}"

    def _ending(self, at: Fraction, steps: str) -> Event:
        return Event(
            id=free_id(self._routine, "ending"),
            kind=EventKind.ENDING,
            walls=(self._last.wall,),
            after=Cut(at=at - self._last.first),
            steps=steps,
        )

    def _tried(self, event: Event) -> Event | None:
        """The event, if its steps read and leave the dancers at the front."""
        read = with_own_steps(event, self._reading)
        if read.steps and (read.own is None or read.own_findings):
            return None
        line = lay_out(replace(self._routine, events=(*self._routine.events, read)))
        return event if line.segments and line.segments[-1].end_facing == 0 else None


def _same_way(turn: int, wanted: int) -> int:
    """A turn to the front, a half one by the side that is wanted."""
    if abs(turn) == FULL // 2:
        return abs(turn) if wanted > 0 else -abs(turn)
    return turn
