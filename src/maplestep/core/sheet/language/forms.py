"""The figures that the clauses of a line can ask for: every choice of clauses in every form."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise, takewhile, zip_longest
from typing import Final

from ...figures.expand import FigureUse, Weight
from ...figures.model import Figure
from ...figures.vocabulary import BY_NAME, PIVOT, STEP, WALK_AROUND
from ...primitives.feet import Foot
from .clause import Clause, Sense
from .listed import is_of_one_count, with_figure
from .written_short import in_full, one_for_each_foot, with_struts

_HANDS: Final = frozenset({"hold", "clap"})


def attached(clauses: list[Clause]) -> list[Clause]:
    """Weight and turns in brackets or behind a comma belong to the figure before them."""
    kept: list[Clause] = []
    for clause in clauses:
        if kept and _taken_by(kept, clause):
            continue
        if clause.only_weight or (clause.sense is Sense.STYLE and clause.times == 1):
            continue
        kept.append(clause)
        _grind(kept)
    _take_durations_together(kept)
    return list(_with_every_foot(kept))


def _taken_by(kept: Sequence[Clause], clause: Clause) -> bool:
    """Does a clause say nothing but what belongs to the one before it? If not, what stands
    before it may say which figure it is."""
    before = kept[-1]
    if _changes_weight(before, clause):
        clause.sense, clause.figure = Sense.FIGURE, BY_NAME["recover"]
        clause.feet, clause.weight = [before.feet[0].other], None
    if _belongs_to(before, clause):
        return True
    clause.figure = _figure_again(kept, clause) or _swivelled_on(kept, clause) or clause.figure
    if _paddles_off(before, clause):
        clause.figure = PIVOT
    if clause.figure is _CENTRE and len(clause.feet) == 1 and _has_stepped_off(kept):
        clause.figure, clause.direction = STEP, "back"
    if clause.figure is PIVOT:
        _turn_of_pivot(before, clause)
        before.side_in_words = False  # "step right, pivot ½ left": no step to the side
    lasts = clause.bracket and clause.lasts and not clause.figure
    if lasts:
        before.lasts = clause.lasts  # "drag L to R (2 counts)"
    return bool(lasts)


def _has_stepped_off(kept: Sequence[Clause]) -> bool:
    """ "R diag fwd, touch L, L back to centre": was there a step, and nothing that swivels?"""
    figures = [clause.figure for clause in kept if clause.sense is Sense.FIGURE]
    swung = any(figure is not None and figure.name in _SWUNG for figure in figures)
    return not swung and any(figure in (None, STEP) for figure in figures)


_CENTRE: Final = BY_NAME["return to centre"]
_SWUNG: Final = frozenset(
    {"swivel", "open heels", "heel split", "bring heels together", "bump", "sway", "hip roll",
     "toe fan", "heel fan", "knee pop", "return to centre"}
)  # fmt: skip


def _take_durations_together(clauses: Sequence[Clause]) -> None:
    for figure, last in pairwise(clauses):
        if last.lasts and _lasts_together(figure, last):
            last.lasts = 0


def _lasts_together(figure: Clause, last: Clause) -> bool:
    """ "Vine R with touch (4 counts)": that long is the vine with its touch."""
    if figure.figure is None or last.figure is None or max(last.figure.lengths) > 1:
        return False
    return last.lasts - 1 in figure.figure.lengths and max(figure.figure.lengths) > 1


def _with_every_foot(clauses: Sequence[Clause]) -> Iterator[Clause]:
    """ "4 heel digs (R, L, R, L)": the bracket says more than the number in front."""
    left = deque(clauses)
    while left:
        clause = left.popleft()
        single = clause.figure is not None and clause.figure.lengths == (1,)
        if single and clause.times > 1 and not clause.feet and not _can_split(clause):
            behind = list(takewhile(lambda c: c.bracket and c.sense is Sense.FEET, left))
            feet = [foot for each in behind for foot in each.feet]
            if len(feet) == clause.times:
                clause.feet, clause.times = feet, 1
                for _ in behind:
                    left.popleft()
        yield clause


def _grind(kept: list[Clause]) -> None:
    """ "Touch R heel forward, grind ¼ right stepping L back": the heel grind of two counts."""
    if len(kept) < 2 or kept[-1].figure is not BY_NAME["heel grind"]:
        return
    heel, ground = kept[-2], kept[-1]
    touched = heel.figure is not None and heel.figure.name in {"heel", "touch"}
    steps = ground.direction == "back" and len(heel.feet) == len(ground.feet) == 1
    if touched and steps and heel.feet[0] is ground.feet[0].other:
        ground.feet, ground.direction, ground.start = heel.feet, "", heel.start
        kept[-2:] = [ground]
    elif touched and len(heel.feet) == 1 and len(ground.feet) == 1 and _from_side_to_side(ground):
        # "... and grind the toes from L to R"
        ground.feet, ground.travel, ground.direction = heel.feet, None, ""
        ground.start = heel.start
        kept[-2:] = [ground]


def _from_side_to_side(clause: Clause) -> bool:
    return clause.direction == "together" or clause.travel is clause.feet[0].other


def _belongs_to(before: Clause, clause: Clause) -> bool:
    """Take the weight or the turn of a clause that says nothing else."""
    if clause.only_weight and before.sense in {Sense.FIGURE, Sense.TURN, Sense.FEET}:
        _weighed(before, clause)
        return True
    turns = clause.sense is Sense.TURN and clause.bracket
    return turns and before.sense in {Sense.FIGURE, Sense.TURN} and _turned_beside(before, clause)


def _changes_weight(before: Clause, clause: Clause) -> bool:
    """ "Step ball of right beside left, change weight to left": the other foot's own move.

    In brackets, or behind a figure that need not take the weight, it says where that ends.
    """
    steps = before.figure in _TAKES_WEIGHT and bool(before.figure or before.direction)
    alone = clause.only_weight and not clause.bracket and before.weight is None
    return alone and steps and len(before.feet) == 1 and clause.weight is before.feet[0].other


_TAKES_WEIGHT: Final = (None, STEP, BY_NAME["ball"])


def _weighed(before: Clause, clause: Clause) -> None:
    assert clause.weight is not None
    before.weights = (*before.weights, clause.weight)
    before.weight, before.end = clause.weight, clause.end
    before.unread += clause.unread


def _turned_beside(before: Clause, clause: Clause) -> bool:
    """A turn in brackets is that of the figure before it, which had none."""
    if clause.times > 1:
        before.turn, before.times = clause.turn, clause.times  # "(4 x ⅛)"
        return True
    if before.in_parts and clause.turn:
        before.turn = (before.turn or 0) + clause.turn  # "rolling vine (¼, ½, ¼)"
        return True
    if before.turn is not None or before.turn_facing is not None:
        return False
    before.turn, before.turn_to = clause.turn, clause.turn_to
    before.turn_facing = clause.turn_facing
    before.in_parts = before.turn is not None
    return True


def _turn_of_pivot(before: Clause, pivot: Clause) -> None:
    """ "R forward ¼ L, pivot": the turn in front of a pivot that has none is the pivot's."""
    stepped = before.figure in (None, STEP) and before.sense is Sense.FIGURE
    plain = pivot.turn is None and pivot.turn_facing is None and pivot.sense is Sense.FIGURE
    if stepped and plain and before.turn is not None and before.direction in {"", "fwd"}:
        pivot.turn, pivot.turn_to = before.turn, before.turn_to or pivot.turn_to
        before.turn, before.turn_to, before.turns = None, None, False


def _figure_again(kept: Sequence[Clause], clause: Clause) -> Figure | None:
    """ "Touch R out, in, out", "heels apart, together": the figure goes on without its name."""
    plain = clause.sense is Sense.FIGURE and clause.figure is None and not clause.feet
    before = next((each for each in reversed(kept) if not each.ampersand), None)
    if not plain or before is None or before.figure is None:
        return None
    if clause.turn is not None or clause.weight is not None:
        return None
    return _gone_on_with(before.figure, before, clause)


def _gone_on_with(figure: Figure, before: Clause, clause: Clause) -> Figure | None:
    if figure.name in _HEELS and clause.direction in {"out", "in", "together", "place"}:
        return BY_NAME["open heels" if clause.direction == "out" else "bring heels together"]
    # In "side touch R" the side is that of a step.
    pointed = figure.name in _POINTS and before.direction and not before.led_by_direction
    if pointed and clause.direction in _REACHES:
        return figure  # "point R forward, side"
    if figure.name not in _AGAIN or clause.direction not in {"out", "in"}:
        return None
    if figure.name in _FANS and (before.direction, clause.direction) == ("out", "in"):
        before.figure = _FANS[figure.name]  # "R heel out, in" stays on the floor
    return before.figure


def _swivelled_on(kept: Sequence[Clause], clause: Clause) -> Figure | None:
    """ "Swivel heels R, toes R, heels R": heels and toes of both feet swivel on."""
    before = next((each.figure for each in reversed(kept) if each.figure is not None), None)
    named = clause.figure is not None and clause.figure.name in {"heel", "toe"}
    on = before is not None and before.name == "swivel" and clause.both and not clause.direction
    return before if named and on else None


_HEELS: Final = frozenset({"open heels", "heel split", "bring heels together"})
_POINTS: Final = frozenset({"touch", "point", "toe"})
_REACHES: Final = frozenset({"fwd", "side", "back"})
_FANS: Final = {"heel": BY_NAME["heel fan"], "toe": BY_NAME["toe fan"]}
_AGAIN: Final = frozenset({"touch", "point", "toe", "heel", "swivel", "toe fan", "heel fan"})


def _paddles_off(before: Clause, clause: Clause) -> bool:
    """ "Step R forward, paddle ¼ left": behind a step that takes the weight it is a pivot."""
    paddles = clause.figure is not None and clause.figure.name == "paddle"
    stepped = before.sense is Sense.FIGURE and before.figure in (None, STEP)
    sized = clause.turn is not None or clause.turn_facing is not None
    return paddles and stepped and sized and before.turn is None and before.weight is None


def clause_choices(clauses: list[Clause]) -> Iterator[list[Clause]]:
    """Which clauses count: without what is optional, all, or one side of a colon."""
    clauses = [clause for clause in clauses if clause.half != 2]
    # What has a word that fits nowhere is not passed over in silence.
    required = [c for c in clauses if not c.optional or (c.gerund and c.unread)]
    described = any(clause.half for clause in clauses)
    yield from (_described_choices if described else _plain_choices)(clauses, required)


def _plain_choices(clauses: list[Clause], required: list[Clause]) -> Iterator[list[Clause]]:
    if required:
        yield required
    if len(required) < len(clauses):
        yield clauses
        if any(clause.optional and not clause.ampersand for clause in clauses):
            yield [clause for clause in clauses if clause.optional]


def _described_choices(clauses: list[Clause], required: list[Clause]) -> Iterator[list[Clause]]:
    """One side of a colon, or both."""
    for chosen in _order_of_sides(clauses, required):
        # Feet alone behind a colon name the steps of the figure before it.
        if chosen and any(clause.sense is not Sense.FEET for clause in chosen):
            yield chosen


def _order_of_sides(clauses: list[Clause], required: list[Clause]) -> list[list[Clause]]:
    tail = _led([clause for clause in required if clause.half], required)
    if listed := with_figure(required) if required else None:
        # Its head alone would drop the list.
        return [listed] if is_of_one_count(listed[0].figure) else [listed, tail, required]
    head = [clause for clause in required if not clause.half]
    told = sum(clause.sense is Sense.FIGURE for clause in tail)
    order = [tail, required] if told > 1 else [required, tail]
    return [*order, head, clauses, [c for c in clauses if c.half]]


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


Form = tuple[list[FigureUse], Clause | None]
"""Figures, and the clause that says "twice" where they are danced but once."""


def forms_of(clauses: Sequence[Clause]) -> Iterator[Form]:
    """The figures a choice of clauses can ask for."""
    yield from ((form, None) for form in _led_by_each(clauses))
    if listed := with_figure(clauses):
        yield from ((form, None) for form in _readings(_uses(listed, split=False)[0]))
    splits = any(_can_split(clause) for clause in clauses)
    for split in (False, True) if splits else (False,):
        uses, again = _uses(clauses, split=split)
        for form in _readings(uses):
            if again is not None:
                yield from ((each, None) for each in _over_again(form, again.times))
            yield form, again
        last = clauses[-1]
        if again is None and last.times > 1 and len(uses) > last.times:
            # "Step R, pivot ½ left x2" may mean both.
            once = [*uses[: -last.times], uses[-1]]
            yield from ((form * last.times, None) for form in _readings(once))


def _over_again(form: list[FigureUse], times: int) -> Iterator[list[FigureUse]]:
    """ "..., twice" at the end: all of it, or what was named last: "kick, step, pivot, twice"."""
    yield form * times
    for tail in range(2, min(len(form), _LONG_TAIL + 1)):
        yield form[:-tail] + form[-tail:] * times


_LONG_TAIL: Final = 3


def _led_by_each(clauses: Sequence[Clause]) -> Iterator[list[FigureUse]]:
    """ "4 step scuffs (R, L, R, L)": both moves once more for every foot that leads."""
    body = list(takewhile(lambda clause: clause.sense is Sense.FIGURE, clauses))
    lead = _feet_behind(body, clauses[len(body) :])
    plain = not any(clause.feet or clause.times > 1 for clause in body[1:-1])
    if not plain or len(lead) < 2 or body[0].times != len(lead):
        return
    once = [use for clause in body for use in replace(clause, times=1, feet=[]).uses()]
    first = replace(once[0], direction=once[0].direction or _way(body))
    yield [use for foot in lead for use in (replace(first, foot=foot), *once[1:])]


def _feet_behind(body: Sequence[Clause], behind: Sequence[Clause]) -> list[Foot]:
    """The feet named behind figures, where nothing else is."""
    if not body or any(clause.sense is not Sense.FEET for clause in behind):
        return []
    return [foot for clause in (body[-1], *behind) for foot in clause.feet]


def _way(body: Sequence[Clause]) -> str:
    """ "Step scuffs forward": the way is said behind the last move, and is the step's."""
    return next((clause.direction for clause in body if clause.direction), "")


def _readings(uses: list[FigureUse]) -> Iterator[list[FigureUse]]:
    plain = _without_echoes(uses)
    if (whole := in_full(plain)) != plain:
        yield whole  # it has to fit before a lock is one step and a hold goes on
    for echoes in (plain, one_for_each_foot(uses)) if len(plain) < len(uses) else (uses,):
        yield from _with_turns_joined(echoes)
        for shorter in (_ended(echoes), _without_claps(echoes)):
            if shorter and len(shorter) < len(echoes):
                yield shorter
        for other in (list(map(_landed, echoes)), list(map(_travelling, echoes))):
            if other != echoes:
                yield other
    if len(struts := with_struts(plain)) < len(plain):
        yield struts


def _with_turns_joined(uses: list[FigureUse]) -> Iterator[list[FigureUse]]:
    """The figures as they are, and with turns told alone joined to the step beside them."""
    yield uses
    if any(use.bare_turn for use in uses):
        for joined in (_turns_forward(uses), _turns_backward(uses)):
            if len(joined) < len(uses):
                yield joined


def _landed(use: FigureUse) -> FigureUse:
    """ "Sweep R behind L": the sweep may end in a step there."""
    lands = use.figure.name == "sweep" and use.direction in {"behind", "cross"}
    return replace(use, figure=STEP) if lands else use


def _travelling(use: FigureUse) -> FigureUse:
    """ "Cross shuffle left" names the foot that crosses, or the side it goes to."""
    crosses = use.figure.direction == "cross" and use.figure.lengths[0] > 2
    if not crosses or use.foot is None or use.told or use.travel is not None:
        return use
    return replace(use, foot=use.foot.other, travel=use.foot)


def _can_split(clause: Clause) -> bool:
    """ "Side touch" is two moves; "side mambo", "touch side" and "side step" are one figure."""
    figure = clause.figure
    if figure is STEP and clause.direction != "together":
        return False
    return bool(clause.led_by_direction and figure and max(figure.lengths) == 1)


def _uses(clauses: Sequence[Clause], *, split: bool) -> tuple[list[FigureUse], Clause | None]:
    """The figures in order, and the clause that says how often they are to be danced."""
    uses: list[FigureUse] = []
    again: Clause | None = None
    for clause in clauses:
        if clause.sense is Sense.UNKNOWN:
            continue
        if clause.sense is Sense.STYLE:
            again = clause if clause.times > 1 else None
        elif clause.sense is Sense.FEET:
            uses.extend(_feet(clause, uses))
        elif split and _can_split(clause):
            step, second = clause.uses()[0], clause.uses()[0]
            for time in range(clause.times):
                foot = step.foot if not time else None  # the next one is the other foot's
                uses.append(replace(step, figure=STEP, foot=foot))
                uses.append(replace(second, foot=None, direction=""))
        else:
            uses.extend(clause.uses())
    return _lifted_again(uses), again


def _lifted_again(uses: list[FigureUse]) -> list[FigureUse]:
    """ "Stomp R, kick R": a stomp whose foot moves again right away takes no weight."""
    return [
        replace(use, weight=Weight.NONE) if _moves_again(use, following) else use
        for use, following in zip_longest(uses, uses[1:])
    ]


def _moves_again(use: FigureUse, following: FigureUse | None) -> bool:
    if use.figure.name != "stomp" or use.weight is not None or following is None:
        return False
    again = following.figure.name in _STOMPED_BEFORE and following.foot is use.foot
    return again and use.foot is not None and not following.echo


_STOMPED_BEFORE: Final = frozenset(
    {"kick", "flick", "hook", "hitch", "heel", "toe", "touch", "point", "brush", "scuff"}
)


def _feet(clause: Clause, before: list[FigureUse]) -> list[FigureUse]:
    """Feet alone go on with the figure before them, or are steps of their own."""
    still = _HANDS | {"return to centre"}
    moving = [use for use in before if not use.echo and use.figure.name not in still]
    if moving:
        last = moving[-1]
        found = [
            replace(last.echo_on(foot), start=clause.start, end=clause.end)
            for foot in _feet_again(clause, last, before)
        ]
    else:
        found = [
            FigureUse(figure=STEP, start=clause.start, end=clause.end, foot=foot, direction="place")
            for foot in clause.feet
        ]
    if clause.weight is not None and found:
        found[-1] = replace(found[-1], weight=clause.weight)  # "swivel R, L, R, L (weight on L)"
    return found


def _feet_again(clause: Clause, last: FigureUse, before: Sequence[FigureUse]) -> list[Foot]:
    """ "Bump hips R twice, L twice" bumps on; no foot walks twice: in "walk R, L x2" both do."""
    named = takewhile(lambda use: use.figure is last.figure, reversed(before))
    listed = [use.foot for use in named if use.foot is not None][::-1] + clause.feet
    alternate = all(a is not b for a, b in pairwise([*listed, *listed]))
    if clause.times > 1 and last.figure.name in _WALKS and alternate:
        return clause.feet + listed * (clause.times - 1)
    return [foot for foot in clause.feet for _ in range(clause.times)]


_WALKS: Final = frozenset({"walk", "step", "skate", "stomp"})


def _without_echoes(uses: Sequence[FigureUse]) -> list[FigureUse]:
    """ "Shuffle right, left, right" is one shuffle; its first foot leads."""
    kept: list[FigureUse] = []
    for use in uses:
        if use.echo and kept and _goes_on(kept[-1], use):
            kept[-1:] = _echoed(kept[-1], use)
        else:
            kept.append(use)
    return kept


def _echoed(before: FigureUse, use: FigureUse) -> tuple[FigureUse, ...]:
    """A figure and a foot behind it as one figure, or as two."""
    if before.figure.name == "walk" and before.turn and before.foot is not None:
        # "Walk ¾ right: R, L, R, L" is a walk around: the turn goes over all steps.
        return (replace(before, figure=WALK_AROUND),)
    if before.foot is None and not before.echo:
        return (replace(before, foot=use.foot, weight=use.weight or before.weight),)
    if before.figure.lengths[0] == 1 and not before.figure.curves:
        return before, use
    if use.foot is None:
        return (before,)
    told = (*before.told, use.foot)
    return (replace(before, told=told, weight=use.weight or before.weight),)


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
