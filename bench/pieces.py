"""Pieces whose beats are known by construction, for training and measuring the analyser.

Three makers: the composing band (bench/styles.py, composing.py), dance tunes over that band
(bench/tunes.py), accompaniments of Debian's ``mma`` (bench/grooves.py). They sound through
FluidSynth with five sound fonts, rooms, mixes and codecs (bench/mixing.py) and are kept in
``.state/bench/pieces``. The same name gives the same piece on every machine.

.state/venv/bin/python bench/pieces.py      makes what is missing
"""

from __future__ import annotations

import json
import random
import sys
from collections import Counter
from collections.abc import Callable
from dataclasses import asdict
from functools import partial
from multiprocessing import Pool

import grooves
from composing import Composed, compose, midi_of
from mixing import FONTS, kept, mixed, rendered
from piece import KEPT, Piece
from styles import STYLES
from tunes import over_band, tunes

__all__ = ["Piece", "pieces"]

EACH_STYLE = 9
TUNES = 140
_FONT_SHARES = (30, 8, 22, 16, 24)


def recorded(name: str, source: str, song: Composed) -> Piece:
    """The song through a font and a mix drawn by its name; made once."""
    facts = KEPT / f"{name}.json"
    if facts.exists():
        return Piece(**json.loads(facts.read_text()))
    rng = random.Random(f"font {name}")
    font = rng.choices(FONTS, _FONT_SHARES)[0]
    sound = rendered(midi_of(song), font, room=rng.random() < 0.5)
    audio = kept(mixed(sound, name), KEPT / name, name)
    piece = Piece(
        name=name, source=source, part="train", audio=str(audio), bpm=song.bpm, metre=song.metre,
        beats=song.beats, ones=song.ones, phrases=song.phrases, kinds=song.kinds,
        changes=song.changes,
    )  # fmt: skip
    facts.write_text(json.dumps(asdict(piece)))
    return piece


def in_style(number: int) -> Piece:
    """The band's piece of so many."""
    style, seed = STYLES[number % len(STYLES)], number // len(STYLES)
    name = f"{style.name.replace(' ', '-')}-{seed}"
    return recorded(name, style.family, compose(style, str(seed)))


def of_tune(number: int) -> Piece:
    """A tune over the band."""
    known = tunes()
    kind, bars = known[number * len(known) // TUNES]
    return recorded(f"tune-{number}", f"{kind[:-1]}s", over_band(kind, bars, str(number)))


def pieces(part: str | None = None) -> list[Piece]:
    """All pieces of a part, made where missing."""
    KEPT.mkdir(parents=True, exist_ok=True)
    jobs: list[Callable[[], Piece | None]] = [
        partial(grooves.make, path)
        for path in grooves.grooves()
        if part in (None, grooves.part_of(path.stem))
    ]
    if part != "aside":
        tunes()
        jobs += [partial(in_style, n) for n in range(EACH_STYLE * len(STYLES))]
        jobs += [partial(of_tune, n) for n in range(TUNES)]
    with Pool(2) as pool:
        return [piece for piece in pool.map(_done, jobs, chunksize=1) if piece]


def _done(job: Callable[[], Piece | None]) -> Piece | None:
    try:
        return job()
    except Exception as error:
        print("not made:", job, error, file=sys.stderr)
        raise


if __name__ == "__main__":
    made = pieces()
    print(len(made), "pieces")
    for source, count in sorted(Counter(f"{p.part} {p.source}" for p in made).items()):
        print(f"  {source:<24}{count:>4}")
