"""The stand-in band is exact, and the analyser hears what was played.

Beats are scored with mir_eval (Davies, Degara & Plumbley, "Evaluation methods for musical audio
beat tracking algorithms", 2009). The pieces: the band's own, and accompaniments that Debian's
``mma`` composed and FluidSynth played with another sound font than the band's.
"""

import io
import shutil
import subprocess
from dataclasses import replace
from fractions import Fraction as F
from functools import cache
from pathlib import Path

import mir_eval
import numpy as np
import pretty_midi
import pytest
import soundfile
from core.dancing import song

from maplestep.audio.analyse import analyse, analyse_samples
from maplestep.audio.band import compose, play
from maplestep.core.errors import RecordingError
from maplestep.core.song.grid import hold, slow_down
from maplestep.core.song.listening import irregular_places, song_from
from maplestep.core.song.model import Groove, Song
from maplestep.views.listening import dump_listening, listening_report, load_listening

PLAN = "intro 16, verse 32, chorus 32, verse 32, chorus 32, outro 16"
STEADY = song(PLAN, bpm=118, first_beat_seconds=0.4)
WALTZ = song("intro 12, verse 48, chorus 48, verse 24, chorus 24", bpm=132, unit=6)
SONGS: dict[str, Song] = {
    "steady": STEADY,
    "swing": replace(STEADY, feel=Groove.SWING, bpm=F(132)),
    "waltz": WALTZ,
    # Two seconds of nothing after the beat at about 40 s.
    "stop": hold(STEADY, 40.0, 2.0),
    # The last twelve beats get longer, the last one 1.7 times the first.
    "slow": slow_down(STEADY, STEADY.seconds(148), STEADY.seconds(160), 1.7),
}


@cache
def played(name: str, folder: Path) -> Path:
    out = folder / f"{name}.wav"
    play(SONGS[name], out)
    return out


@pytest.fixture(scope="session")
def folder(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return tmp_path_factory.mktemp("played")


@pytest.mark.parametrize("name", SONGS)
def test_the_band_plays_where_the_map_says(name: str) -> None:
    # Independent reading of the composed MIDI: every beat of the map has a note within 0.1 ms,
    # as that is the length of its ticks.
    music = SONGS[name]
    file = io.BytesIO()
    compose(music).save(file=file)
    file.seek(0)
    read = pretty_midi.PrettyMIDI(file)
    notes = np.sort([note.start for part in read.instruments for note in part.notes])
    beats = np.asarray([music.seconds(n) for n in range(int(music.length))])
    nearest = np.abs(notes[:, None] - beats[None, :]).min(axis=0)
    assert nearest.max() < 1.5e-4


def test_the_sound_is_as_long_as_the_song(folder: Path) -> None:
    info = soundfile.info(str(played("stop", folder)))
    # 160 counts at 118 bpm from 0.4 s on, 2 s of stop, and 1.5 s to ring out.
    assert info.frames / 44_100 == pytest.approx(0.4 + 160 * 60 / 118 + 2 + 1.5, abs=0.001)


@pytest.mark.parametrize("name", SONGS)
def test_every_beat_of_the_band_is_heard(name: str, folder: Path) -> None:
    music = SONGS[name]
    heard = analyse(played(name, folder))
    truth = np.asarray([music.seconds(n) for n in range(int(music.length))])
    found = np.asarray(heard.best.beats)
    assert mir_eval.beat.f_measure(truth, found) > 0.99
    *_, amlt = mir_eval.beat.continuity(truth, found)
    assert amlt > 0.97
    close = found[np.abs(found[:, None] - truth).min(axis=1) < 0.07]
    off = close - truth[np.abs(close[:, None] - truth).argmin(axis=1)]
    assert abs(float(np.median(off))) < 0.005
    assert heard.best.count_unit == music.count_unit
    assert 0 < heard.best.confidence <= 1


def test_a_stop_and_a_slow_down_are_placed(folder: Path) -> None:
    stop = list(irregular_places(analyse(played("stop", folder)).best.beats))
    # The beat nearest to 40 s: (40 - 0.4) x 118 / 60 = 77.88, beat 78 at 40.06 s.
    assert [(p.kind, round(p.at_seconds, 1)) for p in stop] == [("stop", 40.1)]
    assert stop[0].seconds == pytest.approx(2.0, abs=0.02)
    slow = irregular_places(analyse(played("slow", folder)).best.beats)
    assert [p.kind for p in slow] == ["slows"]
    assert slow[0].at_seconds == pytest.approx(STEADY.seconds(148), abs=1.1)


def test_what_was_heard_makes_a_song_and_a_report(folder: Path) -> None:
    heard = analyse(played("steady", folder))
    proposed = song_from(heard.best, "Kite")
    assert float(proposed.bpm) == pytest.approx(118, abs=0.02)
    assert proposed.length == pytest.approx(160, abs=1)
    report = listening_report(heard)
    assert report.beats[0] == pytest.approx(0.4, abs=0.02)
    # The double, the half and the twin between the beats are always offered: 236, 59, and 118 half
    # a beat (0.254 s) beside.
    offered = report.candidates[1:]
    assert {round(other.bpm) for other in offered} >= {59, 236, 118}
    beside = [(o.first_beat_seconds - 0.4) * 118 / 60 % 1 for o in offered if round(o.bpm) == 118]
    assert any(part == pytest.approx(0.5, abs=0.1) for part in beside)
    # Verse and chorus come twice and are not louder than each other by much: letters, no claims.
    assert [p.kind for p in report.phrases[1:5]] == ["section"] * 4
    assert [p.same_as for p in report.phrases[1:3]] == [p.same_as for p in report.phrases[3:5]]
    assert load_listening(dump_listening(heard)) == heard


@pytest.mark.parametrize(("groove", "tempo"), [("8Beat", 104), ("Polka", 118), ("Waltz", 140)])
def test_what_others_composed_is_heard_too(groove: str, tempo: int, tmp_path: Path) -> None:
    source, midi, sound = (tmp_path / f"piece.{end}" for end in ("mma", "mid", "wav"))
    bars = "\n".join(
        f"{n} {chord}" for n, chord in enumerate(["C", "F", "C", "G", "Am", "Dm", "G", "C"] * 6, 1)
    )
    source.write_text(f"Tempo {tempo}\nGroove {groove}\n{bars}\n")
    mma = shutil.which("mma")
    assert mma, "Debian's package mma is part of bin/test"
    subprocess.run([mma, "-f", str(midi), str(source)], check=True, capture_output=True)
    font = "/usr/share/sounds/sf2/TimGM6mb.sf2"
    subprocess.run(
        ["fluidsynth", "-ni", "-q", "-F", str(sound), "-T", "wav", font, str(midi)],
        check=True, capture_output=True,
    )  # fmt: skip
    found = np.asarray(analyse(sound).best.beats)
    truth = pretty_midi.PrettyMIDI(str(midi)).get_beats()
    # Half or double is allowed for here (AMLt); that the truth is offered is measured in bench/.
    *_, amlt = mir_eval.beat.continuity(truth[truth < found[-1] + 0.1], found)
    assert amlt > 0.9


def test_nothing_is_claimed_where_there_is_no_beat() -> None:
    rng = np.random.default_rng(3)
    noise = rng.normal(0, 0.2, 22_050 * 20).astype(np.float32)
    with pytest.raises(RecordingError, match="No steady beat"):
        analyse_samples(noise)
