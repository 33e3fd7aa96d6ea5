"""Sheets as one would say them: counts in words, rolls, how long a figure lasts. Laws."""

from collections.abc import Sequence

import pytest
from core.dancing import part_of, steps
from hypothesis import assume, given
from hypothesis import strategies as st

from maplestep.core.figures.expand import FigureUse
from maplestep.core.figures.vocabulary import FIGURES
from maplestep.core.findings.registry import sheet_findings
from maplestep.core.primitives.counts import parse_counts
from maplestep.core.primitives.feet import Foot
from maplestep.core.primitives.finding import Severity, SheetEdit
from maplestep.core.primitives.moves import Move
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.render import ENGLISH, FRENCH, Language, uses_words
from maplestep.core.sheet.statements import read_statements
from maplestep.core.sheet.write.edits import applied

IN_WORDS = {
    "1-8": "One to eight", "9-16": "Nine to sixteen", "17-24": "Seventeen to twenty-four",
    "25-32": "Counts twenty five to thirty two",
}  # fmt: skip
EIGHTS = [
    "vine right, touch left, vine left, touch right",
    "rock forward right, recover left, right coaster (3&4), step left, pivot half right, "
    "left shuffle (7&8)",
    "cross right over left, point left, cross left over right, point right. Jazz box: right over "
    "left, step back left, right to the side, left forward",
    "right heel forward, right together, left heel forward, left together, right rocking chair",
]


def danced(text: str) -> list[str]:
    (part,) = read_sheet(text).sheet.parts
    return steps(part)


def test_counts_may_be_written_in_words() -> None:
    """The same dance below "[9-16]" and behind "Nine to sixteen:"; four eights are 32 counts."""
    figures = "Kiln\n\n" + "\n".join(
        f"[{counts}]\n{words}" for counts, words in zip(IN_WORDS, EIGHTS, strict=True)
    )
    said = "Kiln\n\n" + "\n".join(
        f"{counts}: {words}." for counts, words in zip(IN_WORDS.values(), EIGHTS, strict=True)
    )
    (part,) = read_sheet(said).sheet.parts
    assert part.length == 32
    assert danced(said) == danced(figures)


@pytest.mark.parametrize("behind", ["", ". Touch right beside left", ", touch R"])
@pytest.mark.parametrize(
    "rolled",
    [
        "Rolling vine to the left",
        "Roll a full turn to the left",
        "Roll full turn left",
        "Full turn roll left",
        "Roll a full turn left stepping left, right, left",
        "Roll a full turn left: L, R, L",
    ],
)
def test_a_roll_that_turns_is_danced_on_the_feet(rolled: str, behind: str) -> None:
    """Common practice, no source: three steps, L R L, turning ¼, ½ and ¼, to the left 8 eighths."""
    part = part_of(f"1-{4 if behind else 3} {rolled}{behind}\n")
    weights = [move.weight.value for move in part.moves if move.weight]
    assert weights == ["L", "R", "L"]
    assert sum(move.turn for move in part.moves) == -8


@pytest.mark.parametrize(
    "lasting", ["(4 counts)", "x4 counts", "x4 comptes", "× 4 counts", "x 4 cts", "- 4 counts"]
)
def test_how_long_a_figure_lasts_repeats_nothing(lasting: str) -> None:
    """A vine has four counts by itself: with them said it stays one vine."""
    plain = part_of("1-8 R vine with touch, L rocking chair\n")
    said = part_of(f"1-8 R vine with touch {lasting}, L rocking chair\n")
    assert steps(said) == steps(plain)
    assert said.length == 8


@pytest.mark.parametrize(
    ("glued", "apart"), [("&12", "&1 2"), ("34&", "3 4&"), ("56", "5 6"), ("&78&", "&7 8&")]
)
def test_counts_without_a_space_are_those_with_one(glued: str, apart: str) -> None:
    """Five to a line: "&12" has three landings, as "&1 2" has, beside lines of two counts each."""
    landings = len(parse_counts(apart).positions)
    words = ", ".join(f"step {foot}" for foot in "RLRL"[:landings])
    lines = {"1": "12 walk R L", "3": "34 walk R L", "5": "56 walk R L", "7": "78 walk R L"}
    first = min(char for char in apart if char.isdecimal())

    def sheet(counts: str) -> Sequence[Move]:
        told = [f"{counts} {words}" if key == first else line for key, line in lines.items()]
        return part_of("\n".join(told) + "\n").moves

    assert [(m.at, m.foot) for m in sheet(glued)] == [(m.at, m.foot) for m in sheet(apart)]


@pytest.mark.parametrize("turned", ["Sway a ½ turn left", "Hip bumps ¼ turn right"])
def test_a_turn_beside_its_steps_is_not_lost(turned: str) -> None:
    """Danced or named in a finding: one of both."""
    text = f"Kiln\n1-4 {turned}: L, R, L, touch R\n5-8 L rocking chair\n"
    (part,) = read_sheet(text).sheet.parts
    named = [f for f in sheet_findings(read_sheet(text)) if f.place.span and f.place.span.line == 2]
    assert sum(move.turn for move in part.moves) or named


def test_figures_between_a_rock_and_its_recovery_keep_their_neighbours() -> None:
    """By hand: R rock, L recover, R behind & L side, R cross; then all of it on the other foot."""
    half = "rock {0} side, recover {1}, behind side cross ({2})"
    words = f"{half.format('R', 'L', '3&4')}, {half.format('L', 'R', '7&8')}"
    moves = part_of(f"1-8 {words}\n").moves
    assert [m.foot and m.foot.value for m in moves] == [*"RLRLR", *"LRLRL"]
    assert [m.verb for m in moves if m.verb in {"rock", "recover"}] == ["rock", "recover"] * 2


@pytest.mark.parametrize("language", [ENGLISH, FRENCH])
def test_every_figure_can_be_written_for_any_foot(language: Language) -> None:
    """A body roll is led by both feet, a hold by none."""
    for figure in FIGURES:
        use = FigureUse(figure=figure, start=0, end=len(figure.name))
        for foot in (*Foot, None):
            assert uses_words([use], [foot], language).strip(), figure.name


@pytest.mark.parametrize("blank", ["", "\n"])
@pytest.mark.parametrize("mark", ["[{}]", "({})", "Counts {}"])
def test_steps_without_counts_below_a_range_fill_it(mark: str, blank: str) -> None:
    """The same eights below "[9-16]" alone on its line and behind it."""
    ranges = ("1-8", "9-16", "17-24", "25-32")
    below = [
        f"{mark.format(counts)}\n{words}\n{blank}"
        for counts, words in zip(ranges, EIGHTS, strict=True)
    ]
    behind = [f"[{counts}] {words}\n" for counts, words in zip(ranges, EIGHTS, strict=True)]
    assert danced("Kiln\n\n" + "".join(below)) == danced("Kiln\n\n" + "".join(behind))


@pytest.mark.parametrize("named", ["Part {}", "Section {}", "Set {}"])
def test_a_restart_after_a_section_by_whatever_name_the_sheet_has(named: str) -> None:
    """Three sections of 8 counts are 24; in a dance of several parts it has to be asked."""
    eight = "1-8 vine right, touch left, vine left, touch right"
    lines = [f"{named.format(n)}\n{eight}\n" for n in "1234"]
    note = f"Restart: wall 3, after {named.format(3).lower()}\n"
    (event,) = taken_over(read_sheet("Kiln\n32 counts\n\n" + "".join(lines) + note)).events
    assert (event.walls, event.after and event.after.at) == ((3,), 24)


@pytest.mark.parametrize(
    "head", ["32c, 4w, easy, ", "32 counts, 4 walls - ", "32 comptes / 4 murs. "]
)
def test_the_length_of_the_dance_is_no_place_in_a_wall(head: str) -> None:
    (event,) = read_statements(f"{head}restart W5 (16c)").events
    assert (event.walls, event.after) == ((5,), 16)


@pytest.mark.parametrize(
    ("short", "full"),
    [
        ("R1: wall 2 after 16", "Restart on wall 2 after 16 counts"),
        ("R: during wall 4 after 8 counts", "Restart during wall 4 after 8 counts"),
        ("T1: end of wall 3 (4 counts)", "Tag at the end of wall 3 (4 counts)"),
        ("Reprise : mur 4 après le 16e compte", "Reprise : mur 4 après 16 comptes"),
        ("Restart on wall 6 after the 24th count", "Restart on wall 6 after 24 counts"),
        ("Do the first 16 of wall 5 and start over", "Wall 5: restart after 16 counts"),
    ],
)
def test_an_event_in_short_is_the_event_in_full(short: str, full: str) -> None:
    told = [
        [(e.kind, e.walls, e.after, e.length) for e in read_statements(text).events]
        for text in (short, full)
    ]
    assert told[0] == told[1] != []


@pytest.mark.parametrize("names", [("Rt", "Lt"), ("RT", "LT"), ("RF", "LF"), ("right", "left")])
def test_feet_may_be_written_in_any_short_form(names: tuple[str, str]) -> None:
    """Common practice, no source. A foot that is not known would be taken for the free one."""
    plain = (
        "1-4 R rock fwd, recover L, L rock side, recover R\n"
        "5-8 L step fwd, R touch, R vine back, L hold\n"
    )
    words = {"R": names[0], "L": names[1]}
    other = " ".join(words.get(word, word) for word in plain.replace(",", " ,").split(" "))
    assert steps(part_of(other)) == steps(part_of(plain))


@pytest.mark.parametrize(
    ("hurried", "written"),
    [
        ("1-4 R side rock rec cross hold", "1-4 R side rock, recover, cross, hold"),
        ("1&2 R rock fwd rec tog", "1&2 R rock fwd, recover, together"),
        ("1-4 R side rock rec behind side", "1-4 R side rock, recover, behind, side"),
        ("1-4 Rt fwd step, 1/4 pivot Lt, twice", "1-4 R fwd, pivot ¼ L, R fwd, pivot ¼ L"),
        (
            "1-8 R kick ball change x2, R step fwd, pivot ½ L, twice",
            "1&2 R kick ball change\n3&4 R kick ball change\n5-6 R step fwd, pivot ½ L\n"
            "7-8 R step fwd, pivot ½ L",
        ),
        ("R side, L behind, & heel, & cross (1 2 & 3 & 4)",
         "1 2 & 3 & 4 R side, L behind, & heel, & cross"),
    ],
)  # fmt: skip
def test_nothing_is_lost_in_a_hurry(hurried: str, written: str) -> None:
    assert steps(part_of(hurried + "\n")) == steps(part_of(written + "\n"))


@pytest.mark.parametrize("again", ["twice", "x2", "two times"])
def test_twice_without_room_is_named(again: str) -> None:
    """Eight counts hold one vine each way: the second time has no place, and it is said."""
    text = f"Kiln\n1-8 vine R, touch L, vine L, touch R, {again}\n"
    said = [f for f in sheet_findings(read_sheet(text)) if f.code.startswith("sheet.word-unread")]
    counts = [f for f in sheet_findings(read_sheet(text)) if f.code == "sheet.counts-figures"]
    assert said or counts


@pytest.mark.parametrize(("wrong", "meant"), [("foward", "forward"), ("recoverr", "recover")])
def test_a_slip_in_a_line_without_counts_is_named_itself(wrong: str, meant: str) -> None:
    """And not the missing counts, which the line beside it does without as well."""
    right = "right rock forward, left recover, right coaster, left rocking chair"
    text = f"Kiln\n\n[1-8]\n{EIGHTS[0]}\n[9-16]\n{right.replace(meant, wrong)}\n"
    found = [f for f in sheet_findings(read_sheet(text)) if f.severity is not Severity.KNOW]
    unread = [f for f in found if f.code.startswith("sheet.figure-unknown")]
    assert [f.found for f in unread] == [wrong]
    assert "sheet.uncounted" not in {f.code for f in found}
    fix = unread[0].fix
    assert isinstance(fix, SheetEdit)
    assert danced(applied(text, fix)) == danced(text.replace(wrong, meant))


# What is danced from a free foot ({0}, the other one {1}): words, the counts it takes, whether it
# divides them, and whether the other foot is free behind it. Usual rhythms, from the handbook
# values of domain.md: a coaster, a sailor, a shuffle and a kick ball change take 1&2.
PIECES = [
    ("rock forward {0}, recover {1}", False, False),
    ("step {0} side, {1} together", False, False),
    ("walk {0}, walk {1}", False, False),
    ("{0} coaster step", True, True),
    ("{0} sailor step", True, True),
    ("{0} shuffle forward", True, True),
    ("{0} kick ball change", True, False),
]


@given(st.lists(st.sampled_from(PIECES), min_size=4, max_size=4))
def test_only_divided_counts_need_be_written(pieces: list[tuple[str, bool, bool]]) -> None:
    """Four pieces of two counts each fill eight: with every count in front of its words, or with
    the divided ones alone in brackets behind them, the dance is the same one."""
    assume(pieces[-1][1])  # what stands behind the last bracket would have no count
    free, other = "R", "L"
    lines, told = [], []
    for place, (words, divided, changes) in enumerate(pieces):
        said = words.format(free, other)
        first = 2 * place + 1
        counts = f"{first}&{first + 1}" if divided else f"{first}-{first + 1}"
        lines.append(f"{counts} {said}\n")
        told.append(f"{said} ({counts})" if divided else said)
        if changes:
            free, other = other, free
    apart = part_of("".join(lines))
    (together,) = read_sheet("Kiln\n\n[1-8] " + ", ".join(told) + "\n").sheet.parts
    assert [(m.at, m.foot, m.weight) for m in together.moves] == [
        (m.at, m.foot, m.weight) for m in apart.moves
    ]
