"""Words of French sheets, besides the figures' names in the figure tables."""

from __future__ import annotations

from typing import Any, Final

from ....primitives.feet import Foot
from ..kinds import Kind

R, L = Foot.RIGHT, Foot.LEFT
PHRASES: Final[dict[Kind, dict[Any, tuple[str, ...]]]] = {
    Kind.FOOT: {
        R: (
            "droit",
            "droite",
            "pd",
            "pied droit",
            "d",
        ),
        L: (
            "gauche",
            "pg",
            "pied gauche",
            "g",
        ),
    },
    Kind.DIRECTION: {
        "fwd": (
            "avant",
            "en avant",
            "vers l'avant",
            "avancer",
            "avance",
            "l'avant",
        ),
        "back": (
            "arriere",
            "en arriere",
            "vers l'arriere",
            "reculer",
            "recule",
            "l'arriere",
        ),
        "side": (
            "cote",
            "de cote",
            "sur le cote",
            "lateral",
            "lateralement",
            "au cote",
        ),
        "cross": (
            "croiser",
            "croise",
            "croise devant",
            "croiser devant",
        ),
        "together": (
            "assembler",
            "assemble",
            "ensemble",
            "ramener",
            "ramene",
            "rassembler",
            "rassemble",
            "rejoindre",
            "rejoint",
            "rejoignez",
            "joint",
            "pieds joints",
        ),
        "behind": (
            "croiser derriere",
            "croise derriere",
        ),
        "place": ("sur place",),
        "out": (
            "ouvrir",
            "ouvert",
        ),
        "in": ("fermer", "au centre"),
    },
    Kind.RELATION: {
        "cross": (
            "en travers",
            "par dessus",
        ),
        "front": ("devant",),
        "behind": ("derriere",),
        "together": (
            "a cote",
            "pres",
            "a cote de",
            "a cote du",
            "pres du",
            "pres de",
            "contre",
        ),
    },
    Kind.DIAGONAL: {
        None: (
            "diagonale",
            "en diagonale",
            "diag",
        ),
    },
    Kind.AMOUNT: {
        0: (
            "sans tour",
            "sans tourner",
        ),
        1: (
            "huitieme",
            "un huitieme",
        ),
        2: (
            "quart",
            "un quart",
        ),
        4: (
            "demi",
            "un demi",
            "demie",
        ),
        6: (
            "trois quart",
            "trois quarts",
        ),
        8: (
            "complet",
            "complete",
        ),
        12: ("un tour et demi",),
    },
    Kind.TURN: {
        None: (
            "tour",
            "tourner",
            "tournant",
            "en tournant",
            "de tour",
            "en pivotant",
            "pivotant",
            "faisant",
        ),
    },
    Kind.SQUARE: {
        None: ("se recentrer",),
    },
    Kind.SHOULDER: {
        None: (
            "epaule",
            "l'epaule",
        ),
    },
    Kind.WEIGHT: {
        None: (
            "poids",
            "poids sur",
            "pdc",
            "pdc sur",
            "appui",
            "appui sur",
            "le poids sur",
            "transferer le poids sur",
            "avec appui",
            "poids du corps sur",
        ),
    },
    Kind.NO_WEIGHT: {
        None: (
            "sans poids",
            "sans appui",
            "sans transfert de poids",
        ),
    },
    Kind.TO: {
        None: (
            "vers",
            "vers la",
            "vers le",
            "a",
            "a la",
            "sur la",
            "au",
        ),
    },
    Kind.STANDING: {
        None: (
            "sur la plante du",
            "sur plante",
        ),
    },
    Kind.TIMES: {
        2: (
            "deux fois",
            "bis",
        ),
    },
    Kind.NUMBER: {
        3: ("trois",),
        4: ("quatre",),
    },
    Kind.JOIN: {
        None: (
            "et",
            "puis",
            "ensuite",
        ),
    },
    Kind.STYLE: {
        None: (
            "bras",
            "main",
            "mains",
            "tete",
            "regard",
            "genou",
            "tibia",
            "cheville",
            "hanche",
            "petit",
            "leger",
            "d'arriere en avant",
            "d'avant en arriere",
            "legerement",
            "corps",
            "doucement",
            "haut",
            "bas",
            "meme",
            "fois",
        ),
    },
    Kind.FILLER: {
        None: (
            "terminer",
            "terminant",
            "finir",
            "finissant",
            "de",
            "du",
            "des",
            "la",
            "le",
            "les",
            "un",
            "une",
            "en",
            "dans",
            "avec",
            "sur",
            "pied",
            "faire",
            "son",
            "sa",
            "aux",
            "pour",
            "tout",
            "l'autre",
            "ou",
            "fait",
            "puis le",
            "c",
            "pas de",
        ),
    },
}
