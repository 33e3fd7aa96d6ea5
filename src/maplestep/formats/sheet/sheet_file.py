"""The JSON sheet: the text, which is the truth, and what was read from it.

Reading takes the text alone; everything else is for programs that want the moves
without reading sheets themselves. The schema is in ``docs/formats/sheet.schema.json``.
"""

from __future__ import annotations

from typing import Final, Literal

from pydantic import BaseModel, ConfigDict, ValidationError

from ...core.errors import FileError, Message
from ...core.primitives.counts import label
from ...core.primitives.turns import clock
from ...core.sheet.model import Part
from ...core.sheet.read import Reading
from ..json_text import load_json

FORMAT: Final = "maplestep-sheet"


class MoveForm(BaseModel):
    """One move. ``at`` is an exact count of the part such as "13/2"; ``turn`` in eighths."""

    at: str
    label: str
    foot: Literal["L", "R", "both"] | None
    move: str
    direction: str
    weight: Literal["L", "R", "both"] | None
    turn: int
    facing: str
    figure: str


class SectionForm(BaseModel):
    """A section with its moves; ``start`` and ``counts`` are exact."""

    title: str
    start: str
    counts: str
    moves: list[MoveForm]


class SheetPartForm(BaseModel):
    """A part, tag, bridge, ending or step change."""

    kind: str
    name: str
    counts: str
    net_turn: int
    start_weight: str | None
    end_weight: str | None
    sections: list[SectionForm]


class SheetForm(BaseModel):
    """A whole sheet."""

    model_config = ConfigDict(extra="ignore")

    format: Literal["maplestep-sheet"]
    version: Literal[1]
    text: str
    title: str = ""
    parts: list[SheetPartForm] = []


def write_sheet_file(reading: Reading) -> str:
    """The sheet as JSON."""
    form = SheetForm(
        format=FORMAT,
        version=1,
        text=reading.text,
        title=reading.sheet.title,
        parts=[_part(part, reading) for part in reading.sheet.parts],
    )
    return form.model_dump_json(indent=2) + "\n"


def read_sheet_file(text: str) -> str:
    """The sheet's text out of a JSON sheet. Raises FileError."""
    try:
        return SheetForm.model_validate(load_json(text)).text
    except ValidationError as error:
        where = ".".join(str(step) for step in error.errors()[0]["loc"])
        raise FileError(
            Message(
                "This file is no JSON sheet: {where} is not as it should be. Save the dance "
                "again with “Save as”.",
                where=where or "it",
            ),
            line=1,
        ) from error


def _part(part: Part, reading: Reading) -> SheetPartForm:
    facing = 0
    sections = []
    for section in part.sections:
        moves = []
        for move in section.moves:
            facing += move.turn
            moves.append(
                MoveForm(
                    at=str(move.at),
                    label=label(move.at - section.start, reading.sheet.feel),
                    foot=move.foot.value if move.foot else None,
                    move=move.verb,
                    direction=move.direction,
                    weight=move.weight.value if move.weight else None,
                    turn=move.turn,
                    facing=clock(facing),
                    figure=move.figure,
                )
            )
        sections.append(
            SectionForm(
                title=section.title,
                start=str(section.start),
                counts=str(section.length),
                moves=moves,
            )
        )
    return SheetPartForm(
        kind=part.kind.value,
        name=part.name,
        counts=str(part.length),
        net_turn=part.net_turn,
        start_weight=part.start_weight.value if part.start_weight else None,
        end_weight=part.end_weight.value if part.end_weight else None,
        sections=sections,
    )
