"""One tree of errors. The message is made for the user; facts are attributes."""

from __future__ import annotations

from collections.abc import Mapping


class Message(str):
    """A sentence that remembers its template and facts, so that another language can say it.

    >>> said = Message("A tag lasts 1 to {most} counts.", most=64)
    >>> said, said.template
    ('A tag lasts 1 to 64 counts.', 'A tag lasts 1 to {most} counts.')
    """

    __slots__ = ("facts", "template")
    template: str
    facts: Mapping[str, object]

    def __new__(cls, template: str, **facts: object) -> Message:
        said = super().__new__(cls, template.format(**facts))
        said.template, said.facts = template, facts
        return said


class MapleStepError(Exception):
    """Something given to Maple Step cannot be used."""

    def __init__(self, message: str | None = None) -> None:
        super().__init__(message or (self.__doc__ or "").strip())


class CountError(MapleStepError):
    """A count is not written in a way that can be read.

    ``text`` is what was written, ``column`` the 0-based place in it.
    """

    def __init__(self, message: str, *, text: str, column: int = 0) -> None:
        super().__init__(message)
        self.text = text
        self.column = column


class FacingError(MapleStepError, ValueError):
    """A wall or facing is none of the eight clock positions."""


class SongError(MapleStepError):
    """A song's numbers cannot be right. ``field`` names the offending value."""

    def __init__(self, message: str, *, field: str) -> None:
        super().__init__(message)
        self.field = field


class RoutineError(MapleStepError):
    """A routine's events cannot be used. ``field`` names the offending value."""

    def __init__(self, message: str, *, field: str) -> None:
        super().__init__(message)
        self.field = field


class TeachingError(MapleStepError):
    """A class or an evening cannot be as it was wished. ``field`` names the offending value."""

    def __init__(self, message: str, *, field: str) -> None:
        super().__init__(message)
        self.field = field


class FileError(MapleStepError):
    """A file cannot be read.

    ``line`` and ``column`` count from 1; ``where`` says it in the file's own terms.
    """

    def __init__(self, message: str, *, line: int = 1, column: int = 1, where: str = "") -> None:
        super().__init__(message)
        self.line = line
        self.column = column
        self.where = where


class DocumentError(FileError):
    """A document that has no lines, such as a PDF or a picture, cannot be read; ``line`` is 0."""

    def __init__(self, message: str) -> None:
        super().__init__(message, line=0, column=0)


class RecordingError(MapleStepError):
    """A recording cannot be used."""


class BandError(MapleStepError):
    """The stand-in band is missing on the server. Ask its operator to install fluidsynth."""


class VoiceError(MapleStepError):
    """The speech synthesiser is missing on the server. Ask its operator to install espeak-ng."""


class MixError(MapleStepError):
    """The time stretcher is missing on the server. Ask its operator to install rubberband-cli."""
