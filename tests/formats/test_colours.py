"""The one file of colours: nothing is coloured past it, and words on it can be read."""

import re
from itertools import product
from pathlib import Path

import pytest

from maplestep.core.song.model import Phrase, PhraseKind
from maplestep.formats.colours import PLAIN, STAGE, WALLS, phrase_tint

ROOT = Path(__file__).parents[2]
DRAWN = [
    path
    for folder, kinds in (("web/src", {".ts", ".tsx", ".css"}), ("src/maplestep", {".py"}))
    for path in sorted((ROOT / folder).rglob("*"))
    if path.suffix in kinds and ".test." not in path.name
]


def luminance(colour: str) -> float:
    """Relative luminance. Source: W3C, WCAG 2.2, "relative luminance" (sRGB)."""
    channels = [int(colour[at : at + 2], 16) / 255 for at in (1, 3, 5)]
    red, green, blue = (
        c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in channels
    )
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(one: str, other: str) -> float:
    """Source: W3C, WCAG 2.2, "contrast ratio"."""
    light, dark = sorted((luminance(one), luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


def test_black_on_white_has_the_contrast_that_the_standard_gives_it() -> None:
    assert contrast("#000000", "#ffffff") == pytest.approx(21)


def test_no_colour_is_written_anywhere_else() -> None:
    literal = re.compile(r"#[0-9a-fA-F]{6}\b|rgba?\(")
    found = [
        f"{path.relative_to(ROOT)}: {match[0]}"
        for path in DRAWN
        for match in literal.finditer(path.read_text("utf-8"))
    ]
    assert found == []


# Success criterion 1.4.3 asks 4.5 of text.
@pytest.mark.parametrize(
    ("words", "ground"),
    [
        *product(("ink", "umber", "soft", "faint", "brick", "amber", "agree", "info", "left",
                  "right"), ("paper", "card", "white")),
        *product(("cream", "sand", "coral"), ("ink",)),
        *product(("white",), ("brick", "right", "left", "umber")),
        ("ink", "tint"), ("soft", "tint"), ("ink", "added"), ("ink", "lit"),
    ],
)  # fmt: skip
def test_words_stand_out_from_their_ground(words: str, ground: str) -> None:
    assert contrast(PLAIN[words], PLAIN[ground]) >= 4.5


@pytest.mark.parametrize("name", ["", "A", "B", "E", "Z"])
@pytest.mark.parametrize("kind", PhraseKind)
def test_ink_can_be_read_on_every_phrase(kind: PhraseKind, name: str) -> None:
    assert contrast(PLAIN["ink"], phrase_tint(Phrase(kind=kind, counts=8, name=name))) >= 4.5


def test_the_four_walls_stand_out_from_paper() -> None:
    """Success criterion 1.4.11 asks 3 of what is drawn; the amber of 3:00 never stands alone."""
    drawn = [contrast(colour, PLAIN["card"]) for colour in WALLS]
    assert [ratio >= 3 for ratio in drawn] == [True, False, True, True]
    assert min(drawn) >= 2.5


# Read from four metres in a dim hall: success criterion 1.4.6 asks 7 of text.
@pytest.mark.parametrize(
    ("words", "ground"),
    [
        *product(("cream", "sand", "glow"), ("night", "dusk", "ember")),
        *product(("left-lit", "right-lit"), ("dusk",)),
        ("coral", "night"), ("night", "coral"), ("ink", "glow"), ("ink", "cream"), ("ink", "new"),
    ],
)  # fmt: skip
def test_words_stand_out_on_the_dark_stage(words: str, ground: str) -> None:
    assert contrast(PLAIN[words], PLAIN[ground]) >= 7


@pytest.mark.parametrize("colour", STAGE)
def test_the_faced_wall_stands_out_on_the_dark_stage(colour: str) -> None:
    assert contrast(colour, PLAIN["night"]) >= 7
