"""What the ears take in from a piece, kept, so that later steps can be tried again quickly."""

from __future__ import annotations

import pickle
from pathlib import Path

import numpy as np
from piece import KEPT, Piece
from train_ears import other_half

from maplestep.audio.analyse import Features
from maplestep.audio.decode import read_mono
from maplestep.audio.harmony import Harmony, harmony_of
from maplestep.audio.onsets import Onsets, onsets_of

HEARD = KEPT.parent / "heard"


def heard(piece: Piece) -> Features:
    """Onsets and harmony of a piece; single precision on disk. The ears are those that have not
    been trained on its source."""
    HEARD.mkdir(parents=True, exist_ok=True)
    path = HEARD / f"{piece.name}.pickle"
    if not path.exists():
        samples = read_mono(Path(piece.audio))
        networks = (other_half(piece.source),) if piece.part == "train" else None
        onsets, harmony = onsets_of(samples, networks), harmony_of(samples)
        parts = [
            {name: np.asarray(getattr(part, name), np.float32) for name in part.__slots__}
            for part in (onsets, harmony)
        ]
        path.write_bytes(pickle.dumps(parts))
    first, second = pickle.loads(path.read_bytes())
    wide = [{k: v.astype(np.float64) for k, v in part.items()} for part in (first, second)]
    return Features(Onsets(**wide[0]), Harmony(**wide[1]))
