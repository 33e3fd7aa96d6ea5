"""What a line of a sheet may be: every meaning with its cost, judged by the line alone.

Title, fact, heading, steps, counts alone, words alone, option, own figure or remark. Which
meaning is taken is decided over the whole sheet, in :mod:`.choose`. Costs are in units of
"one odd thing to explain" (common practice, no source).
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from enum import Enum, auto
from functools import lru_cache
from typing import Final, NamedTuple

from ...primitives.moves import Span
from ..claims import EVENT_WORDS, note_in
from ..language.gauge import gauge, step_words
from ..language.interpretations import section_column, waltz_column
from ..language.lexicon import fold, standard
from ..language.sharing import counts_in
from ..statements import read_statements, states_events
from .columns import (
    COLUMN,
    Cut,
    counted_behind,
    counted_in_front,
    counted_in_text,
    front,
    halved,
    has_marks,
    numbers,
)
from .fitting import counted_throughout, fits, gaps_filled
from .head import OF_THE_HEAD, facts_in, title_of
from .headings import STATES_ORDER, heading_in, numbered_heading, stated_block, titled_range
from .model import FigureLine, Line, OptionLine, PartHeading, Remark, SectionHeading, StepLine
from .repeats import read_repetition, repeated_behind


class Role(Enum):
    """What a line does in the sheet."""

    NOTHING = auto()
    TITLE = auto()
    FACT = auto()
    PART = auto()
    BLOCK = auto()
    """A sentence about a tag or bridge whose steps stand below it."""
    SECTION = auto()
    STEPS = auto()
    COUNTS = auto()
    """Counts alone: their words stand in the line above or below."""
    WORDS = auto()
    """Steps without counts: they belong to counts beside them, or have their usual rhythm."""
    REMARK = auto()
    BESIDE = auto()
    """An easier option or an own figure: it stands beside the steps."""


class Choice(NamedTuple):
    """One meaning of a line. ``first`` and ``last`` are the counts written, or a heading's."""

    cost: float
    role: Role
    lines: tuple[Line, ...]
    first: int = 0
    last: int = 0


MAX_LINE: Final = 1500
"""A longer line is a paragraph of prose, a remark: no line of steps has so many characters."""
_OPTION: Final = re.compile(
    r"^[\s#*_(\[•>-]*(?:(?:an?\s+)?(?:easy|easier|beginners?|non[\s-]?turn(?:ing)?|no[\s-]turn|low[\s-]impact"
    r"|simple|simpler)\s+(?:option|version|alternative|variation)|option|alternative"
    r"|option facile|option plus facile|variante facile|option sans tour)s?\b"
    r"(?:\s*\(?(?:for|on|pour|:)?\s*(?:counts?|temps)?\s*(?P<counts>\d[\d&\s\-–—]*)\)?)?\s*[:=–—-]?\s*(?P<words>.*?)[)\]\s]*$",
    re.IGNORECASE,
)
_FIGURE: Final = re.compile(
    r"^\s*(?:figure|own figure|mouvement)\s+[“\"«]?\s*([^\W\d][^=:“”\"«»]{0,58}?)\s*[”\"»]?"
    rf"\s*[=:]\s*({COLUMN})\s+(\S.*)$",
    re.IGNORECASE,
)
_RULED: Final = re.compile(r"^[\s|:+=_*~!{}\-–—.]+$|^\s*[{|!][|}\-!].*$")
_SHOUTED: Final = re.compile(r"^[\s>]*(?:\*\*|__|##)|[:：]\s*$")
IN_BRACKETS: Final = re.compile(r"^\s*[(\[][^()\[\]]*[)\]]\s*$")
_ITEM: Final = re.compile(r"^[\s>*•-]*&?\d{1,3}(?:\s?[-–&,]\s?\d{0,3})*\s*[.):]?\s+\S")
_FOOTER: Final = re.compile(r"^\W*(?:page\s+\d|\d+\s*$|last update)", re.IGNORECASE)
_PLAIN: Final = re.compile(r"^\s*&?\d{1,2}\s?[-–&]\s?\d")
_RANGED: Final = re.compile(r"^[\s>*•_|]*[\[(]?&?\d{1,3}\s*[-–—&]")
_COUNTED_AGAIN: Final = re.compile(
    r"^[\s>*•_#|]*[\[(]?\d{1,3}\s?[-–—]\s?\d{1,3}[\])]?\s?[:.|]?\s*\d{1,2}\s?[-–—&]\s?\d"
)
_SURE_HEADING: Final = re.compile(
    r"^[\s#*_•>=~(\[-]*(?:section|sec\b|sect\b|séquence|s\d|set\s*\d|part\s|partie\s|\d+\s*[-–—]|counts?\s*\d"
    r"|(?:the\s+)?(?:first|second|third|fourth|fifth|sixth|seventh|eighth|last|final|next"
    r"|\d{1,2}(?:st|nd|rd|th))\s+(?:set\s+of\s+)?(?:eight|8|six|6|16|32)\b"
    r"|repeat|mirror|répéter|.*[\[(]\d{1,3}\s*[-–—]\s*\d{1,3}[\])]\W*$)",
    re.IGNORECASE,
)
_CELLS: Final = re.compile(r"[|\t]|!!")
_NO_TITLE: Final = re.compile(
    r"^\W*(?:by|par|choreo\w*|starts?|starting|begin|intro|sequences?|order|ordre|music|musique|song"
    r"|demarr\w*|depart|note|subject|re|fwd)\b"
    r"|^\W*(?:from|to|cc|date|sent|de|a|objet)\s*:"
    r"|^\W*(?:hi|hello|hey|dear|bonjour|salut|coucou|good (?:morning|evening))\b.*[,!]\s*$"
)
_LONG: Final = 5
_LONG_TITLE: Final = 12
"""Words of a title at most, as a rule."""


@lru_cache(maxsize=20_000)
def choices(text: str, length: int) -> tuple[Choice, ...]:
    """What a line may be, the likeliest by itself first; offsets from the line's start."""
    span = Span(0, length, 0)
    remark = Remark(text, span)
    if len(text) > MAX_LINE or not text.strip() or _RULED.match(text):
        return (Choice(0, Role.NOTHING, (remark,)),)
    plain = _plain_steps(text, span)
    if plain is not None:
        return plain
    beside = _beside(text, span)
    if beside is not None:
        return (Choice(0, Role.BESIDE, (beside,)),)
    headings = list(_headings(text, span))
    found = [*_counted(text, span, headings), *_facts(text, span, headed=bool(headings))]
    found += _loose(text, span, remark, found)
    return tuple(sorted(found, key=lambda choice: choice.cost))


def _misfits_dearer(cuts: list[Choice]) -> Iterator[Choice]:
    """Where a line can be cut in several ways, a cut whose words do not fill its counts costs."""
    several = sum(choice.role is Role.STEPS for choice in cuts) > 1
    for choice in cuts:
        lines = [x for x in choice.lines if isinstance(x, StepLine) and x.repeats is None]
        unfit = several and choice.role is Role.STEPS and not all(map(fits, lines))
        yield choice._replace(cost=choice.cost + 0.8) if unfit else choice


def _counted(text: str, span: Span, headings: list[Choice]) -> Iterator[Choice]:
    """Steps and headings; "2. R rocking chair, L shuffle" on count 2 alone is an item of a list."""
    item = next((c for c in headings if c.role is Role.SECTION and LISTED.match(text)), None)
    listed = False
    for choice in _misfits_dearer(list(_steps(text, span))):
        lists = item is not None and _is_item(choice, item)
        yield choice._replace(cost=choice.cost + 1.5) if lists else choice
        listed = listed or lists
    for heading in headings:
        yield heading._replace(cost=0.3) if listed and heading is item else heading


def _is_item(steps: Choice, heading: Choice) -> bool:
    """Do the words fill a section, and not the single count they seem to stand on?"""
    if steps.role is not Role.STEPS or steps.first != steps.last:
        return False
    line, section = steps.lines[0], heading.lines[0]
    assert isinstance(line, StepLine) and isinstance(section, SectionHeading)
    return counts_in(section_column(section.words, standard())) >= 4 and not fits(line)


_SHORT_LINE: Final = 60
_ALL_STEPS: Final = 2
"""So many words for steps and nothing else are hardly a title."""
_TITLED: Final = re.compile(r"\s*(?:#{1,6}\s|(\*\*|__)[^*_]+\1\s*:?\s*$)")
"""A heading, or a whole line in bold, is hardly one of several lines of steps."""
LISTED: Final = re.compile(r"^[\s#*_•>(-]*(\d{1,2})\s*[.):/]\s")


def uncounted(text: str, length: int, *, waltz: bool = False) -> Choice | None:
    """A line of steps without any count, in its figures' usual rhythm, when it fills fours; in a
    ``waltz`` on whole counts, when it fills threes."""
    span = Span(0, length, 0)
    # "(Right side)" names the steps below.
    if len(text) > MAX_LINE or IN_BRACKETS.match(text) or not _tells_steps(text):
        return None
    seen = gauge(text)
    words = text.strip(" \t*_>•-")
    again = repeated_behind(words)
    column_for = waltz_column if waltz else section_column
    column = column_for(words[: again[0]] if again else words, standard())
    counts = counts_in(column) * (2 if again else 1)
    if counts < (2 if seen.feet else 4):
        return None
    at = text.index(words)
    steps = halved(StepLine(text, span, f"1-{counts}" if again else column, at, words, at))
    return Choice(
        (0.3 if seen.feet or seen.steps > _ALL_STEPS else 0.7) + bool(_TITLED.match(text)),
        Role.STEPS,
        (steps[0]._replace(counts=column), *steps[1:]),
        1,
        counts,
    )


def _tells_steps(text: str) -> bool:
    """ "Jazz box x2", "K step": where no foot is named every word has to be known."""
    seen = gauge(text)
    told = seen.feet or (seen.steps and not seen.unknown and len(text) <= _SHORT_LINE)
    return bool(told) and _readable(text)


def _plain_steps(text: str, span: Span) -> tuple[Choice, ...] | None:
    """Steps behind their counts, every word known: no other meaning comes near (saves time)."""
    if not _PLAIN.match(text) or has_marks(text) or OF_THE_HEAD.match(text):
        return None
    lines = counted_in_front(text, span)
    if not lines or EVENT_WORDS.search(text) or not all(map(_is_understood, lines)):
        return None
    said = [number for line in lines for number in numbers(line.counts)]
    if not said or not _is_plain_column(lines[0].counts):
        return None
    seen = [gauge(line.words) for line in lines]
    known = sum(each.steps + each.feet for each in seen)
    return (
        Choice(0.1, Role.STEPS, lines, said[0], said[-1]),
        Choice(1.9 + 0.4 * min(known, 5), Role.REMARK, (Remark(text, span),), said[0]),
    )


def _is_understood(line: StepLine) -> bool:
    seen = gauge(line.words)
    return bool(seen.steps and line.words) and not seen.unknown and line.repeats is None


def _is_plain_column(counts: str) -> bool:
    """Neither a single number nor a range as long as a section, and with one "&" at most."""
    opened = counts.startswith("&") and counts.endswith(" &")
    return len(numbers(counts)) > 1 and not _is_long(counts) and not opened


def _beside(text: str, span: Span) -> Line | None:
    if match := _FIGURE.match(text):
        return FigureLine(
            text=text, span=span, name=match[1].strip(), counts=match[2], words=match[3]
        )
    if (match := _OPTION.match(text)) and match["words"]:
        return _option(text, span, match)
    return None


def _option(text: str, span: Span, match: re.Match[str]) -> OptionLine:
    counts, words, at = match["counts"] or "", match["words"], match.start("words")
    if not counts and (steps := front(words)) is not None:
        counts = steps[0]
        rest = words[steps[2] :]
        at += steps[2] + len(rest) - len(rest.lstrip())
        words = rest.strip()
    return OptionLine(
        text=text, span=span, counts=counts.strip(), words=words, words_at=span.start + at
    )


# steps

_BRACKETED = re.compile(r"[\s*_#>]*[\[(]")


def _is_of_the_head(text: str) -> bool:
    """ "Order: A, B, A, B(1-16)", "16 in"."""
    of_the_head = OF_THE_HEAD.match(text) and not _ONE_IN.match(text)
    return bool(STATES_ORDER.match(text) or of_the_head)


def _steps(text: str, span: Span) -> Iterator[Choice]:
    """Steps with counts, in every way the line can be cut, and counts alone."""
    if _is_of_the_head(text):
        return
    cuts = [gaps_filled(cut(text, span)) for cut in (counted_in_front, _in_sentences)]
    cuts = [lines for lines in dict.fromkeys(cuts) if lines]
    may_face = not cuts and _MAY_FACE.search(text) is not None
    for lines in cuts or [gaps_filled(counted_behind(text, span))]:
        said = [number for line in lines for number in numbers(line.counts)]
        if not said:
            continue
        if not any(line.words for line in lines):
            sure = 0.8 if _BRACKETED.match(text) else 0.3
            yield Choice(sure, Role.COUNTS, lines, said[0], said[-1])
        else:
            yield from _cut_so(text, lines, said, span, may_face=may_face)


def _in_sentences(text: str, span: Span) -> Cut:
    """Counts in sentences; a heading's own words are read behind it ("Last eight: ...")."""
    found = counted_in_text(text, span)
    if found or not has_marks(text) or isinstance(heading_in(text, span), SectionHeading):
        return found
    return counted_throughout(text, span)


def _cut_so(
    text: str, lines: Cut, said: list[int], span: Span, *, may_face: bool
) -> Iterator[Choice]:
    """A line cut into steps, and what its numbers may be otherwise."""
    cost = _cost_of_steps(text, lines)
    if _is_number_of(lines):
        cost += 1.0
        yield Choice(0.3, Role.WORDS, (Remark(text, span),))
    yield Choice(cost, Role.STEPS, lines, said[0], said[-1])
    if may_face:
        # "R fwd [3]": the end of a line above, and what one faces behind it.
        yield Choice(cost + 0.5, Role.WORDS, (Remark(text, span),))
    yield from _cut_otherwise(lines, cost, said)


def _cut_otherwise(lines: Cut, cost: float, said: list[int]) -> Iterator[Choice]:
    """The same line with its counts written otherwise than it seems."""
    line = lines[0]
    if len(lines) > 1:
        return
    if (match := _TWO_IN_ONE.fullmatch(line.counts)) and int(match[2]) + 1 == int(match[3]):
        # "56 rock, recover": where 5 comes next, two counts without a space; so are "&12", "34&".
        first, second = match[2], match[3]
        apart = line._replace(counts=f"{match[1]}{first} {second}{match[4]}")
        yield Choice(cost + 0.3, Role.STEPS, (apart,), int(first), int(second))
    if line.counts.endswith(" &") and line.counts.startswith("&"):
        # "&5&6 & L heel & R heel": the last "&" is the first of the steps, which open with theirs.
        counts = line.counts[:-1].rstrip()
        at = line.counts_at + len(line.counts) - 1
        words = line.text[at - line.span.start :]
        moved = line._replace(counts=counts, words=words, words_at=at)
        if fits(moved):
            yield Choice(cost - 0.05, Role.STEPS, (moved,), said[0], said[-1])


def _is_number_of(lines: Cut) -> bool:
    """ "4 hip bumps R L R L": is the number that of the steps, which need as many counts?"""
    line = lines[0]
    if len(lines) > 1 or not line.counts.isdecimal() or not 1 < int(line.counts) <= _BUMPS:
        return False
    wanted = line._replace(counts=f"1-{line.counts}", words=f"{line.counts} {line.words}")
    return not fits(line) and fits(wanted)


_BUMPS: Final = 8
_ONE_IN: Final = re.compile(r"\s*[2-8]\s+in\s*$", re.IGNORECASE)
""" "6 in" below "5 heel out"."""
_MAY_FACE: Final = re.compile(r"[\[(]\s?(?:1[0-2]|[1-9])\s?[\])][\s.,]{0,3}$")
_TWO_IN_ONE: Final = re.compile(r"(&?)([1-7])([2-8])(&?)")


def _cost_of_steps(text: str, lines: Cut) -> float:
    cost = 0.0
    for line in lines:
        if line.repeats is not None:
            continue
        seen = gauge(_without_note(line.words))
        odd = seen.unknown + (0.5 if not seen.all else 0)
        plain = line.counts.isdecimal()
        cost += 0.1 + 1.5 * odd / max(seen.all, 1)
        if not seen.steps:
            cost += 1.0 if plain else 0.3
    if EVENT_WORDS.search(text) and states_events(_without_note(text)):
        cost += 3
    if text.lstrip(" *_#>").startswith("[") and _is_long(lines[0].counts):
        cost += 0.4  # "[9-16] repeat counts 1-8" opens a section
    elif _COUNTED_AGAIN.match(text) and _is_long(lines[0].counts):
        cost += 0.4  # "(1-8) 1-2 rock forward, 3&4 shuffle" counts for itself what is in it
    return cost / len(lines)


def _without_note(text: str) -> str:
    note = note_in(text)
    return text[: note.start()] + text[note.end() :] if note is not None else text


def _is_long(counts: str) -> bool:
    said = numbers(counts)
    return len(said) == 2 and said[1] - said[0] >= _LONG


# headings


def _headings(text: str, span: Span) -> Iterator[Choice]:
    heading = heading_in(text, span)
    if isinstance(heading, PartHeading):
        first = (heading.alters.first or 0) if heading.alters else 0
        yield Choice(0.1, Role.PART, (heading,), first, heading.counts or 0)
        if (section := numbered_heading(text, span)) is not None:
            yield _section_choice(section, 0.4)
        return
    if heading is not None:
        yield _section_choice(heading, _cost_of_section(text, heading))
        return
    ranged = titled_range(text, span)
    if ranged is not None:
        yield _section_choice(ranged, 0.3)
        return
    numbered = numbered_heading(text, span)
    if numbered is not None:
        marked = numbered.words.isupper() or "**" in text
        yield _section_choice(numbered, 1.0 - 0.5 * marked)
    if (again := read_repetition(text)) is not None:
        line = StepLine(text, span, "", 0, text, 0, again)
        yield Choice(0.1, Role.STEPS, (line,))


def _cost_of_section(text: str, heading: SectionHeading) -> float:
    """ "[1-8]" opens a section; "(1-2) R side" has the counts of its steps in brackets."""
    length = heading.counts or 0
    if heading.title.startswith("Counts") and length < _LONG:
        return 1.2 if heading.words else 0.8 if length < 4 else 0.1
    return 0.1


def _section_choice(heading: SectionHeading, cost: float) -> Choice:
    first = heading.first or 0
    return Choice(cost, Role.SECTION, (heading,), first, first + (heading.counts or 1) - 1)


# the head


def _facts(text: str, span: Span, *, headed: bool) -> Iterator[Choice]:
    facts = tuple(facts_in(text, span))
    if not facts:
        return
    seen = gauge(text)
    steps_first = bool(_ITEM.match(text)) and step_words(text) > 0 and len(facts) < 2
    # "1-8 vine R (4 counts), rocking chair": no head begins with the counts of its steps.
    steps_first = steps_first or (bool(_PLAIN.match(text)) and seen.steps > 1)
    # "Walk R, L - 2 counts": the number says how long the steps are.
    steps_first = steps_first or (seen.feet > 0 < seen.steps and bool(_LASTING.search(text)))
    cost = 2.0 * (steps_first and not OF_THE_HEAD.match(text)) + 1.5 * headed
    if EVENT_WORDS.search(text):
        read = read_statements(text)
        cost += 1.5 * bool(read.events or any(each.statement for each in read.unclear))
    yield Choice(cost, Role.FACT, facts)


_LASTING: Final = re.compile(
    r"[\s(:–—-]\d{1,2}\s*(?:counts?|cts?|temps|comptes?)\s*[)\].]*\s*$", re.IGNORECASE
)


# without counts


def _loose(text: str, span: Span, remark: Remark, found: Sequence[Choice]) -> Iterator[Choice]:
    """A title, words of steps without counts, or a remark."""
    roles = {choice.role for choice in found}
    if EVENT_WORDS.search(text) and states_events(text):
        yield from _stated(text, span, remark, found)
        return
    # The count it begins with comes along: the next count in order is hardly a remark.
    first = next((c.first for c in found if c.role is Role.STEPS), 0)
    yield Choice(_cost_of_remark(text, roles), Role.REMARK, (remark,), first)
    if not roles & {Role.STEPS, Role.COUNTS}:
        yield from _uncounted(text, span, remark)
    tabled = text.lstrip().startswith("|") and text.count("|") > 2
    if not _FOOTER.match(text) and not tabled and any(char.isalpha() for char in text):
        yield Choice(0.1 + _oddity_of_title(text, roles), Role.TITLE, (title_of(text, span),))


def _stated(text: str, span: Span, remark: Remark, found: Sequence[Choice]) -> Iterator[Choice]:
    """A sentence about a tag or restart: it may open the block of the tag's steps."""
    if any(choice.role is Role.PART for choice in found):
        headings = [x for choice in found for x in choice.lines if isinstance(x, PartHeading)]
        told = any(gauge(heading.words).feet for heading in headings)
        yield Choice(2.4 if told else 2.0, Role.REMARK, (remark,))
        return
    block = stated_block(text, span)
    if block is not None:
        yield Choice(0.0, Role.BLOCK, (block,))
    yield Choice(0.4 if block is not None else 0.0, Role.REMARK, (remark,))


def _oddity_of_title(text: str, roles: set[Role]) -> float:
    """What speaks against a title: counts, words of steps, how it begins and ends, its length."""
    odd = 2.0 if Role.STEPS in roles else _oddity_of_words(text)
    odd += 1.5 if _NO_TITLE.match(fold(text)) else 0.0
    odd += 0.6 if text.rstrip().endswith(":") or len(text.split()) > _LONG_TITLE else 0.0
    sure = _SURE_HEADING.match(text) and roles & {Role.SECTION, Role.PART}
    return odd + (1.8 if sure else 0.0)


def _oddity_of_words(text: str) -> float:
    """Words of steps make a title odd, less so in a heading or in capitals: "# Slow Waltz"."""
    if text.startswith("# ") or not _readable(text):
        return 0.0
    words = text.split()
    capital = len(words) < 6 and all(word[:1].isupper() for word in words if len(word) > 3)
    return 0.4 if capital and not gauge(text).feet else 0.8


def _cost_of_remark(text: str, roles: set[Role]) -> float:
    """Passing over what looks like steps has to be dear."""
    if Role.COUNTS in roles:
        return 2.5
    seen = gauge(text)
    known = min(seen.steps + seen.feet, 5)
    if Role.STEPS in roles:
        if seen.steps:
            return 1.9 + 0.4 * known
        return (1.8 if _RANGED.match(text) else 0.4) + 0.4 * known
    if _SURE_HEADING.match(text) and roles & {Role.SECTION, Role.PART}:
        return 1.8
    return 0.9 if _readable(text) else 0.3


def _readable(text: str) -> bool:
    seen = gauge(text)
    return seen.steps > 0 and seen.unknown <= seen.all / 3


def _uncounted(text: str, span: Span, remark: Remark) -> Iterator[Choice]:
    if _readable(text) and not _SURE_HEADING.match(text):
        yield Choice(0.35, Role.WORDS, (remark,))
    plain = text.strip()
    seen = gauge(plain)
    only_feet = seen.feet == seen.all > 0  # "PG", cut off by the edge of the page
    marked = bool(_SHOUTED.search(plain)) or (plain.isupper() and not only_feet)
    if len(plain) <= 100 and not EVENT_WORDS.search(plain) and not _CELLS.search(plain):
        yield Choice(0.15 if marked else 1.6, Role.SECTION, (_titled(text, span),))


def _titled(text: str, span: Span) -> SectionHeading:
    title = text.strip().strip("*_#: >")
    return SectionHeading(text, span, title, None, None, "", span.end)


def heading_of(line: StepLine) -> SectionHeading | None:
    """ "1-8 Vines and touches" as the heading of the steps below."""
    said = numbers(line.counts)
    if len(said) != 2 or "&" in line.counts.rstrip("& ") or said[1] - said[0] < _LONG:
        return None
    return SectionHeading(
        text=line.text,
        span=line.span,
        title=f"Counts {said[0]}–{said[1]}",
        first=said[0],
        counts=said[1] - said[0] + 1,
        words=line.words,
        words_at=line.words_at,
        repeats=line.repeats,
    )
