"""Reading routines: the form, the timeline, the shelf."""

from __future__ import annotations

import time
import uuid
from collections.abc import Sequence
from typing import Final, TypedDict

from django.db.models import QuerySet
from pydantic import TypeAdapter

from ...core.findings.laid_joints import without_laid_joints
from ...core.findings.registry import fit_findings, sheet_findings
from ...core.layout.engine import lay_out
from ...core.layout.timeline import Timeline
from ...core.primitives.finding import Severity
from ...core.primitives.leitner import Card
from ...core.routine.model import Routine as CoreRoutine
from ...core.sheet.read import Reading
from ...formats.routine.routine_file import EventForm, PinForm, RoutineForm, routine_of
from ...services.check import check_routine
from ...views.timeline import TimelineView, timeline_view
from ..accounts.models import User
from ..dances.queries import figures_mark, figures_of, mark_of, read_kept, reading_of
from ..errors import NotHere
from ..songs.queries import stored_song_form
from .models import Quiz, Routine

SHELF_SECONDS: Final = 0.12
_EVENTS: Final = TypeAdapter(list[EventForm])


class Summary(TypedDict):
    """The shelf's line of a routine: how it sits and what is to settle."""

    state: str
    hits: int
    phrases: int
    to_settle: int


def get_routine(user: User, pk: uuid.UUID) -> Routine:
    """One of the user's routines with song, dance and events. Raises NotHere."""
    found = whole_routines(Routine.objects.filter(Routine.reached_by(user), pk=pk)).first()
    if found is None:
        raise NotHere
    return found


def whole_routines(routines: QuerySet[Routine] | None = None) -> QuerySet[Routine]:
    """Routines with all that laying them out asks for."""
    found = Routine.objects.all() if routines is None else routines
    return found.select_related("song", "dance", "owner").prefetch_related("song__phrases")


def event_forms(routine: Routine) -> list[EventForm]:
    """The events as the open format writes them."""
    return _EVENTS.validate_python(routine.events)


def routine_form(routine: Routine) -> RoutineForm:
    """A stored routine as the open file."""
    return RoutineForm(
        title=str(routine),
        song=stored_song_form(routine.song),
        sheet=routine.dance.sheet,
        start=routine.start,
        sequence=routine.sequence,
        pins=[PinForm(part=part, facing=facing) for part, facing in routine.pins],
        events=event_forms(routine),
    )


def reading_of_routine(routine: Routine) -> Reading:
    """The dance's sheet, read with its owner's figures."""
    return reading_of(routine.owner, routine.dance.sheet)


def routine_core(routine: Routine, *, sequence: str | None = None) -> CoreRoutine:
    """The core's routine; with ``sequence``, as if that were its order."""
    form = routine_form(routine)
    if sequence is not None:
        form = form.model_copy(update={"sequence": sequence})
    return routine_of(form, reading_of_routine(routine))


def laid_out(routine: Routine, reading: Reading | None = None) -> Timeline:
    """The routine laid on its song."""
    reading = reading or reading_of_routine(routine)
    return lay_out(routine_of(routine_form(routine), reading))


def timeline_of(routine: Routine) -> TimelineView:
    """The routine laid out, with everything found."""
    reading = reading_of_routine(routine)
    return timeline_view(check_routine(laid_out(routine, reading), reading), title=str(routine))


def cards_of(quiz: Quiz) -> dict[str, Card]:
    """How well each question of a quiz is known."""
    return {key: Card(*card) for key, card in quiz.cards.items()}


def shelf_routines(
    user: User, seconds: float = SHELF_SECONDS
) -> tuple[list[Routine], set[uuid.UUID]]:
    """The user's routines with their summaries, and the ids of those whose summary is old.

    So many are laid out anew as fit into ``seconds``; the rest is left to the worker.
    """
    routines = list(whole_routines(Routine.objects.filter(Routine.reached_by(user))))
    return routines, _refresh(routines, seconds)


def _refresh(routines: Sequence[Routine], seconds: float) -> set[uuid.UUID]:
    # Figures of one's own change how every sheet is read.
    owners = {routine.owner for routine in routines}
    figures = {owner: figures_of(owner) for owner in owners}
    now = {r.pk: _versions(r, mark_of(figures[r.owner])) for r in routines}
    stale = [r for r in routines if r.summary is None or r.summary_of != now[r.pk]]
    until, done = time.monotonic() + seconds, list[Routine]()
    for routine in stale:
        if done and time.monotonic() > until:
            break
        routine.summary = _summarise(
            routine, read_kept(routine.dance.sheet, figures[routine.owner])
        )
        routine.summary_of = now[routine.pk]
        done.append(routine)
    # changed_at must stay: the user changed nothing.
    Routine.objects.bulk_update(done, ["summary", "summary_of"])
    return {routine.pk for routine in stale[len(done) :]}


def _versions(routine: Routine, mark: str) -> str:
    return f"{routine.version}.{_basis(routine, mark)}"


def _basis(routine: Routine, mark: str) -> str:
    return f"{routine.song.version}.{routine.dance.version}.{mark}"


def basis_of(routine: Routine) -> str:
    """Changes whenever the routine's song, its dance or one of the user's figures does."""
    return _basis(routine, figures_mark(routine.owner))


def get_versions(user: User, pk: uuid.UUID) -> Routine:
    """One of the user's routines for its versions alone. Raises NotHere."""
    found = Routine.objects.filter(Routine.reached_by(user), pk=pk).select_related(
        "song", "dance", "owner"
    )
    routine = found.first()
    if routine is None:
        raise NotHere
    return routine


def _summarise(routine: Routine, reading: Reading) -> Summary:
    """Lay the routine out and count what is to settle."""
    timeline = lay_out(routine_of(routine_form(routine), reading))
    of_fit = fit_findings(timeline)
    findings = (*without_laid_joints(sheet_findings(reading), of_fit), *of_fit)
    to_settle = sum(finding.severity is not Severity.KNOW for finding in findings)
    state = "draft" if not timeline.segments else "to settle" if to_settle else "sits"
    return Summary(
        state=state,
        hits=len(timeline.phrase_hits),
        phrases=len(timeline.danced_phrases),
        to_settle=to_settle,
    )
