"""Accompaniments of Debian's ``mma``, whose grooves nobody here composed.

Every piece has an intro, two verses, two choruses and an outro; verse and chorus differ in groove
variant and chords. ``aside`` grooves are never looked at while tuning; which groove lies where is
decided by a hash of its name, so that nobody chooses.
"""

from __future__ import annotations

import hashlib
import json
import random
import re
import subprocess
import sys
from dataclasses import asdict
from pathlib import Path

import mido
from piece import KEPT, Piece

GROOVES = Path("/usr/share/mma/lib/stdlib")
FONTS = {
    "train": Path("/usr/share/sounds/sf2/FluidR3_GM.sf2"),
    "aside": Path("/usr/share/sounds/sf2/TimGM6mb.sf2"),
}
TEMPI = {
    "ballad": (66, 96), "slow": (70, 100), "hymn": (70, 100), "lullaby": (80, 110),
    "spiritual": (70, 110), "waltz": (90, 170), "vienese": (150, 190), "fast": (150, 200),
    "polka": (105, 130), "march": (105, 125), "quickstep": (180, 205), "bluegrass": (110, 150),
    "bebop": (160, 210), "swing": (110, 190), "ragtime": (130, 190), "tango": (100, 130),
    "cha": (105, 130), "samba": (100, 130), "rhumba": (95, 125), "jive": (150, 180),
}  # fmt: skip
VERSES = ("C F C G", "C Am F G", "Dm G C C", "C G Am F", "C C F G7")
CHORUSES = ("F C G C", "F G Em Am", "Am F C G", "F F C G7", "G F C C")
# No fixed quarter: six-eight and five-four grooves, and those that only include others.
SKIPPED = re.compile(r"68|128|54|none|metronome|bebop")


def part_of(groove: str) -> str:
    """Three grooves of ten lie aside."""
    return "aside" if int(hashlib.sha256(groove.encode()).hexdigest(), 16) % 10 < 3 else "train"


def grooves() -> list[Path]:
    """The groove files with a plain three or four in the bar."""
    return [p for p in sorted(GROOVES.glob("*.mma")) if not SKIPPED.search(p.stem)]


def tempo_for(groove: str, rng: random.Random) -> float:
    """A tempo such music is played at; from memory."""
    low, high = next((t for word, t in TEMPI.items() if word in groove), (95, 165))
    return round(rng.uniform(low, high), 2)


def write_mma(
    path: Path, out: Path, rng: random.Random
) -> tuple[float, int, list[tuple[str, int]]]:
    """The piece as an mma file; gives bpm, metre and sections (kind, bars)."""
    text = path.read_text(errors="replace")
    found = re.findall(r"^Time\s+(\d)", text, re.M)
    metre = int(found[0]) if found else 4
    names = list(re.findall(r"^DefGroove\s+(\w+)", text, re.M))
    plain = [n for n in names if not re.search(r"intro|end|fill", n, re.I)] or names
    bpm = tempo_for(path.stem, rng)
    verse, chorus = plain[0], rng.choice(plain[1:4] or plain)
    long = rng.choice((8, 8, 16)) if bpm * metre / 4 < 130 else 16
    odd = rng.choice((0, 0, 0, 1, 2))
    sections = [
        ("intro", rng.choice((4, 8))), ("verse", long), ("chorus", 8),
        ("verse", long + odd), ("chorus", 8), ("bridge", 8), ("chorus", 8), ("outro", 4),
    ]  # fmt: skip
    chords = {
        "verse": rng.choice(VERSES).split(), "chorus": rng.choice(CHORUSES).split(),
        "bridge": ["Am", "Em", "F", "G"], "intro": ["C", "G"], "outro": ["F", "C"],
    }  # fmt: skip
    lines = [
        f"Tempo {bpm}",
        f"KeySig {rng.choice(('0', '2#', '1b'))}",
        f"Transpose {rng.randrange(-5, 6)}",
    ]
    for kind, bars in sections:
        lines.append(f"Groove {chorus if kind in ('chorus', 'bridge') else verse}")
        lines += [chords[kind][bar % len(chords[kind])] for bar in range(bars)]
    out.write_text("\n".join(lines) + "\n")
    return bpm, metre, sections


def make(path: Path) -> Piece | None:
    """Compose and render a piece once; None when mma cannot play this groove alone."""
    KEPT.mkdir(parents=True, exist_ok=True)
    facts = KEPT / f"{path.stem}.json"
    if facts.exists():
        return Piece(**json.loads(facts.read_text()))
    rng = random.Random(path.stem)
    score, midi, sound = (KEPT / f"{path.stem}.{end}" for end in ("mma", "mid", "flac"))
    bpm, metre, sections = write_mma(path, score, rng)
    done = subprocess.run(
        ["mma", "-f", str(midi), str(score)], capture_output=True, text=True, check=False
    )
    if done.returncode or not midi.exists():
        print(f"skipped {path.stem}: {done.stdout[-120:]}", file=sys.stderr)
        return None
    subprocess.run(
        ["fluidsynth", "-ni", "-q", "-g", "0.5", "-r", "44100", "-T", "flac", "-F", str(sound),
         str(FONTS[part_of(path.stem)]), str(midi)], check=True, capture_output=True,
    )  # fmt: skip
    # mma rounds the tempo; what the MIDI file says is what sounds.
    track = (message for track in mido.MidiFile(midi).tracks for message in track)
    beat = next(message.tempo for message in track if message.type == "set_tempo") / 1e6
    bpm, total = 60 / beat, sum(bars for _, bars in sections)
    starts, at = [], 0
    for _, bars in sections:
        starts.append(at * metre * beat)
        at += bars
    piece = Piece(
        name=path.stem, source="grooves", part=part_of(path.stem), audio=str(sound), bpm=bpm,
        metre=metre,
        beats=[n * beat for n in range(total * metre)],
        ones=[n * metre * beat for n in range(total)],
        phrases=starts, kinds=[kind for kind, _ in sections],
    )  # fmt: skip
    facts.write_text(json.dumps(asdict(piece)))
    return piece
