"""The ways to end a dance, in words."""

from __future__ import annotations

from ..core.primitives.turns import turn_words
from ..core.tools.endings import EndChoice, EndWay
from .words import text


def end_words(choice: EndChoice) -> str:
    """What one does: "Stop after 24 and turn ½ left to the front"."""
    turn = turn_words(choice.turn)
    match choice.way:
        case EndWay.LAST_TURN:
            was = turn_words(choice.was)
            return text("ending.last-turn", figure=choice.figure, turn=turn, was=was)
        case EndWay.HOLD:
            return text("ending.hold", after=choice.after, left=choice.left)
        case EndWay.SECTION:
            code = "ending.section" if choice.turn else "ending.section-stand"
            return text(code, after=choice.after, turn=turn)
        case EndWay.TURN:
            code = "ending.turn" if choice.turn else "ending.stand"
            return text(code, after=choice.after, turn=turn)


def end_note(choice: EndChoice) -> str:
    """What makes it hard to dance; "" when nothing does."""
    return text("ending.across", foot=choice.across.word) if choice.across else ""
