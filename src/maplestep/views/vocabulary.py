"""The words a sheet can be written in, as the editor offers them."""

from __future__ import annotations

from pydantic import BaseModel

from ..core.figures.expand import FigureUse, Stance, expand
from ..core.figures.model import Figure
from ..core.figures.vocabulary import FIGURES
from ..core.primitives.counts import parse_counts
from ..core.primitives.feet import Foot
from ..core.sheet.render import ENGLISH, FRENCH, moves_words


class FigureView(BaseModel):
    """A figure with its other names, usual counts and what it expands to on the right foot."""

    name: str
    also: list[str]
    french: list[str]
    counts: str
    moves: str
    own: bool


class VocabularyView(BaseModel):
    """Figures, feet, directions and amounts of turn."""

    figures: list[FigureView]
    words: list[str]


def vocabulary_view(own: tuple[Figure, ...] = ()) -> VocabularyView:
    """Everything the editor can complete."""
    words = [
        *ENGLISH.directions.values(),
        *FRENCH.directions.values(),
        *("right", "left", "¼ right", "¼ left", "½ right", "½ left", "¾ right", "¾ left"),
        *("full turn right", "full turn left", "weight R", "weight L", "à droite", "à gauche"),
        *("Section", "Part", "Tag", "Bridge", "Ending", "Easier option", "repeat section"),
    ]
    return VocabularyView(
        figures=[_figure(figure) for figure in (*own, *FIGURES)], words=list(dict.fromkeys(words))
    )


def _figure(figure: Figure) -> FigureView:
    return FigureView(
        name=figure.name,
        also=list(figure.also),
        french=list(figure.french),
        counts=figure.rhythm(),
        moves=figure.definition or _moves(figure),
        own=bool(figure.definition),
    )


def _moves(figure: Figure) -> str:
    """What it expands to, danced with the right foot."""
    landings = parse_counts(figure.rhythm()).positions
    use = FigureUse(figure=figure, foot=Foot.RIGHT)
    return moves_words(expand(use, landings, Stance(weight=Foot.LEFT)).moves, ENGLISH)
