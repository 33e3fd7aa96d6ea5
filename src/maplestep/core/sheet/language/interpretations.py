"""Which of a line's meanings is meant: the cheapest that uses its counts and its words up.

A line can be read in several ways. Lone feet repeat a figure or name its steps, a turn stands
alone or belongs to the step beside it, brackets and what follows a colon say more or the same
again, an "-ing" word describes, ends or goes along with what stands before it. Each way has a
cost (in units of one odd thing, common practice, no source); a word that matters and finds no
place costs most. The first way without any cost is taken at once; otherwise all are weighed.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cache, lru_cache
from typing import Final

from ...counts import parse_counts
from ...figures.expand import FigureUse
from ...figures.model import moves_of
from ...figures.vocabulary import PIVOT, STEP, WALK_AROUND
from .clauses import Clause, Sense, read_clause
from .describing import compared
from .kinds import Kind
from .lexicon import Lexeme, Lexicon
from .rewriting import rewritten
from .segments import segments_of

_HANDS: Final = frozenset({"hold", "clap"})


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
    """ "Heel grind, coaster" on four counts: the grind is no single move when 1-2, 3&4 fits."""
    cut = any(
        0 < share < use.figure.lengths[0] and not use.figure.repeats
        for use, share in zip(fitted.uses, fitted.shares, strict=True)
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
            for order, chosen in enumerate(_choices(clauses)):
                for cost, uses, spoilt in self._forms(chosen, bent + 0.1 * order):
                    if self._left <= 0:
                        return
                    self._left -= 1
                    shares = share_landings(uses, self._landings) if uses else None
                    if shares is not None and not spoilt:
                        yield self._fitted(uses, shares, chosen, clauses, cost)
                    elif bent == 0 and not _leaves_out(clauses, chosen):
                        self._remember(uses, spoilt, chosen)

    def rhythms(self) -> Iterator[Fitted]:
        """The ways in which the figures' usual rhythm fills the counts."""
        for bent, clauses in rewritten(self._clauses):
            for chosen in _choices(clauses):
                if _leaves_out(clauses, chosen):
                    continue
                for cost, uses, spoilt in self._forms(chosen, bent):
                    if self._left <= 0:
                        return
                    self._left -= 1
                    unread = tuple(_place(x) for clause in chosen for x in clause.unread)
                    way = [(uses, (*self._twice, *unread))]
                    found = None if spoilt or not uses else _bent(way, self._landings, True)
                    if found is not None and found.how == "rhythm":
                        yield replace(found, cost=found.cost + cost)

    def _forms(
        self, chosen: list[Clause], cost: float
    ) -> Iterator[tuple[float, list[FigureUse], bool]]:
        spoilt = any(clause.sense is Sense.UNKNOWN and clause.nearest for clause in chosen)
        for index, uses in enumerate(_forms(chosen)):
            yield cost + 0.02 * index, uses, spoilt

    def _fitted(
        self,
        uses: list[FigureUse],
        shares: tuple[int, ...],
        chosen: list[Clause],
        clauses: Sequence[Clause],
        cost: float,
    ) -> Fitted:
        unread = [*self._twice, *(_place(x) for clause in chosen for x in clause.unread)]
        strange = [clause for clause in chosen if clause.sense is Sense.UNKNOWN]
        unread += [(clause.unknown[0].start, clause.unknown[-1].end) for clause in strange]
        left = [c for c in clauses if not any(c is other for other in chosen)]
        beside = [c for c in left if c.gerund and len(set(c.feet)) < len(c.feet)]
        unread += [(c.start, c.end) for c in beside]  # "swaying hips left left"
        told, differs = compared(uses, left, self._landings)
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
            shares = _first_come(uses, self._landings)
            self.first = Fitted(
                uses=tuple(uses), shares=shares, unknown=unknown,
                how="" if unknown else "short", cost=5.0,
            )  # fmt: skip


@lru_cache(maxsize=2048)
def _clauses_of(words: str, lexicon: Lexicon) -> tuple[list[Clause], tuple[Place, ...]]:
    """The clauses of a line, and its words said twice. Kept: nobody may change the clauses."""
    lexemes, twice = _once(lexicon.lexemes(words))
    clauses = _attached([read_clause(segment, lexicon) for segment in segments_of(lexemes)])
    return clauses, tuple(_place(lexeme) for lexeme in twice)


_FREE: Final = 0.0
_FREE_WAYS: Final = 0.95
"""The plain ways of reading a line (halves, echoes, turns) all count as nothing odd."""


def _once(lexemes: Sequence[Lexeme]) -> tuple[list[Lexeme], list[Lexeme]]:
    """ "Recover R R lifting L": a foot named again right behind itself leads nothing."""
    if any(x.kind is Kind.FIGURE and x.value.repeats for x in lexemes):
        return list(lexemes), []  # "hip bumps R R L L" are four
    kept: list[Lexeme] = []
    twice: list[Lexeme] = []
    for lexeme in lexemes:
        before = kept[-1] if kept else None
        again = (
            before is not None
            and lexeme.kind is Kind.FOOT
            and before.word == lexeme.word
            and lexeme.start - before.end <= 1
        )
        (twice if again else kept).append(lexeme)
    return kept, twice


def _place(lexeme: Lexeme) -> Place:
    return lexeme.start, lexeme.end


def _bent(
    ways: Sequence[tuple[list[FigureUse], tuple[Place, ...]]], landings: int, whole: bool
) -> Fitted | None:
    """Read otherwise than written: in the figures' usual rhythm, or stretched evenly."""
    if whole:
        for uses, unread in ways:
            rhythm = _usual_rhythm(uses, landings)
            if rhythm is not None:
                shares = tuple(
                    use.figure.lengths[_way_before(use, after)] for use, after in _with_next(uses)
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


def _usual_rhythm(uses: Sequence[FigureUse], counts: int) -> str | None:
    """The count column when each figure keeps its usual rhythm, if that fills the counts."""
    rhythms = (use.figure.rhythm(_way_before(use, after)) for use, after in _with_next(uses))
    if sum(map(_counts_of, rhythms)) != counts:
        return None
    spoken = _column(uses)
    return spoken if "&" in spoken and not spoken.startswith("&") else None


def _column(uses: Sequence[FigureUse]) -> str:
    columns: list[str] = []
    at = 0
    for use, following in _with_next(uses):
        rhythm = use.figure.rhythm(_way_before(use, following))
        columns.append(moved(rhythm, at))
        at += _counts_of(rhythm)
    return " ".join(columns)


def _way_before(use: FigureUse, following: FigureUse | None) -> int:
    """ "Vine right, touch left": the touch is the vine's fourth count, not a fifth."""
    lengths = use.figure.lengths
    closes = following is not None and following.figure.lengths == (1,)
    if lengths == (1, 2) and _rocks_back(use, following):
        return 1
    shorter = closes and lengths[0] == 4 and 3 in lengths
    open_end = shorter and not moves_of(use.figure.ways[0])[-1].weight
    return lengths.index(3) if open_end else 0


def _rocks_back(use: FigureUse, following: FigureUse | None) -> bool:
    """ "Shuffle, back rock, shuffle": a rock alone comes back, unless that is said behind it."""
    recovers = moves_of(use.figure.ways[1])[-1].verb == "recover"
    return recovers and (following is None or following.figure.name != "recover")


@lru_cache(maxsize=4096)
def usual_column(words: str, lexicon: Lexicon) -> str:
    """The count column of a line's figures in their usual rhythm; "" when any is unknown."""
    return next(_usual_columns(words, lexicon), "")


@lru_cache(maxsize=4096)
def section_column(words: str, lexicon: Lexicon) -> str:
    """The count column of a whole section's words without counts: the reading that fills eight.

    Where the usual rhythms make no eight, a count a move may ("step lock step scuff", twice);
    then six, four and two are filled.
    """
    columns = list(dict.fromkeys(_usual_columns(words, lexicon)))[:_MOST_COLUMNS]
    lengths = {column: counts_in(column) for column in columns}
    for size in (8, 6, 4, 2):
        fitting = [column for column in columns if lengths[column] % size == 0]
        if fitting:
            return fitting[0]
        if size == 8 and columns:
            fitted = fit_line(words, 8, True, lexicon)
            if fitted.how == "" and fitted.uses and not fitted.unknown and not fitted.unread:
                return "1-8"
    return ""


_MOST_COLUMNS: Final = 8


def _usual_columns(words: str, lexicon: Lexicon) -> Iterator[str]:
    clauses, _ = _clauses_of(words, lexicon)
    for chosen in _choices(clauses):
        if any(clause.sense is Sense.UNKNOWN for clause in chosen):
            continue
        for uses in _forms(chosen):
            if uses and not any(use.bare_turn for use in uses):
                yield _column(uses)


def counts_in(column: str) -> int:
    """How many counts a column takes up: up to its last whole one."""
    return int(max(parse_counts(column).positions)) + 1 if column else 0


@cache
def _counts_of(rhythm: str) -> int:
    return int(max(parse_counts(rhythm).positions)) + 1


@cache
def moved(rhythm: str, by: int) -> str:
    """A count column some counts later: "1&2" two later is "3&4".

    >>> moved("1&2", 2), moved("1-4", 4)
    ('3&4', '5-8')
    """
    parts, number = [], ""
    for char in f"{rhythm}\0":
        if char.isdecimal():
            number += char
            continue
        if number:
            parts.append(str(int(number) + by))
            number = ""
        parts.append(char)
    return "".join(parts).rstrip("\0")


def _attached(clauses: list[Clause]) -> list[Clause]:
    """Weight and turns in brackets or behind a comma belong to the figure before them."""
    kept: list[Clause] = []
    for clause in clauses:
        before = kept[-1] if kept else None
        if before is not None and before.sense in {Sense.FIGURE, Sense.TURN}:
            if clause.only_weight:
                assert clause.weight is not None
                before.weights = (*before.weights, clause.weight)
                before.weight, before.end = clause.weight, clause.end
                before.unread += clause.unread
                continue
            if clause.sense is Sense.TURN and clause.bracket and clause.times > 1:
                before.turn, before.times = clause.turn, clause.times  # "(4 x ⅛)"
                continue
            turned = before.turn is not None or before.turn_facing is not None
            if clause.sense is Sense.TURN and clause.bracket and before.in_parts and clause.turn:
                before.turn = (before.turn or 0) + clause.turn  # "rolling vine (¼, ½, ¼)"
                continue
            if clause.sense is Sense.TURN and clause.bracket and not turned:
                before.turn, before.turn_to = clause.turn, clause.turn_to
                before.turn_facing = clause.turn_facing
                before.in_parts = before.turn is not None
                continue
        if before is not None and _paddles_off(before, clause):
            clause.figure = PIVOT
        if before is not None and clause.bracket and clause.lasts and not clause.figure:
            before.lasts = clause.lasts  # "drag L to R (2 counts)"
            continue
        if clause.only_weight or (clause.sense is Sense.STYLE and clause.times == 1):
            continue
        kept.append(clause)
    return kept


def _paddles_off(before: Clause, clause: Clause) -> bool:
    """ "Step R forward, paddle ¼ left": behind a step that takes the weight it is a pivot."""
    paddles = clause.figure is not None and clause.figure.name == "paddle"
    stepped = before.sense is Sense.FIGURE and before.figure in (None, STEP)
    sized = clause.turn is not None or clause.turn_facing is not None
    return paddles and stepped and sized and before.turn is None and before.weight is None


def _leaves_out(clauses: Sequence[Clause], chosen: Sequence[Clause]) -> bool:
    """Is a step of the line, neither in brackets nor beside a colon, not danced?"""
    if any(clause.half for clause in clauses):
        return False
    kept = {id(clause) for clause in chosen}
    return any(c.sense is Sense.FIGURE and not c.optional and id(c) not in kept for c in clauses)


def _unknown(clause: Clause) -> Unknown:
    first, last = clause.unknown[0], clause.unknown[-1]
    return Unknown(start=first.start, end=last.end, nearest=clause.nearest, meant=clause.meant)


def _choices(clauses: list[Clause]) -> Iterator[list[Clause]]:
    """Which clauses count: without what is optional, all, or one side of a colon."""
    clauses = [clause for clause in clauses if clause.half != 2]
    required = [clause for clause in clauses if not clause.optional]
    described = any(clause.half for clause in clauses)
    if not described:
        if required:
            yield required
        if len(required) < len(clauses):
            yield clauses
            yield [clause for clause in clauses if clause.optional]
        return
    tail = _led([clause for clause in required if clause.half], required)
    head = [clause for clause in required if not clause.half]
    told = sum(clause.sense is Sense.FIGURE for clause in tail)
    order = (tail, required) if told > 1 else (required, tail)
    for chosen in (*order, head, clauses, [c for c in clauses if c.half]):
        # Feet alone behind a colon name the steps of the figure before it.
        if chosen and any(clause.sense is not Sense.FEET for clause in chosen):
            yield chosen


def _led(tail: list[Clause], required: Sequence[Clause]) -> list[Clause]:
    """ "Left foot: step forward, drag right": a foot alone before a colon leads what follows."""
    head = [clause for clause in required if not clause.half]
    feet = [foot for clause in head for foot in clause.feet]
    alone = len(feet) == 1 and all(clause.sense is Sense.FEET for clause in head)
    if not alone or not tail or tail[0].feet or tail[0].sense is not Sense.FIGURE:
        return tail
    first = replace(tail[0])
    first.feet = feet
    return [first, *tail[1:]]


def _forms(clauses: Sequence[Clause]) -> Iterator[list[FigureUse]]:
    """The figures a choice of clauses can ask for."""
    splits = any(_can_split(clause) for clause in clauses)
    for split in (False, True) if splits else (False,):
        uses, times = _uses(clauses, split=split)
        for form in _readings(uses):
            yield form
            if times > 1:
                yield form * times
        last = clauses[-1]
        if times == 1 and last.times > 1 and len(uses) > last.times:
            # "Step R, pivot ½ left x2" may mean both.
            once = [*uses[: -last.times], uses[-1]]
            yield from (form * last.times for form in _readings(once))


def _readings(uses: list[FigureUse]) -> Iterator[list[FigureUse]]:
    plain = _without_echoes(uses)
    for echoes in (plain, uses) if len(plain) < len(uses) else (uses,):
        yield echoes
        if any(use.bare_turn for use in echoes):
            forward, backward = _turns_forward(echoes), _turns_backward(echoes)
            if len(forward) < len(echoes):
                yield forward
            if len(backward) < len(echoes):
                yield backward
        for shorter in (_ended(echoes), _without_claps(echoes)):
            if shorter and len(shorter) < len(echoes):
                yield shorter


def _can_split(clause: Clause) -> bool:
    """ "Side touch" is two moves, "side mambo" and "touch side" are one figure."""
    figure = clause.figure
    return bool(clause.led_by_direction and figure and max(figure.lengths) == 1)


def _uses(clauses: Sequence[Clause], *, split: bool) -> tuple[list[FigureUse], int]:
    """The figures in order, and how often the whole line is to be danced."""
    uses: list[FigureUse] = []
    all_times = 1
    for clause in clauses:
        if clause.sense is Sense.UNKNOWN:
            continue
        if clause.sense is Sense.STYLE:
            all_times = clause.times
        elif clause.sense is Sense.FEET:
            uses.extend(_feet(clause, uses))
        elif split and _can_split(clause):
            step, second = clause.uses()[0], clause.uses()[0]
            uses.append(replace(step, figure=STEP))
            uses.append(replace(second, foot=None, direction=""))
        else:
            uses.extend(clause.uses())
    return uses, all_times


def _feet(clause: Clause, before: list[FigureUse]) -> list[FigureUse]:
    """Feet alone go on with the figure before them, or are steps of their own."""
    moving = [use for use in before if not use.echo and use.figure.name not in _HANDS]
    if moving:
        last = moving[-1]
        return [
            replace(last.echo_on(foot), start=clause.start, end=clause.end)
            for foot in clause.feet
            for _ in range(clause.times)
        ]
    return [
        FigureUse(figure=STEP, start=clause.start, end=clause.end, foot=foot, direction="place")
        for foot in clause.feet
    ]


def _without_echoes(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Shuffle right, left, right" is one shuffle; its first foot leads."""
    kept: list[FigureUse] = []
    for use in uses:
        before = kept[-1] if kept and _goes_on(kept[-1], use) else None
        if not use.echo or before is None:
            kept.append(use)
        elif before.figure.name == "walk" and before.turn and before.foot is not None:
            # "Walk ¾ right: R, L, R, L" is a walk around: the turn goes over all steps.
            kept[-1] = replace(before, figure=WALK_AROUND)
        elif before.foot is None and not before.echo:
            kept[-1] = replace(before, foot=use.foot)
        elif before.figure.lengths[0] == 1 and not before.figure.curves:
            kept.append(use)
        elif use.foot is not None:
            kept[-1] = replace(before, told=(*before.told, use.foot))
    return kept


def _goes_on(before: FigureUse, use: FigureUse) -> bool:
    return before.figure is use.figure or (
        before.figure is WALK_AROUND and use.figure.name == "walk"
    )


def _turns_forward(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Turn ¼ R, step L back" on one count is one move."""
    merged: list[FigureUse] = []
    for use in uses:
        before = merged[-1] if merged else None
        if before is not None and before.bare_turn and _free_to_turn(use):
            merged[-1] = _turned(use, before, before.start, use.end)
        else:
            merged.append(use)
    return merged


def _turns_backward(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Step L forward, turning ¼ left" on one count is one move."""
    merged: list[FigureUse] = []
    for use in uses:
        before = merged[-1] if merged else None
        if before is not None and use.bare_turn and _free_to_turn(before):
            merged[-1] = _turned(before, use, before.start, use.end)
        else:
            merged.append(use)
    return merged


def _free_to_turn(use: FigureUse) -> bool:
    return use.turn is None and use.turn_facing is None and not use.bare_turn


def _turned(use: FigureUse, turn: FigureUse, start: int, end: int) -> FigureUse:
    return replace(
        use,
        turn=turn.turn,
        turn_to=turn.turn_to,
        turn_facing=turn.turn_facing,
        start=start,
        end=end,
    )


def _ended(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Coaster touch", "sailor heel": the last move of a figure done otherwise."""
    merged: list[FigureUse] = []
    for use in uses:
        before = merged[-1] if merged else None
        single = use.figure.lengths == (1,) and use.figure.ways[0].startswith("[")
        if before is not None and single and before.figure.lengths[0] == 3 and not before.ending:
            merged[-1] = replace(before, ending=use.figure, end=use.end)
        else:
            merged.append(use)
    return merged


def _without_claps(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Hold and clap", "stomp and clap": the hands do not need a count of their own."""
    return [use for use in uses if use.figure.name != "clap"]


def _first_come(uses: Sequence[FigureUse], landings: int) -> tuple[int, ...]:
    shares = []
    left = landings
    for use in uses:
        take = min(use.figure.lengths[0], left)
        shares.append(take)
        left -= take
    return tuple(shares)


def share_landings(uses: Sequence[FigureUse], landings: int) -> tuple[int, ...] | None:
    """Number of landings for each figure, or None when no way fits.

    Each figure takes one of its usual lengths, all together the most usual ones: the first,
    but "vine, scuff" is a vine of three. Figures that repeat ("walk", "hold") take what is left.

    Complexity: O(figures x landings x lengths) through memoisation.
    """
    usual = [0 if use.lasts else use.figure.lengths[0] for use in uses]
    closed = [_way_before(use, following) for use, following in _with_next(uses)]
    if all(usual) and sum(usual) == landings and not any(closed):
        return tuple(usual)
    lengths = [_choices_of(use, landings, alone=len(uses) == 1) for use in uses]
    if sum(map(min, lengths)) > landings or sum(map(max, lengths)) < landings:
        return None

    @cache
    def rest_of(index: int, left: int) -> tuple[float, tuple[int, ...]] | None:
        if index == len(lengths):
            return (0.0, ()) if left == 0 else None
        best: tuple[float, tuple[int, ...]] | None = None
        for place, length in enumerate(lengths[index]):
            if length > left or (best is not None and _unusual(place, closed[index]) >= best[0]):
                continue
            rest = rest_of(index + 1, left - length)
            if rest is None:
                continue
            cost = rest[0] + _unusual(place, closed[index])
            if best is None or cost < best[0]:
                best = cost, (length, *rest[1])
        return best

    found = rest_of(0, landings)
    return found[1] if found else None


def _unusual(place: int, usual: int) -> float:
    """What it costs that a figure takes another length than its usual one."""
    return 0.0 if place == usual else 0.5 if place < _FEW_LENGTHS else 0.5 + place / 1000


_FEW_LENGTHS: Final = 3


def _with_next(uses: Sequence[FigureUse]) -> Iterator[tuple[FigureUse, FigureUse | None]]:
    return zip(uses, (*uses[1:], None), strict=True)


def _choices_of(use: FigureUse, landings: int, *, alone: bool) -> tuple[int, ...]:
    """ "Walk R, L" is two walks and no more; "walk R" alone goes on for its counts."""
    lengths = use.figure.lengths
    if use.lasts and max(lengths) == 1:
        if use.lasts == landings and not alone:
            # "Step L side and roll hips for 4 counts" on four: the step is one of them.
            return tuple(range(use.lasts, 0, -1))
        return (use.lasts,)
    if use.figure.sustained:
        return tuple(range(1, landings + 1))
    named_step = use.foot is not None and lengths == (1,) and "B" not in use.figure.ways[0]
    if not use.figure.repeats or (named_step and not alone):
        return lengths
    return (*lengths, *(n for n in range(1, landings + 1) if n not in lengths))
