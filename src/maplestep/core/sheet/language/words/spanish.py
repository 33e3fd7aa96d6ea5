"""Words of Spanish sheets. Source: common practice, from memory."""

from __future__ import annotations

from typing import Any, Final

from ....primitives.feet import Foot
from ..kinds import Kind

R, L = Foot.RIGHT, Foot.LEFT
PHRASES: Final[dict[Kind, dict[Any, tuple[str, ...]]]] = {
    Kind.FOOT: {
        R: ("pie derecho", "derecho", "derecha", "der"),
        L: ("pie izquierdo", "izquierdo", "izquierda", "izq", "pi"),
    },
    Kind.DIRECTION: {
        "fwd": ("adelante", "delante", "hacia adelante", "al frente"),
        "back": ("atras", "hacia atras"),
        "side": ("al costado", "lateral", "a un lado", "costado"),
        "cross": ("cruzar", "cruza", "cruzando", "cruzado", "cruzar por delante", "cruzar delante"),
        "behind": (
            "cruzar por detras",
            "cruzar detras",
            "cruza por detras",
            "cruza detras",
        ),
        "together": ("juntar", "junta", "junto", "cerrar", "cierra", "juntos"),
        "place": ("en el sitio", "en el lugar"),
    },
    Kind.RELATION: {
        "cross": ("por delante", "por delante de", "por encima", "sobre"),
        "behind": ("por detras", "detras", "detras de", "por detras de"),
        "together": ("al lado", "al lado del", "al lado de", "junto a", "junto al", "cerca"),
    },
    Kind.DIAGONAL: {None: ("en diagonal", "diagonal")},
    Kind.AMOUNT: {
        2: ("un cuarto", "cuarto", "cuarto de"),
        4: ("media", "medio", "un medio", "media vuelta"),
        6: ("tres cuartos", "tres cuartos de"),
        8: ("completo", "completa", "entera"),
    },
    Kind.TURN: {
        None: ("giro", "giro de", "girar", "girando", "gira", "vuelta", "de giro", "de vuelta"),
    },
    Kind.WEIGHT: {None: ("peso", "peso en", "peso sobre", "el peso en", "con peso en")},
    Kind.NO_WEIGHT: {None: ("sin peso",)},
    Kind.TO: {None: ("a la", "hacia la", "hacia", "al", "a la parte")},
    Kind.TIMES: {2: ("dos veces", "otra vez"), 3: ("tres veces",)},
    Kind.NUMBER: {2: ("dos",), 3: ("tres",), 4: ("cuatro",)},
    Kind.JOIN: {None: ("y", "luego", "despues", "entonces")},
    Kind.STYLE: {
        None: ("brazos", "manos", "cabeza", "rodilla", "cadera", "caderas", "ligeramente", "lento"),
    },
    Kind.FILLER: {
        None: (
            "el",
            "los",
            "las",
            "con",
            "del",
            "una",
            "unos",
            "su",
            "pie",
            "que",
            "por",
            "mientras",
        ),
    },
}
FIGURES: Final[dict[str, tuple[str, ...]]] = {
    "step": ("paso", "pasos", "pisar", "poner"),
    "walk": ("caminar", "camina", "caminando", "andar", "correr"),
    "touch": ("tocar", "toque", "toca", "punta al lado"),
    "toe": ("punta",),
    "point": ("punta al costado", "apuntar", "senalar"),
    "heel": ("talon", "tocar talon", "toque de talon"),
    "kick": ("patada", "patear"),
    "stomp": ("golpe", "golpear", "pisoton"),
    "scuff": ("rozar con el talon",),
    "brush": ("cepillar", "rozar"),
    "hold": ("pausa", "esperar", "mantener"),
    "clap": ("palmada", "palmadas"),
    "recover": ("recuperar", "recupera", "volver el peso", "devolver el peso", "regresar"),
    "rock": ("balanceo", "balancear", "mecer"),
    "pivot": ("pivotar", "pivote"),
    "vine": ("vina", "parra"),
    "slide": ("deslizar",),
    "drag": ("arrastrar",),
    "hitch": ("levantar rodilla", "subir rodilla"),
    "sway": ("mecer caderas",),
}
FIGURES.pop("slide")  # a big step in the figure tables
FIGURES["big step"] = ("deslizar", "paso largo")
