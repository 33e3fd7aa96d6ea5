"""What the Steps desk asks while one types: reading, words, canonical text, section copies."""

from __future__ import annotations

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema, Status
from pydantic import Field

from ...core.sheet.read import read_sheet
from ...core.sheet.render import language_of
from ...core.sheet.write.format import Style, format_sheet
from ...core.sheet.write.rewrite import TIMINGS, section_copy, timing_edit
from ...services.check import USUAL_BPM, check_sheet
from ...views.sheet import SheetView, sheet_view
from ...views.vocabulary import VocabularyView, vocabulary_view
from ..http import ErrorForm, json_answer, user_of
from .actions.define_figure import define_figure, forget_figure
from .api import SheetIn
from .models import OwnFigure
from .queries import figures_of

router = Router(tags=["steps desk"])


class ReadIn(SheetIn):
    """A text to read; ``bpm`` is the tempo its load is worked out for."""

    bpm: Annotated[float, Field(gt=0, le=1000)] = USUAL_BPM


class CopyIn(SheetIn):
    """Which section to copy: the one around character ``at``."""

    at: Annotated[int, Field(ge=0)]
    how: Literal["mirror", "duplicate"]


class TimingIn(SheetIn):
    """How many counts a written count is to last."""

    timing: Literal["half", "written", "double"]


class EditOut(Schema):
    """Replace characters [start, end) of the sheet."""

    start: int
    end: int
    text: str


class FigureForm(Schema):
    """A figure of one's own: its steps as on a sheet, "1&2 R side, L together"."""

    name: str
    steps: str


@router.post("/reading", response={200: SheetView, 422: ErrorForm})
def read(request: HttpRequest, form: ReadIn) -> HttpResponse:
    """Read a sheet without storing it."""
    reading = read_sheet(form.sheet, figures_of(user_of(request)))
    return json_answer(sheet_view(check_sheet(reading, bpm=form.bpm)))


@router.get("/words", response=VocabularyView)
def words(request: HttpRequest) -> VocabularyView:
    """Every word that can be written on a sheet, for completion."""
    return vocabulary_view(figures_of(user_of(request)))


@router.post("/canonical", response={200: SheetIn, 422: ErrorForm})
def canonical(request: HttpRequest, form: SheetIn) -> SheetIn:
    """A sheet in canonical text, in the language it is written in."""
    reading = read_sheet(form.sheet, figures_of(user_of(request)))
    return SheetIn(sheet=format_sheet(reading, Style(language=language_of(form.sheet))))


@router.post("/section", response={200: EditOut | None, 422: ErrorForm})
def copy_section(request: HttpRequest, form: CopyIn) -> EditOut | None:
    """What to insert to have a section once more, as it is or on the other foot."""
    reading = read_sheet(form.sheet, figures_of(user_of(request)))
    edit = section_copy(reading, form.at, mirrored=form.how == "mirror")
    return None if edit is None else EditOut(start=edit.start, end=edit.end, text=edit.text)


@router.post("/timing", response={200: EditOut, 422: ErrorForm})
def set_timing(request: HttpRequest, form: TimingIn) -> EditOut:
    """What to write into a sheet's head to have it read in half or double time."""
    edit = timing_edit(read_sheet(form.sheet), TIMINGS[form.timing])
    return EditOut(start=edit.start, end=edit.end, text=edit.text)


@router.get("/figures", response=list[FigureForm])
def figures(request: HttpRequest) -> list[FigureForm]:
    """The figures the user has defined."""
    found = OwnFigure.objects.filter(owner=user_of(request))
    return [FigureForm(name=figure.name, steps=figure.steps) for figure in found]


@router.post("/figures", response={200: FigureForm, 422: ErrorForm})
def define(request: HttpRequest, form: FigureForm) -> FigureForm:
    """Define a figure, or define it anew."""
    figure = define_figure(user_of(request), form.name, form.steps)
    return FigureForm(name=figure.name, steps=figure.steps)


@router.delete("/figures/{name}", response={204: None})
def forget(request: HttpRequest, name: str) -> Status[None]:
    """Take a figure back."""
    forget_figure(user_of(request), name)
    return Status(204, None)
