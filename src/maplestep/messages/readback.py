"""A routine in words, as an instructor says it to a class, in English and French.

One sentence group a wall: its number and the clock it starts at, what is danced, what happens
and where one faces then, what to listen for. Clock positions and counts are the same in both
languages. French from memory.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from ..core.layout.timeline import EndReason, Segment, SegmentKind, Timeline
from ..core.primitives.moves import Move
from ..core.primitives.turns import amount_words, clock, to_front, walls_in_dance
from ..core.sheet.render import ENGLISH, FRENCH, Language, move_words
from .words import CATALOGUES

_STEPS: Final = {"en": ENGLISH, "fr": FRENCH}


@dataclass(frozen=True, slots=True, kw_only=True)
class Said:
    """One line: the wall it is about (0 for the head), when, and the words."""

    wall: int
    at_seconds: float
    words: str


def read_back(timeline: Timeline, language: str = "en") -> tuple[Said, ...]:
    """The routine line by line. ``language`` is "en" or "fr"."""
    return tuple(_Speaker(timeline, language).lines())


def as_text(lines: tuple[Said, ...]) -> str:
    """The lines as text to be copied."""
    return "\n".join(line.words for line in lines) + "\n"


class _Speaker:
    def __init__(self, timeline: Timeline, language: str) -> None:
        self._line = timeline
        self._words, self._steps_language = CATALOGUES[language], _STEPS[language]

    def lines(self) -> Iterator[Said]:
        routine = self._line.routine
        part = routine.sheet.wall
        if part is None or not self._line.segments:
            return
        yield self._head()
        minutes, seconds = divmod(self._line.segments[0].start_seconds, 60)
        start = self._say(
            "start", counts=routine.start_count, time=f"{int(minutes)}:{seconds:04.1f}"
        )
        yield Said(wall=0, at_seconds=self._line.segments[0].start_seconds, words=f"{start}.")
        for group in self._line.rows:
            yield Said(
                wall=group[0].wall, at_seconds=group[0].start_seconds, words=self._wall(group)
            )

    def _say(self, key: str, **facts: object) -> str:
        return self._words.put(self._words.texts[f"say.{key}"], facts)

    def _head(self) -> Said:
        sheet = self._line.routine.sheet
        walls = ""
        if len(sheet.danced) == 1 and sheet.wall is not None:
            number = walls_in_dance(sheet.wall.net_turn)
            walls = self._say("wall1") if number == 1 else self._say("walls", n=number)
        counts = sum((part.length for part in sheet.danced), Fraction(0))
        words = self._say(
            "title", dance=self._line.routine.title or sheet.title,
            song=self._line.routine.song.title, counts=counts, walls=walls,
        )  # fmt: skip
        return Said(wall=0, at_seconds=0.0, words=f"{words}.")

    def _wall(self, group: list[Segment]) -> str:
        first = group[0]
        said = [clause for segment in group for clause in self._clauses(segment, group)]
        if first.changed is not None:
            said.insert(0, self._changed(first))
        said += [self._say("listen", cue=cue) for cue in dict.fromkeys(_cues(group)) if cue]
        if group[-1] is self._line.segments[-1]:
            said += self._finish(group[-1])
        return self._say("line", head=self._opening(first), said=self._say("and").join(said))

    def _opening(self, first: Segment) -> str:
        """Which wall or part it is, and where it starts."""
        if first.kind is not SegmentKind.WALL:
            return self._words.fact("part", first.name)
        starts = clock(first.start_facing)
        if first.item is None:
            return self._say("wall", n=first.wall, starts=starts)
        begun = next((span.phrase for span in first.phrases if span.starts), None)
        phrase = ""
        if begun is not None:
            phrase = self._say("with", phrase=self._words.fact("phrase", begun.name))
        return self._say("part", n=first.wall, part=first.name, phrase=phrase, starts=starts)

    def _clauses(self, segment: Segment, group: list[Segment]) -> Iterator[str]:
        ends = clock(segment.end_facing)
        upto = segment.first + segment.length
        match segment.kind:
            case SegmentKind.TAG if not self._behind_restart(segment, group):
                yield self._say("tag", counts=segment.length, steps=self._own(segment), ends=ends)
            case SegmentKind.BRIDGE:
                after = self._danced_before(segment, group)
                if segment.item is not None:
                    yield self._say("tag", counts=segment.length, steps="", ends=ends)
                else:
                    yield self._say(
                        "bridge", after=after, counts=segment.length, steps=self._own(segment),
                        next=after + 1,
                    )  # fmt: skip
            case SegmentKind.WAIT:
                after = self._danced_before(segment, group)
                seconds = segment.event.seconds if segment.event else None
                long = self._say("seconds", seconds=seconds) if seconds else ""
                later = group[group.index(segment) :]
                goes_on = any(p.kind is SegmentKind.WALL for p in later)
                yield self._say(
                    "wait" if goes_on else "wait-end",
                    after=after, long=long or self._say("until"), next=after + 1,
                )  # fmt: skip
            case SegmentKind.ENDING:
                after = self._danced_before(segment, group)
                yield self._say("ending", after=after, steps=self._own(segment), ends=ends)
            case SegmentKind.WALL:
                yield from self._danced(segment, group, upto, ends)

    def _danced(
        self, segment: Segment, group: list[Segment], upto: Fraction, ends: str
    ) -> Iterator[str]:
        match segment.ended:
            case EndReason.BREAK:
                return
            case EndReason.ENDING if any(p.kind is SegmentKind.ENDING for p in group):
                return
            case EndReason.ENDING:
                yield self._say("ending", after=upto, steps="", ends=ends)
            case EndReason.SONG:
                yield self._say("song", counts=upto, ends=ends)
            case EndReason.RESTART:
                yield self._restarted(segment, group, upto, ends)
            case EndReason.CUT | EndReason.WHOLE if segment.first or segment.ended is EndReason.CUT:
                yield self._say("cut", first=segment.first + 1, upto=upto, ends=ends)
            case EndReason.WHOLE if segment.goes_on:
                yield self._say("whole-plain", ends=ends)
            case EndReason.WHOLE:
                yield self._say("whole", counts=segment.length, ends=ends)

    def _restarted(self, segment: Segment, group: list[Segment], upto: Fraction, ends: str) -> str:
        tag = next((p for p in group if p.kind is SegmentKind.TAG), None)
        cut = segment.event.after.words if segment.event and segment.event.after else upto
        if tag is None:
            return self._say("restart", counts=cut, last=self._last_step(segment), ends=ends)
        return self._say("tag-restart", counts=cut, tag=tag.length, ends=clock(tag.end_facing))

    def _last_step(self, segment: Segment) -> str:
        """What a restart's last count is, when a step change has made it something else."""
        if segment.changed is None or not segment.moves:
            return ""
        return self._say("last", step=move_words(segment.moves[-1], self._steps_language))

    def _behind_restart(self, segment: Segment, group: list[Segment]) -> bool:
        return any(p.ended is EndReason.RESTART and p.event is segment.event for p in group)

    def _danced_before(self, segment: Segment, group: list[Segment]) -> Fraction:
        before = [p for p in group[: group.index(segment)] if p.kind is SegmentKind.WALL]
        return before[-1].first + before[-1].length if before else Fraction(0)

    def _own(self, segment: Segment) -> str:
        """Short steps are said along; long ones are on the sheet."""
        if not segment.moves or len(segment.moves) > 8:
            return ""
        return " (" + self._steps(segment.moves, self._steps_language) + ")"

    def _changed(self, segment: Segment) -> str:
        part = segment.part
        assert part is not None
        start, end = part.replaces or (Fraction(0), part.length)
        moves = tuple(m for m in part.moves if start <= m.at < end)
        counts = f"{start + 1}–{end}" if end > start + 1 else str(end)
        return self._say("change", counts=counts, steps=self._steps(moves, self._steps_language))

    @staticmethod
    def _steps(moves: tuple[Move, ...], language: Language) -> str:
        return ", ".join(move_words(move, language) for move in moves)

    def _finish(self, last: Segment) -> list[str]:
        turn = to_front(last.end_facing)
        if not turn:
            return [self._say("front")]
        if abs(turn) == 4:
            return [self._say("finish-half")]
        side = "right" if turn > 0 else "left"
        return [self._say("finish", turn=amount_words(turn), side=self._words.fact("side", side))]


def _cues(group: list[Segment]) -> Iterator[str]:
    """What in the music announces the events of a wall, and its part."""
    first = group[0]
    yield from (segment.event.cue for segment in group if segment.event is not None)
    if first.changed is not None:
        yield first.changed.cue
    if first.item is not None:
        # A part begins with its phrase: what announces the one announces the other.
        spans = (span for segment in group for span in segment.phrases if span.starts)
        yield from (span.phrase.phrase.cue for span in spans)
