"""Figures written out in canonical words, in English or French, so that they read back.

One order for everything: foot, figure, direction, turn, weight. Names in French are from
memory; counts, clock positions and fractions are the same in both languages.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final

from ..figures.expand import FigureUse, Weight
from ..figures.model import Figure
from ..figures.vocabulary import BY_NAME, FIGURES, STEP
from ..primitives.feet import Foot
from ..primitives.moves import Move
from ..primitives.turns import amount_words, clock
from .language.lexicon import fold

_R, _L = Foot.RIGHT, Foot.LEFT
# A figure's usual direction goes without saying, unless it is one of these.
_SAID: Final = frozenset({"fwd", "back", "side"})


@dataclass(frozen=True, slots=True, kw_only=True)
class Language:
    """The words of one language. ``prefer`` names what a figure is to be called."""

    code: str
    feet: Mapping[Foot, str]
    sides: Mapping[Foot, str]
    directions: Mapping[str, str]
    weight: str
    no_weight: str
    take_weight: str
    turn_to: str
    travel: str
    prefer: Mapping[str, str] = field(default_factory=dict)

    def name(self, figure: Figure) -> str:
        """What a figure is called in this language."""
        if figure.name in self.prefer:
            return self.prefer[figure.name]
        return figure.french[0] if self.code == "fr" and figure.french else figure.name


ENGLISH: Final = Language(
    code="en",
    feet={_R: "R", _L: "L"},
    sides={_R: "right", _L: "left"},
    directions={
        "fwd": "forward",
        "back": "back",
        "side": "side",
        "cross": "cross",
        "behind": "behind",
        "together": "together",
        "place": "in place",
        "diag fwd": "diagonally forward",
        "diag back": "diagonally back",
        "out": "out",
        "in": "in",
    },
    weight="weight",
    no_weight="no weight",
    take_weight="take weight",
    turn_to="turn to",
    travel="to the",
)
FRENCH: Final = Language(
    code="fr",
    feet={_R: "D", _L: "G"},
    sides={_R: "à droite", _L: "à gauche"},
    directions={
        "fwd": "avant",
        "back": "arrière",
        "side": "côté",
        "cross": "croisé",
        "behind": "croisé derrière",
        "together": "assemblé",
        "place": "sur place",
        "diag fwd": "en diagonale avant",
        "diag back": "en diagonale arrière",
        "out": "ouvert",
        "in": "fermer",
    },
    weight="poids sur",
    no_weight="sans poids",
    take_weight="avec appui",
    turn_to="tour vers",
    travel="",
)
_FRENCH_WORDS: Final = frozenset(
    (
        *("pd", "pg", "d", "g", "droit", "droite", "gauche", "pied", "pas", "temps", "mur"),
        *("murs", "devant", "derriere", "avant", "arriere", "touche", "toucher", "cote"),
        *("croise", "tour"),
    )
)
_ENGLISH_WORDS: Final = frozenset(
    (
        *("r", "l", "right", "left", "foot", "step", "counts", "count", "wall", "walls"),
        *("forward", "back", "behind", "touch", "side", "cross", "together", "turn", "recover"),
    )
)
LANGUAGES: Final = {language.code: language for language in (ENGLISH, FRENCH)}


def language_of(text: str) -> Language:
    """The language most of a sheet's words are in; English when it is a tie.

    >>> language_of("1-2 PD devant, touche PG à côté du PD").code
    'fr'
    """
    words = fold(text).replace("'", " ").split()
    french = sum(word.strip(".,;:()") in _FRENCH_WORDS for word in words)
    english = sum(word.strip(".,;:()") in _ENGLISH_WORDS for word in words)
    return FRENCH if french > english else ENGLISH


def called(language: Language, names: Iterable[str]) -> Language:
    """The language with these of a figure's names printed: "wizard" instead of "dorothy".

    >>> called(ENGLISH, ["grapevine"]).prefer
    {'vine': 'grapevine'}
    """
    wanted = {name.strip().lower() for name in names}
    prefer = {
        figure.name: name for figure in FIGURES for name in figure.names[1:] if name in wanted
    }
    return replace(language, prefer=prefer)


def uses_words(uses: Sequence[FigureUse], feet: Sequence[Foot | None], language: Language) -> str:
    """A line of figures; ``feet`` are the ones each is led by, where that is known."""
    return ", ".join(use_words(use, foot, language) for use, foot in zip(uses, feet, strict=True))


def use_words(use: FigureUse, foot: Foot | None, language: Language) -> str:
    """One figure with all that is said of it."""
    figure = use.figure
    # A figure of both feet is led by neither.
    words = [language.feet[foot]] if foot is not None and foot is not Foot.BOTH else []
    turned = use.bare_turn and use.turn is not None and figure.name == "full turn"
    if use.bare_turn if figure is STEP else not (turned and words):
        words.append(language.name(figure))
    words += _where(use, foot, _shown(use), language)
    if use.ending is not None:
        words.append(language.name(use.ending))
    words += _turn(use, language)
    if use.weight is not None:
        words.append(f"({_weight(use.weight, language)})")
    return " ".join(words)


def _shown(use: FigureUse) -> str:
    """The direction that is written: the figure's own only where it is not understood."""
    own, said = use.figure.direction, use.direction
    if said in ("", own):
        said = own if own in _SAID else ""
    return said or ("fwd" if use.figure is STEP else "")


def _where(use: FigureUse, foot: Foot | None, shown: str, language: Language) -> list[str]:
    """The direction of a figure, and the side it travels to."""
    words = []
    if shown and (use.figure is STEP or use.figure.takes_direction):
        words.append(language.directions[shown])
    outward = foot is not None and use.travel is foot
    if use.travel is not None and not outward and (use.figure.travels or shown.startswith("diag")):
        words.append(f"{language.travel} {language.sides[use.travel]}".strip())
    return words


def moves_words(moves: Sequence[Move], language: Language) -> str:
    """Moves written out one by one, each with its foot, direction and turn."""
    return ", ".join(move_words(move, language) for move in moves)


def figure_words(moves: Sequence[Move], language: Language) -> str:
    """A figure as it is danced, by its name, its foot, where it goes and what it turns."""
    first, figure = moves[0], BY_NAME.get(moves[0].figure)
    if len(moves) == 1:
        return move_words(first, language)
    foot = first.foot if first.foot is not Foot.BOTH else None
    words = [language.feet[foot]] if foot is not None else []
    words.append(language.name(figure) if figure is not None else first.figure)
    if figure is not None and figure.takes_direction and first.direction:
        # A shuffle says where it goes, a chassé goes to the side.
        own = first.direction == figure.direction
        if not own or first.direction in {"fwd", "back"}:
            words.append(language.directions[first.direction])
    turn = sum(move.turn for move in moves)
    if turn:
        full = amount_words(turn) == "full" and "full" in first.figure
        words += [] if full else [amount_words(turn)]
        words.append(language.sides[_R if turn > 0 else _L])
    return " ".join(words)


def move_words(move: Move, language: Language) -> str:
    """One move in words that read back as this move."""
    figure = BY_NAME.get(move.verb, STEP)
    foot = move.foot if move.foot is not Foot.BOTH else None
    words = [language.feet[foot]] if foot is not None else []
    if figure is not STEP:
        words.append(language.name(figure))
    usual = move.direction == figure.direction and move.direction not in _SAID
    if move.direction and figure.takes_direction and not usual:
        words.append(language.directions[move.direction])
    if move.turn:
        words += [amount_words(move.turn), language.sides[_R if move.turn > 0 else _L]]
    weighted = move.foot if not figure.ways[0].startswith("[") else None
    if foot is not None and move.weight is not weighted:
        said = Weight.NONE if move.weight is None else move.weight
        words.append(f"({_weight(said, language)})")
    return " ".join(words)


def _turn(use: FigureUse, language: Language) -> list[str]:
    if use.turn_facing is not None:
        side = [language.sides[use.turn_to]] if use.turn_to else []
        return [language.turn_to, clock(use.turn_facing), *side]
    words = [amount_words(use.turn)] if use.turn else []
    if use.turn_to is not None and (words or use.figure.usual_turn):
        words.append(language.sides[use.turn_to])
    return words


def _weight(said: Foot | Weight, language: Language) -> str:
    if said is Weight.NONE:
        return language.no_weight
    if said is Weight.TAKEN:
        return language.take_weight
    assert isinstance(said, Foot)
    return f"{language.weight} {language.feet[said]}"
