"""Sheets in many hands' styles, danced to totals worked out by hand before the reader could."""

import re
import textwrap
import tomllib
import unicodedata
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from maplestep.core.findings.registry import sheet_findings
from maplestep.core.primitives.feet import Foot
from maplestep.core.primitives.finding import Finding, Severity
from maplestep.core.primitives.turns import clock
from maplestep.core.rehearsal.score import figures_of
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.routine.model import EventKind
from maplestep.core.sheet.language.kinds import Kind
from maplestep.core.sheet.language.lexicon import Lexeme, standard
from maplestep.core.sheet.lines.model import StepLine
from maplestep.core.sheet.model import Part, PartKind
from maplestep.core.sheet.read import Reading, read_sheet
from maplestep.core.sheet.render import ENGLISH, figure_words
from maplestep.messages.findings import message

CORPUS = Path(__file__).parents[1] / "corpus"
TRUTH: dict[str, dict[str, Any]] = tomllib.loads((CORPUS / "styles.toml").read_text("utf-8"))
TEXTS = {name: (CORPUS / "styles" / f"{name}.txt").read_text("utf-8") for name in TRUTH}
CLEAN = [n for n, truth in TRUTH.items() if "wrong" not in truth and "foreign" not in truth]
PLANTED = [n for n, truth in TRUTH.items() if truth.get("wrong")]


def alarms(reading: Reading) -> list[Finding]:
    return [f for f in sheet_findings(reading) if f.severity is not Severity.KNOW]


def told(part: Part, size: int) -> str:
    """Counts | facing after every so many | foot that carries the weight there."""
    facings, feet = [], []
    for end in range(size, int(part.length) + 1, size):
        facing = clock(sum(move.turn for move in part.moves if move.at < end))
        facings.append(facing.removesuffix(":00"))
        weights = [w for m, w in zip(part.moves, part.weights, strict=True) if m.at < end]
        feet.append(weights[-1].value if weights and weights[-1] else "?")
    return f"{part.length} | {' '.join(facings)} | {' '.join(feet)}"


def test_there_are_sixty_sheets() -> None:
    assert len(TRUTH) >= 60
    assert len(CLEAN) >= 55


@pytest.mark.parametrize("name", CLEAN)
def test_a_sheet_is_danced_right_and_without_an_alarm(name: str) -> None:
    reading = read_sheet(TEXTS[name])
    assert [message(f) for f in alarms(reading)] == []
    for part, said in TRUTH[name].items():
        if not (isinstance(said, str) and "|" in said):
            continue
        counts, facings, _ = said.split("|")
        size = int(counts) // len(facings.split())
        found = reading.sheet.part(part) or reading.sheet.wall
        assert found is not None
        assert told(found, size) == said


@pytest.mark.parametrize("name", PLANTED)
def test_a_planted_mistake_is_the_one_finding(name: str) -> None:
    found = alarms(read_sheet(TEXTS[name]))
    assert [f.code for f in found] == TRUTH[name]["wrong"], [message(f) for f in found]


@pytest.mark.parametrize("name", [n for n, truth in TRUTH.items() if "foreign" in truth])
def test_another_language_is_said_once(name: str) -> None:
    reading = read_sheet(TEXTS[name])
    assert [f.code for f in alarms(reading)] == ["sheet.language"]
    assert reading.sheet.parts == ()


@pytest.mark.parametrize("name", [n for n, truth in TRUTH.items() if "sequence" in truth])
def test_an_order_in_words_is_taken_over(name: str) -> None:
    said = taken_over(read_sheet(TEXTS[name])).sequence
    # "A x2" is written out here: the truth lists the parts one by one.
    items = []
    for piece in said.split(", "):
        item, _, times = piece.partition(" x")
        items += [item] * int(times or 1)
    assert " ".join(items) == TRUTH[name]["sequence"]


@pytest.mark.parametrize("name", [n for n, truth in TRUTH.items() if "events" in truth])
def test_what_a_sheet_states_is_laid(name: str) -> None:
    """Each as "kind walls after length": "end" or "-" where it is not said."""
    events = taken_over(read_sheet(TEXTS[name])).events
    laid = {
        (event.kind.value, wall, event.after.words if event.after else "")
        for event in events
        for wall in event.walls
    }
    stated = set()
    for line in TRUTH[name]["events"]:
        kind, walls, after, _ = line.split()
        stated |= {(kind, int(w), "" if after in "-end" else after) for w in walls.split(",")}
    assert laid == stated


# No word left behind: what is taken out, doubled or swapped changes the dance or is named.

_SIDES = {
    "R": "L", "L": "R", "right": "left", "left": "right", "r": "l", "l": "r", "PD": "PG",
    "PG": "PD", "RF": "LF", "LF": "RF", "½": "¼", "¼": "½", "¾": "¼",
}  # fmt: skip
_DOUBLED = frozenset({Kind.FOOT, Kind.DIRECTION, Kind.RELATION, Kind.AMOUNT})


def seen(text: str) -> object:
    reading = read_sheet(text)
    moves = [
        (part.name, m.at, m.foot, m.verb, m.direction, m.weight, m.turn)
        for part in reading.sheet.parts
        for m in part.moves
    ]
    return moves, sorted((f.code, f.place.count, f.found) for f in reading.findings)


def changed(text: str, reading: Reading) -> list[tuple[str, str]]:
    """Texts with one token changed, each with what was done."""
    found = []
    for line in reading.lines:
        if not isinstance(line, StepLine) or line.repeats is not None:
            continue
        # What a bracket or a colon describes once more is compared, not danced.
        if any(mark in line.words for mark in "([:") or "bump" in line.words.lower():
            continue
        if " wall" in line.words or "hips" in line.words:
            # Which way hips circle moves no foot; "½ left to face the back wall" says it twice.
            continue
        before = None
        for lexeme in standard().lexemes(line.words):
            # "¼ L L fwd": the side of a turn and the foot, said one behind the other.
            side = lexeme.kind is Kind.FOOT and before is Kind.AMOUNT
            found += [] if side else one_changed(text, line, lexeme)
            before = lexeme.kind
    return found


def one_changed(text: str, line: StepLine, lexeme: Lexeme) -> list[tuple[str, str]]:
    found = []
    start, end = line.words_at + lexeme.start, line.words_at + lexeme.end
    word = text[start:end]
    if lexeme.kind in _DOUBLED and " " not in word:
        found.append((f"{word} twice", f"{text[:end]} {word}{text[end:]}"))
    if lexeme.kind is Kind.AMOUNT and lexeme.value:  # "no turn" adds nothing
        found.append((f"without {word}", text[:start] + text[end:]))
    leads = lexeme.kind is Kind.FOOT and lexeme.start < len(line.words) / 3
    if (leads or lexeme.kind is Kind.AMOUNT) and word in _SIDES:
        found.append((f"{word} swapped", text[:start] + _SIDES[word] + text[end:]))
    return found


@pytest.mark.slow
@pytest.mark.parametrize("name", CLEAN)
def test_no_word_is_left_behind(name: str) -> None:
    text = unicodedata.normalize("NFC", TEXTS[name])
    reading = read_sheet(text)
    as_it_is = seen(text)
    # Every fourth change, from another one in each sheet: each reads the whole sheet anew.
    changes = changed(text, reading)[len(name) % 4 :: 4]
    assert [what for what, other in changes if seen(other) == as_it_is] == []


def wrapped(text: str, width: int) -> str:
    """The text as a narrow page prints it: lines of steps go on in the next line."""
    lines = []
    for line in text.split("\n"):
        counted = line.lstrip()[:1].isdecimal() and "\t" not in line and "|" not in line
        # "8: heel, toe ..." is a heading with its steps, which no count puts together again.
        counted = counted and not re.match(r"\d+\s*:", line)
        # A title in capitals: "25-32 CHASSÉ, ROCK", "9 à 16 : MARCHE".
        counted = counted and not re.sub(r"\b(?:à|to)\b", "", line).isupper()
        lines += textwrap.wrap(line, width, break_on_hyphens=False) if counted else [line]
    return "\n".join(lines)


@pytest.mark.slow
@pytest.mark.parametrize("name", CLEAN)
def test_the_width_of_the_page_changes_no_dance(name: str) -> None:
    def danced(text: str) -> list[Any]:
        # Claps aside: "& clap" at the beginning of a line falls between the counts.
        moves = [m for part in read_sheet(text).sheet.parts for m in part.moves if m.foot]
        return [(m.at, m.foot, m.weight, m.turn) for m in moves]

    plain = danced(TEXTS[name])
    # A line cut between a step and the count in brackets behind it looks like another step.
    # A column of facings is none any more where the page wraps it.
    # Nor is "1.", "1)" or "1st 8." above a whole section's steps a count that its second half goes
    # on from.
    items = re.search(r"^1\. (?:[^,\d]*,){4}|^1\) \d.*;|^1st 8\. ", TEXTS[name], re.MULTILINE)
    if "&)" not in TEXTS[name] and "   Facing" not in TEXTS[name] and items is None:
        assert danced(wrapped(TEXTS[name], 60)) == plain
    for width in (60, 45):
        narrow = wrapped(TEXTS[name], width)
        # What cannot be put together again is said, never danced otherwise in silence.
        assert danced(narrow) == plain or alarms(read_sheet(narrow))


TAGGED = """Mill Pond
16 counts, 4 walls

Section 1
1-4 R vine, L touch
5-8 L vine ¼ L, R touch
Section 2
1-8 R rocking chair x2

{said}
{steps}
"""
OPENS = [
    "Tag after wall 2", "Add the tag after walls 2 and 4:", "4 count tag after wall 2",
    "End of wall 2: tag", "After wall 2 there is a 4 count tag:", "TAG (end of wall 2)",
    "At the end of wall 2 add the following 4 counts", "Tag apres le mur 2",
]  # fmt: skip


@pytest.mark.parametrize("steps", ["1-4 Sway R, L, R, L", "Sway R, L, R, L"])
@pytest.mark.parametrize("said", OPENS)
def test_steps_below_a_sentence_about_a_tag_are_the_tags(said: str, steps: str) -> None:
    reading = read_sheet(TAGGED.format(said=said, steps=steps))
    lengths = [(part.kind, part.length) for part in reading.sheet.parts]
    assert lengths == [(PartKind.PART, 16), (PartKind.TAG, 4)]
    assert alarms(reading) == []
    [event] = taken_over(reading).events
    assert (event.kind, event.tag, event.walls[0]) == (EventKind.TAG, "Tag", 2)


@pytest.mark.parametrize("said", ["Tag after wall 2", "Restart on wall 3 after 8 counts"])
def test_a_sentence_above_the_dance_opens_nothing(said: str) -> None:
    reading = read_sheet(
        f"Mill\n16 counts\n{said}\n1-8 R rocking chair x2\n9-16 R rocking chair x2"
    )
    assert [(part.kind, part.length) for part in reading.sheet.parts] == [(PartKind.PART, 16)]


@pytest.mark.parametrize("mark", ["{} {}", "{}: {}", "{} - {}", "- {} {}", "{}. {}"])
def test_one_count_a_line_is_the_same_dance(mark: str) -> None:
    def danced(text: str) -> list[Any]:
        return [(m.at, m.foot, m.weight) for m in read_sheet(text).sheet.parts[0].moves]

    steps = ("R rock side", "L recover", "R cross", "L rock side", "R recover", "L cross")
    counts = ("1", "&", "2", "3", "&", "4")
    # & follows the count above it: 1&2 and 3&4 land on 0, ½, 1, 2, 2½, 3.
    apart = [mark.format(*pair) for pair in zip(counts, steps, strict=True)]
    together = f"1&2 {', '.join(steps[:3])}\n3&4 {', '.join(steps[3:])}"
    assert danced("Mill\n" + "\n".join(apart)) == danced("Mill\n" + together)


# The same written otherwise: what is danced does not change.

_ROMAN = ("I", "II", "III", "IV", "V", "VI", "VII", "VIII")
_NUMBERED = re.compile(r"^(\W*(?:section|set) )([1-8])\b", re.IGNORECASE | re.MULTILINE)
_REPEATS = re.compile(r"\b(?:repeat|same|again)\b", re.IGNORECASE)
_DEGREES = {"¼": "90°", "½": "180°", "¾": "270°", "1/4": "90°", "1/2": "180°", "3/4": "270°"}
_FRACTION = re.compile(r"(?<![\d\w])(¼|½|¾|1/4|1/2|3/4)(?= (?:turn|pivot) (?:right|left|R|L)\b)")


def whole(text: str) -> list[Any]:
    return [
        (part.name, m.at, m.foot, m.verb, m.direction, m.weight, m.turn)
        for part in read_sheet(text).sheet.parts
        for m in part.moves
    ]


@pytest.mark.parametrize(
    "name", [n for n in CLEAN if _NUMBERED.search(TEXTS[n]) and not _REPEATS.search(TEXTS[n])]
)
def test_sections_may_have_roman_numerals(name: str) -> None:
    roman = _NUMBERED.sub(lambda m: m[1] + _ROMAN[int(m[2]) - 1], TEXTS[name])
    assert whole(roman) == whole(TEXTS[name])


@pytest.mark.parametrize("name", [n for n in CLEAN if _FRACTION.search(TEXTS[n])])
def test_a_turn_may_be_said_in_degrees(name: str) -> None:
    degrees = _FRACTION.sub(lambda m: _DEGREES[m[1]], TEXTS[name])
    assert whole(degrees) == whole(TEXTS[name])


_COLUMNS = ("1", "1-2", "1&2", "1&", "1&2&", "1-3", "1-4", "1 2&", "1-6", "1-8", "1-2 3&4")


def test_what_the_stage_calls_a_figure_is_read_back_as_it() -> None:
    """The words of every figure danced in any sheet, read as a line: the same feet and turns."""
    said: dict[str, list[Any]] = {}
    for name in CLEAN:
        for part in read_sheet(TEXTS[name]).sheet.parts:
            for moves in figures_of(part.moves):
                if not any(move.foot is Foot.BOTH for move in moves):
                    words = figure_words(moves, ENGLISH)
                    said.setdefault(words, [(move.foot, move.turn) for move in moves])
    assert len(said) > 300
    lost = [words for words, danced in said.items() if danced not in list(read_back(words))]
    assert lost == []


def read_back(words: str) -> Iterator[list[Any]]:
    for column in _COLUMNS:
        wall = read_sheet(f"Test\n\nSection 1\n{column} {words}\n").sheet.wall
        if wall is not None:
            yield [(move.foot, move.turn) for move in wall.moves]
