"""Which meaning of each line is meant: the cheapest joint reading of the whole sheet.

A beam goes over the lines. Its state is where the reading stands (in the head, in a section, so
many counts reached, counts or words waiting for their partner); what does not fit the state
costs: a count out of order, a gap, a heading without steps, counts without words, a total that
the head does not claim. Costs are in units of "one odd thing to explain" (common practice, no
source). Complexity: O(lines x beam), the beam at most :data:`BEAM`.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import lru_cache
from itertools import pairwise
from typing import Final, NamedTuple

from ...moves import Span
from ..language.numbers import number_of
from ..model import PartKind
from .classify import Choice, Role, choices, cost_of_words, fits, heading_of, uncounted
from .columns import counted_lines, numbers, opens_with_counts
from .gauge import gauge
from .head import Fact
from .headings import PartHeading, SectionHeading
from .model import Line, OptionLine, Remark, StepLine

BEAM: Final = 5
_APART: Final = 1.3
"""What a blank line, or a full eight above and its next count below say for a heading."""
_NEVER: Final = 9.0
_FAR: Final = 4.0
"""States so much dearer than the best are given up."""
_PHRASED: Final = re.compile(
    r"\b(?:phrased|phrasee?|sequence|séquence|order(?: of parts)?|ordre)\b", re.IGNORECASE
)
_LEFT_OVER: Final = 2.5
_WRAPPED: Final = 3
"""So many lines at most are taken for the rest of a wrapped line."""
_OPEN_END: Final = (",", ";", " and", " et", "&", " then", "+", " puis")


class Context(NamedTuple):
    """What is known of the whole sheet before its lines are weighed."""

    phrased: bool
    claimed: int


class State(NamedTuple):
    """Where a reading stands. ``reached`` is the last count written in the section."""

    head: bool = True
    titled: bool = False
    reached: int = 0
    base: int = 0
    headed: bool = False
    fresh: bool = False
    opened: int = 0
    """The first count a heading named."""
    waiting: int = 0
    """1: counts wait for words; 2: words wait for counts; 3: so may a heading's own words."""
    side: int = 0
    """1: counts stand above their words in this sheet; 2: below."""
    total: int = 0
    """Counts of the dance's sections closed so far; negative when that is not known."""
    proper: bool = True
    """The steps are those of the dance, not of a tag or the like."""


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
    bodies = []
    offset = 0
    for number, raw in enumerate(text.split("\n"), start=1):
        body = raw.rstrip("\r")
        bodies.append((number, offset, body.split("//", 1)[0], len(body)))
        offset += len(raw) + 1
    context = _context(text)
    options = [choices(body, length) for _, _, body, length in bodies]
    if not any(_counts_something(choice) for given in options for choice in given[:1]):
        options = [
            _with_uncounted(given, uncounted(body, length))
            for given, (_, _, body, length) in zip(options, bodies, strict=True)
        ]
    chosen = _cheapest(options, context, _cut_off([body for _, _, body, _ in bodies]))
    placed: list[Line] = []
    for (number, at, _, _), choice in zip(bodies, chosen, strict=True):
        placed.extend(_at(line, at, number) for line in choice.lines)
    yield from _joined(placed, chosen_roles(chosen), text)


def _counts_something(choice: Choice) -> bool:
    """Counted steps or a section: then steps without counts belong to those."""
    line = choice.lines[0]
    if isinstance(line, SectionHeading):
        return bool(line.first or line.counts or line.title.startswith("Section"))
    return choice.role in {Role.COUNTS, Role.STEPS}


def _with_uncounted(given: tuple[Choice, ...], steps: Choice | None) -> tuple[Choice, ...]:
    if steps is None or not any(choice.role is Role.WORDS for choice in given):
        return given
    dearer = (
        choice._replace(cost=choice.cost + 0.8) if choice.role is Role.SECTION else choice
        for choice in given
    )
    return tuple(sorted((*dearer, steps), key=lambda choice: choice.cost))


def chosen_roles(chosen: list[Choice]) -> list[Role]:
    """The role of every line that the choices give."""
    return [choice.role for choice in chosen for _ in choice.lines]


def _context(text: str) -> Context:
    claimed = 0
    for raw in text.split("\n")[:12]:
        likeliest = choices(raw.rstrip("\r").split("//", 1)[0], len(raw.rstrip("\r")))[0]
        for line in likeliest.lines:
            if isinstance(line, Fact) and line.key == "counts" and not claimed:
                claimed = number_of(line.value.lower())
    return Context(phrased=bool(_PHRASED.search(text)), claimed=claimed)


def _cut_off(bodies: list[str]) -> list[bool]:
    """May a line be the rest of the one above, for which the page was not wide enough?"""
    width = max((len(body) for body in bodies if body.lstrip()[:1].isdecimal()), default=0)
    return [False] + [
        len(above.rstrip()) + 1 + len(line.split(maxsplit=1)[0]) > width if line.strip() else False
        for above, line in pairwise(bodies)
    ]


def _cheapest(
    options: list[tuple[Choice, ...]], context: Context, cut_off: list[bool]
) -> list[Choice]:
    beam = [Path(0.0, State(), None)]
    for index, plain in enumerate(options):
        found: dict[State, Path] = {}
        given = plain
        if len(given) == 1 and given[0].role in {Role.NOTHING, Role.BESIDE}:
            beam = [path._replace(trail=Trail(given[0], path.trail)) for path in beam]
            continue
        following = _following(options, index)
        given = _with_headings(given)
        apart = index > 0 and options[index - 1][0].role is Role.NOTHING
        limit = beam[0].cost + given[0].cost + _FAR
        for path in beam:
            for choice in given:
                if path.cost + choice.cost > limit:
                    break  # the choices are sorted by cost
                if choice.role is Role.TITLE and (not path.state.head or path.state.titled):
                    continue
                cost, state = _step(path.state, choice, context, following)
                titled = choice.role is Role.SECTION and choice.cost > 1.5
                own = apart or (not cut_off[index] and _is_full(path.state, following))
                if titled and own and _opens(following):
                    cost -= _APART
                total = path.cost + choice.cost + cost
                known = found.get(state)
                if known is None or total < known.cost:
                    found[state] = Path(total, state, Trail(choice, path.trail))
        best = min(path.cost for path in found.values())
        near = [path for path in found.values() if path.cost <= best + _FAR]
        beam = sorted(near, key=lambda path: path.cost)[:BEAM]
    last = min(beam, key=lambda path: path.cost + _end_cost(path.state, context))
    return _trail(last)


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
    heading = heading_of(line)
    if heading is None:
        return None
    danced = fits(line) and gauge(line.words).feet > 0
    return Choice(0.9 if danced else 0.35, Role.SECTION, (heading,), choice.first, choice.last)


# what a choice costs in a state, and the state behind it


def _step(
    state: State, choice: Choice, context: Context, following: Choice | None
) -> tuple[float, State]:
    match choice.role:
        case Role.STEPS:
            return _steps(state, choice, following)
        case Role.COUNTS:
            return _counts(state, choice)
        case Role.WORDS:
            return _words(state)
        case Role.BLOCK:
            cost, after = _heading(state, choice, context, following)
            return cost + _cost_of_block(state, following), after
        case Role.SECTION | Role.PART:
            return _heading(state, choice, context, following)
        case _:
            return _beside_steps(state, choice)


def _beside_steps(state: State, choice: Choice) -> tuple[float, State]:
    """A title, a fact or a remark."""
    cost, after = _left(state), state._replace(waiting=0)
    if choice.role is Role.FACT:
        cost += 0.0 if state.head else 1.4
        after = after._replace(titled=state.titled or _has_title(choice))
    elif choice.role is Role.TITLE:
        after = after._replace(titled=True)
    else:
        cost += 0.3 if state.head and not state.titled else 0.0
        cost += 2.5 if choice.first and choice.first == state.reached + 1 else 0.0
    return cost, after


def _has_title(choice: Choice) -> bool:
    return any(isinstance(line, Fact) and line.key == "title" for line in choice.lines)


def _left(state: State) -> float:
    """Counts left without words cost; words left without counts may be a note."""
    return 2.0 if state.waiting == 1 else 0.3 if state.waiting == 2 else 0.0


def _steps(state: State, choice: Choice, following: Choice | None) -> tuple[float, State]:
    if not choice.first:
        after = state._replace(head=False, fresh=False, waiting=0)
        again = choice.lines[0].repeats if isinstance(choice.lines[0], StepLine) else None
        if again is not None and again.counts and again.last:
            after = after._replace(reached=state.reached + again.last - again.first + 1)
        elif again is not None:
            after = after._replace(total=-1)
        return _left(state), after
    cost, after = _placed(state, choice.first, choice.last)
    cost += _left(state) + _covered(choice, following)
    return cost, after


def _covered(choice: Choice, following: Choice | None) -> float:
    """Steps on "1-8" with the steps of count 1 right below are a title, not danced twice."""
    long = choice.last - choice.first >= 5 and len(choice.lines) == 1
    if not long or following is None or following.role is not Role.STEPS:
        return 0.0
    again = following.first in {choice.first, 1} and following.last <= choice.last
    shorter = following.last - following.first < choice.last - choice.first
    return 0.6 if again and shorter else 0.0


def _placed(state: State, first: int, last: int) -> tuple[float, State]:
    """The cost of going on with counts [first, last], and where that leads."""
    now = state._replace(head=False, fresh=False, waiting=0)
    if state.reached == 0:
        begins = {1, state.base + 1, state.opened or 1}
        base = first - 1 if first in begins else 0
        return (0.0 if first in begins else 1.0), now._replace(reached=last, base=base)
    if first == state.reached + 1:
        return 0.0, now._replace(reached=last)
    length = state.reached - state.base
    if first == 1 or first == state.reached + 1:
        full = length % 8 == 0 or length % 6 == 0
        cost = (0.0 if full else 0.5 if length >= 4 else 2.5) + (0.6 if state.headed else 0.0)
        cost += 0.0 if state.proper else 0.8  # a tag has rarely a second section
        total = state.total + length * state.proper if state.total >= 0 else -1
        return cost, now._replace(reached=last, base=0, total=total)
    if first <= state.reached:
        return 2.5, now._replace(reached=max(last, state.reached))
    return 1.5, now._replace(reached=last)


def _counts(state: State, choice: Choice) -> tuple[float, State]:
    cost, after = _placed(state, choice.first, choice.last)
    if state.waiting >= 2:
        return cost + (state.side == 1), after._replace(side=2)
    return cost + _left(state), after._replace(waiting=1)


def _words(state: State) -> tuple[float, State]:
    if state.waiting == 1:
        return 1.0 * (state.side == 2), state._replace(waiting=0, side=1)
    cost = 0.0 if state.fresh or state.side == 2 else 0.4
    return cost + (0.3 if state.head else 0.0) + _left(state), state._replace(waiting=2)


def _heading(
    state: State, choice: Choice, context: Context, following: Choice | None
) -> tuple[float, State]:
    length = max(state.reached - state.base, 0)
    cost = _left(state)
    line = choice.lines[0]
    again = isinstance(line, SectionHeading) and line.repeats is not None
    plain = isinstance(line, SectionHeading) and not (line.first or line.title.startswith("Sec"))
    if choice.role is Role.SECTION:
        cost += 1.5 if state.fresh and not again else 0.0
        cost += 0.8 if length % 2 and length % 3 else 0.0
        written_out = following is not None and following.first in {1, choice.first or 1}
        cost += 1.0 if again and written_out and _opens(following) else 0.0  # danced twice
        if plain and not again and not _words_of(line) and not _opens(following):
            cost += 1.5
    elif isinstance(line, PartHeading):
        cost += _cost_of_part(line, context)
    behind = _on_its_line(line)
    base = state.reached if choice.role is Role.SECTION else 0
    proper = _is_proper(line) if isinstance(line, PartHeading) else state.proper
    uncounted = not behind and bool(_words_of(line)) and not plain and not _opens(following)
    unknown = state.total < 0 or again or uncounted
    return cost, State(
        head=False,
        titled=True,
        waiting=3 if choice.role is Role.SECTION and not behind and _tells_steps(line) else 0,
        base=0 if behind else base,
        reached=behind,
        headed=choice.role is Role.SECTION,
        fresh=choice.role is Role.SECTION and not behind and not again and not _steps_on(line),
        side=state.side,
        opened=choice.first,
        total=-1 if unknown else state.total + length * state.proper,
        proper=proper,
    )


def _cost_of_block(state: State, following: Choice | None) -> float:
    """Only behind the steps of a dance, and above steps that count from 1, it is a heading."""
    opens = following is not None and following.role in {Role.STEPS, Role.COUNTS, Role.WORDS}
    if not opens or following is None or following.first not in {0, 1} or state.head:
        return _NEVER
    return 0.0


def _is_proper(line: PartHeading) -> bool:
    return line.kind is PartKind.PART and line.alters is None and line.takes is None


def _words_of(line: Line) -> str:
    return line.words if isinstance(line, SectionHeading | PartHeading) else ""


def _on_its_line(line: Line) -> int:
    """The last count of the steps that stand on a heading's own line; 0 for none."""
    words = _words_of(line)
    if opens_with_counts(words):
        said = [n for each in counted_lines(words, 0, line.span) for n in numbers(each.counts)]
        return max(said, default=0)
    return 0


def _steps_on(line: Line) -> bool:
    """Words of steps on a heading's own line may be all the steps of its section."""
    seen = gauge(_words_of(line))
    return seen.steps > 1 and seen.feet > 0


def _tells_steps(line: Line) -> bool:
    """May the heading's own words be what the counts below it count?"""
    seen = gauge(_words_of(line))
    return seen.steps > 0 and seen.feet > 0


def _cost_of_part(line: PartHeading, context: Context) -> float:
    """ "Part 2" of a sheet that states no order is a section by another name."""
    if line.kind is PartKind.PART and line.text.strip(" *_#[](){}~=:-") == line.name:
        return 0.0 if context.phrased else 2.0  # a letter alone
    numbered = line.name.isdecimal() or line.name.capitalize() in _COUNTED
    if not numbered:
        return 0.0
    return 0.0 if context.phrased else 0.6


_COUNTED: Final = frozenset({"One", "Two", "Three", "Four", "Five", "Six"})


def _opens(following: Choice | None) -> bool:
    """Does the next line begin a section?"""
    if following is None:
        return False
    if following.role is Role.STEPS and following.first:
        return following.first % 8 == 1 or following.first % 6 == 1
    return following.role in {Role.COUNTS, Role.STEPS}


def _end_cost(state: State, context: Context) -> float:
    total = state.total + max(state.reached - state.base, 0) * state.proper
    cost = _left(state) + (0.5 if state.fresh else 0.0)
    known = state.total >= 0 and total > 0 and not context.phrased
    if context.claimed and known and total != context.claimed:
        cost += 2.0
    return cost


# putting the chosen lines together


def _at(line: Line, offset: int, number: int) -> Line:
    """A line read by itself, put in its place in the sheet."""
    span = Span(line.span.start + offset, line.span.end + offset, number)
    match line:
        case StepLine():
            return line._replace(
                span=span, counts_at=line.counts_at + offset, words_at=line.words_at + offset
            )
        case OptionLine() | PartHeading() | SectionHeading():
            return line._replace(span=span, words_at=line.words_at + offset)
        case _:
            return line._replace(span=span)


def _joined(lines: list[Line], roles: list[Role], text: str) -> Iterator[Line]:
    """Counts and words of neighbouring lines put together, and lines that run on."""
    index = 0
    while index < len(lines):
        line, role = lines[index], roles[index]
        index += 1
        partner = _partner(lines, roles, index)
        if isinstance(line, SectionHeading) and partner is not None and _tells_steps(line):
            yield line
            counts = lines[partner]
            if roles[partner] is Role.COUNTS and isinstance(counts, StepLine):
                yield from lines[index:partner]
                yield counts._replace(words=line.words, words_at=line.words_at)
                index = partner + 1
            continue
        if role is Role.COUNTS and partner is not None and roles[partner] is Role.WORDS:
            assert isinstance(line, StepLine)
            yield _with_words(line, lines[partner])
            yield from (x for x in lines[index:partner])
            index = partner + 1
        elif role is Role.WORDS and partner is not None and roles[partner] is Role.COUNTS:
            yield _with_counts(line, lines[partner])
            yield from (x for x in lines[index:partner])
            index = partner + 1
        elif isinstance(line, StepLine):
            while index < len(lines) and (joined := _with_and(line, lines[index], text)):
                line = joined
                index += 1
            while index < len(lines) and _goes_on(line, lines[index], roles[index]):
                line = _run_on(line, lines[index], text)
                index += 1
            line, taken = _wrapped(line, lines[index : index + _WRAPPED], roles[index:], text)
            index += taken
            yield line
        else:
            yield line


def _partner(lines: list[Line], roles: list[Role], index: int) -> int | None:
    while index < len(lines) and roles[index] is Role.NOTHING:
        index += 1
    return index if index < len(lines) else None


def _with_words(counts: StepLine, words: Line) -> StepLine:
    plain = words.text.strip()
    at = words.span.start + words.text.index(plain)
    return counts._replace(
        words=plain,
        words_at=at,
        span=Span(counts.span.start, words.span.end, counts.span.line),
    )


def _with_counts(words: Line, counts: Line) -> StepLine:
    assert isinstance(counts, StepLine)
    plain = words.text.strip()
    at = words.span.start + words.text.index(plain)
    span = Span(words.span.start, counts.span.end, words.span.line)
    return counts._replace(words=plain, words_at=at, span=span, text=words.text)


_AND: Final = re.compile(r"^[\s>*•|_-]*&[\s|]*[-–—:.)|]?\s+(?=[^\W\d_])")


def _with_and(line: StepLine, following: Line, text: str) -> StepLine | None:
    """ "1 Rock R" above "& Recover": the line of an "&" belongs to the count before it."""
    marked = _AND.match(following.text)
    counts = line.counts.rstrip(" -–—.")
    if marked is None or not counts[-1:].isdecimal() or line.repeats is not None:
        return None
    longer = _run_on(line, following, text)
    gap = line.words_at + len(line.words)
    begins = following.span.start + marked.end()
    between = ", ".ljust(begins - gap)[: begins - gap]
    words = line.words + between + longer.words[begins - line.words_at :]
    return longer._replace(counts=f"{counts}&", words=words)


def _goes_on(line: StepLine, following: Line, role: Role) -> bool:
    """A line without a count behind a comma belongs to the one above."""
    return line.words.rstrip().endswith(_OPEN_END) and _may_go_on(line, following, role)


_COUNT_IN_BRACKETS: Final = re.compile(r"[(\[]\s*(?:&|\d{1,2}\s*[)\]])")


def _may_go_on(line: StepLine, following: Line, role: Role) -> bool:
    if role not in {Role.WORDS, Role.REMARK} or not isinstance(following, Remark):
        return False
    if following.blank or line.repeats is not None or following.span.line > line.span.line + 6:
        return False
    if following.span.start > line.span.end + 2:
        return False
    words = following.text.lstrip()
    return bool(_COUNT_IN_BRACKETS.match(words)) or not words.startswith(("*", "#", "(", "["))


def _wrapped(
    line: StepLine, below: list[Line], roles: list[Role], text: str
) -> tuple[StepLine, int]:
    """The line with those below it that a page's edge cut off: together they fill its counts."""
    if not below or not _may_go_on(line, below[0], roles[0]):
        return line, 0
    alone = cost_of_words(line)
    seen = gauge(below[0].text)
    if not (seen.steps or seen.feet or _begins_small(below[0])):
        return line, 0
    longer, best = line, (line, 0)
    for taken, (following, role) in enumerate(zip(below, roles, strict=False), start=1):
        if not _may_go_on(longer, following, role) or (best[1] and not _begins_small(following)):
            break
        longer = _run_on(longer, following, text)
        # Steps left over below cost as much as a line read in its figures' usual rhythm.
        spared = _LEFT_OVER if _begins_small(below[0]) and seen.steps else 0.0
        if fits(longer) and cost_of_words(longer) <= alone + spared:
            best = longer, taken
    return best


def _begins_small(line: Line) -> bool:
    return line.text.lstrip()[:1].islower()


def _run_on(line: StepLine, following: Line, text: str) -> StepLine:
    end = following.span.start + len(following.text.rstrip())
    return line._replace(
        # The edge of the page parts no clause; offsets stay as they are.
        words=text[line.words_at : end].replace("\n", " ").replace("\r", " "),
        span=Span(line.span.start, following.span.end, line.span.line),
        text=text[line.span.start : end],
    )
