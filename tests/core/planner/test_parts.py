"""Orders of parts: worked out by hand, and against every order there is on small songs."""

from collections.abc import Iterator
from fractions import Fraction as F

import pytest
from core.dancing import song
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.layout.engine import lay_out
from maplestep.core.planner.parts import PartLimits, plan_parts, usual_homes
from maplestep.core.planner.price import price, total
from maplestep.core.planner.search import Outcome
from maplestep.core.planner.terms import TagChoice, importances
from maplestep.core.routine.model import Routine
from maplestep.core.sheet.read import read_sheet
from maplestep.core.song.model import Song

# A: 8 counts, half a turn. B: 6 counts, no turn. Both begin and end so that the right is free.
TEXT = """Part A
1-2 R step forward, pivot ½ left
3-4 Walk forward R, L
5-8 R rocking chair
Part B
1-4 R rocking chair
5-6 R rock forward, recover
"""
SHEET = read_sheet(TEXT).sheet


def _orders(song_: Song, limits: PartLimits) -> Iterator[tuple[str, ...]]:
    """Every order that reaches the song's end with so many cuts and tags, the slow way."""
    whole = {"A": 8, "B": 6}

    def go_on(at: int, left: int, items: tuple[str, ...]) -> Iterator[tuple[str, ...]]:
        if at >= song_.length:
            yield items
            return
        for name, length in whole.items():
            yield from go_on(at + length, left, (*items, name))
            if left:
                for cut in map(int, (limits.cuts or {})[name]):
                    if at + cut < song_.length:
                        yield from go_on(at + cut, left - 1, (*items, f"{name}[1-{cut}]"))
                    rest = (*items, f"{name}[{cut + 1}-{length}]")
                    yield from go_on(at + length - cut, left - 1, rest)
        if left and items and not items[-1].startswith("+"):
            for tag in limits.tags:
                yield from go_on(at + int(tag.length), left - 1, (*items, f"+{tag.length}"))

    yield from go_on(0, limits.max_events, ())


@pytest.mark.slow
@settings(max_examples=25, deadline=None)
@given(
    st.lists(
        st.tuples(st.sampled_from(["verse", "chorus"]), st.integers(3, 10).map(lambda n: 2 * n)),
        min_size=2,
        max_size=3,
        # With 60 counts and two events there are 96,054 orders: too many to lay each of them.
    ).filter(lambda phrases: sum(counts for _, counts in phrases) <= 34),
    st.integers(0, 2),
)
def test_the_cheapest_orders_are_the_cheapest(phrases: list[tuple[str, int]], most: int) -> None:
    put_to = song(", ".join(f"{kind} {counts}" for kind, counts in phrases))
    homes = usual_homes(SHEET)
    limits = PartLimits(
        tags=(TagChoice(length=F(2)),), max_events=most, importance=importances(put_to),
        homes=homes, cuts={"A": (F(4),), "B": ()},
    )  # fmt: skip
    costs = []
    for items in _orders(put_to, limits):
        line = lay_out(Routine(song=put_to, sheet=SHEET, sequence=" ".join(items), start=F(0)))
        every = len(line.phrase_hits) == len(line.danced_phrases)
        if line.segments[-1].kind.value == "tag" and line.segments[-1].ended.value == "song":
            continue  # what a tag leaves behind when the song is over is told nowhere
        costs.append((not every, total(price(line, importances(put_to), homes))))
    found = plan_parts(put_to, SHEET, limits, start=F(0))
    assert found.outcome is Outcome.OPTIMAL
    assert found.every_phrase is not min(costs)[0]
    best = min(cost for missed, cost in costs if not (found.every_phrase and missed))
    assert found.plans[0].cost == best
    assert len({plan.sequence for plan in found.plans}) == len(found.plans)


def test_worked_by_hand() -> None:
    # Verse 16 = A A, chorus 12 = B B, verse 14 = A and 6 more: B there is away from home (4);
    # A cut to 6 would be 3 + 3 (a cut at 6) + 2; a tag of 2 fills 16 = 8 + 6 + 2, not 14.
    put_to = song("verse 16, chorus 12, verse 14, chorus 6")
    limits = PartLimits(
        tags=(TagChoice(length=F(2)),), max_events=3, importance=importances(put_to),
        homes=usual_homes(SHEET), cuts={"A": (F(4),), "B": ()},
    )  # fmt: skip
    found = plan_parts(put_to, SHEET, limits, start=F(0))
    assert found.every_phrase
    # B on count 9 of the verse is on the eight: 4 in all. B first would put A on count 7 (5 more).
    # Choruses: B B puts the second B on count 7 of an eight: 5. Together 9.
    assert (found.plans[0].cost, found.plans[0].sequence) == (9, "A x2, B x2, A, B x2")


def test_a_pinned_part_starts_on_its_wall() -> None:
    put_to = song("verse 8, chorus 6")
    limits = PartLimits(tags=(), max_events=0, importance=importances(put_to), pins={"B": 0})
    # A turns a half: B after it starts at 6:00, so B at 12:00 is only possible first.
    found = plan_parts(put_to, SHEET, limits, start=F(0))
    assert [plan.sequence for plan in found.plans if plan.sequence.startswith("A, B")] == []


def test_an_order_that_is_over_too_soon_is_not_cheap() -> None:
    put_to = song("verse 8, chorus 6, verse 8")
    short = lay_out(Routine(song=put_to, sheet=SHEET, sequence="A B", start=F(0)))
    # The second verse, 4 points, has nobody who begins anything with it.
    assert total(price(short, importances(put_to), usual_homes(SHEET))) == 4
