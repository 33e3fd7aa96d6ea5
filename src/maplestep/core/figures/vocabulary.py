"""All figures in one tuple, found by any of their names.

A name that two figures claim is a mistake that importing this module reports.
"""

from __future__ import annotations

from typing import Final

from .model import Figure
from .rocking import ROCKING
from .standing import STANDING
from .travelling import TRAVELLING
from .triples import TRIPLES
from .turning import TURNING

FIGURES: Final[tuple[Figure, ...]] = (*STANDING, *ROCKING, *TRIPLES, *TRAVELLING, *TURNING)


def _by_name() -> dict[str, Figure]:
    found: dict[str, Figure] = {}
    for figure in FIGURES:
        for name in figure.names:
            if found.setdefault(name, figure) is not figure:
                raise ValueError(f"the figure name {name!r} is listed twice")
    for figure in FIGURES:
        for direction, name in figure.variants.items():
            if name not in found:
                raise ValueError(f"{figure.name} with {direction}: there is no {name!r}")
    return found


BY_NAME: Final = _by_name()
STEP: Final = BY_NAME["step"]
WALK_AROUND: Final = BY_NAME["walk around"]
PIVOT: Final = BY_NAME["pivot"]
FULL_TURN: Final = BY_NAME["full turn"]
