"""The colours of everything drawn, on the screen and in print: one file for both.

The browser is built with the same ``colours.json`` (see ``web/vite.config.ts``).
"""

from __future__ import annotations

import json
from importlib import resources
from typing import Any, Final

from ..core.song.model import Phrase, PhraseKind

_ALL: Final[dict[str, Any]] = json.loads(
    (resources.files(__package__) / "colours.json").read_text("utf-8")
)
PLAIN: Final[dict[str, str]] = _ALL["plain"]
"""By what they are for: paper, ink, brick, the left foot ..."""
WALLS: Final[tuple[str, ...]] = tuple(_ALL["walls"].values())
"""Of the walls at 12:00, 3:00, 6:00 and 9:00."""
STAGE: Final[tuple[str, ...]] = tuple(_ALL["stage"].values())
"""The same, bright enough for the dark stage."""
_PHRASES: Final[dict[str, str]] = _ALL["phrases"]
_LETTERS: Final[list[str]] = _ALL["letters"]


def phrase_tint(phrase: Phrase) -> str:
    """The tint of a phrase by its kind; of stretches only known to sound alike by their letter."""
    if phrase.kind is PhraseKind.SECTION and len(phrase.name) == 1:
        return _LETTERS[(ord(phrase.name) - ord("A")) % len(_LETTERS)]
    return _PHRASES[phrase.kind.value]


VARIABLES: Final = (
    ":root { " + " ".join(f"--{name}: {colour};" for name, colour in PLAIN.items()) + " }\n"
)
"""The plain ones as variables of a style sheet: ``var(--ink)``."""
