"""Fits the weights that choose between a pulse, its half, double and shifts.

.state/venv/bin/python bench/train_level.py          compare the ways, fit the best, write it
.state/venv/bin/python bench/train_level.py --cross  only compare
.state/venv/bin/python bench/train_level.py --check  fit again and compare with what is shipped

Three ways stand side by side, each judged on sources it was not trained on (``FOLDS``): a
conditional logit (McFadden 1974), gradient-boosted trees (scikit-learn), and a small network with
one hidden layer whose scores go through a softmax over the candidates of a song. Training uses
one thread and fixed seeds: the same pieces give the same weights, bit for bit.
"""

from __future__ import annotations

import os

# Sums over several threads come out differently each time.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
os.environ.setdefault("OMP_NUM_THREADS", "1")

import hashlib
import json
import pickle
import sys
from collections import Counter, defaultdict
from collections.abc import Callable
from dataclasses import dataclass
from multiprocessing import Pool
from pathlib import Path

import numpy as np
from hearing import HEARD, heard
from pieces import Piece, pieces
from scipy.optimize import minimize

from maplestep.audio import level
from maplestep.audio.analyse import followed_grid
from maplestep.audio.onsets import BIAS_SECONDS
from maplestep.core.errors import MapleStepError

WORKED_OUT_BY = (
    "level", "grid_fit", "one_grid", "constant_grid", "beat_tracking", "tempo", "onsets", "harmony",
    "ears",
)  # fmt: skip
OUT = Path(level.__file__).with_name("level.json")
FOLDS = 6
HIDDEN = 12
SEEDS = 3
PENALTY = 30.0
# What people arranged says more than what our band makes up; music whose off-beats are the
# loudest is rare, and misleads about all other.
SAYS = {
    "grooves": 10.0, "off-beat": 0.2, "push": 0.4, "latin": 0.5, "club": 0.6, "reels": 0.3,
    "jigs": 0.3, "march": 0.3,
}  # fmt: skip
Predict = Callable[[np.ndarray], np.ndarray]


@dataclass
class Example:
    """The candidates of one piece, (candidates, features), and which of them are its beat."""

    name: str
    source: str
    rows: np.ndarray
    right: np.ndarray


def example(piece: Piece) -> Example | None:
    """What the vote sees of a piece; None where no beat is heard at all."""
    features = heard(piece)
    try:
        grid = followed_grid(features)
    except MapleStepError:
        return None
    tried = level.candidates(features.onsets, grid.beats)
    truth = np.asarray(piece.beats)
    right = np.asarray([is_right(c.beats - BIAS_SECONDS, truth) for c in tried])
    rows = level.feature_rows(features.onsets, features.harmony, tried)
    return Example(piece.name, piece.source, rows, right)


def is_right(beats: np.ndarray, truth: np.ndarray) -> bool:
    """Four of five beats lie on beats of the truth, and so do theirs on these."""
    inside = beats[(beats > truth[0] - 1) & (beats < truth[-1] + 1)]
    if len(inside) < 8:
        return False
    span = np.interp(inside, truth[1:], np.diff(truth))
    there = np.abs(inside[:, None] - truth).min(axis=1) < 0.12 * span
    wanted = truth[(truth > inside[0] - 0.1) & (truth < inside[-1] + 0.1)]
    back = np.abs(wanted[:, None] - inside).min(axis=1) < 0.12 * float(np.median(span))
    return bool(there.mean() > 0.8 and back.mean() > 0.8)


def examples(wanted: list[Piece]) -> list[Example]:
    """All pieces, kept under the fingerprint of what is worked out for them."""
    code = b"".join(
        Path(level.__file__).with_name(f"{name}.py").read_bytes() for name in WORKED_OUT_BY
    )
    names = "".join(piece.name for piece in wanted).encode()
    path = HEARD.parent / f"examples-{hashlib.sha256(code + names).hexdigest()[:12]}.pickle"
    if not path.exists():
        with Pool(2) as pool:
            found = pool.map(example, wanted, chunksize=4)
        path.write_bytes(pickle.dumps(found))
    return [one for one in pickle.loads(path.read_bytes()) if one is not None]


def scaling(sets: list[Example]) -> tuple[np.ndarray, np.ndarray]:
    """Mean and deviation of each feature."""
    every = np.concatenate([s.rows for s in sets])
    return every.mean(axis=0), every.std(axis=0) + 1e-6


def weight_of(sets: list[Example]) -> np.ndarray:
    """Each source by how much it is to say, and alike however many pieces it has, to the power of
    a half."""
    counts = Counter(s.source for s in sets)
    weights = np.asarray([SAYS.get(s.source, 1.0) * counts[s.source] ** -0.5 for s in sets])
    return np.asarray(weights / weights.mean())


def fit_network(
    sets: list[Example], hidden: int, penalty: float, seed: int
) -> dict[str, np.ndarray]:
    """Weights of ``w·x + v·tanh(Ux + b)``, by L-BFGS on the listwise loss; ``hidden`` 0 is the
    conditional logit."""
    mean, scale = scaling(sets)
    usable = [s for s in sets if s.right.any()]
    weights = weight_of(usable)
    rows = np.concatenate([(s.rows - mean) / scale for s in usable])
    rows = np.clip(rows, -5, 5)
    right = np.concatenate([s.right for s in usable]).astype(float)
    starts = np.cumsum([0] + [len(s.rows) for s in usable])[:-1]
    owner = np.repeat(np.arange(len(usable)), [len(s.rows) for s in usable])
    count = rows.shape[1]
    rng = np.random.default_rng(seed)
    shapes = (count, count * hidden, hidden, hidden)
    first = np.concatenate([
        np.zeros(count), rng.normal(0, 0.3 / np.sqrt(count), count * hidden),
        rng.normal(0, 0.1, hidden), np.zeros(hidden)])  # fmt: skip
    cuts = np.cumsum(shapes)[:-1]

    def loss(flat: np.ndarray) -> tuple[float, np.ndarray]:
        w, u, v, b = np.split(flat, cuts)
        u = u.reshape(count, hidden)
        inner = np.tanh(rows @ u + b)
        score = rows @ w + inner @ v
        score = score - np.maximum.reduceat(score, starts)[owner]
        power = np.exp(score)
        total = np.add.reduceat(power, starts)
        good = np.add.reduceat(power * right, starts)
        value = float((weights * (np.log(total) - np.log(good + 1e-12))).sum())
        slope = weights[owner] * (power / total[owner] - power * right / (good + 1e-12)[owner])
        back = (slope[:, None] * v) * (1 - inner**2)
        gradient = np.concatenate(
            [rows.T @ slope, (rows.T @ back).ravel(), inner.T @ slope, back.sum(axis=0)]
        )
        value += 0.5 * penalty * float(flat @ flat)
        return value, gradient + penalty * flat

    done = minimize(loss, first, jac=True, method="L-BFGS-B", options={"maxiter": 250})
    w, u, v, b = np.split(done.x, cuts)
    return {"mean": mean, "scale": scale, "linear": w, "inner": u.reshape(count, hidden),
            "outer": v, "shift": b}  # fmt: skip


def logit(sets: list[Example]) -> Predict:
    """The conditional logit."""
    one = fit_network(sets, 0, PENALTY / 4, 0)
    return lambda rows: level.scores(rows, (one,))


def network(sets: list[Example]) -> Predict:
    """The mean of a few small networks."""
    several = tuple(fit_network(sets, HIDDEN, PENALTY, seed) for seed in range(SEEDS))
    return lambda rows: level.scores(rows, several)


def trees(sets: list[Example]) -> Predict:
    """Gradient-boosted trees on single candidates."""
    from sklearn.ensemble import HistGradientBoostingClassifier  # noqa: PLC0415

    model = HistGradientBoostingClassifier(
        max_iter=120, learning_rate=0.08, max_leaf_nodes=15, l2_regularization=2.0, random_state=0
    )
    weights = np.repeat(weight_of(sets), [len(s.rows) for s in sets])
    model.fit(np.concatenate([s.rows for s in sets]), np.concatenate([s.right for s in sets]),
              sample_weight=weights)  # fmt: skip
    return lambda rows: np.asarray(model.decision_function(rows))


def judged_fold(job: tuple[list[Example], int]) -> dict[str, list[tuple[Example, np.ndarray]]]:
    """For each way the scores of the pieces of one fold, from a model that knew none of its
    sources."""
    sets, fold = job
    sources = sorted({s.source for s in sets}, key=by_hash)
    train = [s for s in sets if sources.index(s.source) % FOLDS != fold]
    held = [s for s in sets if sources.index(s.source) % FOLDS == fold]
    out = {}
    for name, way in (("logit", logit), ("trees", trees), ("network", network)):
        predict = way(train)
        out[name] = [(s, predict(s.rows)) for s in held]
    return out


def by_hash(source: str) -> str:
    """So that nobody chooses what is left out together."""
    return hashlib.sha256(source.encode()).hexdigest()


def compared(sets: list[Example]) -> dict[str, list[tuple[Example, np.ndarray]]]:
    """All folds together."""
    with Pool(2) as pool:
        folds = pool.map(judged_fold, [(sets, fold) for fold in range(FOLDS)], chunksize=1)
    return {name: [one for fold in folds for one in fold[name]] for name in folds[0]}


def report(name: str, judged: list[tuple[Example, np.ndarray]], temperature: float) -> None:
    """How often the truth is first and among the first four, and how honest the promise is."""
    first, four, sure = [], [], []
    per = defaultdict(list)
    for one, score in judged:
        chance = np.exp((score - score.max()) * temperature)
        chance /= chance.sum()
        order = np.argsort(-score, kind="stable")
        first.append(bool(one.right[order[0]]))
        four.append(bool(one.right[order[:4]].any()))
        sure.append(float(chance[order[0]]))
        per[one.source].append(first[-1])
    print(f"{name:<9} first {np.mean(first):.3f}  among four {np.mean(four):.3f}"
          f"  offered at all {np.mean([one.right.any() for one, _ in judged]):.3f}")  # fmt: skip
    for low, high in ((0, 0.5), (0.5, 0.7), (0.7, 0.9), (0.9, 1.01)):
        inside = [f for f, s in zip(first, sure, strict=True) if low <= s < high]
        told = [s for s in sure if low <= s < high]
        if inside:
            right = np.mean(inside)
            print(f"    promised {np.mean(told):.2f}: {len(inside):>4} pieces, right {right:.2f}")
    print("   ", ", ".join(f"{k} {np.mean(v):.2f}" for k, v in sorted(per.items())))


def temperature_of(judged: list[tuple[Example, np.ndarray]]) -> float:
    """By what scores are multiplied so that what is promised on unknown sources comes true."""

    def loss(t: float) -> float:
        total = 0.0
        for one, score in judged:
            if one.right.any():
                scaled = (score - score.max()) * t
                total += np.log(np.exp(scaled).sum()) - np.log(np.exp(scaled)[one.right].sum())
        return total

    tries = np.arange(0.3, 1.6, 0.05)
    return float(tries[int(np.argmin([loss(t) for t in tries]))])


def main() -> None:
    sets = examples(pieces("train"))
    print(len(sets), "pieces;", len({s.source for s in sets}), "sources;",
          "truth among the candidates:", sum(s.right.any() for s in sets))  # fmt: skip
    temperature = 1.0
    if "--check" not in sys.argv:
        judged = compared(sets)
        for name, found in judged.items():
            temperature = temperature_of(found)
            report(f"{name}", found, temperature)
            print("    temperature", temperature)
        if "--cross" in sys.argv:
            return
    models = [fit_network(sets, HIDDEN, PENALTY, seed) for seed in range(SEEDS)]
    text = written(models, temperature)
    if "--check" in sys.argv:
        shipped = json.loads(OUT.read_text())
        same = json.loads(text)["networks"] == shipped["networks"]
        print("the same weights" if same else "other weights than those shipped")
        sys.exit(not same)
    OUT.write_text(text)


def written(models: list[dict[str, np.ndarray]], temperature: float) -> str:
    """The weights as JSON, five digits."""
    rounded = [{k: np.round(v, 5).tolist() for k, v in model.items()} for model in models]
    return json.dumps({"temperature": round(temperature, 3), "networks": rounded}) + "\n"


if __name__ == "__main__":
    main()
