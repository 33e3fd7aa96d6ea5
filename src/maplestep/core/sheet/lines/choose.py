"""Which meaning of each line is meant: the cheapest joint reading of the whole sheet.

A beam goes over the lines. Its state is where the reading stands (in the head, in a section, so
many counts reached, counts or words waiting for their partner); what does not fit the state
costs: a count out of order, a gap, a heading without steps, counts without words, a total that
the head does not claim. Costs are in units of "one odd thing to explain" (common practice, no
source). Complexity: O(lines x beam), the beam at most :data:`BEAM`.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from functools import lru_cache
from itertools import pairwise
from typing import Final, NamedTuple

from ..counting import EIGHT, SIX
from ..language.gauge import gauge
from ..language.numbers import number_of
from ..language.sharing import counts_in, moved
from .classify import IN_BRACKETS, LISTED, Choice, Role, choices, heading_of, uncounted
from .fitting import fits
from .head import Fact
from .headings import bare_orders
from .joined import joined_lines, placed_at
from .model import Line, SectionHeading, StepLine
from .paragraphs import Body, eights_apart, facts_apart, unwrapped
from .tables import without_numbers
from .transitions import Context, State, end_cost, opens_section, transition

BEAM: Final = 5
_APART: Final = 1.3
"""What a blank line, or a full eight above and its next count below say for a heading."""
_UNMARKED: Final = 1.5
"""From this cost on nothing in its own line makes a heading of it."""
_RUNS_ON: Final = 1.5
"""A heading below a line that ends with a comma."""
_FAR: Final = 4.0
"""States so much dearer than the best are given up."""
_PHRASED: Final = re.compile(
    r"\b(?:phrased|phrasee?|sequence|séquence|order(?: of parts)?|ordre)\b", re.IGNORECASE
)


_WALTZ: Final = re.compile(r"\b(?:waltz(?:es)?|valses?)\b", re.IGNORECASE)
_GOES_ON: Final = re.compile(r"^\W*(?:9\s*[-–]\s*16|7\s*[-–]\s*12)\b(?!\s*[-–&])", re.MULTILINE)


_SHOUTED: Final = re.compile(r"\s*[A-ZÀ-Ý]{3,}\b")
_CAPITAL: Final = re.compile(
    r"\s*(?!Right|Left|Droit|Gauche|Pied)[A-ZÀ-Ý][^\W\d_A-ZÀ-Ý]{2,}\W+[^\W\d_]"
)
_CLAUSE_ENDS: Final = re.compile(r"[^\w)\]]\s*$|\b(?:and|then|et|puis)\s*$")
"""The page's edge cuts within a clause, where few words but a foot's begin with a capital."""


class Trail(NamedTuple):
    """A choice, and those before it."""

    choice: Choice
    before: Trail | None


class Path(NamedTuple):
    """A state, what it cost, and the choices that led there (newest first)."""

    cost: float
    state: State
    trail: Trail | None


def read_lines(text: str) -> Iterator[Line]:
    """What each line of a sheet is, in order."""
    # Everything keeps its place: pictures are blanked, "[1 to 8]" is read as "[1 -  8]".
    text = _PICTURE.sub(" ", text)
    text = _WORDED_RANGE.sub(lambda said: f"{said[1]} -".ljust(len(said[0])), text)
    bodies = _bodies(text)
    waltz = in_threes(text)
    options = _options(bodies, waltz=waltz)
    chosen = _cheapest(options, _context(text), _cut_off([body.text for body in bodies]))
    placed = [
        placed_at(line, body.offset, body.number)
        for body, choice in zip(bodies, chosen, strict=True)
        for line in choice.lines
    ]
    placed = list(_numbered_on(placed, SIX if waltz else EIGHT))
    yield from joined_lines(placed, chosen_roles(chosen), text)


_PICTURE: Final = re.compile(
    "[\u2600-\u2775\u2794-\u27bf\u2b00-\u2bff\ufe0f\u200d\u20e3\U0001f000-\U0001faff]"
)
_WORDED_RANGE: Final = re.compile(
    r"^([^\w\n]*[\[(]\s?(?:counts? |temps )?\d{1,3})\s(?:to|à|through)\s(?=\d{1,3}\s?[\])])",
    re.IGNORECASE | re.MULTILINE,
)


def _bodies(text: str) -> list[Body]:
    """The lines, put together where the page's edge cut them and parted where two stand in one."""
    bodies = []
    offset = 0
    for number, raw in enumerate(text.split("\n"), start=1):
        body = raw.rstrip("\r")
        bodies.append(Body(number, offset, body.split("//", 1)[0], len(body)))
        offset += len(raw) + 1
    bodies = [part for body in unwrapped(bodies, text) for part in facts_apart(body)]
    bodies = [part for body in bodies for part in eights_apart(body)]
    column = _has_facing_column([body.text for body in bodies])
    plain = without_numbers([body.text for body in bodies])
    return [
        body._replace(text=_bracketed(words, column))
        for words, body in zip(plain, bodies, strict=True)
    ]


def _options(bodies: list[Body], *, waltz: bool) -> list[tuple[Choice, ...]]:
    """What each line may be; steps without counts where the lines around it leave room."""
    for numbers_meant in (_with_lengths, _with_facings):
        options = [choices(body.text, body.length) for body in bodies]
        bodies = numbers_meant(bodies, [_counts_something(given[0]) for given in options])
    options = [choices(body.text, body.length) for body in bodies]
    counted = any(_counts_something(given[0]) for given in options)
    below_a_range = _below_a_range(options) if counted else [True] * len(options)
    options = [
        _with_uncounted(given, uncounted(body.text, body.length, waltz=waltz)) if own else given
        for own, given, body in zip(below_a_range, options, bodies, strict=True)
    ]
    return _numbered_headings(options)


def _with_facings(bodies: list[Body], counted: Sequence[bool]) -> list[Body]:
    """Where nothing else is counted, "scuff R (9)" says what one faces."""
    hours = [_HOUR_BEHIND.search(body.text) for body in bodies]
    if not any(counted) or not all(hour for hour, own in zip(hours, counted, strict=True) if own):
        return bodies
    return [_faced(body, hour) for body, hour in zip(bodies, hours, strict=True)]


def _with_lengths(bodies: list[Body], counted: Sequence[bool]) -> list[Body]:
    """ "Rocking chair R (4)" line by line: the same number in two lines running is no count, but
    says how long the steps of a line last."""
    return [_lasting(body) for body in bodies] if _say_lengths(bodies, counted) else bodies


def _say_lengths(bodies: Sequence[Body], counted: Sequence[bool]) -> bool:
    behind = [_LENGTH.fullmatch(body.text) for body in bodies]
    if any(own and not length for own, length in zip(counted, behind, strict=True)):
        return False
    said = [int(length[1]) for length in behind if length]
    again = any(a == b for a, b in pairwise(said))
    # Sixes alone may as well be what one faces.
    return len(said) >= _FEW and again and set(said) != {SIX}


def _lasting(body: Body) -> Body:
    length = _LENGTH.fullmatch(body.text)
    return body if length is None else body._replace(text=f"{body.text[: length.end(1)]} counts)")


_LENGTH: Final = re.compile(r"\W*[^\W\d][^()\[\]]*\s[(\[]\s?(2|4|6|8|16)\s?[)\]][ .]*")


def _numbered_headings(options: list[tuple[Choice, ...]]) -> list[tuple[Choice, ...]]:
    """Lines numbered 1, 2, 3 … with count 1 right below each are headings, whatever they say:
    "8. Finish", and "2. Repeat on the other foot" above its steps."""
    numbered = []
    for index, given in enumerate(options):
        match = LISTED.match(given[0].lines[0].text)
        if match and opens_section(_following(options, index)):
            numbered.append((int(match[1]), index))
    if len(numbered) < _FEW or [n for n, _ in numbered] != list(range(1, len(numbered) + 1)):
        return options
    out = list(options)
    for _, index in numbered:
        dearer = (
            c if c.role is Role.SECTION else c._replace(cost=c.cost + 1.5) for c in options[index]
        )
        likelier = (
            c._replace(cost=min(c.cost, 0.3)) if c.role is Role.SECTION else c for c in dearer
        )
        out[index] = tuple(sorted(likelier, key=lambda choice: choice.cost))
    return out


def _faced(body: Body, hour: re.Match[str] | None) -> Body:
    return body if hour is None else body._replace(text=f"{body.text[: hour.end(1)]}:00)")


_HOUR_BEHIND: Final = re.compile(r"[(\[]\s?(12|3|6|9)\s?[)\]][ .]?$")


def in_threes(text: str) -> bool:
    """Does a sheet say that it is a waltz, with a count a step?"""
    named = "&" not in text and _WALTZ.search(text) is not None
    return named and _context(text).claimed % SIX == 0


def _has_facing_column(bodies: list[str]) -> bool:
    """Do most lines with counts end with a bare clock, apart from their words?"""
    counted = [body for body in bodies if _COUNTED.match(body)]
    faced = sum(_clock_behind(body) is not None for body in counted)
    return faced >= _FEW and faced * 4 >= len(counted) * 3


def _bracketed(body: str, column: bool) -> str:
    """A clock apart from the steps as it stands behind them elsewhere: "(9:00)", places kept."""
    found = _clock_behind(body) if _COUNTED.match(body) else None
    if found is None or not (column or found[2]):
        return body
    at, hour, _ = found
    return f"{body[: at - 1]}({hour}:00)"


def _clock_behind(body: str) -> tuple[int, str, bool] | None:
    """Where a clock stands apart at the end of a line, its hour, and has it minutes ("9:00")?

    Looks at the last few characters only: a line may be very long.
    """
    plain = body.rstrip("| \t")
    tail = max(len(plain) - _TAIL, 0)
    match = _CLOCK_BEHIND.search(plain, tail)
    return (match.start(1), match[1], bool(match[2])) if match is not None else None


_COUNTED: Final = re.compile(r"^[\s|*•>_-]{0,20}&?\d")
_CLOCK_BEHIND: Final = re.compile(r"(?:\s\s|\t|\|\s?)(1[0-2]|[1-9])([:.h]00)?$")
_TAIL: Final = 8
_FEW: Final = 3


def _numbered_on(lines: list[Line], group: int) -> Iterator[Line]:
    """Lines of four without any count are put together to eights, in a waltz threes to sixes."""
    reached = 0
    for line in lines:
        if not (isinstance(line, StepLine) and line.counts and line.uncounted):
            reached = 0
            yield line
            continue
        length = counts_in(line.counts)
        if reached + length > group:
            reached = 0
        yield line._replace(counts=moved(line.counts, reached))
        reached += length


def _below_a_range(options: list[tuple[Choice, ...]]) -> list[bool]:
    """Which lines without counts stand right below "[9-16]", alone on its line or with a title?"""
    found, below = [], False
    for given in options:
        plain = not {Role.STEPS, Role.COUNTS, Role.PART} & {choice.role for choice in given}
        found.append(below and plain)
        below = (below and plain) or any(map(_is_bare_range, given))
    return found


def _is_bare_range(choice: Choice) -> bool:
    heading = choice.lines[0]
    if choice.role is not Role.SECTION or not isinstance(heading, SectionHeading):
        return False
    titled = heading.words and (gauge(heading.words).feet or "," in heading.words)
    return bool(heading.first and heading.counts) and not titled


def _counts_something(choice: Choice) -> bool:
    """Counted steps or a section: then steps without counts belong to those."""
    line = choice.lines[0]
    if isinstance(line, SectionHeading):
        named = _NAMED.match(line.title) or _EIGHTS.match(line.text)
        return bool(line.first or line.counts or named)
    return choice.role in {Role.COUNTS, Role.STEPS}


_NAMED: Final = re.compile(r"Section|[A-Z]\d{1,2}$")
_EIGHTS: Final = re.compile(r"^\W*(?:\d{1,2}(?:st|nd|rd|th)|[^\W\d]+)\s+(?:8|eight)s?\b", re.I)


def _with_uncounted(given: tuple[Choice, ...], steps: Choice | None) -> tuple[Choice, ...]:
    if steps is None or not any(choice.role is Role.WORDS for choice in given):
        return _named_in_brackets(given)
    dearer = (
        choice._replace(cost=choice.cost + 0.8) if choice.role is Role.SECTION else choice
        for choice in given
    )
    return tuple(sorted((*dearer, steps), key=lambda choice: choice.cost))


def _named_in_brackets(given: tuple[Choice, ...]) -> tuple[Choice, ...]:
    """ "(Left side)" among lines of steps without counts is the name of those below."""
    if not IN_BRACKETS.match(given[0].lines[0].text):
        return given
    named = (c._replace(cost=0.2) if c.role is Role.SECTION else c for c in given)
    return tuple(sorted(named, key=lambda choice: choice.cost))


def chosen_roles(chosen: list[Choice]) -> list[Role]:
    """The role of every line that the choices give."""
    return [choice.role for choice in chosen for _ in choice.lines]


@lru_cache(maxsize=4)
def _context(text: str) -> Context:
    claimed = 0
    for raw in text.split("\n")[:12]:
        likeliest = choices(raw.rstrip("\r").split("//", 1)[0], len(raw.rstrip("\r")))[0]
        for line in likeliest.lines:
            if isinstance(line, Fact) and line.key == "counts" and not claimed:
                claimed = number_of(line.value.lower())
    ranged = _GOES_ON.search(text) is not None
    phrased = bool(_PHRASED.search(text)) or any(bare_orders(text))
    return Context(phrased=phrased, claimed=claimed, ranged=ranged)


def _cut_off(bodies: list[str]) -> list[bool]:
    """May a line be the rest of the one above, for which the page was not wide enough?"""
    width = max((len(body) for body in bodies if body.lstrip()[:1].isdecimal()), default=0)
    return [False] + [
        line.strip() != ""
        and (above.isupper() or not _SHOUTED.match(line))
        and not (_CAPITAL.match(line) and not _CLAUSE_ENDS.search(above))
        and len(above.rstrip()) + 1 + len(line.split(maxsplit=1)[0]) > width
        for above, line in pairwise(bodies)
    ]


def _cheapest(
    options: list[tuple[Choice, ...]], context: Context, cut_off: list[bool]
) -> list[Choice]:
    beam = [Path(0.0, State(), None)]
    runs_on = _runs_on(options)
    for index, plain in enumerate(options):
        if len(plain) == 1 and plain[0].role in {Role.NOTHING, Role.BESIDE}:
            beam = [path._replace(trail=Trail(plain[0], path.trail)) for path in beam]
            continue
        given = _with_headings(plain)
        around = _Around(
            following=_following(options, index),
            runs_on=runs_on[index],
            apart=index > 0 and options[index - 1][0].role is Role.NOTHING,
            own_line=not cut_off[index] and not _fills_a_section(given),
        )
        beam = _nearest(_gone_on(beam, given, around, context))
    last = min(beam, key=lambda path: path.cost + end_cost(path.state, context))
    return _trail(last)


class _Around(NamedTuple):
    """What stands around a line: the likeliest meaning of the one ``following``, whether the one
    above ``runs_on``, whether it is ``apart`` from it, and on a line of its own."""

    following: Choice | None
    runs_on: bool
    apart: bool
    own_line: bool


def _gone_on(
    beam: list[Path], given: tuple[Choice, ...], around: _Around, context: Context
) -> dict[State, Path]:
    """The cheapest way to each state behind a line."""
    found: dict[State, Path] = {}
    limit = beam[0].cost + given[0].cost + _FAR
    for path in beam:
        for choice in given:
            if path.cost + choice.cost > limit:
                break  # the choices are sorted by cost
            if choice.role is Role.TITLE and (not path.state.head or path.state.titled):
                continue
            cost, state = transition(path.state, choice, context, around.following)
            if choice.role is Role.SECTION:
                cost += _of_a_title(choice, path.state, around)
            total = path.cost + choice.cost + cost
            known = found.get(state)
            if known is None or total < known.cost:
                found[state] = Path(total, state, Trail(choice, path.trail))
    return found


def _nearest(found: dict[State, Path]) -> list[Path]:
    best = min(path.cost for path in found.values())
    near = [path for path in found.values() if path.cost <= best + _FAR]
    return sorted(near, key=lambda path: path.cost)[:BEAM]


def _of_a_title(choice: Choice, state: State, around: _Around) -> float:
    """What the lines around it say for or against a heading."""
    own = around.apart or (around.own_line and _is_full(state, around.following))
    titled = choice.cost > _UNMARKED and own and opens_section(around.following)
    return _RUNS_ON * around.runs_on - _APART * titled


def _runs_on(options: list[tuple[Choice, ...]]) -> list[bool]:
    """Does the line right above end with a comma?"""
    ends = [given[0].lines[-1].text.rstrip(" *_").endswith(",") for given in options]
    return [False, *ends[:-1]]


def _fills_a_section(given: tuple[Choice, ...]) -> bool:
    """ "K step" among lines without counts is a section by itself, no title."""
    return any(
        choice.role is Role.STEPS
        and isinstance(choice.lines[0], StepLine)
        and choice.lines[0].uncounted
        and choice.last % EIGHT == 0
        for choice in given
    )


def _is_full(state: State, following: Choice | None) -> bool:
    """Are eights or sixes full, and do the steps below go on with the next count?"""
    full = state.reached > 0 and (state.reached % 8 == 0 or state.reached % 6 == 0)
    return full and following is not None and following.first in {1, state.reached + 1}


def _trail(path: Path) -> list[Choice]:
    found: list[Choice] = []
    trail = path.trail
    while trail is not None:
        found.append(trail.choice)
        trail = trail.before
    return found[::-1]


def _following(options: list[tuple[Choice, ...]], index: int) -> Choice | None:
    """The likeliest meaning of the next line that is not blank."""
    for given in options[index + 1 : index + 8]:
        if given[0].role is not Role.NOTHING:
            return min(given, key=lambda choice: choice.role is not Role.STEPS)
    return None


@lru_cache(maxsize=20_000)
def _with_headings(given: tuple[Choice, ...]) -> tuple[Choice, ...]:
    """The choices, and steps that may be the heading of the lines below."""
    found = list(given)
    for choice in given:
        if choice.role in {Role.STEPS, Role.COUNTS} and len(choice.lines) == 1:
            as_title = _as_heading(choice)
            if as_title is not None:
                found.append(as_title)
        elif choice.role is Role.SECTION:
            found.extend(_titled_like_another(choice))
    return (
        tuple(sorted(found, key=lambda choice: choice.cost)) if len(found) > len(given) else given
    )


def _titled_like_another(choice: Choice) -> Iterator[Choice]:
    """ "Section 6: mirror of section 5" above its steps written out: a title, danced once."""
    heading = choice.lines[0]
    if isinstance(heading, SectionHeading) and heading.repeats is not None:
        title = heading._replace(repeats=None)
        yield choice._replace(cost=choice.cost + 0.3, lines=(title,))


def _as_heading(choice: Choice) -> Choice | None:
    line = choice.lines[0]
    assert isinstance(line, StepLine)
    # Counts that the line itself has not are no range that heads others.
    heading = None if line.uncounted else heading_of(line)
    if heading is None:
        return None
    danced = fits(line) and gauge(line.words).feet > 0
    return Choice(0.9 if danced else 0.35, Role.SECTION, (heading,), choice.first, choice.last)


# what a choice costs in a state, and the state behind it


# putting the chosen lines together
