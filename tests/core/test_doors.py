"""The same dance through other doors: sentences, brackets, tables. Laws, with counts by hand."""

import pytest
from core.dancing import part_of, steps

from maplestep.core.findings.registry import sheet_findings
from maplestep.core.primitives.finding import Severity
from maplestep.core.routine.event_steps import with_own_steps
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.sheet.read import read_sheet

DANCE = "Kiln\n8 counts, 1 wall\n\n1-8 R vine, L touch, L vine, R touch\n"

# Steps of a tag, with the counts they take in their usual rhythm.
TAGS = {
    "hip bumps R L R L": 4,
    "R rocking chair": 4,
    "stomp R, stomp L": 2,
    "sway R, L, R, L": 4,
    "R jazz box": 4,
}
SENTENCES = [
    "Tag after wall 2: {steps}",
    "Tag after wall 2 ({counts} counts): {steps}",
    "At the end of wall 2 there is a {counts} count tag - {steps}",
    "Tag at the end of wall 2, {counts} counts, {steps} then start over",
    "Tag à la fin du mur 2 ({counts} temps) : {steps}",
]


@pytest.mark.parametrize("sentence", SENTENCES)
@pytest.mark.parametrize("tag", TAGS)
def test_a_tag_of_a_sentence_is_the_tag_of_a_block(tag: str, sentence: str) -> None:
    """Said in a sentence, or written out below "Tag": the very same moves."""
    counts = TAGS[tag]
    block = read_sheet(f"{DANCE}\nTag\n1-{counts} {tag}\n").sheet.part("Tag")
    reading = read_sheet(f"{DANCE}\n{sentence.format(steps=tag, counts=counts)}\n")
    (event,) = taken_over(reading).events
    assert event.walls == (2,)
    own = with_own_steps(event, reading).own or reading.sheet.part(event.tag)
    assert own is not None
    assert block is not None
    assert own.length == block.length == counts
    assert [m._replace(span=block.span) for m in own.moves] == [
        m._replace(span=block.span) for m in block.moves
    ]


@pytest.mark.parametrize(("side", "free"), [("left", "R"), ("right", "L")])
def test_a_crossing_shuffle_leads_with_the_foot_that_is_free(side: str, free: str) -> None:
    """To the left the right foot crosses over: R cross, L side, R cross; mirrored to the right."""
    other = "L" if free == "R" else "R"
    first = f"1-2 {free} rock side, recover\n"
    danced = steps(part_of(f"{first}3&4 cross shuffle to the {side}\n"))
    assert danced[2:] == [f"{free} cross", f"{other} side", f"{free} cross"]


@pytest.mark.parametrize("bracket", ["(slow, hold on 2)", "(hold on 2)", "(and hold)"])
def test_a_step_is_never_dropped_for_its_bracket(bracket: str) -> None:
    part = part_of(f"1-2 L forward {bracket}\n3-4 R side, L together\n")
    assert [m.foot and m.foot.value for m in part.moves if m.weight] == ["L", "R", "L"]


@pytest.mark.parametrize("lifted", ["kick", "hook", "flick", "touch", "hitch"])
def test_a_stomp_whose_foot_moves_again_takes_no_weight(lifted: str) -> None:
    """R stays free: it stomps, is lifted and begins the coaster (R back, L together, R fwd)."""
    text = f"Kiln\n1-2 stomp R, {lifted} R\n3&4 R coaster step\n5-8 L rocking chair\n"
    part = part_of(text)
    assert [m.foot and m.foot.value for m in part.moves if m.weight][:3] == ["R", "L", "R"]
    wrong = [f for f in sheet_findings(read_sheet(text)) if f.severity is Severity.WRONG]
    assert [f.code for f in wrong if "weight" in f.code] == []


def test_a_stomp_before_the_other_foot_takes_it() -> None:
    part = part_of("1-2 stomp R, kick L\n3&4 L coaster step\n")
    assert [m.foot and m.foot.value for m in part.moves if m.weight] == ["R", "L", "R", "L"]


ROWS = [
    ("1", "1-4", "R vine, L touch"), ("", "5-8", "L vine, R touch"),
    ("2", "1-2", "R forward, pivot ½ left"), ("", "3-4", "walk R, L"), ("", "5-8", "R jazz box"),
    ("3", "1-4", "R rocking chair"), ("", "5-8", "R rocking chair"),
]  # fmt: skip


@pytest.mark.parametrize("head", ["Section", "Sec", "No", "Set"])
def test_a_column_that_numbers_sections_counts_nothing(head: str) -> None:
    """With or without it: 24 counts, half a turn on 10."""
    plain = "\n".join(f"{counts} {words}" for _, counts, words in ROWS)
    table = "\n".join(
        [f"| {head} | Counts | Steps |", "|---|---|---|"]
        + [f"| {number} | {counts} | {words} |" for number, counts, words in ROWS]
    )
    one, other = part_of(f"Kiln\n{plain}\n"), part_of(f"Kiln\n{table}\n")
    assert one.length == other.length == 24
    assert steps(one) == steps(other)
    assert [m.at for m in one.moves] == [m.at for m in other.moves]
    assert other.net_turn == -4


@pytest.mark.parametrize("columns", ["3&4", "3-4"])
def test_idem_fills_its_own_counts(columns: str) -> None:
    """Two whole counts either way, so the kick ball change comes once more, two counts later."""
    part = part_of(f"1&2 R kick ball change\n{columns} idem\n5-8 R jazz box\n")
    assert part.length == 8
    assert [m.verb for m in part.moves[3:6]] == [m.verb for m in part.moves[:3]]
    assert [m.at - 2 for m in part.moves[3:6]] == [m.at for m in part.moves[:3]]


def test_counts_behind_a_heading_s_steps_stay_with_their_own() -> None:
    """A rock and its recover on 1-2, three steps on 3&4: five moves, on 0, 1, 2, 2½ and 3."""
    text = "First eight: side rock right (1,2), cross shuffle to the left (3&4), L vine (5-8).\n"
    part = part_of(f"Kiln\n\n{text}")
    assert [str(m.at) for m in part.moves[:5]] == ["0", "1", "2", "5/2", "3"]
    assert [m.verb for m in part.moves[:2]] == ["rock", "recover"]


# Hurried notes leave commas out; with them the same is danced (common practice, no source).
@pytest.mark.parametrize(
    ("counts", "hurried", "written"),
    [
        *((n, f"R {way} {still}", f"R {way}, {still}")
          for way in ("fwd", "back", "side", "1/4 R") for still in ("hold", "clap")
          for n in ("1-2",)),
        *((n, f"L {way} {lifted} R", f"L {way}, {lifted} R")
          for way in ("fwd", "side", "1/4 L") for lifted in ("brush", "scuff", "touch", "kick")
          for n in ("1-2",)),
        ("1-4", "walk R L R kick", "walk R, L, R, kick L"),
        ("1-4", "walk back L R L touch", "walk back L, R, L, touch R"),
        ("1-3", "L cross side behind", "L cross, R side, L behind"),
        ("1-3", "R side drag touch", "R side, drag L, touch L"),
        ("1-4", "R side together 1/4 R scuff", "R side, L together, R 1/4 R, scuff L"),
        ("1-4", "R fwd 1/2 L, R fwd hold", "R fwd, pivot 1/2 L, R fwd, hold"),
    ],
)  # fmt: skip
def test_commas_left_out_change_nothing(counts: str, hurried: str, written: str) -> None:
    def danced(words: str) -> list[object]:
        (part,) = read_sheet(f"{counts} {words}").sheet.parts
        return [(m.at, m.foot, m.verb, m.weight, m.turn) for m in part.moves]

    assert danced(hurried) == danced(written)


EIGHTS = (
    "1-2 R fwd, L fwd\n3&4 R shuffle fwd\n5-6 L fwd, pivot 1/2 R\n7-8 L fwd, R touch",
    "1-4 vine R, L touch\n5-8 vine L, R touch",
    "1-4 R rocking chair\n5-8 R jazz box",
    "1-2 R heel, R together\n3-4 L heel, L together\n5-8 stomp R, stomp L, hold, hold",
)
# Words that elsewhere are steps, notes or repeats.
HEADINGS = [
    "Finish",
    "Hold",
    "Repeat",
    "The end",
    "Other foot",
    "Repeat on the other foot",
    "Start",
]


@pytest.mark.parametrize("dress", ["{n}. {words}", "{n}) {words}", "**{n}. {words}**"])
@pytest.mark.parametrize("first", range(len(HEADINGS)))
def test_headings_numbered_one_after_the_other_are_headings_whatever_they_say(
    first: int, dress: str
) -> None:
    plain = steps(part_of("Kiln\n32 counts\n\n" + "\n\n".join(EIGHTS)))
    words = [HEADINGS[(first + n) % len(HEADINGS)] for n in range(4)]
    headed = "\n\n".join(
        f"{dress.format(n=n, words=said)}\n{eight}"
        for n, (said, eight) in enumerate(zip(words, EIGHTS, strict=True), start=1)
    )
    assert steps(part_of(f"Kiln\n32 counts\n\n{headed}")) == plain


@pytest.mark.parametrize("dots", ["..", "......", "..... "])
def test_dot_leaders_mean_nothing(dots: str) -> None:
    head = "Title{d}: Kiln\nCount{d}: 16\nWall{d}: 2\nSequence{d}: A A B A\n\n"
    body = "PART A\n1-8 R vine, L touch, L vine, R touch\n\nPART B\n1-8 R rocking chair x2\n"
    reading = read_sheet(head.format(d=dots) + body)
    assert (reading.sheet.title, taken_over(reading).sequence) == ("Kiln", "A x2, B, A")


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("R forward & across L, hold", "R across L, hold"),
        ("R fwd and over L, hold", "R over L, hold"),
        ("full turn rolling vine R, L touch", "rolling vine R, L touch"),
        ("rolling full turn vine R, L touch", "rolling vine R, L touch"),
        ("R jazz box in place", "R jazz box"),
    ],
)
def test_the_same_steps_in_more_words(one: str, other: str) -> None:
    assert steps(part_of(f"1-4 {one}")) == steps(part_of(f"1-4 {other}"))


def test_a_first_and_is_danced_before_a_hold_is_drawn_out() -> None:
    # R heel, & R together, L heel, & L together, R toe, hold: five changes on 1& 2& 3 4.
    moves = part_of("1&2 R heel & L heel\n&3-4 & R toe side, hold\n").moves
    assert [(float(m.at), m.foot and m.foot.value, m.verb) for m in moves] == [
        (0, "R", "heel"), (0.5, "R", "step"), (1, "L", "heel"), (1.5, "L", "step"),
        (2, "R", "toe"), (3, None, "hold"),
    ]  # fmt: skip


LISTS = {
    "toe strut": ("1-8", 2),
    "heel strut": ("1-8", 2),
    "rock": ("1-4", 2),
    "shuffle": ("1&2 3&4 5&6 7&8", 2),
    "touch": ("1-4", 1),
    "kick": ("1-4", 1),
}


@pytest.mark.parametrize("behind", ["s: ", ": ", " "])
@pytest.mark.parametrize("figure", LISTS)
def test_a_figure_named_once_is_danced_by_all_of_its_list(figure: str, behind: str) -> None:
    """ "Toe struts: R forward, ..." is "R toe strut forward, ..."; a touch or kick keeps its foot,
    a rock comes back to the foot it left."""
    counts, length = LISTS[figure]
    if length == 1 and behind == " ":
        return  # "touch R side, R together" closes with a step
    same_foot = length == 1 or figure == "rock"
    ways = ["R forward", "R back"] if same_foot else ["R forward", "L forward"]
    ways = ways if figure == "rock" else [*ways, *ways]
    full = ", ".join(f"{figure} {way}" for way in ways)
    listed = part_of(f"{counts} {figure}{behind}{', '.join(ways)}\n")
    assert steps(listed) == steps(part_of(f"{counts} {full}\n"))
    assert len({move.at for move in listed.moves if move.foot}) >= len(ways)


@pytest.mark.parametrize("feet", ["R L R", "L R L"])
@pytest.mark.parametrize("figure", ["shuffle", "triple"])
def test_three_feet_behind_a_turn_are_its_three_steps(figure: str, feet: str) -> None:
    """Three landings on 1&2 leave no letter over for the side, which is then asked for; of four
    the first is the side."""
    started = feet.split(maxsplit=1)[0]
    part = part_of(f"1&2 {figure} 1/2 turn {feet}\n")
    assert [move.foot.value for move in part.moves if move.foot] == feet.split()
    side = "L" if started == "R" else "R"
    sided = part_of(f"1&2 {figure} 1/2 turn {side} {feet}\n")
    assert [move.foot.value for move in sided.moves if move.foot] == feet.split()
    assert sum(move.turn for move in sided.moves) == (4 if side == "R" else -4)


@pytest.mark.parametrize("first", ["dorothy R", "R shuffle", "R coaster", "R heel", "walk R L"])
@pytest.mark.parametrize("second", ["dorothy L", "L heel", "L, R", "shuffle L"])
def test_an_and_between_two_figures_without_counts_is_read_or_told(first: str, second: str) -> None:
    """Whatever rhythm the first ends on: no pair of figures stops the reading."""
    reading = read_sheet(f"Kiln\n[1-8] {first} & {second} & {first}\n")
    assert reading.sheet.parts or sheet_findings(reading)


@pytest.mark.parametrize("run", [("1 2 3", "4 5 6"), ("1-3", "4-6")])
def test_counts_in_brackets_need_no_spaces(run: tuple[str, str]) -> None:
    words = (
        "Waltz\n48 counts, 1 wall, waltz\nTwinkle: L over R, R side, L in place ({}), R over L, "
    )
    words += "L side, R in place ({})\n"
    told = read_sheet(words.format("123", "456")).sheet.parts[0]
    spaced = read_sheet(words.format(*run)).sheet.parts[0]
    assert told.length == 6
    assert steps(told) == steps(spaced)


@pytest.mark.parametrize("title", ["Dorothys: ", "Walks and turns: ", ""])
def test_counts_behind_a_title_in_a_heading_are_counts(title: str) -> None:
    part = part_of(
        f"[1-8] {title}1-2 walk R, L; 3&4 1/2 turn R shuffle R; 5-6 walk L, R; 7-8 hold\n"
    )
    assert [m.at * 2 for m in part.moves if m.foot] == [0, 2, 4, 5, 6, 8, 10]
    assert sum(move.turn for move in part.moves) == 4


def test_a_figure_s_name_before_all_of_its_steps_is_a_title() -> None:
    told = "RF side, LF together, RF fwd, touch LF; LF side, RF together, LF back, touch RF"
    named = read_sheet(f"Dust\n32 counts\nPart one (8): rumba box fwd - {told}\n").sheet.parts[0]
    plain = read_sheet(f"Dust\n32 counts\nPart one (8): {told}\n").sheet.parts[0]
    assert named.length == 8
    assert steps(named) == steps(plain)


@pytest.mark.parametrize("place", ["part two", "section two", "part 2", "the second part"])
def test_a_restart_after_a_part_that_is_a_section(place: str) -> None:
    sheet = "Dust\n24 counts, 4 walls\nPart one: R vine, touch L, L vine, touch R\n"
    sheet += "Part two: R vine, touch L, L vine 1/4 L, touch R\n"
    sheet += f"Part three: R jazz box, R rocking chair\nRestart: wall 3 after {place}\n"
    (event,) = taken_over(read_sheet(sheet)).events
    assert event.after is not None
    assert (event.walls, event.after.words) == ((3,), "16")
