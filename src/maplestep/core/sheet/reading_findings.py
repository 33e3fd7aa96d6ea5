"""The findings that reading a sheet can make, each built in one place."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from itertools import groupby
from typing import Final

from ..errors import CountError
from ..figures.expand import FigureUse
from ..figures.vocabulary import STEP
from ..primitives.feet import Foot
from ..primitives.finding import Finding, Place, Severity, SheetEdit
from ..primitives.moves import Move, Span
from ..primitives.turns import turn_words
from .language.interpretations import Fitted, Unknown
from .language.sharing import moved
from .lines.model import PartHeading, SectionHeading, StepLine
from .lines.repeats import Repetition
from .statements.model import Unclear


def counts_unreadable(line: StepLine, error: CountError) -> Finding:
    """The count column says no count."""
    start = line.counts_at
    span = Span(start=start, end=start + len(line.counts), line=line.span.line)
    return Finding(
        code="sheet.counts-unreadable",
        severity=Severity.WRONG,
        place=Place(span=span, count=line.counts),
        facts={"counts": line.counts, "why": error.args[0]},
        found=line.counts,
    )


def figure_unknown(line: StepLine, unknown: Unknown) -> Finding:
    """A passage names no figure that is known."""
    code = "sheet.figure-unknown" if unknown.nearest else "sheet.figure-unknown-alone"
    said = line.words[unknown.start : unknown.end]
    start = line.words_at + unknown.start
    return Finding(
        code=code,
        severity=Severity.WRONG,
        place=Place(span=Span(start, start + len(said), line.span.line), count=line.counts),
        facts={"text": said, "nearest": " / ".join(unknown.nearest), "counts": line.counts},
        found=said,
        expected=", ".join(unknown.nearest),
        fix=SheetEdit(start=start, end=start + len(said), text=unknown.meant)
        if unknown.meant
        else None,
    )


def word_unread(line: StepLine, place: tuple[int, int]) -> Finding:
    """A word that matters finds no place in what is danced."""
    start, end = line.words_at + place[0], line.words_at + place[1]
    said = line.words[place[0] : place[1]]
    return Finding(
        code="sheet.word-unread",
        severity=Severity.DOUBTFUL,
        place=Place(span=Span(start, end, line.span.line), count=line.counts),
        facts={"text": said, "counts": line.counts},
        found=said,
    )


def described_otherwise(line: StepLine, place: tuple[int, int]) -> Finding:
    """A figure is named, and described as something else."""
    start, end = line.words_at + place[0], line.words_at + place[1]
    return Finding(
        code="sheet.figure-described",
        severity=Severity.DOUBTFUL,
        place=Place(span=Span(start, end, line.span.line), count=line.counts),
        facts={
            "text": line.words[place[0] : place[1]],
            "counts": line.counts,
            "words": f"{line.words_at}-{line.words_at + len(line.words)}",
        },
        found=line.words[place[0] : place[1]],
    )


def feet_differ(line: StepLine, use: FigureUse) -> Finding:
    """The feet listed behind a figure are not those it is danced with."""
    return Finding(
        code="sheet.feet-differ",
        severity=Severity.DOUBTFUL,
        place=Place(span=_use_span(line, use), count=line.counts),
        facts={
            "counts": line.counts,
            "figure": use.figure.name,
            "feet": ", ".join(
                foot.value for foot in (*((use.foot,) if use.foot else ()), *use.told)
            ),
        },
    )


def supplied(line: StepLine, what: Sequence[str]) -> Finding:
    """What the line leaves unsaid, as it was understood."""
    return Finding(
        code="sheet.supplied",
        severity=Severity.KNOW,
        place=Place(span=line.span, count=line.counts),
        facts={"counts": line.counts, "what": ", ".join(what)},
        found=", ".join(what),
    )


def supplied_move(move: Move, counts: str, what: str) -> Finding:
    """What a move leaves unsaid, as what follows it shows."""
    return Finding(
        code="sheet.supplied",
        severity=Severity.KNOW,
        place=Place(span=move.span, count=counts),
        facts={"counts": counts, "what": what},
        found=what,
    )


def read_as(line: StepLine, uses: Sequence[FigureUse], ways: Sequence[SheetEdit]) -> Finding:
    """A line that could be read in several ways was read so that the feet fit.

    ``ways`` write it out, as it was read and as it stands.
    """
    return Finding(
        code="sheet.read-as",
        severity=Severity.KNOW,
        place=Place(span=line.span, count=line.counts),
        facts={"counts": line.counts, "figures": _names(uses)},
        fix=ways[0] if ways else None,
        others=tuple(ways[1:]),
    )


def too_long(span: Span, most: int) -> Finding:
    """More moves than a sheet may have, after all its repeats."""
    return Finding(
        code="sheet.too-long",
        severity=Severity.WRONG,
        place=Place(span=span),
        facts={"most": f"{most:,}"},
    )


def counts_many(line: StepLine, most: int) -> Finding:
    """A line that claims more counts than a line may have."""
    return Finding(
        code="sheet.counts-many",
        severity=Severity.WRONG,
        place=Place(span=line.span, count=line.counts),
        facts={"counts": line.counts, "most": str(most)},
        found=line.counts,
    )


def uncounted(span: Span, said: str) -> Finding:
    """Words of steps without counts that find no place in the dance."""
    return Finding(
        code="sheet.uncounted",
        severity=Severity.DOUBTFUL,
        place=Place(span=span),
        facts={"said": said if len(said) <= 60 else f"{said[:57]}..."},
        found=said,
    )


def statement_unclear(span: Span, unclear: Unclear) -> Finding:
    """A note on a tag or restart that leaves something open."""
    return Finding(
        code=f"sheet.statement-{unclear.why}",
        severity=Severity.DOUBTFUL,
        place=Place(span=span),
        facts={"said": unclear.said},
        found=unclear.said,
    )


def place_marked(span: Span, said: str, at: Fraction) -> Finding:
    """A note that says its place by where it stands, or by a mark."""
    return Finding(
        code="sheet.place-marked",
        severity=Severity.KNOW,
        place=Place(span=span),
        facts={"said": said, "count": str(at)},
    )


def foreign(language: str) -> Finding:
    """A sheet in a language that is not read."""
    return Finding(
        code="sheet.language",
        severity=Severity.WRONG,
        place=Place(span=Span(0, 0, 1)),
        facts={"language": language},
        found=language,
    )


def no_words(line: StepLine) -> Finding:
    """Counts with nothing behind them."""
    return Finding(
        code="sheet.no-steps-on-counts",
        severity=Severity.WRONG,
        place=Place(span=line.span, count=line.counts),
        facts={"counts": line.counts},
    )


def landings_do_not_fit(line: StepLine, landings: int, uses: Sequence[FigureUse]) -> Finding:
    """More or fewer moves than the counts have room for."""
    moves = sum(use.figure.lengths[0] for use in uses)
    return Finding(
        code="sheet.counts-figures",
        severity=Severity.WRONG,
        place=Place(span=line.span, count=line.counts),
        facts={
            "counts": line.counts,
            "landings": str(landings),
            "moves": str(moves),
            "figures": _names(uses),
        },
        expected=f"{landings}",
        found=f"{moves}",
    )


def _use_span(line: StepLine, use: FigureUse) -> Span:
    return Span(line.words_at + use.start, line.words_at + use.end, line.span.line)


def turn_assumed(line: StepLine, use: FigureUse, turn: int) -> Finding:
    """The turn has no side; the usual one was taken."""
    span = _use_span(line, use)
    side = "right" if turn > 0 else "left"
    return Finding(
        code="sheet.turn-assumed",
        severity=Severity.KNOW,
        place=Place(span=span, count=line.counts),
        facts={"figure": use.figure.name, "turn": turn_words(turn)},
        found=turn_words(turn),
        fix=SheetEdit(
            start=span.end, end=span.end, text=f" {side}" if use.turn else f" {turn_words(turn)}"
        ),
    )


def turn_without_size(line: StepLine, use: FigureUse) -> Finding:
    """A turn is asked for, but not how far."""
    return Finding(
        code="sheet.turn-size",
        severity=Severity.DOUBTFUL,
        place=Place(span=_use_span(line, use), count=line.counts),
        facts={"figure": use.figure.name, "counts": line.counts},
    )


def rhythm_assumed(line: StepLine, fitted: Fitted, first: Fraction) -> Finding:
    """The counts are whole ones and the figures need the "&" between them."""
    meant = moved(fitted.rhythm, int(first))
    start = line.counts_at
    return Finding(
        code="sheet.rhythm-assumed",
        severity=Severity.KNOW,
        place=Place(span=Span(start, start + len(line.counts), line.span.line), count=line.counts),
        facts={"counts": line.counts, "meant": meant, "figures": _names(fitted.uses)},
        expected=meant,
        found=line.counts,
        fix=SheetEdit(start=start, end=start + len(line.counts), text=meant),
    )


def stretched(line: StepLine, fitted: Fitted) -> Finding:
    """A figure is danced slower than usual to fill its counts."""
    return Finding(
        code="sheet.stretched",
        severity=Severity.KNOW,
        place=Place(span=line.span, count=line.counts),
        facts={
            "counts": line.counts,
            "figures": _names(fitted.uses),
            "lasts": str(fitted.lasts),
        },
    )


def nothing_to_repeat(line: SectionHeading | StepLine, asked: Repetition) -> Finding:
    """A passage is asked for again that is not there."""
    what = "counts" if asked.counts else "section"
    which = str(asked.first) if asked.first == asked.last else f"{asked.first}–{asked.last}"
    return Finding(
        code="sheet.repeat-nothing",
        severity=Severity.WRONG,
        place=Place(span=line.span),
        facts={"what": f"{what} {which}"},
        found=f"{what} {which}",
    )


def repeated_otherwise(line: SectionHeading | StepLine, asked: Repetition) -> Finding:
    """A passage is danced again as it was, though the line asks for a change as well."""
    return Finding(
        code="sheet.repeat-changed",
        severity=Severity.DOUBTFUL,
        place=Place(span=line.span),
        facts={"text": asked.changed},
        found=asked.changed,
    )


def repeat_length(line: SectionHeading | StepLine, room: int, length: int) -> Finding:
    """A passage is danced again on more or fewer counts than it has."""
    return Finding(
        code="sheet.repeat-length",
        severity=Severity.WRONG,
        place=Place(span=line.span),
        facts={"room": str(room), "length": str(length)},
        expected=str(length),
        found=str(room),
    )


def nothing_to_vary(heading: PartHeading, base: str) -> Finding:
    """A variant of a part that the sheet does not have, or not yet."""
    return Finding(
        code="sheet.variant-nothing",
        severity=Severity.WRONG,
        place=Place(span=heading.span, part=heading.name),
        facts={"part": heading.name, "base": base or "the dance"},
        found=base,
    )


def option_nowhere(span: Span, counts: str) -> Finding:
    """An easier option for counts that are not there."""
    return Finding(
        code="sheet.option-nowhere",
        severity=Severity.DOUBTFUL,
        place=Place(span=span),
        facts={"counts": counts or "the steps above"},
    )


def figure_not_readable(span: Span, name: str) -> Finding:
    """A figure the sheet defines with steps that cannot be read."""
    return Finding(
        code="sheet.own-figure",
        severity=Severity.WRONG,
        place=Place(span=span),
        facts={"name": name},
        found=name,
    )


def _names(uses: Sequence[FigureUse]) -> str:
    names = [
        _DIRECTION.get(use.direction, use.figure.name) if use.figure is STEP else use.figure.name
        for use in uses
    ]
    runs = ((name, len(list(run))) for name, run in groupby(names))
    return ", ".join(name if times < 4 else f"{name} x{times}" for name, times in runs)


_DIRECTION: Final = {
    **{word: word for word in ("side", "back", "cross", "behind", "together")},
    "fwd": "forward",
}


def foot_assumed(line: StepLine, use: FigureUse, foot: Foot) -> Finding:
    """No foot is named and either could move."""
    return Finding(
        code="sheet.foot-assumed",
        severity=Severity.KNOW,
        place=Place(span=_use_span(line, use), count=line.counts),
        facts={"figure": use.figure.name, "foot": foot.word, "counts": line.counts},
        found=foot.word,
    )


def weight_conflict(move: Move, said: tuple[str, str], before: Move | None) -> Finding:
    """The foot that should move carries the dancer, since the step ``before``.

    ``said`` is the count as the section numbers it, and the section.
    """
    assert move.foot is not None
    count, section = said
    return Finding(
        code="sheet.weight-conflict",
        severity=Severity.WRONG,
        place=Place(span=move.span, section=section, count=count),
        facts={
            "foot": move.foot.word,
            "other": move.foot.other.word,
            "figure": move.figure,
            "count": count,
            "section": section,
            "before": f"{before.span.start}-{before.span.end}" if before else "",
        },
        expected=f"{move.foot.word} foot free",
        found=f"{move.foot.word} foot carries the weight",
    )


def counts_out_of_order(line: StepLine, section: str, after: str) -> Finding:
    """A line starts at or before the count that the line above ended on."""
    return Finding(
        code="sheet.counts-out-of-order",
        severity=Severity.WRONG,
        place=Place(span=line.span, section=section, count=line.counts),
        facts={"counts": line.counts, "after": after, "section": section},
        expected=f"after {after}",
        found=line.counts,
    )


def counts_missing(span: Span, part: str, section: str, missing: Sequence[int]) -> Finding:
    """Counts of a section on which nothing is written, not even a hold."""
    counts = _ranges(missing)
    return Finding(
        code="sheet.counts-missing",
        severity=Severity.WRONG,
        place=Place(span=span, part=part, section=section, count=counts),
        facts={"counts": counts, "section": section},
        found=counts,
    )


def section_too_long(span: Span, part: str, section: str, claimed: int, reached: int) -> Finding:
    """The steps of a section go on past the counts its heading names."""
    return Finding(
        code="sheet.section-too-long",
        severity=Severity.WRONG,
        place=Place(span=span, part=part, section=section),
        facts={"section": section, "claimed": str(claimed), "reached": str(reached)},
        expected=str(claimed),
        found=str(reached),
    )


def _ranges(numbers: Sequence[int]) -> str:
    """5, 6, 7, 9 as "5–7, 9"."""
    runs: list[list[int]] = []
    for number in numbers:
        if runs and number == runs[-1][-1] + 1:
            runs[-1].append(number)
        else:
            runs.append([number])
    return ", ".join(str(run[0]) if len(run) == 1 else f"{run[0]}–{run[-1]}" for run in runs)
