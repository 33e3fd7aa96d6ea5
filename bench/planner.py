"""How fast the planner is, how right, and how it compares with a general constraint solver.

PYTHONPATH=src .state/venv/bin/python bench/planner.py            speed on 50 song-sized cases
PYTHONPATH=src .state/venv/bin/python bench/planner.py --solver   also CP-SAT (OR-tools), 10 cases
PYTHONPATH=src .state/venv/bin/python bench/planner.py --shelf    200 dances on one song

Asserts that both planners find the same cost wherever the solver finishes; times are printed.
"""

from __future__ import annotations

import argparse
import gc
import json
import random
import statistics
import time
import tracemalloc
from fractions import Fraction
from importlib import resources

from ortools.sat.python import cp_model

from maplestep.core.planner.fit import best_fit
from maplestep.core.planner.terms import (
    DIFFERENT,
    NOT_FRONT,
    OFF_UNIT,
    Limits,
    TagChoice,
    importances,
    usual_cuts,
)
from maplestep.core.planner.walls import actions_of, plan_walls
from maplestep.core.primitives.turns import FULL
from maplestep.core.sheet.model import Part
from maplestep.core.sheet.read import read_sheet
from maplestep.core.song.model import Phrase, PhraseKind, Song

LENGTHS = (16, 32, 32, 64, 48, 36, 28, 20, 40, 34, 30, 24)
KINDS = ("verse", "chorus", "verse", "chorus", "bridge", "chorus", "break", "outro")
DEMO = resources.files("maplestep.demo")
INTRO = 16
SOLVER_SECONDS = 600.0


def sheets() -> list[str]:
    """A 32-count dance with a quarter turn and a 64-count one with a half."""
    names = ("1-kite-weather.json", "3-clover-gravel.json")
    return [json.loads((DEMO / name).read_text())["sheet"] for name in names]


def song_of(rng: random.Random) -> Song:
    """400 to 600 counts in phrases of many lengths: few dances sit on it by themselves."""
    left = rng.randint(400, 600)
    phrases = [Phrase(kind=PhraseKind.INTRO, counts=INTRO)]
    while left:
        counts = min(left, rng.choice(LENGTHS))
        kind = PhraseKind(KINDS[(len(phrases) - 1) % len(KINDS)])
        phrases.append(Phrase(kind=kind, counts=counts))
        left -= counts
    return Song(title="bench", bpm=Fraction(110), phrases=tuple(phrases))


def limits_of(song: Song, part: Part) -> Limits:
    """Cuts every 4, four tag lengths, five events."""
    return Limits(
        cuts=usual_cuts(part.length, 8),
        tags=tuple(TagChoice(length=Fraction(t)) for t in (2, 4, 8, 16)),
        max_events=5,
        importance=importances(song),
    )


def cases(count: int) -> list[tuple[Song, Part, Limits]]:
    rng = random.Random(7)
    parts = [read_sheet(sheet).sheet.wall for sheet in sheets()]
    made = []
    for index in range(count):
        part = parts[index % len(parts)]
        assert part is not None
        song = song_of(rng)
        made.append((song, part, limits_of(song, part)))
    return made


def speed(count: int) -> None:
    taken = []
    for song, part, limits in cases(count):
        start = time.perf_counter()
        plan_walls(song, part, limits, start=Fraction(INTRO))
        taken.append((time.perf_counter() - start) * 1000)
    song, part, limits = cases(1)[0]
    tracemalloc.start()
    plan_walls(song, part, limits, start=Fraction(INTRO))
    peak = tracemalloc.get_traced_memory()[1] / 1e6
    tracemalloc.stop()
    print(f"five best plans, {count} songs of 400-600 counts, dances of 32 and 64, 5 events:")
    print(f"  median {statistics.median(taken):.0f} ms, worst {max(taken):.0f} ms, {peak:.0f} MB")


Node = tuple[int, int]
"""A song count and a facing."""


def solve(song: Song, part: Part, limits: Limits) -> tuple[int | None, float]:
    """The same problem for CP-SAT: which arcs between (count, facing) make the way through.

    One way in and one out of every node that is visited, at most so many events, and a key has
    to be paid for before an arc of its may be taken. Worked out from the list of actions alone.
    """
    model = cp_model.CpModel()
    begin, end = INTRO, int(song.length)
    actions = actions_of(part, limits, song.count_unit, Fraction(1))
    moves = [(int(part.length), 0, part.net_turn % FULL, 0, "")]
    moves += [(a.length, a.place, a.turn, a.cost, a.key) for a in actions]
    starts = {int(p.start): limits.importance[p.index] for p in song.placed if p.start >= begin}
    used = {a.key: model.new_bool_var(a.key) for a in actions}
    into: dict[Node, list[cp_model.IntVar]] = {}
    out: dict[Node, list[cp_model.IntVar]] = {}
    costs, events = [], []
    open_nodes: list[Node] = [(begin, 0)]
    seen = set(open_nodes)
    while open_nodes:
        at, facing = node = open_nodes.pop()
        phrase = song.phrase_at(Fraction(at))
        off = phrase is not None and (at - phrase.start) % song.count_unit
        for length, place, turn, cost, key in moves:
            if key and at + place >= end:
                continue
            to, turned = min(at + length, end), (facing + turn) % FULL
            arc = model.new_bool_var("")
            out.setdefault(node, []).append(arc)
            missed = sum(weight for start, weight in starts.items() if at < start < to)
            total = cost + missed + (OFF_UNIT if off else 0)
            if key:
                total += NOT_FRONT if turned % 4 else 0
                events.append(arc)
                model.add_implication(arc, used[key])
            costs.append(total * arc)
            if to < end:
                into.setdefault((to, turned), []).append(arc)
                if (to, turned) not in seen:
                    seen.add((to, turned))
                    open_nodes.append((to, turned))
    for node in seen:
        entering = 1 if node == (begin, 0) else sum(into[node])
        model.add(sum(out[node]) == entering)
    model.add(sum(events) <= limits.max_events)
    model.minimize(sum(costs) + DIFFERENT * sum(used.values()))
    solver = cp_model.CpSolver()
    # Of its strategies those that lean on the linear relaxation are the ones that prove anything.
    solver.parameters.num_workers = 8
    solver.parameters.linearization_level = 2
    solver.parameters.max_time_in_seconds = SOLVER_SECONDS
    start = time.perf_counter()
    status = solver.solve(model)
    taken = time.perf_counter() - start
    if status != cp_model.OPTIMAL:
        return None, taken
    return round(solver.objective_value), taken


def against_solver(first: int, count: int) -> None:
    ratios = []
    for number, (song, part, limits) in enumerate(cases(count), start=1):
        if number < first:
            continue
        # Rid of the last model first: the collector would go through it while we are timed.
        gc.collect()
        tries = []
        for _ in range(5):
            start = time.perf_counter()
            best = plan_walls(song, part, limits, start=Fraction(INTRO)).plans[0].cost
            tries.append(time.perf_counter() - start)
        own = statistics.median(tries)
        cost, taken = solve(song, part, limits)
        told = "not proven" if cost is None else str(cost)
        words = f"  {number:>2}  ours {best:>3} in {own * 1000:4.0f} ms"
        print(f"{words}; solver {told} in {taken:.1f} s", flush=True)
        assert cost is None or cost == best
        ratios.append(taken / own)
    print(
        f"  at least {min(ratios):.0f} times, median {statistics.median(ratios):.0f} times faster"
    )


def shelf() -> None:
    """200 dances on one song, as the worker does it, sheets read anew."""
    rng = random.Random(3)
    song = song_of(rng)
    texts = sheets()
    start = time.perf_counter()
    for number in range(200):
        text = texts[number % 2].replace("\n", f" {number}\n", 1)
        best_fit(song, read_sheet(text).sheet)
    print(f"200 dances on one song of {song.length} counts: {time.perf_counter() - start:.1f} s")


if __name__ == "__main__":
    parser = argparse.ArgumentParser()
    parser.add_argument("--solver", action="store_true")
    parser.add_argument("--shelf", action="store_true")
    parser.add_argument("--cases", type=int, default=10)
    parser.add_argument("--first", type=int, default=1, help="to go on where a run was left")
    chosen = parser.parse_args()
    speed(50)
    if chosen.shelf:
        shelf()
    if chosen.solver:
        against_solver(chosen.first, chosen.cases)
