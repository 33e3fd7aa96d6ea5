"""What a meaning of a line costs where the reading stands, and where it leads."""

from __future__ import annotations

import re
from typing import Final, NamedTuple

from ..language.gauge import gauge
from ..model import PartKind
from ..statements import read_statements
from .classify import Choice, Role
from .columns import numbers
from .fitting import counted_lines, has_own_counts
from .head import Fact
from .model import Line, PartHeading, SectionHeading, StepLine

_NEVER: Final = 9.0


class Context(NamedTuple):
    """What is known of the whole sheet before its lines are weighed."""

    phrased: bool
    claimed: int
    ranged: bool = False
    """Its headings go on from one section to the next: "9-16 ..."."""


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


def transition(
    state: State, choice: Choice, context: Context, following: Choice | None
) -> tuple[float, State]:
    match choice.role:
        case Role.STEPS:
            return _steps(state, choice, context, following)
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


def _steps(
    state: State, choice: Choice, context: Context, following: Choice | None
) -> tuple[float, State]:
    if not choice.first:
        after = state._replace(head=False, fresh=False, waiting=0)
        again = choice.lines[0].repeats if isinstance(choice.lines[0], StepLine) else None
        if again is not None and again.counts and again.last:
            after = after._replace(reached=state.reached + again.last - again.first + 1)
        elif again is not None:
            after = after._replace(total=-1)
        return _left(state), after
    line = choice.lines[0]
    if isinstance(line, StepLine) and line.uncounted and state.reached:
        # Lines without any count go on where the one above ends.
        first = state.reached + 1
        cost, after = _placed(state, first, state.reached + choice.last)
        return cost + _left(state), after
    cost, after = _placed(state, choice.first, choice.last)
    cost += _left(state) + _covered(choice, context, following)
    return cost, after


def _covered(choice: Choice, context: Context, following: Choice | None) -> float:
    """Steps on "1-8" with the steps of count 1 right below are a title, not danced twice."""
    long = choice.last - choice.first >= 5 and len(choice.lines) == 1
    if not long or following is None or following.role is not Role.STEPS:
        return 0.0
    again = following.first in {choice.first, 1} and following.last <= choice.last
    shorter = following.last - following.first < choice.last - choice.first
    # Below "9-16" a count 1 is hardly the next section, whose number would be 17.
    return (1.2 if choice.first > 1 or context.ranged else 0.6) if again and shorter else 0.0


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
    line = choice.lines[0]
    behind = _on_its_line(line)
    after = State(
        head=False,
        titled=True,
        base=0,
        reached=behind,
        side=state.side,
        opened=choice.first,
        total=state.total + length * state.proper if state.total >= 0 else -1,
        proper=state.proper,
    )
    if isinstance(line, SectionHeading):
        return _section(state, choice, line, following, after)
    assert isinstance(line, PartHeading)
    cost = _left(state) + _cost_of_part(line, context)
    cost += _NOT_YET if state.head and _only_states(line, following) else 0.0
    proper = _is_proper(line)
    uncounted = not behind and bool(line.words) and not opens_section(following)
    total = -1 if uncounted and proper else after.total
    return cost, after._replace(proper=proper, total=total)


def _section(
    state: State, choice: Choice, line: SectionHeading, following: Choice | None, after: State
) -> tuple[float, State]:
    """The cost of a section's heading; how long the dance is may no longer be known behind it."""
    again = line.repeats is not None
    empty = not after.reached
    told = bool(line.words) and not _is_plain(line) and not opens_section(following)
    total = -1 if again or (empty and told and state.proper) else after.total
    return _cost_of_section(state, choice, line, following), after._replace(
        waiting=3 if empty and tells_steps(line) else 0,
        base=state.reached if empty else 0,
        headed=True,
        fresh=empty and not again and not _steps_on(line, following),
        total=total,
    )


def _is_plain(line: SectionHeading) -> bool:
    """A heading that is neither numbered nor a range of counts."""
    return not (line.first or line.title.startswith("Sec"))


def _cost_of_section(
    state: State, choice: Choice, line: SectionHeading, following: Choice | None
) -> float:
    length = max(state.reached - state.base, 0)
    opens = opens_section(following)
    cost = _left(state) + (0.8 if length % 2 and length % 3 else 0.0)
    if line.repeats is not None:
        written_out = following is not None and following.first in {1, choice.first or 1}
        return cost + (1.0 if written_out and opens else 0.0)  # danced twice
    bare = _is_plain(line) and not line.words and not opens
    parts = _is_plain(line) and not line.words and _parts_sections(length, line, following)
    return cost + 1.5 * state.fresh + 1.5 * bare - 0.9 * parts


def _parts_sections(length: int, line: SectionHeading, following: Choice | None) -> bool:
    """ "Twinkles" between a section that is full and steps on count 1: names, and no foot."""
    full = length > 0 and (length % 8 == 0 or length % 6 == 0)
    if not full or following is None or following.first != 1 or any(map(str.isdigit, line.title)):
        return False
    steps = following.lines[0]
    counted = not (isinstance(steps, StepLine) and steps.uncounted)
    seen = gauge(line.title)
    return counted and seen.steps > 0 and not (seen.feet or seen.unknown)


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
    if has_own_counts(words):
        said = [n for each in counted_lines(words, 0, line.span) for n in numbers(each.counts)]
        return max(said, default=0)
    return 0


def _steps_on(line: Line, following: Choice | None) -> bool:
    """Words of steps on a heading's own line may be all the steps of its section.

    They are where the next section begins right below: "A1 Charleston x2" above "A2 ...".
    """
    seen = gauge(_words_of(line))
    closed = following is not None and following.role in {Role.SECTION, Role.PART}
    return seen.steps > 1 - closed and (seen.feet > 0 or (closed and not seen.unknown))


def tells_steps(line: Line) -> bool:
    """May the heading's own words be what the counts below it count?"""
    seen = gauge(_words_of(line))
    return seen.steps > 0 and seen.feet > 0


def _only_states(line: PartHeading, following: Choice | None) -> bool:
    """ "Tag: 4 counts after wall 2" in the head says when, not with which steps.

    A line that says both, above the heading of the dance, is whole without the lines below.
    """
    whole = following is not None and following.role in {Role.SECTION, Role.PART}
    plain = line.kind is PartKind.PART or (tells_steps(line) and not whole)
    read = read_statements(line.text)
    known = bool(read.events) or any(each.statement for each in read.unclear)
    return not plain and known


_NOT_YET: Final = 3.0


def _cost_of_part(line: PartHeading, context: Context) -> float:
    """ "Part 2" of a sheet that states no order is a section by another name."""
    alone = line.text.strip(" *_#[](){}~=:-") == line.name
    if line.kind is PartKind.PART and (alone or _SECTION_WORD.match(line.text)):
        return 0.0 if context.phrased else 2.0  # a letter alone, or "Section A"
    numbered = line.name.isdecimal() or line.name.capitalize() in _COUNTED
    if not numbered:
        return 0.0
    return 0.0 if context.phrased else 0.6


_SECTION_WORD: Final = re.compile(r"[\W_]*(?:section|s[eé]quence)\b", re.IGNORECASE)
_COUNTED: Final = frozenset({"One", "Two", "Three", "Four", "Five", "Six"})


def opens_section(following: Choice | None) -> bool:
    """Does the next line begin a section?"""
    if following is None:
        return False
    if following.role is Role.STEPS and following.first:
        return following.first % 8 == 1 or following.first % 6 == 1
    return following.role in {Role.COUNTS, Role.STEPS}


def end_cost(state: State, context: Context) -> float:
    total = state.total + max(state.reached - state.base, 0) * state.proper
    cost = _left(state) + (0.5 if state.fresh else 0.0)
    known = state.total >= 0 and total > 0 and not context.phrased
    if context.claimed and known and total != context.claimed:
        cost += 2.0
    return cost
