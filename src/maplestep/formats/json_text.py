"""JSON text in, with a clear word when it is none."""

from __future__ import annotations

import json
from typing import Any

from ..core.errors import FileError, Message


def load_json(text: str) -> Any:
    """What a JSON text holds. Raises FileError with line and column."""
    try:
        return json.loads(text)
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
