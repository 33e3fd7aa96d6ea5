"""A printed step sheet as PDF, set by WeasyPrint with the project's own fonts."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from html import escape
from typing import Final

from ...core.primitives.turns import net_turn_words, walls_in_dance
from ...core.sheet.model import PartKind
from ...core.sheet.read import Reading
from ...core.sheet.write.format import Style
from ...core.sheet.write.printed import PrintedPart, PrintedSection, PrintedSheet, printed
from ...messages.language import speaking
from ...messages.words import CATALOGUES, texts_of
from ..pdf import BASE_STYLE, page_pdf
from .foot_chart import chart_svg

Words = dict[str, str]
_CSS: Final = """
@page { size: A4; margin: 15mm 16mm 16mm;
  @bottom-right { content: counter(page) " / " counter(pages);
    font: 9pt Body; color: var(--soft); } }
body { font: 10.5pt/1.4 Body; color: var(--ink); }
h1 { font: 700 23pt/1.1 Head; margin: 0 0 1mm; }
.facts { color: var(--soft); margin: 0 0 5mm; }
h2 { font: 700 14pt Head; margin: 6mm 0 1mm; color: var(--brick); break-after: avoid; }
h3 { font: 700 11.5pt Head; margin: 4mm 0 1mm; break-after: avoid; }
h3 span, h2 span { font: 9.5pt Body; color: var(--soft); }
table { border-collapse: collapse; width: 100%; }
thead th { font: 9pt Body; color: var(--soft); text-align: left;
  border-bottom: .6pt solid var(--rule); }
td { padding: 1mm 3mm 1mm 0; vertical-align: top; border-bottom: .3pt solid var(--line); }
td.count { white-space: nowrap; font-weight: 700; width: 16mm; color: var(--amber); }
td.on { white-space: nowrap; width: 18mm; color: var(--soft); font-size: 9pt; }
td.facing { white-space: nowrap; width: 14mm; text-align: right; color: var(--soft); }
section { break-inside: avoid; }
.option { margin: 1mm 0 0; font-size: 9.5pt; color: var(--agree); }
.chart { display: block; margin: 1mm 0 0; width: 100%; height: auto; max-height: 30mm; }
.notes { margin-top: 5mm; }
.notes p { margin: 0 0 1mm; }
.cautions { margin-top: 6mm; padding-top: 2mm; border-top: .6pt solid var(--rule); font-size: 8.5pt;
  color: var(--soft); break-inside: avoid; }
"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Print:
    """What goes on the page: style (language), foot chart, cautions."""

    style: Style
    chart: bool = False
    cautions: bool = True


def write_pdf(reading: Reading, options: Print) -> bytes:
    """The sheet as a PDF of A4 pages."""
    return page_pdf(page_html(reading, options)).pdf


def page_html(reading: Reading, options: Print) -> str:
    """The page before it is set."""
    language = options.style.language.code
    words = texts_of("print", language)
    sheet = printed(reading, options.style)
    title = escape(sheet.title or "—")
    with speaking(language):
        body = "".join((*_head(sheet, reading, options, words), *_body(sheet, options, words)))
    return (
        f'<!doctype html><html lang="{language}"><head><meta charset="utf-8"><title>{title}'
        f"</title><style>{BASE_STYLE}{_CSS}</style></head><body>{body}</body></html>"
    )


def _head(sheet: PrintedSheet, reading: Reading, options: Print, words: Words) -> Iterator[str]:
    yield f"<h1>{escape(sheet.title or '—')}</h1>"
    danced = reading.sheet.danced
    total = sum(part.length for part in danced) / reading.sheet.timing
    facts = [f"{total} {words['counts']}"]
    if len(danced) == 1:
        walls = walls_in_dance(danced[0].net_turn)
        facts.append(f"{walls} {words['walls' if walls > 1 else 'wall']}")
        if turn := net_turn_words(danced[0].net_turn):
            said = CATALOGUES[options.style.language.code].fact("turn", turn)
            facts.append(words["turns"].format(turn=said))
    if reading.sheet.claims.level:
        facts.append(reading.sheet.claims.level.lower())
    yield f'<p class="facts">{escape(" · ".join(facts))}</p>'


def _body(sheet: PrintedSheet, options: Print, words: Words) -> Iterator[str]:
    several = sum(1 for part in sheet.parts if part.kind is PartKind.PART) > 1
    for part in sheet.parts:
        if several or part.kind is not PartKind.PART:
            name = _name(part, words)
            yield f"<h2>{escape(name)} <span>{part.counts} {words['counts']}</span></h2>"
        for section in part.sections:
            if part.kind is PartKind.CHANGE and not _changed(part, section):
                continue
            yield _section(section, options, words)
    if sheet.notes:
        lines = "".join(f"<p>{escape(note)}</p>" for note in sheet.notes)
        yield f'<div class="notes"><h3>{words["notes"]}</h3>{lines}</div>'
    if options.cautions:
        yield f'<p class="cautions">{escape(words["cautions"])}</p>'


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


def _section(section: PrintedSection, options: Print, words: Words) -> str:
    goes_on = section.first > 1
    rows = "".join(
        f'<tr><td class="count">{escape(line.counts)}</td>'
        + (f'<td class="on">{escape(line.counts_on)}</td>' if goes_on else "")
        + f'<td>{escape(line.words)}</td><td class="facing">{escape(line.facing)}</td></tr>'
        for line in section.lines
    )
    through = f"<th>{words['through']}</th>" if goes_on else ""
    head = (
        f"<thead><tr><th>{words['count']}</th>{through}<th>{words['steps']}</th>"
        f'<th style="text-align:right">{words["facing"]}</th></tr></thead>'
    )
    eased = "".join(
        f'<p class="option">{words["option"]} {escape(o.counts)}: {escape(o.words)}</p>'
        for o in section.options
    )
    title = escape(section.title.replace("Counts", words["counts"].capitalize()))
    chart = chart_svg(section.model) if options.chart else ""
    ranged = f"{section.first}–{section.last} · {section.start_facing} → {section.end_facing}"
    return (
        f"<section><h3>{title} <span>{ranged}</span></h3>"
        f"<table>{head}<tbody>{rows}</tbody></table>{chart}{eased}</section>"
    )
