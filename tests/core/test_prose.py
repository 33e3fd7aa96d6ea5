"""Lines as sheets spell them out. What each means is the trade's common usage, no source."""

import pytest
from core.dancing import codes, part_of, steps

from maplestep.core.sheet.read import read_sheet

# Line -> moves; weightless in brackets, turns in eighths, right positive.
ENGLISH = {
    "1-2 Step R forward to R diagonal, touch L next to R": "R diag fwd; [L touch together]",
    "1-2 Rock fwd onto R, replace weight to L": "R rock fwd; L recover",
    "1-2-3-4 Grapevine right with a touch": "R side; L behind; R side; [L touch together]",
    "5-8 Grapevine left ¼ turn L, brush R": "L side; R behind; L side -2; [R brush fwd]",
    "3&4 Shuffle back L-R-L": "L back; R together; L back",
    "1-2 Step fwd on R, make ½ turn L (weight on L)": "R fwd; L pivot place -4",
    "3&4 Behind-side-cross (R-L-R)": "R behind; L side; R cross",
    "7&8 L sailor step making ¼ turn L": "L behind; R side -2; L side",
    "1-4 R jazz box turning ¼ R, ending with L together": (
        "R cross; L back; R side +2; L together"
    ),
    "1-4 Right Monterey ½ turn": "[R point side]; R together +4; [L point side]; L together",
    "1-2 Point R to R side, ½ turn R on ball of L stepping R beside L": (
        "[R point side]; R together +4"
    ),
    "1&2& R heel, & L heel &": "[R heel fwd]; R together; [L heel fwd]; L together",
    "1-2 Big step to R, drag L to R": "R big step side; [L drag together]",
    "1-4 Hip bumps R R L L": "R bump side; R bump side; L bump side; L bump side",
    "1-4 Hip bumps right x2, left x2": "R bump side; R bump side; L bump side; L bump side",
    "1-4 Cross R toe over L, drop R heel, step L toe to side, drop L heel": (
        "[R toe cross]; R drop place; [L toe side]; L drop place"
    ),
    "1-4 Pivot ½ turn left twice": "R fwd; L pivot place -4; R fwd; L pivot place -4",
    "1-4 (Step R forward, pivot ¼ left) x2": ("R fwd; L pivot place -2; R fwd; L pivot place -2"),
    "1-4 V-step (out, out, in, in)": "R out; L out; R in; L together",
    "1-2 Heel grind ¼ turn R, step L back": "R heel grind fwd +2; L back",
    "3&4 Triple ½ turn R stepping R, L, R": "R fwd +2; L together; R fwd +2",
    "1-2 Full turn right stepping L, R": "L fwd +4; R fwd +4",
    "1-2 ½ turn R stepping back on L, ½ turn R stepping forward on R": "L back +4; R fwd +4",
    "1-2 Step R to right side, hold & clap": "R side; [- hold]",
    "1-4 Walk fwd R, hold, L, hold": "R fwd; [- hold]; L fwd; [- hold]",
    "1-4 Walk ¾ turn over right shoulder R, L, R, L": "R fwd +1; L fwd +2; R fwd +1; L fwd +2",
    "1&2 side-together-side": "R side; L together; R side",
    "1-4 R heel-hook-heel-together": "[R heel fwd]; [R hook cross]; [R heel fwd]; R together",
    "1-4 Step right touch left step left touch right": (
        "R side; [L touch together]; L side; [R touch together]"
    ),
    "1-4 Weave to the left: R over L, L to side, R behind, L to side": (
        "R cross; L side; R behind; L side"
    ),
    "1 Step L back sweeping R from front to back": "L back",
    "1-2 Step R into ½ pivot L": "R fwd; L pivot place -4",
    "1-2 Step R, L lift knee": "R fwd; [L hitch place]",
    "1-4 4 walks back R": "R back; L back; R back; L back",
    "1&2 R coaster touch": "R back; L together; [R touch together]",
    "1-3 R forward, L sweep": "R fwd; [L sweep fwd]",
    "1-3 R big step side, L drag (2 counts)": "R big step side; [L drag together]",
    "1 Turn to face 3:00 stepping R forward": "R fwd +2",
    "1-2 Stomp R (no weight), kick R": "[R stomp place]; [R kick fwd]",
    "1-2 R cross behind, unwind ½ turn right (weight ends on R)": "R behind; both unwind place +4",
    "1-8 Full rumba box: side, together, forward, touch, side, together, back, touch": (
        "R side; L together; R fwd; [L touch together]; "
        "L side; R together; L back; [R touch together]"
    ),
}
FRENCH = {
    "1-2 PD devant, PG à côté du PD": "R fwd; L together",
    "1-4 Vigne à gauche avec ¼ de tour à gauche, scuff D": (
        "L side; R behind; L side -2; [R scuff fwd]"
    ),
    "3&4 Pas chassé à droite (D, G, D)": "R side; L together; R side",
    "1-2 Pas PD en avant, pivot ½ tour vers la gauche": "R fwd; L pivot place -4",
    "5-6 Croiser le pied gauche derrière le pied droit, PD à droite": "L behind; R side",
    "1-2 Toucher talon D devant, ramener PD à côté du PG": "[R heel fwd]; R together",
    "7-8 Frapper du pied droit, frapper du pied gauche": "R stomp place; L stomp place",
    "1-2 Rock PD à droite, revenir sur PG": "R rock side; L recover",
    "1&2 Sailor step D avec ¼ de tour à droite": "R behind; L side +2; R side",
    "1-2 Grand pas PD à droite, glisser PG vers PD": "R big step side; [L drag together]",
    "1-3 PG devant, balayer PD d’arrière en avant sur 2 temps": "L fwd; [R sweep fwd]",
    "1-2 Quart de tour à droite et PD devant, PG à côté": "R fwd +2; L together",
}


@pytest.mark.parametrize(("line", "moves"), [*ENGLISH.items(), *FRENCH.items()])
def test_what_a_line_means(line: str, moves: str) -> None:
    assert steps(part_of(line)) == moves.split("; ")
    doubtful = {"sheet.counts-figures", "sheet.figure-unknown", "sheet.weight-conflict"}
    assert not doubtful & set(codes(read_sheet(line)))


# What cannot be danced as written is asked about, never guessed.
ASKED = {
    "1&2 R side": "sheet.counts-figures",
    "1-4 R side, L together": "sheet.counts-figures",
    "1-2 R hen step": "sheet.figure-unknown",
    "1-2 R rokc, recover": "sheet.figure-unknown",
    "1-8 Two K-steps": "sheet.counts-figures",
    "1 R side turning": "sheet.turn-size",
    "1-2 R wibble": "sheet.figure-unknown-alone",
}


@pytest.mark.parametrize("line", ASKED)
def test_what_is_asked_about(line: str) -> None:
    found = codes(read_sheet(line))
    assert ASKED[line] in found or f"{ASKED[line]}-alone" in found


# Whole counts whose figures need the "&": (line, the counts it is danced on).
RHYTHMS = {
    "1-2 R shuffle forward": ["0", "1/2", "1"],
    "1-4 R shuffle forward, L shuffle forward": ["0", "1/2", "1", "2", "5/2", "3"],
    "3-4 R coaster": ["2", "5/2", "3"],
    "1-8 R rocking chair": ["0", "2", "4", "6"],  # stretched: two counts a step
}


@pytest.mark.parametrize("line", RHYTHMS)
def test_a_usual_rhythm_fills_whole_counts(line: str) -> None:
    assert [str(move.at) for move in part_of(line).moves] == RHYTHMS[line]
