"""Rocks and what grows out of them. Source: common practice, no published source."""

from __future__ import annotations

from typing import Final

from .model import Figure

ROCKING: Final[tuple[Figure, ...]] = (
    Figure(
        name="rock",
        also=("rock step", "rock forward recover", "rock recover"),
        french=("rock", "bascule", "rock step avant"),
        ways=("F rock @", "F rock @; O recover"),
        variants={"cross": "cross rock", "side": "side rock", "back": "back rock"},
    ),
    Figure(
        name="cross rock",
        also=("cross rock step", "cross rock recover"),
        french=("rock croisé", "cross rock"),
        ways=("F rock cross", "F rock cross; O recover"),
        direction="cross",
    ),
    Figure(
        name="side rock",
        also=("side rock step", "rock side", "side rock recover"),
        french=("rock de côté", "rock latéral", "side rock"),
        ways=("F rock side", "F rock side; O recover"),
        direction="side",
        variants={"cross": "side rock cross"},
    ),
    Figure(
        name="back rock",
        also=("rock back", "back rock step", "rock step back", "back rock recover"),
        french=("rock arrière", "rock en arrière", "rock step arrière", "back rock"),
        ways=("F rock back", "F rock back; O recover"),
        direction="back",
    ),
    Figure(
        name="recover",
        also=("replace", "recover weight", "weight back", "return weight", "rec"),
        french=(
            *("retour", "retour du poids", "revenir", "revenir sur", "remettre le poids"),
            *("reprendre appui", "retour sur"),
        ),
        ways=("F recover",),
        direction="place",
    ),
    Figure(
        name="rocking chair",
        french=("rocking chair", "rocking-chair", "chaise berçante"),
        ways=("F rock fwd; O recover; F rock back; O recover",),
    ),
    Figure(
        name="reverse rocking chair",
        also=("back rocking chair",),
        french=("rocking chair inversé", "rocking-chair inversé"),
        ways=("F rock back; O recover; F rock fwd; O recover",),
    ),
    Figure(
        name="side rock cross",
        also=("side rock and cross", "rock and cross", "side rock recover cross"),
        french=("rock de côté croisé",),
        ways=("F rock side; O recover; F cross",),
        direction="side",
    ),
    Figure(
        name="cross rock side",
        also=("cross rock and side", "cross rock recover side"),
        french=("rock croisé côté",),
        ways=("F rock cross; O recover; F side",),
        direction="cross",
    ),
    Figure(
        name="mambo",
        also=("mambo step", "mambo rock"),
        french=("mambo", "pas de mambo"),
        ways=("F rock @; O recover; F together",),
        variants={"cross": "mambo cross"},
    ),
    Figure(
        name="mambo cross",
        also=("side mambo cross",),
        french=("mambo croisé",),
        ways=("F rock side; O recover; F cross",),
        direction="side",
    ),
    Figure(
        name="samba step",
        also=("samba", "cross samba", "samba cross", "botafogo", "bota fogo"),
        french=("samba", "pas de samba", "samba croisé"),
        ways=("F cross; O rock side; F recover",),
        direction="cross",
        turn_on=(1,),
    ),
    Figure(
        name="nightclub basic",
        also=("night club basic", "nc basic", "nightclub two step basic", "basic nightclub"),
        french=("basique nightclub",),
        ways=("F big step side; O rock behind; F recover",),
        rhythms=("1-2&",),
        direction="side",
        turn_on=(0,),
        travels=True,
    ),
    Figure(
        name="lindy",
        also=("lindy step", "side shuffle back rock"),
        ways=("F side; O together; F side; O rock back; F recover",),
        rhythms=("1&2 3 4",),
        direction="side",
        turn_on=(0, 2),
    ),
)
