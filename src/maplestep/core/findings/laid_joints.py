"""A joint that a sheet states and a routine lays is one thing to settle, not two."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Final

from ..primitives.finding import Finding

_LAID: Final = {
    "sheet.restart-foot": ("fit.wrong-foot-restart", "after", "cut"),
    "sheet.tag-start-foot": ("fit.wrong-foot-into-tag", "tag", "after"),
    "sheet.tag-foot": ("fit.wrong-foot-out-of-tag", "tag", "before"),
}
"""Where it is found once more, and which fact of the one has to be which of the other."""


def without_laid_joints(
    of_sheet: Sequence[Finding], of_fit: Collection[Finding]
) -> tuple[Finding, ...]:
    """What is found in the sheet, but the joints that are found where they are laid as well.

    There they have their wall, their place in the song and the repairs that were danced. A
    restart that the routine lays on other walls or after another count stays, and so does a tag
    that the routine does not lay.
    """
    return tuple(finding for finding in of_sheet if not _is_laid(finding, of_fit))


def _is_laid(finding: Finding, of_fit: Collection[Finding]) -> bool:
    if finding.code not in _LAID:
        return False
    code, stated, laid = _LAID[finding.code]
    there = {
        f.place.wall
        for f in of_fit
        if f.code.startswith(code) and f.facts[laid] == finding.facts[stated]
    }
    walls = {int(wall) for wall in finding.facts.get("walls", "").split(", ") if wall}
    return bool(there) and walls <= there
