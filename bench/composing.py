"""The composing bench band: songs in a style of ``bench/styles.py``, never twice the same.

A song has a form (intro, verses, choruses, a break, an ending), chords and parts that change
with its sections, a tune of motifs, fills, now and then a stop, a bar of pick-up, an odd number
of bars, a slow-down, a drift or another tempo. What is played is known to the tick.
"""

from __future__ import annotations

import itertools
import random
from dataclasses import dataclass, field

import mido
from styles import Style

TICKS = 10_000  # a second
LONG_SECONDS = 75.0
DRUMS, BASS, CHORDS, LEAD, EXTRA = 9, 0, 1, 2, 3
KICKS, SNARES, TOPS, EXTRAS = (35, 36), (38, 40, 39, 37), (42, 44, 51, 54, 70, 82), (42, 56, 75, 69)
# Semitones over the key and whether minor; one chord a bar, or two bars each.
LINES = {
    "major": ("I V vi IV", "I vi IV V", "I IV V IV", "I I IV V", "vi IV I V", "I iii IV V",
              "ii V I I", "I IV I V", "IV I V vi", "I I I I IV IV I I V IV I V"),
    "minor": ("i VI III VII", "i iv i v", "i VII VI VII", "i i iv v", "i v VI iv", "i VII i VII"),
}  # fmt: skip
DEGREES = {
    "I": (0, 4), "ii": (2, 3), "iii": (4, 3), "IV": (5, 4), "V": (7, 4), "vi": (9, 3),
    "i": (0, 3), "III": (3, 4), "iv": (5, 3), "v": (7, 3), "VI": (8, 4), "VII": (10, 4),
}  # fmt: skip
SCALES = {"major": (0, 2, 4, 7, 9, 12, 14), "minor": (0, 3, 5, 7, 10, 12, 15)}


@dataclass(frozen=True)
class Note:
    """Seconds, channel, pitch, velocity and length in seconds."""

    at: float
    channel: int
    pitch: int
    velocity: int
    long: float


@dataclass
class Section:
    """Bars that sound alike; ``parts`` names the lanes that play."""

    kind: str
    bars: int
    parts: frozenset[str]
    chords: tuple[tuple[int, int], ...]
    lanes: dict[str, str]


@dataclass
class Composed:
    """The notes and what is true of them, in seconds; ``changes``: the tempo does."""

    notes: list[Note]
    programs: dict[int, int]
    beats: list[float]
    ones: list[float]
    phrases: list[float]
    kinds: list[str]
    metre: int
    bpm: float
    seconds: float
    changes: bool = False
    lead_in: int = 0
    facts: dict[str, float] = field(default_factory=dict)


LANES = ("kick", "snare", "top", "bass", "chords", "extra")
# Rhythms of a beat in a tune, in its steps, and how often they come.
CELLS = {
    4: (((0,), (0, 2), (), (0, 3), (2,), (0, 2, 3), (0, 1, 2, 3), (0, 1), (1, 3), (3,)),
        (30, 22, 14, 6, 8, 6, 4, 2, 2, 3)),
    3: (((0,), (0, 2), (), (0, 1, 2), (2,), (1, 2)), (34, 26, 14, 10, 6, 4)),
}  # fmt: skip
ALL = frozenset({"kick", "snare", "top", "bass", "chords", "extra", "lead"})


def compose(style: Style, seed: str) -> Composed:
    """A song in this style; the same seed gives the same song."""
    rng = random.Random(f"{style.name} {seed}")
    mode = rng.choice(("major", "major", "minor"))
    bpm = rng.uniform(*style.bpm)
    form = form_of(style, rng, mode, bpm)
    bars = sum(section.bars for section in form)
    spans, changes = spans_of(rng, bars * style.metre, 60 / bpm, form, style.metre)
    start = rng.uniform(0.05, 1.5)
    lead_in = rng.choice((0, 0, 0, 1, 2, 3)) if style.metre == 4 else rng.choice((0, 0, 1))
    zero = start + lead_in * spans[0]
    times = list(itertools.accumulate(spans, initial=zero))
    player = Player(style, rng, times, form, mode)
    notes = player.play()
    notes += player.pick_up(lead_in, zero, spans[0])
    notes.sort(key=lambda note: note.at)
    first_bars = list(itertools.accumulate((s.bars for s in form[:-1]), initial=0))
    metre = style.metre
    return Composed(
        notes=notes, programs=player.programs, bpm=bpm, metre=metre, changes=changes,
        beats=times[:-1], ones=times[:-1][::metre],
        phrases=[times[bar * metre] for bar in first_bars],
        kinds=[section.kind for section in form], seconds=times[-1] + 1.5, lead_in=lead_in,
    )  # fmt: skip


def form_of(style: Style, rng: random.Random, mode: str, bpm: float) -> list[Section]:
    """A minute and a half in sections of 4, 8, 12 or 16 bars, now and then odd ones."""
    bar = 60 / bpm * style.metre
    usual = 16 if bar < 1.5 else 8 if bar < 3.2 else 4
    plans = (
        ("intro", "verse", "chorus", "verse", "chorus", "break", "chorus", "outro"),
        ("intro", "verse", "verse", "chorus", "solo", "verse", "chorus", "chorus"),
        ("verse", "chorus", "verse", "chorus", "solo", "chorus", "outro"),
        ("intro", "verse", "bridge", "verse", "chorus", "bridge", "chorus"),
    )
    known: dict[str, Section] = {}
    out: list[Section] = []
    for kind in rng.choice(plans):
        if kind not in known:
            bars = rng.choice((usual, usual, usual, usual * 3 // 2))
            if kind in ("intro", "outro", "break"):
                bars = max(2, rng.choice((usual // 2, usual // 2, usual)))
            parts, chords = parts_of(kind, rng), chords_of(rng, mode, bar)
            lanes = {lane: rng.choice(getattr(style, lane)) for lane in LANES}
            known[kind] = Section(kind, bars, parts, chords, lanes)
        section = known[kind]
        odd = rng.choice((0, 0, 0, 0, 0, 1, -1, 2)) if section.bars > 3 else 0
        out.append(Section(kind, section.bars + odd, section.parts, section.chords, section.lanes))
        if sum(s.bars for s in out) * bar > LONG_SECONDS:
            break
    return out


def parts_of(kind: str, rng: random.Random) -> frozenset[str]:
    """Who plays in such a section."""
    if kind == "intro":
        return rng.choice((ALL - {"lead"}, ALL - {"kick", "snare", "lead"},
                           frozenset({"chords", "bass"}), frozenset({"chords", "extra"}),
                           frozenset({"kick", "snare", "top"}), ALL))  # fmt: skip
    if kind == "break":
        return rng.choice((ALL - {"kick", "snare"}, frozenset({"bass", "chords", "lead"}),
                           frozenset({"kick", "top"}), ALL - {"chords"}))  # fmt: skip
    gone = {"verse": ({"extra"}, set(), {"chords"}), "chorus": (set(),), "solo": (set(), {"extra"})}
    return ALL - rng.choice(gone.get(kind, (set(), {"lead"})))


def chords_of(rng: random.Random, mode: str, bar: float) -> tuple[tuple[int, int], ...]:
    """A line of chords, one a bar; two bars each where bars are short."""
    line = [DEGREES[name] for name in rng.choice(LINES[mode]).split()]
    each = rng.choice((1, 1, 2)) if bar > 1.4 else rng.choice((1, 2, 2))
    return tuple(chord for chord in line for _ in range(each))


def spans_of(
    rng: random.Random, beats: int, beat: float, form: list[Section], metre: int
) -> tuple[list[float], bool]:
    """How long each beat lasts: steady, or with drift, a slow-down, a stop, another tempo."""
    spans = [beat] * beats
    what = rng.random()
    if what < 0.08:
        depth, length = rng.uniform(0.004, 0.02), rng.uniform(40, 160)
        phase = rng.uniform(0, 6)
        spans = [beat * (1 + depth * _wave(n / length + phase)) for n in range(beats)]
        return spans, True
    if what < 0.13 and len(form) > 3:
        at = sum(s.bars for s in form[: rng.randrange(2, len(form) - 1)]) * metre
        factor = rng.choice((0.8, 0.9, 1.1, 1.2))
        return [beat * (factor if n >= at else 1) for n in range(beats)], True
    if what < 0.2:
        for n in range(6):
            spans[beats - 6 + n] *= 1.06 ** (n + 1)
        return spans, True
    if what < 0.25 and len(form) > 3:
        at = sum(s.bars for s in form[: rng.randrange(2, len(form))]) * metre - 1
        spans[at] += beat * rng.choice((1, 1.5, 2, 3))
        return spans, True
    return spans, False


def _wave(turns: float) -> float:
    """A triangle between −1 and 1: exact on every machine, where a sine need not be."""
    part = turns % 1.0
    return 4 * abs(part - 0.5) - 1


class Player:
    """Plays a form. ``loose``: how many seconds hands are off, per stroke."""

    def __init__(self, style: Style, rng: random.Random, times: list[float],
                 form: list[Section], mode: str) -> None:  # fmt: skip
        self.style, self.rng, self.times, self.form, self.mode = style, rng, times, form, mode
        self.key = rng.randrange(12)
        self.loose = rng.choice((0.0, 0.002, 0.005, 0.009))
        self.swing = rng.uniform(*style.swing)
        self.loud = {c: rng.uniform(0.55, 1.1) for c in (DRUMS, BASS, CHORDS, LEAD, EXTRA)}
        kits = {"kick": KICKS, "snare": SNARES, "top": TOPS, "extra": EXTRAS}
        self.drums = {lane: rng.choice(kit) for lane, kit in kits.items()}
        self.programs = {
            channel: rng.choice(style.programs.get(name, usual))
            for channel, name, usual in (
                (BASS, "bass", (33, 32, 38)), (CHORDS, "chords", (25, 0, 16)),
                (LEAD, "lead", (65, 73, 80, 52)), (EXTRA, "pad", (48, 50, 88, 16)),
            )
        }  # fmt: skip
        self.motifs = {s.kind: self._motif() for s in form}
        # How much louder hands are on the beat: not all of them know.
        self.metric, self.accent = rng.choice((0.0, 4.0, 8.0, 12.0)), 0.0
        self.fills = rng.random() < 0.7
        self.sings = rng.random() < 0.8
        self.pads = rng.random() < 0.4
        self.notes: list[Note] = []

    def play(self) -> list[Note]:
        """All notes of the form."""
        at = 0
        for section in self.form:
            for bar in range(section.bars):
                last = bar == section.bars - 1
                self._bar(section, at, bar, fill=last and self.fills and section.bars > 2)
                at += self.style.metre
        self._end(at - 1)
        return self.notes

    def pick_up(self, beats: int, zero: float, span: float) -> list[Note]:
        """Up to three beats of tune before the first one."""
        motif = [60 + self.key + step for step in SCALES[self.mode][:3]]
        return [
            Note(zero - (beats - n) * span, LEAD, motif[n % 3], 80, span * 0.8)
            for n in range(beats)
        ]

    def _when(self, beat: int, step: float) -> float:
        """Seconds of a step of a beat; the off-beat half of it swung, hands loose."""
        part = step / self.style.steps
        self.accent = self.metric * (
            1 if step == 0 else -0.4 if step * 2 == self.style.steps else -1
        )
        if self.swing != 0.5 and self.style.steps == 4:
            # Swung sixteenths: of each pair the second comes late.
            pair, within = divmod(step, 2)
            part = (2 * pair + (2 * self.swing * within)) / 4
        low, high = self.times[beat], self.times[beat + 1]
        return max(0.0, low + part * (high - low) + self.rng.gauss(0, self.loose))

    def _strike(self, channel: int, pitch: int, sign: str, at: float, long: float) -> None:
        base = {"x": 88, "X": 112, "o": 52}[sign] * self.loud[channel] + self.accent
        self.notes.append(
            Note(at, channel, pitch, max(12, min(127, round(base + self.rng.gauss(0, 6)))), long)
        )

    def _bar(self, section: Section, first: int, bar: int, *, fill: bool) -> None:
        chord = section.chords[bar % len(section.chords)]
        self._drums(section, first, fill=fill)
        if "bass" in section.parts:
            self._bass(section, first, chord)
        if "chords" in section.parts:
            self._chords(section, first, chord)
        if self.pads and section.kind in ("chorus", "bridge", "break"):
            self._held(first, chord)
        if "lead" in section.parts and self.sings:
            self._lead(section, first, bar, chord)
        if fill and "snare" in section.parts:
            self._fill(first)
        if bar == 0 and section.kind in ("chorus", "solo") and "kick" in section.parts:
            self._strike(DRUMS, 49, "X", self._when(first, 0), 0.5)

    def _drums(self, section: Section, first: int, *, fill: bool) -> None:
        for lane in ("kick", "snare", "top", "extra"):
            if lane in section.parts and not (fill and lane == "snare"):
                for beat, step, sign in self._strokes(section.lanes[lane]):
                    self._strike(DRUMS, self.drums[lane], sign, self._when(first + beat, step), 0.1)

    def _strokes(self, lane: str) -> list[tuple[int, int, str]]:
        steps = self.style.steps
        return [(n // steps, n % steps, sign) for n, sign in enumerate(lane) if sign != "."]

    def _bass(self, section: Section, first: int, chord: tuple[int, int]) -> None:
        root = 28 + (self.key + chord[0] - 4) % 12
        strokes = self._strokes(section.lanes["bass"])
        for number, (beat, step, sign) in enumerate(strokes):
            pitch = root
            if self.style.walking:
                pitch += (0, chord[1], 7, 9)[number % 4]
            elif number % 2 == 1 and len(strokes) <= 4:
                pitch += 7
            long = (self.times[first + 1] - self.times[first]) * self.style.metre / len(strokes)
            self._strike(BASS, pitch, sign, self._when(first + beat, step), 0.85 * long)

    def _chords(self, section: Section, first: int, chord: tuple[int, int]) -> None:
        root = 52 + (self.key + chord[0] - 4) % 12
        triad = (root, root + chord[1], root + 7, root + 12)
        strokes = self._strokes(section.lanes["chords"])
        broken = len(strokes) >= 2 * self.style.metre and self.programs[CHORDS] in (
            0, 1, 4, 24, 80, 81, 87, 105)  # fmt: skip
        long = (self.times[first + 1] - self.times[first]) * self.style.metre / max(1, len(strokes))
        for number, (beat, step, sign) in enumerate(strokes):
            at = self._when(first + beat, step)
            pitches = (triad[(0, 2, 1, 3)[number % 4]],) if broken else triad[:3]
            for late, pitch in enumerate(pitches):
                self._strike(CHORDS, pitch, sign, at + 0.004 * late * (self.loose > 0), 0.9 * long)

    def _held(self, first: int, chord: tuple[int, int]) -> None:
        root = 64 + (self.key + chord[0]) % 12
        long = self.times[first + self.style.metre] - self.times[first]
        for pitch in (root, root + chord[1], root + 7):
            self._strike(EXTRA, pitch, "o", self._when(first, 0), 0.97 * long)

    def _motif(self) -> list[tuple[float, float, int]]:
        """Two bars of tune: step, length in steps, degree of the scale. Beat by beat a figure of
        rhythm; most begin on the beat, as tunes do."""
        steps, degree = self.style.steps, self.rng.randrange(5)
        onsets: list[int] = []
        for beat in range(self.style.metre * 2):
            cell = self.rng.choices(*CELLS[steps])[0]
            if beat % self.style.metre == 0 and self.rng.random() < 0.6:
                cell = (0,)
            onsets += [beat * steps + step for step in cell]
        out = []
        ends = [*onsets[1:], self.style.metre * 2 * steps]
        for at, end in zip(onsets, ends, strict=True):
            out.append((at, min(end - at, 2 * steps), degree % 7))
            degree += self.rng.choice((-2, -1, -1, 0, 1, 1, 2))
        return out

    def _lead(self, section: Section, first: int, bar: int, chord: tuple[int, int]) -> None:
        per_bar = self.style.steps * self.style.metre
        scale = SCALES[self.mode]
        late = self.rng.gauss(0.005, 0.015) if self.programs[LEAD] in (52, 54, 65) else 0.0
        for at, long, degree in self.motifs[section.kind]:
            if at // per_bar != bar % 2:
                continue
            beat, step = divmod(at % per_bar, self.style.steps)
            span = (self.times[first + 1] - self.times[first]) / self.style.steps
            pitch = 60 + self.key % 12 + scale[degree] + (chord[0] % 2)
            self._strike(LEAD, pitch, "x", max(0, self._when(first + beat, step) + late),
                         0.95 * long * span)  # fmt: skip

    def _fill(self, first: int) -> None:
        last = self.style.metre - 1
        for beat in range(max(0, last - self.rng.randrange(2)), last + 1):
            for step in range(self.style.steps):
                if self.rng.random() < 0.75:
                    self._strike(DRUMS, self.rng.choice((38, 45, 47, 50)), "x",
                                 self._when(first + beat, step), 0.1)  # fmt: skip

    def _end(self, beat: int) -> None:
        at = self.times[beat + 1] if beat + 1 < len(self.times) else self.times[-1]
        root = 52 + (self.key - 4) % 12
        for pitch in (root - 24, root, root + 7):
            self.notes.append(Note(at, CHORDS, pitch, 96, 1.2))


def midi_of(song: Composed) -> mido.MidiFile:
    """The song as MIDI; a tick is a tenth of a millisecond."""
    file = mido.MidiFile(type=0, ticks_per_beat=TICKS)
    track = mido.MidiTrack()
    file.tracks.append(track)
    track.append(mido.MetaMessage("set_tempo", tempo=1_000_000))
    for channel, program in song.programs.items():
        track.append(mido.Message("program_change", channel=channel, program=program))
    events: list[tuple[int, int, mido.Message]] = []
    for note in song.notes:
        on = max(0, round(note.at * TICKS))
        off = on + max(300, round(note.long * TICKS))
        which = {"channel": note.channel, "note": note.pitch % 128}
        events.append((on, 1, mido.Message("note_on", **which, velocity=note.velocity)))
        events.append((off, 0, mido.Message("note_off", **which)))
    events.sort(key=lambda entry: entry[:2])
    now = 0
    for at, _, message in events:
        track.append(message.copy(time=at - now))
        now = at
    track.append(mido.MetaMessage("end_of_track", time=max(0, round(song.seconds * TICKS) - now)))
    return file
