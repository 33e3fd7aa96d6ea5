"""What sentences state of tags and restarts, and the laws of it."""

import re
from fractions import Fraction
from pathlib import Path

import pytest
from core.dancing import restart, tag
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.routine.from_sheet import differences, statement_of, taken_over
from maplestep.core.routine.model import Event, EventKind, Routine
from maplestep.core.sheet.read import read_sheet
from maplestep.core.sheet.statements import read_statements
from maplestep.core.song.model import unmapped_song
from maplestep.messages.events import statement_words
from maplestep.messages.findings import sentences
from maplestep.messages.language import LANGUAGES

CASES = [
    tuple(line.split("\t"))
    for line in (Path(__file__).parents[1] / "corpus/statements.tsv")
    .read_text("utf-8")
    .splitlines()
    if line and not line.startswith("#")
]
CERTAIN = [(text, said) for text, said in CASES if said not in {"?", "none"}]


def read(text: str) -> str:
    """As the list writes it: kind, walls, after, length."""
    found = read_statements(text)
    if found.unclear:
        return "?"
    told = [
        f"{s.kind_word} {','.join(map(str, s.wall_words))} {s.after_words or '-'} {s.length or '-'}"
        for s in found.events
    ]
    return "; ".join(told) or "none"


def parts(said: str) -> list[str]:
    """Sentences name walls in any order."""
    pieces = []
    for piece in said.split("; "):
        words = piece.split()
        if len(words) == 4:
            words[1] = ",".join(sorted(words[1].split(",")))
        pieces.append(" ".join(words))
    return sorted(pieces)


def test_there_are_a_hundred_and_fifty_sentences() -> None:
    assert len(CASES) >= 150


@pytest.mark.parametrize(("text", "said"), CASES)
def test_what_a_sentence_states(text: str, said: str) -> None:
    assert parts(read(text)) == parts(said)


@pytest.mark.parametrize(("text", "said"), CERTAIN)
def test_a_number_that_fits_nowhere_makes_it_unclear_never_shorter(text: str, said: str) -> None:
    # Behind "replace counts 7-8 with" it would be one of the steps, which are read elsewhere.
    if not said.startswith("change"):
        assert read(f"{text} (see page 77)") == "?"


@pytest.mark.parametrize("text", [text for text, _ in CASES])
@pytest.mark.parametrize(
    "how", [str.upper, str.lower, lambda t: f"*** {t} ***", lambda t: f"  {t}."]
)
def test_the_way_it_is_set_does_not_matter(text: str, how) -> None:  # type: ignore[no-untyped-def]
    if "o'clock" in text and how is str.upper:
        text = text.replace("’", "'")
    assert read(how(text)) == read(text)


@given(st.integers(1, 40), st.integers(1, 64))
def test_every_wall_and_count_is_read_as_itself(wall: int, count: int) -> None:
    for text in (
        f"Restart on wall {wall} after {count} counts",
        f"Wall {wall}: restart after count {count}",
        f"After {count} counts of wall {wall}, start again",
        f"Redémarrage au mur {wall} après {count} temps",
    ):
        assert read(text) == f"restart {wall} {count} -"


@given(st.lists(st.integers(1, 30), min_size=1, max_size=4, unique=True).map(sorted))
def test_a_list_of_walls_is_read_whole(walls: list[int]) -> None:
    said = ", ".join(map(str, walls[:-1])) + (" and " if len(walls) > 1 else "") + str(walls[-1])
    word = "walls" if len(walls) > 1 else "wall"
    want = f"tag {','.join(map(str, walls))} - 4"
    assert read(f"4 count tag at the end of {word} {said}") == want
    faced = re.sub(r"(\d+)", r"\1 (6:00)", said)
    assert read(f"4 count tag at the end of {word} {faced}") == want


@given(st.text(max_size=120))
def test_any_text_is_read_without_trouble(text: str) -> None:
    for found in (read_statements(text), read_statements(f"restart {text} wall")):
        assert all(0 <= s.start <= s.end for s in found.events)


EVENTS = (
    restart(3, "16"),
    restart(5, "6"),
    tag(2, 4, counts=4),
    Event(id="b", kind=EventKind.BRIDGE, walls=(3,), after=restart(1, "16").after, counts=4),
    Event(id="t", kind=EventKind.TAG_RESTART, walls=(6,), after=restart(1, "8").after, counts=2),
    Event(id="e", kind=EventKind.ENDING, walls=(9,), after=restart(1, "12").after),
)


@pytest.mark.parametrize("language", LANGUAGES)
@pytest.mark.parametrize("event", EVENTS, ids=lambda event: event.kind.value)
def test_what_is_written_into_a_sheet_is_read_back_as_the_same(event: Event, language: str) -> None:
    statement = statement_words(event, language)
    assert language != "en" or statement == statement_of(event)
    text = f"Kiln\n1-16 R walk\n1-16 R walk\n\n{statement}\n"
    (found,) = taken_over(read_sheet(text)).events
    at = event.after.at if event.after else None
    assert (found.kind, found.walls, found.counts) == (event.kind, event.walls, event.counts)
    assert (found.after.at if found.after else None) == at


def test_sheet_and_routine_are_told_apart_either_way() -> None:
    reading = read_sheet("Kiln\n1-16 R walk\n1-16 R walk\nRestart: walls 2 and 5 after 16 counts\n")
    song = unmapped_song("Song", Fraction(120), 120)
    # Wall 5 is missing in the routine; its tag after wall 3 is nowhere on the sheet.
    routine = Routine(song=song, sheet=reading.sheet, events=(restart(2, "16"), tag(3, counts=4)))
    found = differences(routine, reading)
    assert [(e.kind.value, e.walls) for e in found.missing] == [("restart", (2, 5))]
    assert [e.kind.value for e in found.extra] == ["tag"]
    same = Routine(song=song, sheet=reading.sheet, events=taken_over(reading).events)
    assert differences(same, reading) == type(found)()


LEFT = {
    "Tag after wall 2": "how long",
    "Tag: 4 counts after 16 counts of wall 3": "middle",
    "Restart the ninth time you start at 9:00 after 8 counts": "No wall",
    "Restart on wall 3 after section 9": "after which count",
}


@pytest.mark.parametrize("text", LEFT)
def test_what_is_not_certain_is_left_with_its_reason(text: str) -> None:
    stated = taken_over(read_sheet(f"Kiln\n1-16 R walk\n1-16 R walk\n{text}\n"))
    assert stated.events == ()
    (left,) = stated.left
    assert LEFT[text] in sentences(left.why)
    assert text.rsplit(maxsplit=1)[-1] in left.said or left.said in text


def test_the_second_time_a_wall_starts_somewhere_is_counted_out() -> None:
    # A quarter right a wall: 12, 3, 6, 9, 12, 3, 6 ... 6:00 starts wall 3 and again wall 7.
    sheet = "Kiln\n1-4 R jazz box ¼ right\n5-8 R rocking chair\n"
    said = "Restart the second time you start at 6:00 after 4 counts\n"
    (event,) = taken_over(read_sheet(sheet + said)).events
    assert event.walls == (7,)


EIGHTS = "Kiln\n" + "".join(f"Section {n}\n1-8 R walk\n" for n in range(1, 5))


def restarts(text: str) -> list[tuple[tuple[int, ...], Fraction]]:
    """Walls and counts of the restarts that a sheet of 32 counts states."""
    events = taken_over(read_sheet(f"{EIGHTS}\n{text}\n")).events
    return [(event.walls, event.after.at) for event in events if event.after]


@given(st.integers(1, 12), st.integers(1, 31))
def test_what_is_left_out_at_the_end_is_where_the_wall_stops(wall: int, last: int) -> None:
    # 32 counts without the last so many; "counts 25-32" are the last eight.
    stops = [((wall,), Fraction(32 - last))]
    assert restarts(f"On wall {wall} leave out the last {last} counts and restart") == stops
    assert restarts(f"On wall {wall} omit counts {33 - last}-32") == stops


@pytest.mark.parametrize("number", [1, 2, 3, 4])
def test_a_place_by_its_section_is_that_of_the_sheet(number: int) -> None:
    # Sections of 12 counts: the third ends on 36, its count 4 is 28.
    twelves = "Kiln\n" + "".join(f"Section {n}\n1-12 R walk\n" for n in range(1, 5))
    after = taken_over(read_sheet(f"{twelves}\nRestart wall 3 after section {number}")).events
    within = taken_over(
        read_sheet(f"{twelves}\nRestart wall 3 after 4 counts of section {number}")
    ).events
    assert [e.after.at for e in after if e.after] == [12 * number]
    assert [e.after.at for e in within if e.after] == [12 * (number - 1) + 4]


def test_a_section_in_the_middle_that_is_left_out_is_asked() -> None:
    assert restarts("On wall 3 leave out section 4 and restart") == [((3,), Fraction(24))]
    assert restarts("On wall 3 leave out section 2 and restart") == []
    asked = {f.code for f in read_sheet(f"{EIGHTS}\nLeave out section 2 on wall 3").findings}
    assert "sheet.statement-but_last" in asked
