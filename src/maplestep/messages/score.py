"""What the score of a routine says in words, in the language that is spoken."""

from __future__ import annotations

from fractions import Fraction

from ..core.layout.timeline import EventOccurrence, Segment, SegmentKind
from ..core.primitives.turns import clock
from ..core.rehearsal.score import DancedFigure, Joint
from ..core.rehearsal.step_in import Missed, StepIn
from ..core.routine.model import Routine
from ..core.sheet.render import LANGUAGES, figure_words
from .language import spoken
from .words import fact, opened, text


def segment_words(segment: Segment) -> str:
    """ "Wall 5", "A, wall 3", "Tag"."""
    if segment.kind is not SegmentKind.WALL:
        return fact("part", segment.name)
    if segment.item is None:
        return text("call.wall", wall=segment.wall)
    return text("score.part", name=segment.name, wall=segment.wall)


def danced_words(figure: DancedFigure) -> str:
    """ "R sailor ¼ right"."""
    return opened(figure_words(figure.moves, LANGUAGES[spoken()]))


def occurrence_words(routine: Routine, there: EventOccurrence) -> str:
    """ "Restart", "Tag of 4"."""
    event = there.event
    counts = {"counts": f"{routine.tag_length(event)}"} if event.has_tag else {}
    return text(f"score.event.{event.kind.value}", **counts)


def place_words(there: EventOccurrence) -> str:
    """ "wall 5, after 24, facing 9:00"."""
    after = there.event.after.words if there.event.after else _count(there.after)
    return text("score.place", wall=there.wall, after=after, clock=clock(there.facing))


def joint_words(joint: Joint) -> str:
    """What missing the event does and where one steps in again; "" where nothing is missed."""
    if joint.missed is None:
        return ""
    back = joint.missed.back
    way = step_in_words(back) + "." if back else text("score.no-way-back")
    return f"{_missed_words(joint.missed)} {way}"


def _missed_words(missed: Missed) -> str:
    late = abs(missed.late)
    counts = text("score.count") if late == 1 else text("score.counts", counts=_count(late))
    kind = "late" if missed.late > 0 else "early"
    when = text(f"score.{kind}", counts=counts) if late else text("score.in-time")
    same = missed.facing == missed.faced
    faced = {} if same else {"faced": clock(missed.faced)}
    where = text(f"score.{'same' if same else 'other'}", facing=clock(missed.facing), **faced)
    return text("score.missed", when=when, where=where)


def step_in_words(place: StepIn, *, phrased: bool = False) -> str:
    """ "Step in at 1:32.7: count 1 of wall 6, facing 9:00, on “Chorus”"."""
    kind = "step-in-part" if phrased else "step-in"
    name = {"name": place.name} if phrased else {}
    said = text(
        f"score.{kind}", time=clock_time(place.at_seconds), wall=place.wall,
        clock=clock(place.facing), **name,
    )  # fmt: skip
    if not place.phrase:
        return said
    return text("score.on-phrase", said=said, phrase=fact("phrase", place.phrase))


def clock_time(at_seconds: float) -> str:
    """Minutes, seconds and tenths of a moment of the song: "1:32.7"."""
    tenths = round(at_seconds * 10)
    return f"{tenths // 600}:{tenths // 10 % 60:02d}.{tenths % 10}"


def _count(count: Fraction) -> str:
    return f"{float(count):g}"
