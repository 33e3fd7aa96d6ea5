"""Names for the arrays that go around here, and what is read off them everywhere."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

# What is listened to: mono, so many samples a second.
SAMPLE_RATE = 22_050
# Onsets are looked for once in so many samples, and so many times a second.
FRAME_HOP = 110
FRAME_RATE = SAMPLE_RATE / FRAME_HOP
Floats = NDArray[np.floating]
Ints = NDArray[np.integer]


def sample_at(values: Floats, frames: Floats) -> Floats:
    """Values between frames, by straight lines; 0 beyond both ends."""
    return np.interp(frames, np.arange(len(values)), values, left=0.0, right=0.0)


def standard(values: Floats) -> Floats:
    """Zero mean, unit deviation, clipped at ±4."""
    return np.asarray(np.clip((values - values.mean()) / (values.std() + 1e-9), -4.0, 4.0))
