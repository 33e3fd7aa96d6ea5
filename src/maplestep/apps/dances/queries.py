"""Reading dances."""

from __future__ import annotations

import uuid
from functools import lru_cache
from zlib import crc32

from ...core.figures.model import Figure
from ...core.sheet.build.user_figures import own_figure
from ...core.sheet.language.lexicon import standard
from ...core.sheet.read import Reading, read_sheet
from ..accounts.models import User
from ..errors import NotHere
from ..owned import find
from .models import Dance, Draft, OwnFigure


def get_dance(user: User, pk: uuid.UUID) -> Dance:
    """One of the user's dances. Raises NotHere."""
    return find(Dance, user, pk)


def reading_of(user: User, sheet: str) -> Reading:
    """A sheet's text read with the user's own figures.

    The same text is asked for again with every change of an event, so it is kept.
    Raises FileError when it is longer than a sheet can be.
    """
    return read_kept(sheet, figures_of(user))


def figures_of(user: User) -> tuple[Figure, ...]:
    """The figures the user has defined."""
    defined = OwnFigure.objects.filter(owner=user).values_list("name", "steps")
    return _figures(tuple(defined))


def figures_mark(user: User) -> str:
    """Changes whenever one of the user's own figures does."""
    return mark_of(figures_of(user))


def mark_of(figures: tuple[Figure, ...]) -> str:
    """What tells these figures from others."""
    said = "\n".join(f"{figure.name} = {figure.definition}" for figure in figures)
    return f"{crc32(said.encode()):08x}" if said else ""


def drafts_of(user: User, pk: uuid.UUID) -> list[Draft]:
    """A dance's drafts without their text, the newest first. Raises NotHere."""
    return list(get_dance(user, pk).drafts.defer("sheet"))


def get_draft(user: User, pk: uuid.UUID, draft: int) -> Draft:
    """One draft of one of the user's dances. Raises NotHere."""
    found = get_dance(user, pk).drafts.filter(id=draft).first()
    if found is None:
        raise NotHere
    return found


@lru_cache(maxsize=64)
def read_kept(sheet: str, own: tuple[Figure, ...]) -> Reading:
    """A text read with these figures, or as it was read before. Raises FileError."""
    return read_sheet(sheet, own)


@lru_cache(maxsize=64)
def _figures(defined: tuple[tuple[str, str], ...]) -> tuple[Figure, ...]:
    made = (own_figure(name, *split_steps(steps), standard()) for name, steps in defined)
    return tuple(figure for figure in made if figure is not None)


def split_steps(steps: str) -> tuple[str, str]:
    """ "1&2 R side, L together" as count column and words."""
    counts, _, words = steps.strip().partition(" ")
    return counts, words
