"""The language of whole sheets: headings, parts made from parts, repeats, options, notes."""

from fractions import Fraction as F

import pytest
from core.dancing import codes, part_of, steps

from maplestep.core.findings.registry import sheet_findings
from maplestep.core.primitives.feet import Foot
from maplestep.core.primitives.moves import Span
from maplestep.core.primitives.turns import clock
from maplestep.core.sheet.claims import events_in, facings_in
from maplestep.core.sheet.lines.choose import read_lines
from maplestep.core.sheet.lines.model import PartHeading, SectionHeading
from maplestep.core.sheet.lines.repeats import read_repetition
from maplestep.core.sheet.model import Part
from maplestep.core.sheet.read import read_sheet


def heading(line: str) -> str:
    """Kind and facts of a heading that stands below a title and a step line."""
    *_, last = read_lines(f"T\n1 R side\n\n{line}")
    match last:
        case SectionHeading():
            return f"{last.title} {last.first} {last.counts} | {last.words}"
        case PartHeading():
            made = last.alters or last.takes
            told = f" {made.base} {made.first}-{made.last}" if made else ""
            told += " from the end" if made and made.from_end else ""
            return f"{last.kind.value} {last.name} {last.counts}{told} | {last.words}"
    return type(last).__name__


HEADINGS = {
    "Séquence 3 : Marche": "Section 3 None None | Marche",
    "SECT 2 (9-16)": "Section 2 9 8 | ",
    "S4: Rocks and turns [25-32]": "Section 4 25 8 | Rocks and turns",
    "__S4__": "Section 4 None None | ",
    "== Section 2 ==": "Section 2 None None | ",
    "Counts 9 to 16": "Counts 9–16 9 8 | ",
    "Temps 1 à 8": "Counts 1–8 1 8 | ",
    "[17 - 24] Vine and turn": "Counts 17–24 17 8 | Vine and turn",
    "ROCKS AND TURNS (9-16)": "Counts 9–16 9 8 | ",
    "PARTIE B (16 temps)": "part B 16 | ",
    "Part B'": "part B' None | ",
    "Pont (8 temps)": "bridge Bridge 8 | ",
    "Final": "ending Ending None | ",
    "Tag 3 - 4 counts": "tag Tag 3 4 | ",
    "Tag: 1-4 R rocking chair": "tag Tag None | 1-4 R rocking chair",
    "A' = A with counts 29-32: R walk": "part A' None A 29-32 | R walk",
    "A' = A, but with the last 4 counts: R walk": "part A' None A None-4 from the end | R walk",
    "Part A' = A with counts 5-8:": "part A' None A 5-8 | ",
    "C = first 16 counts of B": "part C None B None-16 | ",
    "C = last 8 counts of B": "part C None B None-8 from the end | ",
    "D = B [9-16]": "part D None B 9-16 | ",
    "Step change wall 3: counts 13-16: R walk": "change Step change wall 3 None  13-16 | R walk",
    # what only looks like one
    "Starts on the vocals": "Remark",
    "Tagged along by friends": "Remark",
    "A = the best dance of the year": "Remark",
    "Section of the hall is closed": "Remark",
}


@pytest.mark.parametrize("line", HEADINGS)
def test_what_a_heading_says(line: str) -> None:
    assert heading(line) == HEADINGS[line]


# Line -> (counts rather than sections, first, last, mirrored, foot named).
REPEATS = {
    "Repeat section 1": (False, 1, 1, False, None),
    "Repeat sections 1-2": (False, 1, 2, False, None),
    "Mirror section 2": (False, 2, 2, True, None),
    "repeat 1-4 on the other foot": (True, 1, 4, True, None),
    "Repeat counts 1 to 8 starting with left foot": (True, 1, 8, False, Foot.LEFT),
    "Counts 1-4 again on the other foot": (True, 1, 4, True, None),
    "Same as 1-4 starting L": (True, 1, 4, False, Foot.LEFT),
    "same as section 3": (False, 3, 3, False, None),
    "Répéter 1-4 de l'autre pied": (True, 1, 4, True, None),
    "Reprendre la section 2 en miroir": (False, 2, 2, True, None),
    "Repeat the dance": None,
    "Repeat and enjoy": None,
    "Mirror, mirror on the wall": None,
}


@pytest.mark.parametrize("line", REPEATS)
def test_what_is_asked_to_be_danced_again(line: str) -> None:
    found = read_repetition(line)
    told = found and (found.counts, found.first, found.last, found.mirrored, found.starting)
    assert told == REPEATS[line]


VINE = "Section 1\n1-4 R vine right, L touch\n"
SIDE = ["R side", "L behind", "R side", "[L touch together]"]
OTHER = ["L side", "R behind", "L side", "[R touch together]"]
AGAIN = {
    f"{VINE}5-8 repeat 1-4 on the other foot": [*SIDE, *OTHER],
    f"{VINE}Counts 1-4 again on the other foot": [*SIDE, *OTHER],
    f"{VINE}5-8 same as 1-4 starting L": [*SIDE, *OTHER],
    # Starting with the foot it starts with anyway mirrors nothing.
    f"{VINE}Section 2: repeat section 1 starting R": [*SIDE, *SIDE],
    f"{VINE}Section 2: mirror section 1": [*SIDE, *OTHER],
    f"{VINE}Mirror section 1\nMirror section 2": [*SIDE, *OTHER, *SIDE],
    f"{VINE}Section 2\n1-4 mirror counts 1-4": [*SIDE, *OTHER],
}


@pytest.mark.parametrize("text", AGAIN)
def test_a_passage_danced_again(text: str) -> None:
    part = part_of(text)
    assert steps(part) == AGAIN[text]
    assert part.length == len(AGAIN[text])


# What stands behind "repeat section 1": it begins with the other foot, goes to the other side ...
OTHERWISE = (
    "to the left", "on the left", "but on the left foot", "starting left", "left foot first",
    "on the other foot", "with the left foot", "leading with L", "to the L side (12:00)",
    "à gauche", "sur le pied gauche",
)  # fmt: skip
# ... or as it was, ...
AS_IT_WAS = ("", "to the right", "starting right", "once more", "(12:00)", "again, facing 12:00")
# ... or it asks for something that nobody can dance from these words alone.
CHANGED = (
    "with a 1/4 turn right", "turning ½ left", "twice", "without the touch", "with a stomp instead",
    "except for the touch", "but end with a stomp", "avec 1/4 de tour à droite", "sauf le touch",
)  # fmt: skip


@pytest.mark.parametrize("asked", ["Section 2\nRepeat section 1", "5-8 repeat 1-4"])
@pytest.mark.parametrize(
    ("tail", "danced", "said"),
    [(t, OTHER, False) for t in OTHERWISE]
    + [(t, SIDE, False) for t in AS_IT_WAS]
    + [(t, SIDE, True) for t in CHANGED],
)
def test_nothing_behind_a_repeat_is_dropped(
    asked: str, tail: str, danced: list[str], said: bool
) -> None:
    reading = read_sheet(f"Kiln\n{VINE}{asked} {tail}\n")
    assert steps(reading.sheet.danced[0]) == [*SIDE, *danced]
    assert ("sheet.repeat-changed" in {f.code for f in reading.findings}) is said


PART_A = "Part A\nSection 1\n1-4 R vine right, L touch\n5-8 L vine left, R touch\n"


def named(text: str, name: str) -> Part:
    found = read_sheet(text).sheet.part(name)
    assert found is not None
    return found


def test_a_variant_is_its_base_but_for_the_counts_named() -> None:
    text = f"{PART_A}A' = A with counts 5-8: L side, R together, L side, R together\n"
    variant, base = named(text, "A'"), named(text, "A")
    assert steps(variant) == [*steps(base)[:4], "L side", "R together", "L side", "R together"]
    assert (variant.variant_of, variant.replaces, variant.length) == ("A", (F(4), F(8)), 8)
    # It is named by its base: the sum of the parts counts it once.
    assert [part.name for part in read_sheet(text).sheet.danced] == ["A"]


def test_a_variant_on_lines_of_its_own_may_start_over_or_go_on() -> None:
    for counts in ("5-8", "1-4"):
        text = f"{PART_A}A' = A but with the last 4 counts:\n{counts} L side, R touch, hold, hold\n"
        assert steps(named(text, "A'"))[4:] == ["L side", "[R touch together]", *["[- hold]"] * 2]


def test_pieces_of_a_part() -> None:
    text = f"{PART_A}B = last 4 counts of A\n"
    piece = named(text, "B")
    assert steps(piece) == OTHER
    assert (piece.length, piece.start_weight, piece.moves[0].at) == (4, Foot.RIGHT, 0)


def test_half_and_double_time_read_the_same_steps() -> None:
    for said, factor in (("half time", F(1, 2)), ("double", F(2)), ("as written", F(1))):
        part = part_of(f"T\nTiming: {said}\n1-4 R vine right, L touch")
        assert part.length == 4 * factor
        assert [move.at for move in part.moves] == [n * factor for n in range(4)]
        assert steps(part) == SIDE


OPTIONS = {
    # (option, counts it stands for, its moves)
    "Easier option 5-8: R rocking chair": ((4, 8), 4),
    "Option: R rocking chair": ((4, 8), 4),
    "(easy option: R rocking chair)": ((4, 8), 4),
    "Option facile 5-8 : rocking-chair D": ((4, 8), 4),
    "Non-turning option for counts 1-4: R vine, L together": ((0, 4), 4),
    "Option: R side, L together": ((6, 8), 2),
}


@pytest.mark.parametrize("line", OPTIONS)
def test_what_an_option_stands_for(line: str) -> None:
    text = f"Section 1\n1-4 R rolling vine right, L touch\n5-8 R monterey ½ right\n{line}"
    (option,) = part_of(text).options
    assert ((option.start, option.end), len(option.moves)) == OPTIONS[line]
    assert option.known


def test_an_equal_option_says_nothing_and_an_unequal_one_what() -> None:
    text = "1-4 R rolling vine right, L touch\nOption: R vine right, L touch"
    assert [f.code for f in sheet_findings(read_sheet(text))] == ["sheet.end-foot-weigh"]
    text = "1-4 R vine ¼ right, L touch\nOption: R vine right, L together"
    (found,) = [f for f in sheet_findings(read_sheet(text)) if f.code == "sheet.option-differs"]
    assert found.facts["differs"] == (
        "it does not turn, instead of ¼ right and it ends on the left foot instead of the right"
    )


# Note -> (kind, walls, clock wall, after, here, facing).
NOTES = {
    "Restart: wall 5 after 16 counts, facing 9:00": ("restart", (5,), "", 16, False, "9:00"),
    "Restarts on walls 2, 4 & 7 after count 24": ("restart", (2, 4, 7), "", 24, False, ""),
    "**Restart here on wall 3 (facing 12:00)**": ("restart", (3,), "", None, True, "12:00"),
    "During the third wall, dance 12 counts and restart": ("restart", (3,), "", 12, False, ""),
    "Restart on count 17 of wall 4": ("restart", (4,), "", 16, False, ""),
    "Tag at the end of the 2nd wall": ("tag", (2,), "", None, False, ""),
    "Tag & restart: wall 6 after 8": ("tag-restart", (6,), "", 8, False, ""),
    "Restart during the 9 o'clock wall after 16": ("restart", (), "9:00", 16, False, ""),
    "Bridge on wall 3 after 20 counts": ("bridge", (3,), "", 20, False, ""),
    "Ending: wall 9, facing 6 o'clock": ("ending", (9,), "", None, False, "6:00"),
    "Restart : mur 5 après 16 temps (face à 9h00)": ("restart", (5,), "", 16, False, "9:00"),
    "Tag à la fin du 2e mur": ("tag", (2,), "", None, False, ""),
    "2 restarts and a tag": None,
    "32 counts, 4 walls, 1 restart": None,
    "No tags, no restarts": None,
}


@pytest.mark.parametrize("line", NOTES)
def test_what_a_note_claims(line: str) -> None:
    found = next(events_in(line, Span(0, len(line), 1)), None)
    told = found and (
        found.kind.value,
        found.walls,
        "" if found.clock_wall is None else clock(found.clock_wall),
        found.after,
        found.here,
        "" if found.facing is None else clock(found.facing),
    )
    assert told == NOTES[line]


FACINGS = {
    "turn ¼ left (9:00)": ["9:00"],
    "ends facing 3 o'clock": ["3:00"],
    "| 1-2 | R side | 6:00 |": ["6:00"],
    "face à 10h30": ["10:30"],
    "facing the back": [],
    "R side at 9:30": [],
    "(5:00)": [],
}


@pytest.mark.parametrize("text", FACINGS)
def test_facings_in_a_text(text: str) -> None:
    assert [clock(facing) for facing, _, _ in facings_in(text)] == FACINGS[text]


def test_notes_are_compared_with_the_dance_walked_through() -> None:
    # Every wall turns a quarter right, on count 3. Walls start 12, 3, 6 ...; wall 3 restarts after
    # 2, before its turn, so wall 4 starts at 6:00 as well and ends at 9:00.
    dance = "1-2 R side, L together\n3-4 R ¼ right forward, L together\n"
    notes = "Restart wall 3 after 2 counts facing 6:00\nTag at the end of wall 4 facing 9:00\n"
    assert codes(read_sheet(dance + notes)) == []
    assert sheet_findings(read_sheet(dance + notes)) == ()
    wrong = notes.replace("9:00", "12:00")
    assert [f.code for f in sheet_findings(read_sheet(dance + wrong))] == ["sheet.event-facing"]


def test_a_sheet_defines_figures_above_or_below_their_use() -> None:
    own = "Figure hen step = 1&2 R side, L together, R ¼ right forward\n"
    for text in (f"{own}1&2 R hen step\n3&4 L hen step", f"1&2 R hen step\n3&4 L hen step\n{own}"):
        part = part_of(text)
        assert steps(part) == [
            *("R side", "L together", "R fwd +2"),
            *("L side", "R together", "L fwd -2"),
        ]
        assert part.net_turn == 0


LAYOUTS = {
    "R rock forward, recover (1-2)\nR coaster (3&4)": 5,
    "1-2 R rock forward, recover 3&4 R coaster": 5,
    "Step R (1), step L (2), R coaster (3&4)": 5,
    "1-2\tR rock forward, recover\n3&4\tR coaster": 5,
    "| 1-2 | R rock forward, recover |\n| --- | --- |\n| 3&4 | R coaster |": 5,
    "• 1-2 R rock forward, recover\n• 3&4 R coaster": 5,
    "a) 1-2 R rock forward, recover\nb) 3&4 R coaster": 5,
    "1-2 R rock forward,\n    recover\n3&4 R coaster": 5,
    "[1-4]\nR rock forward, recover\nR coaster": 5,
}


@pytest.mark.parametrize("text", LAYOUTS)
def test_steps_however_they_are_laid_out(text: str) -> None:
    part = part_of(text)
    assert (len(part.moves), part.length) == (LAYOUTS[text], 4)
    # The last landing is the whole count 4, and the coaster's & lies between.
    assert [str(move.at) for move in part.moves][2:] == ["2", "5/2", "3"]


@pytest.mark.parametrize("heading", ["TAG: 4 counts", "Tag: (4 counts)", "Tag : 4 temps"])
def test_a_heading_may_say_its_length_behind_a_colon(heading: str) -> None:
    reading = read_sheet(f"1-4 R rocking chair\n\n{heading}\n1-4 R rocking chair\n")
    tag = reading.sheet.parts[-1]
    assert (tag.name, tag.length, reading.findings) == ("Tag", 4, ())
