"""Trains the network that hears beats and bars (``maplestep/audio/ears.npz``).

.state/venv/bin/python bench/train_ears.py --levels     what the network hears of every piece
PYTHON-WITH-TORCH bench/train_ears.py FOLD [MINUTES]    the network of one half of the sources
.state/venv/bin/python bench/train_ears.py --ship       both halves into the product

Two networks of one shape, each from one half of the sources: what trains the vote afterwards
(``train_level.py``, ``train_bars.py``) is then what a network says of sources it does not know.
The product hears with both. Torch (2.13.0) is no dependency of the product, which runs the network
in numpy. One thread, fixed seeds and a fixed number of steps; MINUTES cuts them short. (What is
shipped now was cut at 32 minutes, about 1,800 steps, while other work ran beside it: the next
training will not give the same bits, later ones will. The votes are fitted on the shipped file,
bit for bit.)

The shape is that of Davies & Böck, "Temporal convolutional networks for musical audio beat
tracking" (EUSIPCO 2019), smaller, and with bars as a second answer.
"""

from __future__ import annotations

import json
import os
import sys
import time
from collections import Counter
from collections.abc import Mapping
from functools import cache
from pathlib import Path
from typing import Any

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

import numpy as np

STATE = Path(__file__).resolve().parents[1] / ".state" / "bench"
LEVELS = STATE / "levels"
OUT = Path(__file__).resolve().parents[1] / "src" / "maplestep" / "audio" / "ears.npz"
BANDS, RATE = 48, 22_050 / 220
FRAMES, BATCH, STEPS = 3000, 8, 1800
CHANNELS, DILATIONS, KERNEL = 24, 10, 5


def halves(counts: Mapping[str, int]) -> dict[str, int]:
    """Which half each source belongs to: the largest first, each to the half that has less."""
    filled, found = [0, 0], {}
    for source in sorted(counts, key=lambda s: (-counts[s], s)):
        half = int(filled[1] < filled[0])
        filled[half] += counts[source]
        found[source] = half
    return found


@cache
def known_pieces() -> list[dict[str, Any]]:
    """The facts of all training pieces there are."""
    found = [json.loads(p.read_text()) for p in sorted((STATE / "pieces").glob("*.json"))]
    return [piece for piece in found if piece["part"] == "train"]


@cache
def split() -> dict[str, int]:
    """Which half each source there is belongs to."""
    return halves(Counter(piece["source"] for piece in known_pieces()))


def other_half(source: str) -> dict[str, np.ndarray]:
    """The network that was not trained on this source, as it is shipped."""
    lead = f"{1 - split()[source]}."
    with np.load(OUT) as kept:
        names = [name for name in kept.files if name.startswith(lead)]
        return {name.removeprefix(lead): kept[name].astype(np.float32) for name in names}


def keep_levels() -> None:
    """Loudness by band of every training piece, as the product hears it, in half precision."""
    from multiprocessing import Pool

    from pieces import pieces

    LEVELS.mkdir(parents=True, exist_ok=True)
    wanted = pieces("train")
    with Pool(2) as pool:
        pool.map(_keep, wanted, chunksize=4)
    print(len(wanted), "pieces")


def _keep(piece: object) -> None:
    from maplestep.audio.decode import read_mono
    from maplestep.audio.onsets import mel_levels

    path = LEVELS / f"{piece.name}.npy"  # type: ignore[attr-defined]
    if not path.exists():
        levels, _ = mel_levels(read_mono(Path(piece.audio)))  # type: ignore[attr-defined]
        np.save(path, levels[::2].astype(np.float16))


class Data:
    """Random stretches of pieces with beats and bars marked on their frames."""

    def __init__(self, half: int, seed: int) -> None:
        self._rng = np.random.default_rng(seed)
        mine = [piece for piece in known_pieces() if split()[piece["source"]] == half]
        sources = [piece["source"] for piece in mine]
        self._pieces = [
            (np.load(LEVELS / f"{piece['name']}.npy"), np.asarray(piece["beats"]),
             np.asarray(piece["ones"]))
            for piece in mine
        ]  # fmt: skip
        counts = {s: sources.count(s) for s in sources}
        weights = np.asarray([counts[s] ** -0.5 for s in sources])
        self._chance = weights / weights.sum()
        print(len(self._pieces), "pieces of", len(counts), "sources")

    def batch(self) -> tuple[np.ndarray, np.ndarray]:
        """Stretches (batch, bands, frames) and marks (batch, 2, frames)."""
        picked = self._rng.choice(len(self._pieces), BATCH, p=self._chance)
        made = [self._stretch(*self._pieces[p]) for p in picked]
        return np.stack([m[0] for m in made]), np.stack([m[1] for m in made])

    def _stretch(
        self, levels: np.ndarray, beats: np.ndarray, ones: np.ndarray
    ) -> tuple[np.ndarray, np.ndarray]:
        rng = self._rng
        speed = float(np.exp(rng.uniform(-0.16, 0.16)))
        need = int(FRAMES * speed) + 1
        start = int(rng.integers(0, max(1, len(levels) - need)))
        at = start + np.arange(FRAMES) * speed
        low = np.minimum(at.astype(int), len(levels) - 1)
        high = np.minimum(low + 1, len(levels) - 1)
        part = (at - low)[:, None].astype(np.float32)
        x = levels[low].astype(np.float32) * (1 - part) + levels[high].astype(np.float32) * part
        x[at > len(levels) - 1] = 0
        x = np.roll(x, int(rng.integers(-2, 3)), axis=1)
        tilt = np.interp(np.arange(BANDS), (0, 16, 32, 47), rng.normal(1, 0.25, 4))
        x = x * np.maximum(tilt, 0.2).astype(np.float32) * np.float32(rng.uniform(0.7, 1.2))
        x += np.float32(rng.uniform(0, 0.15)) * np.abs(rng.standard_normal(x.shape)).astype(
            np.float32
        )
        marks = np.zeros((2, FRAMES), np.float32)
        for row, times in enumerate((beats, ones)):
            frames = np.round((times * RATE - start) / speed).astype(int)
            for offset, value in ((-1, 0.5), (1, 0.5), (0, 1.0)):
                inside = frames + offset
                inside = inside[(inside >= 0) & (inside < FRAMES)]
                marks[row, inside] = np.maximum(marks[row, inside], value)
        return x.T, marks


def train(half: int, minutes: float) -> None:
    """Train the network of one half and keep its weights."""
    import torch
    from torch import nn

    torch.set_num_threads(1)
    torch.manual_seed(half)

    class Ears(nn.Module):
        def __init__(self) -> None:
            super().__init__()
            self.first = nn.Conv2d(1, 8, 3, padding=1)
            self.second = nn.Conv2d(8, 16, 3, padding=1)
            self.into = nn.Conv1d(16 * 8, CHANNELS, 1)
            self.wide = nn.ModuleList(
                nn.Conv1d(CHANNELS, CHANNELS, KERNEL, padding=2 * 2**d, dilation=2**d)
                for d in range(DILATIONS)
            )
            self.narrow = nn.ModuleList(nn.Conv1d(CHANNELS, CHANNELS, 1) for _ in range(DILATIONS))
            self.answer = nn.Conv1d(CHANNELS, 2, 1)
            self.drop = nn.Dropout1d(0.1)

        def forward(self, x: torch.Tensor) -> torch.Tensor:
            x = nn.functional.elu(nn.functional.max_pool2d(self.first(x[:, None]), (3, 1)))
            x = nn.functional.elu(nn.functional.max_pool2d(self.second(x), (2, 1)))
            x = nn.functional.elu(self.into(x.flatten(1, 2)))
            for wide, narrow in zip(self.wide, self.narrow, strict=True):
                x = x + narrow(self.drop(nn.functional.elu(wide(x))))
            return self.answer(nn.functional.elu(x))

    ears, data = Ears(), Data(half, half)
    steps = torch.optim.AdamW(ears.parameters(), lr=3e-3, weight_decay=1e-3)
    begun, total = time.monotonic(), STEPS
    losses: list[float] = []
    for step in range(total):
        spent = max(step / total, (time.monotonic() - begun) / 60 / minutes)
        if spent >= 1:
            break
        for group in steps.param_groups:
            group["lr"] = 3e-3 * min(1.0, (step + 1) / 100) * (0.5 + 0.5 * np.cos(np.pi * spent))
        x, y = (torch.from_numpy(part) for part in data.batch())
        loss = nn.functional.binary_cross_entropy_with_logits(
            ears(x), y, pos_weight=torch.tensor([[4.0], [8.0]])
        )
        steps.zero_grad()
        loss.backward()
        nn.utils.clip_grad_norm_(ears.parameters(), 1.0)
        steps.step()
        losses.append(float(loss.detach()))
        if step % 100 == 99:
            print(step + 1, round(float(np.mean(losses[-100:])), 4),
                  round((time.monotonic() - begun) / 60, 1), flush=True)  # fmt: skip
            _store(ears.state_dict(), half)
    _store(ears.state_dict(), half)


def _store(weights: dict, half: int) -> None:  # type: ignore[type-arg]
    np.savez(STATE / f"ears-{half}.npz", **{k: v.numpy() for k, v in weights.items()})


def ship() -> None:
    """Both networks in one file, in half precision."""
    both = {}
    for half in (0, 1):
        with np.load(STATE / f"ears-{half}.npz") as kept:
            both |= {f"{half}.{name}": kept[name].astype(np.float16) for name in kept.files}
    np.savez_compressed(OUT, **both)
    print(OUT.stat().st_size, "bytes")


if __name__ == "__main__":
    if "--levels" in sys.argv:
        keep_levels()
    elif "--ship" in sys.argv:
        ship()
    else:
        train(int(sys.argv[1]), float(sys.argv[2]) if len(sys.argv) > 2 else 600.0)
