"""Figures of four counts and more, and those that change places.

Source: common practice, no published source; French names from memory.
"""

from __future__ import annotations

from typing import Final

from .model import Figure

TRAVELLING: Final[tuple[Figure, ...]] = (
    Figure(
        name="vine",
        travels=True,
        also=("grapevine", "grape vine"),
        french=("vine", "vigne", "pas de vigne", "grapevine"),
        ways=("F side; O behind; F side; [O touch together]", "F side; O behind; F side"),
        rhythms=("1-4", "1-3"),
        direction="side",
        turn_on=(2,),
    ),
    Figure(
        name="rolling vine",
        travels=True,
        also=(
            *("rolling grapevine", "three step turn", "rolling turn", "rolling full turn"),
            *("full rolling turn", "roll full turn", "full turn roll", "full roll", "roll turn"),
            *("roll a full turn", "full turn rolling vine", "full turn rolling grapevine"),
            *("rolling full turn vine", "full rolling vine", "full turn vine"),
        ),
        french=("rolling vine", "vigne tournée", "tour en trois pas"),
        ways=("F fwd; O back; F side; [O touch together]", "F fwd; O back; F side"),
        rhythms=("1-4", "1-3"),
        direction="side",
        turn_on=(0, 1, 2),
        shares=(1, 2, 1),
        usual_turn=8,
    ),
    Figure(
        name="figure of eight vine",
        travels=True,
        also=("figure of 8 vine", "figure eight vine", "figure 8 vine", "figure of 8"),
        french=("vine en huit", "vigne en huit"),
        ways=(
            "F side; O behind; F fwd >2; O fwd; F pivot place >4; O side >2; F behind; O fwd <2",
        ),
        direction="side",
    ),
    Figure(
        name="weave",
        french=("weave", "tissage", "pas tissés"),
        travels=True,
        ways=("F side; O behind; F side; O cross",),
        crossing_way="F cross; O side; F behind; O side",
        direction="side",
        turn_on=(-1,),
        repeats=True,
    ),
    Figure(
        name="jazz box",
        also=("jazzbox", "jazz square", "jazz"),
        french=("jazz box", "carré jazz"),
        ways=("F cross; O back; F side; O fwd", "F cross; O back; F side"),
        rhythms=("1-4", "1-3"),
        turn_on=(2,),
        variants={"cross": "jazz box cross", "together": "jazz box together"},
    ),
    Figure(
        name="jazz box cross",
        also=("jazz box with cross", "cross jazz box", "jazz box and cross"),
        french=("jazz box croisé",),
        ways=("F cross; O back; F side; O cross",),
        turn_on=(2,),
    ),
    Figure(
        name="jazz box together",
        french=("jazz box assemblé",),
        ways=("F cross; O back; F side; O together",),
        turn_on=(2,),
    ),
    Figure(
        name="toe strut jazz box",
        also=(
            *("jazz box toe strut", "jazz box with toe strut", "jazz box strut"),
            *("jazz box with strut", "strutting jazz box"),
        ),
        french=("jazz box toe strut", "jazz box avec toe strut", "jazz box en toe strut"),
        ways=(
            "[F toe cross]; F drop place; [O toe back]; O drop place; "
            "[F toe side]; F drop place; [O toe fwd]; O drop place",
        ),
        turn_on=(4,),
    ),
    Figure(
        name="rumba box",
        also=("box step", "box", "full box", "rhumba box"),
        french=("rumba box", "boîte de rumba", "carré"),
        ways=(
            "F side; O together; F @; O side; F together; O back",
            "F side; O together; F @; [O touch together]; O side; F together; O back; "
            "[F touch together]",
        ),
        rhythms=("1&2 3&4", "1-8"),
        turn_on=(2,),
    ),
    Figure(
        name="half rumba box",
        also=("half box", "half box step"),
        french=("demi rumba box",),
        ways=("F side; O together; F @", "F side; O together; F @; [O touch together]"),
        rhythms=("1&2", "1-4"),
    ),
    Figure(
        name="dorothy",
        also=("dorothy step", "wizard", "wizard step"),
        french=("dorothy", "pas dorothy"),
        ways=("F diag fwd; O lock behind; F diag fwd",),
        rhythms=("1-2&",),
        direction="diag fwd",
    ),
    Figure(
        name="toe strut",
        also=("strut toe", "toe heel strut"),
        french=("toe strut", "pointe talon"),
        ways=("[F toe @]; F drop place",),
        variants={"cross": "cross toe strut"},
    ),
    Figure(
        # Of the heel or of the toe: forward, which of them has to be said.
        name="strut",
        ways=("[F toe @]; F drop place",),
        variants={"side": "toe strut", "back": "toe strut", "cross": "cross toe strut"},
        asks=("toe strut", "heel strut"),
    ),
    Figure(
        name="cross toe strut",
        also=("cross strut",),
        french=("toe strut croisé",),
        ways=("[F toe cross]; F drop place",),
        direction="cross",
    ),
    Figure(
        name="heel strut",
        also=("strut heel",),
        french=("heel strut", "talon pointe"),
        ways=("[F heel @]; F drop place",),
    ),
    Figure(
        name="heel switches",
        also=("heel switch", "switch heels", "switch"),
        french=("talons alternés",),
        ways=(
            "[F heel fwd]; F together; [O heel fwd]; O together",
            "[F heel fwd]; F together; [O heel fwd]",
            "[F heel fwd]; F together",
        ),
        rhythms=("1&2&", "1&2", "1&"),
    ),
    Figure(
        name="toe switches",
        also=("toe switch", "point switches", "side switches", "side touch switches"),
        french=("pointes alternées",),
        ways=(
            "[F point side]; F together; [O point side]; O together",
            "[F point side]; F together; [O point side]",
            "[F point side]; F together",
        ),
        rhythms=("1&2&", "1&2", "1&"),
    ),
    Figure(
        name="k step",
        french=("pas en k",),
        ways=(
            "F diag fwd; [O touch together]; O diag back; [F touch together]; "
            "F diag back; [O touch together]; O diag fwd; [F touch together]",
        ),
        direction="diag fwd",
    ),
    Figure(
        name="v step",
        also=("out out in in",),
        french=("pas en v",),
        ways=("F out; O out; F in; O together",),
        direction="out",
    ),
    Figure(
        name="charleston",
        also=("charleston step", "charleston kick"),
        french=("pas de charleston",),
        ways=("[F touch fwd]; F back; [O touch back]; O fwd",),
    ),
    Figure(
        name="step touch",
        also=("side touch step", "touch step"),
        french=("pas touche",),
        ways=("F side; [O touch together]",),
        direction="side",
    ),
    Figure(
        name="heel grind",
        also=("grind heel", "grind"),
        french=("heel grind",),
        ways=("F heel grind fwd; O back", "F heel grind fwd"),
        turn_on=(0,),
    ),
    Figure(
        name="heel hook",
        also=("heel hook combination", "heel hook heel flick"),
        ways=(
            "[F heel fwd]; [F hook cross]; [F heel fwd]; [F flick back]",
            "[F heel fwd]; [F hook cross]",
        ),
    ),
    Figure(
        name="camel walk",
        ways=("F fwd; [O knee pop place]", "F fwd"),
    ),
    Figure(
        name="mashed potato",
        ways=("F back",),
        direction="back",
        repeats=True,
    ),
)
