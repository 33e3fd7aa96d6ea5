"""The stand-in band: any song map as music, exact by construction.

Drums, bass and chords are composed as MIDI at a tenth of a millisecond and rendered by FluidSynth
with a General MIDI sound font. Every phrase kind has its own chords and its own fullness, so that
a chorus is heard as one; stops and slow-downs are the song map's own.
"""

from __future__ import annotations

import hashlib
import random
import shutil
import subprocess
import tempfile
from dataclasses import dataclass
from pathlib import Path
from statistics import median
from typing import Final

import mido
import numpy as np
import soundfile

from ..core.errors import BandError
from ..core.song.model import Groove, Phrase, PhraseKind, PlacedPhrase, Song
from .arrays import Floats
from .encode import write_sound

TICKS_A_SECOND: Final = 10_000
SAMPLE_RATE: Final = 44_100
_RINGS_SECONDS: Final = 1.5
_FONTS: Final = tuple(
    Path("/usr/share/sounds/sf2") / name
    for name in ("FluidR3_GM.sf2", "default-GM.sf2", "TimGM6mb.sf2")
)
_KICK, _SNARE, _HAT, _OPEN, _RIDE, _CRASH, _TOM, _STICK = 36, 38, 42, 46, 51, 49, 45, 37
_DRUMS, _BASS, _CHORDS, _PAD, _LEAD = 9, 0, 1, 2, 3
_PROGRAMS: Final = {_BASS: 33, _CHORDS: 25, _PAD: 48, _LEAD: 105}
# Scale degrees (semitones over the key) and whether minor, one chord a bar.
Chord = tuple[int, bool]
_I, _II, _III, _IV, _V, _VI = (0, False), (2, True), (4, True), (5, False), (7, False), (9, True)
_CHORD_LINES: Final[dict[PhraseKind, tuple[tuple[Chord, ...], ...]]] = {
    PhraseKind.VERSE: ((_I, _I, _IV, _V), (_I, _VI, _IV, _V), (_I, _IV, _I, _V)),
    PhraseKind.PRE_CHORUS: ((_II, _V, _II, _V), (_VI, _V, _IV, _V)),
    PhraseKind.CHORUS: ((_IV, _V, _I, _VI), (_IV, _I, _V, _I), (_VI, _IV, _I, _V)),
    PhraseKind.BRIDGE: ((_VI, _III, _IV, _V), (_III, _VI, _II, _V)),
    PhraseKind.INSTRUMENTAL: ((_I, _IV, _V, _I), (_I, _V, _VI, _IV)),
}
_SAME_AS: Final = {
    PhraseKind.INTRO: PhraseKind.INSTRUMENTAL,
    PhraseKind.OUTRO: PhraseKind.INSTRUMENTAL,
    PhraseKind.BREAK: PhraseKind.PRE_CHORUS,
    PhraseKind.UNMARKED: PhraseKind.VERSE,
}

# By the letter's number: "A" is 65, which leaves 1 of 4.
_LETTERS: Final = (
    PhraseKind.INSTRUMENTAL, PhraseKind.VERSE, PhraseKind.CHORUS, PhraseKind.BRIDGE
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class _Note:
    channel: int
    pitch: int
    velocity: int
    at_seconds: float
    seconds: float


def compose(song: Song) -> mido.MidiFile:
    """The song as MIDI; a tick is a tenth of a millisecond.

    >>> from fractions import Fraction
    >>> from ..core.song.model import Phrase, PhraseKind, Song
    >>> phrase = Phrase(kind=PhraseKind.VERSE, counts=32)
    >>> round(compose(Song(title="Plain", bpm=Fraction(120), phrases=(phrase,))).length)
    16
    """
    rng = random.Random(hashlib.sha256(song.title.encode()).digest())  # noqa: S311 - music
    key = rng.randrange(-4, 6)
    lines = {kind: rng.choice(options) for kind, options in _CHORD_LINES.items()}
    notes: list[_Note] = []
    for placed in song.placed:
        kind = _played_as(placed.phrase)
        notes += _Player(song, placed, key, lines[kind], last=placed is song.placed[-1]).play()
    return _midi(notes, song.seconds(song.length))


def _played_as(phrase: Phrase) -> PhraseKind:
    """The kind whose chords a phrase has; sections of one letter sound alike."""
    if phrase.kind is PhraseKind.SECTION:
        return _LETTERS[ord(phrase.name[:1] or "A") % len(_LETTERS)]
    return _SAME_AS.get(phrase.kind, phrase.kind)


class _Player:
    """Plays one phrase."""

    def __init__(
        self, song: Song, placed: PlacedPhrase, key: int, line: tuple[Chord, ...], *, last: bool
    ) -> None:
        first, end = (int(count * song.beats_per_count) for count in (placed.start, placed.end))
        self.times = [song.tempo.seconds(beat) for beat in range(first, end + 1)]
        self.spans = [b - a for a, b in zip(self.times, self.times[1:], strict=False)]
        self.usual = median(self.spans)
        self.bar = 3 if song.count_unit == 6 else 4
        self.late = 2 / 3 if song.feel is Groove.SWING else 0.5
        self.swing = song.feel is Groove.SWING
        section = placed.phrase.kind is PhraseKind.SECTION
        self.kind = _played_as(placed.phrase) if section else placed.phrase.kind
        self.key, self.line, self.last = key, line, last
        self.notes: list[_Note] = []

    def play(self) -> list[_Note]:
        """All its notes."""
        count = len(self.spans)
        for beat in range(count):
            place, bar = beat % self.bar, beat // self.bar
            chord = self.line[bar % len(self.line)]
            stops = self.spans[beat] > 1.5 * self.usual
            if self.last and beat == count - 1:
                self._stop_chord(beat, chord)
                continue
            self._bass(beat, place, chord)
            self._chords(beat, place, chord, stops=stops)
            if self.kind is PhraseKind.INTRO and beat < count // 2:
                self._add(_DRUMS, _STICK, 50, beat)
            else:
                self._drums(beat, place, stops=stops, fill=count - beat <= 2 and count > 8)
        return self.notes

    def _add(
        self,
        channel: int,
        pitch: int,
        loud: int,
        beat: int,
        *,
        part: float = 0.0,
        long: float = 0.4,
    ) -> None:
        span = min(self.spans[beat], 1.5 * self.usual)
        self.notes.append(
            _Note(channel, pitch, loud, self.times[beat] + part * self.spans[beat], long * span)
        )

    def _bass(self, beat: int, place: int, chord: Chord) -> None:
        root = 36 + (self.key + chord[0]) % 12
        if place == 0:
            self._add(_BASS, root, 100, beat, long=0.9)
        elif self.bar == 4 and place == 2:
            self._add(_BASS, root + 7 if root < 43 else root - 5, 90, beat, long=0.9)
        elif self.kind is PhraseKind.CHORUS:
            self._add(_BASS, root, 80, beat, long=0.5)

    def _triad(self, chord: Chord) -> tuple[int, int, int]:
        root = 55 + (self.key + chord[0]) % 12
        return root, root + (3 if chord[1] else 4), root + 7

    def _chords(self, beat: int, place: int, chord: Chord, *, stops: bool) -> None:
        triad = self._triad(chord)
        if place > 0 if self.bar == 3 else place % 2 == 1:
            for pitch in triad:
                self._add(_CHORDS, pitch, 78, beat, long=0.45)
        if self.kind is PhraseKind.CHORUS and not stops and place % 2 == 0:
            for pitch in triad:
                self._add(_CHORDS, pitch, 62, beat, part=self.late, long=0.3)
        if place == 0 and self.kind in (PhraseKind.CHORUS, PhraseKind.BRIDGE, PhraseKind.OUTRO):
            for pitch in triad:
                self._add(_PAD, pitch + 12, 60, beat, long=self.bar * 0.95)
        if self.kind in (PhraseKind.INSTRUMENTAL, PhraseKind.INTRO) and not stops:
            steps = (triad[0], triad[1], triad[2], triad[1])
            self._add(_LEAD, 12 + steps[place % 4], 84, beat, long=0.4)
            self._add(_LEAD, 12 + steps[(place + 2) % 4], 70, beat, part=self.late, long=0.3)

    def _drums(self, beat: int, place: int, *, stops: bool, fill: bool) -> None:
        if self.kind is PhraseKind.BREAK:
            if place == 0:
                self._add(_DRUMS, _KICK, 110, beat)
            return
        if beat == 0 and self.kind is PhraseKind.CHORUS:
            self._add(_DRUMS, _CRASH, 100, beat)
        if fill and not stops:
            self._add(_DRUMS, _SNARE, 84, beat)
            self._add(_DRUMS, _TOM, 84, beat, part=self.late)
            return
        self._kick_and_snare(beat, place)
        top = _RIDE if self.kind is PhraseKind.CHORUS else _HAT
        self._add(_DRUMS, top, 70, beat)
        if not stops and (not self.swing or place % 2 == 1) and self.bar == 4:
            self._add(_DRUMS, top, 52, beat, part=self.late)

    def _kick_and_snare(self, beat: int, place: int) -> None:
        """In fours kicks on 1 and 3 and the snare on 2 and 4, in threes a kick on 1; a chorus has
        more of both."""
        chorus = self.kind is PhraseKind.CHORUS
        if self.bar == 3:
            kicks, snares = {0}, {2} if chorus else set()
        else:
            kicks, snares = set(range(4)) if chorus else {0, 2}, {1, 3}
        if place in kicks:
            self._add(_DRUMS, _KICK, 108 if place == 0 else 92, beat)
        if place in snares:
            self._add(_DRUMS, _SNARE if self.kind is not PhraseKind.BRIDGE else _STICK, 92, beat)

    def _stop_chord(self, beat: int, chord: Chord) -> None:
        self._add(_BASS, 36 + (self.key + chord[0]) % 12, 104, beat, long=1.0)
        for pitch in self._triad(chord):
            self._add(_CHORDS, pitch, 92, beat, long=1.0)
        self._add(_DRUMS, _KICK, 108, beat)
        self._add(_DRUMS, _CRASH, 96, beat)


def _midi(notes: list[_Note], seconds: float) -> mido.MidiFile:
    file = mido.MidiFile(type=0, ticks_per_beat=TICKS_A_SECOND)
    track = mido.MidiTrack()
    file.tracks.append(track)
    track.append(mido.MetaMessage("set_tempo", tempo=1_000_000))
    for channel, program in _PROGRAMS.items():
        track.append(mido.Message("program_change", channel=channel, program=program))
    sounding: list[tuple[int, int, mido.Message]] = []
    for note in notes:
        on = max(0, round(note.at_seconds * TICKS_A_SECOND))
        off = on + max(200, round(note.seconds * TICKS_A_SECOND))
        start = mido.Message(
            "note_on", channel=note.channel, note=note.pitch, velocity=note.velocity
        )
        sounding.append((on, 1, start))
        sounding.append((off, 0, mido.Message("note_off", channel=note.channel, note=note.pitch)))
    sounding.sort(key=lambda entry: entry[:2])
    now = 0
    for at, _, message in sounding:
        track.append(message.copy(time=at - now))
        now = at
    end = max(now, round(seconds * TICKS_A_SECOND))
    track.append(mido.MetaMessage("end_of_track", time=end - now))
    return file


def sound_font() -> Path:
    """The sound font to play with. Raises BandError when there is none."""
    for font in _FONTS:
        if font.exists():
            return font
    raise BandError()


def play(song: Song, out: Path, sample_rate: int = SAMPLE_RATE) -> None:
    """Render the song to a sound file; WAV, FLAC or OGG by the name's ending.

    Raises BandError when FluidSynth is missing or fails.
    """
    program = shutil.which("fluidsynth")
    if not program:
        raise BandError()
    with tempfile.TemporaryDirectory() as folder:
        score, raw = Path(folder) / "song.mid", Path(folder) / "song.wav"
        compose(song).save(str(score))
        command = [
            program, "-ni", "-q", "-g", "0.5", "-r", str(sample_rate),
            "-o", "synth.reverb.active=0", "-o", "synth.chorus.active=0",
            "-T", "wav", "-F", str(raw), str(sound_font()), str(score),
        ]  # fmt: skip
        done = subprocess.run(command, capture_output=True, check=False)  # noqa: S603 - our own words
        if done.returncode or not raw.exists():
            raise BandError(
                "The stand-in band could not play this song. Its map is safe; try again."
            )
        samples, _ = soundfile.read(str(raw), dtype="float32", always_2d=True)
    # FluidSynth goes on for some seconds of silence; the song ends where its map does.
    end = round((song.seconds(song.length) + _RINGS_SECONDS) * sample_rate)
    write_sound(out, _padded(samples, end), sample_rate)


def _padded(samples: Floats, length: int) -> Floats:
    if len(samples) >= length:
        return samples[:length]
    return np.pad(samples, ((0, length - len(samples)), (0, 0)))
