"""Crashes, races and full shelves around sounds: nothing is lost, nothing is made twice."""

import io
import os
import threading
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import soundfile
from botocore.exceptions import ClientError, EndpointConnectionError
from django.db import OperationalError, transaction
from django_fixtures import Api
from example import ROUTINE

from maplestep.apps import media as media_module
from maplestep.apps.accounts.models import User
from maplestep.apps.errors import StoreAway
from maplestep.apps.routines.actions.bring_in import store_routine
from maplestep.apps.songs import alone, sweeping, tasks, work
from maplestep.apps.songs.actions.sounds import ask_band, ask_mix
from maplestep.apps.songs.models import Sound
from maplestep.apps.songs.work import make
from maplestep.core.errors import RecordingError
from maplestep.core.rehearsal.practice import MixRequest
from maplestep.formats.routine.routine_file import RoutineForm


@pytest.fixture
def routine(make_user: Callable[[str], Any]) -> Any:
    return store_routine(make_user("ada"), RoutineForm.model_validate(ROUTINE))


def tone(seconds: float = 8.0) -> bytes:
    """A pulse twice a second: something to find a beat in."""
    at = np.arange(round(seconds * 22_050))
    sound = np.where(at % 11_025 < 800, np.sin(at / 8.0), 0.0).astype(np.float32)
    out = io.BytesIO()
    soundfile.write(out, 0.5 * sound, 22_050, format="FLAC")
    return out.getvalue()


@pytest.mark.parametrize(
    "broken",
    [
        (work, "_ready", OperationalError("server closed the connection unexpectedly")),
        (work.media, "keep", StoreAway()),
        (work.media, "fetch", StoreAway()),
    ],
    ids=["database", "store, written to", "store, read from"],
)
def test_what_is_gone_for_a_while_costs_nothing(
    ada: Api, media: Path, monkeypatch: pytest.MonkeyPatch, broken: tuple[Any, str, Exception]
) -> None:
    where, what, error = broken
    assert ada.send("/api/songs/recording", tone(30), "a.flac")[0] == 200
    sound = Sound.objects.get()
    there = getattr(where, what)

    def gone(*_: Any) -> None:
        raise error

    monkeypatch.setattr(where, what, gone)
    for _ in range(2):
        with pytest.raises(type(error)):
            make(sound)
        sound.refresh_from_db()
        assert sound.state == Sound.State.WORKING
        assert sound.source.exists(), "what was uploaded has to be there for the next try"
    monkeypatch.setattr(where, what, there)
    make(sound)
    sound.refresh_from_db()
    assert sound.state == Sound.State.READY
    assert not sound.source.exists()
    # A job whose end was not noted down is tried again: what is ready stays.
    make(sound)
    assert sound.path.exists()


@pytest.mark.django_db(transaction=True)
def test_a_file_goes_only_when_its_row_has_gone_for_good(
    routine: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("maplestep.apps.songs.models.on_commit", transaction.on_commit)
    sound = ask_band(routine.owner, routine.song_id)
    make(sound)
    with pytest.raises(RuntimeError), transaction.atomic():
        Sound.objects.get(pk=sound.pk).delete()
        raise RuntimeError("the server falls over before it has stored that")
    assert sound.path.exists()
    Sound.objects.get(pk=sound.pk).delete()
    assert not sound.path.exists()


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("kind", ["band", "mix"])
def test_asked_for_ten_times_at_once_it_is_made_once(kind: str, routine: Any) -> None:
    def ask() -> None:
        from django.db import connection

        try:
            if kind == "band":
                ask_band(routine.owner, routine.song_id)
            else:
                ask_mix(routine.owner, routine.song, MixRequest(speed=0.9), "mp3")
        finally:
            connection.close()

    threads = [threading.Thread(target=ask) for _ in range(10)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert Sound.objects.filter(kind=kind).count() == 1


def test_what_is_still_to_be_made_counts_in_the_quota(routine: Any, settings: Any) -> None:
    """The song has 64 counts at 120: 36 s with its intro or so; a WAV of that has over 3 MB."""
    settings.QUOTA_MEGABYTES = 10
    made = 0
    with pytest.raises(RecordingError, match="of 10 MB"):
        for speed in (0.7, 0.75, 0.8, 0.85, 0.9, 0.95, 1.0):
            ask_mix(routine.owner, routine.song, MixRequest(speed=speed), "wav")
            made += 1
    assert 1 <= made <= 3
    assert Sound.objects.count() == made


def test_a_sound_without_a_job_is_taken_up_again(
    routine: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    from procrastinate.contrib.django.models import ProcrastinateJob

    sound = ask_band(routine.owner, routine.song_id)
    assert sweeping.stuck_sounds() == []  # too young, and a job is for it
    monkeypatch.setattr(sweeping, "_OLD", -sweeping._OLD)
    assert sweeping.stuck_sounds() == []
    from django.db import connection

    with connection.cursor() as cursor:
        cursor.execute("delete from procrastinate_events")
        cursor.execute("delete from procrastinate_jobs")
    assert sweeping.stuck_sounds() == [sound]
    monkeypatch.setattr(tasks, "close_old_connections", lambda: None)
    tasks.sweep(timestamp=60)
    assert ProcrastinateJob.objects.filter(task_name="make_sound").count() == 1
    assert sweeping.stuck_sounds() == []


def test_files_of_no_sound_go_after_a_day(routine: Any, media: Path) -> None:
    sound = ask_band(routine.owner, routine.song_id)
    folder = media / str(routine.owner_id)
    folder.mkdir(parents=True)
    kept = [sound.path, folder / "0b9c1f3e-6c1e-4a0e-9c3e-0f5a3c2b1d00.ogg"]
    lost = [folder / "1b9c1f3e-6c1e-4a0e-9c3e-0f5a3c2b1d00.upload", folder / "what.tmp"]
    for file in (*kept, *lost):
        file.write_bytes(b"x")
    for file in (kept[0], *lost):
        os.utime(file, (time.time() - 90_000, time.time() - 90_000))
    assert sweeping.remove_lost_files() == len(lost)
    assert [file.exists() for file in (*kept, *lost)] == [True, True, False, False]


def test_a_recording_that_takes_too_much_is_stopped_and_told(
    routine: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    sound = ask_band(routine.owner, routine.song_id)
    Sound.objects.update(state=Sound.State.WORKING)
    monkeypatch.setattr(alone, "WALL_SECONDS", 0.05)
    monkeypatch.setattr(tasks, "close_old_connections", lambda: None)
    tasks.make_sound(sound=str(sound.pk))
    sound.refresh_from_db()
    assert sound.state == Sound.State.FAILED
    assert "more time or memory" in sound.message


def test_who_has_much_waiting_comes_behind_the_others(
    routine: Any, make_user: Callable[[str], Any]
) -> None:
    from procrastinate.contrib.django.models import ProcrastinateJob

    for speed in (0.7, 0.8, 0.9):
        ask_mix(routine.owner, routine.song, MixRequest(speed=speed), "mp3")
    other = store_routine(make_user("ben"), RoutineForm.model_validate(ROUTINE))
    ask_mix(other.owner, other.song, MixRequest(speed=0.9), "mp3")
    order = ProcrastinateJob.objects.filter(task_name="make_sound").order_by("-priority", "id")
    owners = [Sound.objects.get(pk=job.args["sound"]).owner_id for job in order]
    assert owners.index(other.owner_id) <= 1


@pytest.mark.parametrize("value", [np.inf, -np.inf, np.nan, 3e38])
def test_a_wav_with_what_is_no_sound_is_used_as_far_as_it_is_one(value: float, ada: Api) -> None:
    at = np.arange(30 * 22_050)
    sound = np.where(at % 11_025 < 800, np.sin(at / 8.0), 0.0).astype(np.float32)
    sound[100_000:100_200] = value
    out = io.BytesIO()
    soundfile.write(out, sound, 22_050, format="WAV", subtype="FLOAT")
    song = ada.send("/api/songs/recording", out.getvalue(), "a.wav")[1]
    make(Sound.objects.get())
    (told,) = ada.call("GET", f"/api/songs/{song['id']}/sounds")[1]
    assert told["state"] == "ready"
    assert ("damaged" in told["message"]) == (not np.isfinite(value))
    shown = ada.call("GET", f"/api/sounds/{told['id']}/peaks")[1]["peaks"]
    assert all(0 <= peak <= 1 for peak in shown)


def test_a_small_file_of_gigabytes_is_refused_at_its_head(ada: Api) -> None:
    """Eight channels at 192,000 for five minutes: 300 · 192,000 · 8 · 4 bytes are 1,843 MB."""
    frames = 300 * 192_000
    head = bytearray(tone(2.0))
    # STREAMINFO (RFC 9639, 8.2): rate 20 bits, channels - 1 in 3, bits - 1 in 5, samples in 36.
    packed = (192_000 << 44) | (7 << 41) | (15 << 36) | frames
    head[18:26] = packed.to_bytes(8, "big")
    status, said = ada.send("/api/songs/recording", bytes(head), "a.flac")
    assert (status, "1,843 MB" in said["message"]) == (422, True)
    assert not Sound.objects.exists()
    assert User.objects.count() == 1


def test_a_shelf_of_many_asks_little_and_leaves_the_rest_to_the_worker(
    routine: Any, django_assert_max_num_queries: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    from procrastinate.contrib.django.models import ProcrastinateJob

    from maplestep.apps.dances.models import Dance
    from maplestep.apps.routines import queries
    from maplestep.apps.routines.models import Routine
    from maplestep.apps.routines.tasks import summarise_shelf

    ada, base = Api(), routine.dance
    assert ada.sign_in("ada") == 200
    dances = [
        Dance(owner=base.owner, title=f"D{n}", sheet=f"{base.sheet}\n", counts=16)
        for n in range(80)
    ]
    Dance.objects.bulk_create(dances)
    Routine.objects.bulk_create(
        Routine(owner=base.owner, song=routine.song, dance=dance) for dance in dances
    )
    monkeypatch.setattr(queries.shelf_routines, "__defaults__", (0.0,))
    # Session, user, routines, phrases, figures, summaries (in a savepoint), dances, songs; and
    # the job for the worker, within its own savepoint.
    with django_assert_max_num_queries(14):
        shelf = ada.call("GET", "/api/shelf")[1]
    assert len(shelf["routines"]) == 81
    assert sum(each["pending"] for each in shelf["routines"]) == 80
    ada.call("GET", "/api/shelf")
    assert ProcrastinateJob.objects.filter(task_name="summarise_shelf").count() == 1
    monkeypatch.setattr("maplestep.apps.routines.tasks.close_old_connections", lambda: None)
    summarise_shelf(user=base.owner_id)
    with django_assert_max_num_queries(8):
        shelf = ada.call("GET", "/api/shelf")[1]
    assert not any(each["pending"] for each in shelf["routines"])


@pytest.mark.parametrize(
    ("raised", "becomes"),
    [
        (EndpointConnectionError(endpoint_url="http://127.0.0.1:1"), StoreAway),
        (ClientError({"ResponseMetadata": {"HTTPStatusCode": 503}}, "PutObject"), StoreAway),
        # A key that is refused is a mistake of whoever runs the server, and no outage.
        (ClientError({"ResponseMetadata": {"HTTPStatusCode": 403}}, "PutObject"), ClientError),
        (FileNotFoundError("gone"), FileNotFoundError),
    ],
)
def test_a_store_that_does_not_answer_is_told_from_a_mistake(
    raised: Exception, becomes: type[Exception]
) -> None:
    with pytest.raises(becomes), media_module._reached():
        raise raised


def test_an_upload_to_a_store_that_is_away_is_said(
    ada: Api, monkeypatch: pytest.MonkeyPatch
) -> None:
    def away(*_: Any) -> None:
        raise StoreAway

    monkeypatch.setattr(media_module, "keep", away)
    status, said = ada.send("/api/songs/recording", tone(30), "a.flac")
    assert status == 503
    assert "try again" in said["message"]
    assert not Sound.objects.exists()
