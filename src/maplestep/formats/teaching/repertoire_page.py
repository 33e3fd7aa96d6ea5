"""What a class dances, as a list to hand out."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from ...messages.language import speaking
from ...messages.words import texts_of
from ..pages import page
from ..pdf import page_pdf


class Danced(NamedTuple):
    """A dance of the list: what it is put to, what is said of it, when it was danced last."""

    title: str
    song: str
    facts: str
    last: str


def write_repertoire(name: str, dances: Sequence[Danced], language: str = "en") -> bytes:
    """The list as a PDF of A4 pages."""
    with speaking(language):
        document = page(
            "repertoire.html",
            language=language,
            words=texts_of("repertoire", language),
            title=name,
            dances=dances,
        )
    return page_pdf(document).pdf
