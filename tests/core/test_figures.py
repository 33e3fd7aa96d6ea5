"""What each figure expands to. Source: common practice as written in the trade's own notes."""

import pytest
from core.dancing import codes, part_of, steps

from maplestep.core.figures.model import moves_of
from maplestep.core.figures.vocabulary import FIGURES
from maplestep.core.sheet.read import read_sheet

# Text of one line -> the moves. Turns are in eighths, right positive (a quarter is 2).
EXPANSIONS = {
    "1 R walk forward": ["R fwd"],
    "1-2 Walk forward R, L": ["R fwd", "L fwd"],
    "1-2 Walk R L": ["R fwd", "L fwd"],
    "1-3 Walk back R, L, R": ["R back", "L back", "R back"],
    "1&2 R shuffle forward": ["R fwd", "L together", "R fwd"],
    "1&2 L chassé side": ["L side", "R together", "L side"],
    "1&2 R shuffle ½ right": ["R fwd +2", "L together", "R fwd +2"],
    "1&2 Triple step back R": ["R back", "L together", "R back"],
    "1-2 R rock forward, recover": ["R rock fwd", "L recover"],
    "1-2 R rock back": ["R rock back", "L recover"],
    "1& L side rock, recover R": ["L rock side", "R recover"],
    "1-2 Cross rock R over L, recover L": ["R rock cross", "L recover"],
    "1-4 R rocking chair": ["R rock fwd", "L recover", "R rock back", "L recover"],
    "1&2& R rocking chair": ["R rock fwd", "L recover", "R rock back", "L recover"],
    "1&2 L coaster step": ["L back", "R together", "L fwd"],
    "1&2 R forward coaster": ["R fwd", "L together", "R back"],
    "1&2 R sailor": ["R behind", "L side", "R side"],
    "1&2 R sailor ¼ right": ["R behind", "L side +2", "R side"],
    "1&2 L sailor 1/2 turn left": ["L behind -2", "R side -2", "L side"],
    "1&2 R mambo forward": ["R rock fwd", "L recover", "R together"],
    "1&2 L side mambo": ["L rock side", "R recover", "L together"],
    "1&2 R scissor step": ["R side", "L together", "R cross"],
    "1&2 R kick ball change": ["[R kick fwd]", "R ball together", "L place"],
    "1-4 R vine right, L touch": ["R side", "L behind", "R side", "[L touch together]"],
    "1-4 Grapevine left": ["L side", "R behind", "L side", "[R touch together]"],
    "1-4 R vine ¼ right, L scuff": ["R side", "L behind", "R side +2", "[L scuff fwd]"],
    "1-3 Vine right": ["R side", "L behind", "R side"],
    "1-4 R rolling vine right": ["R fwd +2", "L back +4", "R side +2", "[L touch together]"],
    "1-4 R weave right": ["R side", "L behind", "R side", "L cross"],
    "1-4 R jazz box ¼ right": ["R cross", "L back", "R side +2", "L fwd"],
    "1-4 R jazz box, L cross": ["R cross", "L back", "R side", "L cross"],
    "1-2 R step forward, pivot ½ left": ["R fwd", "L pivot place -4"],
    "1-2 R step forward, ¼ turn left": ["R fwd", "L pivot place -2"],
    "1&2 R chase turn": ["R fwd", "L pivot place -4", "R fwd"],
    "1-2 R step pivot": ["R fwd", "L pivot place -4"],
    "1-4 R Monterey ¼ right": ["[R point side]", "R together +2", "[L point side]", "L together"],
    "1-2 R toe strut forward": ["[R toe fwd]", "R drop place"],
    "1-2 R side, L together": ["R side", "L together"],
    "1-2 Step R forward, touch L beside R": ["R fwd", "[L touch together]"],
    "1-2 R cross over L, L point to left side": ["R cross", "[L point side]"],
    "1-2 Point R heel forward, hook R": ["[R point fwd]", "[R hook cross]"],
    "1-2 R big step side, L drag": ["R big step side", "[L drag together]"],
    "1-2 R stomp, hold": ["R stomp place", "[- hold]"],
    "1-2 R kick forward, R hitch": ["[R kick fwd]", "[R hitch place]"],
    "1 ¼ turn left stepping L forward": ["L fwd -2"],
    "1-2 Turn ¼ right and step R forward, L together": ["R fwd +2", "L together"],
    "1-2 Step R diagonally forward, touch L": ["R diag fwd", "[L touch together]"],
    "1&2 R behind side cross": ["R behind", "L side", "R cross"],
    "1-4 L side, R behind, L side, R cross": ["L side", "R behind", "L side", "R cross"],
    "7-8 R touch": ["[R touch together]"],  # one touch that lasts both counts
    "1 R TOUCH (snap fingers)": ["[R touch together]"],
    # as sheets spell it out
    "1-2 Step right to right side, touch left beside right": ["R side", "[L touch together]"],
    "1-2 Step right to side, cross left behind right": ["R side", "L behind"],
    "1-2 Cross right over left, step left back": ["R cross", "L back"],
    "1-2 Left toe forward, drop left heel": ["[L toe fwd]", "L drop place"],
    "1-2 Step L next to R, step R in place": ["L together", "R place"],
    "1&2 Shuffle forward stepping right, left, right": ["R fwd", "L together", "R fwd"],
    "1&2 3&4 Shuffle forward R, L": [
        "R fwd",
        "L together",
        "R fwd",
        "L fwd",
        "R together",
        "L fwd",
    ],
    "1&2 Coaster step: step back on right, step left beside right, step right forward": [
        "R back",
        "L together",
        "R fwd",
    ],
    "1-3 Rolling vine left (¼ left L fwd, ½ left R back, ¼ left L side)": [
        "L fwd -2",
        "R back -4",
        "L side -2",
    ],
}


@pytest.mark.parametrize(("line", "moves"), EXPANSIONS.items())
def test_expansion(line: str, moves: list[str]) -> None:
    assert steps(part_of(line)) == moves
    assert not {"sheet.counts-figures", "sheet.figure-unknown"} & set(codes(read_sheet(line)))


def test_the_weave_crosses_first_when_the_other_foot_leads() -> None:
    # Weight on the right foot, travelling right: the left foot has to cross.
    assert steps(part_of("1 R side", "2-5 Weave right"))[1:] == [
        "L cross",
        "R side",
        "L behind",
        "R side",
    ]


def test_a_figure_without_a_foot_takes_the_free_one() -> None:
    assert steps(part_of("1 R side", "2 together", "3-4 rock back, recover")) == [
        "R side",
        "L together",
        "R rock back",
        "L recover",
    ]


@pytest.mark.parametrize("figure", FIGURES, ids=lambda figure: figure.name)
def test_every_figure_says_its_moves_in_known_words(figure: object) -> None:
    for way in figure.ways:  # type: ignore[attr-defined]
        for template in moves_of(way):
            assert template.role in "FOB-"
            assert template.direction or template.verb in {"recover", "hold", "clap"}
