"""CSV for spreadsheets: RFC 4180, and OWASP's "CSV Injection" for cells that begin a formula."""

import csv
import io

import pytest
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import FileError
from maplestep.formats.spreadsheet import csv_rows, csv_text

# What OWASP names as the first characters that start a formula in a spreadsheet.
STARTS = ("=", "+", "-", "@", "\t", "\r")


@pytest.mark.parametrize("start", STARTS)
def test_no_words_are_taken_for_a_formula(start: str) -> None:
    (row,) = csv.reader(io.StringIO(csv_text([[f"{start}HYPERLINK(1)", -2, "a=1"]]), newline=""))
    assert row == [f"'{start}HYPERLINK(1)", "-2", "a=1"]


@given(st.lists(st.text(st.characters(codec="utf-8", exclude_characters="\x00")), min_size=1))
def test_words_come_back_as_they_were(cells: list[str]) -> None:
    stripped = [cell.strip() for cell in cells]
    # "'=" typed by somebody is read as "=": the one sign that is not told apart.
    if any(cell.startswith("'") for cell in stripped) or not any(stripped):
        return
    ((_, row),) = csv_rows(csv_text([stripped]))
    assert row == stripped


def test_a_cell_beyond_all_bounds_is_told() -> None:
    """Python's csv module reads cells of up to 131,072 characters."""
    with pytest.raises(FileError) as told:
        list(csv_rows("count,foot,move\n1,R,step\n2,L," + "x" * 131_073 + "\n"))
    assert told.value.line == 3
