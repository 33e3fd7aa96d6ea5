"""A joint that a sheet states and a routine lays is one thing to settle, not two."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Final

from ..primitives.finding import Finding

_LAID: Final = {
    "sheet.restart-foot": "fit.wrong-foot-restart",
    "sheet.tag-start-foot": "fit.wrong-foot-into-tag",
    "sheet.tag-foot": "fit.wrong-foot-out-of-tag",
}


def without_laid_joints(
    of_sheet: Sequence[Finding], of_fit: Collection[Finding]
) -> tuple[Finding, ...]:
    """What is found in the sheet, but the joints that are found where they are laid as well.

    There they have their wall, their place in the song and the repairs that were danced. A
    restart that the routine lays on other walls than the sheet states stays.
    """
    return tuple(finding for finding in of_sheet if not _is_laid(finding, of_fit))


def _is_laid(finding: Finding, of_fit: Collection[Finding]) -> bool:
    code = _LAID.get(finding.code)
    if code is None:
        return False
    there = {f.place.wall for f in of_fit if f.code.startswith(code)}
    stated = {int(wall) for wall in finding.facts.get("walls", "").split(", ") if wall}
    return bool(there) and stated <= there
