"""What is laid over a song to practise with it: clicks, spoken counts, the calls of a routine.

Times are seconds of the finished sound, which begins ``lead_seconds`` before the song and goes
at ``speed`` times its tempo.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Final, NamedTuple

from ..errors import Message, SongError
from ..song.model import Song
from .calls import LED_IN, Call, CallKind

SLOWEST: Final = 0.6
# Words nearer together than this cannot be told apart; then every other count is spoken.
_SPEAKABLE_SECONDS: Final = 0.34
CLICK: Final = "click"
ONE: Final = "one-click"


@dataclass(frozen=True, slots=True, kw_only=True)
class MixRequest:
    """What is wanted in the mix. ``speed``: 0.6 to 1. ``language`` of what is spoken; ``calls``
    are those of tags, restarts and walls, ``figures`` those of the figures."""

    speed: float = 1.0
    count_in: bool = True
    clicks: bool = True
    spoken: bool = False
    calls: bool = True
    figures: bool = False
    language: str = "en"

    @property
    def kinds(self) -> frozenset[CallKind]:
        """What is called of a routine."""
        wanted = {
            CallKind.LEAD: self.count_in,
            CallKind.EVENT: self.calls,
            CallKind.WALL: self.calls,
            CallKind.FIGURE: self.figures,
            CallKind.COUNT: self.spoken,
        }
        return frozenset(kind for kind, on in wanted.items() if on)

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


def plan_mix(song: Song, wish: MixRequest, calls: Sequence[Call] | None = None) -> MixPlan:
    """Lay clicks and words over a song; ``calls`` are those of its routine at this speed, None
    for a song by itself, of which only the counts are spoken."""
    unit = song.count_unit
    lead = -unit if wish.count_in else 0
    before = song.seconds(lead)
    plan = MixPlan(lead_seconds=max(0.0, -before / wish.speed), speed=wish.speed, marks=())
    numbers = _numbers(song, lead)
    words = _spoken(song, wish, numbers) if calls is None else {}
    marks = [Mark(plan.at(call.at_seconds), call.words) for call in calls or ()]
    for count, number in numbers.items():
        at = plan.at(song.seconds(count))
        if wish.clicks or count < 0:
            marks.append(Mark(at, ONE if number == 1 else CLICK))
        if count in words:
            marks.append(Mark(at, words[count]))
    kept = (mark for mark in marks if mark.at_seconds >= 0)
    return MixPlan(lead_seconds=plan.lead_seconds, speed=wish.speed, marks=tuple(sorted(kept)))


def _spoken(song: Song, wish: MixRequest, numbers: Mapping[int, int]) -> dict[int, str]:
    """The counts that are spoken of a song by itself, with those that lead in after its intro."""
    start = int(song.intro_counts)
    led_in = range(start - min(LED_IN, song.count_unit), start) if wish.count_in else range(0)
    audible = _audible(song, wish, numbers)
    return {n: str(said) for n, said in audible.items() if wish.spoken or n in led_in}


def _audible(song: Song, wish: MixRequest, numbers: Mapping[int, int]) -> dict[int, int]:
    """The numbers there is time to say: in fast music every second one."""
    return {
        count: number
        for count, number in numbers.items()
        if number % 2 or _is_slow(song, count, wish.speed)
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


def mix_seconds(plan: MixPlan, song_seconds: float) -> Fraction:
    """How long the mix of a recording of so many seconds is, exactly."""
    return Fraction(plan.lead_seconds) + Fraction(song_seconds) / Fraction(plan.speed)
