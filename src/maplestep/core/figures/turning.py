"""Figures that are there to turn. Source: common practice, no published source."""

from __future__ import annotations

from typing import Final

from .model import Figure

TURNING: Final[tuple[Figure, ...]] = (
    Figure(
        name="pivot",
        also=("pivot turn",),
        french=("pivot", "pivoter"),
        ways=("F pivot place", "F fwd; O pivot place"),
        rhythms=("1", "1-2"),
        direction="place",
        usual_turn=4,
    ),
    Figure(
        name="step pivot",
        also=("step turn", "step pivot turn"),
        french=("pas pivot", "step turn"),
        ways=("F fwd; O pivot place",),
        usual_turn=4,
    ),
    Figure(
        name="chase turn",
        also=("step turn step", "step pivot step", "chase"),
        french=("pas pivot pas", "tour poursuite"),
        ways=("F fwd; O pivot place; F fwd",),
        turn_on=(1,),
        usual_turn=4,
    ),
    Figure(
        name="full turn",
        also=("full spin", "travel full turn", "two step full turn"),
        french=("tour complet", "tour entier"),
        ways=("F @; O @", "F @; O @; F @", "F spin place"),
        rhythms=("1-2", "1&2", "1"),
        turn_on=(0, 1, 2),
        shares=(1, 2, 1),
        usual_turn=8,
    ),
    Figure(
        name="triple full turn",
        also=("full turn triple", "triple step full turn", "full triple turn"),
        french=("tour complet en triple",),
        ways=("F @; O together; F @",),
        direction="place",
        turn_on=(0, 1, 2),
        shares=(1, 2, 1),
        usual_turn=8,
    ),
    Figure(
        name="spin",
        also=("pencil turn", "spin turn"),
        french=("pirouette",),
        ways=("F spin place",),
        direction="place",
        usual_turn=8,
    ),
    Figure(
        name="spiral",
        also=("spiral turn",),
        french=("spirale",),
        ways=("F spiral fwd",),
        usual_turn=8,
    ),
    Figure(
        name="hinge",
        also=("hinge turn",),
        french=("tour charnière",),
        ways=("F side", "F side; O side"),
        direction="side",
        usual_turn=4,
    ),
    Figure(
        name="unwind",
        french=("dérouler", "déroulé"),
        ways=("B unwind place",),
        direction="place",
        usual_turn=4,
    ),
    Figure(
        name="cross unwind",
        also=("cross and unwind",),
        french=("croiser dérouler",),
        ways=("F cross; B unwind place",),
        direction="cross",
        usual_turn=4,
    ),
    Figure(
        name="monterey",
        also=("monterey turn",),
        french=("monterey",),
        ways=("[F point side]; F together; [O point side]; O together",),
        turn_on=(1,),
        usual_turn=4,
    ),
    Figure(
        name="paddle",
        also=("paddle turn", "paddle step", "chug", "chug turn"),
        french=("paddle turn",),
        ways=("[F paddle side]", "[F touch fwd]; O turn place"),
        direction="side",
        usual_turn=2,
    ),
    Figure(
        name="walk around",
        also=("walk round", "walk in a circle", "circle walk", "run around", "walk a circle"),
        french=("marcher en cercle", "marche en cercle"),
        ways=("F fwd",),
        repeats=True,
        curves=True,
    ),
    Figure(
        name="diamond",
        also=("diamond step", "diamond fallaway", "fallaway diamond", "half diamond", "diamond box"),
        french=("diamant",),
        ways=("F cross; O side >1; F back; O back; F side >1; O fwd",),
        rhythms=("1&2 3&4",),
        direction="cross",
    ),
)
