"""Words of German sheets. Source: common practice, from memory."""

from __future__ import annotations

from typing import Any, Final

from ....primitives.feet import Foot
from ..kinds import Kind

R, L = Foot.RIGHT, Foot.LEFT
PHRASES: Final[dict[Kind, dict[Any, tuple[str, ...]]]] = {
    Kind.FOOT: {
        R: (
            *("rechter fuss", "rechten fuss", "rechts", "rechte", "rechten", "rechtem"),
            *("rechter", "rechtes"),
            "re",
        ),
        L: (
            *("linker fuss", "linken fuss", "links", "linke", "linken", "linkem", "linker"),
            *("linkes", "li"),
        ),
    },
    Kind.DIRECTION: {
        "fwd": ("vor", "vorwarts", "nach vorn", "nach vorne", "vorn", "vorne"),
        "back": ("zuruck", "ruckwarts", "nach hinten", "hinten"),
        "side": ("seite", "zur seite", "seitwarts", "seitlich"),
        "cross": ("kreuzen", "gekreuzt", "kreuzt", "uberkreuzen"),
        "behind": ("hinterkreuzen",),
        "together": ("schliessen", "schliesst", "geschlossen", "heran", "heransetzen", "zusammen"),
        "place": ("am platz", "auf der stelle"),
    },
    Kind.RELATION: {
        "cross": ("uber", "vor dem", "vor den"),
        "behind": ("hinter",),
        "together": ("neben", "an"),
    },
    Kind.DIAGONAL: {None: ("schrag", "diagonale")},
    Kind.AMOUNT: {
        2: ("viertel", "eine viertel", "vierteldrehung", "eine vierteldrehung"),
        4: ("halbe", "eine halbe", "halber"),
        6: ("dreiviertel", "drei viertel"),
        8: ("ganze", "volle", "eine ganze", "eine volle"),
    },
    Kind.TURN: {None: ("drehung", "drehen", "dreht", "gedreht", "linksdrehung", "umdrehung")},
    Kind.WEIGHT: {None: ("gewicht", "gewicht auf", "gewicht am", "gewicht ist auf", "belastet")},
    Kind.NO_WEIGHT: {None: ("ohne gewicht", "unbelastet")},
    Kind.TO: {None: ("nach", "zum", "zur", "herum")},
    Kind.TIMES: {2: ("zweimal", "noch einmal", "wiederholen"), 3: ("dreimal",)},
    Kind.NUMBER: {2: ("zwei",), 3: ("drei",), 4: ("vier",)},
    Kind.JOIN: {None: ("und", "dann", "danach")},
    Kind.STYLE: {
        None: (
            *("arme", "hande", "kopf", "knie", "hufte", "huften", "leicht", "langsam", "dabei"),
        ),
    },
    Kind.FILLER: {
        None: (
            *("der", "die", "das", "den", "dem", "mit", "auf", "ein", "eine", "einen", "beim"),
            *("uhr", "fuss", "etwas", "wahrend"),
        ),
    },
}  # fmt: skip
FIGURES: Final[dict[str, tuple[str, ...]]] = {
    "step": ("schritt", "schritte", "setzen", "setzt"),
    "walk": ("gehen", "laufen"),
    "touch": ("auftippen", "tippen", "antippen", "tippt"),
    "toe": ("fussspitze", "spitze", "fussspitze auftippen"),
    "heel": ("ferse", "hacke", "hacke auftippen", "ferse auftippen"),
    "kick": ("kicken", "fusskick"),
    "stomp": ("stampfen", "aufstampfen"),
    "hold": ("halten", "warten"),
    "clap": ("klatschen",),
    "recover": ("gewicht zuruck", "zuruckbelasten", "gewicht zuruck auf"),
    "rock": ("wiegeschritt",),
    "pivot": ("pivotdrehung",),
    "vine": ("weinranke",),
    "drag": ("heranziehen",),
    "hitch": ("knie heben", "knie anheben"),
    "big step": ("grosser schritt",),
}
