"""What each line of a sheet is taken for, and what the words of a step line are taken to mean."""

import pytest
from core.dancing import part_of
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.figures.expand import FigureUse
from maplestep.core.primitives.counts import Feel
from maplestep.core.primitives.feet import Foot
from maplestep.core.sheet.language.clause import Clause, Sense
from maplestep.core.sheet.language.clauses import read_clause
from maplestep.core.sheet.language.lexicon import standard
from maplestep.core.sheet.language.segments import segments_of
from maplestep.core.sheet.lines.choose import read_lines
from maplestep.core.sheet.lines.head import Fact
from maplestep.core.sheet.lines.model import PartHeading, Remark, SectionHeading, StepLine
from maplestep.core.sheet.read import read_sheet

L, R = Foot.LEFT, Foot.RIGHT


def kind(line: str) -> str:
    """Title, kind and numbers of a line that stands below a title."""
    *_, last = read_lines(f"A title\n{line}")
    match last:
        case Fact():
            facts = [x for x in read_lines(f"A title\n{line}") if isinstance(x, Fact)][1:]
            return "fact " + ", ".join(f"{fact.key}={fact.value}" for fact in facts)
        case PartHeading():
            return f"{last.kind.value} {last.name} {last.counts}"
        case SectionHeading():
            return f"section {last.title} {last.first} {last.counts}"
        case StepLine():
            return f"steps {last.counts} | {last.words}"
        case Remark():
            return "remark"
    raise AssertionError(last)


LINES = {
    # heads
    "32 counts": "fact counts=32",
    "32 count, 4 wall, beginner": "fact counts=32, walls=4, level=beginner",
    "48 Counts / 2 Walls / Absolute Beginner": "fact counts=48, walls=2, level=absolute beginner",
    "Counts: 32": "fact counts=32",
    "Count: 64  Wall: 2  Level: Improver": "fact counts=64, walls=2, level=Improver",
    "Level: High beginner": "fact level=High beginner",
    "Intro: 16 counts": "fact intro=16 counts",
    "16 count intro": "fact intro=16",
    "Start after 32 counts": "fact intro=32",
    "32 counts, starts after 16 counts": "fact counts=32, intro=16",
    "Start weight: left": "fact weight=left",
    "Rhythm: rolling": "fact feel=rolling",
    # headings
    "Section 3": "section Section 3 None None",
    "SECTION 3:": "section Section 3 None None",
    "Sec. 3 - Rocks": "section Section 3 None None",
    "S3: rocks and turns": "section Section 3 None None",
    "### Section 3": "section Section 3 None None",
    "Section 2 (9-16)": "section Section 2 9 8",
    "Section 2: 6 counts": "section Section 2 None 6",
    "[17-24] Vine": "section Counts 17–24 17 8",
    "(1-6)": "section Counts 1–6 1 6",
    "Part B": "part B None",
    "PART B (32 counts)": "part B 32",
    "Part A’": "part A' None",
    "Tag": "tag Tag None",
    "TAG 2: 4 counts": "tag Tag 2 4",
    "Bridge (8 counts)": "bridge Bridge 8",
    "**Ending**": "ending Ending None",
    # steps
    "1-2 R side, L together": "steps 1-2 | R side, L together",
    "1&2  R shuffle": "steps 1&2 | R shuffle",
    "&1 R ball, L cross": "steps &1 | R ball, L cross",
    "7-8& R rock, recover, together": "steps 7-8& | R rock, recover, together",
    "1,2,3 walk": "steps 1,2,3 | walk",
    "1 - 4 R vine": "steps 1 - 4 | R vine",
    "5 & 6 L coaster": "steps 5 & 6 | L coaster",
    "1) R side": "steps 1 | R side",
    "1. R side": "steps 1 | R side",
    "1: R side": "steps 1 | R side",
    "Counts 1-4: R vine": "steps 1-4 | R vine",
    "1e&a2 run": "steps 1e&a2 | run",
    "9-16 R weave": "steps 9-16 | R weave",
    # what is none of these
    "Begin again and smile": "remark",
    "": "remark",
    "Restart on wall 3 after 16": "remark",
    "Choreographed on a rainy day": "remark",
    "// a comment alone": "remark",
    "½ turn as you like": "remark",
    "Tagged by the whole hall": "remark",
}


@pytest.mark.parametrize("line", LINES)
def test_what_a_line_is(line: str) -> None:
    assert kind(line) == LINES[line]


@given(st.text(max_size=200))
def test_every_character_belongs_to_a_line(text: str) -> None:
    lines = list(read_lines(text))
    numbers = sorted({line.span.line for line in lines})
    assert numbers == list(range(1, text.count("\n") + 2))
    for line in lines:
        assert 0 <= line.span.start <= line.span.end <= len(text)
        assert "\n" not in text[line.span.start : line.span.end]


def clauses(text: str) -> list[Clause]:
    return [read_clause(s, standard()) for s in segments_of(standard().lexemes(text))]


def uses(text: str) -> list[str]:
    """Each figure as "name foot>travel direction turn>side =weight", what is not said left out."""
    found = []
    for clause in clauses(text):
        if clause.sense is Sense.UNKNOWN:
            found.append(f"? {text[clause.unknown[0].start : clause.unknown[-1].end]}")
        elif clause.only_weight:
            found[-1] += f" ={clause.weight.value}"  # type: ignore[union-attr]
        elif clause.sense is Sense.FEET:
            found.append("feet " + " ".join(foot.value for foot in clause.feet))
        elif clause.sense is not Sense.STYLE:
            found += [told(use) for use in clause.uses()]
    return found


def told(use: FigureUse) -> str:
    words = use.figure.name
    if use.foot:
        words += f" {use.foot.value}"
    if use.travel:
        words += f">{use.travel.value}"
    if use.direction:
        words += f" {use.direction}"
    if use.turn is not None:
        words += f" {use.turn}"
    if use.turn_to:
        words += f">{use.turn_to.value}"
    if use.weight:
        words += f" ={use.weight.value}"
    return words


CLAUSES = {
    "R vine right": ["vine R>R"],
    "vine to the right": ["vine>R"],
    "right side": ["step R side"],
    "RF forward": ["step R fwd"],
    "Step LF back": ["step L back"],
    "Step forward on right": ["step R fwd"],
    "step right foot to the right side": ["step R>R side"],
    "Step R to R diagonal": ["step R>R diag fwd"],
    "Step back R diagonally": ["step R diag back"],
    "shuffle forward turning ½ left": ["shuffle fwd 4>L"],
    "½ turn right shuffle": ["shuffle 4>R"],
    "Turn 1/4 left and step right to side": ["pivot 2>L", "step R side"],
    "quarter turn right": ["pivot 2>R"],
    "three quarter turn left": ["pivot 6>L"],
    "full turn left": ["full turn>L"],
    "1½ turn right": ["full turn 12>R"],
    "1 1/2 turn right": ["full turn 12>R"],
    "unwind ¾ right (weight on left)": ["unwind 6>R =L"],
    "pivot ½ left, weight L": ["pivot 4>L =L"],
    "R cross over L": ["step R cross"],
    "cross R in front of L": ["step R cross"],
    "cross R behind L": ["step R behind"],
    "cross left behind": ["step L behind"],
    "touch right toe beside left": ["touch R together"],
    "Touch left next to right": ["touch L together"],
    "R rock side, recover L": ["side rock R", "recover L"],
    "rock R back then recover": ["back rock R", "recover"],
    "walk forward R, L, R": ["walk R fwd", "feet L", "feet R"],
    "R heel, L heel": ["heel R", "heel L"],
    "R kick forward and R hook": ["kick R fwd", "hook R"],
    "hold": ["hold"],
    "clap clap": ["clap", "clap"],
    "R wibble": ["? R wibble"],
    "R shufle": ["? shufle"],
}


@pytest.mark.parametrize("text", CLAUSES)
def test_what_a_clause_means(text: str) -> None:
    plain = text.replace("(", " ").replace(")", " ")
    assert uses(plain) == CLAUSES[text]


@given(st.text(max_size=80))
def test_lexemes_keep_their_place(text: str) -> None:
    found = standard().lexemes(text)
    ends = [0, *(lexeme.end for lexeme in found)]
    for end, lexeme in zip(ends, found, strict=False):
        assert end <= lexeme.start < lexeme.end <= len(text)


ROLLING = "T\nRhythm: rolling\n1&a2 R shuffle forward, L together"


def test_a_rolling_sheet_divides_counts_in_three() -> None:
    sheet = read_sheet(ROLLING).sheet
    assert sheet.feel is Feel.ROLLING
    assert sheet.wall is not None
    assert [str(move.at) for move in sheet.wall.moves] == ["0", "1/3", "2/3", "1"]


@pytest.mark.parametrize(
    ("head", "first"),
    [("Start weight: right", R), ("Start weight: L", L), ("Weight: R", R)],
)
def test_the_weight_at_the_start_may_be_said(head: str, first: Foot) -> None:
    part = read_sheet(f"T\n{head}\n1 step forward").sheet.wall
    assert part is not None
    assert part.start_weight is first
    assert part.moves[0].foot is first.other


def test_without_a_word_the_weight_is_on_the_foot_that_does_not_move() -> None:
    assert part_of("1 L side").start_weight is R
    assert part_of("1 R side").start_weight is L
