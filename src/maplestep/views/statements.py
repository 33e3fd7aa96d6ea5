"""What a sheet states of tags and restarts, in the form that screens and ``--json`` are given."""

from __future__ import annotations

from pydantic import BaseModel

from ..core.primitives.turns import clock
from ..core.sheet.model import SheetStatement
from ..core.sheet.statements import Statement, Statements


class StatementView(BaseModel):
    """One statement. ``walls`` are numbers, or clocks for a rule ("tag-rule").

    ``after`` is the count of the wall as it is said ("24", "6&"), null for its end or where it is
    not said; ``length`` in counts; ``facings`` wall by wall.
    """

    kind: str
    walls: list[int | str]
    after: str | None
    length: int | None
    facings: list[str | None]
    starts: str | None
    steps: str
    line: int | None = None
    said: str = ""


class UnclearView(BaseModel):
    """Something that must be asked: why, and the words."""

    why: str
    said: str


class StatementsView(BaseModel):
    """All that a text states; ``unclear`` is never empty when something was not certain."""

    statements: list[StatementView]
    unclear: list[UnclearView]


def statements_view(read: Statements) -> StatementsView:
    """The statements of a text by itself."""
    return StatementsView(
        statements=[_view(statement) for statement in read.events],
        unclear=[UnclearView(why=each.why, said=each.said) for each in read.unclear],
    )


def sheet_statement_view(stated: SheetStatement, text: str) -> StatementView:
    """A statement of a sheet, with its line."""
    said = text[stated.span.start : stated.span.end].strip()
    return _view(stated.statement).model_copy(update={"line": stated.span.line, "said": said})


def _view(statement: Statement) -> StatementView:
    return StatementView(
        kind=statement.kind_word,
        walls=list(statement.wall_words),
        after=statement.after_words,
        length=statement.length,
        facings=[None if facing is None else clock(facing) for facing in statement.facings],
        starts=None if statement.starts is None else clock(statement.starts),
        steps=statement.steps,
    )
