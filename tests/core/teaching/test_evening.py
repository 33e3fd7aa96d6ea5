"""The plan of an evening: the best choice against all choices, and what never happens."""

from fractions import Fraction
from itertools import product

import pytest
from core.dancing import happens, song, timeline
from core.teaching.test_drills import LINE, PHRASED
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import TeachingError
from maplestep.core.teaching.evening import Plan, Wish, arranged, drill_key, plan_evening, refit
from maplestep.core.teaching.fitting import Fits, Item, Way
from maplestep.core.teaching.lesson import Order, lesson

LESSONS = {
    "0": lesson(LINE, level="improver"),
    "1": lesson(
        timeline(PHRASED, song("intro 8, verse 80"), sequence="A B A C"),
        order=Order.SONG,
        level="improver",
    ),
}


@st.composite
def items(draw: st.DrawFn) -> Item:
    seconds = draw(st.lists(st.integers(1, 12), min_size=1, max_size=3))
    ways = [
        Way(n + 1, sum(seconds[: n + 1]), n + draw(st.integers(1, 4))) for n in range(len(seconds))
    ]
    if draw(st.booleans()):
        ways.insert(0, Way(0, 0, 0))
    return Item(tuple(ways), locked=draw(st.integers(0, 5)) == 0)


CHAINS = st.lists(st.lists(items(), max_size=3), min_size=1, max_size=3)


def all_choices(chains: list[list[Item]]) -> list[tuple[int, int]]:
    """(seconds, points) of every choice there is, tried one by one."""

    def of_chain(chain: list[Item]) -> list[tuple[int, int]]:
        must = max((n for n, item in enumerate(chain, 1) if item.locked), default=0)
        return [
            (sum(way.seconds for way in ways), sum(way.points for way in ways))
            for upto in range(must, len(chain) + 1)
            for ways in product(*(item.ways for item in chain[:upto]))
        ]

    return [
        (sum(s for s, _ in each), sum(p for _, p in each))
        for each in product(*map(of_chain, chains))
    ]


@given(CHAINS, st.integers(0, 60))
def test_no_other_choice_is_better(chains: list[list[Item]], budget: int) -> None:
    choices = all_choices(chains)
    found = Fits(chains).within(budget)
    within = [each for each in choices if each[0] <= budget]
    if within:
        most = max(points for _, points in within)
        assert (found.points, found.over) == (most, 0)
        assert found.seconds == min(seconds for seconds, points in within if points == most)
    else:
        assert found.seconds == min(seconds for seconds, _ in choices)
        assert found.over == found.seconds - budget
    # What is said to be done takes that long and is worth that much.
    ways = [way for chain in found.ways for way in chain if way is not None]
    assert sum(way.seconds for way in ways) == found.seconds
    assert sum(way.points for way in ways) == found.points


def points(plan: Plan) -> int:
    return sum(item.drill.worth(item.rounds) for item in plan.items if item.drill)


def total(plan: Plan) -> int:
    return sum(item.seconds for item in plan.items)


@given(st.integers(1, 90))
def test_never_over_the_minutes_and_less_time_never_teaches_more(minutes: int) -> None:
    plan, longer = (plan_evening(LESSONS, Wish(minutes=m)) for m in (minutes, minutes + 1))
    assert total(plan) + plan.spare_seconds == 60 * minutes
    assert plan.over_seconds == 0
    assert points(plan) <= points(longer)
    # Every drill is planned or left out, and one item begins where the one before it ends.
    drills = {drill_key(n, d) for n, own in LESSONS.items() for d in own}
    left = {drill_key(n, d) for n, d in plan.left_out}
    planned = {item.key for item in plan.items if item.drill}
    assert planned | left == drills
    assert not planned & left
    at = 0
    for item in plan.items:
        assert item.start_seconds == at
        at += item.seconds
    # Nothing is taught before what it builds on.
    order = [drill_key(n, d) for n, own in LESSONS.items() for d in own]
    places = [order.index(item.key) for item in plan.items if item.drill]
    assert places == sorted(places)


KEYS = [drill_key(n, drill) for n, own in LESSONS.items() for drill in own]


@given(
    st.dictionaries(
        st.sampled_from([*KEYS, "warm-up", "cool-down"]), st.integers(0, 400), max_size=4
    ),
    st.permutations(KEYS),
    st.integers(5, 60),
)
def test_what_was_typed_in_is_kept(fixed: dict[str, int], order: list[str], minutes: int) -> None:
    wish = Wish(minutes=minutes, fixed=fixed, arrangement=order)
    plan = plan_evening(LESSONS, wish)
    assert plan == plan_evening(LESSONS, wish)
    seconds = {item.key: item.seconds for item in plan.items}
    assert {key: seconds.get(key, 0) for key in fixed} == fixed
    shown = [item.key for item in plan.items if item.drill]
    assert shown == [key for key in order if key in seconds]
    assert total(plan) <= 60 * minutes + plan.over_seconds
    assert not plan.over_seconds or fixed


def test_what_is_cut_first_goes_when_there_are_five_minutes_less() -> None:
    plan, less = (plan_evening(LESSONS, Wish(minutes=m)) for m in (15, 15))
    assert plan == less
    shorter = plan_evening(
        LESSONS, Wish(minutes=15, fixed={"warm-up": 90 + 300 + plan.spare_seconds})
    )
    rounds = {item.key: item.rounds for item in shorter.items}
    for cut in plan.cut:
        assert rounds.get(cut.key, 0) == cut.left < cut.rounds


def test_five_minutes_and_no_dances() -> None:
    assert [item.key for item in plan_evening({}, Wish(minutes=5)).items] == ["warm-up"]
    short = plan_evening({"0": LESSONS["0"]}, Wish(minutes=1))
    # The first section takes 25 s of talking and 8 s a round; the second 15 and 8 more, which
    # does not fit behind even two rounds (41 + 23).
    assert [(item.key, item.rounds, item.seconds) for item in short.items] == [
        ("0 learn A 1", 4, 57)
    ]
    for minutes in (0, -3, 601):
        with pytest.raises(TeachingError):
            Wish(minutes=minutes)


@given(st.integers(1, 12), st.integers(0, 600))
def test_once_begun_what_is_done_stands_and_the_rest_is_fitted(upto: int, took: int) -> None:
    before = plan_evening(LESSONS, Wish(minutes=30))
    wish = Wish(minutes=30, arrangement=[item.key for item in before.items])
    done = {item.key: took for item in before.items[:upto]}
    after = refit(LESSONS, wish, done)
    begun = [(item.key, item.seconds) for item in after.items if item.key in done]
    assert begun == [(key, took) for key in done if took]
    # Nothing is planned into the past, and nothing beyond the end unless that is over already.
    assert [item.key for item in after.items[: len(begun)]] == [key for key, _ in begun]
    assert total(after) <= max(30 * 60, upto * took + 90)
    assert after.over_seconds == max(0, total(after) - 30 * 60)


def test_after_the_break_the_rest_is_still_taught() -> None:
    before = plan_evening(LESSONS, Wish(minutes=80))
    keys = [item.key for item in before.items]
    upto = keys.index("break 1") + 1
    done = {item.key: item.seconds for item in before.items[:upto]}
    # Everything took as long as it was planned: what follows stays as it was.
    assert (
        refit(LESSONS, Wish(minutes=80, arrangement=keys), done).items[upto:]
        == (before.items[upto:])
    )


def test_a_break_lies_between_two_dances() -> None:
    plan = plan_evening(LESSONS, Wish(minutes=80))
    at = [item.key for item in plan.items].index("break 1")
    assert (plan.items[at - 1].routine, plan.items[at + 1].routine) == ("0", "1")


@given(st.lists(st.sampled_from("abcdef"), unique=True), st.lists(st.sampled_from("abcdxyz")))
def test_an_arrangement_keeps_every_key_once(keys: list[str], wanted: list[str]) -> None:
    order = arranged(keys, wanted)
    assert sorted(order) == sorted(keys)
    kept = [key for key in dict.fromkeys(wanted) if key in keys]
    assert [key for key in order if key in kept] == kept


def test_an_event_lies_in_the_plan_behind_its_wall() -> None:
    line = timeline(
        PHRASED, song("intro 8, verse 80"), happens("tag", 2, counts=4), sequence="A B A"
    )
    plan = plan_evening({"0": lesson(line, order=Order.SONG)}, Wish(minutes=30))
    keys = [item.key for item in plan.items]
    assert keys.index("0 event tag-2 2") == keys.index("0 wall 2") + 1
    assert all(item.drill is None or item.drill.once_seconds >= Fraction(0) for item in plan.items)
