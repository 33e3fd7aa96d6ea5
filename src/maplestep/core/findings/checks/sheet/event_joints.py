"""Is the right foot free where the sheet's own notes let a tag or restart fall?"""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from ....primitives.feet import Foot, is_free
from ....primitives.finding import Finding, Place, Severity
from ....primitives.moves import Span
from ....sheet.model import ClaimKind, Part, PartKind, Sheet, SheetStatement

_TAGS = (ClaimKind.TAG, ClaimKind.TAG_RESTART)


def check(sheet: Sheet) -> Iterator[Finding]:
    """Dance the stated joints of a dance with one part: into tags, out of them, into restarts."""
    wall = sheet.wall
    if wall is None or len(sheet.danced) != 1:
        return
    yield from _restarts(sheet, wall)
    for tag in sheet.parts:
        if tag.kind is PartKind.TAG and tag.moves:
            yield from _tag(tag, wall, _place_of(tag, sheet))


def weight_after(part: Part, at: Fraction) -> Foot | None:
    """What carries the dancer once everything before ``at`` is danced."""
    weights = [w for m, w in zip(part.moves, part.weights, strict=True) if m.at < at]
    return weights[-1] if weights else part.start_weight


def _restarts(sheet: Sheet, wall: Part) -> Iterator[Finding]:
    changed = any(part.kind is PartKind.CHANGE for part in sheet.parts)
    seen: set[Fraction] = set()
    for stated in sheet.statements:
        said = stated.statement
        if said.kind is not ClaimKind.RESTART or said.after is None or said.replaces:
            continue
        if changed or said.after in seen or said.after > wall.length:
            continue
        seen.add(said.after)
        weight = weight_after(wall, said.after)
        foot = wall.first_foot
        if foot is not None and not is_free(foot, weight):
            yield _finding(
                "sheet.restart-foot", stated.span, foot,
                walls=", ".join(map(str, said.walls)), after=said.after_words or str(said.after),
            )  # fmt: skip


def _place_of(tag: Part, sheet: Sheet) -> Fraction | None:
    """After which count of the wall a tag is danced; None for its end."""
    for stated in sheet.statements:
        if stated.statement.kind in _TAGS and _means(stated, tag):
            return stated.statement.after
    return None


def _means(stated: SheetStatement, tag: Part) -> bool:
    number = stated.statement.number
    return stated.block == tag.name or number is None or tag.name.endswith(f" {number}")


def _tag(tag: Part, wall: Part, after: Fraction | None) -> Iterator[Finding]:
    into = weight_after(wall, wall.length if after is None else after)
    first = tag.first_foot
    if first is not None and not is_free(first, into):
        yield _finding("sheet.tag-start-foot", tag.span, first, tag=tag.name)
    # A tag of holds leaves the weight where the wall left it.
    weight = tag.end_weight if any(move.weight for move in tag.moves) else into
    foot = wall.first_foot
    if foot is not None and not is_free(foot, weight):
        yield _finding("sheet.tag-foot", tag.moves[-1].span, foot, tag=tag.name)


def _finding(code: str, span: Span, foot: Foot, **facts: str) -> Finding:
    return Finding(
        code=code,
        severity=Severity.WRONG,
        place=Place(span=span),
        facts={"foot": foot.word, **facts},
        expected=f"{foot.word} foot free",
        found=f"{foot.word} foot carries the weight",
    )
