"""JSON text in, with a clear word when it is none."""

from __future__ import annotations

import json
from typing import Any, Final, NoReturn

from ..core.errors import FileError, Message

NO_CHARACTER: Final = "\N{REPLACEMENT CHARACTER}"


def load_json(text: str | bytes) -> Any:
    """What a JSON text holds, its strings cleaned. Raises FileError with line and column."""
    try:
        return cleaned(json.loads(text, parse_float=_number, parse_constant=_no_number))
    except json.JSONDecodeError as error:
        raise FileError(
            Message("This is no valid JSON: {msg}.", msg=error.msg),
            line=error.lineno,
            column=error.colno,
        ) from error
    except RecursionError as error:
        raise FileError("This JSON is nested too deeply.") from error
    except ValueError as error:  # Python refuses integers of more than 4,300 digits
        raise FileError("This JSON holds a number that is far too long.") from error


def cleaned(value: Any) -> Any:
    """A JSON value whose text, keys too, can be stored and sent.

    PostgreSQL stores no NUL, and half of a surrogate pair is no character of any encoding
    (RFC 8259, section 8.2, warns of both). They become U+FFFD, which everybody sees; nothing
    around them is lost.
    """
    if isinstance(value, str):
        return _text(value)
    if isinstance(value, list):
        return [cleaned(each) for each in value]
    if isinstance(value, dict):
        return {cleaned(key): cleaned(each) for key, each in value.items()}
    return value


def _text(value: str) -> str:
    if not value.isascii():
        # Two halves that were escaped one by one are one character again.
        value = value.encode("utf-16-le", "surrogatepass").decode("utf-16-le", "replace")
    return value.replace("\x00", NO_CHARACTER)


def _number(written: str) -> float:
    number = float(written)
    if number in (float("inf"), float("-inf")):
        raise ValueError("no double holds it")
    return number


def _no_number(written: str) -> NoReturn:
    raise json.JSONDecodeError(f"{written} is no number", "", 0)
