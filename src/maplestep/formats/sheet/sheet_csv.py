"""A sheet as comma-separated values (RFC 4180): one move a row.

Columns: dance, part, section, count, at, foot, move, direction, weight, turn, facing, figure,
note. ``dance`` is the title, on the first row; ``note`` holds what the sheet says of tags and
restarts, on the row of the last move before it.
``count`` is "2-3" for a move that lasts, ``at`` its exact place in counts from the
section's start ("13/2"), ``turn`` signed eighths, right positive, ``weight`` the foot that
carries the dancer afterwards, empty when the move leaves it. Reading takes the same
columns, in any order; all but count, foot and move may be missing.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from fractions import Fraction
from itertools import zip_longest
from typing import Final

from ...core.errors import FileError, Message
from ...core.primitives.counts import Feel, label
from ...core.primitives.turns import clock, turn_words
from ...core.sheet.lines.model import Remark
from ...core.sheet.model import Part, PartKind
from ...core.sheet.read import MAX_LINES, Reading
from ...core.sheet.statements import states_events
from ..spreadsheet import csv_rows, csv_text

COLUMNS: Final = (
    *("dance", "part", "section", "count", "at", "foot", "move", "direction"),
    *("weight", "turn", "facing", "figure", "note"),
)
_NEEDED: Final = ("count", "foot", "move")
_DIRECTIONS: Final = {
    "fwd": "forward",
    "place": "in place",
    "diag fwd": "diagonally forward",
    "diag back": "diagonally back",
}
# Moves of figures by the word that reads back as the same move alone.
_MOVES: Final = {"step": "", "stomp up": "stomp up", "heel grind": "heel grind"}


def write_csv(reading: Reading) -> str:
    """Every move of the sheet as a row."""
    return csv_text([COLUMNS, *_noted(reading)])


def _noted(reading: Reading) -> Iterator[tuple[str | int, ...]]:
    """The rows with the title on the first, and each statement where it stands."""
    notes = [
        (line.span.line, line.text.strip().lstrip("*# "))
        for line in reading.lines
        if isinstance(line, Remark) and states_events(line.text)
    ]
    rows = [
        row
        for part in reading.sheet.parts
        if part.kind is not PartKind.CHANGE  # it is the wall once more, but for a few counts
        for row in _rows(part, reading)
    ]
    title = reading.sheet.title
    for index, (line, row) in enumerate(rows):
        following = rows[index + 1][0] if index + 1 < len(rows) else MAX_LINES + 1
        here = [text for at, text in notes if line <= at < following or (not index and at < line)]
        yield (title if not index else "", *row, "; ".join(here))


def _rows(part: Part, reading: Reading) -> Iterator[tuple[int, tuple[str | int, ...]]]:
    """Every move with the line of the sheet it comes from."""
    facing = 0
    for section in part.sections:
        following = [move.at for move in section.moves[1:]] + [section.end]
        for move, until in zip(section.moves, following, strict=False):
            facing += move.turn
            row = (
                part.name,
                section.title,
                _count(move.at - section.start, until - section.start, reading.sheet.feel),
                str(move.at - section.start),
                move.foot.value if move.foot else "",
                move.verb,
                move.direction,
                move.weight.value if move.weight else "",
                move.turn,
                clock(facing),
                move.figure,
            )
            yield move.span.line, row


def _count(at: Fraction, until: Fraction, feel: Feel) -> str:
    """The count of a move; "2-3" when it lasts over counts on which nothing else lands."""
    last = until.__ceil__()
    named = label(at, feel)
    lasts = at.denominator == 1 and last - at >= 2
    return f"{named}-{last}" if lasts else named


def read_csv(text: str) -> str:
    """The text of a sheet from rows of moves. Raises FileError naming the line."""
    rows = csv_rows(text)
    names = [name.lower() for name in next(rows, (0, []))[1]]
    missing = [name for name in _NEEDED if name not in names]
    if missing:
        raise FileError(
            Message(
                "The table has no column “{missing}”. The first row must name the columns: "
                "{choices}.",
                missing=missing[0],
                choices=", ".join(COLUMNS),
            ),
            line=1,
        )
    sheet = _Lines()
    for line, row in rows:
        cells = dict(zip_longest(names, row[: len(names)], fillvalue=""))
        said = {name: value for name, value in cells.items() if name in COLUMNS}
        if any(said.values()):
            sheet.take(said, line)
    return sheet.text()


class _Lines:
    """The lines of a sheet, put together row by row."""

    def __init__(self) -> None:
        self._lines: list[str] = []
        self._part = self._section = self._title = ""
        self._rolling = False
        self._group: list[tuple[str, str]] = []
        """Moves of one line: a count, and what lies between it and the next."""

    def take(self, said: Mapping[str, str], line: int) -> None:
        """One row. Raises FileError naming the line."""
        self._headings(said)
        count, words = _step(said, line)
        # "3&" alone would be two landings: what lies between counts goes with the count before.
        lead_in = len(self._group) == 1 and not self._group[0][0][0].isdecimal()
        if count[0].isdecimal() and count.replace("-", "").isdecimal() and not lead_in:
            self._close()
        self._group.append((count, words))
        self._title = self._title or said.get("dance", "")
        if said.get("note"):
            self._close()
            self._lines.append(said["note"])
        self._rolling = self._rolling or said.get("at", "").endswith("/3")

    def text(self) -> str:
        """The sheet. Raises FileError when there was no row."""
        self._close()
        if not self._lines:
            raise FileError("The table has no moves below its first row.", line=2)
        head = [self._title, ""] if self._title else []
        if self._rolling:
            head = [self._title or "Dance", "Rhythm: rolling", ""]
        return "\n".join((*head, "\n".join(self._lines).strip())) + "\n"

    def _headings(self, said: Mapping[str, str]) -> None:
        part, section = said.get("part", ""), said.get("section", "")
        if part and part != self._part:
            self._close()
            if self._part or part != "A":
                self._lines += ["", _part_heading(part)]
            self._part, self._section = part, ""
        if section and section != self._section:
            self._close()
            self._lines += ["", section]
            self._section = section

    def _close(self) -> None:
        if self._group:
            counts = _counted([count for count, _ in self._group])
            words = ", ".join(words for _, words in self._group)
            self._lines.append(f"{counts:<5} {words}".rstrip())
            self._group.clear()


def _counted(counts: list[str]) -> str:
    """ "3", "3&" are "3&"; "&", "1" are "&1"."""
    return "".join(
        count if not index or count.isdecimal() else count.lstrip("0123456789")
        for index, count in enumerate(counts)
    )


def _part_heading(name: str) -> str:
    return f"Part {name}" if len(name.rstrip("'")) == 1 else name


def _step(said: Mapping[str, str], line: int) -> tuple[str, str]:
    if not said["count"]:
        raise FileError("This row has no count.", line=line)
    words = [said["foot"] if said["foot"] in {"R", "L"} else ""]
    words.append(_MOVES.get(said["move"], said["move"]))
    direction = said.get("direction", "")
    words.append(_DIRECTIONS.get(direction, direction))
    words.append(_turn(said.get("turn", ""), line))
    text = " ".join(word for word in words if word)
    if "weight" in said and said["foot"] in {"R", "L"}:
        text += f" (weight {said['weight']})" if said["weight"] in {"R", "L"} else " (no weight)"
    elif said.get("weight") in {"R", "L"}:
        text += f" (weight {said['weight']})"
    return said["count"], text


def _turn(said: str, line: int) -> str:
    if said in {"", "0"}:
        return ""
    try:
        eighths = int(said)
    except ValueError:
        raise FileError(
            Message(
                "“{said}” is no turn. Write it in eighths, right as 2 and left as -2.", said=said
            ),
            line=line,
        ) from None
    return turn_words(eighths) if abs(eighths) <= 16 else ""
