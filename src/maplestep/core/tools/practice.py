"""What is laid over a song to practise with it: clicks, spoken counts, calls before events.

Times are seconds of the finished sound, which begins ``lead_seconds`` before the song and goes
at ``speed`` times its tempo.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Final, NamedTuple

from ..errors import Message, SongError
from ..layout.timeline import EndReason, Segment, SegmentKind
from ..routine.model import EventKind
from ..song.model import Song

SLOWEST: Final = 0.6
CALLED_AHEAD: Final = 8  # counts
REMINDED_AHEAD: Final = 4
LED_IN: Final = 4  # counts spoken before wall 1: 5, 6, 7, 8
# Words nearer together than this cannot be told apart; then every other count is spoken.
_SPEAKABLE_SECONDS: Final = 0.34
CLICK: Final = "click"
ONE: Final = "one-click"
IN_FOUR: Final = "in four"


@dataclass(frozen=True, slots=True, kw_only=True)
class MixRequest:
    """What is wanted in the mix. ``speed``: 0.6 to 1. ``language`` of what is spoken."""

    speed: float = 1.0
    count_in: bool = True
    clicks: bool = True
    spoken: bool = False
    calls: bool = True
    language: str = "en"

    def __post_init__(self) -> None:
        if not SLOWEST <= self.speed <= 1:
            raise SongError(
                Message(
                    "A practice mix goes at {slowest:.0%} to 100% of the song's speed; "
                    "{speed:.0%} is outside.",
                    slowest=SLOWEST,
                    speed=self.speed,
                ),
                field="speed",
            )


class Mark(NamedTuple):
    """A click or word, and when."""

    at_seconds: float
    sound: str


@dataclass(frozen=True, slots=True, kw_only=True)
class MixPlan:
    """Where everything lies. ``marks`` are in order of time."""

    lead_seconds: float
    speed: float
    marks: tuple[Mark, ...]

    def at(self, song_seconds: float) -> float:
        """Where a moment of the song falls in the mix."""
        return self.lead_seconds + song_seconds / self.speed


def plan_mix(song: Song, wish: MixRequest, segments: Sequence[Segment] = ()) -> MixPlan:
    """Lay clicks, words and calls over a song; ``segments`` are those of its routine."""
    unit = song.count_unit
    lead = -unit if wish.count_in else 0
    before = song.seconds(lead)
    plan = MixPlan(lead_seconds=max(0.0, -before / wish.speed), speed=wish.speed, marks=())
    start = int(segments[0].start) if segments else int(song.intro_counts)
    led_in = range(start - min(LED_IN, unit), start) if wish.count_in else range(0)
    numbers = _numbers(song, lead)
    calls = _calls(segments) if wish.calls else {}
    words = calls | {
        count: str(number)
        for count, number in _audible(song, wish, numbers, calls).items()
        if wish.spoken or count in led_in
    }
    marks: list[Mark] = []
    for count, number in numbers.items():
        at = plan.at(song.seconds(count))
        if wish.clicks or count < 0:
            marks.append(Mark(at, ONE if number == 1 else CLICK))
        if count in words:
            marks.append(Mark(at, words[count]))
    return MixPlan(lead_seconds=plan.lead_seconds, speed=wish.speed, marks=tuple(sorted(marks)))


def _audible(
    song: Song, wish: MixRequest, numbers: Mapping[int, int], calls: Mapping[int, str]
) -> dict[int, int]:
    """The numbers there is time to say: every second one in fast music, none beside a call."""
    hushed = {count + more for count in calls for more in (0, 1)}
    return {
        count: number
        for count, number in numbers.items()
        if count not in hushed and (number % 2 or _is_slow(song, count, wish.speed))
    }


def _numbers(song: Song, lead: int) -> dict[int, int]:
    """For every count of the song, and those before it, what dancers call it: 1 to 8 or 1 to 6."""
    unit = song.count_unit
    numbers = {count: count % unit + 1 for count in range(lead, 0)}
    for placed in song.placed:
        for at in range(placed.phrase.counts):
            numbers[int(placed.start) + at] = at % unit + 1
    return numbers


def _is_slow(song: Song, count: int, speed: float) -> bool:
    return (song.seconds(count + 1) - song.seconds(count)) / speed >= _SPEAKABLE_SECONDS


def _calls(segments: Sequence[Segment]) -> dict[int, str]:
    """The word to call at a count: what comes eight counts ahead, a reminder four ahead."""
    calls: dict[int, str] = {}
    for segment, following in zip(segments, [*segments[1:], None], strict=False):
        word = _event_word(segment, following)
        if word is None:
            continue
        for ahead, said in ((REMINDED_AHEAD, IN_FOUR), (CALLED_AHEAD, word)):
            at = segment.end - ahead
            if at >= segment.start and at.denominator == 1:
                calls[int(at)] = said
    return calls


def _event_word(segment: Segment, following: Segment | None) -> str | None:
    """What happens when this segment ends; None when the next wall simply begins."""
    if following is None or following.kind is SegmentKind.ENDING:
        return "ending"
    if segment.kind is not SegmentKind.WALL:
        return None
    if following.kind is SegmentKind.TAG:
        restarts = segment.ended is EndReason.RESTART
        return EventKind.TAG_RESTART.value if restarts else EventKind.TAG.value
    if following.kind is SegmentKind.BRIDGE:
        return EventKind.TAG.value
    return EventKind.RESTART.value if segment.ended is EndReason.RESTART else None


def mix_seconds(plan: MixPlan, song_seconds: float) -> Fraction:
    """How long the mix of a recording of so many seconds is, exactly."""
    return Fraction(plan.lead_seconds) + Fraction(song_seconds) / Fraction(plan.speed)
