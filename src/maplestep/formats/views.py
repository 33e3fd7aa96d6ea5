"""What a reading and a timeline look like outside: one form for screens and ``--json``.

Counts are numbers of counts, facings clock names, seconds seconds. Everything the
browser draws is said here, so that it computes nothing of the trade.
"""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction
from typing import Literal

from pydantic import BaseModel

from ..core.counts import Feel, label
from ..core.feet import Foot
from ..core.figures.words import move_word
from ..core.finding import EventEdit, Finding, SheetEdit
from ..core.findings.event_words import event_name
from ..core.findings.registry import fit_findings, sheet_findings
from ..core.findings.words import advice, fix_words, message
from ..core.sheet.model import Part, Section
from ..core.sheet.read import Reading
from ..core.song import PlacedPhrase
from ..core.timeline import Pass, Timeline
from ..core.turns import FULL, amount_words, clock, net_turn_words, walls_in_dance

FootName = Literal["L", "R", "both"]


class SheetFixView(BaseModel):
    """Replace characters [start, end) of the sheet."""

    kind: Literal["sheet"] = "sheet"
    label: str
    start: int
    end: int
    text: str


class EventFixView(BaseModel):
    """Change an event: the walls left (none: remove it) and the facing claimed."""

    kind: Literal["event"] = "event"
    label: str
    event: str
    walls: list[int]
    claims_facing: str | None


class FindingView(BaseModel):
    """A finding in words, with its place."""

    code: str
    severity: Literal["wrong", "doubtful", "know"]
    message: str
    advice: str
    expected: str
    found: str
    start: int | None
    end: int | None
    line: int | None
    section: str
    count: str
    wall: int | None
    event: str
    phrase: int | None
    at_seconds: float | None
    fix: SheetFixView | EventFixView | None


class MoveView(BaseModel):
    """One move of a section; ``at`` counts from the section's start."""

    at: float
    label: str
    foot: FootName | None
    word: str
    figure: str
    weight: bool
    turn: int
    turn_words: str
    facing: str
    start: int
    end: int


class FacingRunView(BaseModel):
    """Counts [start, end) facing one way."""

    facing: str
    start: float
    end: float


class SectionView(BaseModel):
    """A section, ready to be drawn on the foot chart (wall 1, starting at 12:00)."""

    title: str
    first: int
    last: int
    length: float
    start_facing: str
    end_facing: str
    free: Literal["left", "right", "either"]
    moves: list[MoveView]
    facings: list[FacingRunView]


class PartView(BaseModel):
    """A part, tag, bridge or ending."""

    kind: Literal["part", "tag", "bridge", "ending"]
    name: str
    length: float
    turn: str
    sections: list[SectionView]
    count_labels: list[str]


class SheetView(BaseModel):
    """A sheet as read."""

    title: str
    level: str
    counts: float
    walls: int | None
    turn: str
    parts: list[PartView]
    findings: list[FindingView]


class PhraseView(BaseModel):
    """A phrase on the song strip; ``hit`` is None where nothing is danced."""

    index: int
    kind: str
    name: str
    cue: str
    start: float
    counts: float
    start_seconds: float
    hit: bool | None


class PhraseSpanView(BaseModel):
    """The stretch of a pass that lies in a phrase, in counts from the pass's start."""

    index: int
    kind: str
    name: str
    start: float
    end: float
    starts: bool


class PassView(BaseModel):
    """A wall or tag as danced."""

    kind: Literal["wall", "tag"]
    wall: int
    part: str
    length: float
    full_length: float
    start: float
    end: float
    start_seconds: float
    end_seconds: float
    start_facing: str
    end_facing: str
    free: Literal["left", "right", "either"]
    facings: list[FacingRunView]
    phrases: list[PhraseSpanView]
    ended: Literal["whole", "restart", "song"]
    event: str
    event_words: str
    cue: str


class DancedMoveView(BaseModel):
    """A move where it falls in the song; ``count`` is the song's count, from 0."""

    wall: int
    count: float
    at_seconds: float
    label: str
    foot: FootName | None
    word: str
    figure: str
    facing: str
    weight: FootName | None


class EndView(BaseModel):
    """How the song leaves the dancers."""

    facing: str
    wall: int
    count: float
    turn_amount: str
    turn_sides: list[Literal["left", "right"]]


class TimelineView(BaseModel):
    """A routine laid out, with everything found."""

    title: str
    song_title: str
    song_counts: float
    song_seconds: float
    start: float
    count_unit: int
    dance_title: str
    dance_counts: float
    dance_walls: int | None
    dance_turn: str
    tags: list[str]
    hits: int
    phrases_danced: int
    phrases: list[PhraseView]
    count_labels: dict[str, list[str]]
    passes: list[PassView]
    end: EndView | None
    findings: list[FindingView]
    sheet_findings: list[FindingView]
    moves: list[DancedMoveView]


def finding_view(finding: Finding) -> FindingView:
    """A finding with its sentences made."""
    place = finding.place
    return FindingView(
        code=finding.code,
        severity=finding.severity.value,
        message=message(finding),
        advice=advice(finding),
        expected=finding.expected,
        found=finding.found,
        start=place.span.start if place.span else None,
        end=place.span.end if place.span else None,
        line=place.span.line if place.span else None,
        section=place.section,
        count=place.count,
        wall=place.wall,
        event=place.event,
        phrase=place.phrase,
        at_seconds=place.at_seconds,
        fix=_fix_view(finding),
    )


def _fix_view(finding: Finding) -> SheetFixView | EventFixView | None:
    match finding.fix:
        case None:
            return None
        case SheetEdit() as fix:
            return SheetFixView(
                label=fix_words(fix, finding), start=fix.start, end=fix.end, text=fix.text
            )
        case EventEdit() as fix:
            facing = None if fix.claims_facing is None else clock(fix.claims_facing)
            return EventFixView(
                label=fix_words(fix, finding),
                event=fix.event,
                walls=list(fix.walls),
                claims_facing=facing,
            )


def sheet_view(reading: Reading) -> SheetView:
    """A reading with its findings, ready to be drawn."""
    sheet = reading.sheet
    single = sheet.danced[0] if len(sheet.danced) == 1 else None
    return SheetView(
        title=sheet.title,
        level=sheet.claims.level,
        counts=float(sum(part.length for part in sheet.danced)),
        walls=walls_in_dance(single.net_turn) if single else None,
        turn=net_turn_words(single.net_turn) if single else "",
        parts=[_part_view(part, sheet.feel) for part in sheet.parts],
        findings=[finding_view(finding) for finding in sheet_findings(reading)],
    )


def _part_view(part: Part, feel: Feel) -> PartView:
    sections = []
    facing = 0
    weight = part.start_weight
    done = 0
    for section in part.sections:
        weights = part.weights[done : done + len(section.moves)]
        done += len(section.moves)
        weight = weights[-1] if weights else weight
        sections.append(_section_view(section, facing, weight, feel))
        facing += sum(move.turn for move in section.moves)
    return PartView(
        kind=part.kind.value,
        name=part.name,
        length=float(part.length),
        turn=net_turn_words(part.net_turn),
        sections=sections,
        count_labels=count_labels(part),
    )


def _section_view(section: Section, facing: int, weight: Foot | None, feel: Feel) -> SectionView:
    moves: list[MoveView] = []
    runs: list[FacingRunView] = []
    since = Fraction(0)
    start = facing
    for move in section.moves:
        at = move.at - section.start
        if move.turn and at > since:
            runs.append(FacingRunView(facing=clock(facing), start=float(since), end=float(at)))
            since = at
        facing += move.turn
        moves.append(
            MoveView(
                at=float(at),
                label=label(at, feel),
                foot=move.foot.value if move.foot else None,
                word=move_word(move),
                figure=move.figure,
                weight=move.weight is not None,
                turn=move.turn,
                turn_words=amount_words(move.turn) if move.turn else "",
                facing=clock(facing),
                start=move.span.start,
                end=move.span.end,
            )
        )
    if since < section.length:
        end = float(section.length)
        runs.append(FacingRunView(facing=clock(facing), start=float(since), end=end))
    return SectionView(
        title=section.title,
        first=int(section.start) + 1,
        last=int(section.end),
        length=float(section.length),
        start_facing=clock(start),
        end_facing=clock(facing),
        free=free_foot(weight),
        moves=moves,
        facings=runs,
    )


def count_labels(part: Part) -> list[str]:
    """What dancers say on each whole count of a part: every section starts over at 1."""
    return [
        str(count % 8 + 1) if section.length > 10 else str(count + 1)
        for section in part.sections
        for count in range(int(section.length))
    ]


def free_foot(weight: Foot | None) -> Literal["left", "right", "either"]:
    """The foot that may move next."""
    match weight:
        case Foot.LEFT:
            return "right"
        case Foot.RIGHT:
            return "left"
        case _:
            return "either"


def timeline_view(timeline: Timeline, reading: Reading, *, title: str = "") -> TimelineView:
    """A timeline with all findings, ready to be drawn."""
    routine = timeline.routine
    song, sheet = routine.song, routine.sheet
    danced = {placed.index for placed in timeline.danced_phrases}
    hits = {placed.index for placed in timeline.phrase_hits}
    wall = sheet.wall
    single = wall if len(sheet.danced) == 1 else None
    return TimelineView(
        title=title or routine.title,
        song_title=song.title,
        song_counts=float(song.length),
        song_seconds=song.seconds(song.length),
        start=float(routine.start_count),
        count_unit=song.count_unit,
        dance_title=sheet.title,
        dance_counts=float(wall.length) if wall else 0.0,
        dance_walls=walls_in_dance(single.net_turn) if single else None,
        dance_turn=net_turn_words(wall.net_turn) if wall else "",
        tags=[part.name for part in sheet.parts if part.kind.value == "tag"],
        hits=len(hits),
        phrases_danced=len(danced),
        phrases=[
            _phrase_view(
                placed,
                song.seconds(placed.start),
                placed.index in hits if placed.index in danced else None,
            )
            for placed in song.placed
        ],
        count_labels={part.name: count_labels(part) for part in sheet.parts},
        passes=[_pass_view(timeline, passed) for passed in timeline.passes],
        end=_end_view(timeline),
        findings=[finding_view(finding) for finding in fit_findings(timeline)],
        sheet_findings=[finding_view(finding) for finding in sheet_findings(reading)],
        moves=list(_move_views(timeline)),
    )


def _phrase_view(placed: PlacedPhrase, seconds: float, hit: bool | None) -> PhraseView:
    return PhraseView(
        index=placed.index,
        kind=placed.phrase.kind.value,
        name=placed.name,
        cue=placed.phrase.cue,
        start=float(placed.start),
        counts=float(placed.phrase.counts),
        start_seconds=seconds,
        hit=hit,
    )


def _pass_view(timeline: Timeline, passed: Pass) -> PassView:
    event = passed.event
    return PassView(
        kind=passed.kind.value,
        wall=passed.wall,
        part=passed.part.name if passed.part else "",
        length=float(passed.length),
        full_length=float(passed.full_length),
        start=float(passed.start),
        end=float(passed.end),
        start_seconds=passed.start_seconds,
        end_seconds=passed.end_seconds,
        start_facing=clock(passed.start_facing),
        end_facing=clock(passed.end_facing),
        free=free_foot(passed.end_weight),
        facings=[
            FacingRunView(facing=clock(run.facing), start=float(run.start), end=float(run.end))
            for run in passed.facings
        ],
        phrases=[
            PhraseSpanView(
                index=span.phrase.index,
                kind=span.phrase.phrase.kind.value,
                name=span.phrase.name,
                start=float(span.start),
                end=float(span.end),
                starts=span.starts,
            )
            for span in passed.phrases
        ],
        ended=passed.ended.value,
        event=event.id if event else "",
        event_words=event_name(timeline.routine, event) if event else "",
        cue=event.cue if event else "",
    )


def _end_view(timeline: Timeline) -> EndView | None:
    if not timeline.passes:
        return None
    last = timeline.passes[-1]
    back = -last.end_facing % FULL
    sides: list[Literal["left", "right"]] = []
    if 0 < back <= FULL // 2:
        sides.append("right")
    if back >= FULL // 2:
        sides.append("left")
    return EndView(
        facing=clock(last.end_facing),
        wall=last.wall,
        count=float(last.length),
        turn_amount=amount_words(min(back, FULL - back)) if back else "",
        turn_sides=sides,
    )


def _move_views(timeline: Timeline) -> Iterable[DancedMoveView]:
    feel = timeline.routine.sheet.feel
    # What does not depend on where in the song a move falls is worked out once a move.
    once: dict[int, tuple[float, str, str]] = {}
    for danced in timeline.moves():
        move = danced.move
        if id(move) not in once:
            once[id(move)] = (float(move.at), label(move.at, feel), move_word(move))
        at, said, word = once[id(move)]
        yield DancedMoveView(
            wall=danced.passed.wall,
            count=float(danced.passed.start) + at,
            at_seconds=round(danced.at_seconds, 4),
            label=said,
            foot=move.foot.value if move.foot else None,
            word=word,
            figure=move.figure,
            facing=clock(danced.facing),
            weight=danced.weight.value if danced.weight else None,
        )
