"""Recordings, band and mixes over the API: what is stored, whose it is, what is left behind."""

import io
import os
import re
import signal
import subprocess
import sys
import time
from collections.abc import Callable
from datetime import timedelta
from pathlib import Path
from typing import Any

import mutagen.flac
import numpy as np
import pytest
import soundfile
from core.dancing import song as core_song
from django.db import connection
from django.utils import timezone
from django_fixtures import PASSWORD, Api
from example import ROUTINE

from maplestep.apps.songs.actions import sounds as actions
from maplestep.apps.songs.models import AnalysisCache, Song, Sound
from maplestep.apps.songs.time_left import seconds_left
from maplestep.apps.songs.work import make
from maplestep.audio.band import play
from maplestep.formats.routine.routine_file import song_form

MUSIC = core_song("intro 16, verse 32, chorus 32, outro 16", bpm=124, first_beat_seconds=0.3)


@pytest.fixture(scope="session")
def recording(tmp_path_factory: pytest.TempPathFactory) -> bytes:
    """46 seconds of the band as a FLAC file."""
    file = tmp_path_factory.mktemp("sound") / "song.flac"
    play(MUSIC, file)
    return file.read_bytes()


def noise(seconds: float = 8.0, seed: int = 1) -> bytes:
    out = io.BytesIO()
    rng = np.random.default_rng(seed)
    soundfile.write(out, rng.normal(0, 0.2, round(seconds * 8_000)), 8_000, format="WAV")
    return out.getvalue()


def work() -> None:
    """What the worker would do now."""
    for sound in Sound.objects.filter(state=Sound.State.WAITING):
        make(sound)


def sounds_of(api: Api, song: Any) -> list[dict[str, Any]]:
    return api.call("GET", f"/api/songs/{song['id']}/sounds")[1]


def files(media: Path) -> list[str]:
    return sorted(p.suffix for p in media.rglob("*") if p.is_file())


def test_from_an_upload_to_a_map(ada: Api, recording: bytes, media: Path) -> None:
    status, song = ada.send("/api/songs/recording", recording, "C:\\music\\Tin Kettle.flac")
    assert (status, song["song"]["title"]) == (200, "Tin Kettle")
    assert sounds_of(ada, song)[0]["state"] == "waiting"
    work()
    sound = sounds_of(ada, song)[0]
    assert (sound["state"], sound["kind"], sound["name"]) == (
        "ready",
        "recording",
        "Tin Kettle.flac",
    )
    assert sound["listening"]["readings"][0]["bpm"] == pytest.approx(124, abs=0.1)
    mapped = ada.call("GET", f"/api/songs/{song['id']}")[1]
    # 96 counts were played at 124 bpm, the first at 0.3 s.
    assert mapped["version"] == 2
    assert mapped["counts"][0] % (60 / 124) == pytest.approx(0.3, abs=0.01)
    assert sum(p["counts"] for p in mapped["song"]["phrases"]) == pytest.approx(96, abs=4)
    assert files(media) == [".ogg"]
    peaks = ada.call("GET", f"/api/sounds/{sound['id']}/peaks")[1]
    assert len(peaks["peaks"]) == pytest.approx(50 * sound["seconds"], abs=2)
    # The song goes, and its sound with it.
    assert ada.call("DELETE", f"/api/songs/{song['id']}")[0] == 204
    assert files(media) == []


def test_what_the_file_says_of_its_song_fills_the_form(
    ada: Api, recording: bytes, tmp_path: Path
) -> None:
    file = tmp_path / "06 track.flac"
    file.write_bytes(recording)
    tagged = mutagen.flac.FLAC(file)
    tagged.update({"title": "Tin Kettle", "artist": "The Stand-ins", "bpm": "62"})
    tagged.save()
    song = ada.send("/api/songs/recording", file.read_bytes(), file.name)[1]
    told = song["song"]
    assert (told["title"], told["performer"], float(told["bpm"])) == (
        "Tin Kettle", "The Stand-ins", 62,
    )  # fmt: skip
    work()
    mapped = ada.call("GET", f"/api/songs/{song['id']}")[1]["song"]
    # 124 was played. Who writes 62 counts every second beat of it; title and performer stay.
    assert float(mapped["bpm"]) == pytest.approx(62, abs=0.1)
    assert (mapped["title"], mapped["performer"]) == ("Tin Kettle", "The Stand-ins")


def test_what_one_made_of_a_recording_before_is_proposed_the_next_time(
    ada: Api, ben: Api, recording: bytes
) -> None:
    first = ada.send("/api/songs/recording", recording, "a.flac")[1]
    work()
    mapped = ada.call("GET", f"/api/songs/{first['id']}")[1]
    assert float(mapped["song"]["bpm"]) == pytest.approx(124, abs=0.1)
    half = ada.call(
        "POST", "/api/songs/edit", {"song": mapped["song"], "edit": {"op": "level", "ratio": "1/2"}}
    )
    assert half[0] == 200, half
    body = {"version": mapped["version"], "song": half[1]["song"]}
    assert ada.call("PUT", f"/api/songs/{first['id']}", body)[0] == 200
    bpm = {}
    for api in (ada, ben):  # the same bytes in another song; what others make of them says nothing
        again = api.send("/api/songs/recording", recording, "b.flac")[1]
        work()
        bpm[api] = float(api.call("GET", f"/api/songs/{again['id']}")[1]["song"]["bpm"])
    assert (bpm[ada], bpm[ben]) == (pytest.approx(62, abs=0.1), pytest.approx(124, abs=0.1))


def test_a_message_is_in_the_language_of_whoever_looks(ada: Api, recording: bytes) -> None:
    cut = recording[: int(len(recording) * 0.7)]
    song = ada.send("/api/songs/recording", cut, "cut.flac")[1]
    work()
    english = sounds_of(ada, song)[0]["message"]
    assert english.startswith("This recording is damaged or breaks off")
    assert ada.call("PUT", "/api/session/language", {"language": "fr"})[0] == 200
    french = sounds_of(ada, song)[0]["message"]
    assert french.startswith("Cet enregistrement est")
    # The same facts in both.
    minutes = [re.findall(r"\d:\d\d", said) for said in (english, french)]
    assert minutes[0] == minutes[1] != []


def test_what_is_left_of_a_broken_file_is_mapped_and_its_owner_told(
    ada: Api, recording: bytes
) -> None:
    song = ada.send("/api/songs/recording", recording[: len(recording) // 2], "a.flac")[1]
    work()
    sound = sounds_of(ada, song)[0]
    assert sound["state"] == "ready"
    # 46 s were promised, half of the bytes are about half of it.
    assert "of 0:4" in sound["message"]
    assert "only 0:2" in sound["message"]
    assert 15 < sound["seconds"] < 35
    assert sound["listening"]["readings"]


def test_how_long_it_takes_is_told_from_the_start(ada: Api, recording: bytes) -> None:
    ada.send("/api/songs/recording", recording, "a.flac")
    sound = Sound.objects.get()
    sound.state = Sound.State.WORKING

    def left(taken: float, done: float) -> float:
        sound.started_at, sound.done = timezone.now() - timedelta(seconds=taken), done
        found = seconds_left(sound)
        assert found is not None
        return found

    # 49.9 s of sound at .05 s each, and two to begin with: 4.5 s.
    assert left(0, 0) == pytest.approx(4.5, abs=0.2)
    # Three seconds for the first twentieth (a worker that had to start) promise no minute more.
    assert left(3, 0.05) < 6
    # What has taken ten seconds for its half takes about as long again.
    assert left(10, 0.5) == pytest.approx(5, abs=0.3)
    assert left(20, 1) == pytest.approx(0, abs=0.1)


def test_the_same_bytes_are_listened_to_once(
    ada: Api, ben: Api, recording: bytes, monkeypatch: pytest.MonkeyPatch
) -> None:
    first = ada.send("/api/songs/recording", recording, "a.flac")[1]
    work()
    monkeypatch.setattr("maplestep.apps.songs.work.listen", lambda *_: 1 / 0)
    # To the same song: nothing new at all. To another song, even of another user: a file of its
    # own, and the map that was heard before.
    again = ada.send(f"/api/songs/{first['id']}/recording", recording, "b.flac")[1]
    assert (again["state"], Sound.objects.count()) == ("ready", 1)
    second = ben.send("/api/songs/recording", recording, "c.flac")[1]
    work()
    assert sounds_of(ben, second)[0]["state"] == "ready"
    assert ben.call("GET", f"/api/songs/{second['id']}")[1]["version"] == 2
    assert AnalysisCache.objects.count() == 1


def test_corrections_survive_another_recording(ada: Api, recording: bytes) -> None:
    song = ada.call("POST", "/api/songs", song_form(MUSIC).model_dump(mode="json"))[1]
    ada.send(f"/api/songs/{song['id']}/recording", recording, "a.flac")
    work()
    # The user's own map stays; what was heard is offered.
    kept = ada.call("GET", f"/api/songs/{song['id']}")[1]
    assert (kept["version"], kept["song"]) == (1, song["song"])
    edit = {"song": kept["song"], "song_id": song["id"], "edit": {"op": "reading", "number": 0}}
    status, edited = ada.call("POST", "/api/songs/edit", edit)
    assert status == 200
    assert float(edited["song"]["bpm"]) == pytest.approx(124, abs=0.1)
    assert ada.call("GET", f"/api/songs/{song['id']}")[1]["version"] == 1


def test_taps_that_no_reading_fits_are_heard_again_and_marks_stay(
    ada: Api, ben: Api, recording: bytes
) -> None:
    song = ada.send("/api/songs/recording", recording, "song.flac")[1]
    work()
    mapped = ada.call("GET", f"/api/songs/{song['id']}")[1]
    named = mapped["song"] | {"phrases": [p | {"cue": "mine"} for p in mapped["song"]["phrases"]]}
    # Five beats where the band plays four: 155 a minute is none of the pulses that are offered.
    taps = [20 + n * 60 / 155 for n in range(9)]
    asked = {
        "song": named,
        "song_id": song["id"],
        "edit": {"op": "tap", "taps": taps, "heard": True},
    }
    status, edited = ada.call("POST", "/api/songs/edit", asked)
    assert status == 200
    assert float(edited["song"]["bpm"]) == pytest.approx(155, rel=0.02)
    at = edited["counts"]
    # Far from the taps too, as the recording is 46 s long.
    spans = np.diff([t for t in at if 5 < t < 40])
    assert np.mean(np.abs(spans / (60 / 155) - 1) < 0.1) > 0.95
    assert [p["cue"] for p in edited["song"]["phrases"]] == ["mine"] * len(named["phrases"])
    # Without the song only the tapped stretch can be laid anew; another's song is not there.
    alone = ada.call("POST", "/api/songs/edit", asked | {"song_id": None})[1]
    assert float(alone["song"]["bpm"]) == pytest.approx(124, rel=0.02)
    assert ben.call("POST", "/api/songs/edit", asked)[0] == 404


def test_a_song_changed_while_the_worker_listens_is_left_alone(ada: Api, recording: bytes) -> None:
    song = ada.send("/api/songs/recording", recording, "a.flac")[1]
    body = {"version": 1, "song": {**song["song"], "title": "Renamed meanwhile"}}
    assert ada.call("PUT", f"/api/songs/{song['id']}", body)[0] == 200
    work()
    after = ada.call("GET", f"/api/songs/{song['id']}")[1]
    assert (after["version"], after["song"]["title"]) == (2, "Renamed meanwhile")


def test_speech_and_noise_can_be_played_but_claim_no_map(ada: Api) -> None:
    song = ada.send("/api/songs/recording", noise(20), "rain.wav")[1]
    work()
    sound = sounds_of(ada, song)[0]
    assert sound["state"] == "ready"
    assert "No steady beat" in sound["message"]
    assert sound["listening"] is None
    assert ada.call("GET", f"/api/songs/{song['id']}")[1]["version"] == 1


@pytest.mark.parametrize(
    ("content", "name", "words"),
    [
        (b"", "a.wav", "empty"),
        (b"1-4 R vine right\n" * 200, "sheet.mp3", "no recording that can be read"),
        (noise(2), "short.wav", "2.0 seconds"),
    ],
)
def test_what_is_no_recording_leaves_nothing_behind(
    ada: Api, media: Path, content: bytes, name: str, words: str
) -> None:
    status, said = ada.send("/api/songs/recording", content, name)
    assert status in {400, 422}
    assert words in said["message"] or not content
    assert (Song.objects.count(), Sound.objects.count(), files(media)) == (0, 0, [])


def test_a_recording_with_next_to_nothing_in_it_is_refused(
    ada: Api, media: Path, recording: bytes
) -> None:
    song = ada.send("/api/songs/recording", recording[: len(recording) // 20], "a.flac")[1]
    work()
    sound = sounds_of(ada, song)[0]
    assert sound["state"] == "failed"
    assert "damaged" in sound["message"]
    assert files(media) == []


@pytest.mark.parametrize(
    "name",
    [
        "../../etc/passwd.wav",
        "..\\..\\x.wav",
        "<img src=x onerror=alert(1)>.wav",
        "a" * 300 + ".wav",
    ],
)
def test_file_names_are_only_words(ada: Api, media: Path, name: str) -> None:
    status, song = ada.send("/api/songs/recording", noise(), name)
    assert status == 200
    assert "/" not in song["song"]["title"]
    assert len(song["song"]["title"]) <= 120
    [stored] = [p for p in media.rglob("*") if p.is_file()]
    assert stored.parent.parent == media
    assert stored.stem == str(Sound.objects.get().id)


def test_quota_and_full_disk(
    ada: Api, media: Path, settings: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    settings.QUOTA_MEGABYTES = 0
    status, said = ada.send("/api/songs/recording", noise(), "a.wav")
    assert (status, "of 0 MB" in said["message"]) == (422, True)
    settings.QUOTA_MEGABYTES = 100
    monkeypatch.setattr(actions.shutil, "disk_usage", lambda _: type("Usage", (), {"free": 1000})())
    status, said = ada.send("/api/songs/recording", noise(), "a.wav")
    assert (status, "no room left" in said["message"]) == (422, True)
    monkeypatch.undo()
    # The disk fills up while the worker writes.
    song = ada.send("/api/songs/recording", noise(), "a.wav")[1]

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("maplestep.apps.songs.work.take_in", full)
    work()
    sound = sounds_of(ada, song)[0]
    assert sound["state"] == "failed"
    assert "no room left" in sound["message"]
    assert files(media) == []


def test_cancelling_stops_the_work(ada: Api, media: Path, recording: bytes) -> None:
    song = ada.send("/api/songs/recording", recording, "a.flac")[1]
    sound = Sound.objects.get()
    assert ada.call("POST", f"/api/sounds/{sound.id}/cancel")[1]["state"] == "cancelled"
    make(sound)
    assert sounds_of(ada, song)[0]["state"] == "cancelled"
    assert files(media) == []


def test_nobody_hears_what_belongs_to_others(ada: Api, ben: Api, anyone: Api) -> None:
    song = ada.send("/api/songs/recording", noise(), "a.wav")[1]
    work()
    sound = sounds_of(ada, song)[0]["id"]
    for method, path in [
        ("GET", f"/api/songs/{song['id']}/sounds"),
        ("POST", f"/api/songs/{song['id']}/band"),
        ("GET", f"/api/sounds/{sound}/peaks"),
        ("GET", f"/api/sounds/{sound}/audio"),
        ("POST", f"/api/sounds/{sound}/cancel"),
        ("DELETE", f"/api/sounds/{sound}"),
        ("GET", f"/api/songs/{song['id']}/song.mid"),
    ]:
        assert ben.call(method, path)[0] == 404, path
        assert anyone.call(method, path)[0] == 401, path
    assert ben.call("POST", f"/api/songs/{song['id']}/mix", {})[0] == 404
    assert ben.send(f"/api/songs/{song['id']}/recording", noise(), "b.wav")[0] == 404
    assert Sound.objects.count() == 1


@pytest.mark.parametrize(
    ("wanted", "status", "first", "last"),
    [
        ("", 200, 0, -1),
        ("bytes=0-0", 206, 0, 0),
        ("bytes=100-199", 206, 100, 199),
        ("bytes=500-", 206, 500, -1),
        ("bytes=-100", 206, -100, -1),
        ("bytes=999999999-", 416, 0, 0),
        ("bytes=5-2", 416, 0, 0),
        ("bytes=0-1,5-6", 200, 0, -1),  # many parts may be answered with the whole
        ("lines=1-2", 200, 0, -1),
        ("bytes=" + "9" * 5_000 + "-", 200, 0, -1),  # no number of any file: as if not asked
    ],
)
def test_parts_of_a_sound(ada: Api, wanted: str, status: int, first: int, last: int) -> None:
    # RFC 9110, section 14: Range, Content-Range, 206 and 416.
    ada.send("/api/songs/recording", noise(), "a.wav")
    work()
    sound = Sound.objects.get()
    whole = sound.path.read_bytes()
    size = len(whole)
    first, last = first % size, last % size
    headers = {"Range": wanted, "Accept-Encoding": "gzip"} if wanted else {}
    answer = ada.client.get(f"/api/sounds/{sound.id}/audio", headers=headers)
    assert answer.status_code == status
    if status == 416:
        assert answer["Content-Range"] == f"bytes */{size}"
        return
    body = b"".join(answer.streaming_content)
    assert body == whole[first : last + 1]
    assert answer["Accept-Ranges"] == "bytes"
    assert int(answer["Content-Length"]) == len(body)
    if status == 206:
        assert answer["Content-Range"] == f"bytes {first}-{last}/{size}"
    # HEAD says what GET would, without it (RFC 9110, 9.3.2).
    head = ada.client.head(f"/api/sounds/{sound.id}/audio", headers=headers)
    assert (head.status_code, head.content) == (status, b"")
    told = ("Content-Length", "Content-Type", "ETag", "Content-Range", "Accept-Ranges")
    assert [head.get(name) for name in told] == [answer.get(name) for name in told]


@pytest.mark.parametrize(
    ("tags", "status"),
    [("{tag}", 304), ("W/{tag}", 304), ('"other", {tag}', 304), ("*", 304), ('"other"', 200)],
)
def test_a_sound_that_is_known_is_not_sent_again(ada: Api, tags: str, status: int) -> None:
    """If-None-Match and 304 (RFC 9110, 13.1.2 and 15.4.5)."""
    ada.send("/api/songs/recording", noise(), "a.wav")
    work()
    path = f"/api/sounds/{Sound.objects.get().id}/audio"
    tag = ada.client.head(path)["ETag"]
    answer = ada.client.get(path, headers={"If-None-Match": tags.format(tag=tag)})
    assert answer.status_code == status
    assert answer["ETag"] == tag
    assert "private" in answer["Cache-Control"]


def test_the_band_and_a_mix_of_a_routine(ada: Api, media: Path) -> None:
    import json

    routine = ada.send("/api/routines/file", json.dumps(ROUTINE).encode(), "r.json")[1]
    song = {"id": routine["song_id"]}
    ada.call("POST", f"/api/songs/{song['id']}/band")
    wish = {"speed": 0.8, "format": "wav", "language": "fr"}
    assert ada.call("POST", f"/api/routines/{routine['id']}/mix", wish)[0] == 200
    work()
    band, mix = sounds_of(ada, song)
    assert (band["kind"], band["state"], band["stale"]) == ("band", "ready", False)
    # 64 counts at 120 bpm and 1.5 s to ring out: 33.5 s; the count-in is 8 counts, all at 0.8.
    assert band["seconds"] == pytest.approx(33.5, abs=0.01)
    assert mix["seconds"] == pytest.approx((33.5 + 4) / 0.8, abs=0.001)
    answer = ada.client.get(f"/api/sounds/{mix['id']}/audio?download=true")
    assert "attachment" in answer["Content-Disposition"]
    heard = soundfile.info(io.BytesIO(b"".join(answer.streaming_content)))
    assert heard.frames / heard.samplerate == pytest.approx(mix["seconds"], abs=1e-4)
    assert files(media) == [".ogg", ".wav"]
    status, said = ada.call("POST", f"/api/songs/{song['id']}/mix", {"speed": 0.2})
    assert (status, "60%" in said["message"]) == (422, True)


def test_maps_of_other_programs_over_the_api(ada: Api) -> None:
    song = ada.call("POST", "/api/songs", song_form(MUSIC).model_dump(mode="json"))[1]
    midi = ada.client.get(f"/api/songs/{song['id']}/song.mid").content
    status, again = ada.send("/api/songs/file", midi, "back.mid")
    assert status == 200
    assert [p["counts"] for p in again["song"]["phrases"]] == [16, 32, 32, 16]
    assert ada.client.get(f"/api/songs/{song['id']}/song.exe").status_code == 404
    status, said = ada.send("/api/songs/file", b"what", "a.mid")
    assert (status, "MIDI" in said["message"]) == (422, True)


@pytest.mark.django_db(transaction=True)
def test_a_killed_worker_loses_nothing(
    make_user: Callable[[str], Any], recording: bytes, media: Path
) -> None:
    make_user("ada")
    ada = Api()
    ada.sign_in("ada", PASSWORD)
    song = ada.send("/api/songs/recording", recording, "a.flac")[1]
    at = connection.settings_dict
    environment = os.environ | {
        "MAPLESTEP_DATABASE": f"postgresql://{at['USER']}:{at['PASSWORD']}@{at['HOST']}:{at['PORT']}/{at['NAME']}",
        "MAPLESTEP_MEDIA": str(media),
    }
    command = [sys.executable, "-m", "maplestep.server.manage", "procrastinate", "worker"]

    def until(*states: str, seconds: float) -> str:
        deadline = time.monotonic() + seconds
        while time.monotonic() < deadline:
            state = sounds_of(ada, song)[0]["state"]
            if state in states:
                return state
            time.sleep(0.05)
        return sounds_of(ada, song)[0]["state"]

    first = subprocess.Popen(command, env=environment, stderr=subprocess.DEVNULL)
    assert until("working", seconds=30) == "working"
    first.send_signal(signal.SIGKILL)
    first.wait()
    second = subprocess.Popen(command, env=environment, stderr=subprocess.DEVNULL)
    try:
        assert until("ready", "failed", seconds=90) == "ready"
    finally:
        second.terminate()
        second.wait()
    assert ada.call("GET", f"/api/songs/{song['id']}")[1]["version"] == 2
