"""Figures a user or a sheet defines: a name, counts and moves in the words of any sheet."""

from __future__ import annotations

from fractions import Fraction

from ...errors import CountError
from ...figures.expand import Stance
from ...figures.model import Figure
from ...primitives.counts import Feel, parse_counts
from ...primitives.feet import Foot
from ...primitives.moves import Move
from ..language.interpretations import fit_line
from ..language.lexicon import Lexicon, fold
from ..language.sharing import moved
from .dancing import dance


def own_figure(name: str, counts: str, words: str, lexicon: Lexicon) -> Figure | None:
    """A figure from its steps, or None when they cannot be read.

    The foot that begins becomes the one that leads, so that the figure can be danced on
    either foot; its turns go to the other side with it.

    >>> from ..language.lexicon import standard
    >>> own_figure("wobble", "1&2", "R side, L together, R cross", standard()).ways
    ('F step side; O step together; F step cross',)
    """
    try:
        asked = parse_counts(counts, Feel.STRAIGHT)
    except CountError:
        return None
    fitted = fit_line(words, len(asked.positions), asked.whole, lexicon)
    if fitted.how == "short" or fitted.unknown or not fitted.uses:
        return None
    landings = asked.positions
    if fitted.how == "rhythm":
        landings = tuple(at + asked.first for at in parse_counts(fitted.rhythm).positions)
    danced = dance(fitted, landings, Stance(weight=None))
    moves = [move for figure in danced for move in figure]
    lead = next((m.foot for m in moves if m.foot in (Foot.LEFT, Foot.RIGHT)), Foot.RIGHT)
    first = int(min(landings, default=Fraction(0)) // 1)
    rhythm = fitted.rhythm or moved(asked.text, -max(first, 0))
    return Figure(
        name=fold(name).strip(),
        ways=("; ".join(_template(move, lead) for move in moves),),
        rhythms=(rhythm,),
        definition=f"{counts} {words}",
    )


def _template(move: Move, lead: Foot | None) -> str:
    role = "-" if move.foot is None else "B" if move.foot is Foot.BOTH else "F"
    if role == "F" and move.foot is not lead:
        role = "O"
    words = f"{role} {move.verb} {move.direction}".strip()
    if move.turn:
        toward = (move.turn > 0) is (lead is Foot.RIGHT)
        words += f" {'>' if toward else '<'}{abs(move.turn)}"
    return words if move.weight is not None or role == "-" else f"[{words}]"
