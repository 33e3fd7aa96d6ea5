"""What a sheet states of tags and restarts, gathered line by line and put in its place.

Many sheets say the place of a restart only by where they say it: a note between two sections,
a mark ("*** RESTART ***", an asterisk behind a line) that a note elsewhere speaks of. Such a
place is taken and said; where it is not the only one that can be meant, it is asked.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from ...primitives.finding import Finding
from ...primitives.moves import Span
from .. import reading_findings
from ..language.lexicon import fold
from ..model import ClaimKind, Part, SheetStatement
from ..statements.finishing import MARKED
from ..statements.model import Statement, Unclear
from ..statements.place import placed
from ..statements.read import read_statements
from .sections import ZERO

_FOOTNOTE: Final = re.compile(r"^\s*([(\[]?\*{1,4}[)\]]?|#)\s*(?=[^\W\d_])")
_FOOTMARK: Final = re.compile(r"^(?![\s>]*[*#]).*?[^\s*(\[]\s*([(\[]?\*{1,4}[)\]]?|\s#)\s*$")
_KINDS: Final = {
    "restart": ClaimKind.RESTART,
    "reprise": ClaimKind.RESTART,
    "tag": ClaimKind.TAG,
    "tagrestart": ClaimKind.TAG_RESTART,
    "bridge": ClaimKind.BRIDGE,
}


class Standing(NamedTuple):
    """Where a line stands: its place in the text, its part and the count reached there."""

    span: Span
    part: str = ""
    reached: Fraction = ZERO
    block: str = ""
    """The tag, bridge, ending or change whose heading says it."""


class _Mark(NamedTuple):
    """A place in a part that a note elsewhere may speak of."""

    kind: ClaimKind | None
    number: str
    footnote: str
    at: Fraction


class _Open(NamedTuple):
    """A statement that is not certain by itself."""

    unclear: Unclear
    where: Standing
    footnote: str


class Stated:
    """The statements of a sheet while its lines go by."""

    def __init__(self) -> None:
        self.statements: list[SheetStatement] = []
        self.findings: list[Finding] = []
        self._open: list[_Open] = []
        self._marks: list[_Mark] = []

    def take(self, text: str, where: Standing, *, head: bool = False) -> bool:
        """Take what a text states; False when it states nothing.

        A block has its wall elsewhere; in the ``head`` "1 restart" or a title may stand.
        """
        read = read_statements(text)
        label = _label(_FOOTNOTE.match(text))
        known: list[Statement] = []
        for each in read.unclear:
            if each.statement is None and not (each.why == "wall" and (where.block or head)):
                self.findings.append(reading_findings.statement_unclear(where.span, each))
            elif each.statement is not None and each.why == "wall":
                known.append(each.statement)
            elif each.statement is not None:
                self._open.append(_Open(each, where, label))
        for said in (*read.events, *known):
            here = said.here and said.after is None and where.reached
            self._put(said.put_at(where.reached) if here else said, where)
        return bool(read.events or known)

    def mark(self, text: str, where: Standing) -> None:
        """Remember a line that only marks a place: "*** RESTART 1 ***"."""
        match = MARKED.match(fold(text))
        if match is not None and where.reached:
            kind = _KINDS[re.sub(r"\W|s$", "", match["kind"])]
            self._marks.append(_Mark(kind, match["number"] or "", "", where.reached))

    def footmark(self, text: str, reached: Fraction) -> None:
        """Remember an asterisk behind a line of steps."""
        label = _label(_FOOTMARK.match(text))
        if label:
            self._marks.append(_Mark(None, "", label, reached))

    def place(self, danced: Sequence[Part]) -> None:
        """Put the statements whose count only the dance itself tells in their places."""
        wall = danced[0] if len(danced) == 1 else None
        waiting = [each for each in self._open if not self._stands(each, danced)]
        waiting = [each for each in waiting if not self._marked(each)]
        for each in waiting:
            self._placed_by_sheet(each, wall)
        if wall is not None:
            self.statements = [
                each._replace(statement=placed(each.statement, wall) or each.statement)
                for each in self.statements
            ]
        self.statements.sort(key=lambda each: each.span)

    def _stands(self, said: _Open, danced: Sequence[Part]) -> bool:
        """A note between the steps of a part is about the place where it stands."""
        statement, where = said.unclear.statement, said.where
        part = next((part for part in danced if part.name == where.part), None)
        assert statement is not None
        if part is None or not _placeless(statement) or not 0 < where.reached < part.length:
            return False
        self._supply(said, where.reached)
        return True

    def _marked(self, said: _Open) -> bool:
        """A note may speak of the one place that is marked for it."""
        statement = said.unclear.statement
        assert statement is not None
        if not _placeless(statement):
            return False
        by_footnote = {m.at for m in self._marks if m.footnote and m.footnote == said.footnote}
        of_kind = [m for m in self._marks if m.kind is not None and _suits(m.kind, statement.kind)]
        by_number = {m.at for m in of_kind if statement.number and m.number == statement.number}
        for places in (by_footnote, by_number, {m.at for m in of_kind}):
            if len(places) == 1:
                self._supply(said, next(iter(places)))
                return True
        return False

    def _placed_by_sheet(self, said: _Open, wall: Part | None) -> None:
        statement = said.unclear.statement
        assert statement is not None
        if _placeless(statement) and any(
            _says_more(each.statement, statement) for each in self.statements
        ):
            return  # "Restarts: walls 3 and 6" in the head, each told below
        found = placed(statement, wall) if wall is not None else None
        if found is None or wall is None:
            self.findings.append(reading_findings.statement_unclear(said.where.span, said.unclear))
            return
        self._put(found, said.where._replace(part=wall.name, reached=ZERO))

    def _supply(self, said: _Open, at: Fraction) -> None:
        assert said.unclear.statement is not None
        self._put(said.unclear.statement.put_at(at), said.where)
        self.findings.append(reading_findings.place_marked(said.where.span, said.unclear.said, at))

    def _put(self, statement: Statement, where: Standing) -> None:
        self.statements.append(
            SheetStatement(statement, where.span, where.part, where.reached, where.block)
        )


def _label(match: re.Match[str] | None) -> str:
    return match[1].strip("()[] ") if match is not None else ""


def _placeless(statement: Statement) -> bool:
    """Is nothing said of the count?"""
    said = statement.after is not None or statement.section is not None
    return not (said or statement.leaves_out or statement.after_figure)


def _suits(mark: ClaimKind, kind: ClaimKind) -> bool:
    stops = {ClaimKind.RESTART, ClaimKind.TAG_RESTART}
    return mark is kind or (mark in stops and kind in stops)


def _says_more(told: Statement, short: Statement) -> bool:
    """Does another note tell the same of these walls, with its place?"""
    same = _suits(told.kind, short.kind) and not _placeless(told)
    return same and bool(short.walls) and set(short.walls) <= set(told.walls)
