"""A small network that hears where beats and bars may be, a hundred times a second.

A temporal convolutional network after Davies & Böck, "Temporal convolutional networks for musical
audio beat tracking" (EUSIPCO 2019), smaller, run in numpy. Its weights, ``ears.npz``, are trained
by ``bench/train_ears.py`` on generated pieces only. What it says is evidence for the vote on the
level (``level.py``) and for the bars (``downbeats.py``); where exactly a beat lies is left to the
onsets.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cache, reduce
from importlib import resources
from typing import Final

import numpy as np
from scipy.ndimage import maximum_filter1d

from .arrays import FRAME_RATE, Floats, sample_at

EVERY: Final = 2
"""Of so many frames of the onsets it hears one."""
RATE: Final = FRAME_RATE / EVERY
_KERNEL: Final = 5
_BLOCK: Final = 4096
_WIDE: Final = 5
Weights = Mapping[str, Floats]


def beats_and_bars(levels: Floats, networks: Sequence[Weights] | None = None) -> Floats:
    """How likely a beat and the first of a bar are within 20 ms of each frame, (2, frames).

    ``levels``: of :func:`.onsets.mel_levels`. The mean of what each network says, 0 to 1.
    """
    heard = np.ascontiguousarray(levels[::EVERY], dtype=np.float32)
    said = [_answer(heard, one) for one in (networks or _shipped())]
    chance = np.asarray(1 / (1 + np.exp(-np.mean(said, axis=0)))).T
    return np.asarray(maximum_filter1d(chance, _WIDE, axis=1))


def pulse_at(pulse: Floats, seconds: Floats) -> Floats:
    """How likely what :func:`beats_and_bars` gives one row of is at these times."""
    return sample_at(pulse, seconds * RATE)


@cache
def _shipped() -> tuple[Weights, ...]:
    with resources.files(__package__).joinpath("ears.npz").open("rb") as file:
        kept = np.load(file)
        names = sorted({name.split(".")[0] for name in kept.files})
        return tuple(
            {
                name.partition(".")[2]: kept[name].astype(np.float32)
                for name in kept.files
                if name.startswith(f"{one}.")
            }
            for one in names
        )


def _answer(heard: Floats, weights: Weights) -> Floats:
    """(frames, bands) to (frames, 2), before the logistic function."""
    parts = []
    for start in range(0, len(heard), _BLOCK):
        # Two frames more on either side than are kept: the reach of two kernels of three.
        low, high = max(0, start - 2), min(len(heard), start + _BLOCK + 2)
        front = _front(heard[low:high], weights)
        parts.append(front[start - low : start - low + _BLOCK])
    x = np.concatenate(parts)
    layers = sum(name.startswith("wide.") and name.endswith(".bias") for name in weights)
    for layer in range(layers):
        inner = _elu(_along(x, weights[f"wide.{layer}.weight"], 2**layer)
                     + weights[f"wide.{layer}.bias"])  # fmt: skip
        x = x + inner @ weights[f"narrow.{layer}.weight"][:, :, 0].T
        x += weights[f"narrow.{layer}.bias"]
    return np.asarray(_elu(x) @ weights["answer.weight"][:, :, 0].T + weights["answer.bias"])


def _front(heard: Floats, weights: Weights) -> Floats:
    """Two kernels over time and pitch, a maximum over pitch behind each: (frames, channels)."""
    x = _over_pitch(heard[:, :, None], weights["first.weight"], weights["first.bias"], 3)
    x = _over_pitch(x, weights["second.weight"], weights["second.bias"], 2)
    flat = x.transpose(0, 2, 1).reshape(len(x), -1)
    return np.asarray(_elu(flat @ weights["into.weight"][:, :, 0].T + weights["into.bias"]))


def _over_pitch(x: Floats, kernel: Floats, bias: Floats, pooled: int) -> Floats:
    """(frames, pitches, channels): a kernel of 3 by 3, pitch pooled by so many, and ELU."""
    frames, pitches, _ = x.shape
    padded = np.pad(x.reshape(frames, -1), ((1, 1), (0, 0)))
    out = sum(
        padded[time : time + frames] @ _spread(kernel[..., time], pitches) for time in (0, 1, 2)
    )
    out = np.asarray(out).reshape(frames, pitches // pooled, pooled, len(kernel))
    return _elu(reduce(np.maximum, (out[:, :, n] for n in range(pooled))) + bias)


def _spread(kernel: Floats, pitches: int) -> Floats:
    """A kernel of three pitches as one matrix from all (pitches, in) to all (pitches, out): much
    quicker than pitch by pitch. Torch lays the kernel out as (out, in, pitch)."""
    out, channels, reach = kernel.shape
    whole = np.zeros((pitches, channels, pitches, out), np.float32)
    for at in range(pitches):
        for place in range(reach):
            source = at + place - 1
            if 0 <= source < pitches:
                whole[source, :, at] = kernel[:, :, place].T
    return whole.reshape(pitches * channels, pitches * out)


def _along(x: Floats, kernel: Floats, apart: int) -> Floats:
    """A kernel of five over time, its taps so many frames apart."""
    reach = _KERNEL // 2 * apart
    padded = np.pad(x, ((reach, reach), (0, 0)))
    out = np.zeros((len(x), len(kernel)), np.float32)
    for tap in range(_KERNEL):
        out += padded[tap * apart : tap * apart + len(x)] @ kernel[:, :, tap].T
    return out


def _elu(x: Floats) -> Floats:
    below = np.expm1(np.minimum(x, 0))
    return np.asarray(np.maximum(x, 0, out=x) + below)
