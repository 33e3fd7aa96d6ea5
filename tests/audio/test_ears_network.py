"""The network in numpy does what its layers say: held against scipy's correlations.

Torch's Conv2d and Conv1d are cross-correlations over zero-padded input (its documentation), which
scipy.signal.correlate computes independently.
"""

import numpy as np
import pytest
from scipy.ndimage import maximum_filter1d
from scipy.signal import correlate, correlate2d

from maplestep.audio import ears
from maplestep.audio.ears import beats_and_bars

CHANNELS, LAYERS = 4, 3


def weights(seed: int) -> dict[str, np.ndarray]:
    rng = np.random.default_rng(seed)
    shapes: dict[str, tuple[int, ...]] = {
        "first.weight": (8, 1, 3, 3), "first.bias": (8,),
        "second.weight": (16, 8, 3, 3), "second.bias": (16,),
        "into.weight": (CHANNELS, 128, 1), "into.bias": (CHANNELS,),
        "answer.weight": (2, CHANNELS, 1), "answer.bias": (2,),
    }  # fmt: skip
    for layer in range(LAYERS):
        shapes |= {
            f"wide.{layer}.weight": (CHANNELS, CHANNELS, 5), f"wide.{layer}.bias": (CHANNELS,),
            f"narrow.{layer}.weight": (CHANNELS, CHANNELS, 1), f"narrow.{layer}.bias": (CHANNELS,),
        }  # fmt: skip
    return {name: rng.normal(0, 0.3, shape).astype(np.float32) for name, shape in shapes.items()}


def elu(x: np.ndarray) -> np.ndarray:
    return np.where(x > 0, x, np.exp(np.minimum(x, 0)) - 1)


def over_pitch(x: np.ndarray, kernel: np.ndarray, bias: np.ndarray, pooled: int) -> np.ndarray:
    """(channels, pitches, frames), one plane after the other."""
    planes = [
        sum(correlate2d(x[c], kernel[o, c], mode="same") for c in range(len(x))) + bias[o]
        for o in range(len(kernel))
    ]
    out = np.stack(planes)
    return elu(out.reshape(len(out), -1, pooled, out.shape[2]).max(axis=2))


def by_definition(levels: np.ndarray, w: dict[str, np.ndarray]) -> np.ndarray:
    x = over_pitch(levels.T[None], w["first.weight"], w["first.bias"], 3)
    x = over_pitch(x, w["second.weight"], w["second.bias"], 2)
    x = elu(w["into.weight"][:, :, 0] @ x.reshape(128, -1) + w["into.bias"][:, None])
    for layer in range(LAYERS):
        kernel = np.zeros((CHANNELS, CHANNELS, 4 * 2**layer + 1))
        kernel[:, :, :: 2**layer] = w[f"wide.{layer}.weight"]
        rows = [
            sum(correlate(x[c], kernel[o, c], mode="same") for c in range(CHANNELS))
            + w[f"wide.{layer}.bias"][o]
            for o in range(CHANNELS)
        ]
        inner = elu(np.stack(rows))
        x = x + w[f"narrow.{layer}.weight"][:, :, 0] @ inner + w[f"narrow.{layer}.bias"][:, None]
    return w["answer.weight"][:, :, 0] @ elu(x) + w["answer.bias"][:, None]


def chance(said: np.ndarray) -> np.ndarray:
    return maximum_filter1d(1 / (1 + np.exp(-said)), 5, axis=1)


def test_every_layer_is_what_its_definition_says() -> None:
    levels = np.random.default_rng(4).uniform(0, 5, (240, 48))
    one, two = weights(1), weights(2)
    alone = beats_and_bars(levels, (one,))
    # Every second frame is heard; a chance counts for 20 ms on either side.
    assert alone == pytest.approx(chance(by_definition(levels[::2], one)), abs=1e-4)
    both = 0.5 * (by_definition(levels[::2], one) + by_definition(levels[::2], two))
    assert beats_and_bars(levels, (one, two)) == pytest.approx(chance(both), abs=1e-4)


def test_long_recordings_are_heard_in_one_piece(monkeypatch: pytest.MonkeyPatch) -> None:
    levels = np.random.default_rng(5).uniform(0, 5, (700, 48))
    whole = beats_and_bars(levels, (weights(3),))
    monkeypatch.setattr(ears, "_BLOCK", 64)
    assert beats_and_bars(levels, (weights(3),)) == pytest.approx(whole, abs=1e-5)


def test_the_shipped_ears_hear_a_backbeat() -> None:
    # 120 bpm as levels by band: low on 1 and 3, middle on 2 and 4, high between them. Four bars in,
    # the beats stand out from the halves between.
    rate = 22_050 / 110
    beats = [0.25 + 0.5 * n for n in range(46)]
    levels = np.full((round(24 * rate), 48), 0.3)
    decay = 5.0 * np.exp(-np.arange(30) / 8)[:, None]
    for number, at in enumerate(beats):
        first = round(at * rate)
        levels[first : first + 30, slice(14, 40) if number % 2 else slice(0, 10)] += decay
        between = round((at + 0.25) * rate)
        levels[between : between + 30, 36:] += decay
    heard = beats_and_bars(levels)[0]
    frames = np.asarray([round(at * rate / 2) for at in beats[16:-4]])
    assert heard[frames].mean() > 2 * heard[frames + round(0.25 * rate / 2)].mean()
