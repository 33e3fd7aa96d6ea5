"""What is called while one dances, in the words of a language; short, as it is spoken."""

from __future__ import annotations

import re
from typing import Final

from ..core.layout.timeline import Segment
from ..core.primitives.turns import clock
from ..core.rehearsal.calls import Cue
from ..core.rehearsal.score import DancedFigure, Joint
from ..core.sheet.render import LANGUAGES, figure_words
from .language import spoken
from .words import text

_FOOT: Final = re.compile(r"^[RLDG] (?=\S)")
_AMOUNTS: Final = {
    "⅛": "eighth", "¼": "quarter", "⅜": "three eighths", "½": "half", "⅝": "five eighths",
    "¾": "three quarters", "⅞": "seven eighths",
}  # fmt: skip


def call_words(cue: Cue) -> str:
    """The words of a cue in the language that is spoken.

    The foot is left out: who dances knows which one is free.
    """
    subject = cue.subject
    if isinstance(subject, str):
        return text(f"calls.number.{subject}")
    if isinstance(subject, Joint):
        event = text(f"calls.event.{subject.occurrence.event.kind.value}")
        return text(f"calls.ahead.{cue.ahead}", event=event)
    if isinstance(subject, Segment):
        return _wall(subject)
    return _figure(subject)


def number_words() -> dict[str, str]:
    """The counts that can be spoken, by their labels."""
    return {f"{count}": text(f"calls.number.{count}") for count in range(1, 17)}


def _wall(segment: Segment) -> str:
    faced = text(f"calls.facing.{clock(segment.start_facing)}")
    if segment.item is not None:
        return text("calls.part", name=segment.name, faced=faced)
    return text("calls.wall", wall=segment.wall, faced=faced)


def _figure(figure: DancedFigure) -> str:
    said = _FOOT.sub("", figure_words(figure.moves, LANGUAGES[spoken()]))
    said = re.sub(r"\s*\([^()]*\)", "", said)
    for sign, amount in _AMOUNTS.items():
        if sign in said:
            words = text(f"calls.amount.{amount}")
            said = said.replace(sign, f" {words} ")
    return " ".join(said.split())
