"""How well sheets and sentences are read, and how fast: a table a class.

    PYTHONPATH=src python bench/reading.py [FOLDER ...] [-v]

A folder has sheets (NN.txt) with truth.json and statements.json, as ../shared/sheets has; without
one that folder and the project's own sets (tests/corpus) are read. -v says what went wrong.
Texts that mean to be slow come last, each as large as a sheet may be.
"""

from __future__ import annotations

import json
import random
import resource
import sys
import time
import tomllib
from collections import Counter
from collections.abc import Iterator
from pathlib import Path
from typing import Any, NamedTuple

from maplestep.core.figures.words import move_word
from maplestep.core.findings.registry import sheet_findings
from maplestep.core.primitives.counts import label
from maplestep.core.primitives.finding import Finding, Severity
from maplestep.core.primitives.turns import clock
from maplestep.core.sheet.model import Part
from maplestep.core.sheet.read import Reading, read_sheet
from maplestep.core.sheet.statements import read_statements
from maplestep.messages.findings import message

HERE = Path(__file__).resolve().parents[1]
SHARED = HERE.parent / "shared" / "sheets"
OWN = HERE / "tests" / "corpus"


class Truth(NamedTuple):
    """What one sheet comes to; ``parts`` maps names to (counts, {count: facing}, {count: foot})."""

    name: str
    text: str
    language: str
    parts: dict[str, tuple[int, dict[int, str], dict[int, str]]]
    walls: int | None
    planted: bool
    codes: tuple[str, ...]
    moves: str
    foreign: bool


def shared_truth(folder: Path) -> Iterator[Truth]:
    for one in json.loads((folder / "truth.json").read_text("utf-8")):
        parts = {
            name: (
                part["counts"],
                {int(at): facing for at, facing in part["facing_after"].items()},
                {int(at): foot for at, foot in part["weight_after"].items()},
            )
            for name, part in (one.get("parts") or {"A": one}).items()
        }
        yield Truth(
            one["id"],
            (folder / f"{one['id']}.txt").read_text("utf-8"),
            one["lang"],
            parts,
            one["walls"] if not one.get("parts") else None,
            bool(one["planted"]),
            (),
            one.get("moves") or "",
            one["lang"] not in {"en", "fr"},
        )


def own_truth() -> Iterator[Truth]:
    for name, one in tomllib.loads((OWN / "styles.toml").read_text("utf-8")).items():
        parts = {}
        for part, said in one.items():
            if isinstance(said, str) and "|" in said:
                counts, facings, feet = (piece.strip() for piece in said.split("|"))
                size = int(counts) // len(facings.split())
                parts[part] = (
                    int(counts),
                    {
                        (n + 1) * size: facing if ":" in facing else f"{facing}:00"
                        for n, facing in enumerate(facings.split())
                    },
                    {(n + 1) * size: foot for n, foot in enumerate(feet.split())},
                )
        yield Truth(
            name,
            (OWN / "styles" / f"{name}.txt").read_text("utf-8"),
            one.get(
                "lang", "fr" if name.startswith(("french", "head-french", "parts-f")) else "en"
            ),
            parts,
            one.get("walls") if len([p for p in parts if p != "Tag"]) == 1 else None,
            "wrong" in one,
            tuple(one.get("wrong", ())),
            "",
            one.get("foreign", False),
        )


def _danced_otherwise(part: Part, facings: dict[int, str], feet: dict[int, str]) -> Iterator[str]:
    for at, facing in facings.items():
        danced = clock(sum(move.turn for move in part.moves if move.at < at))
        if danced != facing:
            yield f"{part.name} after {at}: {danced}, not {facing}"
    for at, foot in feet.items():
        weights = [w for m, w in zip(part.moves, part.weights, strict=True) if m.at < at]
        carries = weights[-1].value if weights and weights[-1] else "?"
        if carries != foot:
            yield f"{part.name} after {at}: weight {carries}, not {foot}"


def differences(reading: Reading, truth: Truth) -> list[str]:
    """What is danced otherwise than it should be."""
    found = []
    by_name = {part.name: part for part in reading.sheet.parts}
    if "A" in truth.parts and "A" not in by_name and len(reading.sheet.danced) == 1:
        by_name["A"] = reading.sheet.danced[0]
    for name, (counts, facings, feet) in truth.parts.items():
        part = by_name.get(name)
        if part is None:
            found.append(f"no part {name}, but {', '.join(by_name)}")
            continue
        if part.length != counts:
            found.append(f"{name}: {part.length} counts, not {counts}")
        found += _danced_otherwise(part, facings, feet)
    proper = reading.sheet.danced
    if truth.walls and len(proper) != 1:
        found.append(f"{len(proper)} parts: {', '.join(p.name for p in proper)}")
    if truth.moves:
        found += list(_other_move(moves(reading).split(), truth.moves.split()))
    return found


def _other_move(got: list[str], want: list[str]) -> Iterator[str]:
    for index, (one, other) in enumerate(zip(got, want, strict=False)):
        if one != other:
            here, there = got[index : index + 3], want[index : index + 3]
            yield f"move {index + 1}: {' '.join(here)}, not {' '.join(there)}"
            return
    if len(got) != len(want):
        yield f"{len(got)} moves, not {len(want)}"


def moves(reading: Reading) -> str:
    return " ".join(
        f"{label(move.at - section.start, reading.sheet.feel)}"
        f"{move.foot.value if move.foot else ''}"
        f".{move_word(move).replace(' ', '_')}{'' if move.weight else '~'}"
        f"{format(move.turn, '+d') if move.turn else ''}"
        for part in reading.sheet.parts
        for section in part.sections
        for move in section.moves
    )


def verdict(truth: Truth, verbose: bool) -> str:
    reading = read_sheet(truth.text)
    alarms = [f for f in sheet_findings(reading) if f.severity is not Severity.KNOW]
    wrong = differences(reading, truth)
    named = [f.code for f in alarms]
    if truth.foreign and named == ["sheet.language"]:
        said = "language said"
    elif truth.planted:
        hit = _found(truth, alarms)
        said = "planted first" if hit == 1 else "planted found" if hit else "PLANTED MISSED"
        if truth.codes == () and wrong and hit != 1:
            said = "PLANTED, WRONG"
    elif wrong:
        said = "wrong, said" if alarms else "WRONG IN SILENCE"
    else:
        said = "false alarm" if alarms else "right"
    if verbose and said not in {"right", "language said", "planted first"}:
        print(f"{truth.name}: {said}")
        for each in wrong[:4]:
            print("    ", each)
        for finding in alarms[:5]:
            _print_finding(finding)
    return said


def _print_finding(finding: Finding) -> None:
    line = finding.place.span.line if finding.place.span else 0
    print(f"      {line}: {finding.code}: {message(finding)[:150]}")


def _found(truth: Truth, alarms: list[Finding]) -> int:
    """1: the planted mistake is the only alarm; 2: one of several; 0: it is not there."""
    if not truth.codes:
        return 1 if len(alarms) == 1 else 2 if alarms else 0
    hits = [f for f in alarms if any(f.code.startswith(code) for code in truth.codes)]
    return 0 if not hits else 1 if len(alarms) == 1 else 2


def sheets(sets: dict[str, list[Truth]], verbose: bool) -> None:
    print(f"{'set':10} {'class':12} {'n':>4}  verdicts")
    for name, truths in sets.items():
        classes: dict[str, Counter[str]] = {}
        for truth in truths:
            kind = "other" if truth.foreign else "planted" if truth.planted else truth.language
            classes.setdefault(kind, Counter())[verdict(truth, verbose)] += 1
        for kind, counted in sorted(classes.items()):
            words = ", ".join(f"{key} {n}" for key, n in counted.most_common())
            print(f"{name:10} {kind:12} {counted.total():4}  {words}")


Event = tuple[str, tuple[Any, ...], str | None, int | None]


def shared_sentences(folder: Path) -> list[tuple[str, list[Event] | None]]:
    cases = json.loads((folder / "statements.json").read_text("utf-8"))["cases"]
    return [
        (
            case["text"],
            None
            if case["expect"] is None
            else [
                (e["kind"], tuple(sorted(e["walls"], key=str)), e["after"], e["length"])
                for e in case["expect"]
            ],
        )
        for case in cases
    ]


def own_sentences() -> list[tuple[str, list[Event] | None]]:
    found: list[tuple[str, list[Event] | None]] = []
    for line in (OWN / "statements.tsv").read_text("utf-8").splitlines():
        if line.startswith("#") or not line.strip():
            continue
        text, said = line.split("\t")
        if said == "?":
            found.append((text, None))
            continue
        events: list[Event] = []
        for piece in said.split(";") if said != "none" else ():
            kind, walls, after, length = piece.split()
            events.append(
                (
                    kind,
                    tuple(sorted((w if ":" in w else int(w) for w in walls.split(",")), key=str)),
                    None if after == "-" else after,
                    None if length == "-" else int(length),
                )
            )
        found.append((text, events))
    return found


def sentences(cases: list[tuple[str, list[Event] | None]], name: str, verbose: bool) -> None:
    counted: Counter[str] = Counter()
    for text, want in cases:
        read = read_statements(text)
        got: list[Event] | None = [
            (each.kind_word, tuple(sorted(each.wall_words, key=str)), each.after_words, each.length)
            for each in read.events
        ]
        if read.unclear:
            got = None
        key = lambda e: (e[0], str(e[1]), str(e[2]))  # noqa: E731
        if (got is None) == (want is None) and sorted(got or [], key=key) == sorted(
            want or [], key=key
        ):
            counted["right"] += 1
            continue
        said = (
            "asked" if got is None else "asked too little" if want is None else "WRONG IN SILENCE"
        )
        counted[said] += 1
        if verbose:
            print(f"{said}: {text}\n      {got if got is not None else read.unclear}\n      {want}")
    total = counted.total()
    print(
        f"{name:10} sentences {total:6}  " + ", ".join(f"{k} {n}" for k, n in counted.most_common())
    )


def speed(text: str) -> None:
    """Cold: words never read before; then one key pressed in the sheet."""
    read_sheet(text)
    colds, keys = [], []
    for turn in range(7):
        fresh = text.replace("together", f"together ({'x' * (turn + 2)})").replace(
            "R ", "R  " + " " * turn
        )
        start = time.perf_counter()
        read_sheet(fresh)
        colds.append(time.perf_counter() - start)
        start = time.perf_counter()
        # Readings are kept: a text that was read before would cost nothing.
        typed = fresh.replace("touch", "touch ", 1)
        read_sheet(typed if typed != fresh else f"{fresh} ")
        keys.append(time.perf_counter() - start)
    print(f"cold {sorted(colds)[3] * 1000:.1f} ms, a key {sorted(keys)[3] * 1000:.1f} ms")


def hostile() -> dict[str, str]:
    """Texts made to take long."""
    rng = random.Random(4)
    words = "R L right step vine turn 1/4 touch tag wall after & , ; ( ) [ x2 1-8 repeat section A"
    plain = words.split()
    figures = ["R side", "L fwd", "R turn 1/4 or shuffle", "touch or kick"]
    lines = {
        "lines of steps": [
            f"{1 + 8 * (i // 4)}-{8 * (i // 4 + 1)} R vine, L vine" for i in range(2000)
        ],
        "mixed words": [" ".join(rng.choices(plain, k=10)) for _ in range(2000)],
        "unknown words": [f"{2 * i + 1}-{2 * i + 2} blorb R frobnicate L" for i in range(2000)],
        "long lines": ["1-8 " + ", ".join(rng.choices(figures, k=60)) for _ in range(200)],
        "count 3, 2,000 times": ["1\t2\t3\tR side\tL side"] * 2000,
        "repeats of repeats": [
            "1-8 R vine, L vine",
            *["Repeat counts 1-8 on the other foot"] * 400,
        ],
        "sections repeated": ["Repeat sections 1-14 " * 22],
        "counts to 9,999": ["1-9999 R rocking chair"] * 20,
        "restarts": ["Restart on wall 3 after 16 counts and wall 5, tag after wall 2"] * 2000,
        "runs of one sign": [f"1-2 R side{sign * 1390}x" for sign in "&\t -1" for _ in range(28)],
        "one line": ["R step " * 28_000],
        "brackets": ["(" * 200_000],
        "an order": ["Sequence: " + "A B " * 49_000],
    }
    return {name: "\n".join(each)[:200_000] for name, each in lines.items()}


def slowest() -> None:
    """Processor time of every such text, its findings with it, and the memory at the end."""
    times = {}
    for name, text in hostile().items():
        start = time.process_time()
        list(sheet_findings(read_sheet(text)))
        times[name] = time.process_time() - start
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024
    worst = ", ".join(
        f"{name} {spent:.1f} s" for name, spent in sorted(times.items(), key=lambda x: -x[1])[:4]
    )
    print(f"{len(times)} texts made to take long: {worst}; {peak} MB at most")


def main() -> None:
    arguments = [a for a in sys.argv[1:] if a != "-v"]
    verbose = "-v" in sys.argv
    folders = [Path(a) for a in arguments] or ([SHARED] if SHARED.exists() else [])
    sets = {folder.name: list(shared_truth(folder)) for folder in folders}
    if not arguments:
        sets["own"] = list(own_truth())
    started = time.perf_counter()
    sheets(sets, verbose)
    print(f"all read and checked in {time.perf_counter() - started:.1f} s")
    for folder in folders:
        sentences(shared_sentences(folder), folder.name, verbose)
    if not arguments:
        sentences(own_sentences(), "own", verbose)
    long = next((t.text for t in sets.get("own", []) if t.name == "tag-restart-lines"), "")
    if long:
        speed(long)
        slowest()


if __name__ == "__main__":
    main()
