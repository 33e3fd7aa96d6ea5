"""The findings that reading a sheet can make, each built in one place."""

from __future__ import annotations

from collections.abc import Sequence

from ..errors import CountError
from ..feet import Foot
from ..figures.expand import FigureUse
from ..finding import Finding, Place, Severity
from ..moves import Move, Span
from ..turns import turn_words
from .clauses import Unknown
from .lines import StepLine


def counts_unreadable(line: StepLine, error: CountError) -> Finding:
    """The count column says no count."""
    start = line.counts_at
    span = Span(start=start, end=start + len(line.counts), line=line.span.line)
    return Finding(
        code="sheet.counts-unreadable",
        severity=Severity.WRONG,
        place=Place(span=span, count=line.counts),
        facts={"counts": line.counts, "why": str(error)},
        found=line.counts,
    )


def figure_unknown(line: StepLine, unknown: Unknown) -> Finding:
    """A passage names no figure that is known."""
    code = "sheet.figure-unknown" if unknown.nearest else "sheet.figure-unknown-alone"
    at = line.span.start
    said = line.text[unknown.span.start - at : unknown.span.end - at]
    return Finding(
        code=code,
        severity=Severity.WRONG,
        place=Place(span=unknown.span, count=line.counts),
        facts={"text": said, "nearest": " / ".join(unknown.nearest), "counts": line.counts},
        found=said,
        expected=", ".join(unknown.nearest),
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
    moves = sum(use.lengths()[0] for use in uses)
    names = ", ".join(use.figure.name for use in uses)
    return Finding(
        code="sheet.counts-figures",
        severity=Severity.WRONG,
        place=Place(span=line.span, count=line.counts),
        facts={
            "counts": line.counts,
            "landings": str(landings),
            "moves": str(moves),
            "figures": names,
        },
        expected=f"{landings}",
        found=f"{moves}",
    )


def turn_assumed(line: StepLine, use: FigureUse, turn: int) -> Finding:
    """The turn has no side; the usual one was taken."""
    return Finding(
        code="sheet.turn-assumed",
        severity=Severity.KNOW,
        place=Place(span=use.span, count=line.counts),
        facts={"figure": use.figure.name, "turn": turn_words(turn)},
        found=turn_words(turn),
    )


def foot_assumed(line: StepLine, use: FigureUse, foot: Foot) -> Finding:
    """No foot is named and either could move."""
    return Finding(
        code="sheet.foot-assumed",
        severity=Severity.KNOW,
        place=Place(span=use.span, count=line.counts),
        facts={"figure": use.figure.name, "foot": foot.word, "counts": line.counts},
        found=foot.word,
    )


def weight_conflict(move: Move, count: str, section: str) -> Finding:
    """The foot that should move carries the dancer."""
    assert move.foot is not None
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
