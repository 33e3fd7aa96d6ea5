"""Three steps to two counts, and what is made of them.

Source: common practice, no published source; French names from memory.
"""

from __future__ import annotations

from typing import Final

from .model import Figure

TRIPLES: Final[tuple[Figure, ...]] = (
    Figure(
        name="shuffle",
        also=(
            *("triple", "triple step", "cha cha", "cha cha cha", "shuffle step", "chasse"),
            *("chassé", "polka step", "polka", "cha", "locomotion step"),
        ),
        french=("pas chassé", "pas chassés", "triple pas", "chassé", "pas de polka"),
        ways=("F @; O together; F @",),
        turn_on=(0, 2),
        variants={"cross": "cross shuffle"},
    ),
    Figure(
        name="triple in place",
        also=("triple step in place", "shuffle in place", "cha cha in place", "triple on the spot"),
        french=("triple sur place", "pas chassé sur place"),
        ways=("F place; O place; F place",),
        direction="place",
        turn_on=(0, 1, 2),
    ),
    Figure(
        name="cross shuffle",
        also=("cross triple", "shuffle cross", "cross chasse", "cross over shuffle"),
        french=("pas chassé croisé", "shuffle croisé", "chassé croisé"),
        ways=("F cross; O side; F cross",),
        direction="cross",
        turn_on=(0, 2),
    ),
    Figure(
        name="lock step",
        also=(
            *("lock shuffle", "step lock step", "lock triple", "shuffle lock", "step lock"),
            *("forward lock step", "lock step forward"),
        ),
        french=("pas verrouillé", "pas lock", "lock step avant"),
        ways=("F @; O lock behind; F @", "F @; O lock behind"),
    ),
    Figure(
        name="back lock step",
        also=("back lock", "lock step back", "back step lock step", "step lock step back"),
        french=("lock step arrière",),
        ways=("F back; O lock cross; F back",),
        direction="back",
    ),
    Figure(
        name="coaster",
        also=("coaster step", "back coaster"),
        french=("coaster step", "pas coaster"),
        ways=("F back; O together; F fwd",),
        direction="back",
        variants={"cross": "coaster cross", "fwd": "forward coaster"},
    ),
    Figure(
        name="coaster cross",
        also=("coaster step cross",),
        french=("coaster croisé",),
        ways=("F back; O together; F cross",),
        direction="back",
    ),
    Figure(
        name="forward coaster",
        also=("forward coaster step", "reverse coaster", "reverse coaster step"),
        french=("coaster avant",),
        ways=("F fwd; O together; F back",),
    ),
    Figure(
        name="sailor",
        also=("sailor step", "sailor shuffle"),
        french=("sailor step", "pas marin", "pas du marin"),
        ways=("F behind; O side; F side",),
        direction="behind",
        turn_on=(0, 1),
        variants={"cross": "sailor cross", "fwd": "sailor forward"},
    ),
    Figure(
        name="sailor cross",
        also=("sailor step cross", "sailor with cross"),
        french=("sailor croisé",),
        ways=("F behind; O side; F cross",),
        direction="behind",
        turn_on=(0, 1),
    ),
    Figure(
        name="sailor forward",
        also=("sailor step forward",),
        french=("sailor avant",),
        ways=("F behind; O side; F fwd",),
        direction="behind",
        turn_on=(0, 1),
    ),
    Figure(
        name="behind side cross",
        also=("behind and cross", "behind side in front", "behind side across"),
        french=("derrière côté croisé", "derrière côté devant"),
        ways=("F behind; O side; F cross",),
        direction="behind",
        turn_on=(1,),
    ),
    Figure(
        name="behind side forward",
        french=("derrière côté avant",),
        ways=("F behind; O side; F fwd",),
        direction="behind",
        turn_on=(1,),
    ),
    Figure(
        name="scissor",
        also=("scissor step", "scissors", "scissors step", "scissor cross"),
        french=("ciseau", "ciseaux", "pas de ciseau"),
        ways=("F side; O together; F cross",),
        direction="side",
    ),
    Figure(
        name="anchor step",
        also=("anchor",),
        ways=("F lock behind; O place; F back",),
        direction="behind",
    ),
    Figure(
        name="pony",
        also=("pony step", "pony back"),
        ways=("F back; O ball together; F back",),
        direction="back",
    ),
    Figure(
        name="kick ball change",
        also=("kick ball step", "kick and change"),
        french=("kick ball change",),
        ways=("[F kick fwd]; F ball together; O place",),
    ),
    Figure(
        name="kick ball cross",
        french=("kick ball croisé",),
        ways=("[F kick fwd]; F ball together; O cross",),
    ),
    Figure(
        name="kick ball point",
        also=("kick ball touch", "kick ball side touch"),
        french=("kick ball pointe",),
        ways=("[F kick fwd]; F ball together; [O point side]",),
    ),
    Figure(
        name="heel ball change",
        also=("heel ball step",),
        ways=("[F heel fwd]; F ball together; O place",),
    ),
    Figure(
        name="heel ball cross",
        french=("talon plante croisé",),
        ways=("[F heel diag fwd]; F ball together; O cross",),
    ),
    Figure(
        name="ball change",
        also=("rock ball change",),
        french=("ball change",),
        ways=("F ball back; O place",),
        rhythms=("1&",),
        directions=("back", "side"),
    ),
    Figure(
        name="ball cross",
        also=("ball and cross",),
        french=("plante croisé",),
        ways=("F ball side; O cross",),
        rhythms=("1&",),
    ),
    Figure(
        name="out out",
        also=("step out out",),
        french=("ouvrir ouvrir",),
        ways=("F out; O out",),
        rhythms=("1&",),
        direction="out",
    ),
    Figure(
        name="in in",
        also=("step in in",),
        french=("fermer fermer",),
        ways=("F in; O in",),
        rhythms=("1&",),
        direction="in",
    ),
    Figure(
        name="heel jack",
        also=("vaudeville", "vaudeville step", "syncopated heel jack"),
        ways=("O diag back; [F heel diag fwd]; F together; O cross",),
        rhythms=("&1&2",),
        direction="back",
    ),
    Figure(
        name="waltz basic",
        also=("waltz step", "basic waltz", "basic waltz step", "balance step", "waltz"),
        french=("pas de valse", "valse", "basique valse"),
        ways=("F @; O together; F together",),
        rhythms=("1-3",),
        turn_on=(0,),
    ),
    Figure(
        name="twinkle",
        also=("waltz twinkle", "twinkle step"),
        french=("twinkle",),
        ways=("F cross; O side; F together",),
        rhythms=("1-3",),
        direction="cross",
        turn_on=(1, 2),
    ),
)
