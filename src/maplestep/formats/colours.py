"""The colours of everything drawn, on the screen and in print: one file for both.

The browser is built with the same ``colours.json`` (see ``web/vite.config.ts``).
"""

from __future__ import annotations

import json
from importlib import resources
from typing import Any, Final

_ALL: Final[dict[str, Any]] = json.loads(
    (resources.files(__package__) / "colours.json").read_text("utf-8")
)
PLAIN: Final[dict[str, str]] = _ALL["plain"]
"""By what they are for: paper, ink, brick, the left foot ..."""
WALLS: Final[tuple[str, ...]] = tuple(_ALL["walls"].values())
"""Of the walls at 12:00, 3:00, 6:00 and 9:00."""
STAGE: Final[tuple[str, ...]] = tuple(_ALL["stage"].values())
"""The same, bright enough for the dark stage."""
PHRASES: Final[dict[str, str]] = _ALL["phrases"]
"""Tints of a song's phrases, by kind."""
VARIABLES: Final = (
    ":root { " + " ".join(f"--{name}: {colour};" for name, colour in PLAIN.items()) + " }\n"
)
"""The plain ones as variables of a style sheet: ``var(--ink)``."""
