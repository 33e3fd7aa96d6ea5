"""A sheet that explains the user's own figures it uses."""

from __future__ import annotations

from ..language.lexicon import fold
from ..lines.model import FigureLine
from ..read import Reading


def self_contained(reading: Reading) -> str:
    """The sheet's text with those of the user's own figures that it uses defined below it.

    So that it means the same to somebody who has not defined them.
    """
    text = reading.text
    defined = {line.name for line in reading.lines if isinstance(line, FigureLine)}
    used = {move.figure for part in reading.sheet.parts for move in part.moves}
    lines = [
        f"Figure {figure.name} = {figure.definition}"
        for figure in reading.own
        if figure.name in used and figure.name not in {fold(name) for name in defined}
    ]
    return text.rstrip("\n") + "\n\n" + "\n".join(lines) + "\n" if lines else text
