"""Rows of the wall stack as SVG for printed pages, in the shapes and colours of the screen.

Geometry in units of one tenth of a millimetre.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from html import escape
from typing import Final

from ...core.layout.timeline import EndReason, Segment, SegmentKind
from ...core.primitives.turns import FULL
from ...core.sheet.counting import count_labels
from ...messages.words import fact
from ..colours import PLAIN, WALLS, phrase_tint

_EDGE: Final = PLAIN["umber"]
_CUT: Final = PLAIN["brick"]
_TEETH: Final = 4
_HATCH: Final = (
    '<defs><pattern id="{name}" width="14" height="14" patternUnits="userSpaceOnUse">'
    f'<rect width="14" height="14" fill="{PLAIN["added"]}"/>'
    f'<path d="M-2 16 L16 -2" stroke="{PLAIN["hatch"]}" stroke-width="2.2"/></pattern></defs>'
)
_CLOTH: Final = "url(#cloth)"


def facing_colours(facing: int) -> tuple[str, str]:
    """One colour for a wall, two for a corner."""
    wall = facing % FULL // 2
    return (WALLS[wall], WALLS[(wall + 1) % 4]) if facing % 2 else (WALLS[wall], WALLS[wall])


def room_svg(facing: int, size: str) -> str:
    """The room glyph: the faced wall thick and coloured, the dancer moved toward it."""
    first, second = facing_colours(facing)
    box = f'<rect width="20" height="20" rx="2" fill="#fff" stroke="{PLAIN["outline"]}"/>'
    quarter = facing % FULL // 2
    bar = f'<rect width="20" height="4" fill="{first}" transform="rotate({90 * quarter} 10 10)"/>'
    if facing % 2:
        turn = f"rotate({90 * quarter} 10 10)"
        bar = (
            f'<rect x="10" width="10" height="4" fill="{first}" transform="{turn}"/>'
            f'<rect x="16" width="4" height="10" fill="{second}" transform="{turn}"/>'
        )
    dot = (
        f'<circle cx="10" cy="7.4" r="2.8" fill="{first}" transform="rotate({45 * facing} 10 10)"/>'
    )
    return f'<svg viewBox="-1 -1 22 22" style="width:{size};height:{size}">{box}{bar}{dot}</svg>'


def row_svg(segments: Sequence[Segment], count: float, height: float, unit: int) -> str:
    """A wall with its tags, ``count`` units a count wide; the dance goes by in eights or sixes."""
    begin = segments[0].start
    width = float(segments[-1].end - begin) * count + 12
    body = "".join(
        shape
        for segment in segments
        for shape in _shapes(segment, float(segment.start - begin) * count, count, height, unit)
    )
    # A pattern's name is one of the whole page: each row that is hatched has its own.
    name = f"cloth-{begin.numerator}-{begin.denominator}"
    hatch = _HATCH.replace("{name}", name) if _CLOTH in body else ""
    return (
        f'<svg viewBox="-2 0 {width:.1f} {height:.1f}" '
        f'style="width:{width / 10:.2f}mm;height:{height / 10:.2f}mm">'
        f"{hatch}{body.replace(_CLOTH, f'url(#{name})')}</svg>"
    )


def _shapes(segment: Segment, x: float, count: float, height: float, unit: int) -> Iterator[str]:
    low = height - 16
    cloth = segment.kind in (SegmentKind.TAG, SegmentKind.BRIDGE, SegmentKind.ENDING)
    for span in segment.phrases:
        left, wide = x + float(span.start) * count, float(span.end - span.start) * count
        fill = _CLOTH if cloth else phrase_tint(span.phrase.phrase)
        yield _box(left, 12, wide, low - 12, fill)
    for at in _ones(segment, unit):
        left = x + float(at - segment.first) * count
        yield f'<path d="M{left:.1f} 12 V{low:.1f}" stroke="{PLAIN["rule"]}" stroke-width="2"/>'
    for span in segment.phrases:
        if span.starts:
            left = x + float(span.start) * count
            yield f'<path d="M{left:.1f} 0 V{low + 8:.1f}" stroke="{_EDGE}" stroke-width="5"/>'
            name = escape(fact("phrase", span.phrase.name))
            yield (
                f'<text x="{left + 8:.1f}" y="{(low + 12) / 2 + 11:.1f}" font-family="Body" '
                f'font-size="32" font-weight="700" fill="{_EDGE}">{name}</text>'
            )
    for run in segment.facings:
        left, wide = x + float(run.start) * count, float(run.end - run.start) * count
        for colour, y in zip(facing_colours(run.facing), (low + 2, low + 8), strict=True):
            yield _box(left, y, wide, 6, colour)
    if segment.ended in (EndReason.RESTART, EndReason.CUT):
        yield _torn(x + float(segment.length) * count, 4, low + 10)


def _ones(segment: Segment, unit: int) -> Iterator[int]:
    """The counts, in those of the part, on which one says "1" again."""
    if segment.part is None:
        counts = [at for at in range(int(segment.full_length)) if at % unit == 0]
    else:
        labels = count_labels(segment.part, unit)
        counts = [at for at, label in enumerate(labels) if label == "1"]
    for at in counts:
        if segment.first <= at < segment.first + segment.length:
            yield at


def _box(x: float, y: float, width: float, height: float, fill: str) -> str:
    return (
        f'<rect x="{x:.1f}" y="{y:.1f}" width="{width:.1f}" height="{height:.1f}" fill="{fill}"/>'
    )


def _torn(x: float, top: float, bottom: float) -> str:
    step = (bottom - top) / _TEETH
    teeth = "".join(
        f" L{x + 9:.1f} {top + (tooth + 0.5) * step:.1f} L{x:.1f} {top + (tooth + 1) * step:.1f}"
        for tooth in range(_TEETH)
    )
    return f'<path d="M{x:.1f} {top:.1f}{teeth}" fill="none" stroke="{_CUT}" stroke-width="5"/>'
