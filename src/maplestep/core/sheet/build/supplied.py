"""What a sheet leaves unsaid and the reader supplied: a foot, a direction, the size of a turn.

Listed at "as understood", never an alarm.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from ...figures.expand import FigureUse
from ...figures.vocabulary import STEP
from ...primitives.feet import Foot
from ...primitives.moves import Move
from ...primitives.turns import amount_words

# Only one foot can be meant, or none is.
_PLAIN: Final = frozenset({"recover", "pivot", "hold", "clap", "unwind", "drop", "drag"})
# Danced with a quarter as often as with the usual half.
_OF_ANY_SIZE: Final = frozenset({"monterey", "paddle"})
_WORDS: Final = {"fwd": "forward", "side": "to the side", "back": "back"}


def what_was_supplied(use: FigureUse, moves: Sequence[Move]) -> Iterator[str]:
    """In words, one entry a thing: "rock with the left foot", "shuffle forward"."""
    figure = use.figure
    size_unsaid = figure.usual_turn and use.turn is None and use.turn_facing is None
    plain = figure.name in _PLAIN or use.echo
    if not plain:
        yield from _foot_and_way(use, moves)
    if size_unsaid and (plain or use.turn_to or figure.name in _OF_ANY_SIZE):
        yield f"{figure.name} {amount_words(figure.usual_turn)}"


def _foot_and_way(use: FigureUse, moves: Sequence[Move]) -> Iterator[str]:
    figure = use.figure
    named = _WORDS.get(use.direction or figure.direction, "") if figure is STEP else figure.name
    lead = moves[0].foot if moves else None
    sided = use.travel is not None and figure.travels
    if use.foot is None and not sided and lead in (Foot.LEFT, Foot.RIGHT):
        yield f"{named or figure.name} with the {lead.word} foot"
    # Which way a scuff or a sweep goes leads no one to another place.
    carried = any(move.weight for move in moves)
    unsaid = carried and not use.direction and figure.takes_direction and not sided
    if unsaid and figure.direction in _WORDS:
        yield f"{figure.name} {_WORDS[figure.direction]}"
