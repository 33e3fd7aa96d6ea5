"""Answers of the Fit desk beside the timeline: endings, claims, song swap, read-back, lateness."""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction
from typing import Literal

from pydantic import BaseModel

from ..core.layout.timeline import Timeline
from ..core.planner.fit import Fit
from ..core.primitives.turns import amount_words, clock
from ..core.routine.model import Routine
from ..core.song.model import Song
from ..core.tools.claim_check import CheckedClaim
from ..core.tools.endings import EndChoice
from ..core.tools.swap import Change, Placed, Swapped
from ..formats.routine.routine_file import EventForm, event_form
from ..messages.endings import end_note, end_words
from ..messages.events import placed_words
from ..messages.findings import sentences
from ..messages.plans import headline
from ..messages.readback import Said
from ..messages.words import fact
from .timeline import SegmentView, segment_views


class EndChoiceView(BaseModel):
    """A way to end facing the front; ``event`` brings it about, None where it cannot be danced."""

    way: Literal["turn", "last turn", "section", "hold"]
    wall: int
    after: float
    stands: str
    turn_amount: str
    turn_side: Literal["left", "right", ""]
    words: str
    note: str
    event: EventForm | None


class ClaimView(BaseModel):
    """A piece of what was said: the event made of it and everything that does not agree."""

    text: str
    words: str
    event: EventForm | None
    against: list[str]
    agrees: bool


class SaidView(BaseModel):
    """A line of the read-back; wall 0 is the head."""

    wall: int
    at_seconds: float
    words: str


class FitView(BaseModel):
    """How a dance sits on a song: cost of the plan, phrases on count 1, the plan in words."""

    cost: int
    hits: int
    phrases: int
    share: float
    good: bool
    words: str


class PlacedView(BaseModel):
    """An event on a wall."""

    words: str
    wall: int
    starts: str
    facing: str
    at_seconds: float


class ChangeView(BaseModel):
    """What becomes of an event on another song."""

    fate: Literal["stays", "moves", "goes", "new"]
    before: PlacedView | None
    after: PlacedView | None
    lands: bool


class SwapView(BaseModel):
    """The routine on another song, read at ``level`` counts to one as written."""

    level: Literal["1", "1/2", "2"]
    song_title: str
    song_bpm: float
    untouched: FitView
    planned: FitView
    changes: list[ChangeView]
    events: list[EventForm]
    sequence: str
    before_segments: list[SegmentView]
    after_segments: list[SegmentView]


class LateView(BaseModel):
    """A phrase, and how late or early the nearest wall begins; 0 on count 1."""

    phrase: str
    index: int
    count: float
    at_seconds: float
    hit: bool
    wall: int | None
    on_count: float | None
    next_wall_late: float | None


class PhraseFitView(BaseModel):
    """Phrase hits and lateness of a routine."""

    title: str
    song_title: str
    hits: int
    phrases: int
    lateness: list[LateView]


def end_choice_views(choices: Iterable[EndChoice]) -> list[EndChoiceView]:
    """The ways a dance can end."""
    return [_end_choice_view(choice) for choice in choices]


def _end_choice_view(choice: EndChoice) -> EndChoiceView:
    return EndChoiceView(
        way=choice.way.value,
        wall=choice.wall,
        after=float(choice.after),
        stands=clock(choice.stands),
        turn_amount=amount_words(choice.turn) if choice.turn else "",
        turn_side="" if not choice.turn else "right" if choice.turn > 0 else "left",
        words=end_words(choice),
        note=end_note(choice),
        event=event_form(choice.event) if choice.event is not None else None,
    )


def claim_views(claims: Iterable[CheckedClaim], routine: Routine) -> list[ClaimView]:
    """What somebody says of tags and restarts, against the dance."""
    return [_claim_view(claim, routine) for claim in claims]


def _claim_view(claim: CheckedClaim, routine: Routine) -> ClaimView:
    event = claim.event
    return ClaimView(
        text=claim.text,
        words=placed_words(routine, event) if event is not None else "",
        event=event_form(event) if event is not None else None,
        against=[sentences(each) for each in claim.against],
        agrees=claim.agrees,
    )


def said_views(lines: Iterable[Said]) -> list[SaidView]:
    """The routine in words, line by line."""
    return [
        SaidView(wall=line.wall, at_seconds=line.at_seconds, words=line.words) for line in lines
    ]


def fit_view(fit: Fit) -> FitView:
    """A fit in numbers."""
    return FitView(
        cost=fit.cost,
        hits=fit.hits,
        phrases=fit.phrases,
        share=round(float(fit.share), 4),
        good=fit.good,
        words=headline(fit.met, fit.sequence),
    )


def swap_views(before: Timeline, song: Song, found: Iterable[Swapped]) -> list[SwapView]:
    """A routine on another song, the best reading first, beside what it was ``before``."""
    segments = segment_views(before)
    return [_swap_view(swapped, song, segments) for swapped in found]


def _swap_view(swapped: Swapped, song: Song, before: list[SegmentView]) -> SwapView:
    planned = swapped.planned.routine
    return SwapView(
        level=_LEVELS[swapped.level],
        song_title=song.title,
        song_bpm=float(planned.song.bpm / planned.song.beats_per_count),
        untouched=fit_view(swapped.untouched_fit),
        planned=fit_view(swapped.fit),
        changes=[_change_view(change) for change in swapped.changes],
        events=[event_form(event) for event in planned.events],
        sequence=planned.sequence,
        before_segments=before,
        after_segments=segment_views(swapped.planned),
    )


_LEVELS: dict[Fraction, Literal["1", "1/2", "2"]] = {
    Fraction(1): "1",
    Fraction(1, 2): "1/2",
    Fraction(2): "2",
}


def _change_view(change: Change) -> ChangeView:
    return ChangeView(
        fate=change.fate.value,
        before=_placed_view(change.before),
        after=_placed_view(change.after),
        lands=change.lands,
    )


def _placed_view(placed: Placed | None) -> PlacedView | None:
    if placed is None:
        return None
    return PlacedView(
        words=fact("event", placed.words),
        wall=placed.wall,
        starts=clock(placed.starts),
        facing=clock(placed.facing),
        at_seconds=placed.at_seconds,
    )


def phrase_fit_view(timeline: Timeline, title: str) -> PhraseFitView:
    """Every danced phrase: on count 1, or how late the next wall is."""
    routine = timeline.routine
    hits = {placed.index for placed in timeline.phrase_hits}
    lateness = []
    for placed in timeline.danced_phrases:
        inside = next((p for p in timeline.segments if p.start <= placed.start < p.end), None)
        late = min(
            (s - placed.start for s in timeline.wall_starts if s > placed.start), default=None
        )
        hit = placed.index in hits
        lateness.append(
            LateView(
                phrase=fact("phrase", placed.name),
                index=placed.index,
                count=float(placed.start),
                at_seconds=routine.song.seconds(placed.start),
                hit=hit,
                wall=inside.wall if inside is not None else None,
                on_count=float(placed.start - inside.start + inside.first + 1)
                if inside is not None
                else None,
                next_wall_late=0.0 if hit else float(late) if late is not None else None,
            )
        )
    return PhraseFitView(
        title=title or routine.title,
        song_title=routine.song.title,
        hits=len(hits),
        phrases=len(lateness),
        lateness=lateness,
    )
