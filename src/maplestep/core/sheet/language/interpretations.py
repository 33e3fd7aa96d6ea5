"""Which of a line's meanings is meant: the cheapest that uses its counts and its words up.

A line can be read in several ways. Lone feet repeat a figure or name its steps, a turn stands
alone or belongs to the step beside it, brackets and what follows a colon say more or the same
again, an "-ing" word describes, ends or goes along with what stands before it. Each way has a
cost (in units of one odd thing, common practice, no source); a word that matters and finds no
place costs most. The first way without any cost is taken at once; otherwise all are weighed.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise
from typing import Final

from ...figures.expand import FigureUse
from ...figures.model import moves_of
from ...figures.vocabulary import BY_NAME, PIVOT, STEP
from .clause import Clause, Sense
from .clauses import HIPS, read_clause, side_then_foot
from .describing import comparable, compared
from .forms import attached, clause_choices, forms_of
from .kinds import LIFTED, Kind
from .lexicon import Lexeme, Lexicon
from .rewriting import rewritten
from .segments import segments_of
from .sharing import (
    column_of,
    counts_in,
    first_come,
    share_landings,
    usual_rhythm,
    way_before,
    with_next,
)

Place = tuple[int, int]
"""[start, end) in a line's words."""
MANY_WAYS: Final = 160
FEW_WAYS: Final = 12
_HARDLY_ANY_WAYS: Final = 4
_MANY_CLAUSES: Final = 24


@dataclass(frozen=True, slots=True, kw_only=True)
class Unknown:
    """A passage that names no figure, with the nearest known names.

    ``meant`` is the word it was probably to be, where it is a single one.
    """

    start: int
    end: int
    nearest: tuple[str, ...]
    meant: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Fitted:
    """A line's figures, each with its number of landings.

    ``how`` is "" when nothing had to be bent; "rhythm" when the counts written are
    whole ones and each figure is danced in its usual rhythm on them (``rhythm`` then
    has the count column meant); "stretched" when every move lasts ``lasts`` landings;
    "short" when no way of reading the line uses the landings up.
    """

    uses: tuple[FigureUse, ...]
    shares: tuple[int, ...]
    unknown: tuple[Unknown, ...] = ()
    how: str = ""
    rhythm: str = ""
    lasts: int = 1
    unread: tuple[Place, ...] = ()
    """Words that matter and have no place in this reading."""
    differs: Place | None = None
    """Where the line describes in words another thing than the figure it names."""
    cost: float = 0.0


@lru_cache(maxsize=20_000)
def fit_line(
    words: str, landings: int, whole: bool, lexicon: Lexicon, ways: int = MANY_WAYS
) -> Fitted:
    """The best way to read a line's words on so many landings.

    ``whole`` says that the count column names whole counts only, ``ways`` how many ways are
    tried at most. Complexity: the number of ways is bounded and each is tried in
    O(figures x landings). The result is kept, as a sheet is read again at every keystroke and
    most of its lines are the same.
    """
    search = _Search(words, landings, lexicon, ways)
    best = search.best()
    if best is not None and best.cost < _BENT:
        return (whole and _more_usual(best, landings)) or best
    bent = _bent(search.known, landings, whole)
    if bent is not None and (best is None or bent.cost < best.cost):
        return bent
    return best or search.first or Fitted(uses=(), shares=())


@lru_cache(maxsize=4_000)
def readings(words: str, landings: int, lexicon: Lexicon) -> tuple[Fitted, ...]:
    """Every way that uses the landings up, the cheapest first; at most :data:`MOST_READINGS`."""
    found: dict[tuple[FigureUse, ...], Fitted] = {}
    for fitted in _Search(words, landings, lexicon).every():
        plain = tuple(replace(use, start=0, end=0) for use in fitted.uses)
        if plain not in found or fitted.cost < found[plain].cost:
            found[plain] = fitted
    return tuple(sorted(found.values(), key=lambda fitted: fitted.cost))[:MOST_READINGS]


def _more_usual(fitted: Fitted, landings: int) -> Fitted | None:
    """ "Heel grind, coaster" on four counts: the grind is no single move when 1-2, 3&4 fits, nor
    is a rock that nothing recovers from."""
    cut = any(
        0 < share < use.figure.lengths[way_before(use, after)] and not use.figure.repeats
        for (use, after), share in zip(with_next(fitted.uses), fitted.shares, strict=True)
    )
    if not cut:
        return None
    return in_rhythm(fitted, landings)


def rhythms(words: str, landings: int, lexicon: Lexicon) -> Iterator[Fitted]:
    """Ways to read a line in the usual rhythm of its figures, those that bend it least first."""
    yield from _Search(words, landings, lexicon).rhythms()


def in_rhythm(fitted: Fitted, landings: int) -> Fitted | None:
    """The same figures in their usual rhythm, where that fills as many whole counts."""
    bent = _bent([(list(fitted.uses), fitted.unread)], landings, True)
    return bent if bent is not None and bent.how == "rhythm" else None


MOST_READINGS: Final = 8
_BENT: Final = 1.5
_UNREAD: Final = 2.0
_SKIPPED: Final = 1.0
"""An "&" left out that puts down a foot."""


class _Search:
    """Goes through the ways of reading a line, those that bend it least first."""

    def __init__(self, words: str, landings: int, lexicon: Lexicon, ways: int = MANY_WAYS) -> None:
        self._clauses, self._twice = _clauses_of(words, lexicon)
        self._landings, self._lexicon = landings, lexicon
        self.known: list[tuple[list[FigureUse], tuple[Place, ...]]] = []
        self.first: Fitted | None = None
        # A line of very many clauses is no line of steps.
        self._left = ways if len(self._clauses) <= _MANY_CLAUSES else _HARDLY_ANY_WAYS

    def best(self) -> Fitted | None:
        """The cheapest way that fits; a way without cost is taken at once."""
        found: Fitted | None = None
        for fitted in self.every():
            if fitted.cost <= _FREE:
                return fitted
            if found is None or fitted.cost < found.cost:
                found = fitted
        return found

    def every(self) -> Iterator[Fitted]:
        """The ways that fit, in the order they are tried."""
        for bent, clauses in rewritten(self._clauses):
            for order, chosen in enumerate(clause_choices(clauses)):
                spoilt = _is_spoilt(chosen)
                for cost, uses, once in self._forms(chosen, bent + 0.1 * order):
                    if self._left <= 0:
                        return
                    self._left -= 1
                    shares = share_landings(uses, self._landings) if uses else None
                    if shares is not None and not spoilt:
                        fitted = self._fitted(uses, shares, chosen, clauses, cost)
                        yield fitted if once is None else _danced_once(fitted, once)
                    elif bent == 0 and not _leaves_out(clauses, chosen):
                        self._remember(uses, spoilt, chosen)

    def rhythms(self) -> Iterator[Fitted]:
        """The ways in which the figures' usual rhythm fills the counts."""
        for bent, clauses in rewritten(self._clauses):
            for chosen in clause_choices(clauses):
                if _leaves_out(clauses, chosen):
                    continue
                spoilt = _is_spoilt(chosen)
                for cost, uses, once in self._forms(chosen, bent):
                    if self._left <= 0:
                        return
                    self._left -= 1
                    if once is not None:
                        continue
                    unread = tuple(_place(x) for clause in chosen for x in clause.unread)
                    way = [(uses, (*self._twice, *unread))]
                    found = None if spoilt or not uses else _bent(way, self._landings, True)
                    if found is not None and found.how == "rhythm":
                        yield replace(found, cost=found.cost + cost)

    def _forms(
        self, chosen: list[Clause], cost: float
    ) -> Iterator[tuple[float, list[FigureUse], Clause | None]]:
        for index, (uses, once) in enumerate(forms_of(chosen)):
            yield cost + 0.02 * index, uses, once

    def _fitted(
        self,
        uses: list[FigureUse],
        shares: tuple[int, ...],
        chosen: list[Clause],
        clauses: Sequence[Clause],
        cost: float,
    ) -> Fitted:
        left = [c for c in clauses if not any(c is other for other in chosen)]
        again = comparable(uses, left, self._landings)
        unread = [*self._twice, *_unread_in(chosen)]
        unread += [(c.start, c.end) for c in left if _is_missed(c, clauses, chosen, again)]
        if left and (_changes_feet(clauses, chosen) or _drawn_out(clauses, left, uses, shares)):
            cost += _SKIPPED
        told, differs = compared(_weighed(uses, left, clauses), left, self._landings)
        plain = cost if cost > _FREE_WAYS or unread or differs else 0.0
        return Fitted(
            uses=tuple(told), shares=shares, unread=tuple(unread), differs=differs,
            cost=plain + _UNREAD * len(unread) + (1.0 if differs else 0.0),
        )  # fmt: skip

    def _remember(self, uses: list[FigureUse], spoilt: bool, chosen: list[Clause]) -> None:
        """Ways that do not fit, for a reading otherwise than written."""
        if uses and not spoilt:
            unread = (*self._twice, *(_place(x) for clause in chosen for x in clause.unread))
            self.known.append((uses, unread))
        if self.first is None:
            unknown = tuple(_unknown(c) for c in chosen if c.sense is Sense.UNKNOWN)
            shares = first_come(uses, self._landings)
            self.first = Fitted(
                uses=tuple(uses), shares=shares, unknown=unknown,
                how="" if unknown else "short", cost=5.0,
            )  # fmt: skip


def _weighed(
    uses: Sequence[FigureUse], left: Sequence[Clause], clauses: Sequence[Clause]
) -> list[FigureUse]:
    """ "Grind ¼ R (weight back on L)", "grind ¼ R recovering on L": what alone goes along with a
    figure says where its weight ends."""
    out, unsaid = list(uses), {id(clause) for clause in left}
    for before, clause, after in zip((None, *clauses), clauses, (*clauses[1:], None), strict=False):
        alone = id(before) not in unsaid and id(after) not in unsaid
        if id(clause) not in unsaid or clause.figure is not _RECOVER or not alone:
            continue
        at = max((n for n, use in enumerate(out) if use.end <= clause.start), default=None)
        if at is not None and len(clause.feet) == 1 and out[at].weight is None:
            out[at] = replace(out[at], weight=clause.feet[0])
    return out


_RECOVER: Final = BY_NAME["recover"]


def _is_spoilt(chosen: Sequence[Clause]) -> bool:
    return any(clause.sense is Sense.UNKNOWN and clause.nearest for clause in chosen)


def _danced_once(fitted: Fitted, again: Clause) -> Fitted:
    """A reading that leaves out the "twice" at the end of a line."""
    unread = (*fitted.unread, (again.start, again.end))
    return replace(fitted, unread=unread, cost=fitted.cost + _UNREAD)


@lru_cache(maxsize=2048)
def _clauses_of(words: str, lexicon: Lexicon) -> tuple[list[Clause], tuple[Place, ...]]:
    """The clauses of a line, and its words said twice. Kept: nobody may change the clauses."""
    lexemes, twice = _once(lexicon.lexemes(words))
    clauses = attached([read_clause(segment, lexicon) for segment in segments_of(lexemes)])
    return clauses, tuple(_place(lexeme) for lexeme in twice)


def _unread_in(chosen: Sequence[Clause]) -> Iterator[Place]:
    """Words that matter and have no meaning in the clauses that are danced."""
    for clause in chosen:
        yield from map(_place, clause.unread)
        if clause.sense is Sense.UNKNOWN:
            yield clause.unknown[0].start, clause.unknown[-1].end


def _is_missed(
    clause: Clause, clauses: Sequence[Clause], chosen: Sequence[Clause], again: bool
) -> bool:
    """Is something lost with a clause that is left out? Where the others tell its steps ``again``
    only what goes along with them may be."""
    if _cannot_go_along(clause, clauses) or _turns_alone(clause, clauses):
        return True
    # "LF forward (slow, hold on 2)": the bracket does not tell the step once more.
    return not again and _has_to_be_danced(clause, chosen)


def _has_to_be_danced(clause: Clause, chosen: Sequence[Clause]) -> bool:
    """Is it a step before brackets, left out for what stands in them?"""
    brackets = all(c.optional for c in chosen) and not any(c.half for c in chosen)
    single = clause.figure is None or clause.figure.lengths[0] == 1
    return clause.sense is Sense.FIGURE and single and not clause.optional and brackets


def _turns_alone(clause: Clause, clauses: Sequence[Clause]) -> bool:
    """ "Sway a ½ turn left: L, R, L": is it left out, and nothing else turns? "Full rumba box" is
    no turn."""
    turned = clause.turn is not None and (clause.turn_to is not None or clause.turns)
    return turned and not any(c.turn is not None for c in clauses if c is not clause)


def _cannot_go_along(clause: Clause, clauses: Sequence[Clause]) -> bool:
    """ "Swaying hips left left", "R back sweeping R": it cannot be what goes on beside a step."""
    if not clause.gerund or not clause.feet:
        return False
    index = next(n for n, each in enumerate(clauses) if each is clause)
    before = clauses[index - 1] if index else None
    loaded = before is not None and before.feet[-1:] == clause.feet[:1]
    lifted = clause.figure is not None and clause.figure.name in LIFTED
    return len(set(clause.feet)) < len(clause.feet) or (loaded and lifted)


_FREE: Final = 0.0
_FREE_WAYS: Final = 0.95
"""The plain ways of reading a line (halves, echoes, turns) all count as nothing odd."""


def _once(lexemes: Sequence[Lexeme]) -> tuple[list[Lexeme], list[Lexeme]]:
    """ "Recover R R lifting L": a foot named again right behind itself leads nothing."""
    if any(_is_danced_on_each(x) for x in lexemes):
        return list(lexemes), []
    kept: list[Lexeme] = []
    twice: list[Lexeme] = []
    for index, lexeme in enumerate(lexemes):
        before = kept[-1] if kept else None
        again = (
            before is not None
            and lexeme.kind is Kind.FOOT
            and before.word == lexeme.word
            and lexeme.start - before.end <= 1
            and not side_then_foot(lexemes, index)
        )
        (twice if again else kept).append(lexeme)
    return kept, twice


def _is_danced_on_each(lexeme: Lexeme) -> bool:
    """ "Hip bumps R R L L", "hips R R L L" are four; hands are clapped on no foot."""
    repeats = lexeme.kind is Kind.FIGURE and lexeme.value.repeats
    return (repeats and lexeme.value.name != "clap") or lexeme.word in HIPS


def _place(lexeme: Lexeme) -> Place:
    return lexeme.start, lexeme.end


def _bent(
    ways: Sequence[tuple[list[FigureUse], tuple[Place, ...]]], landings: int, whole: bool
) -> Fitted | None:
    """Read otherwise than written: in the figures' usual rhythm, or stretched evenly."""
    if whole:
        for uses, unread in sorted(ways, key=lambda way: _treads_twice(way[0])):
            rhythm = usual_rhythm(uses, landings)
            if rhythm is not None:
                shares = tuple(
                    use.figure.lengths[way_before(use, after)] for use, after in with_next(uses)
                )
                return Fitted(
                    uses=tuple(uses), shares=shares, how="rhythm", rhythm=rhythm,
                    unread=unread, cost=1.0 + _UNREAD * len(unread),
                )  # fmt: skip
    for uses, unread in ways:
        if len(uses) != 1:
            continue
        for length in sorted(uses[0].figure.lengths, reverse=True):
            # One move may last over whole counts; between them something is missing.
            if landings % length == 0 and (length > 1 or whole):
                return Fitted(
                    uses=tuple(uses), shares=(length,), how="stretched" if length > 1 else "",
                    lasts=landings // length, unread=unread, cost=1.5 + _UNREAD * len(unread),
                )  # fmt: skip
    return None


@lru_cache(maxsize=4096)
def usual_column(words: str, lexicon: Lexicon) -> str:
    """The count column of a line's figures in their usual rhythm; "" when any is unknown."""
    return next(_usual_columns(words, lexicon, paired=False), "")


@lru_cache(maxsize=4096)
def section_column(words: str, lexicon: Lexicon) -> str:
    """The count column of a whole section's words without counts: the reading that fills eight.

    Where the usual rhythms make no eight, a count a move may ("step lock step scuff", twice);
    then fours or sixes, then twos are filled.
    """
    columns = list(dict.fromkeys(_usual_columns(words, lexicon, paired=True)))[:_MOST_COLUMNS]
    lengths = {column: counts_in(column) for column in columns}
    for sizes, counts in (((8,), 8), ((4, 6), 4), ((2,), 0)):
        fitting = [c for c in columns if any(lengths[c] % size == 0 for size in sizes)]
        if fitting:
            return fitting[0]
        if counts and columns and (column := _fitted_column(words, counts, lexicon)):
            return column
    return ""


def _fitted_column(words: str, counts: int, lexicon: Lexicon) -> str:
    """The column of words that fill so many counts otherwise than usual; no hold is drawn out."""
    fitted = fit_line(words, counts, True, lexicon)
    if fitted.unknown or fitted.unread or not fitted.uses:
        return ""
    if fitted.how == "rhythm":
        return fitted.rhythm
    usual = zip(fitted.uses, fitted.shares, strict=True)
    plain = fitted.how == "" and fitted.lasts == 1
    if plain and all(share <= max(use.figure.lengths) for use, share in usual):
        return f"1-{counts}"
    return ""


@lru_cache(maxsize=4096)
def waltz_column(words: str, lexicon: Lexicon) -> str:
    """The count column of a waltz line without counts: a count a move, six or three in all."""
    lengths = []
    clauses, _ = _clauses_of(words, lexicon)
    for chosen in clause_choices(clauses):
        if any(clause.sense is Sense.UNKNOWN for clause in chosen):
            continue
        for uses, _ in forms_of(chosen):
            usual = [
                use.lasts or use.figure.lengths[way_before(use, after)]
                for use, after in with_next(uses)
            ]
            lengths.append(sum(usual))
    return next((f"1-{size}" for size in (6, 3, 12) if size in lengths), "")


_MOST_COLUMNS: Final = 8


def _usual_columns(words: str, lexicon: Lexicon, *, paired: bool) -> Iterator[str]:
    """The likeliest first; a turn alone ("side L, together, ¼ L, scuff") at last has a count.

    ``paired`` gives a pivot without a step before it one of its own.
    """
    clauses, _ = _clauses_of(words, lexicon)
    turning: list[str] = []
    for chosen in clause_choices(clauses):
        if len(chosen) < len(clauses) and _changes_feet(clauses, chosen):
            continue
        for uses in _sound_forms(chosen):
            between = {use.start for use in uses if _is_between(words, use)}
            column = column_of(_with_their_steps(uses) if paired else uses, between)
            if any(use.bare_turn for use in uses):
                turning.append(column)
            else:
                yield column
    yield from turning


def _is_between(words: str, use: FigureUse) -> bool:
    """ "R heel & L heel", "hold, & together L", "together L (&)": danced between two counts."""
    led = _AND_IN_FRONT.search(words, 0, use.start) is not None
    return words[use.start] in "&+" or led or _AND_BEHIND.match(words, use.end) is not None


_AND_IN_FRONT: Final = re.compile(r"[,;.]\s*[&+]\s*\Z")
_AND_BEHIND: Final = re.compile(r"\s*[(\[]\s?&\s?[)\]]")


def _sound_forms(chosen: Sequence[Clause]) -> list[list[FigureUse]]:
    """The figures of clauses that are all understood, without those that tread on a foot."""
    if any(clause.sense is Sense.UNKNOWN for clause in chosen):
        return []
    told = [uses for uses, once in forms_of(chosen) if uses and once is None]
    forms = [uses for uses in told if not _leads_again(uses)]
    return [uses for uses in forms if not _treads_twice(uses)] or forms


def _leads_again(uses: Sequence[FigureUse]) -> bool:
    """ "Shuffle R, L, R": the feet of one shuffle, without counts that say more."""
    return any(use.echo and use.figure.lengths[0] > 1 for use in uses)


def _treads_twice(uses: Sequence[FigureUse]) -> bool:
    """ "L behind, L forward": does a foot step that has just stepped?"""
    return any(
        before.foot is use.foot is not None
        and before.figure is use.figure is STEP
        and before.weight is use.weight is None
        for before, use in pairwise(uses)
    )


def _with_their_steps(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Pivot ½ x2": where no step stands before a pivot, it has its own."""
    return [
        use if use.figure is not PIVOT or (before is not None and _is_step(before))
        else replace(use, figure=BY_NAME["step pivot"])
        for before, use in zip((None, *uses), uses, strict=False)
    ]  # fmt: skip


def _is_step(use: FigureUse) -> bool:
    """Does it end on the foot one pivots from? Of two moves, as rock and recover, it does not."""
    moves = moves_of(use.figure.ways[0])
    return use.figure is not PIVOT and len(moves) != 2 and bool(moves[-1].weight)


def _changes_feet(clauses: Sequence[Clause], chosen: Sequence[Clause]) -> bool:
    """ "R heel & L heel": is an "&" left out that puts down the foot in the air?"""
    kept = {id(clause) for clause in chosen}
    opens = clauses[0].ampersand and id(clauses[0]) not in kept
    if opens and any(clause.ampersand for clause in chosen):
        return True  # "& L heel & R heel": what the second one is, the first one is
    return any(
        between.ampersand
        and id(between) not in kept
        and before.figure is not None
        and not moves_of(before.figure.ways[0])[-1].weight
        and bool(before.feet and after.feet and before.feet[-1] != after.feet[0])
        for before, between, after in zip(clauses, clauses[1:], clauses[2:], strict=False)
    )


def _drawn_out(
    clauses: Sequence[Clause],
    left: Sequence[Clause],
    uses: Sequence[FigureUse],
    shares: Sequence[int],
) -> bool:
    """ "& R toe, hold" on "&3-4": is the first "&" left out, and a hold lasts longer for it?"""
    longer = any(share > max(use.figure.lengths) for use, share in zip(uses, shares, strict=True))
    return longer and clauses[0].ampersand and any(c is clauses[0] for c in left)


def _leaves_out(clauses: Sequence[Clause], chosen: Sequence[Clause]) -> bool:
    """Is a step of the line, neither in brackets nor beside a colon, not danced?"""
    if any(clause.half for clause in clauses):
        return False
    kept = {id(clause) for clause in chosen}
    return any(c.sense is Sense.FIGURE and not c.optional and id(c) not in kept for c in clauses)


def _unknown(clause: Clause) -> Unknown:
    first, last = clause.unknown[0], clause.unknown[-1]
    return Unknown(start=first.start, end=last.end, nearest=clause.nearest, meant=clause.meant)
