"""All checks, in the order their findings are shown."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import lru_cache
from typing import Final

from ..figures.model import Figure
from ..layout.timeline import Timeline
from ..primitives.finding import Finding, Severity
from ..sheet.model import Sheet
from ..sheet.read import Reading, is_kept, read_sheet
from .checks.fit import (
    claimed_event_facing,
    events_never,
    final_facing,
    joints,
    nothing_danced,
    off_unit,
    order,
    own_steps,
    parts_left_out,
    phrases_missed,
    phrases_unmarked,
    stated,
    waits,
)
from .checks.load import load
from .checks.sheet import (
    claimed_counts,
    claimed_events,
    claimed_facing,
    claimed_walls,
    end_foot,
    event_joints,
    no_steps,
    options,
    turn_sides,
)
from .repairs import with_repairs

SHEET_CHECKS: Final[tuple[Callable[[Sheet], Iterator[Finding]], ...]] = (
    no_steps.check,
    claimed_counts.check,
    claimed_walls.check,
    claimed_facing.check,
    claimed_events.check,
    turn_sides.check,
    options.check,
    end_foot.check,
    event_joints.check,
)
FIT_CHECKS: Final[tuple[Callable[[Timeline], Iterator[Finding]], ...]] = (
    nothing_danced.check,
    parts_left_out.check,
    order.check,
    events_never.check,
    own_steps.check,
    joints.check,
    claimed_event_facing.check,
    phrases_unmarked.check,
    off_unit.check,
    phrases_missed.check,
    final_facing.check,
    waits.check,
    stated.check,
)
_ORDER: Final = {Severity.WRONG: 0, Severity.DOUBTFUL: 1, Severity.KNOW: 2}


def sheet_findings(reading: Reading) -> tuple[Finding, ...]:
    """What is found in a sheet alone, in the order of the text, headline claims first.

    Repairs are offered where they work; to find them, changed sheets are read and danced.
    Findings that a repair of another one takes along are its consequences and stand below it.
    """
    # What was found in a text is kept with its reading.
    if is_kept(reading):
        return _repaired_kept(reading.text, reading.own)
    return _repaired(reading)


@lru_cache(maxsize=128)
def _repaired_kept(text: str, own: tuple[Figure, ...]) -> tuple[Finding, ...]:
    return _repaired(read_sheet(text, own))


def _repaired(reading: Reading) -> tuple[Finding, ...]:
    found = _found(reading)
    return with_repairs(reading.text, found, lambda text: _found(read_sheet(text, reading.own)))


def load_findings(reading: Reading, *, bpm: float) -> tuple[Finding, ...]:
    """Speed, turns and drift of a sheet at a tempo in beats per minute."""
    return tuple(load.check(reading.sheet, bpm=bpm))


def _found(reading: Reading) -> tuple[Finding, ...]:
    checked = [finding for check in SHEET_CHECKS for finding in check(reading.sheet)]
    both = [*checked, *reading.findings]
    return tuple(sorted(both, key=lambda f: f.place.span.start if f.place.span else 0))


def fit_findings(timeline: Timeline) -> tuple[Finding, ...]:
    """What is found once the dance lies on the song, the gravest first, without repairs."""
    found = [finding for check in FIT_CHECKS for finding in check(timeline)]
    return tuple(sorted(found, key=lambda finding: _ORDER[finding.severity]))
