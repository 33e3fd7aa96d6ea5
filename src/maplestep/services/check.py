"""Check a sheet or a routine: everything that is found, with the repairs that were danced."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

from ..core.analysis.level import Evidence, evidence
from ..core.analysis.path import Floor, floor_of
from ..core.figures.model import Figure
from ..core.findings.laid_joints import without_laid_joints
from ..core.findings.registry import fit_findings, load_findings, sheet_findings
from ..core.layout.timeline import Timeline
from ..core.primitives.finding import Finding
from ..core.primitives.moves import Span
from ..core.sheet.model import PartKind
from ..core.sheet.options import differences
from ..core.sheet.read import Reading, is_kept, read_sheet
from ..core.tools.joint_repairs import with_joint_repairs

_WALLS: Final = 8
"""So many walls are followed over the floor."""
USUAL_BPM: Final = 110.0
"""Beats per minute at which load is worked out while no song is chosen."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedSheet:
    """A reading and what is found in it.

    ``load`` and ``evidence`` of the level are at ``bpm`` beats per minute; ``floors`` the way of
    one wall of each part, by name; ``differences`` what an easier option does otherwise, by
    where it stands in the sheet.
    """

    reading: Reading
    bpm: float
    findings: tuple[Finding, ...]
    load: tuple[Finding, ...]
    evidence: tuple[Evidence, ...]
    floors: Mapping[str, Floor]
    differences: Mapping[Span, list[str]]


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedRoutine:
    """A routine on its song, what is found there, and what is found in its sheet."""

    timeline: Timeline
    findings: tuple[Finding, ...]
    sheet_findings: tuple[Finding, ...]


def check_sheet(reading: Reading, *, bpm: float = USUAL_BPM) -> CheckedSheet:
    """What is found in a sheet, and how hard it is to dance at a tempo.

    The last ones are kept, like the readings they are of.
    """
    if is_kept(reading):
        return _checked_kept(reading.text, reading.own, bpm)
    return _checked(reading, bpm)


@lru_cache(maxsize=128)
def _checked_kept(text: str, own: tuple[Figure, ...], bpm: float) -> CheckedSheet:
    return _checked(read_sheet(text, own), bpm)


def _checked(reading: Reading, bpm: float) -> CheckedSheet:
    sheet = reading.sheet
    return CheckedSheet(
        reading=reading,
        bpm=bpm,
        findings=sheet_findings(reading),
        load=load_findings(reading, bpm=bpm),
        evidence=evidence(sheet, bpm=bpm),
        floors={
            part.name: floor_of(part.moves, _WALLS)
            for part in sheet.parts
            if part.kind is PartKind.PART
        },
        differences={
            option.span: differences(part, option)
            for part in sheet.parts
            for option in part.options
            if option.known
        },
    )


def check_routine(timeline: Timeline, reading: Reading) -> CheckedRoutine:
    """What is found once the dance lies on the song; joints with repairs that were danced."""
    of_fit = fit_findings(timeline)
    return CheckedRoutine(
        timeline=timeline,
        findings=tuple(with_joint_repairs(of_fit, timeline, reading)),
        sheet_findings=without_laid_joints(sheet_findings(reading), of_fit),
    )
