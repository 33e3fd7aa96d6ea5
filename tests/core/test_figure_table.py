"""The figures against the trade's own table, row by row, written out by hand.

Source: the team's notes on the trade, common practice; no published source.
"""

import pytest
from core.dancing import part_of, steps

from maplestep.core.primitives.feet import Foot
from maplestep.core.sheet.read import read_sheet

# What is written -> the moves with R leading; L leading is the mirror (test_reading_laws).
TABLE = {
    "1 R walk": "R fwd",
    "1&2 R triple step back": "R back; L together; R back",
    "1&2 R chassé side": "R side; L together; R side",
    "1-2 R cross rock, recover": "R rock cross; L recover",
    "1&2& R rocking chair": "R rock fwd; L recover; R rock back; L recover",
    "1&2 R forward coaster": "R fwd; L together; R back",
    "1&2 R sailor ½ right": "R behind +2; L side +2; R side",
    "1&2 R mambo back": "R rock back; L recover; R together",
    "1&2 R scissor": "R side; L together; R cross",
    "1&2 R samba step": "R cross; L rock side; R recover",
    "1&2 R kick ball step": "[R kick fwd]; R ball together; L place",
    "1&2 R kick ball point": "[R kick fwd]; R ball together; [L point side]",
    "1&2 R kick ball cross": "[R kick fwd]; R ball together; L cross",
    "1-4 R vine ¼ right, L scuff": "R side; L behind; R side +2; [L scuff fwd]",
    "1-4 R jazz box ½ right": "R cross; L back; R side +4; L fwd",
    "1-4 R jazz box cross": "R cross; L back; R side; L cross",
    "1&2 3&4 R rumba box": "R side; L together; R fwd; L side; R together; L back",
    "1&2 R locking shuffle": "R fwd; L lock behind; R fwd",
    "1-2& R wizard": "R diag fwd; L lock behind; R diag fwd",
    "1-2 R heel strut": "[R heel fwd]; R drop place",
    "1& R toe strut": "[R toe fwd]; R drop place",
    "1-2 R step pivot ¾ left": "R fwd; L pivot place -6",
    "1&2 R step turn step": "R fwd; L pivot place -4; R fwd",
    "1-4 R Monterey ¼": "[R point side]; R together +2; [L point side]; L together",
    "1-4 R paddle ¼ left x4": "; ".join(["[R paddle side] -2"] * 4),
    "1-2 R paddle ¼ left": "[R touch fwd]; L turn place -2",
    "1-3 R rolling vine right": "R fwd +2; L back +4; R side +2",
    "1-4 R walk around ¾ right": "R fwd +1; L fwd +2; R fwd +1; L fwd +2",
    "1&2& R heel switches": "[R heel fwd]; R together; [L heel fwd]; L together",
    "1&2& R toe switches": "[R point side]; R together; [L point side]; L together",
    "&1&2 R heel jack": "L diag back; [R heel diag fwd]; R together; L cross",
    "1-8 R K-step": (
        "R diag fwd; [L touch together]; L diag back; [R touch together]; "
        "R diag back; [L touch together]; L diag fwd; [R touch together]"
    ),
    "1-4 R Charleston": "[R touch fwd]; R back; [L touch back]; L fwd",
    "1-2 R heel grind ¼ right": "R heel grind fwd +2; L back",
    "1&2 R pony": "R back; L ball together; R back",
    "1-2& R nightclub basic": "R big step side; L rock behind; R recover",
    "1-2 R sway, L sway": "R sway side; L sway side",
    "1-2 R cross, unwind ¾ left (weight L)": "R cross; both unwind place -6",
    "1-6 R twinkle, L twinkle": "R cross; L side; R together; L cross; R side; L together",
    "1-8 R figure of eight vine": (
        "R side; L behind; R fwd +2; L fwd; R pivot place +4; L side +2; R behind; L fwd -2"
    ),
    "1-2 R full turn": "R fwd +4; L fwd +4",
    "1&2 R triple full turn": "R place +2; L together +4; R place +2",
    "1-4 R V-step": "R out; L out; R in; L together",
    "1&2 R anchor step": "R lock behind; L place; R back",
    "1&2 R ball cross, R side": "R ball side; L cross; R side",
    "1-4 R prissy walk": "R cross; L cross; R cross; L cross",
}


@pytest.mark.parametrize("line", TABLE)
def test_a_row_of_the_table(line: str) -> None:
    assert steps(part_of(line)) == TABLE[line].split("; ")


# Weighted or not, by the trade: the foot that carries the dancer after R did it from L.
WEIGHTED = ("step", "rock", "stomp", "sway", "bump", "ball", "walk", "lock", "big step", "lunge")
WEIGHTLESS = (
    *("touch", "tap", "point", "heel", "toe", "kick", "hitch", "hook", "flick", "scuff"),
    *("brush", "sweep", "stomp up", "drag", "knee pop", "toe fan"),
)
KEEPS = ("hold", "clap", "swivel", "heel bounce", "body roll", "hip roll", "shimmy", "applejack")


@pytest.mark.parametrize("figure", [*WEIGHTED, *WEIGHTLESS, *KEEPS])
def test_what_takes_the_weight(figure: str) -> None:
    part = part_of(f"1 L together\n2 R {figure}")
    assert part.end_weight is (Foot.RIGHT if figure in WEIGHTED else Foot.LEFT)


SAID = {
    "2 R touch (weight R)": Foot.RIGHT,
    "2 R touch, weight on right": Foot.RIGHT,
    "2 R stomp (no weight)": Foot.LEFT,
    "2 R stomp without weight": Foot.LEFT,
    "2 R toe side (take weight)": Foot.RIGHT,
    "2 Hip roll (weight ends on right)": Foot.RIGHT,
    "2 PD pointe à droite (poids sur PD)": Foot.RIGHT,
    "2 Stomp PD sans appui": Foot.LEFT,
}


@pytest.mark.parametrize("line", SAID)
def test_what_the_sheet_says_of_the_weight_goes(line: str) -> None:
    assert part_of(f"1 L together\n{line}").end_weight is SAID[line]


# Moving the foot that carries all the weight is wrong, unless it is a hop, swivel, bounce or turn.
LOADED = {
    "2 L side": True,
    "2 L touch": True,
    "2 L kick": True,
    "2 L hop": False,
    "2 swivel heels": False,
    "2 L bump": False,
    "2 L spin full left": False,
    "2 hold": False,
    "2 R side": False,
}


@pytest.mark.parametrize("line", LOADED)
def test_a_loaded_foot_moves_only_where_it_can(line: str) -> None:
    found = [f.code for f in read_sheet(f"1 L together\n{line}").findings]
    assert ("sheet.weight-conflict" in found) is LOADED[line]
