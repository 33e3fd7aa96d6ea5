"""Laying a routine on its song: wall by wall, with every event where it comes."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from typing import Final, NamedTuple

from ..primitives.counts import Cut
from ..primitives.feet import Foot
from ..primitives.turns import FULL
from ..routine.model import Event, EventKind, FacingAt, Routine
from ..routine.sequence import Item
from ..sheet.model import Part, PartKind
from ..song.model import PhraseKind
from .slices import Slice, cut_slice, last_known
from .timeline import (
    EndReason,
    EventOccurrence,
    FacingRun,
    PhraseSpan,
    Segment,
    SegmentKind,
    Timeline,
)

# A dance of one count over the longest song would still end; this guards the loop.
MAX_PASSES: Final = 20_000
ZERO: Final = Fraction(0)


def lay_out(routine: Routine) -> Timeline:
    """Dance the routine through the song.

    A dance without counts gives an empty timeline. Complexity: linear in the number
    of segments and of phrases; slices of a part are worked out once.
    """
    layer = _Layer(routine)
    segments = tuple(layer.segments())
    return Timeline(routine=routine, segments=segments, occurrences=tuple(layer.occurrences))


_Placed = tuple[Event, Cut | None]
"""An event and the count of the wall it comes after; None at its end."""
_BREAKS: Final = frozenset({EventKind.BRIDGE, EventKind.WAIT})


class _Plan(NamedTuple):
    """What a wall is made of before it is danced: its part, [first, upto) and its events."""

    part: Part
    first: Fraction
    upto: Cut
    whole: bool
    changed: Event | None
    breaks: tuple[tuple[Event, Cut], ...]
    stop: Event | None
    tags: tuple[Event, ...]
    ending: Event | None


class _Layer:
    """Walks through the song, segment by segment."""

    def __init__(self, routine: Routine) -> None:
        self._routine = routine
        self._song = routine.song
        self._end = routine.song.length
        self._at = routine.start_count
        self._facing = 0
        self._weight: Foot | None = None
        self._over = False
        self._slices: dict[tuple[int, Fraction, Fraction, bool], Slice] = {}
        self._numbered: dict[int, list[Event]] = {}
        for event in routine.events:
            for wall in event.walls:
                self._numbered.setdefault(wall, []).append(event)
        self._by_rule = [e for e in routine.events if not e.walls]
        self._met_by_facing: dict[tuple[int, Fraction, Fraction, int], Mapping[int, Cut]] = {}
        tags = (e for e in self._by_rule if e.kind is EventKind.TAG)
        self._longest = max((routine.tag_length(tag) for tag in tags), default=ZERO)
        self.occurrences: list[EventOccurrence] = []

    def segments(self) -> Iterator[Segment]:
        if self._routine.sequence.strip():
            yield from self._in_order()
            return
        part = self._routine.sheet.wall
        if part is None or part.length <= 0:
            return
        self._weight = part.start_weight
        for wall in range(1, MAX_PASSES):
            if self._at >= self._end or self._over:
                return
            yield from self._wall(wall, part, ZERO, part.length, None)

    def _in_order(self) -> Iterator[Segment]:
        sheet = self._routine.sheet
        wall = 0
        for number, item in enumerate(self._routine.order.items):
            if self._at >= self._end or self._over:
                return
            part = sheet.part(item.name) if item.name else None
            if self._weight is None and part is not None:
                self._weight = part.start_weight
            length = part.length if part is not None else Fraction(item.counts or 0)
            first, last = _cut_of(item, length)
            if last <= first:
                continue  # there is no such count: a finding says so
            if part is not None and part.kind is PartKind.PART:
                wall += 1
                yield from self._wall(wall, part, first, last, number)
            else:
                kind = _ITEM_KINDS[part.kind] if part is not None else SegmentKind.TAG
                yield self._pass(
                    kind,
                    wall,
                    part,
                    length,
                    first=first,
                    cut=Cut(at=last),
                    item=number,
                    name=item.name or "Tag",
                )
                self._over = kind is SegmentKind.ENDING

    def _wall(
        self, wall: int, part: Part, first: Fraction, last: Fraction, item: int | None
    ) -> Iterator[Segment]:
        plan = self._plan(wall, part, first, last)
        name, starts = part.name, self._facing
        self._changes_here(plan, wall, self._at)
        cursor, goes_on = plan.first, False
        ender = plan.stop or plan.ending or (plan.tags[0] if plan.tags else None)
        pieces = [
            (cut, event, EndReason.BREAK) for event, cut in plan.breaks if cut.at < plan.upto.at
        ]
        for cut, event, ended in [*pieces, (plan.upto, ender, _ended(plan))]:
            if cut.at > cursor:
                yield self._pass(
                    SegmentKind.WALL, wall, plan.part, part.length, first=cursor, cut=cut,
                    event=event, goes_on=goes_on, changed=plan.changed, item=item, ended=ended,
                    name=name,
                )  # fmt: skip
                goes_on, cursor = True, cut.at
            if ended is EndReason.BREAK and event is not None:
                yield from self._break(event, wall, cut.at - first, starts)
            if self._at >= self._end:
                break
        for event, cut in plan.breaks:
            # What comes on the wall's very last count comes before its tag or restart.
            if cut.at == plan.upto.at and self._at < self._end:
                yield from self._break(event, wall, cut.at - first, starts)
        yield from self._after(plan, wall, plan.upto.at - first, starts)

    def _after(self, plan: _Plan, wall: int, after: Fraction, starts: int) -> Iterator[Segment]:
        """What is danced once the wall is over: tags, or the ending."""
        if plan.stop is not None and self._at < self._end:
            self._note(plan.stop, wall, after, starts)
        if plan.ending is not None and self._at <= self._end:
            self._note(plan.ending, wall, after, starts)
            yield from self._own_steps(plan.ending, wall, SegmentKind.ENDING)
            self._over = True
            return
        stopped = plan.stop is not None and plan.stop.has_tag
        for event in (plan.stop,) if stopped and plan.stop else plan.tags:
            if self._at >= self._end:
                return
            if self._routine.tag_length(event) <= 0:
                continue
            if event is not plan.stop:
                self._note(event, wall, after, starts)
            yield from self._own_steps(event, wall, SegmentKind.TAG)

    def _break(self, event: Event, wall: int, after: Fraction, starts: int) -> Iterator[Segment]:
        """A bridge or a wait, after so many counts of the wall."""
        if self._at >= self._end:
            return
        self._note(event, wall, after, starts)
        if event.kind is EventKind.BRIDGE:
            yield from self._own_steps(event, wall, SegmentKind.BRIDGE)
        else:
            yield self._wait(event, wall)

    def _own_steps(self, event: Event, wall: int, kind: SegmentKind) -> Iterator[Segment]:
        length = self._routine.tag_length(event)
        if length > 0 and self._at < self._end:
            part = self._routine.steps_of(event)
            name = part.name if part is not None else kind.value.capitalize()
            yield self._pass(
                kind, wall, part, length, first=ZERO, cut=Cut(at=length), event=event, name=name
            )

    def _wait(self, event: Event, wall: int) -> Segment:
        """No counts pass. The stop lies before the next count: it lands when the band is back."""
        made = self._pass(
            SegmentKind.WAIT,
            wall,
            None,
            ZERO,
            first=ZERO,
            cut=Cut(at=ZERO),
            event=event,
            name="Wait",
        )
        before, end = self._song.stop_before(self._at)
        return replace(made, start_seconds=before, end_seconds=end)

    def _plan(self, wall: int, part: Part, first: Fraction, last: Fraction) -> _Plan:
        """Which events this wall meets, and where it stops."""
        met = [*self._numbered.get(wall, ())]
        changed = self._changed(met, part, first, last)
        danced = (self._routine.steps_of(changed) if changed else None) or part
        if danced is not part and last == part.length:
            last = danced.length
        placed = self._placed(met, danced, first, last)
        stop, upto = _stop(placed, first, last)
        breaks = _breaks(placed, first, upto)
        added = sum(
            (self._routine.tag_length(e) for e, _ in breaks if e.kind is EventKind.BRIDGE), ZERO
        )
        ending, at = self._ending(met, first, upto, added)
        if ending is not None:
            stop, upto = None, at
            breaks = [pair for pair in breaks if pair[1].at <= at.at]
        return _Plan(
            part=danced,
            first=first,
            upto=upto,
            whole=last == danced.length,
            changed=changed,
            breaks=tuple(breaks),
            stop=stop,
            tags=() if stop else tuple(e for e, _ in placed if e.kind is EventKind.TAG),
            ending=ending,
        )

    def _changed(
        self, met: Sequence[Event], part: Part, first: Fraction, last: Fraction
    ) -> Event | None:
        """The step change of this wall: by its number, or else the first whose rule holds."""
        numbered = next((event for event in met if self._changes(event, part)), None)
        if numbered is not None:
            return numbered
        ruled = (event for event in self._by_rule if self._changes(event, part))
        return next((e for e in ruled if self._rules(e, part, first, last) is not None), None)

    def _placed(
        self, met: Sequence[Event], danced: Part, first: Fraction, last: Fraction
    ) -> list[_Placed]:
        """Every event of this wall but a step change, and after which count it comes."""
        placed: list[_Placed] = [(e, e.after) for e in met if e.kind is not EventKind.CHANGE]
        by_facing = self._placed_by_facing(danced, first, last)
        ending = self._phrases_ending(last - first)
        for index, event in enumerate(self._by_rule):
            if event.kind in (EventKind.CHANGE, EventKind.ENDING):
                continue
            if event.phrase is None:
                cut = by_facing.get(index)
            elif event.phrase in ending:
                cut = self._phrase_rule(event, first, last)
            else:
                continue
            if cut is not None:
                placed.append((event, cut))
        return placed

    def _placed_by_facing(self, danced: Part, first: Fraction, last: Fraction) -> Mapping[int, Cut]:
        """Where the events by facing come, by their place among those by rule.

        All that decides it comes again every few walls, so it is worked out once.
        """
        key = (id(danced), first, last, self._facing % FULL)
        if key not in self._met_by_facing:
            cuts = {
                index: self._rules(event, danced, first, last)
                for index, event in enumerate(self._by_rule)
                if event.phrase is None
            }
            self._met_by_facing[key] = {i: cut for i, cut in cuts.items() if cut is not None}
        return self._met_by_facing[key]

    def _phrases_ending(self, length: Fraction) -> set[PhraseKind]:
        """The kinds of the phrases that end before the longest tag behind this wall is over."""
        upto = min(self._at + length + self._longest, self._end)
        return {placed.phrase.kind for placed in self._song.phrases_between(self._at, upto)}

    def _changes(self, event: Event, part: Part) -> bool:
        if event.kind is not EventKind.CHANGE:
            return False
        steps = self._routine.steps_of(event)
        return steps is not None and steps.variant_of == part.name

    def _ending(
        self, met: list[Event], first: Fraction, upto: Cut, added: Fraction
    ) -> tuple[Event | None, Cut]:
        """The ending, if this is its wall, and the count of the part it comes after."""
        song_ends = self._end - self._at - added + first
        for event in (*met, *self._by_rule):
            if event.kind is not EventKind.ENDING:
                continue
            length = self._routine.tag_length(event)
            if not event.walls and not (song_ends - length <= upto.at):
                continue
            if event.after is not None:
                at = _shifted(event.after, first)
            else:
                at = Cut(at=max(song_ends - length, first))
            if at.at <= upto.at:
                return event, at
        return None, upto

    def _rules(self, event: Event, part: Part, first: Fraction, last: Fraction) -> Cut | None:
        """Where an event placed by a rule comes on the wall that starts here; None: not here."""
        if event.phrase is not None:
            return self._phrase_rule(event, first, last)
        after = event.after if event.after is not None else Cut(at=last - first)
        if event.kind is EventKind.CHANGE and part.replaces is None:
            changed = self._routine.steps_of(event)
            start = changed.replaces[0] if changed and changed.replaces else ZERO
            after = Cut(at=max(start - first, ZERO))
        facing = self._facing
        if event.facing_at is FacingAt.THERE:
            facing += self._slice(part, first, _shifted(after, first)).turn
        return after if facing % FULL in event.facings else None

    def _phrase_rule(self, event: Event, first: Fraction, last: Fraction) -> Cut | None:
        """The count of this wall at which a phrase of the kind ends.

        A tag at the end of a wall may also fill the phrase's last counts.
        """
        length = last - first
        added = self._routine.tag_length(event) if event.kind is EventKind.TAG else ZERO
        upto = min(self._at + length + added, self._end)
        for placed in self._song.phrases_between(self._at, upto):
            if placed.phrase.kind is event.phrase and placed.end < self._end:
                cut = _cut_at_phrase_end(event, placed.end - self._at, length, added)
                if cut is not None:
                    return cut
        return None

    def _changes_here(self, plan: _Plan, wall: int, began: Fraction) -> None:
        """Note a step change at its first count."""
        first, replaces = plan.first, plan.part.replaces
        start = replaces[0] if replaces else first
        at = began + start - first
        if plan.changed is not None and at < self._end:
            turn = self._slice(plan.part, first, Cut(at=max(start, first))).turn
            self.occurrences.append(
                EventOccurrence(
                    event=plan.changed,
                    wall=wall,
                    after=start - first,
                    at=at,
                    at_seconds=self._song.seconds(at),
                    starts=self._facing,
                    facing=(self._facing + turn) % FULL,
                )
            )

    def _note(self, event: Event, wall: int, after: Fraction, starts: int) -> None:
        self.occurrences.append(
            EventOccurrence(
                event=event,
                wall=wall,
                after=after,
                at=self._at,
                at_seconds=self._song.seconds(self._at),
                starts=starts,
                facing=self._facing,
            )
        )

    def _pass(
        self,
        kind: SegmentKind,
        wall: int,
        part: Part | None,
        full: Fraction,
        *,
        first: Fraction,
        cut: Cut,
        name: str,
        event: Event | None = None,
        goes_on: bool = False,
        changed: Event | None = None,
        item: int | None = None,
        ended: EndReason = EndReason.WHOLE,
    ) -> Segment:
        start, facing, weight = self._at, self._facing, self._weight
        end = start + cut.at - first
        if end > self._end:
            cut, ended = Cut(at=self._end - start + first), EndReason.SONG
            end = self._end
            event = None if kind is SegmentKind.WALL else event
        piece = self._slice(part, first, cut)
        end_weight = last_known(piece.weights, weight)
        self._at, self._facing, self._weight = end, (facing + piece.turn) % FULL, end_weight
        return Segment(
            kind=kind,
            wall=wall,
            name=name,
            part=part,
            full_length=full,
            first=first,
            goes_on=goes_on,
            start=start,
            end=end,
            start_seconds=self._song.seconds(start),
            end_seconds=self._song.seconds(end),
            start_facing=facing,
            end_facing=self._facing,
            start_weight=weight,
            end_weight=end_weight,
            moves=piece.moves,
            weights=piece.weights,
            offsets=piece.offsets,
            facings=tuple(
                FacingRun(facing=(run.facing + facing) % FULL, start=run.start, end=run.end)
                for run in piece.facings
            ),
            ended=ended,
            event=event,
            changed=changed,
            item=item,
            phrases=self._phrases(start, end),
        )

    def _slice(self, part: Part | None, first: Fraction, cut: Cut) -> Slice:
        key = (id(part), first, cut.at, cut.without_and)
        if key not in self._slices:
            self._slices[key] = cut_slice(part, first, cut)
        return self._slices[key]

    def _phrases(self, start: Fraction, end: Fraction) -> tuple[PhraseSpan, ...]:
        return tuple(
            PhraseSpan(
                phrase=placed,
                start=max(placed.start - start, ZERO),
                end=min(placed.end, end) - start,
                starts=placed.start >= start,
            )
            for placed in self._song.phrases_between(start, end)
        )


_ITEM_KINDS: Final = {
    PartKind.TAG: SegmentKind.TAG,
    PartKind.BRIDGE: SegmentKind.BRIDGE,
    PartKind.ENDING: SegmentKind.ENDING,
    PartKind.CHANGE: SegmentKind.TAG,
}


def _ended(plan: _Plan) -> EndReason:
    """Why a wall is over, if the song lets it come so far."""
    if plan.stop is not None:
        return EndReason.RESTART
    if plan.ending is not None:
        return EndReason.ENDING
    return EndReason.WHOLE if plan.whole else EndReason.CUT


def _cut_of(item: Item, length: Fraction) -> tuple[Fraction, Fraction]:
    """The counts [first, last) of an item, kept inside its part."""
    if item.first is None or item.last is None:
        return ZERO, length
    last = min(Fraction(item.last), length)
    return min(Fraction(item.first - 1), last), last


def _stop(placed: Sequence[_Placed], first: Fraction, last: Fraction) -> tuple[Event | None, Cut]:
    """The first event that breaks the wall off, and the count of the part it comes after."""
    stops = [(e, cut) for e, cut in placed if e.stops and cut and first + cut.at < last]
    if not stops:
        return None, Cut(at=last)
    event, cut = min(stops, key=lambda pair: pair[1].at)
    return event, _shifted(cut, first)


def _breaks(placed: Sequence[_Placed], first: Fraction, upto: Cut) -> list[tuple[Event, Cut]]:
    """The bridges and waits before the wall is over, in the order of their counts."""
    breaks = [
        (event, _shifted(cut, first))
        for event, cut in placed
        if cut and event.kind in _BREAKS and first + cut.at <= upto.at
    ]
    return sorted(breaks, key=lambda pair: pair[1].at)


def _shifted(cut: Cut, first: Fraction) -> Cut:
    """A count of the wall as a count of its part, which a cut part begins later."""
    return cut if not first else Cut(at=cut.at + first, without_and=cut.without_and)


def _cut_at_phrase_end(event: Event, at: Fraction, length: Fraction, added: Fraction) -> Cut | None:
    """Where an event falls whose phrase ends ``at`` counts into a wall of ``length``.

    ``added`` are the counts that a tag adds to the wall.
    """
    if event.kind is EventKind.TAG:
        return Cut(at=length) if length <= at <= length + added else None
    if event.kind is EventKind.CHANGE:
        return Cut(at=at) if 0 < at <= length else None
    if event.after is not None:
        return event.after if at == event.after.at else None
    return Cut(at=at) if 0 < at < length else None
