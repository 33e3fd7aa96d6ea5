"""What a reading looks like outside: one form for the Steps desk, exports and ``--json``.

Counts are numbers of counts, facings clock names, lengths on the floor metres.
"""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from typing import Literal

from pydantic import BaseModel

from ..core.analysis.level import LEVELS
from ..core.analysis.path import Floor, Path, distance
from ..core.figures.words import move_word
from ..core.primitives.counts import Feel, label
from ..core.primitives.feet import Foot, FreeFoot, free_foot
from ..core.primitives.turns import amount_words, clock, net_turn_words, walls_in_dance
from ..core.sheet.counting import between_counts, count_labels, count_unit
from ..core.sheet.model import Part, Section
from ..core.sheet.options import counts_of
from ..messages.words import fact
from ..services.check import CheckedSheet
from .shared import (
    FacingRunView,
    FindingView,
    FootName,
    finding_view,
)
from .statements import StatementView, sheet_statement_view


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


class SectionView(BaseModel):
    """A section, ready to be drawn on the foot chart (wall 1, starting at 12:00)."""

    title: str
    first: int
    last: int
    length: float
    start_facing: str
    end_facing: str
    free: FreeFoot
    moves: list[MoveView]
    facings: list[FacingRunView]


class StopView(BaseModel):
    """Where the dancer stands after a move: metres to the right and to the front."""

    x: float
    y: float
    facing: str
    label: str
    section: int
    start: int
    end: int


class PlaceView(BaseModel):
    """A place on the floor, in metres from the start."""

    x: float
    y: float


class FloorView(BaseModel):
    """The way of one wall from (0, 0) facing 12:00, and where later walls start.

    ``walls`` are the starting places of so many walls in a row and the last end;
    ``far`` is the greatest distance of these from the start, ``drift`` that of one wall.
    """

    stops: list[StopView]
    left: float
    right: float
    back: float
    front: float
    drift: float
    walls: list[PlaceView]
    far: float


class OptionView(BaseModel):
    """An easier way to dance a passage. ``differs`` is empty when it is proven equal."""

    counts: str
    section: int
    text: str
    known: bool
    differs: list[str]
    start: int
    end: int


class StretchView(BaseModel):
    """Counts [start, end) of a part."""

    start: float
    end: float


class BetweenView(BaseModel):
    """What is said between two counts, and where: ``at`` counts behind the first."""

    at: float
    label: str


class PartView(BaseModel):
    """A part, variant, tag, bridge, ending or step change.

    ``changed`` are the counts of a variant or step change that differ from ``variant_of``.
    """

    kind: Literal["part", "tag", "bridge", "ending", "change"]
    name: str
    variant_of: str
    changed: StretchView | None
    length: float
    turn: str
    free: FreeFoot
    sections: list[SectionView]
    count_labels: list[str]
    between: list[BetweenView]
    options: list[OptionView]
    floor: FloorView | None


class EvidenceView(BaseModel):
    """One measure beside what levels usually hold (from memory).

    ``usual`` has the most that each of ``LevelView.levels`` usually has.
    """

    key: str
    value: float
    usual: list[float]
    level: str
    beyond: bool | None


class LevelView(BaseModel):
    """The claimed level and the evidence, at a tempo in beats per minute."""

    claimed: str
    levels: list[str]
    bpm: float
    evidence: list[EvidenceView]


class SheetView(BaseModel):
    """A sheet as read. ``timing`` says how many counts a written count lasts."""

    title: str
    level: str
    counts: float
    walls: int | None
    turn: str
    timing: Literal["half", "written", "double"]
    parts: list[PartView]
    findings: list[FindingView]
    load: list[FindingView]
    evidence: LevelView
    statements: list[StatementView]


def sheet_view(checked: CheckedSheet) -> SheetView:
    """A reading with its findings, ready to be drawn."""
    reading, bpm = checked.reading, checked.bpm
    sheet = reading.sheet
    single = sheet.danced[0] if len(sheet.danced) == 1 else None
    return SheetView(
        title=sheet.title,
        level=sheet.claims.level,
        counts=float(sum(part.length for part in sheet.danced)),
        walls=walls_in_dance(single.net_turn) if single else None,
        turn=fact("turn", net_turn_words(single.net_turn)) if single else "",
        timing="half" if sheet.timing < 1 else "double" if sheet.timing > 1 else "written",
        parts=[_part_view(part, checked) for part in sheet.parts],
        findings=[finding_view(finding) for finding in checked.findings],
        load=[finding_view(finding) for finding in checked.load],
        statements=[sheet_statement_view(each, reading.text) for each in sheet.statements],
        evidence=LevelView(
            claimed=sheet.claims.plain_level,
            levels=list(LEVELS),
            bpm=bpm,
            evidence=[
                EvidenceView(
                    key=each.key,
                    value=each.value,
                    usual=list(each.usual),
                    level=each.level,
                    beyond=each.beyond,
                )
                for each in checked.evidence
            ],
        ),
    )


def _part_view(part: Part, checked: CheckedSheet) -> PartView:
    feel, unit = checked.reading.sheet.feel, count_unit(checked.reading.sheet)
    floor = checked.floors.get(part.name)
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
    replaces = part.replaces
    return PartView(
        kind=part.kind.value,
        name=part.name,
        variant_of=part.variant_of,
        changed=StretchView(start=float(replaces[0]), end=float(replaces[1])) if replaces else None,
        length=float(part.length),
        turn=fact("turn", net_turn_words(part.net_turn)),
        free=free_foot(part.end_weight),
        sections=sections,
        count_labels=count_labels(part, unit),
        between=[BetweenView(at=float(at), label=word) for at, word in between_counts(feel)],
        options=[
            OptionView(
                counts=counts_of(part, option, feel),
                section=sum(1 for s in part.sections if s.start <= option.start) - 1,
                text=option.text,
                known=option.known,
                differs=[
                    fact("differs", said) for said in checked.differences.get(option.span, ())
                ],
                start=option.span.start,
                end=option.span.end,
            )
            for option in part.options
        ],
        floor=_floor_view(part, floor, feel) if floor is not None else None,
    )


def _floor_view(part: Part, floor: Floor, feel: Feel) -> FloorView:
    path, places = floor
    left, right, back, front = path.extent
    return FloorView(
        stops=list(_stops(part, path, feel)),
        left=_metres(left),
        right=_metres(right),
        back=_metres(back),
        front=_metres(front),
        drift=_metres(distance(path.drift)),
        walls=[PlaceView(x=_metres(place.x), y=_metres(place.y)) for place in places],
        far=_metres(max(map(distance, places))),
    )


def _stops(part: Part, path: Path, feel: Feel) -> Iterator[StopView]:
    index = 0
    for number, section in enumerate(part.sections):
        for move in section.moves:
            stop = path.stops[index]
            index += 1
            yield StopView(
                x=_metres(stop.place.x),
                y=_metres(stop.place.y),
                facing=clock(stop.facing),
                label=label(move.at - section.start, feel),
                section=number,
                start=move.span.start,
                end=move.span.end,
            )


def _metres(value: float) -> float:
    """Rounded to the centimetre, without a negative nought."""
    return round(value, 2) + 0.0


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
                word=fact("move", move_word(move)),
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
