"""Reading a sheet: text in, parts with every move, foot and weight out.

The reader never gives up: what it cannot use becomes a finding at its place and
the rest is still read. Complexity: linear in the text.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from typing import Final
from unicodedata import is_normalized, normalize

from ..errors import FileError, Message
from ..figures.model import Figure
from ..primitives.counts import Feel
from ..primitives.feet import Foot
from ..primitives.finding import Finding
from ..primitives.moves import Span
from . import reading_findings
from .build.effort import Effort
from .build.parts import PartBuilder
from .build.stated import Standing, Stated
from .build.timing import scaled
from .build.user_figures import own_figure
from .build.variants import VariantBuilder, piece_of
from .claims import EVENT_WORDS, claims_of, note_in
from .language.foreign import foreign_language
from .language.gauge import gauge
from .language.interpretations import usual_column
from .language.lexicon import Lexicon, fold, standard
from .language.numbers import CARDINAL, number_of
from .lines.choose import in_threes, read_lines
from .lines.fitting import counted_lines, has_own_counts
from .lines.head import Fact, level_of
from .lines.headings import PART_LENGTH, STATES_ORDER
from .lines.model import FigureLine, Line, OptionLine, PartHeading, Remark, SectionHeading, StepLine
from .lines.plain import made_plain
from .model import Claim, Claims, Part, PartKind, Sheet
from .statements.read import read_statements, states_events

_LABEL: Final = re.compile(r"([A-H])\d{1,2}(?![^\W_])")
MAX_LINES: Final = 2000
MAX_CHARACTERS: Final = 200_000


@dataclass(frozen=True, slots=True, kw_only=True)
class Reading:
    """A sheet and what was found while reading it.

    ``lines`` says what each line of ``text`` was; ``own`` are the figures the reader was
    given besides the app's.
    """

    sheet: Sheet
    findings: tuple[Finding, ...]
    lines: tuple[Line, ...] = ()
    text: str = ""
    own: tuple[Figure, ...] = ()


KEPT_CHARACTERS: Final = 8_000
"""Of longer texts nothing is kept: a few would fill the memory."""


def read_sheet(text: str, own: tuple[Figure, ...] = ()) -> Reading:
    """Read a step sheet; ``own`` are figures the user has defined besides.

    The last readings are kept: what was read while typing is saved, opened and laid on its song
    without being read again.

    Accents that are written apart from their letters are put together first; all places are
    those of ``Reading.text``.

    Raises FileError when it is longer than a sheet can be (2,000 lines).
    """
    if not is_normalized("NFC", text):
        text = normalize("NFC", text)
    lines = text.count("\n") + 1
    if lines > MAX_LINES or len(text) > MAX_CHARACTERS:
        raise FileError(
            Message(
                "This text has {lines:,} lines and {characters:,} characters. A step sheet may "
                "have {max_lines:,} lines and {max_characters:,} characters; take out what is no "
                "step sheet.",
                lines=lines,
                characters=len(text),
                max_lines=MAX_LINES,
                max_characters=MAX_CHARACTERS,
            ),
            line=min(lines, MAX_LINES + 1),
        )
    return _read_kept(text, own) if len(text) <= KEPT_CHARACTERS else _read(text, own)


def _read(text: str, own: tuple[Figure, ...]) -> Reading:
    plain = made_plain(text)
    reading = _Reader(own, waltz=in_threes(plain)).read(tuple(read_lines(plain)))
    return replace(reading, text=text, own=own)


def is_kept(reading: Reading) -> bool:
    """Whether this is the very reading that its text would have again: what is worked out of it may
    be kept by its text."""
    short = len(reading.text) <= KEPT_CHARACTERS
    return short and read_sheet(reading.text, reading.own) is reading


_read_kept = lru_cache(maxsize=128)(_read)


@lru_cache(maxsize=64)
def _lexicon(own: tuple[Figure, ...]) -> Lexicon:
    return Lexicon(own) if own else standard()


class _Reader:
    """Collects the parts while the lines go by."""

    def __init__(self, own: tuple[Figure, ...], *, waltz: bool = False) -> None:
        self._own, self._waltz = own, waltz
        self._facts: dict[str, Fact] = {}
        self._parts: list[Part] = []
        self._landings: dict[str, list[Fraction]] = {}
        self._findings: list[Finding] = []
        self._stated = Stated()
        self._stated_line = 0
        self._lengths: dict[str, Claim] = {}
        """What the head says of the parts: "A: 32 counts, B: 16"."""
        self._effort = Effort()
        self._builder: PartBuilder | None = None

    def read(self, lines: tuple[Line, ...]) -> Reading:
        self._define(lines)
        for line in lines:
            self._take(line)
        self._close()
        proper = [p for p in self._parts if p.kind is PartKind.PART and not p.variant_of]
        self._stated.place(proper)
        self._findings += self._stated.findings
        factor = self._timing
        title = self._facts["title"].value if "title" in self._facts else ""
        if self._in_doubt:
            language = foreign_language("\n".join(line.text for line in lines))
            if language:
                # Half understood, its turns would go to the wrong side: nothing of it is read.
                sheet = Sheet(title=title, claims=self._claims(), language=language)
                found = (reading_findings.foreign(language),)
                return Reading(sheet=sheet, findings=found, lines=lines)
        sheet = Sheet(
            title=title,
            claims=self._claims(),
            feel=self._feel,
            parts=tuple(scaled(part, factor) for part in self._parts if part.sections),
            events=tuple(
                claim
                for each in self._stated.statements
                for claim in claims_of(each.statement, each.span)
            ),
            statements=tuple(self._stated.statements),
            timing=factor,
        )
        return Reading(sheet=sheet, findings=tuple(self._findings), lines=lines)

    @property
    def _in_doubt(self) -> bool:
        """Are there so many strange words that it may be another language?"""
        strange = sum(f.code.startswith("sheet.figure-unknown") for f in self._findings)
        return strange > 1 or not any(part.sections for part in self._parts)

    def _define(self, lines: Iterable[Line]) -> None:
        """The sheet's own figures come first: they may be used above their definition."""
        own = list(self._own)
        for line in lines:
            if isinstance(line, FigureLine):
                figure = own_figure(line.name, line.counts, line.words, _lexicon(tuple(own)))
                if figure is None:
                    self._findings.append(
                        reading_findings.figure_not_readable(line.span, line.name)
                    )
                else:
                    own = [known for known in own if known.name != figure.name] + [figure]
        self._lexicon = _lexicon(tuple(own))

    def _take(self, line: Line) -> None:
        match line:
            case StepLine():
                self._steps(line)
            case SectionHeading():
                self._open_labelled(line)
                self._part(line.span).open_section(line)
            case Remark():
                self._remark(line)
            case PartHeading():
                self._open_headed(line)
            case OptionLine():
                self._part(line.span).add_option(line)
            case Fact():
                self._facts.setdefault(line.key, line)
                self._part_lengths(line)
                if line.span.line != self._stated_line and EVENT_WORDS.search(line.text):
                    self._stated_line = line.span.line  # once a line, however many facts it has
                    self._stated.take(line.text, self._standing(line.span), head=True)

    def _open_labelled(self, heading: SectionHeading) -> None:
        """ "A1 …", "B1 …" of a sheet whose head says how long A and B are: parts, though none has
        a heading of its own."""
        label = _LABEL.match(heading.title)
        if label is None or label[1] not in self._lengths or len(self._lengths) < 2:
            return
        name = self._builder.name if self._builder is not None else ""
        taken = any(part.name == label[1] for part in self._parts)
        if name != label[1] and not taken and (not name or name in self._lengths):
            self._open(PartKind.PART, label[1], None, heading.span)

    def _part_lengths(self, line: Line) -> None:
        if self._builder is not None or STATES_ORDER.match(line.text):
            return
        for match in PART_LENGTH.finditer(line.text):
            start = line.span.start + match.start(3)
            exact = Span(start, start + len(match[3]), line.span.line)
            place = exact if isinstance(line, Remark) else line.span
            name = (match[1] or match[2]).capitalize()
            self._lengths.setdefault(name, Claim(value=int(match[3]), span=place))

    def _remark(self, line: Remark) -> None:
        if line.blank:
            return
        self._part_lengths(line)
        if not STATES_ORDER.match(line.text):
            self._stated.take(line.text, self._standing(line.span))
            self._stated.mark(line.text, self._standing(line.span))
        if self._builder is not None:
            self._builder.add_remark(line)

    def _standing(self, span: Span, block: str = "") -> Standing:
        if self._builder is None:
            return Standing(span, block=block)
        return Standing(span, self._builder.name, self._builder.reached, block)

    def _steps(self, line: StepLine) -> None:
        """A line of steps; a note on a restart may stand behind them."""
        note = note_in(line.words)
        if note is None:
            self._part(line.span).add_steps(line)
            self._stated.footmark(line.text, self._part(line.span).reached)
            if line.behind and states_events(line.behind):
                self._stated.take(line.behind, self._standing(line.span))
            return
        words = line.words[: note.start()] + " " * len(note[0]) + line.words[note.end() :]
        self._part(line.span).add_steps(line._replace(words=words))
        if read_statements(note[0]).events or read_statements(note[0]).unclear:
            self._stated.take(note[0], self._standing(line.span))

    def _part(self, span: Span) -> PartBuilder:
        if self._builder is None:
            self._open(PartKind.PART, "A", None, span)
        assert self._builder is not None
        return self._builder

    def _open_headed(self, heading: PartHeading) -> None:
        self._close()
        block = heading.name if heading.kind is not PartKind.PART else ""
        self._stated.take(heading.text, self._standing(heading.span, block))
        altered = heading.alters or heading.takes
        if altered is None:
            self._open(heading.kind, heading.name, heading.counts, heading.span)
        else:
            base = self._base(altered.base)
            name = self._free_name(heading.name)
            if base is None:
                self._findings.append(reading_findings.nothing_to_vary(heading, altered.base))
                self._open(heading.kind, name, None, heading.span)
            elif heading.takes is not None:
                self._parts.append(piece_of(base, heading.takes, name, heading.span))
                return
            else:
                self._builder = VariantBuilder(
                    heading, base, self._landings[base.name],
                    name=name, feel=self._feel, lexicon=self._lexicon, effort=self._effort,
                )  # fmt: skip
        if heading.words:
            self._behind_heading(heading)

    def _behind_heading(self, heading: PartHeading) -> None:
        """Steps on the heading's own line: "Tag: 1-4 R rocking chair"."""
        alters = heading.alters
        counted = has_own_counts(heading.words)
        words, words_at = heading.words, heading.words_at
        if not counted and alters is not None and alters.first is not None:
            counts = f"{alters.first}-{alters.last}"
            self._take(StepLine(heading.text, heading.span, counts, words_at, words, words_at))
            return
        column = "" if counted or _only_faces(heading) else usual_column(words, self._lexicon)
        if column:
            self._take(StepLine(heading.text, heading.span, column, words_at, words, words_at))
            return
        for line in counted_lines(words, words_at, heading.span) if counted else ():
            self._take(line)

    def _base(self, name: str) -> Part | None:
        proper = [part for part in self._parts if part.kind is PartKind.PART]
        if not name:
            return next(iter(proper), None)
        return next((part for part in proper if part.name == name), None)

    def _open(self, kind: PartKind, name: str, counts: int | None, span: Span) -> None:
        self._close()
        start = self._start_weight if kind is PartKind.PART else None
        claimed = Claim(value=counts, span=span) if counts else self._lengths.get(name)
        self._builder = PartBuilder(
            kind=kind,
            name=self._free_name(name),
            feel=self._feel,
            start=start,
            claimed=claimed,
            span=span,
            lexicon=self._lexicon,
            effort=self._effort,
            others={part.name.casefold(): part for part in self._parts},
            waltz=self._waltz,
        )

    def _free_name(self, name: str) -> str:
        """Two tags without a number must not hide each other."""
        taken = {part.name.casefold() for part in self._parts}
        if name.casefold() not in taken:
            return name
        number = next(n for n in range(2, MAX_LINES + 2) if f"{name} {n}".casefold() not in taken)
        return f"{name} {number}"

    def _close(self) -> None:
        if self._builder is not None:
            part, findings = self._builder.finish()
            self._parts.append(part)
            self._landings[part.name] = self._builder.landings
            self._findings.extend(findings)
            self._builder = None

    @property
    def _feel(self) -> Feel:
        fact = self._facts.get("feel")
        rolling = fact and any(word in fact.value.lower() for word in ("roll", "triol", "tern"))
        return Feel.ROLLING if rolling else Feel.STRAIGHT

    @property
    def _timing(self) -> Fraction:
        fact = self._facts.get("timing")
        said = fold(fact.value) if fact else ""
        if "half" in said or "demi" in said:
            return Fraction(1, 2)
        return Fraction(2) if "double" in said else Fraction(1)

    @property
    def _start_weight(self) -> Foot | None:
        fact = self._facts.get("weight")
        if fact is None:
            return None
        right = _says_right(fact.value)
        return Foot.RIGHT if right else Foot.LEFT

    def _claims(self) -> Claims:
        level = self._facts.get("level")
        return Claims(
            counts=self._number("counts"),
            walls=self._number("walls"),
            intro=self._number("intro"),
            level=level.value if level else "",
            plain_level=level_of(level.value) if level else "",
            bpm=self._bpm,
            song=self._said("song"),
            maker=self._said("maker"),
            start_weight=self._start_weight,
        )

    def _said(self, key: str) -> str:
        fact = self._facts.get(key)
        return fact.value.strip(' “”"«»') if fact else ""

    @property
    def _bpm(self) -> float | None:
        fact = self._facts.get("bpm")
        return float(fact.value.replace(",", ".")) if fact else None

    def _number(self, key: str) -> Claim | None:
        fact = self._facts.get(key)
        if fact is None:
            return None
        said = re.search(CARDINAL, fold(fact.value))
        if said is None or not number_of(said[0]):
            return None
        digits, value = said[0], min(number_of(said[0]), 999_999)
        start = fact.span.start + said.start()
        if key == "counts" and (value * self._timing).denominator == 1:
            value = int(value * self._timing)
        return Claim(value=value, span=Span(start, start + len(digits), fact.span.line))


def _says_right(said: str) -> bool:
    """Does a start weight say the right foot?"""
    words = fold(said).replace("on ", "").split()
    return bool(words) and any(
        word in {"r", "right", "rf", "rt", "pd", "droit", "d"} for word in words[:4]
    )


_FRONT: Final = re.compile(r"\b(?:front|12(?:\s*o.?clock|:00)?|face au mur)\b", re.IGNORECASE)


def _only_faces(heading: PartHeading) -> bool:
    """ "Ending: turn to face the front" says where the dance ends, not with which steps."""
    if heading.kind is not PartKind.ENDING or not _FRONT.search(heading.words):
        return False
    seen = gauge(heading.words)
    return not seen.feet and seen.steps <= 1
