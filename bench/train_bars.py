"""Fits what says where bars begin: the weights of ``audio/bars.json``.

.state/venv/bin/python bench/train_bars.py          judge on sources left out, fit on all, write
.state/venv/bin/python bench/train_bars.py --cross  only judge

Pieces have their true beats; a bar of four begins on one of four beats, a conditional logit over
them tells which. One thread and no chance: the same pieces give the same weights.
"""

from __future__ import annotations

import os

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

import hashlib
import json
import sys
from dataclasses import dataclass
from multiprocessing import Pool
from pathlib import Path

import mir_eval
import numpy as np
from hearing import heard
from pieces import Piece, pieces
from scipy.optimize import minimize

from maplestep.audio import downbeats
from maplestep.audio.onsets import BIAS_SECONDS

OUT = Path(downbeats.__file__).with_name("bars.json")
FOLDS = 6
PENALTY = 4.0


@dataclass
class Song:
    """The features of every beat of a piece, and which beats begin bars."""

    source: str
    metre: int
    parts: np.ndarray
    ones: np.ndarray
    beats: np.ndarray


def song(piece: Piece) -> Song | None:
    """None for bars of other lengths."""
    if piece.metre not in (3, 4):
        return None
    told = heard(piece)
    beats = np.asarray(piece.beats) + BIAS_SECONDS
    beats = beats[beats < told.onsets.seconds - 0.5]
    parts = downbeats.beat_features(told.onsets, told.harmony, beats)
    ones = np.asarray(
        [int(np.abs(beats - BIAS_SECONDS - at).argmin()) for at in piece.ones if at < beats[-1]]
    )
    return Song(piece.source, piece.metre, parts, np.unique(ones), beats)


def profile(one: Song, phase: int) -> np.ndarray:
    """The mean features of each beat of the bars that begin at this phase, (metre · features)."""
    starts = np.arange(phase, len(one.parts) - one.metre, one.metre)
    return np.concatenate([one.parts[starts + n].mean(axis=0) for n in range(one.metre)])


def steady(one: Song) -> bool:
    """Do all its bars have the same length?"""
    return len(one.ones) > 8 and bool((np.diff(one.ones) == one.metre).all())


def fit_bars(songs: list[Song], metre: int) -> np.ndarray:
    """Weights (metre, features) of the conditional logit over the phases of a bar."""
    used = [s for s in songs if s.metre == metre and steady(s)]
    rows = np.stack([[profile(s, p) for p in range(metre)] for s in used])
    right = np.asarray([s.ones[0] % metre for s in used])

    # A profile is a mean over bars; songs have dozens of them, which makes the choice sharp.
    def loss(w: np.ndarray) -> tuple[float, np.ndarray]:
        score = rows @ w
        score -= score.max(axis=1, keepdims=True)
        chance = np.exp(score)
        chance /= chance.sum(axis=1, keepdims=True)
        at = np.arange(len(right))
        value = -np.log(chance[at, right] + 1e-12).sum() + 0.5 * PENALTY * w @ w
        slope = (chance[:, :, None] * rows).sum(axis=(0, 1)) - rows[at, right].sum(axis=0)
        return float(value), slope + PENALTY * w

    done = minimize(loss, np.zeros(rows.shape[2]), jac=True, method="L-BFGS-B")
    weights = done.x.reshape(metre, -1)
    # The best bars score about 1 a bar, so that the price of a slip means the same everywhere.
    spread = np.concatenate([downbeats.bar_scores(s.parts, weights) for s in used]).std()
    return np.asarray(weights / spread * 1.8)


def fit_metre(songs: list[Song]) -> np.ndarray:
    """Weights of the logit between threes and fours."""
    rows = np.stack([downbeats.metre_features(s.parts) for s in songs])
    three = np.asarray([s.metre == 3 for s in songs])
    weight = np.where(three, 0.5 / three.mean(), 0.5 / (~three).mean())
    sign = np.where(three, 1.0, -1.0)

    def loss(w: np.ndarray) -> tuple[float, np.ndarray]:
        odds = sign * (rows @ w)
        value = (weight * np.logaddexp(0, -odds)).sum() + 0.5 * w @ w
        slope = -(weight * sign / (1 + np.exp(odds))) @ rows
        return float(value), slope + w

    return np.asarray(minimize(loss, np.zeros(rows.shape[1]), jac=True, method="L-BFGS-B").x)


def found_in(one: Song, learned: dict[str, np.ndarray]) -> tuple[int, float, np.ndarray]:
    """Metre, downbeat F, and what says how sure it is."""
    threes = float(learned["metre"] @ downbeats.metre_features(one.parts))
    metre = 3 if threes > 0 else 4
    scores = downbeats.bar_scores(one.parts, learned[f"bar{metre}"])
    starts, margin = downbeats.bar_path(scores, metre)
    f = mir_eval.beat.f_measure(one.beats[one.ones], one.beats[starts])
    return metre, float(f), downbeats.sure_features(starts, margin, metre)


def learned_from(songs: list[Song]) -> dict[str, np.ndarray]:
    return {"bar3": fit_bars(songs, 3), "bar4": fit_bars(songs, 4), "metre": fit_metre(songs)}


def by_hash(source: str) -> str:
    """So that nobody chooses what is left out together."""
    return hashlib.sha256(source.encode()).hexdigest()


def sureness(judged: list[tuple[Song, int, float, np.ndarray]]) -> np.ndarray:
    """Weights of the logistic that turns them into a chance, on pieces of sources left out."""
    rows = np.stack([row for *_, row in judged])
    right = np.asarray([f > 0.8 for _, _, f, _ in judged]).astype(float)

    def loss(w: np.ndarray) -> tuple[float, np.ndarray]:
        odds = rows @ w
        value = (np.logaddexp(0, odds) - right * odds).sum() + 0.05 * w @ w
        return float(value), (1 / (1 + np.exp(-odds)) - right) @ rows + 0.1 * w

    return np.asarray(minimize(loss, np.zeros(rows.shape[1]), jac=True, method="L-BFGS-B").x)


def main() -> None:
    with Pool(2) as pool:
        songs = [s for s in pool.map(song, pieces("train"), chunksize=4) if s is not None]
    sources = sorted({s.source for s in songs}, key=by_hash)
    judged: list[tuple[Song, int, float, np.ndarray]] = []
    for fold in range(FOLDS):
        learned = learned_from([s for s in songs if sources.index(s.source) % FOLDS != fold])
        held = [s for s in songs if sources.index(s.source) % FOLDS == fold]
        judged += [(s, *found_in(s, learned)) for s in held]
    print(f"{len(songs)} pieces, true beats; on sources left out: downbeat F"
          f" {np.mean([f for _, _, f, _ in judged]):.3f},"
          f" metre right {np.mean([m == s.metre for s, m, _, _ in judged]):.3f}")  # fmt: skip
    for source in sorted(sources):
        mine = [(s, m, f) for s, m, f, _ in judged if s.source == source]
        print(f"  {source:<12}{len(mine):>4}  F {np.mean([f for *_, f in mine]):.2f}"
              f"  metre {np.mean([m == s.metre for s, m, _ in mine]):.2f}")  # fmt: skip
    sure = sureness(judged)
    told = 1 / (1 + np.exp(-np.stack([row for *_, row in judged]) @ sure))
    good = np.asarray([f > 0.8 for _, _, f, _ in judged])
    for low, high in ((0, 0.5), (0.5, 0.7), (0.7, 0.85), (0.85, 0.95), (0.95, 1.01)):
        inside = (told >= low) & (told < high)
        if inside.any():
            print(f"    promised {told[inside].mean():.2f}: {inside.sum():>4} pieces,"
                  f" right {good[inside].mean():.2f}")  # fmt: skip
    if "--cross" not in sys.argv:
        values = {**learned_from(songs), "sure": sure}
        rounded = {name: np.round(v, 5).tolist() for name, v in values.items()}
        OUT.write_text(json.dumps(rounded) + "\n")


if __name__ == "__main__":
    main()
