"""One mistake planted in a clean sheet is one finding, at its place."""

import re
from collections.abc import Callable

import pytest
from core.test_styles import TEXTS, alarms

from maplestep.core.findings.repairs import applied
from maplestep.core.primitives.finding import SheetEdit
from maplestep.core.sheet.read import read_sheet
from maplestep.messages.findings import message

BASES = ("numbered-headings", "tag-restart-lines", "planted-base", "page-header", "ball-crosses")
CLEAN = {
    **TEXTS,
    # Every line ends on the foot that lets the next one begin; one quarter right a wall.
    "planted-base": """Wren House
32 counts, 4 walls, improver

Section 1
1-2 R side, L together
3&4 R shuffle forward
5-6 L rock forward, recover R
7&8 L coaster step
Section 2
1-2 R step forward, pivot ½ L (6:00)
3-4 Walk R, L
5&6 R kick ball change
7-8 R stomp, L stomp
Section 3
1-4 R vine, touch L
5-8 L vine, touch R
Section 4
1-4 R rocking chair
5-6 R step forward, pivot ¼ L (3:00)
7-8 R heel, R together with a clap
""".replace("7-8 R heel, R together with a clap", "7-8 R stomp, L stomp"),
}
STEPS = r"^(\d\S*) +(.*)$"


def lines(text: str) -> list[str]:
    return text.split("\n")


def at(text: str, pattern: str, replaced: str) -> str | None:
    """The first match replaced; None when there is none."""
    found = re.subn(pattern, replaced, text, count=1, flags=re.MULTILINE)
    return found[0] if found[1] else None


def added(line: str) -> Callable[[str], str | None]:
    return lambda text: f"{text.rstrip()}\n{line}\n"


PLANTS: dict[str, tuple[Callable[[str], str | None], str]] = {
    "the wrong foot": (lambda t: at(t, r"3&4 R shuffle", "3&4 L shuffle"), "sheet.weight-conflict"),
    "the wrong foot in a coaster": (
        lambda t: at(t, r"7&8 L coaster", "7&8 R coaster"), "sheet.weight-conflict",
    ),
    "a line left out": (
        lambda t: at(t, r"^3-4 .*\n", "") if t.count("\n3-4 ") else None, "sheet.counts-missing",
    ),
    "a count twice": (lambda t: at(t, r"^7-8 ", "5-6 "), "sheet.counts-out-of-order"),
    "a misspelt figure": (lambda t: at(t, r"rocking chair", "rocking chiar"), "sheet.figure-unknown"),
    "a misspelt shuffle": (lambda t: at(t, r"shuffle", "shufle"), "sheet.figure-unknown"),
    "a strange figure": (lambda t: at(t, r"R rocking chair", "R wibble wobble"), "sheet.figure-unknown"),
    "a strange word beside a figure": (
        lambda t: at(t, r"L coaster step", "L hen coaster"), "sheet.figure-unknown",
    ),
    "a wrong total": (lambda t: at(t, r"\b32 counts", "36 counts"), "sheet.total-counts"),
    "wrong walls": (lambda t: at(t, r"\b4 walls", "3 walls"), "sheet.walls"),
    "a wrong facing": (lambda t: at(t, r"pivot ½ L \(6:00\)", "pivot ½ L (3:00)"), "sheet.facing"),
    "a facing where none turns": (
        lambda t: at(t, r"^(1-4 R vine, touch L)$", r"\1 (1:30)"), "sheet.facing",
    ),
    "a foot twice": (lambda t: at(t, r"1-2 R side", "1-2 R R side"), "sheet.word-unread"),
    "beside itself": (
        lambda t: at(t, r"touch L beside R", "touch L beside L"), "sheet.word-unread",
    ),
    "a number for a fraction": (lambda t: at(t, r"pivot ½", "pivot 42"), "sheet.word-unread"),
    "a restart behind the end": (added("Restart: wall 3 after 48 counts"), "sheet.event-beyond"),
    "a restart without its count": (added("Restart on wall 8"), "sheet.statement-place"),
    "a restart without its wall": (added("Restart after 16 counts"), "sheet.statement-wall"),
    "a number too many in a note": (
        added("4 count tag at the end of wall 3 (see page 77)"), "sheet.statement",
    ),
    "either of two walls": (added("Restart on wall 3 or 4 after 16 counts"), "sheet.statement-or"),
    "a tag on the wrong foot": (
        added("Tag 9 (2 counts)\n1-2 R side, hold"), "sheet.tag-foot",
    ),
    "a tag that starts on the wrong foot": (
        added("Tag 9 (2 counts)\n1-2 L side, R touch"), "sheet.tag-start-foot",
    ),
    "a restart on the wrong foot": (added("Restart: wall 3 after 1 count"), "sheet.restart-foot"),
    "a count nobody can read": (lambda t: at(t, r"^3&4 ", "3&z4 "), "sheet.counts-unreadable"),
    "too many steps for a count": (
        lambda t: at(t, r"3&4 R shuffle forward", "3&4 R forward, L together, R forward, L side, R side"),
        "sheet.counts-figures",
    ),
    "a passage that is not there": (added("Section 9\nRepeat section 14"), "sheet.repeat-nothing"),
    "a figure described otherwise": (
        lambda t: at(t, r"7&8 L coaster step", "7&8 L coaster (L back, R together, L back)"),
        "sheet.figure-described",
    ),
    "feet listed wrongly": (
        lambda t: at(t, r"3&4 R shuffle forward", "3&4 R shuffle forward, R, L, L"),
        "sheet.",
    ),
    "a turn without its size": (
        lambda t: at(t, r"^3&4 R shuffle forward", "3&4 R shuffle forward turning left"),
        "sheet.turn-size",
    ),
    "very many counts": (added("Tag 9\n1-900 R walk"), "sheet.counts-many"),
    "steps without counts": (
        lambda t: at(t, r"^(3&4 R shuffle forward)$", r"\1\nstep left side"), "sheet.uncounted",
    ),
    "a wrong facing at a restart": (
        added("4 count tag at the end of wall 2, facing 10:30"), "sheet.event-facing",
    ),
    "a wall with the wrong clock": (
        added("4 count tag at the end of wall 2, the 1:30 wall"), "sheet.clock-wall",
    ),
}  # fmt: skip
# Where a mistake of this kind can be planted in a sheet at all.
CASES = [
    (base, kind)
    for base in BASES
    for kind, (plant, _) in PLANTS.items()
    if plant(CLEAN[base]) not in (None, CLEAN[base])
]


def test_there_are_thirty_kinds() -> None:
    assert len(PLANTS) >= 30
    assert {kind for _, kind in CASES} == set(PLANTS)
    assert all(alarms(read_sheet(CLEAN[base])) == [] for base in BASES)


@pytest.mark.parametrize(("base", "kind"), CASES)
def test_one_mistake_is_one_finding_at_its_cause(base: str, kind: str) -> None:
    plant, code = PLANTS[kind]
    text = plant(CLEAN[base])
    assert text is not None
    found = alarms(read_sheet(text))
    assert len(found) == 1, [message(f) for f in found]
    assert found[0].code.startswith(code)
    before = set(lines(CLEAN[base]))
    changed = [n for n, line in enumerate(lines(text), start=1) if line not in before]
    span = found[0].place.span
    assert span is not None
    # A missing line has no place of its own: it is named at its section.
    assert not changed or span.line in changed or code == "sheet.counts-missing"


@pytest.mark.parametrize(
    "line",
    [
        "5&6 L coaster (step L back, step R together, step L back)",
        "5&6 L coaster: step L back, step R together, step L back",
    ],
)
def test_a_figure_described_otherwise_may_be_read_either_way(line: str) -> None:
    text = f"1-2 R side, L together\n3-4 R side, L touch\n{line}\n7-8 R side, L together"
    [found] = alarms(read_sheet(text))
    offered = [
        applied(text, edit) for edit in (found.fix, *found.others) if isinstance(edit, SheetEdit)
    ]
    # A coaster ends forward, the steps described end back.
    ends = [read_sheet(each).sheet.parts[0].moves[-3].direction for each in offered]
    assert ends == ["fwd", "back"]
