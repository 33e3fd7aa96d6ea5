"""Changes to a sheet's text that keep or mirror what is danced."""

from __future__ import annotations

import re
from typing import Final

from ...primitives.feet import Foot
from ...primitives.finding import SheetEdit
from ..build.dancing import OTHER_SIDE
from ..lines.head import Fact
from ..lines.model import Line, PartHeading, SectionHeading, StepLine
from ..model import Section
from ..read import Reading, read_sheet
from .edits import applied, other_side

TIMINGS: Final = {"half": "half time", "written": "", "double": "double time"}


def timing_edit(reading: Reading, words: str) -> SheetEdit:
    """Have the whole sheet read in half or double time, or as written when ``words`` is "".

    The line stands in the head, below the title, so that it goes where the sheet goes.
    """
    facts = [line for line in reading.lines if isinstance(line, Fact)]
    said = next((fact for fact in facts if fact.key == "timing"), None)
    if said is not None:
        whole = reading.text.split("\n")[said.span.line - 1]
        start = sum(len(each) + 1 for each in reading.text.split("\n")[: said.span.line - 1])
        alone = whole.strip().lower().startswith(("timing", "lecture"))
        if words:
            return SheetEdit(start=said.span.start, end=said.span.end, text=words)
        if alone:
            end = min(start + len(whole) + 1, len(reading.text))
            return SheetEdit(start=start, end=end, text="")
        return SheetEdit(start=said.span.start, end=said.span.end, text="as written")
    title = next((fact for fact in facts if fact.key == "title"), None)
    at = title.span.end if title is not None else 0
    if not words:
        return SheetEdit(start=at, end=at, text="")
    line = f"Timing: {words}"
    return SheetEdit(start=at, end=at, text=f"\n{line}" if title is not None else f"{line}\n")


def section_copy(reading: Reading, at: int, *, mirrored: bool) -> SheetEdit | None:
    """A copy of the section around a place of the text, to be inserted below it.

    Mirrored, its words name the other feet and sides. When those words would not be
    danced as the exact mirror (a foot is left out somewhere), the copy says "mirror
    section n" instead. None where there is no section.
    """
    found = _section_lines(reading, at)
    if found is None:
        return None
    heading, lines, number = found
    text = reading.text
    end = lines[-1].span.end
    body = text[lines[0].span.start : end]
    title = f"Section {_next_number(reading)}"
    gap = "\n\n" if heading is not None else "\n"
    if not mirrored:
        return SheetEdit(
            start=end, end=end, text=f"{gap}{title}\n{body}" if heading else gap + body
        )
    swapped = other_side(body)
    edit = SheetEdit(start=end, end=end, text=f"{gap}{title}\n{swapped}")
    if _is_mirror(reading, edit, number):
        return edit
    return SheetEdit(start=end, end=end, text=f"{gap}{title}: mirror section {number + 1}")


def _section_lines(
    reading: Reading, at: int
) -> tuple[SectionHeading | None, list[Line], int] | None:
    """The heading, the step lines and the index in its part of the section around a place."""
    heading: SectionHeading | None = None
    lines: list[Line] = []
    number = -1
    for line in reading.lines:
        opens = isinstance(line, SectionHeading | PartHeading)
        if opens and line.span.start > at and lines:
            break
        if isinstance(line, PartHeading):
            heading, lines, number = None, [], -1
        elif isinstance(line, SectionHeading):
            heading, lines, number = line, [], number + 1
        elif isinstance(line, StepLine):
            lines.append(line)
    if not lines:
        return None
    return heading, lines, max(number, 0)


def _next_number(reading: Reading) -> int:
    numbers = [
        int(match[1])
        for line in reading.lines
        if isinstance(line, SectionHeading) and (match := re.match(r"Section (\d+)", line.title))
    ]
    return max(numbers, default=1) + 1


def _is_mirror(reading: Reading, edit: SheetEdit, number: int) -> bool:
    """Is the section behind the copied one danced as its mirror?"""
    changed = read_sheet(applied(reading.text, edit), reading.own)
    part = next((p for p in changed.sheet.parts if p.span.start <= edit.start), None)
    if part is None or number + 1 >= len(part.sections):
        return False
    return _told(part.sections[number + 1]) == [
        (at, foot.other if foot else None, -turn, verb, OTHER_SIDE.get(direction, direction))
        for at, foot, turn, verb, direction in _told(part.sections[number])
    ]


def _told(section: Section) -> list[tuple[object, Foot | None, int, str, str]]:
    return [(m.at - section.start, m.foot, m.turn, m.verb, m.direction) for m in section.moves]
