"""Fits the weights that choose between a pulse, its half, double and shifts.

.state/venv/bin/python bench/train_level.py          fit on the pieces of part ``train``, write
.state/venv/bin/python bench/train_level.py --cross  only print what five-fold cross-validation says
"""

from __future__ import annotations

import json
import pickle
import sys
from multiprocessing import Pool
from pathlib import Path

import numpy as np
from pieces import KEPT, Piece, pieces
from scipy.optimize import minimize

from maplestep.audio import level
from maplestep.audio.beat_tracking import follow_beats
from maplestep.audio.decode import read_mono
from maplestep.audio.grid_fit import fit_grid
from maplestep.audio.harmony import harmony_of
from maplestep.audio.onsets import BIAS_SECONDS, onsets_of
from maplestep.audio.tempo import local_periods

OUT = Path(level.__file__).with_name("level.json")


def rows(piece: Piece) -> tuple[np.ndarray, np.ndarray, list[str]] | None:
    """Features of every candidate, and which of them is the truth."""
    samples = read_mono(Path(piece.audio))
    onsets, harmony = onsets_of(samples), harmony_of(samples)
    heard = follow_beats(onsets.envelope, local_periods(onsets.envelope))
    grid = fit_grid(onsets.envelope, heard)
    tried = level.candidates(onsets, grid.beats)
    truth = np.asarray(piece.beats)
    right = []
    for candidate in tried:
        nearest = np.abs((candidate.beats - BIAS_SECONDS)[:, None] - truth).min(axis=1)
        period = np.median(np.diff(truth))
        hits = (nearest < 0.1 * period).mean()
        right.append(hits > 0.8 and abs(np.log(candidate.bpm * period / 60)) < 0.05)
    names = [f"{candidate.ratio}+{candidate.phase:.2f}" for candidate in tried]
    return level.feature_rows(onsets, harmony, tried), np.asarray(right), names


def fit(sets: list[tuple[np.ndarray, np.ndarray]], penalty: float = 1.0):
    """Mean, scale and weights of the regularised conditional logit."""
    every = np.concatenate([x for x, _ in sets])
    mean, scale = every.mean(axis=0), every.std(axis=0) + 1e-6
    scaled = [((x - mean) / scale, right) for x, right in sets if right.any()]

    def loss(w: np.ndarray) -> tuple[float, np.ndarray]:
        total, slope = 0.5 * penalty * float(w @ w), penalty * w
        for x, right in scaled:
            score = x @ w
            score -= score.max()
            chance = np.exp(score)
            chance /= chance.sum()
            among = chance[right] / chance[right].sum()
            total -= float(np.log(chance[right].sum()))
            slope = slope + chance @ x - among @ x[right]
        return total, slope

    done = minimize(loss, np.zeros(len(mean)), jac=True, method="L-BFGS-B")
    return mean, scale, done.x


def judge(sets, weights) -> tuple[int, int, list[tuple[float, bool]]]:
    """How often the truth is first, and among the first four; what was promised."""
    mean, scale, w = weights
    first = four = 0
    promised = []
    for x, right in sets:
        score = ((x - mean) / scale) @ w
        order = np.argsort(-score)
        chance = np.exp(score - score.max())
        chance /= chance.sum()
        first += bool(right[order[0]])
        four += bool(right[order[:4]].any())
        promised.append((float(chance[order[0]]), bool(right[order[0]])))
    return first, four, promised


def main() -> None:
    wanted = list(pieces("train"))
    kept = KEPT / "train.pickle"
    if "--keep" in sys.argv and kept.exists():
        found = pickle.loads(kept.read_bytes())
    else:
        with Pool(2) as pool:
            found = pool.map(rows, wanted)
        kept.write_bytes(pickle.dumps(found))
    sets = [(x, right) for x, right, _ in found]
    print(len(sets), "pieces; truth among the candidates:", sum(r.any() for _, r in sets))
    for piece, (_, right, _) in zip(wanted, found, strict=True):
        if not right.any():
            print("  never offered:", piece.name, round(piece.bpm, 1))
    for penalty in (0.3, 1.0, 3.0, 10.0):
        firsts = fours = 0
        for fold in range(5):
            fitted = fit([s for i, s in enumerate(sets) if i % 5 != fold], penalty)
            one, four, _ = judge([s for i, s in enumerate(sets) if i % 5 == fold], fitted)
            firsts, fours = firsts + one, fours + four
        print(
            f"penalty {penalty:4}: first {firsts / len(sets):.3f},"
            f" among four {fours / len(sets):.3f}"
        )
    if "--cross" not in sys.argv:
        mean, scale, w = fit(sets, float(sys.argv[-1]) if sys.argv[-1][0].isdigit() else 3.0)
        values = {"mean": mean, "scale": scale, "weights": w}
        OUT.write_text(
            json.dumps({k: [round(float(x), 6) for x in v] for k, v in values.items()}) + "\n"
        )


if __name__ == "__main__":
    main()
