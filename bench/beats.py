"""Our analyser and librosa's tracker side by side, on pieces whose beats are known.

.state/venv/bin/python bench/beats.py                 aside, stress, looking pieces, both trackers
.state/venv/bin/python bench/beats.py --train         also the pieces the weights were fitted on
.state/venv/bin/python bench/beats.py --only=stress   one group, source or piece
.state/venv/bin/python bench/beats.py --ours          without librosa
.state/venv/bin/python bench/beats.py --each          one line a piece
.state/venv/bin/python bench/beats.py --memory FILE   peak memory of one analysis

Scores are mir_eval's: F at ±70 ms, continuity CMLt and AMLt (Davies, Degara & Plumbley 2009).
"""

from __future__ import annotations

import resource
import sys
import time
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass
from pathlib import Path

import mir_eval
import numpy as np
from looking import looking
from pieces import pieces
from stress import stress

from maplestep.audio.analyse import analyse
from maplestep.core.errors import MapleStepError
from maplestep.core.song.listening import irregular_places


@dataclass
class Job:
    """A piece to be tracked; ``beats``, ``ones``, ``phrases`` in seconds."""

    name: str
    group: str
    audio: str
    beats: list[float]
    ones: list[float]
    phrases: list[float]
    metre: int
    hard_at: float | None = None


def score(job: Job, found: np.ndarray) -> dict[str, float]:
    """F, continuity, bias and scatter of found beats."""
    truth = np.asarray(job.beats)
    if len(found) < 2:
        return {
            "F": 0.0,
            "CMLt": 0.0,
            "AMLt": 0.0,
            "within": 0.0,
            "bias": np.nan,
            "scatter": np.nan,
        }
    _cmlc, cmlt, _amlc, amlt = mir_eval.beat.continuity(truth, found)
    f = mir_eval.beat.f_measure(truth, found)
    off = found[:, None] - truth[None, :]
    nearest = off[np.arange(len(found)), np.abs(off).argmin(axis=1)]
    close = nearest[np.abs(nearest) < 0.07]
    steady = close[np.abs(close - np.median(close)) < 0.03]
    return {
        "F": f, "CMLt": cmlt, "AMLt": amlt,
        "within": float((np.abs(close) < 0.02).mean()) if len(close) else 0.0,
        "bias": float(np.median(close) * 1000) if f > 0.8 else np.nan,
        "scatter": float(np.std(steady) * 1000) if f > 0.8 else np.nan,
    }  # fmt: skip


def ours(job: Job) -> dict[str, float]:
    """Our analysis of one piece, scored."""
    start = time.perf_counter()
    try:
        heard = analyse(Path(job.audio))
    except MapleStepError as error:
        print(job.name, error, file=sys.stderr)
        return {**score(job, np.zeros(0)), "first": 0, "four": 0, "sure": 0, "down": 0, "phrase": 0}
    taken = time.perf_counter() - start
    best = heard.best
    out = score(job, np.asarray(best.beats))
    out["seconds"] = taken / (heard.seconds / 60)
    good = [
        mir_eval.beat.f_measure(np.asarray(job.beats), np.asarray(r.beats)) > 0.85
        for r in heard.readings
    ]
    out["first"], out["four"], out["sure"] = float(good[0]), float(any(good)), best.confidence
    bars = np.asarray([best.beats[b] for b in best.bars])
    out["down"] = mir_eval.beat.f_measure(np.asarray(job.ones), bars)
    starts = np.asarray([best.beats[p.start] for p in best.phrases])
    hits = mir_eval.util.match_events(np.asarray(job.phrases), starts, 0.5)
    out["one"], out["one_sure"] = float(out["down"] > 0.8), best.one_confidence
    if job.phrases:
        out["phrase"] = 2 * len(hits) / (len(job.phrases) + len(starts))
    if not job.ones:
        del out["down"], out["one"]
    out["bpm"] = best.bpm
    out["unit"] = float((best.count_unit == 6) == (job.metre == 3))
    if job.hard_at is not None:
        span = 60 / best.bpm
        if job.name.startswith("stop"):
            out["hard"] = float(
                any(
                    abs(p.at_seconds - job.hard_at) < span * 1.05
                    for p in irregular_places(best.beats)
                    if p.kind == "stop"
                )
            )
        if job.name.startswith("slow"):
            tail = [b for b in job.beats if b > job.hard_at]
            out["hard"] = float(
                np.mean([np.abs(np.asarray(best.beats) - b).min() < 0.07 for b in tail])
            )
        if job.name.startswith("two"):
            out["hard"] = float(np.abs(starts - job.hard_at).min() < span * 1.05)
    return out


def librosas(job: Job) -> dict[str, float]:
    """librosa's beat tracker on the same piece."""
    import librosa  # noqa: PLC0415 - slow, and only one of the two columns needs it

    samples, rate = librosa.load(job.audio, sr=22050)
    start = time.perf_counter()
    _, beats = librosa.beat.beat_track(y=samples, sr=rate, units="time")
    out = score(job, np.asarray(beats))
    out["seconds"] = (time.perf_counter() - start) / (len(samples) / rate / 60)
    return out


def jobs(train: bool) -> list[Job]:
    """All pieces wanted."""
    out = [
        Job(piece.name, piece.source if piece.part == "train" else piece.part, piece.audio,
            piece.beats, piece.ones, piece.phrases, piece.metre)
        for piece in pieces(None if train else "aside")
    ]  # fmt: skip
    # Modules say nothing of bars, and MIDI files and charts nothing of phrases.
    out += [
        Job(piece.name, piece.source, piece.audio, piece.beats,
            [] if piece.source == "modules" else piece.ones, [], piece.metre)
        for piece in looking()
    ]  # fmt: skip
    for s in stress():
        bar = 3 if s.song.count_unit == 6 else 4
        ones = [
            s.song.seconds(c) for p in s.song.placed for c in range(int(p.start), int(p.end), bar)
        ]
        starts = [s.song.seconds(p.start) for p in s.song.placed]
        out.append(Job(s.name, "stress", str(s.audio), s.beats, ones, starts, bar, s.hard_at))
    return out


COLUMNS = (
    "F",
    "CMLt",
    "AMLt",
    "within",
    "bias",
    "scatter",
    "four",
    "down",
    "phrase",
    "unit",
    "hard",
    "seconds",
)


def row(rows: list[dict[str, float]], key: str) -> float:
    """The mean over the pieces that have it; scatter as the median."""
    values = [r[key] for r in rows if key in r and not np.isnan(r[key])]
    if not values:
        return float("nan")
    return float(np.median(values) if key in ("scatter", "bias") else np.mean(values))


def table(
    name: str, wanted: list[Job], track: Callable[[Job], dict[str, float]], each: bool
) -> None:
    """Track and print."""
    try:
        with ProcessPoolExecutor(2) as pool:
            rows = list(pool.map(track, wanted))
    except BrokenProcessPool:
        print(f"{name:<9}its process crashed on this machine; nothing was measured")
        return
    groups = sorted({job.group for job in wanted})
    for group in groups:
        mine = [r for r, j in zip(rows, wanted, strict=True) if j.group == group]
        print(
            f"{name:<9}{group:<8}{len(mine):>3} "
            + " ".join(f"{row(mine, c):>7.3f}" for c in COLUMNS)
        )
    if each:
        for r, j in zip(rows, wanted, strict=True):
            if name == "ours":
                print(
                    f"  {j.name:<24}{60 / np.median(np.diff(j.beats)):6.1f} {r.get('bpm', 0):6.1f}",
                    f"sure {r['sure']:.2f} four {r['four']:.0f}",
                    *(
                        f"{c} {r[c]:.2f}"
                        for c in COLUMNS
                        if c in r and c not in ("seconds", "four")
                    ),
                )
    if name == "ours":
        untrained = {"aside", "stress", "songs", "midi", "modules"}
        mine = [r for r, j in zip(rows, wanted, strict=True) if j.group in untrained]
        calibration("beat", [(r["sure"], r["first"]) for r in mine])
        # Bars can only be right where the beats are.
        calibration("one", [(r["one_sure"], r["one"]) for r in mine if "one" in r and r["first"]])


def calibration(what: str, promised: list[tuple[float, float]]) -> None:
    """What was promised, and how often it came true."""
    for low, high in ((0, 0.5), (0.5, 0.7), (0.7, 0.85), (0.85, 0.95), (0.95, 1.01)):
        inside = [(sure, right) for sure, right in promised if low <= sure < high]
        if inside:
            told, came = np.mean(inside, axis=0)
            print(f"  {what}: promised {told:.2f}, right {came:.2f} of {len(inside)}")


def main() -> None:
    if "--memory" in sys.argv:
        analyse(Path(sys.argv[-1]))
        print(f"peak {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB")
        return
    wanted = jobs("--train" in sys.argv)
    only = [a.removeprefix("--only=") for a in sys.argv if a.startswith("--only=")]
    wanted = [j for j in wanted if not only or j.group in only or j.name in only]
    print(f"{'':<9}{'':<8}{'n':>3} " + " ".join(f"{c:>7}" for c in COLUMNS))
    table("ours", wanted, ours, "--each" in sys.argv)
    if "--ours" not in sys.argv:
        table("librosa", wanted, librosas, False)


if __name__ == "__main__":
    main()
