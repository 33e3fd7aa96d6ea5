"""A sheet as Markdown: one table a section, which any reader of sheets reads back."""

from __future__ import annotations

from collections.abc import Iterator

from ...core.primitives.moves import Span
from ...core.sheet.lines.headings import heading_in
from ...core.sheet.lines.model import FigureLine, PartHeading
from ...core.sheet.model import PartKind
from ...core.sheet.read import Reading
from ...core.sheet.statements import states_events
from ...core.sheet.write.format import Style
from ...core.sheet.write.printed import PrintedPart, PrintedSection, printed


def write_markdown(reading: Reading, style: Style) -> str:
    """The sheet in Markdown (CommonMark with tables)."""
    sheet = printed(reading, style)
    several = sum(1 for part in sheet.parts if part.kind is PartKind.PART) > 1
    lines = [f"# {sheet.title or 'Step sheet'}", ""]
    lines += _spaced([f"**{fact}**" for fact in sheet.facts])
    for part in sheet.parts:
        if part.kind is PartKind.CHANGE:
            lines += [part.heading, ""]
            continue
        if several or part.kind is not PartKind.PART:
            lines += [f"## {_heading(part)}", ""]
        lines += _sections(part, goes_on=bool(style.goes_on))
    figures = [each.text.strip() for each in reading.lines if isinstance(each, FigureLine)]
    lines += _spaced([*figures, *(f"> {note}" for note in sheet.notes)])
    return "\n".join(lines).rstrip() + "\n"


def _spaced(paragraphs: list[str]) -> Iterator[str]:
    for paragraph in paragraphs:
        yield paragraph
        yield ""


def _heading(part: PrintedPart) -> str:
    """The part's own heading where it says when it is danced, else its name and length."""
    plain = isinstance(heading_in(part.heading, Span(0, len(part.heading), 0)), PartHeading)
    if plain and states_events(part.heading):
        return part.heading
    named = f"Part {part.name}" if part.kind is PartKind.PART else part.name
    return f"{named} ({part.counts} counts)"


def _sections(part: PrintedPart, *, goes_on: bool) -> Iterator[str]:
    for section in part.sections:
        yield f"### {section.title} ({section.first}-{section.last})"
        yield ""
        yield from _table(section, goes_on=goes_on)
        yield ""
        for option in section.options:
            yield f"Easier option {option.counts.replace('–', '-')}: {option.words}"
            yield ""


def _table(section: PrintedSection, *, goes_on: bool) -> Iterator[str]:
    yield "| Counts | Steps | Facing |"
    yield "| --- | --- | --- |"
    for line in section.lines:
        counts = line.counts_on if goes_on else line.counts
        yield f"| {counts} | {line.words.replace('|', '/')} | {line.facing} |"
