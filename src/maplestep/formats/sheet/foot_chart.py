"""The foot chart of a printed section as SVG: two lanes, filled prints take the weight.

The same shape language as on the screen; geometry in pixels of the drawing.
"""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from html import escape
from typing import Final

from ...core.figures.words import move_word
from ...core.primitives.feet import Foot
from ...core.primitives.moves import Move
from ...core.primitives.turns import amount_words
from ...core.sheet.model import Section
from ...messages.words import fact
from ..colours import PLAIN

_COUNT: Final = 62
_LEFT: Final = 22
_LANES: Final = {Foot.LEFT: 52, Foot.RIGHT: 92}
_HEIGHT: Final = 112
_COLOURS: Final = {Foot.LEFT: PLAIN["left"], Foot.RIGHT: PLAIN["right"]}
_SOLE: Final = (
    "M-5.6 -4 C-6.2 -11 -3.4 -14 0.4 -14 C4.6 -14 6.6 -10.6 6 -5 C5.6 -1.6 4.4 0.6 4.2 3.4 "
    "C4 7.6 4.2 12 0.4 12.4 C-3.4 12.6 -4 8.6 -4.4 4.6 C-4.7 1.6 -5.3 -0.8 -5.6 -4 Z"
)
_PER_ROW: Final = 8


def chart_svg(section: Section) -> str:
    """One drawing a row of eight counts (or of the section's own length up to ten)."""
    length = int(section.length) or 1
    per_row = length if length <= 10 else _PER_ROW
    return "".join(
        _row(section, first, min(per_row, length - first)) for first in range(0, length, per_row)
    )


def _row(section: Section, first: int, counts: int) -> str:
    width = _LEFT + counts * _COUNT
    body = "".join((*_columns(first, counts), *_lanes(), *_prints(section, first, counts)))
    return (
        f'<svg class="chart" viewBox="0 0 {width} {_HEIGHT}" width="{width}" height="{_HEIGHT}">'
        f'<g font-family="Body" font-size="9" text-anchor="middle">{body}</g></svg>'
    )


def _columns(first: int, counts: int) -> Iterator[str]:
    for index in range(counts):
        x = _LEFT + index * _COUNT
        size = f'width="{_COUNT // 2}" height="{_HEIGHT}"'
        yield f'<rect x="{x}" y="0" {size} fill="{PLAIN["tint"]}"/>'
        yield _text(x + _COUNT / 4, 14, str(first + index + 1), PLAIN["amber"], large=True)


def _lanes() -> Iterator[str]:
    for foot, y in _LANES.items():
        yield _text(6, y, foot.value, _COLOURS[foot], large=True)


def _prints(section: Section, first: int, counts: int) -> Iterator[str]:
    for move in section.moves:
        at = move.at - section.start
        if first <= at < first + counts or (not first and at < 0):
            yield _print(move, float(at - Fraction(first)))


def _print(move: Move, at: float) -> str:
    x = _LEFT + at * _COUNT + _COUNT / 4
    feet = list(_LANES) if move.foot is Foot.BOTH else [move.foot] if move.foot else []
    word = fact("move", move_word(move))
    parts = []
    for foot in feet:
        y = _LANES[foot]
        colour = _COLOURS[foot]
        fill = colour if move.weight is not None else "none"
        flip = -0.8 if foot is Foot.LEFT else 0.8
        parts.append(
            f'<path d="{_SOLE}" transform="translate({x:.1f} {y - 8}) scale({flip} 0.8)" '
            f'fill="{fill}" stroke="{colour}" stroke-width="1.4"/>'
        )
        parts.append(_text(x, y + 12, word))
    if not feet:
        parts.append(_text(x, 74, word))
    if move.turn:
        side = "R" if move.turn > 0 else "L"
        parts.append(_text(x, 27, f"{amount_words(move.turn)} {side}", PLAIN["brick"]))
    return "".join(parts)


def _text(x: float, y: float, words: str, fill: str = PLAIN["ink"], *, large: bool = False) -> str:
    size = ' font-size="11" font-weight="700"' if large else ""
    return f'<text x="{x:.1f}" y="{y}" fill="{fill}"{size}>{escape(words)}</text>'
