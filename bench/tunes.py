"""Dance tunes of the corpus that ``music21`` ships, over accompaniments of the bench band.

Reels, hornpipes and strathspeys (two to the bar), jigs and slip jigs (the dotted crotchet is the
beat), waltzes. The tune is the collectors'; the band under it is ours.

.state/venv/bin/python bench/tunes.py     reads the corpus into .state/bench/tunes.json (once)
"""

from __future__ import annotations

import json
import random
from dataclasses import replace
from pathlib import Path

from composing import DEGREES, LEAD, Composed, Note, Player, Section, spans_of
from styles import STYLES, Style

BARS = 8
# The beat in crotchets, beats a bar of ours, styles that can go under it, tempi danced to.
KINDS = {
    "reel": (("polka", "train beat", "slow two-step", "house", "rock open", "picked guitar",
              "country rock"), (96, 126)),
    "jig": (("jig band", "six eight", "triplet ballad"), (98, 128)),
    "waltz": (("waltz", "rock waltz", "swung waltz"), (96, 170)),
}  # fmt: skip
MELODY = (21, 22, 40, 65, 71, 72, 73, 105, 110)


def kind_of(signature: str) -> tuple[str, float, int] | None:
    """Kind of tune by its time signature, the beat in crotchets, and beats a notated bar."""
    return {
        "2/4": ("reel", 1.0, 2), "4/4": ("reel", 2.0, 2), "2/2": ("reel", 2.0, 2),
        "6/8": ("jig", 1.5, 2), "9/8": ("jig", 1.5, 3), "3/4": ("waltz", 1.0, 3),
    }.get(signature)  # fmt: skip


def parsed(path: Path) -> list[tuple[str, list[list[tuple[float, float, int]]]]]:
    """The tunes of a file: kind, and for each bar its notes (beat, beats, MIDI pitch)."""
    from music21 import converter, stream  # noqa: PLC0415 - slow, and only needed to make pieces

    score = converter.parse(str(path))
    scores = list(score.scores) if isinstance(score, stream.Opus) else [score]
    out = []
    for one in scores:
        part = one.parts[0] if one.parts else one
        measures = list(part.getElementsByClass(stream.Measure))
        times = [m.timeSignature.ratioString for m in measures if m.timeSignature]
        found = kind_of(times[0]) if len(set(times)) == 1 else None
        if not found:
            continue
        kind, crotchets, beats = found
        bars = []
        for measure in measures:
            if abs(float(measure.duration.quarterLength) - crotchets * beats) > 0.01:
                continue  # a pick-up, or a bar cut by a repeat sign
            bars.append([
                (float(n.offset) / crotchets, float(n.quarterLength) / crotchets,
                 int(n.pitches[-1].midi))
                for n in measure.recurse().notes if n.quarterLength > 0
            ])  # fmt: skip
        if len(bars) >= BARS:
            out.append((f"{kind}{beats}", bars[: len(bars) // BARS * BARS][: 2 * BARS]))
    return out


def chord_under(notes: list[tuple[float, float, int]], key: int) -> tuple[int, int]:
    """Of I, IV, V, ii and vi the chord that holds most of what the tune plays."""

    def held(chord: tuple[int, int]) -> float:
        tones = {(key + chord[0] + n) % 12 for n in (0, chord[1], 7)}
        return sum(long for _, long, pitch in notes if pitch % 12 in tones)

    return max((DEGREES[d] for d in ("I", "V", "IV", "vi", "ii")), key=held)


def over_band(kind: str, bars: list[list[tuple[float, float, int]]], seed: str) -> Composed:
    """The tune once or twice through, with a band under it."""
    rng = random.Random(f"tune {kind} {seed}")
    name, beats = kind[:-1], int(kind[-1])
    usable, tempi = KINDS[name]
    style: Style = rng.choice([s for s in STYLES if s.name in usable])
    key = bars[-1][-1][2] % 12 if bars[-1] else 0
    chords = [chord_under(bar, key) for bar in bars]
    # Two notated bars of two beats are one bar of four counts.
    per = style.metre // beats if style.metre % beats == 0 else 1
    lanes = {lane: rng.choice(getattr(style, lane))
             for lane in ("kick", "snare", "top", "bass", "chords", "extra")}  # fmt: skip
    if rng.random() < 0.3:
        lanes |= dict.fromkeys(("kick", "snare", "top"), "")
    metre = beats * per
    form = []
    for turn in (0, 0, 1, 1) * rng.choice((1, 2)):
        half = turn if len(bars) == 2 * BARS else 0
        form.append((half, bars[half * BARS : (half + 1) * BARS]))
    bpm = rng.uniform(*tempi)
    sections = [
        Section("AB"[half], BARS // per, frozenset(lanes) | {"kick", "snare"},
                tuple(chords[half * BARS : (half + 1) * BARS : per]), lanes)
        for half, _ in form
    ]  # fmt: skip
    playing = style if style.metre == metre else _cut(style, metre)
    spans, changes = spans_of(rng, len(form) * BARS * beats, 60 / bpm, sections, metre)
    at = rng.uniform(0.05, 1.2)
    times = [at]
    for span in spans:
        times.append(times[-1] + span)
    player = Player(playing, rng, times, sections, "major")
    player.key, player.sings = key, False
    player.programs[LEAD] = rng.choice(MELODY)
    if playing is not style:
        for section in sections:
            section.lanes = {k: v[: metre * style.steps] for k, v in section.lanes.items()}
    notes = player.play()
    loose = player.loose
    for number, (_, part) in enumerate(form):
        for bar, heard in enumerate(part):
            first = (number * BARS + bar) * beats
            for beat, long, pitch in heard:
                low = first + int(beat)
                span = times[low + 1] - times[low]
                start = times[low] + (beat - int(beat)) * span + rng.gauss(0, loose)
                loud = min(127, max(40, round(rng.gauss(96, 8))))
                notes.append(Note(max(0, start), LEAD, pitch, loud, 0.9 * long * span))
    notes.sort(key=lambda note: note.at)
    starts = [times[n * BARS * beats] for n in range(len(form))]
    return Composed(
        notes=notes, programs=player.programs, beats=times[:-1], ones=times[:-1][::metre],
        phrases=starts, kinds=[section.kind for section in sections], metre=metre, bpm=bpm,
        seconds=times[-1] + 1.5, changes=changes,
    )  # fmt: skip


def _cut(style: Style, metre: int) -> Style:
    """The style with bars of so many beats."""
    return replace(style, metre=metre)


KEPT = Path(__file__).resolve().parents[1] / ".state" / "bench" / "tunes.json"
# A collection of dance tunes a file each, and two of many tunes a file.
FOLDERS = (("ryansMammoth", 4), ("oneills1850", 13), ("airdsAirs", 6))


def tunes() -> list[tuple[str, list[list[tuple[float, float, int]]]]]:
    """Tunes of the corpus, always the same ones in the same order."""
    if not KEPT.exists():
        from music21 import corpus  # noqa: PLC0415

        paths = sorted(corpus.corpora.CoreCorpus().getPaths())
        found = []
        for folder, every in FOLDERS:
            inside = [p for p in paths if p.parent.name == folder and p.suffix == ".abc"]
            for path in inside[::every]:
                found += parsed(path)[:45]
        KEPT.parent.mkdir(parents=True, exist_ok=True)
        KEPT.write_text(json.dumps(found))
    return [(kind, bars) for kind, bars in json.loads(KEPT.read_text())]


if __name__ == "__main__":
    print(len(tunes()), "tunes")
