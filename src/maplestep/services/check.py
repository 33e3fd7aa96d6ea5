"""Check a sheet or a routine: everything that is found, with the repairs that were danced."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from ..core.findings.registry import fit_findings, load_findings, sheet_findings
from ..core.layout.timeline import Timeline
from ..core.primitives.finding import Finding
from ..core.sheet.read import Reading
from ..core.tools.joint_repairs import with_joint_repairs

USUAL_BPM: Final = 110.0
"""Beats a minute at which load is worked out while no song is chosen."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedSheet:
    """A reading and what is found in it; ``load`` at ``bpm`` beats a minute."""

    reading: Reading
    bpm: float
    findings: tuple[Finding, ...]
    load: tuple[Finding, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckedRoutine:
    """A routine on its song, what is found there, and what is found in its sheet."""

    timeline: Timeline
    findings: tuple[Finding, ...]
    sheet_findings: tuple[Finding, ...]


def check_sheet(reading: Reading, *, bpm: float = USUAL_BPM) -> CheckedSheet:
    """What is found in a sheet, and how hard it is to dance at a tempo."""
    return CheckedSheet(
        reading=reading,
        bpm=bpm,
        findings=sheet_findings(reading),
        load=load_findings(reading, bpm=bpm),
    )


def check_routine(timeline: Timeline, reading: Reading) -> CheckedRoutine:
    """What is found once the dance lies on the song; joints with repairs that were danced."""
    return CheckedRoutine(
        timeline=timeline,
        findings=tuple(with_joint_repairs(fit_findings(timeline), timeline, reading)),
        sheet_findings=sheet_findings(reading),
    )
