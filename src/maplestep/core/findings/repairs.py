"""One-press repairs of a sheet, each tried out by dancing the changed sheet through.

A repair is offered only when the sheet reads better with it: the finding is gone and
nothing else has become wrong. Least change first (common practice, no source).
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import islice
from typing import Final, NamedTuple

from ..primitives.finding import Finding, Severity, SheetEdit
from ..sheet.write.edits import FOOT_WORD, applied, other_side

_LINES_READ: Final = 600
_READ: Final = 40_000
_MOST_TRIED: Final = 12
_EACH: Final = 4
# Changed sheets are read at most so often that a sheet full of mistakes stays quick.
Finds = Callable[[str], tuple[Finding, ...]]
"""All that is found in a text."""
_Key = tuple[str, str, str, str, str]


def with_repairs(text: str, findings: tuple[Finding, ...], finds: Finds) -> tuple[Finding, ...]:
    """The findings with a repair where one works, and what only comes of them folded below.

    The cause is tried before its consequences, as it stands before them in the text; a finding
    that went with the repair of an earlier one is that one's consequence.
    """
    repairs = _Repairs(text, _below_unread(findings), finds)
    for finding in _causes_first(repairs.findings):
        repairs.take(finding)
    return tuple(sorted(repairs.kept, key=lambda f: f.place.span.start if f.place.span else 0))


class _Tried(NamedTuple):
    """A change that helps, and what is still found in the sheet changed so."""

    edit: SheetEdit
    left: Counter[_Key]


class _Repairs:
    """The findings kept so far, and those that went with the repair of another one."""

    def __init__(self, text: str, findings: tuple[Finding, ...], finds: Finds) -> None:
        self._text, self.findings, self._finds = text, findings, finds
        self._before = Counter(_key(f) for f in findings if f.severity is not Severity.KNOW)
        lines, size = text.count("\n") + 1, len(text) + 1
        self._tries = min(_MOST_TRIED, _LINES_READ // lines, _READ // size)
        self.kept: list[Finding] = []
        self._folded: Counter[_Key] = Counter()

    def take(self, finding: Finding) -> None:
        """Keep a finding with the repair that works, or leave out one that came of another."""
        key = _key(finding)
        if _take(self._folded, key):
            return
        helping = list(self._helping(finding, key))
        if not helping:
            self.kept.append(finding)
            return
        best = _least_change(helping)
        taken = self._gone_with(best, finding, key)
        self._folded.update(_key(f) for f in taken)
        self.kept = [f for f in self.kept if not any(f is other for other in taken)]
        either = helping if finding.code in _EITHER else []
        self.kept.append(
            replace(
                finding,
                fix=best.edit,
                others=tuple(tried.edit for tried in either if tried.edit != best.edit),
                consequences=(*finding.consequences, *taken),
            )
        )

    def _helping(self, finding: Finding, key: _Key) -> Iterator[_Tried]:
        """The changes after which the finding is gone and nothing else has become wrong."""
        if finding.fix is not None or finding.severity is Severity.KNOW:
            return
        for edit in islice(_candidates(self._text, finding), min(_EACH, max(self._tries, 0))):
            self._tries -= 1
            after = _keys(self._finds(applied(self._text, edit)))
            if _better(after, self._before, key):
                yield _Tried(edit, after)
                # Nothing can mend clearly more than a change that leaves one finding or none.
                if after.total() <= 1 and finding.code not in _EITHER:
                    return

    def _gone_with(self, best: _Tried, finding: Finding, key: _Key) -> list[Finding]:
        """The other findings that the repair takes away, where it does not write over them."""
        gone = self._before - best.left
        gone[key] -= 1
        return [
            f
            for f in self.findings
            if f is not finding
            and not _rewritten(self._text, best.edit, f)
            and _take(gone, _key(f))
        ]


def _least_change(helping: list[_Tried]) -> _Tried:
    """The least change comes first; a later one has to mend clearly more."""
    best = helping[0]
    for tried in helping[1:]:
        if tried.left.total() < best.left.total() - 1:
            best = tried
    return best


_EITHER: Final = frozenset({"sheet.figure-described"})
"""Findings of which only the user knows what is meant: every way to read it is offered."""


def _rewritten(text: str, edit: SheetEdit, finding: Finding) -> bool:
    """Does a repair write over the very words of another finding? Then it proves nothing of it."""
    span = finding.place.span
    words = any(char.isalpha() for char in text[edit.start : edit.end])
    return words and span is not None and span.start < edit.end and edit.start < span.end


_UNREAD: Final = (
    "sheet.figure-unknown", "sheet.word-unread", "sheet.counts-figures", "sheet.counts-unreadable",
    "sheet.no-steps-on-counts", "sheet.uncounted", "sheet.turn-size", "sheet.counts-many",
    "sheet.too-long",
)  # fmt: skip
_JUDGED: Final = frozenset(
    {"sheet.facing", "sheet.walls", "sheet.walls-no-turn", "sheet.event-facing", "sheet.end-foot",
     "sheet.end-foot-weigh", "sheet.end-foot-no-steps", "sheet.clock-wall"}
)  # fmt: skip


# Where a line's counts are not known, counts are missing in its section.
_UNCOUNTED: Final = frozenset({"sheet.counts-unreadable", "sheet.counts-many", "sheet.too-long"})
_COUNTED: Final = frozenset(
    {"sheet.counts-missing", "sheet.total-counts", "sheet.section-short", "sheet.part-counts"}
)


def _below_unread(findings: tuple[Finding, ...]) -> tuple[Finding, ...]:
    """What is said of facings and feet behind steps that nobody could read comes of those."""
    cause = next((f for f in findings if f.code.startswith(_UNREAD)), None)
    if cause is None:
        return findings
    taken = [f for f in findings if _comes_of(f, cause)]
    rest = (f for f in findings if not any(f is other for other in taken))
    return tuple(replace(f, consequences=tuple(taken)) if f is cause else f for f in rest)


def _comes_of(finding: Finding, cause: Finding) -> bool:
    """Is it about the whole dance, or about feet and facings behind the cause?"""
    if finding.code in _WHOLE or (cause.code in _UNCOUNTED and finding.code in _COUNTED):
        return True
    line = cause.place.span.line if cause.place.span else 0
    span = finding.place.span
    return finding.code in _JUDGED and span is not None and span.line >= line


_WHOLE: Final = frozenset({"sheet.walls", "sheet.walls-no-turn", "sheet.event-facing"})


def _take(gone: Counter[_Key], key: _Key) -> bool:
    if gone[key] <= 0:
        return False
    gone[key] -= 1
    return True


def _causes_first(findings: tuple[Finding, ...]) -> list[Finding]:
    """Counts out of order leave others missing; what is claimed of the whole dance comes last."""
    return sorted(findings, key=lambda f: _RANK.get(f.code, 1))


_RANK: Final = {
    "sheet.counts-out-of-order": 0,
    "sheet.counts-missing": 2,
    **dict.fromkeys(
        ("sheet.walls", "sheet.walls-no-turn", "sheet.total-counts", "sheet.section-short",
         "sheet.end-foot", "sheet.end-foot-weigh", "sheet.event-facing"),
        3,
    ),
}  # fmt: skip


def _key(finding: Finding) -> _Key:
    """What makes a finding the same in a text that was changed elsewhere."""
    facts = finding.facts
    about = facts.get("wall", "") + facts.get("claimed", "") + facts.get("text", "")
    return finding.code, finding.place.part, finding.place.section, finding.place.count, about


def _keys(findings: tuple[Finding, ...]) -> Counter[_Key]:
    return Counter(_key(f) for f in findings if f.severity is not Severity.KNOW)


def _better(after: Counter[_Key], before: Counter[_Key], key: _Key) -> bool:
    """Is this one gone, and has nothing new become wrong?"""
    return after[key] < before[key] and after.total() < before.total()


def _candidates(text: str, finding: Finding) -> Iterator[SheetEdit]:
    span = finding.place.span
    if span is None:
        return
    said = text[span.start : span.end]
    match finding.code:
        case "sheet.weight-conflict":
            yield from _of_conflict(text, said, span.start, finding)
        case "sheet.end-foot" | "sheet.end-foot-weigh":
            yield from _freed(said, span.start)
        case "sheet.figure-described":
            yield from _read_as(text, finding)
        case "sheet.turn-side" | "sheet.facing" | "sheet.walls" | "sheet.walls-no-turn":
            yield from _other_side(said, span.start)
        case "sheet.counts-missing" | "sheet.section-short":
            yield from _held(text, span.line, finding.facts["counts"])
        case "sheet.counts-out-of-order":
            yield from _renumbered(text, span.start, finding)
        case "sheet.counts-figures":
            yield from _recounted(text, span.start, finding)


def _of_conflict(text: str, said: str, at: int, finding: Finding) -> Iterator[SheetEdit]:
    """The other foot moves, or the step before leaves this one free."""
    yield from _other_foot(said, at)
    if finding.facts["before"]:
        start, end = map(int, finding.facts["before"].split("-"))
        yield from islice(_freed(text[start:end], start), 2)


def _read_as(text: str, finding: Finding) -> Iterator[SheetEdit]:
    """A figure named and described otherwise: the figure alone, or the description alone."""
    span = finding.place.span
    assert span is not None
    start, end = map(int, finding.facts["words"].split("-"))
    dress = " ()[]:;,.–—-="
    before, said, behind = (
        piece.strip(dress)
        for piece in (text[start : span.start], text[span.start : span.end], text[span.end : end])
    )
    # The finding stands at the description behind the name, or at the name before it.
    ways = (before, said) if before else (said, behind)
    rest = f", {behind}" if before and behind else ""
    for way in filter(None, ways):
        yield SheetEdit(start=start, end=end, text=f"{way}{rest}")


def _other_foot(said: str, at: int) -> Iterator[SheetEdit]:
    """The first foot named becomes the other one, or all of them do."""
    feet = list(FOOT_WORD.finditer(said))
    if feet:
        first = feet[0]
        yield SheetEdit(start=at + first.start(), end=at + first.end(), text=other_side(first[0]))
    if len(feet) > 1:
        yield SheetEdit(start=at, end=at + len(said), text=other_side(said))


def _other_side(said: str, at: int) -> Iterator[SheetEdit]:
    feet = list(FOOT_WORD.finditer(said))
    if feet:
        last = feet[-1]
        yield SheetEdit(start=at + last.start(), end=at + last.end(), text=other_side(last[0]))


def _freed(said: str, at: int) -> Iterator[SheetEdit]:
    """The last step becomes a touch, or the last touch a step."""
    end = at + len(said.rstrip())
    for old, new in (
        (r"\bstomp\b", "stomp up"),
        (r"\b(?:step|close)\s+(?=\S)", "touch "),
        (r"\b(?:together|close)\b", "touch"),
        (r"\btouch\b", "together"),
        (r"\bscuff|brush|tap\b", "step"),
    ):
        match = re.search(old, said, re.IGNORECASE)
        if match:
            yield SheetEdit(start=at + match.start(), end=at + match.end(), text=new)
    yield SheetEdit(start=end, end=end, text=" touch")
    foot = FOOT_WORD.match(said)
    if foot:
        yield SheetEdit(start=at, end=end, text=f"{foot[0]} touch")


def _held(text: str, line: int, counts: str) -> Iterator[SheetEdit]:
    """A hold on the missing counts, written behind the line before them."""
    if "," in counts:
        return
    lines = text.split("\n")
    offset = sum(len(each) + 1 for each in lines[: line - 1])
    first = int(re.findall(r"\d+", counts)[0])
    hold = f"{counts.replace('–', '-')} hold"
    last_end = None
    for each in lines[line - 1 :]:
        numbers = re.match(r"\s*[&]?(\d+)(?:\D{1,3}(\d+))*", each)
        if numbers:
            if int(numbers[1]) >= first:
                yield SheetEdit(start=offset, end=offset, text=f"{hold}\n")
                return
            last_end = offset + len(each.rstrip())
        elif last_end is not None and each.strip():
            break
        offset += len(each) + 1
    if last_end is not None:
        yield SheetEdit(start=last_end, end=last_end, text=f"\n{hold}")


def _renumbered(text: str, at: int, finding: Finding) -> Iterator[SheetEdit]:
    """The line's counts moved on, or shortened, so that they follow the line above."""
    counts = finding.place.count
    numbers = [int(n) for n in re.findall(r"\d+", counts)]
    after = re.match(r"\d+", finding.facts["after"])
    if not numbers or after is None:
        return
    start = text.index(counts, at) if counts in text[at : at + 400] else at
    following = int(after[0]) + 1
    if len(numbers) == 2 and "&" not in counts and following < numbers[1]:
        yield SheetEdit(start=start, end=start + len(counts), text=f"{following}-{numbers[1]}")
    by = following - numbers[0]
    moved = re.sub(r"\d+", lambda match: str(int(match[0]) + by), counts)
    yield SheetEdit(start=start, end=start + len(counts), text=moved)


def _recounted(text: str, at: int, finding: Finding) -> Iterator[SheetEdit]:
    """Two moves on "1&2" are "1-2", three on "1-2" are "1&2"."""
    counts = finding.place.count
    start = text.find(counts, at)
    numbers = re.findall(r"\d+", counts)
    if start < 0 or len(numbers) < 2:
        return
    for written in (f"{numbers[0]}-{numbers[-1]}", f"{numbers[0]}&{numbers[-1]}"):
        if written != counts:
            yield SheetEdit(start=start, end=start + len(counts), text=written)
