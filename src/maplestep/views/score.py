"""What the Run desk is given: the score of a routine in seconds and words.

Everything is in order of time. Seconds are those of the recording, clocks names such as "9:00".
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import Literal

from pydantic import BaseModel

from ..core.figures.words import move_word
from ..core.primitives.moves import Move
from ..core.primitives.turns import amount_words, clock
from ..core.rehearsal.calls import Call
from ..core.rehearsal.score import Beat, Joint, Score
from ..core.rehearsal.step_in import StepIn
from ..core.sheet.build.dancing import mirror
from ..messages.score import (
    danced_words,
    joint_words,
    occurrence_words,
    place_words,
    segment_words,
    step_in_words,
)
from ..messages.words import fact
from .shared import FootName
from .timeline import PhraseView, phrase_views


class BeatView(BaseModel):
    """A count of the song, or a landing between two. ``segment`` is -1 before wall 1, and how
    many segments there are behind the dance."""

    at_seconds: float
    count: float
    label: str
    segment: int


class DancedSegmentView(BaseModel):
    """A wall, a piece of one, a tag ... as it is danced."""

    kind: Literal["wall", "tag", "bridge", "wait", "ending"]
    wall: int
    words: str
    start_seconds: float
    end_seconds: float
    start_facing: str
    end_facing: str
    goes_on: bool
    cue: str


class DancedSectionView(BaseModel):
    """A section where it is danced; ``segment`` is the number of its segment."""

    title: str
    segment: int
    start_seconds: float
    end_seconds: float
    facing: str


class DancedFigureView(BaseModel):
    """A figure where it is danced."""

    at_seconds: float
    segment: int
    words: str


class PrintView(BaseModel):
    """A step for the moving foot chart and the feet. ``facing`` is faced once it is done."""

    at_seconds: float
    label: str
    foot: FootName | None
    word: str
    weight: bool
    turn: int
    turn_words: str
    facing: str


class JointView(BaseModel):
    """An event where it comes, the stretch to go over it, and what missing it does."""

    words: str
    place: str
    missed: str
    cue: str
    wall: int
    facing: str
    segment: int
    at_seconds: float
    counts: float
    start_seconds: float
    end_seconds: float


class StepInView(BaseModel):
    """Count 1 of a wall: where somebody who is lost can step in, if told by ``until_seconds``."""

    at_seconds: float
    until_seconds: float
    count: float
    wall: int
    facing: str
    words: str


class StandingView(BaseModel):
    """Where a dancer stands from a moment on, in metres to the right and to the front."""

    at_seconds: float
    x: float
    y: float
    facing: str


class ScoreView(BaseModel):
    """A routine as it goes by. ``unit`` is 8, or 6 in waltz time; a count of the dance and a beat
    of the band are so long at the song's usual tempo."""

    title: str
    song_title: str
    song_seconds: float
    count_seconds: float
    beat_seconds: float
    unit: int
    walls: int
    start_seconds: float
    end_seconds: float
    phrases: list[PhraseView]
    beats: list[BeatView]
    segments: list[DancedSegmentView]
    sections: list[DancedSectionView]
    figures: list[DancedFigureView]
    prints: list[PrintView]
    joints: list[JointView]
    step_ins: list[StepInView]
    floor: list[StandingView]


def score_view(score: Score, *, title: str = "", mirrored: bool = False) -> ScoreView:
    """A score, ready to be followed.

    ``mirrored`` is what somebody dances who faces the class: feet and the sides of turns are
    exchanged, clocks stay those of the hall.
    """
    dance: _Dance = mirror if mirrored else _as_it_is
    timeline = score.timeline
    song = timeline.routine.song
    phrased = bool(timeline.routine.sequence.strip())
    return ScoreView(
        title=title or timeline.routine.title,
        song_title=song.title,
        song_seconds=song.seconds(song.length),
        count_seconds=song.count_seconds,
        beat_seconds=60 / float(song.bpm),
        unit=score.unit,
        walls=len(timeline.walls),
        start_seconds=song.seconds(timeline.routine.start_count),
        end_seconds=song.seconds(timeline.end),
        phrases=list(phrase_views(timeline)),
        beats=[_beat_view(beat) for beat in score.beats],
        segments=list(_stretch_views(score)),
        sections=[
            DancedSectionView(
                title=fact("section", each.title),
                segment=each.segment,
                start_seconds=_rounded(each.start_seconds),
                end_seconds=_rounded(each.end_seconds),
                facing=clock(each.facing),
            )
            for each in score.sections
        ],
        figures=list(_figure_views(score, dance)),
        prints=list(_print_views(score, dance)),
        joints=[_joint_view(score, joint) for joint in score.joints],
        step_ins=[_step_in_view(place, phrased) for place in score.step_ins],
        floor=[
            StandingView(
                at_seconds=_rounded(each.at_seconds),
                x=round(each.place.x, 3),
                y=round(each.place.y, 3),
                facing=clock(each.facing),
            )
            for each in score.floor
        ],
    )


_Dance = Callable[[Move], Move]
"""A move as whoever looks at the score dances it."""


def _as_it_is(move: Move) -> Move:
    return move


def _rounded(seconds: float) -> float:
    """To a tenth of a millisecond."""
    return round(seconds, 4)


def _beat_view(beat: Beat) -> BeatView:
    return BeatView(
        at_seconds=_rounded(beat.at_seconds),
        count=float(beat.at),
        label=beat.label,
        segment=beat.segment,
    )


def _stretch_views(score: Score) -> Iterator[DancedSegmentView]:
    for segment in score.timeline.segments:
        yield DancedSegmentView(
            kind=segment.kind.value,
            wall=segment.wall,
            words=segment_words(segment),
            start_seconds=_rounded(segment.start_seconds),
            end_seconds=_rounded(segment.end_seconds),
            start_facing=clock(segment.start_facing),
            end_facing=clock(segment.end_facing),
            goes_on=segment.goes_on,
            cue=segment.event.cue if segment.event is not None else "",
        )


def _figure_views(score: Score, dance: _Dance) -> Iterator[DancedFigureView]:
    # A wall is danced over and over: the words of its figures are made once.
    words: dict[tuple[Move, ...], str] = {}
    for figure in score.figures:
        said = words.get(figure.moves)
        if said is None:
            mirrored = figure._replace(moves=tuple(map(dance, figure.moves)))
            said = words[figure.moves] = danced_words(mirrored)
        yield DancedFigureView(
            at_seconds=_rounded(figure.at_seconds), segment=figure.segment, words=said
        )


def _print_views(score: Score, dance: _Dance) -> Iterator[PrintView]:
    said = {_rounded(beat.at_seconds): beat.label for beat in score.beats}
    once: dict[int, tuple[str, str]] = {}
    for danced in score.timeline.moves():
        move = dance(danced.move)
        if id(danced.move) not in once:
            # An arrow shows the side; the amount stands in words.
            turn = amount_words(move.turn) if move.turn else ""
            once[id(danced.move)] = fact("move", move_word(move)), turn
        word, turn = once[id(danced.move)]
        at = _rounded(danced.at_seconds)
        yield PrintView(
            at_seconds=at,
            label=said.get(at, ""),
            foot=move.foot.value if move.foot else None,
            word=word,
            weight=move.weight is not None,
            turn=move.turn,
            turn_words=turn,
            facing=clock(danced.facing),
        )


def _joint_view(score: Score, joint: Joint) -> JointView:
    there, song = joint.occurrence, score.timeline.routine.song
    return JointView(
        words=occurrence_words(score.timeline.routine, there),
        place=place_words(there),
        missed=joint_words(joint),
        cue=there.event.cue,
        wall=there.wall,
        facing=clock(there.facing),
        segment=_segment_before(score, joint),
        at_seconds=_rounded(there.at_seconds),
        counts=float(there.at),
        start_seconds=_rounded(song.seconds(joint.start)),
        end_seconds=_rounded(song.seconds(joint.end)),
    )


def _segment_before(score: Score, joint: Joint) -> int:
    """The number of the segment that the event ends."""
    at = joint.occurrence.at
    ends = [n for n, each in enumerate(score.timeline.segments) if each.start < at <= each.end]
    return ends[0] if ends else 0


def _step_in_view(place: StepIn, phrased: bool) -> StepInView:
    return StepInView(
        at_seconds=_rounded(place.at_seconds),
        until_seconds=_rounded(place.until_seconds),
        count=float(place.at),
        wall=place.wall,
        facing=clock(place.facing),
        words=step_in_words(place, phrased=phrased),
    )


class SpokenView(BaseModel):
    """Words, and where in the file of the voice they are spoken."""

    words: str
    from_seconds: float
    lasts_seconds: float


class CallView(BaseModel):
    """A call that begins at a second of the song; ``spoken`` is its number among the words."""

    kind: str
    at_seconds: float
    spoken: int


class CallPlanView(BaseModel):
    """The calls at one speed (1 is the song's own)."""

    speed: float
    calls: list[CallView]


class CallsView(BaseModel):
    """What is called at every speed; ``numbers`` is where each count is spoken."""

    language: str
    spoken: list[SpokenView]
    numbers: dict[str, int]
    plans: list[CallPlanView]


def calls_view(
    language: str,
    spans: Mapping[str, tuple[float, float]],
    numbers: Mapping[str, str],
    plans: Mapping[float, Sequence[Call]],
) -> CallsView:
    """The calls, with the (start, length) in seconds of each text in the file of the voice."""
    place = {words: n for n, words in enumerate(spans)}
    return CallsView(
        language=language,
        spoken=[
            SpokenView(words=words, from_seconds=at, lasts_seconds=lasts)
            for words, (at, lasts) in spans.items()
        ],
        numbers={label: place[words] for label, words in numbers.items() if words in place},
        plans=[
            CallPlanView(
                speed=speed,
                calls=[
                    CallView(
                        kind=call.kind.value,
                        at_seconds=_rounded(call.at_seconds),
                        spoken=place[call.words],
                    )
                    for call in calls
                ],
            )
            for speed, calls in plans.items()
        ],
    )
