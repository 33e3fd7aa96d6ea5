"""Is a sheet in a language that is not read? Told by its commonest words, said once.

Nothing is read from such a sheet: half understood, its turns would go to the wrong side.
Source of the words: common practice, from memory.
"""

from __future__ import annotations

import re
from typing import Final

from .lexicon import fold

# Words that no language read here has in a sheet.
_WORDS: Final = {
    "Italian": "passo passi destro destra sinistro sinistra avanti indietro giro conteggi pareti "
    "tocco tocca vicino incrocia incrociare accanto lato tallone punta peso muro tempi poi dietro "
    "piede destro ripetere volte",
    "Dutch": "stap stappen rechts links rv lv voor achter opzij sluit tik naast kruis draai muren "
    "tellen linksom rechtsom voet gewicht hak teen aan terug achteruit vooruit herhaal",
    "Portuguese": "passo pe direito esquerdo direita esquerda frente tras lado volta meia juntar "
    "paredes tempos toque calcanhar ponta cruzar atras peso iniciante cruzando ao para",
    "Swedish": "steg hoger vanster fot fram bak framat bakat vand sida bredvid korsa vaggar takter "
    "tyngd hal ta",
    "Danish": "trin hojre venstre fod frem tilbage drej vaeg side ved siden kryds taeller vaegt "
    "hael",
    "Norwegian": "steg hoyre venstre fot frem tilbake snu vegg side ved siden kryss tellinger vekt",
    "Finnish": "askel oikea vasen oikealle vasemmalle jalka eteen taakse kaannos viereen seinaa",
    "Polish": "krok prawa lewa prawej lewej noga przod tyl obrot obok sciany",
    "Czech": "krok prava leva pravou levou noha vpred vzad otocka vedle steny doby",
    "Hungarian": "lepes jobb bal jobbra balra lab elore hatra fordulat melle fal",
}  # fmt: skip
_BY_WORD: Final = {
    word: [language for language, words in _WORDS.items() if word in words.split()]
    for word in {w for words in _WORDS.values() for w in words.split()}
}
# Words that prove a language that is read, or could be either.
_READ: Final = frozenset(
    [
        "step",
        "right",
        "left",
        "forward",
        "back",
        "side",
        "touch",
        "together",
        "cross",
        "behind",
        "rock",
        "recover",
        "shuffle",
        "coaster",
        "pivot",
        "turn",
        "heel",
        "toe",
        "vine",
        "hold",
        "stomp",
        "kick",
        "walk",
        "over",
        "beside",
        "facing",
        "wall",
        "walls",
        "counts",
        "count",
        "the",
        "and",
        "with",
        "weight",
        "on",
        "to",
        "droite",
        "gauche",
        "pied",
        "devant",
        "derriere",
        "mur",
        "murs",
        "temps",
        "comptes",
        "poser",
        "tour",
        "quart",
        "pd",
        "pg",
        "derecha",
        "izquierda",
        "derecho",
        "izquierdo",
        "adelante",
        "paredes",
        "tiempos",
        "giro",
        "paso",
        "schritt",
        "drehung",
        "rf",
        "lf",
        "vor",
        "zuruck",
        "wande",
        "neben",
        "und",
    ]
)
_LEAST: Final = 4
_LETTERS: Final = re.compile(r"[^\W\d_]+")


def foreign_language(text: str) -> str:
    """The language of a sheet when it is none that is read; "" otherwise.

    >>> foreign_language("1-2 Passo destro avanti, giro di 1/2 a sinistra\\n3-4 tocco sinistro")
    'Italian'
    >>> foreign_language("1-2 Step right forward, touch left")
    ''
    """
    words = [fold(word) for word in _LETTERS.findall(text[:6000])]
    votes: dict[str, int] = {}
    for word in words:
        if word not in _READ:
            for language in _BY_WORD.get(word, ()):
                votes[language] = votes.get(language, 0) + 1
    if not votes:
        return ""
    best = max(votes, key=lambda language: votes[language])
    ours = sum(word in _READ for word in words)
    enough = votes[best] >= max(_LEAST, ours * _SHARE)
    return best if enough else ""


_SHARE: Final = 0.8
