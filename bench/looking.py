"""Recordings for looking, never for training: whatever Debian's packages of music have put below
``/usr/share/games``.

Songs with charts (a ``notes.mid`` beside the sound), MIDI files, and modules, whose rows
libopenmpt times exactly (four rows are taken for a beat, as trackers show them; eight where that
would be faster than anybody dances).
"""

from __future__ import annotations

import ctypes
from pathlib import Path

import mido
import numpy as np
import soundfile
from mixing import FONTS, RATE, rendered
from piece import KEPT, Piece

WHERE = Path("/usr/share/games")
ROWS_A_BEAT = 4
FASTEST = 200.0
LONGEST_SECONDS = 240
_BLOCK = 64  # frames between two looks at the row


def beats_of(midi: mido.MidiFile) -> tuple[list[float], list[float]]:
    """Seconds of every quarter, and of every first one of a bar."""
    tempo, at, ticks = 500_000, 0.0, 0
    changes, metres = [(0, 0.0, tempo)], [(0, 4)]
    last = 0
    for message in mido.merge_tracks(midi.tracks):
        ticks += message.time
        at += mido.tick2second(message.time, midi.ticks_per_beat, tempo)
        if message.type == "set_tempo":
            tempo = message.tempo
            changes.append((ticks, at, tempo))
        if message.type == "time_signature":
            metres.append((ticks, message.numerator))
        if message.type == "note_on":
            last = ticks
    beats, ones = [], []
    for beat in range(last // midi.ticks_per_beat + 1):
        tick = beat * midi.ticks_per_beat
        since, when, speed = [c for c in changes if c[0] <= tick][-1]
        seconds = when + mido.tick2second(tick - since, midi.ticks_per_beat, speed)
        beats.append(seconds)
        begun, metre = [m for m in metres if m[0] <= tick][-1]
        if (tick - begun) // midi.ticks_per_beat % metre == 0:
            ones.append(seconds)
    return beats, ones


def _piece(name: str, source: str, audio: Path, beats: list[float], ones: list[float]) -> Piece:
    bpm = 60 / float(np.median(np.diff(beats)))
    return Piece(name, source, "looking", str(audio), bpm, 4, beats, ones, [])


def charted() -> list[Piece]:
    """Recorded songs, all their tracks together."""
    found = []
    for chart in sorted(WHERE.rglob("notes.mid")):
        out = KEPT / f"song-{chart.parent.name}.flac"
        tracks = [soundfile.read(str(p), dtype="float32", always_2d=True)
                  for p in sorted(chart.parent.glob("*.ogg"))]  # fmt: skip
        rate = tracks[0][1]
        if not out.exists():
            length = max(len(t) for t, _ in tracks)
            mix = sum(np.pad(t.mean(axis=1), (0, length - len(t))) for t, _ in tracks)
            soundfile.write(str(out), mix / (np.abs(mix).max() + 1e-9), rate)
        seconds = max(len(t) / rate for t, _ in tracks)
        beats, ones = beats_of(mido.MidiFile(str(chart)))
        step = beats[-1] - beats[-2]
        beats += list(np.arange(beats[-1] + step, seconds, step))
        found.append(_piece(chart.parent.name, "songs", out, beats, ones))
    return found


def scored() -> list[Piece]:
    """MIDI files, through two fonts in turn."""
    found = []
    for number, path in enumerate(sorted(WHERE.rglob("*.mid"))):
        if path.name == "notes.mid":
            continue
        out = KEPT / f"midi-{path.stem}.flac"
        midi = mido.MidiFile(str(path), clip=True)
        beats, ones = beats_of(midi)
        if len(beats) < 60:
            continue
        if not out.exists():
            sound = rendered(midi, FONTS[number % 2], room=True)
            soundfile.write(str(out), sound[: RATE * LONGEST_SECONDS], RATE)
        kept = [b for b in beats if b < LONGEST_SECONDS]
        found.append(_piece(path.stem, "midi", out, kept, [b for b in ones if b < LONGEST_SECONDS]))
    return found


def modules() -> list[Piece]:
    """Modules as libopenmpt plays them."""
    found = []
    kinds = {".mod", ".xm", ".s3m", ".it"}
    for path in sorted(p for p in WHERE.rglob("*") if p.suffix.lower() in kinds):
        out = KEPT / f"module-{path.stem}.flac"
        kept_rows = KEPT / f"module-{path.stem}.npy"
        if not kept_rows.exists():
            samples, times = _played(path)
            soundfile.write(str(out), samples / (np.abs(samples).max() + 1e-9), RATE)
            np.save(kept_rows, times)
        times = np.load(kept_rows)
        rows_a_beat = ROWS_A_BEAT
        while np.median(np.diff(times[:, 0])) * rows_a_beat < 60 / FASTEST:
            rows_a_beat *= 2
        beats = times[times[:, 1] % rows_a_beat == 0, 0].tolist()
        ones = times[times[:, 1] % (4 * rows_a_beat) == 0, 0].tolist()
        if len(beats) >= 40:
            found.append(_piece(path.stem, "modules", out, beats, ones))
    return found


def _played(path: Path) -> tuple[np.ndarray, np.ndarray]:
    """Mono samples, and (seconds, row in its pattern) of every row as it begins."""
    mpt = ctypes.CDLL("libopenmpt.so.0")
    mpt.openmpt_module_create_from_memory.restype = ctypes.c_void_p
    mpt.openmpt_module_read_float_mono.restype = ctypes.c_size_t
    for name in ("openmpt_module_get_current_row", "openmpt_module_get_current_order"):
        getattr(mpt, name).argtypes = [ctypes.c_void_p]
    data = path.read_bytes()
    module = ctypes.c_void_p(
        mpt.openmpt_module_create_from_memory(data, ctypes.c_size_t(len(data)), None, None, None)
    )
    buffer = (ctypes.c_float * _BLOCK)()
    parts, rows, before, done = [], [], None, 0
    while done < RATE * LONGEST_SECONDS:
        here = (mpt.openmpt_module_get_current_order(module),
                mpt.openmpt_module_get_current_row(module))  # fmt: skip
        if here != before:
            rows.append((done / RATE, here[1]))
            before = here
        count = mpt.openmpt_module_read_float_mono(module, RATE, ctypes.c_size_t(_BLOCK), buffer)
        if not count:
            break
        parts.append(np.ctypeslib.as_array(buffer)[:count].copy())
        done += count
    mpt.openmpt_module_destroy(module)
    return np.concatenate(parts), np.asarray(rows)


def looking() -> list[Piece]:
    """Everything there is on this machine."""
    KEPT.mkdir(parents=True, exist_ok=True)
    return charted() + scored() + modules()


if __name__ == "__main__":
    for piece in looking():
        print(f"{piece.source:<8}{piece.name:<28}{piece.bpm:6.1f} {len(piece.beats):>5}")
