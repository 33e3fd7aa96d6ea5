"""The Teach desk measured: how long a plan takes, a class with five years of logs, and whether the
fitting is the best there is.

    .state/venv/bin/python bench/teaching.py                  # the core
    bash bin/test bench/teaching_desk.py                      # over the API, with a database

The fitting is compared with OR-tools' CP-SAT on random evenings.
"""

from __future__ import annotations

import random
import statistics
import time
from collections.abc import Callable, Sequence
from importlib import resources

from ortools.sat.python import cp_model

from maplestep.core.layout.engine import lay_out
from maplestep.core.layout.timeline import Timeline
from maplestep.core.sheet.read import read_sheet
from maplestep.core.teaching.evening import Wish, plan_evening
from maplestep.core.teaching.fitting import Fits, Item, Way
from maplestep.core.teaching.lesson import lesson
from maplestep.core.teaching.review import Entry, Logged, LoggedEvening, remembered
from maplestep.core.teaching.set_list import Number, balanced
from maplestep.formats.routine.routine_file import read_routine, routine_of


def took(work: Callable[[], object], times: int = 15) -> str:
    """Median and slowest of some runs, in milliseconds."""
    spent = []
    for _ in range(times):
        begun = time.perf_counter()
        work()
        spent.append(1000 * (time.perf_counter() - begun))
    return f"{statistics.median(spent):.1f} ms (slowest {max(spent):.1f})"


def demo() -> list[Timeline]:
    files = sorted(resources.files("maplestep.demo").iterdir(), key=lambda f: f.name)
    forms = [read_routine(f.read_bytes())[0] for f in files if f.name.endswith(".json")]
    return [lay_out(routine_of(form, read_sheet(form.sheet))) for form in forms]


def plans(lines: Sequence[Timeline]) -> None:
    for count, minutes in ((1, 30), (2, 60), (3, 90)):
        lessons = {str(n): lesson(line, level="improver") for n, line in enumerate(lines[:count])}
        drills = sum(map(len, lessons.values()))
        print(
            f"{count} dances, {minutes} minutes, {drills} drills: "
            f"{took(lambda: plan_evening(lessons, Wish(minutes=minutes)))}"  # noqa: B023
        )


def five_years() -> None:
    chance = random.Random(7)
    evenings = []
    for week in range(1000):
        entries = []
        for routine in chance.sample(range(60), 3):
            entries.append(Entry(Logged.DANCED, f"r{routine}", f"Dance {routine}"))
            if chance.random() < 0.3:
                entries.append(Entry(Logged.STUCK, f"r{routine}", part="A", section="1"))
        evenings.append(LoggedEvening(7 * week, tuple(entries)))
    print(f"what is left of 1,000 evenings: {took(lambda: remembered(evenings))}")


def social() -> None:
    chance = random.Random(7)
    numbers = [
        Number(str(n), f"s{n % 40}", chance.choice([96, 110, 122, 130]), 200.0, chance.choice("bi"))
        for n in range(40)
    ]
    print(f"a set list of 11: {took(lambda: balanced(numbers[:11]), 5)}")
    print(f"a set list of 40: {took(lambda: balanced(numbers), 3)}")


def best_by_solver(chains: Sequence[Sequence[Item]], budget: int) -> int:
    """The most points, by a solver that knows nothing of ours."""
    model = cp_model.CpModel()
    seconds, points = [], []
    for chain in chains:
        before = None
        for item in chain:
            taken = [model.new_bool_var("") for _ in item.ways]
            reached = model.new_bool_var("")
            model.add(sum(taken) == reached)
            if before is not None:
                model.add_implication(reached, before)
            before = reached
            seconds += [way.seconds * t for way, t in zip(item.ways, taken, strict=True)]
            points += [way.points * t for way, t in zip(item.ways, taken, strict=True)]
    model.add(sum(seconds) <= budget)
    model.maximize(sum(points))
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 2
    status = solver.solve(model)
    assert status == cp_model.OPTIMAL
    return round(solver.objective_value)


def against_the_solver(rounds: int = 40) -> None:
    chance = random.Random(11)
    same = 0
    for _ in range(rounds):
        chains = [[_item(chance) for _ in range(chance.randint(5, 20))] for _ in range(3)]
        budget = chance.randint(200, 3000)
        same += Fits(chains).within(budget).points == best_by_solver(chains, budget)
    print(f"as many points as CP-SAT finds: {same} of {rounds} evenings of 15 to 60 drills")


def _item(chance: random.Random) -> Item:
    seconds, points, ways = chance.randint(20, 90), chance.randint(3, 12), []
    for rounds in range(1, 4):
        ways.append(Way(rounds, seconds, points))
        seconds += chance.randint(8, 40)
        points += chance.randint(0, 3)
    return Item((Way(0, 0, 0), *ways) if chance.random() < 0.3 else tuple(ways))


if __name__ == "__main__":
    routines = demo()
    plans(routines)
    five_years()
    social()
    against_the_solver()
