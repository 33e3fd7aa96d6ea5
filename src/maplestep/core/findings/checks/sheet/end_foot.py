"""Does the dance end on the foot that lets it begin again?"""

from __future__ import annotations

from collections.abc import Iterator

from ....analysis.joints import move_to_change
from ....primitives.feet import is_free
from ....primitives.finding import Finding, Place, Severity
from ....sheet.model import Sheet


def check(sheet: Sheet) -> Iterator[Finding]:
    """Find that the foot which starts the next wall carries the weight at the end."""
    part = sheet.wall
    if part is None or len(sheet.danced) != 1 or not part.moves:
        return
    foot = part.first_foot
    if foot is None or is_free(foot, part.end_weight):
        return
    suffix, move = move_to_change(part.moves, foot)
    last = move or part.moves[-1]
    yield Finding(
        code=f"sheet.end-foot{suffix}",
        severity=Severity.WRONG,
        place=Place(span=last.span, part=part.name, section=part.sections[-1].title),
        facts={"foot": foot.word, "figure": last.figure},
        expected=f"{foot.word} foot free",
        found=f"{foot.word} foot carries the weight",
    )
