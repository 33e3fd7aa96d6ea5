"""The planner against every plan there is, on songs small enough to write them all down."""

from dataclasses import replace
from fractions import Fraction as F

import pytest
from core.dancing import part_of, song
from core.planner.exhaustive import all_plans, price
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.layout.timeline import SegmentKind
from maplestep.core.planner.price import price as price_of
from maplestep.core.planner.price import total
from maplestep.core.planner.search import Outcome
from maplestep.core.planner.settle import fixed_walls, kept_events, laid_plan
from maplestep.core.planner.terms import Limits, TagChoice, importances, usual_limits
from maplestep.core.planner.walls import plan_walls
from maplestep.core.primitives.counts import parse_cut
from maplestep.core.routine.model import Event, EventKind, Routine
from maplestep.core.sheet.model import Part, Sheet

# Eight counts each: no turn; a quarter on 3-4; a half on 1-2 that ends on the wrong foot at 4.
STILL = part_of("1-4 R rocking chair", "5-8 R rocking chair")
QUARTER = part_of("1-2 R rock forward, recover", "3-4 R side ¼ right, L together", "5-8 Hold")
HALF = part_of("1-2 R step forward, pivot ½ left", "3&4 R shuffle forward", "5-8 L rocking chair")
KINDS = ("verse", "chorus", "bridge", "outro")


@pytest.mark.slow
@settings(max_examples=330, deadline=None)
@given(
    st.sampled_from([STILL, QUARTER, HALF]),
    st.lists(st.tuples(st.sampled_from(KINDS), st.integers(3, 15)), min_size=2, max_size=4),
    st.sets(st.sampled_from([2, 3, 4, 6]), max_size=3),
    st.sets(st.sampled_from([1, 2, 4]), max_size=2),
    st.tuples(st.integers(0, 3), st.booleans()),
)
def test_the_five_cheapest_are_the_five_cheapest(
    part: Part,
    phrases: list[tuple[str, int]],
    cuts: set[int],
    tags: set[int],
    allowed: tuple[int, bool],
) -> None:
    most, no_side = allowed
    put_to = song(", ".join(f"{kind} {counts}" for kind, counts in phrases))
    limits = Limits(
        cuts=tuple(map(F, sorted(cuts))),
        tags=tuple(TagChoice(length=F(t)) for t in sorted(tags)),
        max_events=most,
        importance=importances(put_to),
        no_side_events=no_side,
    )
    every = {w: price(put_to, part, limits, F(0), w) for w in all_plans(put_to, part, limits, F(0))}
    found = plan_walls(put_to, part, limits, start=F(0))
    assert found.outcome is Outcome.OPTIMAL
    plans = [
        tuple((w.cut, w.tag.length if w.tag else None) for w in plan.walls) for plan in found.plans
    ]
    assert len(set(plans)) == len(plans) == min(5, len(every))
    assert [plan.cost for plan in found.plans] == sorted(every.values())[: len(plans)]
    assert [every[plan] for plan in plans] == [plan.cost for plan in found.plans]


def _best(put_to: str, part: Part, **limits: object) -> tuple[int, list[str]]:
    placed = song(put_to)
    given_limits: dict[str, object] = {
        "cuts": (F(4),), "tags": (TagChoice(length=F(4)),), "max_events": 5,
        "importance": importances(placed), **limits,
    }  # fmt: skip
    best = plan_walls(placed, part, Limits(**given_limits), start=F(0)).plans[0]  # type: ignore[arg-type]
    return best.cost, [wall.key for wall in best.walls]


def test_worked_by_hand_a_tag_fills_four_counts() -> None:
    # Verse 12 = 8 + 4. Without an event the chorus begins inside wall 2 (6), and wall 3 starts on
    # count 5 of an eight (5): 11. A tag of 4 after wall 1: 3 for a tag + 0 for four counts
    # + 2 for being the one event = 5, and the dance faces front.
    assert _best("verse 12, chorus 16", STILL) == (5, ["/4", "/", "/"])
    # Two verses of 12: the same tag again costs 3, no second 2.
    assert _best("verse 12, verse 12, chorus 16", STILL) == (8, ["/4", "/4", "/", "/"])


def test_worked_by_hand_the_side_wall_costs_one() -> None:
    # QUARTER ends wall 1 at 3:00: 5 + 1 for not facing front or back.
    assert _best("verse 12, chorus 16", QUARTER)[0] == 6
    # Where side walls are forbidden wall 2 stops after 4 instead, facing 6:00: 3 + 1 for a cut
    # at 4 + 2 = 6 as well.
    assert _best("verse 12, chorus 16", QUARTER, no_side_events=True) == (6, ["/", "4/", "/", "/"])
    # With tags alone: plain is 6 (the chorus begins in wall 2) + 5 (wall 3 on count 5 of an
    # eight) = 11; the tag that would put it right faces 3:00.
    assert _best("verse 12, chorus 16", QUARTER, no_side_events=True, cuts=())[0] == 11


def test_nothing_to_dance_to_is_infeasible() -> None:
    placed = song("verse 12")
    limits = Limits(cuts=(), tags=(), max_events=0)
    assert plan_walls(placed, STILL, limits, start=F(12)).outcome is Outcome.INFEASIBLE
    assert plan_walls(placed, STILL, limits, start=F(0)).plans[0].cost == 0


@pytest.mark.parametrize("most", [9, 12, 30])
def test_many_events_are_allowed(most: int) -> None:
    # Ten verses of 12: each needs its tag of 4, 2 + 10 x 3 less the last verse's, where nothing
    # follows: 2 + 9 x 3 = 29. With 9 allowed the bound still has to count, with 30 it does not.
    cost, walls = _best(", ".join(["verse 12"] * 10), STILL, max_events=most)
    assert (cost, walls.count("/4")) == (29, 9)


@settings(max_examples=60, deadline=None)
@given(
    st.sampled_from([STILL, QUARTER, HALF]),
    st.lists(st.tuples(st.sampled_from(KINDS), st.integers(5, 30)), min_size=2, max_size=6),
)
def test_a_plan_danced_costs_what_it_was_planned_for(
    part: Part, phrases: list[tuple[str, int]]
) -> None:
    """The price read off the timeline is another way to the same sum."""
    put_to = song(", ".join(f"{kind} {counts}" for kind, counts in phrases))
    sheet = Sheet(parts=(part,))
    routine = Routine(song=put_to, sheet=sheet, start=F(0))
    limits = usual_limits(put_to, sheet, part, "")
    for plan in plan_walls(put_to, part, limits, start=F(0)).plans:
        line = laid_plan(plan, routine, ())
        # Behind a tag that outlasts the song no wall follows whose foot could be loaded.
        if line.segments[-1].kind is SegmentKind.WALL:
            assert total(price_of(line, importances(put_to))) == plan.cost


def test_a_settled_wall_stays_and_its_cost_counts() -> None:
    put_to = song("verse 12, chorus 16, verse 12, chorus 16")
    sheet = Sheet(parts=(STILL,))
    own = Event(id="mine", kind=EventKind.RESTART, walls=(4,), after=parse_cut("4"))
    routine = Routine(song=put_to, sheet=sheet, events=(own,), start=F(0))
    kept = kept_events(routine, ["mine"])
    limits = replace(usual_limits(put_to, sheet, STILL, ""), fixed=fixed_walls(routine, kept))
    best = plan_walls(put_to, STILL, limits, start=F(0)).plans[0]
    assert best.walls[3].fixed
    # By hand: tag 4 after wall 1 (3 + 2) puts the chorus on wall 2 at 12; wall 4 = [28, 32) is
    # the restart (3 + 1 + 2), wall 5 [32, 40) starts on count 5 of an eight (5), and the second
    # chorus at 40 is wall 6: 5 + 6 + 5 = 16.
    assert best.cost == 16
    line = laid_plan(best, routine, kept)
    assert total(price_of(line, importances(put_to))) == 16
    assert line.walls[3].length == 4


def test_a_wait_keeps_no_tag_or_restart_from_its_wall() -> None:
    put_to = song("verse 12, chorus 16")
    wait = Event(id="w", kind=EventKind.WAIT, walls=(1,), after=parse_cut("8"))
    routine = Routine(song=put_to, sheet=Sheet(parts=(STILL,)), events=(wait,), start=F(0))
    kept = kept_events(routine, [])
    assert (kept, fixed_walls(routine, kept)) == ((wait,), {})


def test_a_search_that_would_take_minutes_is_given_up_and_says_so() -> None:
    # 10,000 counts, every count a cut, twelve tags: nobody waits for that.
    endless = song(", ".join(["verse 2000"] * 5))
    limits = Limits(
        cuts=tuple(map(F, range(1, 8))),
        tags=tuple(TagChoice(length=F(t)) for t in range(1, 13)),
        max_events=8,
        importance=importances(endless),
    )
    assert plan_walls(endless, STILL, limits, start=F(0)).outcome is Outcome.GIVEN_UP
    shorter = song("verse 200")
    assert plan_walls(shorter, STILL, limits, start=F(0)).outcome is Outcome.OPTIMAL
