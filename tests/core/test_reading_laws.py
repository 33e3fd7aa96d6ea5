"""Laws of reading: what may change in how a sheet is written without changing the dance."""

import re
from dataclasses import replace
from fractions import Fraction

import pytest
from core.dancing import part_of, steps
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.figures.expand import FigureUse, Stance, expand
from maplestep.core.figures.vocabulary import FIGURES
from maplestep.core.findings.repairs import applied
from maplestep.core.primitives.feet import Foot
from maplestep.core.sheet.read import read_sheet

# A line for nearly every figure, as text with {F} for the leading foot and {O} for the other;
# {f} and {o} are the same in words. Sides swap with the feet, so each line can be mirrored.
LINES = (
    "1-4 {F} vine {f}, {O} touch",
    "1-4 {F} vine ¼ {f}, {O} scuff",
    "1&2 {F} shuffle forward",
    "1&2 {F} shuffle ½ {f}",
    "1-2 {F} rock forward, recover",
    "1-2 Cross rock {F} over {O}, recover {O}",
    "1-4 {F} rocking chair",
    "1&2 {F} coaster step",
    "1&2 {F} sailor ¼ {f}",
    "1&2 {F} mambo back",
    "1&2 {F} kick ball change",
    "1-4 {F} jazz box ¼ {f}",
    "1-4 {F} weave {f}",
    "1-2 {F} step forward, pivot ½ {o}",
    "1-2 {F} step pivot ¼ {o}",
    "1-4 {F} Monterey ½ {f}",
    "1-4 {F} rolling vine {f}",
    "1-2 {F} toe strut forward",
    "1&2 {F} chase turn",
    "1-2 Step {f} to {f} side, touch {o} beside {f}",
    "1 ¼ turn {o} stepping {o} forward",
    "1&2 {F} scissor step",
    "1&2 {F} lock step forward",
    "1-2 {F} stomp, {O} stomp up",
    "1-2 {F} side, {O} behind",
    "1&2 {F} behind side cross",
)
RIGHT = {"F": "R", "O": "L", "f": "right", "o": "left"}
LEFT = {"F": "L", "O": "R", "f": "left", "o": "right"}
MIRROR = {Foot.LEFT: Foot.RIGHT, Foot.RIGHT: Foot.LEFT, Foot.BOTH: Foot.BOTH, None: None}


@pytest.mark.parametrize("line", LINES)
def test_the_other_foot_is_the_mirror(line: str) -> None:
    """Mirroring swaps left and right feet and the sign of turns, nothing else."""
    right, left = part_of(line.format(**RIGHT)), part_of(line.format(**LEFT))
    assert len(right.moves) == len(left.moves) > 0
    for one, other in zip(right.moves, left.moves, strict=True):
        assert (one.at, one.verb, one.direction) == (other.at, other.verb, other.direction)
        assert MIRROR[one.foot] == other.foot
        assert MIRROR[one.weight] == other.weight
        assert one.turn == -other.turn
    assert right.net_turn == -left.net_turn


# The same line written otherwise: (how, what it does to a text).
WRITTEN = {
    "in capitals": str.upper,
    "in small letters": str.lower,
    "with wide spaces": lambda text: re.sub(r" +", "   ", text),
    "with tabs": lambda text: text.replace(" ", "\t"),
    "with spaces that do not break": lambda text: text.replace(" ", "\u00a0"),
    "with a dash of a word processor": lambda text: text.replace("-", "–"),
    "with semicolons": lambda text: text.replace(",", ";"),
    "with then": lambda text: text.replace(",", ", then"),
    "with and": lambda text: text.replace(",", " and"),
    "with fractions spelt out": lambda text: text.replace("½", "1/2").replace("¼", "1/4"),
    "with fractions in words": lambda text: text.replace("½", "half").replace("¼", "quarter"),
    "with a comment": lambda text: f"{text}  // like this",
    "with styling": lambda text: f"{text} (snap fingers)",
    "with a full stop": lambda text: f"{text}.",
    "indented": lambda text: f"    {text}",
    "with the line ends of another system": lambda text: f"{text}\r",
}


@pytest.mark.parametrize("how", WRITTEN)
@pytest.mark.parametrize("line", LINES)
def test_the_same_line_written_otherwise(line: str, how: str) -> None:
    text = line.format(**RIGHT)
    assert steps(part_of(WRITTEN[how](text))) == steps(part_of(text))


NAMES = [(figure, name) for figure in FIGURES for name in figure.names[1:]]


@pytest.mark.parametrize(("figure", "name"), NAMES, ids=lambda value: str(value)[:30])
def test_every_other_name_means_the_same(figure, name: str) -> None:  # type: ignore[no-untyped-def]
    counts = figure.rhythm()
    assert steps(part_of(f"{counts} R {name}")) == steps(part_of(f"{counts} R {figure.name}"))


FEET = st.sampled_from([Foot.LEFT, Foot.RIGHT])


@given(st.sampled_from(FIGURES), FEET, FEET, st.integers(0, 12), st.integers(1, 8))
def test_a_figure_keeps_its_turn_and_its_feet(figure, lead, side, turn, landings) -> None:  # type: ignore[no-untyped-def]
    """The moves' turns add up to the figure's, and no foot but the two is used."""
    use = FigureUse(figure=figure, foot=lead, turn=turn, turn_to=side)
    at = tuple(Fraction(index, 2) for index in range(landings))
    moves = expand(use, at, Stance(weight=lead.other)).moves
    # Some figures turn in themselves, whatever the sheet adds.
    usual = expand(replace(use, turn=0), at, Stance(weight=lead.other)).moves
    within = sum(move.turn for move in usual)
    assert sum(move.turn for move in moves) - within == (turn if side is Foot.RIGHT else -turn)
    assert [move.at for move in moves] == list(at[: len(moves)])
    for move in moves:
        assert move.weight in (None, move.foot)


BLOCKS = ("1-8 R weave", "1-4 R rocking chair\n5-8 R vine right, L touch", "1-8 R walk")


@settings(max_examples=40, deadline=None)
@given(st.lists(st.sampled_from(BLOCKS), min_size=1, max_size=6))
def test_sections_lie_end_to_end(blocks: list[str]) -> None:
    text = "\n".join(f"Section {n}\n{block}" for n, block in enumerate(blocks, start=1))
    part = read_sheet(text).sheet.wall
    assert part is not None
    assert part.length == 8 * len(blocks)
    alone = [part_of(block) for block in blocks]
    assert part.net_turn == sum(single.net_turn for single in alone)
    placed = [move.at + 8 * index for index, single in enumerate(alone) for move in single.moves]
    assert [move.at for move in part.moves] == placed


@pytest.mark.parametrize(
    ("line", "feet"),
    [
        ("1-4 step lock step scuff R", "RLRL"),
        (
            "1-4 Touch R toe to side, pivot ½ right on L stepping R together, touch L, L close",
            "RRLL",
        ),
    ],
)
def test_a_line_read_so_that_the_feet_fit_can_be_written_out_either_way(
    line: str, feet: str
) -> None:
    """One press each: as it was read (the same dance, no longer in doubt), or as it stands."""

    def danced(text: str) -> str:
        return "".join(m.foot.value for m in read_sheet(text).sheet.danced[0].moves if m.foot)

    text = f"Kiln\n\n{line}\n"
    (finding,) = [f for f in read_sheet(text).findings if f.code == "sheet.read-as"]
    assert finding.fix is not None
    as_read = applied(text, finding.fix)
    assert danced(text) == danced(as_read) == feet
    assert "sheet.read-as" not in {f.code for f in read_sheet(as_read).findings}
    for other in finding.others:
        assert danced(applied(text, other)) != feet


# Two ways to write the same line or sheet, as instructors do (common practice, no source).
SAME_DANCE = {
    "counts without spaces": (
        "1 2 3&4 R rock, recover, R coaster",
        "12 3&4 R rock, recover, R coaster",
    ),
    "a count a digit": ("1-4 R vine, L touch", "1234 R vine, L touch"),
    "a column of feet": (
        "1 R side\n2 L behind\n3 R side\n4 L touch",
        "| 1 | R | side |\n| 2 | L | behind |\n| 3 | R | side |\n| 4 | L | touch |",
    ),
    "both feet at once": ("1-2 Skate R, skate L", "1-2 R/L skate"),
    "halves in brackets": (
        "1&2 R fwd, L lock, R fwd\n3-4 L rock, recover",
        "R fwd (1), L lock (&), R fwd (2), L rock (3), recover (4)",
    ),
    "again on so many counts": (
        "1-4 R vine, L touch\n5-8 R vine, L touch",
        "1-4 R vine, L touch\n5-8 repeat",
    ),
    "a part by its letter": (
        "Order: A B\nPart A\n1-4 R vine, L touch\nPart B\n1-4 R jazz box",
        "Order: A B\nA\n1-4 R vine, L touch\nB\n1-4 R jazz box",
    ),
    "a figure among its steps": (
        "1-4 R monterey ½",
        "1-4 R point, ½ monterey turn R, point L, together",
    ),
    "a step and its pivot": ("1-2 R step fwd, pivot ½ L", "1-2 R step ½ L"),
    "a number in front": ("1-4 R step, pivot ¼ L, R step, pivot ¼ L", "1-4 Two ¼ pivots left"),
    "a commaed column": ("1-4 R vine, L touch", "1-4,R vine, L touch"),
    "dots behind a count": (
        "1 R side\n2 L touch\n3 L side\n4 R touch",
        "1..R side 2..touch L 3..L side 4..touch R",
    ),
    "a bare count behind each step": (
        "1 R fwd\n2 pivot 1/2 L\n3 R fwd\n4 L touch",
        "R fwd 1, 1/2 L 2, R fwd 3, touch L 4",
    ),
    "counts listed with commas": (
        "1-2 R side, L together\n3-4 R side, L touch",
        "A) 1, 2 R side, L together; 3, 4 R side, L touch",
    ),
    "weight back on a foot": (
        "1-2 Dig R heel, grind 1/4 R (weight on L)",
        "1-2 Dig R heel, grind 1/4 R (weight back on L)",
    ),
    "steps without a verb": ("1-4 back L, back R, back L, touch R", "1-4 back LRL touch R"),
    "a fan a line": ("1-2 R toe fan out, in", "1 Fan R toe out\n2 In"),
    "a turn, then where it goes": (
        "1-2 L side, R behind\n3 L 1/4 L fwd",
        "1-2 L side, R behind\n3 L quarter turn left, forward",
    ),
    "back to the middle": (
        "1-4 R diag fwd, touch L, L back, touch R",
        "1-4 R diag fwd, touch L, L back to centre, touch R",
    ),
    "a title of one word": (
        "1-3 L twinkle\n4-6 R twinkle\nSection 2\n1-3 L basic\n4-6 R basic back",
        "1-3 L twinkle\n4-6 R twinkle\nBasics\n1-3 L basic\n4-6 R basic back",
    ),
    "a foot in front of a colon": (
        "1-4 R heel fwd, together, L heel fwd, together",
        "1-4 R foot: heel fwd, together, L foot: heel fwd, together",
    ),
    "a slash in a name": ("1-2 Cross rock R, recover", "1-2 Cross/rock R, recover"),
    "a foot within a name": ("1&2 Kick R, ball R, step L", "1&2 Kick R ball step L"),
    "so does the other order": ("1&2 Kick R, ball R, step L", "1&2 R kick ball L step"),
    "a stomp up with its foot in it": ("1-2 stomp L, stomp up R", "1-2 stomp L, stomp R up"),
    "the toe points on": (
        "1-4 point R fwd, point R side, sailor R",
        "1-4 point R fwd, side, sailor R",
    ),
    "a step and its pivot twice": (
        "1-4 step R, ½ pivot L, step R, ½ pivot L",
        "1-4 step R, ½ pivot L x2",
    ),
    "twice the same length": (
        "1-4 pivot ½ L, pivot ½ L\n5&6 R shuffle side\n7-8 L rock back, recover",
        "1-2 3-4 5&6 7-8 R ½ pivot L x2, R side shuffle, L rock back, recover",
    ),
    "a section on the other side": (
        "Section 1: R vine, touch, L vine, touch\nSection 2: L vine, touch, R vine, touch",
        "Section 1: R vine, touch, L vine, touch\nSection 2: the same to the left",
    ),
    "what fills the rest": (
        "First eight: R heel, together, L heel, together (1-4), R jazz box (5-8)",
        "First eight: R heel, together, L heel, together (1-4), then R jazz box",
    ),
    "how long each line lasts": (
        "1-4 R vine, L touch\n5-8 L vine, R touch\nNext\n1-8 K step",
        "R vine, L touch (4)\nL vine, R touch (4)\nK step (8)",
    ),
    "an and in front of a step": (
        "1-2 R side, hold\n&3-4 L together, R side, L touch\n5-8 L vine, R touch",
        "Section 1: R side, hold, & L together, R side, L touch, L vine, R touch",
    ),
    "an and behind it": (
        "1-2 R side, hold\n&3-4 L together, R side, L touch\n5-8 L vine, R touch",
        "Section 1: R side, hold, L together (&), R side, L touch, L vine, R touch",
    ),
    "a plus for it": (
        "1&2&3-4 R heel & L heel & R heel, hold",
        "1&2&3-4 R heel + L heel + R heel, hold",
    ),
    "feet listed twice": ("1-4 Walk R, L, R, L", "1-4 Walk R, L x2"),
    "pictures between the words": (
        "Section 1: R vine, L touch, L vine, R touch",
        "\u2705 S1 \U0001f9b6 R vine, L touch, L vine, R touch",
    ),
    "its last step said": ("1&2 R sailor cross", "1&2 R sailor (R behind, L side, R cross)"),
}


@pytest.mark.parametrize("what", SAME_DANCE)
def test_two_ways_to_write_it_are_one_dance(what: str) -> None:
    def danced(text: str) -> list[tuple[object, ...]]:
        parts = read_sheet(f"Kiln\n\n{text}\n").sheet.danced
        return [(p.name, m.at, m.foot, m.weight, m.turn) for p in parts for m in p.moves]

    plain, other = SAME_DANCE[what]
    assert danced(plain) == danced(other) != []


@pytest.mark.parametrize("said", ["wiggle about", "as you like", "ad lib", "free style, no steps"])
@pytest.mark.parametrize("heading", ["Section 2: {}", "Second eight: {}", "[9-16] {}", "S2 - {}"])
def test_a_section_of_which_nothing_is_danced_is_named(heading: str, said: str) -> None:
    """Three sections are written and two danced: somebody has to say which one is missing."""
    line = heading.format(said)
    reading = read_sheet(
        f"Kiln\n\nSection 1: R vine, touch, L vine, touch\n{line}\nSection 3: R jazz box x2\n"
    )
    lines = {f.place.span.line for f in reading.findings if f.place.span}
    assert 4 in lines or "sheet.total" in {f.code for f in reading.findings}
