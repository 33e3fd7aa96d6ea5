"""A printed step sheet as PDF, set by WeasyPrint with the project's own fonts."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ...core.primitives.turns import net_turn_words, walls_in_dance
from ...core.sheet.model import PartKind
from ...core.sheet.read import Reading
from ...core.sheet.write.format import Style
from ...core.sheet.write.printed import PrintedPart, PrintedSection, PrintedSheet, printed
from ...messages.language import speaking
from ...messages.words import CATALOGUES, texts_of
from ..pages import drawing, page
from ..pdf import page_pdf
from .foot_chart import chart_svg

Words = dict[str, str]


@dataclass(frozen=True, slots=True, kw_only=True)
class Print:
    """What goes on the page: style (language), foot chart, cautions; ``large`` print for those
    who see badly."""

    style: Style
    chart: bool = False
    cautions: bool = True
    large: bool = False


def write_pdf(reading: Reading, options: Print) -> bytes:
    """The sheet as a PDF of A4 pages."""
    return page_pdf(page_html(reading, options)).pdf


def page_html(reading: Reading, options: Print) -> str:
    """The page before it is set."""
    language = options.style.language.code
    words = texts_of("print", language)
    sheet = printed(reading, options.style)
    with speaking(language):
        return page(
            "sheet.html",
            language=language,
            words=words,
            title=sheet.title or "—",
            facts=list(_facts(reading, language, words)),
            parts=list(_parts(sheet, options, words)),
            notes=sheet.notes,
            cautions=options.cautions,
            large=options.large,
        )


def _facts(reading: Reading, language: str, words: Words) -> Iterator[str]:
    danced = reading.sheet.danced
    total = sum(part.length for part in danced) / reading.sheet.timing
    yield f"{total} {words['counts']}"
    if len(danced) == 1:
        walls = walls_in_dance(danced[0].net_turn)
        yield f"{walls} {words['walls' if walls > 1 else 'wall']}"
        if turn := net_turn_words(danced[0].net_turn):
            yield words["turns"].format(turn=CATALOGUES[language].fact("turn", turn))
    if reading.sheet.claims.level:
        yield reading.sheet.claims.level.lower()


def _parts(sheet: PrintedSheet, options: Print, words: Words) -> Iterator[dict[str, object]]:
    """Every part with its sections; the only one of a dance has no name of its own."""
    several = sum(1 for part in sheet.parts if part.kind is PartKind.PART) > 1
    for part in sheet.parts:
        named = several or part.kind is not PartKind.PART
        changes = part.kind is PartKind.CHANGE
        yield {
            "name": _name(part, words) if named else "",
            "counts": part.counts,
            "sections": [
                _section(section, options, words)
                for section in part.sections
                if not changes or _changed(part, section)
            ],
        }


def _name(part: PrintedPart, words: Words) -> str:
    if part.kind is PartKind.PART:
        return f"{words['part']} {part.name}"
    if part.kind is PartKind.CHANGE:
        return part.name.replace("Step change", words["change"])
    named = words[part.kind.value]
    return part.name.replace(part.kind.value.capitalize(), named)


def _changed(part: PrintedPart, section: PrintedSection) -> bool:
    if part.model.replaces is None:
        return True
    start, end = part.model.replaces
    return section.model.start < end and start < section.model.end


def _section(section: PrintedSection, options: Print, words: Words) -> dict[str, object]:
    return {
        "title": section.title.replace("Counts", words["counts"].capitalize()),
        "first": section.first,
        "last": section.last,
        "start_facing": section.start_facing,
        "end_facing": section.end_facing,
        "lines": section.lines,
        "options": section.options,
        "chart": drawing(chart_svg(section.model) if options.chart else ""),
    }
